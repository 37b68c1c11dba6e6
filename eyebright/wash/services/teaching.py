"""What a head's washes teach: several things on one day are one wash.

Each day is worked out as it was done, from how the head stood before the first of it. Whatever is recorded,
corrected or removed, the day is taught anew.
"""

from collections.abc import Sequence
from datetime import datetime, time, timedelta
from typing import cast

from django.utils import timezone

from eyebright.core.chain import Subject
from eyebright.core.formulas.assess import DigestSubject, assess, digest_of
from eyebright.core.formulas.model import (
    Family,
    Formula,
    UsualSubject,
    families,
    ready_formula,
    ready_times,
    thinned,
)
from eyebright.core.heads import Today, record_tables
from eyebright.core.vocabulary import LinkZone
from eyebright.core.wash import Application, lessons
from eyebright.formulas.services.digests import body_as_of, digest_as_of
from eyebright.formulas.services.workbench import as_core, entered_of
from eyebright.heads.models import Head
from eyebright.heads.services import HeadHistory
from eyebright.kept.decimals import as_float
from eyebright.make.services.evaluation import evaluate
from eyebright.shelf.services.measures import the_kit
from eyebright.shelf.services.supplies import plain_water, supplies_of

from ..models import Wash


def day_of(at: datetime) -> tuple[datetime, datetime]:
    """From and to, by the household's clock, of the day that a moment is on."""
    zone = timezone.get_current_timezone()
    day = timezone.localdate(at, zone)
    begin = datetime.combine(day, time(0), zone)
    return begin, datetime.combine(day + timedelta(days=1), time(0), zone)


def teach_day(head: Head, at: datetime) -> None:
    """Work out anew what the washes of one day teach."""
    begin, end = day_of(at)
    every = Wash.objects.filter(head=head, at__gte=begin, at__lt=end)
    rows = list(every.select_related("formula", "batch__vessel").order_by("at", "id"))
    if not rows or (len(rows) == 1 and not rows[0].day):
        return  # an older version kept it, and what was on the hair with it: it stays as it was taught
    known = [row for row in rows if row.family in families()]
    core = HeadHistory(head, rows[0].at).core(_what_for(rows))
    for row, lesson in zip(known, lessons([_part(row) for row in known], core), strict=True):
        given = lesson.given if families()[row.family].cleans else None
        if (given, lesson.used) != (row.given, row.used):
            Wash.objects.filter(pk=row.pk).update(given=given, used=lesson.used)


def _part(row: Wash) -> Application:
    """One of them, as it was done."""
    subject, times = _subject(row, families()[row.family])
    sections = [float(each) for each in row.sections]
    return Application(
        subject,
        cast(LinkZone, row.zone or "both"),
        minutes=min(sections) if sections else as_float(row.minutes),
        puts_on=max(sections) - min(sections) if sections else 0.0,
        cover=row.cover,
        grams=None if row.grams is None else float(row.grams) * (1 + row.thinned),
        times=times,
        strength=float(row.strength),
    )


def _subject(row: Wash, family: Family) -> tuple[Subject, float]:
    """What it was: as made, as it stood on the bench that day, as on the shelf, or as its family usually is.

    And times its family's usual dose that its label asks for.
    """
    if not family.cleans:
        return UsualSubject(family), 1.0
    if row.batch is not None and (made := evaluate(row.batch, read=False).done) is not None:
        return _as_made(made, row.thinned), 1.0
    if row.formula is not None and row.thinned:
        written = as_core(entered_of(body_as_of(row.formula, row.at)), row.formula.pk).formula
        return (_as_made(written, row.thinned) if written else UsualSubject(family)), 1.0
    if row.formula is not None:
        found = digest_as_of(row.formula, row.at, the_kit())
        return (DigestSubject(row.formula.name, found) if found else UsualSubject(family)), 1.0
    bought = supplies_of([row.supply_key], also_removed=True).get(row.supply_key) if row.supply_key else None
    if bought is not None and (ready := ready_formula(bought)) is not None:
        return _as_made(ready, row.thinned), ready_times(bought)
    return UsualSubject(family), 1.0


def _as_made(formula: Formula, parts: int) -> Subject:
    """A formula as it went on, with so many parts of water to one."""
    try:
        found = assess(formula, the_kit())
        if parts:
            found = assess(thinned(formula, found.yield_ml.value, plain_water(), parts), the_kit())
        return DigestSubject(formula.name, digest_of(found))
    except ValueError:  # it cannot be reckoned any more: it is taken as its family usually is
        return UsualSubject(formula.family)


def _what_for(rows: Sequence[Wash]) -> Today:
    """What the washes of a day were for, and all that was on the hair before them."""
    days = [row.day for row in rows if row.day]
    asked = record_tables()
    for_ = [str(day.get("occasion")) for day in days if day.get("occasion") in asked.occasions]
    on = {
        place: tuple(dict.fromkeys(key for day in days for key in day.get(place, ()) if key in choices))
        for place, choices in (("on_scalp", asked.on_scalp), ("on_strands", asked.on_strands))
    }
    return Today(for_[0] if for_ else "ordinary", on["on_scalp"], on["on_strands"])
