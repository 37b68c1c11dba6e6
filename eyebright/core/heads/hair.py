"""What a head of hair weighs, and how large its scalp is, each with its range."""

from collections.abc import Mapping
from functools import cache

import numpy as np

from .. import tables
from ..numbers import Array, Draws, Spread
from ..tables import Figures, Triple
from .record import Record, record_tables


@cache
def hair_table() -> Figures:
    """The table of `hair.toml`, read once."""
    return tables.figures(__file__, "hair.toml")


def believed(question: str, answer: str) -> dict[str, float]:
    """How far each choice of a question answered by eye is believed: shares that add up to 1."""
    keys = [choice.key for choice in record_tables().questions[question].choices]
    eye, here = hair_table().numbers("by_eye"), keys.index(answer)
    shares = [
        eye["same"] if i == here else eye["next"] if abs(i - here) == 1 else 0.0 for i in range(len(keys))
    ]
    return {key: share / sum(shares) for key, share in zip(keys, shares, strict=True)}


def _mixed(draws: Draws, name: str, rows: Mapping[str, Triple], shares: Mapping[str, float]) -> Array:
    """Draws over the choices, each by as much as it is believed."""
    keys = list(rows)
    each = np.array([np.broadcast_to(draws.of(name, Spread.of(rows[k])), draws.count) for k in keys])
    picked = draws.pick(name, [shares.get(key, 0.0) for key in keys])
    mixed: Array = each[picked, np.arange(draws.count)]
    return mixed


def hair_mass(record: Record, draws: Draws, sure: Mapping[str, Mapping[str, float]] | None = None) -> Array:
    """Grams of dry hair, shape (draws.count,).

    Strands x cross-section x mean length x 1.31 g/cm³ (model.md 5). `sure`: for density and
    strand, what quick tests believe of each choice.
    """
    table, sure = hair_table(), sure or {}
    density = sure.get("density") or believed("density", record.density)
    strand = sure.get("strand") or believed("strand", record.strand)
    strands = _mixed(draws, "strands", table.as_(dict[str, Triple], "strands"), density)
    across = _mixed(draws, "across", table.as_(dict[str, Triple], "across"), strand)
    flat = draws.of("flat", table.spread("flat", record.curl))
    mean = draws.of("mean length", table.spread("mean", "layered" if record.layered else "even"))
    known = table.number("length", "measured" if record.length_cm else "drawn")
    longest = draws.of("length", Spread.within(record.cm, known))
    held = draws.of("held hair", table.spread("held", record.style))
    strands = strands * np.minimum(1.0, table.number("crowding", "from") / across)  # thick hairs stand apart
    section = np.pi / 4.0 * (across * 1e-4) ** 2 * flat  # cm²
    grams: Array = strands * 1e3 * section * longest * mean * held * table.number("fibre", "density")
    return grams


def scalp_area(age: int, draws: Draws) -> Array:
    """cm² of scalp, shape (draws.count,)."""
    table = hair_table().part("scalp")
    years, shares = zip(*table.as_(list[tuple[float, float]], "by_age"), strict=True)
    area: Array = draws.of("scalp", table.spread("adult")) * np.interp(age, years, shares)
    return area


def liquid_held(record: Record) -> float:
    """How much more or less liquid this hair holds than medium hair, times."""
    return hair_table().number("porosity", record.porosity)
