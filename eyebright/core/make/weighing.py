"""Weighing: how exactly a line matters, and what a scale's reading means while a bowl is filled.

tolerances(formula, bench, found)     {1: Tolerance(0.5), 2: Tolerance(0.03)}   petals widely, citric acid not
look(bowl, 52.4, "steady")      12.4 g were poured since the bowl stood at 40.0

A line's tolerance is what moves pH, washing, thickness or the share of essential oil no further than a part
of the doubt that these have already: weighing more exactly would tell nothing (model.md 9).
"""

from dataclasses import dataclass, replace
from typing import Literal

from ..formulas.assess import Assessment, Texture, grades
from ..formulas.change import Workbench
from ..formulas.model import COVER, Formula
from ..words import brief

NUDGE = 0.1  # share by which a line is moved to see what it does
PART = 0.25  # of a figure's own doubt: it widens its range by a thirtieth
LEAST, MOST = 0.02, 0.5  # share of a line
FLOOR = {"ph": 0.02, "lift": 0.01, "thick": 0.02, "scent": 0.01}  # half ranges that nothing is surer than

SCALE_STEP = 0.1  # g that the finest kitchen scale shows
LEAST_POUR = 0.5  # g: less than that on a bowl is the scale's own wandering
EMPTY = 1.0  # g of nothing on it
NEAR = 0.03  # of what lies there already: so much it may be off and still be the same bowl


@dataclass(frozen=True)
class Tolerance:
    """How far a line may be off: a share of itself, and what would move first."""

    share: float
    by: str

    def band(self, grams: float) -> tuple[float, float]:
        """From and to, g: never finer than a scale can tell."""
        reach = max(self.share * grams, SCALE_STEP)
        return max(grams - reach, 0.0), grams + reach


BY_CAUTION = "a caution that begins above it"
HALVINGS = 4
BY = {"ph": "the pH", "lift": "how much it washes out", "thick": "how thick it is", "scent": "its scent"}


def tolerances(formula: Formula, bench: Workbench, found: Assessment) -> dict[int, Tolerance]:
    """How exactly each line matters, by its id. `found`: the formula's own reading, with its ranges."""
    doubt = _doubts(found)
    base = _figures(bench.quick(formula))
    out = {}
    for place, line in enumerate(formula.ingredients):
        if line.amount.value <= 0.0 or line.amount.unit == COVER or line.till:
            out[line.id] = Tolerance(MOST, "")
            continue
        moved = _figures(bench.quick(formula.with_amount(place, line.amount.value * (1.0 + NUDGE))))
        share, by = MOST, ""
        for name, half in doubt.items():
            slope = abs(moved[name] - base[name]) / NUDGE if name in moved and name in base else 0.0
            bears = PART * half / slope if slope > 0.0 else MOST
            if bears < share:
                share, by = bears, BY[name]
        share = max(share, LEAST)
        safe = _below_caution(formula, bench, place, share)
        out[line.id] = Tolerance(safe, by if safe == share else BY_CAUTION)
    return out


def _below_caution(formula: Formula, bench: Workbench, place: int, share: float) -> float:
    """The share, or so much of it that no stop and no warning begins within the band."""
    amount = formula.ingredients[place].amount.value
    had = _grave(bench.quick(formula))
    for _ in range(HALVINGS):
        if _grave(bench.quick(formula.with_amount(place, amount * (1.0 + share)))) <= had:
            return share
        share /= 2.0
    return max(share, LEAST)


def _grave(found: Assessment) -> set[str]:
    return {each.id for each in found.cautions if each.level != "note"}


def _figures(found: Assessment) -> dict[str, float]:
    out = {"lift": found.lift.scalp.value}
    if found.ph:
        out["ph"] = found.ph.value
    if thick := _thick(found):
        out["thick"] = thick.ratio.value
    if found.scent:
        out["scent"] = found.scent.percent.value
    return out


def _thick(found: Assessment) -> Texture | None:
    """How thick it is, where that is a question: not of what runs like water however it is weighed."""
    texture = found.texture
    return texture if texture is not None and texture.grade.key != grades()[-1].key else None


def _doubts(found: Assessment) -> dict[str, float]:
    """Half the 90 % range of each figure."""
    figures = {"lift": found.lift.scalp}
    if found.ph:
        figures["ph"] = found.ph
    if thick := _thick(found):
        figures["thick"] = thick.ratio
    if found.scent:
        figures["scent"] = found.scent.percent
    return {name: max((each.high - each.low) / 2.0, FLOOR[name]) for name, each in figures.items()}


# ---- what lies on the scale ----

State = Literal["steady", "moving", "overload", "silent", "absent"]


@dataclass(frozen=True)
class Bowl:
    """A bowl on a scale: what it showed when the pouring of this line began, and all that is in the bowl.

    `base` in g as the scale shows it; `total` g poured into the bowl so far; `from_jar`: the jar stands on
    the scale and what leaves it is what was poured.
    """

    base: float = 0.0
    total: float = 0.0
    from_jar: bool = False

    def poured(self, grams: float) -> "Bowl":
        """The same with so much more in it."""
        return replace(self, base=self.base + (-grams if self.from_jar else grams), total=self.total + grams)


@dataclass(frozen=True)
class Seen:
    """What a reading of the scale means: g poured since, None where it cannot be told, and what to say or do.

    `base`: what to count from, from here on, where that is another.
    """

    grams: float | None
    says: str
    base: float | None = None


def look(bowl: Bowl, shown: float | None, state: State) -> Seen:
    """What the scale says of the bowl. `shown` in g, None where it shows nothing."""
    if state == "overload":
        return Seen(None, "That is more than the scale bears: take some off before it is harmed.")
    if state in ("silent", "absent") or shown is None:
        put_back = f" When it is back, it should read {brief(round(bowl.base, 1))} g." if bowl.total else ""
        return Seen(None, f"The scale says nothing: look at its plug, or type what yours shows.{put_back}")
    since = (bowl.base - shown) if bowl.from_jar else (shown - bowl.base)
    if not bowl.from_jar and bowl.base > 2.0 * EMPTY and abs(shown) <= EMPTY:
        return Seen(
            None,
            "The scale stands at nothing. It switched off, or the bowl is off it: put the bowl back, and it "
            f"should read {brief(round(bowl.base, 1))} g. "
            "Still nothing with the bowl on it? Count from here.",
            base=shown,
        )
    if since < -max(LEAST_POUR, NEAR * bowl.total):
        if bowl.from_jar:
            return Seen(None, "It became more, not less: is something else on the scale?", base=shown)
        return Seen(
            None,
            f"That is {brief(round(-since, 1))} g less than before: was something taken out, or lifted? "
            "A spoon that lay in the bowl counts too. Put it back, or count from here.",
            base=shown,
        )
    if state == "moving":
        return Seen(max(since, 0.0), "Still moving.")
    if since < LEAST_POUR:
        return Seen(0.0, "")
    return Seen(since, "")
