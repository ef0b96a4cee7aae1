"""Rooms for a story at one size of script: in blocks, gaps, parts, printed places, shapes, on labels, round things, on
sheets of their own.

Card and flap sizes are those of pocket cards. Common practice, no source.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from typing import Final

from shapely.geometry import box as _box
from shapely.geometry.base import BaseGeometry

from inkquilt.lengths import INCH, Grains
from inkquilt.paper.printed import PrintedPlace
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch.geometry import Box, Ends, box, is_tilted
from inkquilt.sketch.model import POLYGON_PARTS, Block, Part, Role, Shape, Size
from inkquilt.space import largest_circle, largest_rectangles, surfaces_of
from inkquilt.words.flow import Span, WrittenLine, spans_in, spans_within
from inkquilt.words.places import LEAST_PLACE, FreePlace, PlaceKind, free_along, round_page, round_photos
from inkquilt.words.script import Script
from inkquilt.words.stories import (
    BOOKLET_SIDES,
    CARD_SIDES,
    INSET,
    LARGE_CARD,
    LEAST_CARD,
    LEAST_STRIP,
    MOST_CARDS,
    MOST_FLAPS,
    SMALL_CARD,
    STRIP_EDGE,
    Ground,
    JournalPage,
    JournalWay,
    Label,
    Maker,
    Room,
)

#: A circle in its box.
ROUND: Final = tuple(
    Part(
        round((1 + math.cos(math.pi * n / 48)) * POLYGON_PARTS / 2),
        round((1 + math.sin(math.pi * n / 48)) * POLYGON_PARTS / 2),
    )
    for n in range(96)
)


def strip_height(script: Script) -> Grains:
    """Return how high a strip is cut: a line with an edge above and below, in whole sixteenths of an inch."""
    return -(-script.pitch // STRIP_EDGE) * STRIP_EDGE + 2 * STRIP_EDGE


def strip_at(line: WrittenLine, script: Script) -> Ground:
    """Return the strip a line is cut to."""
    wide = -(-(line.width + 4 * STRIP_EDGE) // STRIP_EDGE) * STRIP_EDGE
    high = strip_height(script)
    return Ground(line.span.x - 2 * STRIP_EDGE, line.span.y - (high - script.pitch) // 2, Size(wide, high))


def strip_spans(one: Box, script: Script) -> tuple[Span, ...]:
    """Return the lines of strips in a box, one under the other, a narrow gap between them."""
    high = strip_height(script)
    first = (high - script.pitch) // 2
    count = (one.y.length + STRIP_EDGE) // (high + STRIP_EDGE)
    length = one.x.length - 4 * STRIP_EDGE
    return tuple(
        Span(one.x.low + 2 * STRIP_EDGE, one.y.low + first + row * (high + STRIP_EDGE), length) for row in range(count)
    )


def card_at(one: Box, ruled: bool = False) -> Ground:
    """Return a card of a box."""
    return Ground(one.x.low, one.y.low, Size(one.x.length, one.y.length), ruled)


# -- the sketch's own places ----------------------------------------------------------------------


def in_blocks(on: JournalPage) -> Maker:
    """Make rooms of the sketch's own places."""
    blocks = on.open_blocks

    def make(script: Script) -> Iterator[Room]:
        for block in blocks:
            yield from _in_block(block, script)

    return make


def _in_block(block: Block, script: Script) -> Iterator[Room]:
    name = block.name
    if block.shape is not Shape.RECT or is_tilted(block):
        inside = spans_within(outline_on_page(block), script.pitch, INSET)
        yield Room(JournalWay.SHAPED, name, inside, block=block.id)
        return
    whole = box(block)
    lines = spans_in(whole, script.pitch, INSET)
    yield Room(JournalWay.RULED, name, lines, (card_at(whole, ruled=True),), block.id)
    yield Room(JournalWay.CARD, name, lines, (card_at(whole),), block.id)
    yield Room(JournalWay.ON_BASE, name, spans_in(whole, script.pitch), (), block.id)
    yield Room(JournalWay.STRIPS, name, strip_spans(whole, script), (), block.id)
    yield Room(JournalWay.QUOTATION, name, lines, (card_at(whole),), block.id)


# -- gaps --------------------------------------------------------------------------------------------


def in_gaps(on: JournalPage, places: Sequence[FreePlace]) -> Maker:
    """Make rooms of gaps: straight on the paper, on a card, in strips, over a row of cards."""

    def make(script: Script) -> Iterator[Room]:
        for place in places:
            way = JournalWay.ON_PHOTO if place.kind is PlaceKind.PHOTO else JournalWay.GAP
            yield Room(way, place.name, spans_in(place.box, script.pitch, INSET))
            if place.kind is PlaceKind.PHOTO:
                continue
            size = Size(place.box.x.length, place.box.y.length)
            if size.width >= LEAST_CARD.width and size.height >= LEAST_CARD.height:
                card = _in_middle(place.box, on.grid)
                yield Room(JournalWay.CARD, place.name, spans_in(card, script.pitch, INSET), (card_at(card),))
            yield Room(JournalWay.STRIPS, place.name, strip_spans(place.box, script))
            yield from _cards(place, on, script)

    return make


def date_block(text: str, places: Sequence[FreePlace]) -> Maker:
    """Make a small block of its own for a date, in the lower right corner of a gap."""

    def make(script: Script) -> Iterator[Room]:
        wide = -(-(script.width(" ".join(text.split())) + 4 * STRIP_EDGE) // STRIP_EDGE) * STRIP_EDGE
        high = strip_height(script)
        for place in places:
            one = place.box
            if place.kind is not PlaceKind.PHOTO and one.x.length >= wide and one.y.length >= high:
                x, y = one.x.high - wide, one.y.high - high
                line = Span(x + 2 * STRIP_EDGE, y + (high - script.pitch) // 2, wide - 4 * STRIP_EDGE)
                yield Room(JournalWay.DATE, place.name, (line,), (Ground(x, y, Size(wide, high)),))

    return make


def _in_middle(one: Box, grid: Grains) -> Box:
    """Return a card a step away from the edges of its gap."""
    step = max(grid, INCH // 8)
    return Box(Ends(one.x.low + step, one.x.high - step), Ends(one.y.low + step, one.y.high - step))


def _cards(place: FreePlace, on: JournalPage, script: Script) -> Iterator[Room]:
    """Yield a row of equal cards along a wide gap."""
    wide, high = place.box.x.length, place.box.y.length
    gap = max(on.grid, INCH // 8)
    for count in range(2, MOST_CARDS + 1):
        each = (wide - (count - 1) * gap) // count // on.grid * on.grid
        if each >= LEAST_CARD.width and high >= LEAST_CARD.height and each <= 2 * high:
            left = place.box.x.low
            cards = [
                Box(Ends(left + n * (each + gap), left + n * (each + gap) + each), place.box.y) for n in range(count)
            ]
            spans = tuple(span for card in cards for span in spans_in(card, script.pitch, INSET))
            yield Room(JournalWay.CARDS, f"{count} on {place.name}", spans, tuple(card_at(card) for card in cards))
            return


def in_parts(places: Sequence[FreePlace]) -> Maker:
    """Make rooms of several places: strips spread over them, lines along the bands."""
    open_ = [place for place in places if place.kind is not PlaceKind.PHOTO]

    def make(script: Script) -> Iterator[Room]:
        down = sorted(open_, key=lambda place: (place.box.y.low, place.box.x.low))
        spread = tuple(
            span for place in down for span in strip_spans(place.box, script)[:2] if span.length >= LEAST_STRIP
        )
        yield Room(JournalWay.SPREAD, "the whole page", spread)
        bands = [place for place in down if place.on is not None and place.on.role in (Role.STRIP, Role.BORDER)]
        along = tuple(span for place in bands for span in spans_in(place.box, script.pitch)[:1])
        yield Room(JournalWay.ALONG, " and ".join(place.on.name for place in bands if place.on), along)

    return make


# -- what is printed on the papers ----------------------------------------------------------------------


def printed_spans(one: PrintedPlace, free: BaseGeometry, pitch: Grains) -> tuple[Span, ...]:
    """Return the lines of a printed place where it is free: on its own lines, or as many as go into its frame."""
    x, y, size = one.place.x, one.place.y, one.place.size
    if not one.pitch:
        within = free.intersection(_box(x, y, one.place.right, one.place.bottom))
        room = next(iter(largest_rectangles(within, 1, LEAST_PLACE)), None)
        return spans_in(room, pitch, INSET) if room else ()
    if pitch > one.pitch:  # such words run into the line above
        return ()
    found = []
    for row in range(1, size.height // one.pitch + 1):
        line = y + row * one.pitch
        side = Span(x, line - pitch, size.width)
        span = free_along(side, _box(x, line - pitch, x + size.width, line), free)
        if span is not None:
            found.append(span)
    return tuple(found)


def printed_places(on: JournalPage) -> list[tuple[PrintedPlace, BaseGeometry]]:
    """Return the frames and lines that are printed on the papers, each with what is free of its paper."""
    if not on.printed:
        return []
    found = surfaces_of(on.blocks, on.page, on.taken)
    free = {surface.block.id: surface.free for surface in found if surface.block is not None}
    return [(one, free[one.block]) for one in on.printed if one.block in free]


def on_printed(on: JournalPage) -> Maker:
    """Make rooms of the frames and lines that are printed on the papers."""
    places = printed_places(on)

    def make(script: Script) -> Iterator[Room]:
        for one, free in places:
            way = JournalWay.PRINTED_LINES if one.pitch else JournalWay.PRINTED_FRAME
            yield Room(way, f"“{one.name}”", printed_spans(one, free, script.pitch))

    return make


# -- shapes and rounds ---------------------------------------------------------------------------------


def labelled(on: JournalPage, places: Sequence[FreePlace]) -> Maker:
    """Make rooms on labels, on what dies cut and in drawn outlines: each where words were drawn, or in the first gap
    that takes it."""
    gaps = [place for place in places if place.kind is not PlaceKind.PHOTO]

    def make(script: Script) -> Iterator[Room]:
        for label in on.labels:
            for block in on.open_blocks:
                ground = None if is_tilted(block) else _label_in(box(block), label, on.grid)
                if ground is not None:
                    yield _on_label(label, block.name, ground, script, block.id)
            for place in gaps:
                ground = _label_in(place.box, label, on.grid)
                if ground is not None:
                    yield _on_label(label, place.name, ground, script)
                    break

    return make


def _on_label(label: Label, where: str, ground: Ground, script: Script, block: str | None = None) -> Room:
    spans = spans_within(ground.shape, script.pitch, INSET)
    return Room(label.way, f"{label.name} in {where}", spans, (ground,), block)


def _label_in(room: Box, label: Label, grid: Grains) -> Ground | None:
    """Return a label in the middle of a place, on the grid; None where it does not go in, or holds no words."""
    wide, high = room.x.length, room.y.length
    size = label.size
    if size is None:
        wide, high = wide // grid * grid, high // grid * grid
        size = Size(min(wide, high), min(wide, high)) if label.is_square else Size(wide, high)
    if size.width > wide or size.height > high or min(size.width, size.height) < LEAST_CARD.height:
        return None
    x, y = (
        ends.low + (ends.length - long) // 2 // grid * grid
        for ends, long in ((room.x, size.width), (room.y, size.height))
    )
    return Ground(x, y, size, False, label.outline, label.piece, label.colour)


def shaped(on: JournalPage) -> Maker:
    """Make a circle of words in the largest round gap."""
    circles = [
        (surface.name, circle)
        for surface in surfaces_of(on.blocks, on.page, on.taken)
        if (circle := largest_circle(surface.free)) is not None and circle.radius >= INCH
    ]
    circles.sort(key=lambda named: -named[1].radius)

    def make(script: Script) -> Iterator[Room]:
        for name, circle in circles[:1]:
            radius = circle.radius // on.grid * on.grid
            x, y = circle.x, circle.y
            ground = Ground(x - radius, y - radius, Size(2 * radius, 2 * radius), outline=ROUND)
            spans = spans_within(ground.shape, script.pitch, INSET)
            yield Room(JournalWay.SHAPED, f"a circle on {name}", spans, (ground,))

    return make


def rounds(on: JournalPage) -> Maker:
    """Make rooms round photos and round the page."""

    def make(script: Script) -> Iterator[Room]:
        for photo, spans in round_photos(on.blocks, on.page, script.pitch, on.taken):
            yield Room(JournalWay.ROUND_PHOTO, photo.name, spans)
        yield Room(JournalWay.ROUND_PAGE, "its edges", round_page(on.blocks, on.page, script.pitch, on.taken))

    return make


# -- off the page ----------------------------------------------------------------------------------------


def off_page(on: JournalPage) -> Maker:
    """Make rooms on sheets of their own: flaps, booklet, pocket card, the next page."""
    page, unit = on.page, on.page.unit
    small, large = SMALL_CARD[unit], LARGE_CARD[unit]
    whole = Size(page.fold.at if page.fold else page.width, page.height)

    def sides(way: JournalWay, where: str, size: Size, count: int, script: Script) -> Room:
        one = spans_in(Box(Ends(0, size.width), Ends(0, size.height)), script.pitch, 2 * INSET)
        return Room(way, where, one * count, sheet=size, sides=count)

    def make(script: Script) -> Iterator[Room]:
        if _goes_on(small, whole):
            yield sides(JournalWay.FLAP_SMALL, "at the protector’s edge", small, 1, script)
            yield sides(JournalWay.BOOKLET, "folded once, three sides written on", small, BOOKLET_SIDES, script)
        if _goes_on(large, whole):
            yield sides(JournalWay.FLAP_LARGE, "at the protector’s edge", large, 1, script)
        photos = [block for block in on.blocks if block.role is Role.PHOTO]
        for photo in _of_each_size(photos):
            if _goes_on(photo.size, whole) and min(photo.width, photo.height) >= LEAST_CARD.height:
                yield sides(JournalWay.FLAP_PHOTO, f"over {photo.name}", photo.size, 1, script)
        if photos:
            widest = max(photos, key=lambda block: block.width * block.height)
            card = Size(widest.width - 2 * INSET, widest.height - 2 * INSET)
            if min(card.width, card.height) >= LEAST_CARD.height:
                yield sides(JournalWay.POCKET, f"behind {widest.name}", card, CARD_SIDES, script)
        yield sides(JournalWay.NEXT_PAGE, "a page of its own", whole, 1, script)

    return make


def _of_each_size(photos: Sequence[Block]) -> list[Block]:
    """Return photos of different sizes, the largest first: those of one size have the same flap."""
    largest = sorted(photos, key=lambda block: -block.width * block.height)
    return list({block.size: block for block in reversed(largest)}.values())[::-1][:MOST_FLAPS]


def _goes_on(card: Size, page: Size) -> bool:
    return card.width <= page.width and card.height <= page.height


# -- places left empty ---------------------------------------------------------------------------------


def empty_rooms(on: JournalPage, places: Sequence[FreePlace]) -> Maker:
    """Make prepared cards: the sketch's own places, and the largest gap."""

    def make(script: Script) -> Iterator[Room]:
        for block in on.open_blocks:
            if block.shape is Shape.RECT and not is_tilted(block):
                whole = box(block)
                lines = spans_in(whole, script.pitch, INSET)
                yield Room(JournalWay.EMPTY, block.name, lines, (card_at(whole, ruled=True),), block.id)
        for place in places:
            if place.kind is PlaceKind.RECTANGLE and place.box.x.length >= 2 * LEAST_CARD.width:
                card = _in_middle(place.box, on.grid)
                lines = spans_in(card, script.pitch, INSET)
                yield Room(JournalWay.EMPTY, place.name, lines, (card_at(card, ruled=True),))

    return make
