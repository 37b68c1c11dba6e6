"""What a preparation cleans: g of effective cleaning in it, where that comes from, what spends it (model 6).

E = what foams (detergency, fading out below its critical micelle concentration) + clay and flour by the oil
they take up + grains. Oil in it spends as much as oil on the head; hard water turns soap to scum.
"""

from dataclasses import dataclass

import numpy as np

from ..chemistry.uncertainty import Array, Draws, Figure, Spread, figure, middle
from .cleansing import grade, lifted, oil_table
from .ground import Ground
from .pot import InBowl, Made
from .texture import undissolved

LEAST = 1e-9
LEFT_IN = "left in"  # the grade of what lifts nothing, for it stays


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


@dataclass(frozen=True)
class Lift:
    """What it does on a head: the share of each zone's oil that it lifts, in words, and g it takes to do it.

    `put_back`: g of oil that it leaves on each zone.
    """

    scalp: Figure
    lengths: Figure
    grade: str
    on_scalp: Figure
    on_lengths: Figure
    put_back: Figure
    says: str
    scalp_share: Array
    lengths_share: Array
    dose: Array


def cleaning_of(made: Made, ph: Array | None) -> Cleaning:
    """The cleaning in a preparation. `ph`: draws of it, where it has one."""
    draws, table = made.draws, oil_table()["cleaning"]
    own = draws.within("cleaning")
    family, total = made.formula.family, made.total
    dusted = family.dust and middle(made.water) < 0.05 * middle(total)
    found: dict[str, Array] = {}
    amounts: dict[str, Array] = {}

    def add(name: str, cleaning: Array, grams: Array) -> None:
        found[name] = found.get(name, np.zeros(1)) + cleaning
        amounts[name] = amounts.get(name, np.zeros(1)) + grams

    saponin = sum((_active(one, "saponin", draws) for one in made.lines), np.zeros(1))
    soap = sum((_surfactant(one, draws) for one in made.lines if _is_soap(one)), np.zeros(1))
    other = sum((_surfactant(one, draws) for one in made.lines if not _is_soap(one)), np.zeros(1))
    scum, left = _soap_left(made, soap, ph)
    if not dusted:
        for name, key, grams in (
            ("soap-plant saponins", "saponin", saponin),
            ("soap", "soap", left),
            ("mild surfactant", "surfactant", other),
        ):
            share = grams / total
            fade = share / (share + table["cmc"][key])
            add(name, grams * own.of(key, Spread.of(table[key])) * fade, grams)
    for one in made.lines:
        material = one.material
        if material is None or not one.stays:
            continue
        if material.oil_uptake is not None and material.unit == "g":
            takes = draws.within(one.weighed.line.stuff.key).of("oil uptake", material.oil_uptake)
            used = _used(one, family.dried_on, dusted)
            if used:
                add(_called(one, dusted), one.plant * takes * own.of(used, Spread.of(table[used])), one.plant)
        if one.kind == "dairy":
            add("cultured dairy", one.grams * own.of("dairy", Spread.of(table["dairy"])), one.grams)
    grains = np.zeros(1) if dusted else undissolved(made)
    add("grains", grains * own.of("grain", Spread.of(table["grain"])), grains)
    whole = sum(found.values(), np.zeros(1))
    most = middle(whole)
    sources = tuple(
        Source(name, middle(each) / most, figure(_whole(100.0 * amounts[name] / total, draws), "g in 100 g"))
        for name, each in sorted(found.items(), key=lambda pair: -middle(pair[1]))
        if most > LEAST and middle(each) > 0.01 * most
    )  # fmt: skip
    fats = made.grams_of(("oil", "butter"))
    low, high = table["alkali"]
    spare = any(one.material and "alkaline" in one.material.hazards for one in made.lines)
    # a hard water may read as high, and has no alkali to spare
    alkali = np.clip((ph - low) / (high - low), 0.0, 1.0) if ph is not None and spare else np.zeros(1)
    return Cleaning(
        per_gram=_whole(whole / total, draws),
        oil=_whole(fats / total, draws),
        sources=sources,
        scum=figure(_whole(scum, draws), "g"),
        soap_left=left,
        soap=soap,
        saponin=saponin,
        surfactant=other,
        alkali=alkali,
    )


def _whole(values: Array, draws: Draws) -> Array:
    return np.broadcast_to(values, (draws.count,))


def _active(one: InBowl, what: str, draws: Draws) -> Array:
    return one.active(getattr(one.material, what, None), draws, what)


def _surfactant(one: InBowl, draws: Draws) -> Array:
    return _active(one, "surfactant", draws)


def _is_soap(one: InBowl) -> bool:
    return one.material is not None and "soap" in one.material.hazards


def _used(one: InBowl, dried: bool, dusted: bool) -> str:
    """Which share of its oil uptake a powder gets to use; "" for none."""
    if dusted:
        return "dusted"
    if one.kind == "clay":
        return "clay_dry" if dried else "clay_damp"
    return "flour" if one.kind in ("flour", "starch") else ""


def _called(one: InBowl, dusted: bool) -> str:
    return "powder, brushed through" if dusted else "clay" if one.kind == "clay" else "flour and starch"


def _soap_left(made: Made, soap: Array, ph: Array | None) -> tuple[Array, Array]:
    """g of soap that calcium and magnesium turn to scum, and g left of it; acid takes the rest."""
    table = oil_table()["cleaning"]
    metal = np.zeros(1)
    for one in made.lines:
        if one.material is None:  # what dissolves of a clay is no hard water
            brings = one.weighed.line.stuff.brings(made.draws)
            for ion in ("calcium", "magnesium"):
                metal = metal + brings.moles.get(ion, np.zeros(1)) * one.grams / 0.998
    scum = np.minimum(2.0 * metal * table["soap_mass"], soap)
    left = soap - scum
    if ph is not None:
        left = np.where(ph < 7.0, left * (1.0 - table["acid_splits"]), left)
    return scum, left


def lift_of(made: Made, cleaning: Cleaning, ground: Ground, times: float = 1.0) -> Lift:
    """What it lifts on a head, with its usual dose (`times` as much)."""
    draws, family = made.draws, made.formula.family
    own = draws.within("dose")
    on_scalp = own.of("film", family.film) * ground.area * ground.dose * times
    on_lengths = own.of("spread", family.hair) * ground.mass * ground.dose * times
    if not family.stays:
        on_lengths = on_lengths * ground.holds
    contact = contact_of(made)
    shares = []
    for grams, oil in ((on_scalp, ground.oil.scalp), (on_lengths, ground.oil.lengths)):
        share = lifted_by(cleaning, grams, oil, draws, ground.strength, contact)
        if family.stays or made.formula.use == "left_in":
            share = np.zeros(draws.count)  # nothing is lifted by what stays
        shares.append(np.broadcast_to(share, (draws.count,)))
    scalp, lengths = (figure(share, "share") for share in shares)
    dose = np.broadcast_to(on_scalp + on_lengths, (draws.count,))
    back = dose * cleaning.oil * (1.0 if made.formula.use == "left_in" else 1.0 - shares[1] * 0.8)
    low, high = (round(each * 20.0) * 5 for each in (scalp.low, scalp.high))
    return Lift(
        scalp=scalp,
        lengths=lengths,
        grade=LEFT_IN if made.formula.use == "left_in" else grade(scalp.value),
        on_scalp=figure(np.broadcast_to(on_scalp, (draws.count,)), "g"),
        on_lengths=figure(np.broadcast_to(on_lengths, (draws.count,)), "g"),
        put_back=figure(back, "g"),
        says=f"lifts about {low} to {high} %"
        if made.formula.use == "rinsed_out"
        else "stays in: it lifts nothing",
        scalp_share=shares[0],
        lengths_share=shares[1],
        dose=dose,
    )


def lifted_by(
    cleaning: Cleaning, grams: Array, oil: Array, draws: Draws, factor: Array | float, contact: float
) -> Array:
    """The share of a zone's own oil (g) that so many g lift; the oil in it spends cleaning too."""
    there = oil + cleaning.oil * grams
    share = lifted(cleaning.per_gram * grams * contact, there, draws, factor)
    fats = oil_table()["cleaning"]["free_fatty"]
    out: Array = share + (oil_table()["most"]["lifts"] - share) * fats * cleaning.alkali
    return out


def contact_of(made: Made) -> float:
    """How far its minutes let it work, against its family's usual ones."""
    table = oil_table()["cleaning"]["takes_minutes"]
    family = made.formula.family
    takes = table["paste" if family.paste else "liquor"]
    usual = max(sum(family.usual) / 2.0, 0.5)
    return float((1.0 - np.exp(-made.formula.minutes / takes)) / (1.0 - np.exp(-usual / takes)))
