"""A told recipe, clause by clause: what goes in, what is done with it and for how long, and what is no step.

"Pour half a litre of boiling water over two tablespoons of linden blossom, steep 20 minutes, strain."
    lines 0.5 L water and 2 tbsp linden; steps steep 20 (both), strain
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from functools import cache, cached_property

from ....words import lower_first
from ...model import pots, step_kinds
from ..lines import Kitchen
from ..lines.conditions import begins_condition
from ..lines.lexing import Token, lex, text_of
from . import asides, on_the_head
from .asides import Asides
from .clause import (
    APPLIES,
    COMMA,
    LONGEST_NOTE,
    SPECIFIC,
    allowed,
    goes_on,
    kept_at,
    last_time,
    makes,
    names_a_zone,
    note_of,
    on_condition,
    on_hair,
    only_where,
    sign_in,
    told_apart,
)
from .method import Method, first_grade
from .on_the_head import NOTE, OnTheHead, wanted_phrases
from .sentences import acts_in, clauses, in_brackets
from .spans import Span, often_in, spans_in
from .things import Things, amount_in, says_nothing, without
from .thins import thinned_in
from .vocabulary import Found, Phrases, find, has, phrases_by_row, starts, word_list

LONG = 240.0  # minutes: "overnight" alone is of what soaks
WORN = 360.0  # minutes: "keep 20 minutes" is on the head, "keep three days" is in the jar
ANOTHER_WAY = "another way of making it"
RUBS = "rub"
NOTED = {asides.CAUTION, asides.KEEPS, *asides.NOTED, NOTE, on_the_head.DAMP, on_the_head.ORDER}


@dataclass(frozen=True)
class Told:
    """One sentence of a recipe, and what was heard of it, in words. `missed`: words that nothing stands for.

    `noted`: whether it says what no field of a formula holds, and so belongs in its note.
    """

    text: str
    heard: tuple[str, ...] = ()
    missed: str = ""
    noted: bool = False


@dataclass
class Hearing:
    """What has been heard so far. `on_head`: what is told from here on is done on a head."""

    kitchen: Kitchen
    pot: str = ""
    ways: list[str] = field(default_factory=list)
    on_head: bool = False
    taking: bool = False
    head: OnTheHead = field(default_factory=OnTheHead)

    @cached_property
    def asides(self) -> Asides:
        """What is said besides."""
        return Asides(self.kitchen)

    @cached_property
    def method(self) -> Method:
        """Its lines and steps."""
        return Method(self.kitchen)

    @cached_property
    def things(self) -> Things:
        """Its lines, by what they are called."""
        return Things(self.method)

    # ---- a sentence ----

    def sentence(self, text: str) -> Told:
        """Hear one sentence."""
        tokens = lex(text)
        if self._another_way(tokens):
            self.ways.append(text)
            return Told(text, (ANOTHER_WAY,), "", noted=True)
        self.method.begin()
        self.head.otherwise = begins_condition(tokens) or starts(tokens, "ways", "else")
        heard = self.method.heard
        aside = self.asides.hear(text, tokens, heard, worn=self._worn(tokens))
        if (pot := find(tokens, among=_pots())) and not has(tokens, "warns", "not"):
            self.pot = pot[-1].key
            heard.append(f"in {pots()[self.pot].name}")
        acts = acts_in(tokens)
        self._begins(text, tokens, acts)
        if self.method.lines and self._thins(tokens):
            heard.append(f"thinned when it is used, 1 + {self.head.thinned}")
            if not acts:
                return Told(text, tuple(dict.fromkeys(heard)), "", noted=True)
        if not acts and asides.CLAIM in heard:
            return Told(text, tuple(dict.fromkeys(heard)))
        if not acts and (asides.NOTED & {*heard} or kept_at(tokens) or has(tokens, "keeping", "says")):
            return Told(text, tuple(dict.fromkeys(heard)), "", noted=True)
        missed = self._clauses(text, tokens, heard, aside=aside)
        if not heard and missed:
            missed = [text]
        noted = bool(set(heard) & NOTED or missed or (self.on_head and asides.CLAIM not in heard))
        if noted and not heard and not missed:
            heard.append(NOTE)
        return Told(text, tuple(dict.fromkeys(heard)), "; ".join(missed), noted)

    def _clauses(self, text: str, tokens: list[Token], heard: list[str], *, aside: bool) -> list[str]:
        """Hear the clauses of a sentence; what is left of them. `aside`: the sentence was heard already."""
        missed: list[str] = []
        self.taking = False
        german = len(word_list("little", "german") & {token.word for token in tokens}) > 0
        parts = self.things.with_amounts_behind(clauses(text))
        waiting: list[Token] = []
        condition = ""
        for place, part in enumerate(parts):
            later = parts[place + 1 :]
            if begins_condition(part) and not acts_in(part) and self._begun(later) and not self.on_head:
                condition = lower_first(text_of(part))
                continue
            part, own = (part, "") if self.on_head else on_condition(part)
            if not part:
                continue
            named = amount_in(part, self.kitchen) and not any(map(makes, later))
            timed = bool(spans_in(part, self.kitchen.habit)) and not german
            waits = (german or not self._begun(parts[:place])) and not (named or timed or self.on_head)
            if waits and not acts_in(part) and self._begun(later):
                waiting += [*part, COMMA]
                continue
            part, waiting = [*waiting, *part], []
            before = len(self.method.lines), len(self.method.steps)
            left = self._clause(part, heard)
            if (own or condition) and not self.on_head:
                heard.append(own or condition)
                if not self.method.only_if(own or condition, *before):
                    heard.append(NOTE)
            if left and not aside:
                missed.append(left)
        return missed

    def _begins(self, text: str, tokens: list[Token], acts: list[Found]) -> None:
        """Whether a sentence is of the head from its beginning, and whether it mixes something first."""
        begun = 1 if tokens and tokens[0].word in word_list("passed", "words") else 0  # "to use"
        if any(each.start <= begun for each in find(tokens[:6], "head", "begins")):
            self.on_head = True
        elif self.method.steps and not acts and self._says_a_time_first(tokens):
            self.on_head = not kept_at(tokens)
        wants = bool(self.method.lines) and not makes(tokens) and bool(find(tokens, among=wanted_phrases()))
        self.on_head = self.on_head or wants or self._left_then_rinsed(clauses(text))
        stirs = any(act.key.split()[0] == "acts" for act in acts) and not goes_on(tokens)
        several = len([each for each in self.kitchen.amounts(tokens) if each.units]) > 1
        self.head.mixing = not self.head.applied and (stirs or (several and self.on_head))

    def _thins(self, tokens: list[Token]) -> bool:
        """Whether a sentence says how it is thinned when it is used: that is kept."""
        parts = thinned_in(tokens, self.kitchen, used=self.on_head or goes_on(tokens))
        self.head.thinned = parts or self.head.thinned
        return bool(parts)

    def _another_way(self, tokens: list[Token]) -> bool:
        """Whether a sentence tells another way of making what was made: 'Or steep 4 spoons of the powder'."""
        begins = starts(tokens[:3], "ways", "or")
        return begins and bool(self.method.steps) and not self.on_head and makes(tokens)

    def _left_then_rinsed(self, parts: Sequence[list[Token]]) -> bool:
        """'Pour over, leave two minutes, rinse': nothing goes in, and what was left is rinsed off a head."""
        if len(parts) < 2 or not self.method.lines:
            return False
        *before, last = parts
        acts = [act for part in before for act in acts_in(part)]
        off = acts_in(last)
        return (
            [act.key for act in off] == ["head off"]
            and len(last) - (off[0].end - off[0].start) <= 2
            and (bool(acts) or all(map(self._says_a_time_first, before)))
            and all(act.key.startswith("puts") for act in acts)
            and not any(self._names(part) for part in before)
        )

    def _names(self, part: list[Token]) -> bool:
        """Whether a clause names anything that goes in."""
        timeless = without(part, spans_in(part, self.kitchen.habit), ())
        said = [token.word for token in timeless if token.kind == "w"]
        return amount_in(timeless, self.kitchen) or bool(
            self.things.referred(said, range(len(self.method.lines)))
        )

    def _says_a_time_first(self, tokens: list[Token]) -> bool:
        return any(each.start == 0 for each in spans_in(tokens, self.kitchen.habit))

    def _begun(self, before: Iterable[list[Token]]) -> bool:
        return any(acts_in(each) for each in before)

    def _worn(self, tokens: list[Token]) -> bool:
        """Whether "keep" is said of what is on the head: "apply, keep 20 minutes"."""
        spans = spans_in(tokens, self.kitchen.habit)
        return (self.on_head or goes_on(tokens)) and bool(spans) and max(s.most for s in spans) <= WORN

    # ---- a clause ----

    def _clause(self, part: list[Token], heard: list[str]) -> str:
        """Hear one clause; what is left of it that nothing stands for."""
        if _remarks(part):
            heard.append(NOTE)
            return ""
        often = often_in(part, self.kitchen.habit)
        if often is not None and any(act.key.startswith("acts") for act in acts_in(part)):
            part = [*part[: often.start], *part[often.end :]]
            often = None
        spans = [
            each
            for each in spans_in(part, self.kitchen.habit)
            if often is None or not often.start <= each.start < often.end
        ]
        every, aside = acts_in(part), in_brackets(part)
        told = told_apart([act for act in every if act.start not in aside or act.key in SPECIFIC] or every)
        part = without(part, (), (at for act in every if act not in told for at in range(act.start, act.end)))
        acts = [self._as_made(act, part) for act in told]
        if not has(part, "head", "damps") and not any(act.key.startswith("head") for act in acts):
            whole, part = part, allowed(part)
            heard += [asides.CAUTION] if len(part) < len(whole) else []
            acts = [act for act in acts if act.end <= len(part)]
            spans = [each for each in spans if each.end <= len(part)]
            if not part:
                return ""
        keeps = has(part, "keeping", "says") and not self._worn(part)
        stands = bool(spans) and bool(self.method.pending)  # "3 weeks in a dark cupboard"
        if not acts and (often or keeps or (kept_at(part) and not stands)):
            return ""
        if any(act.key in APPLIES for act in acts):
            self.on_head = self.head.applied = True
        if has(part, "head", "after"):
            self.on_head = self.head.washed_off = True
            heard.append("what comes after it")
            return ""
        self._comes_to_the_head(part, acts)
        if self.on_head:
            if not self.method.lines:  # what goes on the head is all that there is
                own = [at for act in acts for at in range(act.start, act.end)]
                self.method.pending += self.things.in_clause(without(part, spans, own), named=True)[0]
            return self.head.hear(part, acts, spans, heard, measured=amount_in(part, self.kitchen))
        made = [act for act in acts if act.key.split()[0] in ("acts", "puts")]
        if not made or (part[0].word in word_list("until", "words") and self.method.steps):
            return self._no_act(part, spans, heard)
        self.taking = True
        if part[0].word in word_list("until", "once") and sign_in(part[: made[0].start]) == "hand_warm":
            self.method.step("cool", [], None, "hand_warm")
        if (
            spans
            and spans[0].end <= made[0].start
            and (self.method.waits_untimed() or self.method.pending)
            and not self._waits(made[0])
        ):
            if self.method.pending:  # "fill up with vinegar, 2 weeks, strain"
                self.method.put("leave", [], last_time(spans))
            else:
                self.method.timed(last_time(spans))  # "boil up, 15 minutes, strain"
            part, spans = without(part, spans, ()), []
        bounds = [0, *(act.start for act in made[1:]), len(part)]
        left = []
        for act, start, end in zip(made, bounds, bounds[1:], strict=False):
            inside = [each for each in spans if start <= each.start < end]
            rest = self._one_act(part, start, end, act, inside, heard)
            left.append(rest)
        return " ".join(each for each in left if each)

    def _comes_to_the_head(self, part: list[Token], acts: list[Found]) -> None:
        """Whether a clause is of the head: it names a cover, a place on it, or says that it is rinsed."""
        if not acts and self.method.lines and (has(part, "head", "covers") or only_where(part)):
            self.on_head = True
        if on_hair(part) and not any(act.key.startswith("acts") for act in acts):
            self.on_head = self.head.applied = True
        off = any(act.key == "head off" for act in acts)
        if off and not any(act.key.startswith("acts") for act in acts):
            self.on_head = True

    def _as_made(self, act: Found, part: list[Token]) -> Found:
        """'Rinse half a cup of rice' and 'rub hard until it foams' are of no head, until it is on one."""
        if self.taking and not self.on_head and part[act.start].word == RUBS and act.end - act.start == 1:
            return act if on_hair(part) else Found("acts mash", act.start, act.end)
        pours = act.key == "head on" and part[act.start].word in word_list("little", "pours")
        sprinkles = act.key == "head dusts" and not names_a_zone(part)
        if not (act.key == "head off" or pours or sprinkles) or self.on_head:
            return act
        said = [token.word for token in part if token.kind == "w"]
        known = self.things.referred(said, range(len(self.method.lines)))
        measured = any(each.units for each in self.kitchen.amounts(part))
        if known or (measured if pours else amount_in(part, self.kitchen)):
            return Found("puts put", act.start, act.end)
        return act

    def _waits(self, act: Found) -> bool:
        """Whether an act takes time by itself: what is soaked, and not what is strained."""
        room, key = act.key.split()
        return room == "puts" or step_kinds()[key].act == "wait"

    def _no_act(self, part: list[Token], spans: list[Span], heard: list[str]) -> str:
        """A clause in which nothing is done: a time of what was done before, or more that goes in there."""
        until = next((at for at, token in enumerate(part) if token.word in word_list("until", "words")), None)
        if self.method.steps and until is not None and not self.method.steps[-1].sign:
            self.method.last(sign=sign_in(part[until:]))
        if spans and self.method.steps and self.method.steps[-1].least is None:
            self.method.timed((spans[-1].least, spans[-1].most))
        if self.things.measured_behind(part):
            return ""
        adds, left = self.things.in_clause(without(part[:until], spans, ()), named=self.taking)
        waits = self.method.lines and not self.method.steps and spans and spans[-1].most >= LONG
        if spans and (self.method.pending or waits or (adds and not self.method.steps)):
            self.method.hear_heat(part)
            self.method.put("put", adds or ([*self.method.unplaced()] if waits else []), last_time(spans))
            return left
        if adds and self.method.steps and not self.method.pending and self.method.takes_more():
            self.method.last(adds=(*self.method.steps[-1].adds, *adds))
        else:
            self.method.pending += adds
        self.method.hear_heat(part)
        if left and self.method.steps and self.taking:  # how the step before is done
            note = self.method.steps[-1].note
            self.method.last(note=f"{note}, {text_of(part)}".strip(", ")[:LONGEST_NOTE])
            return ""
        return "" if spans and not adds else left

    def _one_act(
        self, part: list[Token], start: int, end: int, act: Found, spans: list[Span], heard: list[str]
    ) -> str:
        """One thing that is done, with what goes in at it."""
        room, key = act.key.split()
        body = part[start:end]
        until = next(
            (
                at
                for at, token in enumerate(body)
                if token.word in word_list("until", "words")
                or (at > act.start - start and token.word in word_list("until", "once"))
            ),
            len(body),
        )
        until = until if until > act.end - start - 1 or until > act.start - start else len(body)
        sign = sign_in(body[until:])
        mixes = room == "acts" and step_kinds()[key].does == "mixes"
        if grade := first_grade(body[until:] or body if mixes else body[until:]):
            sign, self.method.grade = "thick", grade
        shifted = [Span(each.least, each.most, each.start - start, each.end - start) for each in spans]
        own = range(act.start - start, act.end - start)
        words_of = without(body[:until], shifted, own)
        covering = key == "cover"
        adds, left = self.things.in_clause(words_of, named=True, covering=covering)
        self.method.hear_heat(words_of)
        times = (shifted[-1].least, shifted[-1].most) if shifted else None
        note = note_of(part[start:end], left)
        if room == "puts":
            if not adds and find(body, "bottles", "words"):
                self.method.step("bottle", [])
            elif not adds and times is None and sign == "hand_warm" and self.method.steps:
                self.method.step("cool", [], None, sign)
            else:
                self.method.put(key, adds, times)
            return "" if adds or times or says_nothing(left) else left
        kind = self.method.drawn_as(key, [*self.method.pending, *adds])
        if step_kinds()[kind].draws:
            adds += self.things.unmeasured_water(words_of)
        if sign == "hand_warm" and step_kinds()[kind].act not in ("wait", "cool"):  # "strain when cool"
            self.method.step("cool", [], None, sign)
            sign = ""
        self.method.step(kind, adds, times, sign, note)
        return ""


def _remarks(part: list[Token]) -> bool:
    """Whether a clause only says what something is: "that is the soap"."""
    begins = part and starts(part[:3], "remarks", "words")
    return bool(begins) and not acts_in(part)


@cache
def _pots() -> Phrases:
    """Every way of saying what the pot or bowl is made of, and the key of that."""
    return phrases_by_row({key: row.hear for key, row in pots().items()})
