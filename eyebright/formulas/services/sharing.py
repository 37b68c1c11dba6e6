"""Formulas out and in, in open given."""

import json
from collections.abc import Callable, Iterable
from dataclasses import replace
from typing import Any, Literal

from pydantic import ValidationError

from eyebright.core.formulas.assess import Assessment
from eyebright.core.formulas.exchange import (
    OWN_SETTINGS,
    HeardRecipe,
    ImportedRecipe,
    export,
    hear_parts,
    hear_recipe,
    import_recipe,
    is_plain,
    parse_row,
)
from eyebright.core.formulas.model import Formula as CoreFormula
from eyebright.core.formulas.model import FormulaError, families, step_kinds
from eyebright.core.words import capital, few
from eyebright.heads.services import find_head
from eyebright.kept.problems import Problem
from eyebright.shelf.services.supplies import the_kitchen

from ..schemas.choices import ReadLineOut
from ..schemas.formulas import (
    LONGEST,
    MOST_LINES,
    MOST_STEPS,
    MOST_TOLD,
    BringIn,
    BroughtOut,
    FormulaIn,
    FormulaStepIn,
    IngredientIn,
    ToldIn,
)
from .assessments import assessment_of
from .card import card
from .choices import line_out
from .formulas import find_formula, kept_new
from .workbench import as_core, core_bench, entered_of, keys_of

FileKind = Literal["pdf", "md", "jsonld", "csv", "inci"]
KINDS: dict[FileKind, tuple[str, str]] = {
    "pdf": ("application/pdf", "pdf"),
    "md": ("text/markdown; charset=utf-8", "md"),
    "jsonld": ("application/ld+json", "jsonld"),
    "csv": ("text/csv; charset=utf-8", "csv"),
    "inci": ("text/plain; charset=utf-8", "inci.txt"),
}
MOST_NOTE = 2000
UNNAMED = "An imported recipe"
NOTHING = (
    "No ingredient could be found in it: name at least one thing that goes in, with or without an amount."
)
NOT_YET = "It cannot be reckoned yet: put right what is marked on the bench first."


def given_out(pk: int, kind: FileKind, head: int | None = None) -> tuple[str, bytes]:
    """A formula in a format: its name, and the file, with the cautions of the head it is asked for."""
    kept = find_formula(pk)
    payload = entered_of(kept.body)
    written = as_core(payload, kept.pk)
    bench, _ = core_bench(keys_of(payload), head)
    whose = find_head(head).name if head is not None else ""
    assessment = assessment_of(written, bench)
    if written.formula is None or assessment is None:
        raise Problem(422, "That cannot be given out yet.", NOT_YET, written.problems)
    makers: dict[FileKind, Callable[[CoreFormula, Assessment], bytes]] = {
        "pdf": lambda formula, found: card(formula, found, payload.about, whose),
        "md": lambda formula, found: export.markdown(formula, found, whose).encode(),
        "csv": lambda formula, found: export.csv_lines(formula, found).encode("utf-8-sig"),
        "jsonld": lambda formula, found: _json(export.recipe(formula, found, payload.about, whose)),
        "inci": lambda formula, found: _inci(formula, found),
    }
    return kept.name, makers[kind](written.formula, assessment)


def _json(value: Any) -> bytes:
    return (json.dumps(value, ensure_ascii=False, indent=2) + "\n").encode()


def _inci(formula: CoreFormula, assessment: Assessment) -> bytes:
    names = export.inci(formula, assessment)
    return (", ".join(name for name, _ in names) + "\n").encode()


def take_in(payload: BringIn) -> BroughtOut:
    """A recipe out of a file, a page or a text: heard whole; what is not known in it is asked about.

    Nothing else waits while it is read: only the row itself is a transaction.
    """
    try:
        if is_plain(payload.text):
            return _told(hear_recipe(payload.text, the_kitchen(), MOST_LINES))
        found = import_recipe(payload.text)
        if found.ours:
            return _ours(found)
        heard = hear_parts(found.name, found.lines, found.method, the_kitchen(), MOST_LINES)
        return _told(replace(heard, rest=""), "\n".join([found.about, heard.rest]).strip())
    except FormulaError as raised:
        raise Problem.field("text", str(raised)) from None
    except ValidationError:
        says = "Something in it is more than a formula can hold: paste its lines instead."
        raise Problem.field("text", says) from None


def _ours(found: ImportedRecipe) -> BroughtOut:
    """A recipe that was exported here: as it was, and what a line was read as otherwise."""
    lines, left = _lines(found)
    steps = [
        {**step, "adds": [lines[place]["id"] for place in step["adds"] if place < len(lines)]}
        for step in found.steps[:MOST_STEPS]
    ]
    about = "\n".join([found.about, *left]).strip()
    body = _settled(found.name, about[:MOST_NOTE], found.settings, lines, steps)
    return BroughtOut(formula=kept_new(body), notices=[], rest="", says="")


def _told(heard: HeardRecipe, about: str = "") -> BroughtOut:
    """A recipe that was told: every sentence of it stands with the formula, and what was heard of it."""
    if not heard.lines:
        raise Problem.field("text", NOTHING)
    kitchen = the_kitchen()
    read_so = [line_out(line, kitchen) for line in heard.lines[:MOST_LINES]]
    lines = [
        {"id": place + 1, "amount": each.amount[:24], "phase": "infused" if place in heard.infused else ""}
        | each.model_dump(include={"supply_key", "unit", "form", "text", "only_if"})
        for place, each in enumerate(read_so)
    ]
    steps = [
        {
            "kind": step.kind, "adds": [place + 1 for place in step.adds if place < len(lines)],
            "least": step.least, "most": step.most, "sign": step.sign, "note": step.note,
            "only_if": step.only_if,
        }
        for step in heard.steps[:MOST_STEPS]
    ]  # fmt: skip
    family = heard.family.family
    said = {
        "use": bool(heard.use), "minutes": heard.minutes is not None, "sprayed": heard.signs.sprayed,
        "dusted": heard.signs.dusted, "let_dry": heard.signs.let_dry,
    }  # fmt: skip
    minutes = family.planned_minutes if heard.minutes is None else sum(heard.minutes) / 2.0
    settings = {
        "family": family.key,
        "use": heard.use or ("left_in" if family.stays else "rinsed_out"),
        "minutes": minutes,
        "cover": heard.cover,
        "place": heard.place or family.place,
        "bottle": family.bottle,
        "apart": heard.apart,
        "zone": heard.zone or "both",
        "wants": list(heard.wants),
        "pot": heard.pot or None,
        "makes": heard.makes,
        "thinned": heard.thinned or None,
    }
    title = (
        heard.title or capital(few([line.found[0].name for line in heard.lines if line.found], 3)) or UNNAMED
    )
    more = [step.note or step_kinds()[step.kind].name for step in heard.steps[MOST_STEPS:]]
    notes = [about, *(each.text for each in heard.told if each.noted), *more, *_read_otherwise(read_so)]
    body = _settled(title, "\n".join(each for each in notes if each)[:MOST_NOTE], settings, lines, steps)
    told = [
        ToldIn(text=each.text[:2000], heard=list(each.heard), missed=each.missed[:2000])
        for each in heard.told
    ]
    body = body.model_copy(
        update={
            "told": told[:MOST_TOLD],
            "said": [name for name, holds in said.items() if holds],
            "family_by": "content",
        }
    )
    return BroughtOut(formula=kept_new(body), notices=list(heard.notices), rest=heard.rest, says=heard.says)


def _read_otherwise(lines: Iterable[ReadLineOut]) -> list[str]:
    """What was read otherwise than it was written, or left alone, line by line."""
    return [f"{line.text}: {'; '.join(line.notes)}" for line in lines if line.notes]


def _lines(found: ImportedRecipe) -> tuple[list[dict[str, Any]], list[str]]:
    """The lines of a recipe as they are kept; those that a formula cannot hold, and what was told."""
    kitchen = the_kitchen()
    out: list[dict[str, Any]] = []
    left: list[str] = []
    for place, text in enumerate(found.lines):
        if len(out) >= MOST_LINES or len(text) > LONGEST:
            left.append(text)
            continue
        read = [line_out(each, kitchen) for each in parse_row(text, kitchen)]
        left += _read_otherwise(read)
        for each in read[: MOST_LINES - len(out)]:
            ours = len(read) == 1
            out.append(
                {
                    "id": len(out) + 1,
                    "supply_key": each.supply_key,
                    "amount": each.amount[:24],
                    "unit": each.unit,
                    "phase": found.phases[place] if ours and place < len(found.phases) else "",
                    "form": found.forms[place] if ours and place < len(found.forms) else each.form,
                    "text": each.text,
                    "only_if": found.only_if[place] if ours and place < len(found.only_if) else each.only_if,
                    "left_out": place in found.left_out,
                }
            )
    return out, left


def _settled(
    name: str, about: str, settings: Any, lines: list[dict[str, Any]], steps: list[dict[str, Any]]
) -> FormulaIn:
    """The formula as it is kept; a setting of ours that cannot be is left at its usual."""
    family = settings.get("family")
    plain: dict[str, Any] = {
        "name": name[:80],
        "about": about,
        "family": family if isinstance(family, str) and family in families() else "mask",
        "lines": [_line(line) for line in lines],
        "steps": [FormulaStepIn.model_validate(step) for step in steps],
    }
    for key in OWN_SETTINGS:
        value = settings.get(key)
        if value is None:
            continue
        value = (
            f"{value:g}"
            if key in ("minutes", "makes", "apart", "thinned") and isinstance(value, int | float)
            else value
        )
        try:
            FormulaIn.model_validate(plain | {key: value})
        except ValidationError:
            continue
        plain[key] = value
    return FormulaIn.model_validate(plain)


def _line(line: dict[str, Any]) -> IngredientIn:
    try:
        return IngredientIn.model_validate(line)
    except ValidationError:  # a phase or form that is none of ours
        return IngredientIn.model_validate(line | {"phase": "", "form": ""})
