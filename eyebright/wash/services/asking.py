"""What a head asks for today."""

from dataclasses import asdict
from typing import Any

from django.utils import timezone

from eyebright.core.heads import Today
from eyebright.core.materials import quantities
from eyebright.core.numbers import Figure
from eyebright.core.wash import Advice, Candidate, Dose, Fit, advise
from eyebright.formulas.services.matching import begun_from, speaking
from eyebright.heads.services import DAY, HeadHistory, find_head
from eyebright.shelf.services.measures import vessels

from ..schemas.asks import AsksOut, DoseOut, FitOut, NextOut, RecipeOut, RinseAskedOut


def asks(pk: int, day: Today) -> AsksOut:
    """What a head asks for today."""
    head = HeadHistory(find_head(pk)).core(day)
    return _asks_out(advise(head, speaking(head)), [(vessel.name, vessel.volume) for vessel in vessels()])


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
        "cautions": list(found.cautions),
    }
    return AsksOut.model_validate(fields)


def _dose_out(dose: Dose, vessels: list[tuple[str, float]]) -> DoseOut:
    return DoseOut(
        grams=dose.grams,
        volume=dose.volume,
        vessel=quantities.by_vessel(dose.volume.value, vessels) or quantities.spoons(dose.volume.value),
    )


def _optional(figure: Figure | None) -> Any:
    return figure


def _recipe_out(recipe: Candidate) -> RecipeOut:
    pk, start = begun_from(recipe)
    return RecipeOut(id=pk, start=start, name=recipe.name)


def _fit_out(fit: Fit, vessels: list[tuple[str, float]]) -> FitOut:
    return FitOut(
        family=fit.family.key,
        name=fit.family.name,
        made_of=fit.family.made_of,
        cleans=fit.family.cleans,
        recipe=_recipe_out(fit.recipe) if fit.recipe else None,
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
