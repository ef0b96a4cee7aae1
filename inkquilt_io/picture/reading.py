"""Reading a sketch out of a picture: a scan or photograph of a drawing, or of a finished page.

The page's outline is found and straightened and its light made even (``page``,
``light``); within it the picture falls into regions between edges (``regions``);
regions that are parts of one piece on both sides of what lies over it are put
together (``pieces``), and the outline that explains a piece is its block
(``outlines``). Roles are proposed; a person confirms all of it over the picture. A finished page, with photos and
prints on it, falls into very many regions: of that nothing is guessed, its pieces are traced one by one (``trace``).

Numbers are pixels of the straightened page until they become grains at the end.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Final

import cv2
import numpy as np

from inkquilt.errors import Fault
from inkquilt.lengths import Unit
from inkquilt.page import FORMATS
from inkquilt.sketch.draft import Draft, FoundShape, drafted
from inkquilt.sketch.model import Block, Role, Shape, Size
from inkquilt.sketch.tidy import tidied
from inkquilt_io.picture.light import evened
from inkquilt_io.picture.opening import opened
from inkquilt_io.picture.outlines import blocks_of
from inkquilt_io.picture.page import Pixels, page_corners, straightened
from inkquilt_io.picture.pieces import pieces_of
from inkquilt_io.picture.regions import regions_of
from inkquilt_io.picture.values import refuse

#: A drawing of 30 pieces falls into fewer regions; photos and printed papers fall into very many.
MOST_REGIONS: Final = 50
_FINISHED: Final = (
    "This looks like a finished page, with photos and printed papers on it: nothing was guessed. Go over each photo "
    "with one stroke from corner to corner: its edges are found, and its mat with it."
)


@dataclass(frozen=True, slots=True)
class ReadPicture:
    """What was found: the draft, the straightened page as JPEG for looking at, and what should be said."""

    draft: Draft
    straightened: bytes
    remarks: tuple[Fault, ...]


def read_picture(content: bytes, name: str, page: Size | None, unit: Unit) -> ReadPicture:
    """Read a sketch from a PNG or JPEG of a page.

    Without a ``page`` size the usual format of the nearest proportions is taken; one
    known size puts it right afterwards (``redraw.scaled_to``). Raises
    ``PictureFaults`` when it is no picture, too large, or shows no pieces.
    """
    picture = opened(content)
    remarks: list[Fault] = []
    corners = page_corners(picture)
    if corners is None:
        remarks.append(Fault(None, "no-page-edge", "No page edge was found; the whole picture was taken for the page."))
        high, wide = picture.shape[:2]
        corners = np.array([[0, 0], [wide, 0], [wide, high], [0, high]], np.float32)
    if page is None:
        page, word = _likely_page(corners, unit)
        remarks.append(Fault(None, "page-guessed", f"By its proportions the page was taken for {word}."))
    straight = straightened(picture, corners, page)
    regions = regions_of(evened(straight), straight)
    if len(regions.regions) > MOST_REGIONS:
        remarks.append(Fault(None, "finished-page", _FINISHED))
        return ReadPicture(drafted(name, unit, page, [_base_of(page)]), _jpeg(straight), tuple(remarks))
    pieces = pieces_of(regions)
    blocks = list(blocks_of(regions.labels, pieces, page))
    if not blocks:
        raise refuse("nothing-found", "No pieces were found in this picture. A clear scan, or a darker outline, helps.")
    draft = tidied(drafted(name, unit, page, blocks))
    return ReadPicture(draft, _jpeg(straight), tuple(remarks))


def _base_of(page: Size) -> FoundShape:
    """Return the base of a page of which nothing else is known."""
    return FoundShape(Block("base", Role.BASE, Shape.RECT, 0, 0, page.width, page.height), True)


def _likely_page(corners: Pixels, unit: Unit) -> tuple[Size, str]:
    """Return the usual page whose proportions are nearest to what the corners span, and its name."""
    sides = np.linalg.norm(corners - np.roll(corners, -1, 0), axis=1)
    ratio = float((sides[0] + sides[2]) / (sides[1] + sides[3]))
    usual = [form for form in FORMATS if form.unit is unit]
    sizes = [(Size(f.width, f.height), f.name) for f in usual] + [(Size(f.height, f.width), f.name) for f in usual]
    return min(sizes, key=lambda size: abs(math.log(size[0].width / size[0].height / ratio)))


def _jpeg(picture: Pixels) -> bytes:
    small = cv2.resize(picture, None, fx=0.75, fy=0.75, interpolation=cv2.INTER_AREA)
    done, data = cv2.imencode(".jpg", small, [cv2.IMWRITE_JPEG_QUALITY, 82])
    assert done
    return bytes(data.tobytes())
