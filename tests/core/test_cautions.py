"""The hazard rules: each one holds when it should, and not just short of it."""

from typing import Any
from unittest import TestCase

from eyebright.core.cautions import cautions, limits
from eyebright.core.cautions.engine import GRAVITY, rules

MILD: dict[str, Any] = {
    "use": "rinsed_out",
    "ph": 4.5,
    "ph_low": 4.3,
    "minutes": 2.0,
    "acetic_percent": 0.1,
    "fruit_percent": 0.0,
    "smell": "",
}

# rule, facts that call for it, facts just short of it
CASES: tuple[tuple[str, dict[str, Any], dict[str, Any]], ...] = (
    ("burns", {"ph": 2.1, "ph_low": 1.9}, {"ph": 2.1, "ph_low": 2.0}),
    ("too-acid-rinsed-out", {"ph": 2.79, "ph_low": 2.6}, {"ph": 2.8, "ph_low": 2.8}),
    ("maybe-too-acid-rinsed-out", {"ph": 2.9, "ph_low": 2.79}, {"ph": 2.9, "ph_low": 2.8}),
    ("sharp-too-long", {"ph": 3.4, "ph_low": 3.3, "minutes": 3.5}, {"ph": 3.4, "minutes": 3.0}),
    ("sharp", {"ph": 3.4, "ph_low": 3.3}, {"ph": 3.5, "ph_low": 3.4}),
    ("mild-too-long", {"minutes": 10.5}, {"minutes": 10.0}),
    ("mild-but-strong-too-long", {"acetic_percent": 1.2, "minutes": 4.0}, {"acetic_percent": 1.2}),
    (
        "too-acid-left-in",
        {"use": "left_in", "ph": 3.49, "ph_low": 3.4},
        {"use": "left_in", "ph": 3.5, "ph_low": 3.5},
    ),
    (
        "maybe-too-acid-left-in",
        {"use": "left_in", "ph": 3.7, "ph_low": 3.4},
        {"use": "left_in", "ph": 3.7, "ph_low": 3.5},
    ),
    ("undiluted", {"acetic_percent": 3.0}, {"acetic_percent": 2.9}),
    ("vinegar-strong-rinsed-out", {"acetic_percent": 1.1}, {"acetic_percent": 1.0}),
    (
        "vinegar-strong-left-in",
        {"use": "left_in", "acetic_percent": 0.31},
        {"use": "left_in", "acetic_percent": 0.3},
    ),
    ("fruit-strong-rinsed-out", {"fruit_percent": 0.51}, {"fruit_percent": 0.5}),
    (
        "fruit-strong-left-in",
        {"use": "left_in", "fruit_percent": 0.21},
        {"use": "left_in", "fruit_percent": 0.2},
    ),
    ("alkaline", {"ph": 8.5, "ph_low": 8.0}, {"ph": 8.4, "ph_low": 8.0}),
    ("sun", {"use": "left_in", "smell": "lime"}, {"smell": "lime"}),
    ("sun-lemon", {"use": "left_in", "smell": "lemon"}, {"smell": "lemon"}),
    ("smell", {"use": "left_in", "smell": "vinegar"}, {"smell": "vinegar"}),
    ("left-in", {"use": "left_in"}, {}),
    ("eyes", {}, {"ph": 7.2, "ph_low": 7.0}),
    ("broken-skin", {}, {"ph": 7.2, "ph_low": 7.0}),
)


def found(**facts: Any) -> list[str]:
    """Ids of the cautions for a mild rinse with these facts changed."""
    return [caution.id for caution in cautions(MILD | facts)]


class Rules(TestCase):
    """The table, row by row."""

    def test_every_rule_is_tried(self) -> None:
        self.assertEqual({rule.id for rule in rules()}, {case[0] for case in CASES})

    def test_each_rule_on_and_just_short(self) -> None:
        for rule, on, short in CASES:
            with self.subTest(rule):
                self.assertIn(rule, found(**on))
                self.assertNotIn(rule, found(**short))

    def test_each_says_what_why_and_what_instead(self) -> None:
        for _, on, _ in CASES:
            for caution in cautions(MILD | on):
                for words in (caution.what, caution.why, caution.instead, caution.source):
                    self.assertTrue(words)
                    self.assertNotIn("{", words)


class Gravity(TestCase):
    """Graver words are never hidden by milder ones."""

    def test_a_stop_stays_whatever_else_holds(self) -> None:
        everything = {
            "use": "left_in",
            "ph": 3.0,
            "ph_low": 2.5,
            "minutes": 99.0,
            "acetic_percent": 2.0,
            "fruit_percent": 2.0,
            "smell": "vinegar",
        }
        listed = cautions(everything)
        self.assertEqual(listed[0].id, "too-acid-left-in")
        grades = [GRAVITY[caution.level] for caution in listed]
        self.assertEqual(grades, sorted(grades))

    def test_a_fact_that_is_not_known_calls_for_nothing(self) -> None:
        self.assertEqual(cautions({"ph": None}), [])

    def test_a_burn_cannot_be_passed(self) -> None:
        burning = cautions(MILD | {"ph": 1.9, "ph_low": 1.7})[0]
        self.assertEqual((burning.id, burning.overridable), ("burns", False))


class Limits(TestCase):
    """The table of limits."""

    def test_each_has_kind_and_source(self) -> None:
        for name, limit in limits().limits.items():
            with self.subTest(name):
                self.assertIn(limit.kind, ("measured", "computed", "custom"))
                self.assertTrue(limit.source and limit.what and limit.unit)

    def test_the_rail_holds_its_marks_and_aims(self) -> None:
        table = limits()
        for mark in table.marks:
            self.assertTrue(table.rail_low <= mark.low <= mark.high <= table.rail_high)
        self.assertEqual([aim.ph for aim in table.aims], [3.7, 4.5, 5.5])
