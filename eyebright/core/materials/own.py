"""A material of the household's own, out of what is known of it; the rest is its kind's, and wide.

A strong alkali is what its pH says, never another salt: at 8.7 and below it is taken for baking soda, above
it carries the base that holds it there. A name that the library refuses is refused here too.
"""

from collections.abc import Mapping, Sequence
from typing import Any

from ..numbers import Spread
from .finding import word_set, word_table, words
from .hazards import guessed_hazards, refused_by_name, with_what_follows
from .library import kinds, material_from_row
from .material import Material

OWN_SOURCE = "the household's own figures; what it left open is estimated from its kind, and wide"
KNOWN_DENSITY, KNOWN_PH, KNOWN_STRENGTH = 0.10, 0.25, 0.05  # a spoonful weighed once; half a strip's step
SODA_PH = 8.7  # an alkali that reads no more than this is baking soda
STRONG = [15.0, 40.0, 90.0]  # mmol/L per pH that 1 g in 100 mL of a strong alkali holds
SURFACTANT, TANNIN = [0.1, 0.25, 0.45], [0.02, 0.07, 0.2]


def guessed_kind(name: str) -> str:
    """The kind that a name gives away: 'neem oil' is an oil; "" for a name that gives none away."""
    several = set(words(name))
    return next((kind for kind in word_table()["guess"] if several & word_set("guess", kind)), "")


def own_material(
    key: str,
    name: str,
    kind: str,
    figures: Mapping[str, Any],
    contains: Sequence[str] = (),
    hazards: Sequence[str] | None = None,
    *,
    cleared: bool = False,
) -> Material:
    """One material. `figures`: spoonful (g of 5 mL), strength, ph, per (g in 100 mL), where known.

    `hazards` as answered; None: guessed from the name. `cleared`: somebody has said that it is not what its
    name says. MaterialError for no such kind.
    """
    row: dict[str, Any] = {"key": key, "name": name, "kind": kind, "source": OWN_SOURCE}
    usual = kinds().get(kind, {})
    if contains:
        row["contains"] = list(dict.fromkeys([*usual.get("contains", ()), *contains]))
    found = guessed_hazards(name) if hazards is None else with_what_follows(hazards)
    row["hazards"] = list(dict.fromkeys([*usual.get("hazards", ()), *found]))
    if figures.get("spoonful"):
        row["density"] = _range(Spread.within(figures["spoonful"] / 5.0, KNOWN_DENSITY))
    if figures.get("strength") is not None:
        which = "purity" if "purity" in usual else "strength"
        row[which] = _range(Spread.within(figures["strength"], KNOWN_STRENGTH))
    if figures.get("ph") is not None:
        row |= _at_ph(kind, float(figures["ph"]), figures.get("per"))
    row |= _active(row["hazards"], usual)
    mild = usual.get("acid") == "carbonate" and (figures.get("ph") or 14.0) <= SODA_PH
    refused = None if cleared or mild else refused_by_name(name)
    if refused is not None:
        row["refuse"] = refused.refuse
        row["hazards"] = list(dict.fromkeys([*row["hazards"], *refused.hazards]))
    return material_from_row(row)


def _at_ph(kind: str, ph: float, per: float | None) -> dict[str, Any]:
    """What a typed pH says of its acid-base side."""
    usual = kinds()[kind]
    spread = [ph - KNOWN_PH, ph, ph + KNOWN_PH]
    if usual.get("acid") == "carbonate":
        if ph <= SODA_PH:
            return {}
        return {"slurry": {"ph": spread, "buffer": STRONG, "per": per or 1.0}}
    slurry = usual.get("slurry")
    if slurry:
        return {"slurry": {**slurry, "ph": spread, "per": per or slurry["per"]}}
    return {"ph": spread}


def _active(hazards: Sequence[str], usual: Mapping[str, Any]) -> dict[str, Any]:
    """What is taken of what it was said to carry, where its kind knows nothing of it."""
    out: dict[str, Any] = {}
    if "soap" in hazards and "surfactant" not in usual:
        out["surfactant"] = SURFACTANT
    if "stains" in hazards and not usual.get("stain"):
        out |= {"stain": "tints"} | ({} if "tannin" in usual else {"tannin": TANNIN})
    return out


def _range(spread: Spread) -> list[float]:
    return [spread.low, spread.mid, spread.high]
