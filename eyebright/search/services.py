"""Everything by one search: it stands above all places, and asks each for what it has under a name."""

import tomllib
from collections.abc import Iterator
from functools import cache
from pathlib import Path

from eyebright.core.materials import Finder, Named, Score, Supply, finder_of, kinds
from eyebright.core.rules import limits
from eyebright.formulas.services.formulas import found_formulas
from eyebright.heads.models import Head
from eyebright.journal.services import found_entries
from eyebright.shelf.services.supplies import found_supplies
from eyebright.wash.models import WashChain

from .schemas import HitOut

SHOWN, OF_A_KIND = 24, 6

Hit = tuple[Score, HitOut]


def search(find: str) -> list[HitOut]:
    """What goes by a name as it is typed, the nearest first, a few of each kind."""
    if not find.strip():
        return []
    hits = [*_things(find), *_heads(find), *_formulas(find), *_washes(find), *_entries(find), *_pages(find)]
    return [hit for _, hit in sorted(hits, key=lambda hit: hit[0])[:SHOWN]]


def _things(find: str) -> Iterator[Hit]:
    for score, stuff in found_supplies(find, 2 * OF_A_KIND):
        yield score, _thing(stuff)


def _thing(stuff: Supply) -> HitOut:
    where, _, name = stuff.key.partition("-")
    water = stuff.material is None
    side = "/shelf/waters" if water else "/shelf"
    kind = "water" if stuff.material is None else kinds()[stuff.material.kind]["name"]
    if where in ("lot", "water"):
        return HitOut(what="at hand", name=stuff.name, about=kind, path=f"{side}?change={stuff.key}")
    return HitOut(what="material", name=stuff.name, about=kind, path=f"{side}?new={name}")


def _heads(find: str) -> Iterator[Hit]:
    rows = [Named(str(pk), (name, note) if note else (name,)) for pk, name, note in _of(Head)]
    for score, each in finder_of(tuple(rows)).scored(find)[:OF_A_KIND]:
        yield score, HitOut(what="head", name=each.names[0], about="", path=f"/heads/{each.key}")


def _of(model: type[Head]) -> Iterator[tuple[int, str, str]]:
    yield from model.objects.values_list("pk", "name", "note")


def _formulas(find: str) -> Iterator[Hit]:
    for score, pk, name in found_formulas(find)[:OF_A_KIND]:
        yield score, HitOut(what="formula", name=name, about="", path=f"/formulas/{pk}")


def _washes(find: str) -> Iterator[Hit]:
    rows = [Named(str(pk), (name,)) for pk, name in WashChain.objects.values_list("pk", "name")]
    for score, each in finder_of(tuple(rows)).scored(find)[:OF_A_KIND]:
        yield score, HitOut(what="wash", name=each.names[0], about="", path=f"/wash?open={each.key}")


def _entries(find: str) -> Iterator[Hit]:
    for score, pk, name in found_entries(find)[:OF_A_KIND]:
        yield score, HitOut(what="entry", name=name, about="", path=f"/journal/{pk}")


@cache
def _page_finder() -> tuple[Finder, dict[str, tuple[str, str]]]:
    """Pages, settings, and every limit that can be set: their finder, and the name and address of each."""
    rows = tomllib.loads(Path(__file__).with_name("pages.toml").read_text("utf-8"))["page"]
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
