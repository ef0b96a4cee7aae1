"""Small pages to judge, drawn by hand: blocks and embellishments in inches."""

from dataclasses import replace

from shapely.geometry import box

from inkquilt.colour import read_colour
from inkquilt.embellishments import Accent, Embellishment, EmbellishmentKind, Facing, Form
from inkquilt.layout import Layout, PaperSeen, PhotoSeen, TitleSeen, WordsSeen
from inkquilt.lengths import INCH, Unit
from inkquilt.page import Page
from inkquilt.paper.kinds import PaperKind
from inkquilt.sketch import Block, Role, Shape
from inkquilt.sketch.model import Size

CREAM, NAVY, MUSTARD, TEAL = (read_colour(text) for text in ("#f6eed8", "#22345c", "#cf9d2e", "#1f7a7a"))


def grains(inches):
    """Inches in grains."""
    return round(inches * INCH)


def block(name, role, x, y, w, h, level=1, **more):
    """A block by its place and size in inches."""
    return Block(name, role, Shape.RECT, *(grains(side) for side in (x, y, w, h)), level=level, **more)


def inch_box(x, y, w, h):
    """A box in inches as a shape."""
    return box(grains(x), grains(y), grains(x + w), grains(y + h))


def owned(
    key, kind=EmbellishmentKind.MAIN, form=Form.FLOWER, w=1.0, h=1.0, colours=(MUSTARD,), facing=Facing.NONE, count=9,
    thickness=0.0,
):  # fmt: skip
    """An embellishment of the stash."""
    size = Size(grains(w), grains(h))
    return Embellishment(key, key, kind, form, size, tuple(colours), facing, grains(thickness), count)


def accent(key, what, x, y, turn=0, group="", under=None, foam=False):
    """One on the page, its centre in inches."""
    return Accent(key, what, grains(x), grains(y), turn, under, group, foam)


def page_with(*blocks, accents=(), side=12, papers=None, photos=None, titles=None, words=()):
    """A square page; its base is cream, photos are grey with what matters in their middle."""
    base = Block("base", Role.BASE, Shape.RECT, 0, 0, grains(side), grains(side))
    seen = {
        b.id: PhotoSeen((read_colour("#787c80"),), 0.3, (inch_box(*middle_of(b)),))
        for b in blocks
        if b.role is Role.PHOTO
    }
    return Layout(
        Page(grains(side), grains(side), Unit.IN),
        (base, *blocks),
        tuple(accents),
        {"base": PaperSeen((CREAM,), PaperKind.SOLID), **(papers or {})},
        photos if photos is not None else seen,
        titles or {},
        words,
    )


def middle_of(photo):
    """The middle third of a photo, in inches."""
    x, y, w, h = (side / INCH for side in (photo.x, photo.y, photo.width, photo.height))
    return x + w / 3, y + h / 3, w / 3, h / 3


def title_in(name, x, y, w, h, text="HONEY", ink=NAVY):
    """A title's letters, equally wide."""
    step = w / len(text)
    return {name: TitleSeen(ink, tuple((c, inch_box(x + n * step, y, step * 0.9, h)) for n, c in enumerate(text)))}


def with_accents(layout, *accents):
    """The page with these on it instead."""
    return replace(layout, accents=accents)


def story(x, y, w, h):
    """Words on the page."""
    return (WordsSeen("words", inch_box(x, y, w, h)),)
