"""What comes of a formula, ready for the wire."""

from typing import Any

from eyebright.core.formulas.assess import Assessment, Texture, assess, grades
from eyebright.core.formulas.change import Workbench
from eyebright.core.formulas.model import FormulaError
from eyebright.core.numbers import HEAD_DRAWS, Draws
from eyebright.core.wash import held_against
from eyebright.household.services.household import household, picked_schools
from eyebright.kept.problems import Problem
from eyebright.kept.wire import out_of
from eyebright.shelf.models import Vessel

from ..schemas.assessments import (
    AssessmentOut,
    DoneStepOut,
    LiftOut,
    ScentOut,
    ThicknessOut,
    WeighedLineOut,
)
from .workbench import ParsedFormula


def the_vessel(pk: int | None) -> tuple[str, float] | None:
    """What it is made in: its name and mL."""
    if pk is None:
        return None
    vessel = Vessel.objects.filter(pk=pk).first()
    if vessel is None:
        raise Problem.field("vessel", "That vessel is no longer on the shelf: choose another.")
    return vessel.name, float(vessel.volume)


def assessment_of(
    written: ParsedFormula, bench: Workbench, vessel: tuple[str, float] | None = None
) -> Assessment | None:
    """The reading of what was written; None, and why beside its field, where there is none yet."""
    if written.formula is None:
        return None
    draws = Draws(HEAD_DRAWS, posterior=bench.posterior)
    hair_and_scalp = bench.hair_and_scalp(draws) if bench.hair_and_scalp else None
    try:
        return assess(written.formula, bench.kit, bench.posterior, hair_and_scalp, bench.head, vessel, draws)
    except FormulaError as raised:
        written.at_fault(raised)
        return None


def assessment_out(assessment: Assessment) -> AssessmentOut:
    """A reading on the wire."""
    formula = assessment.formula
    same: dict[str, Any] = {
        name: getattr(assessment, name)
        for name in ("yield_g", "yield_ml", "evaporated", "kept_back", "washes")
    }
    return out_of(
        AssessmentOut,
        assessment,
        lines=[
            out_of(WeighedLineOut, each, phase=line.phase, form=line.form)
            for each, line in zip(assessment.lines, formula.ingredients, strict=True)
        ],
        steps=[
            out_of(
                DoneStepOut,
                each,
                kind=each.kind.key,
                name=each.kind.name,
                how=each.how,
                set_least=each.step.least,
                set_most=each.step.most,
                adds=list(each.step.adds),
                sign=each.step.sign,
                note=each.step.note,
                only_if=each.step.only_if,
            )
            for each in assessment.preparation.steps
        ],
        ph_why=list(assessment.ph_why),
        lift=LiftOut.model_validate(assessment.lift),
        lift_why=list(assessment.lift_why),
        sources=list(assessment.cleaning.sources),
        thickness=_thickness(assessment.texture) if assessment.texture else None,
        drawn=list(assessment.drawn),
        scent=ScentOut.model_validate(assessment.scent) if assessment.scent else None,
        tools=list(assessment.tools),
        waiting=list(assessment.waiting),
        cautions=list(assessment.cautions),
        against_school=list(
            held_against(
                picked_schools(dict(formula.schools)),
                formula.family.key,
                formula.use,
                formula.pot,
                [line.kind for line in formula.ingredients],
            )
        ),
        currency=household().currency,
        **same,
    )


def _thickness(found: Texture) -> ThicknessOut:
    return out_of(
        ThicknessOut,
        found,
        key=found.grade.key,
        name=found.grade.name,
        says=found.grade.says,
        liquid={grade.key: found.liquid_for(grade.key) for grade in grades()},
    )
