"""Passing a stop: only an adult, for their own comfort, with the reason, and on record."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from eyebright.core.materials import folded
from eyebright.core.rules import Caution
from eyebright.kept.problems import Problem

from ..models import StopPassed
from ..schemas.diary import PassOut
from .history import find_head

READ = "Say that you have read why, or change it."
WHOSE = "Choose whose head it is for: an adult passes a stop for their own head, and for nobody else."
OWN = "Say that it is your own head: nobody passes a stop for somebody else."
REASON = "Say why you pass it: the reason goes on record."


@dataclass(frozen=True)
class Passing:
    """What somebody says to pass stops: which (ids), why, and that the head is their own."""

    stops: Sequence[str] = ()
    why: str = ""
    own: bool = False


def pass_stops(cautions: Iterable[Caution], passing: Passing, head: int | None) -> list[Caution]:
    """The stops among these, all of them passed; one that was not, or cannot be, is refused."""
    stops = [caution for caution in cautions if caution.level == "stop"]
    for stop in stops:
        if not stop.overridable:
            raise Problem.field("stops", f"{stop.what} {stop.instead}")
        if stop.id not in passing.stops:
            raise Problem.field("stops", f"{stop.what} {READ}")
    if stops and head is None:
        raise Problem.field("head", WHOSE)
    if stops and not passing.own:
        raise Problem.field("own", OWN)
    if stops and not passing.why.strip():
        raise Problem.field("why", REASON)
    return stops


def keep_passes(stops: Sequence[Caution], passing: Passing, head: int | None, of: str) -> None:
    """Put passed stops on record, a row each. `of`: what they were of, 'jug 12'."""
    if head is None:
        return  # nobody passes a stop for nobody
    StopPassed.objects.bulk_create(
        StopPassed(head_id=head, rule=stop.id, what=stop.what, why=passing.why.strip(), of=of)
        for stop in stops
    )


def passes(pk: int) -> list[PassOut]:
    """The stops that were passed on this head, the newest first."""
    return [PassOut.model_validate(row) for row in find_head(pk).passes.all()]


def goes_by(name: str, typed: str) -> bool:
    """Whether a typed name is this one, or its first part."""
    full, said = folded(name).split(), folded(typed).split()
    return said == full or said == full[:1]
