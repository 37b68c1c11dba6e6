"""Serve Eyebright on this machine by a WSGI server, its files looked at and brought up to date first."""

import signal
import socket
import sys
import threading
from argparse import ArgumentParser
from contextlib import suppress
from types import FrameType
from typing import Any

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError
from django.db import connections
from waitress import create_server

from eyebright.config.private import database_name
from eyebright.config.wsgi import application
from eyebright.kept.clock_steps import anchor_clock
from eyebright.kept.memory import few_arenas
from eyebright.safekeeping.services.condition import Condition, condition
from eyebright.safekeeping.services.copies import make_copy
from eyebright.safekeeping.services.files import checkpoint, household_file, sweep_work
from eyebright.safekeeping.services.keeper import Keeper
from eyebright.safekeeping.services.one_server import Held, ServedAlreadyError, one_server

HOST = "127.0.0.1"
THREADS = 20  # a page asks for a handful of things at once, and a few hold a line to the instruments
# Half-open lines that say nothing must not keep everybody else out.
PATIENCE = {"connection_limit": 2000, "channel_timeout": 20, "asyncore_use_poll": True}
# A short answer waits so long for a thread that computes, each time that it comes back from the database.
SWITCH = 0.0001  # s
MOST_BODY = 2_000_000_000  # bytes: a household's ZIP


class Command(BaseCommand):
    """`eyebright serve --port 8000`"""

    help = "Serve Eyebright on 127.0.0.1 until Ctrl+C."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """One option: the port."""
        parser.add_argument("--port", type=int, default=8000)

    def handle(self, *args: Any, port: int, **options: Any) -> None:
        """Bind first, so that a port that is taken is said, with the way out."""
        sys.setswitchinterval(SWITCH)
        few_arenas()
        listening = _bound(port)
        try:
            with one_server(settings.DATA, self._tell) as held:
                self._serve(listening, port, held)
        except ServedAlreadyError as raised:
            raise CommandError(str(raised)) from None

    def _tell(self, words: str) -> None:
        self.stdout.write(words)
        self.stdout.flush()

    def _serve(self, listening: socket.socket, port: int, held: Held) -> None:
        found = condition(household_file())
        if not found.starts:
            raise CommandError(found.says)
        keeps = found.state != "read only"
        if keeps:
            sweep_work(every=True)
        self._bring_up_to_date(found)
        if settings.DEMO and keeps:
            call_command("demo", stdout=self.stdout)
        if keeps:
            anchor_clock()
        connections["default"].settings_dict["NAME"] = database_name(settings.DATA)
        connections.close_all()  # one left open would keep every checkpoint away from the database file
        whose = "the demo household's shelf" if settings.DEMO else f"your shelf, kept in {settings.DATA}"
        server = create_server(
            application,
            sockets=[listening],
            threads=THREADS,
            ident="eyebright",
            max_request_body_size=MOST_BODY,
            **PATIENCE,
        )
        held.says(f"http://{HOST}:{port}")
        self.stdout.write(f"Eyebright is at http://{HOST}:{port} with {whose}. Ctrl+C stops it.")
        if not keeps:
            self.stdout.write(found.says)
        self.stdout.flush()
        self._run(server, keeps=keeps)
        self.stdout.write("Eyebright has stopped. What you kept is kept.")

    def _bring_up_to_date(self, found: Condition) -> None:
        """What an older version kept is copied before it is changed."""
        if not found.pending:
            return
        if found.state == "read only":
            raise CommandError(f"{found.says} It is of an older version, and has to be brought up to date.")
        if found.state != "new":
            made = make_copy("before-upgrade")
            self.stdout.write(f"Before the upgrade a copy was made: copies/{made.name}.")
        call_command("migrate", verbosity=0)

    def _run(self, server: Any, *, keeps: bool) -> None:
        """Answer until Ctrl+C or SIGTERM; then close, with everything in the database's own file."""
        keeper = Keeper()
        if threading.current_thread() is threading.main_thread():
            signal.signal(signal.SIGTERM, _stop)
        if keeps:
            keeper.start()
        with suppress(KeyboardInterrupt):
            server.run()
        with suppress(KeyboardInterrupt):
            keeper.stop()
            server.close()
            connections.close_all()
            if keeps:
                checkpoint(household_file())


def _stop(number: int, frame: FrameType | None) -> None:
    """SIGTERM ends it as Ctrl+C does."""
    raise KeyboardInterrupt


def _bound(port: int) -> socket.socket:
    """A socket at this port; CommandError with the way out where it cannot be had."""
    listening = socket.socket(socket.AF_INET, socket.SOCK_STREAM)
    listening.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        listening.bind((HOST, port))
    except OverflowError:
        raise CommandError(f"{port} is no port: choose one from 1024 to 65535.") from None
    except PermissionError:
        raise CommandError(
            f"Port {port} needs more rights than you have. Choose a higher one: make demo PORT=8001"
        ) from None
    except OSError:
        raise CommandError(
            f"Port {port} is taken by another program (perhaps by Eyebright, in another "
            f"window). Close that one, or choose another port: make demo PORT={port + 1}"
        ) from None
    return listening
