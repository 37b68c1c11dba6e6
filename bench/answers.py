"""A full answer in process: plan, 120-point curve with its band, ratios, doubts and cautions."""

from functools import partial

from eyebright.core.chemistry.water import water_classes
from eyebright.core.making.rinse import AcidLot, Question, WaterLot, plan_rinse
from eyebright.core.materials import material

from .chemistry import best

ASKED = (
    ("malt_vinegar", "very_hard", 4.5),
    ("cider_vinegar", "soft", 3.7),
    ("lemon_juice", "hard", 4.0),
    ("citric_acid", "very_hard", 4.5),
)


def answers() -> dict[str, float]:
    """Seconds for each of some questions, the best of a few rounds."""
    out = {}
    for acid, water, aim in ASKED:
        lot, source = material(acid), water_classes()[water]
        question = Question(
            AcidLot(lot, lot.name), WaterLot(source, source.name), 500.0, aim, "rinsed_out", 2.0
        )
        out[f"{lot.name} in {source.name.lower()}"] = best(partial(plan_rinse, question))
    return out
