"""Pictures of embellishments that come from outside: let in only as small WebP pictures."""

import binascii
import io
from base64 import b64decode
from typing import Final

from PIL import Image

from server.common.asked import refuse

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
