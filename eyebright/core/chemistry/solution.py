"""Putting things together in one jug: what each part brings, and the pH of the whole."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..numbers import PRIOR, Draws, Figure, Posterior, figure
from .equilibrium import EquilibriumMany, solve_ph_many
from .sites import alkali_beyond_acid
from .species import species_table

Array = NDArray[np.float64]

NEAT_DRAWS = 400
CALCITE_PH = 6.4  # to which calcite takes up acid under one atmosphere of carbon dioxide, pairs apart
CALCITE_TRACE = 1.2e-4  # mol/kg that pure water dissolves of it
START_PH = 5.0  # where a mix that nothing is known of begins to be solved


@dataclass(frozen=True)
class Contribution:
    """What one unit (a mL of liquid, a g of powder) brings into the jug.

    `moles`: mol of each component, arrays of draws; `water`: kg of water; `volume`: mL it takes up;
    `mineral`: a carbonate that dissolves only as far as acid takes it up.
    """

    moles: Mapping[str, Array]
    water: float | Array
    volume: float = 1.0
    mineral: bool = False


@dataclass(frozen=True)
class Part:
    """So much of something in the jug: `amount` in its own units, broadcastable with the draws."""

    contribution: Contribution
    amount: Array


def totals(parts: Sequence[Part]) -> dict[str, Array]:
    """Analytical totals of the mix, mol per kg of water."""
    water = sum(part.contribution.water * part.amount for part in parts)

    def brought(mineral: bool) -> dict[str, Array]:
        out: dict[str, Array] = {}
        for part in parts:
            if part.contribution.mineral is mineral:
                for component, moles in part.contribution.moles.items():
                    out[component] = out.get(component, np.zeros(1)) + moles * part.amount
        return {component: moles / water for component, moles in out.items()}

    mixed, minerals = brought(False), brought(True)
    if minerals:
        dissolves = _dissolved_mineral(mixed, minerals)
        for component, moles in minerals.items():
            mixed[component] = mixed.get(component, np.zeros(1)) + moles * dissolves
    return mixed


def _dissolved_mineral(mixed: Mapping[str, Array], minerals: Mapping[str, Array]) -> Array:
    """The share of carbonate minerals (chalk, shell) that dissolves: what acid takes up to the pH at which
    they stand in open water full of their own gas, and the trace that water holds by itself.
    """
    base = 2.0 * (minerals.get("calcium", np.zeros(1)) + minerals.get("magnesium", np.zeros(1)))
    acid = np.maximum(-alkali_beyond_acid(mixed, CALCITE_PH), 0.0) if mixed else np.zeros(1)
    share: Array = np.minimum((acid + 2.0 * CALCITE_TRACE) / np.maximum(base, 1e-12), 1.0)
    return share


def solve(mixed: Mapping[str, Array], guess: Array | None = None) -> EquilibriumMany:
    """The pH of mixes by their totals, of any shape that broadcasts; the answer has that shape."""
    shape = np.broadcast_shapes((1,), *(column.shape for column in mixed.values()))
    flat = {name: np.broadcast_to(column, shape).ravel() for name, column in mixed.items()}
    start = None if guess is None else np.broadcast_to(guess, shape).ravel()
    solved = solve_ph_many(flat, guess=start)
    return EquilibriumMany(
        solved.ph.reshape(shape),
        solved.ionic_strength.reshape(shape),
        solved.buffer_capacity.reshape(shape),
    )


def solve_together(mixes: Sequence[tuple[Mapping[str, Array], Array | None]]) -> list[EquilibriumMany]:
    """Several mixes, each as for `solve` with its guess, in one call: the fixed cost of one is paid once."""
    shapes, flat = [], []
    for mixed, guess in mixes:
        shape = np.broadcast_shapes((1,), *(column.shape for column in mixed.values()))
        rows = {name: np.broadcast_to(column, shape).ravel() for name, column in mixed.items()}
        start = np.full(shape, START_PH) if guess is None else np.broadcast_to(guess, shape)
        shapes.append(shape)
        flat.append((rows, start.ravel()))
    present = {name for rows, _ in flat for name in rows}
    whole = {
        name: np.concatenate([rows.get(name, np.zeros(len(start))) for rows, start in flat])
        for name in present
    }
    solved = solve_ph_many(whole, guess=np.concatenate([start for _, start in flat]))
    out, at = [], 0
    for shape, (_, start) in zip(shapes, flat, strict=True):
        here = slice(at, at := at + len(start))
        fields = (solved.ph, solved.ionic_strength, solved.buffer_capacity)
        out.append(EquilibriumMany(*(field[here].reshape(shape) for field in fields)))
    return out


def acid_grams(parts: Sequence[Part]) -> dict[str, Array]:
    """Grams of each organic acid per 100 mL of the mix, free and turned to salt together."""
    acids = {name: acid for name, acid in species_table().acids.items() if acid.organic}
    volume = sum(part.contribution.volume * part.amount for part in parts)
    out: dict[str, Array] = {}
    for part in parts:
        for component, moles in part.contribution.moles.items():
            if component in acids:
                grams = moles * part.amount * acids[component].mass * 100.0 / volume
                out[component] = out.get(component, np.zeros(1)) + grams
    return out


def neat_ph(contribution: Callable[[Draws], Contribution], posterior: Posterior = PRIOR) -> Figure:
    """The pH of a liquid by itself, with its range."""
    draws = Draws(NEAT_DRAWS, posterior=posterior)
    return figure(solve(totals([Part(contribution(draws), np.ones(1))])).ph, "pH")
