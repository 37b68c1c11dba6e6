"""Jugs for tests: lots, waters and lines in few words."""

from eyebright.core.chemistry.water import water_classes
from eyebright.core.making.jug import How, Line
from eyebright.core.making.mix import Mix, Question, work_out
from eyebright.core.materials import Lot, Stuff, WaterLot, material
from eyebright.core.measures import Amount


def lot(key: str, strength: float | None = None, name: str = "") -> Lot:
    """A lot of a material of the library."""
    return Lot(f"lot-{name or key}", material(key), name or material(key).name, strength)


def water(key: str) -> WaterLot:
    """A water of a class."""
    return WaterLot(f"water-{key}", water_classes()[key], water_classes()[key].name)


def line(stuff: Stuff | str, amount: float | None = None, unit: str = "", how: How = "amount") -> Line:
    """One line; a word is a water, or else a material of the library."""
    if isinstance(stuff, str):
        stuff = water(stuff) if stuff in water_classes() else lot(stuff)
    base = stuff.material.unit if stuff.material else "mL"
    return Line(stuff, how, Amount(amount or 0.0, unit or base))


def question(*lines: Line, volume: float | None = 500.0, aim: float | None = 4.5, **more) -> Question:
    """A question of these lines."""
    if not any(each.how == "fill" for each in lines):
        volume = None
    more = {"use": "rinsed_out", "minutes": 2.0} | more
    return Question(tuple(lines), volume, aim, **more)


def rinse(acid: Stuff | str, source: Stuff | str = "very_hard", **more) -> Mix:
    """The answer to an acid worked out in a jug that a water fills."""
    return work_out(question(line(source, how="fill"), line(acid, how="solve"), **more))
