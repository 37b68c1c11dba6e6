"""A head's record: the questions, and answers that are possible; how the scalp is today, and what for."""

import math
from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import date
from functools import cache
from typing import Any

from .. import tables
from .sebum import Washed

ADULT = 18
OLDEST = 120
EARLIEST_PREGNANT, LATEST_PREGNANT = 12, 60
LONGEST_CM = 250.0
STYLE_LEAST_CM = 4.0
WORDS = 200  # letters of a short text


class RecordError(ValueError):
    """An answer that cannot be, with the question it belongs to."""

    def __init__(self, field: str, message: str) -> None:
        super().__init__(message)
        self.field = field


@dataclass(frozen=True)
class Choice:
    """One answer of a question: its key, what it is called, and a hint."""

    key: str
    name: str
    hint: str = ""
    cm: float = 0.0


@dataclass(frozen=True)
class RecordQuestion:
    """One question of the record. `kind`: one, many, number, text, yes or dates.

    `stricter`: what is taken where the answer that was kept is not known.
    """

    key: str
    group: str
    kind: str
    ask: str
    changes: str
    default: str = ""
    drawn: bool = False
    stricter: str = ""
    choices: tuple[Choice, ...] = ()

    def choice(self, key: str) -> Choice:
        """One of its choices; RecordError when it has no such one."""
        found = next((choice for choice in self.choices if choice.key == key), None)
        if found is None:
            raise RecordError(self.key, "Choose one of the ones offered.")
        return found


@dataclass(frozen=True)
class Level:
    """One answer of a check-in's question: 0 is none."""

    key: int
    name: str


@dataclass(frozen=True)
class CheckQuestion:
    """One question of a check-in."""

    key: str
    ask: str
    choices: tuple[Level, ...]
    default: int


@dataclass(frozen=True)
class Named:
    """A flag, an occasion, or a thing that is on the hair now (`grams`: low, middle, high).

    `days`: how many days before the occasion the wash comes, least and most, None where it is the wash
    itself.
    """

    key: str
    name: str
    grams: tuple[float, float, float] = (0.0, 0.0, 0.0)
    days: tuple[int, int] | None = None
    why: str = ""


@dataclass(frozen=True)
class Tables:
    """Every table of `record.toml`."""

    questions: dict[str, RecordQuestion]
    check_in: dict[str, CheckQuestion]
    flags: dict[str, Named]
    occasions: dict[str, Named]
    on_scalp: dict[str, Named]
    on_strands: dict[str, Named]


@cache
def allergens() -> dict[str, str]:
    """What each allergen is called, by its key."""
    return {choice.key: choice.name for choice in record_tables().questions["allergies"].choices}


@cache
def record_tables() -> Tables:
    """The tables of `record.toml`, read once."""

    def named(table: str) -> dict[str, Named]:
        return tables.by_key(__file__, "record.toml", table, Named)

    return Tables(
        questions=tables.by_key(__file__, "record.toml", "question", RecordQuestion),
        check_in=tables.by_key(__file__, "record.toml", "check_in", CheckQuestion),
        flags=named("flag"),
        occasions=named("occasion"),
        on_scalp=named("on_scalp"),
        on_strands=named("on_strands"),
    )


@dataclass(frozen=True)
class Record:
    """What is known of a head, every answer possible. `treatments` and `seen`: (kind, date) pairs."""

    birth_year: int
    adult: str = ""
    asthma: bool = False
    pregnancy: str = "no"
    epilepsy: bool = False
    g6pd: bool = False
    thinners: bool = False
    pets: bool = False
    seen: tuple[tuple[str, date], ...] = ()
    skin: tuple[str, ...] = ()
    allergies: tuple[str, ...] = ()
    other_allergies: str = ""
    scalp: str = "balanced"
    flakes: str = "none"
    length: str = "shoulder"
    length_cm: float | None = None
    layered: bool = False
    density: str = "medium"
    strand: str = "medium"
    curl: str = "straight"
    porosity: str = "medium"
    colour: str = "brown"
    damage: str = "little"
    style: str = "loose"
    treatments: tuple[tuple[str, date], ...] = ()
    tangles: bool = False
    habits: tuple[str, ...] = ()
    before: tuple[str, ...] = ()

    @property
    def cm(self) -> float:
        """Its longest hair, pulled straight, in cm."""
        return self.length_cm or record_tables().questions["length"].choice(self.length).cm

    def age(self, today: date) -> int:
        """Years this year: the birthday is not known, so the younger reading is taken."""
        return max(today.year - self.birth_year - 1, 0)

    def answers(self) -> dict[str, Any]:
        """The answers as they are kept and sent."""
        out: dict[str, Any] = {}
        for key, question in record_tables().questions.items():
            value = getattr(self, key)
            if question.kind == "dates":
                value = {kind: when.isoformat() for kind, when in value}
            elif question.kind == "many":
                value = list(value)
            out[key] = value
        return out


@dataclass(frozen=True)
class CheckIn:
    """How the scalp is: levels as in `record.toml`, 0 for none, and what else was seen."""

    days_ago: float = 0.0
    oil: int = 1
    flakes: int = 0
    itch: int = 0
    tight: int = 0
    tender: int = 0
    build_up: int = 0
    flags: tuple[str, ...] = ()


@dataclass(frozen=True)
class Today:
    """What it is for, and what is on it now (keys of `record.toml`)."""

    occasion: str = "ordinary"
    on_scalp: tuple[str, ...] = ()
    on_strands: tuple[str, ...] = ()


@dataclass(frozen=True)
class History:
    """What was done: days since each family was last used and since the last wash, and the last washes."""

    since_family: Mapping[str, float] = field(default_factory=dict)
    since_wash: float | None = None
    washes: tuple[Washed, ...] = ()


def read_record(answers: Mapping[str, Any], today: date) -> Record:
    """The answers as a record; RecordError beside the first question whose answer cannot be.

    What was not asked when an older record was kept has its default; what is no longer asked is
    left out.
    """
    read = {
        key: _answer(question, answers[key], today)
        for key, question in record_tables().questions.items()
        if answers.get(key) is not None
    }
    if read.get("birth_year") is None:
        raise RecordError("birth_year", "The birth year is needed: every limit depends on it.")
    record = Record(**{key: value for key, value in read.items() if value is not None})
    _possible(record, today)
    return record


@dataclass(frozen=True)
class KeptRecord:
    """A record as it was kept, perhaps by another version. `amiss`: what is not known here, by question."""

    record: Record
    amiss: dict[str, str]

    def answers(self) -> dict[str, Any]:
        """The answers as they can be given again: none for a birth year that is not known."""
        return self.record.answers() | ({"birth_year": None} if "birth_year" in self.amiss else {})


def record_as_kept(answers: Mapping[str, Any], today: date) -> KeptRecord:
    """A record that another version may have kept.

    Nothing that protects is dropped: of a list the rest stands, an allergy that has no row any more stands by
    its word, and a head without a birth year is taken for an infant.
    """
    amiss: dict[str, str] = {}
    read: dict[str, Any] = {}
    for key, question in record_tables().questions.items():
        given = answers.get(key)
        if given is None:
            continue
        try:
            value = _answer(question, given, today)
        except RecordError:
            value, amiss[key] = _what_stands(question, given, today)
        if value is not None:
            read[key] = value
    if "birth_year" not in read:
        amiss.setdefault("birth_year", "")
        read["birth_year"] = today.year
    if amiss.get("allergies"):
        words = ", ".join(filter(None, (read.get("other_allergies", ""), amiss["allergies"])))
        read["other_allergies"] = words[:WORDS]
    return KeptRecord(Record(**read), amiss)


def _what_stands(question: RecordQuestion, given: Any, today: date) -> tuple[Any, str]:
    """What of an answer can be used, and what of it is not known here, in words."""
    if question.kind == "yes":
        return bool(given), str(given)
    if question.kind not in ("many", "dates"):
        return question.stricter or None, str(given)
    parts: dict[str, Any]
    if isinstance(given, Mapping):
        parts = {str(kind): {kind: when} for kind, when in given.items()}
    else:
        parts = {str(key): [key] for key in (given if isinstance(given, list | tuple) else [given])}
    found: list[Any] = []
    strange: list[str] = []
    for called, part in parts.items():
        try:
            found += _answer(question, part, today)
        except RecordError:
            strange.append(called)
    return tuple(found), ", ".join(strange)


def _answer(question: RecordQuestion, given: Any, today: date) -> Any:
    match question.kind:
        case "one":
            return question.choice(_text(question, given) or question.default).key
        case "many":
            if not isinstance(given, list | tuple):
                raise RecordError(question.key, "Give a list.")
            return tuple(dict.fromkeys(question.choice(_text(question, key)).key for key in given))
        case "number":
            return _number(question, given, today)
        case "yes":
            if not isinstance(given, bool):
                raise RecordError(question.key, "Say yes or no.")
            return given
        case "dates":
            if not isinstance(given, Mapping):
                raise RecordError(question.key, "Give each treatment its date.")
            dated = {question.choice(kind).key: _date(question, when, today) for kind, when in given.items()}
            return tuple(sorted(dated.items()))
    return _text(question, given)


def _text(question: RecordQuestion, given: Any) -> str:
    if not isinstance(given, str):
        raise RecordError(question.key, "Write this in words.")
    text = " ".join("".join(sign for sign in given if sign.isprintable()).split())
    if len(text) > WORDS:
        raise RecordError(question.key, f"Keep this to {WORDS} letters.")
    return text


def _number(question: RecordQuestion, given: Any, today: date) -> float | int | None:
    if isinstance(given, str):
        given = given.strip().replace(",", ".")
        if not given:
            return None
    try:
        value = math.nan if isinstance(given, bool) else float(given)
    except (TypeError, ValueError, OverflowError):
        value = math.nan
    if question.key == "birth_year":
        if not math.isfinite(value) or value != int(value):
            raise RecordError("birth_year", f"A year goes here, such as {today.year - 38}.")
        if value > today.year:
            raise RecordError("birth_year", "Nobody has been born in that year yet.")
        if value < today.year - OLDEST:
            raise RecordError("birth_year", "Write the full year, such as 1985.")
        return int(value)
    if not 0.5 <= value <= LONGEST_CM:
        raise RecordError(question.key, f"A length in cm goes here, from 0.5 to {LONGEST_CM:g}.")
    return value


def _date(question: RecordQuestion, given: Any, today: date) -> date:
    try:
        when = date.fromisoformat(given)
    except (TypeError, ValueError):
        raise RecordError(question.key, "A date goes here; about right will do.") from None
    if when > today:
        raise RecordError(question.key, "That date has not come yet: give it once it is done.")
    return when


def _possible(record: Record, today: date) -> None:
    """Answers that are each possible, and not together."""
    if today.year - record.birth_year < ADULT and not record.adult:
        raise RecordError("adult", "Under 18: say which adult is in charge.")
    oldest = today.year - record.birth_year
    if record.pregnancy != "no" and not EARLIEST_PREGNANT <= oldest <= LATEST_PREGNANT:
        raise RecordError("pregnancy", f"Born in {record.birth_year} and pregnant do not go together.")
    if record.style != "loose" and record.cm < STYLE_LEAST_CM:
        raise RecordError("style", f"{record.cm:g} cm is too short for {record.style}.")
    if record.treatments and any(when.year < record.birth_year for _, when in record.treatments):
        raise RecordError("treatments", "A treatment cannot be older than its head.")
