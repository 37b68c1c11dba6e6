"""What somebody reacted to bars all that holds it, in every room: bottles, mixes, the next bottle."""

from typing import Any

from eyebright.heads.models import Head, PatchTest

from .plan import PlanTestCase


class Reactions(PlanTestCase):
    """Onion that was red for two days; a conditioner that gave a rash."""

    def arrange(self) -> None:
        super().arrange()
        self.juice = self.formula(
            "juice", (f"water-{self.rain}", "80", "mL"), ("lib-onion_juice", "15", "mL"), name="Bulb water"
        )
        bottle = self.filled(self.made(self.juice), 40)
        self.bottle = bottle["key"]
        self.mask = self.formula(
            "mask", ("lib-buttermilk", "80", "mL"), (self.bottle, "10", "mL"), name="Barge mask"
        )

    def stops(self, **link: Any) -> list[str]:
        body = {"links": [link, {}], "head": self.wren}
        found = self.call("POST", "/wash/chains/read", body)["cautions"]
        return [each["id"] for each in found if each["level"] == "stop"]

    def links(self) -> tuple[dict[str, Any], ...]:
        return {"formula": self.juice}, {"supply_key": self.bottle}, {"formula": self.mask}

    def react(self, material: str) -> None:
        head = Head.objects.get(pk=self.wren)
        head.patch_tests.create(material=material, name=material, hours=48, result=PatchTest.Result.REACTION)

    def test_in_every_room(self) -> None:
        for link in self.links():
            self.assertNotIn("reaction-mix", self.stops(**link))
        self.react("onion_juice")
        for link in self.links():
            with self.subTest(str(link)):
                self.assertIn("reaction-mix", self.stops(**link))
                chain = self.chain(f"With {link}", link, {})
                (planned,) = self.plan(chain=chain)
                self.assertTrue(
                    [each for each in planned["stops"] if "reacted before" in each], planned["stops"]
                )
                self.call("DELETE", f"/wash/planned/{planned['id']}", status=204)
                if "formula" in link:
                    routine = {"head": self.wren, "entries": [{"chain": chain}], "every": 30}
                    found = self.call("POST", "/wash/routines", routine, 201)
                    self.assertIn("reacted before", found["trouble"])
                    takes = self.call("POST", "/make/takes", link | {"heads": [self.wren]})
                    self.assertIsNone(takes["heads"][0]["parts"])
        matches = self.call("GET", f"/formulas/match?head={self.wren}")
        barred = {each["name"]: [one["id"] for one in each["stops"]] for each in matches}
        self.assertIn("reaction-mix", barred["Bulb water"])
        self.assertIn("reaction-mix", barred["Barge mask"])

    def test_a_rash_from_what_was_made_reaches_what_it_goes_into(self) -> None:
        body = {"family": "juice", "formula": self.juice}
        kept = self.call("POST", f"/heads/{self.wren}/washes", body, 201)
        Head.objects.get(pk=self.wren).washes.filter(pk=kept["id"]).update(feel=["help-rash"])
        for link in self.links():
            with self.subTest(str(link)):
                self.assertIn("reaction-mix", self.stops(**link))

    def test_a_rash_from_one_bottle_bars_the_next(self) -> None:
        lot = self.put("conditioner_rinse", "Canal conditioner", size=300, left=100)
        kept = self.call("POST", f"/heads/{self.wren}/washes", {"family": "conditioner"}, 201)
        Head.objects.get(pk=self.wren).washes.filter(pk=kept["id"]).update(
            supply_key=f"lot-{lot}", feel=["help-rash"]
        )
        following = self.call("POST", f"/shelf/lots/{lot}/next", None, 201)
        self.assertEqual((following["name"], following["left"]), ("Canal conditioner", 300.0))
        other = self.put("conditioner_rinse", "Quay conditioner", size=300)
        for key, barred in ((f"lot-{lot}", True), (following["key"], True), (f"lot-{other}", False)):
            with self.subTest(key):
                self.assertEqual("reaction-mix" in self.stops(supply_key=key), barred)
        self.call("DELETE", f"/shelf/lots/{following['id']}", status=204)
        self.call("POST", "/shelf/lots/9999/next", None, 404)
