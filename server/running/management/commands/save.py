"""``manage.py save NAME FILE``: save everything of an account as a zip, without a browser."""

import os
from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError

from server.exchange.backup import write_everything
from server.running.management.owners import owner_called


class Command(BaseCommand):
    """Save everything of an account."""

    help = "Save everything of an account as one zip, the very one the box of everything gives."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Declare the words of the command."""
        parser.add_argument("name", help="whose table it is")
        parser.add_argument("file", type=Path, help="the zip to write")
        parser.add_argument("--places", action="store_true", help="leave in the photos where they were taken")

    def handle(self, *args: Any, **options: Any) -> None:
        """Write beside the file, then put it in its place whole."""
        owner, file = owner_called(options["name"]), options["file"]
        working = file.with_name(f".{file.name}.{os.getpid()}")
        try:
            with working.open("wb") as out:
                write_everything(owner, out, with_places=options["places"])
                out.flush()
                os.fsync(out.fileno())
            working.replace(file)
        except OSError as error:
            raise CommandError(f"“{file}” cannot be written: {error.strerror}.") from error
        finally:
            working.unlink(missing_ok=True)
        self.stdout.write(f"Saved as {file}.")
