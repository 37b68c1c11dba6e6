"""The house keeps its own rules: who may know whom."""

from unittest import TestCase

from importlinter.cli import lint_imports

KEPT = 0


class Contracts(TestCase):
    """Import contracts of pyproject.toml."""

    def test_every_contract_is_kept(self) -> None:
        self.assertEqual(lint_imports(no_cache=True), KEPT)
