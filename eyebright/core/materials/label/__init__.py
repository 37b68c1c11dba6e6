"""What a bought thing's label says: its ingredients, and what they make of the material that it stands on."""

from .ingredients import Listed, ingredient_table
from .label import (
    LABEL_PH,
    LABEL_SHARE,
    Label,
    LabelError,
    class_table,
    doubts_of,
    implausible,
    labelled,
    read_label,
)
