"""The question as the core takes it; what cannot be asked is said beside its field."""

from eyebright.core.materials import Amount, Kit, MeasureError, Supply, rinse_volume
from eyebright.core.mix import (
    JugError,
    Line,
    Mix,
    Question,
    work_out,
)
from eyebright.heads.services import facts_for
from eyebright.kept.problems import Problem
from eyebright.shelf.models import Vessel
from eyebright.shelf.services.beliefs import posterior_for
from eyebright.shelf.services.measures import the_kit
from eyebright.shelf.services.supplies import gone, supplies_of

from ..schemas.jugs import (
    MixAsk,
)


def _lines(ask: MixAsk, supplies: dict[str, Supply]) -> tuple[Line, ...]:
    out = []
    for i, line in enumerate(ask.lines):
        supply = supplies.get(line.supply_key)
        if supply is None:
            raise gone(f"lines.{i}.supply_key")
        if line.how == "amount" and line.amount is None:
            raise Problem.field(f"lines.{i}.amount", f"Say how much {supply.name}.")
        out.append(Line(supply, line.how, Amount(line.amount or 0.0, line.unit, line.packed)))
    return tuple(out)


def _volume(ask: MixAsk, kit: Kit) -> float | None:
    if not any(line.how == "fill" for line in ask.lines):
        return None
    if ask.volume is None:
        raise Problem.field("volume", "Say how much to make.")
    try:
        return rinse_volume(ask.volume, ask.unit, kit)
    except MeasureError as raised:
        raise Problem.field("volume", str(raised)) from None


def vessel_volume(pk: int | None) -> float | None:
    """What a vessel holds, mL; a Problem beside `vessel` where it is gone."""
    if pk is None:
        return None
    vessel = Vessel.objects.filter(pk=pk).first()
    if vessel is None:
        raise Problem.field("vessel", "That vessel is no longer on the shelf: choose another.")
    return float(vessel.volume)


def question_of(ask: MixAsk, kit: Kit | None = None) -> Question:
    """The question as the core takes it; what cannot be asked is said beside its field."""
    kit = kit or the_kit()
    keys = [line.supply_key for line in ask.lines]
    return Question(
        lines=_lines(ask, supplies_of(keys)),
        volume=_volume(ask, kit),
        aim=ask.aim,
        use=ask.use,
        minutes=ask.minutes,
        last=ask.last,
        head=facts_for(ask.head),
        vessel=vessel_volume(ask.vessel),
        kit=kit,
        posterior=posterior_for(keys),
    )


def worked_out(question: Question) -> Mix:
    """What comes of a question; a Problem in the job's words where it cannot be worked out."""
    try:
        return work_out(question)
    except JugError as raised:
        field = raised.field if raised.line is None else f"lines.{raised.line}.{raised.field}"
        if raised.line is None and raised.field == "amount":
            field = "lines"
        raise Problem.field(field, str(raised)) from None
