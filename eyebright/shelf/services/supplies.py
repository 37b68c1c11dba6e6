"""What goes into a jug, by its key: `lot-3`, `water-2`; not at hand `lib-baking_soda`, `class-hard`."""

from collections.abc import Iterable, Mapping
from datetime import date
from functools import cache, lru_cache

from django.db.models import Q
from django.utils import timezone

from eyebright.core.chemistry import water_classes
from eyebright.core.formulas.exchange import Kitchen
from eyebright.core.formulas.model import form_rows, own_form
from eyebright.core.materials import (
    ANYBODYS,
    TAP,
    WATER,
    Finder,
    Kit,
    Material,
    MaterialError,
    Meaning,
    Named,
    Recogniser,
    Score,
    Supply,
    SupplyKey,
    WaterLot,
    can_be,
    every_name,
    finder_of,
    in_one_order,
    is_known,
    library,
    library_finder,
    offered,
    past_date,
)
from eyebright.core.materials import Lot as CoreLot
from eyebright.core.mix import kind_of, sour
from eyebright.household.services.household import number_habit
from eyebright.kept.derived import derived
from eyebright.kept.problems import Problem

from ..models import Lot, OwnMaterial, WaterSource
from ..schemas.lots import SupplyOut, UnitOut
from .keys import lot_ids
from .materials import (
    OWN,
    every_material,
    lot_material,
    lot_materials,
    material_of,
    materials_of,
    own_material,
)
from .measures import the_kit
from .profiles import core_water
from .supply_providers import provider_of, supply_providers

SODA = "baking_soda"
AT_HAND = ("lot", "water")
SHOWN, TYPED = 30, 12  # in a list of everything, and of what goes by the words typed
NOT_TAP = ("distilled", "rain", "flower")  # classes of water that come from no tap
SHELF = ("shelf.Lot!left", "shelf.WaterSource", "shelf.WaterProfile", "shelf.OwnMaterial", "shelf.Correction")
FOR_ROUTES = 60  # lots looked through for another way to a pH


def core_lot(lot: Lot, material: Material | None = None) -> CoreLot:
    """A lot as the core takes it. `material`: its own, where that was looked up already."""
    each = None if lot.price is None or not lot.size else float(lot.price / lot.size)
    strength = None if lot.strength is None else float(lot.strength)
    material, today = material or lot_material(lot), timezone.localdate()
    opened = None if lot.opened_on is None else (today - lot.opened_on).days
    use_by = None if lot.use_by is None else (lot.use_by - today).days
    past, dose = past_date(material, opened, use_by), lot.label.get("dose")
    return CoreLot(SupplyKey.of("lot", lot.pk), material, lot.name, strength, each, past, dose)


def core_lots(lots: Iterable[Lot]) -> list[CoreLot]:
    """Many lots, their materials looked up together; what is not known here is left out."""
    rows = list(lots)
    materials = lot_materials(rows)
    return [core_lot(lot, materials[lot.pk]) for lot in rows if is_known(materials[lot.pk])]


def not_known_here(keys: Iterable[str]) -> dict[str, str]:
    """The names of those lots, by key, of which it is not known here what they are."""
    pks = lot_ids(keys)
    if not pks:
        return {}
    rows = list(Lot.with_removed.filter(pk__in=pks))
    materials = lot_materials(rows)
    return {SupplyKey.of("lot", lot.pk): lot.name for lot in rows if not is_known(materials[lot.pk])}


def water_lot(source: WaterSource) -> WaterLot:
    """A water as the core takes it."""
    return WaterLot(SupplyKey.of("water", source.pk), core_water(source), source.name)


def supply_of(key: str, *, also_removed: bool = False) -> Supply | None:
    """What goes by this key; None where there is nothing, or nothing any more."""
    parts = SupplyKey(key)
    where, pk = parts.where, parts.pk
    if where in ANYBODYS:
        return _elsewhere(parts)
    if pk is None:
        return None
    if provider := provider_of(key):
        return provider.find([key], also_removed=also_removed).get(key)
    if where == "lot":
        return next(iter(core_lots(Lot.among(also_removed=also_removed).filter(pk=pk))), None)
    if where == "water":
        source = WaterSource.among(also_removed=also_removed).filter(pk=pk).first()
        return water_lot(source) if source else None
    return None


def _elsewhere(key: SupplyKey) -> Supply | None:
    """A material of the library or of the household's own, or any water of a class."""
    if key.where == "lib":
        try:
            return _said(key, material_of(key.name))
        except MaterialError:
            return None
    name, classes = key.name, water_classes()
    return (
        WaterLot(SupplyKey.of("class", name), classes[name], classes[name].name) if name in classes else None
    )


def not_at_hand(material: Material) -> CoreLot:
    """A material that is not on the shelf, as it goes into a jug."""
    return CoreLot(SupplyKey.of("lib", material.key), material, material.name)


def _said(key: SupplyKey, material: Material) -> CoreLot | None:
    """A material that is not on the shelf, as strong as its key says; None where it cannot be so strong."""
    usual = not_at_hand(material)
    if key == usual.key:
        return usual
    return usual.said_to_be(key.strength) if key.strength and can_be(material, key.strength) else None


def supplies_of(keys: Iterable[str], *, also_removed: bool = False) -> dict[str, Supply]:
    """What goes by these keys, in a few queries however many there are; what is gone is left out."""
    keys = list(dict.fromkeys(keys))
    out = dict(_on_the_shelf(tuple(keys), also_removed, timezone.localdate()))
    for kind, provider in supply_providers.items():
        if asked := [key for key in keys if key.startswith(f"{kind}-")]:
            out |= provider.find(asked, also_removed=also_removed)
    return out


@derived(*SHELF)
def _on_the_shelf(keys: tuple[str, ...], also_removed: bool, today: date) -> dict[str, Supply]:
    """What stands on the shelf or in the library by these keys, on a day: bottles go past their dates."""
    numbers: dict[str, list[int]] = {"lot": [], "water": []}
    out: dict[str, Supply] = {}
    library: list[SupplyKey] = []
    for key in keys:
        parts = SupplyKey(key)
        where, pk = parts.where, parts.pk
        if where in numbers and pk is not None:
            numbers[where].append(pk)
        elif where == "lib":
            library.append(parts)
        elif where in ANYBODYS and (found := _elsewhere(parts)):
            out[key] = found
    if library:
        known = materials_of(key.name for key in library)
        said = ((key, _said(key, known[key.name])) for key in library if key.name in known)
        out |= {key: supply for key, supply in said if supply is not None}
    if numbers["lot"]:
        for each in core_lots(Lot.among(also_removed=also_removed).filter(pk__in=numbers["lot"])):
            out[each.key] = each
    if numbers["water"]:
        waters = WaterSource.among(also_removed=also_removed).filter(pk__in=numbers["water"])
        for source in waters.prefetch_related("profiles"):
            out[SupplyKey.of("water", source.pk)] = water_lot(source)
    return out


@derived("shelf.Lot")
def bought_again() -> dict[str, str]:
    """Bottles that are the next of one of the same name: keys, each with that of the first."""
    ready = [key for key, each in library().items() if each.ready]
    rows = Lot.with_removed.filter(Q(material__in=ready) | Q(material__startswith="own-")).order_by("id")
    first: dict[tuple[str, str], int] = {}
    out = {}
    for pk, material, name in rows.values_list("pk", "material", "name"):
        was = first.setdefault((material, name.casefold()), pk)
        if was != pk:
            out[SupplyKey.of("lot", pk)] = SupplyKey.of("lot", was)
    return out


def bottles_like(keys: Iterable[str]) -> set[str]:
    """These keys, and those of every bottle, before or after, of what one of them is a bottle of."""
    again = bought_again()
    first = {again.get(key, key) for key in keys}
    return first | {key for key, was in again.items() if was in first}


@derived("shelf.WaterSource", "shelf.WaterProfile")
def plain_water() -> Supply:
    """The household's first water, or anybody's."""
    source = WaterSource.objects.prefetch_related("profiles").first()
    found = water_lot(source) if source else supply_of("class-unknown")
    assert found is not None
    return found


def shelf_for_routes() -> list[Supply]:
    """What else is at hand: the waters, and the lots that could take an acid's place."""
    waters = [water_lot(source) for source in WaterSource.objects.prefetch_related("profiles")[:8]]
    lots = Lot.objects.filter(Q(left=None) | Q(left__gt=0))[:FOR_ROUTES]
    return [*waters, *(each for each in core_lots(lots) if not each.material.refuse)]


def the_soda() -> Supply:
    """The household's baking soda, or the library's where it has none."""
    lot = Lot.objects.filter(material=SODA).first()
    return core_lot(lot) if lot else not_at_hand(material_of(SODA))


@lru_cache(maxsize=1024)
def _units(material: Material | None, kit: Kit) -> list[UnitOut]:
    """The units that its amount can be said in, by this kit."""
    return [UnitOut(key=key, name=name) for key, name in offered(material, kit)]


def supply_out(supply: Supply, kit: Kit) -> SupplyOut:
    """Something that can go into a jug, with the units of this kit that its amount can be said in."""
    return SupplyOut(
        key=supply.key,
        name=supply.name,
        kind=supply.material.kind if supply.material else "water",
        what=kind_of(supply),
        unit=supply.material.unit if supply.material else "mL",
        units=_units(supply.material, kit),
        sour=sour(supply),
        at_hand=SupplyKey(supply.key).at_hand,
        forms=list(form_rows()) if own_form(supply.material) else [],
        packs=supply.material is not None and supply.material.packed > 1.0,
        ready=provider_of(supply.key) is not None
        or (supply.material is not None and bool(supply.material.ready)),
    )


def find_supplies(find: str, keys: list[str]) -> list[SupplyOut]:
    """What goes by these keys first, then what is found by name: the shelf's own, then the library's."""
    kit = the_kit()
    if keys:
        supplies = supplies_of(keys)
        return [supply_out(supplies[key], kit) for key in keys if key in supplies]
    return [supply_out(supply, kit) for _, supply in found_supplies(find, TYPED if find.strip() else SHOWN)]


def ready_supplies() -> list[SupplyOut]:
    """What was bought and is used as it comes: on the shelf first, then of any make."""
    kit, (at_hand, every) = the_kit(), everything()
    made = [each for provider in supply_providers.values() for each in provider.ready()]
    bought = [each for each in (*at_hand, *every) if each.material and each.material.ready]
    return [supply_out(each, kit) for each in (*made, *bought)]


def found_supplies(find: str, most: int) -> list[tuple[Score, Supply]]:
    """What goes by a name as it is typed, the nearest first; what is at hand before what is not.

    Only names are read until it is known which are meant.
    """
    waters = WaterSource.objects.values_list("pk", "name", "kind")
    lots = list(Lot.objects.values_list("pk", "name", "material", "note"))
    own = {f"{OWN}{pk}": name for pk, name in OwnMaterial.objects.values_list("pk", "name")}
    named = [Named(SupplyKey.of("water", pk), (name, "water", kind), -1.0) for pk, name, kind in waters]
    named += [
        Named(SupplyKey.of("lot", pk), _lot_names(name, key, note, own), -1.0) for pk, name, key, note in lots
    ]
    named += [Named(SupplyKey.of("lib", key), (name,)) for key, name in own.items()]
    named += [each for provider in supply_providers.values() for each in provider.named()]
    finders = [finder_of(tuple(named)), _classes_finder(), library_finder()]
    at_hand = {key for _, _, key, _ in lots}
    scores: dict[str, Score] = {}
    for score, each in in_one_order(finders if find.strip() else finders[:1], find):
        key = _key(each.key)
        if key.removeprefix("lib-") not in at_hand:  # else it stands there already, by its own name
            scores.setdefault(key, score)
        if len(scores) == most:
            break
    supplies = supplies_of(scores)
    return [(score, supplies[key]) for key, score in scores.items() if key in supplies]


@cache
def _classes_finder() -> Finder:
    return Finder(
        Named(SupplyKey.of("class", key), (water.name,), 2.0) for key, water in water_classes().items()
    )


def _key(found: str) -> str:
    """The key of something that the library's finder found: a material, or a class of water."""
    if found.startswith(f"{WATER}:"):
        return f"class-{found.removeprefix(f'{WATER}:')}"
    return (
        found
        if SupplyKey(found).where in (*AT_HAND, *ANYBODYS, *supply_providers)
        else SupplyKey.of("lib", found)
    )


def lot_names(lot: Lot) -> tuple[str, ...]:
    """What a lot goes by: the household's name for it, all of its material's, and its note."""
    return _lot_names(lot.name, lot.material, lot.note, {})


def _lot_names(name: str, key: str, note: str, own: Mapping[str, str]) -> tuple[str, ...]:
    if key in own:
        names: tuple[str, ...] = (own[key],)
    else:
        names = every_name(library()[key]) if key in library() else ()
    return (name, *names, *([note] if note else []))


def names_of(supply: Supply) -> tuple[str, ...]:
    """What something on the shelf goes by: the household's name for it, and all of its material's."""
    if supply.material is None:
        return (supply.name, supply.water.name, "water") if isinstance(supply, WaterLot) else (supply.name,)
    return (supply.name, *every_name(supply.material))


def gone(field: str) -> Problem:
    """The problem of a thing that is not on the shelf any more."""
    return Problem.field(field, "That is no longer on the shelf: choose another.")


def everything() -> tuple[list[Supply], list[Supply]]:
    """What is at hand, and everything that the library holds."""
    at_hand: list[Supply] = [*core_lots(Lot.objects.filter(Q(left=None) | Q(left__gt=0)))]
    at_hand += [water_lot(source) for source in WaterSource.objects.prefetch_related("profiles")]
    every = [not_at_hand(material) for material in every_material()]
    return [each for each in at_hand if _may(each)], [each for each in every if _may(each)]


def _may(supply: Supply) -> bool:
    """Whether it may go on a head at all."""
    return supply.material is None or not supply.material.refuse


# ---- what a written line is read with ----


MADE_HERE = "mixture"  # the kind, to a name, of what the household made itself


def the_kitchen() -> Kitchen:
    """The household as a written line meets it: its names, its measures, how it writes numbers.

    Of what was made several times the first in stock is meant by its name.
    """
    at_hand, _ = everything()
    named = [(_meaning(supply), (supply.name,)) for supply in at_hand]
    for row in OwnMaterial.objects.all():
        own = own_material(row)
        named.append((Meaning(own.key, own.kind, SupplyKey.of("lib", own.key)), (own.name,)))
    made = {
        each.names[0]: each for provider in supply_providers.values() for each in reversed(provider.named())
    }
    named += [(Meaning(each.key, MADE_HERE, each.key), (name,)) for name, each in made.items()]
    supplies = {supply.key: supply for supply in at_hand}

    def meant(meaning: Meaning) -> Supply:
        found = supplies.get(meaning.key) or supply_of(meaning.key or _key_of(meaning.what))
        assert found is not None
        return found

    return Kitchen(Recogniser(named), meant, the_kit(), number_habit())


def _key_of(what: str) -> str:
    """The key of what a name means and nobody has."""
    return "class-unknown" if what == f"{WATER}:{TAP}" else _key(what)


def _meaning(supply: Supply) -> Meaning:
    """What something on the shelf is, by itself."""
    if supply.material is not None:
        return Meaning(supply.material.key, supply.material.kind, supply.key)
    kind = supply.water.key if isinstance(supply, WaterLot) else "unknown"
    return Meaning(f"{WATER}:{kind if kind in NOT_TAP else TAP}", WATER, supply.key)
