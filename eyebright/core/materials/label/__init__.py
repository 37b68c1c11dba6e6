"""What a bought thing's label says: its ingredients, and what they make of the material that it stands on."""

from .ingredients import Listed, Read, ingredient_table, read_ingredients
from .label import LABEL_PH, LABEL_SHARE, Label, LabelError, class_table, doubts_of, labelled, read_label

__all__ = [
    "LABEL_PH",
    "LABEL_SHARE",
    "Label",
    "LabelError",
    "Listed",
    "Read",
    "class_table",
    "doubts_of",
    "ingredient_table",
    "labelled",
    "read_ingredients",
    "read_label",
]
