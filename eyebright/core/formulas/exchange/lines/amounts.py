"""Amounts in a line: 'a cup and a half', '15–30 drops', '2 heaped tbsp', '3 sprigs', 'to cover'."""

from dataclasses import dataclass
from functools import cache

from ....materials import Count, Habit, NumberError, read_number, words
from ....tables import Triple
from ...model import COVER
from .lexing import Token, line_words, number_words, phrase_at, phrases, word_of

LETTERS = {"T": "tbsp", "t": "tsp", "c": "cup", "C": "cup", "G": "g"}
FRACTIONS = (0.5, 0.25, 0.333333)
PASSED = frozenset(
    [
        "minute",
        "minutes",
        "min",
        "mins",
        "hour",
        "hours",
        "hr",
        "hrs",
        "h",
        "second",
        "seconds",
        "day",
        "days",
        "week",
        "weeks",
        "stunde",
        "stunden",
        "minuten",
        "heure",
        "heures",
        "hora",
        "horas",
        "minuto",
        "minutos",
        "ora",
        "ore",
        "minuti",
        "dakika",
        "saat",
        "degrees",
        "degree",
        "grad",
        "degres",
        "grados",
        "gradi",
        "times",
        "x",
    ]
)
LONGEST_RUN = 4
TENS = range(20, 100, 10)
DOZEN = 12.0  # numbers from here on are counted themselves: two dozen
ARTICLES = (
    "a",
    "an",
    "un",
    "une",
    "una",
    "uno",
    "ein",
    "eine",
    "einen",
    "einem",
    "einer",
    "um",
    "uma",
    "bir",
    "ek",
)


@dataclass(frozen=True)
class Said:
    """An amount, where it stands (tokens from `start` to `end`), and its unit.

    `units`: keys it may mean, the likeliest first: a unit has one, a piece as many as there are such pieces.
    `word`: the unit as it was written, `number` the number; `problem`: why its number cannot be read.
    """

    start: int
    end: int
    count: Count
    units: tuple[str, ...]
    word: str = ""
    problem: str = ""
    piece: bool = False
    number: str = ""


@cache
def _units() -> dict[tuple[str, ...], str]:
    return phrases("units")


@cache
def _pieces() -> dict[tuple[str, ...], tuple[str, ...]]:
    out: dict[tuple[str, ...], tuple[str, ...]] = {}
    for key, many in line_words().lists("pieces").items():
        for phrase in many:
            out[words(phrase)] = (*out.get(words(phrase), ()), key)
    return out


@cache
def _full() -> dict[str, Triple]:
    return line_words().as_(dict[str, Triple], "full")


def pieces_of(word: str) -> tuple[str, ...]:
    """The pieces that one word may mean."""
    return _pieces().get((word,), ())


def pieces_at(tokens: list[Token], at: int, count: int) -> tuple[str, ...]:
    """The pieces that so many tokens from here on may mean."""
    several = tokens[at : at + count]
    if len(several) < count or any(token.kind != "w" for token in several):
        return ()
    return _pieces().get(tuple(token.word for token in several), ())


def amount_at(tokens: list[Token], at: int, habit: Habit, own: dict[tuple[str, ...], str]) -> Said | None:
    """The amount that begins here, if one does. `own`: the household's spoons and vessels, by their words."""
    start = at
    at = _skipped(tokens, at, word_of("amounts", "about") | word_of("amounts", "between"), "~≈")
    found = number_at(tokens, at, habit)
    if found is None:
        return _without_number(tokens, start, start, own) or _without_number(tokens, start, at, own)
    number, problem, at, written = found
    factor = (1.0, 1.0, 1.0)
    while at < len(tokens) and tokens[at].kind == "w":
        unit = _unit(tokens, at, own)
        if unit is not None:
            break
        word = tokens[at].word
        if word in _full() and _unit(tokens, at + 1, own) is not None:
            low, middle, high = line_words().triple("full", word)
            factor = (low, middle, high)
        elif word not in word_of("amounts", "about") or _unit(tokens, at + 1, own) is None:
            break
        at += 1
    number = number.times(*factor)
    unit = _unit(tokens, at, own)
    if unit is None:
        return Said(start, at, number, (), written, problem, number=written)
    units, count, is_piece = unit
    word = " ".join(token.raw for token in tokens[at : at + count])
    at += count
    if at < len(tokens) and tokens[at].word in _full():  # cuillère bombée
        number, at = number.times(*line_words().triple("full", tokens[at].word)), at + 1
    more, taken = phrase_at(tokens, at, phrases("amounts", "half_more"))
    if more:
        number, at = number.plus(Count.of(0.5).times(*factor)), at + taken
    elif _words(tokens, at, 2) in (
        ("or", "two"),
        ("or", "so"),
        ("oder", "zwei"),
        ("ou", "deux"),
        ("o", "dos"),
    ):
        if number.sure and tokens[at + 1].word != "so":
            number = Count(number.low, number.low * 1.5, number.low * 2.0)
        at += 2
    at = _skipped(tokens, at, word_of("amounts", "of"), "")
    return Said(start, at, number, units, word, problem, is_piece, written)


def _without_number(tokens: list[Token], start: int, at: int, own: dict[tuple[str, ...], str]) -> Said | None:
    """'To cover', and what is said without a number at the beginning of a line: 'dash of glycerine'."""
    key, count = phrase_at(tokens, at, _units())
    if key == COVER:
        return Said(start, at + count, Count.of(1.0), (key,), key)
    unit = _unit(tokens, at, own) if at == 0 or tokens[at - 1].breaks else None
    if (
        unit is None
        or unit[0][-1] not in line_words().strings("amounts", "alone")
        or at + unit[1] > len(tokens)
    ):
        return None
    word = " ".join(token.raw for token in tokens[at : at + unit[1]])
    many = tokens[at + unit[1] - 1].word.endswith("s") and word not in ("glas",)
    end = _skipped(tokens, at + unit[1], word_of("amounts", "of"), "")
    return Said(start, end, Count(2.0, 3.0, 5.0) if many else Count.of(1.0), unit[0], word, "", unit[2])


def amounts_in(tokens: list[Token], habit: Habit, own: dict[tuple[str, ...], str]) -> list[Said]:
    """Every amount of a line, in order; a number that counts minutes, degrees or a pH is none."""
    out: list[Said] = []
    at = 0
    while at < len(tokens):
        found = amount_at(tokens, at, habit, own)
        if found is None:
            at += 1
            continue
        behind = tokens[found.end] if found.end < len(tokens) else None
        bare = not found.units
        loose = bare and tokens[found.end - 1].kind != "n"
        if bare and behind is not None and (behind.word in PASSED or behind.word == "°"):
            at = found.end + 1
        elif found.start and tokens[found.start - 1].word in ("ph", "e", "step", "b", "no", "nr"):
            at = found.end
        elif loose and (out or found.start) and not _article_of(tokens, found):
            at += 1
        else:
            out.append(found)
            at = max(found.end, at + 1)
    return out


def _article_of(tokens: list[Token], found: Said) -> bool:
    """Whether a number in words in the middle counts what follows: 'juice of half a lemon'."""
    return (
        tokens[found.start].word not in ARTICLES and found.end < len(tokens) and tokens[found.end].kind == "w"
    ) or (found.start > 0 and tokens[found.start - 1].word in word_of("amounts", "of") | {"one"})


def _skipped(tokens: list[Token], at: int, many: frozenset[str], signs: str) -> int:
    while at < len(tokens) and (
        (
            tokens[at].kind == "w"
            and tokens[at].word in many
            and tokens[at].word not in number_words()
            and tokens[at].raw.casefold() != "thé"
        )
        or (tokens[at].kind == "s" and tokens[at].word in signs)
    ):
        at += 1
    return at


def _words(tokens: list[Token], at: int, count: int) -> tuple[str, ...]:
    return tuple(token.word for token in tokens[at : at + count])


def _unit(
    tokens: list[Token], at: int, own: dict[tuple[str, ...], str]
) -> tuple[tuple[str, ...], int, bool] | None:
    """The unit that begins here: its keys, how many tokens it takes, and whether it is a piece."""
    if at >= len(tokens) or tokens[at].kind != "w":
        return None
    key, count = phrase_at(tokens, at, own)
    if key:
        return (key,), count, False
    if tokens[at].word == "%":
        return ("%",), 1, False
    best: tuple[tuple[str, ...], int, bool] | None = None
    unit, taken = phrase_at(tokens, at, _units())
    if tokens[at].raw in LETTERS and taken < 2:
        return (LETTERS[tokens[at].raw],), 1, False
    if unit:
        best = (unit,), taken, False
    for count in range(min(LONGEST_RUN, len(tokens) - at), taken, -1):
        if any(token.kind != "w" for token in tokens[at : at + count]):
            continue
        keys = _pieces().get(_words(tokens, at, count))
        if keys:
            return keys, count, True
    if best is not None and (pieces := _pieces().get(_words(tokens, at, best[1]))):
        return (*pieces, *best[0]), best[1], True  # a piece of some things, a measure of others: 'cap', 'pot'
    return best


def number_at(tokens: list[Token], at: int, habit: Habit) -> tuple[Count, str, int, str] | None:
    """The number that begins here, why it cannot be read, and where it ends."""
    first = _one(tokens, at, habit)
    if first is None:
        return None
    low, problem, end = first
    joint = _words(tokens, end, 1)
    if joint and joint[0] in ("x", "×", "*", "mal", "fois", "por"):
        second = _one(tokens, end + 1, habit)
        if second is not None and tokens[end + 1].kind == "n":
            return low.times(second[0].mid), problem or second[1], second[2], _raw(tokens, at, second[2])
    if joint and (
        joint[0]
        in (
            "-",
            "to",
            "or",
            "bis",
            "oder",
            "a",
            "ou",
            "o",
            "hasta",
            "ate",
            "and",
            "till",
            "ila",
            "y",
            "e",
            "et",
            "und",
        )
    ):
        second = _one(tokens, end + 1, habit)
        mixes = joint[0] in ("and", "y", "e", "et", "und")
        if (second is not None and (tokens[at].kind == "n") == (tokens[end + 1].kind == "n")) or (
            second is not None and mixes
        ):
            value = second[0]
            if mixes and value.high < 1.0:  # one and a half
                return low.plus(value), problem or second[1], second[2], _raw(tokens, at, second[2])
            if (
                joint[0] == "-"
                and tokens[at].kind == "n"
                and "/" in tokens[end + 1].word
                and value.high < 1.0 <= low.low
            ):
                return low.plus(value), problem or second[1], second[2], _raw(tokens, at, second[2])
            between = at > 0 and tokens[at - 1].word in word_of("amounts", "between")
            if (not mixes or between) and value.high > low.low:
                count = Count(low.low, (low.low + value.high) / 2.0, value.high)
                return count, problem or second[1], second[2], _raw(tokens, at, second[2])
    return low, problem, end, _raw(tokens, at, end)


def _raw(tokens: list[Token], start: int, end: int) -> str:
    return " ".join(token.raw for token in tokens[start:end])


def _one(tokens: list[Token], at: int, habit: Habit) -> tuple[Count, str, int] | None:
    """One number, in figures or in words."""
    if at >= len(tokens):
        return None
    token = tokens[at]
    if token.kind == "n":
        try:
            return Count.of(read_number(token.word, habit)), "", at + 1
        except NumberError as raised:
            return Count.of(1.0), str(raised), at + 1
    table = number_words()
    if token.kind != "w" or token.word not in table:
        return None
    count, at = _of_word(table[token.word]), at + 1
    shared = count.mid in FRACTIONS
    while at < len(tokens) and tokens[at].kind == "w":
        word = tokens[at].word
        single = word if word in table else word.removesuffix("s")
        if shared and word in ("of", "a", "an", "de", "d") and _follows(tokens, at):
            at += 1  # half a cup, three quarters of a cup
            continue
        each = _of_word(table[single]) if single in table and single != token.word else Count.of(1.0)
        if count.mid in TENS and single in table and each.sure and 1.0 <= each.mid < 10.0:
            return count.plus(each), "", at + 1  # forty-five
        more = each.mid in FRACTIONS or count.mid == 1.0 or each.mid >= DOZEN
        if each.mid == 1.0 or not more:
            break
        count, at = count.times(each.mid) if each.sure else each, at + 1
        shared = shared or each.mid in FRACTIONS or word in ("couple", "few", "pair", "dozen")
    return count, "", at


def _follows(tokens: list[Token], at: int) -> bool:
    return at + 1 < len(tokens) and tokens[at + 1].kind == "w"


def _of_word(value: float | list[float]) -> Count:
    return Count(*value) if isinstance(value, list) else Count.of(value)
