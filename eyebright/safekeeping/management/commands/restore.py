"""Put a household back from its ZIP: `eyebright restore FILE`."""

from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError

from eyebright.kept.problems import Problem
from eyebright.safekeeping.services.restoring import restore


class Command(BaseCommand):
    """`eyebright restore household.zip`"""

    help = "Put a household back from its ZIP. Of what is there a copy is made first."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Where from."""
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, file: Path, **options: Any) -> None:
        """Looked at whole before anything is touched."""
        if not file.is_file():
            raise CommandError(f"There is no file {file}.")
        try:
            done = restore(file)
        except Problem as raised:
            raise CommandError(f"{raised.title} {raised.detail}") from None
        before = f" What stood there before is copies/{done.before}." if done.before else ""
        self.stdout.write(f"{done.rows} rows and {done.pictures} pictures are back.{before}")
