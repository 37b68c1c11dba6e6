"""Lines as people write them, and whole recipes pasted."""

from .family import guessed_family
from .lexing import lex
from .reading import Kitchen, ParsedLine, read_line
from .recipe import LONGEST, MOST_LINES, Passage, ReadRecipe, parse_row, read_recipe

__all__ = [
    "LONGEST",
    "MOST_LINES",
    "Kitchen",
    "ParsedLine",
    "Passage",
    "ReadRecipe",
    "guessed_family",
    "lex",
    "parse_row",
    "read_line",
    "read_recipe",
]
