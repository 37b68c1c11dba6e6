"""What of the shelf goes over the wire."""

from typing import Annotated

from ninja import Schema

from eyebright.config.fields import AS_NUMBER, Blank, MgPerLitre, Name, Note, Percent, chosen, number_between
from eyebright.config.wire import FigureOut, Out

NO_MATERIAL = "Choose what it is from the library."
NO_KIND = "Choose the nearest kind of water."

OwnStrength = Annotated[Percent | None, Blank]
OwnFigure = Annotated[MgPerLitre | None, Blank]


class MaterialOut(Out):
    """A material of the library that a rinse can be made from."""

    key: str
    name: str
    also: list[str]
    kind: str
    label: bool
    strength: FigureOut
    source: str


class WaterKindOut(Out):
    """A class of water."""

    key: str
    name: str
    about: str
    alkalinity: FigureOut
    hardness: FigureOut
    source: str


class LibraryOut(Out):
    """What can be put on the shelf."""

    materials: list[MaterialOut]
    waters: list[WaterKindOut]


class LotIn(Schema):
    """A lot as it is entered. `strength` empty means the library's own."""

    material: Annotated[str, chosen(NO_MATERIAL)]
    name: Name
    strength: OwnStrength = None
    note: Note = ""


class LotOut(Out):
    """A lot on the shelf, with what it does by itself."""

    id: int
    material: str
    material_name: str
    kind: str
    name: str
    own_strength: float | None
    strength: FigureOut
    neat_ph: FigureOut | None
    note: str
    source: str


class WaterIn(Schema):
    """A water as it is entered. Figures in mg/L as CaCO3; empty means the class's own."""

    kind: Annotated[str, chosen(NO_KIND)]
    name: Name
    alkalinity: OwnFigure = None
    hardness: OwnFigure = None
    note: Note = ""


class WaterOut(Out):
    """A water on the shelf."""

    id: int
    kind: str
    kind_name: str
    name: str
    own_alkalinity: float | None
    own_hardness: float | None
    alkalinity: FigureOut
    hardness: FigureOut
    ph: FigureOut
    note: str
    source: str


class VesselIn(Schema):
    """A vessel as it is entered: what it holds to the brim, or to your mark, in mL."""

    name: Name
    volume: Annotated[
        float,
        number_between(5, 20_000, "From 5 mL to 20 L: fill it from a measuring jug to know."),
        AS_NUMBER,
    ]


class VesselOut(Out):
    """A vessel of the household's own."""

    id: int
    name: str
    volume: float
