"""The truth table: heads of every kind, and what a careful maker would say each asks for.

Grade is of the scalp; pH the band of the rinse ("" where it is plain water); minutes those of a
cleanser on the scalp. `stops` stand over the head as a whole, `barred` are families ruled out (all
of those named, and none of `open`).
"""

from dataclasses import dataclass, field
from typing import Any
from unittest import TestCase

from .heads import asks, barred, stops

MILD_BAND, FIRM_BAND, HOUSE_BAND = (4.5, 5.5), (4.0, 5.5), (3.7, 5.5)
USUAL, SHORTER, HALF = (2.0, 5.0), (1.5, 4.0), (1.0, 2.5)
OILY, DRY = {"scalp": "oily"}, {"scalp": "dry"}
LOCS = {"style": "locs", "length": "chest", "curl": "coily", "strand": "coarse"}
TENDER = {"skin": ["eczema"]}
NINE, FIVE, TWO = {"birth_year": 2016}, {"birth_year": 2021}, {"birth_year": 2024}
BLEACHED = {"treatments": {"bleached": "2026-11-14"}}
BLEACHED_LONG_AGO = {"treatments": {"bleached": "2025-03-01"}}
COLOURED = {"treatments": {"coloured": "2026-11-10"}}
HARSH = {"alkaline_wash", "scrub", "juice"}
PASTES = {"saponin_paste", "clay_damp", "mask", "dry_blend"}


@dataclass(frozen=True)
class Row:
    """One head and what is expected of it."""

    name: str
    record: dict[str, Any]
    grade: str
    ph: tuple[float, float] | str = HOUSE_BAND
    minutes: tuple[float, float] = USUAL
    stops: set[str] = field(default_factory=set)
    barred: set[str] = field(default_factory=set)
    open: set[str] = field(default_factory=set)
    check: dict[str, Any] | None = None
    day: dict[str, Any] | None = None
    days: float | None = 3.0
    used: dict[str, float] | None = None


ROWS = (
    # ---- the scalp by itself ----
    Row("an ordinary head", {}, "medium", barred={"clay_dry"}, open={"saponin_liquor", "alkaline_wash"}),
    Row("dry", DRY, "gentle", FIRM_BAND, barred={"clay_dry"}, open={"saponin_liquor"}),
    Row("oily", OILY, "deep", open={"clay_dry", "soap_wash", "alkaline_wash"}),
    Row("dry, with dry flakes", DRY | {"flakes": "dry"}, "very mild", FIRM_BAND),
    Row("balanced, with dry flakes", {"flakes": "dry"}, "gentle"),
    Row("balanced, with greasy flakes", {"flakes": "greasy"}, "medium", ph=(3.7, 5.2)),
    Row("oily, with greasy flakes", OILY | {"flakes": "greasy"}, "deep", ph=(3.7, 5.2)),
    # ---- today ----
    Row("balanced, oily today", {}, "medium", check={"oil": 2}),
    Row("balanced, very oily today", {}, "medium", check={"oil": 3}),
    Row("oily, very oily today", OILY, "deep", check={"oil": 3}),
    Row("oily, but dry today", OILY, "medium", check={"oil": 0}),
    Row("dry, and dry today", DRY, "very mild", FIRM_BAND, check={"oil": 0}),
    Row("tight since the last wash", {}, "gentle", check={"tight": 1}),
    Row("very tight", OILY, "gentle", check={"tight": 2}),
    Row("some itch", {}, "medium", ph=MILD_BAND, minutes=SHORTER, check={"itch": 1}),
    Row("much itch under oil", OILY, "deep", ph=MILD_BAND, minutes=SHORTER, check={"itch": 2}),
    Row("tender today", {}, "gentle", MILD_BAND, HALF, barred=HARSH - {"juice"}, check={"tender": 1}),
    Row("sore today", OILY, "very mild", MILD_BAND, HALF, barred={"scrub", "juice"}, check={"tender": 2}),
    Row("some build-up", {}, "medium", check={"build_up": 1}),
    Row("much build-up", {}, "medium", check={"build_up": 2}),
    Row("much build-up, oily", OILY, "deep", check={"build_up": 2}),
    Row("greasy flakes today", OILY, "deep", check={"flakes": 2}),
    Row("what was tender three weeks ago", {}, "medium", check={"tender": 2, "days_ago": 21}),
    # ---- red flags ----
    Row("sores", {}, "barely cleans", "", stops={"flag-sores"}, barred=HARSH, check={"flags": ("sores",)}),
    Row("a ring", {}, "medium", stops={"flag-rings"}, check={"flags": ("rings",)}),
    Row("lice", NINE, "gentle", MILD_BAND, HALF, stops={"flag-lice"}, check={"flags": ("lice",)}),
    Row("sudden loss", OILY, "deep", stops={"flag-loss"}, check={"flags": ("loss",)}),
    Row("lasting flakes", {}, "medium", stops={"flag-lasting"}, check={"flags": ("lasting",)}),
    Row("fever", {}, "medium", stops={"flag-fever"}, check={"flags": ("fever",)}),
    Row("something in an eye", {}, "medium", stops={"flag-eye"}, check={"flags": ("eye",)}),
    Row(
        "scratched", {}, "barely cleans", "", stops={"broken-now"}, barred=HARSH, check={"flags": ("broken",)}
    ),
    Row(
        "sores and lice",
        OILY,
        "barely cleans",
        "",
        stops={"flag-sores", "flag-lice"},
        barred=HARSH,
        check={"flags": ("sores", "lice")},
    ),
    Row(
        "a ring two months ago",
        {},
        "medium",
        stops={"flag-rings"},
        check={"flags": ("rings",), "days_ago": 60},
    ),
    # ---- the person ----
    Row("eczema-prone", TENDER, "gentle", MILD_BAND, HALF, barred=HARSH | {"clay_dry"}),
    Row("eczema-prone and oily", OILY | TENDER, "gentle", MILD_BAND, HALF, barred=HARSH),
    Row("eczema-prone and dry", DRY | TENDER, "very mild", MILD_BAND, HALF, barred=HARSH),
    Row("easily irritated", {"skin": ["sensitive"]}, "gentle", MILD_BAND, HALF, barred=HARSH),
    Row("a child of nine", NINE, "gentle", MILD_BAND, HALF, barred={"alkaline_wash", "juice"}),
    Row("an eczema-prone child", NINE | TENDER, "gentle", MILD_BAND, HALF, barred=HARSH | {"clay_dry"}),
    Row("a dry child", NINE | DRY, "very mild", MILD_BAND, HALF, barred={"alkaline_wash", "juice"}),
    Row("an oily child", NINE | OILY, "gentle", MILD_BAND, HALF, barred={"alkaline_wash", "juice"}),
    Row("a child of five", FIVE, "gentle", MILD_BAND, HALF, barred={"alkaline_wash", "juice"}),
    Row(
        "a child of two",
        TWO,
        "barely cleans",
        "",
        HALF,
        stops={"baby"},
        barred={"saponin_liquor", "acid_rinse"},
    ),
    Row("an oily youth of fifteen", OILY | {"birth_year": 2010}, "deep", open={"soap_wash"}),
    Row("asthma", {"asthma": True}, "medium", barred={"dry_blend"}, open={"saponin_liquor"}),
    Row("asthma and oil", OILY | {"asthma": True}, "deep", barred={"dry_blend"}, open={"soap_wash"}),
    Row("pregnant", {"pregnancy": "first"}, "medium", open={"saponin_liquor"}),
    Row("allergic to dairy", {"allergies": ["dairy"]}, "medium", open={"saponin_liquor", "acid_rinse"}),
    # ---- the hair ----
    Row("bleached last week", BLEACHED, "gentle", (4.0, 4.8), SHORTER, barred={"alkaline_wash"}),
    Row("bleached long ago", BLEACHED_LONG_AGO, "medium", (3.7, 4.8), open={"alkaline_wash"}),
    Row("coloured last week", COLOURED, "gentle", FIRM_BAND, SHORTER, barred={"alkaline_wash"}),
    Row("coloured, and oily", OILY | COLOURED, "medium", FIRM_BAND, SHORTER, barred={"alkaline_wash"}),
    Row("thirsty hair", {"porosity": "high"}, "medium", (3.7, 5.0)),
    Row("thirsty hair, tender scalp", TENDER | {"porosity": "high"}, "gentle", (4.5, 5.0), HALF),
    Row("bleached hair, tender scalp", TENDER | BLEACHED_LONG_AGO, "gentle", (4.5, 4.8), HALF),
    Row("worn hair", {"damage": "much"}, "medium"),
    Row("locs", DRY | LOCS, "gentle", FIRM_BAND, barred=PASTES | {"clay_dry"}, open={"saponin_liquor"}),
    Row(
        "locs and asthma",
        DRY | LOCS | {"asthma": True},
        "gentle",
        FIRM_BAND,
        barred=PASTES,
        open={"saponin_liquor"},
    ),
    Row("locs on an oily scalp", OILY | LOCS, "deep", barred=PASTES | {"clay_dry"}, open={"soap_wash"}),
    Row("braids", {"style": "braids"}, "medium", open={"saponin_liquor", "saponin_paste"}),
    Row("grey", {"colour": "grey"}, "medium", open={"herb_mild"}),
    Row("dusty work", OILY | {"habits": ["dust"]}, "deep"),
    Row("films from before, first wash", {"before": ["film"]}, "medium", days=None),
    Row("films from before, washed since", {"before": ["film"]}, "medium", used={"saponin_liquor": 3.0}),
    # ---- when, and what for ----
    Row("washed this morning", {}, "gentle", days=0.4),
    Row("ten days since", {}, "medium", days=10.0),
    Row("ten days since, oily", OILY, "deep", days=10.0),
    Row("between washes", OILY, "barely cleans", day={"occasion": "between"}),
    Row(
        "between washes, eczema-prone", TENDER, "barely cleans", MILD_BAND, HALF, day={"occasion": "between"}
    ),
    Row("before straightening", {}, "medium", (3.7, 5.0), day={"occasion": "straightening"}),
    Row("after sweat", OILY, "gentle", day={"occasion": "sweat"}),
    Row("against build-up", {}, "medium", day={"occasion": "build_up"}),
    Row("against build-up, oily", OILY, "deep", day={"occasion": "build_up"}),
    Row("taking braids down", {"style": "braids"}, "medium", day={"occasion": "taking_down"}),
    Row("slip for combing", {}, "very mild", day={"occasion": "slip"}),
    Row("soothing", OILY, "very mild", MILD_BAND, SHORTER, day={"occasion": "soothing"}),
    Row("oil on the scalp", {}, "medium", day={"on_scalp": ("oil",)}),
    Row("wax on the scalp", OILY, "deep", day={"on_scalp": ("product",)}),
    Row("something prescribed", {}, "medium", day={"on_scalp": ("medicine",)}),
)


class TruthTable(TestCase):
    """Every row, as expected."""

    def test_there_are_enough(self) -> None:
        self.assertGreaterEqual(len(ROWS), 60)
        self.assertEqual(len({row.name for row in ROWS}), len(ROWS))

    def test_every_row(self) -> None:
        for row in ROWS:
            with self.subTest(row.name):
                found = asks(row.record, row.check, row.day, row.days, row.used)
                self.assertEqual(found.scalp.grade, row.grade)
                rinse = found.rinse
                band = "" if rinse.kind == "plain" else (rinse.ph.low, rinse.ph.high)
                self.assertEqual(band, row.ph)
                self.assertEqual((found.scalp.minutes.low, found.scalp.minutes.high), row.minutes)
                self.assertEqual(stops(found), row.stops)
                self.assertLessEqual(row.barred, barred(found))
                self.assertTrue(row.open.isdisjoint(barred(found)), row.open & barred(found))

    def test_ground_rinse_and_conditioner(self) -> None:
        between = {"occasion": "between"}
        for record, day, way, use, condition in (
            ({}, None, "wet", "rinsed_out", "as you like"),
            (OILY, None, "dry", "rinsed_out", "as you like"),
            (OILY | TENDER, None, "wet", "rinsed_out", "as you like"),
            (OILY | NINE, None, "wet", "rinsed_out", "as you like"),
            (OILY | {"strand": "fine"}, None, "dry", "rinsed_out", "none"),
            (OILY | {"strand": "fine", "damage": "some"}, None, "dry", "rinsed_out", "lengths"),
            (OILY, {"on_scalp": ("powder",)}, "wet", "rinsed_out", "as you like"),
            ({"curl": "coily"}, None, "wet", "rinsed_out", "lengths"),
            ({}, between, "wet", "left_in", "as you like"),
            (TENDER, between, "wet", "rinsed_out", "as you like"),
            (NINE, between, "wet", "rinsed_out", "as you like"),
            ({}, {"occasion": "slip"}, "wet", "left_in", "lengths"),
        ):
            with self.subTest(record=record, day=day):
                found = asks(record, None, day)
                said = (found.scalp.way, found.rinse.use, found.condition)
                self.assertEqual(said, (way, use, condition))

    def test_every_family_is_judged_with_a_reason(self) -> None:
        for row in ROWS:
            found = asks(row.record, row.check, row.day, row.days, row.used)
            with self.subTest(row.name):
                self.assertEqual(len(found.families), 18)
                for fit in found.families:
                    self.assertTrue(all(fit.why) and fit.why, fit.family.key)
                    self.assertLessEqual(fit.minutes[1], fit.minutes[2])
