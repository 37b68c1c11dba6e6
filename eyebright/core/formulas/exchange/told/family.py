"""What a told recipe makes: by what goes in and how it is used, then by its title."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import cache
from typing import Any

from .... import tables
from ....materials import METRIC, WATER, Amount, Kit, MeasureError, Supply, is_a, measured, words
from ....rules import Condition, conditions, hold
from ...model import COVER, SHARES, Family, families, weighed
from ...prepare import PreparedSupply
from ..lines import Kitchen, read_line
from ..lines.amounts import Said
from .vocabulary import told_words

USUAL = "mask"
RICH, AN_HOUR, DRY, WHOLE = 0.04, 60.0, 6.0, ("whole", "broken", "fresh")
A_LITTLE = 5.0  # g of a line whose amount nobody said
MOST_NEAR = 2
MUCH = 0.2  # of the whole, from which something bought ready says what it is


@dataclass(frozen=True)
class GuessRow:
    """A row of `family.toml`: the family that a recipe is of where these conditions hold, and why."""

    family: str
    when: tuple[Condition, ...]
    why: str


@dataclass(frozen=True)
class Guess:
    """The family of a recipe, why, and what else it may be: (family, why), the likeliest first."""

    family: Family
    why: str
    near: tuple[tuple[Family, str], ...] = ()


@cache
def _rows() -> tuple[GuessRow, ...]:
    return tuple(tables.rows(__file__, "family.toml", "guess", GuessRow, when=conditions))


@cache
def _groups() -> tables.Figures:
    return tables.figures(__file__, "family.toml")


@dataclass(frozen=True)
class Part:
    """A line as a guess sees it: what it is, g of it, its form, and whether it is strained off again."""

    supply: Supply
    grams: float
    form: str = ""
    strained: bool = False


@dataclass(frozen=True)
class Signs:
    """What is said of how it is used. `minutes` on the head, at most; 0 where nothing was said."""

    left_in: bool = False
    sprayed: bool = False
    dusted: bool = False
    let_dry: bool = False
    minutes: float = 0.0


def guess_family(title: str, parts: Sequence[Part], signs: Signs) -> Guess:
    """The family that a recipe is most likely of, and what else it may be."""
    facts = _facts(title, parts, signs)
    found = [(families()[row.family], row.why) for row in _rows() if hold(row.when, facts, {})]
    ready = max((part for part in parts if _ready(part)), key=lambda part: part.grams, default=None)
    if ready is not None:
        much = ready.grams >= MUCH * sum(part.grams for part in parts)
        found.insert(0 if much else len(found), (families()[_ready(ready)], "something bought ready"))
    found += [(family, "its name") for family in _titled(title)]
    first = {family.key: why for family, why in reversed(found)}
    once = [(families()[key], first[key]) for key in dict.fromkeys(family.key for family, _ in found)]
    if not once:
        once = [(families()[USUAL], "nothing that tells")]
    (family, why), *near = once
    return Guess(family, why, tuple(near[:MOST_NEAR]))


def _titled(title: str) -> list[Family]:
    """The families that a title names, by a word of it or the words together."""
    said = words(title)
    every = {" ".join(said[i:j]) for i in range(len(said)) for j in range(i + 1, len(said) + 1)}
    return [each for each in families().values() if every & set(each.called)]


def _facts(title: str, parts: Sequence[Part], signs: Signs) -> dict[str, Any]:
    total = sum(part.grams for part in parts) or 1.0

    def share(of: Callable[[Part], bool]) -> float:
        return 100.0 * sum(part.grams for part in parts if of(part)) / total

    kinds, keys = _groups().lists("groups", "kinds"), _groups().lists("groups", "keys")
    groups = {
        name: share(_among(kinds.get(name, []), keys.get(name, [])))
        for name in dict.fromkeys((*kinds, *keys))
    }
    plants = sum(part.grams for part in parts if _kind(part) in kinds["plant"])
    rich = sum(part.grams for part in parts if _kind(part) in kinds["plant"] and _tannin(part) >= RICH)
    saponin = [part for part in parts if _kind(part) in kinds["saponin"]]
    said = set(words(title))
    return groups | {
        "ml": total,
        "tannin": 100.0 * rich / plants if plants else 0.0,
        "strained": any(part.strained for part in parts),
        "saponin_whole": any(part.form in WHOLE for part in saponin),
        "slimy": bool(saponin) and all(_key(part) in keys["slime"] for part in saponin),
        "left_in": signs.left_in,
        "sprayed": signs.sprayed or bool(said & set(told_words().strings("titles", "spray"))),
        "dusted": signs.dusted,
        "let_dry": signs.let_dry,
        "hours": signs.minutes >= AN_HOUR,
        "dry": bool(parts) and sum(groups[name] for name in _groups().strings("groups", "wet")) < DRY,
        "title": list(said),
    }


def _ready(part: Part) -> str:
    """The family of what is bought ready; "" for what is not."""
    return part.supply.material.ready if part.supply.material else ""


def _among(kinds: Sequence[str], keys: Sequence[str]) -> Callable[[Part], bool]:
    return lambda part: _kind(part) in kinds or _key(part) in keys


def _kind(part: Part) -> str:
    return part.supply.material.kind if part.supply.material else WATER


def _key(part: Part) -> str:
    return part.supply.material.key if part.supply.material else ""


def _tannin(part: Part) -> float:
    material = part.supply.material
    return material.tannin.mid if material is not None and material.tannin is not None else 0.0


def parts_of(lines: Sequence[tuple[Supply, Amount | None, str, bool]], kit: Kit = METRIC) -> list[Part]:
    """Lines (what, how much, form, strained off) as a guess sees them; a cover is twice as much.

    What was made before is all that is in it.
    """
    grams = [_grams(supply, amount, kit) for supply, amount, _, _ in lines]
    known = sum(each or 0.0 for each in grams) or A_LITTLE
    return [
        part
        for each, (supply, amount, form, strained) in zip(grams, lines, strict=True)
        for part in _inside(
            Part(supply, known * (2.0 if amount else 1.0) if each is None else each, form, strained)
        )
    ]


def _inside(part: Part) -> list[Part]:
    """What was made before, as the parts of it; anything else as it is."""
    if not isinstance(part.supply, PreparedSupply):
        return [part]
    made = weighed(part.supply.formula, part.supply.kit)
    total = sum(each.grams for each in made)
    return [
        inner
        for each in made
        for inner in _inside(
            Part(
                each.line.supply,
                part.grams * each.grams / total,
                each.line.form,
                each.line.phase == "infused",
            )
        )
    ]


def water_grams(said: Said, kitchen: Kitchen) -> float | None:
    """g of so much water; None for what is no measure of water: a part, a piece, a share."""
    line = read_line(f"{said.number} {said.word} water", kitchen)
    if said.piece or not line.sure or line.amount is None or line.amount.unit in SHARES:
        return None
    return parts_of([(line.found[0], line.amount, "", False)], kitchen.kit)[0].grams


def _grams(supply: Supply, amount: Amount | None, kit: Kit) -> float | None:
    """g of a line, roughly; a little where nobody said how much, None for what covers or wets the rest."""
    if amount is None or not amount.unit:
        return None if supply.material is None or is_a(supply.material.kind, "draws_plants") else A_LITTLE
    if amount.unit == COVER:
        return None
    try:
        found = measured(amount, supply.material, kit).amount
    except MeasureError:
        return A_LITTLE
    material = supply.material
    if material is None or material.unit == "g" or material.density is None:
        return found
    return found * material.density.mid
