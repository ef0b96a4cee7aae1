"""Sheets of papered pages: every demo sketch papered out of the demo's stash, drawn side by side to be looked at.

    python -m bench.papered FOLDER [SKETCH ...]

One PNG a sketch: a row a start (the photos, the photos' colours kept out, a scheme of the wheel, each kit), the
paperings in the order they are offered. Papers are drawn as they look, photos are the demo's.
"""

from __future__ import annotations

import sys
from collections.abc import Iterator, Mapping
from dataclasses import replace
from functools import cache
from itertools import cycle
from pathlib import Path

from PIL import Image, ImageDraw, ImageFont

from bench.contact import FONT
from bench.sketches import demo_sketches
from demo.draw_papers import PAPERS, SUMMER, WINTER, DemoPaper, picture
from demo.draw_photos import PHOTOS, draw
from inkquilt.balance.weight import visible_of
from inkquilt.colour import ColourShare, Rgb, read_colour
from inkquilt.colour.wheel import Scheme
from inkquilt.cutting.guillotine import Stock, StockKind
from inkquilt.lengths import INCH
from inkquilt.paper.kinds import PaperKind, PaperSide, SideName
from inkquilt.paper.pieces import paper_of
from inkquilt.papering.candidates import Candidate, Candidates
from inkquilt.papering.paperings import paperings
from inkquilt.papering.places import PageOfPapers, Patch, PhotoPatch, page_of
from inkquilt.papering.wishes import Start, StartKind, Wishes, from_colours, from_photos, from_scheme
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch.model import CUT_FROM_PAPER, Block, Role, Size, Sketch
from inkquilt_io.main_colours import colours_of
from inkquilt_io.paper_look import read_side

CELL = 230
SHEET = Size(12 * INCH, 12 * INCH)


@cache
def stash() -> Candidates:
    """Return both sides of the demo's papers."""
    found: list[Candidate] = []
    for number, one in enumerate(PAPERS):
        look = read_side(picture(one), 12 * INCH)
        sides = {SideName.A: replace(look, kind=PaperKind(one.front.kind))}
        if one.back is not None:
            sides[SideName.B] = PaperSide(PaperKind(one.back.kind), one.back.colours[:1])
        core = read_colour(one.core) if one.core else None
        age = 1 - number / len(PAPERS)
        stocks = tuple(_stocks(one))
        found += [
            Candidate(number, side, one.name, shown, stocks, age, one.favourite, one.kit, core)
            for side, shown in sides.items()
        ]
    return Candidates(tuple(found))


def _stocks(one: DemoPaper) -> Iterator[Stock]:
    if one.sheets:
        yield Stock("sheets", SHEET, StockKind.SHEET, one.sheets)
    for number, (across, down) in enumerate(one.scraps):
        yield Stock(f"scrap {number}", Size(across * INCH // 4, down * INCH // 4), StockKind.SCRAP, 1)


@cache
def photo(name: str) -> tuple[Image.Image, tuple[ColourShare, ...]]:
    """Return a demo photo, small, with its main colours."""
    image = draw(name)
    image.thumbnail((400, 400))
    return image, colours_of(image)


def papered_page(sketch: Sketch, names: Mapping[str, str]) -> PageOfPapers:
    """Return a sketch as papers see it; ``names`` are the photos in its slots."""
    stacked = [block for block in _stacked(sketch) if block.role is not Role.TITLE]
    shown = visible_of([outline_on_page(block) for block in stacked])
    patches, photos = [], []
    for order, (block, visible) in enumerate(zip(stacked, shown, strict=True)):
        if block.role is Role.PHOTO:
            colours = photo(names[block.id])[1]
            photos.append(PhotoPatch(block.id, visible, colours, colours[0].colour, names[block.id]))
        elif block.role in CUT_FROM_PAPER:
            letter = paper_of(block)
            tilted = block.turn != 0
            patches.append(Patch(letter, block.id, block.name, block.role, visible, order, block.size, tilted))
    return page_of(patches, photos, sketch.page.width, sketch.page.height)


def _stacked(sketch: Sketch) -> list[Block]:
    return sorted(sketch.blocks, key=lambda block: (block.role is not Role.BASE, block.level))


def starts(page: PageOfPapers) -> Iterator[tuple[str, Start]]:
    """Yield where one may start, each with its name."""
    colours = [one.colours for one in page.photos]
    yield "the photos", from_photos(colours)
    yield "kept out", from_photos(colours, out=True)
    yield "split", from_scheme(Rgb(0x2A, 0x5F, 0x99), Scheme.SPLIT)
    for kit in (SUMMER, WINTER):
        shown = [one.main for one in stash().all if one.kit == kit]
        yield kit, from_colours(shown, StartKind.KIT, kit=kit)


def drawn(sketch: Sketch, names: Mapping[str, str], chosen: Mapping[str, Candidate]) -> Image.Image:
    """Return a small picture of a papered page."""
    scale = CELL / max(sketch.page.width, sketch.page.height)
    size = (round(sketch.page.width * scale) + 1, round(sketch.page.height * scale) + 1)
    page = Image.new("RGB", size, "#fdfdfb")
    for block in _stacked(sketch):
        mask = Image.new("L", size, 0)
        pen = ImageDraw.Draw(mask)
        outline = outline_on_page(block)
        pen.polygon([(x * scale, y * scale) for x, y in outline.exterior.coords], fill=255)
        for ring in outline.interiors:
            pen.polygon([(x * scale, y * scale) for x, y in ring.coords], fill=0)
        left, top, right, bottom = (round(side * scale) for side in outline.bounds)
        if block.role is Role.PHOTO:
            laid = Image.new("RGB", size)
            fitted = photo(names[block.id])[0].resize((max(1, right - left), max(1, bottom - top)))
            laid.paste(fitted, (left, top))
            page.paste(laid, mask=mask)
        elif block.role in CUT_FROM_PAPER:
            page.paste(_paper(chosen[paper_of(block)], size, scale), mask=mask)
        elif block.role is Role.TITLE:
            page.paste("#1d2a57", mask=mask.point(lambda value: value // 3))
    return page


def _paper(one: Candidate, size: tuple[int, int], scale: float) -> Image.Image:
    if one.side is SideName.B:
        return Image.new("RGB", size, tuple(one.main))
    side = round(12 * INCH * scale)
    tile = picture(PAPERS[one.paper]).resize((side, side))
    whole = Image.new("RGB", size)
    for x in range(0, size[0], side):
        for y in range(0, size[1], side):
            whole.paste(tile, (x, y))
    return whole


def sheet(sketch: Sketch) -> Image.Image:
    """Return all paperings of a sketch on one sheet."""
    slots = [block.id for block in sketch.blocks if block.role is Role.PHOTO]
    names = dict(zip(slots, cycle(PHOTOS), strict=False))
    page = papered_page(sketch, names)
    rows = [(name, paperings(page, stash(), start, Wishes(), {})) for name, start in starts(page)]
    step = CELL + 34
    whole = Image.new("RGB", (5 * step, len(rows) * step), "#f3ede1")
    pen, font = ImageDraw.Draw(whole), ImageFont.truetype(str(FONT), 11)
    for row, (name, found) in enumerate(rows):
        for column, one in enumerate(found):
            left, top = column * step + 8, row * step + 8
            whole.paste(drawn(sketch, names, one.chosen), (left, top))
            pen.text((left, top + CELL + 4), f"{name}: {one.leads}"[:46], fill="#1d2a57", font=font)
    return whole


def main(folder: str, *wanted: str) -> None:
    """Draw the sheets of all demo sketches, or of those named."""
    out = Path(folder)
    out.mkdir(parents=True, exist_ok=True)
    for sketch in demo_sketches():
        if not wanted or sketch.name in wanted:
            sheet(sketch).save(out / f"{sketch.name.lower().replace(' ', '-')}.png")


if __name__ == "__main__":
    main(*sys.argv[1:])
