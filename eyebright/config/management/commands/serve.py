"""Serve Eyebright on this machine with a real WSGI server, its database brought up to date first."""

import socket
from argparse import ArgumentParser
from contextlib import suppress
from typing import Any

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError
from django.db import connections
from waitress import create_server

from eyebright.config.wsgi import application

HOST = "127.0.0.1"
THREADS = 20  # a page asks for a handful of things at once, and a few hold a line to the instruments


class Command(BaseCommand):
    """`manage.py serve --port 8000`"""

    help = "Serve Eyebright on 127.0.0.1 until Ctrl+C."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """One option: the port."""
        parser.add_argument("--port", type=int, default=8000)

    def handle(self, *args: Any, port: int, **options: Any) -> None:
        """Bind first, so that a port that is taken is said, with the way out."""
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
        call_command("migrate", verbosity=0)
        if settings.DEMO:
            call_command("demo", stdout=self.stdout)
        connections.close_all()  # one left open would keep every checkpoint away from the database file
        whose = "the demo household's shelf" if settings.DEMO else f"your shelf, kept in {settings.DATA}"
        server = create_server(application, sockets=[listening], threads=THREADS, ident="eyebright")
        self.stdout.write(f"Eyebright is at http://{HOST}:{port} with {whose}. Ctrl+C stops it.")
        self.stdout.flush()
        with suppress(KeyboardInterrupt):
            server.run()
        self.stdout.write("Eyebright has stopped. What you kept is kept.")
