"""Steps: the usual order of a formula, and what happens at each."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cache
from typing import Literal

from ... import tables
from ...materials import is_a
from ...vocabulary import Act, Place
from ...words import capital, listed, lower_first
from .formula import Formula, FormulaError, Ingredient, Step

WAITS: tuple[Act, ...] = ("wait", "cool")


@dataclass(frozen=True)
class StepKind:
    """One kind of step, a row of `steps.toml`. `minutes` least and most as usually done; `hot` in °C.

    `watched`: it is never left alone; `stands`: minutes that what it gave may stand before the next;
    `spoils`: minutes past its most after which that must have spoiled (0: never); `joins`: two of it in a
    row are one; `how_dry`: how it is done where everything is dry;
    `keeps_at`: where what it fills is kept, empty for a choice;
    `left`: what it is to be left standing, plants in oil, hot water or cold water, or a mix.
    """

    key: str
    name: str
    act: Act
    rank: int
    how: str
    minutes: tuple[float, float]
    takes: tuple[str, ...] = ()
    signs: tuple[str, ...] = ()
    draws: str = ""
    does: str = ""
    hot: float | None = None
    watched: bool = False
    stands: float = 0.0
    spoils: float = 0.0
    joins: bool = False
    how_dry: str = ""
    keeps_at: Place | Literal[""] = ""
    left: Literal["", "oil", "hot", "cold", "mix"] = ""

    @property
    def boils(self) -> bool:
        """Whether what is in the pot boils or simmers."""
        return self.draws in ("boil", "simmer")

    @property
    def mills(self) -> bool:
        """Whether it goes through the mill."""
        return self.does == "mills"

    @property
    def mixes(self) -> bool:
        """Whether it puts something in, and does nothing else."""
        return self.does == "mixes"

    @property
    def strains(self) -> bool:
        """Whether it is strained."""
        return self.does == "strains"


@dataclass(frozen=True)
class Sign:
    """A sign that ends a step, and what to do when it has not come."""

    key: str
    name: str
    if_not: str


@dataclass(frozen=True)
class PlannedStep:
    """A step as it is done: its words, minutes, the sign, and what goes in (ids)."""

    step: Step
    kind: StepKind
    least: float
    most: float
    says: str
    how: str
    until: str
    if_not: str

    @property
    def waits(self) -> bool:
        """Whether it goes on by itself."""
        return self.kind.act in WAITS

    @property
    def middle(self) -> float:
        """Minutes reckoned with."""
        return (self.least + self.most) / 2.0


@cache
def step_kinds() -> dict[str, StepKind]:
    """Every kind of step by key, in a sensible order."""
    rows = tables.by_key(__file__, "steps.toml", "step", StepKind)
    return dict(sorted(rows.items(), key=lambda each: each[1].rank))


@cache
def signs() -> dict[str, Sign]:
    """Every sign by key."""
    rows = [{"key": key, **row} for key, row in tables.read(__file__, "steps.toml")["sign"].items()]
    return {row.key: row for row in tables.rows_of(rows, "steps.toml, sign", Sign)}


def usual_steps(formula: Formula) -> tuple[Step, ...]:
    """The steps that this family is usually made by, with every line put in where it belongs."""
    by_phase: dict[str, list[Ingredient]] = {}
    for line in formula.ingredients:
        by_phase.setdefault(line.phase, []).append(line)
    made = formula.family.made
    infused, dry = by_phase.get("infused", []), by_phase.get("dry", [])
    waters = [line for line in by_phase.get("liquid", []) if draws_in(line)]
    late = [line for line in by_phase.get("liquid", []) if not draws_in(line)]
    out = [Step("weigh")]
    if made == "milled" and not by_phase.get("liquid") and not infused:
        return (
            Step("weigh"), Step("sort"), Step("dry", sign="snaps"), Step("mill", sign="fine"),
            Step("sieve"), Step("mix_in", adds=_ids(dry)),
            *([Step("stir_in", adds=_ids(by_phase.get("oil", []) + by_phase.get("drops", [])))]
              if by_phase.get("oil") or by_phase.get("drops") else []),
            Step(ending(formula)),
        )  # fmt: skip
    if infused:
        pot = _ids(infused + waters)
        waters = []
        if made == "liquor" or any(is_a(line.kind, "lathers_when_boiled") for line in infused):
            out += [
                Step("soak", adds=pot),
                Step("simmer", sign="soft"),
                Step("mash"),
                Step("strain"),
                Step("press"),
            ]
        elif made != "steeped" and any(is_a(line.kind, "tough") for line in infused):
            out += [Step("simmer", adds=pot), Step("strain")]
        else:
            out += [Step("steep", adds=pot, sign="turned"), Step("strain")]
        out.append(Step("cool", sign="hand_warm"))
    wet = waters + late
    if wet and (dry or not infused):
        out.append(Step("mix_in", adds=_ids(wet + dry)))
    elif wet or dry:
        out.append(Step("stir_in", adds=_ids(wet + dry)))
    if any(line.material and line.material.water_uptake and not is_a(line.kind, "dissolves") for line in dry):
        out.append(Step("rest"))
    last = by_phase.get("oil", []) + by_phase.get("drops", [])
    if last:
        out.append(Step("stir_in", adds=_ids(last)))
    if infused or any(not is_a(line.kind, "has_no_ph") for line in wet):
        out.append(Step("measure"))
    return (*out, Step(ending(formula)))


def ending(formula: Formula) -> str:
    """The kind of step that a batch ends with: a bowl for today, a bottle, or a jar."""
    if any(is_a(line.kind, "used_fresh") for line in formula.ingredients if line.phase == "liquid"):
        return "serve"
    return "bottle" if _pours(formula) else "store"


def _pours(formula: Formula) -> bool:
    return not formula.family.paste and not formula.family.abrasive


def _ids(lines: Sequence[Ingredient]) -> tuple[int, ...]:
    return tuple(line.id for line in lines)


def draws_in(line: Ingredient) -> bool:
    """Whether a liquid is what plants are drawn in: a water, a tea, a flower water."""
    return line.supply.material is None or is_a(line.kind, "draws_plants")


def planned_steps(formula: Formula) -> tuple[PlannedStep, ...]:
    """The steps as they are done: written or usual, every line put in somewhere, times filled in.

    A step that only puts in what is left out is not done.
    """
    ids = {line.id for line in formula.ingredients}
    out = {line.id for line in formula.left_out}
    steps = [each for each in formula.steps or usual_steps(formula) if not _puts_in_only(each, out)]
    for place, step in enumerate(steps):
        if step.kind not in step_kinds():
            raise FormulaError("Choose a kind of step.", place, "step")
        kept = tuple(i for i in dict.fromkeys(step.adds) if i in ids)
        ids -= set(kept)  # what two steps name goes in once, at the first
        if kept != step.adds:
            steps[place] = replace(step, adds=kept)
    named = {i for step in steps for i in step.adds}
    for line in formula.ingredients:
        if line.id not in named:
            _put_in(steps, line)
    return tuple(_done(step, formula) for step in steps)


def _puts_in_only(step: Step, left_out: set[int]) -> bool:
    mixes = step.kind in step_kinds() and step_kinds()[step.kind].mixes
    return mixes and bool(step.adds) and set(step.adds) <= left_out


def _put_in(steps: list[Step], line: Ingredient) -> None:
    """Put a line that no step names into the first step that usually takes its phase."""
    for place, step in enumerate(steps):
        kind = step_kinds()[step.kind]
        fits = line.phase in kind.takes
        if fits and not (kind.draws and line.phase == "liquid" and not draws_in(line)):
            steps[place] = replace(step, adds=(*step.adds, line.id))
            return
    kind_key = (
        "stir_in" if line.phase in ("oil", "drops") else "soak" if line.phase == "infused" else "mix_in"
    )
    rank = step_kinds()[kind_key].rank
    at = next((place for place, step in enumerate(steps) if step_kinds()[step.kind].rank > rank), len(steps))
    steps.insert(at, Step(kind_key, adds=(line.id,)))


def _done(step: Step, formula: Formula) -> PlannedStep:
    kind = step_kinds()[step.kind]
    least = kind.minutes[0] if step.least is None else step.least
    most = max(least, kind.minutes[1] if step.most is None else step.most)
    if step.most is None and step.least is not None:
        most = max(least, most) if step.sign else least
    names = [line.supply.name for line in formula.ingredients if line.id in step.adds]
    what = f": {listed(names)}" if names else ""
    sign = signs().get(step.sign)
    usual_sign = sign or (signs()[kind.signs[0]] if kind.signs else None)
    return PlannedStep(
        step=step,
        kind=kind,
        least=least,
        most=most,
        says=f"{capital(step.only_if)}: {lower_first(kind.name)}{what}."
        if step.only_if
        else f"{kind.name}{what}.",
        how=kind.how_dry if kind.how_dry and not _wet(formula) else kind.how,
        until=f"until {sign.name}" if sign else THICK if _till_thick(step, formula) else "",
        if_not=usual_sign.if_not if usual_sign else "",
    )


THICK = "until it is as thick as you want it"


def _till_thick(step: Step, formula: Formula) -> bool:
    """Whether something goes in at it till it is thick enough."""
    return any(line.till for line in formula.ingredients if line.id in step.adds)


def _wet(formula: Formula) -> bool:
    """Whether anything in it pours."""
    return any(line.phase in ("liquid", "oil", "infused") for line in formula.ingredients)


def sensible_steps(formula: Formula) -> tuple[Step, ...]:
    """The written steps in a sensible order, each line put in where its phase belongs."""
    steps = [each.step for each in planned_steps(formula)]
    ordered = sorted(steps, key=lambda step: step_kinds()[step.kind].rank)
    merged: list[Step] = []
    for step in ordered:
        if merged and merged[-1].kind == step.kind and step_kinds()[step.kind].joins:
            merged[-1] = replace(merged[-1], adds=(*merged[-1].adds, *step.adds))
        else:
            merged.append(step)
    return tuple(_liquids_first(formula, step) for step in _moved(formula, merged))


def _moved(formula: Formula, steps: list[Step]) -> list[Step]:
    """Lines that would be heated or strained away, moved to the step that takes them unharmed."""
    by_id = {line.id: line for line in formula.ingredients}
    out: list[Step] = []
    homeless: list[int] = []
    for step in steps:
        harmed = [i for i in step.adds if step_kinds()[step.kind].draws and not _drawn(by_id[i])]
        out.append(replace(step, adds=tuple(i for i in step.adds if i not in harmed)))
        homeless += harmed
    for i in homeless:
        _put_in(out, by_id[i])
    return out


def _drawn(line: Ingredient) -> bool:
    return line.phase == "infused" or (line.phase == "liquid" and draws_in(line))


def _liquids_first(formula: Formula, step: Step) -> Step:
    """Within one step the liquid goes in before the powder."""
    by_id = {line.id: line for line in formula.ingredients}
    order = {"liquid": 0, "infused": 1, "dry": 2, "oil": 3, "drops": 4}
    return replace(step, adds=tuple(sorted(step.adds, key=lambda i: order[by_id[i].phase])))
