"""A household in a file of its own."""

import io
import json
import sqlite3
from contextlib import closing
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from django.core.management import call_command
from django.db import connections
from django.test import Client, TransactionTestCase, override_settings

from eyebright.heads.models import Picture
from eyebright.safekeeping.services.archive import kept_models, table_rows
from eyebright.safekeeping.services.files import household_file
from tests.api.heads import photo


def told(command: str, file: Path) -> str:
    """What a command says of a file."""
    out = io.StringIO()
    call_command(command, str(file), stdout=out)
    return out.getvalue()


def every_row() -> dict[str, list[dict[str, Any]]]:
    """Every row of every table as the file has it."""
    connections.close_all()
    with closing(sqlite3.connect(household_file())) as database:
        return {model._meta.db_table: list(table_rows(database, model)) for model in kept_models()}


class Whole(TransactionTestCase):
    """With a database that others can open, a folder of its own, and a window on it."""

    def setUp(self) -> None:
        self.folder = Path(self.enterContext(TemporaryDirectory()))
        self.enterContext(override_settings(MEDIA_ROOT=str(self.folder), DEMO=True))
        self.client = Client(enforce_csrf_checks=True)
        self.client.get("/api/mix/choices")
        self.token = {"X-CSRFToken": self.client.cookies["csrftoken"].value}

    def post(self, path: str, body: Any = None, status: int = 201) -> Any:
        """One call with a JSON body."""
        found = self.client.post(
            f"/api{path}", json.dumps(body or {}), "application/json", headers=self.token
        )
        self.assertEqual(found.status_code, status, found.content[:300])
        return found.json() if found.content else None

    def upload(self, path: str, raw: bytes, status: int = 200) -> Any:
        """Send a file."""
        file = {"file": SimpleUploadedFile("household.zip", raw)}
        found = self.client.post(f"/api{path}", file, headers=self.token)
        self.assertEqual(found.status_code, status, found.content[:300])
        return found.json()

    def backup(self) -> bytes:
        """The household's ZIP."""
        found = self.client.get("/api/safekeeping/household")
        return b"".join(found.streaming_content)

    def take_picture(self, head: int) -> str:
        """A picture of a head, kept with a check-in; its file's name."""
        file = {"picture": SimpleUploadedFile("arm.jpg", photo((60, 40)))}
        sent = self.client.post(f"/api/heads/{head}/pictures", file, headers=self.token).json()
        self.post(f"/heads/{head}/check-ins", {"picture": sent["id"]})
        return str(Picture.objects.get(pk=sent["id"]).file.name)
