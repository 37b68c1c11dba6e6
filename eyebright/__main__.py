"""The command `eyebright`: serve, backup, restore, check, and whatever else the apps bring."""

import os
import sys


def main() -> None:
    """Django's command line, with our settings; without a word, what there is to do."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "eyebright.config.settings")
    from django.core.management import execute_from_command_line

    execute_from_command_line(["eyebright", *sys.argv[1:]])


if __name__ == "__main__":
    main()
