"""Formulas kept: written, autosaved, found, and every version with what changed."""

from collections.abc import Mapping, Sequence
from datetime import timedelta
from typing import Any

from django.db import transaction
from django.utils import timezone

from eyebright.config.problems import Problem, one
from eyebright.core.chemistry.water import water_classes
from eyebright.core.formulas.digest import Digest
from eyebright.core.formulas.families import families
from eyebright.core.formulas.forms import form_table
from eyebright.core.formulas.formula import PHASES, SHARES
from eyebright.core.formulas.lines_text import understood
from eyebright.core.formulas.proposals import difference
from eyebright.core.formulas.starts import Start, starts
from eyebright.core.formulas.steps import signs, step_kinds
from eyebright.core.formulas.texture import grades
from eyebright.core.heads.schools import defaults_by, parts_by, plain_schools, school_keys
from eyebright.core.materials import Stuff, WaterLot
from eyebright.core.materials.names import folded, names_of
from eyebright.shelf.models import Household
from eyebright.shelf.services.measures import the_kit
from eyebright.shelf.services.stuff import everything, find_for_lines, stuff_out, stuffs

from ..models import Formula, FormulaVersion
from ..schemas.formulas import (
    BenchOut,
    FamilyChoiceOut,
    FormulaIn,
    FormulaNewIn,
    FormulaOut,
    FormulaRowOut,
    FormulaSaveIn,
    FormulasOut,
    IngredientIn,
    KeyNameOut,
    LineProblemOut,
    ReadLineOut,
    SchoolChoiceOut,
    SchoolOptionOut,
    SchoolsIn,
    StartOut,
    StepChoiceOut,
    VersionOut,
)
from .bench import Written, amount_typed, as_core, core_bench, entered_of, keys_of, names_in
from .digests import freshened, keep_digest, keys_in
from .readings import picked_schools, reading_of, reading_out, the_vessel

SITTING = timedelta(minutes=20)  # after so long without a change a new sitting begins, and the old is kept
SHOWN = 60
ANEW = 5  # readings that a list works out anew at most
POTS = ("steel", "enamel", "glass", "aluminium", "copper", "iron")
BOTTLES = ("glass", "plastic", "jar", "none")
CHANGED_ELSEWHERE = "This formula was changed in another window."
LONGEST_ABOUT = 120


# ---- what there is to choose from ----


def bench_choices() -> BenchOut:
    """Everything there is to choose from at the bench."""
    return BenchOut(
        families=[
            FamilyChoiceOut(
                key=each.key,
                name=each.name,
                made_of=each.made_of,
                usual=list(each.usual),
                most=each.most,
                stays=each.stays,
                cleans=each.cleans,
            )
            for each in families().values()
        ],
        phases=[KeyNameOut(key=key, name=name) for key, name in PHASES.items()],
        forms=[KeyNameOut(key=key, name=row["name"]) for key, row in form_table()["form"].items()],
        shares=[KeyNameOut(key=key, name=name) for key, name in SHARES.items()],
        steps=[
            StepChoiceOut(
                key=each.key, name=each.name, how=each.how, minutes=list(each.minutes), signs=list(each.signs)
            )
            for each in step_kinds().values()
        ],
        signs=[KeyNameOut(key=each.key, name=each.name) for each in signs().values()],
        pots=list(POTS),
        bottles=list(BOTTLES),
        grades=[KeyNameOut(key=each.key, name=each.name) for each in grades()],
        starts=[
            StartOut(key=each.key, name=each.name, family=each.family, about=each.about)
            for each in starts().values()
        ],
        schools=[
            SchoolChoiceOut(
                key=school.key,
                name=school.name,
                options=[
                    SchoolOptionOut(key=each.key, name=each.name, holds=each.holds, ph=each.ph)
                    for each in school.options
                ],
            )
            for school in plain_schools()
        ],
        picked=picked_schools(),
    )


def pick_schools(entered: SchoolsIn) -> dict[str, str]:
    """Keep what the household holds where makers disagree."""
    kept = Household.objects.first() or Household()
    kept.schools = checked_schools(entered.picked)
    kept.save()
    return dict(kept.schools)


def checked_schools(picked: Mapping[str, str]) -> dict[str, str]:
    """Schools by key, none that there is not; "" leaves one open."""
    known = school_keys()
    for key, option in picked.items():
        if key not in known or (option and option not in known[key]):
            raise Problem.field("schools", "Choose one of the ones offered.")
    return {key: option for key, option in picked.items() if option}


# ---- one formula ----


def find_formula(pk: int, *, also_removed: bool = False) -> Formula:
    """A formula, or the problem of its being gone."""
    return one(Formula.among(also_removed=also_removed), pk, "formula")


def formula_out(kept: Formula, head: int | None = None, vessel: int | None = None) -> FormulaOut:
    """A formula, and what comes of it."""
    written = as_core(entered_of(kept.body))
    return _out(kept, written, head, vessel)


def _out(kept: Formula, written: Written, head: int | None, vessel: int | None) -> FormulaOut:
    bench, whom = core_bench(keys_of(written.entered), head)
    reading = reading_of(written, bench, the_vessel(vessel))
    if reading is not None and whom is None:
        keep_digest(kept, written.there, reading, bench.kit)
    return FormulaOut(
        id=kept.pk,
        version=kept.version,
        changed_at=kept.changed_at,
        formula=written.entered,
        reading=reading_out(reading) if reading else None,
        problems=[LineProblemOut(field=name, message=says) for name, says in written.problems.items()],
        stuff=[stuff_out(stuff, bench.kit) for stuff in written.there.values()],
        removed=kept.removed_at is not None,
    )


def searched(entered: FormulaIn, there: Mapping[str, Stuff]) -> str:
    """What a formula is found by: its name, its family's, and every name of what is in it."""
    names = [entered.name, families()[entered.family].name if entered.family in families() else ""]
    for line in entered.lines:
        stuff = there.get(line.stuff)
        if stuff:
            names += [stuff.name, names_of(stuff.material) if stuff.material else "water"]
    return folded(" · ".join(names))[:4000]


@transaction.atomic
def new_formula(entered: FormulaNewIn) -> FormulaOut:
    """A new formula: from a starting point, as a copy, as written, or empty."""
    if entered.formula is not None:
        body = entered.formula
    elif entered.copy_of is not None:
        body = _copy(entered.copy_of, entered.number)
    elif entered.start:
        body = started(_start(entered.start), everything()[0])
    else:
        key = entered.family or "saponin_liquor"
        if key not in families():
            raise Problem.field("family", "Choose a family.")
        body = _empty(key)
    return _out(*kept_new(body), None, None)


def kept_new(body: FormulaIn) -> tuple[Formula, Written]:
    """Keep a formula that is new."""
    checked_schools(body.schools)
    written = as_core(body)
    kept = Formula.objects.create(
        name=body.name, family=body.family, body=body.model_dump(), search=searched(body, written.there)
    )
    return kept, written


def _start(key: str) -> Start:
    try:
        return starts()[key]
    except KeyError:
        raise Problem.field("start", "Choose one of the ones offered.") from None


def _copy(pk: int, number: int | None) -> FormulaIn:
    kept = find_formula(pk)
    body = entered_of(kept.body if number is None else find_version(kept, number).body)
    name = f"{body.name}, again"[:80]
    return body.model_copy(update={"name": name})


def _empty(family: str) -> FormulaIn:
    picked = picked_schools()
    found = families()[defaults_by(picked, family).get("family", family)]
    fields: dict[str, Any] = {
        "name": f"A new {found.name}"[:80],
        "family": found.key,
        "use": "left_in" if found.stays else "rinsed_out",
        "minutes": amount_typed(float(found.usual[1])),
        "place": "shelf" if found.dust else "fridge",
    }
    return FormulaIn.model_validate(fields | _by_schools(picked, found.key))


def _by_schools(picked: Mapping[str, str], family: str) -> dict[str, str]:
    return {name: each for name, each in defaults_by(picked, family).items() if name != "family"}


def started(start: Start, shelf: Sequence[Stuff]) -> FormulaIn:
    """A starting point, made of what the household has where it has it, by the schools that it holds."""
    picked = picked_schools()
    family = families()[start.family]
    parts = parts_by(picked) if start.family == "acid_rinse" else None
    lines = []
    for place, line in enumerate(start.lines, start=1):
        key, amount = at_hand(line.what, shelf), line.amount
        if parts is not None and line.what.endswith("vinegar"):
            water = next(each.amount for each in start.lines if each.what in water_classes())
            amount = water / parts
        lines.append(
            IngredientIn.model_validate(
                {
                    "id": place,
                    "stuff": key,
                    "amount": amount_typed(amount),
                    "unit": line.unit,
                    "phase": line.phase,
                    "form": line.form,
                }
            )
        )
    fields: dict[str, Any] = {
        "name": start.name,
        "family": start.family,
        "about": start.about,
        "use": "left_in" if family.stays else "rinsed_out",
        "minutes": amount_typed(start.minutes if start.minutes is not None else float(family.usual[1])),
        "makes": "" if start.makes is None else amount_typed(start.makes),
        "place": start.place,
        "bottle": start.bottle,
        "cover": start.cover,
        "lines": lines,
    }
    return FormulaIn.model_validate(fields | _by_schools(picked, start.family))


def at_hand(what: str, shelf: Sequence[Stuff]) -> str:
    """The household's own of a material or a class of water, by key; else the library's."""
    if what in water_classes():
        same = (stuff for stuff in shelf if isinstance(stuff, WaterLot) and stuff.water.key == what)
        return next((stuff.key for stuff in same), f"class-{what}")
    own_lot = next((stuff for stuff in shelf if stuff.material and stuff.material.key == what), None)
    return own_lot.key if own_lot else f"lib-{what}"


@transaction.atomic
def save_formula(pk: int, entered: FormulaSaveIn) -> FormulaOut:
    """Keep a formula as it stands on the bench; refused where another window was first."""
    kept = find_formula(pk)
    if kept.version != entered.version:
        raise Problem(
            409,
            CHANGED_ELSEWHERE,
            "Nothing of yours is lost: keep yours as a copy, or take the other one.",
            {"version": CHANGED_ELSEWHERE},
        )
    checked_schools(entered.formula.schools)
    body = entered.formula.model_dump()
    written = as_core(entered.formula)
    if body != kept.body:
        _sitting(kept)
        kept.name, kept.family, kept.body = entered.formula.name, entered.formula.family, body
        kept.version += 1
        kept.changed_at = timezone.now()
        kept.search = searched(entered.formula, written.there)
        kept.save()
    return _out(kept, written, entered.head, entered.vessel)


def _sitting(kept: Formula) -> None:
    """When a new sitting begins, what the last one left is kept as a version."""
    now = timezone.now()
    if kept.sat_at is None or now - kept.changed_at > SITTING:
        if kept.body.get("lines"):
            keep_version(kept, "")
        kept.sat_at = now


# ---- versions ----


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
    return [
        VersionOut(
            number=each.number,
            name=each.name,
            made_at=each.made_at,
            changes=each.changes,
            formula=entered_of(each.body),
        )
        for each in kept.versions.all()[:100]
    ]


@transaction.atomic
def back_to(pk: int, number: int) -> FormulaOut:
    """Make a version the formula again; what stood there is kept as a version of its own."""
    kept = find_formula(pk)
    found = find_version(kept, number)
    keep_version(kept, "")
    body = entered_of(found.body)
    kept.name, kept.family, kept.body = body.name, body.family, body.model_dump()
    kept.version += 1
    kept.changed_at = timezone.now()
    written = as_core(body)
    kept.search = searched(body, written.there)
    kept.save()
    return _out(kept, written, None, None)


# ---- many ----


def formula_rows(find: str, family: str) -> FormulasOut:
    """Formulas by any name in them, the latest first."""
    rows = Formula.present.all()
    there_are = rows.count()
    for word in folded(find).split():
        rows = rows.filter(search__contains=word)
    if family:
        rows = rows.filter(family=family)
    shown = list(rows.order_by("-changed_at", "-id").defer("search")[:SHOWN])
    there = stuffs({key for row in shown for key in keys_in(row.body)}, also_removed=True)
    digests = freshened(shown, there, ANEW)
    return FormulasOut(
        formulas=[_row(row, there, digests[row.pk]) for row in shown],
        found=rows.count() if len(shown) == SHOWN else len(shown),
        there_are=there_are,
    )


def _row(row: Formula, there: Mapping[str, Stuff], digest: Digest | None) -> FormulaRowOut:
    lines = [IngredientIn.model_construct(**line) for line in row.body.get("lines", ())]
    names = names_in(lines, there)
    return FormulaRowOut(
        id=row.pk,
        name=row.name,
        family=row.family,
        family_name=families()[row.family].name if row.family in families() else "",
        about=str(row.body.get("about", ""))[:LONGEST_ABOUT],
        lines=", ".join(names[:4]) + (f" and {len(names) - 4} more" if len(names) > 4 else ""),
        changed_at=row.changed_at,
        grade=digest.grade if digest else "",
        ph=digest.ph[1] if digest and digest.ph else None,
    )


def read_lines(text: str) -> list[ReadLineOut]:
    """Pasted lines, understood as far as they can be; none is dropped."""
    shelf, _ = everything()
    out = []
    for each in understood(text, lambda name: find_for_lines(name, shelf), the_kit()):
        out.append(
            ReadLineOut(
                text=each.text,
                stuff=each.found[0].key if each.found else "",
                name=each.name,
                amount="" if each.amount is None else amount_typed(round(each.amount, 3)),
                unit=each.unit
                or (each.found[0].material.unit if each.found and each.found[0].material else "g"),
                form=each.form,
                found=[stuff.key for stuff in each.found[:8]],
                problem=each.problem,
            )
        )
    return out
