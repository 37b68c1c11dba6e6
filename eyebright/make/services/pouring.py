"""What is poured: by the scale, by spoons, as planned; put right, taken back; and ways on after too much."""

from dataclasses import replace

from django.db import transaction

from eyebright.core.formulas.assess import Assessment
from eyebright.core.formulas.change import difference, scaled
from eyebright.core.formulas.model import Formula
from eyebright.core.make import Bowl, leftover, look, put_right
from eyebright.core.materials import Amount, MeasureError, Supply, measured, unit_of
from eyebright.core.vocabulary import Pouring
from eyebright.core.words import brief
from eyebright.formulas.services.assessments import assessment_of
from eyebright.formulas.services.proposals import new_cautions
from eyebright.formulas.services.workbench import as_core, entered_of, keys_of, to_schema
from eyebright.kept.decimals import exact
from eyebright.kept.problems import Problem, one
from eyebright.kept.versions import check_version
from eyebright.shelf.services.measures import the_kit
from eyebright.shelf.services.supplies import gone, supplies_of

from ..models import Batch, Container, Pour
from ..schemas.batches import BatchOut, BowlIn, PourChangeIn, PourIn, WayIn, WayOut
from ..snapshots import PlannedPour
from .batches import checked_batch, find_batch, kept, plan_of
from .evaluation import evaluate, keys_planned, same
from .keys import container_id
from .serializers import batch_out, pour_out
from .taking import put_back, take_off

MOST_GRAMS = 20_000.0
MOST_POURS = 400
OF_A_JUG = "A jug is poured as it was worked out. Remove its entry in the journal: what it took is put back."


@transaction.atomic
def pour(pk: int, payload: PourIn) -> BatchOut:
    """Note what was poured, and take it off the shelf; what comes of it is worked out anew at once."""
    batch = checked_batch(pk, payload.version)
    if batch.finished_at is not None:
        raise Problem.field("line", "This batch is finished. Take that back first, then pour.")
    if len(batch.poured.all()) >= MOST_POURS:
        raise Problem.field("line", f"That is more than {MOST_POURS} pours: begin another batch.")
    plan = batch.pour_of(payload.line)
    if payload.line and plan is None:
        raise Problem.field("line", "That line is not in this batch.")
    key = payload.supply_key or (plan.key if plan else "")
    keys = list(dict.fromkeys([*keys_of(entered_of(batch.body)), key]))
    supply = supplies_of(keys).get(key) or (supplies_of([key], also_removed=True).get(key) if plan else None)
    if supply is None:
        raise gone("supply_key") if key else Problem.field("supply_key", "Say what went in.")
    if (made := container_id(key)) is not None and not Container.objects.filter(
        pk=made, batch__lt=batch.pk
    ).exists():
        raise Problem.field("supply_key", "That is of this batch, or of a later one: it cannot go into it.")
    if supply.material is not None and supply.material.refuse:
        raise Problem.field("supply_key", f"{supply.name} never goes on a head: {supply.material.refuse}")
    if payload.shown is not None or payload.state:
        _by_scale(batch, payload, supply)
    elif payload.amount is not None:
        _said(
            batch,
            payload.line,
            supply,
            Amount(payload.amount, payload.unit or unit_of(supply), payload.packed),
        )
    elif plan is not None:
        _as_planned(batch, plan, payload.line, supply)
    else:
        raise Problem.field("amount", f"Say how much {supply.name}.")
    return kept(batch, whom=plan is None or key not in keys_planned(plan), fetched=["poured"])


def _by_scale(batch: Batch, payload: PourIn, supply: Supply) -> None:
    """By what the scale shows: since the bowl stood there when this line began."""
    state = payload.state or "steady"
    seen = look(batch.bowl, payload.shown, state)
    if seen.grams is None:
        raise Problem.field("shown", seen.says)
    if state == "moving":
        raise Problem.field("shown", "The scale still moves: wait until it stands.")
    if seen.grams <= 0.0:
        raise Problem.field("shown", "Nothing was poured since: the scale stands where it did.")
    _keep(batch, payload.line, supply, Amount(round(seen.grams, 2), "g"), "scale", seen.grams)
    batch.bowl = batch.bowl.poured(seen.grams)


def _said(batch: Batch, line: int, supply: Supply, amount: Amount) -> None:
    """As somebody says: so many spoons, drops, pieces, mL or g."""
    if amount.value <= 0.0:
        raise Problem.field("amount", "More than nothing.")
    weighed = amount.unit == "g"
    _keep(batch, line, supply, amount, "typed" if weighed else "spoons")


def _as_planned(batch: Batch, plan: PlannedPour, line: int, supply: Supply) -> None:
    """What is still missing of a line, as it was planned; from the next bottle where the first runs out."""
    rows = [row for row in batch.poured.all() if row.line == line]
    had = sum(float(row.taken) for row in rows if same(row, plan))
    left = plan.amount - had
    if left <= 0.0:
        raise Problem.field("line", f"All of {plan.name} is in already.")
    drawn = plan.drawn
    if not rows and len(drawn) <= 1:
        written = entered_of(batch.body)
        row = next((each for each in written.lines if each.id == line), None)
        whole = _whole(batch, line)
        if row is not None and whole is not None and supply.key == plan.key:
            _keep(batch, line, supply, whole, "spoons")
            return
    supplies = supplies_of([key for key, _ in drawn], also_removed=True)
    for key, amount in drawn or [(supply.key, left)]:
        much = min(amount, left)
        if much > 0.0:
            _keep(batch, line, supplies.get(key, supply), Amount(round(much, 3), plan.unit), "spoons")
            left -= much
    if left > 0.01 * plan.amount:
        _keep(batch, line, supply, Amount(round(left, 3), plan.unit), "spoons")


def _whole(batch: Batch, line: int) -> Amount | None:
    """A line's amount as it was planned."""
    plan = as_core(entered_of(batch.body), batch.formula_id).formula
    found = next((each for each in plan.ingredients if each.id == line), None) if plan else None
    return found.amount if found is not None and found.amount.low == found.amount.high else None


def _keep(
    batch: Batch, line: int, supply: Supply, amount: Amount, how: Pouring, grams: float | None = None
) -> None:
    """Keep a pour, and take it off what is left."""
    taken = _base(batch, line, supply, amount)
    if taken > MOST_GRAMS:
        raise Problem.field("amount", "That is more than a kitchen makes at once.")
    row = Pour(
        batch=batch, line=line, supply_key=supply.key, name=supply.name[:80], amount=exact(amount.value),
        unit=amount.unit, packed=amount.packed, how=how, taken=exact(taken),
    )  # fmt: skip
    take_off(row)


def _base(batch: Batch, line: int, supply: Supply, amount: Amount) -> float:
    """So much in mL or g; a line's own share is what it was planned to be."""
    plan = batch.pour_of(line)
    try:
        return measured(amount, supply.material, the_kit()).amount
    except MeasureError as raised:
        if plan is not None and amount == _whole(batch, line):
            return plan.amount
        raise Problem.field("amount", str(raised)) from None


def _pour(pk: int, *, also_removed: bool = False) -> Pour:
    """A pour of a batch of a formula; a Problem for one of a jug, which is poured as it was worked out."""
    rows = Pour.among(also_removed=also_removed).filter(batch__removed_at=None)
    row: Pour = one(rows.select_related("batch"), pk, "pour")
    if row.batch.of == Batch.Of.JUG:
        raise Problem.field("amount", OF_A_JUG)
    return row


@transaction.atomic
def change_pour(pk: int, payload: PourChangeIn) -> BatchOut:
    """Put right how much it really was, also steps later."""
    row = _pour(pk)
    check_version(row, "pour", payload.version, pour_out)
    supply = supplies_of([row.supply_key], also_removed=True).get(row.supply_key)
    if supply is None:
        raise gone("amount")
    if payload.amount <= 0.0:
        raise Problem.field("amount", "More than nothing. Was none of it poured? Take it back.")
    unit = payload.unit or row.unit
    amount = Amount(payload.amount, unit, row.packed and unit == row.unit)
    put_back(row)
    row.amount, row.unit, row.packed = exact(amount.value), amount.unit, amount.packed
    row.taken = exact(_base(row.batch, row.line, supply, amount))
    row.how = "typed"
    row.save()
    take_off(row)
    return kept(row.batch)


@transaction.atomic
def remove_pour(pk: int) -> BatchOut:
    """Take a pour back: what it took is on the shelf again. `restore_pour` undoes it."""
    row = _pour(pk)
    put_back(row)
    row.remove()
    _shift_bowl(row, -1.0)
    return kept(row.batch)


@transaction.atomic
def restore_pour(pk: int) -> BatchOut:
    """Undo that; what was not taken back stays as it is."""
    row = _pour(pk, also_removed=True)
    if row.removed_at is None:
        return batch_out(row.batch)
    row.restore()
    take_off(row)
    _shift_bowl(row, 1.0)
    return kept(row.batch)


def _shift_bowl(row: Pour, way: float) -> None:
    """What was weighed and is not counted any more lies in the bowl all the same: it counts from there."""
    if row.how != "scale":
        return
    bowl = row.batch.bowl
    row.batch.bowl = replace(bowl, total=max(bowl.total + way * float(row.amount), 0.0))


@transaction.atomic
def set_bowl(pk: int, payload: BowlIn) -> BatchOut:
    """What stands on the scale now."""
    batch = checked_batch(pk, payload.version)
    bowl = batch.bowl
    ways = {
        "tare": Bowl(0.0, bowl.total, bowl.from_jar),
        "here": Bowl(payload.shown, bowl.total, bowl.from_jar),
        "next": Bowl(payload.shown, 0.0, False),
        "jar": Bowl(payload.shown, bowl.total, True),
        "bowl": Bowl(payload.shown, bowl.total, False),
    }
    batch.bowl = ways[payload.do]
    return kept(batch, anew=False)


# ---- too much ----


def ways(pk: int, line: int) -> list[WayOut]:
    """What can be done about a line of which too much, or something else, is in it."""
    batch = find_batch(pk)
    now = evaluate(batch, whole=True)
    plan = now.written.formula
    if plan is None or not plan.ingredients or now.done is None or now.found is None:
        return []
    before = assessment_of(now.written.made_as(plan), now.bench)
    out = [_leave(before, now.found)]
    times = leftover(plan, now.pours, line, now.bench.kit)
    if times > 1.0:
        bigger = scaled(plan, times)
        found = assessment_of(now.written.made_as(bigger), now.bench)
        if found is not None:
            out.append(
                WayOut(
                    way="scale",
                    says=f"{brief(round(times, 2))} times as much of everything else: it makes "
                    f"{brief(round(found.yield_ml.value))} mL.",
                    changes=_changes(plan, bigger), ph=found.ph,
                    makes=found.yield_ml, cautions=new_cautions(before, found), possible=True,
                )
            )  # fmt: skip
    right = put_right(plan, now.done, now.bench, line)
    found = assessment_of(now.written.made_as(right.formula), now.bench) if right.met else None
    out.append(
        WayOut(
            way="right", says=right.says, changes=[change.says for change in right.changes],
            ph=found.ph if found else None,
            makes=found.yield_ml if found else None,
            cautions=new_cautions(before, found) if found else [], possible=right.met,
        )
    )  # fmt: skip
    return out


def _changes(plan: Formula, after: Formula) -> list[str]:
    return [change.says for change in difference(plan, after) if change.line is not None]


def _leave(before: Assessment | None, now: Assessment) -> WayOut:
    """Leave it, and what that does."""
    says = []
    if before is not None and before.ph and now.ph and abs(before.ph.value - now.ph.value) >= 0.05:
        says.append(f"pH {now.ph.value:.1f} in place of {before.ph.value:.1f}")
    if before is not None and now.formula.use != "left_in":
        was, is_ = before.lift.scalp.value, now.lift.scalp.value
        if abs(was - is_) >= 0.02:
            says.append(f"washes out about {100 * is_:.0f} % in place of {100 * was:.0f} %")
    if before is not None and before.texture and now.texture and before.texture.grade != now.texture.grade:
        says.append(f"{now.texture.grade.name} in place of {before.texture.grade.name}")
    words = "; ".join(says) or "it changes nothing that can be told"
    return WayOut(
        way="leave", says=f"Leave it: {words}.", changes=[], ph=now.ph,
        makes=now.yield_ml, cautions=new_cautions(before, now), possible=True,
    )  # fmt: skip


@transaction.atomic
def take_way(pk: int, payload: WayIn) -> BatchOut:
    """Take a way: the rest of the plan follows; what is in it already stays as it is."""
    batch = checked_batch(pk, payload.version)
    now = evaluate(batch, whole=True)
    plan = now.written.formula
    if plan is None or now.done is None or now.found is None:
        raise Problem.field("line", now.trouble or "It cannot be reckoned yet.")
    if payload.way == "scale":
        times = leftover(plan, now.pours, payload.line, now.bench.kit)
        if times <= 1.0:
            raise Problem.field("line", "There is not too much of that any more.")
        after = scaled(plan, times)
    else:
        found = put_right(plan, now.done, now.bench, payload.line)
        if not found.met:
            raise Problem.field("line", found.says)
        after = found.formula
    body = to_schema(after, entered_of(batch.body))
    written = now.written.made_as(after)
    reading = assessment_of(written, now.bench)
    if reading is None:
        raise Problem.field("line", "It cannot be reckoned so.")
    batch.body = body.model_dump(mode="json")
    was = {each.line: each.drawn for each in batch.pours}
    batch.pours = plan_of(after, now.bench, reading, {})
    for row in batch.pours:
        row.drawn = was.get(row.line) or [(row.key, row.amount)]
    added = {row.line for row in batch.pours} - set(was)
    if added:
        for step in reversed(batch.steps):
            if step.act == "weigh":
                step.lines = [*step.lines, *sorted(added)]
                break
    return kept(batch)
