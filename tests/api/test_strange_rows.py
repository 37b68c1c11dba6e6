"""One bad row never takes the house down: what another version kept is answered round, and can be mended."""

import json
import re
from collections.abc import Iterator
from datetime import timedelta
from typing import Any

from django.db import connection, models, transaction
from django.db.models.expressions import RawSQL
from django.utils import timezone

from eyebright.formulas.models import Formula
from eyebright.heads.models import Head
from eyebright.kept.derived import forget
from eyebright.safekeeping.services.archive import kept_models
from eyebright.shelf.models import Lot, OwnMaterial, WaterSource
from eyebright.wash.models import WashChain

from .heads import HeadsTestCase

LEFT_ALONE = ("id", "version", "removed_at", "made_at", "search", "digest_of", "note", "name", "file")
STRANGE: dict[Any, tuple[Any, ...]] = {
    models.CharField: ("moonshine", ""),  # by turns, from one column to the next
    models.JSONField: ({"moon": ["shine"]}, [{"moon": "shine"}, 7]),
    models.PositiveSmallIntegerField: (99, 98),
}


class Household(HeadsTestCase):
    """A household with something of every kind."""

    def arrange(self) -> None:
        super().arrange()
        self.wren = self.put_wren()
        self.malt, self.tap = self.put_malt(size=500, left=300), self.put_tap(alkalinity=240)
        self.own = self.call("POST", "/shelf/materials", {"name": "Lock fern", "kind": "leaf"}, 201)["key"]
        self.fern = self.call("POST", "/shelf/lots", {"material": self.own, "name": "Fern"}, 201)["id"]
        shampoo = {
            "material": "shampoo_ordinary",
            "name": "Bottle",
            "label": {"strength": "mild", "ph_low": 5},
        }
        self.bottle = self.call("POST", "/shelf/lots", shampoo, 201)["id"]
        self.call("PATCH", "/shelf/library/oat_flour", {"figures": {}, "note": "ours"})
        self.call(
            "POST",
            "/shelf/vessels",
            {"name": "Jug", "volume": 900, "marks": [{"name": "x", "volume": 5}]},
            201,
        )
        self.call("POST", "/shelf/spoons", {"name": "Scoop", "volume": 4}, 201)
        self.call("POST", "/shelf/strips", {"name": "Fine", "steps": "4 4.5 5"}, 201)
        for key in (f"lot-{self.malt}", f"water-{self.tap}"):
            self.call(
                "POST",
                "/shelf/readings",
                {"supply_key": key, "read": {"value": 3 if "lot" in key else 7}},
                201,
            )
        meter = self.call(
            "POST", "/instruments", {"kind": "meter", "name": "Stick", "link": "simulated"}, 201
        )
        points = {"points": [{"ph": 7, "shown": 7}, {"ph": 4, "shown": 4}]}
        self.call("POST", f"/instruments/{meter['id']}/calibrations", points, 201)
        self.call("PATCH", "/household", {"currency": "€"})
        self.call("PUT", "/household/limits/soap_cap", {"value": 7})
        self.call("POST", f"/heads/{self.wren}/check-ins", {"flags": []}, 201)
        self.call("POST", f"/heads/{self.wren}/little-tests", {"test": "stretch", "outcome": "back"}, 201)
        self.call("POST", f"/heads/{self.wren}/patch-tests", {"name": "Calendula tea"}, 201)
        self.formula = self.call("POST", "/formulas", {"start": "towpath_rinse"}, 201)["id"]
        self.call("POST", f"/formulas/{self.formula}/versions", {"name": "first"})
        wash = {"family": "saponin_liquor", "formula": self.formula, "answer": "right", "amount": 80}
        self.call("POST", f"/heads/{self.wren}/washes", wash, 201)
        links = [{"formula": self.formula}, {"supply_key": f"lot-{self.bottle}"}, {}]
        self.chain = self.call("POST", "/wash/chains", {"name": "Friday", "links": links}, 201)["id"]
        rinse = self.ask(acid=self.malt, water=self.tap, head=self.wren)
        self.entry = self.call("POST", "/journal/entries", {"rinse": rinse}, 201)["id"]
        change = {"finished": True, "read": {"value": 4.5}, "feel": ["soft"]}
        self.call("PATCH", f"/journal/entries/{self.entry}", change)
        self.made()
        self.planned_too()

    def planned_too(self) -> None:
        """A wash tomorrow, one that was done, a routine, a time that is taken, a feed."""
        later = (timezone.now() + timedelta(days=1)).isoformat()
        wash = {"heads": [self.wren], "chain": self.chain, "at": later}
        (planned,) = self.call("POST", "/wash/planned", wash, 201)
        self.planned = planned["id"]
        self.call("POST", "/wash/record", {"head": self.wren, "chain": self.chain}, 201)
        entries = [{"chain": self.chain, "at_most": 2}]
        self.call("POST", "/wash/routines", {"head": self.wren, "entries": entries, "every": 30}, 201)
        night = {"begin": later, "end": (timezone.now() + timedelta(days=2)).isoformat()}
        self.call("POST", "/household/taken", night, 201)
        out = [{"weekday": 0, "begin": "08:00", "end": "16:00"}]
        self.call("PATCH", "/household", {"out": out})
        self.call("POST", "/wash/feed", status=201)

    def made(self) -> None:
        """A batch that is being made, and another on top of what was filled of it."""
        asked = {"ask": {"formula": self.formula, "heads": [self.wren], "sized_by": "ml", "value": 300}}
        on_top, batch = (self.call("POST", "/make/batches", asked, 201) for _ in range(2))
        self.batch, path = batch["id"], f"/make/batches/{batch['id']}"
        batch = self.call("POST", f"{path}/pours", {"version": 1, "line": batch["lines"][0]["id"]})
        batch = self.call(
            "POST", f"{path}/steps/1", {"version": batch["version"], "do": "start", "minutes": 9}
        )
        batch = self.call("POST", f"{path}/celsius", {"version": batch["version"], "celsius": "60"})
        filled = {"version": batch["version"], "amount": 90, "place": "fridge"}
        self.container = self.call("POST", f"{path}/containers", filled, 201)["id"]
        topped = {"version": 1, "batch": on_top["id"], "amount": 9}
        self.call("POST", f"/make/containers/{self.container}/top-up", topped)

    def looks(self) -> list[str]:
        """Every address that shows what is kept."""
        return [
            "/household", "/household/limits", "/instruments", "/instruments/now",
            "/shelf/library", "/shelf/library/oat_flour", f"/shelf/library/{self.own}", "/shelf/supplies",
            "/shelf/supplies?find=malt", "/shelf/ready", "/shelf/materials?find=fern", "/shelf/lots",
            f"/shelf/lots/{self.malt}", f"/shelf/lots/{self.bottle}", "/shelf/waters", "/shelf/vessels",
            "/shelf/spoons", "/shelf/strips", f"/shelf/readings?supply_key=lot-{self.malt}",
            "/heads", f"/heads/{self.wren}", "/heads/blocked", f"/heads/{self.wren}/asks", "/heads/due",
            f"/heads/{self.wren}/history", f"/heads/{self.wren}/passes", f"/heads/{self.wren}/whole",
            "/formulas", "/formulas/bench", f"/formulas/{self.formula}", f"/formulas/match?head={self.wren}",
            f"/formulas/{self.formula}/versions", f"/formulas/compare?which={self.formula},{self.formula}.1",
            "/wash/chains", "/wash/plan", f"/wash/planned/{self.planned}", "/wash/routines", "/wash/calendar",
            "/wash/plan.ics", f"/wash/planned/{self.planned}/calendar.ics", "/wash/feed", "/today",
            f"/wash/offers/{self.wren}", f"/wash/when?head={self.wren}&chain={self.chain}",
            "/household/taken", "/wash/choices", "/journal/entries", f"/journal/entries/{self.entry}",
            "/make", "/make/clocks", "/make/batches", f"/make/batches/{self.batch}", "/make/containers",
            "/make/containers?ended=true", f"/make/batches/{self.batch}/card",
            f"/make/batches/{self.batch}/labels", f"/make/labels?which={self.container}",
            f"/make/batches/{self.batch}/ways/1", f"/make/batches/{self.batch}/strip?vessel=1",
            "/search?find=malt", "/search/uses/malt_vinegar", "/safekeeping/removed", "/mix/choices",
        ]  # fmt: skip

    def calls(self) -> list[tuple[str, str, Any]]:
        """Every address that shows what is kept, and what is worked out with it: method, path, body."""
        jug = {
            "lines": [
                {"supply_key": f"water-{self.tap}", "how": "fill"},
                {"supply_key": f"lot-{self.malt}", "how": "solve"},
            ]
        }
        wash = {"links": [{"formula": self.formula}, {"supply_key": f"lot-{self.bottle}"}], "head": self.wren}
        return [
            *(("GET", path, None) for path in self.looks()),
            ("POST", "/mix/jug", jug | {"volume": 500, "aim": 4.5, "head": self.wren}),
            ("POST", "/wash/chains/read", wash),
            ("POST", "/make/takes", {"formula": self.formula, "heads": [self.wren]}),
            ("POST", f"/make/batches/{self.batch}/pours", {"line": 1}),
        ]

    def house_stands(self, what: str, table: str = "") -> None:
        """Every call that reads this table answers; every call there is, where none is named."""
        for method, path, body in self.calls():
            if not table or table in self.tables_read_by(method, path, body):
                with self.subTest(f"{what}: {path}"):
                    self.assertLess(self.raw(method, path, body).status_code, 500)

    def tables_read_by(self, method: str, path: str, body: Any) -> set[str]:
        """The tables that a call reads while all is well; asked once, and taken back."""
        known: dict[tuple[str, str], set[str]] = self.__dict__.setdefault("_read", {})
        if (method, path) not in known:
            found: set[str] = set()

            def note(execute: Any, sql: str, *rest: Any) -> Any:
                found.update(re.findall(r'(?:FROM|JOIN|INTO|UPDATE) "(\w+)"', sql))
                return execute(sql, *rest)

            forget()
            with transaction.atomic(), connection.execute_wrapper(note):
                self.raw(method, path, body)
                transaction.set_rollback(True)
            known[method, path] = found
        return known[method, path]

    def find_out_what_is_read(self) -> None:
        """Before any row is bent."""
        for call in self.calls():
            self.assertTrue(self.tables_read_by(*call), call)


def bent() -> Iterator[tuple[type[models.Model], dict[str, Any]]]:
    """Every table, its columns with values that this version does not know."""
    for model in kept_models():
        values: dict[str, Any] = {}
        alone = {name for each in model._meta.total_unique_constraints for name in each.fields}
        alone |= set(LEFT_ALONE)
        for field in model._meta.concrete_fields:
            kind = next((kind for kind in STRANGE if isinstance(field, kind)), None)
            plain = not field.primary_key and not field.is_relation
            if kind is not None and plain and field.name not in alone:
                strange = STRANGE[kind][len(values) % 2]
                in_json = RawSQL("%s", [json.dumps(strange)])  # a column of ours would refuse it
                values[field.name] = in_json if kind is models.JSONField else strange
        if values:
            yield model, values


class AnyColumn(Household):
    """Values of another version, in any column."""

    def test_everything_still_answers(self) -> None:
        self.find_out_what_is_read()
        for model, values in bent():
            with transaction.atomic():
                model._base_manager.update(**values)
                self.house_stands(f"{model._meta.label} {values}", model._meta.db_table)
                transaction.set_rollback(True)


class AnyBytes(Household):
    """What no version ever kept: another program was at the file, or its disk is bad."""

    def test_everything_still_answers(self) -> None:
        quote = connection.ops.quote_name
        self.find_out_what_is_read()
        for model in kept_models():
            fields = [
                quote(field.column)
                for field in model._meta.concrete_fields
                if not field.primary_key and not field.is_relation and not isinstance(field, models.JSONField)
                if field.name not in ("removed_at", "version")
                and not any(field.name in each.fields for each in model._meta.total_unique_constraints)
            ]
            bad = ("'moonshine'", "CAST(x'6dff6e' AS TEXT)")  # by turns, from one column to the next
            said = ", ".join(f"{column} = {bad[i % 2]}" for i, column in enumerate(fields))
            if not said:
                continue
            with transaction.atomic(), connection.cursor() as cursor:
                cursor.execute("PRAGMA ignore_check_constraints = ON")
                cursor.execute(f"UPDATE {quote(model._meta.db_table)} SET {said}")
                self.house_stands(f"{model._meta.label} {said}", model._meta.db_table)
                transaction.set_rollback(True)


class Mended(Household):
    """What is not known here is said, and mended on its own page."""

    def test_a_bottle_whose_library_key_is_gone(self) -> None:
        Lot.objects.filter(pk=self.malt).update(material="moonshine")
        lots = {lot["id"]: lot for lot in self.call("GET", "/shelf/lots")["items"]}
        self.assertTrue(lots[self.malt]["unknown"])
        self.assertFalse(lots[self.bottle]["unknown"])
        supply = {each["key"] for each in self.call("GET", "/shelf/supplies")}
        self.assertNotIn(f"lot-{self.malt}", supply)
        left = lots[self.malt]["left"]
        ask = {"material": "malt_vinegar", "set_aside": True}
        mended = self.call("PATCH", f"/shelf/lots/{self.malt}", ask)
        self.assertEqual((mended["unknown"], mended["name"], mended["left"]), (False, "Malt vinegar", left))

    def test_a_formula_says_which_of_its_bottles_is_not_known(self) -> None:
        body = self.call("GET", f"/formulas/{self.formula}")["formula"]
        place = next(i for i, line in enumerate(body["lines"]) if line["supply_key"])
        body["lines"][place]["supply_key"] = f"lot-{self.malt}"
        Formula.objects.update(body=body)
        Lot.objects.filter(pk=self.malt).update(material="moonshine")
        found = self.call("GET", f"/formulas/{self.formula}")
        said = {each["field"]: each["message"] for each in found["problems"]}
        self.assertIn("what Malt vinegar is", said[f"lines.{place}.supply_key"])
        self.assertIsNone(found["assessment"])

    def test_a_formula_of_another_version_says_what_was_left_open(self) -> None:
        Formula.objects.update(body=Formula.objects.get().body | {"pot": "titanium"})
        found = self.call("GET", f"/formulas/{self.formula}")
        self.assertEqual(found["formula"]["pot"], "steel")
        said = {each["field"]: each["message"] for each in found["problems"]}
        self.assertIn("titanium", said["pot"])

    def test_a_water_of_a_class_that_is_gone_is_reckoned_with_as_any_tap(self) -> None:
        WaterSource.objects.update(kind="moonshine")
        (water,) = self.call("GET", "/shelf/waters")
        self.assertTrue(water["unknown"])
        self.assertLess(water["hardness"]["low"], water["hardness"]["high"])
        self.assertFalse(self.call("PATCH", f"/shelf/waters/{self.tap}", {"kind": "rain"})["unknown"])

    def test_a_material_of_a_kind_that_is_gone_is_not_offered(self) -> None:
        OwnMaterial.objects.update(kind="moonshine")
        fern = next(lot for lot in self.call("GET", "/shelf/lots")["items"] if lot["id"] == self.fern)
        self.assertTrue(fern["unknown"])
        supply = {each["key"] for each in self.call("GET", "/shelf/supplies?find=fern")}
        self.assertNotIn(f"lot-{self.fern}", supply)
        self.call("PATCH", f"/shelf/materials/{self.own.removeprefix('own-')}", {"kind": "leaf"})
        self.assertFalse(self.call("GET", f"/shelf/lots/{self.fern}")["unknown"])

    def test_a_wash_link_that_cannot_be_read_is_gone(self) -> None:
        self.assertFalse(self.call("GET", "/wash/chains")[0]["gone"])
        kept = [{"formula": self.formula}, {"formula": "the good one", "times": []}, 7]
        WashChain.objects.update(links=models.Value(kept, models.JSONField()))
        (wash,) = self.call("GET", "/wash/chains")
        self.assertEqual(wash["names"], ["Towpath rinse", "gone", "gone"])
        self.assertTrue(wash["gone"])

    def test_a_record_of_another_version_keeps_the_rest_of_its_answers(self) -> None:
        Head.objects.update(answers=Head.objects.get().answers | {"scalp": "lunar"})
        answers = self.call("GET", f"/heads/{self.wren}")["answers"]
        self.assertNotEqual(answers["scalp"], "lunar")
        self.assertEqual(answers["birth_year"], 1988)

    def test_what_protects_a_head_outlasts_what_is_not_known_beside_it(self) -> None:
        told = {"allergies": ["nuts", "moonshine"], "pregnancy": "lunar", "asthma": "yes", "skin": "eczema"}
        Head.objects.update(answers=Head.objects.get().answers | told)
        head = self.call("GET", f"/heads/{self.wren}")
        answers = head["answers"]
        self.assertEqual((answers["allergies"], answers["other_allergies"]), (["nuts"], "moonshine"))
        self.assertEqual((answers["pregnancy"], answers["asthma"]), ("first", True))
        self.assertEqual(answers["skin"], ["eczema"])
        self.assertIn("Allergic to: “moonshine” is not known here any more. Answer it anew.", head["unknown"])
        mended = self.call("PATCH", f"/heads/{self.wren}", {"answers": {"pregnancy": "no"}})
        self.assertEqual((mended["unknown"], mended["answers"]["allergies"]), ([], ["nuts"]))

    def test_a_head_without_a_birth_year_is_taken_for_an_infant_until_it_is_said(self) -> None:
        idris = self.call("POST", "/heads", {"name": "Idris", "answers": {"birth_year": 1965}}, 201)["id"]
        Head.objects.filter(pk=idris).update(answers={"scalp": "dry"})
        rows = {head["name"]: head for head in self.call("GET", "/heads")}
        self.assertEqual(rows["Idris"]["age"], None)
        self.assertIn("infant", rows["Idris"]["unknown"][0])
        self.assertEqual(rows["Wren Halloway"]["unknown"], [])
        self.call("GET", "/heads/blocked")
        told = self.call("POST", "/mix/jug", self.ask(head=idris))["cautions"]
        self.assertIn("baby-mix", [each["id"] for each in told])
        long_ago = {"family": "acid_rinse", "at": "2019-05-04T10:00:00Z"}
        self.call("POST", f"/heads/{idris}/washes", long_ago, 201)
        self.refused("PATCH", f"/heads/{idris}", {"note": "At the lock."}, "birth_year")
        mended = self.call("PATCH", f"/heads/{idris}", {"answers": {"birth_year": 1965}})
        self.assertEqual((mended["unknown"], mended["answers"]["scalp"]), ([], "dry"))


class CalledOtherwise(Household):
    """A bottle that was read as one thing, and is then called another."""

    def test_is_asked_about_and_its_readings_are_set_aside(self) -> None:
        path, readings = f"/shelf/lots/{self.malt}", f"/shelf/readings?supply_key=lot-{self.malt}"
        oil = {"material": "sunflower_oil", "strength": None}
        self.assertIn("read", self.refused("PATCH", path, oil, "set_aside"))
        self.assertEqual(self.call("GET", path)["material"], "malt_vinegar")
        self.assertTrue(self.call("GET", readings))
        self.call("PATCH", path, oil | {"set_aside": True})
        self.assertEqual(self.call("GET", readings), [])
        self.assertEqual(self.call("GET", path)["readings"], 0)

    def test_a_bottle_that_an_older_version_let_be_called_otherwise_still_answers(self) -> None:
        Lot.objects.filter(pk=self.malt).update(material="sunflower_oil", strength=None)
        self.house_stands("oil that was read as vinegar")
