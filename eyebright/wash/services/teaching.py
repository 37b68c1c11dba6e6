"""What a head's washes teach: several things on one day are one wash.

Each is judged as the head stood before the first of that day; what is learnt from is their sum. Whatever is
recorded, corrected or removed, the day is taught anew.
"""

from collections.abc import Sequence
from datetime import datetime, time, timedelta

from django.utils import timezone

from eyebright.config.decimals import as_float
from eyebright.core.formulas.model import families
from eyebright.core.heads import Today, tables
from eyebright.core.wash import fit_of, measured
from eyebright.formulas.services.matching import candidate_of
from eyebright.heads.models import Head
from eyebright.heads.services import HeadHistory

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
    rows = list(
        Wash.objects.filter(head=head, at__gte=begin, at__lt=end)
        .select_related("formula")
        .order_by("at", "id")
    )
    if not rows or (len(rows) == 1 and not rows[0].day):
        return  # an older version kept it, and what was on the hair with it: it stays as it was taught
    known = HeadHistory(head, rows[0].at)
    core = known.core(_what_for(rows))
    for row in rows:
        family = families().get(row.family)
        if family is None:
            continue
        given = used = None
        if family.cleans:
            recipe = candidate_of(row.formula) if row.formula else None
            fit = fit_of(core, family, recipe)
            given, used = measured(fit, known.factors.dose.mean, as_float(row.grams), float(row.strength))
        if (given, used) != (row.given, row.used):
            Wash.objects.filter(pk=row.pk).update(given=given, used=used)
            row.given, row.used = given, used


def _what_for(rows: Sequence[Wash]) -> Today:
    """What the washes of a day were for, and all that was on the hair before them."""
    days = [row.day for row in rows if row.day]
    asked = tables()
    for_ = [str(day.get("occasion")) for day in days if day.get("occasion") in asked.occasions]
    on = {
        place: tuple(dict.fromkeys(key for day in days for key in day.get(place, ()) if key in there))
        for place, there in (("on_scalp", asked.on_scalp), ("on_strands", asked.on_strands))
    }
    return Today(for_[0] if for_ else "ordinary", on["on_scalp"], on["on_strands"])
