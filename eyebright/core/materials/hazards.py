"""What a material may carry that rules look at: the list, what is asked of one's own, what a name gives away.

guessed_hazards("Bay laurel soap")      ("alkaline", "soap", "eyes")
refused_by_name("Ätznatron, flakes")    the library's caustic soda
"""

import re
from collections.abc import Iterable
from dataclasses import dataclass
from functools import cache, lru_cache
from pathlib import Path

from .. import tables
from .finding import ambiguous, folded
from .library import library
from .material import Material

HERE = Path(__file__).parent
PLURAL = 3  # letters beyond which an s at the end is taken for a plural
NOT_IT = ("free", "without", "no", "instead")  # words that turn a name round: 'lye-free'


@dataclass(frozen=True)
class Hazard:
    """One thing that a material may carry; `ask`, in plain words, is "" where only the library knows it.

    `says`: what stands of it on a material's page; `meets`: what it may not meet, "" for nothing;
    `handling`: whether that holds for what is only kept, too, and never goes on a head.
    """

    key: str
    says: str
    ask: str = ""
    meets: str = ""
    handling: bool = False
    words: tuple[str, ...] = ()
    also: tuple[str, ...] = ()


@cache
def hazard_table() -> dict[str, Hazard]:
    """Every hazard by key."""
    found = [{"key": key, **row} for key, row in tables.read(__file__, "hazards.toml").items()]
    return {row.key: row for row in tables.rows_of(found, "hazards.toml", Hazard)}


@lru_cache(maxsize=16_384)  # every name of the library, and what is being typed
def _words(text: str) -> tuple[str, ...]:
    found = re.findall(r"\w+", folded(text.replace("'", "")))
    return tuple(word[:-1] if len(word) > PLURAL and word.endswith("s") else word for word in found)


def _says(name: tuple[str, ...], phrase: str) -> bool:
    """Whether these words stand in a name, one after another and not turned round."""
    wanted = _words(phrase)
    for at in range(len(name) - len(wanted) + 1):
        if name[at : at + len(wanted)] == wanted:
            around = (name[at - 1] if at else "", *name[at + len(wanted) : at + len(wanted) + 1])
            if not set(around) & set(NOT_IT):
                return True
    return False


def guessed_hazards(name: str) -> tuple[str, ...]:
    """What a name gives away, and what follows of it."""
    words = _words(name)
    found = [
        each.key for each in hazard_table().values() if any(_says(words, phrase) for phrase in each.words)
    ]
    return with_what_follows(found)


def with_what_follows(keys: Iterable[str]) -> tuple[str, ...]:
    """These hazards, and those that go with them; each once."""
    out: list[str] = []
    for key in keys:
        out += [key, *hazard_table()[key].also]
    return tuple(dict.fromkeys(out))


@cache
def _allergen_words() -> dict[str, tuple[str, ...]]:
    table = tables.figures(__file__, "allergens.toml").as_(dict[str, dict[str, tuple[str, ...]]])
    return {key: row["words"] for key, row in table.items()}


def guessed_allergens(name: str) -> tuple[str, ...]:
    """What a name says that people are allergic to, by key: 'almond butter' nuts."""
    words = _words(name)
    return tuple(
        key for key, said in _allergen_words().items() if any(_says(words, phrase) for phrase in said)
    )


@cache
def _refused() -> tuple[tuple[str, Material], ...]:
    every = [each for each in library().values() if each.refuse]
    names = [(name, each) for each in every for name in (each.name, *each.also)]
    return tuple(sorted(names, key=lambda pair: -len(pair[0])))


@cache
def _milder(refused: str) -> tuple[str, ...]:
    """Names of other things that hold this name of a refused one: 'paraffin oil' of 'paraffin'."""
    every = [each for each in library().values() if not each.refuse]
    names = (name for each in every for name in (each.name, *each.also))
    return tuple(name for name in names if _says(_words(name), refused))


def refused_by_name(name: str) -> Material | None:
    """What of the library's refused things this name says, in whatever tongue; None for none of them.

    A name that may mean one of them, and something else as well, counts until somebody has looked; that of
    another thing in the library, of which it is a part, does not: petroleum jelly.
    """
    words = _words(name)
    several = ambiguous(name)
    meant = [library()[key] for key in several.means] if several else []
    return next(
        (
            each
            for known, each in _refused()
            if _says(words, known) and not any(_says(words, milder) for milder in _milder(known))
        ),
        next((each for each in meant if each.refuse), None),
    )
