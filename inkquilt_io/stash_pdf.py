"""Lists of the stash to print: an inventory to carry along, and what to buy, each line with a box to tick."""

from __future__ import annotations

import io
from typing import Any, Final
from xml.sax.saxutils import escape

from reportlab.platypus import Paragraph, SimpleDocTemplate, Spacer, Table, TableStyle

from inkquilt_io.look import INK
from inkquilt_io.measure_pdf import styles
from inkquilt_io.pdf import points, register_fonts, rgb
from inkquilt_io.print_values import ListPart, PrintedList, SheetSize

_MARGIN: Final = 0.6 * 72
_BOX: Final = 16.0


def list_pdf(told: PrintedList, sheet: SheetSize) -> bytes:
    """Return the list on as many sheets as it takes."""
    register_fonts()
    out = io.BytesIO()
    width, height = (points(side) for side in sheet.value)
    document = SimpleDocTemplate(
        out, pagesize=(width, height), title=told.title, author="Ink Quilt", invariant=1,
        leftMargin=_MARGIN, rightMargin=_MARGIN, topMargin=_MARGIN, bottomMargin=_MARGIN,
    )  # fmt: skip
    heading, words = styles()
    head = heading.clone("part", fontSize=13, leading=17)
    flow: list[Any] = [Paragraph(escape(told.title), heading), Paragraph(escape(told.told), words)]
    parts = [part for part in told.parts if part.lines]
    for part in parts:
        flow += [Spacer(1, 10), Paragraph(escape(part.head), head), _lines(part, width - 2 * _MARGIN - 12)]
    if not parts:
        flow += [Spacer(1, 10), Paragraph("There is nothing on it.", words)]
    document.build(flow)
    return out.getvalue()


def _lines(part: ListPart, wide: float) -> Table:
    _, words = styles()
    rows = [["", Paragraph(escape(name), words), Paragraph(escape(about), words)] for name, about in part.lines]
    table = Table(rows, colWidths=[_BOX, wide * 0.45, wide * 0.55 - _BOX], hAlign="LEFT")
    line = rgb(INK)
    boxes = [("BOX", (0, row), (0, row), 0.7, line) for row in range(len(rows))]
    table.setStyle(
        TableStyle(
            [
                *boxes,
                ("LINEBELOW", (1, 0), (-1, -1), 0.3, line),
                ("VALIGN", (0, 0), (-1, -1), "MIDDLE"),
                ("TOPPADDING", (0, 0), (-1, -1), 2),
                ("BOTTOMPADDING", (0, 0), (-1, -1), 3),
            ]
        )
    )
    return table
