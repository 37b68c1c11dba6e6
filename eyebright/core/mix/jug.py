"""A jug and what goes into it, line by line in pouring order, any one line left open.

One line may fill the jug up to its volume, and one may be the one that is worked out. What is really
poured differs from what was meant by a slip that each line has of its own.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..chemistry import (
    FIZZING,
    STIRRED,
    EquilibriumMany,
    Part,
    acid_grams,
    after_standing,
    fizzed,
    gas_lost,
    solve,
    totals,
)
from ..materials import (
    METRIC,
    Amount,
    Kit,
    Measured,
    Supply,
    acidic,
    dissolved_share,
    measure_table,
    measured,
    unit_of,
)
from ..numbers import Array, Draws, Spread

How = Literal["amount", "fill", "solve"]

LEAST_SHARE = 1e-4  # of the jug, for liquids: a drop in half a litre, the thin end of a curve
LEAST_POWDER = 1e-5  # g per mL of jug
MOST_POWDER = 0.06  # g per mL of jug: beyond any rinse
MOST_TIMES = 200.0  # the rest of the jug, where what is poured has no jug to fill
CHARGED = 1e-9  # mol/kg: less than that is no water to speak of
LEAST_POURED = 0.05  # of what was meant: by eye it may be far less, but something went in
LEAST_ROOM = 1e-3  # of the jug: with less room than that nothing fills it
MOST_OIL = 0.9  # of the jug's room: there is always some water under the oil


class JugError(ValueError):
    """A jug that cannot be; `line` says which line is at fault, None for the whole."""

    def __init__(self, message: str, line: int | None = None, field: str = "amount") -> None:
        super().__init__(message)
        self.line, self.field = line, field


@dataclass(frozen=True)
class Line:
    """One line: what goes in, and how much: an amount, up to the jug's volume, or to be worked out.

    A line that is worked out, or fills, has the unit of its `amount`, whatever number stands there.
    """

    supply: Supply
    how: How
    amount: Amount

    @property
    def unit(self) -> str:
        """mL or g."""
        return unit_of(self.supply)

    @property
    def fills(self) -> float:
        """mL that 1 mL or g of it takes up in the jug."""
        material = self.supply.material
        return 1.0 if material is None or material.unit == "mL" else material.fills


@dataclass(frozen=True)
class Jug:
    """Lines in pouring order, each amount known but for one at most.

    `scope` sets its slips apart from other jugs'; `held`: every line as measured, None for the open
    one and for the one that fills; `volume` in mL, None where nothing fills; `open` and `filler` are
    places in the lines.
    """

    lines: tuple[Line, ...]
    held: tuple[Measured | None, ...]
    volume: float | None
    open: int | None
    filler: int | None
    scope: str = "jug"

    # ---- how much ----

    @property
    def fixed(self) -> float:
        """mL that the lines with an amount take up."""
        return sum(m.amount * line.fills for line, m in zip(self.lines, self.held, strict=True) if m)

    def size(self, amount: Array) -> Array:
        """mL in the jug with so much of the open line."""
        if self.volume is not None:
            return np.full_like(amount, self.volume)
        return self.fixed + amount * (self.lines[self.open].fills if self.open is not None else 0.0)

    def amounts(self, amount: Array) -> list[Array]:
        """What each line comes to (mL or g), with so much of the open line."""
        out = []
        for i, held in enumerate(self.held):
            if i == self.open:
                out.append(amount)
            elif i == self.filler:
                assert self.volume is not None
                opened = self.lines[self.open].fills if self.open is not None else 0.0
                out.append(np.maximum(self.volume - self.fixed - amount * opened, 0.0))
            else:
                assert held is not None
                out.append(np.full_like(amount, held.amount))
        return out

    @property
    def most(self) -> float:
        """The most of the open line that there can be (mL or g)."""
        line = self.lines[self._opened]
        rest = self.volume - self.fixed if self.volume is not None else MOST_TIMES * max(self.fixed, 1.0)
        if line.unit == "mL":
            dry = self.filler is not None and not _brings_water(line)
            return max(min(rest * (MOST_OIL if dry else 1.0), measure_table().most), 1e-6)
        jug = self.volume or self.fixed or 1.0
        solubility = line.supply.material.solubility if line.supply.material else None
        return min((solubility or np.inf) / 1000.0, MOST_POWDER) * jug

    @property
    def least(self) -> float:
        """The thin end of its curve (mL or g)."""
        jug = self.volume or self.fixed or 1.0
        share = LEAST_SHARE if self.lines[self._opened].unit == "mL" else LEAST_POWDER
        return min(share * jug, self.most / 100.0)

    @property
    def _opened(self) -> int:
        assert self.open is not None
        return self.open

    # ---- what it comes to ----

    def parts(self, amount: Array, draws: Draws) -> list[Part]:
        """Every line for amounts of the open one that broadcast with the draws, as really measured."""
        own, out = draws.within(self.scope), []
        meant = self.amounts(amount)
        poured = []
        for i, (line, each) in enumerate(zip(self.lines, meant, strict=True)):
            slip = own.of(f"{i}/measure", Spread(-1.0, 0.0, 1.0, floor=-3.0, ceiling=3.0))
            poured.append(each * self._slipped(i, line, each, slip))
        dissolved = self._dissolved(poured, meant)
        for line, each, share in zip(self.lines, poured, dissolved, strict=True):
            out.append(Part(line.supply.contribution(draws), each * share))
        return out

    def ranges(self, amount: float) -> list[tuple[float, float]]:
        """What each line may really be (mL or g, 90 %), measured as it is, with so much of the open line."""
        ends = np.array([-1.0, 1.0])
        return [
            tuple((each * self._slipped(i, line, each, ends)).tolist())
            for i, (line, each) in enumerate(zip(self.lines, self.amounts(np.full(2, amount)), strict=True))
        ]

    def _slipped(self, i: int, line: Line, amount: Array, slip: Array) -> Array:
        """Times what was meant that was really poured."""
        held = self.held[i]
        if held is not None:
            reach = np.where(slip > 0.0, held.spread.high - 1.0, 1.0 - held.spread.low)
            return np.maximum(1.0 + slip * reach, LEAST_POURED)
        shares = measure_table().shares
        if line.unit == "g" and line.amount.unit in measure_table().units["g"]:
            share = np.maximum(shares.scale, shares.scale_floor / np.maximum(amount, shares.scale_floor))
        elif line.unit == "g":
            share = np.full_like(amount, _spooned(line))
        else:
            share = np.where(amount < shares.spoon_up_to, shares.spoon, shares.jug)
        return np.maximum(1.0 + slip * share, LEAST_POURED)

    def _dissolved(self, poured: Sequence[Array], meant: Sequence[Array]) -> list[Array]:
        """What share of each line dissolves: all of it, or what the jug's water can hold of its material."""
        jug = sum((each * line.fills for line, each in zip(self.lines, meant, strict=True)), np.zeros(1))
        together: dict[str, Array] = {}
        for line, each in zip(self.lines, poured, strict=True):
            if line.supply.material and line.supply.material.solubility is not None:
                key = line.supply.material.key
                together[key] = together.get(key, np.zeros(1)) + each
        return [
            dissolved_share(material, together.get(material.key if material else "", np.zeros(1)), jug)
            for material in (line.supply.material for line in self.lines)
        ]

    def undissolved(self, amount: float) -> float:
        """g that stay at the bottom, every input at its middle."""
        meant = self.amounts(np.array([amount]))
        shares = self._dissolved(meant, meant)
        return float(sum((each * (1.0 - share))[0] for each, share in zip(meant, shares, strict=True)))

    def mixed(
        self, amount: Array, draws: Draws, middle: Array, gone: Array | None = None
    ) -> tuple[dict[str, Array], dict[str, Array]]:
        """Totals (mol/kg) of amounts that broadcast with the draws, and grams of acid per 100 mL.

        `middle`: the pH of each amount, roughly: it says how much carbon dioxide there is to lose.
        `gone`: the share of it that has left, where that is not the usual one of a jug that was
        stirred and carried.
        """
        parts = self.parts(amount, draws)
        stirred = self.stirred(totals(parts), draws, middle)
        return self.stood(stirred, draws, middle, gone), acid_grams(parts)

    def stirred(self, mixed: dict[str, Array], draws: Draws, guess: Array | None = None) -> dict[str, Array]:
        """Totals (mol/kg) of what was put together, without the gas that fizzes off; `guess`: its pH then."""
        return fizzed(mixed, draws.within(self.scope).of("fizzing", STIRRED), guess)

    def stood(
        self, mixed: dict[str, Array], draws: Draws, middle: Array, gone: Array | None = None
    ) -> dict[str, Array]:
        """Totals (mol/kg) of what was stirred and has stood until it is used; the rest as for `mixed`."""
        if "carbonate" not in mixed:
            return mixed
        lost = draws.within(self.scope).of("carbon_dioxide", gas_lost()) if gone is None else gone
        return {**mixed, "carbonate": after_standing(mixed["carbonate"], middle, lost)}

    def solved(self, amount: Array, draws: Draws, middle: Array) -> tuple[EquilibriumMany, dict[str, Array]]:
        """pH and buffer capacity of amounts (broadcast with draws), and grams of acid per 100 mL.

        `middle` as for `mixed`; it is where the solver starts.
        """
        mixed, grams = self.mixed(amount, draws, middle)
        return solve(mixed, middle), grams

    def just_mixed(self, amount: Array, draws: Draws | None = None) -> Array:
        """The pH of each amount while it fizzes; every input at its middle unless drawn."""
        return solve(fizzed(totals(self.parts(amount, draws or Draws(1))), FIZZING)).ph


def _spooned(line: Line) -> float:
    """What a spoonful of this powder is good to, as a share."""
    material = line.supply.material
    try:
        spread = measured(Amount(1.0, "tsp"), material).spread
    except ValueError:
        return measure_table().shares.powder_spoon
    return max(spread.high - 1.0, 1.0 - spread.low)


def kind_of(supply: Supply) -> Literal["water", "acid", "alkali", "other"]:
    """What it is in the jug: the water, what lowers the pH, what raises it, or neither."""
    if supply.material is None:
        return "water"
    lowers = acidic(supply.material)
    return "other" if lowers is None else "acid" if lowers else "alkali"


def sour(supply: Supply) -> bool:
    """Whether it is an acid with a strength, that a rinse can be made of: a vinegar, a juice, a powder."""
    material = supply.material
    return material is not None and bool(acidic(material)) and material.strength is not None


def filled(lines: Sequence[Line], volume: float | None, kit: Kit = METRIC, scope: str = "jug") -> Jug:
    """A jug from its lines. JugError, in the job's words, for one that cannot be."""
    if not lines:
        raise JugError("Put something in the jug.")
    opened = [i for i, line in enumerate(lines) if line.how == "solve"]
    fillers = [i for i, line in enumerate(lines) if line.how == "fill"]
    if len(opened) > 1:
        raise JugError(
            "Only one line can be worked out: each of these would wait for the other. "
            "Give this one an amount.",
            opened[1],
        )
    if len(fillers) > 1:
        raise JugError("Only one line can fill the jug: give this one an amount.", fillers[1])
    if fillers and lines[fillers[0]].unit == "g":
        name = lines[fillers[0]].supply.name
        raise JugError(f"Only what pours can fill a jug: give the {name} an amount.", fillers[0])
    if fillers and volume is None:
        raise JugError("Say up to how much this fills the jug.", fillers[0])
    held: list[Measured | None] = []
    for i, line in enumerate(lines):
        if line.how != "amount":
            held.append(None)
            continue
        try:
            held.append(measured(line.amount, line.supply.material, kit))
        except ValueError as raised:
            raise JugError(str(raised), i) from None
    jug = Jug(
        tuple(lines),
        tuple(held),
        volume if fillers else None,
        opened[0] if opened else None,
        fillers[0] if fillers else None,
        scope,
    )
    if jug.volume is not None and jug.fixed > jug.volume * (1.0 + 1e-9):
        raise JugError(
            f"The jug is to hold {jug.volume:.0f} mL, and what goes in is {jug.fixed:.0f} mL already. "
            "Fill it higher, or use less.",
            None,
            "volume",
        )
    room = jug.volume is None or jug.fixed < jug.volume * (1.0 - LEAST_ROOM)
    if not any(_wet(line) for i, line in enumerate(lines) if room or i != jug.filler):
        raise JugError("There is no water in this jug: a dry mix has no pH. Pour a water or a juice in.")
    if not opened and not jug.volume and jug.fixed <= 0.0:
        raise JugError("There is nothing in the jug yet: give a line an amount.", 0)
    return jug


def _wet(line: Line) -> bool:
    """Whether it brings water."""
    if line.how == "amount" and line.amount.value <= 0.0:
        return False
    return _brings_water(line)


def _brings_water(line: Line) -> bool:
    return float(np.max(line.supply.contribution(Draws(1)).water)) > CHARGED
