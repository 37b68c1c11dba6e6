"""A head as it is shown: among the others, and with all that is kept of it."""

import math
from collections.abc import Iterable, Mapping
from datetime import date, datetime, timedelta
from typing import Any, Literal, NamedTuple

from django.db.models import OuterRef, Subquery
from django.utils import timezone

from eyebright.core.basin import helps, troubles
from eyebright.core.formulas.model import families
from eyebright.core.formulas.model import washes as cleansing
from eyebright.core.heads import (
    CHILD,
    Belief,
    KeptRecord,
    Record,
    mass_of,
    record_as_kept,
    record_tables,
    scalp_of,
)
from eyebright.core.learning import (
    Factor,
    Factors,
    believable_dose,
    far_from_most,
    foreseen,
    outcomes,
    prior_factors,
)
from eyebright.core.materials import Supply
from eyebright.core.words import duration
from eyebright.kept.clock_steps import step_words
from eyebright.kept.decimals import as_float
from eyebright.kept.wire import out_of
from eyebright.shelf.services.supplies import supplies_of

from ..models import CheckIn, Head, PatchTest, Picture
from ..schemas.diary import AmissOut, BeliefOut, CheckInOut, PatchTestOut, PictureOut, ResultOut, WashOut
from ..schemas.heads import FactorOut, HeadOut, HeadRowOut, ModelOut, ProductOut
from .history import HeadHistory
from .learnt import known_outcome, learnt, product_key
from .pictures import content_of

SHOWN_WASHES = 20
LOOKED_BACK = (60, 120, 240)  # days
LEAST_WASHES, CHANGED = 4, 0.35  # washes that say something; ln of a factor that is a change
NO_BIRTH_YEAR = "The birth year is not known here. Until it is said, everything goes by an infant's limits."
State = Literal["running", "due", "clear", "reaction"]
SAYS: dict[State, str] = {
    "running": "Leave it alone; look now and then. Wash it off at any sting.",
    "due": "Time is up: look at the arm in daylight and say what you see.",
    "clear": "Clear: nothing showed.",
    "reaction": "A reaction: this is blocked for this head, everywhere. See a pharmacist or doctor, "
    "at once if lips, eyes or breath are in it.",
}


class FactorWords(NamedTuple):
    """What a factor means: not known yet, more than most heads, less, or as far as is known alike."""

    unknown: str
    more: str
    less: str
    alike: str


ACTS = FactorWords(
    unknown="Nothing is known yet: say after a wash how it went.",
    more="A wash acts more strongly on this head than on most: it is given less.",
    less="A wash acts less strongly on this head than on most: it is given more.",
    alike="So far it may well be like most heads.",
)
TAKES = FactorWords(
    unknown="Nothing is known yet: say after a wash how much was used.",
    more="It takes more than its length and thickness say.",
    less="It takes less than its length and thickness say.",
    alike="So far it takes about what its length and thickness say.",
)


WASHES = FactorWords(
    unknown="Nothing is known of it yet.",
    more="It washes more strongly than its label or recipe says. That counts for everybody.",
    less="It washes less strongly than its label or recipe says. That counts for everybody.",
    alike="It may well wash as its label or recipe says.",
)


def flag_names(keys: Iterable[str]) -> list[str]:
    """Flags as they are called."""
    return [record_tables().flags[key].name for key in keys if key in record_tables().flags]


def head_rows() -> list[HeadRowOut]:
    """Every head, each with its last check-in and wash."""
    check_ins = CheckIn.objects.filter(head=OuterRef("pk")).order_by("-at", "-id")
    washed: Any = Head._meta.get_field("washes").related_model  # its app stands above this one
    washes = washed.objects.filter(head=OuterRef("pk"), family__in=cleansing())
    heads = Head.objects.annotate(
        checked_in_at=Subquery(check_ins.values("at")[:1]),
        flagged=Subquery(check_ins.values("flags")[:1]),
        washed_at=Subquery(washes.order_by("-at", "-id").values("at")[:1]),
    )
    today = timezone.localdate()
    return [
        HeadRowOut(
            **row_of(head, record_as_kept(head.answers, today), today),
            checked_in_at=head.checked_in_at,
            washed_at=head.washed_at,
            flags=flag_names(head.flagged or []),
        )
        for head in heads
    ]


def _not_known(amiss: dict[str, str]) -> list[str]:
    """What is not known of a record, in words."""
    return [
        NO_BIRTH_YEAR
        if key == "birth_year"
        else f"{record_tables().questions[key].ask}: “{was[:60]}” is not known here any more. Answer it anew."
        for key, was in amiss.items()
    ]


def row_of(head: Head, kept: KeptRecord, today: date) -> dict[str, Any]:
    """What a list says of a head."""
    asked = record_tables().questions
    record, amiss = kept.record, kept.amiss
    said = [
        f"{asked['scalp'].choice(record.scalp).name} scalp",
        asked["strand"].choice(record.strand).name,
        asked["curl"].choice(record.curl).name,
        record.style if record.style != "loose" else asked["length"].choice(record.length).name,
    ]
    return {
        "id": head.pk,
        "version": head.version,
        "name": head.name,
        "age": None if "birth_year" in amiss else today.year - record.birth_year,
        "child": record.age(today) < CHILD,
        "about": ", ".join(said),
        "answers": kept.answers(),
        "unknown": _not_known(amiss),
    }


def head_out(head: Head) -> HeadOut:
    """A head with all that is kept of it, but for its older history."""
    known = HeadHistory(head)
    record, check_in, factors = known.record, known.check_in, known.factors
    believed = known.beliefs
    sure = known.core().sure
    recent = list(head.washes.select_related("formula", "batch")[:SHOWN_WASHES])
    bought = supplies_of({wash.supply_key for wash in recent if wash.supply_key}, also_removed=True)
    together = _together(known.washes)
    return HeadOut(
        **row_of(head, known.kept, known.today),
        checked_in_at=check_in.at if check_in else None,
        washed_at=known.washed_at,
        flags=flag_names(check_in.flags if check_in else []),
        note=head.note,
        mass=mass_of(record, sure),
        area=scalp_of(record, known.today),
        patch_hours=known.patch_hours,
        check_in=_check_in_out(check_in) if check_in else None,
        results=[ResultOut(id=r.pk, at=r.made_at, test=r.test, outcome=r.outcome) for r in known.results],
        beliefs=[_belief_out(belief, record) for belief in believed.values()],
        patch_tests=[patch_out(test) for test in known.patch_tests],
        washes=[
            wash_out(wash, together.get(timezone.localdate(wash.at)), bought, factors) for wash in recent
        ],
        model=ModelOut(
            strength=_changed(head, factors.strength, known.now),
            dose=_factor_out(factors.dose, TAKES),
            products=_products(head, factors),
        ),
    )


def picture_out(picture: Picture | None) -> PictureOut | None:
    """A picture's address, which no other picture ever has."""
    if picture is None:
        return None
    url = f"/api/heads/{picture.head_id}/pictures/{picture.pk}?of={content_of(picture)}"
    return PictureOut(id=picture.pk, url=url, width=picture.width, height=picture.height)


def _check_in_out(kept: CheckIn) -> CheckInOut:
    fields = {key: getattr(kept, key) for key in (*record_tables().check_in, "at", "flags", "note")}
    return CheckInOut(id=kept.pk, picture=picture_out(kept.picture), **fields)


def _belief_out(belief: Belief, record: Record) -> BeliefOut:
    question = record_tables().questions[belief.question]
    says = f"{question.choice(belief.answer).name}, {belief.sure * 100:.0f} % sure"
    return out_of(
        BeliefOut,
        belief,
        recorded=getattr(record, belief.question) == belief.answer,
        says=says if belief.agree else f"{says}; the tests do not agree",
    )


def state_of(test: PatchTest) -> State:
    """How a patch test stands."""
    if test.result == PatchTest.Result.REACTION:
        return "reaction"
    if test.result:
        return "clear"
    return "due" if timezone.now() >= due_at(test) else "running"


def due_at(test: PatchTest) -> datetime:
    """When its time is up."""
    return test.started_at + timedelta(hours=test.hours)


def patch_out(test: PatchTest) -> PatchTestOut:
    """A patch test, and how it stands."""
    state = state_of(test)
    return out_of(
        PatchTestOut,
        test,
        id=test.pk,
        due_at=due_at(test),
        state=state,
        says=SAYS[state] if test.result else f"{SAYS[state]} {step_words(test.started_at)}".strip(),
        picture=picture_out(test.picture),
    )


def _family_name(key: str) -> str:
    return families()[key].name if key in families() else key


def _together(washes: Iterable[Any]) -> dict[date, float]:
    """Times what was right that all cleansers of a day gave, by the days that had several."""
    days: dict[date, list[float]] = {}
    for wash in washes:
        if wash.counts and wash.given is not None:
            days.setdefault(timezone.localdate(wash.at), []).append(math.exp(wash.given))
    return {day: sum(given) for day, given in days.items() if len(given) > 1}


def wash_out(
    wash: Any,
    together: float | None = None,
    bought: Mapping[str, Supply] | None = None,
    factors: Factors | None = None,
) -> WashOut:
    """A wash of a head, reached through the head: the app of washes stands after this one.

    `together`: times what was right that all of its day gave, where there was more than one; `bought`: what
    washes were done with, by key, and `factors`: what is known of its head, where they were looked up.
    """
    went = known_outcome(wash.answer)
    return out_of(
        WashOut,
        wash,
        id=wash.pk,
        family_name=_family_name(wash.family),
        name=_name_of(wash, bought),
        grams=as_float(wash.grams),
        strength=float(wash.strength),
        minutes=as_float(wash.minutes),
        answer=None if went is None else outcomes()[went],
        learnt=_learnt(wash, together, factors),
        judged=wash.family in cleansing(),
        planned=wash.planned_id,
        as_done=_as_done(wash),
        amiss=_amiss(wash),
    )


def _name_of(wash: Any, bought: Mapping[str, Supply] | None) -> str:
    """What a wash was done with: its formula, its batch, what was bought, or its family."""
    if wash.formula or wash.batch:
        return str((wash.formula or wash.batch).name)
    if wash.supply_key and bought is None:
        bought = supplies_of([wash.supply_key], also_removed=True)
    found = (bought or {}).get(wash.supply_key)
    return found.name if found else _family_name(wash.family)


def _as_done(wash: Any) -> str:
    """How long it was on, by section, beside what was planned; empty where nobody counted."""
    found = [float(each) for each in wash.sections]
    if not found:
        return ""
    longest, shortest = duration(max(found)), duration(min(found))
    on = f"first {longest}, last {shortest}" if longest != shortest else f"on {longest}"
    return on if wash.meant is None else f"{on}; planned {duration(float(wash.meant))}"


def _amiss(wash: Any) -> list[AmissOut]:
    """What went amiss at the basin, and the help that was pressed."""
    named = {key: each.name for key, each in troubles().items()}
    named |= {f"help-{key}": f"Help: {each.name.lower()}" for key, each in helps().items()}
    return [AmissOut(key=key, name=named[key]) for key in wash.feel if key in named]


def _learnt(wash: Any, together: float | None, factors: Factors | None) -> str:
    """What one wash says, or all of its day: what was expected, what came, what changes now."""
    if not wash.counts:
        return "Not learnt from."
    said = []
    went = known_outcome(wash.answer)
    if wash.given is not None and went is not None:
        given = wash.given if together is None else math.log(together)
        said.append(_against_expected(wash, given, went, factors))
    elif went is not None and wash.family in cleansing():
        said.append(f"It was {outcomes()[went]}, and hardly cleaned: that teaches nothing.")
    if wash.used is not None:
        used = f"Used {math.exp(wash.used):.1f} times the dose worked out"
        asked = f": was it really so {'much' if wash.used > 0.0 else 'little'}?"
        said.append(used + (asked if believable_dose(wash.used) is None else "."))
    return " ".join(said)


def _against_expected(wash: Any, given: float, went: int, factors: Factors | None) -> str:
    """What was expected of a wash of this head, by what is known of it now, and how it was."""
    known = factors or (learnt().of(wash.head_id) if wash.head_id else prior_factors())
    factor = known.with_product(product_key(wash.family, wash.formula_id, wash.supply_key))
    found = foreseen(given, factor, went)
    who = wash.head.name.split()[0] if wash.head_id else "most heads"
    it_was = f"Expected for {who}: {outcomes()[found.answer]}. It was {outcomes()[went]}"
    if found.far:
        return (
            f"{it_was}, which is far from that: was it this recipe, this amount, this bottle? Correct what "
            "is wrong, or leave the wash out."
        )
    if found.answer == went:
        return f"{it_was}, as expected."
    return f"{it_was}: {_next(went, stronger=went > found.answer)} for the next."


def _next(went: int, stronger: bool) -> str:
    """What an answer off the expected changes: against what was thought, and against this wash."""
    before, this = ("less", "more") if stronger else ("more", "less")
    right = len(outcomes()) // 2
    if went == right:
        return f"a little {before} than was thought is right"
    if (went > right) == stronger:
        return f"a little {before} is worked out"
    return f"a little {this} than this, and {before} than was thought, is worked out"


def _changed(head: Head, now: Factor, at: datetime) -> FactorOut:
    """How a wash acts on a head, and since when that is otherwise."""
    out = _factor_out(now, ACTS)
    today = at.replace(hour=0, minute=0, second=0, microsecond=0)  # once a day is often enough
    back = [today - timedelta(days=days) for days in LOOKED_BACK]
    for since, then in [(each, learnt(each).of(head.pk).strength) for each in back]:
        apart = now.mean - then.mean
        if min(then.washes, now.washes) >= LEAST_WASHES and abs(apart) > max(CHANGED, then.width, now.width):
            month, way = f"{timezone.localtime(since):%B}", "less" if apart > 0.0 else "more"
            out.says += f" Since {month} it takes {way} than before."
            break
    return out


def _products(head: Head, factors: Factors) -> list[ProductOut]:
    """What it was washed with, that washes told of, the most used first."""
    alone = learnt().products
    used = {key: each for key, each in factors.together.items() if each.washes and key in alone}
    formulas = dict(
        head.washes.exclude(formula=None).order_by().values_list("formula", "formula__name").distinct()
    )
    names = {product_key("", pk): name for pk, name in formulas.items()}
    names |= {product_key(key, None): family.name for key, family in families().items()}
    bought = supplies_of([key for key in used if key not in names], also_removed=True)
    names |= {key: each.name for key, each in bought.items()}
    out = [
        ProductOut(
            **_factor_out(alone[key], WASHES).model_dump(), key=key, name=names[key],
            together=each.figure,
        )
        for key, each in used.items()
        if key in names
    ]  # fmt: skip
    return sorted(out, key=lambda each: (-each.washes, each.name))


def _factor_out(factor: Factor, words: FactorWords) -> FactorOut:
    if factor.washes == 0:
        says = words.unknown
    elif factor.log.low > 0.0:
        says = words.more
    elif factor.log.high < 0.0:
        says = words.less
    else:
        says = words.alike
    if far_from_most(factor):
        says += " So far from most is seldom true: are the recipes, the amounts and the bottles right?"
    return FactorOut(value=factor.figure, washes=factor.washes, says=says)
