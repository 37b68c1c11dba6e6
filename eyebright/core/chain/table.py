"""The figures of the chain, read once."""

from functools import cache

from .. import tables
from ..tables import Figures


@cache
def chain_table() -> Figures:
    """The table of `chain.toml`, read once."""
    return tables.figures(__file__, "chain.toml")
