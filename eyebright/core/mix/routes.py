"""Three ways to a pH, side by side: dilute, buffer with soda, swap the acid or the water."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..chemistry import EquilibriumMany, Part, acid_grams, solve_together, totals
from ..materials import Amount, Supply, pourable, weighable
from ..numbers import Array, Draws, Figure, figure
from ..rules import Grave, cautions, grave_level, limits, limits_for
from ..words import brief
from .answer import JugLayer, Mix, Question, cost_of, measurable_of, pours_of
from .curve import Curve
from .facts import jug_facts
from .jug import How, Jug, Line, filled, kind_of, sour
from .spoons import Asked, SpoonVersion, spoon_versions

DRAWN = 400
COARSE = 24  # points of a curve that only has to find an amount
NEAR = 0.15  # pH: an aim this near is met
BUFFER_SHARE = 0.6  # of the cap on acid: a firm buffer that stays well inside it
LEAST_BUFFER = 1.5  # times the plain route's own: less is no buffer worth the soda
SMELLS = 0.35  # pH that a smell left in the hair counts for when ways are ranked
MUCH = 0.5  # pH that a jug of nothing but the other acid counts for: milk by the pint is no rinse
LOOSENESS = 1.0  # pH that a jug which would not hold counts for
MOST_ACIDS, MOST_WATERS = 6, 3

Way = Literal["dilute", "buffer", "swap"]


@dataclass(frozen=True)
class Route:
    """One way to the aim: what to pour, and what comes of it. None of it where `there` is not.

    `buffer` in mmol/L per pH, `acid` in g per 100 mL, `cost` in the household's money; `lines` put it
    on the worktop; `others`: what else it could be done with, and the pH that gives.
    """

    way: Way
    reachable: bool
    says: str
    why: str
    pours: tuple[JugLayer, ...] = ()
    lines: tuple[Line, ...] = ()
    ph: Figure | None = None
    buffer: Figure | None = None
    acid: Figure | None = None
    cost: float | None = None
    smells: bool = False
    gravest: Grave | None = None
    spoons: SpoonVersion | None = None
    others: tuple[tuple[str, float], ...] = ()


@dataclass(frozen=True)
class _Draft:
    """A jug with its open line at an amount that was found on a coarse curve."""

    jug: Jug
    amount: float
    ph: float
    buffer: float
    start: float
    reaches: bool
    changed: str = ""


def routes(question: Question, mix: Mix, shelf: Sequence[Supply], soda: Supply) -> tuple[Route, ...]:
    """The three ways to the question's aim; none where there is no aim, or no acid to reach it with.

    `shelf`: what else is at hand; `soda`: the household's baking soda, or the library's.
    """
    acid = _acid_line(mix.jug)
    if question.aim is None or acid is None:
        return ()
    at = _amounts(mix.jug, mix.amount)
    buffered, refused = _buffer_jug(question, mix.jug, acid, at, soda)
    swaps = _swaps(question, mix.jug, acid, at, shelf)
    jugs = [_opened(question, mix.jug, acid, at), *([buffered] if buffered else []), *(j for j, _ in swaps)]
    middle = Draws(1, posterior=question.posterior)
    drafts = _coarse(question, jugs, middle)
    plain = drafts[0]
    if mix.open == acid:
        plain = _Draft(mix.jug, mix.amount, mix.ph.value, mix.buffer.value / 1000.0, plain.start, True)
    rest = drafts[2:] if buffered else drafts[1:]
    swapped = [
        _Draft(d.jug, d.amount, d.ph, d.buffer, d.start, d.reaches, name)
        for d, (_, name) in zip(rest, swaps, strict=True)
    ]
    ranked = sorted(swapped, key=lambda draft: _score(question, draft))
    firm = drafts[1] if buffered else None
    if firm is not None and not firm.reaches:
        refused = _no_soda(question, firm, mix.jug.lines[acid].supply.name)
        firm = None
    return _told(question, plain, firm, refused, ranked, acid, middle)


def _acid_line(jug: Jug) -> int | None:
    """The acid that the jug is about: the open line if that is one, else the first with a strength."""
    if jug.open is not None and kind_of(jug.lines[jug.open].supply) == "acid":
        return jug.open
    return next((i for i, line in enumerate(jug.lines) if sour(line.supply)), None)


def _amounts(jug: Jug, amount: float) -> list[float]:
    return [float(each[0]) for each in jug.amounts(np.array([amount]))]


def _how(jug: Jug, i: int, opened: int) -> How:
    return "solve" if i == opened else "fill" if i == jug.filler else "amount"


def _opened(question: Question, jug: Jug, acid: int, at: Sequence[float]) -> Jug:
    """The same jug with its acid open and every other line at its amount."""
    if jug.open == acid:
        return jug
    lines = [
        Line(line.supply, _how(jug, i, acid), Amount(at[i], line.unit)) for i, line in enumerate(jug.lines)
    ]
    return filled(lines, jug.volume, question.kit, jug.scope)


def _buffer_jug(
    question: Question, jug: Jug, acid: int, at: Sequence[float], soda: Supply
) -> tuple[Jug | None, str]:
    """A fixed share of acid with the soda open, or why that cannot be."""
    share = _firm_amount(question, jug, acid)
    lines = [
        Line(
            line.supply,
            "fill" if i == jug.filler else "amount",
            Amount(share if i == acid else at[i], line.unit),
        )
        for i, line in enumerate(jug.lines)
        if line.supply.material is None or not soda.material or line.supply.material.key != soda.material.key
    ]
    lines.append(Line(soda, "solve", Amount(0.0, "g")))
    try:
        return filled(lines, jug.volume, question.kit, jug.scope), ""
    except ValueError as raised:
        return None, str(raised)


def _firm_amount(question: Question, jug: Jug, acid: int) -> float:
    """The acid of a buffer: so large a share of the cap for this use and this head (mL or g)."""
    cap, line = limits_for(question.head), jug.lines[acid]
    contribution = line.supply.contribution(Draws(1))
    used = "left_in" if question.use == "left_in" else "rinsed_out"
    kind = "acetic" if float(np.max(contribution.moles.get("acetate", np.zeros(1)))) > 0.0 else "fruit_acid"
    each = acid_grams([Part(contribution, np.ones(1))])
    per_unit = sum(float(grams[0]) for grams in each.values()) / 100.0 * contribution.volume
    volume = jug.volume or max(jug.fixed, 100.0)
    amount = cap[f"{kind}_{used}"] * BUFFER_SHARE * volume / 100.0 / max(per_unit, 1e-9)
    return (weighable if line.unit == "g" else pourable)(amount)


def _swaps(
    question: Question, jug: Jug, acid: int, at: Sequence[float], shelf: Sequence[Supply]
) -> list[tuple[Jug, str]]:
    """The jug with another acid, or another water, from the shelf."""
    here = {line.supply.key for line in jug.lines}
    seen = {line.supply.material.key for line in jug.lines if line.supply.material}
    acids: list[Supply] = []
    for supply in shelf:
        if sour(supply) and supply.material and supply.material.key not in seen:
            seen.add(supply.material.key)
            acids.append(supply)
    waters = [supply for supply in shelf if supply.material is None and supply.key not in here]
    water = next((i for i, line in enumerate(jug.lines) if line.supply.material is None), None)
    instead = [(supply, acid) for supply in acids[:MOST_ACIDS]]
    instead += [(supply, water) for supply in waters[:MOST_WATERS] if water is not None]
    out = []
    for supply, place in instead:
        lines = []
        for i, line in enumerate(jug.lines):
            swapped = supply if i == place else line.supply
            unit = swapped.material.unit if swapped.material else "mL"
            lines.append(Line(swapped, _how(jug, i, acid), Amount(at[i], unit)))
        try:
            out.append((filled(lines, jug.volume, question.kit, jug.scope), supply.name))
        except ValueError:
            continue
    return out


def _coarse(question: Question, jugs: Sequence[Jug], middle: Draws) -> list[_Draft]:
    """Each jug's open line at the amount that comes nearest to the aim, on a coarse curve of its own."""
    assert question.aim is not None
    grids = [np.geomspace(jug.least, jug.most, COARSE) for jug in jugs]
    put = [
        jug.stirred(totals(jug.parts(grid, middle)), middle) for jug, grid in zip(jugs, grids, strict=True)
    ]
    fresh = [found.ph for found in solve_together([(each, None) for each in put])]
    mixed = [(jug.stood(each, middle, ph), ph) for jug, each, ph in zip(jugs, put, fresh, strict=True)]
    out = []
    for jug, grid, solved in zip(jugs, grids, solve_together(mixed), strict=True):
        line = Curve(grid, solved.ph, solved.ph, solved.ph, solved.buffer_capacity, float(solved.ph[0]))
        wanted = line.amount_for(question.aim)
        reaches = wanted is not None
        if wanted is None:
            wanted = float(grid[int(np.argmin(np.abs(line.median - question.aim)))])
        assert jug.open is not None
        opened = jug.lines[jug.open]
        found = (weighable if opened.unit == "g" else pourable)(max(wanted, measurable_of(opened)))
        found = min(found, jug.most)
        buffer = float(np.interp(np.log(found), np.log(grid), solved.buffer_capacity))
        out.append(_Draft(jug, found, float(line.ph_at(found)), buffer, line.plain, reaches))
    return out


def _score(question: Question, draft: _Draft) -> float:
    """How far a swap is from what is wanted: pH, how much it takes, whether it would hold, its smell."""
    assert question.aim is not None and draft.jug.open is not None
    score = abs(draft.ph - question.aim)
    if draft.jug.lines[draft.jug.open].unit == "mL":
        score += MUCH * draft.amount / (draft.jug.volume or draft.jug.fixed + draft.amount)
    if draft.buffer < limits()["holds_ph"] / 1000.0:
        score += LOOSENESS
    return score + (SMELLS if _lasting(question) and _smells(draft.jug) else 0.0)


def _smells(jug: Jug) -> bool:
    return any(line.supply.material and line.supply.material.smell == "vinegar" for line in jug.lines)


def _lasting(question: Question) -> bool:
    """Whether a smell would stay: left in, or with nothing after it."""
    return question.use == "left_in" or question.last


def _no_soda(question: Question, firm: _Draft, acid: str) -> str:
    assert question.aim is not None
    if question.aim < firm.start:
        return f"Soda only raises the pH, and so much {acid} is pH {firm.start:.1f} before any goes in."
    return "No amount of soda that belongs on a head brings it there."


def _told(
    question: Question,
    plain: _Draft,
    firm: _Draft | None,
    refused: str,
    swapped: Sequence[_Draft],
    acid: int,
    middle: Draws,
) -> tuple[Route, ...]:
    """The three routes in full: every figure of them in one solve, every spoon version in three."""
    drafts = [plain, *([firm] if firm else []), *swapped[:1]]
    many = Draws(DRAWN, posterior=question.posterior)
    mixed = [d.jug.mixed(np.array([d.amount]), many, np.array([d.ph])) for d in drafts]
    solved = solve_together([(t, np.array([d.ph])) for (t, _), d in zip(mixed, drafts, strict=True)])
    asked = [
        Asked(d.jug, d.amount, float(np.median(s.ph)), question.aim)
        for d, s in zip(drafts, solved, strict=True)
    ]
    spoons = spoon_versions(asked, question.kit, (middle, many))
    whole = list(zip(drafts, solved, (grams for _, grams in mixed), spoons, strict=True))
    name = plain.jug.lines[acid].supply.name
    dilute = _route(question, "dilute", f"{name}, diluted", "A little acid, and water.", *whole[0])
    with_soda = f"{name} with baking soda"
    if firm:
        firmer = firm.buffer / max(plain.buffer, 1e-9)
        buffer = _route(question, "buffer", with_soda, _firmer(firmer), *whole[1])
    else:
        buffer = Route("buffer", False, with_soda, refused)
    if not swapped:
        nothing = "There is no other acid or water on the shelf."
        return dilute, buffer, Route("swap", False, "Another acid or water", nothing)
    best = swapped[0]
    why = "Of what else is on the shelf, this comes nearest."
    if _lasting(question) and _smells(plain.jug) and not _smells(best.jug):
        why += " And it leaves no smell of vinegar."
    others = tuple((draft.changed, draft.ph) for draft in swapped[1:3])
    return dilute, buffer, _route(question, "swap", f"{best.changed} instead", why, *whole[-1], others)


def _firmer(times: float) -> str:
    fizz = "It fizzes: mix it in an open jug, and let it settle."
    if times < LEAST_BUFFER:
        return f"Part of the acid is turned to salt, but it holds its pH hardly better. {fizz}"
    return (
        "Part of the acid is turned to salt, so that it holds its pH "
        f"{brief(round(times, 1))} times as firmly on the hair. {fizz}"
    )


def _route(
    question: Question,
    way: Way,
    says: str,
    why: str,
    draft: _Draft,
    solved: EquilibriumMany,
    grams: dict[str, Array],
    spoons: SpoonVersion | None,
    others: tuple[tuple[str, float], ...] = (),
) -> Route:
    """One route from its draft."""
    jug = draft.jug
    ph = figure(np.broadcast_to(solved.ph, (DRAWN,)), "pH")
    facts = jug_facts(question, jug, draft.amount, ph, grams)
    buffer = figure(np.broadcast_to(solved.buffer_capacity * 1000.0, (DRAWN,)), "mmol/L per pH")
    assert question.aim is not None and jug.open is not None
    if abs(ph.value - question.aim) > NEAR:
        why = f"It comes no nearer than pH {ph.value:.1f}. {why}"
    elif buffer.value < limits()["holds_ph"]:
        why = f"It would not hold: the hair moves it by a unit. {why}"
    return Route(
        way=way,
        reachable=True,
        says=says,
        why=why,
        pours=pours_of(jug, draft.amount, question.kit),
        lines=tuple(
            Line(line.supply, _how(jug, i, jug.open), Amount(each, line.unit))
            for i, (line, each) in enumerate(zip(jug.lines, _amounts(jug, draft.amount), strict=True))
        ),
        ph=ph,
        buffer=buffer,
        acid=figure(np.broadcast_to(sum(grams.values(), np.zeros(1)), (DRAWN,)), "g per 100 mL"),
        cost=cost_of(jug, draft.amount),
        smells=_lasting(question) and _smells(jug),
        gravest=grave_level(cautions("jug", facts)),
        spoons=spoons,
        others=others,
    )
