"""The ways to write a story on a page, ranked, each with what has to be cut and every line in its place.

Card and flap sizes are those of pocket cards; how likely a way is wanted before another is
common practice, no source. What counts, in this order: that the text fits, that it shows, that it
is written no smaller than wished, the usual order of the ways, and a place that is neither
crammed nor half empty.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from enum import Enum
from typing import Final

from shapely.geometry import Point
from shapely.geometry.base import BaseGeometry

from inkquilt.lengths import INCH, MM, Grains, Unit
from inkquilt.page import Page
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch.geometry import Box, Ends, box, is_tilted
from inkquilt.sketch.model import Block, Role, Shape, Size
from inkquilt.space import largest_circle, surfaces_of
from inkquilt.words.flow import Capacity, Flow, Span, WrittenLine, capacity, flow, spans_in, spans_within
from inkquilt.words.places import FreePlace, PlaceKind, free_places, round_page, round_photos
from inkquilt.words.script import Script, sizes_of

#: Words keep this distance from the edge of what they are written on.
INSET: Final[Grains] = INCH // 8
#: A strip of text stands out by this above and below its line, and by twice that at its ends.
STRIP_EDGE: Final[Grains] = INCH // 16
#: A quotation has no more words.
QUOTATION: Final = 25
#: A date block has no more words: a day, a month, a year.
_DATE_WORDS: Final = 4
#: A card is no smaller than this to be a card.
_LEAST_CARD: Final = Size(3 * INCH // 2, INCH)
#: Pocket cards, flaps and booklets.
SMALL_CARD: Final = {Unit.IN: Size(3 * INCH, 4 * INCH), Unit.MM: Size(76 * MM, 102 * MM)}
LARGE_CARD: Final = {Unit.IN: Size(4 * INCH, 6 * INCH), Unit.MM: Size(102 * MM, 152 * MM)}
#: Sides of a booklet folded once that are written on, and of a card in a pocket.
_BOOKLET_SIDES: Final = 3
_CARD_SIDES: Final = 2
_MOST_CARDS: Final = 4
_MOST_VOICES: Final = 4
#: A strip spread over the page is no shorter.
_LEAST_STRIP: Final[Grains] = 3 * INCH // 2


class JournalWay(Enum):
    """Where and how a story is written; in the order they are usually tried."""

    RULED = "on ruled lines"
    DATE = "a date block"
    CARD = "on a card"
    ON_BASE = "straight on the paper"
    GAP = "in the gap"
    QUOTATION = "a quotation"
    STRIPS = "strips kept together"
    SPREAD = "strips spread over the page"
    VOICES = "in several places"
    CARDS = "over a row of cards"
    ALONG = "along the bands of the page"
    SHAPED = "in a shape"
    ROUND_PHOTO = "round a photo"
    ROUND_PAGE = "round the page"
    ON_PHOTO = "on a calm part of a photo"
    FLAP_SMALL = "under a small flap"
    FLAP_LARGE = "under a large flap"
    BOOKLET = "in a folded booklet"
    POCKET = "on a card in a pocket"
    NEXT_PAGE = "on the next page"
    EMPTY = "a place that may stay empty"


#: Ways whose words do not show on the page itself.
HIDDEN: Final = frozenset(
    {JournalWay.FLAP_SMALL, JournalWay.FLAP_LARGE, JournalWay.BOOKLET, JournalWay.POCKET, JournalWay.NEXT_PAGE}
)
#: Ways that bring a paper of their own beneath the words.
_ON_A_CARD = (
    JournalWay.RULED, JournalWay.DATE, JournalWay.CARD, JournalWay.STRIPS, JournalWay.SPREAD, JournalWay.CARDS,
    JournalWay.EMPTY,
)  # fmt: skip
ON_CARD: Final = HIDDEN.union(_ON_A_CARD)


@dataclass(frozen=True, slots=True)
class Ground:
    """A piece to cut and lay for words, on the page; ``ruled`` has lines drawn on it."""

    x: Grains
    y: Grains
    size: Size
    ruled: bool = False


@dataclass(frozen=True, slots=True)
class JournalSetting:
    """A story as it can be written. ``off_page`` lines are those of a sheet of its own, from its corner.

    ``block`` is the journaling block it fills, ``where`` names the place; ``sheet`` is what is written on off the page.
    """

    way: JournalWay
    where: str
    script: Script
    lines: tuple[WrittenLine, ...]
    holds: Capacity
    grounds: tuple[Ground, ...] = ()
    left_over: str = ""
    block: str | None = None
    sheet: Size | None = None
    sides: int = 1
    wished: int | None = None

    @property
    def fits(self) -> bool:
        """Whether everything has a place."""
        return not self.left_over

    @property
    def hidden(self) -> bool:
        """Whether the words do not show on the page itself."""
        return self.way in HIDDEN

    @property
    def length(self) -> Grains:
        """All lines together."""
        return sum(line.span.length for line in self.lines)

    @property
    def worth(self) -> tuple[float, ...]:
        """Less is better."""
        smaller = 0 if self.wished is None or self.script.half_points is None else self.wished - self.script.half_points
        used = len(self.lines) / self.holds.lines if self.holds.lines else 1.0
        spare = 0.0 if self.way is JournalWay.EMPTY or used >= 0.5 else 1.0 - used
        usual = list(JournalWay).index(self.way)
        else_where = 2 if self.block is None else 0
        worth = usual + 3 * spare + else_where
        return (not self.fits, len(self.left_over) if not self.fits else 0, self.hidden, smaller, worth)


@dataclass(frozen=True, slots=True)
class JournalPage:
    """What words are set on: a page with its blocks, its grid, calm parts of photos by block, what else lies there.

    ``filled`` blocks hold other words already.
    """

    blocks: tuple[Block, ...]
    page: Page
    grid: Grains
    calm: Mapping[str, BaseGeometry] = field(default_factory=dict)
    taken: tuple[BaseGeometry, ...] = ()
    filled: frozenset[str] = frozenset()

    @property
    def open_blocks(self) -> list[Block]:
        """The sketch's own places for words that are still free."""
        return [block for block in self.blocks if block.role is Role.JOURNALING and block.id not in self.filled]

    @property
    def places(self) -> tuple[FreePlace, ...]:
        """Where words can still go."""
        return free_places(self.blocks, self.page, self.grid, self.calm, self.taken)


@dataclass(frozen=True, slots=True)
class _Room:
    """A way with its lines at one size of script."""

    way: JournalWay
    where: str
    spans: tuple[Span, ...]
    grounds: tuple[Ground, ...] = ()
    block: str | None = None
    sheet: Size | None = None
    sides: int = 1


#: Given a script, the rooms for it.
_Maker = Callable[[Script], Iterable[_Room]]


def journal_ways(text: str, script: Script, on: JournalPage) -> tuple[JournalSetting, ...]:
    """Return the ways to write a text, the best first; without a text, places that look finished when left empty.

    Fonts are made smaller only where that makes the text fit. Raises ``TextTooLong``.
    """
    places = on.places
    if not text.strip():
        return tuple(_settings("", (script,), _empty_rooms(on, places)))
    makers = [_in_blocks(on), _in_gaps(on, places), _in_parts(places), _shaped(on), _round(on), _off_page(on)]
    if len(text.split()) <= _DATE_WORDS:
        makers.append(_date_block(text, places))
    found: list[JournalSetting] = []
    for maker in makers:
        found += _settings(text, sizes_of(script), maker)
    if len(text.split()) > QUOTATION:
        found = [one for one in found if one.way is not JournalWay.QUOTATION]
    best: dict[tuple[JournalWay, str], JournalSetting] = {}
    for setting in sorted(found, key=lambda one: one.worth):
        best.setdefault((setting.way, setting.where), setting)
    return tuple(best.values())


def _settings(text: str, scripts: Sequence[Script], maker: _Maker) -> Iterator[JournalSetting]:
    """Yield each room with the text in it, in the largest size that fits, or else in the smallest."""
    open_: dict[tuple[JournalWay, str], JournalSetting] = {}
    done: set[tuple[JournalWay, str]] = set()
    for script in scripts:
        for room in maker(script):
            key = (room.way, room.where)
            if key in done or not room.spans:
                continue
            written = _voices(text, script, room) if room.way is JournalWay.VOICES else flow(text, script, room.spans)
            setting = _setting(room, script, written, scripts[0].half_points)
            open_[key] = setting
            if written.fits:
                done.add(key)
    yield from open_.values()


def _setting(room: _Room, script: Script, written: Flow, wished: int | None) -> JournalSetting:
    grounds = room.grounds
    if room.way in (JournalWay.STRIPS, JournalWay.SPREAD):
        grounds = tuple(_strip(line, script) for line in written.lines)
    holds = capacity(script, room.spans)
    return JournalSetting(
        room.way, room.where, script, written.lines, holds, grounds, written.left_over, room.block, room.sheet,
        room.sides, wished,
    )  # fmt: skip


def _voices(text: str, script: Script, room: _Room) -> Flow:
    """Give each voice, that is each paragraph, a place of its own."""
    places = _blocks_of_lines(room.spans, script.pitch)
    voices = [voice for voice in text.splitlines() if voice.strip()]
    flows = [flow(voice, script, spans) for voice, spans in zip(voices, places, strict=False)]
    left = [one.left_over for one in flows if one.left_over] + voices[len(flows) :]
    return Flow(tuple(line for one in flows for line in one.lines), "\n".join(left))


def _blocks_of_lines(spans: Sequence[Span], pitch: Grains) -> list[list[Span]]:
    """Return spans by place: a new one begins where a line does not stand right below the one before."""
    places: list[list[Span]] = []
    for span in spans:
        last = places[-1][-1] if places else None
        if last is not None and (span.x, span.y, span.length) == (last.x, last.y + pitch, last.length):
            places[-1].append(span)
        else:
            places.append([span])
    return places


def strip_height(script: Script) -> Grains:
    """Return how high a strip is cut: a line with an edge above and below, in whole sixteenths of an inch."""
    return -(-script.pitch // STRIP_EDGE) * STRIP_EDGE + 2 * STRIP_EDGE


def _strip(line: WrittenLine, script: Script) -> Ground:
    wide = -(-(line.width + 4 * STRIP_EDGE) // STRIP_EDGE) * STRIP_EDGE
    high = strip_height(script)
    return Ground(line.span.x - 2 * STRIP_EDGE, line.span.y - (high - script.pitch) // 2, Size(wide, high))


def _strip_spans(one: Box, script: Script) -> tuple[Span, ...]:
    """Return the lines of strips in a box, one under the other, a narrow gap between them."""
    high = strip_height(script)
    first = (high - script.pitch) // 2
    count = (one.y.length + STRIP_EDGE) // (high + STRIP_EDGE)
    length = one.x.length - 4 * STRIP_EDGE
    return tuple(
        Span(one.x.low + 2 * STRIP_EDGE, one.y.low + first + row * (high + STRIP_EDGE), length) for row in range(count)
    )


def _card(one: Box, ruled: bool = False) -> Ground:
    return Ground(one.x.low, one.y.low, Size(one.x.length, one.y.length), ruled)


# -- the sketch's own places ----------------------------------------------------------------------


def _in_blocks(on: JournalPage) -> _Maker:
    blocks = on.open_blocks

    def make(script: Script) -> Iterator[_Room]:
        for block in blocks:
            yield from _in_block(block, script)

    return make


def _in_block(block: Block, script: Script) -> Iterator[_Room]:
    name = block.name
    if block.shape is not Shape.RECT or is_tilted(block):
        inside = spans_within(outline_on_page(block), script.pitch, INSET)
        yield _Room(JournalWay.SHAPED, name, inside, block=block.id)
        return
    whole = box(block)
    lines = spans_in(whole, script.pitch, INSET)
    yield _Room(JournalWay.RULED, name, lines, (_card(whole, ruled=True),), block.id)
    yield _Room(JournalWay.CARD, name, lines, (_card(whole),), block.id)
    yield _Room(JournalWay.ON_BASE, name, spans_in(whole, script.pitch), (), block.id)
    yield _Room(JournalWay.STRIPS, name, _strip_spans(whole, script), (), block.id)
    yield _Room(JournalWay.QUOTATION, name, lines, (_card(whole),), block.id)


# -- gaps --------------------------------------------------------------------------------------------


def _in_gaps(on: JournalPage, places: Sequence[FreePlace]) -> _Maker:
    def make(script: Script) -> Iterator[_Room]:
        for place in places:
            way = JournalWay.ON_PHOTO if place.kind is PlaceKind.PHOTO else JournalWay.GAP
            yield _Room(way, place.name, spans_in(place.box, script.pitch, INSET))
            if place.kind is PlaceKind.PHOTO:
                continue
            size = Size(place.box.x.length, place.box.y.length)
            if size.width >= _LEAST_CARD.width and size.height >= _LEAST_CARD.height:
                card = _in_middle(place.box, on.grid)
                yield _Room(JournalWay.CARD, place.name, spans_in(card, script.pitch, INSET), (_card(card),))
            yield _Room(JournalWay.STRIPS, place.name, _strip_spans(place.box, script))
            yield from _cards(place, on, script)

    return make


def _date_block(text: str, places: Sequence[FreePlace]) -> _Maker:
    """Make a small block of its own for a date, in the lower right corner of a gap."""

    def make(script: Script) -> Iterator[_Room]:
        wide = -(-(script.width(" ".join(text.split())) + 4 * STRIP_EDGE) // STRIP_EDGE) * STRIP_EDGE
        high = strip_height(script)
        for place in places:
            one = place.box
            if place.kind is not PlaceKind.PHOTO and one.x.length >= wide and one.y.length >= high:
                x, y = one.x.high - wide, one.y.high - high
                line = Span(x + 2 * STRIP_EDGE, y + (high - script.pitch) // 2, wide - 4 * STRIP_EDGE)
                yield _Room(JournalWay.DATE, place.name, (line,), (Ground(x, y, Size(wide, high)),))

    return make


def _in_middle(one: Box, grid: Grains) -> Box:
    """Return a card a step away from the edges of its gap."""
    step = max(grid, INCH // 8)
    return Box(Ends(one.x.low + step, one.x.high - step), Ends(one.y.low + step, one.y.high - step))


def _cards(place: FreePlace, on: JournalPage, script: Script) -> Iterator[_Room]:
    """Yield a row of equal cards along a wide gap."""
    wide, high = place.box.x.length, place.box.y.length
    gap = max(on.grid, INCH // 8)
    for count in range(2, _MOST_CARDS + 1):
        each = (wide - (count - 1) * gap) // count // on.grid * on.grid
        if each >= _LEAST_CARD.width and high >= _LEAST_CARD.height and each <= 2 * high:
            left = place.box.x.low
            cards = [
                Box(Ends(left + n * (each + gap), left + n * (each + gap) + each), place.box.y) for n in range(count)
            ]
            spans = tuple(span for card in cards for span in spans_in(card, script.pitch, INSET))
            yield _Room(JournalWay.CARDS, f"{count} on {place.name}", spans, tuple(_card(card) for card in cards))
            return


def _in_parts(places: Sequence[FreePlace]) -> _Maker:
    """Make rooms of several places: strips spread over them, voices in them, lines along the bands."""
    open_ = [place for place in places if place.kind is not PlaceKind.PHOTO]

    def make(script: Script) -> Iterator[_Room]:
        down = sorted(open_, key=lambda place: (place.box.y.low, place.box.x.low))
        spread = tuple(
            span for place in down for span in _strip_spans(place.box, script)[:2] if span.length >= _LEAST_STRIP
        )
        yield _Room(JournalWay.SPREAD, "the whole page", spread)
        if len(open_) > 1:
            voices = tuple(span for place in open_[:_MOST_VOICES] for span in spans_in(place.box, script.pitch, INSET))
            yield _Room(JournalWay.VOICES, f"{min(len(open_), _MOST_VOICES)} places", voices)
        bands = [place for place in down if place.on is not None and place.on.role in (Role.STRIP, Role.BORDER)]
        along = tuple(span for place in bands for span in spans_in(place.box, script.pitch)[:1])
        yield _Room(JournalWay.ALONG, " and ".join(place.on.name for place in bands if place.on), along)

    return make


# -- shapes and rounds ---------------------------------------------------------------------------------


def _shaped(on: JournalPage) -> _Maker:
    """Make a circle of words in the largest round gap."""
    circles = [
        (surface.name, circle)
        for surface in surfaces_of(on.blocks, on.page, on.taken)
        if (circle := largest_circle(surface.free)) is not None and circle.radius >= INCH
    ]
    circles.sort(key=lambda named: -named[1].radius)

    def make(script: Script) -> Iterator[_Room]:
        for name, circle in circles[:1]:
            radius = circle.radius // on.grid * on.grid
            x, y = circle.x, circle.y
            outline = Point(x, y).buffer(radius, quad_segs=24)
            ground = Ground(x - radius, y - radius, Size(2 * radius, 2 * radius))
            spans = spans_within(outline, script.pitch, INSET)
            yield _Room(JournalWay.SHAPED, f"a circle on {name}", spans, (ground,))

    return make


def _round(on: JournalPage) -> _Maker:
    def make(script: Script) -> Iterator[_Room]:
        for photo, spans in round_photos(on.blocks, on.page, script.pitch, on.taken):
            yield _Room(JournalWay.ROUND_PHOTO, photo.name, spans)
        yield _Room(JournalWay.ROUND_PAGE, "its edges", round_page(on.blocks, on.page, script.pitch, on.taken))

    return make


# -- off the page ----------------------------------------------------------------------------------------


def _off_page(on: JournalPage) -> _Maker:
    """Make rooms on sheets of their own: flaps, booklet, pocket card, the next page."""
    page, unit = on.page, on.page.unit
    small, large = SMALL_CARD[unit], LARGE_CARD[unit]
    whole = Size(page.fold.at if page.fold else page.width, page.height)

    def sides(way: JournalWay, where: str, size: Size, count: int, script: Script) -> _Room:
        one = spans_in(Box(Ends(0, size.width), Ends(0, size.height)), script.pitch, 2 * INSET)
        return _Room(way, where, one * count, sheet=size, sides=count)

    def make(script: Script) -> Iterator[_Room]:
        if _goes_on(small, whole):
            yield sides(JournalWay.FLAP_SMALL, "at the protector’s edge", small, 1, script)
            yield sides(JournalWay.BOOKLET, "folded once, three sides written on", small, _BOOKLET_SIDES, script)
        if _goes_on(large, whole):
            yield sides(JournalWay.FLAP_LARGE, "at the protector’s edge", large, 1, script)
        photos = [block for block in on.blocks if block.role is Role.PHOTO]
        if photos:
            widest = max(photos, key=lambda block: block.width * block.height)
            card = Size(widest.width - 2 * INSET, widest.height - 2 * INSET)
            if min(card.width, card.height) >= _LEAST_CARD.height:
                yield sides(JournalWay.POCKET, f"behind {widest.name}", card, _CARD_SIDES, script)
        yield sides(JournalWay.NEXT_PAGE, "a page of its own", whole, 1, script)

    return make


def _goes_on(card: Size, page: Size) -> bool:
    return card.width <= page.width and card.height <= page.height


# -- places left empty ---------------------------------------------------------------------------------


def _empty_rooms(on: JournalPage, places: Sequence[FreePlace]) -> _Maker:
    """Make prepared cards: the sketch's own places, and the largest gap."""

    def make(script: Script) -> Iterator[_Room]:
        for block in on.open_blocks:
            if block.shape is Shape.RECT and not is_tilted(block):
                whole = box(block)
                lines = spans_in(whole, script.pitch, INSET)
                yield _Room(JournalWay.EMPTY, block.name, lines, (_card(whole, ruled=True),), block.id)
        for place in places:
            if place.kind is PlaceKind.RECTANGLE and place.box.x.length >= 2 * _LEAST_CARD.width:
                card = _in_middle(place.box, on.grid)
                lines = spans_in(card, script.pitch, INSET)
                yield _Room(JournalWay.EMPTY, place.name, lines, (_card(card, ruled=True),))

    return make


@dataclass(frozen=True, slots=True)
class PlaceHeld:
    """A place on a finished page with what it holds."""

    name: str
    kind: str
    box: Box | None
    spans: tuple[Span, ...]
    holds: Capacity


def places_left(script: Script, on: JournalPage) -> tuple[PlaceHeld, ...]:
    """Return where words can still go on a finished page, with how many of them; the roomiest first."""
    found = []
    for place in on.places:
        spans = spans_in(place.box, script.pitch, INSET)
        found.append(PlaceHeld(place.name, place.kind.value, place.box, spans, capacity(script, spans)))
    for photo, ring in round_photos(on.blocks, on.page, script.pitch, on.taken):
        found.append(PlaceHeld(f"round {photo.name}", "outline", None, ring, capacity(script, ring)))
    edges = round_page(on.blocks, on.page, script.pitch, on.taken)
    if edges:
        found.append(PlaceHeld("round the page", "outline", None, edges, capacity(script, edges)))
    return tuple(sorted((one for one in found if one.holds.words), key=lambda one: -one.holds.words))
