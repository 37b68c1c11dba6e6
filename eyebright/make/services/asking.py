"""What a making takes, before it is begun: how much, which bottles, what is missing, for whom."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any

from django.utils import timezone

from eyebright.core.formulas.assess import Assessment
from eyebright.core.formulas.change import Proposal, Workbench, line_said, scaling, substitutes
from eyebright.core.formulas.model import (
    Formula,
    FormulaError,
    Ingredient,
    families,
    loose,
    planned_steps,
    weighed,
)
from eyebright.core.make import Choice, Held, Thinning, choose
from eyebright.core.materials import Supply, SupplyKey, spoons, unit_of
from eyebright.core.words import brief
from eyebright.formulas.schemas.formulas import FormulaIn
from eyebright.formulas.services.assessments import assessment_of, the_vessel
from eyebright.formulas.services.formulas import find_formula
from eyebright.formulas.services.workbench import (
    ParsedFormula,
    as_core,
    core_bench,
    entered_of,
    keys_of,
    to_schema,
)
from eyebright.heads.services import find_head
from eyebright.kept.problems import Problem
from eyebright.kept.wire import out_of
from eyebright.shelf.models import Lot
from eyebright.shelf.services.supplies import core_lots, everything

from ..models import Batch
from ..schemas.asking import (
    DrawnFromOut,
    MakeAsk,
    OptionalLineOut,
    RecipientOut,
    TakeLineOut,
    TakesOut,
    TakeStandInOut,
)
from .evaluation import for_heads

STAND_INS = 3
ALL = 0.999  # of a line: so much missing is all of it
CUBE = 30.0  # mL of one, where nobody says
NOT_YET = "Put that right in the formula first."


@dataclass
class Asked:
    """What was asked for, worked out: what is written, its reading, bottles by line, and for whom."""

    payload: FormulaIn
    formula: Formula
    found: Assessment
    bench: Workbench
    chosen: dict[int, Choice]
    lots: dict[str, Lot]
    whom: list[tuple[int, Thinning]]
    says: str = ""
    source: int | None = None


def source_of(ask: MakeAsk) -> tuple[FormulaIn, int | None]:
    """What is to be made, as it is written, and the formula that it is of, where it is of one."""
    if ask.again is not None:
        batch = Batch.with_removed.filter(pk=ask.again, of=Batch.Of.FORMULA).first()
        if batch is None:
            raise Problem.gone("batch")
        return entered_of(batch.body), batch.formula_id
    if ask.formula is not None:
        return entered_of(find_formula(ask.formula).body), ask.formula
    if ask.family not in families():
        raise Problem.field("family", "Say what kind of thing it is: that decides how it keeps and is used.")
    return FormulaIn(name=ask.name.strip() or families()[ask.family].name, family=ask.family), None


def asked(ask: MakeAsk) -> Asked:
    """Work it out. Nothing is kept."""
    payload, source = source_of(ask)
    if ask.name.strip():
        payload = payload.model_copy(update={"name": ask.name.strip()})
    payload = _with_optional(payload, ask.optional)
    heads = [find_head(pk).pk for pk in dict.fromkeys(ask.heads)]
    written = as_core(payload, source)
    if written.formula is None:
        raise _not_yet(written.problems)
    bench, _ = core_bench(keys_of(payload), heads[0] if len(heads) == 1 else None)
    try:
        scaled = _scaled(ask, written.formula, bench, heads)
        lots = {SupplyKey.of("lot", lot.pk): lot for lot in Lot.objects.all()}
        formula, chosen = _drawn(scaled.formula, ask, bench, lots)
    except FormulaError as raised:
        raise Problem.field(
            raised.field if raised.line is None else written.field_of(raised), str(raised)
        ) from None
    steps = tuple(each.step for each in planned_steps(formula))
    formula = replace(formula, steps=steps)
    body = to_schema(formula, payload)
    made = ParsedFormula(body, supplies=written.supplies).made_as(formula)
    nobody, _ = core_bench([line.supply.key for line in formula.ingredients])
    found = assessment_of(made, nobody, the_vessel(ask.made_in))
    if found is None:
        raise _not_yet(made.problems)
    out = Asked(body, formula, found, nobody, chosen, lots, for_heads(body, formula, heads), source=source)
    out.says = scaled.says if ask.sized_by != "written" else ""
    return out


def _with_optional(payload: FormulaIn, goes_in: Mapping[int, bool]) -> FormulaIn:
    """The same with what may be left out taken, or left out, as it was asked for."""
    lines = [
        line.model_copy(update={"left_out": not goes_in[line.id]}) if line.id in goes_in else line
        for line in payload.lines
    ]
    return payload.model_copy(update={"lines": lines})


def _optional(formula: Formula) -> list[OptionalLineOut]:
    """The lines that may be left out, in the order in which they were written."""
    return [
        OptionalLineOut(
            id=line.id,
            says=f"{line_said(line)} {line.supply.name}",
            only_if=line.only_if,
            goes_in=line in formula.ingredients,
        )
        for line in sorted(formula.every_line, key=lambda each: each.id)
        if line.only_if
    ]


def _not_yet(problems: Mapping[str, str]) -> Problem:
    """The problem of a formula that cannot be made as it stands: what is marked on it, beside its name."""
    return Problem.field("formula", " ".join([*dict.fromkeys(problems.values()), NOT_YET]))


def _scaled(ask: MakeAsk, formula: Formula, bench: Workbench, heads: list[int]) -> Proposal:
    """As much of it as was asked for."""
    value = ask.value
    if ask.sized_by == "written":
        return Proposal(formula, (), True, "")
    if ask.sized_by == "vessel":
        vessel = the_vessel(ask.vessel)
        if vessel is None:
            raise Problem.field("vessel", "Choose which bottle it is to fill.")
        return scaling.makes(formula, bench, vessel[1])
    if value is None:
        raise Problem.field("value", "Say how much.")
    if not 0.0 < value <= 20_000.0:
        raise Problem.field("value", "More than nothing, and no more than 20 L.")
    if ask.sized_by == "washes":
        if value > 50.0:
            raise Problem.field("value", "Up to fifty washes at once.")
        return _for_washes(formula, bench, heads, value)
    if ask.sized_by == "cubes":
        return scaling.makes(formula, bench, value * (ask.cube or CUBE))
    if ask.sized_by == "times":
        if not 0.02 <= value <= 50.0:
            raise Problem.field("value", "From a fiftieth to fifty times as much.")
        return scaling.times(formula, bench, value)
    if ask.sized_by == "g":
        return scaling.weighing(formula, bench, value, f"{brief(value)} g")
    return scaling.makes(formula, bench, value)


def _for_washes(formula: Formula, bench: Workbench, heads: list[int], washes: float) -> Proposal:
    """So many washes for each of the heads together; for an ordinary head where none was chosen."""
    if len(heads) <= 1:
        name = find_head(heads[0]).name.split()[0] if heads else ""
        return scaling.for_head(formula, bench, washes, name)
    keys = [line.supply.key for line in formula.ingredients]
    grams = 0.0
    for pk in heads:
        grams += core_bench(keys, pk)[0].quick(formula).one_wash * washes
    return scaling.weighing(formula, bench, grams, f"{brief(washes)} for each of {len(heads)} heads")


def _drawn(
    formula: Formula, ask: MakeAsk, bench: Workbench, lots: Mapping[str, Lot]
) -> tuple[Formula, dict[int, Choice]]:
    """The formula with its lines drawn from bottles at hand, and the choice for each line."""
    stock = {each.key: each for each in core_lots(lots.values())}
    lines, chosen = [], {}
    for each in weighed(formula, bench.kit):
        line = each.line
        needed = each.ml if unit_of(line.supply) == "mL" else each.grams
        if line.material is None or SupplyKey(line.supply.key).where not in ("lot", "lib"):
            chosen[line.id] = Choice(((line.supply.key, needed),), 0.0)
            lines.append(line)
            continue
        same = [supply for supply in stock.values() if supply.material.key == line.material.key]
        wanted = ask.lots.get(line.id)
        if wanted:
            same = [supply for supply in same if supply.key == wanted]
            if not same:
                raise Problem.field("lots", "That bottle is no longer on the shelf: choose another.")
        choice = choose(needed, [_held(supply, lots[supply.key], line.supply.key) for supply in same])
        chosen[line.id] = choice
        first = stock.get(choice.drawn[0][0]) if choice.drawn else None
        lines.append(replace(line, supply=first) if first else line)
    return replace(formula, ingredients=tuple(lines)), chosen


def _held(supply: Any, lot: Lot, meant: str) -> Held:
    days = (lot.use_by - timezone.localdate()).days if lot.use_by else None
    left = None if lot.left is None else float(lot.left)
    return Held(supply.key, left, days, supply.past, supply.key == meant)


# ---- on the wire ----


def takes(ask: MakeAsk) -> TakesOut:
    """What it takes."""
    payload, _ = source_of(ask)
    if not payload.lines:
        return _of_nothing(payload, ask)
    out = asked(ask)
    shelf = everything()[0]
    lines = [_line_out(out, place, shelf) for place in range(len(out.formula.ingredients))]
    found, heads = out.found, [head_out(pk, each) for pk, each in out.whom]
    stops = [f"{each.what} {each.instead}" for each in found.cautions if each.level == "stop"]
    kept = found.keeping.at(out.formula.place)
    return out_of(
        TakesOut,
        found,
        name=out.payload.name,
        lines=lines,
        optional=_optional(out.formula),
        tools=[{"name": t.name, "why": t.why, "holds": t.holds} for t in found.tools],
        makes=found.yield_ml,
        makes_g=found.yield_g,
        keeps=f"Keeps {kept.says} {kept.name}. {kept.reason}",
        shopping=[_to_buy(line) for line in lines if line.missing > 0.0],
        heads=heads,
        cautions=list(found.cautions),
        stands=stops + [f"It does not go on {each.name}." for each in heads if each.parts is None],
        says=out.says,
    )


def _of_nothing(payload: FormulaIn, ask: MakeAsk) -> TakesOut:
    """What is begun of nothing: all of it is told as it is poured."""
    return TakesOut(
        name=payload.name, lines=[], optional=[],
        tools=[], room=0.0, too_small="", makes=None, makes_g=None, washes=None,
        ph=None, keeps="", shopping=[], heads=[], cautions=[], stands=[],
        says="Nothing is planned: weigh in what you like, and what comes of it is worked out as you pour.",
    )  # fmt: skip


def _to_buy(line: TakeLineOut) -> str:
    """What is missing of a line, "60 g Soapwort root"; where all of it is, also as it is measured out."""
    missing = _much(line.missing, line.unit)
    whole = line.missing >= line.needed * ALL and line.says != missing
    return f"{missing} {line.name}" + (f" ({line.says})" if whole else "")


def _much(amount: float, unit: str) -> str:
    return f"{brief(amount)} {unit}"


def _line_out(out: Asked, place: int, shelf: list[Supply]) -> TakeLineOut:
    line, choice = out.formula.ingredients[place], out.chosen[out.formula.ingredients[place].id]
    unit = unit_of(line.supply)
    needed = sum(amount for _, amount in choice.drawn) + choice.missing
    material = line.material
    same = [
        key for key, lot in out.lots.items()
        if material is not None and lot.material == material.key and key not in dict(choice.drawn)
    ]  # fmt: skip
    others = substitutes(material, shelf)[:STAND_INS] if choice.missing > 0.0 else []
    return TakeLineOut(
        id=line.id,
        supply_key=line.supply.key,
        name=line.supply.name,
        says=line_said(line),
        spoons=spoons_said(line, needed, out.bench),
        needed=needed,
        unit=unit,
        missing=choice.missing,
        drawn=[_from(out, key, amount) for key, amount in choice.drawn],
        others=[_from(out, key, needed) for key in same],
        stand_ins=[
            TakeStandInOut(
                key=each.supply.key,
                name=each.supply.name,
                says=f"{each.does}: about {_much(choice.missing * each.times, unit_of(each.supply))}",
            )
            for each in others
        ],
    )


def spoons_said(line: Ingredient, amount: float, bench: Workbench) -> str:
    """So much (mL or g) of a line, in its form, by the household's spoons; "" where nobody weighed one."""
    if unit_of(line.supply) == "mL":
        return spoons(amount, bench.kit) if amount > 0.0 else ""
    material = line.material
    if material is None or material.density is None:
        return ""
    weighs = material.density.mid * loose(material, line.form).mid
    return f"about {spoons(amount / weighs, bench.kit).removeprefix('about ')}"


def _from(out: Asked, key: str, amount: float) -> DrawnFromOut:
    lot = out.lots.get(key)
    if lot is None:
        name = next((line.supply.name for line in out.formula.ingredients if line.supply.key == key), key)
        return DrawnFromOut(key=key, name=name, amount=amount, left=None, use_by=None)
    left = None if lot.left is None else float(lot.left)
    return out_of(DrawnFromOut, lot, key=key, amount=amount, left=left)


def head_out(pk: int, each: Thinning) -> RecipientOut:
    """How it goes on one head."""
    return out_of(RecipientOut, each, head=pk, name=find_head(pk).name, cautions=list(each.cautions))
