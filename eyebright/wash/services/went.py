"""How the washes with a formula went, version by version."""

from bisect import bisect_left
from collections import defaultdict
from collections.abc import Sequence

from eyebright.core.basin import answered, told_over
from eyebright.core.learning import outcomes
from eyebright.core.words import brief, times_said
from eyebright.formulas.models import FormulaVersion
from eyebright.formulas.services.formulas import find_formula

from ..models import Review, Wash
from ..schemas.over_time import WentOut

LATEST = 200  # washes that are looked at


def went(pk: int) -> list[WentOut]:
    """Of each version of a formula, the newest first: how often it was washed with, and how that went.

    A version is kept as the formula stood until then: a wash was done with the first that was kept after it,
    or, where what was used was made before, after that.
    """
    formula = find_formula(pk)
    versions = list(FormulaVersion.objects.filter(formula=formula).order_by("made_at", "number"))
    ends = [version.made_at for version in versions]
    by_version: dict[int, list[Wash]] = defaultdict(list)
    for wash in Wash.objects.filter(formula=formula).select_related("batch")[:LATEST]:
        made = wash.batch.made_at if wash.batch is not None else wash.at
        by_version[bisect_left(ends, made)].append(wash)
    told = _told([wash for rows in by_version.values() for wash in rows])
    out = []
    for place in sorted(by_version, reverse=True):
        version = versions[place] if place < len(versions) else None
        out.append(_out(version, by_version[place], told))
    return out


def _told(washes: Sequence[Wash]) -> dict[int, dict[str, int]]:
    """What was told of planned washes, by question: what was told last counts."""
    ids = {wash.planned_id for wash in washes if wash.planned_id is not None}
    out: dict[int, dict[str, int]] = defaultdict(dict)
    for row in Review.objects.filter(planned__in=ids):
        out[row.planned_id] |= answered(row.when, row.answers)
    return out


def _out(version: FormulaVersion | None, rows: Sequence[Wash], told: dict[int, dict[str, int]]) -> WentOut:
    answers = [told.get(row.planned_id or 0, {}) for row in rows]
    kept = [row.answer for row in rows if row.answer is not None and row.planned_id not in told]
    says = list(told_over(answers))
    if kept:
        names = outcomes()
        counted = [f"{name} {times_said(kept.count(i))}" for i, name in enumerate(names) if kept.count(i)]
        says.insert(0, f"Told without a wash at the basin: {', '.join(counted)}.")
    minutes = [float(row.minutes) for row in rows if row.minutes is not None]
    if minutes:
        low, high = brief(round(min(minutes), 1)), brief(round(max(minutes), 1))
        says.append(f"On for {low if low == high else f'{low} to {high}'} min.")
    return WentOut(
        number=version.number if version else None,
        name="as it is now" if version is None else version.name or f"version {version.number}",
        washes=len(rows),
        last=max(row.at for row in rows),
        says=says,
    )
