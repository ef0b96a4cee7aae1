"""Photographs of things on a plain sheet: what is asked of them, what is found there, the pictures cut out of them."""

import binascii
import io
from base64 import b64decode
from typing import Final

from PIL import Image
from rest_framework import serializers
from rest_framework.request import Request

from inkquilt.lengths import INCH, Unit
from inkquilt.sketch.model import Size
from inkquilt_io.picture.values import MOST_BYTES, MOST_THINGS, Thing
from server.common import fields
from server.common.asked import asked_for, asked_length, refuse
from server.common.errors import ApiError
from server.solving.pool import solvers

#: The longer side of a picture, in pixels.
MOST_SIDE: Final = 400


def check_picture(text: str) -> None:
    """Refuse what is no small WebP picture in base 64. Raises ``BadInput``."""
    try:
        with Image.open(io.BytesIO(b64decode(text, validate=True)), formats=("WEBP",)) as image:
            if max(image.size) <= MOST_SIDE:
                image.load()
                return
    except (binascii.Error, OSError, ValueError, SyntaxError, Image.DecompressionBombError):
        pass
    raise refuse(
        "no-picture", f"This is no WebP picture of up to {MOST_SIDE} pixels, as it is cut out here.", "picture"
    )


class SheetPhotoSerializer(serializers.Serializer):
    """A photograph of things on a plain sheet, and the sheet's size."""

    file = serializers.FileField()
    width = serializers.CharField(max_length=60)
    height = serializers.CharField(max_length=60)
    unit = serializers.ChoiceField(fields.UNIT_CHOICES, default=Unit.IN.value)


def things_in(request: Request, most: int = MOST_THINGS) -> tuple[Thing, ...]:
    """Return what lies on the sheet of a photograph that was sent.

    Nothing is kept. Raises ``ApiError`` for what is too large, ``BadInput`` where no sheet or nothing on it is found.
    """
    if int(request.META.get("CONTENT_LENGTH") or 0) > MOST_BYTES:
        raise ApiError("too-large", "A photograph may have up to 40 MB.", 413)
    asked = asked_for(SheetPhotoSerializer, request.data)
    unit = Unit(asked["unit"])
    sides = [asked_length(asked, side, unit, f"The sheet's {side}") for side in ("width", "height")]
    if not all(INCH <= side <= 40 * INCH for side in sides):
        raise refuse("sheet", "A sheet is 1 to 40 in long.", "width")
    found: tuple[Thing, ...] = solvers().run("find_things", asked["file"].read(), Size(*sides), most)
    return found
