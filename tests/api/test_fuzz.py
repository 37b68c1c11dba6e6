"""Every operation of the API, called as its description allows and then some: no 5xx, every answer fits.

A quarter of a minute of it runs with the tests; `make fuzz` takes ten. FUZZ_SECONDS says otherwise.
"""

import os
import time
import warnings
from collections import Counter
from typing import Any

import schemathesis
from django.core.signals import request_finished, request_started
from django.db import close_old_connections
from hypothesis import HealthCheck, Phase, given, seed, settings
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import (
    content_type_conformance,
    response_schema_conformance,
    status_code_conformance,
)

from eyebright.config.api import api
from eyebright.config.wsgi import application

from .test_strange_rows import Household

SECONDS = float(os.environ.get("FUZZ_SECONDS", "15"))
CHECKS = [
    not_a_server_error,
    status_code_conformance,
    content_type_conformance,
    response_schema_conformance,
]
EACH = 4  # calls of an operation before the next has its turn
TOKEN = "f" * 32
APART = ("restore_household", "import_head", "make_copy", "restore_copy", "backup", "copy", "condition")
REAL = "pk", "entry", "wash", "test", "picture", "number"


class Fuzz(Household):
    """A household under wild calls."""

    def setUp(self) -> None:
        """The test's own connection stays open from one call to the next."""
        super().setUp()
        for signal in (request_started, request_finished):
            signal.disconnect(close_old_connections)
            self.addCleanup(signal.connect, close_old_connections)

    def test_no_operation_breaks(self) -> None:
        warnings.simplefilter("ignore")
        schema = schemathesis.openapi.from_dict(api.get_openapi_schema())
        schema.app = application
        operations = [found.ok() for found in schema.get_all_operations()]
        operations = [each for each in operations if each.definition.raw["operationId"] not in APART]
        self.assertGreater(len(operations), 100)
        calls: Counter[str] = Counter()
        wrong: dict[str, str] = {}
        until, turn = time.monotonic() + SECONDS, 0
        while time.monotonic() < until or turn == 0:
            for operation in operations:
                if operation.label not in wrong:
                    self.call_wildly(operation, turn, calls, wrong)
            turn += 1
        print(f"· fuzz: {sum(calls.values())} calls of {len(calls)} operations")
        self.assertEqual(wrong, {})

    def call_wildly(self, operation: Any, turn: int, calls: Counter[str], wrong: dict[str, str]) -> None:
        """A few calls of one operation; what was wrong with one goes on the list."""

        @seed(turn)
        @settings(
            max_examples=EACH,
            database=None,
            deadline=None,
            phases=[Phase.generate],
            suppress_health_check=list(HealthCheck),
        )
        @given(case=operation.as_strategy())
        def call(case: Any) -> None:
            calls[operation.label] += 1
            for name in REAL:  # every other time of something that there is
                if name in (case.path_parameters or {}) and calls[operation.label] % 2:
                    case.path_parameters[name] = 1
            cookies, headers = {"csrftoken": TOKEN}, {"X-CSRFToken": TOKEN, "Accept-Encoding": "identity"}
            response = case.call(cookies=cookies, headers=headers)
            case.validate_response(response, checks=CHECKS)

        try:
            call()
        except BaseExceptionGroup as raised:
            wrong[operation.label] = "; ".join(str(each) for each in raised.exceptions)[:1500]
        except Exception as raised:
            wrong[operation.label] = str(raised)[:1500]
