"""What makes the range of a figure, in words: which input, and its share of the doubt."""

import tomllib
from dataclasses import dataclass
from functools import cache
from pathlib import Path

from ..chemistry.uncertainty import Array, Draws, doubt_shares
from .formula import Formula

SHOWN_DOUBTS = 4
LEAST_DOUBT = 0.03


@dataclass(frozen=True)
class Doubt:
    """What makes the range of one figure: its share of it, and what it is."""

    share: float
    what: str


@cache
def _words() -> dict[str, dict[str, str]]:
    return tomllib.loads(Path(__file__).with_name("doubts.toml").read_text("utf-8"))


def why(draws: Draws, values: Array, formula: Formula) -> tuple[Doubt, ...]:
    """What makes the range of some draws, in words."""
    by_key = {line.stuff.key: line.stuff.name for line in formula.ingredients}
    by_id = {f"{line.id}/measure": line.stuff.name for line in formula.ingredients}
    out: list[Doubt] = []
    for name, share in doubt_shares(draws, values).items():
        if share < LEAST_DOUBT or len(out) >= SHOWN_DOUBTS:
            break
        scope, _, what = name.partition("/")
        if scope == "formula" and what in by_id:
            out.append(Doubt(share, f"how much {by_id[what]} was really measured"))
        elif scope in by_key:
            out.append(
                Doubt(
                    share,
                    f"{_words()['of'].get(what.split(' ')[0], what.replace('_', ' '))} of {by_key[scope]}",
                )
            )
        else:
            out.append(Doubt(share, _words()["whole"].get(what or scope, (what or scope).replace("_", " "))))
    return tuple(out)
