"""The placing guide as PDF at true size, tiled: outlines of every piece, with pencil ticks that the pieces cover."""

from __future__ import annotations

import io
from collections.abc import Sequence
from typing import Any, Final

from reportlab.pdfgen.canvas import Canvas as Pdf

from inkquilt.assembly.guide import GuideMark
from inkquilt.lengths import INCH, Grains, Unit, size_with_unit
from inkquilt.sketch.model import Size
from inkquilt_io.look import INK
from inkquilt_io.pdf import (
    TITLES,
    WORDS,
    check_bars,
    page_words,
    points,
    register_fonts,
    rgb,
    tile_sheet,
    tiles,
    tiles_drawn,
)
from inkquilt_io.print_values import SheetSize

_TICKS: Final = (0.66, 0.22, 0.17)
_TOLD: Final = (
    "Print at 100 %, with no scaling; measure both bars. Lay the sheets on the page, their marks over each other, and",
    "prick each red tick through with a needle, or pencil it: the piece itself covers it. Mind your fingers.",
)


def guide_pdf(name: str, size: Size, unit: Unit, marks: Sequence[GuideMark], sheet: SheetSize) -> bytes:
    """Return the guide; each outline has the number of its step."""
    register_fonts()
    out = io.BytesIO()
    parts = tiles(size.width, size.height, sheet)
    width, height = (points(side) for side in sheet.value)
    pdf = Pdf(out, pagesize=(width, height), invariant=1)
    pdf.setTitle(f"Placing guide of {name}")
    pdf.setAuthor("Ink Quilt")
    total = len(parts) + 1
    left, top = points(INCH) / 2, height - points(INCH)
    pdf.setFillColorRGB(*rgb(INK))
    pdf.setFont(TITLES, 20)
    pdf.drawString(left, top, f"Placing guide: {name[:50]}")
    pdf.setFont(WORDS, 10)
    told = f"Page {size_with_unit(size.width, size.height, unit)}, at true size."
    for line, words in enumerate((told, *_TOLD)):
        pdf.drawString(left, top - 20 - 14 * line, words)
    check_bars(pdf, left, top - 84)
    foot_room = top - 100 - points(INCH) / 2
    scale = min((width - 2 * left) / points(size.width), foot_room / points(size.height), 0.55)
    foot = top - 100 - points(size.height) * scale
    pdf.saveState()
    pdf.translate(left, foot)
    pdf.scale(scale, scale)
    _draw(pdf, size, marks, 1 / scale)
    pdf.restoreState()
    tiles_drawn(pdf, parts, size, foot, left, scale)
    _names(pdf, marks, left + points(size.width) * scale + 16, top - 108, width)
    page_words(pdf, width, 1, total)
    pdf.showPage()
    for number, tile in enumerate(parts, start=2):
        tile_sheet(pdf, size, sheet, tile, parts, number, total, lambda: _draw(pdf, size, marks, 1.0))
    pdf.save()
    return out.getvalue()


def _draw(pdf: Any, size: Size, marks: Sequence[GuideMark], thick: float) -> None:
    def up(grains: Grains | float) -> float:
        return points(size.height - grains)

    pdf.setStrokeColorRGB(*rgb(INK))
    pdf.setLineWidth(1.0 * thick)
    pdf.rect(0, 0, points(size.width), points(size.height))
    for mark in marks:
        pdf.setStrokeColorRGB(*rgb(INK))
        pdf.setLineWidth(0.4 * thick)
        path = pdf.beginPath()
        for ring in mark.rings:
            path.moveTo(points(ring[0][0]), up(ring[0][1]))
            for x, y in ring[1:]:
                path.lineTo(points(x), up(y))
            path.close()
        pdf.drawPath(path, stroke=1, fill=0)
        pdf.setStrokeColorRGB(*_TICKS)
        pdf.setLineWidth(0.9 * thick)
        for tick in mark.ticks:
            pdf.line(points(tick.x1), up(tick.y1), points(tick.x2), up(tick.y2))
    pdf.setFont(WORDS, 11 * thick)
    for mark in marks:
        x, y = points(mark.middle[0]), up(mark.middle[1])
        pdf.setFillColorRGB(1, 1, 1)
        pdf.circle(x, y, 8 * thick, stroke=0, fill=1)
        pdf.setFillColorRGB(*rgb(INK))
        pdf.drawCentredString(x, y - 4 * thick, str(mark.step))


def _names(pdf: Any, marks: Sequence[GuideMark], left: float, top: float, width: float) -> None:
    """List the steps beside the small picture, as many as there is room for."""
    pdf.setFont(WORDS, 9)
    pdf.setFillColorRGB(*rgb(INK))
    for line, mark in enumerate(marks):
        y = top - 12 * line
        if y < points(INCH) or left > width - points(INCH):
            return
        pdf.drawString(left, y, f"{mark.step}  {mark.name[:26]}")
