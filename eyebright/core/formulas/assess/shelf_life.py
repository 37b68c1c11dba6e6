"""How long it keeps, where, what limits that, and what would help: the weakest counts (model.md 10)."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from typing import Any

from ... import tables
from ...materials import is_a, kinds_that
from ...numbers import middle
from ...rules import Condition, conditions, facts_of, hold
from ...tables import Figures
from ...vocabulary import Place
from ...words import keeping_time
from ..prepare import Preparation

PLACES: tuple[Place, ...] = ("shelf", "fridge", "freezer")
WET = 0.1  # g of water in 1 g: drier than that it keeps as a powder or an oil does
VINEGAR_STRONG, VINEGAR_SOME = 1.0, 0.3  # g of acetic acid in 100 mL
SHORT_OIL_DAYS = 120
SYRUP = 0.45  # g of water that 1 g of sugar, honey or salt binds: no mould gets at it
BARE_SHARE = 0.02  # g of plant, gel, dairy in 1 g: less feeds hardly anything


@dataclass(frozen=True)
class ShelfLifeRow:
    """One row: `days` on the shelf, in the fridge, in the freezer; `instead_of`: rows that it stands for."""

    id: str
    when: tuple[Condition, ...]
    days: tuple[int, int, int]
    reason: str
    source: str
    helps: tuple[str, ...] = ()
    instead_of: tuple[str, ...] = ()


@dataclass(frozen=True)
class PlaceLife:
    """How long it keeps in one place (0: the same day), and the reason that limits it."""

    place: Place
    name: str
    days: int
    says: str
    reason: str
    source: str


@dataclass(frozen=True)
class ShelfLife:
    """How long it keeps in each place, and what would make it keep longer."""

    places: tuple[PlaceLife, ...]
    helps: tuple[str, ...]

    def at(self, place: str) -> PlaceLife:
        """How long it keeps in this place."""
        return next(kept for kept in self.places if kept.place == place)


@cache
def _table() -> Figures:
    return tables.figures(__file__, "shelf_life.toml")


@cache
def shelf_life_rows() -> tuple[ShelfLifeRow, ...]:
    """The rows of `shelf_life.toml`."""
    return tuple(tables.rows(__file__, "shelf_life.toml", "row", ShelfLifeRow, when=conditions))


def shelf_life(facts: Mapping[str, Any]) -> ShelfLife:
    """How long something with these facts keeps."""
    every = [row for row in shelf_life_rows() if hold(row.when, facts, {})]
    replaced = {each for row in every for each in row.instead_of}
    held = [row for row in every if row.id not in replaced]
    places: list[PlaceLife] = []
    helps: list[str] = []
    most = 0
    for at, place in enumerate(PLACES):
        weakest = min(held, key=lambda row: (row.days[at], row.id))
        most = max(weakest.days[at], most)  # colder never keeps shorter
        name = _table().words("places", "names")[place]
        places.append(PlaceLife(place, name, most, keeping_time(most), weakest.reason, weakest.source))
        helps += weakest.helps
    return ShelfLife(tuple(places), tuple(_table().words("helps")[each] for each in dict.fromkeys(helps)))


def kept_shelf_life(days: Mapping[str, int], reasons: Mapping[str, str]) -> ShelfLife:
    """How long it keeps, from days and reasons by place that were kept.

    A place that is missing: the same day.
    """
    names = _table().words("places", "names")
    return ShelfLife(
        tuple(
            PlaceLife(
                place,
                names[place],
                days.get(place, 0),
                keeping_time(days.get(place, 0)),
                reasons.get(place, ""),
                "",
            )
            for place in PLACES
        ),
        (),
    )


def shelf_life_facts(preparation: Preparation, acetic: float) -> dict[str, Any]:
    """What the table looks at: each line by its own history. `acetic`: g of acetic acid in 100 mL."""
    total = middle(preparation.total)
    water = middle(preparation.water) / total
    kinds = {one.kind for one in preparation.lines if one.stays}
    everything = {one.kind for one in preparation.lines}
    plants = [one for one in preparation.lines if one.form is not None]
    feeding = sum(
        middle(one.plant if one.form is not None else one.grams)
        for one in preparation.lines
        if one.form is not None or is_a(one.kind, "feeds")
    )  # fmt: skip
    oils = [one.material for one in preparation.lines if one.material and is_a(one.kind, "fat")]
    known = [one for one in preparation.lines if one.material is not None]
    raw = [one for one in known if not one.boiled and (one.form is not None or is_a(one.kind, "perishes"))]
    pulp = any(one.stays for one in plants) or bool(kinds & kinds_that("pulp"))
    sweet = bool(everything & kinds_that("sweet"))
    vinegar = "none"
    if not pulp and not sweet and acetic >= VINEGAR_SOME:
        vinegar = "strong" if acetic >= VINEGAR_STRONG else "some"
    syrup = middle(preparation.grams_of(kinds_that("binds_water"))) / total
    return facts_of(
        "shelf_life",
        {
            "wet": water > WET and water > SYRUP * syrup,
            "syrup": syrup > 0.0,
            "vinegar_keeps": vinegar,
            "oily": bool(kinds & kinds_that("no_water")),
            "short_oil": any(oil.keeps_days < SHORT_OIL_DAYS for oil in oils),
            "plant": bool(plants) or bool(everything & kinds_that("perishes")),
            "bare": feeding / total < BARE_SHARE and not plants,
            "boiled": preparation.boiled and not raw,
            "strained": preparation.strained,
            "pulp": pulp,
            "dairy": bool(kinds & kinds_that("cultured")),
            "raw_gel": any(is_a(one.kind, "raw_gel") and one.stays and not one.boiled for one in known),
            "fresh": any(
                is_a(one.kind, "fresh") or (one.form is not None and one.form.key == "fresh") for one in raw
            ),
            "soap": "soap" in kinds,
            "as_bought": len(everything) == 1 and everything <= kinds_that("bought") | kinds_that("vinegar"),
        },
    )
