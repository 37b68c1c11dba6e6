"""A formula: what goes in, in which form and phase, and the steps that make it.

An amount is said in any unit of `measures.py`, or as a share: of the whole (%), in parts, or per 100 of
the base. Here shares become grams; what cannot be told is said beside its line.
"""

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field, replace
from typing import Literal

from ...materials import METRIC, Amount, Kit, Material, MeasureError, Supply, is_a, measure_table, measured
from ...numbers import Spread
from ...vocabulary import Bottle, Form, FormulaZone, Phase, Place, Pot, Use
from ...words import few
from .covering import covering
from .families import Family, families
from .forms import form_of, loose, own_form, turned

PHASES: dict[Phase, str] = {
    "infused": "steeped, then strained",
    "liquid": "liquid",
    "dry": "goes in dry",
    "oil": "oils and butters",
    "drops": "drops, last",
}
SHARES = {"%": "% of the whole", "part": "parts", "per 100": "per 100 of the base"}
TILL = "till:"  # and the grade of thickness till which it is put in
COVER = "cover"  # so much as covers what lies in the pot
TOLD_BY_OTHERS = (*SHARES, COVER)  # units of amounts that only the other lines tell
MOST_LINES = 60
MOST_GRAMS = 20_000.0
WATER_DENSITY = 0.998


class FormulaError(ValueError):
    """A formula that cannot be reckoned; `line` says which line is at fault, None for the whole."""

    def __init__(self, message: str, line: int | None = None, field: str = "amount") -> None:
        super().__init__(message)
        self.line, self.field = line, field


@dataclass(frozen=True)
class Ingredient:
    """One line. `id` stays its own when lines move; `form` is "" for what has none.

    `only_if`: the condition of a line that may be left out, "for dry hair"; "" for one that always goes in.
    `till`: the grade of thickness till which it is put in (texture.toml); "" for an amount of its own.
    `at_use`: water that thins it when it is used: no kitchen makes that at once.
    """

    id: int
    supply: Supply
    amount: Amount
    phase: Phase
    form: Form | Literal[""] = ""
    only_if: str = ""
    till: str = ""
    at_use: bool = False

    @property
    def material(self) -> Material | None:
        """Its material; None for a water."""
        return self.supply.material

    @property
    def kind(self) -> str:
        """The kind of its material, or water."""
        return self.material.kind if self.material else "water"


@dataclass(frozen=True)
class Step:
    """One step: its kind (steps.toml), minutes from and to or the sign that ends it, what goes in at it.

    `only_if`: the condition of a step that may be left out, "if it is gritty"; "" for what is always done.
    """

    kind: str
    adds: tuple[int, ...] = ()
    least: float | None = None
    most: float | None = None
    sign: str = ""
    note: str = ""
    only_if: str = ""


@dataclass(frozen=True)
class Formula:
    """A formula. `makes` is g of all that goes in, `base` the id of the line that proportions refer to.

    `minutes` on the head; `place` where it is kept; `cover` a cap or film over it; `dried` whether a clay
    is let dry; `apart` at least so many days between two; `zone`
    where on the head it goes; `steps` empty means in the usual order. `unknown`: lines, as written, that
    nobody has said yet what they are: nothing here reckons with them, and that is said. `product`: the key
    that washes teach of it by, empty for what is not kept. `left_out`: optional lines that are not taken;
    `wants`: the keys of what must hold on the head before it goes on (preconditions.toml). `thinned`: so many
    parts of water go to one of it when it is used, of the water `thins_with` (None: any tap's).
    """

    name: str
    family: Family
    ingredients: tuple[Ingredient, ...]
    steps: tuple[Step, ...] = ()
    use: Use = "rinsed_out"
    minutes: float = 3.0
    makes: float | None = None
    base: int | None = None
    place: Place = "fridge"
    pot: Pot = "steel"
    bottle: Bottle = "glass"
    cover: bool = False
    apart: float | None = None
    zone: FormulaZone = "both"
    schools: tuple[tuple[str, str], ...] = field(default=())
    unknown: tuple[str, ...] = ()
    product: str = ""
    left_out: tuple[Ingredient, ...] = ()
    wants: tuple[str, ...] = ()
    thinned: int = 0
    thins_with: Supply | None = None

    @property
    def dried(self) -> bool:
        """Whether it is a clay that is let dry."""
        return self.family.dried_on

    @property
    def every_line(self) -> tuple[Ingredient, ...]:
        """Its lines, and after them those that are left out."""
        return (*self.ingredients, *self.left_out)

    def with_amount(self, place: int, value: float) -> "Formula":
        """The same with so much of one line, by its place."""
        lines = list(self.ingredients)
        lines[place] = replace(lines[place], amount=replace(lines[place].amount, value=value))
        return replace(self, ingredients=tuple(lines))

    @property
    def at_upper_ends(self) -> "Formula":
        """The same with as much of every line as its range goes up to; itself where none is a range."""
        lines = tuple(
            replace(line, amount=line.amount.to(line.amount.value * line.amount.high))
            for line in self.ingredients
        )
        return replace(self, ingredients=lines) if lines != self.ingredients else self

    def with_line(self, line: Ingredient) -> "Formula":
        """The same with one line more."""
        return replace(self, ingredients=(*self.ingredients, line))

    def new_id(self) -> int:
        """An id that no line has."""
        return max((line.id for line in self.every_line), default=0) + 1


@dataclass(frozen=True)
class Weighed:
    """What a line comes to: g, its spread as factors of itself, and mL as it is measured out."""

    line: Ingredient
    grams: float
    spread: Spread
    ml: float


def family_of(key: str) -> Family:
    """A family by key, or FormulaError in words."""
    try:
        return families()[key]
    except KeyError:
        raise FormulaError("Choose a family.", None, "family") from None


def default_phase(supply: Supply, family: Family) -> Phase:
    """The phase that this is usually in, in a preparation of this family."""
    kind = supply.material.kind if supply.material else "water"
    if is_a(kind, "essential"):
        return "drops"
    if is_a(kind, "fat"):
        return "oil"
    if is_a(kind, "plant"):
        return "infused" if family.draws else "dry"
    if supply.material is None or supply.material.unit == "mL":
        return "liquid"
    return "dry"


def weighed(formula: Formula, kit: Kit = METRIC) -> tuple[Weighed, ...]:
    """Every line in g. FormulaError, beside its line, where that cannot be told."""
    if not formula.ingredients:
        raise FormulaError("Put something in: one line a material.", None, "lines")
    if sum(not line.at_use for line in formula.ingredients) > MOST_LINES:
        raise FormulaError(f"Keep it to {MOST_LINES} lines.", None, "lines")
    known: dict[int, Weighed] = {}
    for place, line in enumerate(formula.ingredients):
        if not math.isfinite(line.amount.value) or line.amount.value < 0.0:
            raise FormulaError("Say how much: a number, not below nothing.", place)
        if line.amount.unit not in TOLD_BY_OTHERS:
            known[place] = _measured(line, place, kit)
    known |= _covering(formula, known)
    known |= _in_shares(formula, known)
    out = tuple(known[place] for place in range(len(formula.ingredients)))
    for place, each in enumerate(out):
        if each.grams > MOST_GRAMS and not each.line.at_use:
            raise FormulaError(
                f"{each.grams / 1000:.3g} kg of {each.line.supply.name} is more than a kitchen "
                "makes at once.",
                place,
            )
    if sum(each.grams for each in out) <= 0.0:
        raise FormulaError("There is nothing in it yet: give a line an amount.", 0)
    return out


def _measured(line: Ingredient, place: int, kit: Kit) -> Weighed:
    """A line with an amount of its own."""
    material = line.material
    if not line.amount.unit:
        what = f"{line.amount.value:g} what of {line.supply.name}?"
        raise FormulaError(f"{what} Choose how it is measured.", place, "unit")
    try:
        found = measured(line.amount, material, kit)
    except MeasureError as raised:
        raise FormulaError(str(raised), place) from None
    density = _density(material)
    by_weight = line.amount.unit in measure_table().units["g"]
    if material is None and by_weight:
        return Weighed(line, found.amount, found.spread, found.amount / density)
    if material is None or material.unit == "mL":
        return Weighed(line, found.amount * density, found.spread, found.amount)
    if by_weight:
        packing = Spread.exact(1.0)
    elif line.amount.unit in material.weights:  # a piece weighs what its own form does
        packing = turned(material, own_form(material), line.form)
    else:
        packing = loose(material, line.form)
    grams = found.amount * packing.mid
    return Weighed(line, grams, _together(found.spread, packing), grams / density)


def _covering(formula: Formula, known: dict[int, Weighed]) -> dict[int, Weighed]:
    """Lines that cover the others, in g: by the room that those take up as they lie loose."""
    places = [place for place, line in enumerate(formula.ingredients) if line.amount.unit == COVER]
    rooms = [
        each.grams / _density(each.line.material)
        for each in known.values()
        if each.line.material and each.line.material.unit == "g" and each.line.phase in ("infused", "dry")
    ]
    out = {}
    for place in places:
        line = formula.ingredients[place]
        if line.material is not None and line.material.unit == "g":
            raise FormulaError(f"{line.supply.name} covers nothing: say how much.", place, "unit")
        volume = covering(rooms)
        if volume.mid <= 0.0:
            raise FormulaError("There is nothing to cover yet: give what lies in the pot an amount.", place)
        spread = Spread(volume.low / volume.mid, 1.0, volume.high / volume.mid)
        ml = volume.mid * line.amount.value
        out[place] = Weighed(line, ml * _density(line.material), spread, ml)
    return out


def _density(material: Material | None) -> float:
    if material is None:
        return WATER_DENSITY
    return material.density.mid if material.density else 1.0


def _together(first: Spread, second: Spread) -> Spread:
    """Two independent doubts as one, in shares of the middle."""
    low = math.hypot(1.0 - first.low, 1.0 - second.low / second.mid)
    high = math.hypot(first.high - 1.0, second.high / second.mid - 1.0)
    return Spread(max(1.0 - low, 0.0), 1.0, 1.0 + high)


def _in_shares(formula: Formula, known: dict[int, Weighed]) -> dict[int, Weighed]:
    """Lines given as shares, in g: of the base, of the whole, and parts of what the rest leaves."""
    lines = formula.ingredients
    places = [place for place in range(len(lines)) if place not in known]
    if not places:
        return {}
    by_unit: dict[str, list[int]] = {}
    for place in places:
        by_unit.setdefault(lines[place].amount.unit, []).append(place)
    grams: dict[int, float] = {}
    base = _base_grams(formula, known, by_unit.get("per 100", []))
    for place in by_unit.get("per 100", []):
        grams[place] = base * lines[place].amount.value / 100.0
    fixed = sum(each.grams for each in known.values()) + sum(grams.values())
    percent = by_unit.get("%", [])
    share = sum(lines[place].amount.value for place in percent) / 100.0
    if share > 1.0 + 1e-9:
        raise FormulaError(f"The shares come to {100 * share:.0f} %: they can be 100 at most.", percent[-1])
    parts = by_unit.get("part", [])
    whole = _whole(formula, fixed, share, parts, places[0])
    for place in percent:
        grams[place] = whole * lines[place].amount.value / 100.0
    count = sum(lines[place].amount.value for place in parts)
    rest = whole - fixed - whole * share
    if parts and rest < -1e-6:
        raise FormulaError(
            f"It is to make {whole:.0f} g, and the other lines are {fixed + whole * share:.0f} g already.",
            None,
            "makes",
        )
    for place in parts:
        grams[place] = max(rest, 0.0) * lines[place].amount.value / count if count else 0.0
    scale = measure_table().shares
    return {
        place: Weighed(
            lines[place],
            each,
            Spread.within(1.0, min(max(scale.scale, scale.scale_floor / each) if each > 0.0 else 0.0, 0.9)),
            each / _density(lines[place].material),
        )
        for place, each in grams.items()
    }


def _base_grams(formula: Formula, known: dict[int, Weighed], asking: Sequence[int]) -> float:
    """g of the line that proportions refer to: the one that was named, or the heaviest that is known."""
    if not asking:
        return 0.0
    if formula.base is not None:
        for place, line in enumerate(formula.ingredients):
            if line.id == formula.base and place in known:
                return known[place].grams
    if not known:
        raise FormulaError("Give the base a weight: the other lines are told by it.", asking[0])
    return max(each.grams for each in known.values())


def _whole(formula: Formula, fixed: float, share: float, parts: Sequence[int], first: int) -> float:
    """g of all that goes in."""
    if formula.makes is not None:
        if not parts and share < 1.0 - 1e-9 and fixed > 0.0 and share > 0.0:
            return fixed / (1.0 - share)
        return formula.makes
    if parts or (share and fixed <= 0.0):
        raise FormulaError("Say how much to make in all, or give the lines weights.", None, "makes")
    if share >= 1.0 - 1e-9 and fixed > 0.0:
        raise FormulaError("The shares are 100 % already, and there are weights besides.", first)
    return fixed / (1.0 - share) if share else fixed


def of_form(material: Material | None, form: str) -> Form | Literal[""]:
    """The form that a line has: the one named, or the one the library's figures are of."""
    return form_of(material, form)


def named(lines: Iterable[Ingredient]) -> str:
    """What is in it, in few words: 'rhassoul, kaolin and 3 more'."""
    names = list(dict.fromkeys(line.supply.name for line in lines))
    return few(names, 3)
