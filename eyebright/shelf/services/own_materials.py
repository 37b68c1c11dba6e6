"""Materials of the household's own, and rows of the library that it corrects: checked and kept."""

from typing import Any

from django.db import transaction

from eyebright.core.heads import allergens
from eyebright.core.materials import (
    Material,
    MaterialError,
    hazard_table,
    is_a,
    kinds,
    material,
    property_table,
    refused_by_name,
)
from eyebright.core.words import capital
from eyebright.kept.decimals import exact
from eyebright.kept.problems import Problem, one, only_offered
from eyebright.kept.versions import changed, check_version, get_checked

from ..models import Correction, OwnMaterial
from ..schemas.materials import (
    NO_KIND,
    CorrectionChangeIn,
    CorrectionIn,
    FiguresIn,
    KeptMaterialOut,
    MaterialOut,
    OwnMaterialChangeIn,
    OwnMaterialIn,
)
from .materials import OWN, corrected_material, material_out, own_material

NOT_SAID = "some liquid"  # a kind that another version left out


def find_own(pk: int, *, also_removed: bool = False) -> OwnMaterial:
    """A material of the household's own, or the problem of its being gone."""
    return one(OwnMaterial.among(also_removed=also_removed), pk, "material")


@transaction.atomic
def save_own(payload: OwnMaterialIn, own: OwnMaterial | None = None) -> KeptMaterialOut:
    """Put a material that the library does not hold on record, or change one."""
    if payload.kind not in kinds() or is_a(payload.kind, "by_name_only"):
        raise Problem.field("kind", NO_KIND)
    same = OwnMaterial.objects.filter(name__iexact=payload.name).exclude(pk=own.pk if own else None)
    if same.exists():
        raise Problem.field(
            "name",
            f"You already have a material called {payload.name}: open it, or give this one another name.",
        )
    _offered(payload, payload.hazards or [])
    _possible(payload, payload.kind, payload.hazards or [])
    _known_alkali(payload)
    own = own or OwnMaterial()
    own.name, own.kind, own.note = payload.name, payload.kind, payload.note
    own.contains, own.may_contain = _once(payload.contains), _once(payload.may_contain)
    own.hazards = None if payload.hazards is None else _once(payload.hazards)
    own.figures = _kept(payload) | ({"cleared": True} if payload.cleared else {})
    own.save()
    return _kept_out(own_material(own), own.version)


def _kept_out(found: Material, version: int) -> KeptMaterialOut:
    return KeptMaterialOut(**material_out(found).model_dump(), version=version)


@transaction.atomic
def change_own(pk: int, payload: OwnMaterialChangeIn) -> KeptMaterialOut:
    """Change one that is as it was when it was read."""
    own = get_checked(OwnMaterial.objects.all(), pk, "material", payload.version, own_now)
    return save_own(changed(OwnMaterialIn, dict(own_entered(own)), payload), own)


def own_now(own: OwnMaterial) -> OwnMaterialChangeIn:
    """The same with its version, for whoever began from an older one."""
    return OwnMaterialChangeIn.model_construct(version=own.version, **dict(own_entered(own)))


def own_entered(own: OwnMaterial) -> OwnMaterialIn:
    """What was entered of one of the household's own, to be changed."""
    hazards = own.hazards
    return OwnMaterialIn.model_construct(
        name=own.name,
        kind=own.kind or NOT_SAID,
        hazards=hazards,
        cleared=bool(own.figures.get("cleared")),
        **_entered(own.figures, own.contains, own.may_contain, own.note),
    )


# ---- a row of the library, corrected ----


def correction_of(key: str, *, also_removed: bool = False) -> Correction:
    """What this household has otherwise of a row, or the problem of there being nothing."""
    rows = Correction.among(also_removed=also_removed).filter(material=key).order_by("-id")
    found = rows.first()
    if found is None:
        raise Problem.gone("correction")
    return found


@transaction.atomic
def save_correction(key: str, change: CorrectionChangeIn) -> KeptMaterialOut:
    """Keep what this household has otherwise of a row of the library."""
    plain = _plain(key)
    row = Correction.objects.filter(material=key).first() or Correction(material=key, version=0)
    check_version(row, "material", change.version, correction_now)
    payload = changed(CorrectionIn, dict(correction_entered(row)), change)
    if plain.refuse:
        raise Problem.field("", f"{plain.name} never goes on a head: there is nothing to correct.")
    _offered(payload, payload.hazards)
    only_offered("ruled_out", payload.ruled_out, plain.may_contain)
    both = set(payload.ruled_out) & {*payload.contains, *payload.may_contain}
    if both:
        raise Problem.field(
            "ruled_out", "It cannot hold a thing and be free of it: take one of the two back."
        )
    _possible(payload, plain.kind, [*plain.hazards, *payload.hazards], plain.unit)
    row.figures, row.note = _kept(payload), payload.note
    row.contains, row.may_contain = _once(payload.contains), _once(payload.may_contain)
    row.hazards, row.ruled_out = _once(payload.hazards), _once(payload.ruled_out)
    if not (row.figures or row.note or row.contains or row.may_contain or row.hazards or row.ruled_out):
        if row.pk:
            row.remove()
        return _kept_out(plain, 0)  # where nothing differs any more, nothing is corrected
    row.save()
    return _kept_out(corrected_material(row), row.version)


def correction_now(row: Correction) -> CorrectionChangeIn:
    """The same with its version, for whoever began from an older one."""
    return CorrectionChangeIn.model_construct(version=row.version, **dict(correction_entered(row)))


@transaction.atomic
def restore_correction(key: str) -> MaterialOut:
    """Take up again what was put back last."""
    row = Correction.objects.filter(material=key).first() or correction_of(key, also_removed=True)
    row.restore()
    return material_out(corrected_material(row))


def correction_entered(row: Correction) -> CorrectionIn:
    """What was entered of a correction, to be changed."""
    more = _entered(row.figures, row.contains, row.may_contain, row.note)
    return CorrectionIn.model_construct(hazards=row.hazards, ruled_out=row.ruled_out, **more)


def _plain(key: str) -> Material:
    if key.startswith(OWN):
        raise Problem.field("", "That is a material of your own: change it itself.")
    try:
        return material(key)
    except MaterialError:
        raise Problem.gone("material") from None


# ---- what both have ----


def _once(keys: list[str]) -> list[str]:
    return list(dict.fromkeys(keys))


def _kept(payload: FiguresIn) -> dict[str, Any]:
    """What was said of it, as it is kept: only what was said."""
    numbers = {"strength": payload.strength, "ph": payload.ph, "per": payload.per, **payload.figures}
    kept: dict[str, Any] = {
        name: float(exact(value, "0.00001")) for name, value in numbers.items() if value is not None
    }
    kept |= {name: said for name in ("stain", "smell", "latin") if (said := getattr(payload, name))}
    if payload.also:
        kept["also"] = _once(payload.also)
    if payload.pieces:
        kept["pieces"] = {each.name: each.grams for each in payload.pieces}
    return kept


def _entered(kept: dict[str, Any], contains: list[str], may_contain: list[str], note: str) -> dict[str, Any]:
    """The same, as it was entered."""
    out = {
        name: kept[name]
        for name in ("strength", "ph", "per", "stain", "smell", "latin", "also")
        if name in kept
    }
    figures = {name: kept[name] for name in property_table() if name in kept}
    pieces = [{"name": name, "grams": grams} for name, grams in kept.get("pieces", {}).items()]
    more = {"contains": contains, "may_contain": may_contain, "note": note}
    return out | {"figures": figures, "pieces": pieces} | more


def _offered(payload: FiguresIn, hazards: list[str]) -> None:
    """Refuse what nobody offered."""
    only_offered("contains", payload.contains, allergens())
    only_offered("may_contain", payload.may_contain, allergens())
    only_offered("hazards", hazards, {key for key, each in hazard_table().items() if each.ask})
    only_offered("figures", payload.figures, property_table())


def _possible(payload: FiguresIn, kind: str, hazards: list[str], unit: str = "") -> None:
    """Refuse what cannot be together, or cannot be at all, beside its field."""
    usual = kinds()[kind]
    if payload.strength is not None and "acid" not in usual:
        raise Problem.field("strength", f"Not asked of this kind, {usual['name']}: give its pH instead.")
    if payload.ph is not None and is_a(kind, "no_water"):
        raise Problem.field(
            "ph",
            f"{capital(usual['name'])} has no pH: leave it empty. What mixes with water is another kind.",
        )
    for name, answer in payload.figures.items():
        if answer is None:
            continue
        asked = property_table()[name]
        amiss = asked.amiss(answer, kind)
        if not asked.concerns(kind, unit):
            amiss = f"Not asked of this kind, {usual['name']}: leave it empty."
        if amiss:
            raise Problem.field(f"figures.{name}", amiss)
    if "alkaline" in hazards and payload.ph is not None and payload.ph < 7.0:
        raise Problem.field("hazards", f"Alkaline, and pH {payload.ph:g}: it cannot be both.")
    if is_a(kind, "acid") and {"soap", "alkaline"} & set(hazards):
        raise Problem.field(
            "hazards", f"A {usual['name']} is no soap and not alkaline: choose one of the two."
        )
    if {"soap", "cationic"} <= set(hazards):
        raise Problem.field("hazards", "A true soap and a conditioner cancel out: it is one of the two.")
    if set(payload.contains) & set(payload.may_contain):
        raise Problem.field(
            "may_contain", "What it holds, it need not be asked about: take it out of one of the two."
        )
    names = [each.name.casefold() for each in payload.pieces]
    if len(set(names)) < len(names):
        raise Problem.field("pieces", "Two pieces of one name: give each its own.")


def _known_alkali(payload: OwnMaterialIn) -> None:
    if (
        kinds()[payload.kind].get("acid") == "carbonate"
        and payload.ph is None
        and refused_by_name(payload.name) is None
    ):
        raise Problem.field(
            "ph",
            "Say which pH it reads, a gram in 100 mL: an alkali can be baking soda, or burn as lye does.",
        )
