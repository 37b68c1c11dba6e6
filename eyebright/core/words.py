"""Words for lists, numbers and times, the same wherever the program says them.

>>> listed(["clay", "soda", "salt"]), few(["clay", "soda", "salt"], 2), capital("pH first")
('clay, soda and salt', 'clay, soda and 1 more', 'PH first')
>>> brief(0.333), brief(12.0), elapsed(4000.0), span(5400.0 / 60.0), days_apart(3.4)
('0.33', '12', '1 h 07 min', '1.5 h', '3.4 days')
"""

import math
from collections.abc import Sequence

HOUR, DAY = 60.0, 1440.0  # minutes
NEAR_BELIEF = 0.05  # of a pH: nearer than this is right


def listed(names: Sequence[str]) -> str:
    """Names in a row: "clay, soda and salt"; "" for none."""
    return " and ".join([", ".join(names[:-1]), names[-1]]) if len(names) > 1 else "".join(names)


def belief_said(low: float, high: float, ph: tuple[float, float, float] | None) -> str:
    """What somebody thinks its pH is, beside what it is (low, middle, high; None for what is dry)."""
    thought = f"You think pH {low:g}" if low == high else f"You think pH {low:g} to {high:g}"
    if ph is None:
        return f"{thought}; what it is nobody can say: it is dry."
    least, value, most = ph
    perhaps = low <= most + NEAR_BELIEF and high >= least - NEAR_BELIEF
    is_so = f"{'that may be: ' if perhaps else ''}it is {value:.1f}"
    is_so = "you are right" if belief_holds(low, high, ph) else is_so
    return f"{thought}; {is_so}, likely {ends(least, most)}."


def belief_holds(low: float, high: float, ph: tuple[float, float, float]) -> bool:
    """Whether that is right: one figure lies within the range, a range round the middle."""
    least, value, most = ph
    if low == high:
        return least - NEAR_BELIEF <= low <= most + NEAR_BELIEF
    return low - NEAR_BELIEF <= value <= high + NEAR_BELIEF


def times_said(times: int) -> str:
    """How often: "once", "twice", "5 times"."""
    return {1: "once", 2: "twice"}.get(times, f"{times} times")


def many(word: str, count: float) -> str:
    """A word for a piece, as so many of it are called: "2 leaves", "3 pinches", "2 fingers of root"."""
    if count <= 1.0:
        return word
    head, of, rest = word.partition(" of ")
    if head.endswith("leaf"):
        head = f"{head.removesuffix('f')}ves"
    elif head.endswith(("s", "x", "ch", "sh")):
        head = f"{head}es"
    elif head.endswith("y") and head[-2:-1] not in "aeiou":
        head = f"{head.removesuffix('y')}ies"
    else:
        head = f"{head}s"
    return f"{head}{of}{rest}"


def few(names: Sequence[str], most: int) -> str:
    """At most so many names, and how many more there are."""
    more = f" and {len(names) - most} more" if len(names) > most else ""
    return ", ".join(names[:most]) + more


def capital(text: str) -> str:
    """With a capital at its beginning; the rest as it is."""
    return text[:1].upper() + text[1:]


def lower_first(text: str) -> str:
    """Without a capital at its beginning."""
    return text[:1].lower() + text[1:]


def brief(value: float) -> str:
    """A number as it is read out: two or three figures, never finer than it is known."""
    if value >= 100 or value == round(value):
        return f"{value:.0f}"
    return f"{value:.1f}" if value * 10 == round(value * 10) or value >= 10 else f"{value:.2f}"


def ends(low: float, high: float, spec: str = ".1f") -> str:
    """A range by its ends: "4.2 to 4.7"; "4.2" where both print alike."""
    first, last = f"{low:{spec}}", f"{high:{spec}}"
    return first if first == last else f"{first} to {last}"


# ---- times ----


def counted_days(days: int) -> str:
    """Whole days: "a day", "3 days"."""
    return "a day" if days == 1 else f"{days} days"


def elapsed(seconds: float) -> str:
    """How long ago: "40 s", "12 min", "3 h 20 min", "2 days"."""
    minutes = seconds / 60.0
    if minutes < 1.0:
        return f"{seconds:.0f} s"
    if minutes < HOUR:
        return f"{minutes:.0f} min"
    if minutes < DAY:
        hours, rest = divmod(minutes, HOUR)
        return f"{hours:.0f} h {rest:02.0f} min"
    return f"{minutes / DAY:.0f} days" if minutes >= 2 * DAY else "a day"


def duration(value: float) -> str:
    """How many minutes something was on: "40 seconds", "1.5 minutes", "3 hours"."""
    if value < 1.0:
        seconds = round(value * 60.0)
        return "no time" if seconds == 0 else f"{seconds} second{'s' if seconds > 1 else ''}"
    whole = round(value) if value >= 10.0 or abs(value - round(value)) < 0.05 else round(value, 1)
    if whole >= 120.0:
        hours = value / 60.0
        return f"{hours:.0f} hours" if abs(hours - round(hours)) < 0.05 else f"{hours:.1f} hours"
    return "1 minute" if whole == 1 else f"{whole:g} minutes"


def span(minutes: float) -> str:
    """Minutes to plan with: "20 min", "1.5 h", "3 days"."""
    if minutes < 90.0:
        return f"{max(round(minutes), 1)} min"
    hours = minutes / HOUR
    if hours < 24.0:
        return f"{brief(round(hours * 2.0) / 2.0 if hours < 10.0 else round(hours))} h"
    return counted_days(round(minutes / DAY))


def at_least(minutes: float) -> str:
    """Minutes to wait, rounded up to what a kitchen clock shows: "8 min", "1 h 10"."""
    whole = max(int(math.ceil(minutes / 5.0) * 5.0) if minutes > 20.0 else math.ceil(minutes), 0)
    hours, left = divmod(whole, 60)
    if not hours:
        return f"{left} min"
    return f"{hours} h {left:02d}" if left else f"{hours} h"


def between(least: float, most: float) -> str:
    """A range of minutes: "15 to 40 minutes", "4 to 14 hours"."""
    unit, each = ("hours", 60.0) if least >= 120.0 else ("minutes", 1.0)
    low, high = brief(round(least / each, 1)), brief(round(most / each, 1))
    return f"{low} {unit}" if low == high else f"{low} to {high} {unit}"


def days_apart(days: float) -> str:
    """Days between two washes, no finer than a tenth."""
    if days < 0.95:
        return "less than a day"
    whole = round(days)
    return counted_days(whole) if abs(days - whole) < 0.15 or days >= 10.0 else f"{days:.1f} days"


def keeping_time(days: int) -> str:
    """How long something keeps: "the same day", "5 days", "3 weeks", "6 months"."""
    if days == 0:
        return "the same day"
    if days < 14:
        return counted_days(days)
    return f"{round(days / 7)} weeks" if days < 60 else f"{round(days / 30)} months"
