"""Two or three formulas, or versions of one, side by side."""

from eyebright.core.formulas.change import compared
from eyebright.kept.problems import Problem

from ..schemas.formulas import CompareOut, FormulaIn
from .assessments import assessment_of
from .formulas import find_formula, find_version
from .workbench import as_core, core_bench, entered_of, keys_of

FEWEST, MOST = 2, 3


def compare(which: str) -> CompareOut:
    """The formulas that are named (`12,14` or `12,12.3`), row by row."""
    asked = [each.strip() for each in which.split(",") if each.strip()]
    if not FEWEST <= len(asked) <= MOST:
        raise Problem.field("which", "Choose two or three to put side by side.")
    payload = [_one(each) for each in asked]
    written = [as_core(each) for _, each in payload]
    bench, _ = core_bench({key for _, each in payload for key in keys_of(each)})
    readings = []
    for (name, _), each in zip(payload, written, strict=True):
        found = assessment_of(each, bench)
        if found is None:
            raise Problem.field("which", f"{name} cannot be reckoned yet: put right what is marked on it.")
        readings.append(found)
    rows = compared([each.formula for each in readings], readings)
    return CompareOut(
        names=[name for name, _ in payload],
        rows=list(rows),
    )


def _one(asked: str) -> tuple[str, FormulaIn]:
    pk, _, number = asked.partition(".")
    if not (
        pk.isascii()
        and pk.isdigit()
        and len(pk) < 12
        and (not number or (number.isascii() and number.isdigit()))
    ):
        raise Problem.field("which", "Choose two or three to put side by side.")
    kept = find_formula(int(pk))
    if not number:
        return kept.name, entered_of(kept.body)
    version = find_version(kept, int(number[:9]))
    return f"{kept.name}, {version.name or f'version {number}'}", entered_of(version.body)
