"""Look the household's files over: `eyebright check`. With `--system`, Django's own checks of the program."""

from typing import Any

from django.core.management.base import CommandError, CommandParser
from django.core.management.commands.check import Command as SystemChecks

from eyebright.safekeeping.services.condition import condition
from eyebright.safekeeping.services.copies import copies
from eyebright.safekeeping.services.files import household_file


class Command(SystemChecks):
    """`eyebright check`"""

    help = "Say in which state the household's files are; every page is read, nothing is changed."

    def add_arguments(self, parser: CommandParser) -> None:
        """Django's own, and whether they are asked for."""
        super().add_arguments(parser)
        parser.add_argument("--system", action="store_true", help="Django's checks of the program instead.")

    def handle(self, *apps: Any, **options: Any) -> None:
        """Say it; what is amiss ends with an error."""
        # A program that asks (the test runner does) means Django's own checks, and names the databases.
        if options.pop("system", False) or apps or options.get("databases") is not None:
            super().handle(*apps, **options)
            return
        found = condition(household_file(), thorough=True)
        if not found.starts:
            raise CommandError(found.says)
        more = " An upgrade of it is to come." if found.pending and found.state != "new" else ""
        kept = copies()
        last = f" The last of {len(kept)} copies is of {kept[0].at:%-d %B %Y, %H:%M}." if kept else ""
        self.stdout.write(f"{household_file()}: {found.says}{more}{last}")
