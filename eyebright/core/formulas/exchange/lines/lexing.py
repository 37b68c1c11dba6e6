"""A written line as numbers, words and signs.

lex("1½ tbsp rose-water (cold)")   1½ · tbsp · rose · water · ( · cold · )
"""

import re
import unicodedata
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from itertools import takewhile
from typing import Literal

from .... import tables
from ....materials import NUMBER, words
from ....tables import Figures

BULLET = re.compile(r"^\s*(?:[-*•–—·▪◦‣○●□☐☑✓✔]+\s*|\[[ xX]?\]\s*|#+\s+|\(?\d{1,2}[.)]\s+|[a-zA-Z]\)\s+)")
HEADED = re.compile(r"^\s*#+\s")
NUMBERED = re.compile(r"^\s*(?:\(?\d{1,2}[.)]\s+|step\s+\d+)", re.IGNORECASE)
FIRST = re.compile(NUMBER)
SIGNS = "()[]{},;:+&/–—-=°×*~%≈|"


@dataclass(frozen=True)
class Token:
    """One piece of a line: a number (n), a word (w) as it is compared, a sign (s); `raw` as it stands."""

    kind: Literal["n", "w", "s"]
    word: str
    raw: str

    @property
    def breaks(self) -> bool:
        """Whether another clause begins behind it."""
        return self.kind == "s" and self.word in ",;:|"


@cache
def line_words() -> Figures:
    """The lists of `words.toml`, read once."""
    return tables.figures(__file__, "words.toml")


@cache
def number_words() -> dict[str, float | list[float]]:
    """What a word counts: a number, or low, middle and high."""
    return line_words().as_(dict[str, float | list[float]], "numbers")


@cache
def phrases(*path: str) -> dict[tuple[str, ...], str]:
    """A table or list of `words.toml` as phrases: their words, and the key they stand for."""
    found = line_words().as_(dict[str, list[str]] | list[str], *path)  # type: ignore[arg-type]
    if isinstance(found, list):
        return {words(phrase): phrase for phrase in found}
    return {words(phrase): key for key, many in found.items() for phrase in many}


@cache
def word_of(*path: str) -> frozenset[str]:
    """The single words of a list."""
    return frozenset(each[0] for each in phrases(*path) if len(each) == 1)


def lex(text: str) -> list[Token]:
    """The tokens of a line; a letter keeps its marks, what is none of these parts words."""
    out: list[Token] = []
    at = 0
    while at < len(text):
        number = FIRST.match(text, at)
        if (
            number
            and not (at and text[at - 1].isalpha())
            and not (at and text[at] in ".," and text[at - 1].isalnum())
        ):
            out.append(Token("n", number[0], number[0]))
            at = number.end()
        elif _of_word(text[at]):
            end = at
            while end < len(text) and (_of_word(text[end]) or (text[end].isdigit() and end > at)):
                if text[end] in "'’`" and not (end + 1 < len(text) and text[end + 1].isalpha()):
                    break
                end += 1
            end = max(end, at + 1)  # a lone apostrophe is a word of nothing
            raw = text[at:end]
            out += [Token("w", word, raw) for word in words(raw.replace("’", "'"))]
            at = end
        else:
            if text[at] in SIGNS:
                sign = text[at]
                if (
                    sign == "-"
                    and at
                    and at + 1 < len(text)
                    and text[at - 1].isalnum()
                    and text[at + 1].isalpha()
                ):
                    pass  # rose-water
                elif sign == "%":
                    out.append(Token("w", "%", "%"))
                else:
                    out.append(Token("s", "-" if sign in "–—" else sign, sign))
            at += 1
    return out


def _of_word(sign: str) -> bool:
    return sign.isalpha() or sign in "'’`" or unicodedata.category(sign)[0] == "M"


def _is_word(token: Token) -> bool:
    return token.kind == "w"


def phrase_at(
    tokens: list[Token], at: int, table: dict[tuple[str, ...], str], most: int = 6
) -> tuple[str, int]:
    """The longest phrase of a table that begins here: its key, and how many tokens; ("", 0) for none."""
    said = [token.word for token in takewhile(_is_word, tokens[at : at + most])]
    for count in range(len(said), 0, -1):
        key = table.get(tuple(said[:count]))
        if key is not None:
            return key, count
    return "", 0


def first_phrase(tokens: list[Token], table: dict[tuple[str, ...], str]) -> range | None:
    """The places of the first phrase of a table that stands in a line; None for none."""
    found = ((at, phrase_at(tokens, at, table)[1]) for at in range(len(tokens)))
    return next((range(at, at + count) for at, count in found if count), None)


def phrase_places(tokens: list[Token], table: dict[tuple[str, ...], str]) -> set[int]:
    """The places of the tokens of every phrase of a table that stands in a line."""
    counts = ((at, phrase_at(tokens, at, table)[1]) for at in range(len(tokens)))
    return {place for at, count in counts for place in range(at, at + count)}


def text_of(tokens: Sequence[Token]) -> str:
    """Tokens as text again."""
    out: list[str] = []
    for at, token in enumerate(tokens):
        if (
            at
            and token.kind == "w"
            and token.raw == tokens[at - 1].raw
            and "-" not in token.raw
            and _same_raw(tokens, at)
        ):
            continue
        out.append(token.raw)
    return " ".join(out)


def _same_raw(tokens: Sequence[Token], at: int) -> bool:
    """Whether a token is another part of the raw word before it ('d'eau' is two words of one)."""
    return len(words(tokens[at].raw)) > 1
