"""The first steps of a household: my water, my bottle, someone's head; each with an answer at its end."""

from contextlib import suppress

from eyebright.core.heads import Today
from eyebright.core.materials import SupplyKey, is_a
from eyebright.core.words import brief, ends
from eyebright.heads.models import Head
from eyebright.household.services.household import the_household
from eyebright.kept.problems import Problem
from eyebright.mix.schemas.jugs import LineIn, MixAsk, MixOut
from eyebright.mix.services.answers import answer
from eyebright.shelf.models import Lot, WaterSource
from eyebright.shelf.services.supplies import core_lots
from eyebright.wash.services.asking import asks

from ..schemas import AnswerOut, First, FirstStepOut

ORDER: tuple[First, ...] = ("water", "bottle", "head")
LITRE = 1000.0
AIM = 4.5  # the upper end of the band that most rinses are said to reach
ANY_VINEGAR = "lib-malt_vinegar"
FAMILIAR = 4.0  # a jug of one to three


def first_steps() -> list[FirstStepOut]:
    """The three, done or not; with their answers while they are news."""
    water = WaterSource.objects.order_by("pk").first()
    bottle = _sour_bottle()
    head = Head.objects.order_by("pk").first()
    done = {"water": water is not None, "bottle": bottle is not None, "head": head is not None}
    skipped = set(the_household().skipped)
    leading = any(not done[key] and key not in skipped for key in ORDER)
    answers: dict[str, AnswerOut | None] = dict.fromkeys(ORDER)
    if leading or _just_begun():
        with suppress(Problem):
            answers["water"] = _of_water(SupplyKey.of("water", water.pk)) if water else None
        with suppress(Problem):
            answers["bottle"] = (
                _of_bottle(bottle[0], bottle[1], SupplyKey.of("water", water.pk) if water else "")
                if bottle
                else None
            )
        with suppress(Problem):
            answers["head"] = _of_head(head) if head else None
    return [
        FirstStepOut(key=key, done=done[key], skipped=key in skipped, answer=answers[key]) for key in ORDER
    ]


def _just_begun() -> bool:
    """Whether a household has so little that its first answers are still news."""
    return WaterSource.objects.count() <= 1 and Lot.objects.count() <= 1 and Head.objects.count() <= 1


def _sour_bottle() -> tuple[str, str] | None:
    """The first bottle of something sour, by key and name; whatever there is where nothing is."""
    lots = core_lots(Lot.objects.order_by("pk")[:50])
    sour = [lot for lot in lots if is_a(lot.material.kind, "acid")]
    found = (sour or lots)[:1]
    return (found[0].key, found[0].name) if found else None


def _jug(supply_key: str, water: str, amount: float | None) -> MixOut:
    """A litre of this water with so much of this, or with what brings it to the aim."""
    lines = [
        LineIn.model_validate({"supply_key": water, "how": "fill"}),
        LineIn.model_validate(
            {"supply_key": supply_key, "how": "solve"}
            if amount is None
            else {"supply_key": supply_key, "how": "amount", "amount": amount}
        ),
    ]
    return answer(MixAsk(lines=lines, volume=LITRE, aim=AIM if amount is None else None))


def _of_water(key: str) -> AnswerOut:
    found = _jug(ANY_VINEGAR, key, None)
    line = found.lines[1]
    much = f"{brief(_round(line.amount))} mL, likely {brief(_round(line.low))} to {brief(_round(line.high))}"
    return AnswerOut(
        says=f"A litre of it takes about {much}, of an ordinary 5 % vinegar to come down to pH {AIM:g}.",
        more="Hard water eats acid: the same splash gives another pH in every kitchen.",
        figure=found.ph,
        to="/shelf/waters",
    )


def _of_bottle(key: str, name: str, water: str) -> AnswerOut:
    water = water or "class-unknown"
    strong = _jug(key, water, LITRE / FAMILIAR)
    right = _jug(key, water, None)
    ph = strong.ph
    likely = f"pH {ph.value:.1f}, likely {ends(ph.low, ph.high)}"
    says = f"One part of {name} to three of your water is {likely}."
    line = right.lines[1]
    more = right.headline
    if right.verdict in ("reached", "loosely"):
        much = f"{brief(_round(line.amount))} {line.unit}"
        more = f"For pH {AIM:g} take about {much} to the litre. {right.headline}"
    return AnswerOut(says=says, more=more, figure=ph, to="/mix")


def _of_head(head: Head) -> AnswerOut:
    found = asks(head.pk, Today())
    scalp, rinse = found.scalp, found.rinse
    poured = f"a rinse of pH {rinse.ph.value:.1f}" if rinse.kind == "acid" else "a rinse of plain water"
    mass = found.mass
    return AnswerOut(
        says=f"{head.name}: {scalp.says}; then {poured}, about {brief(_round(rinse.volume.value))} mL.",
        more=f"The hair weighs about {mass.value:.0f} g, likely {ends(mass.low, mass.high, '.0f')}.",
        figure=found.scalp.lift,
        to=f"/heads/{head.pk}",
    )


def _round(value: float) -> float:
    return round(value, 1) if value < 10 else float(round(value))
