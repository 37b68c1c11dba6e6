"""A material of the household's own, or a row of the library that it corrects, out of what is known of it.

What is not said is its kind's, and wide; of a corrected row, the row's. A strong alkali is what its pH
says, never another salt: at 8.7 and below it is taken for baking soda, above it carries the base that holds
it there. A name that the library refuses is refused here too, and no correction takes a refusal, a hazard
or an allergen away.
"""

from collections.abc import Iterable, Mapping, Sequence
from functools import cache
from typing import Any

from ..numbers import Spread
from .finding import word_set, word_table, words
from .hazards import guessed_allergens, guessed_hazards, refused_by_name, with_what_follows
from .helpers import helpers_in_name
from .library import is_a, kinds, library, material, material_from_row, over, rows
from .material import Material
from .properties import property_table

NOT_KNOWN = "not known to this version: say anew what it is"
OWN_SOURCE = "the household's own figures; what it left open is estimated from its kind, and wide"
KNOWN_PH, KNOWN_STRENGTH = 0.25, 0.05  # half a strip's step; a label's share
PIECE = 0.15  # of a piece weighed once
SODA_PH = 8.7  # an alkali that reads no more than this is baking soda
STRONG = [15.0, 40.0, 90.0]  # mmol/L per pH that 1 g in 100 mL of a strong alkali holds
WEAK = [0.05, 0.3, 2.0]  # the same of something that is neither acid nor alkali to speak of
MILD = (5.0, SODA_PH)  # pH that says neither
SURFACTANT, TANNIN = [0.1, 0.25, 0.45], [0.02, 0.07, 0.2]
SAID = ("smell", "latin", "stain")  # in words, as they are
LISTS = ("contains", "may_contain", "hazards")


def guessed_kind(name: str) -> str:
    """The kind that a name gives away: 'neem oil' is an oil; "" for a name that gives none away."""
    several = set(words(name))
    return next(
        (kind for kind in word_table().lists("guess") if several & word_set("guess", kind)),
        "",
    )


@cache
def _bought() -> tuple[tuple[frozenset[str], str], ...]:
    """The words of every name of what the library knows ready for use, the longest names first."""
    ready = (each for each in library().values() if each.ready and is_a(each.kind, "bought"))
    names = [(frozenset(words(name)), each.key) for each in ready for name in (each.name, *each.also)]
    return tuple(sorted(names, key=lambda pair: -len(pair[0])))


def bought_like(name: str) -> str:
    """The key of the bought thing that a name is most like: 'salon shampoo' is a shampoo; "" for none."""
    said = set(words(name))
    return next((key for known, key in _bought() if known and known <= said), "")


def own_material(
    key: str,
    name: str,
    kind: str,
    figures: Mapping[str, Any],
    contains: Sequence[str] = (),
    hazards: Sequence[str] | None = None,
    *,
    may_contain: Sequence[str] = (),
    cleared: bool = False,
) -> Material:
    """One material. `figures`: by the keys of properties.toml, strength, ph, per (g in 100 mL), pieces (g by
    name), also, smell, latin, stain, where known.

    `hazards` as answered; None: guessed from the name. `cleared`: somebody has said that it is not what its
    name says. MaterialError for no such kind.
    """
    row: dict[str, Any] = {"key": key, "name": name, "kind": kind, "source": OWN_SOURCE}
    usual = kinds().get(kind, {})
    found = _guessed(name, kind) if hazards is None else with_what_follows(hazards)
    held = [*contains, *guessed_allergens(name)]
    for which, more in (("contains", held), ("may_contain", may_contain), ("hazards", found)):
        row[which] = _together(usual.get(which, ()), more)
    row["may_contain"] = [each for each in row["may_contain"] if each not in row["contains"]]
    row |= _said(kind, figures, usual)
    if kind and is_a(kind, "bought"):
        row = _as_bought(name) | row
    row |= _active(row["hazards"], usual, row)
    row["helpers"] = helpers_in_name(name, figures.get("strength"))
    mild = usual.get("acid") == "carbonate" and (figures.get("ph") or 14.0) <= SODA_PH
    refused = None if cleared or mild else refused_by_name(name)
    if refused is not None:
        row["refuse"] = refused.refuse
        row["hazards"] = _together(row["hazards"], refused.hazards)
    return material_from_row(row)


def _guessed(name: str, kind: str) -> tuple[str, ...]:
    """What a name gives away; how hard its grains are nobody said, so that they count as coarse."""
    found = guessed_hazards(name)
    hard = "abrasive" in found and not is_a(kind, "dissolves")
    return with_what_follows([*found, "coarse"]) if hard else found


def not_known(key: str, name: str) -> Material:
    """What stands in for a row that nobody here knows, so that the rest of a shelf can be answered."""
    row = {"key": key, "name": name, "kind": "some liquid", "source": NOT_KNOWN, "hazards": []}
    return material_from_row(row)


def is_known(material: Material) -> bool:
    """Whether it is a material, and no stand-in for one that is not known here."""
    return material.source != NOT_KNOWN


def corrected(
    key: str,
    figures: Mapping[str, Any],
    contains: Sequence[str] = (),
    hazards: Sequence[str] = (),
    may_contain: Sequence[str] = (),
    ruled_out: Sequence[str] = (),
) -> Material:
    """A row of the library with the household's own figures in place of its.

    `contains`, `hazards` and `may_contain` come on top; `ruled_out`: what its packet says is not in it.
    MaterialError for no such row.
    """
    plain = material(key)
    row = next(dict(each) for each in rows() if each["key"] == key)
    more = {"contains": contains, "may_contain": may_contain, "hazards": with_what_follows(hazards)}
    for which in LISTS:
        row[which] = _together(getattr(plain, which), more[which])
    row["may_contain"] = [each for each in row["may_contain"] if each not in ruled_out]
    row = over(row, _said(plain.kind, figures, kinds()[plain.kind] | row))
    row["source"] = (
        f"corrected here: {', '.join(sorted(figures)) or 'what it holds'}; the rest: {row['source']}"
    )
    return material_from_row(row)


def _together(first: Iterable[str], second: Iterable[str]) -> list[str]:
    return list(dict.fromkeys([*first, *second]))


def _said(kind: str, figures: Mapping[str, Any], usual: Mapping[str, Any]) -> dict[str, Any]:
    """The columns of a row that these answers give."""
    out: dict[str, Any] = {name: figures[name] for name in SAID if figures.get(name)}
    for one in property_table().values():
        if figures.get(one.key) is not None:
            out[one.of] = one.row(float(figures[one.key]))
    if figures.get("keeps_days"):
        out["keeps"] = f"{figures['keeps_days']:g} days once opened, by the household's own word"
    if figures.get("also"):
        out["also"] = _together(usual.get("also", ()), figures["also"])
    if figures.get("pieces"):
        weighed = {piece: _range(Spread.within(g, PIECE)) for piece, g in figures["pieces"].items()}
        out["weights"] = {**usual.get("weights", {}), **weighed}
        out["counted"] = next(iter(figures["pieces"]))
    if figures.get("strength") is not None:
        which = "purity" if "purity" in usual else "strength"
        out[which] = _range(Spread.within(figures["strength"], KNOWN_STRENGTH))
    if figures.get("ph") is not None:
        out |= _at_ph(float(figures["ph"]), figures.get("per"), usual)
    return out


def _at_ph(ph: float, per: float | None, usual: Mapping[str, Any]) -> dict[str, Any]:
    """What a typed pH says of its acid-base side."""
    spread = [max(ph - KNOWN_PH, 0.0), ph, min(ph + KNOWN_PH, 14.0)]
    if usual.get("acid") == "carbonate":
        if ph <= SODA_PH:
            return {}
        return {"slurry": {"ph": spread, "buffer": STRONG, "per": per or 1.0}}
    slurry = usual.get("slurry")
    if slurry:
        return {"slurry": {**slurry, "ph": spread, "per": per or slurry["per"]}}
    if usual.get("acid") and "formula_mass" not in usual:
        return {"ph": spread}
    buffer = WEAK if MILD[0] <= ph <= MILD[1] else STRONG
    return {"slurry": {"ph": spread, "buffer": buffer, "per": per or 1.0}}


def _as_bought(name: str) -> dict[str, Any]:
    """What a bought thing is taken for by its name: as wide again as the library's, and used as that is."""
    key = bought_like(name)
    like = next((row for row in rows() if row["key"] == key), None)
    if like is None:
        return {}
    out: dict[str, Any] = {
        name: like[name] for name in ("ready", "slurry", "keeps", "keeps_days") if name in like
    }
    if "surfactant" in like:
        low, middle, high = like["surfactant"]
        out["surfactant"] = [low * 0.6, middle, min(high * 1.3, 1.0)]
    return out


def _active(hazards: Sequence[str], usual: Mapping[str, Any], row: Mapping[str, Any]) -> dict[str, Any]:
    """What is taken of what it was said to carry, where neither its kind nor an answer knows of it."""
    out: dict[str, Any] = {}
    if "soap" in hazards and "surfactant" not in usual and "surfactant" not in row:
        out["surfactant"] = SURFACTANT
    if "stains" in hazards and not usual.get("stain") and "stain" not in row:
        out |= {"stain": "tints"} | ({} if "tannin" in usual or "tannin" in row else {"tannin": TANNIN})
    return out


def _range(spread: Spread) -> list[float]:
    return [spread.low, spread.mid, spread.high]
