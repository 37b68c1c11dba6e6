"""Lots, and what can go into a jug."""

from datetime import date
from typing import Annotated, Literal

from ninja import Schema

from eyebright.core.materials import Notice
from eyebright.kept.fields import AS_NUMBER, Blank, Name, Note, Percent, chosen, number_between
from eyebright.kept.versions import Change
from eyebright.kept.wire import Figure, Out

from .materials import IngredientOut, LabelIn, Unit

NO_MATERIAL = "Choose what it is from the library."

OwnStrength = Annotated[Percent | None, Blank]
Quantity = Annotated[
    float, number_between(0, 100_000, "From nothing to 100 litres or kilos, in mL or g."), AS_NUMBER
]
Share = Annotated[float, number_between(0, 1, "From nothing to all of it."), AS_NUMBER]
Price = Annotated[float, number_between(0, 10_000, "A price, from nothing to 10 000."), AS_NUMBER]
Day = Annotated[date | None, Blank]
MaybeQuantity = Annotated[Quantity | None, Blank]


class LotIn(Schema):
    """A lot as it is entered. `strength` empty means the library's own; amounts in mL or g.

    `left_share`: what is left by eye, as a share of what it held, instead of `left`.

    `material` is a key of the library, or of a material of the household's own. `set_aside`: what was read
    of it as something else is set aside, where it is called something else now.
    """

    material: Annotated[str, chosen(NO_MATERIAL)]
    name: Name
    strength: OwnStrength = None
    size: MaybeQuantity = None
    left: MaybeQuantity = None
    left_share: Annotated[Share | None, Blank] = None
    price: Annotated[Price | None, Blank] = None
    opened_on: Day = None
    use_by: Day = None
    label: LabelIn | None = None
    note: Note = ""
    set_aside: bool = False


class LotChangeIn(LotIn, Change):
    """What changes in a lot."""


class LotOut(Out):
    """A lot on the shelf, with what it does by itself. `key` is what it is called in a jug.

    `ready`: used as it was bought, or ""; `unlabelled`: its strength could be read off it, and nobody has.
    `unknown`: what it is is not known here, and has to be said anew.
    """

    id: int
    version: int
    key: str
    unknown: bool
    material: str
    material_name: str
    kind: str
    unit: Unit
    name: str
    own_strength: float | None
    strength: Figure | None
    strength_unit: str
    neat_ph: Figure | None
    size: float | None
    left: float | None
    price: float | None
    opened_on: date | None
    use_by: date | None
    notices: list[Notice]
    readings: int
    note: str
    source: str
    ready: str
    unlabelled: bool
    label: LabelIn | None
    ingredients: list[IngredientOut]
    doubts: list[str]


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

    `sour`: an acid with a strength, that a rinse can be made of; `forms` that it comes in, none for most;
    `ready`: used as it was bought.
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
    ready: bool
