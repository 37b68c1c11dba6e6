"""docs/model.md says what the data files say."""

from pathlib import Path
from unittest import TestCase

from docs.tables import HERE, document_tables, filled
from eyebright.core.heads import need_rules
from eyebright.core.rules import rules

CORE = Path(__file__).parents[2] / "eyebright" / "core"


class ModelDocument(TestCase):
    """Fresh, and whole."""

    def test_its_tables_are_the_data_files_own(self) -> None:
        text = HERE.read_text("utf-8")
        self.assertEqual(filled(text), text, "run `make model`")

    def test_every_table_and_every_rule_is_in_it(self) -> None:
        text = HERE.read_text("utf-8")
        for name in document_tables():
            self.assertIn(f"<!-- table: {name} -->", text)
        for rule in (*rules(), *need_rules()):
            self.assertIn(f"| {rule.id} |", text)

    def test_every_rule_has_a_source(self) -> None:
        for rule in (*rules(), *need_rules()):
            self.assertTrue(rule.source, rule.id)
