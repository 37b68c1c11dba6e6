"""The household's formulas, and those makeable from its shelf, ranked for a head."""

from collections.abc import Mapping, Sequence

from django.db.models import Q

from eyebright.core.formulas.assess import Digest, contents_of, wholes_of
from eyebright.core.formulas.model import families, starts
from eyebright.core.heads import Head, needs_of
from eyebright.core.materials import Kit, Supply
from eyebright.core.wash import Candidate, Match, best_of_each, rank
from eyebright.heads.services import find_head, head_for, product_key
from eyebright.household.services.household import picked_schools
from eyebright.kept.wire import out_of
from eyebright.shelf.services.measures import the_kit
from eyebright.shelf.services.supplies import everything, supplies_of

from ..models import Formula
from ..schemas.formulas import MatchOut
from .beginning import started
from .digests import freshened, keys_in, worked_out
from .workbench import keys_of, marks, state_of

MOST = 400
START = "start-"
_STARTS: dict[str, Digest | None] = {}  # of the starting points, by the state that they were worked out in


def matches(head: int) -> list[MatchOut]:
    """Every formula and makeable starting point, the best for this head first, with reasons."""
    whom = head_for(find_head(head).pk)
    assert whom is not None
    return [_out(each) for each in _ranked(whom)]


def speaking(whom: Head) -> dict[str, Candidate]:
    """What speaks for each family on a head's page: the best ranked of it, by the family's key."""
    return best_of_each(_ranked(whom))


def candidates_of(rows: Sequence[Formula]) -> dict[int, Candidate]:
    """Formulas as they are judged, by id; what cannot be reckoned is left out."""
    supplies = supplies_of({key for row in rows for key in keys_in(row.body)}, also_removed=True)
    digests = freshened(rows, supplies, the_kit())
    return {
        row.pk: _of_row(row, digest, supplies, set(supplies))
        for row in rows
        if (digest := digests[row.pk]) is not None
    }


def begun_from(candidate: Candidate) -> tuple[int | None, str]:
    """The id of the formula that a candidate is, or the key of the starting point."""
    key = candidate.key
    return (None, key.removeprefix(START)) if key.startswith(START) else (int(key), "")


def _ranked(whom: Head) -> list[Match]:
    shelf, _ = everything()
    rows = list(Formula.objects.filter(~Q(body__lines=[])).defer("search")[:MOST])
    supplies = supplies_of({key for row in rows for key in keys_in(row.body)}, also_removed=True)
    at_hand = {supply.key for supply in shelf}
    kit = the_kit()
    digests = freshened(rows, supplies, kit)
    candidates = [
        _of_row(row, digest, supplies, at_hand) for row in rows if (digest := digests[row.pk]) is not None
    ]
    picked = picked_schools()
    candidates += _from_starts(shelf, {row.name for row in rows}, kit, picked)
    return rank(candidates, whom, needs_of(whom.facts()), picked)


def _of_row(row: Formula, digest: Digest, supplies: Mapping[str, Supply], at_hand: set[str]) -> Candidate:
    used = [supplies[key] for key in keys_in(row.body) if key in supplies]
    return _candidate(str(row.pk), row.name, digest, used, at_hand)


def _candidate(key: str, name: str, digest: Digest, used: list[Supply], at_hand: set[str]) -> Candidate:
    missing = tuple(supply.name for supply in used if supply.key not in at_hand)
    product = product_key(digest.family, int(key)) if key.isdigit() else ""
    wholes = wholes_of(name, product, families()[digest.family], used)
    return Candidate(key, name, digest, missing, tuple(contents_of(used)), tuple(wholes), product)


def _from_starts(
    shelf: list[Supply], taken: set[str], kit: Kit, picked: Mapping[str, str]
) -> list[Candidate]:
    """Starting points that the shelf can make whole, and that are not among the formulas already."""
    out = []
    at_hand = {supply.key for supply in shelf}
    for start in starts().values():
        if start.name in taken:
            continue
        payload = started(start, shelf, picked)
        keys = keys_of(payload)
        if not set(keys) <= at_hand:
            continue
        supplies = {supply.key: supply for supply in shelf if supply.key in keys}
        state = state_of(payload.model_dump_json(), supplies, marks(supplies, supplies), kit)
        if state not in _STARTS:
            if len(_STARTS) > 200:
                _STARTS.clear()
            _STARTS[state] = worked_out(payload, kit)
        digest = _STARTS[state]
        if digest is not None:
            out.append(
                _candidate(f"{START}{start.key}", start.name, digest, list(supplies.values()), at_hand)
            )
    return out


def _out(found: Match) -> MatchOut:
    pk, start = begun_from(found.candidate)
    return out_of(
        MatchOut,
        found,
        id=pk,
        start=start,
        name=found.candidate.name,
        family=found.family.key,
        family_name=found.family.name,
        reasons=list(found.reasons),
        against=list(found.against),
        stops=list(found.stops),
    )
