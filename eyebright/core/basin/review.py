"""How a wash went, at three times: when it is asked, what, and what counts."""

from collections import Counter
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

from ..learning import heard_when
from ..words import times_said
from .table import Ask, ReviewQuestion, asks, questions

SOONER = timedelta(hours=2)  # before the next wash


@dataclass(frozen=True)
class Due:
    """One time of asking: from when it can be answered, and when it is reminded."""

    ask: Ask
    start: datetime
    remind: datetime


def due_of(ended: datetime, locs: bool, next_wash: datetime | None) -> tuple[Due, ...]:
    """When it is asked how a wash went: the last before the next wash at the latest."""
    out = []
    for ask in asks().values():
        after = ask.locs if locs and ask.locs is not None else ask.after
        start, remind = ended + timedelta(hours=ask.start), ended + timedelta(hours=after)
        if next_wash is not None and next_wash > ended:
            remind = min(remind, max(next_wash - SOONER, start))
        out.append(Due(ask, start, remind))
    return tuple(out)


def questions_for(when: str, about: Collection[str]) -> tuple[ReviewQuestion, ...]:
    """What is asked then. `about`: "washed" or "left_in" (all that went on), and "locs" for such a head."""
    return tuple(each for each in questions().values() if when in each.when and each.only in ("", *about))


def answered(when: str, given: Mapping[str, object]) -> dict[str, int]:
    """What of some answers, by question, can be read here: also of what is not asked any more."""
    asked = {each.key: each for each in questions().values() if when in each.when}
    return {
        key: place
        for key, place in given.items()
        if key in asked and isinstance(place, int) and 0 <= place < len(asked[key].choices)
    }


def telling_key() -> str:
    """The question that says how much was washed out."""
    return next(each.key for each in questions().values() if each.tells)


def telling(answers: Mapping[str, Mapping[str, int]]) -> tuple[str, int] | None:
    """Which answer is learnt from, of those given by time: when it was heard, and the answer."""
    key = telling_key()
    for when in heard_when():
        if key in answers.get(when, {}):
            return when, answers[when][key]
    return None


def told_over(every: Sequence[Mapping[str, int]]) -> tuple[str, ...]:
    """What was told of several washes, question by question: "Hold: light twice, firm once"."""
    out = []
    for each in questions().values():
        told = Counter(given[each.key] for given in every if each.key in given)
        said = [f"{name} {times_said(told[place])}" for place, name in enumerate(each.choices) if told[place]]
        if said:
            out.append(f"{each.ask.rstrip('?')}: {', '.join(said)}.")
    return tuple(out)


def advice_of(given: Mapping[str, int]) -> Sequence[str]:
    """What follows from some answers, by question."""
    known = questions()
    said = (known[key].says.get(str(place), "") for key, place in given.items() if key in known)
    return tuple(dict.fromkeys(each for each in said if each))
