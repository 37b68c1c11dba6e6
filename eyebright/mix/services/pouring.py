"""A jug as it is about to be poured."""

from dataclasses import dataclass

from eyebright.core.mix import (
    Mix,
    Question,
)
from eyebright.core.rules import Caution
from eyebright.heads.services import Passing, pass_stops

from ..schemas.jugs import (
    MixAsk,
)
from .questions import question_of, worked_out

LONGEST_NAME = 200


def name_of(mix: Mix) -> str:
    """What a jug is called: 'Malt vinegar in Canal-side tap', the water last."""
    names = list(dict.fromkeys(pour.name for pour in mix.pours if pour.what != "water"))
    waters = list(dict.fromkeys(pour.name for pour in mix.pours if pour.what == "water"))
    name = " and ".join(names[:2]) + (f" and {len(names) - 2} more" if len(names) > 2 else "")
    if not waters:
        return name[:LONGEST_NAME]
    water = " and ".join(waters[:2])
    return (f"{name} in {water}" if name else water)[:LONGEST_NAME]


@dataclass(frozen=True)
class ReadyJug:
    """A jug that may be poured.

    The question, what comes of it, what it is called, the stops that were passed.
    """

    question: Question
    mix: Mix
    name: str
    passed: list[Caution]


def ready_to_pour(ask: MixAsk, passing: Passing) -> ReadyJug:
    """A jug as it is about to be poured. A stop that was not passed stops it here."""
    question = question_of(ask)
    mix = worked_out(question)
    return ReadyJug(question, mix, name_of(mix), pass_stops(mix.cautions, passing, ask.head))
