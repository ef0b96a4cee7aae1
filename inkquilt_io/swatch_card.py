"""A card of swatches to take to the shop, as a PDF: what is lacking, and the colours it must go with.

Every swatch is 1 1/4 in square with its name beside it; what shall match lies along the foot. A screen and a printer
show colours each in their own way: the card says so.
"""

from __future__ import annotations

import io
from collections.abc import Iterator, Sequence
from typing import Final

from reportlab.pdfgen.canvas import Canvas as Pdf

from inkquilt.lengths import INCH
from inkquilt_io.look import INK
from inkquilt_io.pdf import TITLES, WORDS, check_bars, points, register_fonts, rgb
from inkquilt_io.print_values import SheetSize, Swatch, SwatchAsked

_SWATCH: Final = points(5 * INCH // 4)
_EDGE: Final = points(INCH)
_SMALL: Final = points(5 * INCH // 8)
_NOTE: Final = "Printers and screens change colours: hold the card beside a scrap or the photo before you trust it."


def swatch_pdf(asked: SwatchAsked) -> bytes:
    """Return the card on letter paper."""
    register_fonts()
    out = io.BytesIO()
    width, height = (points(side) for side in SheetSize.LETTER.value)
    pdf = Pdf(out, pagesize=(width, height), invariant=True)
    pdf.setTitle(f"Swatches for {asked.page}")
    top = height - _EDGE
    _say(pdf, TITLES, 20, _EDGE, top, f"Papers for “{asked.page}”")
    top -= 34
    if not asked.lacking:
        _say(pdf, WORDS, 12, _EDGE, top, "Nothing is lacking: your stash has a paper for every place.")
        top -= 24
    for one in asked.lacking:
        _swatch(pdf, one, _EDGE, top - _SWATCH, _SWATCH)
        lines = (one.name, *one.lines)
        for number, line in enumerate(lines):
            size = 15 if number == 0 else 11
            _say(pdf, WORDS, size, _EDGE + _SWATCH + 16, top - 20 - 20 * number, line)
        top -= _SWATCH + 16
    for what, swatches in (("to go with these papers", asked.papers), ("and with the photos", asked.photos)):
        top = _row(pdf, what, swatches, top - 8, width) if swatches else top
    _say(pdf, WORDS, 9, _EDGE, 64, _NOTE)
    check_bars(pdf, _EDGE, 40)
    pdf.showPage()
    pdf.save()
    return out.getvalue()


def _row(pdf: Pdf, what: str, swatches: Sequence[Swatch], top: float, width: float) -> float:
    """Draw small swatches side by side under a line of words, and return where they end."""
    _say(pdf, WORDS, 11, _EDGE, top - 12, what)
    top -= 22
    step = _SMALL + 50
    room = max(1, int((width - 2 * _EDGE) // step))
    for start in range(0, len(swatches), room):
        for number, one in enumerate(swatches[start : start + room]):
            left = _EDGE + number * step
            _swatch(pdf, one, left, top - _SMALL, _SMALL)
            _say(pdf, WORDS, 8, left, top - _SMALL - 10, one.name[:20])
        top -= _SMALL + 22
    return top


def _swatch(pdf: Pdf, one: Swatch, left: float, foot: float, side: float) -> None:
    pdf.setFillColorRGB(*_parts(one.colour))
    pdf.setStrokeColorRGB(*rgb(INK))
    pdf.setLineWidth(0.4)
    pdf.rect(left, foot, side, side, stroke=1, fill=1)


def _parts(colour: str) -> Iterator[float]:
    return (int(colour[at : at + 2], 16) / 255 for at in (1, 3, 5))


def _say(pdf: Pdf, font: str, size: float, left: float, foot: float, words: str) -> None:
    pdf.setFont(font, size)
    pdf.setFillColorRGB(*rgb(INK))
    pdf.drawString(left, foot, words)
