"""No silent fact: what rules read is registered, typed, and given by every subject that they concern."""

from typing import Any
from unittest import TestCase

from eyebright.core.chain import Link
from eyebright.core.formulas.assess import assess, shelf_life_rows
from eyebright.core.formulas.model import families
from eyebright.core.formulas.prepare import tool_rows
from eyebright.core.heads import need_rules, needs_table
from eyebright.core.mix import work_out
from eyebright.core.rules import (
    FactError,
    Subject,
    fact_table,
    facts_of,
    given_by,
    limits,
    limits_for,
    own_facts,
    reads,
    rules,
)
from eyebright.core.wash import WashLink, family_facts, link_facts, school_rules, wash_of

from .formulas import start, supply
from .heads import head
from .jugs import line, question

HEAD = head({"skin": ["eczema"]}).facts()


def jug(**more: Any) -> dict[str, Any]:
    """The facts of a jug of vinegar."""
    asked = question(line("hard", how="fill"), line("malt_vinegar", 20.0), aim=None, **more)
    return work_out(asked).facts


SUBJECTS: dict[Subject, dict[str, Any]] = {
    "head": HEAD,
    "family": family_facts(families()["mask"], HEAD),
    "jug": jug(head=HEAD),
    "formula": assess(start("lamplight_soapwort"), head=HEAD).facts,
    "link": link_facts(
        (found := assess(start("stove_soap"), head=HEAD)).facts,
        Link(found.subject, "scalp", minutes=9.0),
        HEAD,
        90.0,
    ),
    "wash": wash_of([WashLink(start("stove_soap"))], supply("hard"), head=HEAD).facts,
}


class Registered(TestCase):
    """Every table reads registered facts, and only those that its subjects give."""

    def test_every_rule_reads_only_what_its_subjects_give(self) -> None:
        for rule in rules():
            self.assertTrue(rule.of, rule.id)
            for subject in rule.of:
                self.assertLessEqual(rule.reads, given_by(subject), f"{rule.id} of a {subject}")

    def test_so_do_the_other_tables(self) -> None:
        plain = limits_for({})
        for subject, conditions in (
            ("head", [rule.when for rule in need_rules()]),
            ("head", [row.when for row in limits().tightenings]),
            ("shelf_life", [row.when for row in shelf_life_rows()]),
            ("kit", [row.when for row in tool_rows()]),
            ("school", [row["when"] for name in ("objection", "default") for row in school_rules(name)]),
        ):
            for when in conditions:
                read = reads(when, plain | needs_table().numbers("number"))
                self.assertLessEqual(read, given_by(subject), f"{when} of a {subject}")

    def test_every_fact_is_read_or_said_somewhere(self) -> None:
        for name, fact in fact_table().items():
            self.assertTrue(fact.what and fact.by, name)

    def test_each_builder_gives_all_of_its_subject(self) -> None:
        for subject, facts in SUBJECTS.items():
            self.assertLessEqual(given_by(subject), facts.keys(), subject)

    def test_for_nobody_only_the_head_is_left_out(self) -> None:
        for facts, subject in (
            (jug(), "jug"),
            (assess(start("lamplight_soapwort")).facts, "formula"),
            (wash_of([WashLink(start("stove_soap"))], supply("hard")).facts, "wash"),
        ):
            self.assertEqual(facts.keys(), own_facts(subject))


class Checked(TestCase):
    """A fact that is not as it is registered is an error, not a silence."""

    def setUp(self) -> None:
        self.own = {name: SUBJECTS["wash"][name] for name in own_facts("wash")}

    def test_missing_and_strange_facts(self) -> None:
        lacking = {name: value for name, value in self.own.items() if name != "wash_lift"}
        with self.assertRaisesRegex(FactError, "wash_lift"):
            facts_of("wash", lacking)
        with self.assertRaisesRegex(FactError, "colour"):
            facts_of("wash", self.own | {"colour": "red"})

    def test_the_kind_of_a_fact(self) -> None:
        for wrong in (1, "yes", None):
            with self.assertRaises(FactError):
                facts_of("wash", self.own | {"wash_dries": wrong})
        with self.assertRaises(FactError):
            facts_of("wash", self.own | {"wash_lift": None})
        self.assertIsNone(facts_of("wash", self.own | {"wash_ph_low": None})["wash_ph_low"])


class Links(TestCase):
    """A link is its formula, as it is used here."""

    def test_its_own_minutes_and_cover_count(self) -> None:
        link = SUBJECTS["link"]
        self.assertEqual((link["minutes"], link["zone"], link["cover"]), (9.0, "scalp", False))
        covered = link_facts(found.facts, Link(found.subject, cover=True), HEAD, 90.0)
        self.assertEqual((covered["minutes"], covered["cover"]), (found.formula.minutes, True))

    def test_a_stop_of_a_link_stands_over_the_wash(self) -> None:
        soda, young = WashLink(start("winding_hole"), name="Soda"), head({"birth_year": 2021}).facts()
        stops = [
            each for each in wash_of([soda], supply("rain"), head=young).cautions if each.level == "stop"
        ]
        self.assertIn("soda-child", [each.id for each in stops])
        self.assertTrue(next(each for each in stops if each.id == "soda-child").what.startswith("Soda: "))
        self.assertFalse([e for e in wash_of([soda], supply("rain")).cautions if e.id == "soda-child"])
