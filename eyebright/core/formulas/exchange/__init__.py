"""In and out in open formats: lines as people write them, recipes, cards, lists."""

from . import export
from .export import CSV_COLUMNS, csv_lines, inci, markdown, recipe
from .import_recipe import ImportedRecipe, import_recipe, is_plain, kind_in, minutes_in
from .lines import Kitchen, ParsedLine, Passage, ReadRecipe, guessed_family, parse_row, read_line, read_recipe
