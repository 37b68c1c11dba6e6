"""Posteriors from observations that are handed in: of bottles and waters, and of heads."""

from .bottles import posterior_from
from .heads import Factor, Factors, WashOutcome, factor_table, factors_from, outcomes, prior_factors

__all__ = [
    "Factor",
    "Factors",
    "WashOutcome",
    "factor_table",
    "factors_from",
    "outcomes",
    "posterior_from",
    "prior_factors",
]
