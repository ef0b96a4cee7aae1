"""``manage.py demo``: prepare the database, load the demo's data and serve it, signed in."""

from argparse import ArgumentParser
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError

from server.demo.services import load_demo
from server.running.serving import PortTaken, serve
from server.running.starting import prepare


class Command(BaseCommand):
    """Start Ink Quilt as the demo."""

    help = "Load the demo's made-up data and serve it at http://127.0.0.1:8000."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Declare the words of the command."""
        parser.add_argument("--port", type=int, default=8000)
        parser.add_argument("--load-only", action="store_true", help="load the data and stop")

    def handle(self, *args: Any, **options: Any) -> None:
        """Load, then serve until Ctrl-C."""
        settings.INKQUILT_DEMO = True
        prepare()
        self.stdout.write("Laying out the demo's sketches, photos and pages ...")
        load_demo()
        if options["load_only"]:
            return
        port = options["port"]
        try:
            serve("127.0.0.1", port, f"Ink Quilt is ready: http://127.0.0.1:{port}  (Ctrl-C stops it)")
        except PortTaken as error:
            raise CommandError(str(error)) from error
