"""A client that carries the page's token, and a small shelf of the scenario."""

import re
from typing import Any

from django.http import HttpResponse
from django.test import Client, TestCase

from eyebright.heads.models import Head, PatchTest
from eyebright.household.models import Household, HouseLimit
from eyebright.instruments.models import Instrument
from eyebright.kept.soft_deletion import Versioned
from eyebright.make.models import Batch, Container, Pour, Topping
from eyebright.shelf.models import (
    Correction,
    Lot,
    OwnMaterial,
    Spoon,
    StripSet,
    Vessel,
    WaterSource,
)
from eyebright.wash.models import PlannedWash, Routine, Wash, WashChain


class ApiTestCase(TestCase):
    """Calls the API as our own page does, CSRF checks on."""

    @classmethod
    def setUpTestData(cls) -> None:
        """Arrange what every test of the class begins with, once; Django puts it back after each."""
        if cls.arrange is not ApiTestCase.arrange:
            first = cls()
            first.open_window()
            first.arrange()
            first.doCleanups()
            for name, value in vars(first).items():
                if not name.startswith("_") and isinstance(value, (int, str, dict, list)):
                    setattr(cls, name, value)

    def arrange(self) -> None:
        """What a test begins with. Numbers, words and JSON kept of it are each test's own."""

    def setUp(self) -> None:
        """A fresh window."""
        self.open_window()

    def open_window(self) -> None:
        """A page that was just opened: its token comes with the first look."""
        self.client = Client(enforce_csrf_checks=True)
        self.client.get("/api/mix/choices")
        self.token = self.client.cookies["csrftoken"].value

    def call(self, method: str, path: str, body: Any = None, status: int = 200) -> Any:
        """One call; checks the status and gives the JSON."""
        response = self.raw(method, path, body)
        self.assertEqual(response.status_code, status, response.content[:400])
        return response.json() if response.content else None

    def raw(self, method: str, path: str, body: Any = None, **headers: str) -> HttpResponse:
        """One call, its answer as it comes. A string is sent as it is.

        A change goes out as our page sends it: with the version that it last saw, where none is given.
        """
        if method in ("PATCH", "PUT") and isinstance(body, dict) and "version" not in body:
            body = {"version": version_now(path)} | body
        return self.client.generic(
            method,
            f"/api{path}",
            body if isinstance(body, str) else _json(body),
            content_type="application/json",
            headers={"X-CSRFToken": self.token} | headers,
        )

    def refused(self, method: str, path: str, body: Any, field: str, status: int = 422) -> str:
        """A call that must be refused beside this field; gives the message."""
        response = self.raw(method, path, body)
        self.assertEqual(response.status_code, status, response.content[:400])
        self.assertEqual(response.headers["Content-Type"], "application/problem+json")
        problem = response.json()
        self.assertEqual(problem["status"], status)
        self.assertTrue(problem["title"])
        messages = {error["field"]: error["message"] for error in problem["errors"]}
        self.assertIn(field, messages)
        return messages[field]

    def put_malt(self, **changes: Any) -> int:
        """A bottle of malt vinegar on the shelf; its id."""
        body = {"material": "malt_vinegar", "name": "Malt vinegar", "strength": 5} | changes
        return self.call("POST", "/shelf/lots", body, 201)["id"]

    def put_tap(self, **changes: Any) -> int:
        """The canal-side tap; its id."""
        body = {"kind": "very_hard", "name": "Canal-side tap"} | changes
        return self.call("POST", "/shelf/waters", body, 201)["id"]

    def ask(self, **changes: Any) -> dict[str, Any]:
        """Half a litre at pH 4.5 of an acid and a water, by id; new ones where none is named."""
        acid, water = changes.pop("acid", None), changes.pop("water", None)
        lines = [
            {"supply_key": f"water-{water or self.put_tap()}", "how": "fill"},
            {"supply_key": f"lot-{acid or self.put_malt()}", "how": "solve"},
        ]
        asked = {"lines": lines, "volume": 500, "aim": 4.5, "use": "rinsed_out", "minutes": 2}
        return asked | changes

    def jug(self, *lines: dict[str, Any], **changes: Any) -> dict[str, Any]:
        """The answer to a jug of these lines, as asked for in `changes`."""
        return self.call("POST", "/mix/jug", {"lines": list(lines)} | changes)


ROWS: dict[str, type[Versioned]] = {
    r"/heads/\d+/patch-tests/(\d+)/result": PatchTest,
    r"/heads/\d+/washes/(\d+)/outcome": Wash,
    r"/heads/(\d+)": Head,
    r"/instruments/(\d+)": Instrument,
    r"/shelf/lots/(\d+)": Lot,
    r"/shelf/waters/(\d+)": WaterSource,
    r"/shelf/vessels/(\d+)": Vessel,
    r"/shelf/spoons/(\d+)": Spoon,
    r"/shelf/strips/(\d+)": StripSet,
    r"/shelf/materials/(\d+)": OwnMaterial,
    r"/wash/chains/(\d+)": WashChain,
    r"/wash/planned/(\d+)": PlannedWash,
    r"/wash/routines/(\d+)": Routine,
    r"/journal/entries/(\d+)": Batch,
    r"/make/batches/(\d+)": Batch,
    r"/make/pours/(\d+)": Pour,
    r"/make/containers/(\d+)": Container,
    r"/make/toppings/(\d+)": Topping,
}


def version_now(path: str) -> int:
    """The version of what a path names; 0 for a limit or correction that is not there."""
    if path == "/household":
        return (Household.objects.first() or Household(version=0)).version
    for pattern, model in ROWS.items():
        if found := re.fullmatch(pattern, path):
            row = model._base_manager.filter(pk=found[1]).first()
            return row.version if row else 1
    key = path.rpartition("/")[2]
    rows = (
        HouseLimit.objects.filter(key=key) if "/limits/" in path else Correction.objects.filter(material=key)
    )
    return max((row.version for row in rows), default=0)


def _json(body: Any) -> str:
    from json import dumps

    return "" if body is None else dumps(body)
