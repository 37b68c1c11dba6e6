"""Backwards from what is wanted: a formula as it would be, shown beside what it is now."""

from collections.abc import Callable

from eyebright.core.formulas.assess import Assessment
from eyebright.core.formulas.change import Proposal, Workbench, goals, holds_any, replace_lines, scaling
from eyebright.core.formulas.model import Formula, FormulaError
from eyebright.core.heads import Head, needs_of
from eyebright.core.materials import SupplyKey
from eyebright.core.numbers import Figure
from eyebright.heads.services import find_head
from eyebright.kept.problems import Problem
from eyebright.kept.wire import Caution

from ..schemas.choices import KeyNameOut
from ..schemas.formulas import BesideOut, ProposalOut, ProposeIn
from .assessments import assessment_of
from .workbench import ParsedFormula, as_core, core_bench, keys_of, to_schema

NOBODY = "Choose whom it is for."
NOT_YET = "Put right what is marked first: it cannot be reckoned yet."


def propose(asked: ProposeIn) -> ProposalOut:
    """What would have to change, and what would come of it. Nothing is kept."""
    written = as_core(asked.formula, asked.of)
    bench, whom = core_bench(keys_of(asked.formula), asked.head, whole=True)
    before = assessment_of(written, bench)
    if written.formula is None or before is None:
        raise Problem(422, "Something needs another look.", NOT_YET, written.problems or {"lines": NOT_YET})
    try:
        found = _goal(asked, written.formula, bench, whom)
        body = to_schema(found.formula, asked.formula)
        after_written = ParsedFormula(
            body, found.formula, {}, list(range(len(found.formula.ingredients))), written.supplies
        )
        after = assessment_of(after_written, bench) if found.changes else before
    except FormulaError as raised:
        raise Problem.field(written.field_of(raised), str(raised)) from None
    return ProposalOut(
        formula=body,
        changes=[change.says for change in found.changes],
        met=found.met,
        says=found.says,
        beside=_beside(before, after) if after is not None else [],
        cautions=new_cautions(before, after) if after is not None else [],
        others=[KeyNameOut(key=each.key, name=each.name) for each in found.others],
    )


def _goal(asked: ProposeIn, formula: Formula, bench: Workbench, whom: Head | None) -> Proposal:
    value, line = asked.value, asked.line

    def needed(says: str) -> float:
        if value is None:
            raise Problem.field("value", says)
        return value

    ways: dict[str, Callable[[], Proposal]] = {
        "less": lambda: goals.lift(formula, bench, "less"),
        "more": lambda: goals.lift(formula, bench, "more"),
        "asked": lambda: goals.lift(formula, bench, "", _asked_of(whom)),
        "share": lambda: goals.lift(formula, bench, "", _share(needed("Say what share of the oil, in %."))),
        "thickness": lambda: goals.thickness(formula, bench, asked.word),
        "ph": lambda: goals.ph(formula, bench, _ph(needed("Say which pH."))),
        "makes": lambda: scaling.makes(formula, bench, needed("Say how much it is to make.")),
        "head": lambda: _for_head(asked, formula, bench, whom),
        "shelf": lambda: replace_lines(formula, bench, _not_at_hand(formula), only_shelf=True),
        "without": lambda: replace_lines(formula, bench, _holding(formula, asked.words), asked.words),
        "swap": lambda: replace_lines(formula, bench, _place_of(formula, line), taking=asked.taking),
        "form": lambda: scaling.to_form(formula, bench, line or 0, asked.word),
        "order": lambda: scaling.in_order(formula),
    }
    return ways[asked.goal]()


def _asked_of(whom: Head | None) -> float:
    """The share of the scalp's oil that a head asks to be lifted."""
    if whom is None:
        raise Problem.field("head", NOBODY)
    return needs_of(whom.facts()).scalp.lift[1]


def _share(percent: float) -> float:
    if not 1.0 <= percent <= 97.0:
        raise Problem.field("value", "From 1 to 97 % of the scalp's oil.")
    return percent / 100.0


def _ph(value: float) -> float:
    if not 2.0 <= value <= 10.0:
        raise Problem.field("value", "From pH 2 to 10.")
    return value


def _for_head(asked: ProposeIn, formula: Formula, bench: Workbench, whom: Head | None) -> Proposal:
    if whom is None or asked.head is None:
        raise Problem.field("head", NOBODY)
    washes = 1.0 if asked.value is None else asked.value
    if not 0.1 <= washes <= 50.0:
        raise Problem.field("value", "From a tenth of a wash to fifty.")
    return scaling.for_head(formula, bench, washes, find_head(asked.head).name)


def _not_at_hand(formula: Formula) -> list[int]:
    return [place for place, line in enumerate(formula.ingredients) if not SupplyKey(line.supply.key).at_hand]


def _holding(formula: Formula, words: list[str]) -> list[int]:
    if not words:
        raise Problem.field("words", "Say what it is to be without.")
    return [place for place, line in enumerate(formula.ingredients) if holds_any(line.material, words)]


def _place_of(formula: Formula, line: int | None) -> list[int]:
    places = [place for place, each in enumerate(formula.ingredients) if each.id == line]
    if not places:
        raise Problem.field("line", "That line is gone.")
    return places


def _beside(before: Assessment, after: Assessment) -> list[BesideOut]:
    """What is shown before and after."""

    def row(
        what: str, figures: tuple[Figure | None, Figure | None], says: tuple[str, str] = ("", "")
    ) -> BesideOut:
        one, other = figures
        return BesideOut(what=what, before=one, after=other, before_says=says[0], after_says=says[1])

    both = (before, after)
    out = [
        row("pH", (before.ph, after.ph)),
        row("scalp oil lifted", (before.lift.scalp, after.lift.scalp), (before.lift.grade, after.lift.grade)),
        row("thickness", (None, None), tuple(_thick(each) for each in both)),  # type: ignore[arg-type]
        row("makes", (before.yield_ml, after.yield_ml)),
    ]
    if before.scent or after.scent:
        percents = tuple(each.scent.percent if each.scent else None for each in both)
        out.append(row("essential oil", percents))  # type: ignore[arg-type]
    return out


def new_cautions(before: Assessment | None, after: Assessment) -> list[Caution]:
    """Warnings and stops that only come with the change; all of them where there was nothing `before`."""
    had = {each.id for each in before.cautions} if before else set()
    return [each for each in after.cautions if each.level != "note" and each.id not in had]


def _thick(assessment: Assessment) -> str:
    return assessment.texture.grade.name if assessment.texture else "dry"
