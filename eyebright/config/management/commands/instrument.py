"""A stand-in for a real instrument, speaking the line protocol over TCP: `manage.py instrument scale`."""

import socket
import socketserver
import threading
import time
from argparse import ArgumentParser
from contextlib import suppress
from typing import Any

from django.core.management.base import BaseCommand, CommandError

from eyebright.core.instruments import Greeting, Scale, at_rest, greet, said

HOST = "127.0.0.1"
EACH = 0.2  # s between two readings
PORTS = {"scale": 7101, "meter": 7102, "thermometer": 7103}


class Command(BaseCommand):
    """`manage.py instrument scale --port 7101 --put 250`"""

    help = "Stand in for a scale, a pH meter or a thermometer, on 127.0.0.1, until Ctrl+C."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """What it is, where it listens, and what lies on it to begin with."""
        parser.add_argument("kind", choices=sorted(PORTS))
        parser.add_argument("--port", type=int)
        parser.add_argument("--put", type=float, help="g on the scale, pH or °C it stands in")
        parser.add_argument("--name", default="")

    def handle(self, *args: Any, kind: Any, port: int | None, put: float | None, name: str, **_: Any) -> None:
        """Listen, and tell whoever connects five times a second."""
        played = [at_rest(kind)]
        if put is not None:
            played[0] = played[0].put(put, time.monotonic())
        greeting = greet(Greeting(kind, name or f"Stand-in {kind}"))

        class Conversation(socketserver.BaseRequestHandler):
            def handle(self) -> None:
                threading.Thread(target=self._listen, daemon=True).start()
                with suppress(OSError):
                    self.request.sendall(f"{greeting}\n".encode())
                    while True:
                        self.request.sendall(f"{said(played[0].sample(time.monotonic()))}\n".encode())
                        time.sleep(EACH)

            def _listen(self) -> None:
                with suppress(OSError), self.request.makefile() as lines:
                    for line in lines:
                        word, _, value = line.strip().partition(" ")
                        if word == "TARE" and isinstance(played[0], Scale):
                            played[0] = played[0].tared(time.monotonic())
                        elif word == "PUT":
                            with suppress(ValueError):
                                played[0] = played[0].put(float(value), time.monotonic())

        socketserver.ThreadingTCPServer.allow_reuse_address = True
        socketserver.ThreadingTCPServer.daemon_threads = True
        where = (HOST, PORTS[kind] if port is None else port)
        try:
            server = socketserver.ThreadingTCPServer(where, Conversation)
        except (OSError, OverflowError):
            raise CommandError(f"Port {where[1]} cannot be had: choose another with --port.") from None
        with server:
            listening: socket.socket = server.socket
            self.stdout.write(f"A {kind} is at {HOST}:{listening.getsockname()[1]}. Ctrl+C stops it.")
            self.stdout.flush()
            with suppress(KeyboardInterrupt):
                server.serve_forever()
