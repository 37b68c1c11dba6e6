"""The library: every material in `library.toml`, read once."""

import tomllib
from functools import cache
from pathlib import Path

from ..chemistry.uncertainty import Spread
from .material import Material


class MaterialError(LookupError):
    """A material that the library does not hold."""


@cache
def library() -> dict[str, Material]:
    """Every material by key, in the file's order."""
    raw = tomllib.loads(Path(__file__).with_name("library.toml").read_text("utf-8"))
    spreads = ("strength", "bound_base", "teaspoon")
    out = {}
    for row in raw["material"]:
        row |= {name: Spread.of(row[name]) for name in spreads if name in row}
        row |= {"also": tuple(row["also"]), "contains": tuple(row.get("contains", ()))}
        row["others"] = tuple((c, Spread.of(s)) for c, s in row.get("others", {}).items())
        row["cations"] = tuple(row.get("cations", {}).items())
        out[row["key"]] = Material(**row)
    return out


def material(key: str) -> Material:
    """One material, or MaterialError in words."""
    try:
        return library()[key]
    except KeyError:
        raise MaterialError(f"the library holds no material called {key!r}") from None
