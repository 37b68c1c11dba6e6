"""What is barred: what some head must not have."""

from eyebright.core.materials import library

from ..models import Head, PatchTest
from ..schemas.heads import BlockedOut


def blocked() -> list[BlockedOut]:
    """What some head must not have: reactions on record, and what it is allergic to."""
    out = []
    reacted = PatchTest.objects.filter(
        result=PatchTest.Result.REACTION, head__removed_at=None
    ).select_related("head")
    for test in reacted:
        if test.material:
            out.append(_block(test.head, test.material, "has reacted to it"))
    for head in Head.objects.all():
        allergies = set(head.answers.get("allergies", ()))
        out += [
            _block(head, stuff.key, "is allergic to what it holds")
            for stuff in library().values()
            if allergies & set(stuff.contains)
        ]
    return out


def _block(head: Head, material: str, why: str) -> BlockedOut:
    return BlockedOut(head=head.pk, head_name=head.name, material=material, why=why)
