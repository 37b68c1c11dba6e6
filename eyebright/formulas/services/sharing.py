"""Formulas out and in, in open given."""

import json
from collections.abc import Callable
from typing import Any, Literal

from django.db import transaction
from pydantic import ValidationError

from eyebright.config.problems import Problem
from eyebright.core.formulas.assess import Assessment
from eyebright.core.formulas.exchange import export, import_recipe
from eyebright.core.formulas.model import Formula as CoreFormula
from eyebright.core.formulas.model import FormulaError, families
from eyebright.heads.services import find_head

from ..schemas.formulas import BringIn, BroughtOut, FormulaIn, FormulaStepIn, IngredientIn
from .assessments import assessment_of
from .card import card
from .choices import read_lines
from .formulas import find_formula, formula_out, kept_new
from .workbench import as_core, core_bench, entered_of, keys_of

FileKind = Literal["pdf", "md", "jsonld", "csv", "inci"]
KINDS: dict[FileKind, tuple[str, str]] = {
    "pdf": ("application/pdf", "pdf"),
    "md": ("text/markdown; charset=utf-8", "md"),
    "jsonld": ("application/ld+json", "jsonld"),
    "csv": ("text/csv; charset=utf-8", "csv"),
    "inci": ("text/plain; charset=utf-8", "inci.txt"),
}
NOT_YET = "It cannot be reckoned yet: put right what is marked on the bench first."


def given_out(pk: int, kind: FileKind, head: int | None = None) -> tuple[str, bytes]:
    """A formula in a format: its name, and the file, with the cautions of the head it is asked for."""
    kept = find_formula(pk)
    entered = entered_of(kept.body)
    written = as_core(entered)
    bench, _ = core_bench(keys_of(entered), head)
    whose = find_head(head).name if head is not None else ""
    reading = assessment_of(written, bench)
    if written.formula is None or reading is None:
        raise Problem(422, "That cannot be given out yet.", NOT_YET, written.problems)
    makers: dict[FileKind, Callable[[CoreFormula, Assessment], bytes]] = {
        "pdf": lambda formula, found: card(formula, found, entered.about, whose),
        "md": lambda formula, found: export.markdown(formula, found, whose).encode(),
        "csv": lambda formula, found: export.csv_lines(formula, found).encode("utf-8-sig"),
        "jsonld": lambda formula, found: _json(export.recipe(formula, found, entered.about, whose)),
        "inci": lambda formula, found: _inci(formula, found),
    }
    return kept.name, makers[kind](written.formula, reading)


def _json(value: Any) -> bytes:
    return (json.dumps(value, ensure_ascii=False, indent=2) + "\n").encode()


def _inci(formula: CoreFormula, reading: Assessment) -> bytes:
    names = export.inci(formula, reading)
    return (", ".join(name for name, _ in names) + "\n").encode()


@transaction.atomic
def take_in(entered: BringIn) -> BroughtOut:
    """A recipe out of a file or a page: every line kept, the unknown ones to be asked about."""
    try:
        found = import_recipe(entered.text)
    except FormulaError as raised:
        raise Problem.field("text", str(raised)) from None
    lines = []
    for place, each in enumerate(read_lines("\n".join(found.lines))):
        lines.append(
            {
                "id": place + 1,
                "stuff": each.stuff,
                "amount": each.amount,
                "unit": each.unit,
                "phase": found.phases[place] if place < len(found.phases) else "",
                "form": found.forms[place] if place < len(found.forms) else each.form,
                "text": "" if each.stuff else each.text,
            }
        )
    steps = [
        {**step, "adds": [lines[place]["id"] for place in step["adds"] if place < len(lines)]}
        for step in found.steps
    ]
    about = found.about
    if found.kept:
        about = "\n".join([about, *found.kept]).strip()
    body = _settled(found.name, about[:2000], found.settings, lines, steps)
    kept, _ = kept_new(body)
    return BroughtOut(formula=formula_out(kept), kept=list(found.kept))


def _settled(
    name: str, about: str, settings: Any, lines: list[dict[str, Any]], steps: list[dict[str, Any]]
) -> FormulaIn:
    """The formula as it is kept; a setting of ours that cannot be is left at its usual."""
    family = settings.get("family")
    plain: dict[str, Any] = {
        "name": name[:80],
        "about": about,
        "family": family if family in families() else "mask",
        "lines": [_line(line) for line in lines],
        "steps": [FormulaStepIn.model_validate(step) for step in steps],
    }
    for key in ("use", "minutes", "makes", "place", "pot", "bottle", "cover"):
        value = settings.get(key)
        if value is None:
            continue
        value = f"{value:g}" if key in ("minutes", "makes") and isinstance(value, int | float) else value
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
