"""What is asked of a head, and what a head asks for."""

from dataclasses import asdict
from typing import Any

from django.utils import timezone

from eyebright.config.wire import caution_out, figure_out
from eyebright.core.formulas.model import families
from eyebright.core.heads import Today, quick_tests, tables
from eyebright.core.learning import outcomes
from eyebright.core.materials import library, quantities
from eyebright.core.numbers import Figure
from eyebright.core.wash import Advice, Dose, Fit, advise
from eyebright.shelf.services.measures import vessels

from ..schemas.asks import AsksOut, DoseOut, FitOut, NextOut, RinseAskedOut
from ..schemas.questions import QuestionsOut
from .known import DAY, Known, find_head


def questions() -> QuestionsOut:
    """Everything that is asked of a head."""
    asked = tables()
    named = ("flags", "occasions", "on_scalp", "on_strands")
    return QuestionsOut.model_validate(
        {name: list(getattr(asked, name).values()) for name in named}
        | {
            "questions": list(asked.questions.values()),
            "check_in": list(asked.check_in.values()),
            "little_tests": list(quick_tests().values()),
            "families": list(families().values()),
            "materials": list(library().values()),
            "outcomes": outcomes(),
        }
    )


def asks(pk: int, day: Today) -> AsksOut:
    """What a head asks for today."""
    head = Known(find_head(pk)).core(day)
    return _asks_out(advise(head), [(vessel.name, vessel.volume) for vessel in vessels()])


def _asks_out(found: Advice, vessels: list[tuple[str, float]]) -> AsksOut:
    fields: dict[str, Any] = {
        name: getattr(found, name) for name in ("mass", "days", "scalp", "lengths", "condition", "stricter")
    }
    rinse = asdict(found.rinse) | {"vessel": quantities.by_vessel(found.rinse.volume.value, vessels)}
    coming = asdict(found.next) | {"date": timezone.now() + found.next.due_in.value * DAY}
    fields |= {
        "rinse": RinseAskedOut.model_validate(rinse),
        "next": NextOut.model_validate(coming),
        "families": [_fit_out(fit, vessels) for fit in found.families],
        "schools": found.schools,
        "cautions": [caution_out(caution) for caution in found.cautions],
    }
    return AsksOut.model_validate(fields)


def _dose_out(dose: Dose, vessels: list[tuple[str, float]]) -> DoseOut:
    return DoseOut(
        grams=figure_out(dose.grams),
        volume=figure_out(dose.volume),
        vessel=quantities.by_vessel(dose.volume.value, vessels) or quantities.spoons(dose.volume.value),
    )


def _optional(figure: Figure | None) -> Any:
    return figure_out(figure) if figure else None


def _fit_out(fit: Fit, vessels: list[tuple[str, float]]) -> FitOut:
    return FitOut(
        family=fit.family.key,
        name=fit.family.name,
        made_of=fit.family.made_of,
        cleans=fit.family.cleans,
        verdict=fit.verdict,
        why=list(fit.why),
        lift=_optional(fit.lift),
        lengths_lift=_optional(fit.lengths_lift),
        lengths_says=fit.lengths_says,
        strength=_optional(fit.strength),
        scalp=_dose_out(fit.scalp, vessels),
        lengths=_dose_out(fit.lengths, vessels),
        minutes=list(fit.minutes),
        apart=fit.family.apart,
        ready_in=fit.ready_in,
        after=fit.family.after,
    )
