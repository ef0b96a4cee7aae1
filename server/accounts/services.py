"""Signing in and out, and registering, with Django's own accounts."""

from typing import Final

from axes.handlers.proxy import AxesProxyHandler
from django.conf import settings
from django.contrib.auth import authenticate, get_user_model, login, logout
from django.contrib.auth.models import AbstractBaseUser
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction
from django.dispatch import Signal
from django.http import HttpRequest

from server.common.errors import ApiError

#: Passwords are checked by Django's own backend; wrong tries are counted before it.
OWN_BACKEND: Final = "django.contrib.auth.backends.ModelBackend"
#: Somebody made an account, ``user``; sent within the transaction that makes it.
registered: Final = Signal()
#: The demo's made-up scrapbooker.
DEMO_USER = "wilma"
_STAY_OUT = "signed-out-of-demo"
_SLOW_DOWN = "That was wrong too often. Wait five minutes, then try again."


def sign_in(request: HttpRequest, username: str, password: str) -> AbstractBaseUser:
    """Sign a person in; the same answer for an unknown name and a wrong password."""
    if not AxesProxyHandler.is_allowed(request, {"username": username}):
        raise ApiError("slow-down", _SLOW_DOWN, 429)
    user = authenticate(request, username=username, password=password)
    if user is None:
        raise ApiError("wrong-sign-in", "That name and password do not belong together.", 400)
    login(request, user)
    return user


def sign_out(request: HttpRequest) -> None:
    """Sign out; in the demo, stay out until signing in again."""
    logout(request)
    request.session[_STAY_OUT] = True


def register(request: HttpRequest, username: str, password: str) -> AbstractBaseUser:
    """Make an account and sign it in. While the home network is served there are no new ones."""
    if not settings.INKQUILT_REGISTRATION:
        raise ApiError("registration-closed", "New accounts are made on the computer itself: start “make serve”.", 403)
    users = get_user_model().objects
    try:
        validate_password(password, get_user_model()(username=username))
    except ValidationError as error:
        raise ApiError("weak-password", " ".join(error.messages)) from error
    if users.filter(username__iexact=username).exists():
        raise ApiError("name-taken", f"There is somebody called “{username}” already.")
    try:
        with transaction.atomic():
            user = users.create_user(username=username, password=password)
            registered.send(sender=register, user=user)
    except IntegrityError as error:
        raise ApiError("name-taken", f"There is somebody called “{username}” already.") from error
    login(request, user, backend=OWN_BACKEND)
    return user


def sign_in_demo(request: HttpRequest) -> None:
    """Sign the demo's scrapbooker in, when the application was started as the demo and nobody is."""
    if not settings.INKQUILT_DEMO or request.user.is_authenticated or request.session.get(_STAY_OUT):
        return
    user = get_user_model().objects.filter(username=DEMO_USER).first()
    if user is not None:
        login(request, user, backend=OWN_BACKEND)
