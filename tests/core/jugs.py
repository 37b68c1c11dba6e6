"""Jugs for tests: lots, waters and lines in few words."""

from typing import Any

from eyebright.core.chemistry import water_classes
from eyebright.core.materials import Amount, Lot, Supply, WaterLot, material
from eyebright.core.mix import How, Line, Mix, Question, work_out


def lot(key: str, strength: float | None = None, name: str = "") -> Lot:
    """A lot of a material of the library."""
    return Lot(f"lot-{name or key}", material(key), name or material(key).name, strength)


def water(key: str) -> WaterLot:
    """A water of a class."""
    return WaterLot(f"water-{key}", water_classes()[key], water_classes()[key].name)


def line(supply: Supply | str, amount: float | None = None, unit: str = "", how: How = "amount") -> Line:
    """One line; a word is a water, or else a material of the library."""
    if isinstance(supply, str):
        supply = water(supply) if supply in water_classes() else lot(supply)
    base = supply.material.unit if supply.material else "mL"
    return Line(supply, how, Amount(amount or 0.0, unit or base))


def question(*lines: Line, volume: float | None = 500.0, aim: float | None = 4.5, **more: Any) -> Question:
    """A question of these lines."""
    if not any(each.how == "fill" for each in lines):
        volume = None
    more = {"use": "rinsed_out", "minutes": 2.0, **more}
    return Question(tuple(lines), volume, aim, **more)


def rinse(acid: Supply | str, source: Supply | str = "very_hard", **more: Any) -> Mix:
    """The answer to an acid worked out in a jug that a water fills."""
    return work_out(question(line(source, how="fill"), line(acid, how="solve"), **more))
