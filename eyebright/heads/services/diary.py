"""What happens to a head: its record, check-ins, little tests, patch tests, washes and how they went."""

from datetime import timedelta
from typing import Any

from django.db import transaction
from django.utils import timezone

from eyebright.config.kept import exact
from eyebright.config.problems import Problem, one, only_offered
from eyebright.core.formulas.model import families
from eyebright.core.heads import RecordError, quick_tests, read_record, tables
from eyebright.core.learning import outcomes
from eyebright.core.materials import library
from eyebright.core.wash import fit_of, measured
from eyebright.shelf.services.measures import vessels

from ..models import CheckIn, Head, PatchTest, Picture, TestResult, Wash
from ..schemas.diary import CheckInIn, LittleTestIn, PatchResultIn, PatchTestIn, WashChangeIn, WashIn
from ..schemas.heads import HeadIn, HeadOut, KeptOut
from .known import Known, find_head, record_of, today_of
from .shown import head_out, state_of

MOST_GRAMS = 20_000.0
KINDS: dict[str, type[CheckIn | TestResult | PatchTest | Wash]] = {
    "check-ins": CheckIn,
    "little-tests": TestResult,
    "patch-tests": PatchTest,
    "washes": Wash,
}
CALLED = {
    "check-ins": "check-in",
    "little-tests": "little test",
    "patch-tests": "patch test",
    "washes": "wash",
}


@transaction.atomic
def save_head(entered: HeadIn, head: Head | None = None) -> Head:
    """Keep a new head, or change one; an answer that cannot be is said beside its question."""
    answers = {**(head.answers if head else {}), **entered.answers}
    try:
        record = read_record(answers, timezone.localdate())
    except RecordError as raised:
        raise Problem.field(raised.field, str(raised)) from None
    head = head or Head()
    head.name, head.note, head.answers = entered.name, entered.note, record.answers()
    head.save()
    return head


def find_in(head: Head, kind: str, pk: int, *, also_removed: bool = False) -> Any:
    """Something in a head's diary, or the problem of its being gone."""
    return one(KINDS[kind].among(also_removed=also_removed).filter(head=head), pk, CALLED[kind])


def _picture(head: Head, pk: int | None) -> Picture | None:
    if pk is None:
        return None
    picture = head.pictures.filter(pk=pk).first()
    if picture is None:
        raise Problem.field("picture", "That picture is no longer here: take it again.")
    return picture


@transaction.atomic
def check_in(pk: int, entered: CheckInIn) -> KeptOut:
    """Keep how the scalp is."""
    head = find_head(pk)
    said = entered.model_dump()
    for key, question in tables().check_in.items():
        only_offered(key, [said[key]], [level.key for level in question.choices])
    only_offered("flags", entered.flags, tables().flags)
    said |= {"picture": _picture(head, entered.picture), "flags": list(dict.fromkeys(entered.flags))}
    kept = CheckIn.objects.create(head=head, **said)
    return KeptOut(id=kept.pk, head=head_out(head))


@transaction.atomic
def little_test(pk: int, entered: LittleTestIn) -> KeptOut:
    """Keep the outcome of a little test, and let the record follow what the tests then say."""
    head = find_head(pk)
    test = quick_tests().get(entered.test)
    if test is None:
        raise Problem.field("test", "Choose a test.")
    if test.outcome(entered.outcome) is None:
        raise Problem.field("outcome", "Choose what you saw.")
    kept = TestResult.objects.create(head=head, test=entered.test, outcome=entered.outcome)
    if entered.take:
        _follow(head, test.question)
    return KeptOut(id=kept.pk, head=head_out(head))


def _follow(head: Head, question: str) -> None:
    """Set the record's answer to what the tests now say of this question."""
    belief = Known(head).beliefs.get(question)
    if belief:
        head.answers = {**head.answers, question: belief.answer}
        head.save(update_fields=["answers"])


@transaction.atomic
def patch_test(pk: int, entered: PatchTestIn) -> KeptOut:
    """Start a patch test."""
    head = find_head(pk)
    known = Known(head)
    name = entered.name[:80]
    if entered.material:
        if entered.material in library():
            name = name or library()[entered.material].name
        elif entered.material in families():
            name = name or families()[entered.material].name
        else:
            raise Problem.field("material", "Choose one of the ones offered, or name it yourself.")
    if not name:
        raise Problem.field("name", "Say what is being tried.")
    state = known.patches.get(entered.material or name.casefold())
    if state == "reaction":
        raise Problem.field("material", f"{head.name} has reacted to it: it is not tried again.")
    if state == "running":
        raise Problem.field("material", "That test is running already.")
    hours = entered.hours or known.patch_hours
    kept = PatchTest.objects.create(head=head, material=entered.material, name=name, hours=hours)
    return KeptOut(id=kept.pk, head=head_out(head))


@transaction.atomic
def patch_result(pk: int, test_pk: int, entered: PatchResultIn) -> KeptOut:
    """Say what the arm showed. A reaction can be said at any time, a clear arm only when it is due."""
    head = find_head(pk)
    test: PatchTest = find_in(head, "patch-tests", test_pk)
    if entered.result == "clear" and state_of(test) == "running":
        raise Problem.field(
            "result",
            f"Not yet: skin may answer as late as the second day. Look again after {test.hours} hours.",
        )
    test.result, test.note, test.ended_at = entered.result, entered.note, timezone.now()
    test.picture = _picture(head, entered.picture) or test.picture
    test.save()
    return KeptOut(id=test.pk, head=head_out(head))


def _answer(said: str | None) -> int | None:
    if said is None:
        return None
    only_offered("answer", [said], outcomes())
    return outcomes().index(said)


@transaction.atomic
def wash(pk: int, entered: WashIn) -> KeptOut:
    """Keep a preparation that was used, with what the core makes of it."""
    head = find_head(pk)
    kept = keep_wash(head, entered)
    return KeptOut(id=kept.pk, head=head_out(head))


def keep_wash(head: Head, entered: WashIn) -> Wash:
    """Keep a preparation that was used on this head."""
    only_offered("family", [entered.family], families())
    family = families()[entered.family]
    at = entered.at or timezone.now()
    if timezone.is_naive(at):
        at = timezone.make_aware(at)
    if at > timezone.now() + timedelta(minutes=5):
        raise Problem.field("at", "That has not happened yet.")
    if at.year < record_of(head, timezone.localdate()).birth_year:
        raise Problem.field("at", "That is before this head was born.")
    known = Known(head, at)
    grams = _weighed(entered, family.density)
    day = today_of(entered.occasion, entered.on_scalp, entered.on_strands)
    given = used = None
    if family.cleans:
        fit = fit_of(known.core(day), family)
        given, used = measured(fit, known.factors.dose.mean, grams, entered.strength)
    return Wash.objects.create(
        head=head,
        family=family.key,
        at=at,
        grams=exact(grams, "0.01"),
        strength=exact(entered.strength),
        minutes=exact(entered.minutes, "0.01"),
        given=given,
        used=used,
        answer=_answer(entered.answer),
        note=entered.note,
    )


def _weighed(entered: WashIn, density: float) -> float | None:
    """Grams of what was used; None where no amount was said."""
    if entered.amount is None or entered.unit == "g":
        return entered.amount
    if entered.unit == "mL":
        return entered.amount * density
    sizes = {str(vessel.id): vessel.volume for vessel in vessels()}
    if entered.unit not in sizes:
        raise Problem.field("unit", "That vessel is no longer on the shelf: choose another measure.")
    grams = entered.amount * sizes[entered.unit] * density
    if grams > MOST_GRAMS:
        raise Problem.field("amount", "That is more than 20 kg.")
    return grams


@transaction.atomic
def change_wash(pk: int, wash_pk: int, entered: WashChangeIn) -> KeptOut:
    """Say how a wash went, or whether the head learns from it."""
    head = find_head(pk)
    found: Wash = find_in(head, "washes", wash_pk)
    said = entered.model_dump(exclude_unset=True)
    if "answer" in said:
        found.answer = _answer(said["answer"])
    if said.get("counts") is not None:
        found.counts = said["counts"]
    if said.get("note") is not None:
        found.note = said["note"]
    found.save()
    return KeptOut(id=found.pk, head=head_out(head))


@transaction.atomic
def take_away(pk: int, kind: str, entry: int) -> HeadOut:
    """Take something out of the diary; `put_back` undoes it."""
    head = find_head(pk)
    found = find_in(head, kind, entry)
    found.take_away()
    return _after(head, found)


@transaction.atomic
def put_back(pk: int, kind: str, entry: int) -> HeadOut:
    """Undo `take_away`."""
    head = find_head(pk)
    found = find_in(head, kind, entry, also_removed=True)
    found.put_back()
    return _after(head, found)


def _after(head: Head, moved: Any) -> HeadOut:
    """The head once something has gone or come back; its record follows its little tests."""
    if isinstance(moved, TestResult) and moved.test in quick_tests():
        _follow(head, quick_tests()[moved.test].question)
    return head_out(head)
