"""Importance weights: draws that fit better count for more."""

import numpy as np

from .spreads import Array


def importance_weights(log: Array) -> Array:
    """Weights that add up to 1, shape (n,), from their natural logarithms."""
    weights = np.exp(log - log.max())
    share: Array = weights / weights.sum()
    return share


def effective_sample_size(weights: Array) -> float:
    """How many draws really count, from 1 to n (Kish 1965), for weights that add up to 1."""
    return float(1.0 / (weights**2).sum())
