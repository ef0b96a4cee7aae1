"""The photo box, and the pictures themselves, for their owner only."""

from pathlib import Path
from typing import Any

from django.conf import settings
from django.db.models import QuerySet
from django.http import FileResponse, Http404
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework import status
from rest_framework.parsers import BaseParser, MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.lengths import INCH, Grains, Unit
from inkquilt.sketch.model import Size
from server.accounts.usual import unit_of
from server.common.asked import asked_for, asked_length, refuse
from server.common.errors import ApiError
from server.common.paging import ListPaging
from server.common.serializers import ErrorSerializer
from server.photos import services
from server.photos.models import Photo
from server.photos.serializers import (
    AddedPhotoSerializer,
    AreasSerializer,
    DescribeSerializer,
    NewPrintSerializer,
    PhotoCopySerializer,
    PhotoSerializer,
    UploadSerializer,
)

#: Room for the form around the file itself.
FORM_BYTES = 64 * 1024
#: Nobody lays a print larger than this on a page.
LARGEST_PRINT: Grains = 40 * INCH


def _photos(request: Request) -> QuerySet:
    return Photo.objects.visible_to(request.user).prefetch_related("areas")


def _told(request: Request, photos: Any, many: bool = False) -> Any:
    """Return photos as they are told to who asks, in what she measures in."""
    return PhotoSerializer(photos, many=many, context={"unit": unit_of(request.user)}).data


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
        rows = paging.paginate_queryset(_photos(request), request, self)
        return paging.get_paginated_response(_told(request, rows, many=True))

    @extend_schema(
        operation_id="add_photo",
        request={"multipart/form-data": UploadSerializer},
        responses={201: AddedPhotoSerializer, 400: ErrorSerializer, 413: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Add one."""
        announced = int(request.META.get("CONTENT_LENGTH") or 0)
        if announced > settings.PHOTO_MOST_BYTES + FORM_BYTES:
            raise ApiError("photo-too-large", "A photo may have up to 30 MB.", 413)
        file = request.FILES.get("file")
        if file is None:
            raise ApiError("no-file", "No photo came with this.")
        name = Path(file.name or "").stem
        photo, known = services.add_photo(owner=request.user, name=name, file=file, size=file.size)
        told = AddedPhotoSerializer(photo, context={"known": known, "unit": unit_of(request.user)})
        return Response(told.data, status=status.HTTP_201_CREATED)


class EnteredPrintsView(APIView):
    """Prints and documents that exist, entered by their size."""

    @extend_schema(
        operation_id="add_print", request=NewPrintSerializer, responses={201: PhotoSerializer, 400: ErrorSerializer}
    )
    def post(self, request: Request) -> Response:
        """Enter one."""
        asked = asked_for(NewPrintSerializer, request.data)
        photo = services.add_print(
            owner=request.user,
            name=asked["name"],
            size=asked_print(asked, "width", "height", unit_of(request.user)),
            kind=asked["kind"],
            note=asked["note"],
        )
        return Response(_told(request, photo), status=status.HTTP_201_CREATED)


def asked_print(asked: dict[str, Any], width: str, height: str, unit: Unit) -> Size:
    """Return the size of a print as it was typed."""
    size = Size(*(asked_length(asked, key, unit, f"The print's {key.split('_')[-1]}") for key in (width, height)))
    if not (0 < size.width <= LARGEST_PRINT and 0 < size.height <= LARGEST_PRINT):
        raise refuse("print-size", "A print is more than nothing and at most 40 in long.", width)
    return size


class PhotoView(APIView):
    """One photo."""

    @extend_schema(
        operation_id="describe_photo",
        request=DescribeSerializer,
        responses={200: PhotoSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def patch(self, request: Request, pk: int) -> Response:
        """Change what is known of it."""
        photo = _photos(request).one(pk)  # type: ignore[attr-defined]  # of our own query set
        facts = asked_for(DescribeSerializer, request.data)
        if "print_width" in facts or "print_height" in facts:
            width, height = facts.pop("print_width", ""), facts.pop("print_height", "")
            size = None
            if width.strip() or height.strip():
                size = asked_print({"width": width, "height": height}, "width", "height", unit_of(request.user))
            facts |= {"print_width": size and size.width, "print_height": size and size.height}
        return Response(_told(request, services.describe(photo=photo, facts=facts)))

    @extend_schema(operation_id="delete_photo", responses={204: None, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        """Put it aside; pages keep its place until it comes back."""
        Photo.objects.visible_to(request.user).one(pk).delete_softly()
        return Response(status=status.HTTP_204_NO_CONTENT)


class PhotoCopiesView(APIView):
    """Copies of a photo."""

    @extend_schema(
        operation_id="copy_photo",
        request=PhotoCopySerializer,
        responses={201: PhotoSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Keep one, turned or made lighter; the photo stays as it is."""
        photo = Photo.objects.visible_to(request.user).one(pk)
        asked = asked_for(PhotoCopySerializer, request.data)
        copy = services.copy_photo(photo=photo, turn=asked["turn"], light=asked["light"])
        return Response(_told(request, copy), status=status.HTTP_201_CREATED)


class AreasView(APIView):
    """What matters on a photo."""

    @extend_schema(
        operation_id="mark_areas",
        request=AreasSerializer,
        responses={200: PhotoSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def put(self, request: Request, pk: int) -> Response:
        """Say which parts matter and which may be covered."""
        photo = Photo.objects.visible_to(request.user).one(pk)
        given = asked_for(AreasSerializer, request.data)
        return Response(_told(request, services.mark_areas(photo=photo, areas=given["areas"])))


class LookView(APIView):
    """Proposals of what matters on a photo."""

    @extend_schema(operation_id="look_at_photo", request=None, responses={200: PhotoSerializer, 404: ErrorSerializer})
    def post(self, request: Request, pk: int) -> Response:
        """Look for faces and what draws the eye, the first time; what is proposed waits to be accepted."""
        photo = Photo.objects.visible_to(request.user).one(pk)
        return Response(_told(request, services.look_at(photo=photo)))


class PhotoPictureView(APIView):
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
