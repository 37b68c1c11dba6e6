"""Every route is called with rows of every kind, in bodies that its description allows: none breaks."""

from pathlib import Path
from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import transaction

from eyebright.config.api import api
from eyebright.heads.models import Head
from eyebright.heads.services.pictures import content_of
from eyebright.kept.soft_deletion import SoftDeleted
from eyebright.make.models import Batch, Pour
from eyebright.wash.models import BasinRun

from .basin import BasinTestCase
from .heads import photo
from .test_strange_rows import Household

APART = ("restore_household", "restore_copy", "import_head", "backup", "copy", "make_copy", "live")
MOST = 9  # ids of each kind that are tried
WORDS = {"version": 1, "press": "x", "step": "ready", "find": "malt", "kind": "kept"}


class EveryKind(Household, BasinTestCase):
    """A jug, batches begun, finished and topped up; what was bought; washes planned, under way and done."""

    def arrange(self) -> None:
        Household.arrange(self)
        run = self.call("POST", "/wash/runs", {"head": self.wren, "chain": self.chain}, 201)
        self.under_way = self.press(run, 2)["id"]
        other = self.put_wren(name="Idris Pell")
        done = self.whole(self.call("POST", "/wash/runs", {"head": other, "chain": self.chain}, 201))
        self.end(done)

    def test_no_route_breaks_on_any_row(self) -> None:
        described = api.get_openapi_schema()
        self.schemas = described["components"]["schemas"]
        calls, broken = 0, []
        for template, operations in described["paths"].items():
            for method, operation in operations.items():
                if operation["operationId"] in APART:
                    continue
                for path in self.paths(template.removeprefix("/api"), operation):
                    body = self.body_of(operation)
                    with transaction.atomic():
                        status = self.raw(method.upper(), path, body).status_code
                        transaction.set_rollback(True)
                    calls += 1
                    if status >= 500:
                        broken.append((method, path, status))
        self.assertEqual(broken, [])
        self.assertGreater(calls, 1000)

    def paths(self, template: str, operation: Any) -> list[str]:
        """The addresses of a route: with the ids of every kind of row."""
        named = [each["name"] for each in operation.get("parameters", []) if each["in"] == "path"]
        if not named:
            return [template]
        out = []
        for pk in range(1, MOST + 1):
            path = template
            for name in named:
                path = path.replace(f"{{{name}}}", str(pk) if name != "kind" else "bottle")
            out.append(path)
        return out

    def body_of(self, operation: Any) -> Any:
        """A body as the description has it, with something in every field."""
        content = operation.get("requestBody", {}).get("content", {})
        if "application/json" not in content:
            return None
        found = self.example(content["application/json"]["schema"], "", 0)
        found.pop("version", None)
        return found

    def example(self, schema: Any, name: str, depth: int) -> Any:
        """Something that fits, for a field of this name."""
        if "$ref" in schema:
            schema = self.schemas[schema["$ref"].rpartition("/")[2]]
        if name in WORDS:
            return WORDS[name]
        for part in ("anyOf", "allOf", "oneOf"):
            if part in schema:
                return self.example(schema[part][0], name, depth)
        if "enum" in schema:
            return schema["enum"][0]
        if "const" in schema:
            return schema["const"]
        match schema.get("type"):
            case "object":
                if depth > 3:
                    return {}
                return {
                    key: self.example(each, key, depth + 1)
                    for key, each in schema.get("properties", {}).items()
                }
            case "array":
                return [self.example(schema["items"], name, depth + 1)] if depth < 3 else []
            case "integer" | "number":
                return max(1, schema.get("minimum", 1))
            case "boolean":
                return False
            case _:
                return {"date-time": "2026-11-28T10:00:00Z", "date": "2026-11-28"}.get(
                    schema.get("format", ""), "4"
                )

    def test_a_pour_of_a_jug_is_put_right_where_the_jug_is(self) -> None:
        jugs = Pour.objects.filter(batch__of=Batch.Of.JUG)
        self.assertGreaterEqual(jugs.count(), 2)
        for pour in jugs:
            says = self.refused("PATCH", f"/make/pours/{pour.pk}", {"amount": 5}, "amount")
            self.assertIn("Remove its entry in the journal", says)
            self.refused("DELETE", f"/make/pours/{pour.pk}", None, "amount")
            self.refused("POST", f"/make/pours/{pour.pk}/restore", None, "amount")

    def test_the_kinds_are_there(self) -> None:
        """What the walk goes by: no kind of row is missing."""
        kinds = {model.__name__ for model in SoftDeleted.__subclasses__() if model._default_manager.exists()}
        self.assertLessEqual(
            {"Batch", "Pour", "Container", "Lot", "Wash", "PlannedWash", "BasinRun", "Routine"}, kinds
        )
        self.assertEqual({run.ended_at is None for run in BasinRun.objects.all()}, {True, False})

    def test_a_folder_where_a_picture_should_be_is_a_picture_that_is_gone(self) -> None:
        file = {"picture": SimpleUploadedFile("arm.jpg", photo((60, 40)))}
        sent = self.client.post(f"/api/heads/{self.wren}/pictures", file, headers={"X-CSRFToken": self.token})
        picture = sent.json()["id"]
        row = Head.objects.get(pk=self.wren).pictures.get(pk=picture)
        url = f"/heads/{self.wren}/pictures/{picture}"
        self.assertEqual(self.raw("GET", f"{url}?of={content_of(row)}").status_code, 200)
        self.assertEqual(self.raw("GET", f"{url}?of=another").status_code, 404)
        file = Path(row.file.path)
        file.unlink()
        file.mkdir()
        self.addCleanup(file.rmdir)
        self.assertEqual(self.raw("GET", url).status_code, 404)
        self.assertEqual(self.raw("DELETE", url).status_code, 204)
