"""A told recipe, clause by clause: what goes in, what is done with it and for how long, and what is no step.

"Pour half a litre of boiling water over two tablespoons of linden blossom, steep 20 minutes, strain."
    lines 0.5 L water and 2 tbsp linden; steps steep 20 (both), strain
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from functools import cache, cached_property

from ....materials import words
from ....words import days_apart, lower_first
from ...model import PotMaterial, Precondition, pots, preconditions, step_kinds
from ..lines import Kitchen, read_line
from ..lines.conditions import begins_condition, condition_in
from ..lines.lexing import Token, lex, text_of
from .family import parts_of
from .method import Method, first_grade, time_words
from .sentences import acts_in, clauses, in_brackets
from .spans import Span, often_in, spans_in
from .things import Things, amount_in, says_nothing, without
from .vocabulary import Found, Phrases, find, has, word_list

LONGEST_NOTE = 200
A_DAY = 1440.0  # minutes: nothing is left on for longer that nobody says is left
SHORT = 6  # words: "roots to tips" says where it goes, and nothing besides
LONG = 240.0  # minutes: "overnight" alone is of what soaks
WORN = 360.0  # minutes: "keep 20 minutes" is on the head, "keep three days" is in the jar
PLACES = ("freezer", "fridge", "shelf")
KEPT = {"fridge": "kept in the fridge", "freezer": "kept in the freezer", "shelf": "kept on the shelf"}
ANOTHER_WAY = "another way of making it"
CLAIM = "a claim, left out"
YIELDS = "how much it makes"
DOSE = "how much goes on at once"
OFTEN = "how often"
NOTED = {
    "a caution",
    "how it keeps",
    YIELDS,
    DOSE,
    OFTEN,
    "kept in the note",
    "kept damp",
    "the order it goes on",
}
COMMA = Token("s", ",", ",")
SIGNS = ("no_lumps", "snaps", "soft", "foam", "clear", "hand_warm", "thick", "fine", "turned")


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
    """What has been heard so far. `use` "" where nothing was said; `minutes` on the head, from and to."""

    kitchen: Kitchen
    use: str = ""
    minutes: tuple[float, float] | None = None
    cover: bool = False
    let_dry: bool = False
    dusted: bool = False
    sprayed: bool = False
    place: str = ""
    pot: str = ""
    zones: set[str] = field(default_factory=set)
    wants: list[str] = field(default_factory=list)
    ways: list[str] = field(default_factory=list)
    apart: float | None = None
    warnings: list[str] = field(default_factory=list)
    sealed: bool = False
    on_head: bool = False
    washed_off: bool = False
    taking: bool = False
    applied: bool = False
    stays_timed: bool = False
    makes: float | None = None
    mixing: bool = False
    otherwise: bool = False

    @cached_property
    def method(self) -> Method:
        """Its lines and steps."""
        return Method(self.kitchen)

    @cached_property
    def things(self) -> Things:
        """Its lines, by what they are called."""
        return Things(self.method)

    @property
    def zone(self) -> str:
        """Where it goes: one zone where only that was named, both where both were; "" where none was."""
        named = self.zones & {"scalp", "lengths"}
        if len(named) == 1 and "both" not in self.zones:
            return next(iter(named))
        return "both" if self.zones else ""

    # ---- a sentence ----

    def sentence(self, text: str) -> Told:
        """Hear one sentence."""
        tokens = lex(text)
        if self._another_way(tokens):
            self.ways.append(text)
            return Told(text, (ANOTHER_WAY,), "", noted=True)
        self.method.begin()
        self.otherwise = begins_condition(tokens) or any(e.start == 0 for e in find(tokens, "ways", "else"))
        heard = self.method.heard
        missed: list[str] = []
        aside = self._asides(text, tokens, heard)
        if (pot := find(tokens, among=_pots())) and not has(tokens, "warns", "not"):
            self.pot = pot[-1].key
            heard.append(f"in {pots()[self.pot].name}")
        acts = acts_in(tokens)
        begun = 1 if tokens and tokens[0].word in word_list("passed", "words") else 0  # "to use"
        if any(each.start <= begun for each in find(tokens[:6], "head", "begins")):
            self.on_head = True
        elif self.method.steps and not acts and self._says_a_time_first(tokens):
            self.on_head = not _kept_at(tokens)
        wants = bool(self.method.lines) and not _makes(tokens) and bool(find(tokens, among=_preconditions()))
        self.on_head = self.on_head or wants or self._left_then_rinsed(clauses(text))
        stirs = any(act.key.split()[0] == "acts" for act in acts) and not _goes_on(tokens)
        several = len([each for each in self.kitchen.amounts(tokens) if each.units]) > 1
        self.mixing = not self.applied and (stirs or (several and self.on_head))
        if not acts and CLAIM in heard:
            return Told(text, tuple(dict.fromkeys(heard)))
        if not acts and (
            {YIELDS, DOSE, OFTEN} & {*heard} or _kept_at(tokens) or has(tokens, "keeping", "says")
        ):
            return Told(text, tuple(dict.fromkeys(heard)), "", noted=True)
        self.taking = False
        german = len(word_list("little", "german") & {token.word for token in tokens}) > 0
        parts = clauses(text)
        waiting: list[Token] = []
        condition = ""
        for place, part in enumerate(parts):
            later = parts[place + 1 :]
            if begins_condition(part) and not acts_in(part) and self._begun(later) and not self.on_head:
                condition = lower_first(text_of(part))
                continue
            part, own = (part, "") if self.on_head else _on_condition(part)
            if not part:
                continue
            named = amount_in(part, self.kitchen) and not any(map(_makes, later))
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
                    heard.append("kept in the note")
            if left and not aside:
                missed.append(left)
        if not heard and missed:
            missed = [text]
        noted = bool(set(heard) & NOTED or missed or (self.on_head and CLAIM not in heard))
        if noted and not heard and not missed:
            heard.append("kept in the note")
        return Told(text, tuple(dict.fromkeys(heard)), "; ".join(missed), noted)

    def _another_way(self, tokens: list[Token]) -> bool:
        """Whether a sentence tells another way of making what was made: 'Or steep 4 spoons of the powder'."""
        begins = any(each.start == 0 for each in find(tokens[:3], "ways", "or"))
        return begins and bool(self.method.steps) and not self.on_head and _makes(tokens)

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

    def _asides(self, text: str, tokens: list[Token], heard: list[str]) -> bool:
        """What is said besides: how often, where it is kept, what to beware of, what is only hope."""
        often = next(
            (
                found
                for part in clauses(text)
                if (found := often_in(part, self.kitchen.habit)) is not None
                and not has(part, "keeping", "says")
                and not any(act.key.startswith("acts") for act in acts_in(part))
            ),
            None,
        )
        if often is not None:
            self.apart = often.days
            heard.append(f"{days_apart(often.days)} apart")
        kept = _kept_at(tokens)
        says = has(tokens, "keeping", "says") and not self._worn(tokens)
        if kept and (says or not acts_in(tokens)):
            self.place = kept
            heard.append(KEPT[kept])
        elif says:
            heard.append("how it keeps")
        yields = has(tokens, "yields", "says") and not acts_in(tokens)
        dose = has(tokens, "yields", "dose") and not acts_in(tokens)
        washes = often is None and has(tokens, "often", "washes")
        heard += [words for words, holds in ((DOSE, dose), (OFTEN, washes)) if holds]
        if yields:
            heard.append(YIELDS)
            self.makes = self._makes_of(tokens) or self.makes
        if has(tokens, "warns", "words"):
            self.warnings.append(text)
            heard.append("a caution")
        claims = has(tokens, "claims", "words")
        if claims:
            heard.append(CLAIM)
        self.sealed = self.sealed or (has(tokens, "sealed", "words") and has(tokens, "acts", "ferment"))
        return bool(
            often or kept or says or yields or dose or washes or (heard and ("a caution" in heard or claims))
        )

    def _worn(self, tokens: list[Token]) -> bool:
        """Whether "keep" is said of what is on the head: "apply, keep 20 minutes"."""
        spans = spans_in(tokens, self.kitchen.habit)
        return (self.on_head or _goes_on(tokens)) and bool(spans) and max(s.most for s in spans) <= WORN

    def _makes_of(self, tokens: list[Token]) -> float | None:
        """g of all that it gives, where a sentence says so: "makes 400 ml"; None for "enough for two"."""
        said = next((each for each in self.kitchen.amounts(tokens) if each.units and not each.piece), None)
        if said is None:
            return None
        line = read_line(f"{said.number} {said.word} water", self.kitchen)
        if not line.sure or line.amount is None or line.amount.unit in ("part", "%"):
            return None
        return parts_of([(line.found[0], line.amount, "", False)], self.kitchen.kit)[0].grams

    # ---- a clause ----

    def _clause(self, part: list[Token], heard: list[str]) -> str:
        """Hear one clause; what is left of it that nothing stands for."""
        often = often_in(part, self.kitchen.habit)
        if often is not None and any(act.key.startswith("acts") for act in acts_in(part)):
            part = [*part[: often.start], *part[often.end :]]
            often = None
        spans = [
            each
            for each in spans_in(part, self.kitchen.habit)
            if often is None or not often.start <= each.start < often.end
        ]
        every = acts_in(part)
        told = _told_apart(every)
        part = without(part, (), (at for act in every if act not in told for at in range(act.start, act.end)))
        acts = [self._as_made(act, part) for act in told]
        if not has(part, "head", "damps") and not any(act.key.startswith("head") for act in acts):
            whole, part = part, _allowed(part)
            heard += ["a caution"] if len(part) < len(whole) else []
            acts = [act for act in acts if act.end <= len(part)]
            spans = [each for each in spans if each.end <= len(part)]
            if not part:
                return ""
        keeps = has(part, "keeping", "says") and not self._worn(part)
        stands = bool(spans) and bool(self.method.pending)  # "3 weeks in a dark cupboard"
        if not acts and (often or keeps or (_kept_at(part) and not stands)):
            return ""
        if any(act.key in APPLIES for act in acts):
            self.on_head = self.applied = True
        if has(part, "head", "after"):
            self.on_head = self.washed_off = True
            heard.append("what comes after it")
            return ""
        if not acts and self.method.lines and (has(part, "head", "covers") or _only_where(part)):
            self.on_head = True
        if _on_hair(part) and not any(act.key.startswith("acts") for act in acts):
            self.on_head = self.applied = True
        off = any(act.key == "head off" for act in acts)
        if off and not any(act.key.startswith("acts") for act in acts):
            self.on_head = True
        if self.on_head:
            return self._on_the_head(part, acts, spans, heard)
        made = [act for act in acts if act.key.split()[0] in ("acts", "puts")]
        if not made or (part[0].word in word_list("until", "words") and self.method.steps):
            return self._no_act(part, spans, heard)
        self.taking = True
        if part[0].word in word_list("until", "once") and _sign(part[: made[0].start]) == "hand_warm":
            self.method.step("cool", [], None, "hand_warm")
        if (
            spans
            and spans[0].end <= made[0].start
            and self.method.waits_untimed()
            and not self._waits(made[0])
        ):
            self.method.timed(_times(spans))  # "boil up, 15 minutes, strain"
            spans = []
        bounds = [0, *(act.start for act in made[1:]), len(part)]
        left = []
        for act, start, end in zip(made, bounds, bounds[1:], strict=False):
            inside = [each for each in spans if start <= each.start < end]
            rest = self._one_act(part, start, end, act, inside, heard)
            left.append(rest)
        return " ".join(each for each in left if each)

    def _as_made(self, act: Found, part: list[Token]) -> Found:
        """'Rinse half a cup of rice' and 'rub hard until it foams' are of no head, until it is on one."""
        if self.taking and not self.on_head and part[act.start].word == RUBS and act.end - act.start == 1:
            return act if _on_hair(part) else Found("acts mash", act.start, act.end)
        pours = act.key == "head on" and part[act.start].word in word_list("little", "pours")
        sprinkles = act.key == "head dusts" and not _names_a_zone(part)
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
            self.method.last(sign=_sign(part[until:]))
        if spans and self.method.steps and self.method.steps[-1].least is None:
            self.method.timed((spans[-1].least, spans[-1].most))
        if self.things.measured_behind(part):
            return ""
        adds, left = self.things.in_clause(without(part[:until], spans, ()), named=self.taking)
        waits = self.method.lines and not self.method.steps and spans and spans[-1].most >= LONG
        if spans and (self.method.pending or waits or (adds and not self.method.steps)):
            self.method.hear_heat(part)
            self.method.put("put", adds or ([*self.method.unplaced()] if waits else []), _times(spans))
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
        sign = _sign(body[until:])
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
        note = _note(part[start:end], left)
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

    # ---- on the head ----

    def _on_the_head(self, part: list[Token], acts: list[Found], spans: list[Span], heard: list[str]) -> str:
        keys = {act.key for act in acts}
        if not self.method.lines:  # what goes on the head is all that there is
            own = [at for act in acts for at in range(act.start, act.end)]
            self.method.pending += self.things.in_clause(without(part, spans, own), named=True)[0]
        off = "head off" in keys and "head stays" not in keys
        if spans and not acts and min(each.least for each in spans) > A_DAY:
            heard.append("how it keeps")
            return ""
        if spans and self.mixing and not self.applied:  # "stir 3 spoons into water, wait 10 minutes"
            heard.append("kept in the note")
        elif spans and not self.washed_off:
            self.stays_timed = self.stays_timed or "head stays" in keys
            longest = max(spans, key=lambda each: each.most)
            if self.minutes is None or longest.most > self.minutes[1]:
                self.minutes = (longest.least, longest.most)
            heard.append(f"{time_words(longest.least, longest.most)} on the head")
        self._how(part, keys, heard, off=off, timed=bool(spans))
        self._where(part, off=off, heard=heard)
        wants = not off and self._wants(part, heard)
        if has(part, "head", "dries") and not off:
            self.let_dry = True
        if any(act.key.startswith("puts") or act.key.startswith("acts") for act in acts):
            heard.append("kept in the note")
        sections = has(part, "head", "sections")
        if sections:
            heard.append("the order it goes on")
        told = ("covers", "uncovered", "ends", "begins", "damps")
        where = len(part) <= SHORT and _names_a_zone(part)
        said = keys or spans or sections or wants or where or any(has(part, "head", name) for name in told)
        if not said and amount_in(part, self.kitchen):
            heard.append("kept in the note")
            return ""
        return "" if said else text_of(part)

    def _how(self, part: list[Token], keys: set[str], heard: list[str], *, off: bool, timed: bool) -> None:
        """How it goes on, stays or comes off."""
        if "head stays" in keys and self.otherwise and self.use:  # "for more hold leave it in"
            heard.append("kept in the note")
        elif "head stays" in keys:
            self.use = "left_in"
            heard.append("left in")
        elif off:
            self.washed_off = True
            if self.stays_timed or not self.use:  # "leave in 20 minutes, then rinse"
                self.use = "rinsed_out"
            heard.append("rinsed out")
        elif has(part, "head", "damps"):
            heard.append("kept damp")
        elif "head sprays" in keys:
            self.sprayed = True
            heard.append("sprayed on")
        elif "head dusts" in keys:
            self.dusted = True
            heard.append("dusted on")
        elif has(part, "head", "ends"):
            heard.append("how it is worn")
        elif "head on" in keys and not timed:
            heard.append("how it goes on")

    def _wants(self, part: list[Token], heard: list[str]) -> bool:
        """What must hold on the head before it goes on; whether a clause says any."""
        found = find(part, among=_preconditions())
        for each in found:
            if each.key not in self.wants:
                self.wants.append(each.key)
                heard.append(f"wants {preconditions()[each.key].name}")
        return bool(found)

    def _where(self, part: list[Token], *, off: bool, heard: list[str]) -> None:
        """Where it goes, and whether it is covered."""
        if has(part, "zones", "not_scalp"):
            self.zones |= {"lengths"}
        elif not off:
            self.zones |= {zone for zone in ("scalp", "lengths", "both") if has(part, "zones", zone)}
        if has(part, "head", "uncovered"):
            heard.append("no cover")
        elif has(part, "head", "covers") or _only_covers(part):
            self.cover = True
            heard.append("under a cover")


@cache
def _pots() -> Phrases:
    """Every way of saying what the pot or bowl is made of, and the key of that."""
    return _by_words(pots().values())


@cache
def _preconditions() -> Phrases:
    """Every way of saying what must hold on the head, and the key of that."""
    return _by_words(preconditions().values())


def _by_words(rows: Iterable[PotMaterial | Precondition]) -> Phrases:
    return Phrases({words(said): row.key for row in rows for said in row.hear})


def _allowed(part: list[Token]) -> list[Token]:
    """A clause up to what must not be done: "stir, but do not boil"; what stands in brackets forbids nothing."""
    inside = in_brackets(part)
    forbids = [each.start for each in find(part, "warns", "not") if each.start not in inside]
    return part[: min(forbids)] if forbids else part


def _on_condition(part: list[Token]) -> tuple[list[Token], str]:
    """A clause without the condition that it begins with, or ends on; and that."""
    acts = [act for act in acts_in(part) if not act.key.startswith("head")]
    if begins_condition(part) and acts and acts[0].start > 1:
        return part[acts[0].start :], lower_first(text_of(part[: acts[0].start]))
    return condition_in(part)


def _times(spans: Sequence[Span]) -> tuple[float, float]:
    """The minutes of the last time that was said, from and to."""
    return spans[-1].least, spans[-1].most


APPLIES = ("head on", "head sprays", "head dusts", "head stays")


def _goes_on(tokens: list[Token]) -> bool:
    """Whether something is put on a head here."""
    return any(act.key in APPLIES for act in acts_in(tokens)) or _on_hair(tokens)


def _makes(tokens: list[Token]) -> bool:
    """Whether something is made or put in here, and not only done on a head."""
    return any(act.key.split()[0] in ("acts", "puts") for act in acts_in(tokens))


RUBS = "rub"
SPECIFIC = (
    "acts drain_sap",
    "acts infuse_oil",
    "acts ice",
    "acts cook_starch",
    "acts press_juice",
    "acts freeze",
)
"""What is done of which "stand", "add" and "put" in the same clause are only a part."""


def _told_apart(acts: list[Found]) -> list[Found]:
    """The acts of a clause; where one says all of it, that one alone."""
    specific = [act for act in acts if act.key in SPECIFIC]
    return specific[:1] or acts


def _on_hair(tokens: Sequence[Token]) -> bool:
    """Whether a clause says that something goes on hair or scalp: "put on ends"."""
    places = [each for zone in ("scalp", "lengths", "both") for each in find(tokens, "zones", zone)]
    before = word_list("before_zone", "words")
    return any(
        token.word in before for each in places for token in tokens[max(each.start - 3, 0) : each.start]
    )


def _names_a_zone(tokens: Sequence[Token]) -> bool:
    return any(has(tokens, "zones", zone) for zone in ("scalp", "lengths", "both"))


def _only_where(tokens: Sequence[Token]) -> bool:
    """Whether a clause says where it goes, and nothing besides: "roots only"."""
    return len(tokens) <= 3 and all(t.kind == "w" for t in tokens) and _names_a_zone(tokens)


def _only_covers(tokens: Sequence[Token]) -> bool:
    """Whether a clause ends by saying no more than that it is covered: "on the ends, cover it"."""
    signs = [at for at, token in enumerate(tokens) if token.kind == "s"]
    last = tokens[signs[-1] + 1 :] if signs else tokens
    return len(last) <= 2 and any(act.key == "puts cover" for act in acts_in(last))


def _kept_at(tokens: Sequence[Token]) -> str:
    """Where it is said that it is kept; "" where it is not."""
    found = [(each[0].start, place) for place in PLACES if (each := find(tokens, "keeping", place))]
    return min(found)[1] if found else ""


def _sign(tokens: Sequence[Token]) -> str:
    """The sign that a clause ends by; "" for none."""
    said = [token.word for token in tokens]
    return next((key for key in SIGNS if set(said) & word_list("signs", key)), "")


def _note(tokens: Sequence[Token], left: str) -> str:
    """The words of a step, where they say more than it does by itself."""
    return text_of([token for token in tokens if token is not COMMA])[:LONGEST_NOTE] if left.strip() else ""
