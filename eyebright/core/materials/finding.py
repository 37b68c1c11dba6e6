"""Finding a material by any of its names, in any tongue, with or without its accents."""

import unicodedata
from functools import cache

from .library import library
from .material import Material


@cache
def folded(text: str) -> str:
    """Text as it is compared: small letters without accents."""
    apart = unicodedata.normalize("NFKD", text.casefold())
    return "".join(sign for sign in apart if not unicodedata.combining(sign))


@cache
def names_of(substance: Material) -> str:
    """Every name of a material, folded."""
    return folded(" · ".join((substance.name, substance.latin, substance.kind, *substance.also)))


def holds(text: str, find: str) -> bool:
    """Whether every word that is looked for stands in the text (folded)."""
    return all(word in text for word in folded(find).split())


def find_materials(find: str) -> list[Material]:
    """Materials of the library that go by this name; those that are called just so come first, then
    those whose own name begins so, then those whose own name holds it."""
    hits = [substance for substance in library().values() if holds(names_of(substance), find)]
    start = folded(find.strip())

    def far(substance: Material) -> tuple[bool, bool, bool, str]:
        name = folded(substance.name)
        known = start in (name, *map(folded, substance.also))
        return not known, not name.startswith(start), start not in name, name

    return sorted(hits, key=far)
