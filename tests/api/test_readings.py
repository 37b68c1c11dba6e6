"""Readings over the API: what they teach, that they are undone, and what puts a jug right."""

from typing import Any

from .support import ApiTestCase


class Readings(ApiTestCase):
    """A reading makes the next answer better, and is undone in one press."""

    def test_this_bottle_now_and_undone(self) -> None:
        pk = self.put_malt(strength=None)
        before = self.call("GET", f"/shelf/lots/{pk}")
        jug = self.call("POST", "/mix/jug", self.ask(acid=pk))
        body = {"supply_key": f"lot-{pk}", "read": {"value": 2.6, "step": 0.2}}
        read = self.call("POST", "/shelf/readings", body, 201)
        after = self.call("GET", f"/shelf/lots/{pk}")
        self.assertEqual((after["readings"], after["neat_ph"]["kind"]), (1, "computed"))
        for figures in ((before["neat_ph"], after["neat_ph"]),):
            was, now = (figure["high"] - figure["low"] for figure in figures)
            self.assertLess(now, was)
        again = self.call("POST", "/mix/jug", self.ask(acid=pk))
        self.assertNotEqual(again["ph"], jug["ph"])
        self.call("DELETE", f"/shelf/readings/{read['id']}", status=204)
        self.assertEqual(self.call("GET", f"/shelf/lots/{pk}"), before)
        self.call("POST", f"/shelf/readings/{read['id']}/restore")
        self.assertEqual(self.call("GET", f"/shelf/lots/{pk}"), after)
        listed = self.call("GET", f"/shelf/readings?supply_key=lot-{pk}")
        self.assertEqual([reading["of"] for reading in listed], [["Malt vinegar"]])

    def test_a_jug_that_was_read_tells_of_the_bottle_and_of_the_water(self) -> None:
        malt, tap = self.put_malt(), self.put_tap()
        wide = self.call("GET", "/shelf/waters")[0]["alkalinity"]
        entry = self.call("POST", "/journal/entries", {"rinse": self.ask(acid=malt, water=tap)}, 201)
        path = f"/journal/entries/{entry['id']}"
        self.call("PATCH", path, {"read": {"value": 5.0, "step": 0.2}})
        told = self.call("GET", "/shelf/waters")[0]
        self.assertEqual(told["readings"], 1)
        self.assertGreater(told["alkalinity"]["value"], wide["value"])
        self.call("PATCH", path, {"read": None})
        self.assertEqual(self.call("GET", "/shelf/waters")[0]["alkalinity"], wide)

    def test_a_pack_of_strips_of_ones_own(self) -> None:
        strips = self.call("POST", "/shelf/strips", {"name": "Fine", "steps": "3.6 3,9; 4.2 4.5"}, 201)
        self.assertEqual(strips["steps"], [3.6, 3.9, 4.2, 4.5])
        supply = f"lot-{self.put_malt()}"
        off = {"supply_key": supply, "read": {"value": 6, "strips": strips["id"]}}
        self.assertIn("3.6", self.refused("POST", "/shelf/readings", off, "value"))
        on = {"supply_key": supply, "read": {"value": 3.6, "strips": strips["id"]}}
        self.call("POST", "/shelf/readings", on, 201)
        for steps, words in (
            ("4", "from 2"),
            ("4 five", "numbers"),
            ("5 4", "Lowest first"),
            ("4 15", "0 to 14"),
        ):
            with self.subTest(steps):
                said = self.refused("POST", "/shelf/strips", {"name": "x", "steps": steps}, "steps")
                self.assertIn(words, said)
        self.call("DELETE", f"/shelf/strips/{strips['id']}", status=204)
        self.call("POST", "/shelf/readings", on, 404)

    def test_what_cannot_be_is_never_learnt_from_however_often_it_is_read(self) -> None:
        """A doubtful reading never counts and takes no good one's place; two alike are one more question."""
        lot = f"lot-{self.put_malt()}"
        good = {"supply_key": lot, "read": {"value": 2.9, "step": 0.2}}
        self.call("POST", "/shelf/readings", good, 201)
        known = self.call("GET", f"/shelf/{lot.replace('-', 's/')}")["neat_ph"]
        says = []
        for _ in range(13):
            odd = {"supply_key": lot, "read": {"value": 7.5, "step": 0.5}}
            says.append(self.call("POST", "/shelf/readings", odd, 201)["says"])
        self.assertIn("read it again", says[0])
        self.assertIn("Twice alike", says[1])
        self.assertEqual(self.call("GET", f"/shelf/{lot.replace('-', 's/')}")["neat_ph"], known)

    def test_what_has_no_ph_by_itself(self) -> None:
        body = {"supply_key": "lib-citric_acid", "read": {"value": 3}}
        self.assertIn("jug of water", self.refused("POST", "/shelf/readings", body, "supply_key"))
        self.refused("POST", "/shelf/readings", body | {"supply_key": "lot-999"}, "supply_key")


class PutRight(ApiTestCase):
    """A jug that reads wrong."""

    def arrange(self) -> None:
        """A jug poured for pH 4.5."""
        super().arrange()
        rain = {"kind": "rain", "name": "Rain barrel"}
        self.call("POST", "/shelf/waters", rain, 201)
        self.entry = self.call("POST", "/journal/entries", {"rinse": self.ask()}, 201)
        self.path = f"/journal/entries/{self.entry['id']}"

    def ways(self, **body: Any) -> dict[str, Any]:
        """The ways to put it right."""
        return self.call("POST", f"{self.path}/put-right", body)

    def test_ranked_ways_capped_by_the_vessel(self) -> None:
        self.call("PATCH", self.path, {"read": {"value": 3.5, "step": 0.2}})
        ways = self.ways()["ways"]
        self.assertTrue(ways and ways[0]["reaches"])
        self.assertAlmostEqual(ways[0]["ph"]["value"], 4.5, delta=0.2)
        bowl = self.call("POST", "/shelf/vessels", {"name": "bowl", "volume": 520}, 201)["id"]
        for way in self.ways(vessel=bowl)["ways"]:
            self.assertLessEqual(way["volume"], 520.5)
        self.assertLess(self.ways(left=200)["ways"][0]["volume"], ways[0]["volume"])

    def test_a_jug_that_reads_as_it_should_needs_nothing(self) -> None:
        self.call("PATCH", self.path, {"read": {"value": 4.5, "step": 0.5}})
        told = self.ways()
        self.assertEqual(told["ways"], [])
        self.assertTrue(told["says"])

    def test_bad_input(self) -> None:
        self.refused("POST", f"{self.path}/put-right", {}, "reading")
        self.call("PATCH", self.path, {"read": {"value": 3.5}})
        for body, field in (({"left": 0}, "left"), ({"left": 9000}, "left"), ({"vessel": 99}, "vessel")):
            with self.subTest(body):
                self.refused("POST", f"{self.path}/put-right", body, field)
