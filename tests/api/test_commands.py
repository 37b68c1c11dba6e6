"""The commands: the demo keeps to its own database, and a taken port is said."""

import socket
from datetime import timedelta
from io import StringIO

from django.core.management import CommandError, call_command
from django.test import TestCase, override_settings
from django.utils import timezone

from eyebright.journal.models import Entry
from eyebright.shelf.models import Lot


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

    @override_settings(DEMO=True)
    def test_some_weeks_of_rinses_and_then_left_alone(self) -> None:
        self.assertIn("moved in", run("demo"))
        entries = Entry.objects.all()
        self.assertGreaterEqual(entries.count(), 12)
        self.assertLess(entries.last().made_at, timezone.now() - timedelta(weeks=6))
        self.assertTrue(all(entry.finished_at and entry.rinse.pours for entry in entries))
        Lot.objects.first().take_away()
        entries.first().take_away()
        self.assertIn("as you left it", run("demo"))
        self.assertEqual(Lot.present.count(), Lot.objects.count() - 1)


class Serve(TestCase):
    """The server."""

    def test_a_taken_port_is_said_with_the_way_out(self) -> None:
        with socket.socket() as taken:
            taken.bind(("127.0.0.1", 0))
            taken.listen()
            port = taken.getsockname()[1]
            with self.assertRaisesRegex(CommandError, rf"{port} is taken .* PORT={port + 1}"):
                run("serve", port=port)

    def test_no_port_at_all(self) -> None:
        with self.assertRaisesRegex(CommandError, "no port"):
            run("serve", port=99999)
