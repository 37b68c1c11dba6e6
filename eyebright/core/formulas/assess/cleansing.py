"""What a preparation cleans: g of effective cleaning in it, where that comes from, what spends it (model 6).

E = what foams (detergency, fading out below its critical micelle concentration) + clay and flour by the oil
they take up + grains. Oil in it spends as much as oil on the head; hard water turns soap to scum.
"""

from dataclasses import dataclass

import numpy as np

from ...heads import sebum_table
from ...materials import is_a, kinds, lifts_as
from ...numbers import Array, Draws, Figure, figure, middle
from ..prepare import Preparation, PreparedLine
from .texture import body_of, undissolved

LEAST = 1e-9


@dataclass(frozen=True)
class Source:
    """One thing that cleans: its name, its share of all the cleaning, g of it in 100 g."""

    name: str
    share: float
    per_100: Figure


@dataclass(frozen=True)
class Cleaning:
    """g of effective cleaning in 1 g; g of oil in 1 g; g of soap lost to hard water and to acid in all.

    `alkali`: how far it takes the free fatty acids as soap, 0 to 1.
    """

    per_gram: Array
    oil: Array
    sources: tuple[Source, ...]
    scum: Figure
    soap_left: Array
    soap: Array
    saponin: Array
    surfactant: Array
    alkali: Array


def cleaning_of(preparation: Preparation, ph: Array | None) -> Cleaning:
    """The cleaning in a preparation. `ph`: draws of it, where it has one."""
    draws, table = preparation.draws, sebum_table().part("cleaning")
    own = draws.within("cleaning")
    family, total = preparation.formula.family, preparation.total
    dusted = family.dust and middle(preparation.water) < 0.05 * middle(total)
    found: dict[str, Array] = {}
    amounts: dict[str, Array] = {}

    def add(name: str, cleaning: Array, grams: Array) -> None:
        found[name] = found.get(name, np.zeros(1)) + cleaning
        amounts[name] = amounts.get(name, np.zeros(1)) + grams

    saponin = sum((_active(one, "saponin", draws) for one in preparation.lines), np.zeros(1))
    soap = sum((_surfactant(one, draws) for one in preparation.lines if _is_soap(one)), np.zeros(1))
    other = sum((_surfactant(one, draws) for one in preparation.lines if not _is_soap(one)), np.zeros(1))
    scum, left = _soap_left(preparation, soap, ph)
    if not dusted:
        for name, key, grams in (
            ("soap-plant saponins", "saponin", saponin),
            ("soap", "soap", left),
            ("mild surfactant", "surfactant", other),
        ):
            share = grams / total
            fade = share / (share + table.number("cmc", key))
            add(name, grams * own.of(key, table.spread(key)) * fade, grams)
    for one in preparation.lines:
        material = one.material
        if material is None or not one.stays:
            continue
        solid = one.plant if material.unit == "g" else one.grams * body_of(one)  # a ready clay holds water
        if material.oil_uptake is not None and (material.unit == "g" or is_a(one.kind, "absorbs")):
            takes = draws.within(one.weighed.line.supply.key).of("oil uptake", material.oil_uptake)
            used = lifts_as(one.kind, dried=family.dried_on, dusted=dusted)
            if used:
                add(_called(one, dusted), solid * takes * own.of(used, table.spread(used)), solid)
        if is_a(one.kind, "cultured"):
            add("cultured dairy", one.grams * own.of("dairy", table.spread("dairy")), one.grams)
    grains = np.zeros(1) if dusted else undissolved(preparation)
    add("grains", grains * own.of("grain", table.spread("grain")), grains)
    whole = sum(found.values(), np.zeros(1))
    most = middle(whole)
    sources = tuple(
        Source(name, middle(each) / most, figure(draws.each(100.0 * amounts[name] / total), "g in 100 g"))
        for name, each in sorted(found.items(), key=lambda pair: -middle(pair[1]))
        if most > LEAST and middle(each) > 0.01 * most
    )  # fmt: skip
    fats = preparation.grams_of(("oil", "butter"))
    low, high = table.pair("alkali")
    spare = any(one.material and "alkaline" in one.material.hazards for one in preparation.lines)
    # a hard water may read as high, and has no alkali to spare
    alkali = np.clip((ph - low) / (high - low), 0.0, 1.0) if ph is not None and spare else np.zeros(1)
    return Cleaning(
        per_gram=draws.each(whole / total),
        oil=draws.each(fats / total),
        sources=sources,
        scum=figure(draws.each(scum), "g"),
        soap_left=left,
        soap=soap,
        saponin=saponin,
        surfactant=other,
        alkali=alkali,
    )


def _active(one: PreparedLine, what: str, draws: Draws) -> Array:
    return one.active(getattr(one.material, what, None), draws, what)


def _surfactant(one: PreparedLine, draws: Draws) -> Array:
    return _active(one, "surfactant", draws)


def _is_soap(one: PreparedLine) -> bool:
    return one.material is not None and "soap" in one.material.hazards


def _called(one: PreparedLine, dusted: bool) -> str:
    lifts = kinds().get(one.kind, {}).get("lifts_as")
    return "powder, brushed through" if dusted else "clay" if lifts == "clay" else "flour and starch"


def _soap_left(preparation: Preparation, soap: Array, ph: Array | None) -> tuple[Array, Array]:
    """g of soap that calcium and magnesium turn to scum, and g left of it; acid takes the rest."""
    table = sebum_table().part("cleaning")
    metal = np.zeros(1)
    for one in preparation.lines:
        if one.material is None:  # what dissolves of a clay is no hard water
            contribution = one.weighed.line.supply.contribution(preparation.draws)
            for ion in ("calcium", "magnesium"):
                metal = metal + contribution.moles.get(ion, np.zeros(1)) * one.grams / 0.998
    scum = np.minimum(2.0 * metal * table.number("soap_mass"), soap)
    left = soap - scum
    if ph is not None:
        left = np.where(ph < 7.0, left * (1.0 - table.number("acid_splits")), left)
    return scum, left
