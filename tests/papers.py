"""Papers and papered pages for tests: drawn by letters, with the core's own values."""

from collections.abc import Iterable, Mapping

from shapely.geometry import box

from inkquilt.colour import ColourShare, Rgb, read_colour
from inkquilt.cutting.guillotine import Stock, StockKind
from inkquilt.lengths import INCH
from inkquilt.paper.kinds import PaperKind, PaperSide, SideName
from inkquilt.papering.candidates import Candidate, Candidates
from inkquilt.papering.places import PageOfPapers, Patch, PhotoPatch, page_of
from inkquilt.sketch.model import Role, Size

SHEET = Size(12 * INCH, 12 * INCH)


def paper(
    number: int, colours: str, kind: PaperKind = PaperKind.SOLID, *, sheets: int = 4, scrap: Size | None = None,
    **facts: object,
) -> Candidate:  # fmt: skip
    """Return a paper by its colours, ``#rrggbb`` one after the other, the main one first."""
    directional = bool(facts.pop("directional", False))
    stocks = tuple(
        stock for stock in (
            Stock("sheets", SHEET, StockKind.SHEET, sheets) if sheets else None,
            Stock("scrap", scrap, StockKind.SCRAP, 1) if scrap else None,
        ) if stock is not None
    )  # fmt: skip
    look = PaperSide(kind, tuple(colours.split()), directional)
    return Candidate(number, SideName.A, f"paper {number}", look, stocks, **facts)  # type: ignore[arg-type]


def papers(*all_: Candidate) -> Candidates:
    """Return candidates."""
    return Candidates(tuple(all_))


def drawn_page(
    rows: Iterable[tuple[str, str, float, float, float, float]],
    photo_colours: Iterable[str] = (),
    *,
    across: Mapping[str, bool] | None = None,
    wide: float = 12,
    high: float = 12,
) -> PageOfPapers:
    """Return a page of (letter, role, left, top, width, height) in inches, the lowest first."""
    shown, above = [], box(0, 0, 0, 0)
    for row in reversed(list(rows)):
        left, top, width, height = (round(one * INCH) for one in row[2:])
        shape = box(left, top, left + width, top + height)
        shown.append((row, shape.difference(above), Size(width, height)))
        above = above.union(shape)
    patches, photos = [], []
    colours = tuple(ColourShare(read_colour(one), 0.3) for one in photo_colours)
    for order, ((letter, role, *_), shape, size) in enumerate(reversed(shown)):
        if role == "photo":
            photos.append(PhotoPatch(letter, shape, colours, Rgb(128, 128, 128)))
        else:
            lies = bool((across or {}).get(letter))
            name = f"{role} {letter}"
            patches.append(Patch(letter, name, name, Role(role), shape, order, size, across=lies))
    return page_of(patches, photos, round(wide * INCH), round(high * INCH))
