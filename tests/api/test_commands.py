"""The commands: the demo keeps to its own database, and a taken port is said."""

import socket
import sqlite3
from contextlib import closing
from io import StringIO
from pathlib import Path
from tempfile import TemporaryDirectory

from django.core.management import CommandError, call_command
from django.test import TestCase, override_settings

from eyebright.shelf.models import Lot
from tests.servers import Server

WRITTEN_AHEAD = b"\x02\x02"  # what the head of an SQLite file says of its journal


def run(command: str, **options: object) -> str:
    """What a command says."""
    out = StringIO()
    call_command(command, stdout=out, **options)
    return out.getvalue()


class Demo(TestCase):
    """The demo household."""

    @override_settings(DEMO=False)
    def test_never_over_a_persons_data(self) -> None:
        with self.assertRaisesRegex(CommandError, "its own database"):
            run("demo")
        self.assertFalse(Lot.objects.exists())


class Serve(TestCase):
    """The server."""

    def test_a_taken_port_is_said_with_the_way_out(self) -> None:
        with socket.socket() as taken:
            taken.bind(("127.0.0.1", 0))
            taken.listen()
            port = taken.getsockname()[1]
            with self.assertRaisesRegex(CommandError, rf"{port} is taken .* PORT={port + 1}"):
                run("serve", port=port)

    def test_what_is_kept_is_in_the_database_file_itself(self) -> None:
        """The log is written ahead, and no connection of the server's own keeps it from the file."""
        with TemporaryDirectory() as folder, Server(Path(folder)) as server:
            self.assertIn("Eyebright is at", server.said[0])
            kept = Path(folder, "eyebright.sqlite3")
            self.assertEqual(kept.read_bytes()[18:20], WRITTEN_AHEAD)
            with closing(sqlite3.connect(f"file:{kept}?immutable=1", uri=True)) as file:
                self.assertEqual(file.execute("SELECT count(*) FROM shelf_lot").fetchone(), (0,))

    def test_no_port_at_all(self) -> None:
        with self.assertRaisesRegex(CommandError, "no port"):
            run("serve", port=99999)
