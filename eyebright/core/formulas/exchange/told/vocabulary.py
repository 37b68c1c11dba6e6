"""The words that recipes are told with (`told.toml`), found in the tokens of a line.

find(lex("leave it to soak overnight"), "acts")    the act "soak", from token 0 to 4
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cache, cached_property

from .... import tables
from ....materials import word_set, words
from ....tables import Figures
from ..lines.lexing import Token


@dataclass(frozen=True)
class Found:
    """A phrase of a table: what it stands for, and its tokens from `start` to `end`."""

    key: str
    start: int
    end: int


@cache
def told_words() -> Figures:
    """The lists of `told.toml`, read once."""
    return tables.figures(__file__, "told.toml")


@cache
def _canonical() -> dict[str, str]:
    """Every form of a helping verb, and the one that stands for it."""
    return {form: verb for verb, many in told_words().lists("helpers").items() for form in many}


@cache
def _passed() -> frozenset[str]:
    return frozenset(told_words().strings("passed", "words"))


def plain(word: str) -> str:
    """A word as phrases are compared: a form of a helping verb as the verb."""
    return _canonical().get(word, word)


ENDINGS: tuple[tuple[str, tuple[str, ...]], ...] = (
    ("eren", ("iere", "ier")),
    ("en", ("e", "t")),
    ("arsi", ("ati",)),
    ("are", ("a", "ate", "iamo")),
    ("ere", ("i", "ete", "iamo", "e")),
    ("ire", ("i", "ite", "iamo")),
    ("dre", ("ds", "dez", "d")),
    ("er", ("e", "ez", "ons", "emos", "en")),
    ("ir", ("issez", "e", "imos", "ez")),
    ("ar", ("a", "amos", "e", "en", "ad", "o")),
)
"""How a verb ends in the tables, and as it is told to somebody: melanger, mélangez; mezclar, mezclamos."""


def _forms(phrase: tuple[str, ...], key: str) -> list[tuple[str, ...]]:
    """A phrase, and the same with its verb as it is told to somebody."""
    out = [phrase]
    if key == "dry":  # "seca" and "secca" are dried
        return out
    for at in {0, len(phrase) - 1}:
        none: tuple[str, tuple[str, ...]] = ("", ())
        ending, turned = next(((old, new) for old, new in ENDINGS if phrase[at].endswith(old)), none)
        stem = phrase[at].removesuffix(ending) if ending else ""
        turned = tuple(each for each in turned if stem + each not in word_set("neutral"))  # tiède, bouillie
        if len(stem) > 2 and phrase[at] not in told_words().lists("helpers"):
            out += [(*phrase[:at], stem + each, *phrase[at + 1 :]) for each in turned]
    return out


def participles(word: str) -> tuple[str, ...]:
    """An English verb as it is said of a thing: soaked, stirred, whipped."""
    if word.endswith("e"):
        return (word + "d",)
    return (word + "ed", word + word[-1] + "ed")


@cache
def phrase_table(*path: str) -> dict[tuple[str, ...], str]:
    """A list or a table of lists as phrases, each with its key (the phrase itself in a list)."""
    found = told_words().as_(dict[str, list[str]] | list[str], *path)  # type: ignore[arg-type]
    rows = {"": found} if isinstance(found, list) else found
    out: dict[tuple[str, ...], str] = {}
    verbs = path[0] in ("acts", "puts", "head")
    for key, many in rows.items():
        for phrase in many:
            said = tuple(plain(word) for word in words(phrase) if word not in _passed()) or words(phrase)
            for form in _forms(said, key) if verbs else [said]:
                out.setdefault(form, key or phrase)
    exact = {
        tuple(plain(word) for word in words(phrase) if word not in _passed()): key or phrase
        for key, many in rows.items()
        for phrase in many
    }
    return out | exact


@dataclass(frozen=True)
class Phrases:
    """Phrases, each with its key; and by its first word, how many words the longest has."""

    keys: dict[tuple[str, ...], str]

    @cached_property
    def longest(self) -> dict[str, int]:
        """By first word: how many words the longest phrase has that begins so."""
        out: dict[str, int] = {}
        for phrase in self.keys:
            out[phrase[0]] = max(out.get(phrase[0], 0), len(phrase))
        return out


@cache
def phrases_of(*path: str) -> Phrases:
    """A list or a table of lists as phrases that can be found."""
    return Phrases(phrase_table(*path))


def phrases_by_row(hear: Mapping[str, Sequence[str]]) -> Phrases:
    """The ways of saying each row of a table, by its key."""
    return Phrases({words(said): key for key, many in hear.items() for said in many})


def find(tokens: Sequence[Token], *path: str, among: Phrases | None = None) -> list[Found]:
    """Every phrase of a table that stands in these tokens, the longest first where several begin at one."""
    known = phrases_of(*path) if among is None else among
    longest = known.longest
    if not any(plain(token.word) in longest for token in tokens):
        return []
    kept = [(at, plain(token.word)) for at, token in enumerate(tokens) if _counts(token)]
    out: list[Found] = []
    at = 0
    while at < len(kept):
        for count in range(min(longest.get(kept[at][1], 0), len(kept) - at), 0, -1):
            key = known.keys.get(tuple(word for _, word in kept[at : at + count]))
            if key is None:
                continue
            if any(tokens[i].kind == "s" for i in range(kept[at][0], kept[at + count - 1][0])):
                continue
            out.append(Found(key, kept[at][0], kept[at + count - 1][0] + 1))
            at += count - 1
            break
        at += 1
    return out


def _counts(token: Token) -> bool:
    return token.kind in "wn" and token.word not in _passed()


def has(tokens: Sequence[Token], *path: str) -> bool:
    """Whether a phrase of a table stands in these tokens."""
    return bool(find(tokens, *path))


def starts(tokens: Sequence[Token], *path: str) -> bool:
    """Whether a phrase of a table stands at the beginning of these tokens."""
    return any(each.start == 0 for each in find(tokens, *path))


@cache
def word_list(*path: str) -> frozenset[str]:
    """The single words of a list."""
    return frozenset(phrase[0] for phrase in phrase_table(*path) if len(phrase) == 1)
