"""A full answer in process: plan, curve with its band, routes, spoon versions, doubts and cautions."""

from collections.abc import Callable
from functools import partial

from eyebright.core.chemistry import water_classes
from eyebright.core.materials import Amount, Lot, Supply, WaterLot, material
from eyebright.core.mix import Line, Question, curve, next_readings, routes, work_out

from .chemistry import best

ASKED = (
    ("malt_vinegar", "very_hard", 4.5),
    ("cider_vinegar", "soft", 3.7),
    ("lemon_juice", "hard", 4.0),
    ("citric_acid", "very_hard", 4.5),
)
TEN = (
    ("nettle", 5.0, "g"),
    ("linden", 1.0, "handful"),
    ("lemon_juice", 5.0, "mL"),
    ("aloe_gel", 2.0, "tbsp"),
    ("honey", 1.0, "tsp"),
    ("buttermilk", 20.0, "mL"),
    ("citric_acid", 1.0, "pinch"),
    ("rose_water", 50.0, "mL"),
)
SHELF = ("malt_vinegar", "fruit_vinegar", "citric_acid", "cream_of_tartar", "lemon_juice", "nettle")


def lot(key: str) -> Lot:
    """A lot of a material of the library."""
    return Lot(f"lot-{key}", material(key), material(key).name)


def water(key: str) -> WaterLot:
    """A water of a class."""
    return WaterLot(f"water-{key}", water_classes()[key], water_classes()[key].name)


def ten_lines() -> Question:
    """Ten things in a litre, the vinegar worked out."""
    lines = [Line(water("very_hard"), "fill", Amount(0.0, "mL"))]
    lines += [Line(lot(key), "amount", Amount(much, unit)) for key, much, unit in TEN]
    lines.append(Line(lot("malt_vinegar"), "solve", Amount(0.0, "mL")))
    return Question(tuple(lines), 1000.0, 4.5, "rinsed_out", 2.0)


def anew(question: Question) -> object:
    """The answer to a jug that was never asked about before."""
    curve.cache_clear()
    return work_out(question)


def whole(question: Question) -> Callable[[], object]:
    """Everything that Mix shows of a jug."""
    shelf: list[Supply] = [*(lot(key) for key in SHELF), water("rain"), water("distilled")]

    def answered() -> object:
        curve.cache_clear()
        mix = work_out(question)
        return routes(question, mix, shelf, lot("baking_soda")), next_readings(question, mix)

    return answered


def answers() -> dict[str, float]:
    """Seconds for each of some questions, the best of a few rounds."""
    out = {}
    for acid, source, aim in ASKED:
        lines = (
            Line(water(source), "fill", Amount(0.0, "mL")),
            Line(lot(acid), "solve", Amount(0.0, "mL")),
        )
        question = Question(lines, 500.0, aim, "rinsed_out", 2.0)
        out[f"{lot(acid).name} in {water(source).name.lower()}"] = best(partial(anew, question))
    return out


def ten() -> float:
    """Seconds for a ten-line jug answered whole, the best of a few rounds."""
    return best(whole(ten_lines()))
