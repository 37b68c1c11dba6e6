"""What becomes of it as it stands: oil and water part, a solid fat sets."""

from typing import Any

from ...materials import is_a
from ...numbers import middle
from ..prepare import Preparation, PreparedLine
from .texture import Texture

OILY = 0.002  # g of fat in 1 g: less is not seen to float
HELD = 0.2  # g of what holds oil in water, to one of oil
SETS = 0.5  # g of what sets, in 1 g of all the fat: less only makes it softer
ROOM = 20.0  # °C that a cool room has: what melts below that flows there


def standing_facts(preparation: Preparation, texture: Texture | None, *, wet: bool) -> dict[str, Any]:
    """Whether oil and water part in it, and below how many °C its fat sets (None: not in a cool room)."""
    total = middle(preparation.total)
    fats = [one for one in preparation.lines if one.stays and is_a(one.kind, "fat")]
    fat = _grams(fats)
    holds = _grams(
        [one for one in preparation.lines if is_a(one.kind, "emulsifies") or is_a(one.kind, "foams")]
    )
    thin = texture is None or texture.grade.drips
    setting = [one for one in fats if one.material and one.material.melts and one.material.melts.mid > ROOM]
    sets = _grams(setting)
    melts = sum(
        one.material.melts.mid * middle(one.grams) for one in setting if one.material and one.material.melts
    )
    return {
        "parts": wet and thin and fat > OILY * total and holds < HELD * fat,
        "sets_below": melts / sets if fat > OILY * total and sets > SETS * fat else None,
    }


def _grams(lines: list[PreparedLine]) -> float:
    return sum(middle(one.grams) for one in lines)
