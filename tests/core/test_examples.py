"""The examples in the docstrings of the core say what happens."""

import doctest
import importlib
import pkgutil
from unittest import TestCase

from eyebright import core


class Examples(TestCase):
    """Every module that has examples."""

    def test_they_run(self) -> None:
        tried = 0
        for found in pkgutil.walk_packages(core.__path__, "eyebright.core."):
            module = importlib.import_module(found.name)
            with self.subTest(found.name):
                failed, here = doctest.testmod(module)
                self.assertEqual(failed, 0)
                tried += here
        self.assertGreaterEqual(tried, 6)
