"""A list of ingredients as labels give it (INCI): what each is, what it brings; what nobody knows is kept.

    read_ingredients("Aqua, Sodium Laureth Sulfate (12 %), Cocamidopropyl Betaine*, Parfum, [+/- CI 19140]")

Names are looked up in `inci.toml`, then among the botanical names of the library, whose allergens and hazards
come along.
"""

import re
import tomllib
from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import cache
from pathlib import Path
from typing import Any

from ..finding import folded
from ..library import library

MAY = re.compile(r"may contain|peut contenir|kann enthalten|puede contener|\+\s*/\s*-|±", re.IGNORECASE)
PERCENT = re.compile(r"(\d+(?:[.,]\d+)?)\s*%")
PARTS = re.compile(r"[\u2022\u00b7;\n\r\t|]|,(?!\d(?:\D|$))|(?<!no)\s*\.\s+", re.IGNORECASE)
PLANT = "plant"
# What a hazard comes to where a little of a material is in something bought; the others hang on how much.
TRACE = {
    "sun": "sun_trace",
    "convulsant": "convulsant_leaf",
    "convulsant_leaf": "convulsant_leaf",
    "menthol_leaf": "menthol_leaf",
    "not_pregnant": "pregnant_ask",
    "pregnant_ask": "pregnant_ask",
    "salicylate": "salicylate",
    "g6pd": "g6pd",
    "builds_up": "builds_up",
    "cationic": "cationic",
}
# Kinds of the library that keep their allergens and hazards also as a trace in something bought.
KIN = {"oil": "fatty", "butter": "fatty", "essential oil": "essential oil", "humectant": "humectant"}


@dataclass(frozen=True)
class Listed:
    """One ingredient: as it is written, what it is by role ("" for what nobody here knows), what it brings.

    `percent`: how much of it, where the label says so; `maybe`: in the part that it may contain.
    """

    name: str
    role: str = ""
    contains: tuple[str, ...] = ()
    hazards: tuple[str, ...] = ()
    percent: float | None = None
    maybe: bool = False


@dataclass(frozen=True)
class Read:
    """A whole list, in its order: what is first there is most of."""

    every: tuple[Listed, ...]

    @property
    def unread(self) -> tuple[str, ...]:
        """What nobody here knows."""
        return tuple(each.name for each in self.every if not each.role)

    def of(self, *roles: str) -> tuple[Listed, ...]:
        """Those of some roles."""
        return tuple(each for each in self.every if each.role in roles)


@cache
def ingredient_table() -> dict[str, Any]:
    """The table of `inci.toml`, read once."""
    return tomllib.loads(Path(__file__).with_name("inci.toml").read_text("utf-8"))


@cache
def _by_name() -> dict[str, dict[str, Any]]:
    return {_plain(name): row for row in ingredient_table()["ingredient"] for name in row.get("names", ())}


@cache
def _by_latin() -> dict[str, Listed]:
    """The library's materials by their botanical names, whole and as the plant alone."""
    out: dict[str, Listed] = {}
    for material in library().values():
        if material.latin and "," not in material.latin:
            trace = (TRACE[name] for name in material.hazards if name in TRACE)
            found = Listed("", KIN.get(material.kind, PLANT), material.contains, tuple(trace))
            out.setdefault(_plain(material.latin), found)
            plant = material.plant
            if plant:
                contains = tuple(each for each in material.contains if each != "fragrance")
                out.setdefault(_plain(plant), Listed("", PLANT, contains))
    return out


def read_ingredients(text: str) -> Read:
    """Every ingredient of a list, in its order, each once."""
    out: dict[str, Listed] = {}
    for written, maybe in _parts(text):
        percent = PERCENT.search(written)
        name = re.sub(
            r"[(\[]\s*[)\]]", " ", PERCENT.sub("", written)
        )  # an empty bracket, where a share stood
        name = re.sub(r"\s+", " ", name).strip(" .*+/-–—:°¹²³")
        if name.count("(") + name.count("[") != name.count(")") + name.count("]"):
            name = name.strip("()[] ")
        if not any(sign.isalpha() for sign in name):
            continue
        found = _known(name)
        share = float(percent[1].replace(",", ".")) if percent else None
        each = Listed(name, found.role, found.contains, found.hazards, share, maybe)
        out.setdefault(_plain(name), each)
    return Read(tuple(out.values()))


def before_list(text: str) -> tuple[str, str]:
    """A text in two where its ingredients begin, by the first that is known: the front, and the list."""
    at = 0
    for found in PARTS.finditer(text):
        if _known(text[at : found.start()].strip(" .*:")).role:
            break
        at = found.end()
    return text[:at], text[at:]


def _parts(text: str) -> Iterator[tuple[str, bool]]:
    """The parts of a list between its commas, dots and bullets, and whether each only may be in it."""
    maybe = False
    for part in PARTS.split(text.replace("*", " ").replace("\u00ad", "")):
        if MAY.search(part):
            maybe, part = True, MAY.sub(" ", part)
        yield part, maybe


def _known(name: str) -> Listed:
    """What a name is: as a whole, else by each of the names between its brackets and strokes, together."""
    outside = re.sub(r"[(\[][^)\]]*[)\]]", " ", name)  # 'Rosmarinus Officinalis (Rosemary) Leaf Oil'
    whole = [_plain(name), _plain(outside)]
    for look in (_exactly, _by_ending):
        for key in whole:
            if key and (found := look(key)) is not None:
                return found
        parts = [_plain(part) for part in re.split(r"[()\[\]/]", name)]
        several = [each for part in parts if part and (each := look(part)) is not None]
        if several:
            return _together(several)
    plants = (_by_latin().get(" ".join(key.split()[:2])) for key in whole)  # '... leaf extract'
    return next((plant for plant in plants if plant is not None), Listed(name))


def _together(several: list[Listed]) -> Listed:
    contains = (more for each in several for more in each.contains)
    hazards = (more for each in several for more in each.hazards)
    return replace(several[0], contains=tuple(dict.fromkeys(contains)), hazards=tuple(dict.fromkeys(hazards)))


def _exactly(key: str) -> Listed | None:
    """What goes by just this name; None for what nobody here knows."""
    return _row(_by_name()[key]) if key in _by_name() else _by_latin().get(key)


def _by_ending(key: str) -> Listed | None:
    """What a name is by how it ends, or by a word in it."""
    for row in ingredient_table()["ingredient"]:
        ends = tuple(row.get("ends", ()))
        if (ends and key.endswith(ends)) or any(part in key for part in row.get("holds", ())):
            return _row(row)
    return None


def _row(row: dict[str, Any]) -> Listed:
    return Listed("", row["is"], tuple(row.get("contains", ())), tuple(row.get("hazards", ())))


def _plain(name: str) -> str:
    """A name as it is looked up: small letters, one space, sulph as sulf, no accents."""
    plain = re.sub(r"[^a-z0-9.,/+() -]", " ", folded(name)).replace("sulph", "sulf")
    return re.sub(r"\s+", " ", plain).strip(" ()-.")
