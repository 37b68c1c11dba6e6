"""Data safety and the edges of HTTP: tokens, hosts, policies, and one shape for every failure."""

import json
import sqlite3
import subprocess
import sys
from pathlib import Path
from unittest import mock

from django.conf import settings
from django.db import IntegrityError, connection, transaction
from django.test import Client, TransactionTestCase

from eyebright.make.models import Batch
from eyebright.shelf.models import WaterProfile
from eyebright.shelf.services import lots as lot_room

from .support import ApiTestCase


class Failures(ApiTestCase):
    """RFC 9457, always."""

    def problem(self, method: str, path: str, body: object, status: int) -> dict[str, object]:
        """The problem details of a call that must fail."""
        response = self.raw(method, path, body)
        self.assertEqual(response.status_code, status)
        self.assertEqual(response.headers["Content-Type"], "application/problem+json")
        return response.json()

    def test_a_body_that_is_no_json_object(self) -> None:
        half_a_letter = '{"material": "malt_vinegar", "name": "\\ud800"}'
        for body in ("{half", "[1, 2]", "null", '"words"', "7", "[" * 100_000, half_a_letter):
            with self.subTest(body[:20]):
                for method, path in (
                    ("POST", "/mix/jug"),
                    ("POST", "/shelf/lots"),
                    ("PATCH", "/journal/entries/1"),
                ):
                    answer = self.problem(method, path, body, 400)
                    self.assertEqual(answer["detail"], "The body is not a JSON object.")

    def test_control_characters_are_left_out(self) -> None:
        body = {"material": "malt_vinegar", "name": "Malt\0 vinegar\x07", "note": "one\ntwo\0"}
        kept = self.call("POST", "/shelf/lots", body, 201)
        self.assertEqual((kept["name"], kept["note"]), ("Malt vinegar", "one\ntwo"))
        for name in ("\0", "\u200f", " \t "):
            self.assertIn("a name", self.refused("POST", "/shelf/lots", body | {"name": name}, "name"))

    def test_no_such_path_and_no_such_method(self) -> None:
        self.assertEqual(self.problem("GET", "/nowhere", None, 404)["title"], "There is nothing here.")
        self.problem("DELETE", "/mix/choices", None, 405)
        self.problem("GET", "/journal/entries/abc", None, 422)

    def test_an_id_that_is_gone_or_absurd(self) -> None:
        for pk in (999, 0, 10**18):
            self.assertIn("gone", str(self.problem("GET", f"/journal/entries/{pk}", None, 404)["title"]))
        self.problem("GET", f"/journal/entries/{10**30}", None, 404)

    def test_a_failure_of_ours_is_said_without_its_insides(self) -> None:
        with (
            mock.patch.object(lot_room, "lots", side_effect=RuntimeError("secret")),
            self.assertLogs("eyebright.kept.problems", "ERROR"),
        ):
            answer = self.problem("GET", "/shelf/lots", None, 500)
        self.assertNotIn("secret", json.dumps(answer))


class Doors(ApiTestCase):
    """Who may write, and from where."""

    def test_a_write_without_the_token_is_refused(self) -> None:
        bare = Client(enforce_csrf_checks=True)
        response = bare.post("/api/shelf/lots", "{}", content_type="application/json")
        self.assertEqual(response.status_code, 403)
        self.assertIn("out of date", response.json()["title"])

    def test_a_strange_host_is_refused(self) -> None:
        for path in ("/", "/api/shelf/lots"):
            response = self.client.get(path, headers={"host": "evil.example"})
            self.assertEqual(response.status_code, 400)

    def test_the_page_has_a_strict_policy_and_a_nonce_of_its_own(self) -> None:
        first, second = self.client.get("/mix"), self.client.get("/journal/3/pour")
        policies = [response.headers["Content-Security-Policy"] for response in (first, second)]
        self.assertNotEqual(*policies)
        for response, policy in zip((first, second), policies, strict=True):
            self.assertNotIn("unsafe", policy)
            self.assertNotIn("http", policy)
            nonce = policy.split("'nonce-")[1].split("'")[0]
            page = response.content.decode()
            self.assertIn(f'nonce="{nonce}"', page)
            self.assertNotIn("__CSP_NONCE__", page)
            self.assertNotIn("https://", page)

    def test_a_missing_script_is_missing(self) -> None:
        for path in ("/assets/none.js", "/static/none.css", "/api/none"):
            self.assertEqual(self.client.get(path).status_code, 404)

    def test_the_docs_are_served_from_here(self) -> None:
        page = self.client.get("/api/docs")
        self.assertEqual(page.status_code, 200)
        self.assertNotIn("https://", page.content.decode())
        self.assertEqual(self.client.get("/static/ninja/swagger-ui-bundle.js").status_code, 200)


class Database(TransactionTestCase):
    """What is written is whole."""

    def test_foreign_keys_hold(self) -> None:
        with connection.cursor() as cursor:
            cursor.execute("PRAGMA foreign_keys")
            self.assertEqual(cursor.fetchone(), (1,))
        with self.assertRaises(IntegrityError), transaction.atomic():
            WaterProfile.objects.create(water_id=999, on="2026-01-01")

    def test_a_write_that_fails_half_way_leaves_nothing(self) -> None:
        client = Client()
        lot = {"material": "malt_vinegar", "name": "Malt"}
        acid = client.post("/api/shelf/lots", lot, content_type="application/json").json()["id"]
        tap = {"kind": "hard", "name": "Tap"}
        water = client.post("/api/shelf/waters", tap, content_type="application/json").json()["id"]
        lines = [
            {"supply_key": f"water-{water}", "how": "fill"},
            {"supply_key": f"lot-{acid}", "how": "solve"},
        ]
        asked = {"rinse": {"lines": lines, "volume": 500, "aim": 4.5}}
        with (
            mock.patch(
                "eyebright.make.services.jugs.Pour.save",
                side_effect=sqlite3.OperationalError("full"),
            ),
            self.assertLogs("eyebright.kept.problems", "ERROR"),
        ):
            response = client.post("/api/journal/entries", asked, content_type="application/json")
        self.assertEqual(response.status_code, 500)
        self.assertEqual(Batch.objects.count(), 0)


class Description(ApiTestCase):
    """The API's own description, and the types made from it, are up to date."""

    def test_the_description_is_the_one_committed(self) -> None:
        committed = json.loads((settings.BASE / "docs" / "openapi.json").read_text("utf-8"))
        self.assertEqual(self.call("GET", "/openapi.json"), committed, "run `make api`")

    def test_no_two_shapes_go_by_one_name(self) -> None:
        named: dict[str, str] = {}
        for module in list(sys.modules.values()):
            for name, shape in vars(module).items() if ".schemas" in module.__name__ else ():
                if isinstance(shape, type) and shape.__module__ == module.__name__:
                    self.assertNotIn(name, named, f"{module.__name__} and {named.get(name)}")
                    named[name] = module.__name__
        self.assertIn("MixOut", named)

    def test_the_front_end_client_is_made_from_it(self) -> None:
        frontend = Path(settings.BASE / "frontend")
        made = {
            "schema.ts": ["node_modules/.bin/openapi-typescript", "../docs/openapi.json"],
            "addresses.ts": ["node", "scripts/addresses.js"],
        }
        for name, command in made.items():
            with self.subTest(name):
                said = subprocess.run(
                    command, cwd=frontend, capture_output=True, text=True, check=True
                ).stdout
                committed = (frontend / "src" / "api" / "generated" / name).read_text("utf-8")
                self.assertEqual(said.strip(), committed.strip(), "run `make api`")
