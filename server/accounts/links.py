"""Signing in on a tablet or phone with a one-use link."""

import hashlib
import secrets
from datetime import timedelta
from typing import Any, Final

from django.contrib.auth import login
from django.http import HttpRequest
from django.utils import timezone

from server.accounts.models import SignInLink
from server.accounts.services import OWN_BACKEND

#: A link not used by then is dead.
LASTS: Final = timedelta(minutes=15)


def new_link(user: Any) -> str:
    """Return the secret of a new link; it is shown once and kept nowhere."""
    SignInLink.objects.filter(expires__lt=timezone.now()).delete()
    secret = secrets.token_urlsafe(24)
    SignInLink.objects.create(user=user, digest=_digest(secret), expires=timezone.now() + LASTS)
    return secret


def use_link(request: HttpRequest, secret: str) -> bool:
    """Sign the link's owner in, the first time and in time; tell whether it was good."""
    now = timezone.now()
    fresh = SignInLink.objects.filter(digest=_digest(secret), used=None, expires__gte=now)
    # One statement decides, so that of two who come at once only one gets in.
    if not fresh.update(used=now):
        return False
    link = SignInLink.objects.select_related("user").get(digest=_digest(secret))
    login(request, link.user, backend=OWN_BACKEND)
    return True


def _digest(secret: str) -> str:
    return hashlib.sha256(secret.encode()).hexdigest()
