"""What happened on a head: washes as they were, and how they went."""

from collections.abc import Sequence
from datetime import datetime, timedelta
from decimal import Decimal
from typing import Any

from django.db import transaction
from django.utils import timezone

from eyebright.core.basin import helps, troubles
from eyebright.core.formulas.model import families
from eyebright.core.heads import Today, record_as_kept
from eyebright.core.learning import outcomes
from eyebright.formulas.models import Formula
from eyebright.heads.models import Head
from eyebright.heads.schemas.heads import HeadOut, KeptOut
from eyebright.heads.services import (
    Passing,
    find_head,
    head_out,
    keep_passes,
    pass_stops,
    today_of,
    wash_out,
)
from eyebright.kept.clock import aware
from eyebright.kept.decimals import exact
from eyebright.kept.problems import Problem, one, only_offered
from eyebright.kept.versions import check_version
from eyebright.make.models import Batch
from eyebright.make.services.keys import key_of
from eyebright.make.services.taking import draw, made_container, put_some_back, take_some
from eyebright.shelf.services.measures import vessels

from ..models import Wash
from ..schemas.chains import WashAsk, WashLinkIn
from ..schemas.diary import WashChangeIn, WashIn
from .basin.reviews import answer_corrected
from .chains import cautions_of
from .teaching import teach_day

MOST_GRAMS = 6_000.0  # of one thing on one head at once: two basins of a rinse
TOO_MUCH = "That is more than 6 L on one head at once: is it mL, or all of the batch? Say what went on."
NO_FORMULA = "That formula is gone: choose another, or leave this empty."


def find_wash(head: Head, pk: int, *, also_removed: bool = False) -> Wash:
    """A wash of a head, or the problem of its being gone."""
    return one(Wash.among(also_removed=also_removed).filter(head=head), pk, "wash")


def _answer(said: str | None) -> int | None:
    if said is None:
        return None
    only_offered("answer", [said], outcomes())
    return outcomes().index(said)


@transaction.atomic
def wash(pk: int, payload: WashIn) -> KeptOut:
    """Keep a preparation that was used, with what the core makes of it."""
    head = find_head(pk)
    container = made_container(payload.made, "made") if payload.made else None
    if container is not None:
        batch = container.batch
        payload.family = str(batch.body.get("family") or payload.family)
        payload.formula = batch.formula_id if batch.formula and batch.formula.removed_at is None else None
    kept = keep_wash(head, payload, container.batch if container else None)
    if container is not None:
        kept.container = container
        _draw(kept, payload)
    return KeptOut(id=kept.pk, head=head_out(head))


def keep_wash(
    head: Head | None,
    payload: WashIn,
    batch: Batch | None = None,
    *,
    teaches: bool = True,
    carried_out: bool = False,
    **more: Any,
) -> Wash:
    """Keep a preparation that was used on this head, or on somebody who is not on record; of which batch.

    `more`: what else is known of it, by column; `teaches`: whether its day is taught anew at once;
    `carried_out`: it was done step by step here, so that a formula that was removed since, or a clock that
    was set back, is no error.
    """
    only_offered("family", [payload.family], families())
    family = families()[payload.family]
    formula = _formula(payload.formula, also_removed=carried_out)
    at = payload.at or timezone.now()
    at = aware(at) if carried_out else _not_to_come(at)
    grams = _weighed(payload, family.density)
    day = _checked_day(head, payload, at)
    kept = Wash(
        head=head,
        batch=batch,
        family=family.key,
        formula=formula,
        zone=payload.zone or "",
        cover=payload.cover,
        at=at,
        grams=exact(grams, "0.01"),
        strength=exact(payload.strength),
        minutes=exact(payload.minutes, "0.01"),
        day={"occasion": day.occasion, "on_scalp": day.on_scalp, "on_strands": day.on_strands},
        answer=_answer(payload.answer),
        note=payload.note,
        **more,
    )
    kept.save()
    if head is not None and teaches:
        teach_day(head, at)
        kept.refresh_from_db(fields=["given", "used"])
    if payload.stops_passed:
        _keep_passes(payload, kept)
    return kept


def _not_to_come(at: datetime) -> datetime:
    """A moment that has been; one that has not is refused."""
    at = aware(at)
    if at > timezone.now() + timedelta(minutes=5):
        raise Problem.field("at", "That has not happened yet.")
    return at


def _draw(kept: Wash, payload: WashIn) -> None:
    """Take what was used out of its container: what was said, in mL; nothing where nobody knows how much."""
    container = kept.container
    if container is None:
        return
    used = 0.0 if kept.grams is None else float(kept.grams)
    if container.unit == "mL" and payload.unit != "g" and kept.grams is not None:
        used = used / families()[kept.family].density
    kept.drawn = draw(container, used)
    kept.save(update_fields=["container", "drawn"])


def _checked_day(head: Head | None, payload: WashIn, at: datetime) -> Today:
    """What it was for and what was on the hair; a day before the head was born is refused."""
    if head is not None:
        kept = record_as_kept(head.answers, timezone.localdate())
        if "birth_year" not in kept.amiss and at.year < kept.record.birth_year:
            raise Problem.field("at", "That is before this head was born.")
    return today_of(payload.occasion, payload.on_scalp, payload.on_strands)


def _keep_passes(payload: WashIn, kept: Wash) -> None:
    """Put the stops that were passed for this wash on record; one that nobody may pass is refused."""
    link = WashLinkIn(
        formula=payload.formula, zone=payload.zone or "both", minutes=payload.minutes, cover=payload.cover
    )
    said = cautions_of(WashAsk(links=[link], head=kept.head_id))
    passing = Passing(payload.stops_passed, payload.why, payload.own)
    chosen = [each for each in said if each.id in payload.stops_passed]
    keep_passes(pass_stops(chosen, passing, kept.head_id), passing, kept.head_id, f"wash {kept.pk}")


def _formula(pk: int | None, *, also_removed: bool = False) -> Formula | None:
    """The formula that was used, None where nobody said which."""
    rows = Formula.among(also_removed=also_removed)
    found = rows.filter(pk=pk).first() if pk is not None else None
    if pk is not None and found is None:
        raise Problem.field("formula", NO_FORMULA)
    return found


def _weighed(payload: WashIn | WashChangeIn, density: float) -> float | None:
    """Grams of what was used; None where no amount was said."""
    if payload.amount is None:
        return None
    grams = _grams_of(payload, payload.amount, density)
    if grams > MOST_GRAMS:
        raise Problem.field("amount", TOO_MUCH)
    return grams


def _grams_of(payload: WashIn | WashChangeIn, amount: float, density: float) -> float:
    if payload.unit in ("g", "mL"):
        return amount * (density if payload.unit == "mL" else 1.0)
    sizes = {str(vessel.id): vessel.volume for vessel in vessels()}
    if payload.unit not in sizes:
        raise Problem.field("unit", "That vessel is no longer on the shelf: choose another measure.")
    return amount * sizes[payload.unit] * density


@transaction.atomic
def change_wash(pk: int, wash_pk: int, payload: WashChangeIn) -> KeptOut:
    """Correct a wash, say how it went, or whether the head learns from it; what was learnt follows."""
    head = find_head(pk)
    found = find_wash(head, wash_pk)
    check_version(found, "wash", payload.version, wash_out)
    said = payload.model_fields_set
    before = found.at
    if "answer" in said:
        found.answer = _answer(payload.answer)
    if payload.counts is not None:
        found.counts = payload.counts
    if payload.note is not None:
        found.note = payload.note
    if payload.feel is not None:
        offered = {*found.feel, *troubles(), *(f"help-{key}" for key in helps())}
        only_offered("feel", payload.feel, offered)
        found.feel = list(payload.feel)
    anew = _correct(found, payload)
    found.save()
    if "answer" in said:
        answer_corrected(found)
    if anew:
        for at in {before, found.at}:
            teach_day(head, at)
    return KeptOut(id=found.pk, head=head_out(head))


def _correct(found: Wash, payload: WashChangeIn) -> bool:
    """Take over what is corrected of what was done; whether it teaches anything else now."""
    said = payload.model_fields_set
    if payload.family:
        only_offered("family", [payload.family], families())
        found.family = payload.family
        if found.formula and found.formula.family != found.family:
            found.formula = None
    if "formula" in said:
        found.formula = _formula(payload.formula)
        found.family = found.formula.family if found.formula else found.family
    if payload.family or "formula" in said:
        _of_itself(found)
    if payload.at:
        found.at = _not_to_come(payload.at)
    family = families().get(found.family)
    if "amount" in said:
        found.grams = exact(_weighed(payload, family.density if family else 1.0), "0.01")
    if payload.strength is not None:
        found.strength = exact(payload.strength)
    if "minutes" in said:
        found.minutes = exact(payload.minutes, "0.01")
        found.sections = _moved(found.sections, payload.minutes)
    if payload.zone:
        found.zone = payload.zone
    return bool(said & {"family", "formula", "zone", "at", "amount", "strength", "minutes"})


def _of_itself(found: Wash) -> None:
    """It was done with something else than was recorded: what that gave goes back."""
    made = found.batch.formula_id if found.batch else None
    if (found.batch or found.supply_key) and (made is None or made != found.formula_id):
        _put_all_back(found)
        found.batch, found.container, found.supply_key, found.drawn = None, None, "", exact(0.0, "0.01")
        found.drawn_besides = {}


def _moved(sections: Sequence[float], minutes: float | None) -> list[float]:
    """Minutes of each section where the last of them had it so long."""
    if not sections or minutes is None:
        return []
    longer = float(minutes) - min(sections)
    return [round(each + longer, 2) for each in sections]


@transaction.atomic
def remove(pk: int, wash_pk: int) -> HeadOut:
    """Remove a wash; `restore` undoes it."""
    head = find_head(pk)
    found = find_wash(head, wash_pk)
    take_back(found)
    return head_out(head)


def take_back(found: Wash) -> None:
    """Remove a wash: what it took goes back, and its day is taught anew."""
    found.remove()
    _put_all_back(found)
    if found.head:
        teach_day(found.head, found.at)


def _all_drawn(found: Wash) -> dict[str, Decimal]:
    """What a wash took, by what it took it out of."""
    first = {drawn_from(found): found.drawn} if found.drawn else {}
    return first | {key: Decimal(gave) for key, gave in found.drawn_besides.items()}


def _put_all_back(found: Wash) -> None:
    for key, gave in _all_drawn(found).items():
        put_some_back(key, gave)


def drawn_from(found: Wash) -> str:
    """The key of what a wash took something out of: its container, or what it was done with."""
    return key_of(found.container_id) if found.container_id is not None else found.supply_key


@transaction.atomic
def restore(pk: int, wash_pk: int) -> HeadOut:
    """Undo `remove`."""
    head = find_head(pk)
    found = find_wash(head, wash_pk, also_removed=True)
    if found.removed_at is not None:
        for key, gave in _all_drawn(found).items():
            take_some(key, gave)
    found.restore()
    teach_day(head, found.at)
    return head_out(head)
