"""A recipe of the corpus through every room: formula, batch, plan, wash and stock say what it says."""

from typing import Any
from unittest import TestCase
from urllib.parse import urlsplit

from eyebright.core.formulas.model import families
from eyebright.make.models import Container
from tests.core.told_recipes import corpus

from .plan import PlanTestCase

EVERY = 8  # of the corpus one in so many goes all the way: it takes a second each
LEAST = 12


def chosen() -> list[str]:
    """Recipes of the corpus, of every family that it has, and of every tongue."""
    found = list(corpus())
    first = {each.meant["family"]: each for each in reversed(found)}
    return [each.text for each in {id(each): each for each in (*first.values(), *found[::EVERY])}.values()]


class EveryRoom(PlanTestCase):
    """Minutes, use, amounts, lines and stops are the same in every room."""

    def test_what_it_says_is_what_every_room_says(self) -> None:
        whole = 0
        for text in chosen():
            kept = self.call("POST", "/formulas/bring", {"text": text}, 201)["formula"]
            if kept["problems"] or kept["assessment"] is None:
                continue
            with self.subTest(text[:60]):
                whole += 1
                self.same_in_the_wash(kept)
                self.same_in_the_plan(kept)
                self.same_when_made(kept)
        self.assertGreaterEqual(whole, LEAST)

    def stops(self, cautions: list[dict[str, Any]]) -> set[str]:
        return {each["id"] for each in cautions if each["level"] == "stop"}

    def same_in_the_wash(self, kept: dict[str, Any]) -> None:
        """Minutes, use and stops of its link are its own."""
        asked = {"head": self.wren, "links": [self.link(kept["id"])]}
        found = self.call("POST", "/wash/chains/read", asked)
        (link,) = found["results"]
        formula = self.call("GET", f"/formulas/{kept['id']}?head={self.wren}")
        if formula["formula"]["use"] == "left_in":
            self.assertIsNone(link["longest"])
        else:
            self.assertAlmostEqual(link["longest"], float(formula["formula"]["minutes"]), places=2)
        self.assertEqual(self.stops(formula["assessment"]["cautions"]) - self.stops(found["cautions"]), set())
        ph = formula["assessment"]["ph_as_used"] or formula["assessment"]["ph"]
        if link["own_ph"] and ph:
            self.assertAlmostEqual(link["own_ph"]["value"], ph["value"], delta=0.05)

    def same_in_the_plan(self, kept: dict[str, Any]) -> None:
        """The plan makes as much of it as its link takes, and Make begins with that."""
        chain = self.chain(f"With {kept['id']}", self.link(kept["id"]))
        self.plan(at="2026-12-20T10:00", chain=chain)
        jobs = self.call("GET", "/wash/plan")["jobs"]
        makes = [job for job in jobs if job["formula"] == kept["id"] and job["what"] == "make"]
        for job in makes:
            query = dict(pair.split("=") for pair in urlsplit(job["to"]).query.split("&"))
            self.assertEqual(query["sized_by"], "ml" if job["unit"] == "mL" else "g")
            self.assertAlmostEqual(float(query["value"]), job["amount"], delta=0.06 * job["amount"] + 1.0)
        for wash in self.call("GET", "/wash/plan")["washes"]:
            self.call("DELETE", f"/wash/planned/{wash['id']}", status=204)

    def same_when_made(self, kept: dict[str, Any]) -> None:
        """A batch takes its lines as they are written, and ends in a container with a date and a reason."""
        ask = {"formula": kept["id"]}
        takes = self.call("POST", "/make/takes", ask)
        weighed = {each["id"]: each["grams"]["value"] for each in kept["assessment"]["lines"]}
        self.assertEqual({line["id"] for line in takes["lines"]}, set(weighed))
        if self.stops(takes["cautions"]):
            self.call("POST", "/make/batches", {"ask": ask}, 422)
            return
        batch = self.call("POST", "/make/batches", {"ask": ask}, 201)
        self.assertEqual({line["id"] for line in batch["lines"]}, set(weighed))
        acts = [step["act"] for step in batch["steps"]]
        self.assertEqual(acts[-1], "portion")
        batch = self.pour_all(batch)
        done = batch["done"]
        self.assertAlmostEqual(
            done["makes_g"]["value"], kept["assessment"]["yield_g"]["value"],
            delta=0.02 * kept["assessment"]["yield_g"]["value"] + 0.5,
        )  # fmt: skip
        family = families()[kept["formula"]["family"]]
        for place in ("shelf", "fridge"):
            self.assertIn(place, done["keeps"], family.key)
        self.change(batch, step=len(batch["steps"]) - 1)
        amount = max(int(min(done["makes"]["value"], done["makes_g"]["value"])), 1)
        self.filled(batch, amount=amount, name="Jar", place="fridge")
        jar = Container.objects.order_by("-pk")[0]
        self.assertIsNotNone(jar.use_by)
        self.assertTrue(jar.reason)


class Corpus(TestCase):
    """The recipes that go through every room."""

    def test_every_family_and_tongue_is_among_them(self) -> None:
        texts = set(chosen())
        went = [each for each in corpus() if each.text in texts]
        self.assertEqual({each.tongue for each in went}, {"en", "de", "fr", "es", "it"})
        self.assertGreaterEqual(len({each.meant["family"] for each in went}), 12)
