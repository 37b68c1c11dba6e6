"""What goes in, as a clause names it: with an amount, by a known name, or by what it was called before."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from functools import cache
from itertools import pairwise

from ....materials import Supply, is_a, stem, stem_set, word_set, words
from ....words import listed
from ...model import COVER, TILL
from ..lines import Kitchen, ParsedLine, parse_row, read_line
from ..lines.amounts import ARTICLES
from ..lines.lexing import Token, first_phrase, lex, number_words, phrase_places, phrases, text_of
from .family import parts_of
from .method import Method
from .sentences import acts_in, in_brackets
from .spans import Span, half_more
from .vocabulary import find, phrase_table, told_words, word_list

A_LITTLE = "little"  # the unit
GAP = Token("s", "|", "|")
"""What stands in place of words that were understood already."""


@dataclass(frozen=True)
class Things:
    """The lines of a method, found by what clauses call them."""

    method: Method

    def in_clause(self, tokens: list[Token], *, named: bool, covering: bool = False) -> tuple[list[int], str]:
        """The places of the lines that a clause names (`named`: also without amount), and the words left."""
        adds: list[int] = []
        left: list[str] = []
        if find(tokens, "little", "all"):
            adds += sorted(self.method.unplaced() - set(self.method.pending))
            tokens = [token for token in tokens if token.word not in _all_words()]
        if first_phrase(tokens, phrases("lines", "equal")):
            lines = parse_row(text_of([token for token in tokens if token is not GAP]), self.method.kitchen)
            adds += range(len(self.method.lines), len(self.method.lines) + len(lines))
            self.method.lines.extend(lines)
            tokens = []
        chunks = _chunks(tokens, self.method.kitchen)
        before = {id(token): other.word for other, token in pairwise(tokens)}
        for chunk in chunks:
            bathed = before.get(id(chunk[0]), "") in word_list("little", "bath")
            found = self._thing(chunk, named=named, covering=covering, bathed=bathed)
            if found is None:
                left += [] if _is_tool(chunk) else [text_of(chunk)]
            else:
                adds += [place for place in found if place not in adds]
        if adds:
            names = [self.method.called(place) for place in adds]
            self.method.heard.append(f"goes in: {listed(names)}")
        return adds, " ".join(each for each in left if each)

    def _thing(self, chunk: list[Token], *, named: bool, covering: bool, bathed: bool) -> list[int] | None:
        """The lines that one name stands for; None for none. Hot water is none where a pot stands in it."""
        text = text_of(chunk)
        said = [token.word for token in chunk if token.kind == "w" and token.word != "x"]
        if not said:
            return None
        if _is_tool(chunk):
            return None
        as_much = self.as_much(chunk)
        if not as_much and not amount_in(chunk, self.method.kitchen):
            known = self._referred_next(said)
            if known or self.referred(said, range(len(self.method.lines))):
                return known
            return self._named(f"to cover {text}" if covering else text, said, bathed) if named else None
        lines = as_much or self.in_the_same(parse_row(text, self.method.kitchen))
        if not any(line.found or line.name for line in lines):
            return self._of_it(lines) if any(line.unit for line in lines) else None
        nothing_sure = not any(line.sure or line.unit for line in lines)
        if nothing_sure and len(said) > 2 and not self._is_known(said[-1]):  # "one soft banana pushed"
            less = parse_row(
                text_of([token for token in chunk if token.word != said[-1]]), self.method.kitchen
            )
            lines = less if all(line.sure and not line.problem for line in less) else lines
            nothing_sure = lines is not less
        named_so = self._is_known(said[0]) or (said[0] in ARTICLES and self._is_known(said[-1]))
        if nothing_sure and chunk[0].kind != "n" and not named_so:
            return None  # a ring, a while: no number of anything
        if all(word in word_list("little", "pronouns") for line in lines for word in words(line.name)):
            return self._of_it(lines)
        if len(lines) == 1 and lines[0].unit == A_LITTLE and (had := self._same(lines[0])) is not None:
            return [had]  # 'a little water' is of what was said before
        self.method.lines.extend(lines)
        return list(range(len(self.method.lines) - len(lines), len(self.method.lines)))

    def with_amounts_behind(self, parts: list[list[Token]]) -> list[list[Token]]:
        """Clauses with an amount alone put before the name that it stands behind: "nettles, a big bunch"."""
        out: list[list[Token]] = []
        for part in parts:
            alone = _amount_alone(part, self.method.kitchen)
            bare = bool(out) and not acts_in(out[-1]) and not self.method.kitchen.amounts(out[-1])
            if alone and bare:
                out[-1] = [*part, *out[-1]]
            else:
                out.append(part)
        return out

    def measured_behind(self, tokens: list[Token]) -> bool:
        """'Add curd, 2 spoons': an amount alone behind a thing that has none; whether it is one."""
        if not _amount_alone(tokens, self.method.kitchen):
            return False
        if (
            not self.method.lines
            or self.method.lines[-1].amount is not None
            or not self.method.lines[-1].sure
        ):
            return False
        before = self.method.lines[-1]
        again = read_line(f"{text_of(tokens)} {before.text}", self.method.kitchen)
        if not again.sure or again.problem:
            return False
        self.method.lines[-1] = replace(again, text=f"{before.text}, {text_of(tokens)}")
        return True

    def in_the_same(self, lines: list[ParsedLine]) -> list[ParsedLine]:
        """'2 spoons of amla and one of shikakai': a number alone is of the unit before it."""
        out = self.method.lines[-1:]
        for line in lines:
            unit = out[-1].unit if out else ""
            said = self.method.kitchen.amounts(lex(line.text))
            bare = line.field == "unit" or (bool(said) and not said[0].units)
            elided = line.sure and line.amount is not None and bare and unit not in ("", COVER)
            of = any(token.word in word_list("little", "pronouns") for token in lex(line.text)[1:3])
            if elided and line.amount and of:
                again = read_line(f"{line.amount.value:g} {unit} {line.found[0].name}", self.method.kitchen)
                line = replace(again, text=line.text) if again.sure and not again.problem else line
            out.append(line)
        return out[-len(lines) :] if lines else []

    def as_much(self, chunk: list[Token]) -> list[ParsedLine]:
        """'The same amount of water': as much as there is of the line before it; none where nobody knows."""
        same = next((each for each in find(chunk, "little", "same") if each.start <= 1), None)
        before = next((line for line in reversed(self.method.lines) if line.found and line.amount), None)
        if same is None or before is None or before.amount is None:
            return []
        name = text_of(chunk[same.end :])
        if before.amount.unit in ("part", "%", "g"):
            return parse_row(f"{before.amount.written} {before.unit} {name}", self.method.kitchen)
        part = parts_of([(before.found[0], before.amount, before.form, False)], self.method.kitchen.kit)[0]
        lines = parse_row(f"{max(part.grams, 1.0):.0f} ml {name}", self.method.kitchen)
        note = f"as much as of {self.method.called(self.method.lines.index(before))}"
        return [replace(line, notes=(*line.notes, note), text=text_of(chunk)) for line in lines]

    def unmeasured_water(self, tokens: Sequence[Token]) -> list[int]:
        """'Soak in hot water' where no liquid is a line yet: how much is asked then."""
        known = [line.found[0].material for line in self.method.lines if line.found]
        wet = any(material is None or material.unit == "mL" for material in known)
        if wet or not any(stem(token.word) in stem_set("water", "names") for token in tokens):
            return []
        self.method.lines.append(read_line("water", self.method.kitchen))
        return [len(self.method.lines) - 1]

    def _named_exactly(self, line: ParsedLine, said: Sequence[str]) -> bool:
        """Whether these words are the whole name of several things, which of them is asked: "black tea"."""
        name = tuple(word for word in said if word not in word_set("neutral"))
        exact = [each for each in line.found if name in _names(each)]
        return len(name) > 1 and bool(exact)

    def _is_known(self, word: str) -> bool:
        """Whether a word alone is the name of something, be it of several."""
        line = read_line(f"2 {word}", self.method.kitchen)
        return line.sure or bool(
            line.found and word in {each for name in _names(line.found[0]) for each in name}
        )

    def _same(self, line: ParsedLine) -> int | None:
        """The place of the line of the same thing that there is already; None for none."""
        lines = enumerate(self.method.lines)
        same = (
            at for at, each in lines if each.sure and line.sure and each.found[0].key == line.found[0].key
        )
        return next(same, None)

    def _of_it(self, lines: Sequence[ParsedLine]) -> list[int]:
        """'Two spoons of it': where it is one thing alone that was made so far, so much of that goes in."""
        named = [place for step in self.method.steps for place in step.adds]
        if len(set(named)) != 1 or len(lines) != 1 or not lines[0].unit:
            return []
        place = named[0]
        made = self.method.lines[place]
        said = lines[0].amount
        if said is None or not made.found:
            return []
        again = read_line(f"{said.written} {lines[0].unit} {made.found[0].name}", self.method.kitchen)
        if again.sure and not again.problem and again.found[0].key == made.found[0].key:
            note = f"as much of it as is used; it comes of “{made.text}”"
            self.method.lines[place] = replace(again, text=made.text, notes=(*made.notes, note))
        return []

    def _named(self, text: str, said: list[str], bathed: bool) -> list[int] | None:
        """A thing without an amount that is known by its name, and is no line yet."""
        if all(word in word_set("neutral") or word in word_list("little", "how") for word in said):
            return None
        line = read_line(text, self.method.kitchen)
        if (
            (not line.sure and not self._named_exactly(line, said))
            or (line.notes and (bathed or line.found[0].material is not None) and line.unit != COVER)
            or (line.found[0].material is not None and line.found[0].material.refuse)
        ):
            return None
        place = self._same(line)
        if place is not None and not line.unit.startswith(TILL):
            return [place]
        self.method.lines.append(line)
        return [len(self.method.lines) - 1]

    def _referred_next(self, said: Sequence[str]) -> list[int]:
        """Lines that no step names yet, and these words refer to."""
        return self.referred(said, sorted(self.method.unplaced() - set(self.method.pending)))

    def referred(self, said: Sequence[str], places: Iterable[int]) -> list[int]:
        """Lines that words refer to: by their own words, else by their kind ("the oil", "the powders")."""
        stems = {stem(word) for word in said} - stem_words("empty")
        best: dict[int, int] = {}
        for place in places:
            line = self.method.lines[place]
            own = {stem(word) for word in words(line.name or line.text) if word not in word_set("neutral")}
            count = 2 * len(stems & own) or len(stems & _kind_words(line))
            if count:
                best[place] = count
        most = max(best.values(), default=0)
        return [place for place, count in best.items() if count == most]


def _names(supply: Supply) -> list[tuple[str, ...]]:
    """Every name of a supply, as its words."""
    also = supply.material.also if supply.material else ()
    return [words(name) for name in (supply.name, *also)]


@cache
def _all_words() -> frozenset[str]:
    return frozenset(word for phrase in phrase_table("little", "all") for word in phrase)


def _kind_words(line: ParsedLine) -> frozenset[str]:
    """Words that a recipe calls a line by besides its name: its kind, and whether it is a powder."""
    if not line.found:
        return frozenset()
    material = line.found[0].material
    if material is None:
        return stem_set("water", "names")
    out = set(stem_set("kinds", material.kind)) | {stem(word) for word in words(material.kind)}
    powder = line.form == "powder" or is_a(material.kind, "powder")
    out -= set() if powder else {stem("powder")}
    if powder:
        out |= stem_words("powders")
    if is_a(material.kind, "plant"):
        out |= stem_words("herbs")
    return frozenset(out)


def amount_in(tokens: list[Token], kitchen: Kitchen) -> bool:
    """Whether an amount of something is said; "lathers a little" says none."""
    said = kitchen.amounts(list(tokens))
    return any(
        each.piece or each.start == 0 or each.end < len(tokens) or tokens[each.start].kind == "n"
        for each in said
    )


def _amount_alone(tokens: list[Token], kitchen: Kitchen) -> bool:
    """Whether these words are an amount and its unit, and nothing besides: "2 spoons"."""
    said = kitchen.amounts(tokens)
    return len(said) == 1 and bool(said[0].units) and (said[0].start, said[0].end) == (0, len(tokens))


def says_nothing(text: str) -> bool:
    """Whether words name only tools, and little words besides."""
    tokens = lex(text)
    tools = {at for each in find(tokens, "tools", "words") for at in range(each.start, each.end)}
    little = word_set("neutral") | number_words().keys()
    return all(at in tools or token.word in little for at, token in enumerate(tokens))


def _is_tool(tokens: list[Token]) -> bool:
    """Whether it names a tool or a vessel and nothing else: "a coffee filter"."""
    tools = {at for each in find(tokens, "tools", "words") for at in range(each.start, each.end)}
    aside = tools | in_brackets(tokens)
    left = [token.word for at, token in enumerate(tokens) if at not in aside]
    return bool(tools) and all(word in word_set("neutral") or word in number_words() for word in left)


def _chunks(tokens: list[Token], kitchen: Kitchen) -> list[list[Token]]:
    """The names in a clause, each with its amount: parted by signs, little words and new amounts."""
    stops = word_list("little", "stops") | word_list("little", "joins")
    begins = {each.start for each in kitchen.amounts(tokens) if each.start}
    till = phrase_places(tokens, phrases("till"))
    out: list[list[Token]] = [[]]
    times_of = {each.start for each in find(tokens, "little", "times_of")}
    passing = False
    inside = in_brackets(tokens)
    heard = any(tokens[at] is GAP for at in inside)  # "(let the sap run out first, half an hour)"
    for at, token in enumerate(tokens):
        if at in inside and heard:
            continue
        if at in inside and out[-1]:  # "a bottle of beer (330 ml)"
            out[-1].append(token)
            continue
        if passing and (token is GAP or token.kind == "s" or at in begins):
            passing = False
        if passing or at in times_of:  # "after shampooing"
            passing = True
            out.append([])
            continue
        if at in begins and any(each.kind == "w" for each in out[-1]) and kitchen.amounts(out[-1]):
            out.append([])
        if at not in till and (
            token is GAP
            or (token.kind == "s" and token.word in ",;:")
            or (token.word in stops and not half_more(tokens, at))
        ):
            out.append([])
        else:
            out[-1].append(token)
    return _joined([chunk for chunk in out if chunk], kitchen)


def _joined(chunks: list[list[Token]], kitchen: Kitchen) -> list[list[Token]]:
    """An amount alone, and the thing that it is filled up with, as one: "to 1.5 litres with water"."""
    out: list[list[Token]] = []
    for chunk in chunks:
        alone = bool(out) and _amount_alone(out[-1], kitchen)
        if alone and out[-1][0].word not in ARTICLES and not kitchen.amounts(chunk):
            out[-1] = [*out[-1], *chunk]
        else:
            out.append(chunk)
    return out


def without(tokens: Sequence[Token], spans: Iterable[Span], own: Iterable[int]) -> list[Token]:
    """Tokens with a gap in place of what was understood already."""
    gone = {at for each in spans for at in range(each.start, each.end)} | set(own)
    return [GAP if at in gone else token for at, token in enumerate(tokens)]


@cache
def stem_words(name: str) -> frozenset[str]:
    """A list of little words, without plurals."""
    return frozenset(stem(word) for phrase in told_words().strings("little", name) for word in words(phrase))
