"""What the household measures with: its spoons and cups, and things of its own."""

from typing import Annotated

from ninja import Schema

from eyebright.kept.fields import AS_NUMBER, Blank, Name, number_between
from eyebright.kept.versions import Change
from eyebright.kept.wire import Out

VesselVolume = Annotated[
    float,
    number_between(5, 20_000, "From 5 mL to 20 L: fill it from a measuring jug to know."),
    AS_NUMBER,
]
SpoonVolume = Annotated[float, number_between(0.1, 500, "A spoon or scoop holds 0.1 to 500 mL."), AS_NUMBER]
SpoonGrams = Annotated[float, number_between(0.05, 500, "A spoonful weighs 0.05 to 500 g."), AS_NUMBER]


Height = Annotated[
    Annotated[float, number_between(1, 600, "From 1 to 600 mm above its inside bottom."), AS_NUMBER] | None,
    Blank,
]


class MarkIn(Schema):
    """A fill mark on a vessel, in mL; `height` in mm above its inside bottom, where that was measured."""

    name: Name
    volume: VesselVolume
    height: Height = None


class VesselIn(Schema):
    """A vessel as it is entered: what it holds to the brim, in mL, and the marks on it."""

    name: Name
    volume: VesselVolume
    marks: list[MarkIn] = []


class VesselChangeIn(VesselIn, Change):
    """What changes in a vessel."""


class FillMarkOut(Out):
    """A fill mark on a vessel, and how high it stands (mm), where that is known."""

    name: str
    volume: float
    height: float | None = None


class VesselOut(Out):
    """A vessel of the household's own."""

    id: int
    version: int
    name: str
    volume: float
    marks: list[FillMarkOut]


class SpoonIn(Schema):
    """A spoon or scoop: mL, or g of a material (its key; empty for anything) weighed with it."""

    name: Name
    volume: Annotated[SpoonVolume | None, Blank] = None
    grams: Annotated[SpoonGrams | None, Blank] = None
    material: str = ""


class SpoonChangeIn(SpoonIn, Change):
    """What changes in a spoon."""


class SpoonOut(Out):
    """A spoon or scoop of the household's own."""

    id: int
    version: int
    name: str
    volume: float | None
    grams: float | None
    material: str
    material_name: str
