"""Words of names as they are compared: without accents, without plural, in any tongue.

words("Huile d'Olive")    ("huile", "d", "olive")
stem("leaves")            "leaf"
joined(("soap", "nuts"))  "soapnut"
"""

import re
import unicodedata
from collections.abc import Iterable, Sequence
from functools import cache, lru_cache

from ... import tables
from ...tables import Figures

ODD = {"leaves": "leaf", "leafs": "leaf", "loaves": "loaf", "knives": "knife", "geese": "goose"}
AS_ONE = str.maketrans({"ı": "i", "ø": "o", "ł": "l", "æ": "ae", "œ": "oe", "ð": "d"})
LEAST = 4  # letters below which nothing is taken for an ending


@lru_cache(maxsize=32768)
def folded(text: str) -> str:
    """Text as it is compared: small letters without accents."""
    if text.isascii():
        return text.lower()
    apart = unicodedata.normalize("NFKD", text.casefold())
    return "".join(sign for sign in apart if not unicodedata.combining(sign)).translate(AS_ONE)


@lru_cache(maxsize=32768)
def words(text: str) -> tuple[str, ...]:
    """The words of a text, folded; a letter's own marks stay with it, an apostrophe parts two words."""
    plain = folded(text)
    if plain.isascii():
        return tuple(re.findall(r"[a-z0-9]+", plain))
    kept = "".join(sign if sign.isalnum() or unicodedata.category(sign)[0] == "M" else " " for sign in plain)
    return tuple(kept.split())


@lru_cache(maxsize=32768)
def stem(word: str) -> str:
    """A word without its plural: leaves and leaf, limones and limon, Blüten and Blüte are one."""
    if word in ODD:
        return ODD[word]
    if len(word) < LEAST:
        return word
    if word.endswith("ies") and len(word) > LEAST:
        return word[:-3] + "y"
    if word.endswith(("ches", "shes", "sses", "xes", "oes")):
        return word[:-2]
    if word.endswith("s") and not word.endswith(("ss", "us", "is")):
        word = word[:-1]
    if word.endswith("en") and len(word) > LEAST + 1:
        word = word[:-1]
    return word[:-1] if word.endswith("e") and len(word) > LEAST else word


def joined(many: Iterable[str]) -> str:
    """Words run together, the last without its plural: 'soap nuts' and 'soapnut' are one."""
    return "".join(stem(word) for word in many)


@cache
def word_table() -> Figures:
    """The lists of `words.toml`."""
    return tables.figures(__file__, "words.toml")


@cache
def word_set(name: str, *of: str) -> frozenset[str]:
    """One list of `words.toml`, or of its table of this name, each word of it by itself, folded."""
    kinds = name == "kinds"  # not every kind has one
    found = word_table().lists(name).get(of[0], []) if kinds else word_table().strings(name, *of)
    return frozenset(word for entry in found for word in words(entry))


@cache
def stem_set(name: str, *of: str) -> frozenset[str]:
    """The same, without plurals."""
    return frozenset(map(stem, word_set(name, *of)))


@cache
def _phrases() -> tuple[tuple[str, ...], ...]:
    return tuple(sorted((words(each) for each in word_table().strings("phrases")), key=len, reverse=True))


def without_phrases(many: Sequence[str]) -> list[str]:
    """Words without what only says how a thing was made ready."""
    out = list(many)
    for phrase in _phrases():
        for at in range(len(out) - len(phrase), -1, -1):
            if tuple(out[at : at + len(phrase)]) == phrase:
                del out[at : at + len(phrase)]
    return out
