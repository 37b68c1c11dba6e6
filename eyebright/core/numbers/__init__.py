"""Numbers that carry their doubt: spreads, draws, figures, weighting, where a value meets its aim."""

from .draws import DRAWS, Draws, PRIOR, Posterior, variance_shares
from .root_finding import times_to_meet
from .spreads import Array, Figure, Kind, Spread, Z_90, figure, middle
from .thinning import thin
from .weights import effective_sample_size, importance_weights

__all__ = [
    "Array",
    "DRAWS",
    "Draws",
    "Figure",
    "Kind",
    "PRIOR",
    "Posterior",
    "Spread",
    "Z_90",
    "effective_sample_size",
    "figure",
    "importance_weights",
    "middle",
    "thin",
    "times_to_meet",
    "variance_shares",
]
