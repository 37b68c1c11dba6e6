"""Too much of one thing is in the bowl: how much more of another brings it back to what was planned.

put_right(plan, done, bench, 2)     "4 g more Rain water brings pH 4.5 back": nothing is ever taken out
"""

from collections.abc import Callable
from dataclasses import dataclass

from ..formulas.assess import Assessment
from ..formulas.change import Proposal, Workbench, difference, measurable, times_as_much
from ..formulas.model import TOLD_BY_OTHERS, Formula, weighed
from ..numbers import times_to_meet
from ..words import brief

MOST_TIMES = 4.0
NEAR = {"ph": 0.06, "thick": 0.06, "lift": 0.02}


@dataclass(frozen=True)
class _Aim:
    """One figure that moved: what it was planned to be, and how it is read."""

    name: str
    planned: float
    value: Callable[[Assessment], float | None]
    says: str


def put_right(plan: Formula, done: Formula, bench: Workbench, line: int) -> Proposal:
    """More of one other line, so that what moved is as planned again: the least that does it."""
    before, now = bench.quick(plan), bench.quick(done)
    aim = _moved(before, now)
    if aim is None:
        return Proposal(done, (), False, "Nothing has moved by as much as can be told: leave it.")
    best: tuple[float, Formula, str] | None = None
    grams = [each.grams for each in weighed(done, bench.kit)]
    for place, each in enumerate(done.ingredients):
        if each.id == line or each.amount.unit in TOLD_BY_OTHERS or grams[place] <= 0.0:
            continue
        after = _more_of(done, place, aim, bench)
        if after is None:
            continue
        added = weighed(after, bench.kit)[place].grams - grams[place]
        if best is None or added < best[0]:
            best = added, after, each.supply.name
    if best is None:
        return Proposal(
            done, (), False, f"Nothing that is in it brings {aim.says} back: scale the rest up, or leave it."
        )
    added, after, name = best
    says = f"{brief(round(added, 1))} g more {name} brings {aim.says} back to where it was planned."
    return Proposal(after, difference(done, after), True, says)


def _moved(before: Assessment, now: Assessment) -> _Aim | None:
    """The figure that moved the furthest, against how near is near."""
    aims = []
    if before.ph and now.ph:
        aims.append((_Aim("ph", before.ph.value, _ph, f"pH {before.ph.value:.1f}"), now.ph.value))
    if before.texture and now.texture and before.texture.grade != now.texture.grade:
        aims.append(
            (_Aim("thick", before.texture.ratio.value, _thick, "how thick it is"), now.texture.ratio.value)
        )
    if before.formula.family.cleans:
        aims.append(
            (_Aim("lift", before.lift.scalp.value, _lift, "how much it washes out"), now.lift.scalp.value)
        )
    off = [(abs(value - aim.planned) / NEAR[aim.name], aim) for aim, value in aims]
    far = max(off, key=lambda pair: pair[0], default=None)
    return far[1] if far is not None and far[0] > 1.0 else None


def _more_of(done: Formula, place: int, aim: _Aim, bench: Workbench) -> Formula | None:
    """So much more of one line that the aim is met; None where no amount of it does that."""

    def value(times: float) -> float:
        found = aim.value(bench.quick(times_as_much(done, [place], times)))
        return aim.planned if found is None else found

    times, got = times_to_meet(value, aim.planned, 1.0, MOST_TIMES)
    if abs(got - aim.planned) > NEAR[aim.name] or times <= 1.0:
        return None
    after = times_as_much(done, [place], times)
    lines = list(after.ingredients)
    rounded = measurable(lines[place], bench.kit)
    kept = after.with_amount(place, rounded.value) if rounded.unit == lines[place].amount.unit else after
    got_rounded = aim.value(bench.quick(kept))
    return kept if got_rounded is not None and abs(got_rounded - aim.planned) <= 2 * NEAR[aim.name] else after


def _ph(found: Assessment) -> float | None:
    return found.ph.value if found.ph else None


def _thick(found: Assessment) -> float | None:
    return found.texture.ratio.value if found.texture else None


def _lift(found: Assessment) -> float | None:
    return found.lift.scalp.value
