"""A slip for the back of a page: what it tells, when, who and where, and what was used; to be cut out and stuck on."""

from __future__ import annotations

import io
from collections.abc import Sequence
from typing import Any, Final
from xml.sax.saxutils import escape

from reportlab.platypus import KeepInFrame, Paragraph, SimpleDocTemplate, Spacer, Table, TableStyle

from inkquilt_io.look import INK
from inkquilt_io.measure_pdf import styles
from inkquilt_io.pdf import points, register_fonts, rgb
from inkquilt_io.print_values import SheetSize, Slip

_MARGIN: Final = 0.6 * 72
#: The slip is as wide as this, or as the sheet lets it be, and at most so high.
_WIDE: Final = 6 * 72.0
_HIGH: Final = 8.5 * 72.0


def slip_pdf(slip: Slip, sheet: SheetSize) -> bytes:
    """Return the slip on a sheet, with a line to cut along; a long story is made smaller to fit."""
    register_fonts()
    out = io.BytesIO()
    width, height = (points(side) for side in sheet.value)
    document = SimpleDocTemplate(
        out, pagesize=(width, height), title=f"Slip for {slip.name}", author="Ink Quilt", invariant=1,
        leftMargin=_MARGIN, rightMargin=_MARGIN, topMargin=_MARGIN, bottomMargin=_MARGIN,
    )  # fmt: skip
    heading, words = styles()
    wide = min(_WIDE, width - 2 * _MARGIN - 12)
    flow: list[Any] = [Paragraph(escape(slip.name), heading), Spacer(1, 4)]
    flow += [Paragraph(f"<b>{escape(head)}:</b> {escape(text)}", words) for head, text in slip.facts if text]
    flow += [Spacer(1, 6)] if slip.story else []
    flow += [Paragraph(escape(line), words) for line in _paragraphs(slip.story)]
    flow += [Spacer(1, 6)] if slip.used else []
    flow += [Paragraph(escape(line), words) for line in slip.used]
    inside = KeepInFrame(wide - 24, _HIGH - 24, flow, mode="shrink")
    frame = Table([[inside]], colWidths=[wide])
    line = rgb(INK)
    frame.setStyle(
        TableStyle(
            [
                ("BOX", (0, 0), (-1, -1), 0.6, line, None, (4, 3)),
                ("LEFTPADDING", (0, 0), (-1, -1), 12),
                ("RIGHTPADDING", (0, 0), (-1, -1), 12),
                ("TOPPADDING", (0, 0), (-1, -1), 10),
                ("BOTTOMPADDING", (0, 0), (-1, -1), 12),
            ]
        )
    )
    told = "Cut along the line, and stick it to the back of the page with acid-free tape."
    document.build([Paragraph(told, words), Spacer(1, 10), frame])
    return out.getvalue()


def _paragraphs(text: str) -> Sequence[str]:
    return [line for line in text.splitlines() if line.strip()]
