"""The shelf: put on, change, take off, put back; and all that cannot be taken."""

from .support import ApiTestCase


class Lots(ApiTestCase):
    """Acids at hand."""

    def test_put_on_and_listed_with_what_it_does(self) -> None:
        pk = self.put_malt(strength="5,5", note="by the stove")
        listed = self.call("GET", "/shelf/lots")
        self.assertEqual([lot["id"] for lot in listed], [pk])
        self.assertEqual(listed[0]["own_strength"], 5.5)
        self.assertEqual(listed[0]["strength"]["kind"], "measured")
        self.assertLess(listed[0]["neat_ph"]["low"], listed[0]["neat_ph"]["value"])

    def test_without_a_strength_the_library_says(self) -> None:
        self.put_malt(strength="")
        lot = self.call("GET", "/shelf/lots")[0]
        self.assertIsNone(lot["own_strength"])
        self.assertEqual((lot["strength"]["value"], lot["strength"]["kind"]), (5.0, "custom"))

    def test_change(self) -> None:
        pk = self.put_malt()
        changed = self.call(
            "PUT", f"/shelf/lots/{pk}", {"material": "malt_vinegar", "name": "Old malt", "strength": 6}
        )
        self.assertEqual((changed["name"], changed["own_strength"]), ("Old malt", 6))

    def test_take_off_and_put_back(self) -> None:
        pk = self.put_malt()
        self.call("DELETE", f"/shelf/lots/{pk}", status=204)
        self.assertEqual(self.call("GET", "/shelf/lots"), [])
        self.call("DELETE", f"/shelf/lots/{pk}", status=404)
        self.call("POST", f"/shelf/lots/{pk}/restore")
        self.assertEqual(len(self.call("GET", "/shelf/lots")), 1)

    def test_what_cannot_be_taken(self) -> None:
        good = {"material": "malt_vinegar", "name": "Malt vinegar"}
        for change, field, words in (
            ({"strength": 0}, "strength", "more than 0"),
            ({"strength": 101}, "strength", "at most 100"),
            ({"strength": -5}, "strength", "more than 0"),
            ({"strength": "strong"}, "strength", "A number goes here"),
            ({"strength": True}, "strength", "A number goes here"),
            ({"strength": "nan"}, "strength", "A number goes here"),
            ({"name": "   "}, "name", "Give it a name"),
            ({"name": "x" * 81}, "name", "80 letters"),
            ({"name": 7}, "name", "in words"),
            ({"material": "moonshine"}, "material", "from the library"),
            ({"material": "baking_soda"}, "material", "raises the pH"),
            ({"note": "x" * 2001}, "note", "2000 letters"),
        ):
            with self.subTest(change):
                self.assertIn(words, self.refused("POST", "/shelf/lots", good | change, field))
        self.assertIn("needed", self.refused("POST", "/shelf/lots", {"name": "Malt"}, "material"))
        self.assertEqual(self.call("GET", "/shelf/lots"), [])


class Waters(ApiTestCase):
    """Waters at hand."""

    def test_figures_of_the_supplier(self) -> None:
        pk = self.put_tap(alkalinity="245,5")
        water = self.call("GET", "/shelf/waters")[0]
        self.assertEqual((water["id"], water["own_alkalinity"]), (pk, 245.5))
        self.assertEqual(water["alkalinity"]["kind"], "measured")
        self.assertEqual(water["hardness"]["kind"], "custom")

    def test_change_take_off_and_put_back(self) -> None:
        pk = self.put_tap()
        changed = self.call("PUT", f"/shelf/waters/{pk}", {"kind": "rain", "name": "Rain barrel"})
        self.assertLess(changed["alkalinity"]["value"], 20)
        self.call("DELETE", f"/shelf/waters/{pk}", status=204)
        self.call("PUT", f"/shelf/waters/{pk}", {"kind": "rain", "name": "Rain barrel"}, 404)
        self.call("POST", f"/shelf/waters/{pk}/restore")
        self.assertEqual(self.call("GET", "/shelf/waters")[0]["name"], "Rain barrel")

    def test_what_cannot_be_taken(self) -> None:
        good = {"kind": "hard", "name": "Tap"}
        for change, field, words in (
            ({"kind": "holy"}, "kind", "nearest kind"),
            ({"alkalinity": -1}, "alkalinity", "0 to 2000"),
            ({"hardness": 9999}, "hardness", "0 to 2000"),
            ({"hardness": "quite"}, "hardness", "A number"),
            ({"name": ""}, "name", "Give it a name"),
        ):
            with self.subTest(change):
                self.assertIn(words, self.refused("POST", "/shelf/waters", good | change, field))


class Library(ApiTestCase):
    """What can be put on the shelf."""

    def test_acids_and_waters_with_sources(self) -> None:
        library = self.call("GET", "/shelf/library")
        keys = [stuff["key"] for stuff in library["materials"]]
        self.assertIn("malt_vinegar", keys)
        self.assertNotIn("baking_soda", keys)
        self.assertEqual(library["waters"][0]["key"], "distilled")
        self.assertTrue(all(row["source"] for row in library["materials"] + library["waters"]))
