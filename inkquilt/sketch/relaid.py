"""A page's papers kept, and other photos laid on them: given sizes in rows, where the photos lay before.

The photos take the mat and the gap that the page's own photos have; a panel that carried them goes
on doing so; the story is laid among them. What finds no room is left out and told, the story first.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Final

from inkquilt.errors import BadInput, Fault
from inkquilt.lengths import INCH, MM, Grains, Unit, with_unit
from inkquilt.sketch.geometry import Axis, Box, Ends, box
from inkquilt.sketch.model import Block, Role, Shape, Size, Sketch
from inkquilt.sketch.photo_list import Rows, in_rows_or_columns, size_words
from inkquilt.sketch.relations import Relations, read_relations

_GRID: Final = {Unit.IN: INCH // 8, Unit.MM: MM}
#: Between photos where the page has no gap of its own, and to the page's edge.
_GAP: Final = {Unit.IN: INCH // 8, Unit.MM: 3 * MM}
_MARGIN: Final = {Unit.IN: INCH // 2, Unit.MM: 12 * MM}
#: A story is made smaller by these parts before it leaves the page; below 2 × 1 in nobody writes it by hand.
_STORY_PARTS: Final = (1, 0.8, 0.6, 0.45)
_WRITABLE: Final = Size(2 * INCH, INCH)
_SHAPES: Final = (Role.BASE, Role.PAPER, Role.STRIP, Role.BORDER)


@dataclass(frozen=True, slots=True)
class Relaid:
    """The page with its new photos: the block of each size in the order asked, None for what found no room."""

    sketch: Sketch
    slots: tuple[str | None, ...]
    words: tuple[str, ...]


def with_photos_of(sketch: Sketch, sizes: Sequence[Size]) -> Relaid:
    """Return a page with photos of these sizes in place of its own.

    Raises ``BadInput`` for a photo that is larger than the page without its margins.
    """
    return _Relaying(sketch, sizes).relaid()


def room_for_photos(sketch: Sketch) -> Size:
    """Return the largest size a photo of a page may have, its mat not counted."""
    relaying = _Relaying(sketch, ())
    return Size(relaying.room.width - 2 * relaying.reveal, relaying.room.height - 2 * relaying.reveal)


class _Relaying:
    def __init__(self, sketch: Sketch, sizes: Sequence[Size]) -> None:
        self.sketch, self.sizes = sketch, list(sizes)
        self.relations: Relations = read_relations(sketch)
        self.grid, self.margin = _GRID[sketch.unit], _MARGIN[sketch.unit]
        self.reveal, self.paper = self._mat()
        self.gap = self._gap()
        page = sketch.page
        self.narrow = max(self.margin // 2 // self.grid, 1) * self.grid
        self.room = Size(page.width - 2 * self.narrow, page.height - 2 * self.narrow)
        self.story = next((block for block in sketch.blocks if block.role is Role.JOURNALING), None)
        self._refuse_too_large()

    def _mat(self) -> tuple[Grains, str | None]:
        """Return the reveal and paper of the mats most photos have; no reveal where most have none."""
        photos = [block.id for block in self.sketch.blocks if block.role is Role.PHOTO]
        mats = Counter(
            (matting.reveals[0], self.sketch.block(matting.mat).paper)
            for matting in self.relations.mattings
            if len(matting.pieces) == 1 and matting.pieces[0] in photos and len(set(matting.reveals)) == 1
        )
        common, count = mats.most_common(1)[0] if mats else ((0, None), 0)
        return common if 2 * count >= len(photos) else (0, None)

    def _gap(self) -> Grains:
        """Return the smallest even gap that the page's photos have among them."""
        firm = {stack.id for stack in self.sketch.blocks if stack.role in (Role.PHOTO, Role.MAT)}
        gaps = []
        for row in self.relations.patterns.gaps:
            if set(row.blocks) <= firm:
                one, two = (self.relations.boxes[name].along(row.axis) for name in row.blocks[:2])
                gaps.append(two.low - one.high)
        return max(min((gap for gap in gaps if gap > 0), default=_GAP[self.sketch.unit]), self.grid // 2)

    def _refuse_too_large(self) -> None:
        for size in self.sizes:
            matted = self._matted(size)
            if matted.width > self.room.width or matted.height > self.room.height:
                unit, mat = self.sketch.unit, f" with its mat of {with_unit(self.reveal, self.sketch.unit)}"
                words = (
                    f"A photo of {size_words(size, unit)}{mat if self.reveal else ''} is larger than this page "
                    f"has room for, {size_words(self.room, unit)}."
                )
                raise BadInput([Fault("sizes", "photo-too-large", words)])

    def _matted(self, size: Size) -> Size:
        return Size(size.width + 2 * self.reveal, size.height + 2 * self.reveal)

    # -- what is laid ------------------------------------------------------------------

    def relaid(self) -> Relaid:
        """Lay all of it, at least with half the margins or without the story; else as much as there is room for."""
        all_of_it = sorted(range(len(self.sizes)), key=lambda at: (-self._area(at), at))
        wide, narrow = self.margin, self.narrow
        for story in (*self._stories(), None):
            for margin in (wide, narrow):
                rows = self._rows(all_of_it, story, margin)
                if rows is not None:
                    return self._built(all_of_it, rows, story, margin)
        laid: list[int] = []
        for at in all_of_it:
            if self._rows([*laid, at], None, narrow) is not None:
                laid.append(at)
        rows = self._rows(laid, None, narrow)
        assert rows is not None  # each photo alone has room
        return self._built(laid, rows, None, narrow)

    def _stories(self) -> Iterator[Block]:
        """Yield the story as large as it is, then smaller, as long as it can be written on."""
        if self.story is None:
            return
        for part in _STORY_PARTS:
            size = Size(*(round(side * part / self.grid) * self.grid for side in (self.story.width, self.story.height)))
            writable = min(size.width, size.height) >= _WRITABLE.height
            if part == 1 or (writable and max(size.width, size.height) >= _WRITABLE.width):
                yield replace(self.story, width=size.width, height=size.height, min_size=None)

    def _area(self, at: int) -> int:
        return self.sizes[at].width * self.sizes[at].height

    def _rows(self, laid: list[int], story: Block | None, margin: Grains) -> Rows | None:
        pieces = [self._matted(self.sizes[at]) for at in laid] + ([story.size] if story else [])
        page = self.sketch.page
        room = Size(page.width - 2 * margin, page.height - 2 * margin)
        return in_rows_or_columns(pieces, room, self.gap, self.grid)

    def _built(self, laid: list[int], rows: Rows, story: Block | None, margin: Grains) -> Relaid:
        words = ["the story goes on a card or another page"] * (self.story is not None and story is None)
        words += [
            f"no room is left for {size_words(size, self.sketch.unit)}"
            for at, size in enumerate(self.sizes)
            if at not in laid
        ]
        left, top = (self._start(axis, rows.size, margin) for axis in Axis)
        whole = Box(Ends(left, left + rows.size.width), Ends(top, top + rows.size.height))
        kept = tuple(self._papers(whole))
        sketch = replace(self.sketch, blocks=kept)
        level = max((block.level for block in kept), default=0) + 1
        slots: dict[int, str] = {}
        for at, (x, y) in zip(laid, rows.places, strict=False):
            name = sketch.free_id("photo")
            more = list(self._stack(name, self.sizes[at], left + x, top + y, level, len(slots) + 1))
            sketch, slots[at] = replace(sketch, blocks=(*sketch.blocks, *more)), name
        if story is not None:
            x, y = rows.places[-1]
            told = replace(story, x=left + x, y=top + y, level=level, turn=0)
            sketch = replace(sketch, blocks=(*sketch.blocks, told))
        return Relaid(sketch, tuple(slots.get(at) for at in range(len(self.sizes))), tuple(words))

    def _stack(self, name: str, size: Size, x: Grains, y: Grains, level: int, number: int) -> Iterator[Block]:
        if self.reveal:
            mat = self._matted(size)
            yield Block(
                f"mat-{name}", Role.MAT, Shape.RECT, x, y, mat.width, mat.height, level=level, of=(name,),
                paper=self.paper,
            )  # fmt: skip
        yield Block(
            name, Role.PHOTO, Shape.RECT, x + self.reveal, y + self.reveal, size.width, size.height,
            level=level + 1, label=f"photo {number}", min_size=size,
        )  # fmt: skip

    def _start(self, axis: Axis, size: Size, margin: Grains) -> Grains:
        """Return where the rows begin: in the middle of where the photos lay, within the margins, on a mark."""
        ends = [self.relations.boxes[block.id].along(axis) for block in self.sketch.blocks if block.role is Role.PHOTO]
        page = self.sketch.page
        whole, length = (page.width, size.width) if axis is Axis.X else (page.height, size.height)
        middle = (min(e.low for e in ends) + max(e.high for e in ends)) // 2 if ends else whole // 2
        start = round((middle - length / 2) / self.grid) * self.grid
        return max(margin, min(start, (whole - margin - length) // self.grid * self.grid))

    def _papers(self, photos: Box) -> Iterator[Block]:
        """Yield the papers, those that carried all photos reaching round them as far as before."""
        were = [self.relations.boxes[b.id] for b in self.sketch.blocks if b.role in (Role.PHOTO, Role.MAT)]
        for block in self.sketch.blocks:
            if block.role not in _SHAPES:
                continue
            lies = box(block)
            carries = bool(were) and block.role is not Role.BASE and not block.turn and all(
                lies.along(axis).low <= one.along(axis).low and one.along(axis).high <= lies.along(axis).high
                for one in were for axis in Axis
            )  # fmt: skip
            yield self._round(block, photos, were) if carries else block

    def _round(self, block: Block, photos: Box, were: list[Box]) -> Block:
        x, width = self._reach(block.x, block.x + block.width, photos, were, Axis.X, self.sketch.page.width)
        y, height = self._reach(block.y, block.y + block.height, photos, were, Axis.Y, self.sketch.page.height)
        return replace(block, x=x, y=y, width=width, height=height)

    def _reach(
        self, low: Grains, high: Grains, photos: Box, were: list[Box], axis: Axis, page: Grains
    ) -> tuple[Grains, Grains]:  # fmt: skip
        """Return where a panel begins and how long it is; at the page's edge it stays there."""
        before = min(one.along(axis).low for one in were) - low
        after = high - max(one.along(axis).high for one in were)
        now = photos.along(axis)
        start = low if low <= 0 else max(0, now.low - min(before, self.margin))
        end = high if high >= page else min(page, now.high + min(after, self.margin))
        return start, end - start
