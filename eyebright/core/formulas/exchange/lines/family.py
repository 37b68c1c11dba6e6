"""What a pasted recipe makes: by what goes in, else by its title; to be changed by whoever knows better."""

from collections.abc import Iterable, Sequence

from ....materials import words
from ...model import families
from .reading import ParsedLine

THIN = {"water", "hydrosol", "tea"}
USUAL = "mask"


def guessed_family(title: Iterable[str], lines: Sequence[ParsedLine]) -> str:
    """The family, by key, that a recipe is most likely of. `title`: its headings."""
    said = {word for text in title for word in words(text)}
    taken = [line for line in lines if line.sure]
    kinds = {line.found[0].material.kind if line.found[0].material else "water" for line in taken}
    powdered = any(line.form == "powder" for line in taken)
    every = families().values()
    shown = sorted((each for each in every if each.sign in kinds), key=lambda each: each.paste != powdered)
    named = [each for each in every if said & set(each.called)]
    ready = {line.found[0].material.ready for line in taken if line.found[0].material}
    bought = [each for each in every if each.key in ready]
    plain = [each for each in every if kinds & set(each.only) and kinds <= THIN | set(each.only)]
    return next((each.key for each in (*shown, *named, *bought, *plain)), USUAL)
