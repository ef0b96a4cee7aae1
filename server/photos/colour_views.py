"""The colours of a photo, for its owner only."""

from typing import Any

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.colour import ColourPart, ColourShare, colour_name
from server.common.asked import asked_for
from server.common.light import LightSerializer, asked_light
from server.common.serializers import ErrorSerializer
from server.photos.colours import colour_there, colours_of, light_of, put_light_right
from server.photos.models import Photo

PART_CHOICES = [(part.value, part.value) for part in ColourPart]


class ColourShareSerializer(serializers.Serializer):
    """A colour of a photo: ``#rrggbb``, its plain word, its share in per cent, and whether it is skin or sky."""

    colour = serializers.CharField()
    name = serializers.CharField()
    share = serializers.IntegerField()
    part = serializers.ChoiceField(PART_CHOICES)


class PhotoColoursSerializer(serializers.Serializer):
    """A photo's main colours, the largest share first, and how its light was put right for them."""

    photo = serializers.IntegerField()
    colours = ColourShareSerializer(many=True)
    light = serializers.ChoiceField([(one, one) for one in ("as it is", "by the whole picture", "by a white place")])


class PlaceSerializer(serializers.Serializer):
    """A place on a photo, from 0 to 1 each way."""

    x = serializers.FloatField(min_value=0, max_value=1)
    y = serializers.FloatField(min_value=0, max_value=1)


class NamedColourSerializer(serializers.Serializer):
    """A colour and its plain word."""

    colour = serializers.CharField()
    name = serializers.CharField()


def share_answer(one: ColourShare) -> dict[str, Any]:
    """Return one colour with its share."""
    percent = max(1, round(100 * one.share))
    return {"colour": one.colour.text, "name": one.name, "share": percent, "part": one.part.value}


def _answer(photo: Photo) -> dict[str, Any]:
    light = light_of(photo)
    by_white = light.white is not None or light.lightest
    said = "by a white place" if by_white else "by the whole picture" if light.whole else "as it is"
    return {"photo": photo.pk, "colours": [share_answer(one) for one in colours_of(photo)], "light": said}


def _photo(request: Request, pk: int) -> Photo:
    found: Photo = Photo.objects.visible_to(request.user).prefetch_related("areas").one(pk)
    return found


class ColoursView(APIView):
    """The main colours of one photo."""

    @extend_schema(operation_id="photo_colours", responses={200: PhotoColoursSerializer, 404: ErrorSerializer})
    def get(self, request: Request, pk: int) -> Response:
        """Return them; none of a print without a file."""
        return Response(_answer(_photo(request, pk)))

    @extend_schema(
        operation_id="put_light_right",
        request=LightSerializer,
        responses={200: PhotoColoursSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Put the light right and read them anew; the photo itself stays as it is."""
        light = asked_light(asked_for(LightSerializer, request.data))
        return Response(_answer(put_light_right(_photo(request, pk), light)))


class ColourAtView(APIView):
    """The colour at one place of a photo."""

    @extend_schema(
        operation_id="colour_at",
        parameters=[PlaceSerializer],
        responses={200: NamedColourSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def get(self, request: Request, pk: int) -> Response:
        """Return the colour there and its word."""
        asked = asked_for(PlaceSerializer, request.query_params)
        colour = colour_there(_photo(request, pk), asked["x"], asked["y"])
        return Response({"colour": colour.text, "name": colour_name(colour)})
