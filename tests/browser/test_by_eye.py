"""Poured by eye, cubes thawed in part, and steps that are edited fast."""

from playwright.sync_api import expect

from eyebright.formulas.models import Formula
from eyebright.instruments.hub import hub
from eyebright.instruments.schemas import InstrumentIn
from eyebright.instruments.services import save_instrument
from eyebright.make.models import Batch, Container
from eyebright.make.schemas.asking import BeginBatchIn
from eyebright.make.services import batches

from .test_make import Kitchen


class ByEye(Kitchen):
    """No formula: the scale listens, and each pour gets its name afterwards."""

    def test_two_pours_are_named_and_become_a_formula(self) -> None:
        scale = save_instrument(InstrumentIn(kind="scale", name="Kitchen scale", link="simulated")).id
        hub.play(scale, "scale", put=0.0, tare=False, plug="in")
        ask = {"ask": {"name": "As it came", "family": "acid_rinse"}}
        batch = batches.begin(BeginBatchIn.model_validate(ask)).id
        self.go(f"/make/{batch}/run")
        self.button("Done, next")
        by_eye = self.page.get_by_role("region", name="Poured by eye")
        expect(by_eye).to_contain_text("Pour as you like")
        for grams, many in ((300.0, 1), (320.0, 2)):
            hub.play(scale, "scale", put=grams, tare=False, plug="in")
            expect(by_eye.get_by_role("listitem")).to_have_count(many)
        for what in ("Rain barrel", "Malt vinegar"):
            field = by_eye.get_by_role("combobox").first
            field.fill(what)
            self.page.get_by_role("option", name=what).first.click()
            expect(self.page.get_by_role("listitem").filter(has_text=what).last).to_contain_text(" g ")
        expect(by_eye.get_by_role("listitem")).to_have_count(0)
        poured = {row.supply_key: float(row.amount) for row in Batch.objects.get().poured.all()}
        self.assertAlmostEqual(poured[f"water-{self.rain}"], 300.0, delta=1.0)
        self.assertAlmostEqual(sum(poured.values()), 320.0, delta=2.0)
        self.page.reload()
        expect(self.page.get_by_role("listitem").filter(has_text="Rain barrel").last).to_be_visible()
        made = batches.as_formula(batch)
        self.assertEqual(len(made.formula.lines), 2)
        self.assertEqual(Formula.objects.get(pk=made.id).name, "As it came")


class Cubes(Kitchen):
    """Some of a tray is taken out, and the rest stays frozen."""

    def test_three_of_ten(self) -> None:
        self.filled(place="freezer")
        Container.objects.update(count=10)
        self.go("/make")
        self.button("Thaw some")
        self.page.get_by_label("How many cubes").fill("12")
        self.button("Take them out")
        expect(self.page.get_by_text("There are 10 left of it.")).to_be_visible()
        self.page.get_by_label("How many cubes").fill("3")
        self.button("Take them out")
        expect(self.page.get_by_text("60 of 60 mL")).to_be_visible()
        expect(self.page.get_by_text("140 of 200 mL")).to_be_visible()
        self.button("Undo")
        expect(self.page.get_by_text("200 of 200 mL")).to_be_visible()
        expect(self.page.get_by_text("60 of 60 mL")).to_have_count(0)


class FastSteps(Kitchen):
    """Steps that are edited before the answer to the last edit is there, or beside a mistake."""

    def test_every_edit_is_kept(self) -> None:
        formula = self.liquor()
        self.go(f"/formulas/{formula}")
        steps = self.page.get_by_role("region", name="How it is made")
        rows = steps.get_by_role("listitem")
        expect(rows.first).to_be_visible()
        before = rows.count()
        adding = steps.get_by_role("combobox", name="Add a step")
        self.page.get_by_role("textbox", name="Amount").first.fill("a lot")
        for kind in ("rest", "shake", "beat"):
            adding.select_option(kind)
        expect(rows).to_have_count(before + 3)
        self.page.get_by_role("textbox", name="Amount").first.fill("400")
        expect(self.page.get_by_text("Saved", exact=True)).to_be_visible()
        kinds = [step["kind"] for step in Formula.objects.get(pk=formula).body["steps"]]
        for kind in ("rest", "shake", "beat"):
            self.assertIn(kind, kinds)
        self.page.reload()
        expect(rows).to_have_count(before + 3)
