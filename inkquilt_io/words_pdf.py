"""A page's words as a PDF at true size, to print on paper that is cut afterwards: cards, strips, booklet sides.

Every piece has its cut line. What is wider than the sheet is turned; a line that is longer than the
sheet's long side is split between two words, and says so. In a hand there is nothing to print
but the lines to write on. The same file printed on plain paper is the test print: check bars stand on every sheet.
"""

from __future__ import annotations

import io
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Any, Final

from reportlab.pdfgen.canvas import Canvas as Pdf

from inkquilt.lengths import INCH, Grains
from inkquilt.sketch.model import Size
from inkquilt.words.flow import WrittenLine
from inkquilt.words.script import Script
from inkquilt.words.stories import Ground
from inkquilt_io.pdf import FOOTER, PRINTER_MARGIN, WORDS, check_bars, kerned, page_words, points, register_fonts, rgb
from inkquilt_io.print_values import SheetSize
from inkquilt_io.shapes import PrintedStory

#: Between two pieces on a sheet, and round a line that is cut out by itself.
GAP: Final[Grains] = INCH // 4
_EDGE: Final[Grains] = INCH // 16


@dataclass(frozen=True, slots=True)
class _Text:
    """A line on a piece, from the piece's corner."""

    text: str
    x: Grains
    y: Grains
    length: Grains


@dataclass(frozen=True, slots=True)
class _Piece:
    """One piece to cut out: its size and lines; ``note`` says that it is a part of a line.

    ``outline`` are the corners it is cut along, in grains from its corner; none for a rectangle.
    """

    size: Size
    lines: tuple[_Text, ...]
    story: PrintedStory
    note: str = ""
    outline: tuple[tuple[float, float], ...] = ()


@dataclass(frozen=True, slots=True)
class _Laid:
    """A piece on a sheet; turned by a quarter when it is too wide."""

    piece: _Piece
    x: Grains
    y: Grains
    turned: bool


def words_pdf(name: str, stories: Sequence[PrintedStory], sheet: SheetSize) -> bytes:
    """Return the words as a PDF file."""
    register_fonts()
    width, height = sheet.value
    room = Size(width - 2 * PRINTER_MARGIN, height - 2 * PRINTER_MARGIN - FOOTER)
    pieces = [fitting for story in stories for piece in _pieces(story) for fitting in _for_sheet(piece, room)]
    sheets = _laid_out(pieces, room)
    out = io.BytesIO()
    pdf = Pdf(out, pagesize=(points(width), points(height)), invariant=1)
    pdf.setTitle(f"{name}: words")
    pdf.setAuthor("Ink Quilt")
    for number, laid in enumerate(sheets, 1):
        for one in laid:
            _draw(pdf, one, height)
        check_bars(pdf, points(PRINTER_MARGIN), points(PRINTER_MARGIN))
        page_words(pdf, points(width), number, len(sheets))
        pdf.showPage()
    pdf.save()
    return out.getvalue()


# -- pieces ------------------------------------------------------------------------------------


def _pieces(story: PrintedStory) -> Iterator[_Piece]:
    if story.sheet is not None:
        for side in _sides(story.lines):
            yield _Piece(story.sheet, tuple(_text(line, 0, 0) for line in side), story)
    elif story.grounds:
        for ground in story.grounds:
            on_it = tuple(_text(line, ground.x, ground.y) for line in story.lines if _lies_on(line, ground))
            yield _Piece(ground.size, on_it, story, outline=_contour(ground))
    else:
        level = [line for line in story.lines if not line.span.turn]
        if level:
            yield _around(level, story)
        for line in story.lines:
            if line.span.turn:
                yield _strip(line.text, line.width, story)


def _contour(ground: Ground) -> tuple[tuple[float, float], ...]:
    """Return the corners of a ground that is no rectangle, from its own corner."""
    if not ground.outline:
        return ()
    return tuple((x - ground.x, y - ground.y) for x, y in ground.shape.exterior.coords[:-1])


def _sides(lines: Sequence[WrittenLine]) -> Iterator[list[WrittenLine]]:
    """Yield the lines of each side: a new one begins where a line stands no lower than the one before."""
    side = list(lines[:1])
    for before, line in pairwise(lines):
        if line.span.y <= before.span.y:
            yield side
            side = []
        side.append(line)
    if side:
        yield side


def _lies_on(line: WrittenLine, ground: Ground) -> bool:
    x, y = line.span.x - ground.x, line.span.y - ground.y
    return 0 <= x < ground.size.width and 0 <= y < ground.size.height


def _text(line: WrittenLine, left: Grains, top: Grains) -> _Text:
    return _Text(line.text, line.span.x - left, line.span.y - top, line.span.length)


def _around(lines: Sequence[WrittenLine], story: PrintedStory) -> _Piece:
    """Return a piece round lines that lie on the page itself."""
    left, top = min(line.span.x for line in lines), min(line.span.y for line in lines)
    right = max(line.span.x + line.span.length for line in lines)
    bottom = max(line.span.y for line in lines) + story.script.pitch
    return _Piece(Size(right - left, bottom - top), tuple(_text(line, left, top) for line in lines), story)


def _strip(text: str, width: Grains, story: PrintedStory, note: str = "") -> _Piece:
    size = Size(width + 4 * _EDGE, story.script.pitch + 2 * _EDGE)
    return _Piece(size, (_Text(text, 2 * _EDGE, _EDGE, width),), story, note)


def _for_sheet(piece: _Piece, room: Size) -> Iterator[_Piece]:
    """Yield a piece, or, where no sheet takes it, its lines one by one, the long ones split between words."""
    long, short = max(room.width, room.height), min(room.width, room.height)
    if max(piece.size.width, piece.size.height) <= long and min(piece.size.width, piece.size.height) <= short:
        yield piece
        return
    for line in piece.lines:
        parts = list(_split(line.text, piece.story.script, long - 4 * _EDGE))
        for number, part in enumerate(parts, 1):
            note = f"part {number} of {len(parts)}" if len(parts) > 1 else ""
            yield _strip(part, piece.story.script.width(part), piece.story, note)


def _split(text: str, script: Script, most: Grains) -> Iterator[str]:
    part = ""
    for word in text.split():
        longer = f"{part} {word}".strip()
        if part and script.width(longer) > most:
            yield part
            longer = word
        part = longer
    yield part


# -- sheets ----------------------------------------------------------------------------------


def _laid_out(pieces: Sequence[_Piece], room: Size) -> list[list[_Laid]]:
    """Lay pieces row by row, a new sheet where the next row has no room; there is one sheet at least."""
    sheets: list[list[_Laid]] = [[]]
    x = y = row = 0
    for piece in pieces:
        turned = piece.size.width > room.width
        size = piece.size.swapped() if turned else piece.size
        if x and x + size.width > room.width:
            x, y, row = 0, y + row + GAP, 0
        if sheets[-1] and y + size.height > room.height:
            sheets.append([])
            x = y = row = 0
        sheets[-1].append(_Laid(piece, x, y, turned))
        x, row = x + size.width + GAP, max(row, size.height)
    return sheets


def _draw(pdf: Any, laid: _Laid, sheet_height: Grains) -> None:
    piece, script = laid.piece, laid.piece.story.script
    pdf.saveState()
    pdf.translate(points(PRINTER_MARGIN + laid.x), points(sheet_height - PRINTER_MARGIN - laid.y))
    if laid.turned:  # its top runs down the sheet's right side
        pdf.translate(points(piece.size.height), 0)
        pdf.rotate(-90)
    pdf.setLineWidth(0.4)
    pdf.setDash(3, 2)
    pdf.setStrokeColorRGB(0.55, 0.55, 0.55)
    if piece.outline:
        contour = pdf.beginPath()
        for number, (x, y) in enumerate(piece.outline):
            (contour.lineTo if number else contour.moveTo)(points(x), -points(y))
        contour.close()
        pdf.drawPath(contour)
    else:
        pdf.rect(0, -points(piece.size.height), points(piece.size.width), points(piece.size.height))
    pdf.setDash()
    pdf.setFillColorRGB(*rgb(piece.story.colour))
    for line in piece.lines:
        # The same baseline as on the page: the middle of the line, and a third of the letters below it.
        foot = -points(line.y + script.pitch // 2) - points(script.em) * 0.34
        if script.half_points is None:
            foot = -points(line.y + script.pitch * 17 // 20)
            pdf.line(points(line.x), foot, points(line.x + line.length), foot)
        else:
            pdf.setFont(script.name, script.half_points / 2)
            kerned(pdf, line.text, script, points(line.x), foot)
    if piece.note:
        pdf.setFont(WORDS, 6)
        pdf.drawString(2, -points(piece.size.height) - 7, piece.note)
    pdf.restoreState()
