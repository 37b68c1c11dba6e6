"""Mix: a question in, a whole answer out; and every way a question can be wrong."""

from .support import ApiTestCase


class Answers(ApiTestCase):
    """The whole answer."""

    def test_the_first_saturday(self) -> None:
        answer = self.call("POST", "/mix/jug", self.ask(volume="0,5", unit="L", aim="4,5"))
        self.assertEqual(answer["verdict"], "reached")
        self.assertAlmostEqual(answer["ph"]["value"], 4.5, delta=0.1)
        self.assertEqual(answer["volume"], 500)
        self.assertEqual([pour["name"] for pour in answer["pours"]], ["Canal-side tap", "Malt vinegar"])
        self.assertEqual(len(answer["curve"]["amount"]), 72)
        self.assertEqual([row["name"] for row in answer["familiar"]], ["1:1", "1:3", "1:10"])
        self.assertTrue(answer["doubts"] and answer["cautions"] and answer["steps"])
        self.assertIsNone(answer["soda"])

    def test_everything_follows_the_bottle_and_the_water(self) -> None:
        acid, water = self.put_malt(), self.put_tap()
        before = self.call("POST", "/mix/jug", self.ask(acid=acid, water=water))
        self.call(
            "PATCH", f"/shelf/lots/{acid}", {"material": "malt_vinegar", "name": "Malt", "strength": 10}
        )
        stronger = self.call("POST", "/mix/jug", self.ask(acid=acid, water=water))
        self.assertLess(stronger["amount"], before["amount"])
        rain = self.put_tap(kind="rain", name="Rain barrel")
        softer = self.call("POST", "/mix/jug", self.ask(acid=acid, water=rain))
        self.assertEqual(softer["verdict"], "would_not_hold")
        flower = self.put_tap(kind="flower", name="Linden flower water")
        self.call("POST", "/mix/jug", self.ask(acid=acid, water=flower, aim=3.7))

    def test_nothing_is_kept(self) -> None:
        self.call("POST", "/mix/jug", self.ask())
        self.assertEqual(self.call("GET", "/journal/entries")["total"], 0)

    def test_choices_name_the_aims_and_every_limit_has_a_source(self) -> None:
        choices = self.call("GET", "/mix/choices")
        self.assertEqual([aim["ph"] for aim in choices["aims"]], [3.7, 4.5, 5.5])
        self.assertIn("cup", choices["units"])
        self.assertTrue(all(limit["source"] for limit in choices["limits"]))


class Jugs(ApiTestCase):
    """Anything in one jug, in any units, with any line open."""

    def test_many_lines_in_pouring_order_and_any_of_them_open(self) -> None:
        tap, malt = f"water-{self.put_tap()}", f"lot-{self.put_malt()}"
        lines = [
            {"supply_key": tap, "amount": "0,5", "unit": "L"},
            {"supply_key": "lib-linden", "amount": 1, "unit": "handful"},
            {"supply_key": "lib-rhassoul", "amount": 2, "unit": "tbsp", "packed": True},
            {"supply_key": malt, "amount": 20},
            {"supply_key": "lib-baking_soda", "how": "solve", "unit": "g"},
        ]
        answer = self.jug(*lines, aim=5.5)
        self.assertEqual(answer["open"], 4)
        self.assertAlmostEqual(answer["ph"]["value"], 5.5, delta=0.1)
        self.assertEqual([line["unit"] for line in answer["lines"]], ["mL", "g", "g", "mL", "g"])
        self.assertEqual(len(answer["pours"]), 5)
        by_the_handful, weighed = answer["lines"][1], answer["lines"][4]
        for line in (by_the_handful, weighed):
            self.assertTrue(line["low"] < line["amount"] < line["high"])
        wide = [(line["high"] - line["low"]) / line["amount"] for line in (by_the_handful, weighed)]
        self.assertGreater(wide[0], 2 * wide[1])
        tipped = self.jug({"supply_key": tap, "how": "solve"}, lines[3], aim=4.5)
        self.assertEqual((tipped["open"], tipped["verdict"]), (0, "reached"))

    def test_a_jug_as_it_is_needs_no_aim(self) -> None:
        answer = self.jug({"supply_key": "lib-buttermilk", "amount": 1, "unit": "cup"})
        self.assertEqual((answer["verdict"], answer["aim"], answer["open"]), ("as_it_is", None, None))
        self.assertAlmostEqual(answer["ph"]["value"], 4.5, delta=0.4)

    def test_a_route_can_be_taken_onto_the_worktop(self) -> None:
        answer = self.call("POST", "/mix/jug", self.ask())
        ways = self.call("POST", "/mix/ways", self.ask())
        self.assertEqual([route["way"] for route in ways["routes"]], ["dilute", "buffer", "swap"])
        self.assertTrue(ways["next"] and ways["spoons"]["spoonfuls"])
        buffer = ways["routes"][1]
        self.assertTrue(buffer["reachable"])
        self.assertGreater(buffer["buffer"]["value"], answer["buffer"]["value"])
        lines = [
            {key: line[key] for key in ("supply_key", "how", "amount", "unit")} for line in buffer["lines"]
        ]
        taken = self.jug(*lines, volume=500, aim=4.5)
        self.assertAlmostEqual(taken["ph"]["value"], buffer["ph"]["value"], delta=0.05)

    def test_soda_honestly_and_the_rinse_that_must_follow(self) -> None:
        tap = {"supply_key": f"water-{self.put_tap()}", "how": "fill"}
        soda = {"supply_key": "lib-baking_soda", "amount": 2, "unit": "tbsp"}
        wash = {"lines": [tap, soda], "volume": 250}
        answer = self.call("POST", "/mix/jug", wash)
        told = answer["soda"]
        self.assertGreater(told["stood"]["value"], told["fresh"]["value"])
        self.assertGreater(told["percent"], told["cap"])
        self.assertIn("soda-too-strong", [caution["id"] for caution in answer["cautions"]])
        rinse = self.ask(aim=3.2)
        body = {"pours": [{"ask": wash, "volume": 250}], "follow": [rinse]}
        straight = self.call("POST", "/mix/chain", body)
        self.assertGreater(straight["after"][0]["ph"]["value"], 7.0)
        plain = {"lines": [{"supply_key": tap["supply_key"], "amount": 1, "unit": "L"}]}
        body["pours"].append({"ask": plain, "volume": 1000})
        between = self.call("POST", "/mix/chain", body)
        follow = between["follow"][0]
        self.assertEqual(len(between["after"]), 2)
        self.assertLess(follow["enough"], straight["follow"][0]["enough"])
        self.assertEqual(len(follow["volume"]), len(follow["median"]))
        self.assertLess(follow["median"][-1], follow["median"][0])

    def test_a_chain_with_nothing_in_it(self) -> None:
        self.assertIn("Pour something", self.refused("POST", "/mix/chain", {"pours": []}, "pours"))


class Refusals(ApiTestCase):
    """Bad input is said beside its field, and never breaks anything."""

    def test_each_field(self) -> None:
        good = self.ask()
        for change, field, words in (
            ({"volume": 0}, "volume", "more than nothing"),
            ({"volume": -2}, "volume", "more than nothing"),
            ({"volume": 1e9}, "volume", "more than any jug"),
            ({"volume": 3}, "volume", "too little"),
            ({"volume": "a jugful"}, "volume", "A number goes here"),
            ({"volume": ""}, "volume", "how much to make"),
            ({"volume": "1e999"}, "volume", "A number goes here"),
            ({"volume": [1]}, "volume", "A number goes here"),
            ({"unit": "buckets"}, "volume", "not in buckets"),
            ({"unit": 3}, "unit", "in words"),
            ({"aim": 15}, "aim", "0 to 14"),
            ({"aim": -1}, "aim", "0 to 14"),
            ({"aim": "mild"}, "aim", "A number goes here"),
            ({"aim": None}, "aim", "which pH"),
            ({"use": "drunk"}, "use", "ones offered"),
            ({"minutes": -1}, "minutes", "0 minutes"),
            ({"minutes": 99999}, "minutes", "a day"),
            ({"head": 99}, "head", "no longer here"),
            ({"vessel": 99}, "vessel", "no longer on the shelf"),
            ({"lines": []}, "lines", "jug"),
            ({"lines": [good["lines"][0]] * 21}, "lines", "20"),
        ):
            with self.subTest(change):
                self.assertIn(words, self.refused("POST", "/mix/jug", good | change, field))

    def test_each_field_of_a_line(self) -> None:
        water, acid = self.ask()["lines"]
        for changed, field, words in (
            (acid | {"supply_key": "lot-999"}, "supply_key", "no longer on the shelf"),
            (acid | {"supply_key": "lib-moonshine"}, "supply_key", "no longer on the shelf"),
            (acid | {"supply_key": None}, "supply_key", "Choose what goes in"),
            (acid | {"how": "amount"}, "amount", "Say how much Malt vinegar"),
            (acid | {"how": "amount", "amount": "lots"}, "amount", "A number goes here"),
            (acid | {"how": "amount", "amount": -5}, "amount", "nothing"),
            (acid | {"how": "amount", "amount": 2, "unit": "buckets"}, "amount", "not in buckets"),
            (acid | {"how": "fill"}, "amount", "Only one line can fill"),
            (acid | {"how": "perhaps"}, "how", "ones offered"),
        ):
            with self.subTest(changed):
                body = {"lines": [water, changed], "volume": 500, "aim": 4.5}
                self.assertIn(words, self.refused("POST", "/mix/jug", body, f"lines.1.{field}"))

    def test_a_powder_fills_no_jug_and_without_water_there_is_no_ph(self) -> None:
        clay, oil = (
            {"supply_key": "lib-kaolin", "how": "fill"},
            {"supply_key": "lib-sunflower_oil", "amount": 100},
        )
        body = {"lines": [self.ask()["lines"][0] | {"how": "amount", "amount": 50}, clay], "volume": 100}
        self.assertIn("Only what pours", self.refused("POST", "/mix/jug", body, "lines.1.amount"))
        self.assertIn("no water", self.refused("POST", "/mix/jug", {"lines": [oil]}, "lines"))
        brim = {"lines": [self.ask()["lines"][0], oil], "volume": 100}
        self.assertIn("no water", self.refused("POST", "/mix/jug", brim, "lines"))

    def test_two_open_lines_go_round_in_a_circle(self) -> None:
        water, acid = self.ask()["lines"]
        body = {"lines": [water | {"how": "solve"}, acid], "aim": 4.5}
        self.assertIn("wait for the other", self.refused("POST", "/mix/jug", body, "lines.1.amount"))

    def test_more_than_the_jug_is_to_hold(self) -> None:
        water, acid = self.ask()["lines"]
        body = {"lines": [water, acid | {"how": "amount", "amount": 900}], "volume": 500, "aim": 4.5}
        self.assertIn("900 mL already", self.refused("POST", "/mix/jug", body, "volume"))

    def test_a_vessel_that_is_too_small(self) -> None:
        cup = self.call("POST", "/shelf/vessels", {"name": "cup", "volume": 250}, 201)["id"]
        message = self.refused("POST", "/mix/jug", self.ask(vessel=cup), "volume")
        self.assertIn("250", message)

    def test_a_powder_nobody_knows_the_density_of_is_weighed(self) -> None:
        own = {"name": "Grandmother's powder", "kind": "some powder"}
        key = self.call("POST", "/shelf/materials", own, 201)["key"]
        lot = self.call("POST", "/shelf/lots", {"material": key, "name": "Grandmother's powder"}, 201)
        water = self.ask()["lines"][0]
        body = {"lines": [water, {"supply_key": lot["key"], "amount": 1, "unit": "tsp"}], "volume": 500}
        self.assertIn("weigh", self.refused("POST", "/mix/jug", body, "lines.1.amount").lower())
        self.jug(water, {"supply_key": lot["key"], "amount": 3, "unit": "g"}, volume=500)

    def test_several_at_once_are_all_said(self) -> None:
        response = self.raw("POST", "/mix/jug", self.ask(volume="x", aim="y"))
        fields = {error["field"] for error in response.json()["errors"]}
        self.assertEqual(fields, {"volume", "aim"})

    def test_a_bottle_that_another_window_took_away(self) -> None:
        acid = self.put_malt()
        self.call("DELETE", f"/shelf/lots/{acid}", status=204)
        message = self.refused("POST", "/mix/jug", self.ask(acid=acid), "lines.1.supply_key")
        self.assertIn("choose another", message)

    def test_a_strength_of_nearly_nothing_still_answers(self) -> None:
        acid = self.put_malt(strength=0.01)
        self.call("POST", "/mix/jug", self.ask(acid=acid))
