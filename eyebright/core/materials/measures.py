"""What a household measures with, and how far each of it can be trusted.

Unit factors come from pint; spoons, cups, splashes and handfuls from `measures.toml`; scoops, bottles
and fill marks from the household itself. An amount in any of them becomes mL or g with its spread.
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from typing import Literal

from .. import tables
from ..numbers import Spread
from ..numerals import Count, typed_number
from .material import Material

Unit = Literal["mL", "g"]


class MeasureError(ValueError):
    """An amount that no kitchen can measure, in the job's words."""


@dataclass(frozen=True)
class Spoon:
    """A spoon or a cup: its volume (mL), how it divides, and from what volume (mL) it is used."""

    key: str
    name: str
    plural: str
    volume: float
    step: int
    least: float


@dataclass(frozen=True)
class ByEye:
    """A splash, a pinch, a handful: mL with their range, and whether it is said of liquids or solids."""

    key: str
    name: str
    plural: str
    of: tuple[Unit, ...]
    volume: Spread


@dataclass(frozen=True)
class SpoonSystem:
    """The spoons and cups of one part of the world."""

    key: str
    name: str
    measures: tuple[Spoon, ...]


@dataclass(frozen=True)
class MeasuringJug:
    """A measuring jug: capacity (mL), how far apart its marks are, and those with a number."""

    capacity: float
    mark: float
    numbered: float


@dataclass(frozen=True)
class Shares:
    """What each way of measuring is good to: shares of the amount, 90 %; `scale_floor` in g."""

    spoon: float
    jug: float
    powder_spoon: float
    scale: float
    scale_floor: float
    own_spoon: float
    own_vessel: float
    share_by_eye: float
    spoon_up_to: float


@dataclass(frozen=True)
class MeasureTable:
    """Everything in `measures.toml`. `least` and `most`: mL of rinse worth planning."""

    systems: Mapping[str, SpoonSystem]
    by_eye: tuple[ByEye, ...]
    jugs: tuple[MeasuringJug, ...]
    shares: Shares
    least: float
    most: float
    units: Mapping[str, Mapping[str, str]]
    units_of: Mapping[str, Mapping[str, str]]


@cache
def measure_table() -> MeasureTable:
    """The measures of `measures.toml`, read once."""
    table = tables.figures(__file__, "measures.toml")
    return MeasureTable(
        systems=tables.by_key(__file__, "measures.toml", "system", SpoonSystem),
        by_eye=tuple(tables.rows(__file__, "measures.toml", "by_eye", ByEye, volume=Spread.of)),
        jugs=tuple(tables.rows(__file__, "measures.toml", "jug", MeasuringJug)),
        shares=table.as_(Shares, "spread"),
        least=table.number("rinse", "least"),
        most=table.number("rinse", "most"),
        units=table.as_(dict[str, dict[str, str]], "units"),
        units_of=table.as_(dict[str, dict[str, str]], "units_of"),
    )


@cache
def per(unit: str, base: Unit, system: str = "metric") -> float:
    """How many mL or g one of this unit is, by the custom of the place; MeasureError where it is neither."""
    import pint  # slow to import, and only needed once a unit

    own = measure_table().units_of.get(system, {}) if base == "mL" else {}
    names = {**measure_table().units[base], **own}
    if unit not in names:
        what = "a volume" if base == "mL" else "a weight"
        raise MeasureError(f"{what} is given in {', '.join(names)}, not in {unit}")
    registry: pint.UnitRegistry[float] = pint.UnitRegistry(cache_folder=None)
    return float(registry.Quantity(names[unit]).to("milliliter" if base == "mL" else "gram").magnitude)


@dataclass(frozen=True)
class OwnSpoon:
    """A spoon or scoop of the household's own: mL, or g of one material where it was weighed with it."""

    key: str
    name: str
    volume: float | None = None
    grams: float | None = None
    material: str | None = None


@dataclass(frozen=True)
class OwnVessel:
    """A vessel of the household's own, or a fill mark on one: mL."""

    key: str
    name: str
    volume: float


@dataclass(frozen=True)
class Kit:
    """What one household measures with: spoons and cups, the largest first, and things of its own."""

    system: str
    spoons: tuple[Spoon, ...]
    own: tuple[OwnSpoon, ...] = ()
    vessels: tuple[OwnVessel, ...] = ()

    def ml(self, unit: str) -> float:
        """How many mL one of this unit is, spoons and cups included."""
        found = next((spoon.volume for spoon in self.spoons if spoon.key == unit), None)
        return found or per(unit, "mL", self.system)


def kit(system: str, own: tuple[OwnSpoon, ...] = (), vessels: tuple[OwnVessel, ...] = ()) -> Kit:
    """The kit of a household by the custom of its place; MeasureError for one that there is not."""
    if system not in measure_table().systems:
        raise MeasureError(f"spoons are {', '.join(measure_table().systems)}, not {system}")
    return Kit(system, measure_table().systems[system].measures, own, vessels)


METRIC = kit("metric")


@dataclass(frozen=True)
class Amount:
    """So much, as it was said: a number and its unit, and whether a powder was pressed down.

    `low` and `high`, as factors of the number: 15 to 30 drops are 22.5, from 0.67 to 1.33 times that.
    """

    value: float
    unit: str
    packed: bool = False
    low: float = 1.0
    high: float = 1.0

    @classmethod
    def ranging(cls, count: Count, unit: str, packed: bool = False) -> "Amount":
        """So much, from a number that may be a range."""
        if count.sure or count.mid <= 0.0:
            return cls(count.mid, unit, packed)
        return cls(count.mid, unit, packed, count.low / count.mid, count.high / count.mid)

    def to(self, value: float) -> "Amount":
        """So much instead, and no range any more."""
        return self if value == self.value else Amount(value, self.unit, self.packed)

    @property
    def written(self) -> str:
        """As a person would type it: '22.5', '15–30'."""
        if self.low == self.high:
            return typed_number(self.value)
        return "–".join(typed_number(round(self.value * end, 3)) for end in (self.low, self.high))


@dataclass(frozen=True)
class Measured:
    """An amount in mL (liquids) or g (solids), and its spread as factors of itself."""

    amount: float
    spread: Spread


def measured(said: Amount, substance: Material | None, kit: Kit = METRIC) -> Measured:
    """What an amount of a material (None for a water) comes to, with its doubt, a range said included.

    MeasureError, in the job's words, where it cannot be told.
    """
    out = _measured(said, substance, kit)
    if said.low == said.high:
        return out
    return Measured(out.amount, _product(out.spread, Spread(said.low, 1.0, said.high)))


def _measured(said: Amount, substance: Material | None, kit: Kit) -> Measured:
    if not math.isfinite(said.value) or said.value < 0.0:
        raise MeasureError("Say how much: a number, not below nothing.")
    base: Unit = substance.unit if substance else "mL"
    shares = measure_table().shares
    if substance and (piece := substance.weights.get(said.unit)) is not None:
        return _times(said.value, _as_base(piece, substance), math.sqrt(max(said.value, 1.0)))
    if said.unit == "oz" and base == "mL":
        return _times(said.value, _ounce(substance, kit))
    if said.unit in measure_table().units["g"]:
        grams = said.value * per(said.unit, "g")
        reach = max(shares.scale, shares.scale_floor / grams) if grams > 0.0 else 0.0
        return _times(grams, _as_base(Spread.within(1.0, min(reach, 0.9)), substance))
    volume = _volume(said, base, substance, kit)
    if isinstance(volume, Measured):
        return volume
    if substance is None or base == "mL":
        return _times(said.value, volume)
    if substance.density is None:
        raise MeasureError(
            f"Nobody has said what a spoonful of {substance.name} weighs: weigh one and put it with the "
            "material on the shelf, or give grams."
        )
    pressed = substance.packed if said.packed else 1.0
    return _times(
        said.value * volume.mid * substance.density.mid * pressed, _product(volume, substance.density)
    )


def _volume(said: Amount, base: Unit, substance: Material | None, kit: Kit) -> Spread | Measured:
    """mL of one of this unit, with its range; or g at once for a scoop weighed with this material."""
    shares, name = measure_table().shares, said.unit
    for own in kit.own:
        if own.key != name:
            continue
        if own.grams is not None and substance and own.material in (None, substance.key):
            return _times(said.value, _as_base(Spread.within(own.grams, shares.own_spoon), substance))
        if own.volume is None:
            raise MeasureError(
                f"The {own.name} was only weighed with something else: say how many mL it holds."
            )
        return Spread.within(own.volume, shares.own_spoon)
    for vessel in kit.vessels:
        if vessel.key == name:
            whole = said.value == round(said.value)
            reach = shares.own_vessel if whole else math.hypot(shares.own_vessel, shares.share_by_eye)
            return Spread.within(vessel.volume, reach)
    for eye in measure_table().by_eye:
        if eye.key == name:
            if base not in eye.of:
                raise MeasureError(
                    f"Nobody measures {substance.name.lower() if substance else 'water'} by the {eye.name}."
                )
            return eye.volume
    spoon = next((spoon for spoon in kit.spoons if spoon.key == name), None)
    if spoon is not None:
        return Spread.within(spoon.volume, shares.powder_spoon if base == "g" else shares.spoon)
    volume = per(name, "mL", kit.system)
    by_spoon = said.value * volume < shares.spoon_up_to
    return Spread.within(volume, shares.spoon if by_spoon else shares.jug)


def _ounce(substance: Material | None, kit: Kit) -> Spread:
    """An ounce of what pours, in mL: nobody says whether it was weighed or poured."""
    weighed = _as_base(Spread.exact(per("oz", "g")), substance).mid
    poured = per("fl oz", "mL", kit.system)
    shares = measure_table().shares
    low, high = min(weighed, poured), max(weighed, poured)
    return Spread(low * (1.0 - shares.jug), (low + high) / 2.0, high * (1.0 + shares.jug))


def _as_base(grams: Spread, substance: Material | None) -> Spread:
    """g as the mL or g that this material is counted in; a gram of water is a mL."""
    if substance is None or substance.unit == "g" or substance.density is None:
        return grams
    each = substance.density.mid
    return Spread(grams.low / each, grams.mid / each, grams.high / each)


def _product(first: Spread, second: Spread) -> Spread:
    """The product of two independent spreads, as shares of its middle."""
    low = math.hypot(1.0 - first.low / first.mid, 1.0 - second.low / second.mid)
    high = math.hypot(first.high / first.mid - 1.0, second.high / second.mid - 1.0)
    return Spread(max(1.0 - low, 0.0), 1.0, 1.0 + high)


def _times(value: float, each: Spread, evened: float = 1.0) -> Measured:
    """So many of a spread, its range turned to shares of the middle; `evened`: how far many even out."""
    low, high = (1.0 - each.low / each.mid) / evened, (each.high / each.mid - 1.0) / evened
    return Measured(each.mid * value, Spread(1.0 - low, 1.0, 1.0 + high))


def offered(substance: Material | None, kit: Kit = METRIC) -> list[tuple[str, str]]:
    """The units that amounts of this material can be said in: (key, name), the usual ones first.

    Whatever pours can be weighed, and a powder spooned or measured where it is known what that weighs.
    """
    base: Unit = substance.unit if substance else "mL"
    other: Unit = "g" if base == "mL" else "mL"
    plain = [(unit, unit) for unit in measure_table().units[base]]
    eyes = [(eye.key, eye.plural) for eye in measure_table().by_eye if base in eye.of]
    pieces = [(piece, piece) for piece in substance.weights] if substance else []
    own = [(spoon.key, spoon.name) for spoon in kit.own if _fits(spoon, substance)]
    if base == "g" and substance is not None and substance.density is None:
        return plain[:2] + own + pieces + plain[2:]
    spoons = [(spoon.key, spoon.plural) for spoon in reversed(kit.spoons)]
    vessels = [(vessel.key, vessel.name) for vessel in kit.vessels]
    across = [(unit, unit) for unit in measure_table().units[other] if unit != "oz"]
    if base == "mL":
        plain.insert(3, ("oz", "oz"))
    return plain[:2] + across[:1] + spoons + own + pieces + vessels + eyes + plain[2:] + across[1:]


def _fits(spoon: OwnSpoon, substance: Material | None) -> bool:
    return spoon.volume is not None or (substance is not None and spoon.material in (None, substance.key))
