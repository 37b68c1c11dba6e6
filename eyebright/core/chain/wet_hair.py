"""One pour after another over one head: what the wet hair holds, what the fibre binds, what comes next.

Squeezed hair keeps about its own weight of what was poured last, and the fibre takes acid and base up
and gives them back. Each pour mixes with both, and most of it drains away again.
"""

import tomllib
from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import cache
from pathlib import Path
from typing import Any, Protocol

import numpy as np

from ..chemistry import LADDER, Part, solve, totals
from ..heads import Record, hair_mass, liquid_held
from ..numbers import PRIOR, Array, Draws, Figure, Posterior, Spread, figure
from ..rules import limits

DRAWN = 160
FINE = ("sites_3", "sites_4_5", "sites_6", "sites_7_5", "sites_9")  # what the fibre holds on to
FOLLOW = (25.0, 1500.0, 22)  # mL of the rinse that follows: from, to, in so many steps
TRACE = 1e-12


class Poured(Protocol):
    """Anything that can be poured: a jug with so much of its open line, a bowl, plain water."""

    def parts(self, amount: Array, draws: Draws) -> list[Part]:
        """What is in it."""
        ...


@dataclass(frozen=True)
class Pouring:
    """One pour: a jug (its open line at `amount`), how much of it goes over the hair (mL), its name."""

    jug: Poured
    amount: float
    volume: float
    name: str


@dataclass(frozen=True)
class Hair:
    """The hair that it goes over: a head's record, or nobody's in particular."""

    record: Record | None = None
    sure: dict[str, Any] = field(default_factory=dict)

    def mass(self, draws: Draws) -> Array:
        """g of dry hair."""
        if self.record is None:
            return draws.of("hair", Spread.of(wet_hair_table()["hair"]["mass"]))
        return hair_mass(self.record, draws.within("head"), self.sure)

    def holds(self, draws: Draws) -> Array:
        """mL of liquid that the wet, squeezed hair keeps."""
        more = 1.0 if self.record is None else liquid_held(self.record)
        return self.mass(draws) * more * draws.of("hair holds", Spread.of(wet_hair_table()["hair"]["holds"]))


@dataclass(frozen=True)
class After:
    """The wet hair after one pour: its pH."""

    name: str
    ph: Figure


@dataclass(frozen=True)
class Follow:
    """The rinse that must follow: the wet hair's pH by mL of it poured; `enough` mL bring it into the band.

    None of it does where `enough` is None; `most`: beyond it the hair is sharper than the band.
    """

    volume: tuple[float, ...]
    median: tuple[float, ...]
    low: tuple[float, ...]
    high: tuple[float, ...]
    band: tuple[float, float]
    enough: float | None
    most: float | None


@cache
def wet_hair_table() -> dict[str, Any]:
    """The table of `basin.toml`, read once."""
    return tomllib.loads(Path(__file__).with_name("wet_hair.toml").read_text("utf-8"))


@dataclass(frozen=True)
class _Wet:
    """Wet hair: mol of each component in what it holds, kg of that water, and the fibre's own sites.

    `bound`: mol of base that the fibre holds. Arrays that broadcast with the draws.
    """

    moles: dict[str, Array]
    water: Array
    sites: dict[str, Array]
    bound: Array


def after_pours(
    hair: Hair, pours: Sequence[Pouring], posterior: Posterior = PRIOR, draws: Draws | None = None
) -> tuple[After, ...]:
    """The wet hair's pH after each pour of a chain, in order."""
    draws = draws or Draws(DRAWN, posterior=posterior)
    wet, out = _dry(hair, draws), []
    for place, pour in enumerate(pours):
        wet, ph = _poured(wet, hair, pour, np.array([pour.volume]), draws, place)
        out.append(After(pour.name, figure(np.broadcast_to(ph, (draws.count,)), "pH")))
    return tuple(out)


def follow(hair: Hair, before: Sequence[Pouring], rinse: Pouring, posterior: Posterior = PRIOR) -> Follow:
    """How much of a rinse brings wet hair back into the scalp's band, after what went over it before."""
    draws = Draws(DRAWN, posterior=posterior)
    wet = _dry(hair, draws)
    for place, pour in enumerate(before):
        wet, _ = _poured(wet, hair, pour, np.array([pour.volume]), draws, place)
    low, high, steps = FOLLOW
    volume = np.geomspace(low, high, steps)
    _, ph = _poured(wet, hair, rinse, volume[:, None], draws, len(before))
    ph = np.broadcast_to(ph, (steps, DRAWN))
    quantiles = np.quantile(ph, (0.05, 0.5, 0.95), axis=1)
    mark = next(mark for mark in limits().marks if mark.key == "scalp")
    enough = _falls_to(mark.high, volume, quantiles[1])
    return Follow(
        volume=tuple(volume.tolist()),
        median=tuple(quantiles[1].tolist()),
        low=tuple(quantiles[0].tolist()),
        high=tuple(quantiles[2].tolist()),
        band=(mark.low, mark.high),
        enough=enough,
        most=_falls_to(mark.low, volume, quantiles[1]),
    )


def _falls_to(ph: float, volume: Array, median: Array) -> float | None:
    """The volume at which the hair comes down to this pH; None where it never does, or was there before."""
    if median[0] <= ph or median[-1] > ph:
        return None
    falling = np.minimum.accumulate(median)
    return float(np.exp(np.interp(-ph, -falling, np.log(volume))))


def _dry(hair: Hair, draws: Draws) -> _Wet:
    """Clean dry hair: nothing held, and the fibre at its own pH."""
    table = wet_hair_table()["hair"]
    each = draws.of("fibre sites", Spread.of(table["sites"])) * 1e-3
    reached = draws.of("fibre reached", Spread.of(table["reached"]))
    sites = {name: hair.mass(draws) * each * reached for name in FINE}
    own = draws.of("hair's own pH", Spread.of(table["own"]))
    return _Wet({}, np.zeros(1), sites, _charge(own, sites))


def _charge(ph: Array, sites: dict[str, Array]) -> Array:
    """mol of base that the fibre's sites hold at this pH, as in dilute water."""
    return sum((each / (1.0 + 10.0 ** (LADDER[name] - ph)) for name, each in sites.items()), np.zeros(1))


def _poured(
    wet: _Wet, hair: Hair, pour: Pouring, volume: Array, draws: Draws, place: int
) -> tuple[_Wet, Array]:
    """Wet hair after one pour (mL, broadcast with the draws), and the pH of what it holds."""
    parts = pour.jug.parts(np.array([pour.amount]), draws)
    size = sum(part.contribution.volume * part.amount for part in parts)
    meets = draws.of(f"pour {place} meets", Spread.of(wet_hair_table()["hair"]["meets"]))
    share = volume * meets / np.maximum(size, TRACE)
    water = sum(part.contribution.water * part.amount for part in parts) * share
    moles = dict(wet.moles)
    for name, each in totals(parts).items():
        moles[name] = moles.get(name, np.zeros(1)) + each * water
    together = water + wet.water
    whole = {name: each / together for name, each in moles.items()}
    for name, each in wet.sites.items():
        whole[name] = whole.get(name, np.zeros(1)) + each / together
    whole["potassium"] = whole.get("potassium", np.zeros(1)) + wet.bound / together
    ph = solve(whole).ph
    bound = _charge(ph, wet.sites)
    kept = np.minimum(hair.holds(draws) * 1e-3 / together, 1.0)
    # What the fibre took up has left the liquid, and what it let go is in it.
    given = wet.bound - bound
    moles["potassium"] = moles.get("potassium", np.zeros(1)) + np.maximum(given, 0.0)
    moles["chloride"] = moles.get("chloride", np.zeros(1)) + np.maximum(-given, 0.0)
    left = {name: each * kept for name, each in moles.items()}
    return _Wet(left, together * kept, wet.sites, bound), ph
