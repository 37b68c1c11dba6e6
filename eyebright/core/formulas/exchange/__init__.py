"""In and out in open formats: lines as people write them, recipes, cards, lists."""

from . import export
from .export import CSV_COLUMNS, csv_lines, inci, markdown, recipe
from .import_recipe import import_recipe, kind_in, minutes_in
from .parse_lines import parse_line, parse_lines, split_lines

__all__ = [
    "CSV_COLUMNS",
    "csv_lines",
    "export",
    "import_recipe",
    "inci",
    "kind_in",
    "markdown",
    "minutes_in",
    "parse_line",
    "parse_lines",
    "recipe",
    "split_lines",
]
