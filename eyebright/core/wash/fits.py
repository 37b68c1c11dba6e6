"""How each family of preparation fits a head today: what it lifts, what it takes, and why or why not."""

import math
from dataclasses import dataclass
from typing import Any, Literal

import numpy as np

from ..formulas.model import Family, families
from ..heads import HairAndScalp, Needs, cleaning_for, lifted, needs_table, patch_of, shortened
from ..numbers import Array, Draws, Figure, figure
from ..rules import Caution, cautions

Verdict = Literal["suits", "adjust", "care", "off", "not_needed", "ruled_out"]
ORDER: dict[str, int] = {
    "suits": 0,
    "adjust": 1,
    "care": 2,
    "off": 3,
    "not_needed": 4,
    "ruled_out": 5,
}
LITTLE, MUCH = 0.55, 1.7  # how strong to make it, times: within these it suits as it is usually made
FAR = 4.0  # beyond so many times no recipe of the family gets there
NO_CLEANING = 1e-4  # g


@dataclass(frozen=True)
class Dose:
    """What one wash takes on one zone: grams and mL, each with its range."""

    grams: Figure
    volume: Figure


@dataclass(frozen=True)
class Fit:
    """One family for one head on one day.

    `lift` and `lengths_lift`: shares of the oil on each zone that it lifts as usually made;
    `strength`: how strong to make it for the scalp against that, times; None where it is no wash, or
    none there. `ready_in`: days until it is next sensible. `given`: ln(given / right) at factor 1,
    what the outcome of such a wash is learnt from.
    """

    family: Family
    verdict: Verdict
    why: tuple[str, ...]
    lift: Figure | None
    lengths_lift: Figure | None
    lengths_says: str
    strength: Figure | None
    scalp: Dose
    lengths: Dose
    minutes: tuple[float, float, float]
    ready_in: float
    given: float | None


def fits(
    needs: Needs,
    facts: dict[str, Any],
    hair_and_scalp: HairAndScalp,
    draws: Draws,
    since: dict[str, float],
) -> tuple[Fit, ...]:
    """Every family, the best suited first, washes before what goes with them.

    `since`: days since each was last used.
    """
    out = [
        fit(family, needs, facts, hair_and_scalp, draws, since.get(family.key))
        for family in families().values()
    ]
    return tuple(
        sorted(out, key=lambda each: (ORDER[each.verdict], not each.family.cleans, _from_right(each, needs)))
    )


def _from_right(found: Fit, needs: Needs) -> float:
    """How far a fit is from right: those that the rules speak for first, then the nearest in strength."""
    spoken_for = found.family.key in needs.suits
    strength = found.strength.value if found.strength else 0.0
    far = abs(math.log(strength)) if strength > 0.0 else 1.0
    return far - 10.0 * spoken_for


def fit(
    family: Family,
    needs: Needs,
    facts: dict[str, Any],
    hair_and_scalp: HairAndScalp,
    draws: Draws,
    since: float | None = None,
) -> Fit:
    """One family. `since`: days since it was last used."""
    # a family is many recipes: only a reaction speaks for all of them
    patch = patch_of(facts["patches"], (family.key, family.name))
    found = tuple(cautions(facts | family.facts() | {"patch": patch if patch == "reaction" else None}))
    on_scalp = draws.of("film", family.film) * hair_and_scalp.area * hair_and_scalp.dose
    on_lengths = draws.of("spread", family.hair) * hair_and_scalp.mass * hair_and_scalp.dose
    if not family.stays:
        on_lengths = on_lengths * hair_and_scalp.holds
    lift = lengths_lift = strength = given = None
    if family.cleans:
        per_gram = draws.of("cleaning", family.cleaning)
        if family.hair.high > 0.0:
            lengths = lifted(
                per_gram * on_lengths, hair_and_scalp.oil.lengths, draws, hair_and_scalp.strength
            )
            lengths_lift = figure(lengths, "share")
        cleaning = np.maximum(per_gram * on_scalp, NO_CLEANING)
        lift = figure(lifted(cleaning, hair_and_scalp.oil.scalp, draws, hair_and_scalp.strength), "share")
        needed = cleaning_for(needs.scalp.lift[1], hair_and_scalp.oil.scalp, hair_and_scalp.strength)
        strength = figure(needed / cleaning, "times")
        plain = cleaning_for(needs.scalp.lift[1], hair_and_scalp.oil.scalp)
        right = figure(plain / cleaning, "times").value
        given = -math.log(right) if right > 0.0 else None
    ready_in = max(family.apart * needs.apart - since, 0.0) if since is not None else 0.0
    verdict, why = _verdict(family, needs, found, strength, ready_in)
    times = needs.scalp.minutes[1] / needs_table()["base"]["scalp"]["minutes"][1]
    low, high, most = (shortened(each, times) for each in (*family.usual, family.most))
    return Fit(
        family=family,
        verdict=verdict,
        why=why,
        lift=lift,
        lengths_lift=lengths_lift,
        lengths_says=_on_lengths(lengths_lift, needs),
        strength=strength,
        scalp=_dose(on_scalp, family.density),
        lengths=_dose(on_lengths, family.density),
        minutes=(low, high, most),
        ready_in=ready_in,
        given=given,
    )


def _dose(grams: Array, density: float) -> Dose:
    weighed = figure(grams, "g")
    middle, low, high = (each / density for each in (weighed.value, weighed.low, weighed.high))
    return Dose(weighed, Figure(middle, low, high, "mL"))


def _verdict(
    family: Family, needs: Needs, found: tuple[Caution, ...], strength: Figure | None, ready_in: float
) -> tuple[Verdict, tuple[str, ...]]:
    """The verdict, and its reasons: the gravest first."""
    stops = [caution for caution in found if caution.level == "stop"]
    if stops:
        return "ruled_out", tuple(f"{stop.what} {stop.instead}" for stop in stops)
    against = [caution.what for caution in found if caution.level == "warning"]
    if family.key in needs.spares:
        against.append(needs.spares[family.key])
    if ready_in >= 1.0:
        against.append(f"Used lately: {math.ceil(ready_in)} more days before the next.")
    favour = [needs.suits[family.key]] if family.key in needs.suits else []
    if strength is not None and strength.value <= 0.0:
        return "not_needed", ("Warm water alone lifts as much as is asked today.", *against)
    wanted = bool(favour) or strength is not None
    if family.key == "acid_rinse":
        wanted = needs.rinse.kind == "acid"
        favour = favour or ["Lays the hair flat after the wash."]
    elif family.conditions and not family.stays and needs.condition == "lengths":
        wanted = True
        favour = favour or ["The lengths ask for it after a wash."]
    off = "" if strength is None else _off(strength.value)
    if strength is not None and not 1.0 / FAR <= strength.value <= FAR:
        return "off", (off, *against)
    if against:
        return "care", (*against, *([off] if off else favour))
    if not wanted:
        return "not_needed", ("Nothing today asks for it.",)
    if off:
        return "adjust", (off, *favour)
    return "suits", tuple(favour or ["Lifts about what this scalp asks for."])


def _on_lengths(lift: Figure | None, needs: Needs) -> str:
    """What a wash does to the lengths against what they ask for, and what to do about it."""
    if lift is None:
        return ""
    low, _, high = needs.lengths.lift
    if lift.value > high:
        return "More than the lengths ask for: let it only run through them as it is rinsed out."
    if lift.value < low:
        return "Less than the lengths ask for: work it through them, or wash them twice."
    return "About what the lengths ask for."


def _off(strength: float) -> str:
    """How a cleanser is to be made otherwise than usual; '' where it need not be."""
    if strength > FAR:
        return "However it is made it lifts less than this scalp asks for today."
    if strength > MUCH:
        return f"Make it about {strength:.1f} times as strong as usual, or wash twice."
    if strength < 1.0 / FAR:
        return "However it is made it lifts more than this scalp asks for today."
    if strength < LITTLE:
        return f"Make it about {strength:.1f} times as strong as usual: as it is it lifts too much."
    return ""


def measured(
    found: Fit, dose: float, grams: float | None, strength: float
) -> tuple[float | None, float | None]:
    """What one wash says: ln(given / right) at factor 1, and ln(used / worked out) at factor 1.

    `dose`: ln of the head's own dose factor when the fit was worked out; `grams` of the preparation
    that were used, None where nobody knows; `strength`: how strong it was made, times the usual.
    """
    worked_out = found.scalp.grams.value + found.lengths.grams.value
    ratio = math.log(grams / worked_out) if grams else 0.0
    given = None if found.given is None else found.given + ratio + math.log(strength)
    return given, ratio + dose if grams else None
