"""The links of a wash as the basin takes them, and what is to be said of them: worked out once, and kept."""

import json
import zlib
from collections.abc import Container, Iterable, Mapping, Sequence
from dataclasses import replace
from datetime import datetime, timedelta
from typing import Any

from django.utils import timezone

from eyebright.core.basin import BasinLink, Contact, basin_table, minutes_at_most, troubles
from eyebright.core.planning import minute
from eyebright.core.wash import LinkResult, Wash, WashLink, pauses, sections
from eyebright.heads.models import Head
from eyebright.heads.services import today_of
from eyebright.household.services.hours import the_hours
from eyebright.kept.clock_steps import at_steady, steady_seconds
from eyebright.kept.wire import Caution

from ...models import BasinRun, PlannedWash
from ...models import Wash as KeptWash
from ...schemas.chains import WashLinkIn
from ...snapshots import LinkStop, RunLink
from ..chains import amount_said, measured_said, much_said
from ..links import ResolvedLinks, beside_links, name_of, names_of, resolve_links

SHAKE = "Shake it first."
FLOWS = "Stand it in warm water until it flows."
NONE_LEFT = "None is left of it, as it was counted: swap it or leave it out, if that is so."
LATELY = 12  # washes that are looked at for what went amiss


def work_out(
    run: BasinRun,
    contacts: Mapping[int, Contact] | None = None,
    now: float = 0.0,
    passed: Container[int] = (),
    *,
    changed: bool = True,
) -> None:
    """Work out what a run consists of, and keep it; a Problem where it cannot be.

    `contacts`: what was on so far, so that the rest is judged after what was really done; `passed`: ids of
    links that are on or done, and stay where they stood; `changed`: its links are others than before.
    """
    found, with_, links = worked_out_as(run, run.links, contacts or {}, now)
    basin_links, eyes, powder = [], False, False
    names = names_of(run.links, also_removed=True)
    notes = _last_time(run.planned.head, run.links)
    before = {each.id: each for each in run.snapshot.basin_links}
    floor = max((each.start for pk, each in before.items() if pk in passed), default=0.0)
    judged_for = _checksum(with_.assessor.head)
    same_head = run.snapshot.judged_for == judged_for
    stops_by_link: dict[int, list[str]] = {}
    past: set[str] = set()
    rows = zip(run.links, links, with_.links, found.results, with_.available, strict=True)
    for kept, link, planned, result, available in rows:
        pk = kept.id
        made = with_.assessor.assessed(link)
        facts = made.facts if made else {}
        strong = facts.get("soda_wash") or facts.get("alkaline") or facts.get("soap_percent", 0.0) > 0.0
        eyes, powder = eyes or made is not None, powder or bool(facts.get("powder"))
        known = before.get(pk)
        on = (contacts or {}).get(pk)
        if known and (same_head or pk in passed):
            most, never = known.most, known.never
        else:
            most, never = minutes_at_most(with_.assessor, link)
        # A link of which sections are still to come is judged as it was planned: minutes that have been block
        # nothing, and what is known of the head since then does.
        to_come = pk not in passed or (on is not None and on.off is None and not on.whole)
        judged = planned if to_come else link
        stops = [each.id for each in with_.assessor.alone(judged) if each.level == "stop"] if made else []
        if not to_come:
            past.update(stops)
        elif made is not None:
            stops_by_link[pk] = stops
        none_left = link.available == 0.0
        way = sections().get(kept.sections)
        count = way.count if way else 1
        pause = pauses().get(link.pause)
        basin_links.append(
            BasinLink(
                id=pk,
                name=name_of(kept, names),
                what="pause" if pause else "put_on" if made else "water",
                zone=kept.zone,
                start=known.start if known and pk in passed else max(result.start, floor),
                minutes=known.minutes if on and known else _minutes(result, way.whole if way else 0.0),
                rinsed=result.longest is not None,
                sections=min(count, kept.sections_on or count),
                each=way.minutes if way else 0.0,
                section=way.name if way else "",
                parts=way.parts if way else (),
                most=most if result.longest is not None else None,
                never=never if result.longest is not None else None,
                amount="" if none_left else amount_said(result, link),
                measured="" if none_left else measured_said(result, link),
                says="" if none_left else much_said(result, link, available)[0],
                how=pause.how if pause else "",
                hands=pause.hands if pause else True,
                after=result.when == "after",
                ph=(result.own_ph.low, result.own_ph.value, result.own_ph.high) if result.own_ph else None,
                strong=bool(strong),
                eyes=made is not None and kept.zone != "bag",
                poured=made is not None and made.ph is not None and not facts.get("paste"),
                cover=result.covered,
                optional=_only(kept),
                note=NONE_LEFT
                if none_left
                else " ".join([*_handling(facts), *notes.get(kept.formula or kept.supply_key or "", [])]),
            )
        )
    whom = with_.whom
    blocking = _blocking_stops(run, _stops(found) - past, stops_by_link, changed=changed)
    run.snapshot = run.snapshot.model_copy(
        update={
            "basin_links": basin_links,
            "cautions": list(found.cautions),
            "blocking_stops": blocking,
            "stops_since": {_named(each): _known_since(run, each) for each in blocking},
            "stops_by_link": stops_by_link,
            "judged_for": judged_for,
            "heat_careful": bool(with_.assessor.head.get("heat_careful")),
            "checks": _checks(with_, eyes=eyes, powder=powder),
            "locs": bool(whom and whom.record.style == "locs"),
        }
    )


def _checksum(head: Mapping[str, Any]) -> int:
    """A checksum of a head as it is known now."""

    def plain(value: Any) -> Any:
        return sorted(value, key=str) if isinstance(value, set | frozenset) else str(value)

    return zlib.crc32(json.dumps(dict(head), sort_keys=True, default=plain).encode())


def _stops(found: Wash) -> set[str]:
    return {each.id for each in found.cautions if each.level == "stop"}


def _blocking_stops(
    run: BasinRun, stops: set[str], stops_by_link: Mapping[int, Sequence[str]], *, changed: bool
) -> list[LinkStop]:
    """Stops that must be passed before anything more goes on, each of its own link.

    Of a link that is new, or that a head which is known better now does not bear, they come anew; those of
    the wash as a whole only where its links changed. Minutes that have been are on record, and block nothing.
    """
    before = run.snapshot
    here = {(rule, pk) for pk, rules in stops_by_link.items() for rule in rules}
    stops = stops - {rule for rule, _ in here}
    if before.blocking_stops is None:
        return sorted(here | {(rule, 0) for rule in stops})
    present = {link.id for link in run.links} | {0}
    blocking = {each for each in before.blocking_stops if each[1] in present}
    known = {(rule, pk) for pk, rules in before.stops_by_link.items() for rule in rules}
    said = {each.id for each in before.cautions}
    whole = {(rule, 0) for rule in stops - said} if changed else set()
    return sorted(blocking | (here - known) | whole)


def _named(stop: LinkStop) -> str:
    rule, link = stop
    return f"{rule} {link}"


def _known_since(run: BasinRun, stop: LinkStop) -> float:
    """When a stop was known first, in the server's even count: now, for one that did not block before.

    An older version did not keep it: what blocked then was always known.
    """
    blocked = stop in (run.snapshot.blocking_stops or ())
    return run.snapshot.stops_since.get(_named(stop), 0.0 if blocked else steady_seconds())


def stopped_since(run: BasinRun) -> datetime | None:
    """Since when a stop that nobody has passed was known; None where there is none."""
    since = [_known_since(run, each) for each in blocking_stops(run)]
    return at_steady(min(since)) if since else None


def blocking_stops(run: BasinRun) -> set[LinkStop]:
    """Stops that nobody has passed yet."""
    passed = [set(row.stops_passed) for row in run.presses if row.what == "passed"]
    return set(run.snapshot.blocking_stops or ()).difference(*passed)


def open_stops(run: BasinRun) -> list[Caution]:
    """What is said of stops that nobody has passed yet."""
    rules = {rule for rule, _ in blocking_stops(run)}
    return [each for each in run.snapshot.cautions if each.id in rules and each.level == "stop"]


def _minutes(result: LinkResult, on_over: float) -> float:
    """Minutes that it stays once all of it is on; those of a pause or of water as they are."""
    if result.plain or result.pause:
        return result.minutes
    return 0.0 if result.longest is None else max(result.longest - on_over, 0.0)


def worked_out_as(
    run: BasinRun, every: Sequence[RunLink], contacts: Mapping[int, Contact], now: float
) -> tuple[Wash, ResolvedLinks, list[WashLink]]:
    """A wash of these links of a run, with what was on as long as it really was; and the links themselves."""
    planned = run.planned
    day = today_of(planned.occasion, [], [])
    at = _as_known(planned.head, run.began_at)
    with_ = resolve_links(every, planned.head_id, at, day, also_removed=True)
    links = [
        _as_it_was(link, contacts[kept.id], now) if kept.id in contacts else link
        for kept, link in zip(every, with_.links, strict=True)
    ]
    with beside_links():
        return with_.assessor.wash(links), with_, links


def _only(payload: WashLinkIn) -> str:
    """When a link is done at all, after "only"; empty where it is always."""
    if not payload.optional:
        return ""
    said = payload.only_if.strip().rstrip(".").removeprefix("only ").removeprefix("if ")
    return f"if {said or 'it is wanted'}"


def _as_known(head: Head, began: datetime) -> datetime:
    """When a head is looked at: as it was when the wash began, or at a check-in since."""
    since = head.check_ins.filter(at__gt=began, at__lte=timezone.now()).order_by("-at").first()
    return since.at if since is not None else began


def _as_it_was(link: WashLink, contact: Contact, now: float) -> WashLink:
    """A link with its minutes as they were; what is still on is on for as long as was planned, or longer."""
    minutes = contact.minutes(now)
    if not contact.link.rinsed or not minutes:
        return link
    least = min(minutes) if contact.off is not None else max(min(minutes), contact.link.minutes)
    return replace(link, minutes=max(least, 0.02), on_over=max(minutes) - min(minutes))


def _handling(facts: Mapping[str, Any]) -> list[str]:
    """What it asks for before it goes on, by what it holds: shaken, warmed."""
    warmed = [FLOWS] if facts.get("sets_below") else []
    return warmed + ([SHAKE] if facts.get("parts") else [])


def _last_time(head: Head, links: Iterable[WashLinkIn]) -> dict[int | str, list[str]]:
    """What went amiss the last time with the same thing on this head, by formula or key."""
    asked = {link.formula or link.supply_key for link in links} - {"", None}
    out: dict[int | str, list[str]] = {}
    rows = KeptWash.objects.filter(head=head).exclude(feel=[]).select_related("batch")
    for row in rows[:LATELY]:
        said = [troubles()[key].next for key in row.feel if key in troubles()]
        said += [f"{HELPED[key]} last time." for key in row.feel if key in HELPED]
        for key in {row.formula_id, row.supply_key} & asked:
            if said and key:
                out.setdefault(key, said)
    return out


HELPED = {
    "help-eyes": "It got into the eyes", "help-burning": "It burned", "help-breath": "Breath was short",
    "help-rash": "There was a rash",
}  # fmt: skip


def _checks(with_: ResolvedLinks, *, eyes: bool, powder: bool) -> list[str]:
    """What must be so before the first thing goes on."""
    whom = with_.whom
    head = with_.assessor.head
    holds = {
        "tangles": bool(head.get("tangles")),
        "oiled": any("oil" in key for key in (*head.get("on_scalp", ()), *head.get("on_strands", ()))),
        "eyes": eyes,
        "dust": powder,
        "locs": bool(whom and whom.record.style == "locs"),
    }
    return [row["says"] for row in basin_table().as_(list[dict[str, str]], "ready") if holds.get(row["when"])]


def late_for_locs(run: BasinRun, now: datetime) -> str:
    """Locs that could not dry before the night: said in the evening; empty where they can."""
    if not run.snapshot.locs:
        return ""
    hours = basin_table().number("drying", "locs")
    zone = timezone.get_current_timezone()
    nights = the_hours().nights(now, now + timedelta(days=1), zone).spans
    dry = minute(now) + 60.0 * hours
    asleep = next((begin for begin, end in nights if end > minute(now)), None)
    if asleep is None or asleep >= dry:
        return ""
    bed = datetime.fromtimestamp(asleep * 60.0, zone)
    return (
        f"It is {timezone.localtime(now):%H:%M}: locs take about {hours:g} hours to dry, and the night "
        f"begins at {bed:%H:%M}. Better in the morning, or with a dryer, cool."
    )


def next_planned(planned: PlannedWash, after: datetime) -> datetime | None:
    """When the next wash of this head is planned."""
    rows = PlannedWash.objects.filter(head=planned.head_id, done_at=None, at__gt=after).exclude(pk=planned.pk)
    return rows.order_by("at").values_list("at", flat=True).first()
