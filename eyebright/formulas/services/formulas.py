"""Formulas kept: written, autosaved, found, and every version with what changed."""

from collections.abc import Callable, Mapping
from datetime import timedelta
from typing import Any

from django.db import transaction
from django.db.models import Q
from django.utils import timezone

from eyebright.core.formulas.assess import Assessment, Digest
from eyebright.core.formulas.change import difference
from eyebright.core.formulas.exchange import read_line
from eyebright.core.formulas.model import families
from eyebright.core.materials import Score, Supply, folded, found_rows, words
from eyebright.core.words import belief_holds, belief_said, few
from eyebright.household.services.household import checked_schools
from eyebright.kept.problems import Problem, one
from eyebright.kept.versions import get_checked
from eyebright.kept.wire import Figure, out_of
from eyebright.shelf.services.measures import the_kit
from eyebright.shelf.services.supplies import names_of, supplies_of, supply_out, the_kitchen

from ..models import Formula, FormulaVersion
from ..schemas.formulas import (
    AskOut,
    FormulaIn,
    FormulaOut,
    FormulaRowOut,
    FormulaSaveIn,
    FormulasOut,
    FormulaWayOut,
    IngredientIn,
    LineProblemOut,
    VersionOut,
)
from .assessments import assessment_of, assessment_out, the_vessel
from .choices import line_out
from .digests import freshened, keep_digest, keys_in
from .guessing import guesses_of
from .workbench import (
    UNREAD,
    ParsedFormula,
    as_core,
    core_bench,
    entered_and_lost,
    entered_of,
    keys_of,
    names_in,
    thought_ph,
)

SITTING = timedelta(minutes=20)  # after so long without a change a new sitting begins, and the old is kept
SHOWN = 60
ANEW = 5  # readings that a list works out anew at most
LONGEST_ABOUT = 120


# ---- one formula ----


def find_formula(pk: int, *, also_removed: bool = False) -> Formula:
    """A formula, or the problem of its being gone."""
    return one(Formula.among(also_removed=also_removed), pk, "formula")


def formula_out(kept: Formula, head: int | None = None, vessel: int | None = None) -> FormulaOut:
    """A formula, and what comes of it."""
    payload, lost = entered_and_lost(kept.body)
    written = as_core(payload, kept.pk)
    written.problems |= lost
    return shown(kept, written, head, vessel)


def shown(
    kept: Formula,
    written: ParsedFormula,
    head: int | None,
    vessel: int | None,
    keep: Callable[[], None] = lambda: None,
) -> FormulaOut:
    """A formula as it was just written, and what comes of it. `keep` is called once that is worked out."""
    bench, whom = core_bench(keys_of(written.payload), head)
    assessment = assessment_of(written, bench, the_vessel(vessel))
    out = {
        "formula": written.payload,
        "assessment": assessment_out(assessment) if assessment else None,
        "problems": [LineProblemOut(field=name, message=says) for name, says in written.problems.items()],
        "supplies": [supply_out(supply, bench.kit) for supply in written.supplies.values()],
        "asks": asks_of(written.payload),
        "guesses": guesses_of(written),
        "belief": _belief(written.payload, assessment),
    }
    keep()
    if assessment is not None and whom is None:
        keep_digest(kept, written.supplies, assessment, bench.kit)
    removed = kept.removed_at is not None
    return FormulaOut(
        id=kept.pk,
        version=kept.version,
        changed_at=kept.changed_at,
        removed=removed,
        ways=ways_of(kept),
        **out,
    )


def _belief(payload: FormulaIn, found: Assessment | None) -> str:
    """What somebody thinks its pH is, beside what it is; and where to have it."""
    thought = thought_ph(payload)[0]
    if thought is None or found is None:
        return ""
    ph = (found.ph.low, found.ph.value, found.ph.high) if found.ph else None
    said = belief_said(thought.low, thought.high, ph)
    if ph is None or belief_holds(thought.low, thought.high, ph):
        return said
    return f"{said} Ask for pH {thought.mid:g} under “Change it for me”."


def ways_of(kept: Formula) -> list[FormulaWayOut]:
    """The ways of making it, the first way first; none where it is the only one."""
    first = kept.way_of_id or kept.pk
    if first is None:
        return []
    rows = Formula.objects.filter(Q(pk=first) | Q(way_of=first)).order_by("pk").values("id", "name")
    return [FormulaWayOut(**row) for row in rows] if len(rows) > 1 else []


def asks_of(payload: FormulaIn) -> list[AskOut]:
    """What is asked of the lines of which it is not known what they are."""
    open_lines = [line for line in payload.lines if not line.supply_key and line.text]
    if not open_lines:
        return []
    kitchen = the_kitchen()
    out = []
    for line in open_lines:
        read = line_out(read_line(line.text, kitchen), kitchen)
        out.append(AskOut(line=line.id, name=read.name, says=read.problem or UNREAD, found=read.found))
    return out


def searched(payload: FormulaIn, supplies: Mapping[str, Supply]) -> str:
    """What a formula is found by: its name, its family's, and every name of what is in it."""
    names = [payload.name, families()[payload.family].name if payload.family in families() else ""]
    for line in payload.lines:
        supply = supplies.get(line.supply_key)
        if supply:
            names += names_of(supply)
    return folded(" · ".join(names))[:4000]


def kept_new(body: FormulaIn, way_of: int | None = None) -> FormulaOut:
    """Keep a formula that is new, and show it; `way_of` the first way of making the same."""
    checked_schools(body.schools)
    written = as_core(body)
    kept = Formula(
        name=body.name, family=body.family, body=body.model_dump(), search=searched(body, written.supplies),
        way_of_id=way_of,
    )  # fmt: skip
    return shown(kept, written, None, None, kept.save)


@transaction.atomic
def save_formula(pk: int, payload: FormulaSaveIn) -> FormulaOut:
    """Keep a formula as it stands on the bench; refused where another window was first."""
    kept: Formula = get_checked(Formula.objects.all(), pk, "formula", payload.version, formula_out)
    checked_schools(payload.formula.schools)
    body = payload.formula.model_dump()
    written = as_core(payload.formula, kept.pk)

    def keep() -> None:
        if body == kept.body:
            return
        _sitting(kept)
        kept.name, kept.family, kept.body = payload.formula.name, payload.formula.family, body
        kept.changed_at = timezone.now()
        kept.search = searched(payload.formula, written.supplies)
        kept.save()

    return shown(kept, written, payload.head, payload.vessel, keep)


def _sitting(kept: Formula) -> None:
    """When a new sitting begins, what the last one left is kept as a version."""
    now = timezone.now()
    if kept.sat_at is None or now - kept.changed_at > SITTING:
        if kept.body.get("lines"):
            keep_version(kept, "")
        kept.sat_at = now


# ---- versions ----


@transaction.atomic
def keep_version(kept: Formula, name: str) -> FormulaVersion:
    """Keep a formula as it is now, with what changed since the version before; once for each state."""
    last = kept.versions.first()
    if last is not None and last.body == kept.body:
        if name:
            last.name = name
            last.save(update_fields=["name"])
        return last
    changes = [] if last is None else changes_between(last.body, kept.body)
    number = 1 if last is None else last.number + 1
    return FormulaVersion.objects.create(
        formula=kept, number=number, name=name, body=kept.body, changes=changes
    )


def changes_between(before: Mapping[str, Any], after: Mapping[str, Any]) -> list[str]:
    """What changed from one state to another, in words."""
    one_, other = as_core(entered_of(before)), as_core(entered_of(after))
    if one_.formula is None or other.formula is None:
        return ["changed while it could not be reckoned"]
    return [each.says for each in difference(one_.formula, other.formula)]


def find_version(kept: Formula, number: int) -> FormulaVersion:
    """A version, or the problem of its being gone."""
    found = kept.versions.filter(number=number).first()
    if found is None:
        raise Problem.gone("version")
    return found


def versions_out(kept: Formula) -> list[VersionOut]:
    """Every version, the newest first."""
    return [out_of(VersionOut, each, formula=entered_of(each.body)) for each in kept.versions.all()[:100]]


@transaction.atomic
def back_to(pk: int, number: int, version: int) -> FormulaOut:
    """Make a version the formula again; what stood there is kept as a version of its own."""
    kept: Formula = get_checked(Formula.objects.all(), pk, "formula", version, formula_out)
    found = find_version(kept, number)
    keep_version(kept, "")
    body = entered_of(found.body)
    kept.name, kept.family, kept.body = body.name, body.family, body.model_dump()
    kept.changed_at = timezone.now()
    written = as_core(body, kept.pk)
    kept.search = searched(body, written.supplies)
    kept.save()
    return shown(kept, written, None, None)


# ---- many ----


def found_formulas(find: str) -> list[tuple[Score, int, str]]:
    """Formulas by their own names, as typed, the nearest first: how near, id, name."""
    return found_rows(Formula.objects.values_list("pk", "name"), find)


def formula_rows(find: str, family: str) -> FormulasOut:
    """Formulas by their own name, nearly so too, or by any name in them; the latest first."""
    rows = Formula.objects.all()
    there_are = rows.count()
    if find.strip():
        within = Q()
        for word in words(find):
            within &= Q(search__contains=word)
        rows = rows.filter(within | Q(pk__in=[pk for _, pk, _ in found_formulas(find)[:SHOWN]]))
    if family:
        rows = rows.filter(family=family)
    shown = list(rows.order_by("-changed_at", "-id").defer("search")[:SHOWN])
    supplies = supplies_of({key for row in shown for key in keys_in(row.body)}, also_removed=True)
    anew = 0 if find else ANEW  # a search, asked with every key, only finds
    digests = freshened(shown, supplies, the_kit(), anew)
    return FormulasOut(
        formulas=[_row(row, supplies, digests[row.pk]) for row in shown],
        found=rows.count() if len(shown) == SHOWN else len(shown),
        there_are=there_are,
    )


def _ph_out(digest: Digest) -> Figure:
    assert digest.ph is not None
    low, middle, high = digest.ph
    return Figure(value=middle, low=low, high=high, unit="pH", kind="computed")


def _row(row: Formula, supplies: Mapping[str, Supply], digest: Digest | None) -> FormulaRowOut:
    lines = [IngredientIn.model_construct(**line) for line in row.body.get("lines", ())]
    names = names_in(lines, supplies)
    return FormulaRowOut(
        id=row.pk,
        name=row.name,
        family=row.family,
        family_name=families()[row.family].name if row.family in families() else "",
        about=str(row.body.get("about", ""))[:LONGEST_ABOUT],
        lines=few(names, 4),
        changed_at=row.changed_at,
        grade=digest.grade if digest else "",
        ph=_ph_out(digest) if digest and digest.ph else None,
    )
