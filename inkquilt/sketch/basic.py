"""Basic types of layouts, drawn for any page and number of photos. Common practice, no source.

A basic type is a sketch to begin with when there is none: an L, a T, a level or
upright band, a central column, a ledge that papers rest on, two halves, a grid.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from enum import Enum
from typing import Final, NamedTuple

from inkquilt.errors import BadInput, Fault
from inkquilt.lengths import INCH, MM, Grains, Unit
from inkquilt.sketch.model import Block, Corner, Role, Shape, Size, Sketch
from inkquilt.sketch.photo_list import in_rows_or_columns

MOST_PHOTOS: Final = 12


class BasicType(Enum):
    """The basic types."""

    L = "l"
    REVERSED_L = "reversed-l"
    T = "t"
    LEVEL_BAND = "level-band"
    UPRIGHT_BAND = "upright-band"
    COLUMN = "column"
    LEDGE = "ledge"
    HALVES = "halves"
    GRID = "grid"


NAMES: Final = {
    BasicType.L: "An L",
    BasicType.REVERSED_L: "A reversed L",
    BasicType.T: "A T",
    BasicType.LEVEL_BAND: "A level band",
    BasicType.UPRIGHT_BAND: "An upright band",
    BasicType.COLUMN: "A central column",
    BasicType.LEDGE: "A ledge",
    BasicType.HALVES: "Half and half",
    BasicType.GRID: "A grid",
}


@dataclass(frozen=True, slots=True)
class _Area:
    x: Grains
    y: Grains
    width: Grains
    height: Grains


def basic_sketch(
    kind: BasicType, page: Size, unit: Unit, photos: int | Sequence[Size], prints: Sequence[Size] = ()
) -> Sketch:
    """Return a basic type drawn for a page, everything on the page's usual marks.

    ``photos`` is how many, all of the largest of the ``prints`` that they have room for, or the sizes of each. Where
    the page has no room for those, the largest of them is drawn in the next smaller print, as often as it takes.
    Raises ``BadInput`` for no photos or more than ``MOST_PHOTOS``.
    """
    count = photos if isinstance(photos, int) else len(photos)
    if not 1 <= count <= MOST_PHOTOS:
        words = f"A basic type takes 1 to {MOST_PHOTOS} photos, not {count}."
        raise BadInput([Fault("photos", "photo-count", words)])
    step = INCH // 8 if unit is Unit.IN else MM
    drawing = _Drawing(page, step, tuple(prints))
    drawing.draw(_PLANS[kind], photos)
    words = "1 photo" if count == 1 else f"{count} photos"
    return Sketch(f"{NAMES[kind]}, {words}", unit, page, tuple(drawing.blocks))


class _Drawing:
    def __init__(self, page: Size, step: Grains, prints: tuple[Size, ...]) -> None:
        self.page, self.step, self.prints = page, step, prints
        self.blocks: list[Block] = []
        shorter = min(page.width, page.height)
        self.gap = max(step, self.to_step(shorter / 48))

    def to_step(self, length: float) -> Grains:
        return max(1, round(length / self.step)) * self.step

    def add(
        self, name: str, role: Role, area: _Area, level: int, paper: str | None = None, shape: Shape = Shape.RECT
    ) -> None:
        label = name.replace("-", " ")
        block = Block(name, role, shape, area.x, area.y, area.width, area.height, level=level, paper=paper, label=label)
        self.blocks.append(block)

    def draw(self, plan: _Plan, photos: int | Sequence[Size]) -> None:
        for letter, sheet in zip("AB", plan.sheets, strict=False):
            self.add(sheet.name, sheet.role, self.part(sheet.parts), sheet.level, letter)
        area = self.part(plan.photos)
        if isinstance(photos, int):
            self.photos_in(area, photos)
        else:
            area = self.sizes_in(plan, photos)
        self.add("title", Role.TITLE, self.part(plan.title), 6)
        self.add("story", Role.JOURNALING, self.part(plan.story), 4)
        if plan.cluster is not None:
            right = plan.cluster in (Corner.TOP_RIGHT, Corner.BOTTOM_RIGHT)
            low = plan.cluster in (Corner.BOTTOM_LEFT, Corner.BOTTOM_RIGHT)
            self.cluster(area.x + right * area.width, area.y + low * area.height)

    def part(self, parts: _Parts) -> _Area:
        """Return an area given in parts of the page, its edges on marks; the page's far edges are kept."""
        left, top = self._mark(parts.x, self.page.width), self._mark(parts.y, self.page.height)
        right = self._mark(parts.x + parts.width, self.page.width)
        foot = self._mark(parts.y + parts.height, self.page.height)
        return _Area(left, top, right - left, foot - top)

    def _mark(self, part: float, whole: Grains) -> Grains:
        if part >= 0.999:
            return whole
        return round(part * whole / self.step) * self.step

    def photos_in(self, area: _Area, count: int) -> None:
        """Fill an area with photos in rows, all of one size, equal gaps between."""
        rows, size = self._rows_and_size(area, count)
        per_row = [count // rows + (row < count % rows) for row in range(rows)]
        top = area.y + self._half(area.height - rows * size.height - (rows - 1) * self.gap)
        for row, in_row in enumerate(per_row):
            left = area.x + self._half(area.width - in_row * size.width - (in_row - 1) * self.gap)
            for column in range(in_row):
                x, y = left + column * (size.width + self.gap), top + row * (size.height + self.gap)
                self.photo(_Area(x, y, size.width, size.height))

    def photo(self, area: _Area) -> None:
        number = len([block for block in self.blocks if block.role is Role.PHOTO]) + 1
        self.add(f"photo-{number}", Role.PHOTO, area, 5)

    def _rows_and_size(self, area: _Area, count: int) -> tuple[int, Size]:
        """Return the rows that take the largest print there is; without one that fits, rows of what fills the area."""
        either_way = {one for size in self.prints for one in (size, size.swapped())}
        fitting = [
            (size.width * size.height, -self._squareness(area, rows, count), rows, size)
            for rows in range(1, count + 1)
            for size in sorted(either_way, key=lambda one: (one.width, one.height))
            if size.width <= self._share(area.width, math.ceil(count / rows))
            and size.height <= self._share(area.height, rows)
        ]
        if fitting:
            *_, rows, size = max(fitting, key=lambda one: one[:3])
            return rows, size
        rows = min(range(1, count + 1), key=lambda rows: self._squareness(area, rows, count))
        width, height = self._share(area.width, math.ceil(count / rows)), self._share(area.height, rows)
        # no longer than prints are; what is left lies round the group
        return rows, Size(min(width, self.to_step(1.5 * height)), min(height, self.to_step(1.5 * width)))

    def sizes_in(self, plan: _Plan, sizes: Sequence[Size]) -> _Area:
        """Lay photos of these sizes where the plan has its photos, or in all that words leave; return where."""
        plain, wide = self.part(plan.photos), self._widest(plan)
        while True:
            for area in (plain, wide):
                rows = in_rows_or_columns(sizes, Size(area.width, area.height), self.gap, self.step)
                if rows is not None:
                    left = area.x + self._half(area.width - rows.size.width)
                    top = area.y + self._half(area.height - rows.size.height)
                    for (x, y), size in zip(rows.places, sizes, strict=True):
                        self.photo(_Area(left + x, top + y, size.width, size.height))
                    return _Area(left, top, rows.size.width, rows.size.height)
            smaller = self._smaller(sizes)
            if smaller == tuple(sizes):  # no room at all: as many as there are, however small
                self.photos_in(plain, len(sizes))
                return plain
            sizes = smaller

    def _widest(self, plan: _Plan) -> _Area:
        """Return the plan's place for photos, grown to the margins and to the words."""
        area, margin = self.part(plan.photos), self.gap
        left, top, right, foot = margin, margin, self.page.width - margin, self.page.height - margin
        for words in (self.part(plan.title), self.part(plan.story)):
            if words.y >= area.y + area.height:
                foot = min(foot, words.y - self.gap)
            elif words.y + words.height <= area.y:
                top = max(top, words.y + words.height + self.gap)
            elif words.x >= area.x + area.width:
                right = min(right, words.x - self.gap)
            elif words.x + words.width <= area.x:
                left = max(left, words.x + words.width + self.gap)
        return _Area(left, top, right - left, foot - top)

    def _smaller(self, sizes: Sequence[Size]) -> tuple[Size, ...]:
        """Return the sizes with the largest ones in the next smaller print of their stance, else a step smaller."""
        size = max(sizes, key=lambda one: one.width * one.height)
        either_way = (one for listed in self.prints for one in (listed, listed.swapped()))
        smaller = [
            one
            for one in either_way
            if one.width * one.height < size.width * size.height and _stance(one) == _stance(size)
        ]
        shorter = min(size.width, size.height)
        least = Size(*(max(self.step, side - side * self.step // shorter) for side in (size.width, size.height)))
        then = max(smaller, key=lambda one: one.width * one.height) if smaller else least
        return tuple(then if one == size else one for one in sizes)

    def _half(self, length: Grains) -> Grains:
        return length // 2 // self.step * self.step

    def _share(self, length: Grains, parts: int) -> Grains:
        return max(self.step, (length - (parts - 1) * self.gap) // parts // self.step * self.step)

    def _squareness(self, area: _Area, rows: int, count: int) -> float:
        columns = math.ceil(count / rows)
        ratio = self._share(area.width, columns) / self._share(area.height, rows)
        empty = rows * columns - count
        return abs(math.log(ratio)) + 0.35 * empty

    def cluster(self, x: Grains, y: Grains) -> None:
        side = self.to_step(min(self.page.width, self.page.height) / 9)
        x = min(max(0, x - side // 2 // self.step * self.step), self.page.width - side)
        y = min(max(0, y - side // 2 // self.step * self.step), self.page.height - side)
        self.add("cluster-1", Role.CLUSTER, _Area(x, y, side, side), 8, shape=Shape.CIRCLE)


def _stance(size: Size) -> int:
    """Return whether a size lies (1), stands (-1) or is square (0)."""
    return (size.width > size.height) - (size.width < size.height)


class _Parts(NamedTuple):
    """A box in parts of the page: left, top, width, height."""

    x: float
    y: float
    width: float
    height: float


class _Sheet(NamedTuple):
    """A paper or strip that gives a type its shape; later ones lie on top unless ``level`` says otherwise."""

    name: str
    parts: _Parts
    level: int
    role: Role = Role.PAPER


@dataclass(frozen=True, slots=True)
class _Plan:
    """Where a basic type has its things. ``cluster`` is the corner of the photos it lies over."""

    sheets: tuple[_Sheet, ...]
    photos: _Parts
    title: _Parts
    story: _Parts
    cluster: Corner | None = None


_PLANS: Final[dict[BasicType, _Plan]] = {
    BasicType.L: _Plan(
        (_Sheet("upright", _Parts(0, 0, 0.28, 1), 1), _Sheet("foot", _Parts(0, 0.72, 1, 0.28), 2)),
        _Parts(0.12, 0.08, 0.82, 0.6),
        _Parts(0.12, 0.74, 0.5, 0.1),
        _Parts(0.12, 0.86, 0.5, 0.1),
        Corner.BOTTOM_LEFT,
    ),
    BasicType.REVERSED_L: _Plan(
        (_Sheet("upright", _Parts(0.72, 0, 0.28, 1), 1), _Sheet("foot", _Parts(0, 0.72, 1, 0.28), 2)),
        _Parts(0.06, 0.08, 0.82, 0.6),
        _Parts(0.06, 0.74, 0.5, 0.1),
        _Parts(0.06, 0.86, 0.5, 0.1),
        Corner.BOTTOM_RIGHT,
    ),
    BasicType.T: _Plan(
        (_Sheet("top-bar", _Parts(0, 0.08, 1, 0.2), 1), _Sheet("stem", _Parts(0.3, 0.28, 0.4, 0.72), 1)),
        _Parts(0.1, 0.34, 0.8, 0.42),
        _Parts(0.1, 0.12, 0.8, 0.12),
        _Parts(0.35, 0.82, 0.3, 0.12),
        Corner.BOTTOM_RIGHT,
    ),
    BasicType.LEVEL_BAND: _Plan(
        (_Sheet("band", _Parts(0, 0.3, 1, 0.46), 1), _Sheet("edge", _Parts(0, 0.76, 1, 0.03), 2, Role.STRIP)),
        _Parts(0.06, 0.35, 0.88, 0.36),
        _Parts(0.06, 0.12, 0.6, 0.12),
        _Parts(0.56, 0.83, 0.38, 0.12),
        Corner.BOTTOM_LEFT,
    ),
    BasicType.UPRIGHT_BAND: _Plan(
        (_Sheet("band", _Parts(0.1, 0, 0.5, 1), 1), _Sheet("edge", _Parts(0.6, 0, 0.03, 1), 2, Role.STRIP)),
        _Parts(0.14, 0.06, 0.42, 0.88),
        _Parts(0.66, 0.2, 0.3, 0.12),
        _Parts(0.66, 0.62, 0.28, 0.24),
        Corner.TOP_RIGHT,
    ),
    BasicType.COLUMN: _Plan(
        (_Sheet("column", _Parts(0.3, 0, 0.4, 1), 1),),
        _Parts(0.33, 0.24, 0.34, 0.56),
        _Parts(0.12, 0.08, 0.76, 0.12),
        _Parts(0.35, 0.84, 0.3, 0.12),
        Corner.BOTTOM_LEFT,
    ),
    BasicType.LEDGE: _Plan(
        (_Sheet("ledge", _Parts(0, 0.68, 1, 0.1), 3), _Sheet("behind", _Parts(0.08, 0.14, 0.84, 0.56), 1)),
        _Parts(0.12, 0.18, 0.76, 0.48),
        _Parts(0.08, 0.81, 0.5, 0.12),
        _Parts(0.64, 0.82, 0.28, 0.13),
        Corner.BOTTOM_RIGHT,
    ),
    BasicType.HALVES: _Plan(
        (_Sheet("left-half", _Parts(0, 0, 0.5, 1), 1),),
        _Parts(0.06, 0.2, 0.88, 0.5),
        _Parts(0.55, 0.06, 0.4, 0.1),
        _Parts(0.55, 0.76, 0.38, 0.16),
        Corner.BOTTOM_LEFT,
    ),
    BasicType.GRID: _Plan(
        (), _Parts(0.05, 0.2, 0.9, 0.58), _Parts(0.05, 0.05, 0.9, 0.12), _Parts(0.05, 0.82, 0.5, 0.12)
    ),
}


def all_basic(
    page: Size, unit: Unit, photos: int | Sequence[Size], prints: Sequence[Size] = ()
) -> Iterator[tuple[BasicType, Sketch]]:
    """Yield every basic type for a page and its photos: how many, or the size of each."""
    for kind in BasicType:
        yield kind, basic_sketch(kind, page, unit, photos, prints)
