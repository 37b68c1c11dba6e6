"""The rinse that must follow: how much of it brings wet hair back into the scalp's band."""

from dataclasses import dataclass

import numpy as np

from ..heads import HairAndScalp
from ..numbers import Array
from ..rules import limits
from .engine import Course
from .subjects import Subject
from .wet_hair import poured_over

FOLLOW = (25.0, 1500.0, 22)  # mL of the rinse that follows: from, to, in so many steps


@dataclass(frozen=True)
class Follow:
    """The rinse that must follow: the wet hair's pH by mL of it poured; `enough` mL bring it into the band.

    None of it does where `enough` is None; `most`: beyond it the hair is sharper than the band.
    """

    volume: tuple[float, ...]
    median: tuple[float, ...]
    low: tuple[float, ...]
    high: tuple[float, ...]
    band: tuple[float, float]
    enough: float | None
    most: float | None


def follow(course: Course, on: HairAndScalp, rinse: Subject) -> Follow:
    """How much of a rinse (mL) brings the lengths' wet hair back into the scalp's band after a chain.

    ValueError for a rinse with nothing wet in it.
    """
    draws, parts = course.draws, rinse.parts(course.draws)
    if parts is None:
        raise ValueError(f"{rinse.name} is dry: it rinses nothing.")
    low, high, steps = FOLLOW
    volume = np.geomspace(low, high, steps)
    ph = poured_over(course.wet["lengths"], on, parts, volume[:, None], draws, len(course.after)).ph
    assert ph is not None
    quantiles = np.quantile(np.broadcast_to(ph, (steps, draws.count)), (0.05, 0.5, 0.95), axis=1)
    mark = next(mark for mark in limits().marks if mark.key == "scalp")
    return Follow(
        volume=tuple(volume.tolist()),
        median=tuple(quantiles[1].tolist()),
        low=tuple(quantiles[0].tolist()),
        high=tuple(quantiles[2].tolist()),
        band=(mark.low, mark.high),
        enough=_falls_to(mark.high, volume, quantiles[1]),
        most=_falls_to(mark.low, volume, quantiles[1]),
    )


def _falls_to(ph: float, volume: Array, median: Array) -> float | None:
    """The volume at which the hair comes down to this pH; None where it never does, or was there before."""
    if median[0] <= ph or median[-1] > ph:
        return None
    falling = np.minimum.accumulate(median)
    return float(np.exp(np.interp(-ph, -falling, np.log(volume))))
