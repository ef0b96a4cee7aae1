"""What of a photo shows in its slot.

A crop is given in parts of the photo's width and height, exact fractions from
the top left corner. Pixels are no lengths: nothing here decides a cut.

The largest crop of the slot's proportions is taken, unless a person goes further
in. Where it may lie is a convex polygon of possible middles: on the photo, cut by
one line for each side of the slot and each corner of what must be kept. Of these
the one nearest to the wished middle is taken. What cannot all be kept is kept by
weight. A photo turned to level its horizon has its window turned the other way.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from functools import lru_cache
from math import cos, pi, sin
from typing import Final, NamedTuple

from inkquilt.photos.areas import Area, around, that_matter
from inkquilt.photos.polygon import At, HalfPlane, cut, nearest, rectangle
from inkquilt.sketch.geometry import TRIG, spots, trig
from inkquilt.sketch.model import POLYGON_PARTS, Block, Shape, Size

#: The middle of the photo.
MIDDLE: Final = Fraction(1, 2)
#: Above what matters this part of the crop stays free where the photo has it. Common practice, no source.
HEAD_ROOM: Final = Fraction(1, 12)
#: How far a photo moves in its slot at one step of a key, in parts of the photo.
STEP: Final = Fraction(1, 20)
#: Nobody goes further in than this.
CLOSEST: Final = Fraction(8)
#: A horizon is levelled by at most this, in hundredths of a degree.
MOST_TURN: Final = 1500
#: A round slot is held by this many lines that cut off less than 1/1000 of its radius.
ROUND_SIDES: Final = 72


@dataclass(frozen=True, slots=True)
class Crop:
    """The part of a photo that shows: left, top, width and height, each from 0 to 1.

    With ``turn`` (hundredths of a degree clockwise, on the photo) that is where it
    would lie before it is turned about its middle.
    """

    left: Fraction
    top: Fraction
    width: Fraction
    height: Fraction
    turn: int = 0

    @property
    def middle(self) -> At:
        """Where its middle lies on the photo."""
        return At(self.left + self.width / 2, self.top + self.height / 2)

    def moved(self, across: int, down: int) -> At:
        """Return what comes to the middle when the photo moves so many steps to the right and down in its slot.

        >>> Crop(Fraction(1, 4), Fraction(0), Fraction(1, 2), Fraction(1)).moved(2, 0)
        At(x=Fraction(2, 5), y=Fraction(1, 2))
        """
        middle = self.middle
        return At(
            *(min(max(at - by * STEP, Fraction(0)), Fraction(1)) for at, by in ((middle.x, across), (middle.y, down)))
        )


class Pixels(NamedTuple):
    """A photo's size upright; prints that were never files count in any even unit."""

    across: int
    down: int


class OutlineSide(NamedTuple):
    """One side of an outline: ``across`` x + ``down`` y <= ``most``, in half widths and heights from its middle."""

    across: Fraction
    down: Fraction
    most: Fraction


@dataclass(frozen=True, slots=True)
class Slot:
    """What a photo lies in: its size in grains and the straight sides of its (convex) outline."""

    size: Size
    sides: tuple[OutlineSide, ...]

    @classmethod
    def plain(cls, size: Size) -> Slot:
        """Return a rectangle."""
        return cls(size, _RECTANGLE)

    @classmethod
    def of(cls, block: Block) -> Slot:
        """Return the slot a photo block makes; a circle is held by many short sides."""
        if block.shape is Shape.CIRCLE:
            return cls(block.size, _round_sides())
        corners = [At(Fraction(s.across, POLYGON_PARTS), Fraction(s.down, POLYGON_PARTS)) for s in spots(block)]
        return cls(block.size, tuple(_sides(corners)))


def _sides(corners: Sequence[At]) -> Iterator[OutlineSide]:
    """Yield the sides between corners that go clockwise (y downward)."""
    for index, end in enumerate(corners):
        start = corners[index - 1]
        across, down = end.y - start.y, start.x - end.x
        yield OutlineSide(across, down, across * end.x + down * end.y)


_RECTANGLE: Final = tuple(_sides(rectangle(Fraction(-1), Fraction(-1), Fraction(1), Fraction(1))))


@lru_cache(maxsize=1)
def _round_sides() -> tuple[OutlineSide, ...]:
    """Return chords of the unit circle: what lies within them lies in the circle."""
    turns = [2 * pi * number / ROUND_SIDES for number in range(ROUND_SIDES)]
    corners = [At(_inward(cos(turn)), _inward(sin(turn))) for turn in turns]
    return tuple(_sides(corners))


def _inward(part: float) -> Fraction:
    """Return a coordinate of the unit circle, rounded toward the middle."""
    return Fraction(int(part * 4096), 4096)


@dataclass(frozen=True, slots=True)
class Framing:
    """How a person wants a photo to lie: the point that comes to the middle (None: what matters decides),
    how far in (1: the largest crop), and the turn that levels it, in hundredths of a degree clockwise."""

    look_x: Fraction | None = None
    look_y: Fraction | None = None
    zoom: Fraction = Fraction(1)
    turn: int = 0


AS_IT_COMES: Final = Framing()


def crop_to_fill(
    pixels_across: int, pixels_down: int, slot: Size, look_x: Fraction = MIDDLE, look_y: Fraction = MIDDLE
) -> Crop:
    """Return the largest part with the slot's proportions, as near as can be to a point.

    ``look_x`` and ``look_y`` (0 to 1) say what should come to the middle of the slot.

    >>> crop_to_fill(600, 400, Size(400, 400))
    Crop(left=Fraction(1, 6), top=Fraction(0, 1), width=Fraction(2, 3), height=Fraction(1, 1), turn=0)

    Raises ``ValueError`` for a photo or slot without area.
    """
    return crop_of(Pixels(pixels_across, pixels_down), Slot.plain(slot), Framing(look_x, look_y))


def in_print(framing: Framing, printed: Size | None, slot: Size) -> Framing:
    """Return how a photo lies whose print exists already and can only be trimmed: it keeps its scale."""
    if printed is None:
        return framing
    across, down = Fraction(printed.width, slot.width), Fraction(printed.height, slot.height)
    return replace(framing, zoom=max(Fraction(1), min(across, down)))


def crop_of(photo: Pixels, slot: Slot, framing: Framing = AS_IT_COMES, areas: Iterable[Area] = ()) -> Crop:
    """Return what of a photo shows in a slot.

    Where a person looked somewhere, that decides; else all areas that matter are
    kept if the slot's proportions allow it at all, else the heaviest.
    Raises ``ValueError`` for a photo or slot without area.
    """
    if min(photo.across, photo.down, slot.size.width, slot.size.height) <= 0:
        raise ValueError("a photo and its slot both need a width and a height")
    window = _Window(photo, slot, framing)
    kept = () if framing.look_x is not None else that_matter(areas)
    middle = window.middle(kept, framing)
    width, height = window.width / photo.across, window.height / photo.down
    x, y = middle.x / photo.across, middle.y / photo.down
    return Crop(x - width / 2, y - height / 2, width, height, -framing.turn)


def closest(photo: Pixels, slot: Slot, areas: Iterable[Area]) -> Fraction:
    """Return how far in one can go with everything that matters still kept, at least 1 and at most ``CLOSEST``."""
    box = around(that_matter(areas))
    if box is None:
        return CLOSEST
    window = _Window(photo, slot, AS_IT_COMES)
    room = min(window.width / (box.width * photo.across), window.height / (box.height * photo.down))
    return max(Fraction(1), min(room, CLOSEST))


def share_kept(area: Area, crop: Crop) -> Fraction:
    """Return the part of an area that a crop that is not turned shows, its outline taken as its box."""
    across = min(area.right, crop.left + crop.width) - max(area.left, crop.left)
    down = min(area.bottom, crop.top + crop.height) - max(area.top, crop.top)
    if area.width <= 0 or area.height <= 0:
        return Fraction(1)
    return max(across, Fraction(0)) * max(down, Fraction(0)) / (area.width * area.height)


class _Window:
    """The part of a photo that a slot shows, in pixels: its size, and where its middle may be."""

    def __init__(self, photo: Pixels, slot: Slot, framing: Framing) -> None:
        self.photo, self.slot = photo, slot
        turned = trig(-framing.turn)
        self.cos, self.sin = Fraction(turned.cos, TRIG), Fraction(turned.sin, TRIG)
        shape = Fraction(slot.size.width, slot.size.height)
        # a window of width `shape` and height 1, turned, reaches this far across and down
        across = shape * abs(self.cos) + abs(self.sin)
        down = shape * abs(self.sin) + abs(self.cos)
        scale = min(photo.across / across, photo.down / down) / max(framing.zoom, Fraction(1))
        self.width, self.height = shape * scale, scale
        reach_x, reach_y = across * scale / 2, down * scale / 2
        self.on_photo = rectangle(reach_x, reach_y, photo.across - reach_x, photo.down - reach_y)

    def middle(self, kept: Sequence[Area], framing: Framing) -> At:
        """Return the possible middle that is nearest to the wished one, with as much kept as can be."""
        if framing.look_x is not None and framing.look_y is not None:
            return nearest(self.on_photo, self._at(framing.look_x, framing.look_y))
        possible = self.on_photo
        for area in kept:  # the heaviest first; what would leave no place for the middle is not kept whole
            possible = self._holding(possible, area) or possible
        box = around(kept)
        if box is None:
            return nearest(possible, self._at(MIDDLE, MIDDLE))
        head_room = Area(box.left, box.top - HEAD_ROOM * self.height / self.photo.down, box.width, box.height)
        possible = self._holding(possible, head_room) or possible
        return nearest(possible, self._at(*_weighted_middle(kept)))

    def _at(self, x: Fraction, y: Fraction) -> At:
        return At(x * self.photo.across, y * self.photo.down)

    def _holding(self, possible: list[At], area: Area) -> list[At]:
        """Return the middles from which an area shows whole: no corner of it is beyond a side of the slot."""
        corners = [self._at(x, y) for x in (area.left, area.right) for y in (area.top, area.bottom)]
        for side in self.slot.sides:
            # the side in the photo's axes: a half width along (cos, sin), a half height along (-sin, cos)
            along, across = side.across * 2 / self.width, side.down * 2 / self.height
            a = along * self.cos - across * self.sin
            b = along * self.sin + across * self.cos
            furthest = max(a * corner.x + b * corner.y for corner in corners)
            possible = cut(possible, HalfPlane(-a, -b, side.most - furthest))
        return possible


def _weighted_middle(areas: Sequence[Area]) -> At:
    whole = sum(area.weight for area in areas)
    return At(
        sum((area.weight * (area.left + area.width / 2) for area in areas), Fraction(0)) / whole,
        sum((area.weight * (area.top + area.height / 2) for area in areas), Fraction(0)) / whole,
    )
