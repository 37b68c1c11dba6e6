"""A head's record: what can be answered, and what cannot."""

from datetime import date
from typing import Any
from unittest import TestCase

from eyebright.core.heads import (
    CheckIn,
    History,
    RecordError,
    head_facts,
    need_rules,
    patch_hours,
    read_record,
    record_tables,
)

TODAY = date(2026, 11, 21)


def read(**answers: Any) -> Any:
    """A grown head's record with these answers."""
    return read_record({"birth_year": 1988} | answers, TODAY)


class Reading(TestCase):
    """Answers in, a record out."""

    def refused(self, field: str, **answers: Any) -> str:
        """The message beside this question."""
        with self.assertRaises(RecordError) as raised:
            read(**answers)
        self.assertEqual(raised.exception.field, field)
        return str(raised.exception)

    def test_a_birth_year_is_enough(self) -> None:
        record = read()
        self.assertEqual((record.scalp, record.length, record.style), ("balanced", "shoulder", "loose"))
        for key, question in record_tables().questions.items():
            if question.default:
                self.assertEqual(getattr(record, key), question.default, key)

    def test_answers_come_out_as_they_went_in(self) -> None:
        told = {
            "birth_year": 1988,
            "scalp": "oily",
            "length_cm": "41,5",
            "skin": ["eczema"],
            "treatments": {"permed": "2026-03-01"},
        }
        answers = read(**told).answers()
        self.assertEqual(answers["length_cm"], 41.5)
        self.assertEqual(answers["treatments"], {"permed": "2026-03-01"})
        self.assertEqual(read_record(answers, TODAY).answers(), answers)

    def test_impossible_years(self) -> None:
        for year, words in (
            (2027, "born in that year yet"),
            ("1880", "full year"),
            ("ages", "A year goes here"),
            (1988.5, "A year goes here"),
            (True, "A year goes here"),
        ):
            self.assertIn(words, self.refused("birth_year", birth_year=year))
        self.assertIn("needed", self.refused("birth_year", birth_year=" "))

    def test_a_minor_has_an_adult_in_charge(self) -> None:
        self.assertIn("adult", self.refused("adult", birth_year=2017))
        self.assertEqual(read(birth_year=2017, adult=" Wren ").adult, "Wren")

    def test_impossible_mixes(self) -> None:
        self.assertIn("too short", self.refused("style", length_cm=2, style="locs"))
        self.assertIn("go together", self.refused("pregnancy", birth_year=1930, pregnancy="later"))
        self.assertIn(
            "go together", self.refused("pregnancy", birth_year=2018, adult="Wren", pregnancy="first")
        )
        self.assertIn("older than", self.refused("treatments", treatments={"bleached": "1980-01-01"}))

    def test_impossible_dates(self) -> None:
        self.assertIn("not come yet", self.refused("treatments", treatments={"bleached": "2026-11-22"}))
        self.assertIn("A date", self.refused("treatments", treatments={"bleached": "last week"}))
        self.assertIn("offered", self.refused("treatments", treatments={"ironed": "2026-01-01"}))

    def test_wrong_kinds(self) -> None:
        for field, value in (
            ("scalp", "purple"),
            ("scalp", 3),
            ("skin", "eczema"),
            ("skin", [["eczema"]]),
            ("asthma", "yes"),
            ("length_cm", 900),
            ("length_cm", "long"),
            ("treatments", ["bleached"]),
            ("other_allergies", "x" * 201),
        ):
            self.assertTrue(self.refused(field, **{field: value}))

    def test_what_an_older_or_newer_version_kept_still_opens(self) -> None:
        self.assertEqual(read(moon="full").scalp, "balanced")
        self.assertEqual(read(scalp=None, length="").length, "shoulder")


class Facts(TestCase):
    """What the rules look at."""

    def test_the_younger_reading_of_an_age(self) -> None:
        self.assertTrue(head_facts(read(birth_year=2013, adult="Wren"), TODAY)["child"])
        self.assertFalse(head_facts(read(birth_year=2012, adult="Wren"), TODAY)["child"])

    def test_a_treatment_is_fresh_for_two_weeks(self) -> None:
        for day, fresh in (("2026-11-07", True), ("2026-11-06", False)):
            facts = head_facts(read(treatments={"bleached": day}), TODAY)
            self.assertEqual((facts["treated"], facts["bleached"], facts["light"]), (fresh, True, True))

    def test_levels_fade_and_flags_stay(self) -> None:
        old = head_facts(read(), TODAY, CheckIn(days_ago=30, tender=2, flags=("lice",)))
        self.assertFalse(old["tender"])
        self.assertIsNone(old["tender_today"])
        self.assertEqual(old["flags"], ["lice"])

    def test_how_long_a_patch_is_watched(self) -> None:
        self.assertEqual(patch_hours(head_facts(read(), TODAY)), 24)
        for answers in (
            {"skin": ["sensitive"]},
            {"allergies": ["nuts"]},
            {"pregnancy": "later"},
            {"birth_year": 2016, "adult": "Wren"},
            {"treatments": {"permed": "2026-11-20"}},
        ):
            self.assertEqual(patch_hours(head_facts(read(**answers), TODAY)), 48)

    def test_every_rule_looks_at_facts_that_there_are(self) -> None:
        facts = head_facts(
            read(), TODAY, CheckIn(oil=2), history=History({"clay_damp": 1.0}, 1.0), patches={}
        )
        for rule in need_rules():
            for fact, _, _ in rule.when:
                self.assertIn(fact, facts, rule.id)
            self.assertTrue(rule.reason and rule.source)
