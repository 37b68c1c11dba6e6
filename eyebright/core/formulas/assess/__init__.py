"""What comes of a formula: pH, cleansing, texture, drying balance, residue, scent, shelf life, cost."""

from .assessment import ASSESS_DRAWS, Assessment, assess
from .cleansing import LEFT_IN, contact_of, lifted_by
from .digest import VERSION, Digest, digest_of, kept_digest
from .scent import cap_for
from .shelf_life import shelf_life, shelf_life_rows
from .texture import Texture, grades, texture_table

__all__ = [
    "ASSESS_DRAWS",
    "LEFT_IN",
    "VERSION",
    "Assessment",
    "Digest",
    "Texture",
    "assess",
    "cap_for",
    "contact_of",
    "digest_of",
    "grades",
    "kept_digest",
    "lifted_by",
    "shelf_life",
    "shelf_life_rows",
    "texture_table",
]
