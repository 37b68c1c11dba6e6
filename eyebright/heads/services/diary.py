"""What happens to a head: its record, check-ins, quick tests and patch tests."""

from typing import Any

from django.db import transaction
from django.utils import timezone

from eyebright.core.formulas.model import families
from eyebright.core.heads import RecordError, quick_tests, read_record, record_as_kept, record_tables
from eyebright.core.materials import library
from eyebright.kept.problems import Problem, one, only_offered
from eyebright.kept.versions import changed, check_version, get_checked

from ..models import CheckIn, Head, PatchTest, Picture, TestResult
from ..schemas.diary import CheckInIn, LittleTestIn, PatchResultIn, PatchTestIn
from ..schemas.heads import HeadChangeIn, HeadIn, HeadOut, KeptOut
from .history import HeadHistory, find_head
from .serializers import head_out, patch_out, state_of

KINDS: dict[str, type[CheckIn | TestResult | PatchTest]] = {
    "check-ins": CheckIn,
    "little-tests": TestResult,
    "patch-tests": PatchTest,
}
CALLED = {
    "check-ins": "check-in",
    "little-tests": "quick hair test",
    "patch-tests": "patch test",
}


@transaction.atomic
def save_head(payload: HeadIn, head: Head | None = None) -> Head:
    """Keep a new head, or change one; an answer that cannot be is said beside its question."""
    today = timezone.localdate()
    before = record_as_kept(head.answers, today).answers() if head else {}
    try:
        record = read_record({**before, **payload.answers}, today)
    except RecordError as raised:
        raise Problem.field(raised.field, str(raised)) from None
    head = head or Head()
    head.name, head.note, head.answers = payload.name, payload.note, record.answers()
    head.save()
    return head


@transaction.atomic
def change_head(pk: int, payload: HeadChangeIn) -> Head:
    """Change a record that is as it was when it was read; a question that is left out keeps its answer."""
    head = get_checked(Head.objects.all(), pk, "record", payload.version, head_out)
    before = {"name": head.name, "answers": {}, "note": head.note}
    return save_head(changed(HeadIn, before, payload), head)


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
def check_in(pk: int, payload: CheckInIn) -> KeptOut:
    """Keep how the scalp is."""
    head = find_head(pk)
    said = payload.model_dump()
    for key, question in record_tables().check_in.items():
        only_offered(key, [said[key]], [level.key for level in question.choices])
    only_offered("flags", payload.flags, record_tables().flags)
    said |= {"picture": _picture(head, payload.picture), "flags": list(dict.fromkeys(payload.flags))}
    kept = CheckIn.objects.create(head=head, **said)
    return KeptOut(id=kept.pk, head=head_out(head))


@transaction.atomic
def little_test(pk: int, payload: LittleTestIn) -> KeptOut:
    """Keep the outcome of a little test, and let the record follow what the tests then say."""
    head = find_head(pk)
    test = quick_tests().get(payload.test)
    if test is None:
        raise Problem.field("test", "Choose a test.")
    if test.outcome(payload.outcome) is None:
        raise Problem.field("outcome", "Choose what you saw.")
    kept = TestResult.objects.create(head=head, test=payload.test, outcome=payload.outcome)
    if payload.take:
        _follow(head, test.question)
    return KeptOut(id=kept.pk, head=head_out(head))


def _follow(head: Head, question: str) -> None:
    """Set the record's answer to what the tests now say of this question."""
    belief = HeadHistory(head).beliefs.get(question)
    if belief:
        head.answers = {**head.answers, question: belief.answer}
        head.save(update_fields=["answers"])


@transaction.atomic
def patch_test(pk: int, payload: PatchTestIn) -> KeptOut:
    """Start a patch test."""
    head = find_head(pk)
    known = HeadHistory(head)
    name = payload.name[:80]
    if payload.material:
        if payload.material in library():
            name = name or library()[payload.material].name
        elif payload.material in families():
            name = name or families()[payload.material].name
        else:
            raise Problem.field("material", "Choose one of the ones offered, or name it yourself.")
    if not name:
        raise Problem.field("name", "Say what is being tried.")
    state = known.patches.get(payload.material or name.casefold())
    if state == "reaction":
        raise Problem.field("material", f"{head.name} has reacted to it: it is not tried again.")
    if state == "running":
        raise Problem.field("material", "That test is running already.")
    hours = payload.hours or known.patch_hours
    kept = PatchTest.objects.create(head=head, material=payload.material, name=name, hours=hours)
    return KeptOut(id=kept.pk, head=head_out(head))


@transaction.atomic
def patch_result(pk: int, test_pk: int, payload: PatchResultIn) -> KeptOut:
    """Say what the arm showed. A reaction can be said at any time, a clear arm only when it is due."""
    head = find_head(pk)
    test: PatchTest = find_in(head, "patch-tests", test_pk)
    check_version(test, CALLED["patch-tests"], payload.version, patch_out)
    if payload.result == "clear" and state_of(test) == "running":
        raise Problem.field(
            "result",
            f"Not yet: skin may answer as late as the second day. Look again after {test.hours} hours.",
        )
    test.result, test.note, test.ended_at = payload.result, payload.note, timezone.now()
    test.picture = _picture(head, payload.picture) or test.picture
    test.save()
    return KeptOut(id=test.pk, head=head_out(head))


@transaction.atomic
def remove(pk: int, kind: str, entry: int) -> HeadOut:
    """Remove something from the diary; `restore` undoes it."""
    head = find_head(pk)
    found = find_in(head, kind, entry)
    found.remove()
    return _after(head, found)


@transaction.atomic
def restore(pk: int, kind: str, entry: int) -> HeadOut:
    """Undo `remove`."""
    head = find_head(pk)
    found = find_in(head, kind, entry, also_removed=True)
    found.restore()
    return _after(head, found)


def _after(head: Head, moved: Any) -> HeadOut:
    """The head once something has gone or come back; its record follows its little tests."""
    if isinstance(moved, TestResult) and moved.test in quick_tests():
        _follow(head, quick_tests()[moved.test].question)
    return head_out(head)
