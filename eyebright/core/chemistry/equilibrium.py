"""The pH of a mix, from what is in it.

Given analytical totals, the hydron closes the charge balance. Written as
F = ln(protons held and free) - ln(protons called for), the balance falls steadily and almost
straight with pH, so a bracketed Newton step finds it from anywhere. Free calcium and magnesium
take their own Newton step in the same pass, and the ionic strength is iterated round both.
The equations stand once, and serve one mix (plain floats) and thousands (arrays).
"""

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import ArrayLike, NDArray

from .activity import DebyeHueckel, Number
from .species import LN10, Acid, IonSize, SpeciesTable, species_table

Array = NDArray[np.float64]

PH_LOWEST, PH_HIGHEST = -2.0, 16.0
# Newton squares the error, so what is left is far below the last step: on the kitchen mixes these
# two leave at most 3e-4 of a pH unit.
LOOSE_STEP, FINE_STEP = 0.5, 3e-3  # pH
STRENGTH_TOLERANCE = 3e-3  # relative to (I + 1e-6)
START_ACID, START_ALKALI = 3.5, 8.0  # pH to start from, by whether the anions call for protons
HIGHEST_STRENGTH = 3.0  # mol/kg: beyond it the activity model says nothing, and stands still
LARGEST_STEP = 3.0  # pH, a pass
LARGEST_METAL_STEP = 2.0  # in ln(free metal), a pass
MOST_ROUNDS = 80
CHUNK = 8192  # rows solved together: the fewest calls that still stay in the processor's cache
NOTHING = 1e-300


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


class _Form(NamedTuple):
    """One form of an acid: its protons, its charge, and the metal it holds, if any.

    `helps` and `hinders` index the ions whose activity coefficients make its constant a
    conditional one: those it is made of, and itself.
    """

    protons: int
    charge: int
    metal: int | None
    ln_k: float
    helps: tuple[int, ...]
    hinders: int


# An ion as far as its activity goes: its charge, and its size where that is known.
Kind = tuple[int, IonSize | None]


@dataclass(frozen=True)
class _System:
    """The species that the components present can form, at one temperature."""

    table: SpeciesTable
    acids: tuple[tuple[str, tuple[_Form, ...]], ...]
    metals: tuple[str, ...]
    fixed: tuple[tuple[str, int], ...]
    kinds: tuple[Kind, ...]  # the hydron first, then the hydroxide
    debye: DebyeHueckel


@lru_cache(maxsize=256)
def _system(present: frozenset[str], temperature_c: float) -> _System:
    table = species_table(temperature_c)
    metals = tuple(name for name in table.metals if name in present)
    kinds: list[Kind] = [(1, table.sizes["hydron", 1]), (-1, table.sizes["hydroxide", -1])]

    def kind(charge: int, component: str = "") -> int:
        size = table.sizes.get((component, charge))
        key = (charge, size) if size else (abs(charge), None)
        if key not in kinds:
            kinds.append(key)
        return kinds.index(key)

    def forms(acid: Acid) -> tuple[_Form, ...]:
        bare = kind(acid.charge, acid.component)
        out = [_Form(0, acid.charge, None, 0.0, (bare,), bare)]
        for protons, ln_beta in enumerate(acid.ln_betas[1:], start=1):
            charge = acid.charge + protons
            out.append(_Form(protons, charge, None, ln_beta, (bare,), kind(charge, acid.component)))
        for pair in table.pairs:
            if pair.ligand == acid.component and pair.metal in metals:
                made_of = (bare, kind(table.metals[pair.metal], pair.metal))
                metal = metals.index(pair.metal)
                out.append(_Form(pair.protons, pair.charge, metal, pair.ln_k, made_of, kind(pair.charge)))
        return tuple(out)

    return _System(
        table=table,
        acids=tuple((name, forms(acid)) for name, acid in table.acids.items() if name in present),
        metals=metals,
        fixed=tuple((n, z) for n, z in table.spectators.items() if n in present),
        kinds=tuple(kinds),
        debye=DebyeHueckel.at(temperature_c),
    )


class _Pass(NamedTuple):
    """What one pass over the species finds, at one pH and one set of free metals."""

    gap: Number  # ln(held / called for): above zero the pH must rise
    slope: Number  # of the gap, by ln(hydron)
    buffer: Number  # mol/kg of base per pH unit
    metal_steps: list[Number]  # in ln(free metal), the pH standing still
    metal_turns: list[Number]  # of those steps, by ln(hydron)
    strength: Number


# A form's conditional constant with its protons, its squared charge and the metal it holds.
Term = tuple[Number, int, int, int | None]


class _Mix:
    """The equations of one mix, or of many with one composition."""

    def __init__(
        self,
        system: _System,
        totals: Mapping[str, Number],
        exp: Callable[[Number], Number],
        log: Callable[[Number], Number],
        sqrt: Callable[[Number], Number],
    ) -> None:
        self._system, self._totals = system, totals
        self._exp, self._log, self._sqrt = exp, log, sqrt
        self.metals: list[Number] = [totals[name] * 1.0 for name in system.metals]
        self._metal_totals = [totals[name] for name in system.metals]
        charge: Number = 0.0
        for name, z in system.fixed:
            charge = charge + z * totals[name]
        for name in system.metals:
            charge = charge + system.table.metals[name] * totals[name]
        for name, forms in system.acids:
            charge = charge + forms[0].charge * totals[name]
        # The protons that the anions call for; below zero, alkali stands in for them.
        self._called = 0.5 * (abs(charge) - charge)
        self._alkali = 0.5 * (abs(charge) + charge)
        self.first_ph = START_ALKALI + (START_ACID - START_ALKALI) * (charge < 0.0)
        self._fixed_strength = sum(totals[name] * z * z for name, z in system.fixed)
        self._acids: list[tuple[Number, bool, list[Term]]] = []

    def first_strength(self) -> Number:
        """A start for the ionic strength (mol/kg): the ions that keep their charge."""
        return 0.5 * (self._fixed_strength + 4.0 * sum(self.metals)) + 1e-4

    def set_strength(self, strength: Number) -> None:
        """Turn the constants into conditional ones, for concentrations, at this strength."""
        system, exp = self._system, self._exp
        ln_gammas = system.debye.ln_gammas(system.kinds, strength, self._sqrt)
        self._per_gamma_h = exp(-ln_gammas[0])
        self._kw = exp(system.table.ln_kw - ln_gammas[1])
        self._acids = []
        for name, forms in system.acids:
            terms: list[Term] = [(1.0, 0, forms[0].charge ** 2, None)]
            for protons, charge, metal, ln_k, helps, hinders in forms[1:]:
                ln_constant = ln_k - ln_gammas[hinders]
                for made_of in helps:
                    ln_constant = ln_constant + ln_gammas[made_of]
                terms.append((exp(ln_constant), protons, charge * charge, metal))
            self._acids.append((self._totals[name], terms[-1][3] is not None, terms))

    def look(self, ph: Number) -> _Pass:
        """One pass over every species. Slopes are the covariances of what each acid holds."""
        h = self._exp(-LN10 * ph)
        hydron, hydroxide = h * self._per_gamma_h, self._kw / h
        powers = (1.0, h, h * h, h * h * h)
        metals = self.metals
        every = range(len(metals))
        held, spread = hydron + self._alkali, hydron
        strength = hydron + hydroxide + self._fixed_strength
        bound, with_h, jacobian = [], [], []
        for m in every:
            strength = strength + 4.0 * metals[m]
            bound.append(metals[m] - self._metal_totals[m])
            with_h.append(0.0)
            jacobian.append([metals[m] if n == m else 0.0 for n in every])
        for total, pairs, terms in self._acids:
            whole: Number = 0.0
            first: Number = 0.0
            second: Number = 0.0
            squares: Number = 0.0
            metal_sum: list[Number] = [0.0 for _ in every]
            metal_first: list[Number] = [0.0 for _ in every]
            for constant, p, z2, metal in terms:
                term = constant * powers[p] if p else constant
                if metal is not None:
                    term = term * metals[metal]
                    metal_sum[metal] = metal_sum[metal] + term
                whole = whole + term
                if z2:
                    squares = squares + (term if z2 == 1 else z2 * term)
                if p:
                    weighted = term if p == 1 else p * term
                    first = first + weighted
                    second = second + (weighted if p == 1 else p * weighted)
                    if metal is not None:
                        metal_first[metal] = metal_first[metal] + weighted
            bare = total / whole
            mean = first / whole
            held = held + bare * first
            spread = spread + bare * (second - first * mean)
            strength = strength + bare * squares
            if not pairs:
                continue
            for m in every:
                share = bare * metal_sum[m]
                bound[m] = bound[m] + share
                with_h[m] = with_h[m] + bare * metal_first[m] - share * mean
                jacobian[m][m] = jacobian[m][m] + share
                part = share / whole
                for n in every:
                    jacobian[m][n] = jacobian[m][n] - part * metal_sum[n]
        steps, turns = _solve_small(jacobian, bound, with_h)
        for m in every:
            held = held + with_h[m] * steps[m]
            spread = spread + with_h[m] * turns[m]
        called = hydroxide + self._called
        held = _at_least(held, hydron * 1e-3)
        return _Pass(
            gap=self._log(held / called),
            slope=spread / held + hydroxide / called,
            buffer=LN10 * (spread + hydroxide),
            metal_steps=steps,
            metal_turns=turns,
            strength=0.5 * strength,
        )

    def move_metals(self, here: _Pass, ln_h_step: Number) -> float:
        """Take the metals' part of a Newton step; returns the largest step in ln(free metal)."""
        worst = 0.0
        for m, (step, turn) in enumerate(zip(here.metal_steps, here.metal_turns, strict=True)):
            move = _clamp(step + turn * ln_h_step, -LARGEST_METAL_STEP, LARGEST_METAL_STEP)
            self.metals[m] = _clamp(self.metals[m] * self._exp(move), 0.0, self._metal_totals[m])
            worst = max(worst, abs(move) if isinstance(move, float) else float(np.abs(move).max()))
        return worst

    def species(self, ph: float) -> dict[str, float]:
        """Every species by name, mol/kg."""
        h = self._exp(-LN10 * ph)
        out = {"H+": h * self._per_gamma_h, "OH-": self._kw / h}
        out |= {name: self._totals[name] for name, _ in self._system.fixed}
        out |= dict(zip(self._system.metals, self.metals, strict=True))
        for (name, forms), (total, _, terms) in zip(self._system.acids, self._acids, strict=True):
            amounts = [
                constant * h**p * (1.0 if m is None else self.metals[m]) for constant, p, _, m in terms
            ]
            for form, amount in zip(forms, amounts, strict=True):
                out[self._form_name(name, form)] = total * amount / sum(amounts)
        return out

    def _form_name(self, component: str, form: _Form) -> str:
        metal = "" if form.metal is None else f"{self._system.metals[form.metal]}·"
        protons = {0: "", 1: "H·"}.get(form.protons, f"H{form.protons}·")
        return f"{metal}{protons}{component} {form.charge:+d}"


def _trust(count: int) -> float:
    """How far to follow a new ionic strength: wholly at first, ever less if it swings."""
    return 1.0 if count < 8 else max(0.1, 0.5 ** (count // 8))


def _solve_small(
    jacobian: list[list[Number]], bound: list[Number], with_h: list[Number]
) -> tuple[list[Number], list[Number]]:
    """Solve J x = -bound and J y = -with_h for none, one or two metals."""
    if not jacobian:
        return [], []
    if len(jacobian) == 1:
        inverse = -1.0 / (jacobian[0][0] + NOTHING)
        return [bound[0] * inverse], [with_h[0] * inverse]
    (a, b), (c, d) = jacobian
    inverse = -1.0 / (a * d - b * c + NOTHING)

    def solved(right: list[Number]) -> list[Number]:
        first, second = right
        return [(d * first - b * second) * inverse, (a * second - c * first) * inverse]

    return solved(bound), solved(with_h)


def _clamp(value: Number, low: Number, high: Number) -> Number:
    if isinstance(value, float):
        return min(max(value, low), high)
    return np.minimum(np.maximum(value, low), high)


def _at_least(value: Number, low: Number) -> Number:
    return max(value, low) if isinstance(value, float) else np.maximum(value, low)


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
    mix = _Mix(
        _system(present, float(temperature_c)),
        {name: float(totals[name]) for name in present},
        math.exp,
        math.log,
        math.sqrt,
    )
    strength, ph = min(mix.first_strength(), HIGHEST_STRENGTH), mix.first_ph
    for count in range(MOST_ROUNDS):
        mix.set_strength(strength)
        low, high = PH_LOWEST, PH_HIGHEST
        first_step = 0.0
        for _ in range(MOST_ROUNDS):
            here = mix.look(ph)
            low, high = (ph, high) if here.gap > 0.0 else (low, ph)
            moved = ph + _clamp(here.gap / (LN10 * here.slope), -LARGEST_STEP, LARGEST_STEP)
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
    return Equilibrium(ph, here.strength, here.buffer, mix.species(ph))


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
    system = _system(present, float(temperature_c))
    whole = {name: np.broadcast_to(columns[name], shape) for name in present}
    start = None if start is None else np.broadcast_to(start, shape)
    out = EquilibriumMany(*(np.empty(shape) for _ in range(3)))
    for begin in range(0, shape[0], CHUNK):
        rows = slice(begin, begin + CHUNK)
        part = {name: np.ascontiguousarray(column[rows]) for name, column in whole.items()}
        ph, strength, capacity = _solve_rows(system, part, None if start is None else start[rows])
        out.ph[rows], out.ionic_strength[rows], out.buffer_capacity[rows] = ph, strength, capacity
    return out


def _solve_rows(system: _System, totals: dict[str, Array], start: Array | None) -> tuple[Array, Array, Array]:
    """The same rounds as `solve_ph`, a whole chunk at once; a row is done when all are."""
    mix = _Mix(system, totals, np.exp, np.log, np.sqrt)
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
