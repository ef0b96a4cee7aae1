"""Everything of an account as one file, out and in."""

import tempfile

from django.conf import settings
from django.http import FileResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework import serializers, status
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.common.errors import ApiError
from server.common.serializers import ErrorSerializer
from server.exchange.backup import restore_everything, write_everything


class RestoreSerializer(serializers.Serializer):
    """A zip that was saved before."""

    file = serializers.FileField()


class RestoredSerializer(serializers.Serializer):
    """How many of each were restored."""

    sketches = serializers.IntegerField()
    photos = serializers.IntegerField()
    pages = serializers.IntegerField()


class EverythingView(APIView):
    """All sketches, photos and pages of a person."""

    parser_classes = [MultiPartParser]

    @extend_schema(
        operation_id="everything",
        parameters=[OpenApiParameter("places", bool, description="leave in the photos where they were taken")],
        responses={(200, "application/zip"): OpenApiTypes.BINARY},
    )
    def get(self, request: Request) -> FileResponse:
        """Return them as one zip."""
        out = tempfile.TemporaryFile()  # noqa: SIM115 (the response closes it)
        write_everything(request.user, out, with_places=request.query_params.get("places") == "true")
        out.seek(0)
        return FileResponse(out, as_attachment=True, filename="ink-quilt-everything.zip")

    @extend_schema(
        operation_id="restore_everything",
        request={"multipart/form-data": RestoreSerializer},
        responses={201: RestoredSerializer, 400: ErrorSerializer, 413: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Add what a zip holds to what is there; all of it or nothing."""
        if int(request.META.get("CONTENT_LENGTH") or 0) > settings.EVERYTHING_MOST_BYTES:
            raise ApiError("too-large", "A zip of everything may have up to 1 GB.", 413)
        file = request.FILES.get("file")
        if file is None:
            raise ApiError("no-file", "No zip came with this.")
        return Response(restore_everything(owner=request.user, file=file), status=status.HTTP_201_CREATED)
