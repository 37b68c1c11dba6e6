"""What makes the range of a figure, in words: which input, and its share of the doubt."""

from dataclasses import dataclass
from functools import cache

from ... import tables
from ...numbers import Array, Draws, variance_shares
from ...tables import Figures
from ..model import Formula

SHOWN = 4
LEAST_DOUBT = 0.03


@dataclass(frozen=True)
class Sensitivity:
    """What makes the range of one figure: its share of it, and what it is."""

    share: float
    what: str


@cache
def _words() -> Figures:
    return tables.figures(__file__, "sensitivity.toml")


def sensitivities(draws: Draws, values: Array, formula: Formula) -> tuple[Sensitivity, ...]:
    """What makes the range of some draws, in words."""
    of, whole = _words().words("of"), _words().words("whole")
    by_key = {line.supply.key: line.supply.name for line in formula.ingredients}
    by_id = {f"{line.id}/measure": line.supply.name for line in formula.ingredients}
    out: list[Sensitivity] = []
    for name, share in variance_shares(draws, values).items():
        if share < LEAST_DOUBT or len(out) >= SHOWN:
            break
        scope, _, what = name.partition("/")
        if scope == "formula" and what in by_id:
            out.append(Sensitivity(share, f"how much {by_id[what]} was really measured"))
        elif scope in by_key:
            out.append(
                Sensitivity(
                    share,
                    f"{of.get(what.split(' ')[0], what.replace('_', ' '))} of {by_key[scope]}",
                )
            )
        else:
            out.append(Sensitivity(share, whole.get(what or scope, (what or scope).replace("_", " "))))
    return tuple(out)
