"""What a material is: its names, what it weighs, its acid-base side, and what else it does.

The acid-base side is one of three (docs/model.md 2): a salt or pure acid of known formula, a liquid
of known acid and strength, or something without a formula that is known by what its slurry reads.
Whatever has none of the three, an oil or a grain of salt, leaves the pH alone.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, Literal

import numpy as np

from ..chemistry import Contribution, base_at, held_by, ladder_near, species_table
from ..numbers import Array, Draws, Spread
from ..vocabulary import Form

LABEL_SHARE = 0.05  # a printed strength against the bottle's own, 90 % range (model: about 5 %)
DRY_WATER = 1e-6  # kg in 1 mL of what holds no water to speak of


@dataclass(frozen=True)
class Salt:
    """A salt or pure acid: `purity` in %, `formula_mass` in g/mol as sold, `solubility` in g/L at 20 °C.

    `mineral`: a carbonate that dissolves only as far as acid takes it up.
    """

    acid: str | None
    formula_mass: float
    purity: Spread
    cations: Mapping[str, int]
    anions: Mapping[str, int]
    solubility: float | None
    mineral: bool = False

    def moles(self, draws: Draws, strength: Spread) -> dict[str, Array]:
        """mol of each component in 1 g."""
        moles = draws.of("strength", strength) / 100.0 / self.formula_mass
        out = {ion: moles * count for ion, count in {**self.cations, **self.anions}.items()}
        return out | ({self.acid: moles} if self.acid else {})


@dataclass(frozen=True)
class Liquor:
    """A liquid of known acid: `strength` in g per 100 mL (% where `by_weight`), `others` in g per 100 mL.

    What is already turned to salt comes as `bound_base` (meq/L), or from the `ph` that it reads.
    """

    acid: str
    strength: Spread
    by_weight: bool
    others: Mapping[str, Spread]
    bound_base: Spread | None
    ph: Spread | None

    def moles(self, draws: Draws, strength: Spread, density: float) -> tuple[dict[str, Array], Array]:
        """mol of each component in 1 mL, and g of acids in it."""
        acids = species_table().acids
        per_ml = draws.of("strength", strength) / 100.0 * (density if self.by_weight else 1.0)
        out, grams = {self.acid: per_ml / acids[self.acid].mass}, per_ml
        for component, spread in self.others.items():
            each = draws.of(component, spread) / 100.0
            out[component] = out.get(component, 0.0) + each / acids[component].mass
            grams = grams + each
        if self.bound_base is not None:
            out["potassium"] = draws.of("bound_base", self.bound_base) * 1e-6
        elif self.ph is not None:
            ph = draws.of("ph", self.ph)
            water = np.maximum(density - grams, 0.05) * 1e-3
            base = base_at(ph, {name: moles / water for name, moles in out.items()})
            out |= {ion: moles * water for ion, moles in held_by(base).items()}
        return out, grams


@dataclass(frozen=True)
class Slurry:
    """Something without a formula: what `per` g (or mL) of it in 100 mL of pure water read and hold.

    `buffer` in mmol/L per pH.
    """

    ph: Spread
    buffer: Spread
    per: float

    def moles(self, draws: Draws) -> dict[str, Array]:
        """mol of each component that 1 g (or mL) lets go of."""
        held = draws.of("buffer", self.buffer) * 1e-3
        sites = ladder_near(self.ph.mid, held)
        base = base_at(draws.of("ph", self.ph), sites)
        share = 0.1 / self.per  # kg of water that 1 g meets in the slurry
        return {name: moles * share for name, moles in {**sites, **held_by(base)}.items()}


Side = Salt | Liquor | Slurry


@dataclass(frozen=True, eq=False)
class Material:
    """One row of the library, or one of the household's own; each is itself alone.

    `density` in g/mL, for solids as they lie loose (None where nobody knows), `packed` times as much when
    pressed; `fills` mL that 1 g takes up in the jug; `weights` g of a pod, a leaf, a handful, and which of
    these is meant where it is merely `counted`: '6 soap nuts'. `saponin`, `surfactant`, `mucilage` and
    `tannin` are shares of the mass, `water_uptake` and `oil_uptake` g/g. `contains`: what in it people are
    allergic to (heads/record.toml); `hazards`: what the caution rules look at; `may_contain`: what only its
    packet can tell. `refuse`: why it never goes on a head, "" for what may; `helpers`: strong helpers in it
    (helpers.toml), shares of its mass; `raw_cap`: % of the liquid that
    a raw juice may be, `sun_cap` and `own_cap` % of the whole that an essential oil may be before daylight
    and of itself, 0 where that is no question. `form`: what its figures are of, "" where its kind says;
    `ready`: the family that it is used in as it was bought; `melts` in °C; `seldom`: of two that are found
    alike the other comes first. `guessed`: which of these are its kind's, not its own.
    """

    key: str
    name: str
    also: tuple[str, ...]
    latin: str
    kind: str
    unit: Literal["mL", "g"]
    density: Spread | None
    packed: float
    fills: float
    weights: Mapping[str, Spread]
    counted: str
    side: Side | None
    label: bool
    dry: bool
    smell: str
    contains: tuple[str, ...]
    may_contain: tuple[str, ...]
    hazards: tuple[str, ...]
    stain: str
    saponin: Spread | None
    surfactant: Spread | None
    water_uptake: Spread | None
    oil_uptake: Spread | None
    mucilage: Spread | None
    tannin: Spread | None
    keeps: str
    keeps_days: int
    refuse: str
    helpers: Mapping[str, float]
    raw_cap: float
    sun_cap: float
    own_cap: float
    form: Form | Literal[""]
    ready: str
    melts: Spread | None
    seldom: bool
    source: str
    guessed: frozenset[str]

    @property
    def solubility(self) -> float | None:
        """g that dissolve in a litre; None where that is no question."""
        return self.side.solubility if isinstance(self.side, Salt) else None

    @property
    def strength(self) -> Spread | None:
        """How strong it is, where it has a strength."""
        match self.side:
            case Salt(purity=purity):
                return purity
            case Liquor(strength=strength):
                return strength
        return None

    @property
    def strength_unit(self) -> str:
        """What the strength counts, in words."""
        if isinstance(self.side, Liquor) and not self.side.by_weight:
            return f"g {species_table().acids[self.side.acid].name} per 100 mL"
        return "% by weight"

    def with_strength(self, strength: float | None) -> Spread:
        """The strength to reckon with: the lot's own where it is known, else the library's."""
        if strength is None or self.strength is None:
            return self.strength or Spread.exact(0.0)
        most = 100.0 if self.strength_unit == "% by weight" else float("inf")
        reach = LABEL_SHARE * strength
        return Spread(strength - reach, strength, strength + reach, ceiling=most)

    def contribution(self, draws: Draws, strength: float | None = None) -> Contribution:
        """What 1 mL (a liquid) or 1 g (a powder) brings, arrays of draws."""
        volume = 1.0 if self.unit == "mL" else self.fills
        match self.side:
            case Salt():
                moles = self.side.moles(draws, self.with_strength(strength))
                return Contribution(moles, 0.0, volume, self.side.mineral)
            case Liquor():
                moles, grams = self.side.moles(draws, self.with_strength(strength), self._heavy)
                return Contribution(moles, np.maximum(self._heavy - grams, 0.05) * 1e-3, volume)
            case Slurry():
                return Contribution(self.side.moles(draws), self._water, volume)
        return Contribution({}, 0.0, volume)

    @property
    def _water(self) -> float:
        """kg of water in 1 mL of a liquid that has no acid of its own to speak of."""
        if self.unit == "g":
            return 0.0
        return DRY_WATER if self.dry else 0.95e-3 * self._heavy

    @property
    def _heavy(self) -> float:
        """g in 1 mL of a liquid."""
        return self.density.mid if self.density else 1.0


def acidic(substance: Material) -> bool | None:
    """Whether it lowers the pH of plain water; None where it leaves it alone."""
    match substance.side:
        case None:
            return None
        case Salt(acid=acid, cations=cations, anions=anions):
            if acid is None:
                return False if cations and not anions else None  # a hydroxide, or a plain salt
            return acid != "carbonate"
        case Liquor():
            return True
        case Slurry(ph=ph):
            return ph.mid < 7.0


def spread_or_none(row: Any) -> Spread | None:
    """A data file's [low, mid, high], where it has one."""
    return None if row is None else Spread.of(row)


def dissolved_share(material: Material | None, grams: Array, volume: Array) -> Array:
    """The share of so many g of it that dissolves in so many mL at 20 °C; 1 where no limit is known."""
    if material is None or material.solubility is None:
        return np.ones(1)
    return np.minimum(material.solubility * volume / 1000.0 / np.maximum(grams, 1e-12), 1.0)
