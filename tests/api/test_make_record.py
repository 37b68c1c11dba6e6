"""A batch on record: pictures, readings, made again, and used as an ingredient."""

import io
from datetime import timedelta

from django.utils import timezone

from eyebright.make.models import Batch, Container, StepClock

from .heads import photo
from .make import MakeTestCase


class OnRecord(MakeTestCase):
    """A batch is a record of what happened."""

    def test_later_changes_do_not_rewrite_it(self) -> None:
        formula = self.rinse()
        batch = self.change(self.made(formula), finished=True)
        kept = self.now(batch)
        self.call("PATCH", f"/shelf/lots/{self.citric}", {"name": "Descaler", "strength": 50})
        body = self.call("GET", f"/formulas/{formula}")
        body["formula"]["lines"][1]["amount"] = "9"
        self.call("PUT", f"/formulas/{formula}", {"version": body["version"], "formula": body["formula"]})
        self.call("DELETE", f"/shelf/lots/{self.citric}", None, 204)
        self.assertEqual(self.now(batch), kept)

    def test_a_formula_that_is_deleted_while_it_is_made(self) -> None:
        formula = self.liquor()
        batch = self.pour_all(self.begin(formula))
        self.call("DELETE", f"/formulas/{formula}", None, 204)
        batch = self.change(batch, step=3)
        self.assertEqual((batch["formula"], batch["formula_name"]), (None, "Lamplight soapwort"))
        self.assertIsNone(batch["done"]["trouble"] or None)
        self.assertEqual(
            self.filled(self.change(batch, step=len(batch["steps"]) - 1))["of"], "Lamplight soapwort"
        )

    def test_begun_twice_is_two_and_sent_twice_is_one(self) -> None:
        body = {"ask": {"formula": self.liquor()}}
        first = self.raw("POST", "/make/batches", body, **{"Idempotency-Key": "k"})
        self.assertEqual(
            self.raw("POST", "/make/batches", body, **{"Idempotency-Key": "k"}).content, first.content
        )
        self.assertEqual(Batch.objects.count(), 1)
        self.call("POST", "/make/batches", body, 201)
        self.assertEqual(Batch.objects.count(), 2)

    def test_again_and_as_the_new_version(self) -> None:
        formula = self.rinse()
        batch = self.change(self.begin(formula), step=1)
        batch = self.do(batch, "pours", line=1)
        batch = self.do(batch, "pours", line=2, amount="1.4", unit="g")
        again = self.call("POST", "/make/batches", {"ask": {"again": batch["id"]}}, 201)
        self.assertEqual(again["formula"], formula)
        kept = self.call("POST", f"/make/batches/{batch['id']}/formula")
        self.assertEqual((kept["id"], kept["formula"]["lines"][1]["amount"]), (formula, "1.4"))
        versions = self.call("GET", f"/formulas/{formula}/versions")
        self.assertEqual(versions[0]["formula"]["lines"][1]["amount"], "1")

    def test_a_reading_teaches_and_is_taken_back(self) -> None:
        batch = self.made(self.rinse())
        before = batch["done"]["ph"]
        read = self.change(batch, read={"value": 3.5, "step": 0.5})
        self.assertEqual(read["reading"]["value"], 3.5)
        self.assertEqual(self.call("GET", f"/shelf/lots/{self.citric}")["readings"], 1)
        back = self.change(batch, read=None)
        self.assertIsNone(back["reading"])
        self.assertEqual(self.call("GET", f"/shelf/lots/{self.citric}")["readings"], 0)
        self.assertAlmostEqual(back["done"]["ph"]["value"], before["value"], places=3)

    def test_a_reading_of_what_was_strained_teaches_the_batch_alone(self) -> None:
        batch = self.made()
        read = self.change(batch, read={"value": 5.5, "step": 0.5})
        self.assertLess(
            read["done"]["ph"]["high"] - read["done"]["ph"]["low"],
            batch["done"]["ph"]["high"] - batch["done"]["ph"]["low"],
        )
        self.assertEqual(self.call("GET", f"/shelf/lots/{self.new}")["readings"], 0)

    def test_photos(self) -> None:
        batch = self.made()
        upload = io.BytesIO(photo((60, 40)))
        upload.name = "pot.jpg"
        sent = self.client.post(
            f"/api/make/batches/{batch['id']}/photos",
            {"picture": upload},
            headers={"X-CSRFToken": self.token},
        )
        self.assertEqual(sent.status_code, 201, sent.content[:200])
        (shown,) = self.now(batch)["photos"]
        raw = b"".join(self.client.get(shown["url"]))  # type: ignore[arg-type]
        self.assertNotIn(b"Exif", raw)
        with self.captureOnCommitCallbacks(execute=True):
            self.call("DELETE", f"/make/photos/{shown['id']}", None, 204)
        self.call("GET", f"/make/photos/{shown['id']}/file", status=404)

    def test_the_deleted_head_is_out_of_what_was_made_for_it(self) -> None:
        wren = self.put_wren()
        batch = self.made(heads=[wren])
        self.assertEqual([each["name"] for each in batch["heads"]], ["Wren Halloway"])
        self.call("DELETE", f"/heads/{wren}/whole", None, 204)
        self.assertEqual(self.now(batch)["heads"], [])
        self.assertEqual(self.call("GET", f"/make/batches/{batch['id']}")["name"], "Lamplight soapwort")


class UsedAgain(MakeTestCase):
    """What was made is an ingredient, and what a wash is done with."""

    def test_in_a_formula_a_jug_and_a_wash(self) -> None:
        bottle = self.filled(self.made(), 200)
        key = bottle["key"]
        found = self.call("GET", "/shelf/supplies?find=lamplight")
        self.assertIn(key, [each["key"] for each in found])
        mask = self.formula("saponin_paste", (key, "3", "tbsp"), (f"water-{self.rain}", "50", "mL"))
        self.assertIsNotNone(self.call("GET", f"/formulas/{mask}")["assessment"]["ph"])
        jug = self.jug(
            {"supply_key": key, "how": "amount", "amount": 100, "unit": "mL"}, use="rinsed_out", minutes=2
        )
        own = self.call("GET", f"/make/batches/{bottle['batch']}")["done"]["ph"]["value"]
        self.assertAlmostEqual(jug["ph"]["value"], own, delta=0.25)
        sharper = self.jug(
            {"supply_key": key, "how": "fill"},
            {"supply_key": f"lot-{self.citric}", "how": "solve", "unit": "g"},
            volume=500,
            aim=4.0,
        )
        self.assertAlmostEqual(sharper["ph"]["value"], 4.0, delta=0.1)
        self.assertIn(f"how your {found[0]['name']} was made", [each["what"] for each in sharper["doubts"]])
        wash = self.call(
            "POST", "/wash/chains/read", {"links": [{"supply_key": key, "zone": "scalp", "minutes": 3}]}
        )
        self.assertGreater(wash["scalp_lift"]["value"], 0.05)
        self.assertIn(key, [each["key"] for each in self.call("GET", "/shelf/ready")])

    def test_past_its_date_it_is_a_stop_wherever_it_is_used(self) -> None:
        bottle = self.filled(self.made(), 200)
        Container.objects.update(use_by=timezone.localdate() - timedelta(days=2))
        wash = self.call("POST", "/wash/chains/read", {"links": [{"supply_key": bottle["key"]}]})
        self.assertIn("stop", [each["level"] for each in wash["cautions"] if "past" in each["id"]])

    def test_too_hot_it_is_a_stop_at_the_basin(self) -> None:
        batch = self.pour_all(self.begin())
        simmer = self.at(batch, "simmer")
        batch = self.do(self.change(batch, step=simmer), f"steps/{simmer}", do="start", minutes=20)
        batch = self.change(batch, step=len(batch["steps"]) - 1)
        bottle = self.filled(batch, 200)
        hot = self.call("POST", "/wash/chains/read", {"links": [{"supply_key": bottle["key"]}]})
        self.assertIn("hot-stop", {each["id"] for each in hot["cautions"]})
        long_ago = timezone.now() - timedelta(hours=8)
        StepClock.objects.update(began_at=long_ago, ended_at=long_ago + timedelta(minutes=20))
        cold = self.call("POST", "/wash/chains/read", {"links": [{"supply_key": bottle["key"]}]})
        self.assertNotIn("hot-stop", {each["id"] for each in cold["cautions"]})

    def test_what_is_poured_of_it_comes_off_and_goes_back(self) -> None:
        bottle = self.filled(self.made(), 200)
        later = self.call("POST", "/make/batches", {"ask": {"family": "saponin_paste", "name": "Paste"}}, 201)
        later = self.do(later, "pours", supply_key=bottle["key"], amount="60", unit="mL")
        self.assertEqual(float(Container.objects.get().left), 140.0)
        self.call("DELETE", f"/make/pours/{later['besides'][0]['id']}")
        self.assertEqual(float(Container.objects.get().left), 200.0)

    def test_no_batch_goes_into_itself(self) -> None:
        batch = self.made()
        bottle = self.filled(batch, 200)
        body = {
            "version": self.now(batch)["version"],
            "supply_key": bottle["key"],
            "amount": 10,
            "unit": "mL",
        }
        self.assertIn(
            "of this batch", self.refused("POST", f"/make/batches/{batch['id']}/pours", body, "supply_key")
        )

    def test_a_wash_with_it_is_on_its_page_and_comes_off_what_is_left(self) -> None:
        wren = self.put_wren()
        bottle = self.filled(self.made(), 200)
        asked = {"family": "clay_damp", "made": bottle["key"], "amount": 80, "unit": "mL", "answer": "right"}
        wash = self.call("POST", f"/heads/{wren}/washes", asked, 201)["id"]
        self.assertEqual(float(Container.objects.get().left), 120.0)
        (shown,) = self.call("GET", f"/make/batches/{bottle['batch']}")["washes"]
        self.assertEqual((shown["name"], shown["answer"]), ("Wren Halloway", "right"))
        (on_head,) = self.call("GET", f"/heads/{wren}")["washes"]
        self.assertEqual(on_head["family"], "saponin_liquor")
        self.call("DELETE", f"/heads/{wren}/washes/{wash}")
        self.assertEqual(float(Container.objects.get().left), 200.0)
        self.call("POST", f"/heads/{wren}/washes/{wash}/restore")
        self.assertEqual(float(Container.objects.get().left), 120.0)
        self.refused("POST", f"/heads/{wren}/washes", asked | {"made": "made-99"}, "made")


class Jugs(MakeTestCase):
    """Rinses poured from Mix are batches too."""

    def test_one_record_and_its_address_in_the_journal(self) -> None:
        wren = self.put_wren()
        entry = self.call("POST", "/journal/entries", {"rinse": self.ask(head=wren)}, 201)
        batch = Batch.objects.get()
        self.assertEqual((batch.pk, batch.of, batch.poured.count()), (entry["id"], "jug", 2))
        self.call("PATCH", f"/journal/entries/{entry['id']}", {"finished": True, "feel": ["soft"]})
        self.assertEqual([each.feel for each in batch.washes.all()], [["soft"]])
        self.assertEqual(self.call("GET", f"/journal/entries/{entry['id']}")["feel"], ["soft"])
        (row,) = self.call("GET", "/make")["lately"]
        self.assertEqual((row["of"], row["id"]), ("jug", entry["id"]))
        self.assertIsNone(self.call("GET", f"/make/batches/{entry['id']}")["formula"])

    def test_how_it_felt_is_kept_for_somebody_who_is_not_on_record(self) -> None:
        entry = self.call("POST", "/journal/entries", {"rinse": self.ask(), "who": "A guest"}, 201)
        self.call("PATCH", f"/journal/entries/{entry['id']}", {"feel": ["clean"]})
        self.assertEqual(self.call("GET", f"/journal/entries/{entry['id']}")["feel"], ["clean"])
        self.call("PATCH", f"/journal/entries/{entry['id']}", {"finished": True})
        self.assertEqual(self.call("GET", f"/journal/entries/{entry['id']}")["feel"], ["clean"])
