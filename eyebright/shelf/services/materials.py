"""Materials: the library's, and the household's own with what is known of them."""

import json
from functools import lru_cache
from itertools import islice
from typing import Any

from django.db import transaction

from eyebright.config.decimals import exact
from eyebright.config.problems import Problem, one, only_offered
from eyebright.config.wire import FigureOut, figure_out
from eyebright.core.chemistry import neat_ph
from eyebright.core.heads import tables
from eyebright.core.materials import (
    Material,
    MaterialError,
    Named,
    Slurry,
    finder_of,
    guessed_hazards,
    guessed_kind,
    hazard_table,
    in_one_order,
    kinds,
    library,
    library_finder,
    material,
    refused_by_name,
)
from eyebright.core.materials import own_material as core_own
from eyebright.core.numbers import Figure, Kind, Spread

from ..models import OwnMaterial
from ..schemas.lots import (
    NO_KIND,
    FactOut,
    GuessOut,
    HazardOut,
    KindOut,
    LibraryOut,
    MaterialOut,
    MaterialWholeOut,
    OwnMaterialIn,
)

OWN = "own-"
SHOWN = 30
NEVER = "never"  # a kind that nobody chooses: it is known by name


def spread_out(spread: Spread, unit: str, kind: Kind = "custom") -> FigureOut:
    """A spread on the wire."""
    return figure_out(Figure(spread.mid, spread.low, spread.high, unit, kind))


@lru_cache(maxsize=512)
def _own(
    key: str, name: str, kind: str, figures: str, contains: tuple[str, ...], hazards: tuple[str, ...] | None
) -> Material:
    """A material of the household's own, made once for each set of figures."""
    known: dict[str, Any] = json.loads(figures)
    cleared = bool(known.pop("cleared", False))
    return core_own(key, name, kind, known, contains, hazards, cleared=cleared)


def own_material(own: OwnMaterial) -> Material:
    """A material of the household's own, as the core takes it."""
    figures = json.dumps(own.figures, sort_keys=True)
    hazards = None if own.hazards is None else tuple(own.hazards)
    return _own(f"{OWN}{own.pk}", own.name, own.kind, figures, tuple(own.contains), hazards)


def material_of(key: str) -> Material:
    """A material of the library or of the household's own; MaterialError for none of them."""
    if not key.startswith(OWN):
        return material(key)
    own = OwnMaterial.with_removed.filter(pk=key.removeprefix(OWN)).first() if key[4:].isdigit() else None
    if own is None:
        raise MaterialError("That material is not on the shelf any more.")
    return own_material(own)


@lru_cache(maxsize=2048)
def neat(stuff: Material, strength: float | None) -> FigureOut | None:
    """The pH of a liquid by itself; None for what has none."""
    if stuff.unit == "g" or stuff.side is None or stuff.dry:
        return None
    return figure_out(neat_ph(lambda draws: stuff.contribution(draws, strength)))


def material_out(stuff: Material) -> MaterialOut:
    """A material, in short."""
    return MaterialOut.model_validate(_short(stuff))


def _short(stuff: Material) -> dict[str, Any]:
    same = ("key", "name", "latin", "kind", "unit", "label", "source")
    return {name: getattr(stuff, name) for name in same} | {
        "also": list(stuff.also),
        "strength": spread_out(stuff.strength, stuff.strength_unit) if stuff.strength else None,
    }


def the_library() -> LibraryOut:
    """Every material of the library, and the household's own; and the kinds of both."""
    own = [own_material(row) for row in OwnMaterial.objects.all()]
    return LibraryOut(
        materials=[material_out(stuff) for stuff in (*own, *library().values())],
        kinds=[
            KindOut(key=key, name=kind["name"], unit=kind["unit"])
            for key, kind in kinds().items()
            if key != NEVER
        ],
        hazards=[HazardOut(key=each.key, ask=each.ask) for each in hazard_table().values() if each.ask],
    )


def found_materials(find: str) -> list[MaterialOut]:
    """Materials by any of their names, as typed, the nearest first; the household's own among them."""
    names = OwnMaterial.objects.values_list("pk", "name")
    mine = finder_of(tuple(Named(f"{OWN}{pk}", (name,), -1.0) for pk, name in names))
    keys = [each.key for _, each in islice(in_one_order([mine, library_finder()], find), SHOWN)]
    rows = OwnMaterial.objects.filter(pk__in=[key.removeprefix(OWN) for key in keys if key.startswith(OWN)])
    own = {f"{OWN}{row.pk}": own_material(row) for row in rows}
    hits = (own.get(key) or library().get(key) for key in keys)
    return [material_out(stuff) for stuff in hits if stuff is not None]


def guess(name: str) -> GuessOut:
    """What a name gives away."""
    refused = refused_by_name(name)
    return GuessOut(
        kind=guessed_kind(name),
        hazards=[key for key in guessed_hazards(name) if hazard_table()[key].ask],
        refused=refused.name if refused else "",
        why=refused.refuse if refused else "",
    )


def whole_material(key: str) -> MaterialWholeOut:
    """All that is known of a material."""
    try:
        stuff = material_of(key)
    except MaterialError:
        raise Problem.gone("material") from None
    return MaterialWholeOut.model_validate(
        _short(stuff) | {"facts": _facts(stuff), "neat_ph": neat(stuff, None), "keeps": stuff.keeps}
    )


def _facts(stuff: Material) -> list[FactOut]:
    shares = {
        "density": ("weighs, loose", "g/mL"),
        "saponin": ("saponin, share of it", "g/g"),
        "surfactant": ("surfactant, share of it", "g/g"),
        "water_uptake": ("takes up water", "g/g"),
        "oil_uptake": ("takes up oil", "g/g"),
        "mucilage": ("slip (mucilage), share of it", "g/g"),
        "tannin": ("tannin, share of it", "g/g"),
    }
    out = [
        FactOut(name=says, figure=spread_out(spread, unit), says="", guessed=name in stuff.guessed)
        for name, (says, unit) in shares.items()
        if (spread := getattr(stuff, name)) is not None
    ]
    out += [
        FactOut(
            name=f"one {piece}", figure=spread_out(grams, "g"), says="", guessed="weights" in stuff.guessed
        )
        for piece, grams in stuff.weights.items()
    ]
    if isinstance(stuff.side, Slurry):
        of = (
            "by itself"
            if stuff.side.per == 100
            else f"{stuff.side.per:g} {stuff.unit} in 100 mL of pure water"
        )
        guessed = "slurry" in stuff.guessed
        out.append(
            FactOut(name=f"pH, {of}", figure=spread_out(stuff.side.ph, "pH"), says="", guessed=guessed)
        )
        held = spread_out(stuff.side.buffer, "mmol/L per pH")
        out.append(FactOut(name="holds its pH", figure=held, says="", guessed=guessed))
    if stuff.solubility is not None:
        exact_figure = spread_out(Spread.exact(stuff.solubility), "g/L")
        out.append(FactOut(name="dissolves at 20 °C", figure=exact_figure, says="", guessed=False))
    asks = [hazard_table()[key].ask for key in stuff.hazards if hazard_table()[key].ask]
    words = {
        "never on a head": stuff.refuse,
        "stain": stuff.stain,
        "beware": "; ".join(asks),
        "holds": ", ".join(stuff.contains),
    }
    out += [FactOut(name=name, figure=None, says=says, guessed=False) for name, says in words.items() if says]
    return out


def find_own(pk: int, *, also_removed: bool = False) -> OwnMaterial:
    """A material of the household's own, or the problem of its being gone."""
    return one(OwnMaterial.among(also_removed=also_removed), pk, "material")


@transaction.atomic
def save_own(entered: OwnMaterialIn, own: OwnMaterial | None = None) -> MaterialOut:
    """Put a material that the library does not hold on record, or change one."""
    if entered.kind not in kinds() or entered.kind == NEVER:
        raise Problem.field("kind", NO_KIND)
    only_offered(
        "contains", entered.contains, {choice.key for choice in tables().questions["allergies"].choices}
    )
    kind = kinds()[entered.kind]
    only_offered("hazards", entered.hazards or (), {key for key, each in hazard_table().items() if each.ask})
    _possible(entered, kind)
    if entered.strength is not None and "acid" not in kind:
        raise Problem.field("strength", f"A {kind['name']} has no strength: give the pH it reads instead.")
    own = own or OwnMaterial()
    own.name, own.kind, own.note = entered.name, entered.kind, entered.note
    own.contains = list(dict.fromkeys(entered.contains))
    own.hazards = None if entered.hazards is None else list(dict.fromkeys(entered.hazards))
    known = {"spoonful": entered.spoonful, "strength": entered.strength, "ph": entered.ph, "per": entered.per}
    own.figures = {name: float(exact(value)) for name, value in known.items() if value is not None}
    own.figures |= {"cleared": True} if entered.cleared else {}
    own.save()
    return material_out(own_material(own))


def _possible(entered: OwnMaterialIn, kind: dict[str, Any]) -> None:
    """Refuse what cannot be together, beside its field."""
    hazards = entered.hazards or []
    if kind.get("acid") == "carbonate" and entered.ph is None and refused_by_name(entered.name) is None:
        raise Problem.field(
            "ph",
            "Say which pH it reads, a gram in 100 mL: an alkali can be baking soda, or burn as lye does.",
        )
    if "alkaline" in hazards and entered.ph is not None and entered.ph < 7.0:
        raise Problem.field("hazards", f"Alkaline, and pH {entered.ph:g}: it cannot be both.")
    if "soap" in hazards and entered.kind in ("vinegar", "juice", "acid powder", "acid syrup"):
        raise Problem.field("hazards", f"A {kind['name']} is no soap: choose one of the two.")
