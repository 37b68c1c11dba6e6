"""Making: from a formula to bottles with a date. What is to be done, weighed, waited for, checked, filled."""

from .as_it_was_done import PouredAmount, as_done, differences, leftover
from .as_supply import as_supply, poured
from .cautions import StepCaution, step_cautions, step_facts
from .checks import ph_after, texture_said, yield_said
from .cooling import Cooling, cooling, minutes_said, skin_safe
from .gathering import Choice, Held, choose, loads
from .portions import FillLine, UseBy, fill_lines, topped_up, use_by
from .putting_right import put_right
from .run_sheet import RunStep, run_sheet
from .thinning import Thinning, thinning
from .trace import Shown, TracedPour, pours_of
from .weighing import Bowl, look, tolerances
