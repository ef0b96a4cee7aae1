"""Draws sketches as pictures, spoils them like a photograph, reads them back and counts what was found.

``python -m bench.pictures`` (part of ``make bench``). Each sketch is painted in flat
tints with dark outlines, then photographed badly: turned by up to 5 degrees, in
perspective, unevenly lit, blurred, noisy. A block counts as found when a block was
read whose visible edges all lie within 1/8 in of its own and whose outline
overlaps it by 0.8 (area of both over area of either, hidden parts left out).
"""

import io
import time
from random import Random
from typing import Any

import cv2
import numpy as np
from PIL import Image, ImageDraw
from shapely.geometry import Point, Polygon, box
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from bench.generated import generated_sketches
from bench.sketches import demo_sketches
from inkquilt.lengths import INCH
from inkquilt.sketch import Block, Role, Shape, Sketch
from inkquilt.sketch.geometry import CORNER_SCALE, drawn_outline, outline
from inkquilt_io.picture.reading import read_picture

COUNT = 40
TINTS = {
    Role.BASE: (246, 240, 228), Role.PAPER: (201, 216, 207), Role.STRIP: (52, 66, 112), Role.BORDER: (206, 142, 112),
    Role.MAT: (255, 255, 255), Role.PHOTO: (150, 160, 175), Role.TITLE: (225, 200, 120),
    Role.JOURNALING: (250, 247, 236),
    Role.TAG: (224, 178, 86), Role.CLUSTER: (190, 110, 100),
}  # fmt: skip
PAPERS = {"B": (137, 156, 112), "C": (60, 70, 110), "D": (206, 160, 130), "E": (224, 178, 86), "white": (255, 255, 255)}
PIXELS_PER_INCH = 110


def test_sketches() -> list[Sketch]:
    """Return the demo's sketches and made-up ones, forty in all."""
    demo = demo_sketches()
    return demo + list(generated_sketches(COUNT - len(demo), seed=5))


def painted(sketch: Sketch) -> Image.Image:
    """Return a clean picture of a sketch."""
    scale = 2 * PIXELS_PER_INCH / INCH
    image = Image.new("RGB", (round(sketch.page.width * scale), round(sketch.page.height * scale)), TINTS[Role.BASE])
    draw = ImageDraw.Draw(image)
    for block in sketch.stacked():
        fill = PAPERS.get(block.paper or "", TINTS[block.role])
        if block.shape is Shape.CIRCLE:
            ends = [block.x, block.y, block.x + block.width, block.y + block.height]
            draw.ellipse([end * scale for end in ends], fill=fill, outline=(29, 42, 87), width=3)
        else:
            ring = [(x * scale, y * scale) for x, y in ring_of(block)]
            draw.polygon(ring, fill=fill)
            draw.line([*ring, ring[0]], fill=(29, 42, 87), width=3)
    draw.rectangle([0, 0, image.width - 1, image.height - 1], outline=(29, 42, 87), width=4)
    return image.resize((image.width // 2, image.height // 2), Image.Resampling.LANCZOS)


def ring_of(block: Block) -> list[tuple[float, float]]:
    """Return the corners of a block in grains, turned."""
    if block.turn or block.shape in (Shape.RECT, Shape.TRIANGLE):
        return [(corner.x / CORNER_SCALE, corner.y / CORNER_SCALE) for corner in outline(block)]
    return [(float(corner.x), float(corner.y)) for corner in drawn_outline(block)]


def photographed(image: Image.Image, random: Random) -> bytes:
    """Return the picture as a bad photograph of it, as JPEG."""
    wide, high = image.width + 160, image.height + 160
    table = np.full((high, wide, 3), (118, 104, 92), np.uint8)
    table[80 : 80 + image.height, 80 : 80 + image.width] = np.asarray(image)
    angle = random.uniform(-5, 5)
    turn = cv2.getRotationMatrix2D((wide / 2, high / 2), angle, 0.86)
    table = cv2.warpAffine(table, turn, (wide, high), flags=cv2.INTER_AREA, borderValue=(118, 104, 92))
    bend = [random.uniform(-0.025, 0.025) * wide for _ in range(8)]
    corners = np.array([[0, 0], [wide, 0], [wide, high], [0, high]], np.float32)
    lens = cv2.getPerspectiveTransform(corners, corners + np.array(bend, np.float32).reshape(4, 2))
    table = cv2.warpPerspective(table, lens, (wide, high), flags=cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE)
    across, down = np.meshgrid(np.linspace(-1, 1, wide), np.linspace(-1, 1, high))
    light = 1 + 0.16 * (random.uniform(-1, 1) * across + random.uniform(-1, 1) * down)
    table = cv2.GaussianBlur(table, (0, 0), random.uniform(0.6, 1.3)).astype(np.float32) * light[..., None]
    noise = np.random.default_rng(random.randrange(1 << 30)).normal(0, 5, table.shape)
    out = io.BytesIO()
    Image.fromarray(np.clip(table + noise, 0, 255).astype(np.uint8)).save(out, "JPEG", quality=85)
    return out.getvalue()


def shape_of(block: Block) -> BaseGeometry:
    """Return a block's outline."""
    if block.shape is Shape.CIRCLE:
        middle = Point(block.x + block.width / 2, block.y + block.height / 2)
        return middle.buffer(block.width / 2)
    return Polygon(ring_of(block)).buffer(0)


def compared(sketch: Sketch, read: Sketch) -> dict[str, int]:
    """Count blocks, those found, and those read that are none."""
    page = box(0, 0, sketch.page.width, sketch.page.height)
    stack = [block for block in sketch.stacked() if block.role is not Role.BASE]
    shapes = {block.id: shape_of(block).intersection(page) for block in stack}
    visible: dict[str, BaseGeometry] = {}
    for place, block in enumerate(stack):
        above = [shapes[other.id] for other in stack[place + 1 :]]
        visible[block.id] = shapes[block.id].difference(unary_union(above)) if above else shapes[block.id]
    readings = {block.id: shape_of(block).intersection(page) for block in read.blocks if block.role is not Role.BASE}
    found, used = 0, set()
    shown = [block for block in stack if visible[block.id].area > 0.02 * shapes[block.id].area]
    for block in shown:
        hidden = shapes[block.id].difference(visible[block.id].buffer(1))
        for name, reading in readings.items():
            if name not in used and _is_it(shapes[block.id], reading, hidden, visible[block.id]):
                used.add(name)
                found += 1
                break
    return {"blocks": len(shown), "found": found, "extra": len(readings) - len(used)}


def _is_it(shape: BaseGeometry, reading: BaseGeometry, hidden: BaseGeometry, visible: BaseGeometry) -> bool:
    one, two = shape.difference(hidden), reading.difference(hidden)
    either = one.union(two).area
    if not either or one.intersection(two).area / either < 0.8:
        return False
    within = INCH / 8
    # every visible edge: what shows must reach no further than the reading's edges, nor stop short of them
    showing = visible.boundary.intersection(shape.boundary.buffer(2))
    return bool(showing.difference(reading.boundary.buffer(within)).length < 0.06 * max(showing.length, 1))


def measure() -> dict[str, Any]:
    """Read all pictures and return the totals."""
    random, totals, times = Random(3), {"blocks": 0, "found": 0, "extra": 0}, []
    for sketch in test_sketches():
        content = photographed(painted(sketch), random)
        started = time.perf_counter()
        read = read_picture(content, sketch.name, sketch.page, sketch.unit).draft.sketch
        times.append(time.perf_counter() - started)
        counts = compared(sketch, read)
        print(f"  {sketch.name}: {counts['found']} of {counts['blocks']} blocks, {counts['extra']} extra")
        for name, count in counts.items():
            totals[name] += count
    return {**totals, "slowest": max(times)}


def main() -> None:
    """Measure and print."""
    totals = measure()
    blocks, found, extra = totals["blocks"], totals["found"], totals["extra"]
    print(f"pictures: {found} of {blocks} blocks found ({found / blocks:.1%}), {extra} extra ({extra / blocks:.1%})")
    print(f"  slowest {totals['slowest']:.1f} s")


if __name__ == "__main__":
    main()
