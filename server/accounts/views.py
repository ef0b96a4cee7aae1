"""The session: who is signed in, signing in, out and registering."""

from django.conf import settings
from django.core.validators import RegexValidator
from django.utils.decorators import method_decorator
from django.views.decorators.csrf import csrf_protect, ensure_csrf_cookie
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.lengths import Unit
from server.accounts import services
from server.accounts.usual import settle, usual_of
from server.common import fields
from server.common.asked import asked_for, owner
from server.common.serializers import ErrorSerializer


class UsualSerializer(serializers.Serializer):
    """What a person measures in, and the key of the page format she mostly makes."""

    unit = serializers.ChoiceField(fields.UNIT_CHOICES)
    format = serializers.CharField(max_length=20)


class UsualAskedSerializer(serializers.Serializer):
    """What of it she says now."""

    unit = serializers.ChoiceField(fields.UNIT_CHOICES, required=False)
    format = serializers.CharField(max_length=20, required=False)


class SessionSerializer(serializers.Serializer):
    """Who is signed in (null: nobody), whether this is the demo, and whether new accounts can be made.

    ``usual`` is null before it was asked.
    """

    user = serializers.CharField(allow_null=True)
    demo = serializers.BooleanField()
    open_to_new = serializers.BooleanField()
    usual = UsualSerializer(allow_null=True)


class CredentialsSerializer(serializers.Serializer):
    """A name and a password."""

    username = serializers.CharField(
        max_length=60, validators=[RegexValidator(r"^[\w .'-]+$", "Letters, digits, spaces and . ' - only.")]
    )
    password = serializers.CharField(max_length=200, trim_whitespace=False)


def session_answer(request: Request) -> Response:
    """Answer with the present session."""
    user = request.user.get_username() if request.user.is_authenticated else None
    usual = usual_of(request.user)
    return Response(
        {
            "user": user,
            "demo": settings.INKQUILT_DEMO,
            "open_to_new": settings.INKQUILT_REGISTRATION,
            "usual": usual and {"unit": usual.unit, "format": usual.format},
        }
    )


@method_decorator([ensure_csrf_cookie, csrf_protect], name="dispatch")
class SessionView(APIView):
    """The session of this browser."""

    permission_classes = [AllowAny]

    @extend_schema(operation_id="session", responses=SessionSerializer)
    def get(self, request: Request) -> Response:
        """Tell who is signed in."""
        return session_answer(request)

    @extend_schema(
        operation_id="sign_in",
        request=CredentialsSerializer,
        responses={200: SessionSerializer, 400: ErrorSerializer, 429: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Sign in."""
        given = asked_for(CredentialsSerializer, request.data)
        services.sign_in(request._request, **given)
        request.user = request._request.user
        return session_answer(request)

    @extend_schema(operation_id="sign_out", responses={200: SessionSerializer})
    def delete(self, request: Request) -> Response:
        """Sign out."""
        services.sign_out(request._request)
        request.user = request._request.user
        return session_answer(request)


@method_decorator(csrf_protect, name="dispatch")
class RegisterView(APIView):
    """New accounts."""

    permission_classes = [AllowAny]

    @extend_schema(
        operation_id="register",
        request=CredentialsSerializer,
        responses={200: SessionSerializer, 400: ErrorSerializer, 403: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Make an account and sign it in."""
        given = asked_for(CredentialsSerializer, request.data)
        services.register(request._request, **given)
        request.user = request._request.user
        return session_answer(request)


class UsualView(APIView):
    """What a person measures in, and her usual page."""

    @extend_schema(
        operation_id="settle_usual",
        request=UsualAskedSerializer,
        responses={200: SessionSerializer, 400: ErrorSerializer},
    )
    def put(self, request: Request) -> Response:
        """Keep it; it holds wherever she has not said otherwise."""
        asked = asked_for(UsualAskedSerializer, request.data)
        unit = Unit(asked["unit"]) if "unit" in asked else None
        settle(user=owner(request), unit=unit, format_key=asked.get("format"))
        return session_answer(request)
