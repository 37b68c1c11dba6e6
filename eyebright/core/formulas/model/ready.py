"""A bought thing as it comes from its bottle: a formula of one line, which whatever reads formulas can read.

ready_formula(lot)      100 g of the shampoo, in the family that it is used in
ready_times(lot)        1.4: its label says 9 mL where the family usually takes 6.5
"""

from ...materials import Amount, Lot, Supply
from .families import Family, families
from .formula import Formula, Ingredient, Step, default_phase

HUNDRED = 100.0  # g, or mL: how much is nothing to what it does
SCALP, HAIR = 650.0, 170.0  # cm² and g of a middling adult head, which labels have in mind


def ready_family(supply: Supply) -> Family | None:
    """The family that it is used in as it was bought; None for what is an ingredient only."""
    return families().get(supply.material.ready) if supply.material and supply.material.ready else None


def ready_formula(supply: Supply) -> Formula | None:
    """The formula of it alone; None for what is not used as it comes."""
    family = ready_family(supply)
    if family is None or supply.material is None:
        return None
    line = Ingredient(
        1, supply, Amount(HUNDRED, supply.material.unit), default_phase(supply, family), supply.material.form
    )
    return Formula(
        name=supply.name,
        family=family,
        ingredients=(line,),
        steps=(Step("weigh", (line.id,)),),  # nothing is milled, mixed or kept: that was done by who made it
        use="left_in" if family.stays else "rinsed_out",
        minutes=sum(family.usual) / 2.0,
        place="shelf",
        bottle="plastic",
        product=supply.key,
    )


def ready_times(supply: Supply) -> float:
    """Times its family's usual dose that its own label asks for; 1 where it does not say."""
    family = ready_family(supply)
    dose = supply.dose if isinstance(supply, Lot) else None
    if family is None or not dose or supply.material is None:
        return 1.0
    grams = dose * (
        supply.material.density.mid if supply.material.density and supply.material.unit == "mL" else 1.0
    )
    return grams / (family.film.mid * SCALP + family.hair.mid * HAIR)
