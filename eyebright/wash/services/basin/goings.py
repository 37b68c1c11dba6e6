"""The links of a wash as the basin takes them, and what is to be said of them: worked out once, and kept."""

import json
import zlib
from collections.abc import Container, Iterable, Mapping, Sequence
from dataclasses import asdict, fields, replace
from datetime import datetime, timedelta
from typing import Any

from django.utils import timezone

from eyebright.core.basin import Contact, Going, basin_table, minutes_at_most, troubles
from eyebright.core.planning import minute
from eyebright.core.rules import Caution
from eyebright.core.wash import Along, Wash, WashLink, pauses, sections
from eyebright.heads.models import Head
from eyebright.heads.services import today_of
from eyebright.household.services.hours import the_hours

from ...models import BasinRun, PlannedWash
from ...models import Wash as KeptWash
from ...schemas.chains import WashLinkIn
from ..chains import amount_said, much_said
from ..links import Strung, beside_links, links_of, name_of, names_of, strung

NAMES = {each.name for each in fields(Going)}
NONE_LEFT = "None is left of it, as it was counted: swap it or leave it out, if that is so."
LATELY = 12  # washes that are looked at for what went amiss


def link_ids(run: BasinRun) -> list[tuple[int, WashLinkIn]]:
    """The links of a run, each with its id."""
    return list(zip([int(row["id"]) for row in run.links], links_of(run.links), strict=True))


def goings_of(run: BasinRun) -> list[Going]:
    """The links as the basin takes them, as they were worked out last."""
    out = []
    for row in run.reading.get("goings", ()):
        known = {name: value for name, value in row.items() if name in NAMES}
        out.append(Going(**known | {"ph": tuple(row["ph"]) if row.get("ph") else None}))
    return out


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
    every = link_ids(run)
    found, with_, links = worked_out_as(run, contacts or {}, now)
    goings, eyes, powder = [], False, False
    names = names_of([link for _, link in every], also_removed=True)
    notes = _last_time(run.planned.head, [link for _, link in every])
    before = {each.id: each for each in goings_of(run)}
    floor = max((each.start for pk, each in before.items() if pk in passed), default=0.0)
    whose = _mark(with_.basin.head)
    same_head = run.reading.get("whose") == whose
    bars: dict[int, list[str]] = {}
    past: set[str] = set()
    for (pk, entered), link, along, there in zip(every, links, found.along, with_.there, strict=True):
        made = with_.basin.assessed(link)
        facts = made.facts if made else {}
        strong = facts.get("soda_wash") or facts.get("alkaline") or facts.get("soap_percent", 0.0) > 0.0
        eyes, powder = eyes or made is not None, powder or bool(facts.get("powder"))
        known = before.get(pk)
        on = (contacts or {}).get(pk)
        if known and (same_head or pk in passed):
            most, never = known.most, known.never
        else:
            most, never = minutes_at_most(with_.basin, link)
        stops = [each.id for each in with_.basin.alone(link) if each.level == "stop"] if made else []
        if pk in passed:
            past.update(stops)
        elif made is not None:
            bars[pk] = stops
        none_left = link.there == 0.0
        way = sections().get(entered.sections)
        pause = pauses().get(link.pause)
        goings.append(
            Going(
                id=pk,
                name=name_of(entered, names),
                what="pause" if pause else "put_on" if made else "water",
                zone=entered.zone,
                start=known.start if known and pk in passed else max(along.start, floor),
                minutes=known.minutes if on and known else _minutes(along, way.whole if way else 0.0),
                rinsed=along.longest is not None,
                sections=way.count if way else 1,
                each=way.minutes if way else 0.0,
                section=way.name if way else "",
                most=most if along.longest is not None else None,
                never=never if along.longest is not None else None,
                amount="" if none_left else amount_said(along, link),
                says="" if none_left else much_said(along, link, there)[0],
                how=pause.how if pause else "",
                hands=pause.hands if pause else True,
                ph=(along.own_ph.low, along.own_ph.value, along.own_ph.high) if along.own_ph else None,
                strong=bool(strong),
                eyes=made is not None and entered.zone != "bag",
                poured=made is not None and made.ph is not None and not facts.get("paste"),
                cover=along.covered,
                optional=_only(entered),
                note=NONE_LEFT if none_left else notes.get(entered.formula or entered.stuff or "", ""),
            )
        )
    whom = with_.whom
    run.reading = run.reading | {
        "goings": [asdict(each) for each in goings],
        "cautions": [asdict(each) for each in found.cautions],
        "gate": _gate(run, _stops(found) - past, bars, changed=changed),
        "bars": {str(pk): rules for pk, rules in bars.items()},
        "whose": whose,
        "careful": bool(with_.basin.head.get("heat_careful")),
        "checks": _checks(with_, eyes=eyes, powder=powder),
        "locs": bool(whom and whom.record.style == "locs"),
    }


Gate = tuple[str, int]  # a stop, by its rule, and the link that calls for it: 0 for the wash as a whole


def _mark(head: Mapping[str, Any]) -> int:
    """What tells a head as it is known now from the same as it was known before."""

    def plain(value: Any) -> Any:
        return sorted(value, key=str) if isinstance(value, set | frozenset) else str(value)

    return zlib.crc32(json.dumps(dict(head), sort_keys=True, default=plain).encode())


def _stops(found: Wash) -> set[str]:
    return {each.id for each in found.cautions if each.level == "stop"}


def _gate(run: BasinRun, stops: set[str], bars: Mapping[int, Sequence[str]], *, changed: bool) -> list[Gate]:
    """Stops that must be passed before anything more goes on, each of its own link.

    Of a link that is new, or that a head which is known better now does not bear, they come anew; those of
    the wash as a whole only where its links changed. Minutes that have been are on record, and bar nothing.
    """
    here = {(rule, pk) for pk, rules in bars.items() for rule in rules}
    stops = stops - {rule for rule, _ in here}
    if "gate" not in run.reading:
        return sorted(here | {(rule, 0) for rule in stops})
    there = {pk for pk, _ in link_ids(run)} | {0}
    kept = {each for each in _gates(run.reading["gate"]) if each[1] in there}
    known = {(rule, int(pk)) for pk, rules in run.reading.get("bars", {}).items() for rule in rules}
    said = {each.id for each in cautions_kept(run)}
    whole = {(rule, 0) for rule in stops - said} if changed else set()
    return sorted(kept | (here - known) | whole)


def _gates(kept: Iterable[Any]) -> set[Gate]:
    return {(str(rule), int(pk)) for rule, pk in kept}


def open_gates(run: BasinRun) -> set[Gate]:
    """Stops that nobody has passed yet."""
    passed = [_gates(row.get("gates", ())) for row in run.presses if row["what"] == "passed"]
    return _gates(run.reading.get("gate", ())).difference(*passed)


def open_stops(run: BasinRun) -> list[Caution]:
    """What is said of stops that nobody has passed yet."""
    asked = {rule for rule, _ in open_gates(run)}
    return [each for each in cautions_kept(run) if each.id in asked and each.level == "stop"]


def _minutes(along: Along, on_over: float) -> float:
    """Minutes that it stays once all of it is on; those of a pause or of water as they are."""
    if along.plain or along.pause:
        return along.minutes
    return 0.0 if along.longest is None else max(along.longest - on_over, 0.0)


def worked_out_as(
    run: BasinRun, contacts: Mapping[int, Contact], now: float
) -> tuple[Wash, Strung, list[WashLink]]:
    """A run's wash with what was on as long as it really was; and the links that it was worked out of."""
    planned = run.planned
    every = link_ids(run)
    day = today_of(planned.occasion, [], [])
    at = _as_known(planned.head, run.began_at)
    with_ = strung([link for _, link in every], planned.head_id, at, day, also_removed=True)
    links = [
        _as_it_was(link, contacts[pk], now) if pk in contacts else link
        for (pk, _), link in zip(every, with_.links, strict=True)
    ]
    with beside_links():
        return with_.basin.wash(links), with_, links


def _only(entered: WashLinkIn) -> str:
    """When a link is done at all, after "only"; empty where it is always."""
    if not entered.optional:
        return ""
    said = entered.only_if.strip().rstrip(".").removeprefix("only ").removeprefix("if ")
    return f"if {said or 'it is wanted'}"


def _as_known(head: Head, began: datetime) -> datetime:
    """When a head is looked at: as it was when the wash began, or at a check-in since."""
    since = head.check_ins.filter(at__gt=began, at__lte=timezone.now()).order_by("-at").first()
    return since.at if since is not None else began


def _as_it_was(link: WashLink, contact: Contact, now: float) -> WashLink:
    """A link with its minutes as they were; what is still on is on for as long as was planned, or longer."""
    minutes = contact.minutes(now)
    if not contact.going.rinsed or not minutes:
        return link
    least = min(minutes) if contact.off is not None else max(min(minutes), contact.going.minutes)
    return replace(link, minutes=max(least, 0.02), on_over=max(minutes) - min(minutes))


def _last_time(head: Head, links: Iterable[WashLinkIn]) -> dict[int | str, str]:
    """What went amiss the last time with the same thing on this head, by formula or key."""
    asked = {link.formula or link.stuff for link in links} - {"", None}
    out: dict[int | str, str] = {}
    rows = KeptWash.objects.filter(head=head).exclude(feel=[]).select_related("batch")
    for row in rows[:LATELY]:
        said = [troubles()[key].next for key in row.feel if key in troubles()]
        said += [f"{HELPED[key]} last time." for key in row.feel if key in HELPED]
        for key in {row.formula_id, row.stuff} & asked:
            if said and key:
                out.setdefault(key, " ".join(said))
    return out


HELPED = {
    "help-eyes": "It got into the eyes", "help-burning": "It burned", "help-breath": "Breath was short",
    "help-rash": "There was a rash",
}  # fmt: skip


def _checks(with_: Strung, *, eyes: bool, powder: bool) -> list[str]:
    """What must be so before the first thing goes on."""
    whom = with_.whom
    head = with_.basin.head
    holds = {
        "tangles": bool(head.get("tangles")),
        "oiled": any("oil" in key for key in (*head.get("on_scalp", ()), *head.get("on_strands", ()))),
        "eyes": eyes,
        "dust": powder,
        "locs": bool(whom and whom.record.style == "locs"),
    }
    return [row["says"] for row in basin_table()["ready"] if holds.get(row["when"])]


def late_for_locs(run: BasinRun, now: datetime) -> str:
    """Locs that could not dry before the night: said in the evening; empty where they can."""
    if not run.reading.get("locs"):
        return ""
    hours = basin_table()["drying"]["locs"]
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


def cautions_kept(run: BasinRun) -> list[Caution]:
    """What stands against what is still to come, as it was worked out last."""
    known = {each.name for each in fields(Caution)}
    return [
        Caution(**{name: value for name, value in row.items() if name in known})
        for row in run.reading.get("cautions", ())
    ]


def next_planned(planned: PlannedWash, after: datetime) -> datetime | None:
    """When the next wash of this head is planned."""
    rows = PlannedWash.objects.filter(head=planned.head_id, done_at=None, at__gt=after).exclude(pk=planned.pk)
    return rows.order_by("at").values_list("at", flat=True).first()


def entered_with_ids(links: Sequence[WashLinkIn]) -> list[dict[str, Any]]:
    """Links as a run keeps them, each with an id of its own."""
    return [{"id": place, **link.model_dump()} for place, link in enumerate(links, start=1)]
