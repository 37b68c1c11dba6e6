"""What of formulas goes over the wire."""

from datetime import datetime
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from eyebright.config.fields import Blank, Name, Note, Number, chosen
from eyebright.config.wire import CautionOut, FigureOut, Out
from eyebright.shelf.schemas.lots import StuffOut

Phase = Literal["dry", "liquid", "infused", "oil", "drops"]
Form = Literal["", "fresh", "whole", "broken", "powder"]
Place = Literal["shelf", "fridge", "freezer"]
Pot = Literal["steel", "enamel", "glass", "aluminium", "copper", "iron"]
Bottle = Literal["glass", "plastic", "jar", "none"]
Use = Literal["rinsed_out", "left_in"]
MOST_LINES, MOST_STEPS, LONGEST = 60, 60, 200

MaybeNumber = Annotated[Number | None, Blank]
Short = Annotated[str, Field(max_length=LONGEST)]


class IngredientIn(Schema):
    """One line as it is written: `amount` as it was typed. `phase` and `form` "" are the usual ones.

    `text`: what was pasted, where it could not be read; such a line has no `stuff`.
    """

    id: Annotated[int, Field(ge=1, le=100_000)]
    stuff: Short = ""
    amount: Annotated[str, Field(max_length=24)] = ""
    unit: Annotated[str, Field(max_length=40)] = "g"
    packed: bool = False
    phase: Phase | Literal[""] = ""
    form: Form = ""
    text: Short = ""


class FormulaStepIn(Schema):
    """One step: what goes in at it (ids of lines), minutes from and to, the sign that ends it."""

    kind: Annotated[str, chosen("Choose a kind of step.")]
    adds: Annotated[list[int], Field(max_length=MOST_LINES)] = []
    least: MaybeNumber = None
    most: MaybeNumber = None
    sign: Annotated[str, Field(max_length=20)] = ""
    note: Short = ""


class FormulaIn(Schema):
    """A formula as it is written. `steps` empty: in the usual order of its family.

    `makes` g of all that goes in; `base`: the line that "per 100" refers to; `schools` of its own, by key.
    """

    name: Name
    family: Annotated[str, chosen("Choose a family.")]
    about: Note = ""
    use: Use = "rinsed_out"
    minutes: Annotated[str, Field(max_length=12)] = "3"
    makes: Annotated[str, Field(max_length=12)] = ""
    base: int | None = None
    place: Place = "fridge"
    pot: Pot = "steel"
    bottle: Bottle = "glass"
    cover: bool = False
    lines: Annotated[list[IngredientIn], Field(max_length=MOST_LINES)] = []
    steps: Annotated[list[FormulaStepIn], Field(max_length=MOST_STEPS)] = []
    schools: dict[str, str] = {}


class FormulaNewIn(Schema):
    """A new formula: from a starting point, as a copy of one or of a version, as written, or empty."""

    start: Annotated[str, Field(max_length=40)] = ""
    copy_of: int | None = None
    number: int | None = None
    formula: FormulaIn | None = None
    family: Annotated[str, Field(max_length=20)] = ""


class FormulaSaveIn(Schema):
    """A formula as it stands on the bench, and the version that it was changed from."""

    version: int
    formula: FormulaIn
    head: int | None = None
    vessel: int | None = None


class DrawnOut(Out):
    """What was drawn out of one plant: the share of it, and what it gives."""

    name: str
    share: FigureOut
    active: FigureOut | None
    what: str


class FeltOut(Out):
    """Grit or residue."""

    per_100: FigureOut
    word: str
    says: str


class WhyOut(Out):
    """What makes the range of a figure: its share, and what it is."""

    share: float
    what: str


class SourceOut(Out):
    """One thing that cleans: its share of the cleaning, and g in 100 g."""

    name: str
    share: float
    per_100: FigureOut


class WeightOut(Out):
    """One thing on a side of the balance."""

    side: Literal["drying", "conditioning"]
    name: str
    points: FigureOut


class BalanceOut(Out):
    """Drying against conditioning."""

    drying: FigureOut
    conditioning: FigureOut
    tilt: FigureOut
    says: str
    weights: list[WeightOut]


class ThicknessOut(Out):
    """How thick it is; `liquid` mL to add (below 0: leave out) for each grade, by key."""

    key: str
    name: str
    says: str
    ratio: FigureOut
    chance: dict[str, float]
    liquid: dict[str, FigureOut]


class ScentOut(Out):
    """Essential oil as a share of the whole against its cap (%)."""

    percent: FigureOut
    cap: float
    why: str


class KeptPlaceOut(Out):
    """How long it keeps in one place, and what limits that."""

    place: Place
    name: str
    days: int
    says: str
    reason: str
    source: str


class KeepsOut(Out):
    """Keeping, and what would help."""

    places: list[KeptPlaceOut]
    helps: list[str]


class CostOut(Out):
    """What a batch and a wash cost; `unknown`: what has no price."""

    batch: float | None
    wash: float | None
    unknown: list[str]


class ToolOut(Out):
    """One thing to have at hand, and mL it must hold."""

    name: str
    why: str
    holds: float | None


class LiftOut(Out):
    """What it does on a head: shares of the oil lifted, g it takes, g of oil it leaves."""

    scalp: FigureOut
    lengths: FigureOut
    grade: str
    says: str
    on_scalp: FigureOut
    on_lengths: FigureOut
    put_back: FigureOut


class WeighedLineOut(Out):
    """What a line comes to: g, its share of all, and the phase and form it is reckoned with."""

    id: int
    grams: FigureOut
    share: float
    phase: Phase
    form: Form


class DoneStepOut(Out):
    """A step as it is done; `set_least`, `set_most`: where its minutes are its own, not the usual ones."""

    kind: str
    name: str
    says: str
    how: str
    least: float
    most: float
    set_least: float | None
    set_most: float | None
    until: str
    if_not: str
    adds: list[int]
    sign: str
    note: str


class FormulaReadingOut(Out):
    """Everything that comes of a formula."""

    lines: list[WeighedLineOut]
    steps: list[DoneStepOut]
    ph: FigureOut | None
    ph_why: list[WhyOut]
    lift: LiftOut
    lift_why: list[WhyOut]
    sources: list[SourceOut]
    thickness: ThicknessOut | None
    drawn: list[DrawnOut]
    yield_g: FigureOut
    yield_ml: FigureOut
    evaporated: FigureOut
    kept_back: FigureOut
    washes: FigureOut
    balance: BalanceOut
    scent: ScentOut | None
    grit: FeltOut
    residue: FeltOut
    stain: str
    keeping: KeepsOut
    cost: CostOut
    tools: list[ToolOut]
    room: float
    too_small: str
    hands_on: float
    waiting: list[float]
    cautions: list[CautionOut]
    against_school: list[str]
    currency: str


class LineProblemOut(Out):
    """What cannot be reckoned as it stands: beside which field."""

    field: str
    message: str


class FormulaOut(Out):
    """A formula, and what comes of it; without a reading where it cannot be reckoned yet."""

    id: int
    version: int
    changed_at: datetime
    formula: FormulaIn
    reading: FormulaReadingOut | None
    problems: list[LineProblemOut]
    stuff: list[StuffOut]
    removed: bool


class FormulaRowOut(Out):
    """A formula in a list."""

    id: int
    name: str
    family: str
    family_name: str
    about: str
    lines: str
    changed_at: datetime
    grade: str
    ph: float | None


class FormulasOut(Out):
    """Formulas that were found, and how many there are in all."""

    formulas: list[FormulaRowOut]
    found: int
    there_are: int


class VersionOut(Out):
    """A formula as it once was, and what changed to it."""

    number: int
    name: str
    made_at: datetime
    changes: list[str]
    formula: FormulaIn


class VersionIn(Schema):
    """A name for a version that is kept on purpose."""

    name: Annotated[str, Field(max_length=80)] = ""


class LinesIn(Schema):
    """Lines as they were pasted."""

    text: Annotated[str, Field(max_length=20_000)]


class ReadLineOut(Out):
    """One pasted line, understood as far as it can be; `found`: what its name may mean."""

    text: str
    stuff: str
    name: str
    amount: str
    unit: str
    form: Form
    found: list[str]
    problem: str


class KeyNameOut(Out):
    """Something to choose, by key."""

    key: str
    name: str


class ProposeIn(Schema):
    """What is wanted of a formula, worked backwards from.

    `goal`: less, more (lift); share (of the scalp's oil, `value` in %); thickness (`word`); ph (`value`);
    makes (`value` mL); head (`value` washes); shelf; without (`words`: kinds and allergens); swap (`line`,
    `taking` the key of what was chosen); form (`line`, `word`); order.
    """

    goal: Literal[
        "less",
        "more",
        "share",
        "thickness",
        "ph",
        "makes",
        "head",
        "shelf",
        "without",
        "swap",
        "form",
        "order",
    ]
    formula: FormulaIn
    value: MaybeNumber = None
    word: Annotated[str, Field(max_length=40)] = ""
    words: Annotated[list[str], Field(max_length=20)] = []
    line: int | None = None
    taking: Annotated[str, Field(max_length=60)] = ""
    head: int | None = None


class BesideOut(Out):
    """One figure before and after."""

    what: str
    before: FigureOut | None
    after: FigureOut | None
    before_says: str
    after_says: str


class ProposalOut(Out):
    """A formula as it would be: what changes, what comes of it, new warnings, what else could be taken."""

    formula: FormulaIn
    changes: list[str]
    met: bool
    says: str
    beside: list[BesideOut]
    cautions: list[CautionOut]
    others: list[KeyNameOut]


class CompareRowOut(Out):
    """One thing in each of the formulas."""

    what: str
    cells: list[str]
    figures: list[FigureOut | None]
    differs: bool


class CompareOut(Out):
    """Formulas side by side."""

    names: list[str]
    rows: list[CompareRowOut]


class BringIn(Schema):
    """A recipe as a file or page holds it (JSON-LD), as text."""

    text: Annotated[str, Field(max_length=400_000)]


class BroughtOut(Out):
    """What was taken in: the formula, and what was kept word for word because it was not understood."""

    formula: FormulaOut
    kept: list[str]


class MatchOut(Out):
    """How one formula, or starting point, meets a head."""

    id: int | None
    start: str
    name: str
    family: str
    family_name: str
    verdict: Literal["meets", "near", "care", "far", "ruled_out"]
    lift: FigureOut | None
    dose: FigureOut
    reasons: list[str]
    against: list[str]
    stops: list[CautionOut]


class FamilyChoiceOut(KeyNameOut):
    """A family: what it is made of, minutes on the head, and whether it stays or cleans."""

    made_of: str
    usual: list[float]
    most: float
    stays: bool
    cleans: bool


class StepChoiceOut(KeyNameOut):
    """A kind of step: how it is done, its usual minutes, and the signs that may end it."""

    how: str
    minutes: list[float]
    signs: list[str]


class StartOut(KeyNameOut):
    """A starting point."""

    family: str
    about: str


class SchoolOptionOut(KeyNameOut):
    """What one school holds."""

    holds: str
    ph: float | None


class SchoolChoiceOut(KeyNameOut):
    """One thing that makers disagree about."""

    options: list[SchoolOptionOut]


class BenchOut(Out):
    """Everything there is to choose from at the bench."""

    families: list[FamilyChoiceOut]
    phases: list[KeyNameOut]
    forms: list[KeyNameOut]
    shares: list[KeyNameOut]
    steps: list[StepChoiceOut]
    signs: list[KeyNameOut]
    pots: list[str]
    bottles: list[str]
    grades: list[KeyNameOut]
    starts: list[StartOut]
    schools: list[SchoolChoiceOut]
    picked: dict[str, str]


class SchoolsIn(Schema):
    """What the household holds, by school."""

    picked: dict[str, str]
