"""Three ways side by side, and the spoon version of each."""

from unittest import TestCase

import numpy as np

from eyebright.core.materials import Amount, OwnSpoon, kit, measured
from eyebright.core.mix import Asked, Line, Question, Route, filled, routes, spoon_versions, work_out
from eyebright.core.numbers import Draws
from eyebright.core.rules import limits

from .jugs import line, lot, question, water

SHELF = [lot("fruit_vinegar"), lot("citric_acid"), lot("cream_of_tartar"), water("rain"), water("very_hard")]


def ways(asked: Question, shelf=SHELF) -> dict[str, Route]:
    """The routes to a question's aim, by name."""
    return {route.way: route for route in routes(asked, work_out(asked), shelf, lot("baking_soda"))}


def vinegar_in(source: str, **more) -> Question:
    """Malt vinegar worked out in a water."""
    return question(line(source, how="fill"), line("malt_vinegar", how="solve"), **more)


class Routes(TestCase):
    """Dilute, buffer, swap."""

    def test_rain_water_cannot_hold_it_but_a_buffer_can(self) -> None:
        found = ways(vinegar_in("rain"))
        self.assertRegex(found["dilute"].why, "no nearer than pH 3")
        buffer = found["buffer"]
        assert buffer.ph and buffer.buffer and buffer.acid and found["dilute"].buffer
        self.assertAlmostEqual(buffer.ph.value, 4.5, delta=0.1)
        self.assertGreater(buffer.buffer.value, 20.0 * found["dilute"].buffer.value)
        self.assertLess(buffer.acid.value, limits()["acetic_rinsed_out"])
        self.assertEqual([pour.what for pour in buffer.pours], ["water", "acid", "alkali"])

    def test_soda_brings_it_to_the_aim_once_its_gas_has_left(self) -> None:
        for acid in ("malt_vinegar", "lemon_juice", "citric_acid"):
            for aim in (5.0, 5.5, 6.0, 6.5):
                with self.subTest(acid=acid, aim=aim):
                    asked = question(line("soft", how="fill"), line(acid, how="solve"), aim=aim)
                    found = ways(asked)["buffer"]
                    assert found.ph
                    self.assertAlmostEqual(found.ph.value, aim, delta=0.12)
                    self.assertNotIn("no nearer", found.why)

    def test_the_buffer_really_holds_against_alkali(self) -> None:
        # As much alkali as a head of hair gives back, 1 mmol to the litre, moves it by next to nothing.
        found = ways(vinegar_in("rain"))
        moved = {}
        for way in ("dilute", "buffer"):
            route = found[way]
            lines = [Line(each.supply, "amount", each.amount) for each in route.lines]
            soda = line("washing_soda", 0.07)
            before, after = (
                float(filled(jug, None).just_mixed(np.zeros(1), Draws(1))[0])
                for jug in (lines, [*lines, soda])
            )
            moved[way] = after - before
        self.assertGreater(moved["dilute"], 0.3)
        self.assertLess(moved["buffer"], 0.03)

    def test_what_is_left_in_is_held_to_its_own_cap(self) -> None:
        acid = ways(vinegar_in("soft", use="left_in"))["buffer"].acid
        assert acid
        self.assertLess(acid.value, limits()["acetic_left_in"])

    def test_soda_only_raises(self) -> None:
        buffer = ways(vinegar_in("soft", aim=2.9))["buffer"]
        self.assertFalse(buffer.reachable)
        self.assertIn("Soda only raises", buffer.why)

    def test_a_swap_counts_the_smell_where_it_stays(self) -> None:
        shelf = [lot("fruit_vinegar"), lot("citric_acid")]
        rinsed = ways(vinegar_in("very_hard"), shelf)["swap"]
        left = ways(vinegar_in("very_hard", use="left_in"), shelf)["swap"]
        last = ways(vinegar_in("very_hard", last=True), shelf)["swap"]
        self.assertEqual([route.says for route in (left, last)], ["Citric acid instead"] * 2)
        self.assertIn("no smell", left.why)
        self.assertTrue(rinsed.reachable)

    def test_another_water_may_be_what_it_takes(self) -> None:
        swap = ways(vinegar_in("rain"), [water("very_hard"), water("distilled")])["swap"]
        assert swap.ph
        self.assertAlmostEqual(swap.ph.value, 4.5, delta=0.15)
        self.assertEqual(swap.pours[0].name, water("very_hard").name)

    def test_an_empty_shelf_and_an_aimless_jug(self) -> None:
        self.assertFalse(ways(vinegar_in("rain"), [])["swap"].reachable)
        aimless = question(line("rain", 490.0), line("malt_vinegar", 10.0), aim=None)
        self.assertEqual(ways(aimless), {})


class Spoons(TestCase):
    """The nearest that the household's own spoons make."""

    def test_no_other_combination_of_spoons_comes_nearer(self) -> None:
        asked = question(line("very_hard", how="fill"), line("citric_acid", how="solve"), volume=2000.0)
        mix = work_out(asked)
        version = spoon_versions([Asked(mix.jug, mix.amount, mix.ph.value, 4.5)])[0]
        assert version
        acid = lot("citric_acid")

        def apart(amount: float) -> float:
            jug = filled([line("very_hard", how="fill"), line(acid, amount)], 2000.0)
            return abs(float(jug.just_mixed(np.zeros(1), Draws(1))[0]) - middle)

        middle = float(mix.jug.just_mixed(np.array([mix.amount]), Draws(1))[0]) + 4.5 - mix.ph.value
        mine = apart(version.spoonfuls[0].amount)
        for eighths in range(1, 17):
            other = measured(Amount(eighths / 8.0, "tsp"), acid.material).amount
            # A plainer set of spoons may be off by a twentieth of a unit, no more.
            self.assertLess(mine, apart(other) + 0.08)

    def test_said_and_meant_are_the_same(self) -> None:
        asked = question(
            line("hard", how="fill"),
            line("nettle", 6.0),
            line("lemon_juice", 4.0),
            line("malt_vinegar", how="solve"),
            volume=1000.0,
            aim=3.8,
        )
        mix = work_out(asked)
        version = spoon_versions([Asked(mix.jug, mix.amount, mix.ph.value, 3.8)])[0]
        assert version
        self.assertAlmostEqual(version.ph.value, 3.8, delta=0.12)
        for each in version.spoonfuls:
            supply = lot(each.key.removeprefix("lot-"))
            with self.subTest(each.words):
                self.assertAlmostEqual(measured(each.said, supply.material).amount, each.amount, delta=0.02)

    def test_a_scoop_of_ones_own_is_used(self) -> None:
        own = kit("metric", (OwnSpoon("spoon-1", "scoop", None, 11.0, "rhassoul"),))
        jug = filled([line("soft", 500.0), line("rhassoul", 22.0)], None, own)
        version = spoon_versions([Asked(jug, 0.0, 7.8, None)], own)[0]
        assert version
        words = {each.name: each.words for each in version.spoonfuls}
        self.assertEqual(words["Rhassoul"], "2 scoops")

    def test_what_it_is_called_by_the_spoon_of_ones_own(self) -> None:
        own = kit("metric", (OwnSpoon("spoon-1", "scoop", None, 11.0, "rhassoul"),))
        jug = filled([line("soft", 500.0), line("rhassoul", 11.0)], None, own)
        version = spoon_versions([Asked(jug, 0.0, 7.8, None)], own)[0]
        assert version
        self.assertIn("1 scoop", [each.words for each in version.spoonfuls])

    def test_spoons_that_the_jug_has_no_room_for_are_not_offered(self) -> None:
        for amount in (497.0, 499.5, 500.0):
            full = filled([line("soft", how="fill"), line("malt_vinegar", amount)], 500.0)
            version = spoon_versions([Asked(full, 0.0, 2.9, None)])[0]
            if version:
                self.assertLessEqual(sum(each.amount for each in version.spoonfuls), 500.0)
        brim = filled([line("soft", how="fill"), line("malt_vinegar", 503.0)], 505.0)
        mix = work_out(question(line("soft", how="fill"), line("malt_vinegar", 503.0), volume=505.0, aim=4.5))
        self.assertTrue(routes(question(*brim.lines, volume=505.0, aim=4.5), mix, SHELF, lot("baking_soda")))

    def test_ten_lines_find_their_spoons(self) -> None:
        supply = [
            "nettle",
            "linden",
            "lemon_juice",
            "aloe_gel",
            "honey",
            "buttermilk",
            "hop",
            "sumac",
            "kaolin",
        ]
        asked = question(
            line("hard", how="fill"), *(line(key, 7.3) for key in supply), volume=1000.0, aim=None
        )
        mix = work_out(asked)
        version = spoon_versions([Asked(mix.jug, mix.amount, mix.ph.value, None)])[0]
        assert version
        self.assertEqual(len(version.spoonfuls), len(supply))
        self.assertAlmostEqual(version.ph.value, mix.ph.value, delta=0.1)
