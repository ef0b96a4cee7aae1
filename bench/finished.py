"""Dresses sketches as finished pages, photographs them badly, and traces their photos with rough strokes.

``python -m bench.finished [SEED]``. The demo's sketches get the demo's drawn photos, printed and plain papers, letters,
writing and clusters of drawn things; each is photographed like the sketches in ``bench.pictures``: askew, in
perspective, unevenly lit, blurred, noisy. A stroke goes from corner to corner of a photo, each end off by up to 1/8 in
each way. Counted are photos whose four sides all lie within 1/8 in and 1/4 in of their own afterwards, mats found with
them, and mats found where there is none; and so papers, strips and borders that lie straight and are not the page.
"""

import math
import sys
import time
from collections import Counter
from collections.abc import Iterator
from functools import cache
from pathlib import Path
from random import Random

from PIL import Image, ImageDraw, ImageFont, ImageOps

from bench.pictures import photographed, ring_of
from bench.sketches import demo_sketches
from demo.draw_papers import comb
from demo.draw_photos import PHOTOS, draw
from inkquilt.lengths import INCH
from inkquilt.paper.openings import Inset
from inkquilt.sketch import Block, Role, Shape, Sketch
from inkquilt.sketch.model import Size
from inkquilt_io.picture.opening import opened
from inkquilt_io.picture.page import Pixels, page_corners, straightened
from inkquilt_io.picture.trace import traced_in

FONT = Path(__file__).parents[1] / "inkquilt_io" / "fonts" / "Literata-SemiBold.ttf"
HAND = FONT.with_name("Caveat-Regular.ttf")
PIXELS_PER_INCH = 110
INKS = ((34, 52, 92), (168, 57, 44), (71, 99, 47), (70, 54, 40))
_PAPERS = (Role.PAPER, Role.STRIP, Role.BORDER)
_AN_EIGHTH = INCH // 8 + 64  # and half a sixty-fourth: both sides of it are printed alike

GROUNDS = (
    (246, 238, 216),
    (201, 216, 207),
    (52, 66, 112),
    (206, 160, 130),
    (224, 178, 86),
    (137, 156, 112),
    (250, 246, 238),
)
Colour = tuple[int, int, int]


_photo = cache(draw)


def dressed(sketch: Sketch, random: Random) -> Image.Image:
    """Return a finished page: photos, papers, words and clusters on."""
    scale = PIXELS_PER_INCH / INCH
    page = Image.new("RGB", (round(sketch.page.width * scale), round(sketch.page.height * scale)), GROUNDS[6])
    photos = [_photo(name) for name in random.sample(sorted(PHOTOS), len(PHOTOS))]
    papers: dict[str, Image.Image] = {}
    for block in sketch.stacked():
        size = max(2, round(block.width * scale)), max(2, round(block.height * scale))
        if block.role is Role.PHOTO:
            photo = photos.pop() if photos else _photo(random.choice(sorted(PHOTOS)))
            face = ImageOps.fit(photo, size)
        else:
            face = _face(block, size, papers, random)
        if face is not None:
            _lay(page, face, block, scale)
        if block.role is Role.CLUSTER:
            _cluster(page, block, scale, random)
    return page


def _face(block: Block, size: tuple[int, int], papers: dict[str, Image.Image], random: Random) -> Image.Image | None:
    match block.role:
        case Role.TITLE:
            return _lettered(size)
        case Role.JOURNALING | Role.TAG:
            return _written(size, block.role is Role.TAG)
        case Role.CLUSTER:
            return None
        case _:
            key = block.paper or block.role.value
            if key not in papers:
                papers[key] = _paper(block, random)
            sheet = papers[key]
            left = random.randrange(max(1, sheet.width - size[0]))
            top = random.randrange(max(1, sheet.height - size[1]))
            return sheet.crop((left, top, left + size[0], top + size[1]))


def _lay(page: Image.Image, face: Image.Image, block: Block, scale: float) -> None:
    """Lay a face on the page in its outline, turned as it lies, with the thin shadow paper has."""
    mask = Image.new("L", page.size, 0)
    ring = [(x * scale, y * scale) for x, y in ring_of(block)]
    if block.shape is Shape.CIRCLE:
        ends = (block.x, block.y, block.x + block.width, block.y + block.height)
        ImageDraw.Draw(mask).ellipse([end * scale for end in ends], fill=255)
    else:
        ImageDraw.Draw(mask).polygon(ring, fill=255)
    flat = Image.new("RGBA", page.size, (0, 0, 0, 0))
    if block.turn:
        face = face.convert("RGBA").rotate(-block.turn / 100, expand=True, resample=Image.Resampling.BICUBIC)
    middle = (block.x + block.width / 2) * scale, (block.y + block.height / 2) * scale
    flat.paste(face, (round(middle[0] - face.width / 2), round(middle[1] - face.height / 2)))
    if face.mode == "RGBA" and block.role is Role.TITLE:
        page.paste(flat, (0, 0), flat)
        return
    shade = Image.new("RGB", page.size, (70, 64, 60))
    page.paste(shade, (1, 2), mask.point(lambda value: value // 3))
    page.paste(flat, (0, 0), mask)


def _paper(block: Block, random: Random) -> Image.Image:
    """Return a large sheet: plain, striped, dotted, checked, flowered, or the demo's comb."""
    side = 24 * PIXELS_PER_INCH
    ground = (252, 251, 247) if block.role is Role.MAT and random.random() < 0.5 else random.choice(GROUNDS)
    ink = tuple((3 * a + 2 * b) // 5 for a, b in zip(ground, random.choice(INKS), strict=True))
    sheet = Image.new("RGB", (side, side), ground)
    pen = ImageDraw.Draw(sheet)
    kinds = ("plain", "stripes", "dots", "checks", "flowers", "comb")
    kind = "plain" if block.role is Role.MAT else random.choice(kinds)
    step = random.choice((16, 24, 36))
    if kind == "comb":
        tile = comb().resize((12 * PIXELS_PER_INCH,) * 2)
        for x in (0, tile.width):
            for y in (0, tile.height):
                sheet.paste(tile, (x, y))
    for n, x in enumerate(range(0, side, step)):
        if kind in ("stripes", "checks"):
            pen.line([x, 0, x, side], fill=ink, width=max(2, step // 5))
        if kind == "checks":
            pen.line([0, x, side, x], fill=ink, width=max(2, step // 8))
        if kind in ("dots", "flowers"):
            for y in range((n % 2) * step // 2, side, step):
                if kind == "dots":
                    pen.ellipse([x, y, x + step // 3, y + step // 3], fill=ink)
                else:
                    for petal in range(5):
                        at = petal * 2 * math.pi / 5
                        px, py = x + step / 5 * math.cos(at), y + step / 5 * math.sin(at)
                        pen.ellipse([px - step / 8, py - step / 8, px + step / 8, py + step / 8], fill=ink)
    return sheet


def _lettered(size: tuple[int, int]) -> Image.Image | None:
    face = Image.new("RGBA", size, (0, 0, 0, 0))
    text = "Rooftop honey" if size[0] > 5 * size[1] else "Honey"
    if size[1] > 1.4 * size[0]:
        return None
    high = size[1]
    while high > 8:
        font = ImageFont.truetype(str(FONT), high)
        if font.getlength(text) <= size[0]:
            break
        high -= 2
    ImageDraw.Draw(face).text((size[0] / 2, size[1] / 2), text, font=font, anchor="mm", fill=(34, 44, 88, 255))
    return face


def _written(size: tuple[int, int], is_tag: bool) -> Image.Image:
    face = Image.new("RGB", size, (201, 168, 120) if is_tag else (253, 252, 247))
    pen, font = ImageDraw.Draw(face), ImageFont.truetype(str(HAND), 22)
    words = "we had meant to stay for an hour and came home after dark with sand in our shoes "
    for row, y in enumerate(range(10, size[1] - 24, 24)):
        line = (words * 4)[row * 9 :]
        while line and font.getlength(line) > size[0] - 20:
            line = line[:-1]
        pen.text((10, y), line, font=font, fill=(40, 44, 80))
    return face


def _cluster(page: Image.Image, block: Block, scale: float, random: Random) -> None:
    """Lay some things over each other: a lace circle, leaves, a flower, buttons."""
    pen = ImageDraw.Draw(page)
    x, y = (block.x + block.width / 2) * scale, (block.y + block.height / 2) * scale
    reach = min(block.width, block.height) * scale / 2
    pen.ellipse([x - reach, y - reach, x + reach, y + reach], fill=(250, 247, 238), outline=(150, 140, 120), width=2)
    for _ in range(3):
        at = random.uniform(0, 2 * math.pi)
        lx, ly = x + reach * 0.6 * math.cos(at), y + reach * 0.6 * math.sin(at)
        pen.ellipse([lx - reach * 0.5, ly - reach * 0.2, lx + reach * 0.5, ly + reach * 0.2], fill=random.choice(INKS))
    for petal in range(6):
        at = petal * math.pi / 3
        px, py = x + reach * 0.3 * math.cos(at), y + reach * 0.3 * math.sin(at)
        pen.ellipse([px - reach * 0.25, py - reach * 0.25, px + reach * 0.25, py + reach * 0.25], fill=(207, 157, 46))
    pen.ellipse([x - reach * 0.2, y - reach * 0.2, x + reach * 0.2, y + reach * 0.2], fill=(255, 253, 248))


# -- counting ------------------------------------------------------------------------


def straight_pages(seed: int) -> Iterator[tuple[Sketch, Pixels]]:
    """Yield the demo's sketches, each as a finished page that was photographed and laid straight again."""
    random = Random(seed)
    for sketch in demo_sketches():
        picture = opened(photographed(dressed(sketch, random), random))
        corners = page_corners(picture)
        if corners is None:
            print(f"  {sketch.name}: its page was not found in the picture")
            continue
        yield sketch, straightened(picture, corners, sketch.page)


def counted(sketch: Sketch, page: Pixels, random: Random) -> Counter[str]:
    """Trace every upright photo of a page, and count what came of it."""
    mats = {name: block for block in sketch.blocks if block.role is Role.MAT for name in block.of}
    counts: Counter[str] = Counter()
    for photo in sketch.blocks:
        if photo.role is not Role.PHOTO or photo.turn:
            continue
        found = traced_in(page, sketch.page, _stroke(photo, sketch, random))
        off = _off(found.piece, photo)
        counts.update({"photos": 1, "within 1/8": off <= _AN_EIGHTH, "within 1/4": off <= INCH / 4})
        mat = mats.get(photo.id)
        counts["mats"] += mat is not None
        counts["mats found"] += mat is not None and found.mat is not None
        counts["mats within 1/8"] += mat is not None and found.mat is not None and _off(found.mat, mat) <= _AN_EIGHTH
        counts["no mat"] += mat is None and found.mat is not None
    return counts


def papers_counted(sketch: Sketch, page: Pixels, random: Random) -> Counter[str]:
    """Trace every paper, strip and border that lies straight, and count what came of it."""
    counts: Counter[str] = Counter()
    for block in sketch.blocks:
        straight = block.shape is Shape.RECT and not block.turn
        if block.role not in _PAPERS or not straight or block.size == sketch.page:
            continue
        found = traced_in(page, sketch.page, _stroke(block, sketch, random), matted=False)
        off = _off(found.piece, block)
        counts.update({"papers": 1, "papers within 1/8": off <= _AN_EIGHTH, "papers within 1/4": off <= INCH / 4})
    return counts


def _stroke(block: Block, sketch: Sketch, random: Random) -> Inset:
    """Return a stroke from corner to corner of a piece, as a hand makes it: never beyond the page."""
    ends = (block.x, block.y, block.x + block.width, block.y + block.height)
    most = (sketch.page.width, sketch.page.height) * 2
    left, top, right, foot = (
        min(max(0, end + random.randint(-INCH // 8, INCH // 8)), far) for end, far in zip(ends, most, strict=True)
    )
    return Inset(left, top, Size(max(1, right - left), max(1, foot - top)))


def _off(found: Inset, block: Block) -> int:
    ends = (block.x, block.y, block.x + block.width, block.y + block.height)
    return max(abs(a - b) for a, b in zip((found.x, found.y, found.right, found.bottom), ends, strict=True))


def main() -> None:
    """Measure and print."""
    seed = int(sys.argv[1]) if len(sys.argv) > 1 else 1
    totals: Counter[str] = Counter()
    slowest, random = 0.0, Random(seed + 100)
    for sketch, page in straight_pages(seed):
        started = time.perf_counter()
        totals.update(counted(sketch, page, random))
        slowest = max(slowest, time.perf_counter() - started)
        totals.update(papers_counted(sketch, page, random))
    print(", ".join(f"{name}: {count}" for name, count in totals.items()))
    print(f"all photos of a page traced in {slowest:.1f} s at most")


if __name__ == "__main__":
    main()
