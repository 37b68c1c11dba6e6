"""Backwards from the wash, routines, the next sensible day, and all of it as a calendar."""

import itertools
from dataclasses import replace
from datetime import UTC, date, datetime, time, timedelta
from unittest import TestCase
from zoneinfo import ZoneInfo

from hypothesis import example, given, settings
from hypothesis import strategies as st
from icalendar import Calendar

from eyebright.core.formulas.model import planned_steps
from eyebright.core.planning import (
    CalendarEntry,
    CalendarFileError,
    Days,
    Entry,
    Hours,
    Job,
    JobPlan,
    Moments,
    Occasion,
    Out,
    Past,
    PlanStep,
    Reason,
    Routine,
    Scalp,
    Spaced,
    Turn,
    calendar_file,
    minute,
    moment,
    never_fits,
    plan,
    read_calendar,
    sensible_day,
    steps_of,
    turns,
)

from .formulas import start

ZONE = ZoneInfo("Europe/London")
NOON = datetime(2026, 11, 27, 12, 0, tzinfo=ZONE)  # a Friday
HOUR, DAY = 60.0, 1440.0
SOAK = PlanStep("Soak", 240.0, 840.0, waits=True, pot=True)
SIMMER = PlanStep("Simmer", 15.0, 40.0, stands=60.0, pot=True)
STRAIN = PlanStep("Strain", 2.0, 8.0, stands=240.0, pot=True)
BOTTLE = PlanStep("Bottle", 2.0, 6.0)
LIQUOR = (SOAK, SIMMER, STRAIN, BOTTLE)


def busy(hours: Hours | None = None, days: int = 6) -> Moments:
    """Spans in which nothing is done by hand, from the day before."""
    return (hours or Hours()).busy(NOON - timedelta(days=1), NOON + timedelta(days=days), ZONE)


def at(day: int, hour: int, minutes: int = 0) -> float:
    """So many days from Friday, at this hour, in minutes."""
    return minute(NOON.replace(hour=hour, minute=minutes) + timedelta(days=day))


def said(found: JobPlan) -> list[tuple[str, str]]:
    """Its steps with day and hour."""
    return [(each.step.name, f"{moment(each.begin, ZONE):%a %H:%M}") for each in found.steps]


STEP = st.builds(
    PlanStep, name=st.just("a step"), least=st.floats(1, 200), most=st.just(0.0), waits=st.booleans(),
    stands=st.floats(0, 300), pot=st.booleans(),
).flatmap(lambda step: st.floats(0, 400).map(lambda more: replace(step, most=step.least + more)))  # fmt: skip
JOBS = st.lists(
    st.tuples(st.lists(STEP, min_size=1, max_size=4), st.floats(0, 5 * DAY)), min_size=1, max_size=3
)


def jobs_of(drawn) -> list[Job]:
    """Jobs of what was drawn."""
    return [Job(f"j{n}", f"job {n}", tuple(steps), minute(NOON) + by) for n, (steps, by) in enumerate(drawn)]


class MomentsTest(TestCase):
    """The arithmetic that all of it rests on."""

    def test_unions_and_what_is_left_of_them(self) -> None:
        self.assertEqual(Moments.of((5, 9), (0, 3), (2, 4)).spans, ((0, 4), (5, 9)))
        free = Moments.of((0, 100)).without([(40, 60)], 10)
        self.assertEqual(free.spans, ((0, 30), (60, 100)))
        self.assertEqual(free.before(5, 20).spans, ((-20, 25), (40, 95)))
        self.assertEqual(free.after(5, 10).spans, ((5, 40), (65, 110)))
        self.assertFalse(Moments.of((0, 5)).without([(0, 50)], 1))
        with self.assertRaises(ValueError):
            _ = Moments(()).last

    @given(
        st.lists(st.tuples(st.integers(0, 200), st.integers(1, 60)), max_size=6),
        st.integers(0, 200),
        st.integers(0, 40),
    )
    def test_without_is_what_it_says(self, spans, moment_, lasting) -> None:
        taken = [(a, a + b) for a, b in spans]
        free = Moments.of((0, 200)).without(taken, lasting)
        inside = any(a <= moment_ <= b for a, b in free.spans)
        clear = all(moment_ + lasting <= a or moment_ >= b for a, b in Moments.of(*taken).spans)
        self.assertEqual(inside, clear)


class HoursTest(TestCase):
    """Hours asleep and out, by the clock on the wall."""

    def test_nights_follow_the_clock_through_a_change_of_it(self) -> None:
        spring = datetime(2026, 3, 28, 12, tzinfo=ZONE)
        nights = Hours(asleep=(time(23), time(7))).nights(spring, spring + timedelta(days=1), ZONE)
        lasting = {round((end - begin) / HOUR, 1) for begin, end in nights.spans}
        self.assertEqual(lasting, {7.0, 8.0})

    def test_out_past_midnight_and_an_evening_that_is_taken(self) -> None:
        taken = (at(0, 19), at(0, 22))
        hours = Hours(asleep=None, out=(Out(4, time(20), time(1)),), taken=(taken,))
        spans = busy(hours, days=1).spans
        self.assertIn((at(0, 19), at(1, 1)), spans)


class Backwards(TestCase):
    """The latest start of each step."""

    def test_the_soak_is_begun_the_evening_before(self) -> None:
        (found,) = plan([Job("s", "soapwort", LIQUOR, at(1, 10))], busy(), minute(NOON))
        self.assertFalse(found.late)
        self.assertEqual(said(found)[0][0], "Soak")
        # four hours before would be three at night: it soaks the whole night instead
        self.assertEqual(said(found)[0][1], "Fri 22:30")
        simmer = found.steps[1]
        self.assertGreaterEqual(simmer.begin, at(1, 7))
        self.assertLessEqual(found.ready, at(1, 10))
        self.assertLessEqual(simmer.begin - found.steps[0].begin, SOAK.most)

    def test_a_shelf_of_slack_is_how_much_sooner_it_could_begin(self) -> None:
        (found,) = plan([Job("s", "soapwort", LIQUOR, at(1, 20))], busy(), minute(NOON))
        self.assertAlmostEqual(found.steps[0].slack, found.steps[0].begin - minute(NOON), delta=1.0)

    def test_what_cannot_be_done_in_time_says_when_it_can(self) -> None:
        (found,) = plan([Job("s", "soapwort", LIQUOR, at(0, 14))], busy(), minute(NOON))
        self.assertTrue(found.late)
        self.assertGreater(found.ready, at(0, 16))
        (again,) = plan([Job("s", "soapwort", LIQUOR, found.ready)], busy(), minute(NOON))
        self.assertFalse(again.late)
        (sooner,) = plan([Job("s", "soapwort", LIQUOR, found.ready - 5)], busy(), minute(NOON))
        self.assertTrue(sooner.late)

    def test_what_was_begun_goes_on_from_where_it_is(self) -> None:
        begun = at(0, 9)
        job = Job("s", "soapwort", LIQUOR, at(0, 20), begun)
        (found,) = plan([job], busy(), minute(NOON))
        self.assertEqual(found.steps[0].begin, begun)
        self.assertGreaterEqual(found.steps[1].begin, begun + SOAK.least)
        # a soak that nobody came back to for a day and a half is still carried on from
        (over,) = plan([replace(job, begun=at(-2, 20), by=at(0, 14))], busy(), minute(NOON))
        self.assertGreaterEqual(over.steps[1].begin, minute(NOON))
        self.assertLessEqual(over.ready, at(0, 14))

    def test_one_pot_is_for_one_thing_at_a_time(self) -> None:
        two = [Job(str(n), "soapwort", LIQUOR, at(2, 10)) for n in range(2)]
        apart = plan(two, busy(), minute(NOON), pots=1)
        windows = sorted((each.steps[0].begin, each.steps[2].begin) for each in apart)
        self.assertLessEqual(windows[0][1], windows[1][0])
        beside = plan(two, busy(), minute(NOON), pots=2)
        self.assertLess(beside[1].steps[0].begin - apart[1].steps[0].begin + 1.0, 3 * DAY)
        self.assertGreater(beside[1].steps[0].begin, apart[1].steps[0].begin)

    def test_a_formulas_steps_as_a_plan_takes_them(self) -> None:
        steps = steps_of(planned_steps(start("lamplight_soapwort")))
        by_name = {each.name: each for each in steps}
        self.assertTrue(by_name["Soak"].waits)
        self.assertFalse(by_name["Simmer"].waits)  # nobody sleeps while it is on the stove
        self.assertTrue(by_name["Soak"].pot)
        self.assertFalse(by_name["Bottle"].pot)

    @settings(max_examples=150, deadline=None)
    @given(JOBS, st.integers(1, 2))
    def test_what_is_done_by_hand_meets_no_hour_asleep_and_nothing_else_by_hand(self, drawn, pots) -> None:
        taken = busy(days=30)
        found = plan(jobs_of(drawn), taken, minute(NOON), pots)
        hands = [(e.begin, e.end) for each in found for e in each.steps if not e.step.waits]
        for begin, end in hands:
            self.assertGreaterEqual(begin, minute(NOON) - 0.01)
            for a, b in taken.spans:
                self.assertTrue(end <= a + 0.01 or begin >= b - 0.01, (begin, end, a, b))
        for (_, end), (begin, _) in itertools.pairwise(sorted(hands)):
            self.assertLessEqual(end, begin + 0.01)
        for each in found:
            for one, other in itertools.pairwise(each.steps):
                low, high = one.step.then
                self.assertTrue(low - 0.01 <= other.begin - one.begin <= high + 0.01)
            self.assertTrue(each.late or each.ready <= each.job.by + 0.01)

    @settings(max_examples=150, deadline=None)
    @given(JOBS, st.floats(0, 2 * DAY))
    def test_a_later_wash_never_starts_earlier(self, drawn, later) -> None:
        job = jobs_of(drawn)[0]
        (first,) = plan([job], busy(days=30), minute(NOON))
        (then,) = plan([replace(job, by=job.by + later)], busy(days=30), minute(NOON))
        if not first.late:
            self.assertFalse(then.late)
            self.assertGreaterEqual(then.begin, first.begin - 0.01)

    @settings(max_examples=100, deadline=None)
    @given(JOBS)
    def test_another_head_never_makes_ones_start_later(self, drawn) -> None:
        jobs = jobs_of(drawn)
        fewer = plan(jobs[:-1], busy(days=30), minute(NOON))
        for had, has in zip(fewer, plan(jobs, busy(days=30), minute(NOON)), strict=False):
            self.assertLessEqual(has.begin, had.begin + 0.01)


CLAY = Spaced("clay", "clay", 14.0)
LIQ = Spaced("liquor", "the liquor", 3.0)
A = Entry("a", "Friday wash", (LIQ,))
B = Entry("b", "Rinse day", ())
CLAY_DAY = Entry("clay", "Clay day", (CLAY,))
CYCLE = Routine((A, B, A, CLAY_DAY), every=7)
SCALP = Scalp(soon=3.0, since=2.0)
FRIDAY = Days(4)


def named(found: tuple[Turn, ...]) -> list[str]:
    """The entries, by key."""
    return [turn.entry.key for turn in found]


class Routines(TestCase):
    """A wish, not a law."""

    def test_it_goes_round_from_what_was_last(self) -> None:
        found = turns(CYCLE, [Past("a", 9), Past("b", 2)], {"liquor": 9}, SCALP, FRIDAY)
        self.assertEqual(named(found)[:5], ["a", "clay", "a", "b", "a"])
        self.assertEqual([turn.day for turn in found[:3]], [5, 12, 19])
        self.assertEqual(found[0].why, ())

    def test_where_an_entry_stands_twice_what_went_before_it_tells_which(self) -> None:
        found = turns(CYCLE, [Past("b", 16), Past("a", 9)], {}, SCALP, FRIDAY)
        self.assertEqual(named(found)[0], "clay")

    def test_clay_too_soon_waits_or_is_passed_over_and_says_so(self) -> None:
        past = [Past("b", 14), Past("a", 7)]
        near = turns(CYCLE, past, {"clay": 12}, replace(SCALP, since=7), FRIDAY)
        self.assertEqual((near[0].entry.key, near[0].day, near[0].wished), ("clay", 2, 0))
        self.assertIn("14 days", near[0].why[0])
        far = turns(CYCLE, past, {"clay": 1}, replace(SCALP, since=7), FRIDAY)
        self.assertEqual(far[0].entry.key, "a")
        self.assertIn("Clay day passed over this time", far[0].why[0])

    def test_a_tender_scalp_passes_over_what_is_not_for_it(self) -> None:
        barred = Routine((replace(CLAY_DAY, barred="the scalp is tender."), B), every=7)
        found = turns(barred, [Past("b", 7)], {}, replace(SCALP, since=7), FRIDAY)
        self.assertEqual(found[0].entry.key, "b")
        self.assertIn("the scalp is tender", found[0].why[0])

    def test_nothing_of_it_for_this_head_is_no_turn(self) -> None:
        barred = Routine((replace(CLAY_DAY, barred="the scalp is sore."),), every=7)
        self.assertEqual(turns(barred, [], {}, SCALP, FRIDAY), ())

    def test_at_most_twice_in_thirty_days(self) -> None:
        strong = replace(B, at_most=2)
        found = turns(Routine((strong,), every=7), [], {}, Scalp(1.0), FRIDAY, 4)
        self.assertEqual([turn.day for turn in found][:3], [0, 7, 30])
        self.assertIn("at most twice in 30 days", found[2].why[0])

    def test_only_on_days_that_suit(self) -> None:
        weekend = replace(CYCLE, weekdays=(5, 6))
        found = turns(weekend, [Past("a", 9)], {}, SCALP, Days(4, frozenset({8})))
        for turn in found:
            self.assertIn((4 + turn.day) % 7, (5, 6))
            self.assertNotEqual(turn.day, 8)

    def test_what_can_never_fit_says_what_would(self) -> None:
        self.assertEqual(never_fits(CYCLE), {})
        weekly = never_fits(Routine((CLAY_DAY,), every=7))
        self.assertIn("14 days between two, and comes again after 7", weekly[0])
        self.assertIn("Every 14 days it would fit", weekly[0])
        twice = never_fits(Routine((CLAY_DAY, B, CLAY_DAY, B), every=4))
        self.assertEqual(set(twice), {0, 2})

    @settings(max_examples=200, deadline=None)
    @given(
        st.lists(st.sampled_from([A, B, CLAY_DAY]), min_size=1, max_size=5),
        st.integers(1, 20),
        st.dictionaries(st.sampled_from(["clay", "liquor"]), st.floats(0, 30)),
        st.floats(1, 10),
        st.one_of(st.none(), st.floats(0, 20)),
        st.sets(st.integers(0, 6)),
    )
    def test_spacing_is_never_broken_and_what_moves_says_why(
        self, entries, every, since, soon, washed, weekdays
    ) -> None:
        routine = Routine(tuple(entries), every, tuple(sorted(weekdays)))
        found = turns(routine, [], since, Scalp(soon, washed), FRIDAY)
        last = {key: -ago for key, ago in since.items()}
        before = None if washed is None else -washed
        for turn in found:
            for each in turn.entry.spaced:
                self.assertGreaterEqual(turn.day - last.get(each.key, -99.0), each.apart - 1e-6)
                last[each.key] = turn.day
            if before is not None:
                self.assertGreaterEqual(turn.day - before, min(soon, every + 1) - 1e-6)
            before = turn.day
            self.assertTrue(turn.why or turn.day <= turn.wished, turn)


class SensibleDays(TestCase):
    """When the next wash is."""

    def test_what_holds_it_back_longest_is_the_reason(self) -> None:
        found = sensible_day([Reason(1.2, "the scalp"), Reason(3.5, "clay: 14 days")], FRIDAY)
        self.assertEqual((found.day, found.why), (4, ("clay: 14 days",)))
        self.assertEqual(sensible_day([], FRIDAY).day, 0)

    def test_straight_hair_on_friday_is_washed_the_day_before_or_that_morning(self) -> None:
        iron = Occasion("a hot iron", 7, 0, 1, "It must be dry.")
        self.assertEqual(sensible_day([], FRIDAY, (), iron).day, 6)
        self.assertEqual(sensible_day([Reason(6.5, "the scalp")], FRIDAY, (), iron).day, 7)
        held = sensible_day([Reason(9.0, "soda: 21 days between two")], FRIDAY, (), iron)
        self.assertEqual(held.day, 7)
        self.assertIn("2 days sooner than is sensible: soda: 21 days between two", held.conflict)

    def test_no_wash_for_days_before_a_relaxer(self) -> None:
        relaxer = Occasion("a relaxer", 3, 5, 10, "It burns a scalp washed lately.")
        self.assertIn("too late", sensible_day([], FRIDAY, (), relaxer).conflict)

    def test_days_out_are_left_alone(self) -> None:
        found = sensible_day([], Days(4, frozenset({0, 1})))
        self.assertEqual(found.day, 2)
        self.assertIn("next of your days", found.why[0])


ENTRY = st.builds(
    CalendarEntry,
    key=st.from_regex(r"\A[a-z]{1,8}-[0-9]{1,6}\Z"),
    title=st.text(st.characters(codec="utf-8", exclude_categories=("C",)), min_size=1, max_size=60),
    begin=st.one_of(
        st.datetimes(datetime(2020, 1, 1), datetime(2035, 1, 1)).map(
            lambda each: each.replace(microsecond=0, tzinfo=UTC)
        ),
        st.dates(date(2020, 1, 1), date(2035, 1, 1)),
    ),
    minutes=st.integers(0, 600).map(float),
    says=st.text(st.characters(codec="utf-8", exclude_categories=("C",)), max_size=200),
    alarm=st.one_of(st.none(), st.integers(0, 1440).map(float)),
)


class CalendarFiles(TestCase):
    """Out as iCalendar, and read back."""

    @settings(max_examples=100, deadline=None)
    @given(st.lists(ENTRY, max_size=5))
    @example([CalendarEntry("wash-1", "\\N", NOON, 1.0, "\\n\\,\n;\\")])
    def test_what_is_written_reads_as_the_same_plan(self, entries) -> None:
        whole_days = [
            replace(each, minutes=0.0) if not isinstance(each.begin, datetime) else each for each in entries
        ]
        name, found = read_calendar(calendar_file("Lock-house", whole_days, NOON))
        self.assertEqual(name, "Lock-house")
        self.assertEqual([*found], [replace(each, begin=each.begin) for each in whole_days])

    def test_everything_that_the_standard_requires_is_there(self) -> None:
        entries = [
            CalendarEntry("wash-1", "Wash: Wren", NOON, 40.0, "Lamplight; then\nwater", 30.0),
            CalendarEntry("use-2", "Use soon", date(2026, 12, 1)),
        ]
        raw = calendar_file("A plan", entries, NOON)
        self.assertTrue(all(len(row) <= 75 for row in raw.split(b"\r\n")))
        found = Calendar.from_ical(raw)
        for required in ("prodid", "version", "calscale", "method"):
            self.assertIn(required, found)
        self.assertEqual(found["version"], "2.0")
        wash, use = found.walk("VEVENT")
        for event in (wash, use):
            for required in ("uid", "dtstamp", "dtstart", "summary"):
                self.assertIn(required, event)
        self.assertEqual(wash.decoded("dtstart"), NOON)
        self.assertEqual(wash.decoded("duration"), timedelta(minutes=40))
        (alarm,) = wash.walk("VALARM")
        self.assertEqual(
            (str(alarm["action"]), alarm.decoded("trigger")), ("DISPLAY", timedelta(minutes=-30))
        )
        self.assertEqual(
            (use.decoded("dtstart"), use.decoded("dtend")), (date(2026, 12, 1), date(2026, 12, 2))
        )
        self.assertEqual(found.errors, [])

    def test_what_is_no_calendar_is_said(self) -> None:
        with self.assertRaises(CalendarFileError):
            read_calendar(b"BEGIN:NOTHING")
