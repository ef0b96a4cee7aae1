"""Ways to show what matters in a photo when something hides it.

In the order people try them: shift the photo in its slot, nudge the piece on top,
keep that piece off from now on, put the photo into another slot. Each is tried
before it is offered; what moves pieces is tried by whoever can fit the page again.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import NamedTuple

from inkquilt.lengths import Grains
from inkquilt.photos.cover import Cover, PlacedPhoto, area_on_page, cover_of, outline_on_page
from inkquilt.photos.crop import AS_IT_COMES, Crop, Framing, Slot, crop_of
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.model import Block


class Nudge(NamedTuple):
    """A piece to be moved, by whole grid steps, in grains."""

    block: str
    across: Grains
    down: Grains


class Clearance(NamedTuple):
    """A piece lies over one end of a photo along an axis; it may cover ``covered`` in ``of`` of it there, no more."""

    upper: str
    axis: Axis
    covered: Grains
    of: Grains


@dataclass(frozen=True, slots=True)
class OnPage:
    """The pieces of a page and the photos in its slots."""

    blocks: tuple[Block, ...]
    placed: Mapping[str, PlacedPhoto]

    def block(self, block_id: str) -> Block:
        """Return a piece."""
        return next(block for block in self.blocks if block.id == block_id)

    def cover(self, slot: str, placed: PlacedPhoto | None = None) -> Cover:
        """Return what lies over one photo, as it lies or as it would."""
        return cover_of(self.block(slot), self.blocks, placed or self.placed[slot])


def lost_in(cover: Cover) -> float:
    """Return how much of what matters does not show, each area by its weight."""
    return sum(lost.area.weight * (lost.hidden + lost.cut_away) for lost in cover.lost)


def shift(page: OnPage, slot: str) -> Framing | None:
    """Return how to shift a photo in its slot so that all that matters shows, moving it as little as can be."""
    block, placed = page.block(slot), page.placed[slot]
    now = placed.crop.middle
    best: tuple[float, Framing] | None = None
    for framing in _framings(page, block, placed):
        crop = crop_of(placed.photo, Slot.of(block), framing)
        moved = float((crop.middle.x - now.x) ** 2 + (crop.middle.y - now.y) ** 2)
        if best is not None and moved >= best[0]:
            continue
        if not page.cover(slot, replace(placed, crop=crop)).lost:
            best = (moved, framing)
    return best[1] if best else None


def _framings(page: OnPage, block: Block, placed: PlacedPhoto) -> Iterator[Framing]:
    """Yield framings that lay what matters beside what hides it: left, right, above and below of it."""
    crop, zoom = placed.crop, _zoom(placed.crop, block, placed)
    hiding = [page.block(name) for lost in page.cover(block.id).lost for name in lost.by]
    kept = [area_on_page(block, placed, area).bounds for area in placed.areas if area.matters]
    if not kept:
        return
    left, top = min(b[0] for b in kept), min(b[1] for b in kept)
    right, bottom = max(b[2] for b in kept), max(b[3] for b in kept)
    across, down = {0.0}, {0.0}
    for piece in hiding:
        over = outline_on_page(piece).bounds
        across |= {over[0] - right, over[2] - left}
        down |= {over[1] - bottom, over[3] - top}
    across |= {block.x - left, block.x + block.width - right}
    down |= {block.y - top, block.y + block.height - bottom}
    for step_x in across:
        for step_y in down:
            # the photo moved by so much over the page: its middle moves the other way
            x = crop.middle.x - Fraction(round(step_x)) / block.width * crop.width
            y = crop.middle.y - Fraction(round(step_y)) / block.height * crop.height
            yield Framing(_within(x), _within(y), zoom, -crop.turn)


def _within(part: Fraction) -> Fraction:
    return min(max(part, Fraction(0)), Fraction(1))


def _zoom(crop: Crop, block: Block, placed: PlacedPhoto) -> Fraction:
    whole = crop_of(placed.photo, Slot.of(block), replace(AS_IT_COMES, turn=-crop.turn))
    return max(Fraction(1), whole.width / crop.width)


def nudges(page: OnPage, slot: str, grid: Grains) -> tuple[Nudge, ...]:
    """Return moves of one hiding piece that clear what matters, the smallest first."""
    lost = page.cover(slot).lost
    pieces = {name for area in lost for name in area.by}
    if len(pieces) != 1:
        return ()
    piece = page.block(next(iter(pieces)))
    over = outline_on_page(piece).bounds
    block, placed = page.block(slot), page.placed[slot]
    hidden = [area_on_page(block, placed, area.area).intersection(outline_on_page(block)).bounds for area in lost]
    left, top = min(b[0] for b in hidden), min(b[1] for b in hidden)
    right, bottom = max(b[2] for b in hidden), max(b[3] for b in hidden)
    ways = (
        Nudge(piece.id, -_steps(over[2] - left, grid), 0),
        Nudge(piece.id, _steps(right - over[0], grid), 0),
        Nudge(piece.id, 0, -_steps(over[3] - top, grid)),
        Nudge(piece.id, 0, _steps(bottom - over[1], grid)),
    )
    return tuple(sorted(ways, key=lambda nudge: abs(nudge.across) + abs(nudge.down)))


def _steps(length: float, grid: Grains) -> Grains:
    return -int(-length // grid) * grid


def clearances(page: OnPage, slot: str) -> tuple[Clearance, ...]:
    """Return what each hiding piece may cover at most for all that matters to show: none where it lies otherwise.

    For a straight photo; of the two axes the one on which less has to give way.
    """
    block, placed = page.block(slot), page.placed[slot]
    if block.turn:
        return ()
    found = []
    for name in dict.fromkeys(name for lost in page.cover(slot).lost for name in lost.by):
        over = outline_on_page(page.block(name)).bounds
        hidden = [area_on_page(block, placed, lost.area).bounds for lost in page.cover(slot).lost if name in lost.by]
        options = []
        for axis, start, length, low, high in (
            (Axis.X, block.x, block.width, 0, 2),
            (Axis.Y, block.y, block.height, 1, 3),
        ):
            near, far = min(h[low] for h in hidden) - start, start + length - max(h[high] for h in hidden)
            begins_before, ends_after = over[low] < start, over[high] > start + length
            if begins_before and not ends_after and near >= 0:
                options.append((over[high] - start - near, Clearance(name, axis, int(near), length)))
            if ends_after and not begins_before and far >= 0:
                options.append((start + length - over[low] - far, Clearance(name, axis, int(far), length)))
        if not options:
            return ()
        found.append(min(options, key=lambda option: option[0])[1])
    return tuple(found)


def other_slots(page: OnPage, slot: str, free: Sequence[str]) -> tuple[str, ...]:
    """Return slots in which the photo shows all that matters: those of photos that lose nothing by it, then free ones.

    A photo that changes places comes as it comes: what matters decides how it lies.
    """
    photo = page.placed[slot]
    here, good = page.block(slot), []
    for other, placed in page.placed.items():
        if other == slot:
            continue
        there = _laid(page, page.block(other), photo)
        back = _laid(page, here, placed)
        if not there.lost and lost_in(back) <= lost_in(page.cover(other)):
            good.append(other)
    return (*good, *(name for name in free if not _laid(page, page.block(name), photo).lost))


def _laid(page: OnPage, block: Block, placed: PlacedPhoto) -> Cover:
    crop = crop_of(placed.photo, Slot.of(block), AS_IT_COMES, placed.areas)
    return page.cover(block.id, replace(placed, crop=crop))
