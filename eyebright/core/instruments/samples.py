"""What any instrument says: one shape for all of them, and the plain lines it travels in.

An instrument says one line a sample, in UTF-8, ended by a line feed:

    EYEBRIGHT 1 scale Kitchen scale        once, when somebody connects: version, kind, name
    R 12.34 g steady                       a reading: number, unit, steady or moving
    E overload                             no reading, and why: one of the troubles below

and takes lines back:

    TARE                                   a scale takes what lies on it as nothing

Units: g for a scale, mV for a pH meter (so that the calibration is ours), pH for a meter that keeps its
own calibration, C for a thermometer. Blank lines and lines beginning with # mean nothing.
"""

import math
from dataclasses import dataclass
from typing import Literal, get_args

Kind = Literal["scale", "meter", "thermometer"]
State = Literal["steady", "moving", "overload", "open circuit", "no probe", "resting"]
Unit = Literal["g", "mV", "pH", "C"]

VERSION = 1
UNITS: dict[Kind, tuple[Unit, ...]] = {"scale": ("g",), "meter": ("mV", "pH"), "thermometer": ("C",)}
READS = ("steady", "moving")
LONGEST = 200  # letters in a line: more is no instrument


class ProtocolError(ValueError):
    """A line that no instrument says, in plain words."""


@dataclass(frozen=True)
class Sample:
    """One reading: `value` in `unit`, None where there is none; `state` says how far to trust it."""

    value: float | None
    unit: Unit
    state: State


@dataclass(frozen=True)
class Greeting:
    """What an instrument says of itself."""

    kind: Kind
    name: str


def greet(greeting: Greeting) -> str:
    """The first line of a conversation."""
    return f"EYEBRIGHT {VERSION} {greeting.kind} {greeting.name}"


def greeted(line: str) -> Greeting:
    """The first line, understood; ProtocolError for anything else."""
    words = line.strip().split(maxsplit=3)
    if len(words) < 3 or words[0] != "EYEBRIGHT":
        raise ProtocolError("That does not speak as an instrument here does: its first line is no greeting.")
    if words[1] != str(VERSION):
        raise ProtocolError(f"It speaks version {words[1][:12]}; this is version {VERSION}.")
    if words[2] not in get_args(Kind):
        raise ProtocolError(f"It says it is a {words[2][:40]}; known are {', '.join(get_args(Kind))}.")
    return Greeting(words[2], words[3][:80] if len(words) > 3 else words[2])  # type: ignore[arg-type]


def said(sample: Sample) -> str:
    """A sample as its line."""
    if sample.value is None:
        return f"E {sample.state}"
    return f"R {sample.value:.4f} {sample.unit} {sample.state}"


def heard(line: str, kind: Kind) -> Sample | None:
    """A line, understood; None for one that means nothing. ProtocolError for one that is broken."""
    text = line.strip()
    if not text or text.startswith("#"):
        return None
    if len(text) > LONGEST:
        raise ProtocolError("Its lines are longer than any reading.")
    head, _, rest = text.partition(" ")
    if head == "E":
        if rest in READS or rest not in get_args(State):
            raise ProtocolError(f"It says “{rest[:40]}”, which is no trouble that is known.")
        return Sample(None, UNITS[kind][0], rest)  # type: ignore[arg-type]
    words = rest.split()
    if head != "R" or len(words) != 3:
        raise ProtocolError(f"“{text[:60]}” is no reading.")
    try:
        value = float(words[0])
    except ValueError:
        raise ProtocolError(f"“{words[0][:40]}” is no number.") from None
    if not math.isfinite(value):
        raise ProtocolError(f"“{words[0][:40]}” is no number.")
    if words[1] not in UNITS[kind]:
        raise ProtocolError(f"A {kind} reads in {' or '.join(UNITS[kind])}, not in {words[1][:20]}.")
    if words[2] not in READS:
        raise ProtocolError(f"A reading is steady or moving, not “{words[2][:40]}”.")
    return Sample(value, words[1], words[2])  # type: ignore[arg-type]
