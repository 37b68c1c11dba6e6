"""What a machine may lack. On a developer's own it is passed over; where everything is checked, it fails."""

import os
from typing import NoReturn
from unittest import SkipTest


def lacking(why: str) -> NoReturn:
    """Skip the test that runs; where CI is set, fail it."""
    if os.environ.get("CI"):
        raise AssertionError(why)
    raise SkipTest(why)
