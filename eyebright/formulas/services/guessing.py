"""The family of an imported recipe: it follows what goes in until somebody chooses one."""

from eyebright.core.formulas.exchange import Guess, Signs, guess_family, parts_of, read_line
from eyebright.core.formulas.model import Family
from eyebright.core.materials import METRIC, Amount, Count, Supply
from eyebright.shelf.services.supplies import the_kitchen

from ..schemas.formulas import FamilyGuessOut, FormulaIn, IngredientIn
from .workbench import ParsedFormula, amount_typed, counted, number_typed


def signs_of(payload: FormulaIn) -> Signs:
    """What a recipe says of how it is used."""
    minutes = number_typed(payload.minutes) if "minutes" in payload.said else None
    return Signs(
        left_in="use" in payload.said and payload.use == "left_in",
        sprayed="sprayed" in payload.said,
        dusted="dusted" in payload.said,
        let_dry="let_dry" in payload.said,
        minutes=minutes or 0.0,
    )


def guesses_of(written: ParsedFormula) -> list[FamilyGuessOut]:
    """The families that it may be of; none where somebody chose."""
    payload = written.payload
    if payload.family_by != "content":
        return []
    lines = [found for line in payload.lines if (found := _line(line, written)) is not None]
    return guesses_out(guess_family(payload.name, parts_of(lines, METRIC), signs_of(payload)), payload)


def _line(line: IngredientIn, written: ParsedFormula) -> tuple[Supply, Amount | None, str, bool] | None:
    """A line as a guess sees it: what it is, or the likeliest that it may be while that is asked."""
    supply = written.supplies.get(line.supply_key)
    if supply is None:
        asked = read_line(line.text, the_kitchen()) if line.text and not line.supply_key else None
        if asked is None or not asked.found:
            return None
        return asked.found[0], asked.amount, asked.form, line.phase == "infused"
    return supply, _amount(counted(line), line.unit), line.form, line.phase == "infused"


def _amount(count: Count | None, unit: str) -> Amount | None:
    return None if count is None else Amount.ranging(count, unit)


def guesses_out(guess: Guess, payload: FormulaIn) -> list[FamilyGuessOut]:
    """A guess as it goes over the wire; what the recipe says itself of use and minutes stays."""
    return [
        _out(guess.family, guess.why, payload),
        *(_out(family, why, payload) for family, why in guess.near),
    ]


def _out(family: Family, why: str, payload: FormulaIn) -> FamilyGuessOut:
    use = payload.use if "use" in payload.said else "left_in" if family.stays else "rinsed_out"
    minutes = payload.minutes if "minutes" in payload.said else amount_typed(family.planned_minutes)
    return FamilyGuessOut(family=family.key, name=family.name, why=why, use=use, minutes=minutes)
