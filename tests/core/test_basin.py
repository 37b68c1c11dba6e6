"""The basin: steps, minutes by section, rings, words that are read out, and when it is asked how it went."""

from dataclasses import replace
from datetime import UTC, datetime, timedelta
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from eyebright.core.basin import (
    BasinLink,
    Contact,
    Press,
    advice_of,
    answered,
    asks,
    due_of,
    helps,
    judged_words,
    minutes_at_most,
    postures,
    progress_of,
    questions,
    questions_for,
    ring_words,
    step_words,
    steps_of,
    telling,
    too_warm,
    troubles,
)
from eyebright.core.wash import WashLink, sections

from .formulas import formula
from .test_wash_links import CLAY, LIQUOR, MASK, OIL, RINSE, SODA, THIRD, WATER, basin

GRAINS = BasinLink(
    1, "Clay", "put_on", "scalp", minutes=10.0, sections=4, each=1.5, section="by quarters", most=30.0
)
SOAK = BasinLink(2, "Mask", "put_on", "bag", minutes=30.0)
SCALP_WATER = BasinLink(3, "Water", "water", "scalp", start=16.0)
RINSED = BasinLink(4, "Water", "water", "both", start=30.0)
SPRAY = BasinLink(5, "Mist", "put_on", start=31.0, rinsed=False)


def keys(*basin_links: BasinLink) -> list[str]:
    """The steps of a wash, by key."""
    return [step.key for step in steps_of(basin_links)]


def contact(on: list[float], off: float | None = None, **more: object) -> Contact:
    """Something that went on at these minutes."""
    going_on = replace(GRAINS, **{"sections": len(on)} | more)  # type: ignore[arg-type]
    return Contact(going_on, tuple(on), off)


class Steps(TestCase):
    """One press each, in order of time."""

    def test_two_lanes_and_what_stays(self) -> None:
        found = keys(GRAINS, SOAK, SCALP_WATER, RINSED, SPRAY)
        self.assertEqual(found, ["ready", "on-1", "on-2", "off-3", "off-4", "on-5", "end"])
        offs = {step.key: step.offs for step in steps_of([GRAINS, SOAK, SCALP_WATER, RINSED])}
        self.assertEqual((offs["off-3"], offs["off-4"]), ((1,), (2,)))
        by_itself = steps_of([GRAINS, SOAK, RINSED])  # no water of its own: its minutes end it all the same
        self.assertEqual(
            [step.key for step in by_itself], ["ready", "on-1", "on-2", "alone-1", "off-4", "end"]
        )
        self.assertEqual((by_itself[3].offs, by_itself[4].offs), ((1,), (2,)))

    def test_what_no_water_follows_is_rinsed_out_all_the_same(self) -> None:
        self.assertEqual(keys(GRAINS), ["ready", "on-1", "last", "end"])
        second = replace(GRAINS, id=7, start=20.0)
        self.assertEqual(keys(GRAINS, second), ["ready", "on-1", "before-7", "on-7", "last", "end"])

    def test_a_pause_takes_nothing_off(self) -> None:
        pause = BasinLink(9, "Wait", "pause", start=15.0, minutes=30.0)
        steps = steps_of([replace(GRAINS, start=0.0), pause, RINSED])
        self.assertEqual([step.key for step in steps], ["ready", "on-1", "pause-9", "off-4", "end"])
        self.assertEqual(steps[3].offs, (1,))

    def test_a_press_of_a_step_that_is_no_more_is_passed_over(self) -> None:
        steps = steps_of([RINSED])
        stand = progress_of(steps, [RINSED], [Press(0.0, "ready"), Press(1.0, "on-99"), Press(2.0, "off-4")])
        self.assertEqual(steps[stand.place].key, "end")


class Changed(TestCase):
    """What is still to come is changed while some of it is on."""

    @settings(max_examples=200, deadline=None)
    @given(
        st.lists(st.sampled_from(["scalp", "lengths", "both", "bag", "water"]), min_size=1, max_size=5),
        st.integers(0, 12),
        st.sampled_from(["scalp", "lengths", "both", "bag", "water"]),
    )
    def test_what_came_off_stays_off_and_what_is_on_is_still_to_be_rinsed_out(
        self, zones: list[Any], pressed: int, more: Any
    ) -> None:
        def going_on(place: int, zone: Any) -> BasinLink:
            water = zone == "water"
            return BasinLink(
                place,
                f"No {place}",
                "water" if water else "put_on",
                "both" if water else zone,
                start=float(place),
            )

        basin_links = [going_on(place, zone) for place, zone in enumerate(zones, start=1)]
        presses: list[Press] = []
        for moment in range(pressed):
            steps = steps_of(basin_links)
            stand = progress_of(steps, basin_links, presses)
            if stand.place < len(steps) - 1:
                step = steps[stand.place]
                presses.append(Press(float(moment), step.key, offs=step.offs))
        before = progress_of(steps_of(basin_links), basin_links, presses)
        basin_links = [*basin_links, going_on(len(zones) + 1, more)]
        steps = steps_of(basin_links)
        after = progress_of(steps, basin_links, presses)
        for link, contact in before.contacts.items():
            if contact.off is not None:
                self.assertEqual(after.contacts[link].off, contact.off)
        later = {link for step in steps[after.place :] for link in step.offs}
        self.assertLessEqual({each.link.id for each in after.on_now()}, later)


class ByTheSection(TestCase):
    """Limits look at the longest, what it does goes by the mean."""

    def test_the_first_quarter_has_it_longest(self) -> None:
        found = contact([0.0, 2.0, 4.0, 8.0], off=14.0)
        self.assertEqual(found.minutes(99.0), (14.0, 12.0, 10.0, 6.0))
        self.assertEqual((found.longest(99.0), found.mean(99.0)), (14.0, 10.5))

    def test_it_rings_as_planned_before_the_most_at_it_and_far_past_it(self) -> None:
        found = contact([0.0, 3.0], never=60.0)
        self.assertEqual(found.rings(), ((13.0, "due"), (29.0, "soon"), (30.0, "over"), (60.0, "stop")))
        self.assertEqual(contact([0.0], sections=3).rings()[0][1], "soon", "planned goes by the last of it")
        self.assertEqual(contact([0.0], rinsed=False).rings(), ())

    def test_where_the_most_is_short_it_is_said_at_half_of_it(self) -> None:
        found = contact([0.0], most=1.0, never=2.0)
        self.assertIn((0.5, "soon"), found.rings())
        self.assertIn("30 seconds more", ring_words(found, "soon"))
        self.assertIn("1 minute more", ring_words(contact([0.0]), "soon"))

    @settings(max_examples=200, deadline=None)
    @given(
        st.lists(st.floats(0.0, 200.0), min_size=1, max_size=12),
        st.floats(0.0, 500.0),
        st.integers(0, 3),
    )
    def test_the_first_never_has_it_shorter_than_the_last(
        self, at: list[float], now: float, shuffled: int
    ) -> None:
        """However the presses fall: in order, at once, or by a clock that was set back."""
        going_on = replace(GRAINS, sections=len(at))
        steps = steps_of([going_on, RINSED])
        times = at if shuffled else sorted(at)
        presses = [Press(0.0, "ready"), *(Press(t, "on-1", n) for n, t in enumerate(times))]
        stand = progress_of(steps, [going_on, RINSED], presses)
        found = stand.contacts[1].minutes(now)
        self.assertEqual(list(found), sorted(found, reverse=True))
        off = progress_of(steps, [going_on, RINSED], [*presses, Press(now, "off-4", offs=(1,))]).contacts[1]
        assert off.off is not None
        self.assertGreaterEqual(off.off, max(off.on))
        self.assertGreaterEqual(off.longest(0.0) + 1e-9, off.mean(0.0))

    def test_planned_beside_done_in_words(self) -> None:
        planned = replace(GRAINS, sections=1, each=0.0, minutes=45.0)
        early = judged_words(Contact(planned, (0.0,), 20.0), 20.0)
        self.assertEqual(early, "Clay: 20 minutes of 45 minutes planned: off early, it did less.")
        late = judged_words(Contact(replace(planned, minutes=30.0, never=60.0), (0.0,), 150.0), 150.0)
        self.assertIn("2.5 hours of 30 minutes planned: far too long", late)
        at_once = judged_words(Contact(planned, (0.0,), 1.0 / 60.0), 1.0)
        self.assertIn("1 second of 45 minutes", at_once)
        right = judged_words(Contact(replace(planned, most=None), (0.0,), 44.0), 44.0)
        self.assertEqual(right, "Clay: 44 minutes of 45 minutes planned.")


class Limits(TestCase):
    """The rules are asked, never told again."""

    def test_they_are_those_of_the_rules(self) -> None:
        for made, most, never in ((CLAY, 30.0, 60.0), (SODA, 3.0, 6.0)):
            with self.subTest(made.name):
                self.assertEqual(minutes_at_most(basin(), WashLink(made)), (most, never))

    def test_what_foams_rings_whatever_it_is_called(self) -> None:
        """Shampoo has a most by what is in it: five minutes, two on a child; a stop at twice that."""
        for made in (
            formula("shampoo", ("shampoo_ordinary", 10, "mL")),
            formula("mask", ("shampoo_ordinary", 30, "mL"), ("honey", 60, "mL")),
        ):
            self.assertEqual(minutes_at_most(basin(), WashLink(made)), (5.0, 10.0))
            self.assertEqual(minutes_at_most(basin({"birth_year": 2018}), WashLink(made)), (2.0, 4.0))

    def test_a_tender_head_has_fewer(self) -> None:
        grown, _ = minutes_at_most(basin(), WashLink(THIRD))
        tender, _ = minutes_at_most(basin({"skin": ["eczema"]}), WashLink(THIRD))
        assert grown is not None and tender is not None
        self.assertLessEqual(tender, grown)

    def test_off_the_skin_it_is_four_times_as_long_and_what_stays_has_none(self) -> None:
        on, _ = minutes_at_most(basin(), WashLink(MASK, "lengths"))
        off, _ = minutes_at_most(basin(), WashLink(MASK, "bag"))
        assert on is not None and off is not None
        self.assertAlmostEqual(off / on, 4.0, delta=0.1)
        self.assertEqual(minutes_at_most(basin(), WashLink(OIL)), (None, None))
        self.assertEqual(minutes_at_most(basin(), WATER), (None, None))


class Warmth(TestCase):
    """From which °C on the rules warn, and stop."""

    def test_a_child_or_tender_scalp_bears_less(self) -> None:
        said = {celsius: (too_warm(celsius, False), too_warm(celsius, True)) for celsius in (37, 40, 43, 46)}
        expected = {
            37: (None, None),
            40: (None, "warning"),
            43: ("warning", "stop"),
            46: ("stop", "stop"),
        }
        self.assertEqual(said, expected)


class LeftOut(TestCase):
    """What is left out takes its own cautions with it, and nobody else's."""

    def test_no_caution_of_another_is_hidden(self) -> None:
        links = [
            WashLink(CLAY, "scalp", 45.0), WATER, WashLink(SODA, minutes=4.0), WATER,
            WashLink(THIRD, minutes=5.0), WashLink(MASK, "lengths", 200.0), WashLink(LIQUOR), WashLink(RINSE),
        ]  # fmt: skip
        whose = basin({"skin": ["eczema"]})
        alone = [{each.id for each in whose.alone(link)} for link in links]
        for out in range(len(links)):
            kept = [link for place, link in enumerate(links) if place != out]
            said = {each.id for each in whose.wash(kept).cautions}
            for place, own in enumerate(alone):
                if place != out:
                    self.assertLessEqual(own, said, f"without {out}, of {place}")


class Words(TestCase):
    """What is read out can be followed with the eyes shut."""

    def test_every_step_says_what_where_how_much_and_how_to_go_on(self) -> None:
        basin_links = {each.id: each for each in (replace(GRAINS, says="about 85 mL", eyes=True), RINSED)}
        back = postures()["back"]
        steps = steps_of(list(basin_links.values()))
        for step in steps:
            words = step_words(step, 0, basin_links, back, 38.0)
            self.assertIn("press space", words.say)
            self.assertTrue(words.title and words.press)
        first = step_words(steps[1], 0, basin_links, back, 38.0)
        for part in (
            "Clay on the scalp",
            "by quarters",
            "About 85 mL",
            "Lean back, eyes shut",
            "the first of 4",
        ):
            self.assertIn(part, first.say)
        self.assertNotIn("85 mL", step_words(steps[1], 2, basin_links, back, 38.0).say, "said once")

    def test_each_section_is_called_by_its_name(self) -> None:
        for key, row in sections().items():
            with self.subTest(key):
                self.assertIn(len(row.parts), (0, row.count))
        rows = sections()["rows"]
        mask = replace(RINSED, id=7, what="put_on", sections=rows.count, section=rows.name, parts=rows.parts,
                       amount="60 mL", measured="¼ cup")  # fmt: skip
        said = [step_words(steps_of([mask])[1], at, {7: mask}, next(iter(postures().values())), 38.0)
                for at in range(rows.count)]  # fmt: skip
        for words, part in zip(said, rows.parts, strict=True):
            self.assertIn(part, words.say)
        self.assertIn("¼ cup.", said[0].how)

    def test_what_there_is_too_little_of_is_said_where_it_goes_on(self) -> None:
        short = "40 mL left, and all of it is reckoned with: this head takes about 85 g"
        rinse = replace(RINSED, id=5, what="put_on", amount="40 mL", says=short)
        words = step_words(steps_of([rinse])[1], 0, {5: rinse}, next(iter(postures().values())), 38.0)
        self.assertIn("this head takes about 85 g.", words.how)

    def test_rings_are_told_apart_by_their_words(self) -> None:
        found = contact([0.0], never=60.0)
        said = [ring_words(found, kind) for kind in ("due", "soon", "over", "stop")]
        self.assertEqual(len(set(said)), 4)
        self.assertIn("30 minutes, the most for this head", said[2])

    def test_help_is_short_and_says_whom_to_call(self) -> None:
        for each in helps().values():
            self.assertLessEqual(len(each.steps), 3)
            self.assertRegex(each.call, "doctor|emergency")
        self.assertEqual((helps()["eyes"].minutes, helps()["eyes"].strong), (15, 20))
        self.assertIn("Lenses out", " ".join(helps()["eyes"].steps))
        for trouble in troubles().values():
            self.assertTrue(trouble.now and trouble.next)


class Afterwards(TestCase):
    """Wet, dry, two days on."""

    ENDED = datetime(2026, 11, 27, 12, 0, tzinfo=UTC)

    def reminded(self, locs: bool = False, next_wash: datetime | None = None) -> dict[str, float]:
        dues = due_of(self.ENDED, locs, next_wash)
        return {due.ask.key: (due.remind - self.ENDED) / timedelta(hours=1) for due in dues}

    def test_when_it_is_asked(self) -> None:
        self.assertEqual(self.reminded(), {"wet": 0.0, "dry": 3.0, "later": 48.0})
        self.assertEqual(self.reminded(locs=True)["dry"], 9.0, "locs dry later")

    def test_the_last_before_the_next_wash_at_the_latest(self) -> None:
        soon = self.ENDED + timedelta(hours=30)
        self.assertEqual(self.reminded(next_wash=soon)["later"], 28.0)
        self.assertEqual(self.reminded(next_wash=self.ENDED + timedelta(hours=1))["later"], 20.0)

    def test_what_is_asked_of_whom(self) -> None:
        self.assertIn("loc_damp", {each.key for each in questions_for("dry", {"washed", "locs"})})
        self.assertNotIn("loc_damp", {each.key for each in questions_for("dry", {"washed"})})
        for when in asks():
            for about in ({"washed", "locs"}, {"left_in", "locs"}):
                self.assertLessEqual(len(questions_for(when, about)), 9, "ten seconds")
            self.assertTrue(any(each.tells for each in questions_for(when, {"washed"})))
            self.assertFalse(
                any(each.tells for each in questions_for(when, {"left_in"})), "nothing was washed out"
            )
        self.assertIn("slip", {each.key for each in questions_for("wet", {"left_in"})})

    def test_an_answer_to_what_is_not_asked_any_more_is_kept(self) -> None:
        self.assertEqual(answered("wet", {"oil": 3, "slip": 2, "moon": 1, "smell": 9}), {"oil": 3, "slip": 2})

    def test_which_answer_counts(self) -> None:
        self.assertEqual(telling({"wet": {"oil": 0}, "dry": {"oil": 3}, "later": {"oil": 1}}), ("dry", 3))
        self.assertEqual(telling({"wet": {"oil": 0}, "dry": {"shine": 1}}), ("wet", 0))
        self.assertIsNone(telling({"later": {"itch": 1}}))

    def test_what_follows_from_an_answer(self) -> None:
        for key, question in questions().items():
            for place in range(len(question.choices)):
                self.assertEqual(len(advice_of({key: place})), int(str(place) in question.says))
        self.assertIn("doctor", " ".join(advice_of({"shedding": 2, "gone": 1})))
