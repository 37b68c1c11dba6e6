"""One finder for pickers, written lines, imports and search: what goes by a name, and what a name means."""

from .recognised import (
    TAP,
    WATER,
    Ambiguous,
    Evidence,
    Meaning,
    Recogniser,
    Recognition,
    ambiguous,
    ambiguous_names,
    every_name,
    library_finder,
)
from .typed import Finder, Named, Score, finder_of, found_among, in_one_order
from .words import folded, joined, stem, word_set, word_table, words

__all__ = [
    "TAP",
    "WATER",
    "Ambiguous",
    "Evidence",
    "Finder",
    "Meaning",
    "Named",
    "Recogniser",
    "Recognition",
    "Score",
    "ambiguous",
    "ambiguous_names",
    "every_name",
    "finder_of",
    "folded",
    "found_among",
    "in_one_order",
    "joined",
    "library_finder",
    "stem",
    "word_set",
    "word_table",
    "words",
]
