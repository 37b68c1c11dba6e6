"""Recipes as people tell them, heard whole: the corpus of `told.txt`, and what must never happen."""

from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from eyebright.core.formulas.exchange import HeardRecipe, hear_recipe

from .told_recipes import corpus, wrong_in
from .written_lines import empty_kitchen

KITCHEN = empty_kitchen()
LEAST = 60


def heard(text: str) -> HeardRecipe:
    """A recipe heard in a kitchen with nothing on its shelf."""
    return hear_recipe(text, KITCHEN)


class Corpus(TestCase):
    """Sixty recipes in five tongues, each as it was meant."""

    def test_every_recipe_becomes_what_it_is(self) -> None:
        recipes = list(corpus())
        self.assertGreaterEqual(len(recipes), LEAST)
        self.assertEqual({each.tongue for each in recipes}, {"en", "de", "fr", "es", "it"})
        for recipe in recipes:
            with self.subTest(recipe.text[:60]):
                self.assertEqual(wrong_in(recipe, KITCHEN), [])


class Times(TestCase):
    """How long and how often, as people say it."""

    def test_how_long(self) -> None:
        for text, least, most in (
            ("half an hour", 30, 30),
            ("an hour and a half", 90, 90),
            ("30 to 45 minutes", 30, 45),
            ("5-10 mins", 5, 10),
            ("overnight", 480, 720),
            ("eine halbe Stunde", 30, 30),
            ("anderthalb Stunden", 90, 90),
            ("une demi-heure", 30, 30),
            ("toute la nuit", 480, 720),
            ("media hora", 30, 30),
            ("mezz'ora", 30, 30),
            ("30 seconds", 0.5, 0.5),
        ):
            with self.subTest(text):
                found = heard(f"Wash: 2 tbsp honey in 100 ml water. Massage in, {text}, rinse.").minutes
                assert found is not None
                self.assertAlmostEqual(found[0], least, places=3)
                self.assertAlmostEqual(found[1], most, places=3)

    def test_how_often(self) -> None:
        for text, days in (
            ("once a week", 7),
            ("twice a month at most", 15),
            ("every third week", 21),
            ("every other day", 2),
            ("once a fortnight", 14),
            ("not more than once every 3 weeks", 21),
            ("höchstens alle zwei Wochen", 14),
            ("einmal im Monat", 30),
            ("deux fois par mois", 15),
            ("una vez por semana", 7),
            ("una volta ogni due settimane", 14),
            ("daily", 1),
        ):
            with self.subTest(text):
                found = heard(f"Wash: 2 tbsp honey in 100 ml water. Massage in, rinse. {text}.").apart
                assert found is not None
                self.assertAlmostEqual(found, days, places=3)
        for text in ("Keeps one week in the fridge", "Every wash", "Stir it every hour"):
            self.assertIsNone(heard(f"Wash: 2 tbsp honey in 100 ml water. {text}.").apart, text)

    def test_a_full_stop_behind_a_unit_ends_no_sentence(self) -> None:
        for text, count in (
            ("2 tbsp. honey and 1 tsp. oil. Mix.", 2),
            ("1. Mix 20 g clay", 1),
            ("20 g Kaolin 10 Min. ruhen lassen. 1 TL Öl einrühren.", 2),
            ("3 c. à s. de graines de lin, 500 ml d'eau. Filtrer.", 2),
            ("Soak 20 g soapwort. strain. cool. bottle.", 4),
        ):
            self.assertEqual(len(heard(text).told), count, text)


class Safety(TestCase):
    """What would hurt if it were misheard."""

    def test_what_is_left_in_is_never_taken_for_rinsed_out(self) -> None:
        for text in (
            "Mist. 200 ml water, 1 tsp vinegar. Spray on.",
            "Serum: 20 ml jojoba oil, 5 drops lavender oil. A few drops on the ends.",
            "Tangle spray\n200 ml rose water\n1 tsp cider vinegar\nShake.",
            "Tea: 1 tbsp sage in 500 ml boiling water, steep, strain, pour over the hair, don't rinse.",
            "Spülung: 1 EL Essig auf 1 L Wasser, nicht ausspülen.",
            "Brume : 200 ml d'eau, 1 c. à c. de vinaigre de cidre. Sans rinçage.",
            "Enjuague: 1 cucharada de vinagre en 1 litro de agua, sin aclarar.",
        ):
            with self.subTest(text):
                self.assertEqual(heard(text).use, "left_in")

    def test_a_week_on_the_head_is_left_in_and_said(self) -> None:
        found = heard("Balm: 50 g shea butter, melt. Work into the ends and leave it on for a week.")
        self.assertEqual((found.use, found.minutes), ("left_in", None))
        self.assertIn("7 days on the head", found.notices[0])

    def test_a_closed_jar_that_ferments_is_warned_of(self) -> None:
        found = heard(
            "Rice water: soak 100 g rice in 500 ml water, strain, ferment two days in a sealed jar."
        )
        self.assertIn("can burst", found.notices[0])
        self.assertEqual(found.steps[-1].kind, "ferment")

    def test_more_ice_than_liquid_is_said(self) -> None:
        found = heard(
            "Tea: steep 10 g nettle in 200 ml boiling water, strain, cool with 500 g of ice. Rinse with it."
        )
        self.assertIn("More ice than liquid", " ".join(found.notices))

    def test_straining_and_simmering_are_no_materials(self) -> None:
        found = heard("Root wash\n20 g soapwort\n500 ml water\nMethod\nSoak.\nSimmer.\nStrain.\nBottle.")
        self.assertEqual(len(found.lines), 2)
        self.assertIn("let it cool was added", found.notices[0])
        self.assertEqual([step.kind for step in found.steps], ["soak", "simmer", "strain", "cool", "bottle"])

    def test_two_spoons_of_a_juice_are_not_all_of_it(self) -> None:
        found = heard("Grate 2 onions, press the juice, stir 1 tablespoon of it into 100 ml aloe gel.")
        onion = next(line for line in found.lines if "onion" in line.found[0].key)
        assert onion.amount is not None
        self.assertEqual((onion.amount.value, onion.unit), (1.0, "tbsp"))


class Strange(TestCase):
    """Texts that are no plain recipe."""

    def test_two_recipes_in_one(self) -> None:
        text = (
            "Oat mask\n3 tbsp oat flour\n100 ml milk\nMix. Leave on 20 minutes, rinse.\n"
            "Nettle rinse\n10 g nettle\n500 ml boiling water\nSteep, strain."
        )
        found = heard(text)
        self.assertEqual((found.title, len(found.lines)), ("Oat mask", 2))
        self.assertTrue(found.rest.startswith("Nettle rinse"))
        self.assertIn("two recipes", found.says)
        self.assertEqual(heard(found.rest).title, "Nettle rinse")

    def test_a_recipe_inside_a_novel(self) -> None:
        prose = "She had not slept since the lock gates froze, and the kettle knew it. " * 40
        found = heard(f"{prose}\nSoak 20 g soapwort in 500 ml rain water overnight, then strain.\n{prose}")
        self.assertEqual([line.found[0].key for line in found.lines], ["lib-soapwort", "class-rain"])
        self.assertEqual([step.kind for step in found.steps], ["soak", "strain"])
        self.assertGreater(sum(bool(each.missed) for each in found.told), 40)

    def test_nothing_in_it(self) -> None:
        for text in ("Hello there.", "Mix it well and leave it for ten minutes.", "???", "10"):
            self.assertEqual([line for line in heard(text).lines if line.found], [], text)

    @settings(max_examples=15, deadline=None)
    @given(
        st.lists(st.sampled_from([each.text for each in corpus()]), min_size=1, max_size=2),
        st.text(max_size=40),
    )
    def test_every_word_stands_somewhere(self, texts: list[str], more: str) -> None:
        text = "\n".join([*texts, more])
        found = heard(text)
        kept = " ".join(
            [
                found.title,
                found.rest,
                *(line.text for line in found.lines),
                *(each.text for each in found.told),
            ]
        )
        for word in text.split():
            letters = "".join(sign if sign.isalnum() else " " for sign in word).split()
            if letters and "equal" not in text:
                self.assertIn(max(letters, key=len), kept)
        for step in found.steps:
            self.assertTrue(all(0 <= place < len(found.lines) for place in step.adds))


SAID = """
if when unless optional add stir honey water clay oil enough to make a paste till it spreads or and
, . ; 3 tbsp overnight minutes 10 leave rinse scalp hair oil-free wooden bowl pot of either boil
strain wenn si une pâte cover rub press until cool thick juice lemon freeze blend them every week
spritz damp
"""


class Anything(TestCase):
    """Words of recipes in any order are heard, and nothing that stands in them breaks it."""

    @settings(max_examples=200, deadline=None)
    @given(st.lists(st.sampled_from(SAID.split()), min_size=3, max_size=40))
    def test_every_step_names_lines_that_there_are(self, words: list[str]) -> None:
        found = heard(" ".join(words))
        for step in found.steps:
            self.assertTrue(all(0 <= place < len(found.lines) for place in step.adds))
