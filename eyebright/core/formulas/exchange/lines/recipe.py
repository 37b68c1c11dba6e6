"""A pasted recipe: lines, headings and method told apart, several things in a row parted, nothing dropped."""

import itertools
import re
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from ....materials import Count, words
from .amounts import Said, amounts_in
from .conditions import without_condition
from .lexing import (
    BULLET,
    HEADED,
    NUMBERED,
    Token,
    first_phrase,
    lex,
    number_words,
    phrases,
    text_of,
    word_of,
)
from .reading import Kitchen, ParsedLine, read_line

MOST_LINES = 200
MOST_ROWS = 400  # of a text, lines or not
MOST_LETTERS = 400  # of a row that is looked into
LONGEST = 200  # letters of a line; what is longer is prose
PROSE_WORDS, SENTENCE_WORDS, VERB_WORDS, LINE_WORDS = 16, 7, 3, 12


@dataclass(frozen=True)
class Passage:
    """What stands between the lines of a recipe: a heading, or a sentence of its method."""

    kind: Literal["heading", "method"]
    text: str


@dataclass(frozen=True)
class ReadRecipe:
    """A text read. `lines` and `passages` in their order; `rest` what was too much, and what to say of it."""

    lines: tuple[ParsedLine, ...]
    passages: tuple[Passage, ...]
    rest: str = ""
    says: str = ""


def read_recipe(text: str, kitchen: Kitchen, most: int = MOST_LINES) -> ReadRecipe:
    """Every line of a text, understood as far as it can be; `most` lines at once, the rest is given back."""
    rows = [row.strip() for row in text.splitlines()]
    rows = [row for row in rows if row]
    lines: list[ParsedLine] = []
    passages: list[Passage] = []
    in_method = False
    for at, row in enumerate(rows):
        if len(lines) >= most or at >= MOST_ROWS:
            rest = "\n".join(rows[at:])
            says = (
                f"{len(rows)} lines are more than go in at once: {at} are read, the rest still stands here."
            )
            return ReadRecipe(tuple(lines), tuple(passages), rest, says)
        if not any(sign.isalnum() for sign in row) and _rules_off(row):
            continue
        kind, rows_of = row_kind(row, in_method, kitchen)
        if kind == "line" and len(rows) > 1 and len(rows_of) == 1 and _is_title(row, at == 0, kitchen):
            kind = "heading"
        if kind == "heading":
            in_method = begins_with(row, "methods") or (
                in_method and not begins_with(row, "ingredients") and not _for(row)
            )
            passages.append(Passage("heading", row))
        elif kind == "method":
            passages.append(Passage("method", row))
        else:
            for heading, each in rows_of:
                if heading:
                    passages.append(Passage("heading", heading))
                lines += parse_row(each, kitchen)
    return ReadRecipe(tuple(lines), tuple(passages))


def _rules_off(row: str) -> bool:
    """Whether it is a drawn line, which says nothing."""
    return not row.strip("-–—_=*~·•#. ")


def parse_row(row: str, kitchen: Kitchen) -> list[ParsedLine]:
    """One row of text as the lines that it holds: one, mostly."""
    text, only_if = without_condition(BULLET.sub("", row).strip() or row)
    out = [read_line(part, kitchen, amount) for part, amount in _split(text, kitchen)]
    if len(out) > 1 and any(not each.found for each in out) and not any(each.amount for each in out):
        out = [read_line(text, kitchen)]
    return [replace(each, text=text[:LONGEST], only_if=only_if) for each in out]


# ---- which row is what ----


def row_kind(row: str, in_method: bool, kitchen: Kitchen) -> tuple[str, list[tuple[str, str]]]:
    """What a row is; a line with the heading that stands before it on the same row."""
    if HEADED.match(row) or re.fullmatch(r"\*\*[^*]+\*\*:?", row):
        return "heading", []
    if len(row) > MOST_LETTERS:
        return "method", []
    text = BULLET.sub("", row).strip().strip("*").strip()
    several = words(text)
    if not several:
        return "line", [("", row)]
    tokens = lex(text)
    amounts = kitchen.amounts(tokens)
    if begins_with(text, "headings") and len(several) <= 5 and not amounts:
        return "heading", []
    before, colon, after = text.partition(":")
    if colon and not after.strip() and (not amounts or _for(text)):
        return "heading", []
    if _for(text) and not amounts and len(several) <= 6:
        return "heading", []
    if colon and after.strip() and words(before):
        if begins_with(before, "headings") and not _for(before):
            return (
                ("method", [])
                if begins_with(before, "methods")
                else ("line", [(before + ":", after.strip())])
            )
        inside = amounts_in(lex(before), kitchen.habit, {})
        if not inside and amounts_in(lex(after), kitchen.habit, {}):
            named = read_line(before, kitchen)
            if not named.sure and (_for(before) or read_line(after.strip(), kitchen).found):
                rest = [token for token in lex(after) if token.kind == "w"]
                alone = [word.word for word in rest]
                if _for(before) or any(not _counts(word) for word in alone):
                    return "line", [(before + ":", after.strip())]
    if _is_method(row, text, tokens, several, amounts, in_method, kitchen):
        return "method", []
    return "line", [("", row)]


def _is_title(row: str, first: bool, kitchen: Kitchen) -> bool:
    """Whether a row without an amount is a title: the first one, or one that speaks of a mask or rinse."""
    several = words(row)
    if not several or BULLET.match(row) or len(several) > 8:
        return False
    row = re.sub(r"\([^)]*\)", " ", row)
    titled = set(several) & word_of("lines", "titles")
    if not titled and not (first and not any(map(kitchen.recogniser.knows, several))):
        return False
    line = read_line(row, kitchen)
    return not line.sure and line.amount is None


def _counts(word: str) -> bool:
    """Whether a word belongs to an amount."""
    units = {each[0] for each in phrases("units") if len(each) == 1}
    return word in units or word in number_words() or word in word_of("amounts", "about")


def _is_method(
    row: str, text: str, tokens: Sequence[Token], several: Sequence[str], amounts: Sequence[Said],
    in_method: bool, kitchen: Kitchen,
) -> bool:  # fmt: skip
    begins = bool(amounts) and amounts[0].start == 0
    verb = several[0] in word_of("lines", "verbs")
    sentences = len(re.findall(r"[.!?](?:\s|$)", text)) >= 2
    plain = begins and not verb and not NUMBERED.match(row) and len(several) <= LINE_WORDS
    if in_method and plain and all(each.sure for each in parse_row(text, kitchen)):
        return False
    if in_method and (verb or NUMBERED.match(row) or len(several) >= SENTENCE_WORDS or not amounts):
        return True
    if (
        len(text) > LONGEST
        or (len(several) > PROSE_WORDS and not begins)
        or (sentences and len(several) > LINE_WORDS)
    ):
        return True
    if begins and len(several) <= PROSE_WORDS:
        return False
    if verb and len(several) >= VERB_WORDS:
        line = read_line(text, kitchen)
        return not (line.sure and len(several) <= LINE_WORDS)
    ends = text.rstrip().endswith((".", "!"))
    return ends and len(several) >= SENTENCE_WORDS and not read_line(text, kitchen).sure


def begins_with(row: str, which: str) -> bool:
    """Whether a row is one of these headings, or begins with it."""
    several = words(row)
    return any(
        several[: len(each)] == each and len(several) <= len(each) + 3 for each in phrases("lines", which)
    )


def _for(row: str) -> bool:
    several = words(row)
    return bool(several) and several[0] in word_of("lines", "for")


# ---- several things in one row ----


def _split(text: str, kitchen: Kitchen) -> list[tuple[str, Said | None]]:
    """A row as its lines: each with its words, and the amount that is said of all of them."""
    tokens = lex(text)
    amounts = [
        each for each in kitchen.amounts(tokens) if not _inside(tokens, each.start) and each.units != ("%",)
    ]
    each_of = _each(tokens, amounts)
    if each_of is not None:
        names, amount = each_of
        return [(name, amount) for name in names]
    cuts = [
        other
        for one, other in itertools.pairwise(amounts)
        if _joins(tokens, one.end, other.start)
        and _named(tokens, one.end, other.start)
        and _named_behind(tokens, other)
        and (other.units or tokens[other.start].kind == "n" or tokens[other.end - 1].kind != "n")
    ]  # fmt: skip
    if not cuts or (not _named(tokens, amounts[0].end, cuts[0].start) and amounts[0].start == 0):
        return [(text, None)]
    out, start = [], 0
    for cut in [*(each.start for each in cuts), len(tokens)]:
        part = tokens[start:cut]
        while part and (
            (part[-1].kind == "s" and part[-1].word in "+&,;:-/")
            or part[-1].word in word_of("amounts", "and")
        ):
            part = part[:-1]
        out.append((text_of(part), None))
        start = cut
    return [(each, amount) for each, amount in out if each]


def _inside(tokens: Sequence[Token], at: int) -> bool:
    deep = 0
    for token in tokens[:at]:
        deep += (token.word == "(") - (token.word == ")") if token.kind == "s" else 0
    return deep > 0


def _joins(tokens: Sequence[Token], start: int, end: int) -> bool:
    """Whether one line ends and another begins between these places."""
    if end - 1 < start:
        return False
    last = tokens[end - 1]
    return (last.kind == "s" and last.word in "+&,;") or last.word in word_of("amounts", "and")


def _named(tokens: Sequence[Token], start: int, end: int) -> bool:
    """Whether there is a name between these places."""
    return any(
        token.kind == "w"
        and token.word
        not in word_of("amounts", "and") | word_of("amounts", "of") | word_of("amounts", "about")
        for token in tokens[start:end]
    )


def _named_behind(tokens: Sequence[Token], said: Said) -> bool:
    return said.end < len(tokens) and tokens[said.end].kind == "w"


def _each(tokens: list[Token], amounts: Sequence[Said]) -> tuple[list[str], Said] | None:
    """'salt and sugar, 1 tbsp each': the names, and what is said of every one of them."""
    each = first_phrase(tokens, phrases("amounts", "each"))
    equal = first_phrase(tokens, phrases("lines", "equal"))
    if len(amounts) > 1 or (each is None and equal is None):
        return None
    if equal is not None:
        if amounts and amounts[0].units[:1] != ("part",):
            return None
        amount, out = Said(0, 0, Count.of(1.0), ("part",), "part"), set(equal)
    elif amounts and each is not None:
        amount, out = amounts[0], {*each, *range(amounts[0].start, amounts[0].end)}
    else:
        return None
    left = [token for at, token in enumerate(tokens) if at not in out]
    names: list[list[Token]] = [[]]
    for token in left:
        if (token.kind == "s" and token.word in "+&,;/:") or token.word in word_of("amounts", "and") - {
            "con",
            "mit",
            "avec",
            "with",
        }:
            names.append([])
        elif token.kind == "s" and token.word == "-":
            continue
        elif names[-1] or token.word not in word_of("amounts", "of"):
            names[-1].append(token)
    kept = [text_of(name) for name in names if name]
    return (kept, replace(amount, start=0, end=0)) if len(kept) > 1 else None
