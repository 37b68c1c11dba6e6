"""What is thinned when it is used: told, made as it is, poured with its water, and recorded so."""

from typing import Any

from eyebright.make.models import Batch, Container
from eyebright.make.services.labels import handling
from eyebright.wash.models import Wash

from .bench import BenchTestCase
from .plan import PlanTestCase

TOLD = (
    "Nettle vinegar: stuff a jar with 100 g fresh nettles, top up with 400 ml malt vinegar, 3 weeks in a "
    "dark cupboard. Strain. 2 tbsp to a litre of water as the last rinse, rinse out."
)


class ThinnedWhenUsed(BenchTestCase, PlanTestCase):
    """A herb vinegar, from its recipe to the wash."""

    def stops(self, cautions: list[dict[str, Any]]) -> list[str]:
        return [each["id"] for each in cautions if each["level"] == "stop"]

    def told(self) -> dict[str, Any]:
        return self.call("POST", "/formulas/bring", {"text": TOLD}, 201)["formula"]

    def test_it_goes_through_every_room(self) -> None:
        kept = self.told()
        found = kept["assessment"]
        self.assertEqual((kept["formula"]["thinned"], self.stops(found["cautions"])), ("33", []))
        self.assertGreater(found["ph_as_used"]["value"], found["ph"]["value"] + 0.2)
        batch = self.pour_all(self.begin(kept["id"], heads=[self.wren]))
        self.assertIn("1 + 33", batch["heads"][0]["says"])
        self.change(batch, step=len(batch["steps"]) - 1)
        self.filled(batch, amount=350, name="Stone jar", place="shelf")
        jar = Container.objects.get()
        self.assertGreater((jar.use_by - jar.filled_on).days, 7, "strained vinegar keeps")
        link = {"supply_key": f"made-{jar.pk}"}
        for what in (self.link(kept["id"]), link):
            wash = self.call("POST", "/wash/chains/read", {"links": [what, {}], "head": self.wren})
            self.assertRegex(wash["results"][0]["says"], r"about \d+ mL with \d{3} mL of warm water")
            self.assertEqual(self.stops(wash["cautions"]), [])
        ask = {"formula": kept["id"], "sized_by": "washes", "value": 10, "heads": [self.wren]}
        takes = self.call("POST", "/make/takes", ask)
        self.assertLess(takes["makes"]["value"], 300, "ten washes, without their water")
        self.assertIn("33 parts of water", " ".join(handling(Batch.objects.get())))
        done = self.call("POST", "/wash/record", {"head": self.wren} | link, 201)
        self.assertEqual(Wash.objects.get(pk=done["washes"][0]).thinned, 33)
        took = 350 - float(Container.objects.get().left)
        self.assertTrue(1 <= took <= 30, f"{took} mL of the vinegar, without its water")

    def test_as_it_stands_in_the_jar_it_may_not_go_on(self) -> None:
        kept = self.told()
        neat = self.save(kept, thinned="")
        self.assertTrue(self.stops(neat["assessment"]["cautions"]))
        self.assertIsNone(neat["assessment"]["ph_as_used"])
        self.call("POST", "/make/batches", {"ask": {"formula": kept["id"]}}, 422)

    def test_parts_that_are_none_are_said_beside_their_field(self) -> None:
        kept = self.told()
        for typed in ("many", "-1", "2.5", "101"):
            with self.subTest(typed):
                kept = self.save(kept, thinned=typed)
                self.assertEqual((kept["formula"]["thinned"], [*self.problems(kept)]), (typed, ["thinned"]))

    def test_it_goes_out_and_comes_back(self) -> None:
        kept = self.told()
        text = self.raw("GET", f"/formulas/{kept['id']}/file/jsonld").content.decode()
        again = self.call("POST", "/formulas/bring", {"text": text}, 201)["formula"]
        self.assertEqual(again["formula"]["thinned"], "33")
