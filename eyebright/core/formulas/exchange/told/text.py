"""A text as its pieces: title, headings, rows of what goes in, sentences of the method."""

import re
from collections.abc import Sequence
from functools import cache

from ....materials import words
from ..lines import Kitchen, parse_row
from ..lines.lexing import BULLET, Token, first_phrase, lex, line_words, number_words, phrases, word_of
from ..lines.recipe import begins_with
from .sentences import acts_in, sentences
from .spans import often_in, spans_in
from .vocabulary import find, has, starts, told_words, word_list

TITLE_WORDS = 9
OUTSIDE = re.compile(r"[,;](?![^()]*\))\s*")  # what parts things, but for what stands in brackets
PURPOSE = re.compile(
    r"(?<=\w)\s+(?:to make|to form|to get|until|till|so that|pour faire|pour obtenir|hasta|para hacer|"
    r"per fare|per ottenere)\b[^(]*",
    re.IGNORECASE,
)
RATIO = re.compile(
    r"^([^\d:,.]+?)\s+(?:and|to|with|und|zu|mit|et|y|e)\s+([^\d:,.]+?),?\s+(\d+)\s?:\s?(\d+)(.*)$",
    re.IGNORECASE,
)


FOR_HEADS = re.compile(
    r"(?:^|(?<=[.!?] ))(for (?:\d+|one|two|three|four|five|six) (?:heads?|people|washes))\s*:\s*",
    re.IGNORECASE,
)
NAME = r"[^\W\d_]+(?: [^\W\d_]+)?"
EACH = re.compile(
    r"\b(?P<much>(?:an?|half an?|one|two|three|four|\d[\d/.,]*)\s+[^\W\d_]+)\s+each\s+(?:of\s+)?"
    rf"(?P<first>{NAME}(?:, {NAME})*),? and (?P<last>{NAME})",
    re.IGNORECASE,
)
"""'A handful each of nettle, linden and calendula'."""


def _each(found: re.Match[str]) -> str:
    names = [*found["first"].split(", "), found["last"]]
    return ", ".join(f"{found['much']} {name}" for name in names)


PER_LITRE = re.compile(
    r"\s+(?:per|to a|to the|to every|pro|auf einen|auf den|par|por|al)\s+(?P<unit>litre|liter|litro)\b"
    r"(?!\s+(?:of|d)\b)",
    re.IGNORECASE,
)
"""'40 g of the root to a litre': of water."""
PER = re.compile(
    r"\s+(?:per|pro|par|por|for each|for every|to each|to every|je)\s+(?:ogni\s+)?(?P<many>(?:\d+\s*)?)"
    r"(?P<unit>millilitres?|litres?|liters?|litros?|litro|ml|l|cups?|mugs?|pints?|glass|tasse|taza|tazza)\s+"
    r"(?:of\s+|d[eiu]?['’]?\s?|d['’])?(?P<water>(?:\w+\s+)?(?:water|wasser|eau|agua|acqua))\b",
    re.IGNORECASE,
)
"""'A teaspoon per litre of water' is a teaspoon, and a litre of water."""


FOR_SO_MANY = re.compile(
    r",?\s*\b(?:for|fur|für|pour|para|per)?\s*\d+\s+(?:people|persons?|heads?|washes|personen|köpfe|personnes|têtes|"
    r"personas|cabezas|persone|teste)\b",
    re.IGNORECASE,
)


def rows_of(line: str) -> list[str]:
    """A line of a text as its rows: "bicarb 1 tsp / water 1 cup / scalp only" is three."""
    rows = [row.strip() for row in line.split(" / ")]
    return rows if len(rows) > 2 else [line.strip()]


def pieces_of(row: str) -> list[str]:
    """A row as its sentences; a heading before a colon stands by itself."""
    out: list[str] = []
    for sentence in sentences(row):
        before, colon, after = sentence.partition(":")
        if not out and _title_goes_on(after):
            out.append(sentence)
        elif colon and after.strip() and not before.rstrip().endswith(tuple("0123456789")) and _heads(before):
            out += [before.strip(), *sentences(after.strip())]
        else:
            out.append(sentence)
    return out


def _title_goes_on(after: str) -> bool:
    """Whether what is behind a colon is still the title: "Idris: loc wash"."""
    several = words(after)
    return 0 < len(several) <= 4 and several[-1] in word_of("lines", "titles") and not with_acts(after)


def in_parts(row: str) -> str:
    """'Vinegar and water 1:4' as parts: '1 part vinegar, 4 parts water'."""
    if any(map(str.isdigit, row)):
        row = re.sub(r"\s*→\s*", ". ", re.sub(r"(?<=\w)\s\+\s(?=\w)", ", ", row))
    row = EACH.sub(_each, FOR_HEADS.sub(r"Enough \g<1>. ", row))
    row = PER_LITRE.sub(r", 1 \g<unit> water", row) if not PER.search(row) else row
    row = PER.sub(lambda it: f", {it['many'] or '1 '}{it['unit']} {it['water']}", _with_total(row))
    found = RATIO.match(row)
    if found is None:
        return row
    one, other, first, second, rest = found.groups()
    return f"{first} parts {one}, {second} parts {other}. {rest.strip(' ,.')}"


@cache
def _total() -> re.Pattern[str]:
    """'Equal parts oil and water, 100 ml' and 'Make 300 ml: …': what says how much it all makes."""
    equal = "|".join(line_words().strings("lines", "equal"))
    begins = "|".join(told_words().strings("yields", "before"))
    much = r"\d[\d.,/½¼¾]*\s*[^\W\d_]{1,12}"
    return re.compile(
        rf"^(?P<equal>(?:{equal})\b[^.;:]*?),\s*(?P<all>{much})(?:\s+(?:in all|altogether))?(?=[.;,]|$)"
        rf"|^(?:{begins})\s+(?P<makes>{much})\s*:",
        re.IGNORECASE,
    )


def _with_total(row: str) -> str:
    """A row with how much it all makes as a sentence of its own."""
    found = _total().match(row)
    if found is None:
        return row
    said = found["all"] or found["makes"]
    return f"{found['equal'] or ''}. Makes {said} in all. {row[found.end() :].strip(' .;,')}".strip(". ")


def _heads(before: str) -> bool:
    """Whether these words are a title or a heading: few of them, no amount, nothing done."""
    tokens = lex(BULLET.sub("", before))
    several = words(before)
    if not several or len(several) > TITLE_WORDS:
        return False
    if is_heading(before):
        return True
    return (
        not any(token.kind == "n" for token in tokens)
        and not any(act.start == 0 and act.key.split()[0] == "acts" for act in acts_in(tokens))
        and not has(tokens, "warns", "words")
    )


def is_heading(row: str) -> bool:
    """Whether a row is one of the headings that recipes have, or begins with it."""
    return begins_with(row, "headings")


def begins_method(row: str) -> bool:
    """Whether a heading is that of a method."""
    several = words(row)
    return any(several[: len(each)] == each for each in phrases("lines", "methods"))


def segments(row: str, kitchen: Kitchen) -> list[str]:
    """A row as the things that commas part; what says no amount of its own belongs to the one before it."""
    whole = [part.strip() for part in OUTSIDE.split(row) if part.strip()]
    parts = [
        part if first_phrase(lex(part), phrases("till")) else PURPOSE.sub("", part).strip() for part in whole
    ]
    begins = [begins_line(part, kitchen) for part in parts]
    if sum(begins) < 2 or not begins[0]:
        return [row]
    out: list[str] = []
    for part, new in zip(parts, begins, strict=True):
        if new:
            out.append(part)
        else:
            out[-1] = f"{out[-1]}, {part}"
    return out


def begins_line(part: str, kitchen: Kitchen) -> bool:
    """Whether a part of a row begins a thing of its own: with an amount, 'equal parts' or 'enough'."""
    tokens = lex(part)
    said = kitchen.amounts(tokens)
    equal = first_phrase(tokens, phrases("lines", "equal"))
    enough = find(tokens, "little", "enough")
    if tokens and tokens[0].word in word_list("little", "empty"):
        tokens = tokens[1:]  # "il succo di mezzo limone"
    squeezed = len(tokens) > 2 and tokens[0].word in word_of("forms", "juiced") and bool(said)
    return (
        bool(said and (said[0].start == 0 or said[-1].end == len(tokens)))
        or (first_phrase(tokens, phrases("till")) is not None and not acts_in(tokens))
        or squeezed
        or bool(enough)
        or (equal is not None and equal.start == 0)
    )


def titled_by_sign(text: str, kitchen: Kitchen) -> list[str]:
    """'Marshmallow slip - soak two spoons …', 'Oat spray, a cup of oats …': the title, and the rest."""
    called, comma, rest = text.partition(",")
    titles = set(words(called)) & word_of("lines", "titles")
    if comma and titles and _heads(called) and begins_line(rest.strip(), kitchen):
        return [called.strip(), rest.strip()]
    before, dash, after = re.match(r"([^–—]*?)(\s[-–—]\s|$)(.*)", text, re.DOTALL).groups()  # type: ignore[union-attr]
    several = words(before)
    titled = bool(set(several) & word_of("lines", "titles")) or with_acts(after)
    return [before, after] if dash.strip() and titled and _heads(before) else [text]


def is_title(piece: str, alone: bool, after: Sequence[str], kitchen: Kitchen) -> bool:
    """Whether the first piece of a text is its title: few words, no amount, and a recipe behind it."""
    if not after or is_heading(piece):
        return False
    bare = FOR_SO_MANY.sub("", re.sub(r"\([^)]*\)", " ", piece))
    several = words(bare)
    if not several or len(several) > TITLE_WORDS:
        return False
    tokens = lex(bare)
    said = kitchen.amounts(tokens)
    if said and alone and said[0].units == ("part",) and several[-1] in word_of("lines", "titles"):
        said = said[1:]  # "Two-part soda wash"
        tokens = tokens[2:]
    measured = any(each.start == 0 and each.units for each in said)
    if said and (measured or any(token.kind == "n" for token in tokens)):
        return False
    acts = [act for act in acts_in(tokens) if act.start == 0 and act.key.split()[0] in ("acts", "puts")]
    if acts and not (alone and _names_a_thing(tokens, piece)):
        return False
    if not alone or set(several) & word_of("lines", "titles") or with_acts(after[0]):
        return True
    following = kitchen.amounts(lex(after[0]))
    if len(several) > 1 and following and following[0].start == 0:
        return True
    return not parse_row(piece, kitchen)[0].sure


def _names_a_thing(tokens: Sequence[Token], piece: str) -> bool:
    """Whether a row that begins like an act names what is made: "Dry shampoo", "Powder for the jar"."""
    if piece.rstrip().endswith((".", "!", ",", ";", ":")) or tokens[0].word not in word_list(
        "first", "words"
    ):
        return False
    titled = {token.word for token in tokens[1:]} & word_of("lines", "titles")
    return bool(titled) or (len(tokens) > 1 and tokens[1].word in word_list("little", "stops"))


def with_acts(piece: str) -> bool:
    """Whether anything is done in it."""
    return bool(acts_in(lex(piece)))


def is_told(piece: str, *, alone: bool, in_method: bool, kitchen: Kitchen) -> bool:
    """Whether a piece is a sentence of the method, and no row of what goes in."""
    bare = re.sub(r"\([^)]*\)", " ", piece)
    tokens = lex(bare)
    if in_method and starts(tokens[:6], "head", "begins"):
        return True
    yields = starts(tokens, "yields", "says")
    counts = any(token.kind == "n" or token.word in number_words() for token in tokens)
    if counts and (yields or (len(tokens) <= TITLE_WORDS + 3 and has(tokens, "yields", "dose"))):
        return True
    amounts = kitchen.amounts(tokens)
    begins = bool(amounts) and amounts[0].start == 0 and bool(amounts[0].units or tokens[0].kind == "n")
    begins = begins and not any(each.start == 0 for each in spans_in(tokens, kitchen.habit))
    begins = begins or (bool(tokens) and begins_line(bare, kitchen) and len(segments(bare, kitchen)) > 1)
    acts = acts_in(tokens)
    if acts:
        return not (begins and alone and not in_method and len(words(bare)) <= 6)
    if begins:
        return False
    said = (
        often_in(tokens, kitchen.habit) is not None
        or bool(spans_in(tokens, kitchen.habit))
        or has(tokens, "keeping", "says")
        or has(tokens, "warns", "words")
        or has(tokens, "claims", "words")
        or any(has(tokens, "keeping", place) for place in ("fridge", "freezer"))
    )
    if said:
        return True
    return in_method and (not alone or not amounts or len(words(bare)) > TITLE_WORDS)
