"""Contact sheets: every way of every demo sketch on every format, drawn side by side to be looked at.

    python -m bench.contact FOLDER [SKETCH ...]

One PNG a sketch: a row a format, first the drawing itself, then the ways in the order they are
offered. Photos are blue, the leading one darker; words are ruled; papers have a tint each.
"""

from __future__ import annotations

import sys
from collections.abc import Iterable, Sequence
from pathlib import Path

from PIL import Image, ImageDraw, ImageFont

from bench.sketches import demo_sketches
from inkquilt.design.reading import lead_among
from inkquilt.fit import FitRequest
from inkquilt.fit.designs import designs
from inkquilt.fit.explain import gist_of
from inkquilt.page import FORMATS, Page
from inkquilt.sketch.geometry import CORNER_SCALE, drawn_outline, is_tilted, opening_outlines, outline
from inkquilt.sketch.model import Block, Role, Shape, Size, Sketch

FONT = Path(__file__).parents[1] / "inkquilt_io" / "fonts" / "Literata-SemiBold.ttf"
CELL = 190
MARGIN = 14
TINTS = ("#d9d2c0", "#c9d8cf", "#e7d9b4", "#d5cfe0", "#e2c9bf", "#c7d3e2", "#dfe0c3", "#d0c6b8")
INK = "#1e2a52"


def tint(block: Block) -> str:
    """Return the colour of a paper: one for each letter, or each role."""
    name = block.paper or block.role.value
    return TINTS[sum(map(ord, name)) % len(TINTS)]


def draw_page(size: Size, blocks: Iterable[Block], cell: int) -> Image.Image:
    """Return a small picture of a page that fits a square of ``cell`` pixels."""
    scale = cell / max(size.width, size.height)
    wide, high = round(size.width * scale), round(size.height * scale)
    picture = Image.new("RGB", (wide + 2, high + 2), "#fbf8f0")
    pen = ImageDraw.Draw(picture)
    blocks = list(blocks)
    lead = lead_among(block for block in blocks if block.role is Role.PHOTO)
    for block in sorted(blocks, key=lambda b: (b.role is not Role.BASE, b.level)):
        _draw(pen, block, scale, block.id == lead)
    pen.rectangle((0, 0, wide, high), outline=INK)
    return picture


def _draw(pen: ImageDraw.ImageDraw, block: Block, scale: float, leads: bool) -> None:
    corners = _corners(block, scale)
    fill = {
        Role.BASE: "#f6f0e2", Role.PHOTO: "#2f4f86" if leads else "#5b7db1", Role.MAT: "#ffffff",
        Role.TITLE: "#f2b8a8", Role.JOURNALING: "#fffdf4", Role.TAG: "#b8cf9a", Role.CLUSTER: "#d8a13a",
    }.get(block.role, tint(block))  # fmt: skip
    if block.shape is Shape.CIRCLE:
        box = (block.x * scale, block.y * scale, (block.x + block.width) * scale, (block.y + block.height) * scale)
        pen.ellipse(box, fill=fill, outline=INK)
        return
    pen.polygon(corners, fill=fill, outline=INK)
    for hole in opening_outlines(block):
        pen.polygon([(p.x * scale, p.y * scale) for p in hole], fill="#f6f0e2", outline=INK)
    if block.role is Role.JOURNALING:
        for line in range(1, 5):
            y = (block.y + block.height * line / 5) * scale
            pen.line(
                ((block.x + block.width * 0.08) * scale, y, (block.x + block.width * 0.92) * scale, y), fill="#99a"
            )
    if block.role is Role.TITLE:
        y = (block.y + block.height / 2) * scale
        pen.line(
            ((block.x + block.width * 0.1) * scale, y, (block.x + block.width * 0.9) * scale, y), fill=INK, width=3
        )


def _corners(block: Block, scale: float) -> list[tuple[float, float]]:
    if is_tilted(block) or block.shape is Shape.POLYGON:
        return [(p.x / CORNER_SCALE * scale, p.y / CORNER_SCALE * scale) for p in outline(block)]
    return [(p.x * scale, p.y * scale) for p in drawn_outline(block)]


def sheet(sketch: Sketch, pages: Sequence[tuple[str, Page]], cell: int = CELL) -> Image.Image:
    """Return the contact sheet of one sketch: a row a page."""
    rows: list[list[tuple[str, Image.Image]]] = []
    for name, page in pages:
        found = designs(FitRequest.plain(sketch, page))
        cells = [(f"{sketch.name[:20]} · {name}", draw_page(sketch.page, sketch.blocks, cell))]
        for way in found:
            gist = gist_of(way)
            cells.append((gist.title, draw_page(Size(page.width, page.height), way.blocks, cell)))
        rows.append(cells)
    columns = max(len(cells) for cells in rows)
    whole = Image.new("RGB", (columns * (cell + MARGIN) + MARGIN, len(rows) * (cell + 2 * MARGIN + 6)), "#ffffff")
    pen = ImageDraw.Draw(whole)
    font = ImageFont.truetype(str(FONT), 13)
    for y, cells in enumerate(rows):
        for x, (words, picture) in enumerate(cells):
            at = (MARGIN + x * (cell + MARGIN), MARGIN + 6 + y * (cell + 2 * MARGIN + 6))
            pen.text((at[0], at[1] - 19), words[:32], fill=INK, font=font)
            whole.paste(picture, at)
    return whole


def main(folder: str, *names: str) -> None:
    """Write a sheet for each sketch into a folder."""
    there = Path(folder)
    there.mkdir(parents=True, exist_ok=True)
    pages = [(form.name, form.page()) for form in FORMATS]
    for sketch in demo_sketches():
        name = sketch.name.lower().replace(" ", "-")
        if not names or name in names:
            sheet(sketch, pages).save(there / f"{name}.png")


if __name__ == "__main__":
    main(*sys.argv[1:])
