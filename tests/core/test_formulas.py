"""A formula read: amounts, forms, what the pot does, and each figure of the reading."""

from unittest import TestCase

from eyebright.core.formulas.assess import assess, shelf_life, shelf_life_rows
from eyebright.core.formulas.model import FormulaError, Step, families, starts, turned, weighed
from eyebright.core.materials import material

from .formulas import formula, reading, said, start

LIQUOR = (("rain", 600, "mL"), ("soapwort", 60, "g", "broken"))
CLAY = (("rain", 120, "mL"), ("rhassoul", 75, "g"))


class Amounts(TestCase):
    """Weights, spoons, shares of the whole, parts, and so much per 100 of the base."""

    def grams(self, *lines, **settings) -> list[float]:
        found = formula("clay_damp", *lines, **settings)
        return [round(each.grams, 1) for each in weighed(found)]

    def test_weights_and_spoons(self) -> None:
        self.assertEqual(self.grams(("kaolin", 50, "g"), ("rain", 100, "mL")), [50.0, 99.8])
        (spoonful,) = weighed(formula("clay_damp", ("kaolin", 2, "tbsp")))
        self.assertAlmostEqual(spoonful.grams, 30 * 0.55, delta=0.01)
        self.assertLess(spoonful.spread.low, 0.8)  # how a spoonful of clay packs is anybody's guess

    def test_percent_of_the_whole(self) -> None:
        shares = (("kaolin", 30, "%"), ("rain", 70, "%"))
        self.assertEqual(self.grams(*shares, makes=200.0), [60.0, 140.0])
        self.assertEqual(self.grams(("kaolin", 25, "%"), ("rhassoul", 75, "g")), [25.0, 75.0])

    def test_parts_share_what_the_rest_leaves(self) -> None:
        lines = (("kaolin", 1, "part"), ("rhassoul", 3, "part"), ("honey", 20, "g"))
        self.assertEqual(self.grams(*lines, makes=100.0), [20.0, 60.0, 20.0])

    def test_so_much_per_100_of_the_base(self) -> None:
        lines = (("rhassoul", 80, "g"), ("kaolin", 25, "per 100"), ("rain", 150, "per 100"))
        self.assertEqual(self.grams(*lines), [80.0, 20.0, 120.0])
        other = (("rhassoul", 80, "g"), ("kaolin", 10, "g"), ("rain", 150, "per 100"))
        self.assertEqual(self.grams(*other, base=2), [80.0, 10.0, 15.0])

    def test_what_cannot_be_is_said_beside_its_line(self) -> None:
        for lines, settings, line, field, words in (
            ((("kaolin", -1, "g"),), {}, 0, "amount", "not below nothing"),
            ((("kaolin", 5, "drop"),), {}, 0, "amount", "drop"),
            ((("rain", 1, "mL"), ("kaolin", 90, "kg")), {}, 1, "amount", "more than a kitchen"),
            ((("kaolin", 60, "%"), ("rhassoul", 50, "%")), {"makes": 100.0}, 1, "amount", "110 %"),
            ((("kaolin", 1, "part"),), {}, None, "makes", "how much to make"),
            (
                (("kaolin", 150, "g"), ("rhassoul", 1, "part")),
                {"makes": 100.0},
                None,
                "makes",
                "150 g already",
            ),
            ((("kaolin", 50, "per 100"),), {}, 0, "amount", "Give the base a weight"),
            ((("kaolin", 0, "g"),), {}, 0, "amount", "nothing in it"),
            ((), {}, None, "lines", "Put something in"),
        ):
            with self.subTest(words), self.assertRaisesRegex(FormulaError, words) as raised:
                weighed(formula("clay_damp", *lines, **settings))
            self.assertEqual((raised.exception.line, raised.exception.field), (line, field))


class Forms(TestCase):
    """Fresh, whole, broken, powdered."""

    def test_a_fresh_root_holds_as_much_plant_as_a_third_of_it_dried(self) -> None:
        times = turned(material("soapwort"), "broken", "fresh")
        self.assertTrue(2.0 < times.low < times.mid < times.high < 5.0)
        back = turned(material("soapwort"), "fresh", "broken")
        self.assertAlmostEqual(times.mid * back.mid, 1.0)
        self.assertEqual(turned(material("kaolin"), "powder", "fresh").mid, 1.0)  # clay comes in no forms

    def test_finer_gives_more_and_grittier_only_where_it_stays(self) -> None:
        forms = [reading("saponin_liquor", ("rain", 600, "mL"), ("soapwort", 60, "g", form)) for form in
                 ("whole", "broken", "powder")]  # fmt: skip
        drawn = [each.drawn[0].share.value for each in forms]
        self.assertEqual(drawn, sorted(drawn))
        self.assertEqual({each.grit.word for each in forms}, {"none"})
        paste = reading("saponin_paste", ("rain", 120, "mL"), ("soapwort", 40, "g", "broken", "dry"))
        self.assertEqual(paste.grit.word, "much")

    def test_fresh_brings_its_own_water(self) -> None:
        dried, fresh = (reading("mask", ("oat_cream", 50, "mL"), ("nettle", 40, "g", form, "dry")) for form in
                        ("powder", "fresh"))  # fmt: skip
        self.assertGreater(fresh.preparation.water.mean(), dried.preparation.water.mean() + 20.0)
        self.assertGreater(fresh.texture.ratio.value, dried.texture.ratio.value)


class Pot(TestCase):
    """Extraction, what the cloth keeps back, what the steam takes."""

    def test_what_goes_in_comes_out_somewhere(self) -> None:
        found = reading("saponin_liquor", *LIQUOR).preparation
        gone = found.evaporated.mean() + found.kept_back.mean() + found.water.mean()
        self.assertAlmostEqual(gone, 600 * 0.998, delta=3.0)

    def test_pressing_gives_more(self) -> None:
        steps = (Step("soak", (1, 2)), Step("strain"))
        loose = reading("saponin_liquor", *LIQUOR, steps=steps)
        pressed = reading("saponin_liquor", *LIQUOR, steps=(*steps, Step("press")))
        self.assertGreater(pressed.yield_ml.value, loose.yield_ml.value + 50.0)

    def test_an_open_boil_concentrates(self) -> None:
        short, long = (
            reading("saponin_liquor", *LIQUOR, steps=(Step("boil", (1, 2), m, m), Step("strain")))
            for m in (5.0, 30.0)
        )
        self.assertLess(long.yield_ml.value, short.yield_ml.value)
        self.assertGreater(long.drawn[0].active.value, short.drawn[0].active.value)

    def test_never_boiled_dryer_than_dry(self) -> None:
        lines = (("molasses", 90, "g"), ("citric_acid", 2, "g"), ("rain", 2, "mL"))
        steps = (Step("boil", (1, 2, 3), 0.5, 0.5),)
        found = reading("mask", *lines, steps=steps)
        self.assertGreater(found.preparation.water.min(), 0.0)
        self.assertTrue(0.0 < found.ph.low <= found.ph.high < 7.0)

    def test_milled_before_it_goes_in_it_draws_like_powder(self) -> None:
        draw = (Step("soak", (1, 2), 60.0, 60.0), Step("strain"))
        whole, milled, other = (
            reading("saponin_liquor", ("rain", 600, "mL"), ("soapwort", 60, "g", form), steps=steps).drawn[0]
            for form, steps in (("whole", draw), ("whole", (Step("mill"), *draw)), ("powder", draw))
        )
        self.assertGreater(milled.share.value, 2.0 * whole.share.value)
        self.assertAlmostEqual(milled.share.value, other.share.value, delta=1e-6)

    def test_a_fresh_leaf_dried_first_leaves_its_water_behind(self) -> None:
        lines = (("rain", 500, "mL"), ("nettle", 100, "g", "fresh"))
        draw = (Step("steep", (1, 2)), Step("strain"))
        wet, dried = (
            reading("herb_mild", *lines, steps=steps).preparation for steps in (draw, (Step("dry"), *draw))
        )
        plants = [made.lines[1].plant.mean() for made in (wet, dried)]
        self.assertAlmostEqual(plants[0], plants[1], delta=0.5)
        self.assertGreater(wet.lines[1].water.mean(), 70.0)
        self.assertEqual(dried.lines[1].water.mean(), 0.0)

    def test_never_more_than_all_of_it(self) -> None:
        steps = (Step("soak", (1, 2), 5000.0, 9000.0), Step("mash"), Step("blend"), Step("strain"))
        share = reading("saponin_liquor", *LIQUOR, steps=steps).drawn[0].share
        self.assertTrue(0.5 < share.value < share.high <= 1.0)


class Figures(TestCase):
    """Each figure of the reading means what it says."""

    def test_hard_water_eats_soap_and_rain_does_not(self) -> None:
        hard, rain = (
            reading("soap_wash", ("paste_soap", 5, "mL"), (source, 250, "mL"))
            for source in ("very_hard", "rain")
        )
        # 250 mL of very hard water hold about 1 mmol of calcium and magnesium: two soaps of 302 g/mol each
        self.assertAlmostEqual(hard.cleaning.scum.value, 0.5, delta=0.25)
        self.assertLess(rain.cleaning.scum.value, 0.05)
        self.assertLess(hard.lift.scalp.value, rain.lift.scalp.value)
        self.assertIn("soap-hard-water", said(hard))
        self.assertNotIn("soap-hard-water", said(rain))

    def test_below_its_critical_concentration_saponin_hardly_cleans(self) -> None:
        for grams, most in ((1, 0.5), (80, 1.0)):
            found = reading("saponin_liquor", ("rain", 600, "mL"), ("soapwort", grams, "g", "broken"))
            share = found.cleaning.saponin.mean() / found.preparation.total.mean()
            effective = found.cleaning.per_gram.mean() / (share * 0.4)
            with self.subTest(grams):
                self.assertLess(effective, most)
        self.assertGreater(effective, 0.75)

    def test_oil_in_it_spends_cleaning(self) -> None:
        plain, oiled = (
            reading("soap_wash", ("rain", 200, "mL"), ("paste_soap", 8, "mL"), *more)
            for more in ((), (("olive_oil", 20, "mL"),))
        )
        self.assertLess(oiled.lift.scalp.value, plain.lift.scalp.value)
        self.assertGreater(oiled.lift.put_back.value, plain.lift.put_back.value)

    def test_a_dry_blend_has_no_ph_and_keeps_for_months(self) -> None:
        found = assess(start("ledger_dust"))
        self.assertIsNone(found.ph)
        self.assertIsNone(found.texture)
        self.assertGreaterEqual(found.keeping.at("shelf").days, 180)

    def test_texture_says_how_much_liquid_to_add(self) -> None:
        found = reading("clay_damp", *CLAY)
        more = found.texture.liquid_for("clings").value
        thinner = reading("clay_damp", ("rain", 120 + more, "mL"), CLAY[1])
        self.assertEqual((found.texture.grade.key, thinner.texture.grade.key), ("spreads", "clings"))

    def test_swelling_clay_swells_less_in_acid(self) -> None:
        plain = reading("clay_damp", ("rain", 150, "mL"), ("bentonite_sodium", 25, "g"))
        sour = reading(
            "clay_damp", ("rain", 150, "mL"), ("bentonite_sodium", 25, "g"), ("citric_acid", 12, "g")
        )
        self.assertLess(sour.ph.value, 4.0)
        self.assertGreater(sour.texture.ratio.value, plain.texture.ratio.value)

    def test_a_drop_is_a_share_of_the_whole(self) -> None:
        found = reading(
            "mask", ("oat_cream", 100, "mL"), ("olive_oil", 10, "mL"), ("lavender_oil", 10, "drop")
        )
        self.assertAlmostEqual(found.scent.percent.value, 100 * 10 * 0.04 * 0.9 / 110, delta=0.06)
        self.assertEqual(found.scent.cap, 1.0)

    def test_drying_and_conditioning_pull_apart(self) -> None:
        soap, mask = assess(start("stove_soap")), assess(start("buttermilk_mask"))
        self.assertLess(soap.balance.tilt.value, -0.3)
        self.assertGreater(mask.balance.tilt.value, 0.3)
        self.assertEqual(soap.balance.tilt.kind, "custom")

    def test_tea_stains_light_hair(self) -> None:
        self.assertIn(
            "darkens", reading("herb_tannin", ("rain", 500, "mL"), ("black_tea_leaf", 8, "g")).stain
        )
        self.assertEqual(reading("herb_mild", ("rain", 500, "mL"), ("linden", 8, "g")).stain, "")

    def test_every_figure_has_a_range_and_says_why(self) -> None:
        found = reading("saponin_liquor", *LIQUOR)
        for each in (found.ph, found.lift.scalp, found.yield_ml, found.texture.ratio, found.washes):
            self.assertLessEqual(each.low, each.value)
            self.assertLessEqual(each.value, each.high)
        self.assertIn("how much saponin is in a g of Soapwort root", [each.what for each in found.lift_why])
        self.assertEqual(
            assess(found.formula).lift.scalp, found.lift.scalp
        )  # the same question, the same answer

    def test_a_vessel_that_is_too_small_is_said_with_room_for_foam(self) -> None:
        lines = formula("saponin_liquor", *LIQUOR)
        small, large = assess(lines, vessel=("milk pan", 900.0)), assess(lines, vessel=("stock pot", 3000.0))
        self.assertIn("The milk pan holds 900 mL; this wants 1.3 L", small.too_small)
        self.assertEqual(large.too_small, "")

    def test_what_it_takes_at_hand(self) -> None:
        names = {tool.name for tool in reading("saponin_liquor", *LIQUOR).tools}
        self.assertLessEqual({"pot with a lid", "mesh and cloth", "funnel", "squeeze bottle"}, names)
        dusty = {tool.name for tool in assess(start("ledger_dust")).tools}
        self.assertLessEqual({"mask", "mill", "fine sieve"}, dusty)
        scented = reading("spray", ("rain", 100, "mL"), ("olive_oil", 5, "mL"), ("lavender_oil", 3, "drop"))
        self.assertIn("glass bottle", {tool.name for tool in scented.tools})


class Keeping(TestCase):
    """The weakest counts, and the reason with it."""

    def days(self, *lines, family: str = "saponin_liquor", **settings) -> tuple[int, int, int]:
        return tuple(each.days for each in reading(family, *lines, **settings).keeping.places)

    def test_the_usual_makings(self) -> None:
        self.assertEqual(self.days(*LIQUOR), (1, 7, 90))
        cold = (Step("soak", (1, 2)), Step("strain"))
        self.assertEqual(self.days(*LIQUOR, steps=cold), (1, 3, 90))
        self.assertEqual(
            self.days(("buttermilk", 100, "mL"), ("oat_flour", 20, "g"), family="mask")[:2], (0, 1)
        )
        self.assertEqual(self.days(("aloe_gel", 50, "mL"), family="juice")[:2], (0, 1))
        self.assertEqual(self.days(("olive_oil", 20, "mL"), family="serum"), (90, 180, 365))
        self.assertGreaterEqual(
            self.days(("rain", 300, "mL"), ("spirit_vinegar", 90, "mL"), family="acid_rinse")[1], 60
        )

    def test_a_herb_that_is_strained_out_of_vinegar_keeps_and_left_in_it_does_not(self) -> None:
        herb = ("nettle", 100, "g", "fresh", "infused")
        soaked = Step("soak", (1, 2))
        for vinegar, steps, most in (
            (400, (soaked, Step("strain")), 60), (400, (soaked,), 2), (40, (soaked, Step("strain")), 2),
        ):  # fmt: skip
            water = ("rain", 400 - vinegar, "mL")
            lines = (herb, ("malt_vinegar", vinegar, "mL"), *([water] if vinegar < 400 else []))
            with self.subTest(vinegar=vinegar, steps=len(steps)):
                self.assertEqual(self.days(*lines, family="acid_rinse", steps=steps)[1], most)

    def test_a_jelly_and_a_protein_feed_what_spoils_them(self) -> None:
        for what, grams in (("gelatine", 10), ("guar", 6), ("hydrolysed_silk", 10)):
            with self.subTest(what):
                self.assertLessEqual(self.days(("rain", 150, "mL"), (what, grams, "g"), family="mask")[1], 5)

    def test_what_is_as_it_was_bought_keeps_so_and_thinned_it_does_not(self) -> None:
        for what, family in (("shampoo_mild", "shampoo"), ("spirit_vinegar", "acid_rinse")):
            with self.subTest(what):
                self.assertGreaterEqual(self.days((what, 50, "mL"), family=family)[0], 180)
                thinned = self.days((what, 5, "mL"), ("rain", 300, "mL"), family=family)
                self.assertLessEqual(thinned[0], 3)

    def test_every_row_has_a_source_and_days_that_do_not_fall_in_the_cold(self) -> None:
        for row in shelf_life_rows():
            with self.subTest(row.id):
                self.assertTrue(row.source and row.reason)
                self.assertLessEqual(row.days[0], row.days[1])

    def test_what_would_help_is_said(self) -> None:
        unboiled = {
            "wet": True, "sharp": False, "plant": True, "boiled": False, "strained": True,
            "vinegar_keeps": "none",
        }  # fmt: skip
        self.assertTrue(any("Boil it" in each for each in shelf_life(unboiled).helps))


class Families(TestCase):
    """A starting point of our own for every family, which can be made as it stands."""

    def test_every_family_has_one(self) -> None:
        self.assertEqual(
            {row.family for row in starts().values()},
            {key for key, each in families().items() if not each.bought},
        )

    def test_each_can_be_read_and_none_is_stopped(self) -> None:
        for key, row in starts().items():
            with self.subTest(key):
                found = assess(start(key))
                self.assertEqual([c.what for c in found.cautions if c.level == "stop"], [])
                self.assertGreater(found.yield_g.low, 0.0)
                self.assertFalse(any(c.id.startswith("order-") for c in found.cautions))
                if families()[row.family].cleans and row.family != "scrub":
                    self.assertGreater(found.lift.scalp.value, 0.2)
