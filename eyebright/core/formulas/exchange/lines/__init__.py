"""Lines as people write them, and whole recipes pasted."""

from .reading import Kitchen, ParsedLine, read_line
from .recipe import Passage, ReadRecipe, parse_row, read_recipe
