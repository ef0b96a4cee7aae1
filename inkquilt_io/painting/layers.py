"""Every piece of a page as a picture of its own, from the bottom up, each with where it lies.

Places and sizes are in pixels of the picture; a layer's picture has the piece's outline as its alpha.
"""

from __future__ import annotations

import io
import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Final

from PIL import Image, ImageDraw, ImageFont
from shapely import affinity
from shapely.geometry import Point, Polygon
from shapely.geometry.base import BaseGeometry

from inkquilt.colour import read_colour
from inkquilt.embellishments import Accent, EmbellishmentKind, Form
from inkquilt.lengths import INCH
from inkquilt.sketch.model import POLYGON_PARTS, Shape
from inkquilt_io.lettering import FONTS
from inkquilt_io.lettering import file_of as font_file
from inkquilt_io.look import INK, WHITE, Colour
from inkquilt_io.painting.papers import PaperPaint, filled
from inkquilt_io.shapes import DrawnTitle, FittedPage, Outline, Picture, PrintedStory, walk
from inkquilt_io.window import window_of

#: Outlines are drawn so many times finer, so that they come out even.
_FINER: Final = 3
_TITLES: Final = "Literata"
#: Height of a capital in parts of a font's size, near enough for letters that are scaled to their boxes.
_CAPITAL: Final = 0.7
#: A title that is not set yet fills so much of its place, as on screen.
_TITLE_HIGH: Final = 0.74
_TITLE_WIDE: Final = 0.98
_RULED: Final = (143, 156, 184)
_RULED_PITCH: Final = 5 * INCH // 16


@dataclass(frozen=True, slots=True)
class PaintedPage:
    """A page to be painted: what is drawn of it, and how its papers look by their letters; ``across`` lie turned."""

    page: FittedPage
    papers: Mapping[str, PaperPaint] = field(default_factory=dict)
    across: frozenset[str] = frozenset()
    #: What the page's stories are called, in the order in which they are drawn.
    stories: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Layer:
    """One piece: its key (a block, an embellishment, a story), its picture and where that lies."""

    key: str
    image: Image.Image
    left: int
    top: int


def layers_of(painted: PaintedPage, scale: float, with_rooms: bool = False) -> tuple[Layer, ...]:
    """Return the pieces of a page at so many pixels a grain; empty rooms for clusters only if asked for."""
    painter = _Painter(painted, scale, with_rooms)
    walk(painted.page, painter, notes=False)
    return tuple(painter.layers)


class _Painter:
    """Paints one layer for everything it is told to draw."""

    def __init__(self, painted: PaintedPage, scale: float, with_rooms: bool) -> None:
        self.painted, self.page, self.scale, self.with_rooms = painted, painted.page, scale, with_rooms
        self.blocks = {block.id for block in painted.page.blocks}
        self.layers: list[Layer] = []
        self.stories = 0

    # -- what a canvas draws ------------------------------------------------------------

    def paper(self, outline: Outline, colour: Colour, of: str) -> None:
        known = self.painted.papers.get(of)
        paint = known or PaperPaint(colour)
        if outline.block.id in self.painted.across and known is not None:
            paint = PaperPaint(paint.colour, paint.kind, paint.picture, paint.wide, paint.high, across=True)
        shape = self.shape(outline)
        self.lay(self.key_of(outline), shape, filled(paint, self.size(shape), self.scale))

    def photo(self, outline: Outline, picture: Picture | None) -> None:
        shape = self.shape(outline)
        if picture is None:
            self.lay(outline.block.id, shape, Image.new("RGB", self.size(shape), WHITE))
            return
        block = outline.block
        wide, high = (max(1, round(side * self.scale)) for side in (block.width, block.height))
        with Image.open(picture.path) as image:
            part = window_of(image.convert("RGB"), picture.crop, (wide, high)).resize((wide, high))
        self.lay(outline.block.id, shape, self.turned(part, outline.degrees, shape))

    def words(self, outline: Outline, text: str) -> None:
        """A title that is not set yet: its words as large as there is room for."""
        block = outline.block
        if not text:
            return
        high, room = max(1, round(block.height * self.scale)), block.width * self.scale
        size = min(_TITLE_HIGH * high, _TITLE_WIDE * room / max(0.1, _font(_TITLES, 100).getlength(text) / 100))
        font = _font(_TITLES, max(6, round(size)))
        patch = Image.new("RGBA", (max(1, round(room)), high * 2), (0, 0, 0, 0))  # what hangs below the line may
        ImageDraw.Draw(patch).text((0, high), text, font=font, fill=INK, anchor="lm")
        self.lay_patch(block.id, patch, outline.degrees, outline.centre)

    def journaling(self, outline: Outline, colour: Colour) -> None:
        """A card with ruled lines."""
        shape, block = self.shape(outline), outline.block
        card = Image.new("RGB", self.size(shape), WHITE)
        if not outline.degrees:
            draw = ImageDraw.Draw(card)
            inset, pitch = INCH // 8 * self.scale, _RULED_PITCH * self.scale
            y = inset + pitch
            while y < block.height * self.scale - inset / 2:
                draw.line([(inset, y), (card.width - inset, y)], fill=_RULED, width=max(1, round(self.scale * 90)))
                y += pitch
        self.lay(block.id, shape, card)

    def cluster(self, outline: Outline) -> None:
        if self.with_rooms:
            shape = self.shape(outline)
            self.lay(outline.block.id, shape, Image.new("RGB", self.size(shape), (250, 246, 236)))

    def lettered(self, outline: Outline, title: DrawnTitle) -> None:
        """Every letter fills its box."""
        block, letters = outline.block, title.letters
        if not letters:
            return
        left = min(one.x for one in letters) * self.scale
        top = min(one.y - one.size.height // 3 for one in letters) * self.scale
        right = max(one.x + one.size.width for one in letters) * self.scale
        foot = max(one.y + one.size.height * 4 // 3 for one in letters) * self.scale
        # The patch is about the block's centre, so that it turns about it.
        half_wide, half_high = max(-left, right) + 2, max(-top, foot) + 2
        patch = Image.new("RGBA", (2 * math.ceil(half_wide), 2 * math.ceil(half_high)), (0, 0, 0, 0))
        for one in letters:
            glyph = _glyph(one.character, title.font or _TITLES, title.colour, one.size.width * self.scale,
                           one.size.height * self.scale)  # fmt: skip
            at = one.x * self.scale + patch.width / 2, one.y * self.scale + patch.height / 2
            patch.alpha_composite(
                glyph, (max(0, round(at[0])), max(0, round(at[1] - (glyph.height - one.size.height * self.scale) / 2)))
            )
        self.lay_patch(block.id, patch, (title.turn + block.turn) / 100, outline.centre)

    def story(self, story: PrintedStory) -> None:
        names = self.painted.stories
        key = names[self.stories] if self.stories < len(names) else f"words {self.stories + 1}"
        self.stories += 1
        size = round(self.page.width * self.scale), round(self.page.height * self.scale)
        sheet = Image.new("RGBA", size, (0, 0, 0, 0))
        for ground in story.grounds:
            colour = read_colour(ground.colour) if ground.colour else WHITE
            self.on_sheet(sheet, ground.shape, colour)
        for line in story.lines:
            self.written(sheet, story, line.text, line.span.x, line.span.y, line.span.length, line.span.turn / 100)
        box = sheet.getbbox()
        if box:
            self.layers.append(Layer(key, sheet.crop(box), box[0], box[1]))

    def embellishment(self, accent: Accent) -> None:
        what, picture = accent.what, self.page.things.get(accent.what.key)
        wide, high = (max(1, round(side * self.scale)) for side in (what.size.width, what.size.height))
        if picture is not None:
            patch = _thing(picture, accent).resize((wide, high), Image.Resampling.LANCZOS)
            self.lay_patch(accent.key, patch, accent.turn / 100, (accent.x, accent.y))
            return
        straight = affinity.scale(what.shape, self.scale, self.scale, origin=(0, 0))
        patch = _drawn(accent, affinity.translate(straight, wide / 2, high / 2), (wide, high))
        self.lay_patch(accent.key, patch, accent.turn / 100, (accent.x, accent.y))

    def note(self, outline: Outline, text: str) -> None:
        """No notes on a picture."""

    # -- laying what was drawn ----------------------------------------------------------

    def key_of(self, outline: Outline) -> str:
        """Return the block a part belongs to: pieces of rows and windows have keys of their own."""
        own = outline.block.id
        while own not in self.blocks and "-" in own:
            own = own.rsplit("-", 1)[0]
        return own

    def shape(self, outline: Outline) -> BaseGeometry:
        """Return an outline as it lies, in pixels."""
        block = outline.block
        if block.shape is Shape.CIRCLE:
            shape = Point(*outline.centre).buffer(block.width / 2, quad_segs=32)
        else:
            shape = Polygon(outline.corners, list(outline.openings))
        turned = affinity.rotate(shape, outline.degrees, origin=outline.centre)
        return affinity.scale(turned, self.scale, self.scale, origin=(0, 0))

    def size(self, shape: BaseGeometry) -> tuple[int, int]:
        left, top, right, bottom = shape.bounds
        return max(1, math.ceil(right) - math.floor(left)), max(1, math.ceil(bottom) - math.floor(top))

    def lay(self, key: str, shape: BaseGeometry, ground: Image.Image) -> None:
        """Keep a ground with the shape cut out of it."""
        left, top = math.floor(shape.bounds[0]), math.floor(shape.bounds[1])
        mask = _mask(shape, (left, top), ground.size)
        layer = ground.convert("RGBA")
        layer.putalpha(mask)
        self.layers.append(Layer(key, layer, left, top))

    def turned(self, picture: Image.Image, degrees: float, shape: BaseGeometry) -> Image.Image:
        """Return a picture turned about its middle on a ground as large as its shape."""
        if not degrees:
            return picture.resize(self.size(shape))
        turned = picture.rotate(-degrees, Image.Resampling.BICUBIC, expand=True)
        size = self.size(shape)
        ground = Image.new("RGB", size, WHITE)
        ground.paste(turned, ((size[0] - turned.width) // 2, (size[1] - turned.height) // 2))
        return ground

    def lay_patch(self, key: str, patch: Image.Image, degrees: float, middle: tuple[float, float]) -> None:
        """Keep a patch turned about its middle, which lies at a place in grains."""
        if degrees % 360:
            patch = patch.rotate(-degrees, Image.Resampling.BICUBIC, expand=True)
        left = round(middle[0] * self.scale - patch.width / 2)
        top = round(middle[1] * self.scale - patch.height / 2)
        self.layers.append(Layer(key, patch, left, top))

    def on_sheet(self, sheet: Image.Image, shape: BaseGeometry, colour: Colour) -> None:
        scaled = affinity.scale(shape, self.scale, self.scale, origin=(0, 0))
        mask = _mask(scaled, (0, 0), sheet.size)
        sheet.paste(Image.new("RGBA", sheet.size, (*colour, 255)), (0, 0), mask)

    def written(
        self, sheet: Image.Image, story: PrintedStory, text: str, x: float, y: float, length: float, degrees: float
    ) -> None:
        """Write a line: print in its font; a hand writes itself, and its line is drawn."""
        script, scale = story.script, self.scale
        high, long = max(2, math.ceil(script.pitch * scale * 1.3)), max(2, math.ceil(length * scale) + 4)
        patch = Image.new("RGBA", (long, high), (0, 0, 0, 0))
        draw = ImageDraw.Draw(patch)
        if script.half_points is None:
            foot = script.pitch * scale * 0.85
            draw.line([(0, foot), (length * scale, foot)], fill=(*_RULED, 255), width=1)
        else:
            font = _font(script.name if script.name in FONTS else _TITLES, max(4, round(script.em * scale)))
            draw.text((0, script.pitch * scale / 2 + script.em * scale * 0.34), text, font=font, fill=story.colour,
                      anchor="ls")  # fmt: skip
        if degrees:
            patch = patch.rotate(-degrees, Image.Resampling.BICUBIC, expand=False)
        at = round(x * scale), round(y * scale)
        if 0 <= at[0] < sheet.width and 0 <= at[1] < sheet.height:
            sheet.alpha_composite(patch.crop((0, 0, min(patch.width, sheet.width - at[0]),
                                              min(patch.height, sheet.height - at[1]))), at)  # fmt: skip


# -- single things ---------------------------------------------------------------------------


def _mask(shape: BaseGeometry, corner: tuple[int, int], size: tuple[int, int]) -> Image.Image:
    """Return a shape as a mask, its edges even; rings in it are open."""
    mask = Image.new("L", (size[0] * _FINER, size[1] * _FINER), 0)
    draw = ImageDraw.Draw(mask)

    def ring(points: Iterable[Sequence[float]]) -> list[tuple[float, float]]:
        return [((x - corner[0]) * _FINER, (y - corner[1]) * _FINER) for x, y in points]

    for part in getattr(shape, "geoms", [shape]):
        if part.geom_type == "Polygon":
            draw.polygon(ring(part.exterior.coords), fill=255)
            for inner in part.interiors:
                draw.polygon(ring(inner.coords), fill=0)
    return mask.resize(size, Image.Resampling.BOX)


@lru_cache(maxsize=128)
def _font(name: str, pixels: int) -> ImageFont.FreeTypeFont:
    return ImageFont.truetype(str(font_file(name)), pixels)


def _glyph(character: str, font: str, colour: Colour, wide: float, high: float) -> Image.Image:
    """Return a letter that is as wide as its box; what stands over or hangs below a capital may."""
    drawn = _font(font, max(6, round(high / _CAPITAL)))
    advance = max(1.0, drawn.getlength(character))
    tall = math.ceil(high * 5 / 3)
    patch = Image.new("RGBA", (max(1, math.ceil(advance)), tall), (0, 0, 0, 0))
    ImageDraw.Draw(patch).text((0, (tall + high) / 2), character, font=drawn, fill=(*colour, 255), anchor="ls")
    return patch.resize((max(1, round(wide)), tall), Image.Resampling.LANCZOS)


def _thing(picture: bytes, accent: Accent) -> Image.Image:
    """Return an embellishment as it was photographed; of one that was cut in two, its half."""
    with Image.open(io.BytesIO(picture)) as image:
        seen = image.convert("RGBA")
    if accent.what.shown:
        low, far = accent.what.shown
        ends = (low.across * seen.width, low.down * seen.height, far.across * seen.width, far.down * seen.height)
        left, top, right, bottom = (round(end / POLYGON_PARTS) for end in ends)
        seen = seen.crop((left, top, max(left + 1, right), max(top + 1, bottom)))
    return seen


_MARKED: Final = frozenset({Form.FLOWER, Form.STAR, Form.HEART})


def _drawn(accent: Accent, shape: BaseGeometry, size: tuple[int, int]) -> Image.Image:
    """Return an embellishment as it is drawn: its outline and main colour, a second colour inside, its word."""
    what = accent.what
    patch = Image.new("RGBA", size, (0, 0, 0, 0))
    second = what.colours[1] if len(what.colours) > 1 else what.colours[0]
    middle = size[0] / 2, size[1] / 2
    _fill(patch, shape, what.colours[0])
    if what.form in _MARKED:
        _fill(patch, affinity.scale(shape, 0.6, 0.6, origin=middle), second)
    small = min(size)
    draw = ImageDraw.Draw(patch)
    if what.form in _MARKED or (what.form is Form.ROUND and what.kind is not EmbellishmentKind.BASE):
        heart = what.colours[2] if len(what.colours) > 2 else second if what.form is Form.ROUND else WHITE
        _fill(patch, Point(middle).buffer(small * 0.12), heart)
    if what.form is Form.DOILY:
        _pierce(draw, size)
    if what.form is Form.LEAF:
        vein = [(size[0] * 0.08, middle[1]), (size[0] * 0.92, middle[1])]
        draw.line(vein, fill=(*second, 255), width=max(1, small // 14))
    if what.kind is EmbellishmentKind.BASE:
        inner = affinity.scale(shape, 0.88, 0.88, origin=middle)
        draw.line([*inner.exterior.coords], fill=(*second, 255), width=max(1, small // 40))
    if what.text:
        most = min(size[1] * 0.62, size[0] * 1.5 / max(3, len(what.text)))
        draw.text(middle, what.text, font=_font("Figtree", max(5, round(most))), fill=(*what.ink, 255), anchor="mm")
    return patch


def _pierce(draw: ImageDraw.ImageDraw, size: tuple[int, int]) -> None:
    """Leave two rings of small holes open, as lace has them."""
    for part, holes in ((0.4, 20), (0.3, 14)):
        for hole in range(holes):
            angle = 2 * math.pi * hole / holes
            x, y = size[0] * (0.5 + part * math.cos(angle)), size[1] * (0.5 + part * math.sin(angle))
            reach = min(size) * 0.026
            draw.ellipse((x - reach, y - reach, x + reach, y + reach), fill=(0, 0, 0, 0))


def _fill(patch: Image.Image, shape: BaseGeometry, colour: Colour) -> None:
    mask = _mask(shape, (0, 0), patch.size)
    patch.paste(Image.new("RGBA", patch.size, (*colour, 255)), (0, 0), mask)
