"""Drawn pages that are sound, and the same with one planted fault each.

Planted by geometry alone: nothing here knows how pages are judged. Seeds below ``TUNED`` were looked at while
the observations were tuned; figures are told for others.
"""

from __future__ import annotations

import random
from collections.abc import Callable
from dataclasses import replace
from typing import Final

from shapely.affinity import translate
from shapely.geometry import box

from inkquilt.colour import Rgb
from inkquilt.embellishments import SCATTER, Accent, Embellishment, EmbellishmentKind, Facing, Form
from inkquilt.layout import Layout, PaperSeen, PhotoSeen, TitleSeen, WordsSeen
from inkquilt.lengths import INCH, Unit
from inkquilt.page import Page
from inkquilt.paper.kinds import PaperKind
from inkquilt.sketch.model import Block, Role, Shape, Size

TUNED: Final = 1_000
PAGES: Final = ((12, 12), (8.5, 11), (8, 8), (12, 12), (9, 12))
#: Two accent colours that go together, and a light base.
PALETTES: Final = (
    (Rgb(207, 157, 46), Rgb(34, 52, 92), Rgb(246, 238, 216)),
    (Rgb(184, 51, 47), Rgb(31, 122, 122), Rgb(253, 253, 251)),
    (Rgb(106, 74, 140), Rgb(222, 122, 45), Rgb(236, 227, 208)),
    (Rgb(77, 139, 79), Rgb(217, 139, 152), Rgb(248, 242, 226)),
)
INK: Final = Rgb(29, 42, 87)
MUTED: Final = (Rgb(120, 124, 128), Rgb(96, 100, 104), Rgb(150, 148, 140))


def grains(inches: float) -> int:
    """Return inches in grains, on an eighth of an inch."""
    return round(inches * 8) * INCH // 8


def piece(
    name: str, kind: EmbellishmentKind, form: Form, wide: float, high: float, *colours: Rgb,
    facing: Facing = Facing.NONE, count: int | None = 9,
) -> Embellishment:  # fmt: skip
    """Return an embellishment by its size in inches."""
    return Embellishment(name, name, kind, form, Size(grains(wide), grains(high)), colours, facing, 0, count)


def stash(palette: tuple[Rgb, Rgb, Rgb]) -> tuple[Embellishment, ...]:
    """Return what the owner of these pages has."""
    one, other, _ = palette
    kind = EmbellishmentKind
    return (
        piece("label", kind.BASE, Form.LABEL, 2, 1.5, Rgb(253, 253, 251), one),
        piece("circle", kind.BASE, Form.ROUND, 1.75, 1.75, Rgb(253, 253, 251), other),
        piece("flower", kind.MAIN, Form.FLOWER, 1.25, 1.25, one, other),
        piece("butterfly", kind.MAIN, Form.BIRD, 1, 0.875, other, one, facing=Facing.RIGHT),
        piece("leaf", kind.SPRIG, Form.LEAF, 1.25, 0.375, other),
        piece("button", kind.DOT, Form.ROUND, 0.375, 0.375, one),
        piece("gem", kind.DOT, Form.ROUND, 0.25, 0.25, other),
    )


def sound_page(seed: int) -> tuple[Layout, tuple[Embellishment, ...]]:
    """Return a page that has nothing wrong, and what its owner has left."""
    chance = random.Random(seed)
    width, height = chance.choice(PAGES)
    palette = chance.choice(PALETTES)
    page = Page(grains(width), grains(height), Unit.IN)
    across, down = chance.choice(((1, 1), (2, 1), (1, 2), (2, 1)))
    photo_w = (width - 3.25) / across - 0.25
    photo_h = min((height - 4.5) / down - 0.25, photo_w * 1.4)
    left = chance.uniform(1.0, 2.0)
    block_h = down * (photo_h + 0.25)
    top = (height - block_h) / 2 + 0.25
    blocks = [Block("base", Role.BASE, Shape.RECT, 0, 0, page.width, page.height, paper="A")]
    if chance.random() < 0.6:
        y = grains(top + block_h * 0.55)
        blocks.append(Block("band", Role.STRIP, Shape.RECT, 0, y, page.width, grains(1.5), level=1, paper="B"))
    photos: dict[str, PhotoSeen] = {}
    for column in range(across):
        for row in range(down):
            name = f"photo-{column}-{row}"
            x, y = grains(left + column * (photo_w + 0.25)), grains(top + row * (photo_h + 0.25))
            wide, high = grains(photo_w), grains(photo_h)
            edge = INCH // 8
            blocks.append(
                Block(f"mat-{name}", Role.MAT, Shape.RECT, x - edge, y - edge, wide + 2 * edge, high + 2 * edge,
                      level=2, of=(name,), paper="white")
            )  # fmt: skip
            blocks.append(Block(name, Role.PHOTO, Shape.RECT, x, y, wide, high, level=3))
            focal = box(x + wide * 0.35, y + high * 0.35, x + wide * 0.65, y + high * 0.65)
            photos[name] = PhotoSeen((chance.choice(MUTED),), chance.uniform(0.2, 0.5), (focal,))
    title_w = min(5.0, width - 3)
    title = Block(
        "title", Role.TITLE, Shape.RECT, grains(left), grains(top - 1.25), grains(title_w), grains(0.75), level=4
    )
    blocks.append(title)
    letters = tuple(
        ("HONEYDAY"[number], box(title.x + number * title.width // 8, title.y,
                                 title.x + (number + 1) * title.width // 8 - INCH // 16, title.y + title.height))
        for number in range(8)
    )  # fmt: skip
    words_y = grains(min(top + block_h + 0.375, height - 1.375))
    words_at = grains(left + 1.5), words_y, grains(min(4, width - 4)), grains(1)
    words = Block("story", Role.JOURNALING, Shape.RECT, *words_at, level=4, paper="white")
    blocks.append(words)
    papers = {
        "base": PaperSeen((palette[2],), chance.choice((PaperKind.SOLID, PaperKind.SMALL_PRINT))),
        "band": PaperSeen((palette[1],), PaperKind.SOLID),
        "story": PaperSeen((Rgb(253, 253, 251),), PaperKind.SOLID),
        **{block.id: PaperSeen((Rgb(253, 253, 251),), PaperKind.SOLID) for block in blocks if block.role is Role.MAT},
    }
    story = WordsSeen("words", box(words.x, words.y, words.x + words.width, words.y + words.height))
    layout = Layout(page, tuple(blocks), (), papers, photos, {"title": TitleSeen(INK, letters)}, (story,))
    owned = stash(palette)
    accents = list(_clusters(layout, owned, left, top, across, down, photo_w, photo_h, chance))
    if chance.random() < 0.6:
        accents += _background(layout, accents, palette, chance)
    return replace(layout, accents=tuple(accents)), owned


def _clusters(layout, owned, left, top, across, down, photo_w, photo_h, chance):  # type: ignore[no-untyped-def]
    """Three clusters: at the lower left and right corners of the photos, and at the upper right one."""
    have = {one.name: one for one in owned}
    right, low = left + across * (photo_w + 0.25) - 0.25, top + down * (photo_h + 0.25) - 0.25
    places = [(left, low - 0.4, 1), (right, low - 0.6, -1), (right, top + 0.4, -1)]
    if chance.random() < 0.3:
        places = places[:2]
    for number, (x, y, inward) in enumerate(places, 1):
        group = f"cluster-{number}"
        x = min(max(x, 1.1), layout.page.width / INCH - 1.1)
        x, y = grains(x), grains(min(y, layout.page.height / INCH - 1.1))
        focal = [area.buffer(INCH // 8) for photo in layout.photos.values() for area in photo.focal]
        while any(box(x - grains(1), y - grains(1), x + grains(1), y + grains(1)).intersects(area) for area in focal):
            x -= inward * grains(0.25)
            y += grains(0.125) if number < 3 else -grains(0.125)
        base = have["label"] if number == 1 else have["circle"]
        main = have["butterfly"] if number != 1 and inward > 0 else have["flower"]
        laid = [
            Accent(f"{group}-1", base, x, y, 0, group=group),
            Accent(
                f"{group}-2",
                have["leaf"],
                x - inward * grains(0.6),
                y + grains(0.3),
                0 if inward < 0 else 18_000,
                group=group,
            ),
            Accent(f"{group}-3", main, x, y, chance.randrange(-10, 10) * 100, group=group, foam=True),
        ]
        for dot in range(chance.choice((1, 3))):
            at = (grains(-0.5 + 0.5 * dot), grains(0.65))
            laid.append(Accent(f"{group}-{4 + dot}", have["button"], x + at[0], y + at[1], 0, group=group))
        yield from laid


def _background(layout, accents, palette, chance):  # type: ignore[no-untyped-def]
    """Small stars strewn over the free parts of the page, each turned its own way."""
    stars = [
        piece("small star", EmbellishmentKind.DOT, Form.STAR, 0.375, 0.375, palette[0], count=None),
        piece("small heart", EmbellishmentKind.DOT, Form.HEART, 0.375, 0.375, palette[1], count=None),
    ]
    kept = [
        box(b.x, b.y, b.x + b.width, b.y + b.height).buffer(INCH // 4) for b in layout.blocks if b.role is not Role.BASE
    ]
    kept += [one.outline.buffer(INCH // 4) for one in accents]
    laid: list[Accent] = []
    for number in range(chance.randrange(8, 22)):
        for _ in range(30):
            x, y = (
                chance.randrange(INCH // 2, layout.page.width - INCH // 2),
                chance.randrange(INCH // 2, layout.page.height - INCH // 2),
            )
            one = Accent(
                f"{SCATTER}-1-{number}", stars[number % 2], x, y, number * 1_700 % 36_000, group=f"{SCATTER}-1"
            )
            if all(abs(one.x - o.x) > INCH // 5 and abs(one.y - o.y) > INCH // 5 for o in laid) and not any(
                one.outline.intersects(other) for other in kept
            ):
                laid.append(one)
                break
    return laid


# -- faults ---------------------------------------------------------------------------------------------

Fault = Callable[[Layout, tuple[Embellishment, ...], random.Random], Layout]


def top_heavy(layout: Layout, owned: tuple[Embellishment, ...], chance: random.Random) -> Layout:
    """A dark panel and all clusters gather at the top edge, or everything but the words moves up to it."""
    return _gathered(layout) if chance.random() < 0.5 else _lifted(layout)


def _gathered(layout: Layout) -> Layout:
    wide = layout.page.width / INCH * 0.7
    heavy = piece("dark panel", EmbellishmentKind.BASE, Form.STRIP, wide, 2, Rgb(20, 24, 60))
    bar = Accent("panel", heavy, layout.page.width // 2, grains(1), group="panel")
    accents = tuple(
        one if one.is_scattered else replace(one, y=grains(1.5) + one.y % grains(1)) for one in layout.accents
    )
    return replace(layout, accents=(bar, *accents))


def _lifted(layout: Layout) -> Layout:
    title = next(b for b in layout.blocks if b.role is Role.TITLE)
    lift = title.y - INCH // 4

    def moved(block: Block) -> Block:
        return block if block.role in (Role.BASE, Role.JOURNALING) else replace(block, y=block.y - lift)

    letters = tuple((c, translate(o, 0, -lift)) for c, o in layout.titles["title"].letters)
    seen = {
        name: replace(photo, focal=tuple(translate(area, 0, -lift) for area in photo.focal))
        for name, photo in layout.photos.items()
    }
    accents = tuple(one if one.is_scattered else replace(one, y=max(grains(1), one.y - lift)) for one in layout.accents)
    heavy = piece("dark label", EmbellishmentKind.BASE, Form.LABEL, 4, 1.5, Rgb(20, 24, 60))
    bar = Accent("panel", heavy, layout.page.width - grains(2.25), grains(1), group="panel")
    titles = {"title": replace(layout.titles["title"], letters=letters)}
    return replace(layout, blocks=tuple(map(moved, layout.blocks)), photos=seen, titles=titles, accents=(bar, *accents))


def colour_once(layout: Layout, owned: tuple[Embellishment, ...], chance: random.Random) -> Layout:
    """One main piece takes a colour that is nowhere else."""
    mains = [one for one in layout.accents if one.what.kind is EmbellishmentKind.MAIN]
    one = chance.choice(mains)
    odd = replace(
        one.what, key="odd", name="odd flower", colours=(chance.choice((Rgb(230, 20, 160), Rgb(150, 220, 0))),)
    )
    return replace(layout, accents=tuple(replace(a, what=odd) if a.key == one.key else a for a in layout.accents))


def floating_piece(layout: Layout, owned: tuple[Embellishment, ...], chance: random.Random) -> Layout:
    """A main piece lies alone on the base, more than half an inch from everything."""
    flower = next(one for one in owned if one.name == "flower")
    kept = [box(b.x, b.y, b.x + b.width, b.y + b.height) for b in layout.blocks if b.role is not Role.BASE]
    kept += [one.outline for one in layout.accents if not one.is_scattered]
    scattered = [one for one in layout.accents if one.is_scattered]
    best = None
    for _ in range(3_000):
        x = chance.randrange(grains(0.75), layout.page.width - grains(0.75))
        y = chance.randrange(grains(0.75), layout.page.height - grains(0.75))
        one = Accent("lost", flower, x, y, group="")
        away = min(one.outline.distance(other) for other in kept)
        if best is None or away > best[0]:
            best = (away, one)
        if away > INCH // 2:
            break
    assert best is not None
    near = best[1].outline.buffer(INCH // 8)
    rest = [one for one in layout.accents if one not in scattered or not one.outline.intersects(near)]
    return replace(layout, accents=(*rest, best[1]))


def focal_covered(layout: Layout, owned: tuple[Embellishment, ...], chance: random.Random) -> Layout:
    """A cluster's main piece lies over what matters in a photo."""
    name = chance.choice(sorted(layout.photos))
    x, y, x2, y2 = layout.photos[name].focal[0].bounds
    main = next(one for one in layout.accents if one.what.kind is EmbellishmentKind.MAIN)
    moved = replace(main, x=round((x + x2) / 2), y=round(y + (y2 - y) * chance.uniform(0, 1)))
    return replace(layout, accents=tuple(moved if a.key == main.key else a for a in layout.accents))


def title_unreadable(layout: Layout, owned: tuple[Embellishment, ...], chance: random.Random) -> Layout:
    """The title's ink is nearly the base's colour."""
    base = layout.papers["base"].colours[0]
    ink = Rgb(*(max(0, channel - 40) for channel in base))
    return replace(layout, titles={"title": TitleSeen(ink, layout.titles["title"].letters)})


def crowded_corner(layout: Layout, owned: tuple[Embellishment, ...], chance: random.Random) -> Layout:
    """A dozen pieces heap up round the cluster at the lower right."""
    have = {one.name: one for one in owned}
    right, low = layout.page.width - grains(1.4), layout.page.height - grains(1.4)
    heap = [Accent("heap-0", have["circle"], right, low, group="heap")]
    for number in range(1, 12):
        what = have[chance.choice(("button", "flower", "leaf", "gem"))]
        x, y = (at + chance.randrange(-grains(0.9), grains(0.9)) for at in (right, low))
        x = min(x, layout.page.width - what.size.width // 2 - 100)
        y = min(y, layout.page.height - what.size.width // 2 - 100)
        heap.append(Accent(f"heap-{number}", what, x, y, 0, group="heap"))
    return replace(layout, accents=(*layout.accents, *heap))


def outward_arrow(layout: Layout, owned: tuple[Embellishment, ...], chance: random.Random) -> Layout:
    """An arrow on the cluster at the right points off the page."""
    arrow = replace(
        next(one for one in owned if one.name == "flower"),
        key="arrow",
        name="arrow",
        form=Form.ARROW,
        facing=Facing.RIGHT,
    )
    main = next(one for one in layout.accents if one.group == "cluster-2" and one.what.kind is EmbellishmentKind.MAIN)
    turned = replace(main, what=arrow, turn=chance.choice((0, 2_000, 34_000)))
    return replace(layout, accents=tuple(turned if a.key == main.key else a for a in layout.accents))


def twins_in_line(layout: Layout, owned: tuple[Embellishment, ...], chance: random.Random) -> Layout:
    """Two equal stars of the background stand side by side in one line."""
    star = piece("small star", EmbellishmentKind.DOT, Form.STAR, 0.375, 0.375, Rgb(207, 157, 46), count=None)
    star = next((one.what for one in layout.accents if one.is_scattered), star)
    y = grains(chance.uniform(0.5, 0.8))
    x = grains(chance.uniform(1, layout.page.width / INCH - 4))
    pair = [
        Accent(f"twin-{n}", star, x + n * grains(chance.uniform(1, 2)), y, 1_200, group=f"{SCATTER}-1")
        for n in range(2)
    ]
    rest = [
        one for one in layout.accents
        if not (one.is_scattered and any(one.outline.intersects(two.outline) for two in pair))
    ]  # fmt: skip
    return replace(layout, accents=(*rest, *pair))


FAULTS: Final[dict[str, Fault]] = {
    "TOP_HEAVY": top_heavy,
    "COLOUR_ALONE": colour_once,
    "FLOATING": floating_piece,
    "FOCAL_COVERED": focal_covered,
    "TITLE_HARD_TO_READ": title_unreadable,
    "CROWDED_CORNER": crowded_corner,
    "FACING_OUT": outward_arrow,
    "TWINS_IN_LINE": twins_in_line,
}


def planted_page(seed: int, fault: str) -> tuple[Layout, tuple[Embellishment, ...]]:
    """Return a page with one fault."""
    layout, owned = sound_page(seed)
    return FAULTS[fault](layout, owned, random.Random(seed + 7)), owned
