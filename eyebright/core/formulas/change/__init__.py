"""Backwards from what is wanted: goals, scaling, substitutes, proposals."""

from . import goals, scaling
from .compare import ComparisonRow, compared
from .effects import Effect, effects, usual_shares
from .measurable import measurable
from .proposals import Proposal, Workbench, amount_said, difference, line_said, scaled, times_as_much
from .replace_lines import replace_lines
from .scaling import capped, for_head
from .substitutes import does, holds_any, likeness, main_role, substitutes
from .till_thick import till_thick
