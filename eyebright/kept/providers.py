"""What the packages below the apps must know of the household: an app registers who answers.

number_habit.register(services.number_habit)      in the app's `ready`
number_habit()                                    wherever it matters
"""

from collections.abc import Callable
from typing import Generic, TypeVar

from eyebright.core.numerals import Habit

Value = TypeVar("Value")


class Provider(Generic[Value]):
    """One question, with the answer that holds until an app registers its own."""

    def __init__(self, default: Value) -> None:
        self._answer: Callable[[], Value] = lambda: default

    def register(self, answer: Callable[[], Value]) -> None:
        """From now on `answer` is called."""
        self._answer = answer

    def __call__(self) -> Value:
        """The answer of now."""
        return self._answer()


number_habit: Provider[Habit] = Provider("")
"""Whether this household writes a comma or a point between whole and part; "" where nobody has said."""

household_zone: Provider[str] = Provider("")
"""The time zone that the household has chosen; "" for the machine's."""
