"""The run sheet: a formula's steps as they are done in a kitchen, one at a time.

gather · weigh soapwort, water · soak · weigh · …      what goes in at a step is weighed just before it;
                                                       what is to be milled first, at the first step
"""

from collections.abc import Sequence
from dataclasses import dataclass

from ..formulas.model import PlannedStep, StepKind, signs
from ..vocabulary import Act

FIRST = (
    "sorts",
    "dries",
    "crushes",
    "mills",
    "sieves",
    "drains",
)  # what is weighed before it, though it goes in later


@dataclass(frozen=True)
class RunStep:
    """One step of a batch. `of`: the place of the formula's step that it is part of, None for the first.

    `lines`: ids of what is weighed at it, or goes in; minutes; `sign` that ends it, its words, and what to do
    where it has not come.
    """

    act: Act
    kind: str
    name: str
    says: str
    how: str
    of: int | None = None
    lines: tuple[int, ...] = ()
    least: float = 0.0
    most: float = 0.0
    sign: str = ""
    until: str = ""
    if_not: str = ""
    note: str = ""


GATHER = RunStep(
    "gather", "gather", "Get it together", "Get everything to hand.",
    "What it takes is listed here: fetch it all before the first spoon.",
)  # fmt: skip
WEIGH = "Tare the bowl, then add one thing after another. Anywhere in the green is fine."


def run_sheet(steps: Sequence[PlannedStep], last: StepKind) -> tuple[RunStep, ...]:
    """What is to be done for these steps of a formula, in order; `last` where none of them fills anything."""
    weighed_at = _weighed_at(steps)
    out = [GATHER]
    for place, each in enumerate(steps):
        lines = weighed_at[place]
        if lines:
            out.append(RunStep("weigh", "weigh", "Weigh in", "Weigh in.", WEIGH, place, lines))
        if each.kind.act == "gather":
            continue
        sign = each.step.sign or (each.kind.signs[0] if each.kind.signs else "")
        out.append(
            RunStep(
                act=each.kind.act,
                kind=each.kind.key,
                name=each.kind.name,
                says=each.says,
                how=each.how,
                of=place,
                lines=each.step.adds,
                least=each.least,
                most=each.most,
                sign=sign,
                until=each.until or (f"until {signs()[sign].name}" if sign else ""),
                if_not=each.if_not,
                note=each.step.note,
            )
        )
    if not any(step.act == "portion" for step in out):
        least, most = last.minutes
        out.append(RunStep(last.act, last.key, last.name, f"{last.name}.", last.how, least=least, most=most))
    return tuple(out)


def _weighed_at(steps: Sequence[PlannedStep]) -> list[tuple[int, ...]]:
    """The lines that are weighed just before each step."""
    out: list[list[int]] = [[] for _ in steps]
    first = next((place for place, each in enumerate(steps) if each.kind.does in FIRST), None)
    for place, each in enumerate(steps):
        early = first is not None and first < place and not any(step.kind.draws for step in steps[:place])
        out[first if early and first is not None else place] += each.step.adds
    return [tuple(each) for each in out]
