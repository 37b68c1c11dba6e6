"""When each head is next to be washed, and why."""

from django.utils import timezone

from eyebright.wash.services.routines import next_washes
from eyebright.wash.services.schedule import Planned

from ..schemas import NextHeadOut


def heads_next(found: Planned) -> list[NextHeadOut]:
    """For each head the next day and why; the soonest first."""
    soonest = {row.head_id: row for row in reversed(found.rows) if row.at > found.now}
    out = []
    for each in next_washes(soonest):
        planned = each.planned is not None
        chain = f"&chain={each.chain}" if each.chain else ""
        to = f"/wash/plan/new?head={each.head.pk}{chain}"
        out.append(
            NextHeadOut(
                head=each.head.pk,
                name=each.head.name,
                day=each.day,
                at=timezone.localtime(each.at) if each.at else None,
                wash=each.name,
                why=list(each.why),
                act="Look" if planned else "Plan it",
                to=f"/wash/planned/{each.planned}" if planned else to,
            )
        )
    return sorted(out, key=lambda each: (each.day, each.name))
