"""In and out in open formats: lines as people write them, recipes, cards, lists."""

from . import export
from .export import CSV_COLUMNS, csv_lines, inci, markdown, recipe
from .import_recipe import OWN_SETTINGS, ImportedRecipe, import_recipe, is_plain
from .lines import Kitchen, ParsedLine, Passage, ReadRecipe, parse_row, read_line, read_recipe
from .told import (
    ADDED,
    Guess,
    HeardRecipe,
    HeardStep,
    Signs,
    Told,
    guess_family,
    hear_parts,
    hear_recipe,
    parts_of,
)
