"""A told recipe, clause by clause: what goes in, what is done with it and for how long, and what is no step.

"Pour half a litre of boiling water over two tablespoons of linden blossom, steep 20 minutes, strain."
    lines 0.5 L water and 2 tbsp linden; steps steep 20 (both), strain
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field, replace

from ....materials import WATER, is_a, stem, stem_set, word_set, words
from ....words import between, days_apart, listed, lower_first, span
from ...model import of_form, step_kinds
from ..lines import Kitchen, ParsedLine, parse_row, read_line
from ..lines.amounts import ARTICLES
from ..lines.lexing import Token, lex, number_words, phrases, text_of
from .sentences import acts_in, clauses
from .spans import Often, Span, often_in, spans_in
from .vocabulary import Found, find, has, phrase_table, word_list

LONGEST_NOTE = 200
WET = ("mixes", "blends", "mashes", "melts", "juices", "drains", "rests")
FIRST_ON_ALL = (
    "sorts",
    "dries",
    "mills",
    "crushes",
    "sieves",
)  # what is done to dry things before they go in
PLACES = ("freezer", "fridge", "shelf")


@dataclass(frozen=True)
class HeardStep:
    """One step as it was told: kind, the places of the lines that go in, minutes, sign, words kept of it."""

    kind: str
    adds: tuple[int, ...] = ()
    least: float | None = None
    most: float | None = None
    sign: str = ""
    note: str = ""


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
    lines: list[ParsedLine] = field(default_factory=list)
    steps: list[HeardStep] = field(default_factory=list)
    use: str = ""
    minutes: tuple[float, float] | None = None
    cover: bool = False
    let_dry: bool = False
    dusted: bool = False
    sprayed: bool = False
    place: str = ""
    apart: float | None = None
    warnings: list[str] = field(default_factory=list)
    sealed: bool = False
    on_head: bool = False
    washed_off: bool = False
    pending: list[int] = field(default_factory=list)
    hot_water: bool = False
    taking: bool = False
    before: int = 0

    # ---- a sentence ----

    def sentence(self, text: str) -> Told:
        """Hear one sentence."""
        tokens = lex(text)
        heard: list[str] = []
        missed: list[str] = []
        aside = self._asides(text, tokens, heard)
        acts = acts_in(tokens)
        if any(each.start == 0 for each in find(tokens[:6], "head", "begins")):
            self.on_head = True
        elif (
            self.steps and not acts and any(each.start == 0 for each in spans_in(tokens, self.kitchen.habit))
        ):
            self.on_head = not _kept_at(tokens)
        if not acts and (_kept_at(tokens) or has(tokens, "keeping", "says")):
            return Told(text, tuple(dict.fromkeys(heard)), "", noted=True)
        self.taking, self.before = False, len(self.steps)
        german = len(word_list("little", "german") & {token.word for token in tokens}) > 0
        parts = clauses(text)
        waiting: list[Token] = []
        for place, part in enumerate(parts):
            later = parts[place + 1 :]
            named = _amount_in(part, self.kitchen) and not any(map(_makes, later))
            waits = (german or not self._begun(parts[:place])) and not named and not self.on_head
            if waits and not acts_in(part) and self._begun(later):
                waiting += [*part, COMMA]
                continue
            part, waiting = [*waiting, *part], []
            left = self._clause(part, heard)
            if left and not aside:
                missed.append(left)
        if not heard and missed:
            missed = [text]
        noted = bool(set(heard) & NOTED or missed or (self.on_head and "a claim, left out" not in heard))
        return Told(text, tuple(dict.fromkeys(heard)), "; ".join(missed), noted)

    def _begun(self, before: Iterable[list[Token]]) -> bool:
        return any(acts_in(each) for each in before)

    def _asides(self, text: str, tokens: list[Token], heard: list[str]) -> bool:
        """What is said besides: how often, where it is kept, what to beware of, what is only hope."""
        often = next(
            (
                found
                for part in clauses(text)
                if (found := often_in(part, self.kitchen.habit)) is not None
                and not any(act.key.startswith("acts") for act in acts_in(part))
            ),
            None,
        )
        if often is not None:
            self.apart = often.days
            heard.append(f"{_days(often)} apart")
        kept = _kept_at(tokens)
        says = has(tokens, "keeping", "says")
        if kept and (says or not acts_in(tokens)):
            self.place = kept
            heard.append(KEPT[kept])
        elif says:
            heard.append("how it keeps")
        yields = has(tokens, "yields", "says") and not acts_in(tokens)
        if yields:
            heard.append("how much it makes")
        if has(tokens, "warns", "words"):
            self.warnings.append(text)
            heard.append("a caution")
        claims = has(tokens, "claims", "words")
        if claims:
            heard.append("a claim, left out")
        self.sealed = self.sealed or (has(tokens, "sealed", "words") and has(tokens, "acts", "ferment"))
        return bool(often or kept or says or yields or (heard and ("a caution" in heard or claims)))

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
        acts = [self._as_put(act, part) for act in _told_apart(acts_in(part))]
        if has(part, "warns", "not") and not any(act.key.startswith("head") for act in acts):
            return ""
        if not acts and (often or has(part, "keeping", "says") or _kept_at(part)):
            return ""
        if any(act.key in ("head on", "head sprays", "head dusts", "head stays") for act in acts):
            self.on_head = True
        if has(part, "head", "after"):
            self.on_head = self.washed_off = True
            heard.append("what comes after it")
            return ""
        if not acts and has(part, "head", "covers") and self.lines:
            self.on_head = True
        off = any(act.key == "head off" for act in acts)
        if off and not any(act.key.startswith("acts") for act in acts):
            self.on_head = True
        if self.on_head:
            return self._on_the_head(part, acts, spans, heard)
        made = [act for act in acts if act.key.split()[0] in ("acts", "puts")]
        if not made:
            return self._no_act(part, spans, heard)
        self.taking = True
        bounds = [0, *(act.start for act in made[1:]), len(part)]
        left = []
        for act, start, end in zip(made, bounds, bounds[1:], strict=False):
            inside = [each for each in spans if start <= each.start < end]
            rest = self._one_act(part, start, end, act, inside, heard)
            left.append(rest)
        return " ".join(each for each in left if each)

    def _as_put(self, act: Found, part: list[Token]) -> Found:
        """'Rinse half a cup of rice' rinses no head: before anything is on it, what is named goes in."""
        if act.key != "head off" or self.on_head:
            return act
        said = [token.word for token in part if token.kind == "w"]
        if _amount_in(part, self.kitchen) or self._refers(said, range(len(self.lines))):
            return Found("puts put", act.start, act.end)
        return act

    def _no_act(self, part: list[Token], spans: list[Span], heard: list[str]) -> str:
        """A clause in which nothing is done: a time of what was done before, or more that goes in there."""
        said = {token.word for token in part}
        until = next((at for at, token in enumerate(part) if token.word in word_list("until", "words")), None)
        if self.steps and until is not None and not self.steps[-1].sign:
            self._last(sign=_sign(part[until:]))
        if spans and self.steps and self.steps[-1].least is None:
            self._last(least=spans[-1].least, most=spans[-1].most)
            heard[-1:] = [_step_words(self.steps[-1])]
        adds, left = self._things(_without(part[:until], spans, ()), named=self.taking, heard=heard)
        if adds and self.steps and not self.pending:
            self._last(adds=(*self.steps[-1].adds, *adds))
        else:
            self.pending += adds
        if said & word_list("little", "hot"):
            self.hot_water = True
        if left and self.steps and self.taking:  # how the step before is done
            note = self.steps[-1].note
            self._last(note=f"{note}, {text_of(part)}".strip(", ")[:LONGEST_NOTE])
            return ""
        return "" if spans and not adds else left

    def _one_act(
        self, part: list[Token], start: int, end: int, act: Found, spans: list[Span], heard: list[str]
    ) -> str:
        """One thing that is done, with what goes in at it."""
        room, key = act.key.split()
        body = part[start:end]
        until = next(
            (at for at, token in enumerate(body) if token.word in word_list("until", "words")), len(body)
        )
        until = until if until > act.end - start - 1 or until > act.start - start else len(body)
        sign = _sign(body[until:])
        shifted = [Span(each.least, each.most, each.start - start, each.end - start) for each in spans]
        own = range(act.start - start, act.end - start)
        words_of = _without(body[:until], shifted, own)
        covering = key == "cover"
        adds, left = self._things(words_of, named=True, heard=heard, covering=covering)
        self.hot_water = self.hot_water or bool(
            {token.word for token in words_of} & word_list("little", "hot")
        )
        times = (shifted[-1].least, shifted[-1].most) if shifted else None
        note = _note(part[start:end], left)
        if room == "puts":
            if not adds and find(body, "bottles", "words"):
                self._step("bottle", [], None, "", "", heard)
            elif not adds and times is None and sign == "hand_warm" and self.steps:
                self._step("cool", [], None, sign, "", heard)
            else:
                self._put(key, adds, times, heard)
            return "" if adds or times or _says_nothing(left) else left
        self._step(self._drawn_as(key, [*self.pending, *adds]), adds, times, sign, note, heard)
        return ""

    def _drawn_as(self, key: str, adds: list[int]) -> str:
        """The kind of a step by what stands in it: plants in oil steep for weeks, plants in hot water are tea."""
        if key not in ("rest", "soak", "steep") or not adds:
            return key
        kind = self._wait_of(adds)
        return kind if kind == "infuse_oil" or (key == "rest" and kind == "steep") else key

    def _put(self, key: str, adds: list[int], times: tuple[float, float] | None, heard: list[str]) -> None:
        """Things that are put in, or left; what they are put in for is said by the next step."""
        self.pending += adds
        if times is None:
            return
        if self.pending:
            kind = self._wait_of(self.pending)
            self._step(kind, [], times, "", "", heard)
        elif self.steps and self.steps[-1].least is None and step_kinds()[self.steps[-1].kind].act == "wait":
            self._last(least=times[0], most=times[1])
            heard.append(_step_words(self.steps[-1]))
        elif key == "leave":
            self._step("rest", [], times, "", "", heard)

    def _wait_of(self, adds: Sequence[int]) -> str:
        """What it is to be left standing: plants in oil, in hot water, in cold water, or a mix that rests."""
        found = [self.lines[place].found[0] for place in adds if self.lines[place].found]
        plants = [each for each in found if each.material and is_a(each.material.kind, "plant")]
        fats = [each for each in found if each.material and is_a(each.material.kind, "fat")]
        every = {place for place in self._unplaced() if self.lines[place].found} | set(adds)
        watery = any(
            not is_a(kind, "plant") and (kind == WATER or is_a(kind, "draws_plants"))
            for kind in map(self._kind, every)
        )
        if plants and fats and not any(each.material is None for each in found):
            return "infuse_oil"
        if not plants or not watery:
            return "rest"
        return "steep" if self.hot_water else "soak"

    def _kind(self, place: int) -> str:
        material = self.lines[place].found[0].material
        return material.kind if material is not None else WATER

    def _step(
        self, kind_key: str, adds: list[int], times: tuple[float, float] | None, sign: str, note: str,
        heard: list[str],
    ) -> None:  # fmt: skip
        kind = step_kinds()[kind_key]
        if kind_key == "press_juice":
            self._juiced(adds)
        takes = bool(kind.takes) or kind.does in WET or kind.does in FIRST_ON_ALL
        if kind.does in FIRST_ON_ALL:
            self.pending += [place for place in adds if place not in self.pending]
            every = set(adds) >= self._unplaced()
            adds = [] if every or kind.does not in ("mills", "crushes") else adds
            self.pending = [place for place in self.pending if place not in adds]
        elif takes and kind.does != "rests":
            adds, self.pending = [*self.pending, *adds], []
        elif self.pending:
            self._flush(heard)
        last = self.steps[-1] if len(self.steps) > self.before else None
        if last is not None and last.kind == kind_key and (times is None or last.least is None):
            self.steps.pop()
            adds, note = [*last.adds, *adds], note or last.note
            times = times or (
                (last.least, last.most) if last.least is not None and last.most is not None else None
            )
        least, most = times or (None, None)
        self.steps.append(HeardStep(kind_key, tuple(dict.fromkeys(adds)), least, most, sign, note))
        heard.append(_step_words(self.steps[-1]))

    def _flush(self, heard: list[str]) -> None:
        """What was put in before a step that takes nothing goes in by a step of its own."""
        pending, self.pending = self.pending, []
        kind = self._wait_of(pending)
        kind = "mix_in" if kind == "rest" else kind
        late = any(step_kinds()[each.kind].does in ("strains", "mixes") for each in self.steps)
        self.steps.append(HeardStep("stir_in" if kind == "mix_in" and late else kind, tuple(pending)))
        heard.append(_step_words(self.steps[-1]))

    def finish(self) -> None:
        """What was put in last, and nothing was said of after it."""
        if self.pending and self.steps:
            self._flush([])
        self.pending = []
        self._into_the_only_one()
        for place, line in enumerate(self.lines):
            if not line.sure and self._drawn_off(place):
                self.lines[place] = _as_the_plant(line)

    def _into_the_only_one(self) -> None:
        """What no step names goes in where anything goes in at all: 'mix', 'shake'."""
        kinds = [step_kinds()[step.kind] for step in self.steps]
        takers = [at for at, kind in enumerate(kinds) if kind.takes or kind.does in (*WET, "ferments")]
        left = sorted(self._unplaced())
        if len(takers) == 1 and left:
            step = self.steps[takers[0]]
            self.steps[takers[0]] = replace(step, adds=(*step.adds, *left))

    def _drawn_off(self, place: int) -> bool:
        """Whether a line is put in where things are drawn out, and is strained off after it."""
        enters = next((at for at, step in enumerate(self.steps) if place in step.adds), None)
        kinds = [step_kinds()[step.kind] for step in self.steps]
        return (
            enters is not None and bool(kinds[enters].draws) and any(kind.strains for kind in kinds[enters:])
        )

    def _last(self, **changes: object) -> None:
        self.steps[-1] = replace(self.steps[-1], **changes)  # type: ignore[arg-type]

    def _unplaced(self) -> set[int]:
        """The lines that no step names yet."""
        named = {place for step in self.steps for place in step.adds}
        return set(range(len(self.lines))) - named

    def _juiced(self, adds: list[int]) -> None:
        """A root or a bulb whose juice is pressed is a line of its juice."""
        for place in adds or self.pending or [place for step in self.steps for place in step.adds][-1:]:
            line = self.lines[place]
            again = read_line(f"{line.text} juice", self.kitchen)
            material = again.found[0].material if again.sure and not again.problem else None
            if material is not None and is_a(material.kind, "juiced"):
                self.lines[place] = replace(again, text=line.text)

    # ---- on the head ----

    def _on_the_head(self, part: list[Token], acts: list[Found], spans: list[Span], heard: list[str]) -> str:
        keys = {act.key for act in acts}
        stays = "head stays" in keys
        off = "head off" in keys and not stays
        if spans and not self.washed_off:
            longest = max(spans, key=lambda each: each.most)
            if self.minutes is None or longest.most > self.minutes[1]:
                self.minutes = (longest.least, longest.most)
            heard.append(f"{_time(longest.least, longest.most)} on the head")
        if stays:
            self.use = "left_in"
            heard.append("left in")
        elif off:
            self.washed_off = True
            self.use = self.use or "rinsed_out"
            heard.append("rinsed out")
        elif "head sprays" in keys:
            self.sprayed = True
            heard.append("sprayed on")
        elif "head dusts" in keys:
            self.dusted = True
            heard.append("dusted on")
        elif has(part, "head", "ends"):
            heard.append("how it is worn")
        elif "head on" in keys and not spans:
            heard.append("how it goes on")
        if has(part, "head", "uncovered"):
            heard.append("no cover")
        elif has(part, "head", "covers"):
            self.cover = True
            heard.append("under a cover")
        if has(part, "head", "dries") and not off:
            self.let_dry = True
        if any(act.key.startswith("puts") or act.key.startswith("acts") for act in acts):
            heard.append("kept in the note")
        said = keys or spans or any(has(part, "head", name) for name in ("covers", "uncovered", "ends"))
        if not said and _amount_in(part, self.kitchen):
            heard.append("kept in the note")
            return ""
        return "" if said else text_of(part)

    # ---- what goes in ----

    def _things(
        self, tokens: list[Token], *, named: bool, heard: list[str], covering: bool = False
    ) -> tuple[list[int], str]:
        """The places of the lines that a clause names, `named` without an amount too; and the words that name none."""
        adds: list[int] = []
        left: list[str] = []
        if find(tokens, "little", "all"):
            adds += sorted(self._unplaced() - set(self.pending))
            tokens = [token for token in tokens if token.word not in _all_words()]
        for chunk in _chunks(tokens, self.kitchen):
            found = self._thing(chunk, named=named, covering=covering)
            if found is None:
                left.append(text_of(chunk))
            else:
                adds += [place for place in found if place not in adds]
        if adds:
            names = [self._called(place) for place in adds]
            heard.append(f"goes in: {listed(names)}")
        return adds, " ".join(each for each in left if each)

    def _called(self, place: int) -> str:
        line = self.lines[place]
        return lower_first(line.found[0].name) if line.sure else line.name or line.text

    def _thing(self, chunk: list[Token], *, named: bool, covering: bool) -> list[int] | None:
        """The lines that one name stands for; None for none."""
        text = text_of(chunk)
        said = [token.word for token in chunk if token.kind == "w" and token.word != "x"]
        if not said:
            return None
        if _is_tool(chunk):
            return None
        if not _amount_in(chunk, self.kitchen):
            known = self._referred(said)
            if known or self._refers(said, range(len(self.lines))):
                return known
            return self._named(f"to cover {text}" if covering else text, said) if named else None
        lines = parse_row(text, self.kitchen)
        if not any(line.found or line.name for line in lines):
            return self._of_it(lines) if any(line.unit for line in lines) else None
        if (
            said[0] in ARTICLES
            and not any(line.sure for line in lines)
            and not any(line.unit for line in lines)
        ):
            return None  # a ring, a while: no number of anything
        if chunk[0].kind != "n" and not any(line.sure or line.unit for line in lines):
            return None
        if all(word in PRONOUNS for line in lines for word in words(line.name)):
            return self._of_it(lines)
        self.lines += lines
        return list(range(len(self.lines) - len(lines), len(self.lines)))

    def _of_it(self, lines: Sequence[ParsedLine]) -> list[int]:
        """'Two spoons of it': where it is one thing alone that was made so far, so much of that goes in."""
        named = [place for step in self.steps for place in step.adds]
        if len(set(named)) != 1 or len(lines) != 1 or not lines[0].unit:
            return []
        place = named[0]
        made = self.lines[place]
        said = lines[0].amount
        if said is None or not made.found:
            return []
        again = read_line(f"{said.written} {lines[0].unit} {made.found[0].name}", self.kitchen)
        if again.sure and not again.problem and again.found[0].key == made.found[0].key:
            note = f"as much of it as is used; it comes of “{made.text}”"
            self.lines[place] = replace(again, text=made.text, notes=(*made.notes, note))
        return []

    def _named(self, text: str, said: list[str]) -> list[int] | None:
        """A thing without an amount that is known by its name, and is no line yet."""
        if all(word in word_set("neutral") or word in word_list("little", "how") for word in said):
            return None
        line = read_line(text, self.kitchen)
        if (
            not line.sure
            or line.notes
            or (line.found[0].material is not None and line.found[0].material.refuse)
        ):
            return None
        place = next(
            (
                at
                for at, each in enumerate(self.lines)
                if each.sure and each.found[0].key == line.found[0].key
            ),
            None,
        )
        if place is not None:
            return [place]
        self.lines.append(line)
        return [len(self.lines) - 1]

    def _referred(self, said: Sequence[str]) -> list[int]:
        """Lines that no step names yet, and these words refer to."""
        return self._refers(said, sorted(self._unplaced() - set(self.pending)))

    def _refers(self, said: Sequence[str], places: Iterable[int]) -> list[int]:
        """Lines that words refer to: by their own words, else by their kind ("the oil", "the powders")."""
        stems = {stem(word) for word in said} - _EMPTY
        best: dict[int, int] = {}
        for place in places:
            line = self.lines[place]
            own = {stem(word) for word in words(line.name or line.text) if word not in word_set("neutral")}
            count = 2 * len(stems & own) or len(stems & _kind_words(line))
            if count:
                best[place] = count
        most = max(best.values(), default=0)
        return [place for place, count in best.items() if count == most]


def _as_the_plant(line: ParsedLine) -> ParsedLine:
    """A name of several things, of which one alone is drawn out and strained off: rice, and no rice flour."""
    plants = [each for each in line.found if each.material and is_a(each.material.kind, "plant")]
    if len(plants) != 1 or line.field != "supply_key" or line.amount is None or not line.unit:
        return line
    note = f"taken as {lower_first(plants[0].name)}: it is drawn out and strained off"
    found = (plants[0], *(each for each in line.found if each is not plants[0]))
    form = of_form(plants[0].material, line.form)
    return replace(line, found=found, sure=True, form=form, problem="", field="", notes=(*line.notes, note))


def _makes(tokens: list[Token]) -> bool:
    """Whether something is made or put in here, and not only done on a head."""
    return any(act.key.split()[0] in ("acts", "puts") for act in acts_in(tokens))


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


def _kept_at(tokens: Sequence[Token]) -> str:
    """Where it is said that it is kept; "" where it is not."""
    return next((place for place in PLACES if has(tokens, "keeping", place)), "")


NOTED = {"a caution", "how it keeps", "how much it makes", "kept in the note"}
COMMA = Token("s", ",", ",")
KEPT = {"fridge": "kept in the fridge", "freezer": "kept in the freezer", "shelf": "kept on the shelf"}
PRONOUNS = frozenset(
    ["it", "this", "that", "them", "davon", "of", "de", "ello", "esso", "cela", "en", "each"]
)
_EMPTY = frozenset(
    map(
        stem,
        (
            "the",
            "a",
            "in",
            "of",
            "water bath",
            "und",
            "de",
            "la",
            "le",
            "il",
            "el",
            "die",
            "das",
            "der",
            "den",
            "dem",
        ),
    )
)


def _all_words() -> frozenset[str]:
    return frozenset(word for phrase in phrase_table("little", "all") for word in phrase)


def _kind_words(line: ParsedLine) -> frozenset[str]:
    """Words that a recipe calls a line by besides its name: its kind, and whether it is a powder or a liquid."""
    if not line.found:
        return frozenset()
    material = line.found[0].material
    if material is None:
        return stem_set("water", "names")
    out = set(stem_set("kinds", material.kind)) | {stem(word) for word in words(material.kind)}
    powder = line.form == "powder" or is_a(material.kind, "powder")
    out -= set() if powder else {stem("powder")}
    if powder:
        out |= {stem(word) for word in ("powder", "pulver", "poudre", "polvo", "polvere")}
    if is_a(material.kind, "plant"):
        out |= {stem(word) for word in ("herb", "herbs", "krauter", "plantes", "hierbas", "erbe")}
    return frozenset(out)


def _amount_in(tokens: list[Token], kitchen: Kitchen) -> bool:
    """Whether an amount of something is said; "lathers a little" says none."""
    said = kitchen.amounts(list(tokens))
    return any(
        each.piece or each.start == 0 or each.end < len(tokens) or tokens[each.start].kind == "n"
        for each in said
    )


def _says_nothing(text: str) -> bool:
    """Whether words name only tools, and little words besides."""
    tokens = lex(text)
    tools = {at for each in find(tokens, "tools", "words") for at in range(each.start, each.end)}
    little = word_set("neutral") | number_words().keys()
    return all(at in tools or token.word in little for at, token in enumerate(tokens))


def _is_tool(tokens: list[Token]) -> bool:
    """Whether it names a tool or a vessel and nothing else: "a coffee filter"."""
    tools = {at for each in find(tokens, "tools", "words") for at in range(each.start, each.end)}
    left = [token.word for at, token in enumerate(tokens) if at not in tools]
    return bool(tools) and all(word in word_set("neutral") or word in number_words() for word in left)


def _chunks(tokens: list[Token], kitchen: Kitchen) -> list[list[Token]]:
    """The names in a clause, each with its amount: parted by signs, little words, and where an amount begins."""
    stops = word_list("little", "stops") | word_list("little", "joins")
    begins = {each.start for each in kitchen.amounts(tokens) if each.start}
    halves = {
        at
        for phrase in phrases("amounts", "half_more")
        for at in range(len(tokens))
        if tuple(token.word for token in tokens[at : at + len(phrase)]) == phrase
    }
    out: list[list[Token]] = [[]]
    for at, token in enumerate(tokens):
        if at in begins and any(each.kind == "w" for each in out[-1]) and kitchen.amounts(out[-1]):
            out.append([])
        if (
            token is GAP
            or (token.kind == "s" and token.word in ",;:")
            or (token.word in stops and at not in halves)
        ):
            out.append([])
        else:
            out[-1].append(token)
    return [chunk for chunk in out if chunk]


GAP = Token("s", "|", "|")


def _without(tokens: Sequence[Token], spans: Iterable[Span], own: Iterable[int]) -> list[Token]:
    """Tokens with a gap in place of what was understood already."""
    gone = {at for each in spans for at in range(each.start, each.end)} | set(own)
    return [GAP if at in gone else token for at, token in enumerate(tokens)]


def _sign(tokens: Sequence[Token]) -> str:
    """The sign that a clause ends by; "" for none."""
    said = [token.word for token in tokens]
    return next((key for key in SIGNS if set(said) & word_list("signs", key)), "")


SIGNS = ("no_lumps", "snaps", "soft", "foam", "clear", "hand_warm", "thick", "fine", "turned")


def _note(tokens: Sequence[Token], left: str) -> str:
    """The words of a step, where they say more than it does by itself."""
    return text_of([token for token in tokens if token is not COMMA])[:LONGEST_NOTE] if left.strip() else ""


def _time(least: float, most: float) -> str:
    return span(most) if least == most else between(least, most)


def _days(often: Often) -> str:
    return days_apart(often.days)


def _step_words(step: HeardStep) -> str:
    name = lower_first(step_kinds()[step.kind].name)
    return (
        f"{name}, {_time(step.least, step.most)}"
        if step.least is not None and step.most is not None
        else name
    )
