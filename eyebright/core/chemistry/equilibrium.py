"""The pH of a mix, from what is in it.

Given analytical totals, the hydron closes the charge balance. Written as
F = ln(protons held and free) - ln(protons called for), the balance falls steadily and almost
straight with pH, so a bracketed Newton step finds it from anywhere, and the ionic strength is
iterated round it. The equations themselves stand in `balance.py`.
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

from .activity import Number
from .charge_balance import ChargeBalance, Pass, clamp
from .composition import Composition, composition_of
from .species import LN10, species_table

Array = NDArray[np.float64]

PH_LOWEST, PH_HIGHEST = -2.0, 16.0
# Newton squares the error, so what is left is far below the last step: on the kitchen mixes these
# two leave at most 3e-4 of a pH unit.
LOOSE_STEP, FINE_STEP = 0.5, 3e-3  # pH
STRENGTH_TOLERANCE = 3e-3  # relative to (I + 1e-6)
HIGHEST_STRENGTH = 3.0  # mol/kg: beyond it the activity model says nothing, and stands still
LARGEST_STEP = 3.0  # pH, a pass
MOST_ROUNDS = 80
FEW = 6  # rows: so many are solved sooner one by one than as arrays
CHUNK = 8192  # rows solved together: the fewest calls that still stay in the processor's cache


class ChemistryError(ValueError):
    """Totals or a temperature that no mix can have; `component` names the one at fault."""

    def __init__(self, message: str, component: str | None = None) -> None:
        super().__init__(message)
        self.component = component


@dataclass(frozen=True)
class Equilibrium:
    """A solved mix. Strength and species in mol/kg water; buffer capacity in mol/kg per pH."""

    ph: float
    ionic_strength: float
    buffer_capacity: float
    species: dict[str, float]


@dataclass(frozen=True)
class EquilibriumMany:
    """Solved mixes, arrays of shape (n,): pH, ionic strength (mol/kg), buffer capacity (mol/kg per pH)."""

    ph: Array
    ionic_strength: Array
    buffer_capacity: Array


def _trust(count: int) -> float:
    """How far to follow a new ionic strength: wholly at first, ever less if it swings."""
    return 1.0 if count < 8 else max(0.1, 0.5 ** (count // 8))


def _checked(totals: Mapping[str, Number], temperature_c: float) -> frozenset[str]:
    """The components present, or a ChemistryError for what no mix can have."""
    if not 0.0 <= temperature_c <= 100.0:
        raise ChemistryError(f"the mix is a liquid from 0 to 100 °C, not at {temperature_c} °C")
    known = species_table(temperature_c).components
    present = set()
    for name, amount in totals.items():
        if name not in known:
            raise ChemistryError(f"there is no component called {name!r}", name)
        if isinstance(amount, np.ndarray):
            least, most = (float(amount.min()), float(amount.max())) if amount.size else (0.0, 0.0)
        else:
            least = most = float(amount)
        if not (math.isfinite(least) and math.isfinite(most)):
            raise ChemistryError(f"the amount of {name} is not a number", name)
        if least < 0.0:
            raise ChemistryError(f"the amount of {name} cannot be below nothing", name)
        if most > 0.0:
            present.add(name)
    return frozenset(present)


def solve_ph(totals: Mapping[str, float], temperature_c: float = 25.0) -> Equilibrium:
    """Solve one mix.

    `totals`: analytical totals by component, mol per kg of water; what is left out is absent.
    Pure acids are given as their anion alone: the hydron closes the charge balance.
    Raises ChemistryError for an unknown component, a negative total, or no liquid.
    """
    present = _checked(totals, temperature_c)
    amounts = {name: float(totals[name]) for name in present}
    mix, ph, here = _solve_row(composition_of(present, float(temperature_c)), amounts, None)
    return Equilibrium(ph, here.strength, here.buffer, mix.species(ph))


def _solve_row(
    composition: Composition, totals: dict[str, float], start: float | None
) -> tuple[ChargeBalance, float, Pass]:
    """One mix in plain numbers: its balance, its pH, and how it stands there."""
    mix = ChargeBalance(composition, totals, math.exp, math.log, math.sqrt)
    strength, ph = min(mix.first_strength(), HIGHEST_STRENGTH), mix.first_ph if start is None else start
    for count in range(MOST_ROUNDS):
        mix.set_strength(strength)
        low, high = PH_LOWEST, PH_HIGHEST
        first_step = 0.0
        for _ in range(MOST_ROUNDS):
            here = mix.look(ph)
            low, high = (ph, high) if here.gap > 0.0 else (low, ph)
            moved = ph + clamp(here.gap / (LN10 * here.slope), -LARGEST_STEP, LARGEST_STEP)
            if abs(moved - ph) > LOOSE_STEP and not low < moved < high:
                moved = 0.5 * (low + high)
            step = moved - ph
            metal_step = mix.move_metals(here, -LN10 * step)
            ph = moved
            first_step = first_step or abs(step) + metal_step
            if abs(step) + metal_step < LOOSE_STEP:
                break
        found = min(here.strength, HIGHEST_STRENGTH)
        change = abs(found - strength)
        if change < STRENGTH_TOLERANCE * (found + 1e-6) and first_step < FINE_STEP:
            break
        strength = strength + _trust(count) * (found - strength)
    else:  # pragma: no cover - the strength settles in a few rounds for any mix we know
        raise ChemistryError("the ionic strength of this mix would not settle")
    return mix, ph, here


def solve_ph_many(
    totals: Mapping[str, ArrayLike],
    temperature_c: float = 25.0,
    guess: ArrayLike | None = None,
) -> EquilibriumMany:
    """Solve many mixes together: arrays of totals of shape (n,), or scalars shared by all.

    `guess`: pH to start from, shape (n,) or a scalar, when roughly known; it saves rounds and
    never changes the answer. Same units and errors as `solve_ph`.
    """
    columns = {name: np.asarray(values, dtype=float) for name, values in totals.items()}
    present = _checked(columns, temperature_c)
    start = None if guess is None else np.asarray(guess, dtype=float)
    shapes = [column.shape for column in columns.values()]
    shape = np.broadcast_shapes((1,), () if start is None else start.shape, *shapes)
    if len(shape) != 1:
        raise ChemistryError("totals are one row a mix: arrays of one dimension")
    composition = composition_of(present, float(temperature_c))
    whole = {name: np.broadcast_to(columns[name], shape) for name in present}
    start = None if start is None else np.broadcast_to(start, shape)
    out = EquilibriumMany(*(np.empty(shape) for _ in range(3)))
    if shape[0] <= FEW:
        for row in range(shape[0]):
            one = {name: float(column[row]) for name, column in whole.items()}
            _, found, here = _solve_row(composition, one, None if start is None else float(start[row]))
            out.ph[row], out.ionic_strength[row], out.buffer_capacity[row] = found, here.strength, here.buffer
        return out
    for begin in range(0, shape[0], CHUNK):
        rows = slice(begin, begin + CHUNK)
        part = {name: np.ascontiguousarray(column[rows]) for name, column in whole.items()}
        ph, strength, capacity = _solve_rows(composition, part, None if start is None else start[rows])
        out.ph[rows], out.ionic_strength[rows], out.buffer_capacity[rows] = ph, strength, capacity
    return out


def _solve_rows(
    composition: Composition, totals: dict[str, Array], start: Array | None
) -> tuple[Array, Array, Array]:
    """The same rounds as `solve_ph`, a whole chunk at once; a row is done when all are."""
    mix = ChargeBalance(composition, totals, np.exp, np.log, np.sqrt)
    rows = next(iter(totals.values())) * 0.0 if totals else np.zeros(1)
    ph = rows + (mix.first_ph if start is None else start)
    strength = np.minimum(rows + mix.first_strength(), HIGHEST_STRENGTH)
    for count in range(MOST_ROUNDS):
        mix.set_strength(strength)
        low, high = np.full_like(ph, PH_LOWEST), np.full_like(ph, PH_HIGHEST)
        first_step = 0.0
        for _ in range(MOST_ROUNDS):
            here = mix.look(ph)
            above = here.gap > 0.0
            low, high = np.where(above, ph, low), np.where(above, high, ph)
            moved = ph + np.clip(here.gap / (LN10 * here.slope), -LARGEST_STEP, LARGEST_STEP)
            outside = ((moved <= low) | (moved >= high)) & (np.abs(moved - ph) > LOOSE_STEP)
            if outside.any():
                moved = np.where(outside, 0.5 * (low + high), moved)
            step = moved - ph
            metal_step = mix.move_metals(here, -LN10 * step)
            ph = moved
            largest = float(np.max(np.abs(step))) + metal_step
            first_step = first_step or largest
            if largest < LOOSE_STEP:
                break
        found = np.minimum(here.strength, HIGHEST_STRENGTH)
        settled = np.abs(found - strength) < STRENGTH_TOLERANCE * (found + 1e-6)
        if first_step < FINE_STEP and settled.all():
            break
        strength = strength + _trust(count) * (found - strength)
    else:  # pragma: no cover - see solve_ph
        raise ChemistryError("the ionic strength of this mix would not settle")
    return ph, here.strength, here.buffer
