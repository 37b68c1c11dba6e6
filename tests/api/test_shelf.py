"""The shelf: put on, change, take off, put back; and all that cannot be taken."""

from .support import ApiTestCase


class Lots(ApiTestCase):
    """Acids at hand."""

    def test_put_on_and_listed_with_what_it_does(self) -> None:
        pk = self.put_malt(strength="5,5", note="by the stove")
        listed = self.call("GET", "/shelf/lots")["items"]
        self.assertEqual([lot["id"] for lot in listed], [pk])
        self.assertEqual(listed[0]["own_strength"], 5.5)
        self.assertEqual(listed[0]["strength"]["kind"], "measured")
        self.assertLess(listed[0]["neat_ph"]["low"], listed[0]["neat_ph"]["value"])

    def test_without_a_strength_the_library_says(self) -> None:
        self.put_malt(strength="")
        lot = self.call("GET", "/shelf/lots")["items"][0]
        self.assertIsNone(lot["own_strength"])
        self.assertEqual((lot["strength"]["value"], lot["strength"]["kind"]), (5.0, "custom"))

    def test_change(self) -> None:
        pk = self.put_malt()
        changed = self.call(
            "PATCH", f"/shelf/lots/{pk}", {"material": "malt_vinegar", "name": "Old malt", "strength": 6}
        )
        self.assertEqual((changed["name"], changed["own_strength"]), ("Old malt", 6))

    def test_take_off_and_put_back(self) -> None:
        pk = self.put_malt()
        self.call("DELETE", f"/shelf/lots/{pk}", status=204)
        self.assertEqual(self.call("GET", "/shelf/lots")["items"], [])
        self.call("DELETE", f"/shelf/lots/{pk}", status=404)
        self.call("POST", f"/shelf/lots/{pk}/restore")
        self.assertEqual(self.call("GET", "/shelf/lots")["total"], 1)

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
            ({"material": "linden", "strength": 5}, "strength", "no strength to give"),
            ({"size": 500, "left": 600}, "left", "more than it held"),
            ({"left": -1}, "left", "From nothing"),
            ({"price": 2}, "size", "how much it held"),
            ({"price": "dear", "size": 500}, "price", "A number goes here"),
            ({"opened_on": "2199-01-01"}, "opened_on", "still to come"),
            ({"use_by": "soon"}, "use_by", "date"),
            ({"note": "x" * 2001}, "note", "2000 letters"),
        ):
            with self.subTest(change):
                self.assertIn(words, self.refused("POST", "/shelf/lots", good | change, field))
        self.assertIn("needed", self.refused("POST", "/shelf/lots", {"name": "Malt"}, "material"))
        self.assertEqual(self.call("GET", "/shelf/lots")["items"], [])


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
        changed = self.call("PATCH", f"/shelf/waters/{pk}", {"kind": "rain", "name": "Rain barrel"})
        self.assertLess(changed["alkalinity"]["value"], 20)
        self.call("DELETE", f"/shelf/waters/{pk}", status=204)
        self.call("PATCH", f"/shelf/waters/{pk}", {"kind": "rain", "name": "Rain barrel"}, 404)
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
    """What can be put on the shelf, found by any of its names."""

    def test_materials_kinds_and_waters_with_sources(self) -> None:
        library = self.call("GET", "/shelf/library")
        keys = [
            supply["key"]
            for find in ("malt", "soda", "rhassoul")
            for supply in self.call("GET", f"/shelf/materials?find={find}")
        ]
        self.assertGreaterEqual(len(library["properties"]), 12)
        self.assertTrue({"malt_vinegar", "baking_soda", "rhassoul"} <= set(keys))
        waters = self.call("GET", "/shelf/water-kinds")
        self.assertEqual(waters[1]["key"], "distilled")
        self.assertTrue(all(row["source"] for row in waters))
        self.assertIn("leaf", [kind["key"] for kind in library["kinds"]])

    def test_found_in_several_tongues_the_shelfs_own_first(self) -> None:
        pk = self.put_malt(name="The brown bottle")
        self.assertEqual(self.call("GET", "/shelf/supplies?find=malzessig")[0]["key"], f"lot-{pk}")
        for words, key in (
            ("ortie", "lib-nettle"),
            ("Natron", "lib-baking_soda"),
            ("ghassoul", "lib-rhassoul"),
        ):
            found = self.call("GET", f"/shelf/supplies?find={words}")
            self.assertIn(key, [supply["key"] for supply in found], words)
        self.assertEqual(self.call("GET", "/shelf/supplies?find=moonshine"), [])

    def test_all_that_is_known_of_a_material_and_what_is_only_guessed(self) -> None:
        whole = self.call("GET", "/shelf/library/rhassoul")
        facts = {fact["name"]: fact for fact in whole["facts"]}
        self.assertLess(facts["takes up water"]["figure"]["low"], facts["takes up water"]["figure"]["high"])
        self.call("GET", "/shelf/library/moonshine", status=404)

    def test_one_of_ones_own_is_estimated_from_its_kind_and_wide(self) -> None:
        body = {"name": "Lock-side mallow", "kind": "leaf"}
        own = self.call("POST", "/shelf/materials", body, 201)
        guessed = self.call("GET", f"/shelf/library/{own['key']}")["facts"]
        self.assertTrue(all(fact["guessed"] for fact in guessed if fact["figure"]))
        pk = int(own["key"].split("-")[1])
        self.call(
            "PATCH", f"/shelf/materials/{pk}", body | {"figures": {"spoonful": "0,9"}, "ph": 6, "per": 5}
        )
        known = self.call("GET", f"/shelf/library/{own['key']}")["facts"]
        self.assertLess(sum(fact["guessed"] for fact in known), sum(fact["guessed"] for fact in guessed))
        lot = self.call("POST", "/shelf/lots", {"material": own["key"], "name": "Mallow"}, 201)
        self.assertEqual(self.call("GET", "/shelf/supplies?find=mallow")[0]["key"], lot["key"])

    def test_what_cannot_be_taken_of_ones_own(self) -> None:
        good = {"name": "Mallow", "kind": "leaf"}
        for change, field, words in (
            ({"kind": "weed"}, "kind", "nearest kind"),
            ({"figures": {"spoonful": 90}}, "figures.spoonful", "0.05 to 20"),
            ({"ph": 15}, "ph", "0 to 14"),
            ({"strength": 5}, "strength", "give its pH"),
            ({"contains": ["gluten"]}, "contains", "ones offered"),
        ):
            with self.subTest(change):
                self.assertIn(words, self.refused("POST", "/shelf/materials", good | change, field))


class LongShelf(ApiTestCase):
    """What runs low, what is past its date, and a shelf of many pages."""

    def test_what_calls_for_a_look_comes_first(self) -> None:
        self.put_malt(name="Aaa, full", size=500)
        for name, more, what in (
            ("Low", {"size": 500, "left": 40}, "low"),
            ("Empty", {"size": 500, "left": 0}, "empty"),
            ("Past", {"use_by": "2020-01-01"}, "past"),
            ("Old", {"opened_on": "2020-01-01"}, "open long"),
        ):
            pk = self.put_malt(name=name, **more)
            notices = self.call("GET", f"/shelf/lots/{pk}")["notices"]
            self.assertEqual([notice["what"] for notice in notices], [what])
        page = self.call("GET", "/shelf/lots")
        self.assertEqual((page["noticed"], page["items"][-1]["name"]), (4, "Aaa, full"))

    def test_what_is_left_by_eye(self) -> None:
        pk = self.put_malt(size=600, left_share=0.5)
        self.assertEqual(self.call("GET", f"/shelf/lots/{pk}")["left"], 300)
        half = {"material": "malt_vinegar", "name": "Malt", "left_share": 0.5}
        self.assertIn("how much it held", self.refused("POST", "/shelf/lots", half, "size"))
        self.refused("POST", "/shelf/lots", half | {"size": 500, "left_share": 2}, "left_share")

    def test_pages_and_finding(self) -> None:
        for n in range(5):
            self.put_malt(name=f"Bottle {n}")
        page = self.call("GET", "/shelf/lots?offset=2&limit=2")
        self.assertEqual(
            ([lot["name"] for lot in page["items"]], page["total"]), (["Bottle 2", "Bottle 3"], 5)
        )
        self.assertEqual(self.call("GET", "/shelf/lots?find=bottle+4")["total"], 1)

    def test_what_is_poured_is_taken_off_what_is_left_and_put_back(self) -> None:
        malt = self.put_malt(size=500)
        entry = self.call("POST", "/journal/entries", {"rinse": self.ask(acid=malt)}, 201)
        poured = entry["rinse"]["pours"][1]["amount"]
        self.assertAlmostEqual(self.call("GET", f"/shelf/lots/{malt}")["left"], 500 - poured, delta=0.02)
        self.call("DELETE", f"/journal/entries/{entry['id']}", status=204)
        self.assertEqual(self.call("GET", f"/shelf/lots/{malt}")["left"], 500)


class Measures(ApiTestCase):
    """The household's own spoons, cups and vessels."""

    def test_whose_spoons_they_are_changes_what_is_poured(self) -> None:
        tap = {"supply_key": f"water-{self.put_tap()}", "amount": 1, "unit": "cup"}
        malt = {"supply_key": f"lot-{self.put_malt()}", "amount": 1, "unit": "tbsp"}
        poured = {}
        for system in ("metric", "us", "imperial", "australian"):
            self.call("PATCH", "/household", {"system": system})
            poured[system] = [pour["amount"] for pour in self.jug(tap, malt)["pours"]]
        self.assertEqual(poured["metric"], [250, 15])
        self.assertEqual(poured["australian"][1], 20)
        self.assertAlmostEqual(poured["us"][0], 236.6, delta=0.1)
        self.assertAlmostEqual(poured["imperial"][0], 284.1, delta=0.1)
        self.refused("PATCH", "/household", {"system": "babylonian"}, "system")

    def test_a_scoop_of_ones_own(self) -> None:
        scoop = {"name": "clay scoop", "grams": 11, "material": "rhassoul"}
        spoon = self.call("POST", "/shelf/spoons", scoop, 201)
        clay = {"supply_key": "lib-rhassoul", "amount": 2, "unit": f"spoon-{spoon['id']}"}
        units = self.call("GET", "/shelf/supplies?named=lib-rhassoul")[0]["units"]
        self.assertIn(clay["unit"], [unit["key"] for unit in units])
        water = {"supply_key": "lib-nothing"} | {"supply_key": f"water-{self.put_tap()}", "amount": 200}
        self.assertAlmostEqual(self.jug(water, clay)["lines"][1]["amount"], 22, delta=0.1)
        for change, field in (
            ({"grams": None}, "volume"),
            ({"grams": -1}, "grams"),
            ({"material": "x"}, "material"),
        ):
            with self.subTest(change):
                self.refused("POST", "/shelf/spoons", scoop | change, field)
        self.call("DELETE", f"/shelf/spoons/{spoon['id']}", status=204)
        self.assertEqual(self.call("GET", "/shelf/spoons"), [])
        self.assertEqual(self.call("POST", f"/shelf/spoons/{spoon['id']}/restore")["grams"], 11)

    def test_marks_on_a_vessel(self) -> None:
        body = {"name": "Enamel jug", "volume": 1200, "marks": [{"name": "blue line", "volume": 800}]}
        kept = self.call("POST", "/shelf/vessels", body, 201)
        self.assertEqual(kept["marks"], [{"name": "blue line", "volume": 800, "height": None}])
        tap = f"water-{self.put_tap()}"
        to_the_line = {"supply_key": tap, "amount": 1, "unit": f"vessel-{kept['id']}-0"}
        half_of_it = {"supply_key": tap, "amount": "½", "unit": f"vessel-{kept['id']}"}
        line, half = self.jug(to_the_line, half_of_it)["lines"]
        self.assertEqual((line["amount"], half["amount"]), (800, 600))
        self.assertLess((line["high"] - line["low"]) / 800, (half["high"] - half["low"]) / 600)
        over = body | {"marks": [{"name": "blue line", "volume": 1500}]}
        self.refused("POST", "/shelf/vessels", over, "marks")


class Fractions(ApiTestCase):
    """Numbers as spoons are counted."""

    def test_as_people_write_them(self) -> None:
        tap = {"supply_key": f"water-{self.put_tap()}", "amount": 250}
        for typed, much in (("1/2", 2.5), ("1 1/2", 7.5), ("½", 2.5), ("1½", 7.5), ("1 ½", 7.5), ("2", 10)):
            with self.subTest(typed):
                spoon = {"supply_key": f"lot-{self.put_malt()}", "amount": typed, "unit": "tsp"}
                self.assertAlmostEqual(self.jug(tap, spoon)["lines"][1]["amount"], much)
        for typed in ("half", "/2", "1/2/3", "²"):
            with self.subTest(typed):
                body = {"lines": [tap | {"amount": typed}]}
                self.assertIn("A number goes here", self.refused("POST", "/mix/jug", body, "lines.0.amount"))


class WaterFigures(ApiTestCase):
    """What is known of a water: its supplier's figures by the day, and a titration at home."""

    def test_figures_of_a_day_narrow_the_water_and_can_be_taken_away(self) -> None:
        pk = self.put_tap()
        wide = self.call("GET", "/shelf/waters")[0]["alkalinity"]
        body = {"on": "2026-03-01", "alkalinity": 240, "hardness": "310", "ph": 7.3}
        water = self.call("POST", f"/shelf/waters/{pk}/profiles", body, 201)
        self.assertEqual(water["alkalinity"]["value"], 240)
        self.assertLess(water["alkalinity"]["high"] - water["alkalinity"]["low"], wide["high"] - wide["low"])
        self.refused("POST", f"/shelf/waters/{pk}/profiles", body | {"on": "2199-01-01"}, "on")
        profile = water["profiles"][0]["id"]
        self.call("DELETE", f"/shelf/profiles/{profile}", status=204)
        self.assertEqual(self.call("GET", "/shelf/waters")[0]["alkalinity"], wide)
        self.call("POST", f"/shelf/profiles/{profile}/restore", status=204)
        self.assertEqual(self.call("GET", "/shelf/waters")[0]["alkalinity"]["value"], 240)

    def test_a_suppliers_file_is_kept_whole_or_not_at_all(self) -> None:
        pk = self.put_tap()
        good = "date,alkalinity,hardness\n2026-01-05,236,305\n2026-02-05,241,300\n"
        water = self.call("POST", f"/shelf/waters/{pk}/report", {"text": good}, 201)
        self.assertEqual([row["on"] for row in water["profiles"]], ["2026-02-05", "2026-01-05"])
        for text, words in (
            ("day,colour\n2026-01-05,blue", "column"),
            (good + "2026-03-05,plenty,300\n", "plenty"),
            (good + "2199-03-05,230,300\n", "still to come"),
            ("", "empty"),
        ):
            with self.subTest(words):
                said = self.refused("POST", f"/shelf/waters/{pk}/report", {"text": text}, "text")
                self.assertIn(words, said)
        self.assertEqual(len(self.call("GET", "/shelf/waters")[0]["profiles"]), 2)

    def test_a_titration_at_home(self) -> None:
        pk, malt = self.put_tap(kind="unknown"), self.put_malt(material="spirit_vinegar")
        steps = [
            {"vinegar": 5, "read": {"value": 5.0, "step": 0.5}},
            {"vinegar": 8, "read": {"value": 4.5, "step": 0.5}},
        ]
        body = {"vinegar": malt, "water": 1000, "steps": steps[:1]}
        one = self.call("POST", f"/shelf/waters/{pk}/titration", body)
        both = self.call("POST", f"/shelf/waters/{pk}/titration", body | {"steps": steps, "keep": True})
        self.assertTrue(both["kept"] and not one["kept"])
        wide, narrow = (t["alkalinity"]["high"] - t["alkalinity"]["low"] for t in (one, both))
        self.assertLess(narrow, wide * 1.05)
        kept = self.call("GET", "/shelf/waters")[0]
        self.assertEqual(kept["profiles"][0]["origin"], "titration")
        self.assertAlmostEqual(kept["alkalinity"]["value"], both["alkalinity"]["value"], delta=1)
        for change, field in (
            ({"steps": []}, "steps"),
            ({"steps": steps[::-1]}, "steps.1.vinegar"),
            ({"steps": [{"vinegar": 5, "read": {"value": "green"}}]}, "steps.0.value"),
            (
                {"vinegar": self.call("POST", "/shelf/lots", {"material": "linden", "name": "L"}, 201)["id"]},
                "vinegar",
            ),
        ):
            with self.subTest(field):
                self.refused("POST", f"/shelf/waters/{pk}/titration", body | change, field)
