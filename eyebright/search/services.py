"""Everything by one search: it stands above all places, and asks each for what it has under a name."""

from collections.abc import Iterator
from functools import cache
from itertools import islice

from django.utils import timezone

from eyebright.core import tables
from eyebright.core.materials import Finder, Named, Score, Supply, SupplyKey, found_rows, kinds
from eyebright.core.rules import limits
from eyebright.formulas.models import Formula
from eyebright.formulas.services.digests import keys_in
from eyebright.formulas.services.formulas import found_formulas
from eyebright.heads.models import Head, PatchTest
from eyebright.make.models import Batch, Container
from eyebright.make.services.entries import latest_found
from eyebright.make.services.finding import found_batches
from eyebright.make.services.keys import container_id
from eyebright.shelf.models import Lot
from eyebright.shelf.services.supplies import found_supplies
from eyebright.wash.models import WashChain

from .schemas import HitOut, UseOut

SHOWN, OF_A_KIND = 24, 6
USES = 40  # of each kind, on a material's page

Hit = tuple[Score, HitOut]


def search(find: str) -> list[HitOut]:
    """What goes by a name as it is typed, the nearest first, a few of each kind."""
    if not find.strip():
        return []
    hits = [*_coded(find), *_things(find), *_heads(find), *_formulas(find), *_batches(find), *_washes(find)]
    hits += [*_entries(find), *_pages(find)]
    return [hit for _, hit in sorted(hits, key=lambda hit: hit[0])[:SHOWN]]


def _things(find: str) -> Iterator[Hit]:
    for score, supply in found_supplies(find, 2 * OF_A_KIND):
        yield score, _thing(supply)


def _coded(find: str) -> Iterator[Hit]:
    """The container whose label says this code."""
    rows = Container.objects.filter(code=find.strip().upper(), batch__removed_at=None)
    for row in rows.select_related("batch"):
        yield (-1.0, -1.0, False, False, 0), _container(row, f"{row.batch.name}, {row.name}")


def _container(row: Container, name: str) -> HitOut:
    return HitOut(what="container", name=name, about=row.code, path=f"/make/{row.batch_id}")


def _thing(supply: Supply) -> HitOut:
    key = SupplyKey(supply.key)
    water = supply.material is None
    if (pk := container_id(supply.key)) is not None:
        return _container(Container.objects.get(pk=pk), supply.name)
    side = "/shelf/waters" if water else "/shelf"
    kind = "water" if supply.material is None else kinds()[supply.material.kind]["name"]
    if key.where in ("lot", "water"):
        return HitOut(what="at hand", name=supply.name, about=kind, path=f"{side}?change={supply.key}")
    path = f"{side}?new={key.name}" if water else f"/shelf/materials/{key.name}"
    return HitOut(what="material", name=supply.name, about=kind, path=path)


def _heads(find: str) -> Iterator[Hit]:
    for score, pk, name in found_rows(Head.objects.values_list("pk", "name", "note"), find)[:OF_A_KIND]:
        yield score, HitOut(what="head", name=name, about="", path=f"/heads/{pk}")


def _formulas(find: str) -> Iterator[Hit]:
    for score, pk, name in found_formulas(find)[:OF_A_KIND]:
        yield score, HitOut(what="formula", name=name, about="", path=f"/formulas/{pk}")


def _batches(find: str) -> Iterator[Hit]:
    for score, pk, name in found_batches(find)[:OF_A_KIND]:
        yield score, HitOut(what="batch", name=name, about="", path=f"/make/{pk}")


def _washes(find: str) -> Iterator[Hit]:
    for score, pk, name in found_rows(WashChain.objects.values_list("pk", "name"), find)[:OF_A_KIND]:
        yield score, HitOut(what="wash", name=name, about="", path=f"/wash/names?open={pk}")


def _entries(find: str) -> Iterator[Hit]:
    for score, pk, name in latest_found(find)[:OF_A_KIND]:
        yield score, HitOut(what="entry", name=name, about="", path=f"/journal/{pk}")


@cache
def _page_finder() -> tuple[Finder, dict[str, tuple[str, str]]]:
    """Pages, settings, and every limit that can be set: their finder, and the name and address of each."""
    rows = tables.read(__file__, "pages.toml")["page"]
    named = [Named(row["name"], (row["name"], *row["also"]), 1.0) for row in rows]
    places = {row["name"]: ("", row["path"]) for row in rows}
    for limit in limits().limits.values():
        if limit.strict:
            named.append(Named(limit.what, (limit.what,), 3.0))
            places[limit.what] = ("a limit, in Settings", "/settings#limits")
    return Finder(named), places


def _pages(find: str) -> Iterator[Hit]:
    finder, places = _page_finder()
    for score, each in finder.scored(find)[:OF_A_KIND]:
        about, path = places[each.key]
        yield score, HitOut(what="page", name=each.names[0], about=about, path=path)


# ---- where a material is used ----


def uses(key: str) -> list[UseOut]:
    """Where this household uses a material, by its key: on the shelf, then in what is made, then what was."""
    lots = dict(Lot.with_removed.filter(material=key).values_list("pk", "name"))
    keys = {SupplyKey.of("lib", key), *(SupplyKey.of("lot", pk) for pk in lots)}
    return [*_at_hand(key), *_made(keys), *_strung(keys), *_poured(keys), *_tested(key)]


def _at_hand(key: str) -> Iterator[UseOut]:
    for pk, name in Lot.objects.filter(material=key).values_list("pk", "name")[:USES]:
        yield UseOut(what="at hand", name=name, path=f"/shelf?change=lot-{pk}")


def _made(keys: set[str]) -> Iterator[UseOut]:
    rows = Formula.objects.values_list("pk", "name", "body")
    found = ((pk, name) for pk, name, body in rows if not keys.isdisjoint(keys_in(body)))
    for pk, name in islice(found, USES):
        yield UseOut(what="formula", name=name, path=f"/formulas/{pk}")


def _strung(keys: set[str]) -> Iterator[UseOut]:
    rows = WashChain.objects.values_list("pk", "name", "links")
    found = ((pk, name) for pk, name, links in rows if any(link.supply_key in keys for link in links))
    for pk, name in islice(found, USES):
        yield UseOut(what="wash", name=name, path=f"/wash/names?open={pk}")


def _poured(keys: set[str]) -> Iterator[UseOut]:
    rows = Batch.objects.filter(of=Batch.Of.JUG).values_list("pk", "name", "made_at", "lines")
    found = (
        (pk, name, day) for pk, name, day, lines in rows if any(line["supply_key"] in keys for line in lines)
    )
    for pk, name, day in islice(found, USES):
        when = timezone.localtime(day)
        yield UseOut(what="entry", name=f"{name}, {when:%-d %B %Y}", path=f"/journal/{pk}")


def _tested(key: str) -> Iterator[UseOut]:
    rows = PatchTest.objects.filter(material=key, head__removed_at=None)
    for pk, name in rows.values_list("head", "head__name")[:USES]:
        yield UseOut(what="patch test", name=name, path=f"/heads/{pk}")
