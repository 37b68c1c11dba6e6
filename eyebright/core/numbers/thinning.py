"""A long history thinned to what a small chart can show."""

from collections.abc import Sequence

import numpy as np

from .spreads import Array


def thin(
    at: Sequence[float] | Array, values: Sequence[Sequence[float]] | Array, most: int
) -> tuple[list[float], list[list[float]]]:
    """At most so many points: the mean of each even stretch of time that holds any, oldest first.

    `at`, shape (n,), rising, in any unit; `values`, shape (n, k). No more points than `most`:
    as they are.
    """
    if len(at) <= most:
        return list(map(float, at)), [list(map(float, row)) for row in values]
    times, rows = np.asarray(at, dtype=float), np.asarray(values, dtype=float)
    share = (times - times[0]) / max(times[-1] - times[0], 1e-9)
    stretch = np.minimum((share * most).astype(int), most - 1)
    _, place = np.unique(stretch, return_inverse=True)
    count = np.bincount(place)
    mean_at = np.bincount(place, weights=times) / count
    means = np.stack([np.bincount(place, weights=column) / count for column in rows.T], axis=1)
    return mean_at.tolist(), means.tolist()
