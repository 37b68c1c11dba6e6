"""What a wash teaches, as it was done: how much it cleaned against what was right, and how much it took.

Everything that went on a head on one day is one wash, run through the one chain engine with every factor 1:
what is learnt is what scales that.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from ..chain import Link, Subject, run_chain
from ..heads import Head, folds_for, hair_and_scalp_of, needs_of
from ..learning import prior_factors
from ..numbers import Draws, middle
from ..vocabulary import LinkZone

LEAST = 1e-4  # folds: less is no cleaning


@dataclass(frozen=True)
class Application:
    """One thing that went on, as it was done.

    `minutes` from the last of it going on to the first of it coming off, `puts_on` those that it took to go
    on (None: as it usually is); `grams` of it, None where nobody knows, and so many `times` its
    usual dose then; `strength`: how strong it was made,
    times as `subject` is.
    """

    subject: Subject
    zone: LinkZone = "both"
    minutes: float | None = None
    puts_on: float = 0.0
    cover: bool | None = None
    grams: float | None = None
    times: float = 1.0
    strength: float = 1.0


@dataclass(frozen=True)
class Lesson:
    """What one part says: ln(given / right) and ln(used / worked out), each with every factor 1.

    `given` None for what cleans no scalp, or where water alone is right; `used` where nobody knows.
    """

    given: float | None
    used: float | None


def lessons(parts: Sequence[Application], head: Head) -> tuple[Lesson, ...]:
    """What the parts of one wash of a head say, in the order that they went on.

    `head` as it stood before the first; what is believed of its factors plays no part.
    """
    draws, facts = Draws(1), head.facts()
    plain = replace(head, factors=prior_factors())
    on = hair_and_scalp_of(plain, facts, draws)
    right = folds_for(needs_of(facts).scalp.lift[1])
    links = [
        Link(
            part.subject, part.zone, minutes=part.minutes, cover=part.cover, puts_on=part.puts_on,
            grams=part.grams, amount=part.times,
        )
        for part in parts
    ]  # fmt: skip
    course = run_chain(links, on, draws, ph=False)
    usual = run_chain([replace(link, grams=None) for link in links], on, draws, ph=False)
    out = []
    for part, after, asked in zip(parts, course.after, usual.after, strict=True):
        cleans = middle(after.scalp.folds) * part.strength
        given = math.log(cleans / right) if cleans > LEAST and right > 0.0 else None
        worked_out = middle(asked.dose)
        used = math.log(part.grams / worked_out) if part.grams and worked_out > 0.0 else None
        out.append(Lesson(given, used))
    return tuple(out)
