"""The measure card as PDF: the page small with its numbers, and a row for every piece."""

from __future__ import annotations

import io
from collections.abc import Sequence
from typing import Any, Final
from xml.sax.saxutils import escape

from reportlab.lib.styles import ParagraphStyle
from reportlab.platypus import Flowable, Paragraph, SimpleDocTemplate, Spacer, Table, TableStyle

from inkquilt.lengths import size_with_unit
from inkquilt.measuring import MeasureRow
from inkquilt_io.look import INK
from inkquilt_io.pdf import TITLES, WORDS, draw_small, points, register_fonts, rgb
from inkquilt_io.print_values import SheetSize
from inkquilt_io.shapes import FittedPage

_MARGIN: Final = 0.6 * 72
#: The picture of the page is at most this high.
_PICTURE: Final = 3.4 * 72
_WIDE: Final = 6.2 * 72


def measure_pdf(page: FittedPage, rows: Sequence[MeasureRow], counted: str, sheet: SheetSize) -> bytes:
    """Return the card; ``counted`` says in words where distances are counted from."""
    register_fonts()
    out = io.BytesIO()
    width, height = (points(side) for side in sheet.value)
    document = SimpleDocTemplate(
        out, pagesize=(width, height), title=f"Measures of {page.name}", author="Ink Quilt", invariant=1,
        leftMargin=_MARGIN, rightMargin=_MARGIN, topMargin=_MARGIN, bottomMargin=_MARGIN,
    )  # fmt: skip
    heading, words = styles()
    size = size_with_unit(page.width, page.height, page.unit)
    told = f"Page {size}. All measures in {page.unit.value}, counted {counted}. Measure twice, then cut."
    document.build(
        [
            Paragraph(escape(page.name), heading),
            Paragraph(escape(told), words),
            Spacer(1, 10),
            SmallPage(page),
            Spacer(1, 12),
            _table(rows, words, width - 2 * _MARGIN - 12),
        ]
    )
    return out.getvalue()


def styles() -> tuple[ParagraphStyle, ParagraphStyle]:
    """Return how a heading and plain words are set."""
    return (
        ParagraphStyle("heading", fontName=TITLES, fontSize=18, leading=23, textColor=rgb(INK)),
        ParagraphStyle("words", fontName=WORDS, fontSize=10, leading=13, textColor=rgb(INK)),
    )


class SmallPage(Flowable):  # type: ignore[misc]
    """The page with its numbers, as large as there is room for."""

    def __init__(self, page: FittedPage) -> None:
        super().__init__()
        self.page = page
        self.small = min(_PICTURE / points(page.height), _WIDE / points(page.width))
        self.width, self.height = points(page.width) * self.small, points(page.height) * self.small

    def wrap(self, *room: float) -> tuple[float, float]:
        """Return its size."""
        return self.width, self.height

    def draw(self) -> None:
        """Draw it with its edge."""
        draw_small(self.canv, self.page, 0, 0, self.small)
        self.canv.setStrokeColorRGB(*rgb(INK))
        self.canv.setLineWidth(0.8)
        self.canv.rect(0, 0, self.width, self.height, stroke=1, fill=0)


def _table(rows: Sequence[MeasureRow], words: ParagraphStyle, width: float) -> Any:
    spread = any(row.page for row in rows)
    heads = ["", "Piece", "Size", "Across", "Down", "Centre marks from left, top"]
    body = [[Paragraph(f"<b>{head}</b>", words) for head in heads]]
    for row in rows:
        name = row.name + (f", {row.page}" if spread else "") + (f", {row.tilt}" if row.tilt else "")
        cells = [str(row.number or ""), name, row.size, row.across, row.down, ", ".join(row.marks)]
        body.append([Paragraph(escape(cell), words) for cell in cells])
    parts = (0.06, 0.24, 0.16, 0.19, 0.19, 0.16)
    return ruled_table(body, [width * part for part in parts])


def ruled_table(body: Sequence[Sequence[Any]], widths: Sequence[float]) -> Any:
    """Return rows with a thin line under each, the first one repeated on every sheet; widths in points."""
    table = Table(body, colWidths=widths, repeatRows=1)
    line = rgb((190, 180, 160))
    table.setStyle(
        TableStyle(
            [
                ("LINEBELOW", (0, 0), (-1, -1), 0.4, line),
                ("LINEBELOW", (0, 0), (-1, 0), 1, rgb(INK)),
                ("VALIGN", (0, 0), (-1, -1), "TOP"),
                ("TOPPADDING", (0, 0), (-1, -1), 3),
                ("BOTTOMPADDING", (0, 0), (-1, -1), 4),
                ("LEFTPADDING", (0, 0), (-1, -1), 2),
            ]
        )
    )
    return table
