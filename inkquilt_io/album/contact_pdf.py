"""An album as a contact book: its openings small, side by side as they lie, and an index of who is where."""

from __future__ import annotations

import io
from collections.abc import Iterator
from typing import Any, Final
from xml.sax.saxutils import escape

from reportlab.lib.utils import ImageReader
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, Paragraph, SimpleDocTemplate, Spacer, Table, TableStyle

from inkquilt_io.album.told import ToldAlbum, ToldOpening, ToldPage, ToldSide, shown_half
from inkquilt_io.look import INK
from inkquilt_io.measure_pdf import styles
from inkquilt_io.pdf import WORDS, points, register_fonts, rgb
from inkquilt_io.print_values import SheetSize

_MARGIN: Final = 0.6 * 72
_COLUMNS: Final = 2
_BETWEEN: Final = 14.0
#: Two openings are no higher than this, so that very narrow pages still stand several to a sheet.
_HIGHEST: Final = 2.9 * 72


def contact_pdf(album: ToldAlbum, sheet: SheetSize) -> bytes:
    """Return the book: two openings side by side, as many rows as a sheet takes, and the index at the end."""
    register_fonts()
    out = io.BytesIO()
    width, height = (points(side) for side in sheet.value)
    document = SimpleDocTemplate(
        out, pagesize=(width, height), title=album.name, author="Ink Quilt", invariant=1,
        leftMargin=_MARGIN, rightMargin=_MARGIN, topMargin=_MARGIN, bottomMargin=_MARGIN,
    )  # fmt: skip
    heading, words = styles()
    room = width - 2 * _MARGIN - 12
    cell = (room - _BETWEEN) / _COLUMNS
    flow: list[Any] = [Paragraph(escape(album.name), heading)]
    count = len(album.pages)
    told = f"{count} page{'' if count == 1 else 's'}{f', {album.when}' if album.when else ''}"
    flow += [Paragraph(escape(told), words), Spacer(1, 10), _openings(album, cell)]
    if index := album.index():
        flow += [Spacer(1, 12), Paragraph("Who and what is where", heading)]
        flow += [Paragraph(_index_line(name, pages), words) for name, pages in index]

    def number(canvas: Canvas, template: Any) -> None:
        canvas.setFont(WORDS, 9)
        canvas.drawRightString(width - _MARGIN, _MARGIN * 0.6, f"{album.name[:60]}, {template.page}")

    document.build(flow, onFirstPage=number, onLaterPages=number)
    return out.getvalue()


def _index_line(name: str, pages: tuple[tuple[int, ToldPage], ...]) -> str:
    places = ", ".join(str(number) for number in dict.fromkeys(number for number, _ in pages))
    return f"<b>{escape(name)}</b> {places}"


def _openings(album: ToldAlbum, cell: float) -> Table:
    _, words = styles()
    small = words.clone("small", fontSize=8, leading=10)
    cells: list[list[Any]] = [
        [_Pair(album, opening, cell), *(Paragraph(line, small) for line in _captions(album, number, opening))]
        for number, opening in enumerate(album.openings, start=1)
    ]
    cells += [[]] * (-len(cells) % _COLUMNS)
    rows = [cells[at : at + _COLUMNS] for at in range(0, len(cells), _COLUMNS)] or [[[], []]]
    table = Table(rows, colWidths=[cell + _BETWEEN / 2] * _COLUMNS, hAlign="LEFT")
    table.setStyle(
        TableStyle(
            [
                ("VALIGN", (0, 0), (-1, -1), "TOP"),
                ("LEFTPADDING", (0, 0), (-1, -1), 0),
                ("RIGHTPADDING", (0, 0), (-1, -1), _BETWEEN / 2),
                ("BOTTOMPADDING", (0, 0), (-1, -1), 12),
            ]
        )
    )
    return table


def _captions(album: ToldAlbum, number: int, opening: ToldOpening) -> Iterator[str]:
    for key in opening.pages:
        page = album.pages[key]
        about = " · ".join(one for one in (page.when, ", ".join(page.who)) if one)
        yield f"{number} <b>{escape(page.name)}</b> {escape(about)}"
    if not opening.pages:
        yield f"{number}"


class _Pair(Flowable):  # type: ignore[misc]
    """Two facing places, with the spine between them."""

    def __init__(self, album: ToldAlbum, opening: ToldOpening, cell: float) -> None:
        super().__init__()
        self.album, self.opening = album, opening
        side = min(cell / 2, _HIGHEST * album.wide)
        self.side, self.width, self.height = side, cell, side / album.wide

    def wrap(self, *room: float) -> tuple[float, float]:
        """Return its size."""
        return self.width, self.height

    def draw(self) -> None:
        """Draw both places, an empty one as an outline."""
        canvas: Canvas = self.canv
        canvas.setStrokeColor(rgb(INK))
        for at, side in ((0.0, self.opening.left), (self.side, self.opening.right)):
            if side is not None:
                self._picture(canvas, side, at)
            canvas.setLineWidth(0.5)
            canvas.setDash([] if side is not None else [2, 2])
            canvas.rect(at, 0, self.side, self.height)
        canvas.setDash([])
        canvas.setLineWidth(1.4)
        canvas.line(self.side, 0, self.side, self.height)

    def _picture(self, canvas: Canvas, side: ToldSide, at: float) -> None:
        image = shown_half(self.album.pages[side.page].small, side.shown)
        scale = min(self.side / image.width, self.height / image.height)
        wide, high = image.width * scale, image.height * scale
        canvas.drawImage(
            ImageReader(image), at + (self.side - wide) / 2, (self.height - high) / 2, width=wide, height=high
        )
