"""How long and how often, as people say it: "half an hour", "overnight", "twice a month at most"."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache

from ....materials import Habit
from ..lines.amounts import number_at
from ..lines.lexing import Token, phrase_at, phrases
from .vocabulary import find, phrase_table, told_words, word_list

NIGHT = (480.0, 720.0)  # minutes: eight to twelve hours
DAY = 1440.0


@dataclass(frozen=True)
class Span:
    """A time in minutes, from and to, and the tokens that say it."""

    least: float
    most: float
    start: int
    end: int


@dataclass(frozen=True)
class Often:
    """At least so many days between two, and the tokens that say it."""

    days: float
    start: int
    end: int


@cache
def _units() -> dict[str, float]:
    table = told_words().lists("times", "units")
    return {word: float(minutes) for minutes, many in table.items() for word in many}


def spans_in(tokens: list[Token], habit: Habit = "") -> list[Span]:
    """Every time that is said, in order."""
    out = [Span(*NIGHT, each.start, each.end) for each in find(tokens, "times", "night")]
    taken = {at for each in out for at in range(each.start, each.end)}
    at = 0
    while at < len(tokens):
        found = None if at in taken else number_at(tokens, at, habit)
        unit = None
        if found is not None and found[2] < len(tokens):
            unit = _units().get(tokens[found[2]].word)
        if found is None or unit is None or _each(tokens, at):
            at += 1
            continue
        count, _, end, _ = found
        low, high = count.low * unit, count.high * unit
        more, end = _or_more(tokens, end, habit)
        high = max(high, more * unit)
        more = half_more(tokens, end + 1)
        if more:
            low, high, end = low + unit / 2.0, high + unit / 2.0, end + more
        out.append(Span(low, high, at, end + 1))
        at = end + 1
    return _ranges(sorted(out, key=lambda each: each.start), tokens)


def _ranges(spans: list[Span], tokens: list[Token]) -> list[Span]:
    """Two times with "to" between are one: "40 min to 1 hour"."""
    out: list[Span] = []
    for each in spans:
        joined = bool(out) and each.start == out[-1].end + 1 and _is_to(tokens[out[-1].end])
        if joined and each.most > out[-1].least:
            out[-1] = Span(out[-1].least, each.most, out[-1].start, each.end)
        else:
            out.append(each)
    return out


def _is_to(token: Token) -> bool:
    return token.word in told_words().strings("times", "to")


def _each(tokens: list[Token], at: int) -> bool:
    """Whether what follows is how often, and not how long: "every ten minutes"."""
    return at > 0 and bool(_one_of(tokens, at - 1, "every"))


def _or_more(tokens: list[Token], at: int, habit: Habit) -> tuple[float, int]:
    """The more of "a minute or two", and where its last token stands; 0 for none."""
    if at + 2 >= len(tokens) or tokens[at + 1].word not in word_list("times", "or"):
        return 0.0, at
    found = number_at(tokens, at + 2, habit)
    if found is None or (found[2] < len(tokens) and tokens[found[2]].kind == "w"):
        return 0.0, at
    return found[0].high, found[2] - 1


def half_more(tokens: list[Token], at: int) -> int:
    """How many tokens say "and a half" here."""
    return phrase_at(tokens, at, phrases("amounts", "half_more"))[1]


def often_in(tokens: list[Token], habit: Habit = "") -> Often | None:
    """How many days must lie between two, where it is said; None where it is not."""
    said = find(tokens, "often", "days")
    if said:
        return Often(float(said[0].key), said[0].start, said[0].end)
    for at in range(len(tokens)):
        found = _so_often(tokens, at, habit)
        if found is not None:
            return found
    return None


def _so_often(tokens: list[Token], at: int, habit: Habit) -> Often | None:
    """'Every two weeks', 'twice a month', '3 times a week', read from here on."""
    count, end = _count(tokens, at, habit)
    every = _one_of(tokens, end, "every")
    if every:
        period, stop = _period(tokens, end + every, habit)
    elif count:
        per = _one_of(tokens, end, "per")
        period, stop = _period(tokens, end + per, habit) if per else (0.0, 0)
    else:
        return None
    if period < DAY:
        return None
    return Often(period / DAY / (count or 1.0), at, stop)


def _count(tokens: list[Token], at: int, habit: Habit) -> tuple[float, int]:
    """How many times, and where that ends; 0 for none."""
    counts = phrase_table("often", "counts")
    for length in (2, 1):
        key = counts.get(tuple(token.word for token in tokens[at : at + length]))
        if key is not None:
            return float(key), at + length
    found = number_at(tokens, at, habit)
    stop = found[2] if found is not None else len(tokens)
    if found is None or stop >= len(tokens):
        return 0.0, at
    times = told_words().strings("often", "times")
    return (found[0].high, stop + 1) if tokens[stop].word in times else (0.0, at)


def _one_of(tokens: Sequence[Token], at: int, name: str) -> int:
    """How many tokens of this list stand here."""
    table = phrase_table("often", name)
    return next((n for n in (2, 1) if tuple(token.word for token in tokens[at : at + n]) in table), 0)


def _period(tokens: list[Token], at: int, habit: Habit) -> tuple[float, int]:
    """A week, two weeks, the other week: minutes, and where it ends; 0 for none."""
    times = 1.0
    other = phrase_table("often", "other").get((tokens[at].word,)) if at < len(tokens) else None
    if other is not None and at + 1 < len(tokens) and tokens[at + 1].word in _units():
        times, at = float(other), at + 1
    else:
        found = number_at(tokens, at, habit)
        if found is not None and found[2] < len(tokens) and tokens[found[2]].word in _units():
            times, at = found[0].low, found[2]
    unit = _units().get(tokens[at].word, 0.0) if at < len(tokens) else 0.0
    return times * unit, at + 1
