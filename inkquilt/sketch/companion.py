"""A page to face one that is finished: its papers return, its strong shape moves to the other end.

Not a mirror image: what sits low on the one page sits high on the other, the
title is said once, and the photos are as many as are left over. Common practice,
no source.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Final

from inkquilt.errors import BadInput, Fault
from inkquilt.lengths import INCH, MM, Grains, Unit
from inkquilt.sketch.geometry import Axis, box
from inkquilt.sketch.model import Block, Role, Shape, Size, Sketch
from inkquilt.sketch.photo_list import MOST_PHOTOS
from inkquilt.sketch.relaid import with_photos_of
from inkquilt.sketch.rework import split, splittable
from inkquilt.sketch.transform import mirrored, turned

_SHAPES: Final = (Role.PAPER, Role.STRIP, Role.BORDER)
#: A piece that covers this part of the page or more is ground, not a shape on it.
_GROUND: Final = 0.8
#: A line of a colour that would be lost is this wide.
_LINE: Final[dict[Unit, Grains]] = {Unit.IN: INCH // 4, Unit.MM: 6 * MM}


@dataclass(frozen=True, slots=True)
class Companion:
    """A proposal: the sketch for the second page, and what it repeats and changes, in words.

    ``slots`` are the blocks of the photos in the order asked, None for one that found no room.
    """

    key: str
    sketch: Sketch
    words: tuple[str, ...]
    slots: tuple[str | None, ...] = ()


def strong_shape(sketch: Sketch) -> Block | None:
    """Return the piece that gives a page its shape: the largest paper that is not ground; None if there is none."""
    whole = sketch.page.width * sketch.page.height
    shapes = [b for b in sketch.blocks if b.role in _SHAPES and b.width * b.height < _GROUND * whole]
    return max(shapes, key=lambda block: block.width * block.height, default=None)


def companions(sketch: Sketch, photos: int) -> tuple[Companion, ...]:
    """Return proposals for a page facing ``sketch`` with slots for so many photos, the fittest first.

    Raises ``BadInput`` for a number of photos that no page takes.
    """
    if not 1 <= photos <= MOST_PHOTOS:
        raise BadInput([Fault("photos", "photo-count", f"A page takes 1 to {MOST_PHOTOS} photos, not {photos}.")])

    def with_slots(moved: Sketch) -> tuple[Sketch, list[str], tuple[str, ...]]:
        counted, words = _with_photos(moved, photos)
        return counted, words, tuple(block.id for block in _slots(counted))

    return tuple(_proposals(sketch, with_slots))


def companions_for(sketch: Sketch, sizes: Sequence[Size]) -> tuple[Companion, ...]:
    """Return proposals for a page facing ``sketch`` with photos of these very sizes.

    Raises ``BadInput`` for more photos than a page takes, and for one that is larger than the page.
    """
    if not 1 <= len(sizes) <= MOST_PHOTOS:
        raise BadInput([Fault("sizes", "photo-count", f"A page takes 1 to {MOST_PHOTOS} photos, not {len(sizes)}.")])

    def with_sizes(moved: Sketch) -> tuple[Sketch, list[str], tuple[str | None, ...]]:
        relaid = with_photos_of(moved, sizes)
        return relaid.sketch, list(relaid.words), relaid.slots

    return tuple(_proposals(sketch, with_sizes))


Fill = Callable[[Sketch], tuple[Sketch, list[str], tuple[str | None, ...]]]


def _proposals(sketch: Sketch, fill: Fill) -> Iterator[Companion]:
    strong = strong_shape(sketch)
    seen: set[tuple[Block, ...]] = {sketch.blocks}
    for key, move in _moves(sketch, strong):
        moved = _untitled(move(sketch))
        counted, words, slots = fill(moved)
        complete, lines = _with_all_papers(counted, sketch)
        told = tuple(_told(strong, complete))
        if complete.blocks in seen or (strong is not None and not told):
            continue  # the strong shape would stay where it is: no more than a mirror image
        seen.add(complete.blocks)
        name = f"{sketch.name[:100]}, facing page"
        yield Companion(key, replace(complete, name=name), (*told, *words, *lines), slots)


Move = Callable[[Sketch], Sketch]


def _moves(sketch: Sketch, strong: Block | None) -> list[tuple[str, Move]]:
    """Return the ways to move the strong shape to the other end, the plainest first."""
    high_low: tuple[str, Move] = ("other-height", lambda page: mirrored(turned(page, 180)))
    half_turn: tuple[str, Move] = ("half-turn", lambda page: turned(page, 180))
    sides: tuple[str, Move] = ("other-side", mirrored)
    if strong is None:
        return [half_turn, high_low, sides]
    middle_y = abs(2 * strong.y + strong.height - sketch.page.height)
    middle_x = abs(2 * strong.x + strong.width - sketch.page.width)
    level = middle_y * sketch.page.width >= middle_x * sketch.page.height
    return [high_low, half_turn, sides] if level else [half_turn, sides, high_low]


def _told(strong: Block | None, sketch: Sketch) -> Iterator[str]:
    if strong is None:
        return
    now = next((block for block in sketch.blocks if block.id == strong.id), None)
    if now is None:
        return
    for axis, ends in ((Axis.Y, ("high", "low")), (Axis.X, ("left", "right"))):
        before, after = _side(strong, axis, sketch.page), _side(now, axis, sketch.page)
        if before != after and 0 not in (before, after):
            was, is_now = ends[before > 0], ends[after > 0]
            yield f"{strong.name}: {was} on the first page, {is_now} on this one"


def _side(block: Block, axis: Axis, page: Size) -> int:
    lies = box(block).along(axis)
    whole = page.width if axis is Axis.X else page.height
    off = lies.low + lies.high - whole
    return (off > 0) - (off < 0)


def _untitled(sketch: Sketch) -> Sketch:
    """Leave the title out: it is said once. Where nothing is told yet its place becomes one for words."""
    told = any(block.role is Role.JOURNALING for block in sketch.blocks)
    titles = [block for block in sketch.blocks if block.role is Role.TITLE]
    if not titles:
        return sketch
    if told:
        return sketch.without(frozenset(block.id for block in titles))
    first = replace(titles[0], role=Role.JOURNALING, label="story", min_size=None)
    kept = replace(sketch, blocks=tuple(first if block.id == first.id else block for block in sketch.blocks))
    return kept.without(frozenset(block.id for block in titles[1:]))


def _with_photos(sketch: Sketch, photos: int) -> tuple[Sketch, list[str]]:
    """Bring the slots to the number wanted: the smallest go, the largest are split."""
    had = _slots(sketch)
    while len(slots := _slots(sketch)) > photos:
        smallest = min(slots, key=lambda block: (block.width * block.height, block.id))
        sketch = sketch.without(frozenset({smallest.id}))
    while len(slots := _slots(sketch)) < photos:
        large = list(splittable(sketch))
        if not large:
            break
        largest = max(large, key=lambda name: (sketch.block(name).width * sketch.block(name).height, name))
        sketch = split(sketch, largest)
    now = len(_slots(sketch))
    if now == len(had):
        return sketch, []
    count = "1 slot" if now == 1 else f"{now} slots"
    short = f", {photos} would be too many for it" if now < photos else ""
    return sketch, [f"{count} for photos instead of {len(had)}{short}"]


def _slots(sketch: Sketch) -> list[Block]:
    return [block for block in sketch.blocks if block.role is Role.PHOTO]


def _with_all_papers(sketch: Sketch, first: Sketch) -> tuple[Sketch, list[str]]:
    """Let every paper of the first page return: one that went with its piece shows as a line at the page's foot."""
    lost = sorted(_papers(first) - _papers(sketch))
    words = []
    line = _LINE[sketch.unit]
    top = max((block.level for block in sketch.blocks if block.role in (Role.BASE, *_SHAPES)), default=0)
    for number, paper in enumerate(lost, start=1):
        name = sketch.free_id("line")
        at = sketch.page.height - line if _is_free_below(sketch, line * number) else 0
        y = at - (number - 1) * line if at else (number - 1) * line
        label = f"line of {paper}"
        strip = Block(name, Role.STRIP, Shape.RECT, 0, y, sketch.page.width, line, level=top, paper=paper, label=label)
        sketch = replace(sketch, blocks=(*sketch.blocks, strip))
        words.append(f"paper {paper} returns as a thin line")
    return sketch, words


def _papers(sketch: Sketch) -> set[str]:
    return {block.paper for block in sketch.blocks if block.paper}


def _is_free_below(sketch: Sketch, line: Grains) -> bool:
    """Tell whether the page's foot has room for a line clear of photos and words."""
    edge = sketch.page.height - line
    kept_clear = [b for b in sketch.blocks if b.role not in (Role.BASE, *_SHAPES)]
    return all(block.y + block.height <= edge for block in kept_clear)
