"""What a formula does on a head: the chain engine asked for a chain of one link, and its answer in words."""

from dataclasses import dataclass

from ...chain import Link, run_chain
from ...chemistry import Part
from ...heads import HairAndScalp, grade
from ...numbers import Array, Draws, Figure, figure, middle
from ...vocabulary import Use
from ...words import ends
from ..model import Family
from ..prepare import Preparation
from .cleansing import Cleaning

LEFT_IN = "left in"  # the grade of what lifts nothing, for it stays


@dataclass(frozen=True)
class PreparedSubject:
    """A finished preparation, as a chain takes it; its arrays are of the draws that it was prepared with."""

    preparation: Preparation
    contains: Cleaning
    wet: bool

    @property
    def name(self) -> str:
        """The formula's."""
        return self.preparation.formula.name

    @property
    def product(self) -> str:
        """The formula's."""
        return self.preparation.formula.product

    @property
    def spread_profile(self) -> Family:
        """By its family."""
        return self.preparation.formula.family

    @property
    def use(self) -> Use:
        """The formula's."""
        return self.preparation.formula.use

    @property
    def minutes(self) -> float:
        """The formula's."""
        return self.preparation.formula.minutes

    def cleaning(self, draws: Draws) -> Array:
        """g of effective cleaning in 1 g."""
        return self.contains.per_gram

    def oil(self, draws: Draws) -> Array:
        """g of oil in 1 g."""
        return self.contains.oil

    def alkali(self, draws: Draws) -> Array:
        """How far it takes the free fatty acids as soap, from 0 to 1."""
        return self.contains.alkali

    def ml(self, draws: Draws) -> float:
        """mL that 1 g fills."""
        return middle(self.preparation.ml) / middle(self.preparation.total)

    def parts(self, draws: Draws) -> list[Part] | None:
        """What is in it; None for what is dry."""
        return self.preparation.parts(draws) if self.wet else None


@dataclass(frozen=True)
class Lift:
    """What it does on a head: the share of each zone's oil that it lifts, in words, and g it takes to do it.

    `put_back`: g of oil that it leaves on the head.
    """

    scalp: Figure
    lengths: Figure
    grade: str
    on_scalp: Figure
    on_lengths: Figure
    put_back: Figure
    says: str
    scalp_share: Array
    lengths_share: Array
    dose: Array


def lift_of(subject: PreparedSubject, on: HairAndScalp) -> Lift:
    """What it lifts on a head with its usual dose; `on` must be of the preparation's draws."""
    draws = subject.preparation.draws
    course = run_chain([Link(subject)], on, draws, ph=False)
    after = course.after[0]
    shares = {zone: draws.each(course.lifted(zone)) for zone in ("scalp", "lengths")}
    scalp, lengths = (figure(share, "share") for share in shares.values())
    stays = after.link.left_in
    low, high = (round(each * 20.0) * 5 for each in (scalp.low, scalp.high))
    return Lift(
        scalp=scalp,
        lengths=lengths,
        grade=LEFT_IN if stays else grade(scalp.value, washes=subject.preparation.formula.family.cleans),
        on_scalp=figure(draws.each(after.scalp.dose), "g"),
        on_lengths=figure(draws.each(after.lengths.dose), "g"),
        put_back=figure(draws.each(after.put_back), "g"),
        says="stays in: it washes out nothing" if stays else f"washes out about {ends(low, high, 'd')} %",
        scalp_share=shares["scalp"],
        lengths_share=shares["lengths"],
        dose=draws.each(after.dose),
    )
