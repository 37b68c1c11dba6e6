"""What is felt and seen of it: grains, what stays behind after the rinse, what it colours."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any, Literal

import numpy as np

from ...numbers import Figure, figure
from ..prepare import Preparation
from .texture import Texture, undissolved

Strength = Literal["none", "a little", "some", "much"]
GRIT_MARKS = (0.2, 3.0, 12.0)  # g in 100 g: a little, some, much from here (custom)
RESIDUE_MARKS = (0.5, 6.0, 20.0)


@dataclass(frozen=True)
class Residue:
    """Grit or residue: g in 100 g, and in a word."""

    per_100: Figure
    word: Strength
    says: str


def grit(preparation: Preparation) -> Residue:
    """Grains that are felt."""
    coarse = sum(
        (one.plant * one.form.grit for one in preparation.lines if one.stays and one.form is not None),
        np.zeros(1),
    )
    grains = np.zeros(1) if preparation.formula.family.dust else undissolved(preparation)
    felt = figure(preparation.draws.each(100.0 * (coarse + grains) / preparation.total), "g in 100 g")
    word = _word(felt.value, GRIT_MARKS)
    says = {
        "none": "Smooth.",
        "a little": "A few grains are felt.",
        "some": "Grains are felt: sieve it once more, or grind it finer.",
        "much": "Coarse: it scratches. Sieve it, or draw it out and strain it instead.",
    }
    return Residue(felt, word, says[word])


def residue(preparation: Preparation, thick: Texture | None) -> Residue:
    """What may stay in the hair after the rinse."""
    solids = sum(
        (one.plant for one in preparation.lines if one.stays and one.form is not None), np.zeros(1)
    ) + 0.5 * preparation.grams_of(("clay", "flour", "starch"))
    fats = 1.5 * preparation.grams_of(("oil", "butter"))
    stays = figure(preparation.draws.each(100.0 * (solids + fats) / preparation.total), "g in 100 g")
    word = _word(stays.value, RESIDUE_MARKS)
    drags = thick is not None and thick.grade.drags
    says = {
        "none": "Rinses out clean.",
        "a little": "A good rinse takes it out.",
        "some": "Rinse long, parting by parting.",
        "much": "Hard to rinse out: thin it, or keep it off the lengths.",
    }
    return Residue(stays, word, says[word] + (" It is stiff besides: loosen it first." if drags else ""))


def _word(value: float, marks: Sequence[float]) -> Strength:
    words: tuple[Strength, ...] = ("none", "a little", "some", "much")
    return words[sum(value > mark for mark in marks)]


def stain(preparation: Preparation, facts: Mapping[str, Any]) -> str:
    """What colours, and whom that concerns."""
    names: dict[str, list[str]] = {}
    for one in preparation.lines:
        if one.material and one.material.stain:
            names.setdefault(one.material.stain, []).append(one.weighed.line.supply.name)
    if not names:
        return ""
    what = "; ".join(f"{' and '.join(each)} {verb}" for verb, each in names.items())
    whom = " this light hair" if facts.get("light") else " light, grey or bleached hair"
    return f"{what}{whom}, and cloth."
