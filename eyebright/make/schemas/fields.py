"""Fields that schemas of Make share."""

from typing import Annotated, Literal

from pydantic import Field

from eyebright.kept.fields import AS_NUMBER, Blank, Number, number_between

Id = Annotated[int, Field(ge=1, le=10**11)]
MaybeId = Id | None
Key = Annotated[str, Field(max_length=48)]
MaybeNumber = Annotated[Number | None, Blank]
Millilitres = Annotated[
    Annotated[float, number_between(1, 20_000, "From 1 mL to 20 L."), AS_NUMBER] | None, Blank
]
Celsius = Annotated[float, number_between(-30, 130, "From -30 to 130 °C."), AS_NUMBER]
Room = Annotated[
    Annotated[float, number_between(0, 45, "A kitchen has from 0 to 45 °C."), AS_NUMBER] | None, Blank
]
SizedBy = Literal["written", "washes", "ml", "g", "vessel", "cubes", "times"]
Standing = Literal["pot", "glass", "bowl", "bottle", "flask"]
Lid = Literal["off", "on", "bath"]
