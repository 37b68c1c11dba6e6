"""What there is to choose from at the bench, the household's schools, and pasted lines understood."""

from typing import get_args

from eyebright.core.formulas.assess import grades
from eyebright.core.formulas.exchange import parse_lines
from eyebright.core.formulas.model import PHASES, SHARES, families, form_table, signs, starts, step_kinds
from eyebright.core.vocabulary import Bottle, Pot
from eyebright.core.wash import plain_schools
from eyebright.household.services.household import picked_schools
from eyebright.shelf.services.measures import the_kit
from eyebright.shelf.services.supplies import everything, find_for_lines

from ..schemas.choices import (
    BenchOut,
    FamilyChoiceOut,
    KeyNameOut,
    ReadLineOut,
    SchoolChoiceOut,
    SchoolOptionOut,
    StartOut,
    StepChoiceOut,
)
from .workbench import amount_typed


def bench_choices() -> BenchOut:
    """Everything there is to choose from at the bench."""
    return BenchOut(
        families=[
            FamilyChoiceOut(
                key=each.key,
                name=each.name,
                made_of=each.made_of,
                usual=list(each.usual),
                most=each.most,
                stays=each.stays,
                cleans=each.cleans,
            )
            for each in families().values()
        ],
        phases=[KeyNameOut(key=key, name=name) for key, name in PHASES.items()],
        forms=[KeyNameOut(key=key, name=row["name"]) for key, row in form_table()["form"].items()],
        shares=[KeyNameOut(key=key, name=name) for key, name in SHARES.items()],
        steps=[
            StepChoiceOut(
                key=each.key, name=each.name, how=each.how, minutes=list(each.minutes), signs=list(each.signs)
            )
            for each in step_kinds().values()
        ],
        signs=[KeyNameOut(key=each.key, name=each.name) for each in signs().values()],
        pots=list(get_args(Pot)),
        bottles=list(get_args(Bottle)),
        grades=[KeyNameOut(key=each.key, name=each.name) for each in grades()],
        starts=[
            StartOut(key=each.key, name=each.name, family=each.family, about=each.about)
            for each in starts().values()
        ],
        schools=[
            SchoolChoiceOut(
                key=school.key,
                name=school.name,
                options=[
                    SchoolOptionOut(key=each.key, name=each.name, holds=each.holds, ph=each.ph)
                    for each in school.options
                ],
            )
            for school in plain_schools()
        ],
        picked=picked_schools(),
    )


def read_lines(text: str) -> list[ReadLineOut]:
    """Pasted lines, understood as far as they can be; none is dropped."""
    shelf, _ = everything()
    out = []
    for each in parse_lines(text, lambda name: find_for_lines(name, shelf), the_kit()):
        out.append(
            ReadLineOut(
                text=each.text,
                stuff=each.found[0].key if each.found and not each.unsure else "",
                name=each.name,
                amount="" if each.amount is None else amount_typed(round(each.amount, 3)),
                unit=each.unit
                or (each.found[0].material.unit if each.found and each.found[0].material else "g"),
                form=each.form,
                found=[stuff.key for stuff in each.found[:8]],
                problem=each.problem,
            )
        )
    return out
