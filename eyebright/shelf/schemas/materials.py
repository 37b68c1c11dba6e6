"""The library of materials, the household's own, what it corrects of a row, and a page for each."""

from typing import Annotated, Literal

from ninja import Schema
from pydantic import BeforeValidator, Field

from eyebright.core.formulas.change import Effect
from eyebright.kept.fields import (
    AS_NUMBER,
    Blank,
    Name,
    Note,
    Number,
    Percent,
    Ph,
    chosen,
    number_between,
    too_long,
    words,
)
from eyebright.kept.versions import Change
from eyebright.kept.wire import Figure, Out

NO_KIND = "Choose the nearest kind."
Unit = Literal["mL", "g"]
Stain = Literal["", "tints", "darkens", "reddens"]
MaybeNumber = Annotated[Number | None, Blank]
Words = Annotated[str, BeforeValidator(words)]
Keys = Annotated[list[str], Field(max_length=80)]


class MaterialOut(Out):
    """A material of the library, or of the household's own; `ready`: used as it was bought, or ""."""

    key: str
    name: str
    also: list[str]
    latin: str
    kind: str
    unit: Unit
    label: bool
    ready: str
    strength: Figure | None
    source: str


class KeptMaterialOut(MaterialOut):
    """One that the household has said something of, and the version of that."""

    version: int


class KindOut(Out):
    """A kind of material, for one that the library does not hold. `strong`: it has a strength."""

    key: str
    name: str
    unit: Unit
    strong: bool


class HazardOut(Out):
    """Something that a material may carry, as it is asked of one of the household's own."""

    key: str
    ask: str


class PropertyOut(Out):
    """A figure that can be given of a material: what is asked, in what, what it changes, of which kinds."""

    key: str
    ask: str
    unit: str
    changes: str
    kinds: list[str]
    first: list[str]


class GuessOut(Out):
    """What a name gives away: its kind, hazards by key, and why it never goes on a head ("" for what may).

    `asks`: in a sentence, what it sounds like; `library`: rows of the library that are called so; `mine`: a
    material of the household's own that is.
    """

    kind: str
    hazards: list[str]
    refused: str
    why: str
    asks: str
    library: list[MaterialOut]
    mine: MaterialOut | None


class LibraryOut(Out):
    """What can be said of a material: its kinds, what it may carry, its figures."""

    kinds: list[KindOut]
    hazards: list[HazardOut]
    properties: list[PropertyOut]


class PieceIn(Schema):
    """One piece of it, and what it weighs in g."""

    name: Name
    grams: Annotated[float, number_between(0.001, 5000, "A piece weighs 0.001 to 5000 g."), AS_NUMBER]


class FiguresIn(Schema, extra="forbid"):
    """What is known of a material in figures and words; what is left open stays as its kind or row has it.

    `strength` of an acid; `ph`: as it reads by itself, or `per` g in 100 mL of distilled water where it is a
    powder; `figures`: answers by the key of a property.
    """

    strength: Annotated[Percent | None, Blank] = None
    ph: Annotated[Ph | None, Blank] = None
    per: Annotated[
        Annotated[float, number_between(0.1, 50, "From 0.1 to 50 g in 100 mL."), AS_NUMBER] | None, Blank
    ] = None
    figures: dict[str, MaybeNumber] = {}
    pieces: Annotated[list[PieceIn], Field(max_length=12)] = []
    stain: Stain = ""
    smell: Annotated[Words, too_long(40, "Keep the smell to 40 letters.")] = ""
    latin: Annotated[Words, too_long(120, "Keep the botanical name to 120 letters.")] = ""
    also: Annotated[list[Name], Field(max_length=30)] = []
    contains: Keys = []
    may_contain: Keys = []
    note: Note = ""


class OwnMaterialIn(FiguresIn):
    """A material of the household's own.

    `hazards`: keys as answered; nothing said: guessed from the name. `cleared`: somebody has looked, and it
    is not the refused thing that its name says.
    """

    name: Name
    kind: Annotated[str, chosen(NO_KIND)]
    hazards: Keys | None = None
    cleared: bool = False


class OwnMaterialChangeIn(OwnMaterialIn, Change):
    """What changes in one."""


class CorrectionIn(FiguresIn):
    """What this household has otherwise of a row of the library.

    `hazards`, `contains` and `may_contain` come on top; `ruled_out`: what its packet says is not in it.
    """

    hazards: Keys = []
    ruled_out: Keys = []


class CorrectionChangeIn(CorrectionIn, Change):
    """What changes in that; version 0 where nothing was said of it yet."""


class FactOut(Out):
    """One thing that is known of a material: what, how much, and where it comes from.

    `guessed`: its kind's, not its own; `source` in words.
    """

    name: str
    figure: Figure | None
    says: str
    guessed: bool
    source: str


class MaterialLotOut(Out):
    """A bottle or bag of it, by key and name."""

    key: str
    name: str


class FormOut(Out):
    """A form that it comes in: what a teaspoon weighs, how many g do as much as 1 g of its own form."""

    key: str
    name: str
    own: bool
    spoonful: Figure | None
    times: Figure


class StandInOut(Out):
    """What could stand in for it: how many g for a gram, and what it does alike."""

    key: str
    name: str
    times: float
    does: str


class MaterialPageOut(MaterialOut):
    """All that is known of a material.

    `own` or `corrected` by this household, with its `note`; `version` of what the household has said of it,
    0 for nothing; `own_figures`, `correction`: what was entered,
    to be changed. `cautions` and `meets`: what to beware of, and what it may not meet.
    """

    version: int
    kind_name: str
    refuse: str
    own: bool
    corrected: bool
    note: str
    effects: list[Effect]
    facts: list[FactOut]
    forms: list[FormOut]
    usual: list[str]
    cautions: list[str]
    meets: list[str]
    contains: list[str]
    may_contain: list[str]
    may_contain_keys: list[str]
    neat_ph: Figure | None
    keeps: str
    stand_ins: list[StandInOut]
    lots: list[MaterialLotOut]
    own_figures: OwnMaterialIn | None
    correction: CorrectionIn | None


# ---- labels ----


class LabelIn(Schema):
    """What a bought thing's label says, as it is entered: empty for what it does not say.

    pH from `ph_low` to `ph_high` (one of them alone is just that); `active` in % from and to; `dose` in mL
    or g a wash; `strength`: a class; `ingredients`: the list as it stands there.
    """

    ph_low: Annotated[Ph | None, Blank] = None
    ph_high: Annotated[Ph | None, Blank] = None
    strength: str = ""
    active_low: Annotated[Percent | None, Blank] = None
    active_high: Annotated[Percent | None, Blank] = None
    dose: Annotated[
        Annotated[float, number_between(0.2, 60, "A wash takes 0.2 to 60 mL or g."), AS_NUMBER] | None, Blank
    ] = None
    ingredients: Annotated[str, too_long(12_000, "That is longer than any label: paste the list alone.")] = ""


class LabelTextIn(Schema):
    """A label's text, as it was pasted, and the material that it stands on."""

    text: Annotated[str, too_long(60_000, "That is longer than any label: paste the label alone.")]
    material: str = ""


class IngredientOut(Out):
    """One ingredient of a label: what it is, "" for what nobody here knows; its allergens and hazards."""

    name: str
    role: str
    contains: list[str]
    hazards: list[str]
    percent: float | None
    maybe: bool


class LabelOut(Out):
    """A label read: its fields, its ingredients, and what it leaves open."""

    label: LabelIn
    strength_name: str
    ingredients: list[IngredientOut]
    unread: list[str]
    doubts: list[str]
    active: Figure | None
    ph: Figure | None


class StrengthClassOut(Out):
    """A class of strength that a label may be of."""

    key: str
    name: str
