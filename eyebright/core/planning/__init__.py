"""When: the next sensible day, a routine, backwards from the wash to each step, and that as a calendar."""

from .backwards import Job, JobPlan, PlanStep, Scheduled, plan, steps_of
from .calendar_file import CalendarEntry, CalendarFileError, calendar_file, read_calendar
from .hours import Hours, Out, minute, moment
from .moments import Moments
from .routine import Days, Entry, Past, Routine, Scalp, Spaced, Turn, never_fits, turns
from .sensible import Occasion, Reason, Sensible, sensible_day

__all__ = [
    "CalendarEntry",
    "CalendarFileError",
    "Days",
    "Entry",
    "Hours",
    "Job",
    "JobPlan",
    "Moments",
    "Occasion",
    "Out",
    "Past",
    "PlanStep",
    "Reason",
    "Routine",
    "Scalp",
    "Scheduled",
    "Sensible",
    "Spaced",
    "Turn",
    "calendar_file",
    "minute",
    "moment",
    "never_fits",
    "plan",
    "read_calendar",
    "sensible_day",
    "steps_of",
    "turns",
]
