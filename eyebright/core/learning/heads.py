"""What washes teach of heads and of what they are washed with: factors apart, each with its doubt.

A wash whose cleaning, given over right, is known was answered still oily ... right ... tight. Two factors
scale it: the head's own (over all it is washed with) and the product's or formula's (over all heads). Their
natural logs have normal priors and are learnt together, one wash after another (assumed-density filtering):
P(answer) = Phi((edge above - z) / s) - Phi((edge below - z) / s), z = ln(given / right) + ln f + ln p.
Between washes the belief widens towards the prior; before each, either factor may have jumped, and an answer
that only a jump explains lets go of what was believed. Dose: ln(used / worked out), of a head, alike.

    learn([WashOutcome(3.0, head="wren", given=-0.1, answer=2, shares=(("formula-4", 1.0),))]).of("wren")
"""

import math
from collections.abc import Hashable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cache

import numpy as np

from .. import tables
from ..numbers import Z_90, Array, Figure, Spread
from ..tables import Figures

FAR = math.log(3.0)  # a factor beyond three, or below a third, is questioned
ODD_DOSE = math.log(8.0)  # an amount beyond eight times the dose worked out, or below an eighth
LIKELY_PART = 0.2  # of a wash's cleaning: a product of less did not make the answer
ROOT_TAU = math.sqrt(2.0 * math.pi)


@cache
def factor_table() -> Figures:
    """The table of `heads.toml`, read once."""
    return tables.figures(__file__, "heads.toml")


def outcomes() -> list[str]:
    """The answers to how a wash went, from least lifted to most."""
    return factor_table().strings("strength", "answers")


def heard_when() -> list[str]:
    """When a wash may be asked after, that which counts first."""
    return list(factor_table().numbers("heard"))


@dataclass(frozen=True)
class WashOutcome:
    """How one wash of one head went.

    `given` over right, as its natural log, as it was worked out with every factor 1; `shares` of its cleaning
    by product, adding up to 1; `answer` an index of `outcomes()`, `heard` when, `unsure` of it; `used` over
    worked out, likewise a log; None where it is not known.
    """

    days_ago: float
    given: float | None = None
    answer: int | None = None
    used: float | None = None
    by_eye: bool = False
    head: Hashable = ""
    shares: tuple[tuple[str, float], ...] = ()
    heard: str = "dry"
    unsure: bool = False


@dataclass(frozen=True)
class Factor:
    """What is believed of one factor: its natural log's mean and width, and from how many washes."""

    mean: float
    width: float
    washes: int

    @property
    def value(self) -> float:
        """Its middle."""
        return math.exp(self.mean)

    @property
    def log(self) -> Spread:
        """The spread of its natural log."""
        reach = Z_90 * self.width
        return Spread(self.mean - reach, self.mean, self.mean + reach, floor=-math.inf)

    @property
    def figure(self) -> Figure:
        """Ready to be shown: its middle and 90 % range."""
        low, middle, high = (math.exp(each) for each in (self.log.low, self.log.mid, self.log.high))
        return Figure(middle, low, high, "times")


@dataclass(frozen=True)
class Factors:
    """A head's own two factors; and its strength together with that of each product that washes told of.

    Together they are surer than apart: what is known is how this head takes this bottle.
    """

    strength: Factor
    dose: Factor
    together: Mapping[str, Factor] = field(default_factory=dict)

    def with_product(self, key: str) -> Factor:
        """Its strength with a product; its own alone where no wash tells of that."""
        return self.together.get(key, self.strength)


@dataclass(frozen=True)
class Learnt:
    """What a household's washes teach: `heads` by key, and `products` over all heads.

    `same`: products that are another one, such as the next bottle of it, by key.
    """

    heads: Mapping[Hashable, Factors]
    products: Mapping[str, Factor]
    same: Mapping[str, str] = field(default_factory=dict)

    def of(self, head: Hashable) -> Factors:
        """A head's factors; a head without washes is taken as most are, with the household's bottles."""
        found = self.heads.get(head)
        if found is not None:
            return self._with_same(found)
        own = prior_factors()
        wide = own.strength.width
        together = {
            key: Factor(each.mean, math.hypot(each.width, wide), each.washes)
            for key, each in self.products.items()
        }
        return self._with_same(Factors(own.strength, own.dose, together))

    def _with_same(self, of: Factors) -> Factors:
        """What is another product is known as that."""
        more = {key: of.together[other] for key, other in self.same.items() if other in of.together}
        return replace(of, together={**of.together, **more}) if more else of


def prior_factors() -> Factors:
    """What is believed of a head that nothing is known of."""
    table = factor_table()
    return Factors(
        Factor(0.0, table.number("strength", "prior"), 0), Factor(0.0, table.number("dose", "prior"), 0)
    )


@dataclass(frozen=True)
class Foreseen:
    """What was expected of a wash, an index of `outcomes()`, and whether what came is too far from it to be
    explained by a head or a bottle: the recipe, the amount or the bottle is asked about."""

    answer: int
    far: bool


def foreseen(given: float, factor: Factor, answer: int) -> Foreseen:
    """What was expected of a wash that gave so much (ln of right), against its answer."""
    table = factor_table().part("strength")
    edges = table.as_(list[float], "edges")
    expected = given + factor.mean
    reach = [edges[0], *edges, edges[-1]]
    low, high = reach[answer], reach[answer + 1]
    apart = max(low - expected, expected - high, 0.0)
    return Foreseen(int(np.searchsorted(edges, expected)), apart > FAR)


def believable_dose(used: float | None) -> float | None:
    """ln of an amount over what was worked out; None for one that cannot be, and is asked about."""
    return None if used is None or abs(used) > ODD_DOSE else used


def far_from_most(factor: Factor) -> bool:
    """Whether a factor is so far from 1 that it is questioned, and not explained."""
    return abs(factor.mean) > FAR


def one_wash(went: Sequence[WashOutcome]) -> WashOutcome:
    """Several things on one day as the one wash that they were, in the order that they were used.

    What cleaned adds up; how it went is what was said last. ValueError for none.
    """
    if not went:
        raise ValueError("there was no wash")
    parts = [(math.exp(each.given), each.shares) for each in went if each.given is not None]
    whole = sum(part for part, _ in parts)
    shares: dict[str, float] = {}
    for part, of in parts:
        for key, share in of:
            shares[key] = shares.get(key, 0.0) + share * part / whole
    answered = [each for each in went if each.answer is not None]
    used = [each.used for each in went if each.used is not None]
    last = answered[-1] if answered else went[-1]
    return WashOutcome(
        days_ago=went[-1].days_ago,
        given=math.log(whole) if parts else None,
        answer=last.answer,
        used=sum(used) / len(used) if used else None,
        by_eye=any(each.by_eye for each in went if each.given is not None),
        head=went[-1].head,
        shares=tuple(shares.items()),
        heard=last.heard,
        unsure=last.unsure,
    )


def learn(washes: Sequence[WashOutcome], same: Mapping[str, str] | None = None) -> Learnt:
    """What a household's washes teach, in whatever order they are given.

    Those beyond the memory are let go, the oldest first. `same`: products that are another one, by key.
    """
    same = same or {}
    memory = int(factor_table().number("memory", "washes"))
    ordered = [_as_one(went, same) for went in sorted(washes, key=lambda went: went.days_ago)[:memory][::-1]]
    strength = _Strength(ordered)
    doses = {head: _Dose() for head in strength.heads}
    for went in ordered:
        strength.take(went)
        doses[went.head].take(went)
    strength.until(0.0)
    return Learnt(
        {head: strength.factors(head, doses[head].now(0.0)) for head in strength.heads},
        {key: strength.factor(strength.products[key]) for key in strength.products},
        same,
    )


def _as_one(went: WashOutcome, same: Mapping[str, str]) -> WashOutcome:
    """A wash with what is the same product called alike."""
    shares: dict[str, float] = {}
    for key, share in went.shares:
        shares[same.get(key, key)] = shares.get(same.get(key, key), 0.0) + share
    return replace(went, shares=tuple(shares.items()))


# ---- strength: all heads and products together ----


class _Strength:
    """A normal belief over ln f of every head and product: mean, shape (n,), and covariance, (n, n)."""

    def __init__(self, washes: Sequence[WashOutcome]) -> None:
        table = factor_table()
        self._table, self._memory = table.part("strength"), table.numbers("memory")
        heads = dict.fromkeys(went.head for went in washes)
        telling = [went for went in washes if _tells(went)]
        keys = dict.fromkeys(key for went in telling for key, _ in went.shares)
        self.heads = {head: place for place, head in enumerate(heads)}
        self.products = {key: len(heads) + place for place, key in enumerate(keys)}
        wide = [self._table.number("prior")] * len(heads) + [self._table.number("product")] * len(keys)
        self._prior = np.square(np.array(wide))
        self._mean, self._cov = np.zeros(len(wide)), np.diag(self._prior)
        self._counts = [0] * len(wide)
        self._with: dict[Hashable, dict[str, int]] = {head: {} for head in heads}
        self._noise = table.numbers("heard")
        self._ago: float | None = None

    def until(self, days_ago: float) -> None:
        """Let the time pass until so many days ago: what is believed widens."""
        keeps, self._ago = _keeps(self._ago, days_ago), days_ago
        self._mean = self._mean * keeps
        self._cov = self._cov * keeps**2 + np.diag(self._prior * (1.0 - keeps**2))

    def take(self, went: WashOutcome) -> None:
        """Learn from one wash."""
        if not _tells(went):
            return
        assert went.given is not None and went.answer is not None
        self.until(went.days_ago)
        head = self.heads[went.head]
        weights, given = self._weights(went)
        z = went.given + given
        noise = math.sqrt(
            self._table.number("noise_by_eye" if went.by_eye else "noise") ** 2
            + self._noise.get(went.heard, 0.0) ** 2
            + (self._table.number("noise_unsure") ** 2 if went.unsure else 0.0)
        )
        may_jump = [place for place, share in enumerate(weights) if share > LIKELY_PART]
        odds = self._memory["jump"]
        found = []
        for jumps, chance in [(None, 1.0 - odds * len(may_jump)), *((place, odds) for place in may_jump)]:
            cov = self._cov
            if jumps is not None:
                cov = cov.copy()
                cov[jumps, jumps] += self._memory["jumped"] ** 2
            found.append((chance, *self._updated(cov, weights, z, went.answer, noise)))
        whole = sum(chance * evidence for chance, evidence, _, _ in found)
        mean = sum(chance * evidence / whole * mean for chance, evidence, mean, _ in found)
        self._cov = np.asarray(
            sum(
                chance * evidence / whole * (cov + np.outer(each - mean, each - mean))
                for chance, evidence, each, cov in found
            )
        )
        self._mean = np.asarray(mean)
        for place in (head, *(self.products[key] for key, _ in went.shares)):
            self._counts[place] += 1
        for key, _ in went.shares:
            self._with[went.head][key] = self._with[went.head].get(key, 0) + 1

    def _weights(self, went: WashOutcome) -> tuple[Array, float]:
        """How far each factor moves this wash, at what is believed; and the ln of all of them together."""
        head, weights = self.heads[went.head], np.zeros(len(self._mean))
        weights[head] = 1.0
        parts = {
            self.products[key]: share * math.exp(self._mean[self.products[key]]) for key, share in went.shares
        }
        whole = sum(parts.values())
        for place, part in parts.items():
            weights[place] = part / whole
        return weights, self._mean[head] + (math.log(whole) if parts else 0.0)

    def _updated(
        self, cov: Array, weights: Array, z: float, answer: int, noise: float
    ) -> tuple[float, Array, Array]:
        """How likely that answer was, and mean and covariance after it, by its moments."""
        toward = cov @ weights
        spread = float(weights @ toward)
        wide = math.sqrt(noise**2 + spread)
        edges = [-math.inf, *self._table.as_(list[float], "edges"), math.inf]
        low, high = ((edge - z) / wide for edge in edges[answer : answer + 2])
        lapse = self._table.number("lapse")
        evidence = lapse / len(outcomes()) + (1.0 - lapse) * (_cdf(high) - _cdf(low))
        slope = -(1.0 - lapse) * (_pdf(high) - _pdf(low)) / wide
        bend = -(1.0 - lapse) * (_bent(high) - _bent(low)) / wide**2
        pull = slope / evidence
        narrows = pull**2 - bend / evidence
        return evidence, self._mean + toward * pull, cov - narrows * np.outer(toward, toward)

    def factor(self, place: int) -> Factor:
        """One factor by itself."""
        return Factor(
            float(self._mean[place]), math.sqrt(max(self._cov[place, place], 1e-9)), self._counts[place]
        )

    def factors(self, head: Hashable, dose: Factor) -> Factors:
        """A head's, alone and with every product."""
        own, together = self.heads[head], {}
        for key, place in self.products.items():
            both = np.zeros(len(self._mean))
            both[[own, place]] = 1.0
            width = math.sqrt(max(float(both @ self._cov @ both), 1e-9))
            together[key] = Factor(float(both @ self._mean), width, self._with[head].get(key, 0))
        return Factors(self.factor(own), dose, together)


def _keeps(since: float | None, days_ago: float) -> float:
    """The share of a belief that is kept from one time to another, both in days ago (None: the first)."""
    if since is None:
        return 1.0
    return math.exp(-max(since - days_ago, 0.0) / factor_table().number("memory", "days"))


def _tells(went: WashOutcome) -> bool:
    return went.given is not None and went.answer is not None


def _pdf(x: float) -> float:
    return math.exp(-0.5 * x * x) / ROOT_TAU if math.isfinite(x) else 0.0


def _cdf(x: float) -> float:
    return 0.5 * (1.0 + math.erf(x / math.sqrt(2.0)))


def _bent(x: float) -> float:
    """x times its density: how the density bends."""
    return x * _pdf(x) if math.isfinite(x) else 0.0


# ---- dose ----


class _Dose:
    """A normal belief over ln of one head's dose factor."""

    def __init__(self) -> None:
        table = factor_table()
        self._table, self._memory = table.part("dose"), table.numbers("memory")
        self._mean, self._var, self._count = 0.0, self._table.number("prior") ** 2, 0
        self._ago: float | None = None

    def now(self, days_ago: float) -> Factor:
        """What is believed so many days ago: it widens as time passes."""
        keeps, self._ago = _keeps(self._ago, days_ago), days_ago
        self._mean *= keeps
        self._var = self._var * keeps**2 + self._table.number("prior") ** 2 * (1.0 - keeps**2)
        return Factor(self._mean, math.sqrt(self._var), self._count)

    def take(self, went: WashOutcome) -> None:
        """Learn from one amount: usual, after a jump, or a slip."""
        if went.used is None:
            return
        self.now(went.days_ago)
        jump, lapse = self._memory["jump"], self._table.number("lapse")
        found = []
        for chance, var, noise in (
            (1.0 - jump - lapse, self._var, self._table.number("noise")),
            (jump, self._var + self._memory["jumped"] ** 2, self._table.number("noise")),
            (lapse, self._var, self._table.number("wild")),
        ):
            wide = var + noise**2
            off = went.used - self._mean
            evidence = chance * math.exp(-0.5 * off * off / wide) / math.sqrt(wide)
            gain = var / wide
            found.append((evidence, self._mean + gain * off, var * (1.0 - gain)))
        whole = sum(each for each, _, _ in found)
        if whole <= 0.0:  # so far off that nothing explains it
            return
        mean = sum(each * middle for each, middle, _ in found) / whole
        self._var = sum(each * (var + (middle - mean) ** 2) for each, middle, var in found) / whole
        self._mean = mean
        self._count += 1
