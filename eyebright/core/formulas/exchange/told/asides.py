"""What a recipe says besides: how often, where it is kept, what to beware of, what is only hope."""

from dataclasses import dataclass, field

from ....words import days_apart
from ..lines import Kitchen
from ..lines.lexing import Token
from .clause import kept_at
from .family import water_grams
from .sentences import acts_in, clauses
from .spans import Often, often_in
from .vocabulary import has

KEPT = {"fridge": "kept in the fridge", "freezer": "kept in the freezer", "shelf": "kept on the shelf"}
CAUTION = "a caution"
CLAIM = "a claim, left out"
KEEPS = "how it keeps"
YIELDS = "how much it makes"
DOSE = "how much goes on at once"
OFTEN = "how often"
NOTED = {YIELDS, DOSE, OFTEN}
"""What is told of a recipe as a whole: no step of it."""


@dataclass
class Asides:
    """What was said besides. `apart` days between two; `makes` g of all that it gives."""

    kitchen: Kitchen
    apart: float | None = None
    place: str = ""
    warnings: list[str] = field(default_factory=list)
    sealed: bool = False
    makes: float | None = None

    def hear(self, text: str, tokens: list[Token], heard: list[str], *, worn: bool) -> bool:
        """Hear a sentence; whether it says any of that. `worn`: it says how long it is kept on the head."""
        acts = bool(acts_in(tokens))
        often = self._often(text)
        if often is not None:
            self.apart = often.days
            heard.append(f"{days_apart(often.days)} apart")
        kept = kept_at(tokens)
        says = has(tokens, "keeping", "says") and not worn
        if kept and (says or not acts):
            self.place = kept
            heard.append(KEPT[kept])
        elif says:
            heard.append(KEEPS)
        whole = {
            DOSE: has(tokens, "yields", "dose") and not acts,
            OFTEN: often is None and has(tokens, "often", "washes"),
            YIELDS: has(tokens, "yields", "says") and not acts,
        }
        heard += [words for words, holds in whole.items() if holds]
        if whole[YIELDS]:
            self.makes = self._makes_of(tokens) or self.makes
        warns, claims = has(tokens, "warns", "words"), has(tokens, "claims", "words")
        if warns:
            self.warnings.append(text)
            heard.append(CAUTION)
        if claims:
            heard.append(CLAIM)
        self.sealed = self.sealed or (has(tokens, "sealed", "words") and has(tokens, "acts", "ferment"))
        return bool(often or kept or says or warns or claims or any(whole.values()))

    def _often(self, text: str) -> Often | None:
        """How often it is used, where a sentence says so; "make it fresh every 3 days" does not."""
        said = (
            often_in(part, self.kitchen.habit)
            for part in clauses(text)
            if not has(part, "keeping", "says")
            and not any(act.key.startswith("acts") for act in acts_in(part))
        )
        return next((each for each in said if each is not None), None)

    def _makes_of(self, tokens: list[Token]) -> float | None:
        """g of all that it gives, where a sentence says so: "makes 400 ml"; None for "enough for two"."""
        said = next((each for each in self.kitchen.amounts(tokens) if each.units and not each.piece), None)
        return None if said is None else water_grams(said, self.kitchen)
