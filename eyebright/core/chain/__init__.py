"""The chain engine: what one link after another does to a head's two zones, whatever the links are."""

from .beside import NEAR, OnHead, outlasted
from .engine import REACHED, ChainError, Course, Link, LinkAfter, ZoneAfter, dose_on, run_chain
from .follow import Follow, follow
from .subjects import PlainWater, Subject
from .table import chain_table
