"""What is asked of a head, and the words to answer it in."""

from typing import Literal

from eyebright.core.heads import CheckQuestion
from eyebright.kept.wire import Out


class ChoiceOut(Out):
    """One answer to a question."""

    key: str
    name: str
    hint: str


class QuestionOut(Out):
    """One question of the record, and what its answer changes."""

    key: str
    group: str
    kind: Literal["one", "many", "number", "text", "yes", "dates"]
    ask: str
    changes: str
    default: str
    drawn: bool
    choices: list[ChoiceOut]


class NamedOut(Out):
    """Something to choose by name."""

    key: str
    name: str


class OutcomeOut(Out):
    """One outcome of a little test."""

    key: str
    name: str


class LittleTestOut(Out):
    """One little test: what to do and how long to wait, in seconds."""

    key: str
    question: str
    name: str
    school: str
    needs: str
    steps: list[str]
    seconds: int
    asks: str
    outcomes: list[OutcomeOut]
    source: str


class FamilyOut(Out):
    """One family of preparation."""

    key: str
    name: str
    made_of: str
    cleans: bool


class QuestionsOut(Out):
    """Everything that is asked of a head, and the words to answer it in."""

    questions: list[QuestionOut]
    check_in: list[CheckQuestion]
    flags: list[NamedOut]
    occasions: list[NamedOut]
    on_scalp: list[NamedOut]
    on_strands: list[NamedOut]
    little_tests: list[LittleTestOut]
    families: list[FamilyOut]
    materials: list[NamedOut]
    outcomes: list[str]
