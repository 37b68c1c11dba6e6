"""Washes by name, and what a chain of links comes to over a head at a time; what makes it suit that head."""

from collections.abc import Mapping, Sequence
from datetime import datetime, timedelta
from typing import Any

from django.db import transaction
from django.utils import timezone

from eyebright.core.formulas.model import families
from eyebright.core.heads import Needs
from eyebright.core.materials import spoons
from eyebright.core.rules import Caution
from eyebright.core.wash import LinkResult, Wash, WashLink, pauses, sections, spaced_in, suit
from eyebright.core.words import brief, capital, days_apart, ends
from eyebright.heads.services import today_of
from eyebright.kept.clock import aware
from eyebright.kept.problems import Problem, one
from eyebright.kept.versions import changed, get_checked
from eyebright.kept.wire import out_of
from eyebright.shelf.services.labels import doubts_about
from eyebright.shelf.services.measures import the_kit

from ..models import Wash as KeptWash
from ..models import WashChain
from ..schemas.chains import (
    LinkResultOut,
    PauseOut,
    SectionOut,
    SpacingOut,
    SuitChangeOut,
    SuitOut,
    WashAsk,
    WashAssessmentOut,
    WashChainChangeIn,
    WashChainIn,
    WashChainOut,
    WashChoicesOut,
    WashLinkIn,
)
from .links import ResolvedLinks, beside_links, check_links, name_of, names_of, resolve_links

NOT_LEARNT = "How well this bottle washes is a guess from its label; no wash has taught it yet."
LATELY = timedelta(days=45)
LATEST = 3
SAME_DAY = 0.25  # days: so much sooner is the same time of another day


def choices() -> WashChoicesOut:
    """Pauses, and ways of going on section by section."""
    return WashChoicesOut(
        pauses=[PauseOut.model_validate(row) for row in pauses().values()],
        sections=[SectionOut.model_validate(row) for row in sections().values()],
    )


# ---- by name ----


def wash_chains() -> list[WashChainOut]:
    """Every wash by name."""
    rows = list(WashChain.objects.all())
    names = names_of([link for row in rows for link in row.links])
    return [chain_out(row, names) for row in rows]


def find_chain(pk: int, *, also_removed: bool = False) -> WashChain:
    """A wash, or the problem of its being gone."""
    return one(WashChain.among(also_removed=also_removed), pk, "wash")


def chain_out(kept: WashChain, names: Mapping[int | str, str] | None = None) -> WashChainOut:
    """A wash, with what its links are called."""
    if names is None:
        names = names_of(kept.links)
    called = [name_of(link, names) for link in kept.links]
    return out_of(WashChainOut, kept, id=kept.pk, names=called, gone="gone" in called)


@transaction.atomic
def save_chain(payload: WashChainIn, kept: WashChain | None = None) -> WashChainOut:
    """Keep a wash by name, or change one."""
    check_links(payload.links)
    kept = kept or WashChain()
    kept.name, kept.links = payload.name, payload.links
    kept.save()
    return chain_out(kept)


@transaction.atomic
def change_chain(pk: int, payload: WashChainChangeIn) -> WashChainOut:
    """Change one that is as it was when it was read."""
    kept = get_checked(WashChain.objects.all(), pk, "wash", payload.version, chain_out)
    before = {"name": kept.name, "links": kept.links}
    return save_chain(changed(WashChainIn, before, payload), kept)


# ---- what it comes to ----


def read_chain(asked: WashAsk, planned: Mapping[str, float] | None = None) -> WashAssessmentOut:
    """Work a chain out, for a head or nobody in particular. Nothing is kept.

    `planned`: days from what is planned before it to when it is done, by family.
    """
    found, with_ = worked_out(asked)
    open_ = doubts_about(with_.bought.values())
    doubts = [
        [*open_[link.supply_key], NOT_LEARNT] if link.supply_key in open_ else [] for link in asked.links
    ]
    results = [
        _result_out(each, link, available, more)
        for each, link, available, more in zip(
            found.results, with_.links, with_.available, doubts, strict=True
        )
    ]
    same = ("scalp_lift", "lengths_lift", "washes", "grade", "put_back", "ph", "scalp_ph", "lengths_ph",
            "finish", "minutes", "ahead", "basin", "oil")  # fmt: skip
    return WashAssessmentOut.model_validate(
        {name: getattr(found, name) for name in same}
        | {
            "results": results,
            "asked": _asked(found, with_.needs) if with_.needs and found.washes else "",
            "spacing": spacing_out(with_, planned),
            "lately": _lately(asked.head, asked.at),
            "cautions": list(found.cautions),
        }
    )


def cautions_of(asked: WashAsk) -> tuple[Caution, ...]:
    """What a chain calls for."""
    return worked_out(asked)[0].cautions


def worked_out(asked: WashAsk) -> tuple[Wash, ResolvedLinks]:
    """A wash, and what it was worked out with; what cannot be is said beside its field."""
    with_ = _resolved(asked)
    with beside_links():
        return with_.assessor.wash(with_.links), with_


def _resolved(asked: WashAsk) -> ResolvedLinks:
    """The links that are asked about, as the core takes them; a Problem where there are none."""
    if not asked.links:
        raise Problem.field("links", "Put something in the wash first.")
    return resolve_links(
        asked.links, asked.head, asked.at and aware(asked.at), today_of(asked.occasion, [], [])
    )


def spacing_out(with_: ResolvedLinks, planned: Mapping[str, float] | None = None) -> list[SpacingOut]:
    """What of it must be so many days apart, and how many are still to wait when it is done."""
    if with_.whom is None or with_.needs is None:
        return []
    since = dict(with_.whom.history.since_family)
    for key, days in (planned or {}).items():
        since[key] = min(since.get(key, days), days)
    out = []
    for each in spaced_in(with_.links, with_.needs):
        ago = since.get(each.key)
        wait = 0.0 if ago is None or each.apart - ago < SAME_DAY else each.apart - ago
        if ago is None:
            says = "not used yet"
        elif wait > 0.0:
            says = f"{days_apart(ago)} since the last; {each.apart:g} days apart: {days_apart(wait)} too soon"
        else:
            says = f"{days_apart(ago)} since the last, and {each.apart:g} are asked for"
        out.append(SpacingOut(name=each.name, days=wait, says=says))
    return out


def _lately(head: int | None, at: datetime | None) -> list[str]:
    """What the last washes of a head were, and how long ago that is then."""
    if head is None:
        return []
    then = aware(at) if at else timezone.now()
    rows = KeptWash.objects.filter(head=head, at__lt=then, at__gt=then - LATELY)
    out = []
    for row in rows.select_related("formula", "batch")[:LATEST]:
        known = families().get(row.family)
        name = row.formula.name if row.formula else row.batch.name if row.batch else ""
        name = name or (known.name if known else row.family)
        out.append(f"{name}, {days_apart((then - row.at) / timedelta(days=1))} before")
    return out


def _asked(found: Wash, needs: Needs) -> str:
    low, _, high = needs.scalp.lift
    lift = found.scalp_lift.value
    way = "more than" if lift > high else "less than" if lift < low else "about what"
    return f"{capital(way)} suits this scalp then: {ends(low * 100, high * 100, '.0f')} %."


def _result_out(
    each: LinkResult, link: WashLink, available: tuple[float, str] | None, doubts: Sequence[str]
) -> LinkResultOut:
    says, short = much_said(each, link, available)
    out = LinkResultOut.model_validate(each)
    return out.model_copy(update={"says": says, "short": short, "doubts": list(doubts)})


def much_said(each: LinkResult, link: WashLink, available: tuple[float, str] | None) -> tuple[str, bool]:
    """How much goes on, as one pours it.

    And, where somebody counts, what there is and what it is enough for.
    """
    if link.formula is None:
        return "", False
    out = f"about {amount_said(each, link)}"
    if available is None or link.available is None:
        return out, False
    neat = 1.0 + link.thinned
    wanted = [figure.value / neat for figure in each.wanted]
    left = f"{brief(_round(available[0]))} {available[1]} left"
    if link.grams is not None and link.grams <= link.available:
        return f"{out}; {left}", False
    if link.available >= sum(wanted) * 0.999:
        return f"{out}; {left}: enough", False
    if link.available <= 0.0:
        return "none is left of it", True
    names = {"scalp": wanted[0], "lengths": wanted[1]}
    enough = [zone for zone, much in names.items() if 0.0 < much <= link.available]
    if len([much for much in wanted if much > 0.0]) > 1 and enough:
        return f"{left}, and all of it is reckoned with: enough for the {enough[0]} alone", True
    takes = brief(_round(sum(wanted)))
    return f"{left}, and all of it is reckoned with: this head takes about {takes} g", True


def amount_said(each: LinkResult, link: WashLink) -> str:
    """How much goes on, as one pours it, and the water that goes to it: "85 mL", "25 mL with 75 mL of warm
    water"; empty for water and pauses.
    """
    if link.formula is None:
        return ""
    neat, water = _poured(each, link)
    out = f"{brief(_round(neat))} {each.unit}"
    if link.thinned:
        return f"{out} with {brief(_round(water))} mL of warm water"
    if each.unit == "g" and link.formula.family.wetted:
        stirred_into = brief(_round(neat * link.formula.family.wetted))
        return f"{out}, stirred little by little into about {stirred_into} mL of warm water"
    return out


def _poured(each: LinkResult, link: WashLink) -> tuple[float, float]:
    """How much of it is poured (its own unit), and of the water that goes to it."""
    whole = each.dose.value / (each.g_per_ml if each.unit == "mL" else 1.0)
    neat = whole / (1.0 + link.thinned)
    return neat, whole - neat


def measured_said(each: LinkResult, link: WashLink) -> str:
    """The same by spoons and cups, "2 tablespoons with ⅓ cup of water"; empty for what is weighed."""
    if link.formula is None or each.unit != "mL":
        return ""
    (neat, water), kit = _poured(each, link), the_kit()
    return spoons(neat, kit) + (f" with {spoons(water, kit)} of water" if link.thinned else "")


def _round(value: float) -> float:
    return round(value) if value < 20 else 5.0 * round(value / 5.0)


# ---- made to suit ----


def suit_chain(asked: WashAsk) -> SuitOut:
    """What makes a chain suit its head: shown, and not kept."""
    with_ = _resolved(asked)
    most = with_.needs.scalp.lift[2] if with_.needs else None
    with beside_links():
        found = suit(with_.links, with_.assessor.alone, with_.assessor.wash, most)
    names = [
        name or _plain(link) for name, link in zip([w.name for w in with_.links], asked.links, strict=True)
    ]
    links: list[WashLinkIn | None] = list(asked.links)
    changes = []
    for change in found.changes:
        links[change.place] = _as_entered(asked.links[change.place], with_.links[change.place], change.link)
        changes.append(out_of(SuitChangeOut, change, name=names[change.place], link=links[change.place]))
    before, after = _grave(found.before), _grave(found.after or found.before)
    lift = ph = None
    if found.after:
        lift = found.after.scalp_lift
        ph = found.after.ph
    return SuitOut(
        changes=changes,
        links=[link for link in links if link is not None],
        says=_suits(changes, before, after) if any(links) else "Nothing of it suits: choose something else.",
        stops=after[0], warnings=after[1], stops_before=before[0], warnings_before=before[1],
        lift=lift, ph=ph,
    )  # fmt: skip


def _plain(link: WashLinkIn) -> str:
    return pauses()[link.pause].name if link.pause in pauses() else "Plain water"


def _as_entered(payload: WashLinkIn, was: WashLink, now: WashLink | None) -> WashLinkIn | None:
    """A link as it would be entered, with what was changed of it."""
    if now is None:
        return None
    changes: dict[str, Any] = {}
    if now.minutes != was.minutes:
        changes["minutes"] = now.minutes
    if now.cover != was.cover:
        changes["cover"] = now.cover
    if now.parts != was.parts:
        changes["parts"] = now.parts
    if now.times != was.times:
        changes["times"] = max(round(payload.times * now.times / was.times, 2), 0.05)
    return payload.model_copy(update=changes)


def _grave(found: Wash) -> tuple[int, int]:
    levels = [caution.level for caution in found.cautions]
    return levels.count("stop"), levels.count("warning")


def _suits(changes: Sequence[SuitChangeOut], before: tuple[int, int], after: tuple[int, int]) -> str:
    if not changes:
        return (
            "Nothing stands against it: it suits as it is."
            if before == (0, 0)
            else "Thinner, shorter or less of it does not help: read the cautions, and choose something else."
        )
    if after == (0, 0):
        return "With these it suits."
    left = [
        f"{count} {word}{'' if count == 1 else 's'}"
        for count, word in zip(after, ("stop", "warning"), strict=True)
        if count
    ]
    return f"With these it is better; {' and '.join(left)} would still stand."
