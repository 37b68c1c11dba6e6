"""Numbers that carry their doubt: spreads, draws, figures, weighting, where a value meets its aim."""

from .draws import DRAWS, HEAD_DRAWS, PRIOR, Draws, Posterior, variance_shares
from .root_finding import times_to_meet
from .spreads import Z_90, Array, Figure, Kind, Spread, figure, middle
from .thinning import thin
from .weights import effective_sample_size, importance_weights
