"""The figures of the chain, read once."""

from functools import cache
from typing import Any

from .. import tables


@cache
def chain_table() -> dict[str, Any]:
    """The table of `chain.toml`, read once."""
    return tables.read(__file__, "chain.toml")
