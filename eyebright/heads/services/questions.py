"""Everything that is asked of a head."""

from eyebright.core.formulas.model import families
from eyebright.core.heads import quick_tests, record_tables
from eyebright.core.learning import outcomes
from eyebright.core.materials import library

from ..schemas.questions import QuestionsOut


def questions() -> QuestionsOut:
    """Everything that is asked of a head."""
    asked = record_tables()
    named = ("flags", "occasions", "on_scalp", "on_strands")
    return QuestionsOut.model_validate(
        {name: list(getattr(asked, name).values()) for name in named}
        | {
            "questions": list(asked.questions.values()),
            "check_in": list(asked.check_in.values()),
            "little_tests": list(quick_tests().values()),
            "families": list(families().values()),
            "materials": [each for each in library().values() if not each.refuse],
            "outcomes": outcomes(),
        }
    )
