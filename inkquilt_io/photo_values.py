"""What is told of a photo or of the picture of a paper: values for those who do not read the files themselves.

Reading them takes large libraries and happens elsewhere (``photo_files``, ``main_colours``, ``swatches``).
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Final

from inkquilt.errors import CoreError
from inkquilt.paper.kinds import PaperSide


class NotAPhoto(CoreError):
    """A file that is no photo that could be kept; the message says why."""

    code = "not-a-photo"


class PhotoTooLarge(NotAPhoto):
    """A photo with more pixels than can be worked with."""

    code = "photo-too-large"


@dataclass(frozen=True, slots=True)
class PhotoFacts:
    """What a photo file says of itself. Pixels are counted upright; ``taken`` has no time zone.

    ``look`` are 64 signs of where it grows lighter from left to right, as 16 hex digits:
    photos that look alike differ in few of them.
    """

    suffix: str
    width: int
    height: int
    taken: datetime | None
    has_place: bool
    look: str = ""


@dataclass(frozen=True, slots=True)
class Light:
    """How the light of a picture is put right: as it is, by the whole picture, or by a place that is white.

    ``white`` is that place, in parts of the picture's width and height; ``lightest`` when the lightest place is white.
    """

    whole: bool = False
    white: tuple[float, float] | None = None
    lightest: bool = False


AS_IT_IS: Final = Light()


@dataclass(frozen=True, slots=True)
class Swatch:
    """A paper's picture as JPEG, its pixels, and what it shows of the side."""

    jpeg: bytes
    width: int
    height: int
    side: PaperSide


MOST_LIGHT: Final = 4
