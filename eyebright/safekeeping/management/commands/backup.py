"""Write the household into one ZIP: `eyebright backup FILE`."""

from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError

from eyebright.safekeeping.services.archive import write_archive
from eyebright.safekeeping.services.condition import condition
from eyebright.safekeeping.services.files import household_file


class Command(BaseCommand):
    """`eyebright backup household.zip`"""

    help = "Write the household, pictures and all, into one ZIP. A server may be running."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Where to."""
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, file: Path, **options: Any) -> None:
        """Never over a file that is there already."""
        if file.exists():
            raise CommandError(f"{file} is there already: choose another name.")
        found = condition(household_file())
        if not found.starts or found.state == "new":
            raise CommandError(found.says)
        try:
            done = write_archive(file.resolve())
        except OSError as raised:
            raise CommandError(f"{file} cannot be written: {raised.strerror}.") from None
        self.stdout.write(
            f"{file}: {done.rows} rows and {done.pictures} pictures, {done.size / 1e6:.1f} MB. "
            "Keep it on another disk than this one."
        )
