"""Recipes as people tell them, heard whole: the corpus of `told.txt`, and what must never happen."""

from unittest import TestCase

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
