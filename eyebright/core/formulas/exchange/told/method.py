"""The method of a told recipe: its steps in their order, and what goes in at each."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field, replace

from ....materials import WATER, is_a
from ....words import between, lower_first, span
from ...model import TILL, StepKind, of_form, step_kinds
from ..lines import Kitchen, ParsedLine, read_line
from ..lines.lexing import Token, phrase_at, phrases
from .vocabulary import word_list

WET = ("mixes", "blends", "mashes", "melts", "juices", "drains", "rests")
DRY = ("sorts", "dries", "mills", "crushes", "sieves")
"""What is done to dry things before they go in: to all of them, where none is named."""

A_DAY = 1440.0  # minutes: nothing is left on, or stirred, for longer
SCALDS, OVER = 45.0, 240.0  # °C; minutes after which any pot has cooled
REALLY = (("mix", "hot"), ("oil", "cold"), ("oil", "hot"))
"""How a recipe says that something stands, and how what is in it stands: "macerate" in vinegar is no oil."""
PASTE = "spreads"  # the grade that "until it is a paste" says
ADDED = "added: the recipe does not say it"
Times = tuple[float, float]


@dataclass(frozen=True)
class HeardStep:
    """One step as it was told: kind, the places of the lines that go in, minutes, sign, words kept of it."""

    kind: str
    adds: tuple[int, ...] = ()
    least: float | None = None
    most: float | None = None
    sign: str = ""
    note: str = ""
    only_if: str = ""


@dataclass
class Method:
    """Lines and steps as far as they were told. `pending`: places of lines that go in at the next step.

    `heard`: what was heard of the sentence that is being read; `before`: how many steps there were before it.
    """

    kitchen: Kitchen
    lines: list[ParsedLine] = field(default_factory=list)
    steps: list[HeardStep] = field(default_factory=list)
    pending: list[int] = field(default_factory=list)
    hot_water: bool = False
    heard: list[str] = field(default_factory=list)
    before: int = 0
    grade: str = PASTE

    # ---- what a sentence says ----

    def begin(self) -> None:
        """Another sentence begins."""
        self.heard, self.before = [], len(self.steps)

    def hear_heat(self, said: Iterable[Token]) -> None:
        """Water that is called hot or boiling is hot from then on."""
        self.hot_water = self.hot_water or any(token.word in word_list("little", "hot") for token in said)

    def drawn_as(self, key: str, adds: list[int]) -> str:
        """The kind of a step by what is in it: plants in oil steep for weeks, plants in hot water are tea."""
        was = step_kinds()[key].left
        if not was or not adds:
            return key
        now = self._wait_of(adds)
        return now.key if now.left == "oil" or (was, now.left) in REALLY else key

    def put(self, key: str, adds: list[int], times: Times | None) -> None:
        """Things that are put in, or left; what they are put in for is said by the next step."""
        self.pending += adds
        if times is None:
            return
        if self.pending:
            self.step(self._wait_of(self.pending).key, [], times)
        elif self.steps and self.steps[-1].least is None and step_kinds()[self.steps[-1].kind].act == "wait":
            self.last(least=times[0], most=times[1])
            self.heard.append(step_words(self.steps[-1]))
        elif key == "leave":
            self.step("rest", [], times)

    def step(
        self, kind_key: str, adds: list[int], times: Times | None = None, sign: str = "", note: str = ""
    ) -> None:
        """A step of this kind, with what goes in at it; what was put in before goes in first."""
        kind = step_kinds()[kind_key]
        if times and kind.act == "do" and times[0] >= A_DAY:  # "or you pick bits for a week"
            times = None
        if kind.does == "juices":
            self._juiced(adds)
        takes = bool(kind.takes) or kind.does in WET or kind.does in DRY
        if kind.does in DRY:
            self.pending += [place for place in adds if place not in self.pending]
            every = set(adds) >= self.unplaced()
            adds = [] if every or kind.does not in ("mills", "crushes") else adds
            self.pending = [place for place in self.pending if place not in adds]
        elif takes and kind.does != "rests":
            adds, self.pending = [*self.pending, *adds], []
        elif self.pending:
            self._flush()
        last = self.steps[-1] if len(self.steps) > self.before else None
        if last is not None and last.kind == kind_key and (times is None or last.least is None):
            self.steps.pop()
            adds, note = [*last.adds, *adds], note or last.note
            times = times or (
                (last.least, last.most) if last.least is not None and last.most is not None else None
            )
        least, most = times or (None, None)
        self.steps.append(HeardStep(kind_key, tuple(dict.fromkeys(adds)), least, most, sign, note))
        self.heard.append(step_words(self.steps[-1]))

    def waits_untimed(self) -> bool:
        """Whether the last step is one that takes time, and nobody said how much."""
        return (
            bool(self.steps)
            and self.steps[-1].least is None
            and step_kinds()[self.steps[-1].kind].act == "wait"
        )

    def takes_more(self) -> bool:
        """Whether more may go in at the last step: nothing is added to what is strained or sieved."""
        kind = step_kinds()[self.steps[-1].kind]
        return bool(kind.takes) or kind.does in (*WET, "ferments")

    def timed(self, times: Times) -> None:
        """A time that is said behind a step; of one that is only stirred, it is that of the pot before it."""
        at = len(self.steps) - 1
        stirs = step_kinds()[self.steps[at].kind].does == "mixes" and not self.steps[at].adds
        waits = at > self.before and step_kinds()[self.steps[at - 1].kind].act == "wait"
        if stirs and waits and self.steps[at - 1].least is None:  # "bring to the boil and stir, 8 minutes"
            at -= 1
        self.steps[at] = replace(self.steps[at], least=times[0], most=times[1])
        said = step_words(replace(self.steps[at], least=None))
        self.heard = [each for each in self.heard if each != said]
        self.heard.append(step_words(self.steps[at]))

    def _flush(self) -> None:
        """What was put in before a step that takes nothing goes in by a step of its own."""
        pending, self.pending = self.pending, []
        stands = self._wait_of(pending)
        late = any(step_kinds()[each.kind].does in ("strains", "mixes") for each in self.steps)
        kind = stands.key if stands.left != "mix" else "stir_in" if late else "mix_in"
        self.steps.append(HeardStep(kind, tuple(pending)))
        self.heard.append(step_words(self.steps[-1]))

    def finish(self) -> None:
        """What was put in last, and nothing was said of after it."""
        if self.pending and self.steps:
            self._flush()
        self.pending = []
        self._into_the_only_one()
        self._till_thick()
        for place, line in enumerate(self.lines):
            if not line.sure and self._drawn_off(place):
                self.lines[place] = _as_the_plant(line)

    def _till_thick(self) -> None:
        """'Mix with water until it is a paste': of what has no amount, so much goes in as makes it so."""
        for step in self.steps:
            open_ones = [
                place for place in step.adds if self.lines[place].sure and self.lines[place].amount is None
                and self.lines[place].field == "amount"
            ]  # fmt: skip
            if step.sign == "thick" and len(open_ones) == 1:
                line = self.lines[open_ones[0]]
                self.lines[open_ones[0]] = replace(line, unit=f"{TILL}{self.grade}", problem="", field="")

    def _into_the_only_one(self) -> None:
        """What no step names goes in where anything goes in at all: 'mix', 'shake'."""
        kinds = [step_kinds()[step.kind] for step in self.steps]
        draws = next((at for at, kind in enumerate(kinds) if kind.draws), None)
        if draws is not None:  # plants go in where they are drawn out
            plants = [place for place in sorted(self.unplaced()) if self._is_plant(place)]
            self.steps[draws] = replace(self.steps[draws], adds=(*self.steps[draws].adds, *plants))
        takers = [at for at, kind in enumerate(kinds) if kind.takes or kind.does in (*WET, "ferments")]
        left = sorted(self.unplaced())
        fills = next((at for at, kind in enumerate(kinds) if kind.act == "portion"), len(kinds))
        if left and takers and fills < min(takers):  # it is in the bottle before it is shaken there
            self.steps.insert(fills, HeardStep("mix_in", tuple(left)))
        elif len(takers) == 1 and left:
            step = self.steps[takers[0]]
            self.steps[takers[0]] = replace(step, adds=(*step.adds, *left))

    def _drawn_off(self, place: int) -> bool:
        """Whether a line is put in where things are drawn out, and is strained off after it."""
        enters = next((at for at, step in enumerate(self.steps) if place in step.adds), None)
        kinds = [step_kinds()[step.kind] for step in self.steps]
        return (
            enters is not None and bool(kinds[enters].draws) and any(kind.strains for kind in kinds[enters:])
        )

    def only_if(self, condition: str, lines: int, steps: int) -> bool:
        """A condition of all that was heard since there were so many lines and steps; whether these hold it.

        What is put in on a condition, without an amount, is no line: the sentence stands in the note.
        """
        if len(self.lines) == lines:
            for at in range(steps, len(self.steps)):
                self.steps[at] = replace(self.steps[at], only_if=condition)
            return len(self.steps) > steps
        for at in range(lines, len(self.lines)):
            self.lines[at] = replace(self.lines[at], only_if=condition)
        if any(line.amount is not None for line in self.lines[lines:]):
            return True
        del self.lines[lines:]
        self.pending = [place for place in self.pending if place < lines]
        for at, each in enumerate(self.steps):
            adds = tuple(place for place in each.adds if place < lines)
            self.steps[at] = replace(each, adds=adds, only_if=condition if at >= steps else each.only_if)
        return False

    # ---- what stands there ----

    def cooled(self) -> bool:
        """Let it cool where it gets hot and nobody says that it does; whether that was so."""
        hot = [at for at, step in enumerate(self.steps) if (step_kinds()[step.kind].hot or 0.0) > SCALDS]
        if not hot or any(self._cools(step) for step in self.steps[hot[-1] :]):
            return False
        if self.steps[hot[-1]].sign == "hand_warm":  # steeped until cold
            self.steps.insert(hot[-1] + 1, HeardStep("cool", sign="hand_warm"))
            return False
        kinds = [step_kinds()[step.kind] for step in self.steps]
        at = next((at for at, kind in enumerate(kinds) if kind.act == "portion" and at > hot[-1]), len(kinds))
        self.steps.insert(at, HeardStep("cool", sign="hand_warm", note=ADDED))
        return True

    def _cools(self, step: HeardStep) -> bool:
        waits = step_kinds()[step.kind].does == "rests" and (step.least or 0.0) >= OVER
        return step_kinds()[step.kind].does == "cools" or waits

    def last(self, **changes: object) -> None:
        """Change the last step."""
        self.steps[-1] = replace(self.steps[-1], **changes)  # type: ignore[arg-type]

    def unplaced(self) -> set[int]:
        """The lines that no step names yet."""
        named = {place for step in self.steps for place in step.adds}
        return set(range(len(self.lines))) - named

    def called(self, place: int) -> str:
        """What a line is called."""
        line = self.lines[place]
        return lower_first(line.found[0].name) if line.sure else line.name or line.text

    def _wait_of(self, adds: Sequence[int]) -> StepKind:
        """How it is left to stand: plants in oil, in hot water, in cold water, or a mix that rests."""
        pours = self.hot_water and any(self._kind(at) == WATER for at in adds if self.lines[at].found)
        stands = set(adds) | (self.unplaced() if pours else set())  # hot water is poured over plants
        found = [self.lines[place].found[0] for place in sorted(stands) if self.lines[place].found]
        plants = [each for each in found if each.material and is_a(each.material.kind, "plant")]
        fats = [each for each in found if each.material and is_a(each.material.kind, "fat")]
        every = {place for place in self.unplaced() | set(adds) if self.lines[place].found}
        watery = any(
            not is_a(kind, "plant")
            and (kind == WATER or is_a(kind, "draws_plants") or is_a(kind, "liquid_acid"))
            for kind in map(self._kind, every)
        )
        if plants and fats and not any(each.material is None for each in found):
            left = "oil"
        elif not plants or not watery:
            left = "mix"
        else:
            left = "hot" if self.hot_water else "cold"
        return next(kind for kind in step_kinds().values() if kind.left == left)

    def _is_plant(self, place: int) -> bool:
        found = self.lines[place].found
        return bool(found and found[0].material and is_a(found[0].material.kind, "plant"))

    def _kind(self, place: int) -> str:
        material = self.lines[place].found[0].material
        return material.kind if material is not None else WATER

    def _juiced(self, adds: list[int]) -> None:
        """A root or a bulb whose juice is pressed is a line of its juice."""
        for place in adds or self.pending or [place for step in self.steps for place in step.adds][-1:]:
            line = self.lines[place]
            again = read_line(f"{line.text} juice", self.kitchen)
            material = again.found[0].material if again.sure and not again.problem else None
            if material is not None and is_a(material.kind, "juiced"):
                self.lines[place] = replace(again, text=line.text)


def _as_the_plant(line: ParsedLine) -> ParsedLine:
    """A name of several things, of which one alone is steeped, then strained: rice, and no rice flour."""
    plants = [each for each in line.found if each.material and is_a(each.material.kind, "plant")]
    if len(plants) != 1 or line.field != "supply_key" or line.amount is None or not line.unit:
        return line
    note = f"taken as {lower_first(plants[0].name)}: it is steeped, then strained"
    found = (plants[0], *(each for each in line.found if each is not plants[0]))
    form = of_form(plants[0].material, line.form)
    return replace(line, found=found, sure=True, form=form, problem="", field="", notes=(*line.notes, note))


def first_grade(tokens: list[Token]) -> str:
    """How thick it is to be (a grade of texture.toml): "until it is like yoghurt"; "" for nothing said."""
    table = phrases("till")
    return next((key for at in range(len(tokens)) if (key := phrase_at(tokens, at, table)[0])), "")


def time_words(least: float, most: float) -> str:
    """A time as it is said: "20 min", "8 to 12 hours"."""
    return span(most) if least == most else between(least, most)


def step_words(step: HeardStep) -> str:
    """A step as it is said: "simmer, 20 min"."""
    name = lower_first(step_kinds()[step.kind].name)
    if step.least is None or step.most is None:
        return name
    return f"{name}, {time_words(step.least, step.most)}"
