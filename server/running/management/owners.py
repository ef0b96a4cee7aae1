"""Whom a command means."""

from typing import Any

from django.contrib.auth import get_user_model
from django.core.management.base import CommandError


def owner_called(name: str) -> Any:
    """Return the account of a name. Raises ``CommandError`` with the names there are."""
    users = get_user_model().objects
    found = users.filter(username=name).first()
    if found is None:
        names = ", ".join(users.order_by("username").values_list("username", flat=True)[:20]) or "none"
        raise CommandError(f"There is no account “{name}”. There are: {names}.")
    return found
