"""What goes into a jug, by its key: `lot-3`, `water-2`; not at hand `lib-baking_soda`, `class-hard`."""

from collections.abc import Iterable

from django.db.models import Q
from django.utils import timezone

from eyebright.config.problems import Problem
from eyebright.core.chemistry import water_classes
from eyebright.core.formulas.model import form_table, own_form
from eyebright.core.materials import (
    Kit,
    MaterialError,
    Supply,
    WaterLot,
    ambiguous_names,
    find_materials,
    folded,
    holds,
    library,
    material,
    names_of,
    offered,
    past_date,
)
from eyebright.core.materials import Lot as CoreLot
from eyebright.core.mix import kind_of, sour

from ..models import Lot, WaterSource
from ..schemas.lots import SupplyOut, UnitOut
from .materials import material_of
from .measures import the_kit
from .profiles import core_water

SODA = "baking_soda"
ELSEWHERE = ("lib", "class")  # what is not on the shelf
SHOWN = 30
FOR_ROUTES = 60  # lots looked through for another way to a pH


def core_lot(lot: Lot) -> CoreLot:
    """A lot as the core takes it."""
    each = None if lot.price is None or not lot.size else float(lot.price / lot.size)
    strength = None if lot.strength is None else float(lot.strength)
    stuff, today = material_of(lot.material), timezone.localdate()
    opened = None if lot.opened_on is None else (today - lot.opened_on).days
    use_by = None if lot.use_by is None else (lot.use_by - today).days
    return CoreLot(f"lot-{lot.pk}", stuff, lot.name, strength, each, past_date(stuff, opened, use_by))


def water_lot(source: WaterSource) -> WaterLot:
    """A water as the core takes it."""
    return WaterLot(f"water-{source.pk}", core_water(source), source.name)


def supply_of(key: str, *, also_removed: bool = False) -> Supply | None:
    """What goes by this key; None where there is nothing, or nothing any more."""
    where, _, name = key.partition("-")
    if where in ELSEWHERE:
        return _elsewhere(where, name)
    if not (name.isascii() and name.isdigit() and len(name) < 12):
        return None
    if where == "lot":
        lot = Lot.among(also_removed=also_removed).filter(pk=name).first()
        return core_lot(lot) if lot else None
    if where == "water":
        source = WaterSource.among(also_removed=also_removed).filter(pk=name).first()
        return water_lot(source) if source else None
    return None


def _elsewhere(where: str, name: str) -> Supply | None:
    """A material of the library, or any water of a class."""
    if where == "lib":
        return CoreLot(f"lib-{name}", library()[name], library()[name].name) if name in library() else None
    classes = water_classes()
    return WaterLot(f"class-{name}", classes[name], classes[name].name) if name in classes else None


def supplies_of(keys: Iterable[str], *, also_removed: bool = False) -> dict[str, Supply]:
    """What goes by these keys, in two queries however many there are; what is gone is left out."""
    numbers: dict[str, list[str]] = {"lot": [], "water": []}
    out: dict[str, Supply] = {}
    for key in keys:
        where, _, name = key.partition("-")
        if where in numbers and name.isascii() and name.isdigit() and len(name) < 12:
            numbers[where].append(name)
        elif where in ELSEWHERE and (find_materials := _elsewhere(where, name)):
            out[key] = find_materials
    for lot in Lot.among(also_removed=also_removed).filter(pk__in=numbers["lot"]):
        out[f"lot-{lot.pk}"] = core_lot(lot)
    waters = WaterSource.among(also_removed=also_removed).filter(pk__in=numbers["water"])
    for source in waters.prefetch_related("profiles"):
        out[f"water-{source.pk}"] = water_lot(source)
    return out


def shelf_for_routes() -> list[Supply]:
    """What else is at hand: the waters, and the lots that could take an acid's place."""
    waters = [water_lot(source) for source in WaterSource.objects.prefetch_related("profiles")[:8]]
    lots = Lot.objects.filter(Q(left=None) | Q(left__gt=0))[:FOR_ROUTES]
    return [*waters, *(each for each in map(core_lot, lots) if not each.material.refuse)]


def the_soda() -> Supply:
    """The household's baking soda, or the library's where it has none."""
    lot = Lot.objects.filter(material=SODA).first()
    return core_lot(lot) if lot else CoreLot(f"lib-{SODA}", material(SODA), material(SODA).name)


def supply_out(stuff: Supply, kit: Kit) -> SupplyOut:
    """Something that can go into a jug, with the units of this kit that its amount can be said in."""
    return SupplyOut(
        key=stuff.key,
        name=stuff.name,
        kind=stuff.material.kind if stuff.material else "water",
        what=kind_of(stuff),
        unit=stuff.material.unit if stuff.material else "mL",
        units=[UnitOut(key=key, name=name) for key, name in offered(stuff.material, kit)],
        sour=sour(stuff),
        at_hand=stuff.key.partition("-")[0] not in ELSEWHERE,
        forms=list(form_table()["form"]) if own_form(stuff.material) else [],
        packs=stuff.material is not None and stuff.material.packed > 1.0,
    )


def find_supplies(find: str, keys: list[str]) -> list[SupplyOut]:
    """What goes by these keys first, then what is found by name: the shelf's own, then the library's."""
    if keys:
        there, kit = supplies_of(keys), the_kit()
        return [supply_out(there[key], kit) for key in keys if key in there]
    hits: list[Supply] = []
    for source in WaterSource.objects.prefetch_related("profiles"):
        if holds(folded(f"{source.name} {source.kind} water"), find):
            hits.append(water_lot(source))
    seen: set[str] = set()
    for lot in Lot.objects.all():
        seen.add(lot.material)
        if len(hits) < SHOWN and lot_holds(lot, find):
            hits.append(core_lot(lot))
    hits += [
        WaterLot(f"class-{key}", water, water.name)
        for key, water in water_classes().items()
        if find.strip() and holds(folded(f"{water.name} water"), find)
    ]
    hits += [
        CoreLot(f"lib-{stuff.key}", stuff, stuff.name)
        for stuff in find_materials(find)
        if stuff.key not in seen
    ]
    kit = the_kit()
    return [supply_out(stuff, kit) for stuff in hits[:SHOWN]]


def lot_holds(lot: Lot, find: str) -> bool:
    """Whether a lot goes by this name, its material's names in every tongue included."""
    try:
        names = names_of(material_of(lot.material))
    except MaterialError:
        names = ""
    return holds(f"{folded(lot.name)} {names} {folded(lot.note)}", find)


def gone(field: str) -> Problem:
    """The problem of a thing that is not on the shelf any more."""
    return Problem.field(field, "That is no longer on the shelf: choose another.")


def everything() -> tuple[list[Supply], list[Supply]]:
    """What is at hand, and everything that the library holds."""
    at_hand: list[Supply] = [core_lot(lot) for lot in Lot.objects.filter(Q(left=None) | Q(left__gt=0))]
    at_hand += [water_lot(source) for source in WaterSource.objects.prefetch_related("profiles")]
    every = [CoreLot(f"lib-{key}", stuff, stuff.name) for key, stuff in library().items()]
    return [each for each in at_hand if _may(each)], [each for each in every if _may(each)]


def _may(stuff: Supply) -> bool:
    """Whether it may go on a head at all."""
    return stuff.material is None or not stuff.material.refuse


def find_for_lines(find: str, shelf: list[Supply]) -> list[Supply]:
    """What a name on a written line may mean: the household's own first, then the library's, then waters."""
    several = ambiguous_names().get(folded(find).strip())
    if several is not None:
        return [CoreLot(f"lib-{key}", material(key), material(key).name) for key in several.means]
    words = folded(find).split()
    own = [stuff for stuff in shelf if _goes_by(stuff, words)]
    start = folded(find.strip())
    own.sort(key=lambda stuff: (not folded(stuff.name).startswith(start), start not in folded(stuff.name)))
    taken = {stuff.material.key for stuff in own if stuff.material}
    more: list[Supply] = [
        CoreLot(f"lib-{each.key}", each, each.name) for each in find_materials(find) if each.key not in taken
    ]
    waters: list[Supply] = [
        WaterLot(f"class-{key}", water, water.name)
        for key, water in water_classes().items()
        if holds(folded(f"{water.name} water"), find)
    ]
    exact = [stuff for stuff in waters if folded(stuff.name).startswith(start)]
    return [*own, *exact, *more, *(stuff for stuff in waters if stuff not in exact)][:SHOWN]


def _goes_by(stuff: Supply, words: list[str]) -> bool:
    names = names_of(stuff.material) if stuff.material else "water"
    text = f"{folded(stuff.name)} {names}"
    return all(word in text for word in words)
