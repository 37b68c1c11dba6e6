"""What was found against what was foreseen: how much came of it, how thick it is, and the likelier cause."""

from ..formulas.assess import grades
from ..materials import said
from ..numbers import Figure

FAR = 1.15  # times past the range, from which a slip is likelier than the pot


def yield_said(foreseen: Figure, ml: float, heated: bool, strained: bool) -> str:
    """What a measured yield (mL) says."""
    expected = f"{said(round(foreseen.low))} to {said(round(foreseen.high))} mL were foreseen"
    if foreseen.low <= ml <= foreseen.high:
        return f"{said(round(ml))} mL: as foreseen ({expected})."
    if ml < foreseen.low:
        causes = ["it boiled harder or longer"] if heated else []
        causes += ["the spent plant was not pressed out"] if strained else []
        why = " or ".join(causes) or "some stayed in the bowl"
        return f"{said(round(ml))} mL: less than foreseen ({expected}). Likeliest, {why}: so it is stronger."
    why = "more water went in, or less of it boiled away" if heated else "more liquid went in"
    slip = " Measure it once more." if ml > FAR * foreseen.high else ""
    return f"{said(round(ml))} mL: more than foreseen ({expected}). Likeliest, {why}: so it is weaker.{slip}"


def texture_said(foreseen: str, found: str) -> str:
    """What a flow test says.

    The grade that was foreseen against the one that the spoon showed, by their keys.
    """
    order = [grade.key for grade in grades()]
    name = {grade.key: grade.name for grade in grades()}
    if found not in order or foreseen not in order:
        return ""
    if found == foreseen:
        return f"{name[found].capitalize()}, as foreseen."
    if order.index(found) > order.index(foreseen):
        return (
            f"{name[found].capitalize()}; {name[foreseen]} was foreseen. Likeliest it has not rested long "
            "enough, or more liquid went in. Wait ten minutes; then a spoon of powder at a time."
        )
    return (
        f"{name[found].capitalize()}; {name[foreseen]} was foreseen. Likeliest the powder drinks more than "
        "reckoned. A spoon of its liquid at a time, and stir."
    )
