"""When: the next sensible day, a routine, backwards from the wash to each step, and that as a calendar."""

from .backwards import Job, JobPlan, PlanStep, plan, steps_of
from .calendar_file import CalendarEntry, CalendarFileError, calendar_file, read_calendar
from .hours import Hours, Out, minute, moment
from .moments import Moments
from .routine import Days, Entry, Past, Routine, Scalp, Spaced, Turn, never_fits, turns
from .sensible import Occasion, Reason, Sensible, sensible_day
