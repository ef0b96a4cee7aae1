"""Draws embellishments on plain sheets, spoils the picture like a photograph, finds them again and measures.

``python -m bench.things [seed]`` (part of ``make bench``). Sixty things in all kinds of outlines and colours, of 3/8 to
2 1/2 in, lie turned and touching none on white, cream and kraft sheets of letter size. One counts as found when what
was found lies within 1/8 in of its middle; its size is right when both its sides are within 1/16 in.
"""

import math
import sys
import time
from dataclasses import dataclass
from random import Random
from typing import Any

from PIL import Image, ImageDraw
from shapely import affinity
from shapely.geometry import Polygon
from shapely.geometry.base import BaseGeometry

from bench.pictures import PIXELS_PER_INCH, photographed
from inkquilt.embellishments import Form, outline_of_form
from inkquilt.lengths import INCH
from inkquilt.sketch.model import Size
from inkquilt_io.picture.things import find_things
from inkquilt_io.picture.values import Thing

SHEET = Size(17 * INCH // 2, 11 * INCH)
GROUNDS = ((252, 252, 250), (246, 238, 216), (186, 144, 99))
COLOURS = (
    (207, 157, 46), (34, 52, 92), (168, 57, 46), (107, 122, 58), (231, 155, 176), (28, 28, 30), (124, 201, 196),
    (111, 75, 50), (240, 201, 59), (141, 145, 148), (253, 253, 251), (222, 122, 45),
)  # fmt: skip
COUNT = 60
#: A thing is drawn in a colour that differs from the sheet by so much at least (sum of the channels).
_STANDS_OUT = 60


@dataclass(frozen=True)
class Laid:
    """One thing drawn on a sheet: its outline there, in grains, and the sides of the least box round it."""

    outline: BaseGeometry
    sides: tuple[float, float]


def least_sides(outline: BaseGeometry) -> tuple[float, float]:
    """Return the sides of the smallest box round an outline however it is turned, the shorter first."""
    corners = list(Polygon(outline.minimum_rotated_rectangle.exterior).exterior.coords)
    one, two = (math.dist(corners[place], corners[place + 1]) for place in (0, 1))
    return (min(one, two), max(one, two))


def drawn_sheet(random: Random, count: int, ground: tuple[int, int, int]) -> tuple[Image.Image, list[Laid]]:
    """Return a picture of a sheet with things on it that touch none."""
    scale = 2 * PIXELS_PER_INCH / INCH
    image = Image.new("RGB", (round(SHEET.width * scale), round(SHEET.height * scale)), ground)
    draw = ImageDraw.Draw(image)
    laid: list[Laid] = []
    while len(laid) < count:
        form = random.choice(list(Form))
        wide = random.uniform(0.375, 1.6) * INCH
        long = {Form.STRIP: 0.22, Form.LEAF: 0.35, Form.LABEL: 0.62, Form.BIRD: 0.75}.get(form, 1.0)
        size = Size(round(wide * (1.5 if form is Form.STRIP else 1)), max(INCH // 4, round(wide * long)))
        shape = affinity.rotate(outline_of_form(form, size), random.uniform(0, 360), origin=(0, 0))
        x, y = random.uniform(0.9, 7.6) * INCH, random.uniform(0.9, 10.1) * INCH
        shape = affinity.translate(shape, x, y)
        if any(shape.distance(other.outline) < INCH / 8 for other in laid):
            continue
        strong = [one for one in COLOURS if sum(abs(a - b) for a, b in zip(one, ground, strict=True)) >= _STANDS_OUT]
        colour, second = random.sample(strong, 2)
        draw.polygon([(px * scale, py * scale) for px, py in shape.exterior.coords], fill=colour)
        inner = affinity.scale(shape, 0.5, 0.5)
        if random.random() < 0.6:
            draw.polygon([(px * scale, py * scale) for px, py in inner.exterior.coords], fill=second)
        laid.append(Laid(shape, least_sides(shape)))
    return image.resize((image.width // 2, image.height // 2), Image.Resampling.LANCZOS), laid


def compared(laid: list[Laid], found: tuple[Thing, ...]) -> dict[str, int]:
    """Count things, those found, those of the right size, and what is none."""
    used: set[int] = set()
    right = 0
    for one in laid:
        middle = one.outline.minimum_rotated_rectangle.centroid
        near = (
            (math.hypot(thing.x - middle.x, thing.y - middle.y), number)
            for number, thing in enumerate(found)
            if number not in used
        )
        off, number = min(near, default=(math.inf, -1))
        if off <= INCH / 8:
            used.add(number)
            sides = sorted((found[number].size.width, found[number].size.height))
            right += all(abs(a - b) <= INCH / 16 for a, b in zip(sides, one.sides, strict=True))
    return {"things": len(laid), "found": len(used), "right size": right, "extra": len(found) - len(used)}


def measure(count: int = COUNT, seed: int = 3) -> dict[str, Any]:
    """Find all things and return the totals."""
    random, times = Random(seed), []
    totals = {"things": 0, "found": 0, "right size": 0, "extra": 0}
    on_each = count // (2 * len(GROUNDS))
    for number in range(count // on_each):
        image, laid = drawn_sheet(random, on_each, GROUNDS[number % len(GROUNDS)])
        content = photographed(image, random)
        started = time.perf_counter()
        found = find_things(content, SHEET)
        times.append(time.perf_counter() - started)
        totals = {name: total + compared(laid, found)[name] for name, total in totals.items()}
    return {**totals, "seconds": sum(times) / len(times)}


if __name__ == "__main__":
    print(measure(seed=int(sys.argv[1]) if len(sys.argv) > 1 else 3))
