"""``manage.py restore NAME FILE``: restore a zip of everything into an account, without a browser."""

from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError

from server.common.errors import ApiError
from server.exchange.backup import restore_everything
from server.running.management.owners import owner_called
from server.running.starting import prepare


class Command(BaseCommand):
    """Restore everything of an account."""

    help = "Restore a zip of everything into an account: all of it, or nothing."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Declare the words of the command."""
        parser.add_argument("name", help="whose table it is laid on")
        parser.add_argument("file", type=Path, help="the zip that was saved")

    def handle(self, *args: Any, **options: Any) -> None:
        """Restore, and say how many of each."""
        prepare(tidy=False)
        owner = owner_called(options["name"])
        try:
            with options["file"].open("rb") as file:
                restored = restore_everything(owner=owner, file=file)
        except ApiError as error:
            raise CommandError(str(error.detail)) from error
        except OSError as error:
            raise CommandError(f"“{options['file']}” cannot be read: {error.strerror}.") from error
        self.stdout.write("Restored: " + ", ".join(f"{count} {name}" for name, count in restored.items() if count))
