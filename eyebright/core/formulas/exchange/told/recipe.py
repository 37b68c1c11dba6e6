"""A recipe as it is told, heard whole: nothing in it is dropped in silence."""

import re
from collections.abc import Sequence
from dataclasses import dataclass, field, replace

from ....materials import is_a, words
from ...model import step_kinds
from ..lines import Kitchen, ParsedLine, parse_row
from ..lines.conditions import IF_LIKED, says_optional
from ..lines.lexing import BULLET, NUMBERED, Token, lex, word_of
from ..lines.recipe import MOST_LINES, MOST_ROWS, row_kind
from .family import Guess, Signs, guess_family, parts_of
from .hearing import Hearing, Told
from .method import A_DAY, HeardStep
from .sentences import acts_in, sentences
from .spans import often_in, spans_in
from .text import (
    TITLE_WORDS,
    begins_line,
    begins_method,
    in_parts,
    is_heading,
    is_title,
    is_told,
    pieces_of,
    rows_of,
    segments,
    titled_by_sign,
    with_acts,
)
from .vocabulary import find, has, starts

LONGEST_TITLE = 80
MOST_SENTENCES, LONGEST_SENTENCE = 400, 700  # of letters
COOLED = "A step to let it cool was added: the recipe does not say so, and hot liquid scalds."
TWO = "There are two recipes in it: “{first}” is imported; “{second}” still stands here."
WAYS = "It tells another way: “{way}” It stands in the note. Press “Add another way” for it on the formula."
ICE = "More ice than liquid thins what is in the pot to less than half: stand the pot in ice water instead."
TOO_MUCH = "That is more than goes in at once: what was not read still stands here."


@dataclass(frozen=True)
class HeardRecipe:
    """A told recipe. `minutes` on the head, from and to, None for nothing said; `apart` days between two;
    `makes`: g of it all, where it was said and a line is a share of that; `thinned`: parts of water to one
    of it when it is used.

    `wants`: keys of what must hold on the head before it (preconditions.toml);
    `infused`: places of the lines that are strained off again; `told`: every sentence, and what was heard of
    it; `rest`: what is not taken in, and `says` why; `notices`: what to beware of in how it is told.
    """

    title: str
    lines: tuple[ParsedLine, ...]
    steps: tuple[HeardStep, ...]
    told: tuple[Told, ...]
    family: Guess
    signs: Signs
    makes: float | None = None
    thinned: int = 0
    use: str = ""
    minutes: tuple[float, float] | None = None
    cover: bool = False
    place: str = ""
    pot: str = ""
    zone: str = ""
    apart: float | None = None
    wants: tuple[str, ...] = ()
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
    optional: bool = False
    rest: str = ""
    says: str = ""


def hear_recipe(text: str, kitchen: Kitchen, most: int = MOST_LINES) -> HeardRecipe:
    """A recipe as it stands on paper or was written down as it was told; `most` lines at once."""
    rows = [row for line in text.splitlines() for row in rows_of(line) if any(map(str.isalnum, row))]
    state = _Text(Hearing(kitchen))
    pieces = [(place, piece) for place, row in enumerate(rows) for piece in pieces_of(in_parts(row))]
    if pieces:
        pieces[:1] = [(0, each) for each in titled_by_sign(pieces[0][1], kitchen)]
    for at, (place, piece) in enumerate(pieces):
        alone = sum(other == place for other, _ in pieces) == 1
        after = [each for _, each in pieces[at + 1 : at + 3]]
        if len(state.hearing.method.lines) >= most or at >= MOST_SENTENCES or place >= MOST_ROWS:
            state.rest = "\n".join(
                [*(each for other, each in pieces[at:] if other == place), *rows[place + 1 :]]
            )
            state.says = TOO_MUCH
            break
        if at and (_next_part(piece, state) or (alone and _another_recipe(piece, after, state, kitchen))):
            left = [each for other, each in pieces[at:] if other == place]
            state.rest = "\n".join([*left, *rows[place + 1 :]])
            state.says = TWO.format(first=state.title or "the first", second=piece)
            break
        _take(piece, first=at == 0, alone=alone, after=after, state=state, kitchen=kitchen)
        more = state.hearing.method.lines[most:]
        if more:
            del state.hearing.method.lines[most:]
            left = [*(line.text for line in more), *rows[place + 1 :]]
            state.rest, state.says = "\n".join(dict.fromkeys(left)), TOO_MUCH
            break
    return _heard(state)


def hear_parts(
    name: str, rows: Sequence[str], method: Sequence[str], kitchen: Kitchen, most: int = MOST_LINES
) -> HeardRecipe:
    """A recipe in parts already: its name, rows of what goes in, sentences of its method."""
    state = _Text(Hearing(kitchen), title=name, in_method=True)
    for place, row in enumerate(rows):
        lines = parse_row(row, kitchen)
        if len(state.hearing.method.lines) + len(lines) > most:
            state.rest, state.says = "\n".join(rows[place:]), TOO_MUCH
            break
        state.hearing.method.lines += lines
    every = [sentence for text in method for sentence in sentences(text)]
    state.told = [state.hearing.sentence(sentence) for sentence in every[:MOST_SENTENCES]]
    if every[MOST_SENTENCES:]:
        state.rest, state.says = "\n".join([state.rest, *every[MOST_SENTENCES:]]).strip(), TOO_MUCH
    return _heard(state)


def _take(
    piece: str, *, first: bool, alone: bool, after: Sequence[str], state: _Text, kitchen: Kitchen
) -> None:  # fmt: skip
    """Take in one piece of the text: title, heading, lines, or a sentence."""
    if len(piece) > LONGEST_SENTENCE:
        state.told.append(Told(piece, (), piece, noted=True))
        return
    plain = BULLET.sub("", piece).strip().strip("*").strip() or piece
    if first and is_title(plain, alone, after, kitchen):
        title = re.sub(r"\s*\([^)]*\)", "", plain).strip(" .:!#*").strip()
        state.title = title[:LONGEST_TITLE]
        state.told.append(Told(piece, ("the title",)))
        return
    tokens = lex(plain)
    if is_heading(plain) and len(words(plain)) <= 5 and not with_acts(plain) and not _a_sentence(plain):
        state.in_method, state.optional = begins_method(plain), says_optional(plain)
        uses = [each for each in find(tokens, "head", "begins") if each.start == 0]
        state.hearing.on_head = bool(uses) if state.in_method else state.hearing.on_head
        state.told.append(Told(piece, ("a heading",)))
        return
    if is_told(plain, alone=alone, in_method=state.in_method, kitchen=kitchen):
        state.in_method = state.in_method or with_acts(plain)
        state.told.append(state.hearing.sentence(plain))
        return
    if as_much := state.hearing.things.as_much(tokens):
        state.told.append(Told(piece, ("what goes in", *_rows(as_much, tokens, state.hearing))))
        return
    kind, rows = row_kind(piece, state.in_method, kitchen)
    if begins_line(plain, kitchen) and len(segments(plain, kitchen)) > 1:
        kind, rows = "line", [("", plain)]
    if kind == "heading":
        state.told.append(Told(piece, ("a heading",)))
    elif kind == "method" or (state.in_method and not rows):
        state.told.append(state.hearing.sentence(plain))
    else:
        lines = [
            replace(line, only_if=line.only_if or IF_LIKED) if state.optional or says_optional(head) else line
            for head, row in rows
            for segment in segments(row.rstrip("."), kitchen)
            for line in parse_row(segment, kitchen)
        ]
        if not alone and not any(line.found or line.amount for line in lines):
            state.told.append(Told(piece, (), plain))
            return
        state.told.append(Told(piece, ("what goes in", *_rows(lines, tokens, state.hearing))))


def _rows(lines: Sequence[ParsedLine], tokens: list[Token], hearing: Hearing) -> list[str]:
    """Take in rows of what goes in; what is heard besides: that the water is hot, that they stand a night."""
    method = hearing.method
    method.begin()
    lines = hearing.things.in_the_same([*lines])
    method.lines += lines
    method.hear_heat(tokens)
    spans = spans_in(tokens, hearing.kitchen.habit)
    if spans and often_in(tokens, hearing.kitchen.habit) is None:
        first = len(method.lines) - len(lines)
        method.put("put", list(range(first, len(method.lines))), (spans[-1].least, spans[-1].most))
    return method.heard


def _a_sentence(plain: str) -> bool:
    """Whether what looks like a heading says something: "Makes 400 ml.", "Makes hair grow"."""
    tokens = lex(plain)
    return has(tokens, "claims", "words") or any(token.kind == "n" for token in tokens)


def _next_part(piece: str, state: _Text) -> bool:
    """Whether the second of two things that go on one after another begins: "Part two: vinegar …"."""
    put_on = state.hearing.head.applied or state.hearing.head.washed_off
    return put_on and starts(lex(piece)[:3], "ways", "second")


def _another_recipe(piece: str, after: Sequence[str], state: _Text, kitchen: Kitchen) -> bool:
    """Whether another recipe begins here: a title behind a method, with lines or a method of its own."""
    made = state.hearing.method.steps or state.hearing.on_head
    if not state.hearing.method.lines or not made or not after:
        return False
    several = words(piece)
    tokens = lex(piece)
    if NUMBERED.match(piece) or BULLET.match(piece) or not 1 <= len(several) <= TITLE_WORDS:
        return False
    if (
        any(act.start == 0 for act in acts_in(tokens))
        or is_heading(piece)
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
    hearing.method.finish()
    if not any(line.sure or line.amount for line in hearing.method.lines):  # nothing that could be made
        hearing.method.lines, hearing.method.steps = [], []
    minutes, use = hearing.head.minutes, hearing.head.use
    notices = []
    if minutes is not None and minutes[1] > A_DAY:
        days = minutes[1] / A_DAY
        notices.append(f"{days:g} days on the head is longer than any wash: it is taken as left in.")
        minutes, use = None, "left_in"
    if not use and has(lex(state.title), "titles", "stays"):
        use = "left_in"
    notices += [WAYS.format(way=way) for way in hearing.ways]
    if hearing.asides.sealed:
        notices.append(
            "A closed jar that ferments can burst: leave its lid loose and let the gas out every day."
        )
    if _more_ice(hearing):
        notices.append(ICE)
    if hearing.method.cooled():
        notices.append(COOLED)
    steps = tuple(hearing.method.steps)
    infused = _strained_off(hearing)
    signs = Signs(
        left_in=use == "left_in",
        sprayed=hearing.head.sprayed,
        dusted=hearing.head.dusted,
        let_dry=hearing.head.let_dry,
        minutes=minutes[1] if minutes else 0.0,
    )
    known = [
        (line.found[0], line.amount, line.form, place in infused)
        for place, line in enumerate(hearing.method.lines)
        if line.found
    ]
    guess = guess_family(state.title, parts_of(known, hearing.kitchen.kit), signs)
    if not use and guess.family.stays:
        use = "left_in"
    return HeardRecipe(
        title=state.title,
        lines=tuple(hearing.method.lines),
        steps=steps,
        told=tuple(state.told),
        family=guess,
        signs=signs,
        makes=hearing.asides.makes if any(_of_a_whole(line) for line in hearing.method.lines) else None,
        thinned=hearing.head.thinned if guess.family.thins else 0,
        use=use,
        minutes=minutes,
        cover=hearing.head.cover,
        place=hearing.asides.place,
        pot=hearing.pot,
        zone=hearing.head.zone,
        apart=hearing.asides.apart,
        wants=tuple(hearing.head.wants),
        infused=infused,
        warnings=tuple(hearing.asides.warnings),
        notices=tuple(notices),
        rest=state.rest,
        says=state.says,
    )


def _of_a_whole(line: ParsedLine) -> bool:
    """Whether a line is a share of what is made: a part, or so many per cent."""
    return line.unit in ("part", "%")


def _more_ice(hearing: Hearing) -> bool:
    """Whether more ice goes in than all that it is to cool."""
    ice, rest = 0.0, 0.0
    for line in hearing.method.lines:
        parts = parts_of([(line.found[0], line.amount, line.form, False)]) if line.found else []
        grams = sum(part.grams for part in parts)
        if has(lex(line.text), "ice", "words"):
            ice += grams
        else:
            rest += grams
    return ice > rest > 0.0


def _strained_off(hearing: Hearing) -> frozenset[int]:
    """The places of what is steeped, then strained again: it does not go on the head."""
    kinds = [step_kinds()[step.kind] for step in hearing.method.steps]
    strains = [at for at, kind in enumerate(kinds) if kind.strains]
    drawn = [at for at, kind in enumerate(kinds) if kind.draws or kind.does in ("mashes", "blends", "rests")]
    out = set()
    for place, line in enumerate(hearing.method.lines):
        material = line.found[0].material if line.found else None
        if material is None or material.unit != "g" or is_a(material.kind, "dissolves"):
            continue
        enters = next((at for at, step in enumerate(hearing.method.steps) if place in step.adds), 0)
        if (
            any(at >= enters and any(other >= at for other in strains) for at in drawn)
            and strains[-1] >= enters
        ):
            out.add(place)
    return frozenset(out)
