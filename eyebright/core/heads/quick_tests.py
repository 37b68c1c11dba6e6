"""The quick hair tests, and what their outcomes say of a head: Bayes over the answers of one question."""

from collections.abc import Iterable
from dataclasses import dataclass
from functools import cache

from .. import tables
from .hair import believed
from .record import record_tables


@dataclass(frozen=True)
class Outcome:
    """One outcome, and how often each answer of the question shows it, in the choices' order."""

    key: str
    name: str
    says: tuple[float, ...]


@dataclass(frozen=True)
class QuickTest:
    """One test. `seconds` is its wait; `school` names whose way it is where there are two."""

    key: str
    question: str
    name: str
    needs: str
    steps: tuple[str, ...]
    seconds: int
    asks: str
    outcomes: tuple[Outcome, ...]
    source: str
    school: str = ""

    def outcome(self, key: str) -> Outcome | None:
        """One of its outcomes, if it has it."""
        return next((outcome for outcome in self.outcomes if outcome.key == key), None)


@dataclass(frozen=True)
class Belief:
    """What tests believe of one question: the likeliest answer, how sure, and all the shares."""

    question: str
    answer: str
    sure: float
    shares: dict[str, float]
    agree: bool


@cache
def quick_tests() -> dict[str, QuickTest]:
    """Every test by key, in the file's order."""
    return tables.by_key(__file__, "quick_tests.toml", "test", QuickTest)


def beliefs(done: Iterable[tuple[str, str]]) -> dict[str, Belief]:
    """What the tests done, as (test, outcome), believe of each question they speak of.

    Before any test each answer is as likely as the next. Tests are taken as independent.
    """
    by_question: dict[str, list[tuple[float, ...]]] = {}
    for key, observed in done:
        test = quick_tests().get(key)
        outcome = test.outcome(observed) if test else None
        if test and outcome:
            by_question.setdefault(test.question, []).append(outcome.says)
    out = {}
    for question, said in by_question.items():
        keys = [choice.key for choice in record_tables().questions[question].choices]
        shares = dict.fromkeys(keys, 1.0)
        for says in said:
            shares = {key: shares[key] * chance for key, chance in zip(keys, says, strict=True)}
        whole = sum(shares.values())
        shares = {key: share / whole for key, share in shares.items()}
        answer = max(shares, key=lambda key: shares[key])
        firsts = {keys[says.index(max(says))] for says in said}
        out[question] = Belief(question, answer, shares[answer], shares, len(firsts) == 1)
    return out


def surer(question: str, answer: str, belief: Belief | None) -> dict[str, float]:
    """How far each answer is believed: by the tests while they and the record agree, else by eye."""
    if belief and belief.answer == answer:
        return belief.shares
    return believed(question, answer)
