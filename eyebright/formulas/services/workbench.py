"""What is kept of a formula as the core takes it, and back: nothing that was written is lost on the way."""

import hashlib
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import datetime
from typing import Any

from django.db import models
from pydantic import ValidationError
from pydantic_core import PydanticCustomError

from eyebright.core.formulas.assess import VERSION, grades, supplies_in, wholes_of
from eyebright.core.formulas.change import Workbench, till_thick
from eyebright.core.formulas.model import (
    COVER,
    MOST_THINNED,
    TILL,
    Formula,
    FormulaError,
    Ingredient,
    Step,
    default_phase,
    family_of,
    of_form,
    preconditions,
    signs,
    step_kinds,
)
from eyebright.core.formulas.prepare import PreparedSupply
from eyebright.core.heads import Head, Today, hair_and_scalp_of
from eyebright.core.materials import Amount, Count, Kit, Supply, typed_number, unit_of
from eyebright.core.words import brief
from eyebright.heads.services import facts_of_whom, head_for, product_key
from eyebright.kept.fields import count as number_range
from eyebright.kept.fields import number
from eyebright.kept.lenient import parse_lenient
from eyebright.shelf.models import ReadingLine
from eyebright.shelf.services.beliefs import posterior_for
from eyebright.shelf.services.measures import the_kit
from eyebright.shelf.services.supplies import everything, not_known_here, plain_water, supplies_of

from ..schemas.formulas import FormulaIn, FormulaStepIn, IngredientIn

MOST_MINUTES = 60.0 * 24 * 60
MOST_APART = 366.0  # days
REMOVED = (
    "{name} is no longer on the shelf: it is still reckoned with as it was. Choose another, or leave it."
)
GONE = "That is gone: choose another."
NOT_KNOWN = "It is not known here any more what {name} is: say it on the shelf, or choose another."
FROM_ELSEWHERE = "It came from another version, and “{value}” is not known here: choose anew."
ITSELF = (
    "This was made with this same formula: what is left of it can go in once, and the formula cannot be made "
    "again without it. Make a formula of its own of what goes into both."
)
UNREAD = "This line could not be read: choose what it is, or leave it out."


@dataclass
class ParsedFormula:
    """A formula as it was written, as the core takes it: None where it cannot be reckoned yet, and why.

    `problems` by field; some (what is no longer on the shelf) do not stand in the way. `places` are those of
    the written lines that the core's lines stand for.
    """

    payload: FormulaIn
    formula: Formula | None = None
    problems: dict[str, str] = field(default_factory=dict)
    places: list[int] = field(default_factory=list)
    supplies: Mapping[str, Supply] = field(default_factory=dict)

    def made_as(self, formula: Formula) -> "ParsedFormula":
        """The same with another formula in its place, of which nothing is amiss: line for line its own."""
        return ParsedFormula(self.payload, formula, {}, list(range(len(formula.ingredients))), self.supplies)

    def at_fault(self, raised: FormulaError) -> None:
        """Put what the core found fault with beside its field."""
        self.formula = None
        self.problems |= {self.field_of(raised): str(raised)}

    def field_of(self, raised: FormulaError) -> str:
        """The field that the core's fault is beside."""
        if raised.line is None:
            return raised.field
        if raised.field == "step":
            return f"steps.{raised.line}.kind"
        place = self.places[raised.line] if raised.line < len(self.places) else raised.line
        return f"lines.{place}.{raised.field}"


def entered_of(body: Mapping[str, Any]) -> FormulaIn:
    """What is kept, as it was written; what another version wrote and this one does not know is left open."""
    return entered_and_lost(body)[0]


def entered_and_lost(body: Mapping[str, Any]) -> tuple[FormulaIn, dict[str, str]]:
    """The same, and what is said of what was left open, by field."""
    try:
        payload, lost = parse_lenient(FormulaIn, body)
    except ValidationError:
        name = str(body.get("name") or "")[:80].strip() or "A formula that cannot be read"
        payload, lost = FormulaIn(name=name, family="mask"), {"name": "all of it"}
    return payload, {place: FROM_ELSEWHERE.format(value=value) for place, value in lost.items()}


def keys_of(payload: FormulaIn) -> list[str]:
    """What goes in, by key."""
    return [line.supply_key for line in payload.lines if line.supply_key]


def days_apart(payload: FormulaIn) -> tuple[float | None, str]:
    """Days between two of it that it says itself, None for none; and what is wrong with them."""
    apart, trouble = _number(payload.apart, "")
    if trouble or (apart is not None and not 0.0 < apart <= MOST_APART):
        return None, trouble or "From a day to a year."
    return apart, ""


def parts_of_water(payload: FormulaIn) -> tuple[int, str]:
    """Parts of water to one of it when it is used, 0 for none; and what is wrong with them."""
    parts, trouble = _number(payload.thinned, "")
    if trouble or (parts is not None and not (0.0 <= parts <= MOST_THINNED and parts == round(parts))):
        return 0, trouble or f"Whole parts of water to one of it: from none to {MOST_THINNED}."
    return int(parts or 0), ""


def thinned_of(body: Mapping[str, Any]) -> int:
    """The same of what is kept, which is parsed only where it says any."""
    return parts_of_water(entered_of(body))[0] if body.get("thinned") else 0


def thought_ph(payload: FormulaIn) -> tuple[Count | None, str]:
    """What somebody thinks its pH is, None for nothing; and what is wrong with that."""
    if not payload.thought.strip():
        return None, ""
    try:
        thought = number_range(payload.thought)
    except PydanticCustomError as raised:
        return None, raised.message()
    if not 0.0 <= thought.low <= thought.high <= 14.0:
        return None, "A pH, from 0 to 14: 4.5, or 4 to 5."
    return thought, ""


def as_core(payload: FormulaIn, pk: int | None = None) -> ParsedFormula:
    """A written formula as the core takes it; `pk` of the one that is kept, which washes may have taught."""
    keys = keys_of(payload)
    still = supplies_of(keys)
    missing = [key for key in keys if key not in still]
    supplies = still | supplies_of(missing, also_removed=True) if missing else still
    strange = not_known_here([key for key in missing if key not in supplies])
    out = ParsedFormula(payload, supplies=supplies)
    try:
        family = family_of(payload.family)
    except FormulaError as raised:
        out.problems["family"] = str(raised)
        return out
    lines: list[Ingredient] = []
    left_out: list[Ingredient] = []
    whole = True
    for place, line in enumerate(payload.lines):
        if not line.supply_key:
            if line.text or line.amount:
                out.problems[f"lines.{place}.supply_key"] = UNREAD
            continue
        supply = supplies.get(line.supply_key)
        if supply is None:
            name = strange.get(line.supply_key)
            out.problems[f"lines.{place}.supply_key"] = NOT_KNOWN.format(name=name) if name else GONE
            whole = whole and not name
            continue
        if line.supply_key not in still:
            out.problems[f"lines.{place}.supply_key"] = REMOVED.format(name=supply.name)
        count, trouble = _counted(line, f"How much {supply.name}?")
        if count is None:
            out.problems[f"lines.{place}.amount"] = trouble
            whole = False
            continue
        phase = line.phase or default_phase(supply, family)
        till = _till(line)
        amount = Amount.ranging(count, unit_of(supply) if till else line.unit, line.packed)
        form = of_form(supply.material, line.form)
        read = Ingredient(line.id, supply, amount, phase, form, line.only_if.strip(), till)
        if pk is not None and _holds_itself(supply, product_key(family.key, pk)):
            out.problems[f"lines.{place}.supply_key"] = ITSELF
        if is_left_out(line):
            left_out.append(read)
            continue
        out.places.append(place)
        lines.append(read)
    minutes, makes, apart, parts = _settings(payload, out)
    steps = [_step(step, place, out) for place, step in enumerate(payload.steps)]
    wrong = out.problems.keys() & {"minutes", "makes", "apart", "thinned"}
    if not whole or wrong or any(step is None for step in steps):
        return out
    out.formula = Formula(
        name=payload.name,
        family=family,
        ingredients=tuple(lines),
        steps=tuple(step for step in steps if step),
        use=payload.use,
        minutes=minutes or 0.0,
        makes=makes,
        base=payload.base,
        place=payload.place,
        pot=payload.pot,
        bottle=payload.bottle,
        cover=payload.cover,
        apart=apart,
        zone=payload.zone,
        schools=tuple(sorted(payload.schools.items())),
        unknown=tuple(
            line.text or "a line"
            for line in payload.lines
            if not line.supply_key and (line.text or line.amount)
        ),
        product="" if pk is None else product_key(family.key, pk),
        left_out=tuple(left_out),
        wants=tuple(key for key in dict.fromkeys(payload.wants) if key in preconditions()),
        thinned=parts,
        thins_with=plain_water() if parts else None,
    )
    _fill_till_thick(out)
    return out


def _settings(payload: FormulaIn, out: ParsedFormula) -> tuple[float | None, float | None, float | None, int]:
    """Minutes, g of it all, days apart, parts of water; what is wrong with them stands beside its field."""
    minutes, trouble = _number(payload.minutes or "0", "")
    if minutes is None or not 0.0 <= minutes <= MOST_MINUTES:
        out.problems["minutes"] = trouble or "From 0 minutes to a day."
    makes, trouble = _number(payload.makes, "")
    if trouble or (makes is not None and makes <= 0.0):
        out.problems["makes"] = trouble or "Say how much to make: more than nothing."
    apart, trouble = days_apart(payload)
    if trouble:
        out.problems["apart"] = trouble
    parts, trouble = parts_of_water(payload)
    if trouble:
        out.problems["thinned"] = trouble
    if trouble := thought_ph(payload)[1]:
        out.problems["thought"] = trouble
    return minutes, makes, apart, parts


def _fill_till_thick(out: ParsedFormula) -> None:
    """Give what goes in till it is thick enough its amount; where none makes it so, that is said."""
    if out.formula is None or not any(line.till for line in out.formula.ingredients):
        return
    bench, _ = core_bench([line.supply.key for line in out.formula.ingredients])
    try:
        out.formula = till_thick(out.formula, bench)
    except FormulaError as raised:
        out.at_fault(raised)


def _holds_itself(supply: Supply, product: str) -> bool:
    """Whether it was made with the formula that it is to go into, at any depth."""
    if not isinstance(supply, PreparedSupply):
        return False
    made = supply.formula
    wholes = wholes_of(made.name, made.product, made.family, supplies_in(made))
    return any(product in each.names for each in wholes)


def _till(line: IngredientIn) -> str:
    """The grade of thickness till which it goes in; "" for an amount of its own."""
    return line.unit.removeprefix(TILL) if line.unit.startswith(TILL) else ""


def is_left_out(line: IngredientIn) -> bool:
    """Whether a line is not taken this time: only one that has a condition may be left out."""
    return line.left_out and bool(line.only_if.strip())


def _number(typed: str, missing: str) -> tuple[float | None, str]:
    """A number as it was typed, or what to say of it."""
    if not typed.strip():
        return None, missing
    try:
        return number(typed), ""
    except PydanticCustomError as raised:
        return None, raised.message()


def number_typed(typed: str) -> float | None:
    """A number as it was typed; None for none."""
    return _number(typed, "")[0]


def counted(line: IngredientIn) -> Count | None:
    """A line's number as it was typed; None for none."""
    return _counted(line, "")[0]


def _counted(line: IngredientIn, missing: str) -> tuple[Count | None, str]:
    """A line's number as it was typed, or range of two, or what to say of it."""
    if line.unit.startswith(TILL) and _till(line) not in {grade.key for grade in grades()}:
        return None, "Till how thick? Choose how it is measured."
    if line.unit == COVER or _till(line):
        return Count.of(1.0), ""
    if not line.amount.strip():
        return None, missing
    try:
        return number_range(line.amount), ""
    except PydanticCustomError as raised:
        return None, raised.message()


def _step(step: FormulaStepIn, place: int, out: ParsedFormula) -> Step | None:
    """One step; what is wrong with it goes beside its field."""
    if step.kind not in step_kinds():
        out.problems[f"steps.{place}.kind"] = "Choose a kind of step."
        return None
    for name in ("least", "most"):
        value = getattr(step, name)
        if value is not None and not 0.0 <= value <= MOST_MINUTES:
            out.problems[f"steps.{place}.{name}"] = "From 0 minutes to sixty days."
            return None
    if step.least is not None and step.most is not None and step.most < step.least:
        out.problems[f"steps.{place}.most"] = "The most is less than the least."
        return None
    sign = step.sign if step.sign in signs() else ""
    return Step(step.kind, tuple(step.adds), step.least, step.most, sign, step.note, step.only_if.strip())


def to_schema(formula: Formula, payload: FormulaIn) -> FormulaIn:
    """A formula of the core as it is written; what was not understood of `payload` stays where it was."""
    had = {line.id: line for line in payload.lines}
    lines = []
    for line in formula.every_line:
        old = had.get(line.id)
        same = old is not None and old.supply_key == line.supply.key and old.unit == line.amount.unit
        if line.till:
            line = replace(line, amount=Amount(1.0, f"{TILL}{line.till}"))
        was = _counted(old, "")[0] if same and old else None
        typed = (
            old.amount
            if was and old and Amount.ranging(was, "") == replace(line.amount, unit="", packed=False)
            else None
        )
        lines.append(
            IngredientIn(
                id=line.id,
                supply_key=line.supply.key,
                amount="" if line.till else typed if typed is not None else written(line.amount),
                unit=line.amount.unit,
                packed=line.amount.packed,
                phase=line.phase,
                form=line.form,
                text=old.text if old is not None and old.supply_key == line.supply.key else "",
                only_if=line.only_if,
                left_out=line in formula.left_out,
            )
        )
    lines += [line for line in payload.lines if not line.supply_key and (line.text or line.amount)]
    steps = [
        FormulaStepIn(
            kind=step.kind,
            adds=list(step.adds),
            least=step.least,
            most=step.most,
            sign=step.sign,
            note=step.note,
            only_if=step.only_if,
        )
        for step in formula.steps
    ]
    return payload.model_copy(
        update={
            "lines": lines,
            "steps": steps,
            "use": formula.use,
            "minutes": amount_typed(formula.minutes),
            "makes": "" if formula.makes is None else amount_typed(formula.makes),
            "family": formula.family.key,
        }
    )


def amount_typed(value: float) -> str:
    """A number as a person would type it, and never so that it could be read two ways."""
    return typed_number(value) if value != round(value, 2) else brief(value) if value < 100 else f"{value:g}"


def written(amount: Amount) -> str:
    """An amount's number, or its range, as a person would type it."""
    return amount_typed(amount.value) if amount.low == amount.high else amount.written


# ---- what it is worked out with ----


def core_bench(
    keys: Iterable[str],
    head: int | None = None,
    *,
    whole: bool = False,
    at: datetime | None = None,
    day: Today | None = None,
) -> tuple[Workbench, Head | None]:
    """The household as a formula meets it, and the head it is for. `whole`: with all that could go in.

    `at`: when it meets that head, and `day`: what for.
    """
    whom = head_for(head, at, day)
    facts: Mapping[str, Any] = facts_of_whom(whom)
    hair_and_scalp = (lambda draws: hair_and_scalp_of(whom, facts, draws)) if whom else None
    shelf, library = everything() if whole else ([], [])
    return Workbench(the_kit(), posterior_for(list(keys)), shelf, library, facts, hair_and_scalp), whom


# ---- whether what was worked out still holds ----


def marks(keys: Iterable[str], supplies: Mapping[str, Supply]) -> dict[str, str]:
    """What each thing is known by and what was read of it, in short: it changes when an answer would."""
    read = {
        row["supply_key"]: f"{row['count']}/{row['last']}"
        for row in ReadingLine.objects.filter(supply_key__in=set(keys), reading__removed_at=None)
        .values("supply_key")
        .annotate(count=models.Count("id"), last=models.Max("reading_id"))
        .order_by()
    }
    return {
        key: hashlib.sha1(f"{supply!r}|{read.get(key, '')}".encode(), usedforsecurity=False).hexdigest()[:12]
        for key, supply in supplies.items()
    }


def state_of(written: str, keys: Iterable[str], marked: Mapping[str, str], kit: Kit) -> str:
    """The state that a formula was worked out in. `written`: what changes whenever the formula does."""
    used = ",".join(marked.get(key, "") for key in sorted(set(keys)))
    return hashlib.sha256(f"{VERSION}|{written}|{used}|{kit.system}".encode()).hexdigest()


def names_in(lines: Sequence[IngredientIn], supplies: Mapping[str, Supply]) -> list[str]:
    """What the lines are called."""
    return [
        supplies[line.supply_key].name if line.supply_key in supplies else line.text
        for line in lines
        if line.supply_key or line.text
    ]
