"""How each family of preparation fits a head today: what it lifts, what it takes, and why or why not.

Where the household has a formula of the family, the best of them speaks for it, judged as the ranking judges
it; else the family as it is usually made, and the acid rinse as made to the pH that is asked for.
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass

from ..formulas.model import Family, UsualSubject, families
from ..heads import HairAndScalp, Needs, needs_table, shortened
from ..numbers import Draws, Figure
from ..rules import Facts
from .judge import (
    Candidate,
    Judgement,
    OnHead,
    Verdict,
    judge_candidate,
    judge_family,
    subject_of,
)

ORDER: dict[Verdict, int] = {"suits": 0, "adjust": 1, "care": 2, "off": 3, "not_needed": 4, "ruled_out": 5}
Recipes = Mapping[str, Candidate]
STRONGEST = 20.0  # times the usual: nothing is made stronger


@dataclass(frozen=True)
class Dose:
    """What one wash takes on one zone: grams and mL, each with its range."""

    grams: Figure
    volume: Figure


@dataclass(frozen=True)
class Fit:
    """One family for one head on one day.

    `recipe`: the formula that speaks for it, None where it is as usually made. `lift` and `lengths_lift`:
    shares of the oil on each zone that it lifts; `strength`: how strong to make it for the scalp against
    that, times; None where it is no wash, none there, or could not be made so strong. `ready_in`: days until
    it is next sensible. `given`: ln(given / right) at factor 1, what the outcome of such a wash teaches.
    """

    family: Family
    recipe: Candidate | None
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


def fits(
    needs: Needs,
    head: Facts,
    on: HairAndScalp,
    draws: Draws,
    since: Mapping[str, float],
    recipes: Recipes | None = None,
) -> tuple[Fit, ...]:
    """Every family, the best suited first, washes before what goes with them.

    `since`: days since each was last used; `recipes`: the formula that speaks for a family, by its key.
    """
    speaks = recipes or {}
    out = [
        fit(family, needs, head, on, draws, since.get(family.key), speaks.get(family.key))
        for family in families().values()
        if not family.bought
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
    head: Facts,
    on: HairAndScalp,
    draws: Draws,
    since: float | None = None,
    recipe: Candidate | None = None,
) -> Fit:
    """One family. `since`: days since it was last used; `recipe`: the formula that speaks for it."""
    wait = waits(family, needs, since)
    if recipe is None or family.acid:  # the rinse that a head asks for is made to the pH that it asks for
        recipe, found = None, OnHead(UsualSubject(family), family, needs, on, draws)
        judged = judge_family(family, found, needs, head, wait)
    else:
        found = OnHead(subject_of(recipe), family, needs, on, draws)
        judged = judge_candidate(recipe, found, needs, head, wait)
    return _fit(family, recipe, needs, found, judged, wait)


def waits(family: Family, needs: Needs, since: float | None) -> float:
    """Days until a family is next sensible, so many days after it was last used (None: never)."""
    return max(family.apart * needs.apart - since, 0.0) if since is not None else 0.0


def _fit(
    family: Family, recipe: Candidate | None, needs: Needs, found: OnHead, judged: Judgement, wait: float
) -> Fit:
    times = needs.scalp.minutes[1] / needs_table().pair("base", "scalp", "minutes")[1]
    low, high, most = (shortened(each, times) for each in (*family.usual, family.most))
    return Fit(
        family=family,
        recipe=recipe,
        verdict=judged.verdict,
        why=_why(judged),
        lift=found.lift,
        lengths_lift=found.lengths_lift,
        lengths_says=_on_lengths(found.lengths_lift, needs),
        strength=_makeable(found.strength),
        scalp=_dose(found.scalp, family.density),
        lengths=_dose(found.lengths, family.density),
        minutes=(low, high, most),
        ready_in=wait,
    )


def _makeable(strength: Figure | None) -> Figure | None:
    """How strong to make it, None where nobody could make it so strong."""
    return strength if strength is not None and strength.value <= STRONGEST else None


def _dose(grams: Figure, density: float) -> Dose:
    middle, low, high = (each / density for each in (grams.value, grams.low, grams.high))
    return Dose(grams, Figure(middle, low, high, "mL"))


def _why(judged: Judgement) -> tuple[str, ...]:
    """The reasons of a verdict: the gravest first."""
    match judged.verdict:
        case "ruled_out":
            return tuple(f"{stop.what} {stop.instead}" for stop in judged.stops)
        case "care":
            return (*judged.against, *(judged.off or judged.favour))
        case "off" | "adjust":
            return (*judged.off, *judged.against, *judged.favour)
        case "not_needed":
            return (*judged.off, *judged.against) or ("Not needed today.",)
        case "suits":
            return tuple(judged.favour) or ("What is asked for today.",)


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
