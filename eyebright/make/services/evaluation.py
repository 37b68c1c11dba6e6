"""What comes of a batch: as it was planned, and as it was really made.

Copies stand in the batch afterwards.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import asdict, dataclass
from datetime import date

from django.utils import timezone

from eyebright.core.formulas.assess import Assessment
from eyebright.core.formulas.change import Workbench
from eyebright.core.formulas.model import (
    Formula,
    FormulaError,
    Ingredient,
    default_phase,
    ending,
    family_of,
    of_form,
    step_kinds,
)
from eyebright.core.heads import head_facts, record_as_kept
from eyebright.core.make import (
    PouredAmount,
    RunStep,
    Thinning,
    as_done,
    differences,
    ph_after,
    run_sheet,
    step_cautions,
    step_facts,
    thinning,
)
from eyebright.core.materials import Amount, Supply
from eyebright.formulas.schemas.formulas import FormulaIn
from eyebright.formulas.services.assessments import assessment_of
from eyebright.formulas.services.workbench import ParsedFormula, as_core, core_bench, entered_of, keys_of
from eyebright.heads.models import Head
from eyebright.heads.services import HeadHistory
from eyebright.kept.derived import derived
from eyebright.shelf.models import Reading
from eyebright.shelf.services.readings import kept_reading
from eyebright.shelf.services.supplies import plain_water, supplies_of

from ..models import Batch, BatchRecipient, Pour
from ..schemas.batches import OffOut
from ..snapshots import BatchFigures, PlannedPour, SheetStep
from .warmth import warm_now

CONFIRMS = "It does not go on anybody's hair as it is: I put it right, or throw it away."


@dataclass
class Evaluation:
    """A batch as the core takes it: its plan, as it was made, and what comes of that.

    None where it cannot be.

    `trouble` says why.
    """

    written: ParsedFormula
    bench: Workbench
    pours: list[PouredAmount]
    done: Formula | None = None
    found: Assessment | None = None
    trouble: str = ""


def poured(rows: Iterable[Pour], supplies: Mapping[str, Supply]) -> list[PouredAmount]:
    """Pours that were kept, as the core takes them; of what is gone from everywhere, none."""
    return [
        PouredAmount(row.line, supplies[row.supply_key], Amount(float(row.amount), row.unit, row.packed))
        for row in rows
        if row.supply_key in supplies
    ]


def counted(batch: Batch, rows: Sequence[Pour]) -> list[Pour]:
    """The pours that stand for what is in it: a line that is still being filled up is taken as planned."""
    out, plans = [], {plan.line: plan for plan in batch.pours}
    scales = [(place, step) for place, step in enumerate(batch.steps) if step.act == "weigh"]
    weighed = {line: place for place, step in scales for line in step.lines}
    for row in rows:
        plan = plans.get(row.line)
        total = sum(float(each.taken) for each in rows if each.line == row.line and same(each, plan))
        open_ = plan is not None and batch.step <= weighed.get(row.line, -1)
        if open_ and plan is not None and total < plan.low and same(row, plan):
            continue
        out.append(row)
    return out


def same(row: Pour, plan: PlannedPour | None) -> bool:
    """Whether a pour is of what was planned, from whichever bottle."""
    return plan is not None and row.supply_key in keys_planned(plan)


def keys_planned(plan: PlannedPour) -> set[str]:
    """The bottles that a line is planned to come from, by their keys."""
    return {plan.key, *(key for key, _ in plan.drawn)}


def evaluate(batch: Batch, head: int | None = None, *, whole: bool = False, read: bool = True) -> Evaluation:
    """What a batch comes to as it was really made, for a head or nobody.

    `whole`: with all that could go in.
    """
    payload = entered_of(batch.body)
    rows = counted(batch, list(batch.poured.all()))
    keys = [*keys_of(payload), *(row.supply_key for row in rows)]
    bench, _ = core_bench(keys, head, whole=whole)
    written = as_core(payload, batch.formula_id)
    pours = poured(rows, supplies_of(keys, also_removed=True))
    out = Evaluation(written, bench, pours)
    try:
        plan = written.formula if payload.lines else by_eye(payload, pours)
        if plan is None:
            out.trouble = "Nothing is in it yet." if not payload.lines else _first(written)
            return out
        left_out = [int(each) for each in batch.left_out]
        out.done = as_done(plan, pours if payload.lines else [], _minutes(batch), left_out, bench.kit)
    except FormulaError as raised:
        out.trouble = str(raised)
        return out
    if not read:
        return out
    made = written.made_as(out.done)
    vessel = (batch.vessel.name, float(batch.vessel.volume)) if batch.vessel else None
    out.found = assessment_of(made, bench, vessel)
    out.trouble = "" if out.found else _first(made)
    return out


def what_is_in(batch: Batch) -> dict[str, str]:
    """The materials that a batch was really made of, as key: name; waters are not told apart."""
    done = evaluate(batch, read=False).done
    supplies = [each.supply for each in done.ingredients] if done else []
    return {each.material.key: each.name for each in supplies if each.material is not None}


def _first(written: ParsedFormula) -> str:
    return next(iter(written.problems.values()), "It cannot be reckoned.")


def by_eye(payload: FormulaIn, pours: Sequence[PouredAmount]) -> Formula | None:
    """A batch that was begun of nothing: the formula of what was poured; None while that is nothing."""
    if not pours:
        return None
    family = family_of(payload.family)
    lines = tuple(
        Ingredient(
            place, each.supply, each.amount, default_phase(each.supply, family),
            of_form(each.supply.material, ""),
        )
        for place, each in enumerate(pours, start=1)
    )  # fmt: skip
    return Formula(payload.name, family, lines, use=payload.use, place=payload.place, pot=payload.pot,
                   bottle=payload.bottle, minutes=float(sum(family.usual) / 2.0))  # fmt: skip


def _minutes(batch: Batch) -> dict[int, float]:
    """How long the steps that wait really took, by the place of the formula's step.

    How warm it is after cooling is told by the clock itself, when it is used.
    """
    out: dict[int, float] = {}
    for clock in batch.clocks.all():
        step = batch.step_at(clock.place)
        if clock.ended_at and step is not None and step.act == "wait" and step.of is not None:
            took = (clock.ended_at - clock.began_at).total_seconds() / 60.0
            out[step.of] = max(took, 0.0)  # a clock may have been set back meanwhile
    return out


# ---- figures, as they are kept ----


def figures(found: Assessment | None, trouble: str = "") -> BatchFigures:
    """What of a reading is kept with a batch."""
    if found is None:
        return BatchFigures(trouble=trouble)
    formula = found.formula
    shown = found.ph
    return BatchFigures(
        ph=shown,
        makes=found.yield_ml,
        makes_g=found.yield_g,
        lift=None if formula.use == "left_in" else found.lift.scalp,
        grade="" if formula.use == "left_in" else found.lift.grade,
        thickness=found.texture.grade.key if found.texture else "",
        thick=found.texture.grade.name if found.texture else "",
        keeps={kept.place: kept.days for kept in found.keeping.places},
        reasons={kept.place: kept.reason for kept in found.keeping.places},
        fullest=found.preparation.fullest,
    )


def sheet_of(found: Assessment) -> tuple[RunStep, ...]:
    """The run sheet of what a reading is of."""
    last = step_kinds()[ending(found.preparation.formula)]
    return run_sheet(found.preparation.steps, last)


def household_of_care() -> tuple[list[str], list[str]]:
    """Those of the household with asthma on record, and its children, by name."""
    return _household_of_care(timezone.localdate())


@derived("heads.Head")
def _household_of_care(today: date) -> tuple[list[str], list[str]]:
    asthma, children = [], []
    for head in Head.objects.all():
        facts = head_facts(record_as_kept(head.answers, today).record, today)
        asthma += [head.name] if facts["asthma"] else []
        children += [head.name] if facts["child"] else []
    return asthma, children


def steps_kept(found: Assessment, celsius: float | None = None, at: int = -1) -> list[SheetStep]:
    """The run sheet with what to beware of at each step. `celsius`: what a thermometer says at step `at`."""
    asthma, children = household_of_care()
    sheet, out = sheet_of(found), []
    for place, step in enumerate(sheet):
        facts = step_facts(sheet, place, found, asthma, children, celsius if place == at else None)
        cautions = list(step_cautions(facts))
        foams = bool(facts["foams_here"]) and facts["draws_how"] in ("boil", "simmer")
        kind = found.preparation.steps[step.of].kind if step.of is not None else None
        warm = kind.hot if kind and kind.hot else found.preparation.warm[step.of or 0]
        out.append(SheetStep(**{**asdict(step), "cautions": cautions, "foams": foams, "celsius": warm}))
    return out


# ---- for whom ----


def for_heads(payload: FormulaIn, formula: Formula, heads: Sequence[int]) -> list[tuple[int, Thinning]]:
    """How it goes on each of these heads."""
    out = []
    water = plain_water() if heads else None
    names = dict(Head.objects.filter(pk__in=heads).values_list("pk", "name"))
    keys = [line.supply.key for line in formula.ingredients]
    for pk in heads:
        bench, _ = core_bench(keys, pk)
        made = ParsedFormula(payload).made_as(formula)
        found = assessment_of(made, bench)
        if found is not None and water is not None:
            out.append((pk, thinning(formula, bench, water, found, names[pk].split()[0])))
    return out


def keep_for_whom(batch: Batch, found: Sequence[tuple[int, Thinning]]) -> None:
    """Keep how it goes on each head.

    Neat it has the pH that the batch itself has, after what was read of it.
    """
    neat = [batch.ph.value, batch.ph.low, batch.ph.high] if batch.ph else []
    batch.for_whom.exclude(head__in=[pk for pk, _ in found]).delete()
    for pk, each in found:
        BatchRecipient.objects.update_or_create(
            batch=batch,
            head_id=pk,
            defaults={
                "parts": each.parts,
                "says": each.says[:200],
                "ph": _ph_of(each) if each.parts else neat,
                "cautions": list(each.cautions),
            },
        )


def _ph_of(each: Thinning) -> list[float]:
    return [each.ph.value, each.ph.low, each.ph.high] if each.ph else []


def evaluate_again(batch: Batch, *, whom: bool = True) -> None:
    """Work out what was really made, and keep that beside what was planned. The batch itself is not saved.

    `whom`: also how it goes on each head, which takes longest.
    """
    now = evaluate(batch)
    if now.found is None:
        batch.outcome = figures(None, now.trouble)
        return
    batch.outcome = figures(now.found)
    if batch.reading and _narrows(batch.reading) and now.found.ph_draws is not None:
        batch.outcome.ph = ph_after(now.found.ph_draws, kept_reading(batch.reading))
    batch.facts = now.found.facts
    batch.cautions = list(now.found.cautions)
    plan = now.written.formula
    if plan is not None and plan.ingredients and now.done is not None:
        batch.outcome.off = [
            OffOut(line=each.line, says=each.says, over=each.poured > each.planned)
            for each in differences(plan, now.done, now.bench.kit)
        ]
    asthma, children = household_of_care()
    sheet = [row.as_core() for row in batch.steps]
    places, now_warm = len(now.found.preparation.steps), warm_now(batch)
    for place, row in enumerate(batch.steps):
        of = sheet[place].of
        if of is not None and of >= places:
            continue
        celsius = now_warm if place >= batch.step else None
        facts = step_facts(sheet, place, now.found, asthma, children, celsius)
        row.cautions = list(step_cautions(facts))
    if now.done is not None and whom:
        heads = list(batch.for_whom.values_list("head_id", flat=True))
        keep_for_whom(batch, for_heads(entered_of(batch.body), now.done, heads))


def _narrows(reading: Reading) -> bool:
    """Whether a reading tells of its batch alone: it is believable, and taught nothing of the bottles."""
    return reading.removed_at is None and not reading.doubtful and not reading.lines.exists()


def careful(head: Head) -> bool:
    """Whether heat burns this one sooner."""
    return bool(HeadHistory(head).core().facts()["heat_careful"])
