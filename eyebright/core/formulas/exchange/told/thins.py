"""How what was made is thinned when it is used: "dilute 1:3", "2 tablespoons to a litre of water"."""

from collections.abc import Sequence

from ....materials import stem, stem_set, word_set
from ...model import MOST_THINNED
from ..lines import Kitchen
from ..lines.amounts import Said
from ..lines.lexing import Token
from .family import water_grams
from .spans import number_at
from .vocabulary import has, word_list


def thinned_in(tokens: list[Token], kitchen: Kitchen, *, used: bool) -> int:
    """Parts of water to one of it, 0 where nothing is said of that; `used`: the sentence tells of its use."""
    says = has(tokens, "thins", "words")
    found = _ratio(tokens, kitchen) if says else 0.0
    if not found and (says or used):
        found = _by_amounts(tokens, kitchen)
    return min(max(round(found), 1), MOST_THINNED) if found >= 0.5 else 0


def _ratio(tokens: Sequence[Token], kitchen: Kitchen) -> float:
    """The second of "1:3", "1 + 3", "1 to 3" over the first; 0 for none."""
    for at in range(len(tokens) - 2):
        if tokens[at].kind != "n" or tokens[at + 2].kind != "n" or tokens[at + 1].word not in SIGNS:
            continue
        one, many = (number_at(list(tokens[i : i + 1]), 0, kitchen.habit) for i in (at, at + 2))
        if one is not None and many is not None and one[0].mid > 0.0:
            return many[0].mid / one[0].mid
    return 0.0


SIGNS = (":", "+", "to", "zu", "a", "por")


def _by_amounts(tokens: list[Token], kitchen: Kitchen) -> float:
    """So much water over so much of it, where a sentence says both and names nothing else that goes in."""
    said = [each for each in kitchen.amounts(tokens) if each.units]
    if len(said) != 2:
        return 0.0
    one, water = said
    between = [token.word for token in tokens[one.end : water.start] if token.kind == "w"]
    little = word_list("little", "stops") | word_list("little", "pronouns") | word_set("neutral")
    if any(word not in little and not has([_word(word)], "thins", "words") for word in between):
        return 0.0
    behind = [token.word for token in tokens[water.end : water.end + 2]]
    if not any(stem(word) in stem_set("water", "names") for word in behind):
        return 0.0
    much = [_much(each, kitchen) for each in said]
    return much[1] / much[0] if much[0] > 0.0 else 0.0


def _much(said: Said, kitchen: Kitchen) -> float:
    """g as of water, or parts; 0 for what no water is measured by: two lemons."""
    return said.count.mid if said.units == ("part",) else water_grams(said, kitchen) or 0.0


def _word(word: str) -> Token:
    return Token("w", word, word)
