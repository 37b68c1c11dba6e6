"""Materials: the library's as this household has them, and its own, each by its key.

material_of("nettle")      the library's row, with what this household corrects of it
material_of("own-3")       one of the household's own
materials_of(keys)         many, in two queries
"""

import json
from collections.abc import Iterable, Mapping
from functools import lru_cache
from itertools import islice
from typing import Any

from eyebright.core.chemistry import neat_ph
from eyebright.core.materials import (
    Label,
    Material,
    MaterialError,
    Named,
    SupplyKey,
    bought_like,
    corrected,
    finder_of,
    guessed_hazards,
    guessed_kind,
    hazard_table,
    in_one_order,
    is_a,
    is_known,
    kinds,
    labelled,
    library,
    library_finder,
    material,
    not_known,
    property_table,
    refused_by_name,
)
from eyebright.core.materials import own_material as core_own
from eyebright.core.numbers import Figure, Kind, Spread

from ..models import Correction, Lot, OwnMaterial
from ..schemas.materials import GuessOut, HazardOut, KindOut, LibraryOut, MaterialOut, PropertyOut

OWN = "own-"
UNREADABLE = (LookupError, TypeError, ValueError, AttributeError)  # what another version's row may raise
SHOWN = 30
SAME = 3  # rows of the library that are called as something is typed


def spread_out(spread: Spread, unit: str, kind: Kind = "custom") -> Figure:
    """A spread on the wire."""
    return Figure(spread.mid, spread.low, spread.high, unit, kind)


# ---- what goes by a key ----


@lru_cache(maxsize=512)
def _own(key: str, name: str, kind: str, kept: str) -> Material:
    """A material of the household's own, made once for each set of figures."""
    row = json.loads(kept)
    figures: dict[str, Any] = row["figures"]
    cleared = bool(figures.pop("cleared", False))
    more = {"may_contain": row["may_contain"], "cleared": cleared}
    return core_own(key, name, kind, figures, row["contains"], row["hazards"], **more)


def own_material(own: OwnMaterial) -> Material:
    """A material of the household's own, as the core takes it."""
    every = ("figures", "contains", "may_contain", "hazards")
    kept = json.dumps({name: getattr(own, name) for name in every}, sort_keys=True)
    try:
        return _own(f"{OWN}{own.pk}", own.name, own.kind, kept)
    except UNREADABLE:  # kept by another version: it is asked about, and the rest of the shelf answers
        return not_known(f"{OWN}{own.pk}", own.name)


@lru_cache(maxsize=512)
def _corrected(key: str, kept: str) -> Material:
    return corrected(key, **json.loads(kept))


def corrected_material(row: Correction) -> Material:
    """A row of the library, as this household has it."""
    every = ("figures", "contains", "hazards", "may_contain", "ruled_out")
    kept = json.dumps({name: getattr(row, name) for name in every}, sort_keys=True)
    try:
        return _corrected(row.material, kept)
    except UNREADABLE:
        return material(row.material)


def materials_of(keys: Iterable[str]) -> dict[str, Material]:
    """What goes by these keys, removed ones of the household's own included; what is none is left out."""
    wanted = set(keys)
    numbers = {pk for key in wanted if (pk := SupplyKey(key).pk_at("own")) is not None}
    rows = OwnMaterial.with_removed.filter(pk__in=numbers) if numbers else ()
    out = {f"{OWN}{row.pk}": own_material(row) for row in rows}
    plain = {key: library()[key] for key in wanted if key in library()}
    ours = Correction.objects.filter(material__in=plain) if plain else ()
    return out | plain | {row.material: corrected_material(row) for row in ours}


def material_of(key: str) -> Material:
    """A material of the library or of the household's own; MaterialError for none of them."""
    found = materials_of([key]).get(key)
    if found is not None:
        return found
    if key.startswith(OWN):
        raise MaterialError("That material is not on the shelf any more.")
    return material(key)


@lru_cache(maxsize=1024)
def _labelled(material: Material, label: str) -> Material:
    return labelled(material, Label.of(json.loads(label)))


def with_label(material: Material, lot: Lot) -> Material:
    """A lot's material, as its own label narrows it, where that can be read."""
    try:
        return _labelled(material, json.dumps(lot.label, sort_keys=True)) if lot.label else material
    except UNREADABLE:
        return material


def lot_materials(lots: Iterable[Lot]) -> dict[int, Material]:
    """The materials of many lots, each as its label narrows it, by the lot's id.

    One that is not known here has a stand-in (`is_known`), so that the others are answered.
    """
    rows = list(lots)
    materials = materials_of({lot.material for lot in rows})
    found = {lot.pk: materials.get(lot.material) or not_known(lot.material, "not known here") for lot in rows}
    return {lot.pk: with_label(found[lot.pk], lot) for lot in rows}


def lot_material(lot: Lot) -> Material:
    """The material of one lot."""
    return lot_materials([lot])[lot.pk]


@lru_cache(maxsize=2048)
def neat(material: Material, strength: float | None) -> Figure | None:
    """The pH of a liquid by itself; None for what has none."""
    if material.unit == "g" or material.side is None or material.dry:
        return None
    return neat_ph(lambda draws: material.contribution(draws, strength))


# ---- lists ----


def material_out(material: Material) -> MaterialOut:
    """A material, in short."""
    return MaterialOut.model_validate(short(material))


def short(material: Material) -> dict[str, Any]:
    """What stands of a material in a list."""
    same = ("key", "name", "latin", "kind", "unit", "label", "ready", "source")
    return {name: getattr(material, name) for name in same} | {
        "also": list(material.also),
        "strength": spread_out(material.strength, material.strength_unit) if material.strength else None,
    }


def every_material() -> list[Material]:
    """The household's own, then the library as this household has it."""
    own = [own_material(row) for row in OwnMaterial.objects.all()]
    rows = Correction.objects.filter(material__in=library())
    ours = {row.material: corrected_material(row) for row in rows}
    return [*filter(is_known, own), *(ours.get(key, material) for key, material in library().items())]


def the_library() -> LibraryOut:
    """What can be said of a material."""
    every = [key for key in kinds() if not is_a(key, "by_name_only")]
    return LibraryOut(
        kinds=[_kind_out(key, kinds()[key]) for key in every],
        hazards=[HazardOut(key=each.key, ask=each.ask) for each in hazard_table().values() if each.ask],
        properties=[
            PropertyOut(
                key=each.key,
                ask=each.ask,
                unit=each.asked_in,
                changes=each.changes,
                kinds=[kind for kind in every if each.concerns(kind)],
                first=list(each.first),
            )
            for each in property_table().values()
        ],
    )


def _kind_out(key: str, kind: Mapping[str, Any]) -> KindOut:
    return KindOut(key=key, name=kind["name"], unit=kind["unit"], strong="acid" in kind)


def named_materials(keys: Iterable[str]) -> list[MaterialOut]:
    """What goes by these keys."""
    return [material_out(material) for material in materials_of(keys).values()]


def found_materials(find: str) -> list[MaterialOut]:
    """Materials by any of their names, as typed, the nearest first; the household's own among them."""
    names = OwnMaterial.objects.values_list("pk", "name")
    mine = finder_of(tuple(Named(f"{OWN}{pk}", (name,), -1.0) for pk, name in names))
    keys = [each.key for _, each in islice(in_one_order([mine, library_finder()], find), SHOWN)]
    if not keys and (like := bought_like(find)):  # a bottle's own name: what it is, and its like
        family = library()[like].ready
        keys = [like, *(each.key for each in library().values() if each.ready == family and each.key != like)]
    materials = materials_of(keys)
    return [material_out(materials[key]) for key in keys if key in materials]


def guess(name: str) -> GuessOut:
    """What a name gives away."""
    refused, hazards = refused_by_name(name), guessed_hazards(name)
    kind = guessed_kind(name)
    same = [each for each in library_finder().find(name, 12) if _called(name, each)]
    like = bought_like(name)
    keys = [each.key for each in same] or ([like] if like else [])
    mine = OwnMaterial.objects.filter(name__iexact=name.strip()).first()
    return GuessOut(
        kind=kind,
        hazards=[key for key in hazards if hazard_table()[key].ask],
        refused=refused.name if refused else "",
        why=refused.refuse if refused else "",
        asks=_sounds_like(kind, hazards),
        library=[material_out(library()[key]) for key in keys if key in library()][:SAME],
        mine=material_out(own_material(mine)) if mine else None,
    )


def _called(name: str, each: Named) -> bool:
    """Whether something is called just so."""
    said = " ".join(name.casefold().split())
    return any(said == other.casefold() for other in each.names)


def _sounds_like(kind: str, hazards: Iterable[str]) -> str:
    """What a name sounds like, to be said yes or no to; "" for a name that gives nothing away."""
    asks = [hazard_table()[key].ask for key in hazards if hazard_table()[key].ask]
    if not kind and not asks:
        return ""
    what = f"This sounds like: {kinds()[kind]['name']}" if kind else "This sounds like something that carries"
    return f"{what}{': ' if not kind else ' — ' if asks else ''}{'; '.join(asks).lower()}. Is it?"
