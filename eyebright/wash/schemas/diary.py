"""What happened on a head, as it is entered."""

from typing import Annotated

from ninja import Schema
from pydantic import Field

from eyebright.core.vocabulary import LinkZone
from eyebright.kept.fields import AS_NUMBER, Blank, Minutes, Moment, Note, chosen, number_between

Amount = Annotated[
    float, number_between(0.01, 20_000, "More than nothing, and no more than 20 kg."), AS_NUMBER
]
Strength = Annotated[
    float, number_between(0.05, 20, "Times the usual: 1 as usual, 0.5 half as strong."), AS_NUMBER
]


class WashIn(Schema):
    """A preparation used; `answer` how it went, of the outcomes.

    `amount` in g or mL, or in so many of the vessel whose id `unit` is; left out where nobody knows.

    `made`: the key of what was made and is in stock, that it was done with: its family and formula count
    then.

    `formula` of the household that it was, by id, `zone` that it went on and `cover` over it, where known.

    `stops_passed`: stops of the formula that an adult passed, `why`, and that the head is their `own`.

    `occasion`, `on_scalp` and `on_strands`: what it was for, and what was on the hair.
    """

    family: Annotated[str, chosen("Say what was used.")]
    made: Annotated[str, Field(max_length=48)] = ""
    formula: int | None = None
    zone: LinkZone | None = None
    cover: bool | None = None
    at: Annotated[Moment | None, Blank] = None
    amount: Annotated[Amount | None, Blank] = None
    unit: str = "g"
    strength: Annotated[Strength, Blank] = 1.0
    minutes: Annotated[Minutes | None, Blank] = None
    occasion: str = "ordinary"
    on_scalp: list[str] = []
    on_strands: list[str] = []
    answer: str | None = None
    note: Note = ""
    stops_passed: list[str] = []
    why: Note = ""
    own: bool = False


class WashChangeIn(Schema):
    """What changes in a wash: how it went, whether the head learns from it, the note; what, when, how much
    and how long it was, where that is corrected. `amount` in g or mL, or in so many of a vessel (`unit`).
    `feel`: of what went amiss, what really did.
    """

    version: int
    family: str | None = None
    formula: int | None = None
    zone: LinkZone | None = None
    at: Annotated[Moment | None, Blank] = None
    amount: Annotated[Amount | None, Blank] = None
    unit: str = "g"
    strength: Annotated[Strength | None, Blank] = None
    minutes: Annotated[Minutes | None, Blank] = None
    answer: str | None = None
    counts: bool | None = None
    feel: list[str] | None = None
    note: Note | None = None
