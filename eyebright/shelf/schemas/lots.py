"""Lots, the library they come from, and materials of the household's own."""

from datetime import date
from typing import Annotated, Literal

from ninja import Schema

from eyebright.config.fields import AS_NUMBER, Blank, Name, Note, Percent, Ph, chosen, number_between
from eyebright.config.wire import FigureOut, Out

NO_MATERIAL = "Choose what it is from the library."
NO_KIND = "Choose the nearest kind."

OwnStrength = Annotated[Percent | None, Blank]
Much = Annotated[
    float, number_between(0, 100_000, "From nothing to 100 litres or kilos, in mL or g."), AS_NUMBER
]
Share = Annotated[float, number_between(0, 1, "From nothing to all of it."), AS_NUMBER]
Price = Annotated[float, number_between(0, 10_000, "A price, from nothing to 10 000."), AS_NUMBER]
Day = Annotated[date | None, Blank]
MaybeMuch = Annotated[Much | None, Blank]
Unit = Literal["mL", "g"]


class MaterialOut(Out):
    """A material of the library."""

    key: str
    name: str
    also: list[str]
    latin: str
    kind: str
    unit: Unit
    label: bool
    strength: FigureOut | None
    source: str


class FactOut(Out):
    """One thing that is known of a material: what, how much, and whether it is its own or its kind's."""

    name: str
    figure: FigureOut | None
    says: str
    guessed: bool


class MaterialWholeOut(MaterialOut):
    """All that is known of a material."""

    facts: list[FactOut]
    neat_ph: FigureOut | None
    keeps: str


class KindOut(Out):
    """A kind of material, for one that the library does not hold."""

    key: str
    name: str
    unit: Unit


class HazardOut(Out):
    """Something that a material may carry, as it is asked of one of the household's own."""

    key: str
    ask: str


class GuessOut(Out):
    """What a name gives away: its kind, hazards by key, and why it never goes on a head ("" for what may)."""

    kind: str
    hazards: list[str]
    refused: str
    why: str


class LibraryOut(Out):
    """What can be put on the shelf."""

    materials: list[MaterialOut]
    kinds: list[KindOut]
    hazards: list[HazardOut]


class OwnMaterialIn(Schema):
    """A material of the household's own: what is known of it; the rest is estimated from its kind.

    `spoonful`: g in a level 5 mL teaspoon. `ph`: as it reads by itself, or `per` g in 100 mL of
    distilled water where it is a powder. `hazards`: keys as answered; nothing said: guessed from the name.
    `cleared`: somebody has looked, and it is not the refused thing that its name says.
    """

    name: Name
    kind: Annotated[str, chosen(NO_KIND)]
    spoonful: Annotated[
        Annotated[float, number_between(0.05, 20, "A level teaspoon weighs 0.05 to 20 g."), AS_NUMBER] | None,
        Blank,
    ] = None
    strength: OwnStrength = None
    ph: Annotated[Ph | None, Blank] = None
    per: Annotated[
        Annotated[float, number_between(0.1, 50, "From 0.1 to 50 g in 100 mL."), AS_NUMBER] | None, Blank
    ] = None
    contains: list[str] = []
    hazards: list[str] | None = None
    cleared: bool = False
    note: Note = ""


class LotIn(Schema):
    """A lot as it is entered. `strength` empty means the library's own; amounts in mL or g.

    `left_share`: what is left by eye, as a share of what it held, instead of `left`.

    `material` is a key of the library, or of a material of the household's own.
    """

    material: Annotated[str, chosen(NO_MATERIAL)]
    name: Name
    strength: OwnStrength = None
    size: MaybeMuch = None
    left: MaybeMuch = None
    left_share: Annotated[Share | None, Blank] = None
    price: Annotated[Price | None, Blank] = None
    opened_on: Day = None
    use_by: Day = None
    note: Note = ""


class NoticeOut(Out):
    """One thing to say of a lot as it stands."""

    what: Literal["low", "empty", "past", "soon", "open long"]
    says: str


class LotOut(Out):
    """A lot on the shelf, with what it does by itself. `key` is what it is called in a jug."""

    id: int
    key: str
    material: str
    material_name: str
    kind: str
    unit: Unit
    name: str
    own_strength: float | None
    strength: FigureOut | None
    strength_unit: str
    neat_ph: FigureOut | None
    size: float | None
    left: float | None
    price: float | None
    opened_on: date | None
    use_by: date | None
    notices: list[NoticeOut]
    readings: int
    note: str
    source: str


class LotsOut(Out):
    """A page of lots, by name, how many there are in all, and how many call for a look."""

    items: list[LotOut]
    total: int
    noticed: int


class UnitOut(Out):
    """A unit that an amount can be said in."""

    key: str
    name: str


class SupplyOut(Out):
    """Something that can go into a jug: a lot, a water; a material or a class of water that is not at hand.

    `sour`: an acid with a strength, that a rinse can be made of; `forms` that it comes in, none for most.
    """

    key: str
    name: str
    kind: str
    what: Literal["water", "acid", "alkali", "other"]
    sour: bool
    unit: Unit
    units: list[UnitOut]
    at_hand: bool
    forms: list[str]
    packs: bool
