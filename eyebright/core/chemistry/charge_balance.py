"""The balance of charge and of metals in a mix, one pass at a time.

The equations stand once, and serve one mix (plain floats) and many of one composition (arrays).
Free calcium and magnesium take their own Newton step in the same pass as the hydron.
"""

from collections.abc import Callable, Mapping
from typing import NamedTuple

import numpy as np

from .activity import Number
from .composition import Composition, Form
from .species import LN10

START_ACID, START_ALKALI = 3.5, 8.0  # pH to start from, by whether the anions call for protons
LARGEST_METAL_STEP = 2.0  # in ln(free metal), a pass
NOTHING = 1e-300


class Pass(NamedTuple):
    """What one pass over the species finds, at one pH and one set of free metals."""

    gap: Number  # ln(held / called for): above zero the pH must rise
    slope: Number  # of the gap, by ln(hydron)
    buffer: Number  # mol/kg of base per pH unit
    metal_steps: list[Number]  # in ln(free metal), the pH standing still
    metal_turns: list[Number]  # of those steps, by ln(hydron)
    strength: Number


# A form's conditional constant with its protons, its squared charge and the metal it holds.
Term = tuple[Number, int, int, int | None]


class ChargeBalance:
    """The equations of one mix, or of many with one composition."""

    def __init__(
        self,
        composition: Composition,
        totals: Mapping[str, Number],
        exp: Callable[[Number], Number],
        log: Callable[[Number], Number],
        sqrt: Callable[[Number], Number],
    ) -> None:
        self._composition, self._totals = composition, totals
        self._exp, self._log, self._sqrt = exp, log, sqrt
        self.metals: list[Number] = [totals[name] * 1.0 for name in composition.metals]
        self._metal_totals = [totals[name] for name in composition.metals]
        charge: Number = 0.0
        for name, z in composition.fixed:
            charge = charge + z * totals[name]
        for name in composition.metals:
            charge = charge + composition.table.metals[name] * totals[name]
        for name, forms in composition.acids:
            charge = charge + forms[0].charge * totals[name]
        # The protons that the anions call for; below zero, alkali stands in for them.
        self._called = 0.5 * (abs(charge) - charge)
        self._alkali = 0.5 * (abs(charge) + charge)
        self.first_ph = START_ALKALI + (START_ACID - START_ALKALI) * (charge < 0.0)
        self._fixed_strength = sum(totals[name] * z * z for name, z in composition.fixed)
        self._acids: list[tuple[Number, bool, list[Term]]] = []

    def first_strength(self) -> Number:
        """A start for the ionic strength (mol/kg): the ions that keep their charge."""
        return 0.5 * (self._fixed_strength + 4.0 * sum(self.metals)) + 1e-4

    def set_strength(self, strength: Number) -> None:
        """Turn the constants into conditional ones, for concentrations, at this strength."""
        composition, exp = self._composition, self._exp
        ln_gammas = composition.debye.ln_gammas(composition.kinds, strength, self._sqrt)
        self._per_gamma_h = exp(-ln_gammas[0])
        self._kw = exp(composition.table.ln_kw - ln_gammas[1])
        self._acids = []
        for name, forms in composition.acids:
            terms: list[Term] = [(1.0, 0, forms[0].charge ** 2, None)]
            for protons, charge, metal, ln_k, helps, hinders in forms[1:]:
                ln_constant = ln_k - ln_gammas[hinders]
                for made_of in helps:
                    ln_constant = ln_constant + ln_gammas[made_of]
                terms.append((exp(ln_constant), protons, charge * charge, metal))
            self._acids.append((self._totals[name], terms[-1][3] is not None, terms))

    def look(self, ph: Number) -> Pass:
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
        return Pass(
            gap=self._log(held / called),
            slope=spread / held + hydroxide / called,
            buffer=LN10 * (spread + hydroxide),
            metal_steps=steps,
            metal_turns=turns,
            strength=0.5 * strength,
        )

    def move_metals(self, here: Pass, ln_h_step: Number) -> float:
        """Take the metals' part of a Newton step; returns the largest step in ln(free metal)."""
        worst = 0.0
        for m, (step, turn) in enumerate(zip(here.metal_steps, here.metal_turns, strict=True)):
            move = clamp(step + turn * ln_h_step, -LARGEST_METAL_STEP, LARGEST_METAL_STEP)
            self.metals[m] = clamp(self.metals[m] * self._exp(move), 0.0, self._metal_totals[m])
            worst = max(worst, abs(move) if isinstance(move, float) else float(np.abs(move).max()))
        return worst

    def species(self, ph: float) -> dict[str, float]:
        """Every species by name, mol/kg."""
        h = self._exp(-LN10 * ph)
        out = {"H+": h * self._per_gamma_h, "OH-": self._kw / h}
        out |= {name: self._totals[name] for name, _ in self._composition.fixed}
        out |= dict(zip(self._composition.metals, self.metals, strict=True))
        for (name, forms), (total, _, terms) in zip(self._composition.acids, self._acids, strict=True):
            amounts = [
                constant * h**p * (1.0 if m is None else self.metals[m]) for constant, p, _, m in terms
            ]
            for form, amount in zip(forms, amounts, strict=True):
                out[self._form_name(name, form)] = total * amount / sum(amounts)
        return out

    def _form_name(self, component: str, form: Form) -> str:
        metal = "" if form.metal is None else f"{self._composition.metals[form.metal]}·"
        protons = {0: "", 1: "H·"}.get(form.protons, f"H{form.protons}·")
        return f"{metal}{protons}{component} {form.charge:+d}"


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


def clamp(value: Number, low: Number, high: Number) -> Number:
    """The value, or the nearer bound."""
    if isinstance(value, float):
        return min(max(value, low), high)
    return np.minimum(np.maximum(value, low), high)


def _at_least(value: Number, low: Number) -> Number:
    return max(value, low) if isinstance(value, float) else np.maximum(value, low)
