"""Pages as files, and their piece lists with a first plan of cuts."""

from dataclasses import dataclass
from fractions import Fraction

from inkquilt.cutting import USUAL_SHEET, PaperPlan, PieceList, pieces_of, plan_cuts
from inkquilt.photos import crop_to_fill
from inkquilt_io.shapes import FittedPage, Picture
from server.common.errors import ApiError
from server.pages.document import PageDocument
from server.pages.models import Page
from server.photos.models import Photo


@dataclass(frozen=True, slots=True)
class CutList:
    """A page's pieces and, for each paper, the plan of its sheets."""

    pieces: PieceList
    plans: dict[str, PaperPlan]


def cut_list(document: PageDocument) -> CutList:
    """Return the piece list of a page and a first plan of cuts per paper."""
    pieces = pieces_of(document.blocks, document.page.fold)
    plans = {
        group.paper: plan_cuts(group.pieces, document.sheets.get(group.paper, USUAL_SHEET)) for group in pieces.papers
    }
    return CutList(pieces, plans)


def require_fit(document: PageDocument) -> None:
    """Raise ``ApiError`` when nothing fits on the page, so that there is nothing to save."""
    if not document.blocks:
        raise ApiError("nothing-fits", "Nothing fits on this page yet, so there is nothing to save.", 409)


def fitted_page(page: Page, document: PageDocument) -> FittedPage:
    """Return a page ready to be drawn into a file; a photo whose picture is gone leaves its slot empty."""
    blocks = document.blocks
    photos = Photo.objects.visible_to(page.owner).in_bulk([placed.photo for placed in document.photos.values()])
    pictures = {}
    for block in blocks:
        placed = document.photos.get(block.id)
        photo = photos.get(placed.photo) if placed else None
        if placed and photo and photo.rendition("view").is_file():
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
        pieces_of(blocks).numbers,
    )
