"""Materials: the library's, and the household's own with what is known of them."""

import json
from functools import lru_cache
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
    Slurry,
    kinds,
    library,
    material,
    material_from_row,
)
from eyebright.core.numbers import Figure, Kind, Spread

from ..models import OwnMaterial
from ..schemas.lots import (
    NO_KIND,
    FactOut,
    KindOut,
    LibraryOut,
    MaterialOut,
    MaterialWholeOut,
    OwnMaterialIn,
)

OWN = "own-"
OWN_SOURCE = "the household's own figures; what it left open is estimated from its kind, and wide"
KNOWN_DENSITY, KNOWN_PH = 0.10, 0.25  # a spoonful weighed once (share, 90 %); a strip's half step


def spread_out(spread: Spread, unit: str, kind: Kind = "custom") -> FigureOut:
    """A spread on the wire."""
    return figure_out(Figure(spread.mid, spread.low, spread.high, unit, kind))


@lru_cache(maxsize=512)
def _own(key: str, name: str, kind: str, figures: str, contains: tuple[str, ...]) -> Material:
    """A material of the household's own, made once for each set of figures."""
    known: dict[str, Any] = json.loads(figures)
    row: dict[str, Any] = {"key": key, "name": name, "kind": kind, "source": OWN_SOURCE}
    if contains:
        row["contains"] = list(contains)
    if known.get("spoonful"):
        row["density"] = _range(Spread.within(known["spoonful"] / 5.0, KNOWN_DENSITY))
    if known.get("strength") is not None:
        which = "purity" if "purity" in kinds()[kind] else "strength"
        row[which] = _range(Spread.within(known["strength"], 0.05))
    if known.get("ph") is not None:
        ph = [known["ph"] - KNOWN_PH, known["ph"], known["ph"] + KNOWN_PH]
        slurry = kinds()[kind].get("slurry")
        if slurry:
            row["slurry"] = {**slurry, "ph": ph, "per": known.get("per") or slurry["per"]}
        else:
            row["ph"] = ph
    return material_from_row(row)


def _range(spread: Spread) -> list[float]:
    return [spread.low, spread.mid, spread.high]


def own_material(own: OwnMaterial) -> Material:
    """A material of the household's own, as the core takes it."""
    figures = json.dumps(own.figures, sort_keys=True)
    return _own(f"{OWN}{own.pk}", own.name, own.kind, figures, tuple(own.contains))


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
        kinds=[KindOut(key=key, name=kind["name"], unit=kind["unit"]) for key, kind in kinds().items()],
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
        FactOut(name=f"one {piece}", figure=spread_out(grams, "g"), says="", guessed=False)
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
    words = {"stain": stuff.stain, "beware": ", ".join(stuff.hazards), "holds": ", ".join(stuff.contains)}
    out += [FactOut(name=name, figure=None, says=says, guessed=False) for name, says in words.items() if says]
    return out


def find_own(pk: int, *, also_removed: bool = False) -> OwnMaterial:
    """A material of the household's own, or the problem of its being gone."""
    return one(OwnMaterial.among(also_removed=also_removed), pk, "material")


@transaction.atomic
def save_own(entered: OwnMaterialIn, own: OwnMaterial | None = None) -> MaterialOut:
    """Put a material that the library does not hold on record, or change one."""
    if entered.kind not in kinds():
        raise Problem.field("kind", NO_KIND)
    only_offered(
        "contains", entered.contains, {choice.key for choice in tables().questions["allergies"].choices}
    )
    kind = kinds()[entered.kind]
    if entered.strength is not None and "acid" not in kind:
        raise Problem.field("strength", f"A {kind['name']} has no strength: give the pH it reads instead.")
    own = own or OwnMaterial()
    own.name, own.kind, own.note = entered.name, entered.kind, entered.note
    own.contains = list(dict.fromkeys(entered.contains))
    known = {"spoonful": entered.spoonful, "strength": entered.strength, "ph": entered.ph, "per": entered.per}
    own.figures = {name: float(exact(value)) for name, value in known.items() if value is not None}
    own.save()
    return material_out(own_material(own))
