"""What there is to choose from at the bench, the household's schools, and pasted lines understood."""

from collections.abc import Mapping
from typing import get_args

from eyebright.config.problems import Problem
from eyebright.core.formulas.assess import grades
from eyebright.core.formulas.exchange import parse_lines
from eyebright.core.formulas.model import PHASES, SHARES, families, form_table, signs, starts, step_kinds
from eyebright.core.vocabulary import Bottle, Pot
from eyebright.core.wash import plain_schools, school_keys
from eyebright.shelf.models import Household
from eyebright.shelf.services.measures import the_kit
from eyebright.shelf.services.stuff import everything, find_for_lines

from ..schemas.bench import (
    BenchOut,
    FamilyChoiceOut,
    KeyNameOut,
    ReadLineOut,
    SchoolChoiceOut,
    SchoolOptionOut,
    SchoolsIn,
    StartOut,
    StepChoiceOut,
)
from .bench import amount_typed
from .readings import picked_schools


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


def pick_schools(entered: SchoolsIn) -> dict[str, str]:
    """Keep what the household holds where makers disagree."""
    kept = Household.objects.first() or Household()
    kept.schools = checked_schools(entered.picked)
    kept.save()
    return dict(kept.schools)


def checked_schools(picked: Mapping[str, str]) -> dict[str, str]:
    """Schools by key, none that there is not; "" leaves one open."""
    known = school_keys()
    for key, option in picked.items():
        if key not in known or (option and option not in known[key]):
            raise Problem.field("schools", "Choose one of the ones offered.")
    return {key: option for key, option in picked.items() if option}


def read_lines(text: str) -> list[ReadLineOut]:
    """Pasted lines, understood as far as they can be; none is dropped."""
    shelf, _ = everything()
    out = []
    for each in parse_lines(text, lambda name: find_for_lines(name, shelf), the_kit()):
        out.append(
            ReadLineOut(
                text=each.text,
                stuff=each.found[0].key if each.found else "",
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
