"""Mix: a question in, a whole answer out; and every way a question can be wrong."""

from .support import ApiTestCase


class Answers(ApiTestCase):
    """The whole answer."""

    def test_the_first_saturday(self) -> None:
        answer = self.call("POST", "/mix/rinse", self.ask(volume="0,5", unit="L", aim="4,5"))
        self.assertEqual(answer["verdict"], "reached")
        self.assertAlmostEqual(answer["ph"]["value"], 4.5, delta=0.1)
        self.assertEqual(answer["volume"], 500)
        self.assertEqual([pour["name"] for pour in answer["pours"]], ["Canal-side tap", "Malt vinegar"])
        self.assertEqual(len(answer["curve"]["amount"]), 120)
        self.assertEqual([row["name"] for row in answer["familiar"]], ["1:1", "1:3", "1:10"])
        self.assertTrue(answer["doubts"] and answer["cautions"] and answer["steps"])

    def test_everything_follows_the_bottle_and_the_water(self) -> None:
        acid, water = self.put_malt(), self.put_tap()
        before = self.call("POST", "/mix/rinse", self.ask(acid=acid, water=water))
        self.call("PUT", f"/shelf/lots/{acid}", {"material": "malt_vinegar", "name": "Malt", "strength": 10})
        stronger = self.call("POST", "/mix/rinse", self.ask(acid=acid, water=water))
        self.assertLess(stronger["acid_amount"], before["acid_amount"])
        rain = self.put_tap(kind="rain", name="Rain barrel")
        softer = self.call("POST", "/mix/rinse", self.ask(acid=acid, water=rain))
        self.assertEqual(softer["verdict"], "would_not_hold")
        flower = self.put_tap(kind="flower", name="Linden flower water")
        self.call("POST", "/mix/rinse", self.ask(acid=acid, water=flower, aim=3.7))

    def test_nothing_is_kept(self) -> None:
        self.call("POST", "/mix/rinse", self.ask())
        self.assertEqual(self.call("GET", "/journal/entries")["total"], 0)

    def test_choices_name_the_aims_and_every_limit_has_a_source(self) -> None:
        choices = self.call("GET", "/mix/choices")
        self.assertEqual([aim["ph"] for aim in choices["aims"]], [3.7, 4.5, 5.5])
        self.assertIn("cups", choices["units"])
        self.assertTrue(all(limit["source"] for limit in choices["limits"]))


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
            ({"volume": ""}, "volume", "needed"),
            ({"volume": "1e999"}, "volume", "A number goes here"),
            ({"volume": [1]}, "volume", "A number goes here"),
            ({"unit": "buckets"}, "volume", "not in buckets"),
            ({"unit": 3}, "unit", "in words"),
            ({"aim": 15}, "aim", "0 to 14"),
            ({"aim": -1}, "aim", "0 to 14"),
            ({"aim": "mild"}, "aim", "A number goes here"),
            ({"use": "drunk"}, "use", "ones offered"),
            ({"minutes": -1}, "minutes", "0 minutes"),
            ({"minutes": 99999}, "minutes", "a day"),
            ({"acid": 999}, "acid", "no longer on the shelf"),
            ({"water": 999}, "water", "no longer on the shelf"),
            ({"acid": "the brown one"}, "acid", "from the list"),
            ({"acid": None}, "acid", "from the list"),
        ):
            with self.subTest(change):
                self.assertIn(words, self.refused("POST", "/mix/rinse", good | change, field))

    def test_several_at_once_are_all_said(self) -> None:
        response = self.raw("POST", "/mix/rinse", self.ask(volume="x", aim="y"))
        fields = {error["field"] for error in response.json()["errors"]}
        self.assertEqual(fields, {"volume", "aim"})

    def test_a_bottle_that_another_window_took_away(self) -> None:
        acid = self.put_malt()
        self.call("DELETE", f"/shelf/lots/{acid}", status=204)
        message = self.refused("POST", "/mix/rinse", self.ask(acid=acid), "acid")
        self.assertIn("choose another", message)

    def test_a_strength_of_nearly_nothing_still_answers(self) -> None:
        acid = self.put_malt(strength=0.01)
        self.call("POST", "/mix/rinse", self.ask(acid=acid))
