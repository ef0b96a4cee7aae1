"""Photographs of pages on a table, each with one planted difference or none, compared with their plans.

``python -m bench.dry_fit [PAGES] [SEED]``. The demo's sketches on pages of several sizes wear the demo's drawn photos,
drawn papers (half of them known by their picture, half by their main colour alone), a title and clusters. The page on
the table is painted at another size, each paper cut from elsewhere on its sheet, each piece a little lighter or darker,
with shadows; one piece is moved by 1/8 to 1 in, turned by 1 to 5 degrees, left out, or two are swapped; then it is
photographed askew and unevenly lit, blurred, noisy. As many pages with nothing planted tell what is seen that is not.
"""

from __future__ import annotations

import io
import math
import sys
import tempfile
import time
from dataclasses import dataclass, replace
from functools import cache
from pathlib import Path
from random import Random
from statistics import median

from PIL import Image, ImageEnhance

from bench.finished import _paper
from bench.pictures import photographed
from bench.sketches import demo_sketches
from demo.draw_photos import PHOTOS, draw
from inkquilt.assembly.dry_fit import Difference, DifferenceKind, differences
from inkquilt.assembly.things import AssemblyPage, ThingKind
from inkquilt.colour import Rgb
from inkquilt.composition.assembling import assembly_page
from inkquilt.composition.document import PageDocument, SlotPhoto
from inkquilt.composition.laid import laid_fit
from inkquilt.embellishments import Accent, Embellishment, EmbellishmentKind, Form
from inkquilt.fit import bounds
from inkquilt.fit.request import School, Way
from inkquilt.fit.solve import fit
from inkquilt.lengths import INCH, Unit
from inkquilt.page import Page
from inkquilt.paper.kinds import PaperKind
from inkquilt.paper.pieces import paper_of
from inkquilt.photos import Framing
from inkquilt.photos.crop import Pixels
from inkquilt.photos.owned import OwnedPhoto
from inkquilt.sketch.model import CUT_FROM_PAPER, Role, Size
from inkquilt_io.on_table import read_dry_fit
from inkquilt_io.painting import Layer, PaintedPage, layers_of
from inkquilt_io.painting.page import composed
from inkquilt_io.painting.papers import PaperPaint
from inkquilt_io.shapes import FittedPage, Picture

PER_INCH = 110
PAGES = ((12, 12), (8.5, 11), (8, 8), (12, 12), (9, 12))
PLANTED = ("moved", "turned", "missing", "swapped")
NEAR, NEAR_TURN = INCH // 16, 50
_FOLDER = Path(tempfile.gettempdir()) / "ink-quilt-bench-photos"


@dataclass(frozen=True)
class Case:
    """A page with its plan, the photograph, and what was planted: the kind, the things, the amounts."""

    page: AssemblyPage
    painted: PaintedPage
    photograph: bytes
    kind: str
    things: tuple[str, ...] = ()
    across: int = 0
    down: int = 0
    turn: int = 0


@cache
def photo_file(name: str) -> tuple[str, Size]:
    """Return the file of a drawn photo and its size in pixels."""
    _FOLDER.mkdir(exist_ok=True)
    path = _FOLDER / f"{name}.jpg"
    image = draw(name)
    if not path.is_file():
        image.save(path, quality=90)
    return str(path), Size(*image.size)


def kit() -> tuple[Embellishment, ...]:
    """Return what clusters are made of."""
    kind = EmbellishmentKind

    def piece(name, of, form, wide, high, *colours):
        size = Size(round(wide * INCH), round(high * INCH))
        return Embellishment(name, name, of, form, size, colours, count=9)

    return (
        piece("label", kind.BASE, Form.LABEL, 2, 1.25, Rgb(246, 238, 216), Rgb(168, 57, 44)),
        piece("flower", kind.MAIN, Form.FLOWER, 1.25, 1.25, Rgb(207, 157, 46), Rgb(34, 52, 92)),
        piece("leaf", kind.SPRIG, Form.LEAF, 1.25, 0.4, Rgb(71, 99, 47), Rgb(200, 220, 180)),
        piece("dot", kind.DOT, Form.ROUND, 0.5, 0.5, Rgb(168, 57, 44), Rgb(255, 253, 248)),
    )


def planned(seed: int) -> tuple[AssemblyPage, PaintedPage, PaintedPage, tuple[str, ...]]:
    """Return a page as things, as it is planned and as it is really made, and its photos' slots."""
    random = Random(seed)
    sketches = [one for one in demo_sketches() if one.page.width <= 12 * INCH]
    sketch = sketches[seed % len(sketches)]
    wide, high = PAGES[seed % len(PAGES)]
    page = Page(round(wide * INCH), round(high * INCH), Unit.IN)
    grid, prints = bounds.DEFAULT_GRID[Unit.IN], bounds.PRINT_SIZES[Unit.IN]
    document = PageDocument(sketch, page, None, None, grid, prints, Way(School.KEEP_PROPORTIONS))
    document = replace(document, fit=laid_fit(fit(document.request, document.way)))
    names = random.sample(sorted(PHOTOS), len(PHOTOS))
    slots = [block.id for block in document.blocks if block.role is Role.PHOTO]
    photos = {slot: SlotPhoto(number) for number, slot in enumerate(slots)}
    titles = {block.id: "Honey day" for block in document.blocks if block.role is Role.TITLE}
    accents = []
    label, flower, leaf, dot = kit()
    for block in document.blocks:
        if block.role is Role.CLUSTER:
            x, y = block.x + block.width // 2, block.y + block.height // 2
            group = f"cluster-{len(accents)}"
            for what, off, turn in ((label, 0, 0), (leaf, 5 * INCH // 8, 3300), (flower, 0, 0), (dot, -INCH // 2, 0)):
                key = f"a{len(accents)}"
                accents.append(Accent(key, what, x + off, y + off // 2, turn, group=group))
    document = replace(document, photos=photos, titles=titles, accents=tuple(accents))
    pictures = {}
    for slot in slots:
        path, size = photo_file(names[slots.index(slot) % len(names)])
        block = next(one for one in document.blocks if one.id == slot)
        owned = OwnedPhoto(slot, Pixels(size.width, size.height))
        pictures[slot] = Picture(path, owned.crop_in(block, Framing()))
    fitted = FittedPage(
        sketch.name, page.width, page.height, Unit.IN, document.blocks, pictures, titles, {}, accents=document.accents
    )
    known, real = papers_of(document, random)
    things = assembly_page(document, lambda story: None)
    return things, PaintedPage(fitted, known), PaintedPage(fitted, real), tuple(slots)


def papers_of(document: PageDocument, random: Random) -> tuple[dict[str, PaperPaint], dict[str, PaperPaint]]:
    """Return papers as they are planned and as they are: of half of them only the main colour is known."""
    known, real = {}, {}
    for block in document.blocks:
        letter = paper_of(block)
        if block.role not in CUT_FROM_PAPER or letter in real:
            continue
        sheet = _paper(block, random)
        side = 12 * PER_INCH
        real[letter] = _paint(sheet, random.randrange(side), random.randrange(side))
        picture = _paint(sheet, 0, 0)
        known[letter] = picture if random.random() < 0.5 else PaperPaint(picture.colour, PaperKind.SOLID)
    return known, real


def _paint(sheet: Image.Image, left: int, top: int) -> PaperPaint:
    side = 12 * PER_INCH
    part = sheet.crop((left, top, left + side, top + side))
    out = io.BytesIO()
    part.save(out, "JPEG", quality=88)
    mean = part.resize((1, 1), Image.Resampling.BOX).getpixel((0, 0))
    return PaperPaint(mean, PaperKind.SMALL_PRINT, out.getvalue(), 12 * INCH, 12 * INCH)


def made(seed: int, plant: bool) -> Case:
    """Return a page on the table, photographed."""
    random = Random(1000 + seed)
    page, plan, real, _ = planned(seed)
    layers = list(layers_of(real, PER_INCH / INCH))
    owner = {part.key: thing.key for thing in page.things for part in thing.parts}
    case = Case(page, plan, b"", "none")
    if plant:
        case, layers = planted(case, layers, owner, PLANTED[seed % len(PLANTED)], random)
    worn = [replace(layer, image=_worn(layer.image, random)) for layer in layers]
    size = round(real.page.width * PER_INCH / INCH), round(real.page.height * PER_INCH / INCH)
    ground = tuple(random.randrange(228, 250) for _ in range(3))
    sheet = composed(size, worn, ground, shadow=2.5)
    return replace(case, photograph=photographed(sheet, random))


def _worn(image: Image.Image, random: Random) -> Image.Image:
    """Return a piece a little lighter or darker, and its colours a little off."""
    alpha = image.getchannel("A")
    rgb = ImageEnhance.Brightness(image.convert("RGB")).enhance(random.uniform(0.94, 1.05))
    rgb = ImageEnhance.Color(rgb).enhance(random.uniform(0.85, 1.1))
    worn = rgb.convert("RGBA")
    worn.putalpha(alpha)
    return worn


def planted(
    case: Case, layers: list[Layer], owner: dict[str, str], kind: str, random: Random
) -> tuple[Case, list[Layer]]:
    """Return the layers with one difference planted."""
    things = [one for one in case.page.things if not one.is_drawn and _is_seen(case.page, one.key)]
    alike = [
        (one, other)
        for one in things
        for other in things
        if one.key < other.key and one.kind is other.kind is ThingKind.PHOTO
        and abs(one.lying.width - other.lying.width) <= 0.1 * one.lying.width
        and abs(one.lying.height - other.lying.height) <= 0.1 * one.lying.height
    ]  # fmt: skip
    if kind == "swapped" and not alike:
        kind = "moved"
    if kind == "swapped":
        one, other = random.choice(alike)
        return replace(case, kind=kind, things=(one.key, other.key)), _swapped(layers, owner, one, other)
    # A band that runs off the page is the same wherever it is shifted along itself, a turned dot looks like itself.
    if kind in ("moved", "turned"):
        things = [one for one in things if not one.is_band]
    if kind == "turned":
        things = [one for one in things if max(one.lying.width, one.lying.height) >= 3 * INCH // 2]
    thing = random.choice(things)
    if kind == "missing":
        return (
            replace(case, kind=kind, things=(thing.key,)),
            [layer for layer in layers if owner.get(layer.key) != thing.key],
        )
    if kind == "moved":
        far, way = random.uniform(0.125, 1.0), random.uniform(0, 2 * math.pi)
        across, down = (round(far * part * PER_INCH) for part in (math.cos(way), math.sin(way)))
        found = [
            replace(layer, left=layer.left + across, top=layer.top + down)
            if owner.get(layer.key) == thing.key
            else layer
            for layer in layers
        ]
        amounts = {"across": across * INCH // PER_INCH, "down": down * INCH // PER_INCH}
        return replace(case, kind=kind, things=(thing.key,), **amounts), found
    degrees = random.choice((-1, 1)) * random.uniform(1, 5)
    mine = [layer for layer in layers if owner.get(layer.key) == thing.key]
    left, top = min(one.left for one in mine), min(one.top for one in mine)
    right = max(one.left + one.image.width for one in mine)
    foot = max(one.top + one.image.height for one in mine)
    middle = (left + right) / 2, (top + foot) / 2
    found = [_turned(layer, degrees, middle) if layer in mine else layer for layer in layers]
    return replace(case, kind=kind, things=(thing.key,), turn=round(degrees * 100)), found


def _is_seen(page: AssemblyPage, key: str) -> bool:
    """Tell whether enough of a thing shows that its place can be told: a third, and a quarter square inch."""
    number = next(n for n, one in enumerate(page.things) if one.key == key)
    shape = page.things[number].outline
    for over in page.things[number + 1 :]:
        shape = shape.difference(over.outline)
    return shape.area >= max(0.33 * page.things[number].outline.area, INCH * INCH / 4)


def _turned(layer: Layer, degrees: float, middle: tuple[float, float]) -> Layer:
    own = layer.left + layer.image.width / 2 - middle[0], layer.top + layer.image.height / 2 - middle[1]
    angle = math.radians(degrees)
    x = own[0] * math.cos(angle) - own[1] * math.sin(angle) + middle[0]
    y = own[0] * math.sin(angle) + own[1] * math.cos(angle) + middle[1]
    image = layer.image.rotate(-degrees, Image.Resampling.BICUBIC, expand=True)
    return Layer(layer.key, image, round(x - image.width / 2), round(y - image.height / 2))


def _swapped(layers: list[Layer], owner: dict[str, str], one, other) -> list[Layer]:
    def middle(thing):
        return thing.lying.x + thing.lying.width / 2, thing.lying.y + thing.lying.height / 2

    (ax, ay), (bx, by) = middle(one), middle(other)
    across, down = round((bx - ax) * PER_INCH / INCH), round((by - ay) * PER_INCH / INCH)
    found = []
    for layer in layers:
        key = owner.get(layer.key)
        sign = 1 if key == one.key else -1 if key == other.key else 0
        found.append(replace(layer, left=layer.left + sign * across, top=layer.top + sign * down))
    return found


def is_found(case: Case, told: list[Difference]) -> bool:
    """Tell whether what was planted was told, by its kind and with its amounts."""
    for one in told:
        if case.kind == "swapped" and one.kind is DifferenceKind.SWAPPED and set(one.things) == set(case.things):
            return True
        if one.things[:1] != case.things:
            continue
        if case.kind == "missing" and one.kind is DifferenceKind.MISSING:
            return True
        if case.kind == "moved" and one.kind is DifferenceKind.MOVED:
            return abs(one.across - case.across) <= NEAR and abs(one.down - case.down) <= NEAR
        if case.kind == "turned" and one.kind in (DifferenceKind.TURNED, DifferenceKind.MOVED):
            return abs(one.turn - case.turn) <= NEAR_TURN
    return False


def told_of(case: Case) -> list[Difference]:
    """Return what is told of a case."""
    read = read_dry_fit(case.photograph, case.painted, case.page)
    return list(differences(case.page, read.seen, (), Unit.IN))


def measured(count: int, seed: int, loud: bool = False) -> dict[str, float]:
    """Return what part was found, by kind and in all, the differences told that are none, and the times."""
    found: dict[str, list[bool]] = {kind: [] for kind in PLANTED}
    extra, seconds, sound = 0, [], 0
    for number in range(seed, seed + count):
        for plant in (True, False):
            case = made(number, plant)
            begun = time.perf_counter()
            told = told_of(case)
            seconds.append(time.perf_counter() - begun)
            others = [one for one in told if not set(one.things) & set(case.things)]
            extra += len(others)
            if plant:
                ok = is_found(case, told)
                found[case.kind].append(ok)
                if loud and (not ok or others):
                    print(number, case.kind, case.things, case.across / INCH, case.down / INCH, case.turn / 100)
                    print("   told:", [one.words for one in told])
            else:
                sound += not told
                if loud and told:
                    print(number, "nothing planted:", [one.words for one in told])
    every = [one for kind in found.values() for one in kind]
    return {
        **{f"{kind} found": sum(all_) / max(1, len(all_)) for kind, all_ in found.items()},
        "found": sum(every) / len(every),
        "false in 10 pages": 10 * extra / (2 * count),
        "sound pages left alone": sound / count,
        "seconds, median": median(seconds),
        "seconds, most": max(seconds),
    }


if __name__ == "__main__":
    pages = int(sys.argv[1]) if len(sys.argv) > 1 else 60
    first = int(sys.argv[2]) if len(sys.argv) > 2 else 1000
    for name, value in measured(pages, first, loud="-v" in sys.argv).items():
        print(f"{name:24} {value:.3f}")
