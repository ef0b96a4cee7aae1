"""A fitted page as PDF at true size, tiled over letter or A4 where it is larger.

The first sheet is a key: the page small with its piece numbers, how the tiles
lie, and the check bars. Then come the tiles, each overlapping its neighbours by
1/4 in, with match marks where sheets meet and check bars of 1 in and 25 mm.
1 in is 72 points (PDF 1.7, ISO 32000-1, 8.3.2.3).
"""

from __future__ import annotations

import io
import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from functools import partial
from pathlib import Path
from typing import Any, Final

from PIL import Image
from reportlab.lib.utils import ImageReader
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas as Pdf

from inkquilt.colour import read_colour
from inkquilt.embellishments import Accent
from inkquilt.lengths import INCH, MM, Grains, size_with_unit
from inkquilt.sketch import Role, Shape
from inkquilt.sketch.model import POLYGON_PARTS, Size
from inkquilt.words.script import Script
from inkquilt_io.look import INK, WHITE, Colour
from inkquilt_io.print_values import SheetSize
from inkquilt_io.shapes import DrawnTitle, FittedPage, Outline, Picture, PrintedStory, walk
from inkquilt_io.window import window_of

POINTS_PER_INCH: Final = 72
OVERLAP: Final[Grains] = INCH // 4
#: What home printers leave blank, and the strip below a tile for its bars and words.
PRINTER_MARGIN: Final[Grains] = INCH // 4
FOOTER: Final[Grains] = INCH // 2
#: Ruled lines of a card to write on lie this far apart.
RULED_PITCH: Final[Grains] = 5 * INCH // 16
WORDS: Final = "Figtree"
TITLES: Final = "Literata"
#: Photos are put in with at most this many pixels per inch.
PHOTO_PIXELS_PER_INCH: Final = 300

#: Height of a capital in parts of a font's size, near enough for letters that are scaled to their boxes.
_CAPITAL: Final = 0.7
_FONTS: Final = {WORDS: "Figtree-Medium.ttf", TITLES: "Literata-SemiBold.ttf"}


@dataclass(frozen=True, slots=True)
class Tile:
    """A part of the page printed on one sheet: where it begins on the page, its size, its place in the tiling."""

    x: Grains
    y: Grains
    width: Grains
    height: Grains
    column: int
    row: int


def points(grains: float) -> float:
    """Return a length in points."""
    return grains * POINTS_PER_INCH / INCH


def tiles(width: Grains, height: Grains, sheet: SheetSize) -> list[Tile]:
    """Return the parts of a page, row by row; a page no larger than the sheet is one tile."""
    sheet_width, sheet_height = sheet.value
    if width <= sheet_width and height <= sheet_height:
        return [Tile(0, 0, width, height, 0, 0)]
    across = list(_spans(width, sheet_width - 2 * PRINTER_MARGIN))
    down = list(_spans(height, sheet_height - 2 * PRINTER_MARGIN - FOOTER))
    return [
        Tile(x, y, tile_width, tile_height, column, row)
        for row, (y, tile_height) in enumerate(down)
        for column, (x, tile_width) in enumerate(across)
    ]


def _spans(length: Grains, room: Grains) -> Iterator[tuple[Grains, Grains]]:
    """Yield start and length of parts that overlap by ``OVERLAP`` and fill ``length``."""
    start = 0
    while True:
        part = min(room, length - start)
        yield start, part
        if start + part >= length:
            return
        start += part - OVERLAP


def register_fonts() -> None:
    """Make the shipped fonts known, once."""
    for name, file in _FONTS.items():
        if name not in pdfmetrics.getRegisteredFontNames():
            pdfmetrics.registerFont(TTFont(name, Path(__file__).parent / "fonts" / file))


def draw_small(pdf: Any, page: FittedPage, left: float, foot: float, scale: float) -> None:
    """Draw the page small with its piece numbers, its lower left corner at a place in points."""
    pdf.saveState()
    pdf.translate(left, foot)
    pdf.scale(scale, scale)
    walk(page, _PdfCanvas(pdf, page), notes=False)
    _numbers(pdf, page, scale)
    pdf.restoreState()


def page_pdf(page: FittedPage, sheet: SheetSize) -> bytes:
    """Return the page as a PDF file."""
    register_fonts()
    out = io.BytesIO()
    parts = tiles(page.width, page.height, sheet)
    width, height = sheet.value
    pdf = Pdf(out, pagesize=(points(width), points(height)), invariant=1)
    pdf.setTitle(page.name)
    pdf.setAuthor("Ink Quilt")
    total = len(parts) + 1
    _key_sheet(pdf, page, sheet, parts, total)
    for number, tile in enumerate(parts, start=2):
        draw = partial(walk, page, _PdfCanvas(pdf, page))
        tile_sheet(pdf, Size(page.width, page.height), sheet, tile, parts, number, total, draw)
    pdf.save()
    return out.getvalue()


# -- sheets ------------------------------------------------------------------------------


def _key_sheet(pdf: Any, page: FittedPage, sheet: SheetSize, parts: list[Tile], total: int) -> None:
    width, height = (points(side) for side in sheet.value)
    left, top = points(INCH), height - points(INCH)
    pdf.setFillColorRGB(*rgb(INK))
    pdf.setFont(TITLES, 22)
    pdf.drawString(left, top, page.name[:60])
    pdf.setFont(WORDS, 11)
    size = size_with_unit(page.width, page.height, page.unit)
    sheets = "one sheet" if len(parts) == 1 else f"{len(parts)} sheets that overlap by 1/4 in"
    pdf.drawString(left, top - 22, f"Page {size}, at true size on {sheets}.")
    pdf.drawString(left, top - 38, "Print at 100 %, with no scaling. Measure both bars before you cut.")
    check_bars(pdf, left, top - 78)
    room_x, room_y = width - 2 * left, top - 78 - points(INCH) - 30
    scale = min(room_x / points(page.width), room_y / points(page.height))
    draw_small(pdf, page, left, top - 108 - points(page.height) * scale, scale)
    tiles_drawn(pdf, parts, Size(page.width, page.height), top - 108 - points(page.height) * scale, left, scale)
    page_words(pdf, width, 1, total)
    pdf.showPage()


def tile_sheet(
    pdf: Any, whole: Size, sheet: SheetSize, tile: Tile, parts: Sequence[Tile], number: int, total: int,
    draw: Callable[[], None],
) -> None:  # fmt: skip
    """Print one part of something ``whole`` at true size; ``draw`` draws all of it, its lower left corner at nought."""
    sheet_width, sheet_height = sheet.value
    single = len(parts) == 1
    left = (sheet_width - tile.width) // 2 if single else PRINTER_MARGIN
    top = (sheet_height - tile.height) // 2 if single else PRINTER_MARGIN
    pdf.saveState()
    pdf.translate(points(left - tile.x), points(sheet_height - top + tile.y - whole.height))
    clip = pdf.beginPath()
    corner = points(tile.x), points(whole.height - tile.y - tile.height)
    clip.rect(*corner, points(tile.width), points(tile.height))
    pdf.saveState()
    pdf.clipPath(clip, stroke=0, fill=0)
    draw()
    pdf.restoreState()
    if not single:
        _match_marks(pdf, whole, tile, parts)
    pdf.restoreState()
    below = sheet_height - top - tile.height
    if below >= FOOTER:
        check_bars(pdf, points(PRINTER_MARGIN), points(PRINTER_MARGIN) + 4)
        page_words(pdf, points(sheet_width), number, total)
    pdf.showPage()


def tiles_drawn(pdf: Any, parts: Sequence[Tile], whole: Size, foot: float, left: float, scale: float) -> None:
    """Draw how the tiles lie over something that was drawn small; places in points."""
    if len(parts) < 2:
        return
    pdf.saveState()
    pdf.translate(left, foot)
    pdf.setDash(3, 3)
    pdf.setStrokeColorRGB(0.66, 0.24, 0.18)
    for tile in parts:
        corner = points(tile.x) * scale, points(whole.height - tile.y - tile.height) * scale
        pdf.rect(*corner, points(tile.width) * scale, points(tile.height) * scale)
    pdf.restoreState()


def _match_marks(pdf: Any, whole: Size, tile: Tile, parts: Sequence[Tile]) -> None:
    """Cross the middle of every overlap with a mark that its neighbour repeats at the same place of the page."""
    pdf.setStrokeColorRGB(0.66, 0.24, 0.18)
    pdf.setLineWidth(0.6)
    arm = points(INCH // 8)
    for other in parts:
        beside = other.row == tile.row and abs(other.column - tile.column) == 1
        stacked = other.column == tile.column and abs(other.row - tile.row) == 1
        if not beside and not stacked:
            continue
        seam_x = max(tile.x, other.x) + OVERLAP // 2
        seam_y = max(tile.y, other.y) + OVERLAP // 2
        for quarter in (1, 3):
            x = seam_x if beside else tile.x + tile.width * quarter // 4
            y = tile.y + tile.height * quarter // 4 if beside else seam_y
            px, py = points(x), points(whole.height - y)
            pdf.line(px - arm, py, px + arm, py)
            pdf.line(px, py - arm, px, py + arm)


def check_bars(pdf: Any, x: float, y: float) -> None:
    """Draw bars of 1 in and 25 mm to hold a ruler against; places in points."""
    pdf.setFillColorRGB(*rgb(INK))
    pdf.rect(x, y, points(INCH), 3, stroke=0, fill=1)
    pdf.rect(x + points(INCH) + 24, y, points(25 * MM), 3, stroke=0, fill=1)
    pdf.setFont(WORDS, 8)
    pdf.drawString(x, y + 6, "1 in")
    pdf.drawString(x + points(INCH) + 24, y + 6, "25 mm")


def page_words(pdf: Any, width: float, number: int, total: int) -> None:
    """Say which sheet this is, and that it is printed at true size; the sheet's width in points."""
    pdf.setFillColorRGB(*rgb(INK))
    pdf.setFont(WORDS, 9)
    place = points(PRINTER_MARGIN) + 4
    pdf.drawRightString(width - points(PRINTER_MARGIN), place, f"page {number} of {total} · print at 100 %")


def _numbers(pdf: Any, page: FittedPage, scale: float) -> None:
    for block in page.blocks:
        number = page.numbers.get(block.id)
        if number is None or block.role is Role.MAT:
            continue
        # In the lower left corner, where pieces on top seldom lie and faces never.
        radius = 8 / scale
        x = points(block.x) + radius * 1.2
        y = points(page.height - block.y - block.height) + radius * 1.2
        pdf.setFillColorRGB(1, 1, 1)
        pdf.setStrokeColorRGB(*rgb(INK))
        pdf.circle(x, y, radius, stroke=1, fill=1)
        pdf.setFillColorRGB(*rgb(INK))
        pdf.setFont(WORDS, 9 / scale)
        pdf.drawCentredString(x, y - 3 / scale, str(number))


# -- drawing -----------------------------------------------------------------------------


class _PdfCanvas:
    """Draws in points with the page's lower left corner as origin."""

    def __init__(self, pdf: Any, page: FittedPage) -> None:
        self.pdf, self.page = pdf, page

    def y(self, grains: float) -> float:
        return points(self.page.height - grains)

    def path(self, outline: Outline) -> Any:
        path, block = self.pdf.beginPath(), outline.block
        if block.shape is Shape.CIRCLE:
            path.circle(points(outline.centre[0]), self.y(outline.centre[1]), points(block.width / 2))
            return path
        for corners in filter(None, (outline.corners, *outline.openings)):
            path.moveTo(points(corners[0].x), self.y(corners[0].y))
            for corner in corners[1:]:
                path.lineTo(points(corner.x), self.y(corner.y))
            path.close()
        return path

    def turned(self, outline: Outline) -> None:
        """Turn all that follows about the block's centre; PDF turns anticlockwise."""
        x, y = points(outline.centre[0]), self.y(outline.centre[1])
        self.pdf.translate(x, y)
        self.pdf.rotate(-outline.degrees)
        self.pdf.translate(-x, -y)

    def shape(self, outline: Outline, colour: Colour) -> None:
        self.pdf.saveState()
        self.turned(outline)
        self.pdf.setLineWidth(0.5)
        self.pdf.setStrokeColorRGB(*rgb(INK))
        self.pdf.setFillColorRGB(*rgb(colour))
        self.pdf.drawPath(self.path(outline), stroke=1, fill=1)
        self.pdf.restoreState()

    def paper(self, outline: Outline, colour: Colour, of: str) -> None:
        self.shape(outline, colour)

    def photo(self, outline: Outline, picture: Picture | None) -> None:
        if picture is None:
            self.shape(outline, WHITE)
            return
        block = outline.block
        image = _cropped(picture, points(block.width), points(block.height))
        self.pdf.saveState()
        self.turned(outline)
        self.pdf.clipPath(self.path(outline), stroke=0, fill=0)
        self.pdf.drawImage(
            image, points(block.x), self.y(block.y + block.height), points(block.width), points(block.height)
        )
        self.pdf.restoreState()

    def words(self, outline: Outline, text: str) -> None:
        block = outline.block
        if not text:
            return
        width, height = points(block.width), points(block.height)
        size = height * 0.8
        wide = pdfmetrics.stringWidth(text, TITLES, size)
        size = min(size, size * width / wide) if wide else size
        self.pdf.saveState()
        self.turned(outline)
        self.pdf.setFillColorRGB(*rgb(INK))
        self.pdf.setFont(TITLES, size)
        baseline = self.y(block.y + block.height / 2) - size * 0.35
        self.pdf.drawString(points(block.x), baseline, text)
        self.pdf.restoreState()

    def journaling(self, outline: Outline, colour: Colour) -> None:
        """A white card with ruled lines, whatever its paper: it is written on."""
        self.shape(outline, WHITE)
        block = outline.block
        self.pdf.saveState()
        self.turned(outline)
        self.pdf.setLineWidth(0.4)
        self.pdf.setStrokeColorRGB(0.56, 0.61, 0.72)
        inset = points(INCH // 8)
        left, right = points(block.x) + inset, points(block.x + block.width) - inset
        for line in range(1, block.height // RULED_PITCH):
            level = self.y(block.y + line * RULED_PITCH)
            self.pdf.line(left, level, right, level)
        self.pdf.restoreState()

    def cluster(self, outline: Outline) -> None:
        self.pdf.saveState()
        self.pdf.setDash(2, 2)
        self.shape(outline, (250, 246, 236))
        self.pdf.restoreState()

    def lettered(self, outline: Outline, title: DrawnTitle) -> None:
        """Every letter fills its box; letters of one's own are drawn in the title font."""
        font = title.font or TITLES
        centre = outline.centre
        self.pdf.saveState()
        self.pdf.translate(points(centre[0]), self.y(centre[1]))
        self.pdf.rotate(-(title.turn + outline.block.turn) / 100)
        self.pdf.setFillColorRGB(*rgb(title.colour))
        for letter in title.letters:
            size = points(letter.size.height) / _CAPITAL
            wide = pdfmetrics.stringWidth(letter.character, font, size)
            words = self.pdf.beginText(points(letter.x), -points(letter.y + letter.size.height))
            words.setFont(font, size)
            words.setHorizScale(100 * points(letter.size.width) / wide if wide else 100)
            words.textOut(letter.character)
            self.pdf.drawText(words)
        self.pdf.restoreState()

    def story(self, story: PrintedStory) -> None:
        script = story.script
        for ground in story.grounds:
            self.pdf.setFillColorRGB(*rgb(read_colour(ground.colour) if ground.colour else WHITE))
            self.pdf.setStrokeColorRGB(*rgb(INK))
            self.pdf.setLineWidth(0.4)
            contour = self.pdf.beginPath()
            for number, (x, y) in enumerate(ground.shape.exterior.coords[:-1]):
                (contour.lineTo if number else contour.moveTo)(points(x), self.y(y))
            contour.close()
            self.pdf.drawPath(contour, stroke=1, fill=1)
        for line in story.lines:
            self.pdf.saveState()
            self.pdf.translate(points(line.span.x), self.y(line.span.y))
            self.pdf.rotate(-line.span.turn / 100)
            self.pdf.setFillColorRGB(*rgb(story.colour))
            foot = -points(script.pitch) / 2 - points(script.em) * 0.34
            if script.half_points is None:  # a hand writes itself: its lines are drawn
                self.pdf.setStrokeColorRGB(0.56, 0.61, 0.72)
                foot = -points(script.pitch) * 0.85
                self.pdf.line(0, foot, points(line.span.length), foot)
            else:
                self.pdf.setFont(script.name, script.half_points / 2)
                kerned(self.pdf, line.text, script, 0, foot)
            self.pdf.restoreState()

    def embellishment(self, accent: Accent) -> None:
        picture = self.page.things.get(accent.what.key)
        if picture is not None:
            self.thing(accent, picture)
            return
        path = self.pdf.beginPath()
        first, *others = accent.outline.exterior.coords[:-1]
        path.moveTo(points(first[0]), self.y(first[1]))
        for x, y in others:
            path.lineTo(points(x), self.y(y))
        path.close()
        self.pdf.setLineWidth(0.5)
        self.pdf.setStrokeColorRGB(*rgb(INK))
        self.pdf.setFillColorRGB(*rgb(accent.what.colours[0]))
        self.pdf.drawPath(path, stroke=1, fill=1)

    def thing(self, accent: Accent, picture: bytes) -> None:
        """Draw an embellishment as it was photographed; of one that was cut in two, its half."""
        size = accent.what.size
        width, height = points(size.width), points(size.height)
        with Image.open(io.BytesIO(picture)) as image:
            seen = image.convert("RGBA")
        if accent.what.shown:
            low, far = accent.what.shown
            ends = (low.across * seen.width, low.down * seen.height, far.across * seen.width, far.down * seen.height)
            left, top, right, bottom = (round(end / POLYGON_PARTS) for end in ends)
            seen = seen.crop((left, top, right, bottom))
        self.pdf.saveState()
        self.pdf.translate(points(accent.x), self.y(accent.y))
        self.pdf.rotate(-accent.turn / 100)
        self.pdf.drawImage(ImageReader(seen), -width / 2, -height / 2, width, height, mask="auto")
        self.pdf.restoreState()

    def note(self, outline: Outline, text: str) -> None:
        block = outline.block
        self.pdf.saveState()
        self.turned(outline)
        self.pdf.setFont(WORDS, 8)
        width = pdfmetrics.stringWidth(text, WORDS, 8) + 6
        x, y = points(block.x) + 3, self.y(block.y + block.height) + 3
        self.pdf.setFillColorRGB(1, 1, 1)
        self.pdf.rect(x, y, width, 11, stroke=0, fill=1)
        self.pdf.setFillColorRGB(*rgb(INK))
        self.pdf.drawString(x + 3, y + 3, text)
        self.pdf.restoreState()


def kerned(pdf: Any, text: str, script: Script, x: float, y: float) -> None:
    """Draw a line letter pair by letter pair, so that it is as long as it was measured; places in points."""
    at, run = 0, ""
    for number, character in enumerate(text):
        run += character
        kern = script.kerning.get(text[number : number + 2], 0)
        if kern or number == len(text) - 1:
            pdf.drawString(x + points(at * script.em / script.parts), y, run)
            at += sum(script.widths.get(one, script.plain) for one in run) + kern
            run = ""


def _cropped(picture: Picture, width: float, height: float) -> ImageReader:
    """Return the part of a photo that shows, no finer than a printer prints."""
    most = (
        math.ceil(width / POINTS_PER_INCH * PHOTO_PIXELS_PER_INCH),
        math.ceil(height / POINTS_PER_INCH * PHOTO_PIXELS_PER_INCH),
    )
    with Image.open(picture.path) as image:
        part = window_of(image.convert("RGB"), picture.crop, most)
    return ImageReader(part)


def rgb(colour: Colour) -> tuple[float, float, float]:
    """Return a colour in parts of one."""
    return colour[0] / 255, colour[1] / 255, colour[2] / 255
