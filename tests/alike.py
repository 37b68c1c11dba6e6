"""Random mixes that a jug and a formula can both express, for the tests and the bench."""

from dataclasses import dataclass
from random import Random
from typing import Any

from eyebright.core.formulas.assess import ALKALINE, SODA_WASH, SOUR, assess
from eyebright.core.formulas.model import Formula, Ingredient, Step, families, of_form
from eyebright.core.materials import Amount
from eyebright.core.mix import Line, Question, family_of_jug, stirred, work_out
from eyebright.core.rules import Caution, cautions, limits_for, rules, times

from .core.formulas import supply
from .core.heads import head

WATERS = ("rain", "distilled", "soft", "hard", "very_hard")
POURED = (
    "spirit_vinegar", "malt_vinegar", "cider_vinegar", "lemon_juice", "lime_juice",
    "onion_juice", "ginger_juice", "castile_soap", "buttermilk", "aloe_gel", "honey", "glycerine",
    "rose_water", "nettle_tea", "chamomile_tea", "lavender_oil", "peppermint_oil", "sunflower_oil",
)  # fmt: skip
WEIGHED = ("citric_acid", "tartaric_acid", "cream_of_tartar", "baking_soda", "washing_soda", "kaolin")
HEADS: tuple[dict[str, Any], ...] = (
    {}, {"skin": ["eczema"]}, {"birth_year": 2017}, {"birth_year": 2021}, {"allergies": ["daisies", "honey"]},
    {"scalp": "dry"}, {"asthma": True}, {"birth_year": 1995, "pregnancy": "later"}, {"style": "locs"},
)  # fmt: skip
ENDS_AT = {"soda_wash": SODA_WASH[2], "alkaline": ALKALINE, "sour": SOUR}  # pH at which a flag turns
NEAR = {"ph": 0.06, "ph_low": 0.12, "ph_high": 0.12, "ph_shown": 0.11}


@dataclass(frozen=True)
class Pair:
    """One mix as a jug and as a formula: what each says, and the facts each says it by."""

    text: str
    ph: tuple[float, float]
    said: tuple[set[tuple[str, str]], set[tuple[str, str]]]
    facts: tuple[dict[str, Any], dict[str, Any]]

    @property
    def apart(self) -> float:
        """How far apart the two pH are; where its range is wide, the less that says."""
        low, high = self.facts[0]["ph_low"], self.facts[0]["ph_high"]
        return float(abs(self.ph[0] - self.ph[1]) / max(1.0, 2.0 * (high - low)))

    def differs(self) -> set[str]:
        """Ids of what one says and the other does not, but for what stands on a limit."""
        apart = {rule for rule, _ in self.said[0] ^ self.said[1]}
        return {rule for rule in apart if not self._on_the_line(rule)}

    def _on_the_line(self, rule_id: str) -> bool:
        """Whether a pH lies so near a limit of this group that two sets of draws fall to either side."""
        group = next(rule.group for rule in rules() if rule.id == rule_id)
        limit = limits_for(self.facts[0])
        for rule in rules():
            if rule.group != group:
                continue
            for fact, how, value in rule.when:
                if fact in ENDS_AT and abs((self.facts[0]["ph"] or 0.0) - ENDS_AT[fact]) <= NEAR["ph"]:
                    return True
                if fact not in NEAR or how not in ("below", "above", "from"):
                    continue
                number, name = times(value) if isinstance(value, str) else (1.0, "")
                held = number * (limit.get(name) or self.facts[0].get(name) or 0.0) if name else value
                if abs((self.facts[0][fact] or 0.0) - held) <= NEAR[fact]:
                    return True
        return False


def _ids(found: tuple[Caution, ...]) -> set[tuple[str, str]]:
    return {(each.id, each.level) for each in found}


def pair(seed: int) -> Pair:
    """The mix of this seed."""
    random = Random(seed)
    chosen = [(random.choice(WATERS), random.choice((100.0, 250.0, 500.0)))]
    for what in random.sample((*POURED, *WEIGHED), random.randint(1, 3)):
        most = 20.0 if what in WEIGHED else 3.0 if what.endswith("_oil") else 120.0
        chosen.append((what, round(random.uniform(0.02, 1.0) ** 2 * most + 0.1, 2)))
    lines = [(supply(what), amount) for what, amount in chosen]
    use: Any = random.choice(("rinsed_out", "rinsed_out", "left_in"))
    minutes = random.choice((1.0, 2.0, 5.0, 12.0, 40.0)) if use == "rinsed_out" else 0.0
    facts = head(random.choice(HEADS)).facts()
    units = ["g" if each.material and each.material.unit == "g" else "mL" for each, _ in lines]
    asked = tuple(
        Line(each, "amount", Amount(amount, unit)) for (each, amount), unit in zip(lines, units, strict=True)
    )
    jug = work_out(Question(asked, None, None, use, minutes, False, facts))
    family = families()[jug.facts["family"]]
    ingredients = tuple(
        Ingredient(
            place, each, Amount(amount, unit), stirred(each, family_of_jug(False)), of_form(each.material, "")
        )
        for place, ((each, amount), unit) in enumerate(zip(lines, units, strict=True), start=1)
    )
    steps = (Step("mix_in", tuple(line.id for line in ingredients)),)
    formula = assess(Formula("The same", family, ingredients, steps, use, minutes), head=facts)
    assert formula.ph is not None
    made = {**jug.facts, "last": formula.facts["last"]}
    return Pair(
        text=f"{seed}: {chosen} {use} {minutes:g}",
        ph=(jug.ph.value, formula.ph.value),
        said=(_ids(tuple(cautions("jug", made))), _ids(formula.cautions)),
        facts=(jug.facts, formula.facts),
    )
