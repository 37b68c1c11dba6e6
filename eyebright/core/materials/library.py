"""The library: every material of `data/`, each row filled up with its kind's figures, read once."""

from collections.abc import Mapping
from dataclasses import replace
from functools import cache
from pathlib import Path
from typing import Any

from .. import tables
from ..numbers import Spread
from .material import Liquor, Material, Salt, Side, Slurry, spread_or_none

HERE = Path(__file__).parent
# What of the kind a row's own figure stands in the place of, besides that figure itself.
INSTEAD = {
    "slurry": {"acid", "strength", "bound_base", "ph", "others", "formula_mass", "purity", "cations"},
    "formula_mass": {"slurry"},
    "acid": {"slurry"},
    "ph": {"bound_base"},
    "bound_base": {"ph"},
}
SHARES = ("saponin", "surfactant", "water_uptake", "oil_uptake", "mucilage", "tannin")


class MaterialError(LookupError):
    """A material, or a kind, that the library does not hold."""


@cache
def kinds() -> dict[str, dict[str, Any]]:
    """What is taken of each kind, by key."""
    return tables.read(__file__, "kinds.toml")


@cache
def kinds_that(trait: str) -> frozenset[str]:
    """The kinds of which this word stands in the column `is`. MaterialError where none has it."""
    found = frozenset(key for key, kind in kinds().items() if trait in kind.get("is", ()))
    if not found:
        raise MaterialError(f"no kind of material is {trait!r}")
    return found


def plant_of(material: Material) -> str:
    """The plant that it is of, 'chamomilla recutita': what its flower does, its tea may do."""
    words = material.latin.casefold().split()
    return " ".join(words[:2]) if len(words) > 2 and not is_a(material.kind, "fat") else ""


def lifts_as(kind: str, *, dried: bool, dusted: bool) -> str:
    """Which share of its oil uptake a powder of this kind gets to use on a head; "" for none."""
    found = str(kinds().get(kind, {}).get("lifts_as", ""))
    if dusted:
        return "dusted"
    return {"clay": "clay_dry" if dried else "clay_damp"}.get(found, found)


def is_a(kind: str, trait: str) -> bool:
    """Whether a kind has this trait; a kind that the table does not hold, such as water, has none."""
    return kind in kinds_that(trait)


@cache
def rows() -> tuple[dict[str, Any], ...]:
    """Every row of the data files, as it stands there."""
    files = sorted((HERE / "data").glob("*.toml"))
    return tuple(row for file in files for row in tables.read(str(file), file.name)["material"])


@cache
def library() -> dict[str, Material]:
    """Every material by key, in the files' order."""
    return {row["key"]: material_from_row(row) for row in rows()}


def material(key: str) -> Material:
    """One material, or MaterialError in words."""
    try:
        return library()[key]
    except KeyError:
        raise MaterialError(f"the library holds no material called {key!r}") from None


def material_from_row(row: Mapping[str, Any]) -> Material:
    """A material from a row: what it leaves out is its kind's. MaterialError for no such kind."""
    try:
        kind = kinds()[row["kind"]]
    except KeyError:
        raise MaterialError(f"there is no kind of material called {row['kind']!r}") from None
    whole = over(kind, row)
    shares = {name: spread_or_none(whole.get(name)) for name in SHARES}
    return Material(
        key=row["key"],
        name=row["name"],
        also=tuple(row.get("also", ())),
        latin=row.get("latin", ""),
        kind=row["kind"],
        unit=whole["unit"],
        density=spread_or_none(whole.get("density")),
        packed=whole.get("packed", 1.0),
        fills=whole.get("fills", 0.0),
        weights={
            name: Spread.of(grams)
            for name, grams in {**kind.get("weights", {}), **row.get("weights", {})}.items()
        },
        counted=whole.get("counted", ""),
        side=_side(whole),
        label=whole.get("label", False),
        dry=whole.get("dry", False),
        smell=whole.get("smell", ""),
        contains=tuple(whole.get("contains", ())),
        may_contain=tuple(whole.get("may_contain", ())),
        hazards=tuple(whole.get("hazards", ())),
        stain=whole.get("stain", ""),
        keeps=whole["keeps"],
        keeps_days=whole["keeps_days"],
        refuse=whole.get("refuse", ""),
        helpers=whole.get("helpers", {}),
        raw_cap=whole.get("raw_cap", 0.0),
        sun_cap=whole.get("sun_cap", 0.0),
        own_cap=whole.get("own_cap", 0.0),
        form=whole.get("form", ""),
        ready=whole.get("ready", ""),
        melts=spread_or_none(whole.get("melts")),
        seldom=whole.get("seldom", False),
        source=row["source"],
        guessed=frozenset(kind) - frozenset(row) - {"is", "holds", "lifts_as"},
        **shares,
    )


def over(row: Mapping[str, Any], columns: Mapping[str, Any]) -> dict[str, Any]:
    """A row with these columns in place of its own, and without what they stand instead of."""
    replaced = set().union(*(INSTEAD.get(name, set()) for name in columns))
    return {name: each for name, each in row.items() if name not in replaced} | dict(columns)


def _side(row: Mapping[str, Any]) -> Side | None:
    if "slurry" in row:
        slurry = row["slurry"]
        return Slurry(Spread.of(slurry["ph"]), Spread.of(slurry["buffer"]), slurry["per"])
    if "formula_mass" in row:
        return Salt(
            row.get("acid"),
            row["formula_mass"],
            replace(Spread.of(row["purity"]), ceiling=100.0),
            row.get("cations", {}),
            row.get("anions", {}),
            row.get("solubility"),
            row.get("mineral", False),
        )
    if "acid" in row:
        return Liquor(
            row["acid"],
            Spread.of(row["strength"]),
            row.get("by_weight", False),
            {name: Spread.of(each) for name, each in row.get("others", {}).items()},
            spread_or_none(row.get("bound_base")),
            spread_or_none(row.get("ph")),
        )
    return None
