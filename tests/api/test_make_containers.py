"""What was filled: in stock, labelled, topped up, thrown away."""

from datetime import timedelta

from django.utils import timezone

from eyebright.make.models import Container

from .make import MakeTestCase


class InStock(MakeTestCase):
    """Containers."""

    def test_use_open_finish_and_take_that_back(self) -> None:
        bottle = self.filled(self.made(), 200)
        bottle = self.keep(bottle, use="60", opened=True)
        self.assertEqual((bottle["left"], bottle["opened_on"]), (140.0, self.day(0)))
        self.refused("PATCH", f"/make/containers/{bottle['id']}", {"use": "500"}, "use")
        self.refused("PATCH", f"/make/containers/{bottle['id']}", {"left": "999"}, "left")
        bottle = self.keep(bottle, ended="used")
        self.assertEqual(self.call("GET", "/make")["stock"], 0)
        bottle = self.keep(bottle, ended="")
        self.assertEqual(self.call("GET", "/make")["stock"], 1)

    def test_frozen_thawed_and_never_again(self) -> None:
        cubes = self.filled(self.made(), 120, place="freezer", count=4)
        self.assertEqual((cubes["name"], cubes["count"]), ("4 cubes", 4))
        self.assertGreater(cubes["days"], 60)
        thawed = self.keep(cubes, place="fridge")
        self.assertEqual((thawed["use_by"], thawed["soon"]), (self.day(0), "today"))
        self.assertIn("never freeze it again", thawed["reason"])
        says = self.refused("PATCH", f"/make/containers/{cubes['id']}", {"place": "freezer"}, "place")
        self.assertIn("never frozen again", says)

    def test_topped_up_the_oldest_date_stays(self) -> None:
        formula = self.liquor()
        old = self.filled(self.made(formula), 100)
        Container.objects.update(use_by=timezone.localdate() + timedelta(days=2))
        fresh = self.made(formula)
        other = self.made(self.rinse())
        topped = self.call(
            "POST", f"/make/containers/{old['id']}/top-up", {"version": 1, "batch": fresh["id"], "amount": 50}
        )
        self.assertEqual((topped["left"], topped["use_by"]), (150.0, self.day(2)))
        self.assertIn("Topped up", topped["reason"])
        self.refused(
            "POST",
            f"/make/containers/{old['id']}/top-up",
            {"version": topped["version"], "batch": other["id"], "amount": 50},
            "batch",
        )

    def test_what_is_on_top_is_counted_and_can_be_taken_off(self) -> None:
        formula = self.liquor()
        old, fresh = self.filled(self.made(formula), 100), self.made(formula)
        day = old["use_by"]
        asked = {"version": 1, "batch": fresh["id"], "amount": 50}
        left = self.now(fresh)["left"]
        topped = self.call("POST", f"/make/containers/{old['id']}/top-up", asked)
        self.assertAlmostEqual(self.now(fresh)["left"], left - 50)
        (on_top,) = topped["toppings"]
        off = self.call("DELETE", f"/make/toppings/{on_top['id']}")
        self.assertEqual((off["left"], off["filled"], off["use_by"], off["toppings"]), (100, 100, day, []))
        self.assertAlmostEqual(self.now(fresh)["left"], left)
        for _ in range(2):
            back = self.call("POST", f"/make/toppings/{on_top['id']}/restore")
            self.assertEqual(back["left"], 150)
        self.keep(back, use=120)
        self.refused("DELETE", f"/make/toppings/{on_top['id']}", None, "amount")

    def test_what_is_past_or_has_something_else_in_it_is_not_topped_up(self) -> None:
        formula = self.liquor()
        old, fresh = self.filled(self.made(formula), 100), self.made(formula)
        version = self.call("GET", f"/make/batches/{fresh['id']}")["version"]
        salt = {"version": version, "line": 0, "supply_key": f"lot-{self.citric}", "amount": 1, "unit": "g"}
        self.call("POST", f"/make/batches/{fresh['id']}/pours", salt)
        asked = {"version": 1, "batch": fresh["id"], "amount": 50}
        path = f"/make/containers/{old['id']}/top-up"
        self.assertIn("Citric acid is in it", self.refused("POST", path, asked, "batch"))
        Container.objects.update(use_by=timezone.localdate() - timedelta(days=1))
        self.assertIn("saves nothing", self.refused("POST", path, asked, "amount"))

    def test_a_slip_of_the_finger_does_not_thaw_anything(self) -> None:
        cubes = self.filled(self.made(), 120, place="freezer", count=4)
        thawed = self.keep(cubes, place="fridge")
        frozen = self.keep(thawed, stayed=True)
        was = [cubes[name] for name in ("place", "use_by", "reason", "frozen_on", "thawed_on")]
        self.assertEqual(
            [frozen[name] for name in ("place", "use_by", "reason", "frozen_on", "thawed_on")], was
        )
        says = self.refused("PATCH", f"/make/containers/{cubes['id']}", {"stayed": True}, "place")
        self.assertIn("not moved since", says)

    def test_nothing_is_filled_over_a_stop_or_with_words_for_whom_that_are_older(self) -> None:
        wren, ottoline = self.put_wren(), self.put_ottoline()
        batch = self.begin(self.liquor(), heads=[wren, ottoline])
        soda = {"line": 0, "supply_key": "lib-baking_soda", "amount": 3, "unit": "tbsp"}
        batch = self.do(batch, "pours", **soda)
        says = {each["name"]: each["says"] for each in batch["heads"]}
        self.assertIn("not for", says["Ottoline"])
        neat = self.call("POST", "/make/batches", {"ask": {"name": "Neat", "family": "acid_rinse"}}, 201)
        sharp = {"line": 0, "supply_key": "lib-malt_vinegar", "amount": 50, "unit": "mL"}
        neat = self.do(neat, "pours", **sharp)
        asked = {"version": neat["version"], "amount": 40, "place": "fridge"}
        self.refused("POST", f"/make/batches/{neat['id']}/containers", asked, "made")

    def test_no_more_is_filled_than_there_can_be(self) -> None:
        batch = self.made()
        asked = {"version": batch["version"], "amount": 9_000, "place": "fridge"}
        says = self.refused("POST", f"/make/batches/{batch['id']}/containers", asked, "amount")
        self.assertIn("at most", says)

    def test_what_went_off_is_asked_about_in_what_was_made_alike(self) -> None:
        formula = self.liquor()
        batch = self.made(formula)
        one, other = self.filled(batch, 100), self.filled(batch, 100)
        usual = (Container.objects.get(pk=one["id"]).use_by - timezone.localdate()).days
        Container.objects.update(filled_on=timezone.localdate() - timedelta(days=3))
        self.keep(one, ended="mould")
        (left,) = self.call("GET", "/make")["containers"]
        self.assertEqual(left["id"], other["id"])
        self.assertIn("Another of this batch went off", left["asks"])
        again = self.filled(self.made(formula), 100)
        self.assertIn("One made by the same formula", again["asks"])
        self.assertLess(again["days"], usual)
        self.assertIn("went off sooner here", again["reason"])

    def test_past_its_date_and_wet(self) -> None:
        bottle = self.filled(self.made(), 200)
        Container.objects.update(use_by=timezone.localdate() - timedelta(days=2))
        (found,) = self.call("GET", "/make/containers")
        self.assertEqual((found["soon"], found["days"]), ("past", -2))
        self.assertIn("throw it away", found["asks"])
        self.refused("PATCH", f"/make/containers/{bottle['id']}", {"place": "freezer"}, "place")

    def test_days_that_cannot_be(self) -> None:
        batch = self.made()
        for field, more in (
            ("use_by", {"use_by": self.day(-1)}),
            ("use_by", {"use_by": self.day(90)}),
            ("filled_on", {"filled_on": self.day(1)}),
            ("filled_on", {"filled_on": self.day(-3)}),
            ("amount", {"amount": 0}),
        ):
            with self.subTest(more):
                body = {"version": self.now(batch)["version"], "amount": 100} | more
                says = self.refused("POST", f"/make/batches/{batch['id']}/containers", body, field)
                self.assertTrue(says.endswith((".", "cold.", "covered.")), says)
        own = self.filled(batch, 100, use_by=self.day(2))
        self.assertEqual(own["use_by"], self.day(2))
        self.assertIn("Your own day", own["reason"])

    def test_no_more_than_it_holds_and_than_was_measured(self) -> None:
        jar = self.call("POST", "/shelf/vessels", {"name": "Jam jar", "volume": 200}, 201)["id"]
        batch = self.change(self.made(), yielded="300")
        body = {"version": batch["version"], "vessel": jar, "amount": 250}
        says = self.refused("POST", f"/make/batches/{batch['id']}/containers", body, "amount")
        self.assertIn("Jam jar holds 200 mL", says)
        self.filled(batch, 200, vessel=jar)
        body = {"version": self.now(batch)["version"], "amount": 150}
        self.assertIn(
            "100 of it are left",
            self.refused("POST", f"/make/batches/{batch['id']}/containers", body, "amount"),
        )

    def test_removed_and_put_back(self) -> None:
        bottle = self.filled(self.made(), 200)
        self.call("DELETE", f"/make/containers/{bottle['id']}", None, 204)
        self.assertEqual(self.call("GET", "/make")["stock"], 0)
        self.assertEqual(self.call("POST", f"/make/containers/{bottle['id']}/restore")["left"], 200.0)

    def test_found_by_the_code_on_its_label(self) -> None:
        bottle = self.filled(self.made(), 200)
        for typed in (bottle["code"], bottle["code"].lower()):
            hits = self.call("GET", f"/search?find={typed}")
            self.assertIn(f"/make/{bottle['batch']}", [hit["path"] for hit in hits])

    def test_labels_and_a_card(self) -> None:
        batch = self.made(heads=[self.put_wren()])
        pk = batch["id"]
        self.call("GET", f"/make/batches/{pk}/labels", status=422)
        bottle = self.filled(batch, 200)
        for size in [each["key"] for each in self.call("GET", "/make/labels/sizes")]:
            for path in (
                f"/make/batches/{pk}/labels?size={size}&skip=3",
                f"/make/labels?which={bottle['id']}&size={size}",
            ):
                response = self.client.get(f"/api{path}")
                self.assertEqual((response.status_code, response.content[:5]), (200, b"%PDF-"), path)
        self.refused("GET", f"/make/batches/{pk}/labels?size=huge", None, "size")
        self.assertEqual(self.client.get(f"/api/make/batches/{pk}/card").content[:5], b"%PDF-")

    def test_a_strip_for_a_bottle_that_was_measured(self) -> None:
        batch = self.begin(self.rinse())
        plain = self.call("POST", "/shelf/vessels", {"name": "Glass bottle", "volume": 700}, 201)["id"]
        says = self.refused("GET", f"/make/batches/{batch['id']}/strip?vessel={plain}", None, "vessel")
        self.assertIn("weighed water", says)
        marks = [
            {"name": "half", "volume": 350, "height": 90},
            {"name": "full", "volume": 700, "height": 170},
        ]
        self.call("PATCH", f"/shelf/vessels/{plain}", {"marks": marks})
        response = self.client.get(f"/api/make/batches/{batch['id']}/strip?vessel={plain}")
        self.assertEqual(response.content[:5], b"%PDF-")
        marks[1]["height"] = 60
        self.refused("PATCH", f"/shelf/vessels/{plain}", {"marks": marks}, "marks")
