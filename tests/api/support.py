"""A client that carries the page's token, and a small shelf of the scenario."""

from typing import Any

from django.http import HttpResponse
from django.test import Client, TestCase


class ApiTestCase(TestCase):
    """Calls the API as our own page does, CSRF checks on."""

    def setUp(self) -> None:
        """A fresh window: its token comes with the first look."""
        self.client = Client(enforce_csrf_checks=True)
        self.client.get("/api/mix/choices")
        self.token = self.client.cookies["csrftoken"].value

    def call(self, method: str, path: str, body: Any = None, status: int = 200) -> Any:
        """One call; checks the status and gives the JSON."""
        response = self.raw(method, path, body)
        self.assertEqual(response.status_code, status, response.content[:400])
        return response.json() if response.content else None

    def raw(self, method: str, path: str, body: Any = None) -> HttpResponse:
        """One call, its answer as it comes. A string is sent as it is."""
        return self.client.generic(
            method,
            f"/api{path}",
            body if isinstance(body, str) else _json(body),
            content_type="application/json",
            headers={"X-CSRFToken": self.token},
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
            {"stuff": f"water-{water or self.put_tap()}", "how": "fill"},
            {"stuff": f"lot-{acid or self.put_malt()}", "how": "solve"},
        ]
        asked = {"lines": lines, "volume": 500, "aim": 4.5, "use": "rinsed_out", "minutes": 2}
        return asked | changes

    def jug(self, *lines: dict[str, Any], **changes: Any) -> dict[str, Any]:
        """The answer to a jug of these lines, as asked for in `changes`."""
        return self.call("POST", "/mix/jug", {"lines": list(lines)} | changes)


def _json(body: Any) -> str:
    from json import dumps

    return "" if body is None else dumps(body)
