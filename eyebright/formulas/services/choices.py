"""What there is to choose from at the bench, the household's schools, and pasted lines understood."""

from typing import get_args

from eyebright.core.formulas.assess import grades
from eyebright.core.formulas.exchange import Kitchen, ParsedLine, read_recipe
from eyebright.core.formulas.model import (
    COVER,
    PHASES,
    SHARES,
    TILL,
    families,
    form_rows,
    pots,
    preconditions,
    signs,
    starts,
    step_kinds,
)
from eyebright.core.materials import unit_of
from eyebright.core.vocabulary import Bottle
from eyebright.core.wash import plain_schools
from eyebright.household.services.household import picked_schools
from eyebright.kept.wire import out_of
from eyebright.shelf.services.supplies import supply_out, the_kitchen

from ..schemas.choices import (
    BenchOut,
    FamilyChoiceOut,
    KeyNameOut,
    ReadLineOut,
    ReadOut,
    SchoolChoiceOut,
    SchoolOptionOut,
    StartOut,
    StepChoiceOut,
)

BEST = 3


def bench_choices() -> BenchOut:
    """Everything there is to choose from at the bench."""
    return BenchOut(
        families=[out_of(FamilyChoiceOut, each, usual=list(each.usual)) for each in families().values()],
        phases=[KeyNameOut(key=key, name=name) for key, name in PHASES.items()],
        forms=[KeyNameOut(key=key, name=row["name"]) for key, row in form_rows().items()],
        shares=[KeyNameOut(key=key, name=name) for key, name in _by_the_rest().items()],
        steps=[
            out_of(StepChoiceOut, each, minutes=list(each.minutes), signs=list(each.signs))
            for each in step_kinds().values()
        ],
        signs=[out_of(KeyNameOut, each) for each in signs().values()],
        pots=[out_of(KeyNameOut, each) for each in pots().values()],
        preconditions=[out_of(KeyNameOut, each) for each in preconditions().values()],
        bottles=list(get_args(Bottle)),
        grades=[out_of(KeyNameOut, each) for each in grades()],
        starts=[out_of(StartOut, each) for each in starts().values()],
        schools=[
            out_of(
                SchoolChoiceOut, school, options=[out_of(SchoolOptionOut, each) for each in school.options]
            )
            for school in plain_schools()
        ],
        picked=picked_schools(),
    )


def _by_the_rest() -> dict[str, str]:
    """Ways of saying an amount by what else goes in, by key."""
    thick = {f"{TILL}{grade.key}": f"till it {grade.till}" for grade in grades() if grade.till}
    return {**SHARES, COVER: "to cover", **thick}


def read(text: str, room: int) -> ReadOut:
    """A pasted recipe, read; nothing is dropped."""
    kitchen = the_kitchen()
    found = read_recipe(text, kitchen, room)
    return out_of(
        ReadOut, found, lines=[line_out(each, kitchen) for each in found.lines], passages=list(found.passages)
    )


def line_out(line: ParsedLine, kitchen: Kitchen) -> ReadLineOut:
    """One written line, as it was read."""
    taken = line.found[0] if line.sure else None
    usual = unit_of(taken) if taken else "g"
    return out_of(
        ReadLineOut,
        line,
        supply_key=taken.key if taken else "",
        amount=line.typed,
        unit=line.unit or ("" if taken is None and line.typed else usual),
        found=[supply_out(each, kitchen.kit) for each in line.found[:BEST]],
        notes=list(line.notes),
    )
