"""A poured jug that reads wrong, put right."""

from collections.abc import Sequence
from dataclasses import dataclass

from eyebright.core.learning import posterior_from
from eyebright.core.materials import Amount
from eyebright.core.mix import (
    JugObservation,
    Line,
    NothingToPutRight,
    Question,
    corrections,
    filled,
)
from eyebright.core.vocabulary import Use
from eyebright.heads.services import facts_for
from eyebright.kept.problems import Problem
from eyebright.shelf.models import Reading
from eyebright.shelf.services.beliefs import observations_of
from eyebright.shelf.services.measures import the_kit
from eyebright.shelf.services.readings import kept_reading
from eyebright.shelf.services.supplies import shelf_for_routes, supplies_of, the_soda

from ..schemas.jugs import (
    CorrectionsOut,
)
from .questions import vessel_volume


@dataclass(frozen=True)
class PouredJug:
    """A jug that stands there.

    (key, mL or g, unit) of each layer, what it aims at, and what was read of it.
    """

    layers: Sequence[tuple[str, float, str]]
    volume: float
    aim: float | None
    use: Use
    minutes: float
    last: bool
    head: int | None
    reading: Reading | None


def put_right(jug: PouredJug, left: float | None, vessel: int | None) -> CorrectionsOut:
    """Ways to bring what is left (mL) of a poured jug to its aim, after what was read of it."""
    if jug.aim is None:
        raise Problem.field("aim", "This jug aims at nothing: mix it anew with an aim.")
    if jug.reading is None:
        raise Problem.field("reading", "Take a reading first: what is wrong shows by it.")
    left = jug.volume if left is None else left
    if not 0.0 < left <= jug.volume * 1.001:
        raise Problem.field("left", f"From a little to all of it, {jug.volume:.0f} mL.")
    keys = [key for key, _, _ in jug.layers]
    holds = vessel_volume(vessel)
    if holds is not None and holds < left:
        raise Problem.field(
            "vessel", f"It holds {holds:.0f} mL, and there are {left:.0f} mL of it: choose a larger one."
        )
    supplies = supplies_of(keys, also_removed=True)
    lines = tuple(
        Line(supplies[key], "amount", Amount(amount, unit))
        for key, amount, unit in jug.layers
        if key in supplies
    )
    kit = the_kit()
    question = Question(lines, None, jug.aim, jug.use, jug.minutes, jug.last, facts_for(jug.head), holds, kit)
    poured = filled(lines, None, kit, scope=f"reading {jug.reading.pk}")
    known = [each for each in observations_of(keys) if each.jug.scope != poured.scope]
    posterior = posterior_from(
        [*known, JugObservation(poured, 0.0, kept_reading(jug.reading))], also=poured.scope
    )
    try:
        ways = corrections(question, poured, 0.0, left, [*shelf_for_routes(), the_soda()], posterior)
    except NothingToPutRight as raised:
        return CorrectionsOut(ways=[], says=str(raised))
    return CorrectionsOut(ways=list(ways), says="")
