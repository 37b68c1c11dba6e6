"""Materials: the page of each, one's own, rows corrected for the household, and labels."""

from typing import Any
from urllib.parse import quote

from eyebright.shelf.models import Correction, OwnMaterial

from .heads import HeadsTestCase

LABEL = (
    "Lock-side shampoo, pH 5.5. Take 6 ml. Ingredients: Aqua, Sodium Laureth Sulfate, "
    "Cocamidopropyl Betaine, Parfum, Fernium Obscurum"
)


class Page(HeadsTestCase):
    """All that is known of a material."""

    def page(self, key: str) -> Any:
        return self.call("GET", f"/shelf/library/{key}")

    def test_it_says_what_it_does_and_where_each_figure_is_from(self) -> None:
        page = self.page("soapwort")
        self.assertIn("Foams", page["effects"][0]["says"])
        self.assertEqual(page["effects"][0]["figure"]["kind"], "custom")
        facts = {fact["name"]: fact for fact in page["facts"]}
        self.assertEqual(facts["saponin in it"]["figure"]["unit"], "%")
        self.assertIn("natural saponins", facts["saponin in it"]["source"])
        self.assertIn("usual for: soap plant", facts["takes up water"]["source"])
        self.assertEqual([form["key"] for form in page["forms"] if form["own"]], ["whole"])
        self.assertIn("horse_chestnut", [one["key"] for one in page["stand_ins"]])
        self.assertTrue(page["usual"] and page["cautions"] and page["keeps"])

    def test_each_row_has_one(self) -> None:
        for key in (
            "relaxer",
            "lye_sodium",
            "xanthan",
            "clove_oil",
            "malt_vinegar",
            "baking_soda",
            "wax_pomade",
        ):
            with self.subTest(key):
                self.assertTrue(self.page(key)["source"])
        self.assertIn("Never on a head", self.page("lye_sodium")["effects"][0]["says"])
        self.assertEqual(self.page("lye_sodium")["stand_ins"], [])
        said = " ".join(self.page("ammonia")["cautions"])
        self.assertIn("poison gas with bleach", said)
        self.assertNotIn("few minutes", said)  # it is told how to keep it, never how to use it
        self.call("GET", "/shelf/library/moonshine", status=404)

    def test_no_claim_is_made(self) -> None:
        for key in ("rosemary", "amla", "false_daisy", "minoxidil", "castor_oil"):
            page = self.page(key)
            said = " ".join(
                [*(one["says"] for one in page["effects"]), *page["cautions"], *page["usual"]]
            ).lower()
            for word in ("grow", "hair loss", "heal", "cure", "strengthen", "nourish", "detox"):
                self.assertNotIn(word, said, key)

    def test_where_it_is_used(self) -> None:
        lot = self.put_malt(name="Brown bottle")
        line = {"id": 1, "supply_key": "lib-malt_vinegar", "amount": "10", "unit": "mL", "phase": "liquid"}
        made = {"name": "Trial", "family": "acid_rinse", "lines": [line]}
        self.call("POST", "/formulas", {"formula": made}, 201)
        uses = {(one["what"], one["name"]) for one in self.call("GET", "/search/uses/malt_vinegar")}
        self.assertLessEqual({("at hand", "Brown bottle"), ("formula", "Trial")}, uses)
        self.assertEqual([one["key"] for one in self.page("malt_vinegar")["lots"]], [f"lot-{lot}"])
        self.assertEqual(self.call("GET", "/search/uses/rhassoul"), [])


class Own(HeadsTestCase):
    """A material of one's own, in a minute."""

    def test_a_name_gives_away_what_it_sounds_like(self) -> None:
        found = self.call("GET", f"/shelf/materials/guess?name={quote('Lock oregano essential oil')}")
        self.assertEqual(found["kind"], "essential oil")
        self.assertIn("This sounds like: essential oil", found["asks"])
        known = self.call("GET", "/shelf/materials/guess?name=spearmint")
        self.assertEqual([one["key"] for one in known["library"]], ["spearmint"])

    def test_a_bottles_own_name_leads_to_what_it_is(self) -> None:
        name = quote("Lock-side salon shampoo")
        found = [one["key"] for one in self.call("GET", f"/shelf/materials?find={name}")]
        self.assertEqual(found[0], "shampoo_ordinary")
        self.assertIn("shampoo_mild", found)
        known = self.call("GET", f"/shelf/materials/guess?name={name}")
        self.assertEqual([one["key"] for one in known["library"]], ["shampoo_ordinary"])
        own = self.call(
            "POST", "/shelf/materials", {"name": "Lock-side salon shampoo", "kind": "bought"}, 201
        )
        read = self.call("POST", "/wash/chains/read", {"links": [{"supply_key": f"lib-{own['key']}"}]})
        self.assertGreater(read["scalp_lift"]["value"], 0.3)

    def test_everything_that_can_be_said_comes_back_to_be_changed(self) -> None:
        body = {
            "name": "Lock fern", "kind": "leaf", "ph": "5,8", "per": 10, "stain": "tints", "smell": "hay",
            "figures": {"spoonful": "1.5", "tannin": 6}, "pieces": [{"name": "frond", "grams": 0.5}],
            "also": ["canal fern"], "contains": ["fragrance"], "may_contain": ["nuts"], "hazards": ["stains"],
            "note": "Weighed in May.",
        }  # fmt: skip
        own = self.call("POST", "/shelf/materials", body, 201)
        page = self.call("GET", f"/shelf/library/{own['key']}")
        entered = page["own_figures"]
        self.assertEqual(entered["figures"], {"spoonful": 1.5, "tannin": 6.0})
        self.assertEqual(entered["pieces"], [{"name": "frond", "grams": 0.5}])
        self.assertEqual(
            (entered["ph"], entered["also"], entered["hazards"]), (5.8, ["canal fern"], ["stains"])
        )
        self.assertTrue(page["own"] and page["note"] == "Weighed in May.")
        pk = int(own["key"].removeprefix("own-"))
        again = self.call("PATCH", f"/shelf/materials/{pk}", entered | {"name": "Lock-gate fern"})
        self.assertEqual(again["name"], "Lock-gate fern")

    def test_two_of_one_name_are_not_taken(self) -> None:
        self.call("POST", "/shelf/materials", {"name": "Lock fern", "kind": "leaf"}, 201)
        said = self.refused("POST", "/shelf/materials", {"name": "lock FERN", "kind": "root"}, "name")
        self.assertIn("already have", said)

    def test_each_thing_that_cannot_be_has_its_own_sentence(self) -> None:
        good = {"name": "Lock fern", "kind": "leaf"}
        for change, field, words in (
            ({"figures": {"spoonful": 0}}, "figures.spoonful", "0.05 to 20"),
            ({"figures": {"spoonful": 14}}, "figures.spoonful", "Leaf:"),
            ({"figures": {"tannin": 90}}, "figures.tannin", "no bark or gall"),
            ({"figures": {"tannin": "much"}}, "figures.tannin", "number"),
            ({"figures": {"density": 100}}, "figures.density", "Not asked of this kind, leaf"),
            ({"figures": {"glow": 1}}, "figures", "ones offered"),
            ({"ph": 15}, "ph", "0 to 14"),
            ({"kind": "oil", "ph": 4}, "ph", "Oil has no pH"),
            ({"kind": "essential oil", "ph": 4}, "ph", "has no pH"),
            ({"kind": "vinegar", "strength": 300}, "strength", "at most 100"),
            ({"hazards": ["soap", "cationic"]}, "hazards", "one of the two"),
            ({"kind": "vinegar", "hazards": ["soap"]}, "hazards", "no soap"),
            ({"contains": ["nuts"], "may_contain": ["nuts"]}, "may_contain", "need not be asked"),
            ({"pieces": [{"name": "a", "grams": 1}, {"name": "A", "grams": 2}]}, "pieces", "Two pieces"),
            ({"pieces": [{"name": "leaf", "grams": 0}]}, "pieces.0.grams", "0.001"),
            ({"spoonful": 3}, "spoonful", "Nothing here is called so"),
        ):
            with self.subTest(change):
                self.assertIn(words, self.refused("POST", "/shelf/materials", good | change, field))
        self.assertEqual(OwnMaterial.objects.count(), 0)

    def test_it_can_be_removed_and_what_it_is_in_keeps_it(self) -> None:
        own = self.call("POST", "/shelf/materials", {"name": "Lock fern", "kind": "leaf"}, 201)
        lot = self.call("POST", "/shelf/lots", {"material": own["key"], "name": "Fern"}, 201)
        pk = own["key"].removeprefix("own-")
        self.call("DELETE", f"/shelf/materials/{pk}", status=204)
        self.assertEqual(self.call("GET", f"/shelf/lots/{lot['id']}")["material_name"], "Lock fern")
        self.call("POST", f"/shelf/materials/{pk}/restore")
        self.assertEqual(self.call("GET", "/shelf/supplies?find=lock fern")[0]["name"], "Fern")


class Allergens(HeadsTestCase):
    """What a name says is in it, whatever else was answered."""

    def test_a_name_tells_its_allergens(self) -> None:
        for name, kind, says in (
            ("Almond butter", "plant cream", "nuts"),
            ("Tahini", "plant cream", "sesame"),
            ("White miso", "plant cream", "soya"),
            ("Ghee, home-made", "butter", "dairy"),
        ):
            with self.subTest(name):
                kept = self.call("POST", "/shelf/materials", {"name": name, "kind": kind}, 201)
                page = self.call("GET", f"/shelf/library/{kept['key']}")
                self.assertIn(says, page["contains"])
        free = self.call(
            "POST", "/shelf/materials", {"name": "Almond-free cream", "kind": "plant cream"}, 201
        )
        self.assertNotIn("nuts", self.call("GET", f"/shelf/library/{free['key']}")["contains"])


class Corrections(HeadsTestCase):
    """A row of the library, corrected for the household, and put back."""

    def test_it_is_said_counts_everywhere_and_is_put_back(self) -> None:
        lot = self.put_malt(name="Brown bottle", strength=None)
        before = self.call("GET", f"/shelf/lots/{lot}")["strength"]["value"]
        self.call("PATCH", "/shelf/library/malt_vinegar", {"strength": 8, "note": "The big bottle."})
        page = self.call("GET", "/shelf/library/malt_vinegar")
        self.assertTrue(page["corrected"] and "corrected here" in page["source"])
        self.assertEqual((page["note"], page["correction"]["strength"]), ("The big bottle.", 8.0))
        self.assertEqual(self.call("GET", f"/shelf/lots/{lot}")["strength"]["value"], 8.0)
        named = self.call("GET", "/shelf/lots")["items"][0]
        self.assertEqual(named["strength"]["value"], 8.0)
        self.call("DELETE", "/shelf/library/malt_vinegar", status=204)
        self.assertEqual(self.call("GET", f"/shelf/lots/{lot}")["strength"]["value"], before)
        self.assertFalse(self.call("GET", "/shelf/library/malt_vinegar")["corrected"])
        self.call("POST", "/shelf/library/malt_vinegar/restore")
        self.assertEqual(self.call("GET", f"/shelf/lots/{lot}")["strength"]["value"], 8.0)
        self.assertEqual(Correction.objects.count(), 1)

    def test_a_packet_can_rule_out_what_it_may_hold(self) -> None:
        whom = self.put_wren(allergies=["cereals"])
        lines = [
            {"id": 1, "supply_key": "lib-oat_flour", "amount": "20", "unit": "g", "phase": "dry"},
            {"id": 2, "supply_key": "class-soft", "amount": "100", "unit": "mL", "phase": "liquid"},
        ]
        body = {"name": "Oats", "family": "starch", "lines": lines}
        made = self.call("POST", "/formulas", {"formula": body}, 201)

        def said() -> set[str]:
            read = self.call("GET", f"/formulas/{made['id']}?head={whom}")
            return {one["id"] for one in read["assessment"]["cautions"]}

        self.assertIn("allergy-maybe", said())
        self.call("PATCH", "/shelf/library/oat_flour", {"ruled_out": ["cereals"]})
        self.assertNotIn("allergy-maybe", said())

    def test_what_cannot_be_corrected_is_said(self) -> None:
        self.refused("PATCH", "/shelf/library/lye_sodium", {"ph": 7}, "")
        for body, field in (
            ({"ruled_out": ["nuts"]}, "ruled_out"),
            ({"figures": {"spoonful": 0}}, "figures.spoonful"),
                            ({"ruled_out": ["cereals"], "contains": ["cereals"]}, "ruled_out")):  # fmt: skip
            self.refused("PATCH", "/shelf/library/oat_flour", body, field)
        self.call("PATCH", "/shelf/library/moonshine", {"ph": 7}, status=404)
        self.call("DELETE", "/shelf/library/oat_flour", status=404)


class Labels(HeadsTestCase):
    """A bought thing, its label, and a wash with it."""

    def bottle(self, **label: Any) -> Any:
        body = {"material": "shampoo_ordinary", "name": "Lock-side shampoo", "label": label or None}
        return self.call("POST", "/shelf/lots", body, 201)

    def test_a_label_is_read_and_kept(self) -> None:
        read = self.call("POST", "/shelf/label", {"text": LABEL, "material": "shampoo_ordinary"})
        self.assertEqual((read["label"]["ph_low"], read["label"]["dose"]), (5.2, 6.0))
        self.assertEqual((read["strength_name"], read["unread"]), ("ordinary", ["Fernium Obscurum"]))
        self.assertIn("coco betaine", read["ingredients"][2]["contains"])
        lot = self.bottle(**read["label"])
        self.assertEqual(lot["label"], read["label"])
        self.assertIn("not checked: Fernium", " ".join(lot["doubts"]))
        self.assertEqual(len(self.bottle()["doubts"]), 3)

    def test_it_stops_who_is_allergic_in_a_wash(self) -> None:
        whom = self.put_wren(allergies=["betaine"])
        read = self.call("POST", "/shelf/label", {"text": LABEL})
        key = self.bottle(**read["label"])["key"]
        asked = {"links": [{"supply_key": key}, {"formula": None}], "head": whom}
        found = self.call("POST", "/wash/chains/read", asked)
        self.assertIn(("allergy", "stop"), {(one["id"], one["level"]) for one in found["cautions"]})
        self.assertGreater(found["scalp_lift"]["value"], 0.4)
        self.assertEqual(found["results"][0]["name"], "Lock-side shampoo")
        said = " ".join(found["results"][0]["doubts"])
        self.assertIn("Fernium Obscurum", said)
        self.assertIn("no wash has taught it yet", said)
        self.assertEqual(found["results"][1]["doubts"], [])

    def test_the_shelf_says_whom_it_is_not_for_by_its_label(self) -> None:
        whom, bottle = self.put_wren(allergies=["betaine"]), self.bottle()
        (barred,) = self.call("GET", "/heads/blocked")
        self.assertEqual((barred["head"], barred["supply_key"]), (whom, bottle["key"]))
        self.assertIn("may be in it", barred["why"])
        for text, why in ((LABEL, "what it holds"), ("Aqua, Sodium Laureth Sulfate, Glycerin", "")):
            label = self.call("POST", "/shelf/label", {"text": text})["label"]
            body = {"material": "shampoo_ordinary", "name": bottle["name"], "label": label}
            self.call("PATCH", f"/shelf/lots/{bottle['id']}", body)
            said = " ".join(one["why"] for one in self.call("GET", "/heads/blocked"))
            self.assertTrue(said.endswith(why) and bool(said) == bool(why), said)

    def test_a_wash_with_it_is_kept_and_says_when_it_is_gone(self) -> None:
        lot = self.bottle()
        kept = self.call(
            "POST", "/wash/chains", {"name": "Saturday", "links": [{"supply_key": lot["key"]}]}, 201
        )
        self.assertEqual((kept["names"], kept["gone"]), (["Lock-side shampoo"], False))
        self.call("DELETE", f"/shelf/lots/{lot['id']}", status=204)
        (again,) = self.call("GET", "/wash/chains")
        self.assertTrue(again["gone"])
        self.refused("POST", "/wash/chains/read", {"links": [{"supply_key": lot["key"]}]}, "links.0.formula")

    def test_an_ingredient_is_no_wash(self) -> None:
        said = self.refused(
            "POST", "/wash/chains/read", {"links": [{"supply_key": "lib-rhassoul"}]}, "links.0.formula"
        )
        self.assertIn("make a formula", said)
        for key, why in (("relaxer", "its own leaflet"), ("lye_sodium", "never goes on a head")):
            asked = {"links": [{"supply_key": f"lib-{key}"}]}
            self.assertIn(why, self.refused("POST", "/wash/chains/read", asked, "links.0.formula"))

    def test_what_a_label_cannot_say(self) -> None:
        for text in ("", "pH 15 shampoo", "x" * 20_000):
            with self.subTest(text[:10]):
                self.refused("POST", "/shelf/label", {"text": text}, "text")
        lot = {"material": "shampoo_ordinary", "name": "Lock-side"}
        for listed, words in (
            ("Aqua, Sodium Laureth Sulfate (90 %), Parfum", "decimal point"),
            ("Aqua (80 %), Sodium Laureth Sulfate (12 %), Glycerin (20 %)", "add up to 112 %"),
        ):
            with self.subTest(listed):
                self.assertIn(words, self.refused("POST", "/shelf/label", {"text": listed}, "text"))
                kept = lot | {"label": {"ingredients": listed}}
                self.assertIn(words, self.refused("POST", "/shelf/lots", kept, "label.ingredients"))
        for label, field in (
            ({"ph_low": 15}, "label.ph_low"), ({"ph_low": 6, "ph_high": 5}, "label.ph_high"),
            ({"strength": "mighty"}, "label.strength"), ({"active_low": 120}, "label.active_low"),
            ({"dose": 900}, "label.dose"),
        ):  # fmt: skip
            with self.subTest(field):
                self.refused("POST", "/shelf/lots", lot | {"label": label}, field)

    def test_what_is_ready_is_offered_the_shelfs_own_first(self) -> None:
        self.bottle()
        ready = self.call("GET", "/shelf/ready")
        self.assertEqual(ready[0]["name"], "Lock-side shampoo")
        self.assertTrue(all(one["ready"] for one in ready))
