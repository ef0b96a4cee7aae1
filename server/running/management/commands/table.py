"""``manage.py table``: serve the home network, for a tablet or phone at the craft table.

Only by this command is anything but this machine served. Sign-in is on; a one-use link
as QR code signs one device in without typing a password.
"""

import io
import socket
from argparse import ArgumentParser
from typing import Any

import segno
from django.conf import settings
from django.contrib.auth import get_user_model
from django.core.management.base import BaseCommand, CommandError

from server.accounts.links import LASTS, new_link
from server.running.serving import PortTaken, serve
from server.running.starting import prepare


class Command(BaseCommand):
    """Serve the home network."""

    help = "Serve Ink Quilt to the home network, with sign-in on, and show a one-use link as QR code."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Declare the words of the command."""
        parser.add_argument("--port", type=int, default=8000)
        parser.add_argument("--name", help="whom the link signs in, when there are several accounts")
        parser.add_argument("--address", help="this machine's address in the home network, when it is not found")

    def handle(self, *args: Any, **options: Any) -> None:
        """Serve until Ctrl-C."""
        settings.INKQUILT_DEMO = False
        settings.INKQUILT_REGISTRATION = False
        prepare()
        address = options["address"] or home_address()
        settings.ALLOWED_HOSTS = [*settings.ALLOWED_HOSTS, address]
        user = chosen_user(options["name"])
        port = options["port"]
        if user is not None:
            link = f"http://{address}:{port}/table/{new_link(user)}"
            self.stdout.write(f"Signs {user.get_username()} in, once, within {LASTS.seconds // 60} minutes:\n\n")
            self.stdout.write(f"{qr_text(link)}\n{link}\n")
        try:
            serve("0.0.0.0", port, f"Ink Quilt serves your home network: http://{address}:{port}  (Ctrl-C stops it)")
        except PortTaken as error:
            raise CommandError(str(error)) from error


def qr_text(link: str) -> str:
    """Return a link as QR code made of block characters."""
    out = io.StringIO()
    segno.make(link).terminal(out=out, compact=True)
    return out.getvalue()


def chosen_user(name: str | None) -> Any:
    """Return whom the link is for: the one named, or the only one there is. Raises ``CommandError``."""
    users = list(get_user_model().objects.filter(is_active=True).order_by("username")[:20])
    if name is None and len(users) > 1:
        names = ", ".join(user.get_username() for user in users)
        raise CommandError(f"There are several accounts ({names}): say which, with NAME=… or --name.")
    found = [user for user in users if name is None or user.get_username() == name]
    if name is not None and not found:
        raise CommandError(f"There is no account “{name}”.")
    return found[0] if found else None


def home_address() -> str:
    """Return this machine's address in its network; nothing is sent to find it."""
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        try:
            probe.connect(("192.0.2.1", 9))  # an address for documentation (RFC 5737): only the route is looked up
            return str(probe.getsockname()[0])
        except OSError:
            return "127.0.0.1"
