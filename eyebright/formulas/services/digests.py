"""What is kept of each formula's reading, so that lists and ranking need not read it again."""

from collections.abc import Iterable, Mapping
from contextlib import suppress
from datetime import datetime
from math import inf
from typing import Any

from django.db import DatabaseError, transaction

from eyebright.core.formulas.assess import Assessment, Digest, assess, digest_of, kept_digest
from eyebright.core.materials import Kit, Supply
from eyebright.shelf.services.beliefs import posterior_for
from eyebright.shelf.services.supplies import supplies_of

from ..models import Formula
from ..schemas.formulas import FormulaIn
from .workbench import as_core, entered_of, keys_of, marks, state_of


def keys_in(body: Mapping[str, Any]) -> list[str]:
    """What goes into a kept formula, by key."""
    return [line["supply_key"] for line in body.get("lines", ()) if line.get("supply_key")]


def _state(row: Formula, marked: Mapping[str, str], kit: Kit) -> str:
    return state_of(f"{row.pk}.{row.version}", keys_in(row.body), marked, kit)


def keep_digest(row: Formula, supplies: Mapping[str, Supply], assessment: Assessment, kit: Kit) -> None:
    """Keep what ranks a formula that was just read for nobody in particular, unless it is there already."""
    state = _state(row, marks(supplies, supplies), kit)
    if row.digest_of != state:
        row.digest, row.digest_of = digest_of(assessment).kept(), state
        _keep(row.pk, row.digest, state)


def _keep(pk: int, digest: Any, state: str) -> None:
    """Keep it for the next time. A disk that is full or only to be read is no reason not to answer."""
    with suppress(DatabaseError), transaction.atomic():
        Formula.objects.filter(pk=pk).update(digest=digest, digest_of=state)


def worked_out(payload: FormulaIn, kit: Kit) -> Digest | None:
    """The digest of a formula as it is written; None where it cannot be reckoned."""
    written = as_core(payload)
    if written.formula is None:
        return None
    try:
        return digest_of(assess(written.formula, kit, posterior_for(keys_of(payload))))
    except ValueError:  # what cannot be reckoned is ranked nowhere
        return None


def freshened(
    rows: Iterable[Formula], supplies: Mapping[str, Supply], kit: Kit, most: float = inf
) -> dict[int, Digest | None]:
    """The digests of some rows, worked out anew where something under them changed; at most so many."""
    marked, out = marks(supplies, supplies), {}
    for row in rows:
        state = _state(row, marked, kit)
        digest = kept_digest(row.digest)
        unread = row.digest is not None and digest is None  # kept by an older version
        if most and (row.digest_of != state or unread):
            most -= 1
            digest = worked_out(entered_of(row.body), kit)
            kept = digest.kept() if digest else None
            _keep(row.pk, kept, state)
        out[row.pk] = digest
    return out


def body_as_of(row: Formula, at: datetime) -> Mapping[str, Any]:
    """What stood in a formula at a time, as far as its versions tell."""
    left = row.versions.filter(made_at__gte=at).order_by("number").first()
    body: Mapping[str, Any] = row.body if left is None else left.body
    return body


def digest_as_of(row: Formula, at: datetime, kit: Kit) -> Digest | None:
    """The digest of a formula as it was written at a time, as far as its versions tell.

    A version is what stood there until it was changed. None where it cannot be reckoned.
    """
    body = body_as_of(row, at)
    if body != row.body:
        return worked_out(entered_of(body), kit)
    supplies = supplies_of(keys_in(row.body), also_removed=True)
    return freshened([row], supplies, kit)[row.pk]
