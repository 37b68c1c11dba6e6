"""Posteriors from observations that are handed in.

Of bottles and waters, of heads, of how long things keep.
"""

from .bottles import posterior_from
from .heads import (
    Factor,
    Factors,
    Learnt,
    WashOutcome,
    believable_dose,
    factor_table,
    far_from_most,
    foreseen,
    heard_when,
    learn,
    one_wash,
    outcomes,
    prior_factors,
)
from .shelf_life import Kept, spoils_sooner
