"""What of formulas goes over the wire."""

from datetime import datetime
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from eyebright.core.formulas.change import ComparisonRow
from eyebright.core.vocabulary import Bottle, FormulaZone, Part, Phase, Place, Pot, Use
from eyebright.kept.fields import Blank, Name, Note, Number, chosen
from eyebright.kept.older_names import OlderNames
from eyebright.kept.wire import Caution, Figure, Out
from eyebright.shelf.schemas.lots import SupplyOut

from .assessments import AssessmentOut
from .choices import KeyNameOut, MaybeForm

MOST_LINES, MOST_STEPS, MOST_TOLD, LONGEST = 60, 60, 400, 200

MaybeNumber = Annotated[Number | None, Blank]
Short = Annotated[str, Field(max_length=LONGEST)]
Condition = Annotated[str, Field(max_length=80)]


class IngredientIn(OlderNames):
    """One line as it is written: `amount` as it was typed. `phase` and `form` "" are the usual ones.

    `text`: what was pasted, where it could not be read; such a line has no `supply_key`. `only_if`: the
    condition of a line that may be left out, and `left_out` whether it is.
    """

    id: Annotated[int, Field(ge=1, le=100_000)]
    supply_key: Short = ""
    amount: Annotated[str, Field(max_length=24)] = ""
    unit: Annotated[str, Field(max_length=40)] = "g"
    packed: bool = False
    phase: Phase | Literal[""] = ""
    form: MaybeForm = ""
    text: Short = ""
    only_if: Condition = ""
    left_out: bool = False


class FormulaStepIn(Schema):
    """One step: what goes in at it (ids of lines), minutes from and to, the sign that ends it.

    `only_if`: the condition of a step that may be left out.
    """

    kind: Annotated[str, chosen("Choose a kind of step.")]
    adds: Annotated[list[int], Field(max_length=MOST_LINES)] = []
    least: MaybeNumber = None
    most: MaybeNumber = None
    sign: Annotated[str, Field(max_length=20)] = ""
    note: Short = ""
    only_if: Condition = ""


class ToldIn(OlderNames):
    """A sentence of a recipe as it was told: what was heard of it, and the words that were not understood."""

    text: Annotated[str, Field(max_length=2000)] = ""
    heard: Annotated[list[Short], Field(max_length=40)] = []
    missed: Annotated[str, Field(max_length=2000)] = ""


Said = Literal["use", "minutes", "sprayed", "dusted", "let_dry"]


class FormulaIn(Schema):
    """A formula as it is written. `steps` empty: in the usual order of its family.

    `makes` g of all that goes in; `base`: the line that "per 100" refers to; `schools` of its own, by key.
    `apart`: at least so many days between two; `thought`: what somebody thinks its pH is. `told`: the
    sentences that it was imported from; `said`: what they say of how it is used; `family_by`: whether
    somebody chose the family, or it follows what goes in; `wants`: what must hold on the head before it;
    `thinned`: parts of water to one of it when it is used, empty for none.
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
    apart: Annotated[str, Field(max_length=12)] = ""
    thought: Annotated[str, Field(max_length=24)] = ""
    zone: FormulaZone = "both"
    thinned: Annotated[str, Field(max_length=12)] = ""
    wants: Annotated[list[Annotated[str, Field(max_length=20)]], Field(max_length=6)] = []
    told: Annotated[list[ToldIn], Field(max_length=MOST_TOLD)] = []
    said: Annotated[list[Said], Field(max_length=8)] = []
    family_by: Literal["chosen", "content"] = "chosen"


class FormulaNewIn(Schema):
    """A new formula: from a starting point, as a copy of one or of a version, as written, or empty."""

    start: Annotated[str, Field(max_length=40)] = ""
    copy_of: int | None = None
    number: int | None = None
    formula: FormulaIn | None = None
    family: Annotated[str, Field(max_length=20)] = ""


class FormulaWayIn(Schema):
    """Another way of making a formula: what that is called, "powder, steeped"."""

    name: Annotated[Name, Field(max_length=40)]


class FormulaWayOut(Out):
    """One of the ways of making one thing, each a formula of its own."""

    id: int
    name: str


class FormulaSaveIn(Schema):
    """A formula as it stands on the bench, and the version that it was changed from."""

    version: int
    formula: FormulaIn
    head: int | None = None
    vessel: int | None = None


class LineProblemOut(Out):
    """What cannot be reckoned as it stands: beside which field."""

    field: str
    message: str


class AskOut(Out):
    """A line of which it is not known what it is: what to ask, and the best three to choose from."""

    line: int
    name: str
    says: str
    found: list[SupplyOut]


class FamilyGuessOut(Out):
    """A family that a recipe may be of, and why; how such a one is used, and for how many minutes."""

    family: str
    name: str
    why: str
    use: Use
    minutes: str


class FormulaOut(Out):
    """A formula, and what comes of it; without an assessment where it cannot be reckoned yet.

    `guesses`: where the family follows what goes in, the families that it may be of, the likeliest first.
    `belief`: what somebody thinks its pH is, beside what it is; empty where nobody said. `ways` of making it,
    itself among them; empty where there is one alone.
    """

    id: int
    version: int
    changed_at: datetime
    formula: FormulaIn
    assessment: AssessmentOut | None
    problems: list[LineProblemOut]
    supplies: list[SupplyOut]
    asks: list[AskOut]
    guesses: list[FamilyGuessOut]
    belief: str
    ways: list[FormulaWayOut]
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
    ph: Figure | None


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


class BackIn(Schema):
    """Back to a version, from this state of the formula."""

    version: int


class ProposeIn(Schema):
    """What is wanted of a formula, worked backwards from.

    `goal`: less, more (lift); asked (what the head asks for); share (of the scalp's oil, `value` in %);
    thickness (`word`); ph (`value`); makes (`value` mL); head (`value` washes); shelf; without (`words`:
    kinds and allergens); swap (`line`, `taking` the key of what was chosen); form (`line`, `word`); order.
    `of`: the formula that it is, where it is kept.
    """

    of: int | None = None
    goal: Literal[
        "less",
        "more",
        "asked",
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
    before: Figure | None
    after: Figure | None
    before_says: str
    after_says: str


class ProposalOut(Out):
    """A formula as it would be: what changes, what comes of it, new warnings, what else could be taken."""

    formula: FormulaIn
    changes: list[str]
    met: bool
    says: str
    beside: list[BesideOut]
    cautions: list[Caution]
    others: list[KeyNameOut]


class CompareOut(Out):
    """Formulas side by side."""

    names: list[str]
    rows: list[ComparisonRow]


class BringIn(Schema):
    """A recipe as a file or page holds it (JSON-LD), as text."""

    text: Annotated[str, Field(max_length=400_000)]


class BroughtOut(Out):
    """What was taken in. `notices`: what to beware of; `rest`: what was not taken in, and `says` why."""

    formula: FormulaOut
    notices: list[str]
    rest: str
    says: str


class MatchOut(Out):
    """How one formula, or starting point, meets a head; `part` of a wash day that it is for."""

    id: int | None
    start: str
    name: str
    family: str
    family_name: str
    part: Part
    verdict: Literal["meets", "near", "care", "far", "ruled_out"]
    lift: Figure | None
    dose: Figure
    reasons: list[str]
    against: list[str]
    stops: list[Caution]
