"""Pages as files, and their piece lists with a first plan of cuts."""

from dataclasses import dataclass
from fractions import Fraction
from typing import Final

from inkquilt.cutting import PaperPlan, PieceList, pieces_of, plan_cuts
from inkquilt.lengths import INCH
from inkquilt.photos import crop_to_fill
from inkquilt.sketch.model import Size
from inkquilt_io.shapes import FittedPage, Picture
from server.common.errors import ApiError
from server.pages.document import PageDocument
from server.pages.models import Page
from server.photos.models import Photo

#: The sheet most paper is sold as; common practice, no source.
USUAL_SHEET: Final = Size(12 * INCH, 12 * INCH)


@dataclass(frozen=True, slots=True)
class CutList:
    """A page's pieces and, for each paper, the plan of its sheets."""

    pieces: PieceList
    plans: dict[str, PaperPlan]


def cut_list(document: PageDocument) -> CutList:
    """Return the piece list of a page and a first plan of cuts per paper."""
    pieces = pieces_of(document.blocks)
    plans = {
        group.paper: plan_cuts(group.pieces, document.sheets.get(group.paper, USUAL_SHEET)) for group in pieces.papers
    }
    return CutList(pieces, plans)


def fitted_page(page: Page, document: PageDocument) -> FittedPage:
    """Return a page ready to be drawn into a file. Raises ``ApiError`` when nothing fits on it."""
    blocks = document.blocks
    if not blocks:
        raise ApiError("nothing-fits", "Nothing fits on this page yet, so there is nothing to save.", 409)
    pieces = pieces_of(blocks)
    numbered = [*pieces.photos, *(piece for group in pieces.papers for piece in group.pieces)]
    photos = Photo.objects.visible_to(page.owner).in_bulk([placed.photo for placed in document.photos.values()])
    pictures = {}
    for block in blocks:
        placed = document.photos.get(block.id)
        photo = photos.get(placed.photo) if placed else None
        if placed and photo:
            look = Fraction(placed.look_x), Fraction(placed.look_y)
            crop = crop_to_fill(photo.width, photo.height, block.size, *look)
            pictures[block.id] = Picture(str(photo.rendition("view")), crop)
    return FittedPage(
        page.name,
        document.page.width,
        document.page.height,
        document.unit,
        blocks,
        pictures,
        document.titles,
        {piece.block: piece.number for piece in numbered},
    )
