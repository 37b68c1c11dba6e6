"""What was found against what was foreseen: how much came of it, how thick it is, and the likelier cause."""

import numpy as np

from ..chemistry import Reading
from ..formulas.assess import grades
from ..numbers import Array, Figure, importance_weights
from ..words import brief

SLIP, NEAR = 0.05, 0.05  # share of readings that are amiss; how well a draw must fit one to be near it

FAR = 1.15  # times past the range, from which a slip is likelier than the pot


def yield_said(foreseen: Figure, ml: float, heated: bool, strained: bool) -> str:
    """What a measured yield (mL) says."""
    expected = f"{brief(round(foreseen.low))} to {brief(round(foreseen.high))} mL were foreseen"
    if foreseen.low <= ml <= foreseen.high:
        return f"{brief(round(ml))} mL: as foreseen ({expected})."
    if ml < foreseen.low:
        causes = ["it boiled harder or longer"] if heated else []
        causes += ["the spent plant was not pressed out"] if strained else []
        why = " or ".join(causes) or "some stayed in the bowl"
        return f"{brief(round(ml))} mL: less than foreseen ({expected}). Likeliest, {why}: so it is stronger."
    why = "more water went in, or less of it boiled away" if heated else "more liquid went in"
    slip = " Measure it once more." if ml > FAR * foreseen.high else ""
    return f"{brief(round(ml))} mL: more than foreseen ({expected}). Likeliest, {why}: so it is weaker.{slip}"


def texture_said(foreseen: str, found: str, powder: bool) -> str:
    """What a flow test says.

    The grade that was foreseen against the one that the spoon showed, by their keys.

    `powder`: whether powder stays in it; else it thickens by what was drawn out.
    """
    order = [grade.key for grade in grades()]
    name = {grade.key: grade.name for grade in grades()}
    if found not in order or foreseen not in order:
        return ""
    if found == foreseen:
        return f"{name[found].capitalize()}, as foreseen."
    thinner = order.index(found) > order.index(foreseen)
    why = CAUSES[thinner, powder]
    return f"{name[found].capitalize()}; {name[foreseen]} was foreseen. Likeliest {why}"


CAUSES = {  # (thinner than foreseen, powder in it)
    (True, True): "it has not rested long enough, or more liquid went in. Wait ten minutes; then a spoon of "
    "powder at a time.",
    (True, False): "less was drawn out, or more water is left in it: simmer it a little longer, uncovered.",
    (False, True): "the powder drinks more than reckoned. A spoon of its liquid at a time, and stir.",
    (False, False): "more was drawn out, or it boiled down further: thin it with a spoon of water at a time.",
}


def ph_after(draws: Array, read: Reading) -> Figure:
    """The pH of what was read.

    What was worked out, shape (n,), weighed by how well each draw fits the reading.

    One reading in twenty is a slip; where nothing that was worked out comes near it, the reading itself.
    """
    fits = np.exp(-0.5 * read.misses(draws) ** 2)
    if fits.max() < NEAR:
        return read.figure
    weights = importance_weights(np.log((1.0 - SLIP) * fits + SLIP * NEAR))
    order = np.argsort(draws)
    share = np.cumsum(weights[order]) - weights[order] / 2.0
    low, mid, high = np.interp((0.05, 0.5, 0.95), share, draws[order])
    return Figure(float(mid), float(low), float(high), "pH")
