"""The figures of the chain, read once."""

import tomllib
from functools import cache
from pathlib import Path
from typing import Any


@cache
def chain_table() -> dict[str, Any]:
    """The table of `chain.toml`, read once."""
    return tomllib.loads(Path(__file__).with_name("chain.toml").read_text("utf-8"))
