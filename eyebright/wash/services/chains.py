"""Washes by name: formulas in order over the two zones of a head, and what the chain comes to."""

from collections.abc import Mapping, Sequence
from typing import Any

from django.db import transaction
from pydantic import ValidationError

from eyebright.config.changes import changed, held
from eyebright.config.problems import Problem, one
from eyebright.config.salvage import salvaged
from eyebright.core.chain import ChainError
from eyebright.core.formulas.model import FormulaError, ready_formula, ready_times
from eyebright.core.formulas.prepare import PreparedSupply
from eyebright.core.heads import Needs, needs_of
from eyebright.core.materials import Supply
from eyebright.core.rules import Caution
from eyebright.core.wash import Wash, WashLink, wash_of
from eyebright.formulas.models import Formula
from eyebright.formulas.services.workbench import as_core, core_bench, entered_of, keys_of
from eyebright.shelf.services.labels import doubts_about
from eyebright.shelf.services.supplies import plain_water, supplies_of

from ..models import WashChain
from ..schemas.chains import (
    AlongOut,
    WashAsk,
    WashAssessmentOut,
    WashChainChangeIn,
    WashChainIn,
    WashChainOut,
    WashLinkIn,
)

NOT_LEARNT = "How well this bottle washes is reckoned from its label; no wash has taught it yet."
WHAT = ("formula", "stuff")  # what a link is of
GONE_LINK = WashLinkIn(stuff="gone")
GONE = "That formula is gone: choose another, or leave it out."


def wash_chains() -> list[WashChainOut]:
    """Every wash by name."""
    rows = list(WashChain.objects.all())
    names = _names([link for row in rows for link in links_of(row)])
    return [chain_out(row, names) for row in rows]


def find_chain(pk: int, *, also_removed: bool = False) -> WashChain:
    """A wash, or the problem of its being gone."""
    return one(WashChain.among(also_removed=also_removed), pk, "wash")


def _names(links: Sequence[WashLinkIn]) -> dict[int | str, str]:
    """What formulas (by id) and bought things (by key) are called; what is gone is left out."""
    ids = {link.formula for link in links if link.formula}
    names: dict[int | str, str] = dict(Formula.objects.filter(pk__in=ids).values_list("pk", "name"))
    bought = supplies_of({link.stuff for link in links if link.stuff})
    return names | {key: stuff.name for key, stuff in bought.items()}


def links_of(kept: WashChain) -> list[WashLinkIn]:
    """The links of a wash, as they were entered."""
    return [_link(link) for link in kept.links]


def _link(kept: Any) -> WashLinkIn:
    """One link; what another version kept, and cannot be read here, is gone."""
    try:
        link, lost = salvaged(WashLinkIn, kept)
        return link if lost.keys().isdisjoint(WHAT) else GONE_LINK
    except (ValidationError, TypeError, ValueError):
        return GONE_LINK


def chain_out(kept: WashChain, names: Mapping[int | str, str] | None = None) -> WashChainOut:
    """A wash, with what its links are called."""
    if names is None:
        names = _names(links_of(kept))
    links = links_of(kept)
    what = [link.formula or link.stuff for link in links]
    return WashChainOut(
        id=kept.pk,
        version=kept.version,
        name=kept.name,
        links=links,
        names=["Plain water" if not each else names.get(each, "gone") for each in what],
        gone=any(each and each not in names for each in what),
    )


@transaction.atomic
def save_chain(entered: WashChainIn, kept: WashChain | None = None) -> WashChainOut:
    """Keep a wash by name, or change one."""
    known = _names(entered.links)
    for place, link in enumerate(entered.links):
        what = link.formula or link.stuff
        if what and what not in known:
            raise Problem.field(f"links.{place}.formula", GONE)
    kept = kept or WashChain()
    kept.name, kept.links = entered.name, [link.model_dump() for link in entered.links]
    kept.save()
    return chain_out(kept)


@transaction.atomic
def change_chain(pk: int, entered: WashChainChangeIn) -> WashChainOut:
    """Change one that is as it was when it was read."""
    kept = held(WashChain.objects.all(), pk, "wash", entered.version, chain_out)
    before = {"name": kept.name, "links": links_of(kept)}
    return save_chain(changed(WashChainIn, before, entered), kept)


def read_chain(asked: WashAsk) -> WashAssessmentOut:
    """Work a chain out, for a head or nobody in particular. Nothing is kept."""
    found, needs, bought = _worked_out(asked)
    open_ = doubts_about(bought.values())
    doubts = [[*open_[link.stuff], NOT_LEARNT] if link.stuff in open_ else [] for link in asked.links]
    return _out(found, _asked(found, needs) if needs else "", doubts)


def cautions_of(asked: WashAsk) -> tuple[Caution, ...]:
    """What a chain calls for."""
    return _worked_out(asked)[0].cautions


def _worked_out(asked: WashAsk) -> tuple[Wash, Needs | None, dict[str, Supply]]:
    """The wash, what its head needs, and what was bought for it, by key."""
    if not asked.links:
        raise Problem.field("links", "Put something in the wash first.")
    rows = Formula.objects.in_bulk([link.formula for link in asked.links if link.formula])
    bought = supplies_of({link.stuff for link in asked.links if link.stuff})
    links, keys = [], []
    for place, link in enumerate(asked.links):
        if link.formula is None and link.stuff:
            links.append(_bought(link, bought.get(link.stuff), place))
            keys.append(link.stuff)
            continue
        if link.formula is None:
            links.append(WashLink(None, link.zone, link.minutes, link.times, cover=link.cover))
            continue
        if link.formula not in rows:
            raise Problem.field(f"links.{place}.formula", GONE)
        entered = entered_of(rows[link.formula].body)
        written = as_core(entered)
        if written.formula is None:
            raise Problem.field(f"links.{place}.formula", f"{entered.name} cannot be reckoned yet: open it.")
        keys += keys_of(entered)
        links.append(
            WashLink(written.formula, link.zone, link.minutes, link.times, entered.name, cover=link.cover)
        )
    bench, whom = core_bench(keys, asked.head)
    facts = bench.head
    try:
        found = wash_of(links, plain_water(), bench.kit, bench.posterior, bench.hair_and_scalp, facts)
    except ChainError as raised:
        raise Problem.field(f"links.{raised.link}.zone", str(raised)) from None
    except FormulaError as raised:
        raise Problem.field("links", str(raised)) from None
    return found, needs_of(facts) if whom else None, bought


def _bought(link: WashLinkIn, stuff: Supply | None, place: int) -> WashLink:
    """A link of something that was bought, in the dose that its label asks for."""
    if stuff is None:
        raise Problem.field(f"links.{place}.formula", "That is no longer on the shelf: choose another.")
    formula = stuff.as_formula if isinstance(stuff, PreparedSupply) else ready_formula(stuff)
    if formula is None:
        raise Problem.field(f"links.{place}.formula", f"{stuff.name} {_why_not(stuff)}.")
    times = link.times * ready_times(stuff)
    return WashLink(formula, link.zone, link.minutes, times, stuff.name, cover=link.cover)


def _why_not(stuff: Supply) -> str:
    """Why it is no wash by itself, after its name."""
    material = stuff.material
    if material is not None and material.refuse:
        return f"never goes on a head: {material.refuse}"
    if material is not None and "leaflet" in material.hazards:
        return "goes by its own leaflet, and is no part of a wash"
    return "is an ingredient: make a formula with it first"


def _asked(found: Wash, needs: Any) -> str:
    low, _, high = needs.scalp.lift
    lift = found.scalp_lift.value
    way = "more than" if lift > high else "less than" if lift < low else "about what"
    return f"{way[0].upper()}{way[1:]} suits this scalp today: {low * 100:.0f} to {high * 100:.0f} %."


def _out(found: Wash, asked: str, doubts: Sequence[Sequence[str]]) -> WashAssessmentOut:
    same: dict[str, Any] = {
        name: getattr(found, name)
        for name in ("scalp_lift", "lengths_lift", "grade", "put_back", "ph", "minutes")
    }
    along = [
        AlongOut.model_validate(each).model_copy(update={"doubts": list(more)})
        for each, more in zip(found.along, doubts, strict=True)
    ]
    return WashAssessmentOut.model_validate(
        same | {"along": along, "asked": asked, "cautions": list(found.cautions)}
    )
