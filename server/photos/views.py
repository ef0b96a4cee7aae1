"""The photo tray, and the pictures themselves, for their owner only."""

from pathlib import Path

from django.conf import settings
from django.http import FileResponse, Http404
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema, extend_schema_field
from rest_framework import serializers, status
from rest_framework.parsers import BaseParser, MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.common.errors import ApiError
from server.common.paging import ListPaging
from server.common.serializers import ErrorSerializer
from server.photos.models import Photo
from server.photos.services import add_photo

#: Room for the form around the file itself.
FORM_BYTES = 64 * 1024
STANCES = [(stance, stance) for stance in ("upright", "landscape", "square")]


class PhotoSerializer(serializers.ModelSerializer):
    """A photo of the tray. ``stance`` says how it stands."""

    stance = serializers.SerializerMethodField()

    class Meta:
        model = Photo
        fields = ["id", "name", "width", "height", "stance"]

    @extend_schema_field(serializers.ChoiceField(STANCES))
    def get_stance(self, photo: Photo) -> str:
        """Tell upright, landscape or square."""
        if photo.width == photo.height:
            return "square"
        return "upright" if photo.height > photo.width else "landscape"


class UploadSerializer(serializers.Serializer):
    """One photo file."""

    file = serializers.FileField()


class PhotosView(APIView):
    """All photos of a person."""

    pagination_class = ListPaging

    def get_parsers(self) -> list[BaseParser]:
        """Photos come as form data."""
        return [MultiPartParser()]

    @extend_schema(operation_id="photos", responses=PhotoSerializer(many=True))
    def get(self, request: Request) -> Response:
        """List them in the order they were added."""
        paging = ListPaging()
        rows = paging.paginate_queryset(Photo.objects.visible_to(request.user), request, self)
        return paging.get_paginated_response(PhotoSerializer(rows, many=True).data)

    @extend_schema(
        operation_id="add_photo",
        request={"multipart/form-data": UploadSerializer},
        responses={201: PhotoSerializer, 400: ErrorSerializer, 413: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Add one."""
        announced = int(request.META.get("CONTENT_LENGTH") or 0)
        if announced > settings.PHOTO_MOST_BYTES + FORM_BYTES:
            raise ApiError("photo-too-large", "A photo may have up to 30 MB.", 413)
        file = request.FILES.get("file")
        if file is None:
            raise ApiError("no-file", "No photo came with this.")
        photo = add_photo(owner=request.user, name=Path(file.name or "").stem, file=file, size=file.size)
        return Response(PhotoSerializer(photo).data, status=status.HTTP_201_CREATED)


class PhotoView(APIView):
    """One photo."""

    @extend_schema(operation_id="delete_photo", responses={204: None, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        """Put it aside; pages keep its place until it comes back."""
        Photo.objects.visible_to(request.user).one(pk).delete_softly()
        return Response(status=status.HTTP_204_NO_CONTENT)


class PictureView(APIView):
    """The picture itself, upright."""

    @extend_schema(operation_id="picture", responses={(200, "image/jpeg"): OpenApiTypes.BINARY, 404: ErrorSerializer})
    def get(self, request: Request, pk: int, kind: str) -> FileResponse:
        """Return a rendition as JPEG."""
        photo = Photo.objects.visible_to(request.user).one(pk)
        path = photo.rendition(kind)
        if not path.is_file():
            raise Http404
        answer = FileResponse(path.open("rb"), content_type="image/jpeg")
        answer["Cache-Control"] = "private, max-age=86400"
        return answer
