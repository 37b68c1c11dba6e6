"""What is kept of each formula's reading, so that lists and ranking need not read it again."""

from collections.abc import Iterable, Mapping
from typing import Any

from eyebright.core.formulas.digest import Digest, digest_of, kept_digest
from eyebright.core.formulas.reading import Reading, read
from eyebright.core.materials import Stuff
from eyebright.core.measures import Kit
from eyebright.shelf.services.measures import the_kit
from eyebright.shelf.services.readings import belief_for

from ..models import Formula
from ..schemas.formulas import FormulaIn
from .bench import as_core, entered_of, keys_of, marks, state_of


def keys_in(body: Mapping[str, Any]) -> list[str]:
    """What goes into a kept formula, by key."""
    return [line["stuff"] for line in body.get("lines", ()) if line.get("stuff")]


def _state(row: Formula, marked: Mapping[str, str], kit: Kit) -> str:
    return state_of(f"{row.pk}.{row.version}", keys_in(row.body), marked, kit)


def keep_digest(row: Formula, there: Mapping[str, Stuff], reading: Reading, kit: Kit) -> None:
    """Keep what ranks a formula that was just read for nobody in particular, unless it is there already."""
    state = _state(row, marks(there, there), kit)
    if row.digest_of != state:
        row.digest, row.digest_of = digest_of(reading).kept(), state
        Formula.objects.filter(pk=row.pk).update(digest=row.digest, digest_of=state)


def fresh_digest(row: Formula, marked: Mapping[str, str], kit: Kit) -> Digest | None:
    """What is kept of its reading, worked out anew where something under it changed."""
    state = _state(row, marked, kit)
    if row.digest_of == state:
        kept = kept_digest(row.digest)
        if kept is not None or row.digest is None:
            return kept
    found = worked_out(entered_of(row.body), kit)
    Formula.objects.filter(pk=row.pk).update(digest=found.kept() if found else None, digest_of=state)
    return found


def worked_out(entered: FormulaIn, kit: Kit) -> Digest | None:
    """The digest of a formula as it is written; None where it cannot be reckoned."""
    written = as_core(entered)
    if written.formula is None:
        return None
    try:
        return digest_of(read(written.formula, kit, belief_for(keys_of(entered))))
    except ValueError:  # what cannot be reckoned is ranked nowhere
        return None


def freshened(rows: Iterable[Formula], there: Mapping[str, Stuff], most: int) -> dict[int, Digest | None]:
    """The digests of some rows; at most so many of them are worked out anew."""
    marked, kit, out, left = marks(there, there), the_kit(), {}, most
    for row in rows:
        stale = row.digest_of != _state(row, marked, kit)
        left -= stale
        out[row.pk] = kept_digest(row.digest) if stale and left < 0 else fresh_digest(row, marked, kit)
    return out
