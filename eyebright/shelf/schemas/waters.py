"""Waters, their figures on a day, and the home titration."""

from datetime import date
from typing import Annotated, Literal

from ninja import Schema

from eyebright.kept.fields import AS_NUMBER, Blank, MgPerLitre, Name, Note, Ph, chosen, number_between
from eyebright.kept.versions import Change
from eyebright.kept.wire import Figure, Out

from .readings import ReadIn

NO_KIND = "Choose the nearest kind of water."

OwnFigure = Annotated[MgPerLitre | None, Blank]
Origin = Literal["supplier", "titration"]


class WaterKindOut(Out):
    """A class of water."""

    key: str
    name: str
    about: str
    alkalinity: Figure
    hardness: Figure
    source: str


class WaterIn(Schema):
    """A water as it is entered. Figures in mg/L as CaCO3; empty means the class's own."""

    kind: Annotated[str, chosen(NO_KIND)]
    name: Name
    alkalinity: OwnFigure = None
    hardness: OwnFigure = None
    note: Note = ""


class WaterChangeIn(WaterIn, Change):
    """What changes in a water."""


class ProfileIn(Schema):
    """Figures of a water on a day, from its supplier: mg/L as CaCO3, sodium in mg/L, its own pH."""

    on: date
    alkalinity: OwnFigure = None
    hardness: OwnFigure = None
    sodium: OwnFigure = None
    ph: Annotated[Ph | None, Blank] = None


class ProfileOut(Out):
    """Figures of a water on a day."""

    id: int
    on: date
    origin: Origin
    alkalinity: Figure | None
    hardness: Figure | None
    sodium: Figure | None
    ph: Figure | None


class WaterOut(Out):
    """A water on the shelf. `key` is what it is called in a jug; the profiles the newest first.

    `unknown`: its class is not known here, and has to be said anew.
    """

    id: int
    version: int
    unknown: bool
    key: str
    kind: str
    kind_name: str
    name: str
    own_alkalinity: float | None
    own_hardness: float | None
    alkalinity: Figure
    hardness: Figure
    ph: Figure
    profiles: list[ProfileOut]
    says: str
    readings: int
    note: str
    source: str


class ReportIn(Schema):
    """A supplier's figures as the text of a CSV file."""

    text: str


class TitrationStepIn(Schema):
    """All the vinegar that is in it by now (mL), and what was read then."""

    vinegar: Annotated[float, number_between(0, 200, "From 0 to 200 mL of vinegar."), AS_NUMBER]
    read: ReadIn


class TitrationIn(Schema):
    """A titration: so much water (mL), with a vinegar of the shelf, step by step. `keep` it as a profile."""

    vinegar: int
    water: Annotated[
        float, number_between(100, 5000, "From 100 mL to 5 L of water; a litre is best."), AS_NUMBER
    ]
    steps: list[TitrationStepIn]
    keep: bool = False


class TitrationOut(Out):
    """What it says: alkalinity in mg/L as CaCO3, and what to do next."""

    alkalinity: Figure
    advice: str
    kept: bool
