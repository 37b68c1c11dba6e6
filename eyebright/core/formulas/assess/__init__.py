"""What comes of a formula: pH, cleansing, texture, drying balance, residue, scent, shelf life, cost."""

from .assessment import Assessment, Cost, Drawn, assess
from .cleansing import Source, cleaning_of
from .contents import ALKALINE, SODA_WASH, SOUR, contents_of, supplies_in, wholes_of
from .digest import VERSION, Digest, DigestSubject, digest_of, kept_digest
from .drying_balance import DryingBalance
from .facts import mix_facts, washing_grams
from .on_head import LEFT_IN
from .residue import Residue
from .scent import cap_for, scent_of
from .sensitivity import Sensitivity
from .shelf_life import (
    WET,
    ShelfLife,
    kept_shelf_life,
    shelf_life,
    shelf_life_facts,
    shelf_life_rows,
)
from .texture import Texture, body, grades, texture_table
