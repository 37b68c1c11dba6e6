"""The chain engine: one link after another over a head's two zones; the only place where that is worked out.

The bench, a jug, a wash, a family on a head's page and the ranking all ask it, so that one question has one
answer. Oil, and the pH of the wet hair, are kept for each zone apart; links may run side by side.

    run_chain([Link(soap), Link(PlainWater(tap)), Link(rinse)], on, draws).ph("lengths")
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import get_args

import numpy as np

from ..heads import HairAndScalp, folds, lifted, sebum_table
from ..numbers import Array, Draws, middle
from ..vocabulary import LinkZone, Wetness, Zone
from .subjects import PlainWater, SpreadProfile, Subject
from .table import chain_table
from .wet_hair import WetHair, dry_hair, poured_over

ZONES: tuple[Zone, ...] = get_args(Zone)
REACHED: dict[LinkZone, tuple[Zone, ...]] = {
    "scalp": ("scalp",), "lengths": ("lengths",), "both": ZONES, "bag": ("lengths",), "face": (),
}  # fmt: skip
LEAST_ML = 1.0
RUBBED = 150.0  # mL: so little is rubbed in, all of it; more is poured, and part runs past


class ChainError(ValueError):
    """A chain that cannot be, in the job's words; `link` is the place of the one at fault."""

    def __init__(self, message: str, link: int) -> None:
        super().__init__(message)
        self.link = link


@dataclass(frozen=True)
class Link:
    """One link of a chain.

    `start` in minutes from the beginning (None: when the link before it comes off); `minutes` it stays on
    once all of it is on, and `cover` over it (None: the subject's own); `puts_on`: minutes that it takes to
    go on, section by section; `wetness` of the hair that it goes on; `amount` times its usual dose, or
    `grams` of it.
    """

    subject: Subject
    zone: LinkZone = "both"
    start: float | None = None
    minutes: float | None = None
    cover: bool | None = None
    puts_on: float = 0.0
    wetness: Wetness = "wet"
    amount: float = 1.0
    grams: float | None = None

    @property
    def left_in(self) -> bool:
        """Whether it stays in."""
        spread_profile = self.subject.spread_profile
        return self.subject.use == "left_in" or (spread_profile is not None and spread_profile.stays)

    @property
    def on_for(self) -> float:
        """Minutes that it is on, over the sections: what it does goes by these."""
        return self.stays_on + self.puts_on / 2.0

    @property
    def longest(self) -> float:
        """Minutes that the first section has it on: limits look at these."""
        return self.stays_on + self.puts_on

    @property
    def stays_on(self) -> float:
        """Minutes from the last of it going on to the first of it coming off."""
        return self.subject.minutes if self.minutes is None else self.minutes

    def reaches(self, zone: Zone) -> bool:
        """Whether it goes on this zone."""
        return zone in REACHED[self.zone]


@dataclass(frozen=True)
class ZoneAfter:
    """One zone after a link: g of it put there, the share of the zone's oil that it lifted (None: it lifts
    none), g of oil that it left there, g of oil on the zone, and the pH of its wet hair (None: not wetted).

    `folds`: e-folds of the zone's oil that its cleaning takes off, with every factor 1.
    """

    dose: Array
    lift: Array | None
    put_back: Array
    oil: Array
    ph: Array | None
    folds: Array


@dataclass(frozen=True)
class LinkAfter:
    """A link that was run: when it went on, minutes it takes up (0: it stays in), and both zones after it.

    `face`: g of it on the face.
    """

    link: Link
    start: float
    minutes: float
    scalp: ZoneAfter
    lengths: ZoneAfter
    face: Array

    def zone(self, zone: Zone) -> ZoneAfter:
        """One of its zones."""
        return self.scalp if zone == "scalp" else self.lengths

    @property
    def dose(self) -> Array:
        """g of it in all."""
        return self.scalp.dose + self.lengths.dose + self.face

    @property
    def put_back(self) -> Array:
        """g of oil that it left, in all."""
        return self.scalp.put_back + self.lengths.put_back


@dataclass(frozen=True)
class Course:
    """A chain that was run, in the order of its links; `wet` is each zone's hair at the end of it."""

    after: tuple[LinkAfter, ...]
    wet: dict[Zone, WetHair]
    draws: Draws

    def lifted(self, zone: Zone) -> Array:
        """The share of the zone's first oil that all links together lift."""
        left = np.ones(self.draws.count)
        for each in self.after:
            lift = each.zone(zone).lift
            if lift is not None:
                left = left * (1.0 - lift)
        return np.clip(1.0 - left, 0.0, 1.0)

    def ph(self, zone: Zone) -> Array | None:
        """The pH of the zone's wet hair at the end; None where nothing wetted it."""
        return self.wet[zone].ph

    @property
    def minutes(self) -> float:
        """Minutes until the last link comes off."""
        return max((each.start + each.minutes for each in self.after), default=0.0)


def run_chain(
    links: Sequence[Link],
    on: HairAndScalp,
    draws: Draws,
    *,
    ph: bool = True,
    zones: Sequence[Zone] = ZONES,
) -> Course:
    """Run links over a head. ChainError where two of them would be on one zone at once.

    `on` must be of these draws. `ph`: whether the wet hair is followed too, which takes longest; `zones`:
    those that are asked for, the others stay as they are.
    """
    times = _times(links)
    head = _Head(on, draws, ph, zones)
    done: dict[int, tuple[ZoneAfter, ZoneAfter]] = {}
    for place in sorted(range(len(links)), key=lambda place: (times[place][0], place)):
        done[place] = head.put_on(links[place])
    after = tuple(
        LinkAfter(link, *times[place], *done[place], dose_on_face(link, draws))
        for place, link in enumerate(links)
    )
    return Course(after, head.wet, draws)


def _times(links: Sequence[Link]) -> list[tuple[float, float]]:
    """When each link goes on, and minutes that it takes up."""
    out: list[tuple[float, float]] = []
    until: dict[Zone, float] = dict.fromkeys(ZONES, 0.0)
    before = 0.0
    for place, link in enumerate(links):
        start = before if link.start is None else link.start
        takes = link.puts_on if link.left_in else link.longest
        for zone in ZONES:
            if link.reaches(zone):
                if start < until[zone] - 1e-9:
                    raise ChainError(
                        f"{link.subject.name} goes on the {zone} while what is before it is still there.",
                        place,
                    )
                until[zone] = start + takes
        before = start + takes
        out.append((start, takes))
    return out


class _Head:
    """A head as links go over it: oil and wet hair of each zone."""

    def __init__(self, on: HairAndScalp, draws: Draws, ph: bool, zones: Sequence[Zone]) -> None:
        self.on, self.draws, self._ph, self._zones = on, draws, ph, zones
        self.oil: dict[Zone, Array] = {"scalp": on.oil.scalp, "lengths": on.oil.lengths}
        self.watered: set[Zone] = set()  # warm water lifts its share once
        self.pours: dict[Zone, int] = dict.fromkeys(ZONES, 0)  # so that lanes read alike in any order
        dry = dry_hair(on, draws) if ph else WetHair({}, np.zeros(1), {}, np.zeros(1))
        self.wet: dict[Zone, WetHair] = dict.fromkeys(ZONES, dry)

    def put_on(self, link: Link) -> tuple[ZoneAfter, ZoneAfter]:
        """Put one link on, and take it off again where it is rinsed out."""
        doses = {
            zone: dose_on(zone, link, self.on, self.draws) if zone in self._zones else np.zeros(1)
            for zone in ZONES
        }
        if self._ph:
            self._wet(link, doses)
        scalp, lengths = (self._zone(zone, link, doses[zone]) for zone in ZONES)
        return scalp, lengths

    def _zone(self, zone: Zone, link: Link, dose: Array) -> ZoneAfter:
        nothing, ph = np.zeros(1), self.wet[zone].ph
        if not link.reaches(zone) or middle(dose) <= 0.0:
            return ZoneAfter(nothing, None, nothing, self.oil[zone], ph, nothing)
        subject, oil, stays = link.subject, self.oil[zone], chain_table().numbers("stays")
        brought = subject.oil(self.draws) * dose
        if link.left_in:
            put_back = brought * stays["left_in"]
            self.oil[zone] = oil + put_back
            return ZoneAfter(dose, None, put_back, self.oil[zone], ph, nothing)
        share, taken = self._lifted(zone, link, dose)
        put_back = brought * stays["rinsed_out"]
        self.oil[zone] = oil * (1.0 - share) + put_back
        again = zone in self.watered and isinstance(subject, PlainWater)
        self.watered.add(zone)
        return ZoneAfter(dose, None if again else share, put_back, self.oil[zone], ph, taken)

    def _lifted(self, zone: Zone, link: Link, dose: Array) -> tuple[Array, Array]:
        """The share of the zone's own oil that it lifts, and its folds; the oil in it spends cleaning too."""
        subject, draws, table = link.subject, self.draws, sebum_table()
        per_gram = subject.cleaning(draws) * contact(subject.spread_profile, link.on_for)
        oil = self.oil[zone] + subject.oil(draws) * dose
        taken = folds(per_gram * dose, oil)
        plain = lifted(per_gram * dose, oil, draws, self.on.strength_with(subject.product))
        spare = table.number("most", "lifts") - plain
        share: Array = plain + spare * table.number("cleaning", "free_fatty") * subject.alkali(draws)
        if zone in self.watered:
            water = draws.of("water", table.spread("water", "lifts"))
            share = np.maximum(1.0 - (1.0 - share) / (1.0 - water), 0.0)
        return share, taken

    def _wet(self, link: Link, doses: dict[Zone, Array]) -> None:
        """The hair that it wets. Zones with one past are one hair, and are solved once."""
        parts = link.subject.parts(self.draws)
        reached = [zone for zone in ZONES if link.reaches(zone)]
        if parts is None or not reached:
            return
        nth = max(self.pours[zone] for zone in reached)
        self.pours |= dict.fromkeys(reached, nth + 1)
        per_gram, shares = link.subject.ml(self.draws), chain_table().numbers("zones")
        whole = middle(doses["scalp"] + doses["lengths"])
        solved: dict[int, WetHair] = {}
        for zone in reached:
            grams = whole if link.zone == "both" else middle(doses[zone]) / shares[zone]
            volume = np.array([max(grams * per_gram, LEAST_ML)])
            before = self.wet[zone]
            if id(before) not in solved:
                rubbed = link.subject.spread_profile is not None and link.grams is None and volume[0] < RUBBED
                solved[id(before)] = poured_over(
                    before, self.on, parts, volume, self.draws, nth, rubbed=rubbed
                )
            self.wet[zone] = solved[id(before)]


def dose_on(zone: Zone, link: Link, on: HairAndScalp, draws: Draws) -> Array:
    """g of a link that go on one zone: by its family and the head, times as much as is asked for."""
    if not link.reaches(zone):
        return np.zeros(1)
    spread_profile = link.subject.spread_profile
    if spread_profile is None:
        poured = chain_table().number("plain", "ml") * link.amount if link.grams is None else link.grams
        return np.full(1, poured * (chain_table().number("zones", zone) if link.zone == "both" else 1.0))
    if link.grams is None:
        return _usual_dose(zone, link, spread_profile, on, draws) * link.amount
    both = {each: _usual_dose(each, link, spread_profile, on, draws) for each in ZONES if link.reaches(each)}
    share: Array = both[zone] / np.maximum(sum(both.values(), np.zeros(1)), 1e-9)
    return share * link.grams  # never more than there is


def _usual_dose(
    zone: Zone, link: Link, spread_profile: SpreadProfile, on: HairAndScalp, draws: Draws
) -> Array:
    own = draws.within("dose")
    if zone == "scalp":
        return own.of("film", spread_profile.film) * on.area * on.dose
    if link.zone != "both" and spread_profile.hair.high <= 0.0:
        return own.of("worked in", chain_table().spread("oiling", "lengths")) * on.mass
    # What stays is not a question of how much wet hair holds.
    holds = 1.0 if spread_profile.stays else on.holds
    return own.of("spread", spread_profile.hair) * on.mass * on.dose * holds


def dose_on_face(link: Link, draws: Draws) -> Array:
    """g of a link that go on the face."""
    if link.zone != "face" or link.subject.spread_profile is None:
        return np.zeros(1)
    if link.grams is not None:
        return np.full(1, link.grams)
    area = draws.of("face", chain_table().spread("face", "area"))
    return draws.within("dose").of("film", link.subject.spread_profile.film) * area * link.amount


def contact(spread_profile: SpreadProfile | None, minutes: float) -> float:
    """How far so many minutes let it work, against its usual ones."""
    if spread_profile is None:
        return 1.0
    takes = chain_table().number("takes_minutes", "paste" if spread_profile.paste else "liquor")
    usual = max(sum(spread_profile.usual) / 2.0, 0.5)
    return float((1.0 - np.exp(-minutes / takes)) / (1.0 - np.exp(-usual / takes)))
