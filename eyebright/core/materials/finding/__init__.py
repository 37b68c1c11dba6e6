"""One finder for pickers, written lines, imports and search: what goes by a name, and what a name means."""

from .recognised import (
    TAP,
    WATER,
    Evidence,
    Meaning,
    Recogniser,
    Recognition,
    ambiguous,
    every_name,
    library_finder,
)
from .strengths import by_strength, can_be
from .typed import Finder, Named, Score, finder_of, found_among, found_rows, in_one_order
from .words import folded, stem, stem_set, word_set, word_table, words
