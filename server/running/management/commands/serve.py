"""``manage.py serve``: serve Ink Quilt for yourself, without sample data."""

from argparse import ArgumentParser
from typing import Any

from django.core.management.base import BaseCommand, CommandError

from server.running.serving import PortTaken, serve
from server.running.starting import prepare


class Command(BaseCommand):
    """Start Ink Quilt."""

    help = "Prepare the database and serve Ink Quilt until Ctrl-C."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Declare the words of the command."""
        parser.add_argument("--host", default="127.0.0.1")
        parser.add_argument("--port", type=int, default=8000)

    def handle(self, *args: Any, **options: Any) -> None:
        """Serve."""
        prepare()
        host, port = options["host"], options["port"]
        try:
            serve(host, port, f"Ink Quilt is ready: http://{host}:{port}  (Ctrl-C stops it)")
        except PortTaken as error:
            raise CommandError(str(error)) from error
