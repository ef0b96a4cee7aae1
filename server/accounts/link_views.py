"""Signing in with a one-use link. Opening its address shows the client, which asks before it uses the link up."""

from django.http import HttpRequest
from django.utils.decorators import method_decorator
from django.views.decorators.csrf import csrf_protect
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.accounts.links import use_link
from server.accounts.views import SessionSerializer, session_answer
from server.common.asked import asked_for
from server.common.errors import ApiError
from server.common.serializers import ErrorSerializer


class SecretSerializer(serializers.Serializer):
    """What stands at the end of a one-use link."""

    secret = serializers.CharField(max_length=100)


@method_decorator(csrf_protect, name="dispatch")
class LinkView(APIView):
    """A one-use link."""

    permission_classes = [AllowAny]

    @extend_schema(
        operation_id="use_link",
        request=SecretSerializer,
        responses={200: SessionSerializer, 400: ErrorSerializer, 403: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Sign in, once."""
        given = asked_for(SecretSerializer, request.data)
        inner: HttpRequest = request._request
        if not use_link(inner, given["secret"]):
            words = "This link was used already or is too old. Start “make table” again, or sign in with your password."
            raise ApiError("used-link", words, 403)
        request.user = inner.user
        return session_answer(request)
