"""A placing guide: the page small with its embellishments numbered, and where the middle of each lies."""

from __future__ import annotations

import io
from typing import Final
from xml.sax.saxutils import escape

from reportlab.platypus import Paragraph, SimpleDocTemplate, Spacer

from inkquilt.lengths import format_nearest
from inkquilt_io.look import INK
from inkquilt_io.measure_pdf import SmallPage, ruled_table, styles
from inkquilt_io.pdf import WORDS, points, register_fonts, rgb
from inkquilt_io.print_values import SheetSize
from inkquilt_io.shapes import FittedPage

_MARGIN: Final = 0.6 * 72
_RADIUS: Final = 6.0


def placing_pdf(page: FittedPage, sheet: SheetSize) -> bytes:
    """Return the guide; pieces are numbered as they lie, the lowest first."""
    register_fonts()
    out = io.BytesIO()
    width, height = (points(side) for side in sheet.value)
    document = SimpleDocTemplate(
        out, pagesize=(width, height), title=f"Placing guide of {page.name}", author="Ink Quilt", invariant=1,
        leftMargin=_MARGIN, rightMargin=_MARGIN, topMargin=_MARGIN, bottomMargin=_MARGIN,
    )  # fmt: skip
    heading, words = styles()
    told = (
        f"All in {page.unit.value}, to the middle of each piece. What is tucked under is slipped in by an edge left "
        "loose. Hot glue burns; with spray or solvents open a window, and follow the label."
    )
    heads = ("", "Piece", "From the left", "From the top", "Turned", "")
    body = [[Paragraph(f"<b>{head}</b>", words) for head in heads]]
    for number, accent in enumerate(page.accents, 1):
        cells = (
            str(number),
            accent.what.name,
            format_nearest(accent.x, page.unit),
            format_nearest(accent.y, page.unit),
            f"{round(accent.turn / 100)}°" if accent.turn else "",
            ", ".join(filter(None, ("on foam" if accent.foam else "", "tucked under" if accent.under else ""))),
        )
        body.append([Paragraph(escape(cell), words) for cell in cells])
    parts = (0.07, 0.33, 0.16, 0.16, 0.1, 0.18)
    room = width - 2 * _MARGIN - 12
    document.build(
        [
            Paragraph(escape(page.name), heading),
            Paragraph(told, words),
            Spacer(1, 10),
            _Numbered(page),
            Spacer(1, 12),
            ruled_table(body, [room * part for part in parts]),
        ]
    )
    return out.getvalue()


class _Numbered(SmallPage):
    """The page with the numbers of its embellishments instead of those of its pieces."""

    def draw(self) -> None:
        """Draw it."""
        super().draw()
        for number, accent in enumerate(self.page.accents, 1):
            x, y = points(accent.x) * self.small, self.height - points(accent.y) * self.small
            self.canv.setFillColorRGB(1, 1, 1)
            self.canv.setStrokeColorRGB(*rgb(INK))
            self.canv.circle(x, y, _RADIUS, stroke=1, fill=1)
            self.canv.setFillColorRGB(*rgb(INK))
            self.canv.setFont(WORDS, 7)
            self.canv.drawCentredString(x, y - 2.5, str(number))
