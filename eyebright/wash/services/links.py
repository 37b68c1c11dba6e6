"""Links of a wash as they are kept and entered, and as the core takes them, over a head at a time."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from django.utils import timezone

from eyebright.core.chain import ChainError
from eyebright.core.formulas.model import Formula as CoreFormula
from eyebright.core.formulas.model import FormulaError, ready_formula, ready_times
from eyebright.core.formulas.prepare import PreparedSupply
from eyebright.core.heads import Head as CoreHead
from eyebright.core.heads import Needs, Today, needs_of
from eyebright.core.materials import Supply, SupplyKey
from eyebright.core.wash import WashAssessor, WashLink, pauses, sections
from eyebright.formulas.models import Formula
from eyebright.formulas.services.workbench import as_core, core_bench, entered_of, keys_of
from eyebright.kept.derived import derived
from eyebright.kept.problems import Problem
from eyebright.make.models import Container
from eyebright.make.services.jugs import jugs_left
from eyebright.make.services.keys import container_id
from eyebright.shelf.models import Lot
from eyebright.shelf.services.supplies import SHELF, plain_water, supplies_of

from ..schemas.chains import WashLinkIn

GONE = "That formula is gone: choose another, or leave it out."
NO_STOCK = "That is not in stock any more: choose another."
NO_SUPPLY = "That is no longer on the shelf: choose another."
OF_A_HEAD = (
    "heads.Head", "heads.CheckIn", "heads.TestResult", "heads.PatchTest", "wash.Wash",
    "household.Household", "household.HouseLimit", "shelf.Spoon", "shelf.Vessel",
)  # fmt: skip
OF_WHAT_IS_MADE = ("make.Container", "make.Batch", "make.Pour", "make.StepClock", "shelf.Lot")
THROWN = {
    "used": "was used up", "smell": "was thrown away: it smelled", "cloud": "was thrown away: it was cloudy",
    "mould": "was thrown away: it was mouldy", "fizz": "was thrown away: it fizzed",
    "old": "was thrown away: it was old", "other": "was thrown away",
}  # fmt: skip


@dataclass
class ResolvedLinks:
    """Links as the core takes them, with the head and the basin that they are worked out with.

    `available`: mL or g that there are of each, with its unit, where anybody counts.
    """

    links: list[WashLink]
    assessor: WashAssessor
    whom: CoreHead | None
    needs: Needs | None
    bought: dict[str, Supply]
    available: list[tuple[float, str] | None]


def names_of(links: Sequence[WashLinkIn], *, also_removed: bool = False) -> dict[int | str, str]:
    """What formulas (by id) and things (by key) are called; what is gone is left out."""
    ids = {link.formula for link in links if link.formula}
    rows = Formula.among(also_removed=also_removed).filter(pk__in=ids)
    names: dict[int | str, str] = dict(rows.values_list("pk", "name"))
    bought = supplies_of({link.supply_key for link in links if link.supply_key}, also_removed=also_removed)
    return names | {key: supply.name for key, supply in bought.items()}


def name_of(link: WashLinkIn, names: Mapping[int | str, str]) -> str:
    """What one link is called."""
    if link.pause:
        return pauses()[link.pause].name if link.pause in pauses() else "gone"
    what = link.formula or link.supply_key
    return "Plain water" if not what else names.get(what, "gone")


def check_links(links: Sequence[WashLinkIn]) -> dict[int | str, str]:
    """Refuse links of what is not there, beside their fields; the names of what is."""
    known = names_of(links)
    for place, link in enumerate(links):
        what = link.formula or link.supply_key
        if what and what not in known:
            raise Problem.field(f"links.{place}.formula", GONE if link.formula else NO_SUPPLY)
        if link.pause and link.pause not in pauses():
            raise Problem.field(f"links.{place}.pause", "Choose one of the ones offered.")
        if link.sections and link.sections not in sections():
            raise Problem.field(f"links.{place}.sections", "Choose one of the ones offered.")
    return known


@dataclass
class _LinkContext:
    """All that links are made of, as it stands: gathered once for as long as nothing that is kept changes."""

    formulas: dict[int, tuple[CoreFormula | None, str]]
    bought: dict[str, Supply]
    ready: dict[str, CoreFormula | None]
    left: dict[str, tuple[float, str]]
    whom: CoreHead | None
    needs: Needs | None
    assessor: WashAssessor


def resolve_links(
    links: Sequence[WashLinkIn],
    head: int | None,
    at: datetime | None = None,
    day: Today | None = None,
    *,
    also_removed: bool = False,
) -> ResolvedLinks:
    """Links as the core takes them, over a head as it stands at a time; a Problem beside what cannot be.

    `also_removed`: what was removed or finished since stands for what it was, for a wash that is under way.
    """
    context = _context(links, head, at, day, also_removed=also_removed)
    out: list[WashLink] = []
    available: list[tuple[float, str] | None] = []
    for place, link in enumerate(links):
        have = context.left.get(link.supply_key) if link.supply_key else None
        available.append(have)
        if link.pause or not (link.formula or link.supply_key):
            if link.pause and link.pause not in pauses():
                raise Problem.field(f"links.{place}.pause", "Choose one of the ones offered.")
            out.append(_as_core(link, None, "", 1.0, None))
            continue
        if not also_removed:
            check_stock(link, f"links.{place}.formula")
        formula, name, times = _what(link, context, place)
        if link.amount_mode == "amount" and link.amount is None:
            raise Problem.field(f"links.{place}.amount", "Say how much, or take the usual dose.")
        if link.amount_mode == "all" and have is None:
            raise Problem.field(f"links.{place}.amount", "Nobody counts how much of that there is: say it.")
        out.append(_as_core(link, formula, name, times, have))
    return ResolvedLinks(out, context.assessor, context.whom, context.needs, context.bought, available)


@contextmanager
def beside_links() -> Iterator[None]:
    """What the core refuses of a wash is said beside the link that it is about."""
    try:
        yield
    except ChainError as raised:
        raise Problem.field(f"links.{raised.link}.zone", str(raised)) from None
    except FormulaError as raised:
        raise Problem.field("links", str(raised)) from None


def _what(link: WashLinkIn, context: _LinkContext, place: int) -> tuple[CoreFormula, str, float]:
    """What a link is of: its formula, its name, and times the dose that its label asks for."""
    if link.formula is None:
        return _bought(link, context, place)
    found = context.formulas.get(link.formula)
    if found is None:
        raise Problem.field(f"links.{place}.formula", GONE)
    formula, name = found
    if formula is None:
        raise Problem.field(f"links.{place}.formula", f"{name} cannot be reckoned yet: open it.")
    return formula, name, 1.0


def _context(
    links: Sequence[WashLinkIn],
    head: int | None,
    at: datetime | None,
    day: Today | None,
    *,
    also_removed: bool,
) -> _LinkContext:
    """What these links are made of, for a head at a time."""
    formulas = tuple(sorted({link.formula for link in links if link.formula}))
    supply = tuple(sorted({link.supply_key for link in links if link.supply_key and not link.formula}))
    now = (timezone.now().replace(second=0, microsecond=0), timezone.get_current_timezone_name())
    return _gathered(formulas, supply, head, at, day, also_removed, now)


@derived(*SHELF, *OF_A_HEAD, *OF_WHAT_IS_MADE, "formulas.Formula", "shelf.Reading", "shelf.ReadingLine")
def _gathered(
    formulas: tuple[int, ...],
    supply_keys: tuple[str, ...],
    head: int | None,
    at: datetime | None,
    day: Today | None,
    also_removed: bool,
    now: tuple[datetime, str],
) -> _LinkContext:
    """All that these links are made of, as it is at a minute of a time zone (`now`)."""
    rows = Formula.among(also_removed=also_removed).in_bulk(list(formulas))
    payload = {pk: entered_of(row.body) for pk, row in rows.items()}
    written = {pk: (as_core(each, pk).formula, each.name) for pk, each in payload.items()}
    bought = supplies_of(supply_keys, also_removed=also_removed)
    keys = [key for each in payload.values() for key in keys_of(each)]
    bench, whom = core_bench([*keys, *supply_keys], head, at=at, day=day)
    return _LinkContext(
        written,
        bought,
        {key: _ready(each) for key, each in bought.items()},
        left_of(supply_keys, bought),
        whom,
        needs_of(bench.head) if whom else None,
        WashAssessor(plain_water(), bench.kit, bench.posterior, bench.hair_and_scalp, bench.head),
    )


def _ready(supply: Supply) -> CoreFormula | None:
    """What was made, poured or bought as a formula by itself."""
    return supply.as_formula if isinstance(supply, PreparedSupply) else ready_formula(supply)


def _as_core(
    link: WashLinkIn, formula: Any, name: str, times: float, have: tuple[float, str] | None
) -> WashLink:
    """One link as the core takes it. `have`: what there is of it, mL or g, and which."""
    density = formula.family.density if formula else 1.0

    def grams(amount: float, unit: str) -> float:
        return amount * density if unit == "mL" else amount

    available = None if have is None else grams(*have)
    asked = grams(link.amount, link.unit) if link.amount_mode == "amount" and link.amount else None
    return WashLink(
        formula, link.zone, link.minutes, link.times * times, name,
        cover=link.cover, pause=link.pause, beside=link.beside, wetness=link.wetness, parts=link.parts,
        grams=available if link.amount_mode == "all" else asked, available=available, optional=link.optional,
        sections=link.sections,
    )  # fmt: skip


def left_of(supply_keys: Iterable[str], bought: Mapping[str, Supply]) -> dict[str, tuple[float, str]]:
    """What is left of what was made, poured or bought, by key: mL or g, and which."""
    out: dict[str, tuple[float, str]] = {}
    keys = set(supply_keys)
    made = {pk: key for key in keys if (pk := container_id(key)) is not None}
    for row in Container.objects.filter(pk__in=made):
        out[made[row.pk]] = (float(row.left), row.unit)
    lots = {pk: key for key in keys if (pk := SupplyKey(key).pk_at("lot")) is not None}
    for lot in Lot.objects.filter(pk__in=lots).exclude(left=None):
        each = bought.get(lots[lot.pk])
        unit = each.material.unit if each and each.material else "mL"
        out[lots[lot.pk]] = (float(lot.left or 0), unit)
    return out | jugs_left(keys)


def _bought(link: WashLinkIn, context: _LinkContext, place: int) -> tuple[CoreFormula, str, float]:
    """A link of something made, poured or bought."""
    field = f"links.{place}.formula"
    supply, formula = context.bought.get(link.supply_key), context.ready.get(link.supply_key)
    if supply is None:
        raise Problem.field(field, NO_SUPPLY if container_id(link.supply_key) is None else NO_STOCK)
    if formula is None:
        raise Problem.field(field, f"{supply.name} {_why_not(supply)}.")
    return formula, supply.name, ready_times(supply)


def check_stock(link: WashLinkIn, field: str) -> None:
    """Refuse what was finished or thrown away, with the reason, beside a field."""
    pk = container_id(link.supply_key) if link.formula is None else None
    row = Container.objects.filter(pk=pk).select_related("batch").first() if pk is not None else None
    if row is not None and row.ended:
        when = f" on {row.ended_on:%-d %B}" if row.ended_on else ""
        says = f"{row.batch.name}, {row.name} {THROWN.get(row.ended, 'is finished')}{when}"
        raise Problem.field(field, f"{says}. Choose another, or leave it out.")


def _why_not(supply: Supply) -> str:
    """Why it is no wash by itself, after its name."""
    material = supply.material
    if material is not None and material.refuse:
        return f"never goes on a head: {material.refuse}"
    if material is not None and "leaflet" in material.hazards:
        return "goes by its own leaflet, and is no part of a wash"
    return "is an ingredient: make a formula with it first"
