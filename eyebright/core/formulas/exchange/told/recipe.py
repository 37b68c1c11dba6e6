"""A recipe as it is told: title, what goes in, method, minutes on the head, how often, cautions; nothing dropped in silence."""

import re
from collections.abc import Sequence
from dataclasses import dataclass, field

from ....materials import is_a, words
from ...model import step_kinds
from ..lines import Kitchen, ParsedLine, parse_row
from ..lines.lexing import BULLET, NUMBERED, first_phrase, lex, phrases, word_of
from ..lines.recipe import MOST_LINES, MOST_ROWS, row_kind
from .family import Guess, Signs, guess_family, parts_of
from .hearing import HeardStep, Hearing, Told
from .sentences import acts_in, sentences
from .spans import often_in, spans_in
from .vocabulary import find, has

LONGEST_TITLE, TITLE_WORDS = 80, 9
A_DAY = 1440.0  # minutes: what stays longer than that is left in
MOST_SENTENCES = 600
OUTSIDE = re.compile(r"[,;](?![^()]*\))\s*")  # what parts things, but for what stands in brackets
PURPOSE = re.compile(
    r"(?<=\w)\s+(?:to make|to form|to get|until|till|so that|pour faire|pour obtenir|hasta|para hacer|per fare|per ottenere)\b[^(]*",
    re.IGNORECASE,
)
RATIO = re.compile(
    r"^([^\d:,.]+?)\s+(?:and|to|with|und|zu|mit|et|y|e)\s+([^\d:,.]+?),?\s+(\d+)\s?:\s?(\d+)(.*)$",
    re.IGNORECASE,
)
TOO_MUCH = "That is more than goes in at once: what was not read still stands here."


@dataclass(frozen=True)
class HeardRecipe:
    """A told recipe. `minutes` on the head, from and to, None where nothing was said; `apart` days between two.

    `infused`: places of the lines that are strained off again; `told`: every sentence, and what was heard of
    it; `rest`: what is not taken in, and `says` why; `notices`: what to beware of in how it is told.
    """

    title: str
    lines: tuple[ParsedLine, ...]
    steps: tuple[HeardStep, ...]
    told: tuple[Told, ...]
    family: Guess
    signs: Signs
    use: str = ""
    minutes: tuple[float, float] | None = None
    cover: bool = False
    place: str = ""
    apart: float | None = None
    infused: frozenset[int] = frozenset()
    warnings: tuple[str, ...] = ()
    notices: tuple[str, ...] = ()
    rest: str = ""
    says: str = ""


@dataclass
class _Text:
    """Where the reading of a text stands."""

    hearing: Hearing
    told: list[Told] = field(default_factory=list)
    title: str = ""
    in_method: bool = False
    rest: str = ""
    says: str = ""


def hear_recipe(text: str, kitchen: Kitchen, most: int = MOST_LINES) -> HeardRecipe:
    """A recipe as it stands on paper or was written down as it was told; `most` lines at once."""
    rows = [row.strip() for row in text.splitlines() if any(sign.isalnum() for sign in row)]
    state = _Text(Hearing(kitchen))
    pieces = [(place, piece) for place, row in enumerate(rows) for piece in _pieces(_in_parts(row))]
    if pieces:
        pieces[:1] = [(0, each) for each in _titled_by_dash(pieces[0][1])]
    for at, (place, piece) in enumerate(pieces):
        alone = sum(other == place for other, _ in pieces) == 1
        after = [each for _, each in pieces[at + 1 : at + 3]]
        if len(state.hearing.lines) >= most or at >= MOST_SENTENCES or place >= MOST_ROWS:
            state.rest = "\n".join(
                [*(each for other, each in pieces[at:] if other == place), *rows[place + 1 :]]
            )
            state.says = TOO_MUCH
            break
        if at and alone and _another_recipe(piece, after, state, kitchen):
            state.rest = "\n".join(rows[place:])
            state.says = f"There are two recipes in it: “{state.title or 'the first'}” is imported; “{piece}” still stands here."
            break
        _take(piece, first=at == 0, alone=alone, after=after, state=state, kitchen=kitchen)
    return _heard(state)


def hear_parts(
    name: str, rows: Sequence[str], method: Sequence[str], kitchen: Kitchen, most: int = MOST_LINES
) -> HeardRecipe:
    """A recipe whose parts are told apart already: its name, rows of what goes in, sentences of its method."""
    state = _Text(Hearing(kitchen), title=name, in_method=True)
    for place, row in enumerate(rows):
        lines = parse_row(row, kitchen)
        if len(state.hearing.lines) + len(lines) > most:
            state.rest, state.says = "\n".join(rows[place:]), TOO_MUCH
            break
        state.hearing.lines += lines
    for text in method:
        for sentence in sentences(text):
            state.told.append(state.hearing.sentence(sentence))
    return _heard(state)


def _pieces(row: str) -> list[str]:
    """A row as its sentences; a heading before a colon stands by itself."""
    out = []
    for sentence in sentences(row):
        before, colon, after = sentence.partition(":")
        if colon and after.strip() and not before.rstrip().endswith(tuple("0123456789")) and _heads(before):
            out += [before.strip(), *sentences(after.strip())]
        else:
            out.append(sentence)
    return out


def _in_parts(row: str) -> str:
    """'Vinegar and water 1:4' as parts: '1 part vinegar, 4 parts water'."""
    found = RATIO.match(row)
    if found is None:
        return row
    one, other, first, second, rest = found.groups()
    return f"{first} parts {one}, {second} parts {other}. {rest.strip(' ,.')}"


def _heads(before: str) -> bool:
    """Whether these words are a title or a heading: few of them, no amount, nothing done, no recipe's line."""
    tokens = lex(BULLET.sub("", before))
    several = words(before)
    if not several or len(several) > TITLE_WORDS:
        return False
    if _is_heading(before):
        return True
    return (
        not any(token.kind == "n" for token in tokens)
        and not any(act.start == 0 and act.key.split()[0] == "acts" for act in acts_in(tokens))
        and not has(tokens, "warns", "words")
    )


def _is_heading(row: str) -> bool:
    several = words(row)
    return any(
        several[: len(each)] == each and len(several) <= len(each) + 3
        for each in phrases("lines", "headings")
    )


def _begins_method(row: str) -> bool:
    several = words(row)
    return any(several[: len(each)] == each for each in phrases("lines", "methods"))


def _take(
    piece: str, *, first: bool, alone: bool, after: Sequence[str], state: _Text, kitchen: Kitchen
) -> None:  # fmt: skip
    """Take in one piece of the text: title, heading, lines, or a sentence."""
    plain = BULLET.sub("", piece).strip().strip("*").strip() or piece
    if first and _is_title(plain, alone, after, kitchen):
        title = re.sub(r"\s*\([^)]*\)", "", plain).strip(" .:!#*").strip()
        state.title = title[:LONGEST_TITLE]
        state.told.append(Told(piece, ("the title",)))
        return
    tokens = lex(plain)
    if _is_heading(plain) and len(words(plain)) <= 5 and not _with_acts(plain):
        state.in_method = _begins_method(plain)
        uses = [each for each in find(tokens, "head", "begins") if each.start == 0]
        state.hearing.on_head = bool(uses) if state.in_method else state.hearing.on_head
        state.told.append(Told(piece, ("a heading",)))
        return
    if _is_told(plain, alone=alone, state=state, kitchen=kitchen):
        state.in_method = True
        state.told.append(state.hearing.sentence(plain))
        return
    kind, rows = row_kind(piece, state.in_method, kitchen)
    if _begins_line(plain, kitchen) and len(_segments(plain, kitchen)) > 1:
        kind, rows = "line", [("", plain)]
    if kind == "heading":
        state.told.append(Told(piece, ("a heading",)))
    elif kind == "method" or (state.in_method and not rows):
        state.told.append(state.hearing.sentence(plain))
    else:
        lines = [
            line
            for _, row in rows
            for segment in _segments(row.rstrip("."), kitchen)
            for line in parse_row(segment, kitchen)
        ]
        if not alone and not any(line.found or line.amount for line in lines):
            state.told.append(Told(piece, (), plain))
            return
        state.hearing.lines += lines
        state.told.append(Told(piece, ("what goes in",)))


def _segments(row: str, kitchen: Kitchen) -> list[str]:
    """A row as the things that commas part; what says no amount of its own belongs to the one before it."""
    parts = [PURPOSE.sub("", part).strip() for part in OUTSIDE.split(row) if part.strip()]
    begins = [_begins_line(part, kitchen) for part in parts]
    if sum(begins) < 2 or not begins[0]:
        return [row]
    out: list[str] = []
    for part, new in zip(parts, begins, strict=True):
        if new:
            out.append(part)
        else:
            out[-1] = f"{out[-1]}, {part}"
    return out


def _begins_line(part: str, kitchen: Kitchen) -> bool:
    tokens = lex(part)
    said = kitchen.amounts(tokens)
    equal = first_phrase(tokens, phrases("lines", "equal"))
    enough = [each for each in find(tokens, "little", "enough") if each.start == 0]
    return bool(said and said[0].start == 0) or bool(enough) or (equal is not None and equal.start == 0)


def _titled_by_dash(text: str) -> list[str]:
    """'Marshmallow slip - soak two spoons …': the title, and the rest; else the text."""
    before, dash, after = re.match(r"([^–—]*?)(\s[-–—]\s|$)(.*)", text, re.DOTALL).groups()  # type: ignore[union-attr]
    several = words(before)
    titled = bool(set(several) & word_of("lines", "titles")) or _with_acts(after)
    return [before, after] if dash.strip() and titled and _heads(before) else [text]


def _is_title(piece: str, alone: bool, after: Sequence[str], kitchen: Kitchen) -> bool:
    """Whether the first piece of a text is its title: few words, no amount, and a recipe behind it."""
    if not after or _is_heading(piece):
        return False
    bare = re.sub(r"\([^)]*\)", " ", piece)
    several = words(bare)
    if not several or len(several) > TITLE_WORDS:
        return False
    tokens = lex(bare)
    if kitchen.amounts(tokens) and (tokens[0].kind == "n" or any(t.kind == "n" for t in tokens)):
        return False
    if (
        acts_in(tokens)
        and acts_in(tokens)[0].start == 0
        and acts_in(tokens)[0].key.split()[0] in ("acts", "puts")
    ):
        return False
    if not alone or set(several) & word_of("lines", "titles") or _with_acts(after[0]):
        return True
    following = kitchen.amounts(lex(after[0]))
    if len(several) > 1 and following and following[0].start == 0:
        return True
    return not parse_row(piece, kitchen)[0].sure


def _with_acts(piece: str) -> bool:
    return bool(acts_in(lex(piece)))


def _is_told(piece: str, *, alone: bool, state: _Text, kitchen: Kitchen) -> bool:
    """Whether a piece is a sentence of the method, and no row of what goes in."""
    bare = re.sub(r"\([^)]*\)", " ", piece)
    tokens = lex(bare)
    amounts = kitchen.amounts(tokens)
    begins = bool(amounts) and amounts[0].start == 0 and bool(amounts[0].units or tokens[0].kind == "n")
    begins = begins and not any(each.start == 0 for each in spans_in(tokens, kitchen.habit))
    begins = begins or (bool(tokens) and _begins_line(bare, kitchen) and len(_segments(bare, kitchen)) > 1)
    acts = acts_in(tokens)
    if acts:
        return not (begins and alone and not state.in_method and len(words(bare)) <= 6)
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
    return state.in_method and (not alone or not amounts or len(words(bare)) > TITLE_WORDS)


def _another_recipe(piece: str, after: Sequence[str], state: _Text, kitchen: Kitchen) -> bool:
    """Whether another recipe begins here: a title behind a method, with lines or a method of its own."""
    if not state.hearing.lines or not (state.hearing.steps or state.hearing.on_head) or not after:
        return False
    several = words(piece)
    tokens = lex(piece)
    if NUMBERED.match(piece) or BULLET.match(piece) or not 1 <= len(several) <= TITLE_WORDS:
        return False
    if (
        acts_in(tokens)
        or _is_heading(piece)
        or kitchen.amounts(tokens)
        or several[0] in word_of("lines", "for")
    ):
        return False
    if piece.rstrip().endswith((".", "!", ",", ";")) or not set(several) & word_of("lines", "titles"):
        return False
    following = lex(after[0])
    return bool(kitchen.amounts(following)) or bool(acts_in(following))


def _heard(state: _Text) -> HeardRecipe:
    """What a text comes to, once it is read."""
    hearing = state.hearing
    hearing.finish()
    minutes, use = hearing.minutes, hearing.use
    notices = []
    if minutes is not None and minutes[1] > A_DAY:
        days = minutes[1] / A_DAY
        notices.append(f"{days:g} days on the head is longer than any wash: it is taken as left in.")
        minutes, use = None, "left_in"
    if hearing.sealed:
        notices.append(
            "A closed jar that ferments can burst: leave its lid loose and let the gas out every day."
        )
    steps = tuple(hearing.steps)
    infused = _strained_off(hearing)
    signs = Signs(
        left_in=use == "left_in",
        sprayed=hearing.sprayed,
        dusted=hearing.dusted,
        let_dry=hearing.let_dry,
        minutes=minutes[1] if minutes else 0.0,
    )
    known = [
        (line.found[0], line.amount, line.form, place in infused)
        for place, line in enumerate(hearing.lines)
        if line.found
    ]
    guess = guess_family(state.title, parts_of(known, hearing.kitchen.kit), signs)
    if not use and guess.family.stays:
        use = "left_in"
    return HeardRecipe(
        title=state.title,
        lines=tuple(hearing.lines),
        steps=steps,
        told=tuple(state.told),
        family=guess,
        signs=signs,
        use=use,
        minutes=minutes,
        cover=hearing.cover,
        place=hearing.place,
        apart=hearing.apart,
        infused=infused,
        warnings=tuple(hearing.warnings),
        notices=tuple(notices),
        rest=state.rest,
        says=state.says,
    )


def _strained_off(hearing: Hearing) -> frozenset[int]:
    """The places of what is drawn out and strained off again: it does not go on the head."""
    kinds = [step_kinds()[step.kind] for step in hearing.steps]
    strains = [at for at, kind in enumerate(kinds) if kind.strains]
    drawn = [at for at, kind in enumerate(kinds) if kind.draws or kind.does in ("mashes", "blends", "rests")]
    out = set()
    for place, line in enumerate(hearing.lines):
        material = line.found[0].material if line.found else None
        if material is None or material.unit != "g" or is_a(material.kind, "dissolves"):
            continue
        enters = next((at for at, step in enumerate(hearing.steps) if place in step.adds), 0)
        if (
            any(at >= enters and any(other >= at for other in strains) for at in drawn)
            and strains[-1] >= enters
        ):
            out.add(place)
    return frozenset(out)
