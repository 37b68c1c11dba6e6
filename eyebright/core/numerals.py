"""Numbers as people write them: 1½, 1 1/2, 0,5, 15–30; and those that could be read two ways.

read_count("15-30")     Count(15, 22.5, 30)
read_count("1,234")     AmbiguousNumber, unless the household's habit is known
"""

import math
import re
import unicodedata
from dataclasses import dataclass
from typing import Literal

Habit = Literal["", "point", "comma"]  # what stands between whole and part: 1.5 or 1,5; "" not known

DASH = r"(?:-|–|—|−|\.\.\.?|…)"
TO = r"(?:to|till|until|bis|à|a|hasta|ate|ila|or|oder|ou|o)"
VULGAR = "".join(chr(code) for code in (0xBC, 0xBD, 0xBE, *range(0x2150, 0x215F)))
PLAIN = r"\d+(?:[.,']\d+)*"
FRACTION = r"\d+\s?[/⁄]\s?\d+"
NUMBER = (
    rf"(?:{PLAIN}\s+{FRACTION}|\d+-\d+[/⁄]\d+|{FRACTION}|{PLAIN}\s?[{VULGAR}]|[{VULGAR}]|{PLAIN}|[.,]\d+)"
)
RANGE = re.compile(rf"\s*({NUMBER})(?:\s*(?:{DASH}|(?<=\s){TO}(?=\s))\s*({NUMBER}))?\s*", re.IGNORECASE)
EITHER = re.compile(r"^[1-9]\d{0,2}[.,]\d{3}$")


class NumberError(ValueError):
    """What cannot be read as a number, in words."""


class AmbiguousNumber(NumberError):
    """A number that could be read two ways."""


@dataclass(frozen=True)
class Count:
    """A number from `low` to `high`, `mid` in the middle; all the same where it is one number."""

    low: float
    mid: float
    high: float

    @classmethod
    def of(cls, value: float) -> "Count":
        """One number."""
        return cls(value, value, value)

    @property
    def sure(self) -> bool:
        """Whether it is one number."""
        return self.low == self.high

    def times(self, low: float, mid: float | None = None, high: float | None = None) -> "Count":
        """It, so many times; or from so many to so many times."""
        middle = low if mid is None else mid
        return Count(self.low * low, self.mid * middle, self.high * (middle if high is None else high))

    def plus(self, other: "Count") -> "Count":
        """The two together."""
        return Count(self.low + other.low, self.mid + other.mid, self.high + other.high)


def read_count(text: str, habit: Habit = "") -> Count:
    """A number, or a range of two. NumberError, in words, for neither."""
    plain = text.replace("\u00a0", " ").strip()
    if plain[:1] in "-−" and plain[1:2].isdigit():
        return Count.of(-read_number(plain[1:], habit))
    found = RANGE.fullmatch(plain)
    if found is None:
        raise NumberError(f"A number goes here, such as 4.5 or 15–30; not “{text.strip()[:40]}”.")
    low = read_number(found[1], habit)
    high = low if found[2] is None else read_number(found[2], habit)
    if high < low and "/" in (found[2] or "") and found[1].isdigit() and high < 1.0:  # 1-1/2
        return Count.of(low + high)
    if high < low:
        raise NumberError(f"“{text.strip()}” runs backwards: the smaller number comes first.")
    return Count(low, (low + high) / 2.0, high)


def read_number(text: str, habit: Habit = "") -> float:
    """One number. NumberError, in words, for none; AmbiguousNumber where it could be two."""
    plain = text.strip().replace("⁄", "/").replace("'", "")
    whole, part = plain, 0.0
    mixed = re.fullmatch(r"(?:(.+?)[\s-]+)?(\d+)\s?/\s?(\d+)", plain)
    try:
        if mixed:
            if float(mixed[3]) == 0.0:
                raise NumberError(f"“{text.strip()}”: nothing can be shared among none.")
            whole, part = mixed[1] or "", float(mixed[2]) / float(mixed[3])
        elif plain and plain[-1] in VULGAR:
            whole, part = plain[:-1].strip(), unicodedata.numeric(plain[-1])
        value = (_decimal(whole, habit) if whole else 0.0) + part
    except ValueError as raised:
        if isinstance(raised, NumberError):
            raise
        raise NumberError(f"A number goes here, such as 4.5; not “{text.strip()[:40]}”.") from None
    if not plain or not math.isfinite(value):
        raise NumberError("A number goes here, such as 4.5.")
    return value


def _decimal(text: str, habit: Habit) -> float:
    """A number with points or commas, by the household's habit where it matters."""
    marks = [sign for sign in text if sign in ".,"]
    if len(set(marks)) == 2:  # 1,234.5 or 1.234,5: the last one parts whole from part
        last = marks[-1]
        first = "," if last == "." else "."
        if marks.count(last) > 1 or not re.fullmatch(rf"\d{{1,3}}(?:\{first}\d{{3}})+\{last}\d*", text):
            raise ValueError(text)
        return float(text.replace(first, "").replace(last, "."))
    if len(marks) > 1:  # 1,234,567
        if not re.fullmatch(r"\d{1,3}(?:[.,]\d{3})+", text):
            raise ValueError(text)
        return float(re.sub("[.,]", "", text))
    if EITHER.match(text):
        if not habit:
            plain, small = re.sub("[.,]", "", text), text.replace(",", ".")
            raise AmbiguousNumber(
                f"“{text}” could be {plain} or {float(small):g}: write it so, or say in Settings how numbers "
                "are written here."
            )
        if (marks[0] == ".") != (habit == "point"):
            return float(re.sub("[.,]", "", text))
    return float(text.replace(",", "."))


def typed_number(value: float) -> str:
    """A number as a person would type it, and never so that it could be read two ways."""
    text = f"{value:.6g}"
    return text + "0" if EITHER.match(text) else text
