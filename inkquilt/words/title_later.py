"""A title on a page without a place for one: where it can still go, with the height of letters each place allows.

First where nothing has to move: gaps, gaps over several papers, two gaps for two parts, down a tag. Then gaps
that pieces make larger by going a little out of the way. Nothing lies within 1/4 in of the page's edge.
What is looked at, and what comes before what: common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from enum import Enum
from typing import Final

from shapely.geometry import box as rectangle
from shapely.ops import unary_union

from inkquilt.lengths import INCH, Grains, Unit, with_unit
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch.building import STEPS, Beside
from inkquilt.sketch.geometry import Box, Ends, box, is_tilted
from inkquilt.sketch.model import Block, Role, Size
from inkquilt.sketch.relations import stack_roots
from inkquilt.space.surfaces import KEPT_FREE
from inkquilt.words.alphabets import Alphabet
from inkquilt.words.places import PAGE_INSET, FreePlace, PlaceKind
from inkquilt.words.stories import JournalPage
from inkquilt.words.title import TitlePlace, TitleSetting, TitleWay, settings_of

#: A title keeps this distance from the edges of its place.
_ROOM: Final[Grains] = INCH // 16
#: So many places are looked at, and so many are told of each kind.
_MOST_PLACES: Final = 6
_MOST_OF_A_KIND: Final = {"gap": 4, "parts": 2, "tag": 2, "aside": 2}
#: Making room is worth it for letters that are so much taller.
_TALLER: Final[Grains] = INCH // 8
#: Pieces make way by no more than this.
_MOST_ASIDE: Final[Grains] = 2 * INCH
#: What tall letters count for when they do not lie level, or dance, or stand in two places; in hundredths.
_LEVEL: Final = frozenset({TitleWay.STRAIGHT, TitleWay.STACKED, TitleWay.OWN_SIZES})
_DANCING: Final = 90
_SET_UP: Final = 70
_PARTED: Final = 70
_MOST_SETTINGS: Final = 100


class SpotKind(Enum):
    """What kind of place a title gets."""

    GAP = "gap"
    PARTS = "parts"
    TAG = "tag"
    ASIDE = "aside"


@dataclass(frozen=True, slots=True)
class TitlePart:
    """A part of a title, or all of it: its words, where its place lies, and how it is set in it."""

    text: str
    box: Box
    setting: TitleSetting

    @property
    def height(self) -> Grains:
        """Of its letters, the smallest line."""
        return min(line.height for line in self.setting.lines)


@dataclass(frozen=True, slots=True)
class TitleSpot:
    """Where a title can go. ``moved`` blocks go ``across`` and ``down`` to make room, with what lies on them.

    They are so many ``pieces``: a photo on its mat is one.
    """

    kind: SpotKind
    where: str
    parts: tuple[TitlePart, ...]
    moved: tuple[str, ...] = ()
    across: Grains = 0
    down: Grains = 0
    pieces: int = 0

    @property
    def height(self) -> Grains:
        """Of its letters, the smallest."""
        return min(part.height for part in self.parts)

    def words(self, unit: Unit) -> str:
        """Say how tall its letters are, how they stand, and what moves for it."""
        how = "; ".join(dict.fromkeys(part.setting.way.value for part in self.parts if part.setting.way not in _PLAIN))
        found = f"letters {with_unit(self.height, unit)} high{f', {how}' if how else ''}"
        if not self.moved:
            return found
        step = with_unit(abs(self.across) + abs(self.down), unit)
        way = next(_WAYS[side] for side, (x, y) in STEPS.items() if x * self.across + y * self.down > 0)
        count = self.pieces
        return f"{found}; {f'{count} pieces go' if count > 1 else 'a piece goes'} {step} {way}"


def title_spots(text: str, on: JournalPage, alphabets: Sequence[Alphabet]) -> tuple[TitleSpot, ...]:
    """Return where a title can go, the best first: what moves nothing before what does, the tallest letters first.

    Raises ``TitleTooLong``.
    """
    text = " ".join(text.split())
    if not text or not alphabets:
        return ()
    look = _Looking(on, alphabets)
    still = [*_few(look.in_gaps(text), SpotKind.GAP), *_few(look.in_parts(text), SpotKind.PARTS),
             *_few(look.on_tags(text), SpotKind.TAG)]  # fmt: skip
    still.sort(key=lambda spot: -spot.height * (_PARTED if len(spot.parts) > 1 else 100))
    tallest = max((spot.height for spot in still), default=0)
    aside = [spot for spot in look.making_room(text) if spot.height >= tallest + _TALLER]
    return (*still, *_few(aside, SpotKind.ASIDE))


def _few(spots: Iterable[TitleSpot], kind: SpotKind) -> list[TitleSpot]:
    """Return the best few, each place once."""
    found: dict[str, TitleSpot] = {}
    for spot in sorted(spots, key=lambda one: (-one.height, abs(one.across) + abs(one.down))):
        found.setdefault(spot.where, spot)
    return list(found.values())[: _MOST_OF_A_KIND[kind.value]]


class _Looking:
    """Looks for places; how a text is best set in a size is remembered, for the same come up again and again."""

    def __init__(self, on: JournalPage, alphabets: Sequence[Alphabet]) -> None:
        self.on, self.alphabets = on, alphabets
        self._best: dict[tuple[str, Size], TitleSetting | None] = {}
        plain = [place for place in on.places if place.kind is not PlaceKind.PHOTO]
        wider = [one for one in on.places_across if not any(_within(one.box, other.box) for other in plain)]
        self.gaps = sorted((*plain, *wider), key=lambda place: -place.area)[:_MOST_PLACES]

    # -- where nothing moves -------------------------------------------------------------------

    def in_gaps(self, text: str) -> Iterator[TitleSpot]:
        """Yield each gap that takes the title whole."""
        for place in self.gaps:
            part = self.part(text, place.box)
            if part is not None:
                yield TitleSpot(SpotKind.GAP, place.name, (part,))

    def in_parts(self, text: str) -> Iterator[TitleSpot]:
        """Yield two gaps for the two parts of a title, read one after the other."""
        words = text.split()
        for at in range(1, len(words)):
            first, second = " ".join(words[:at]), " ".join(words[at:])
            for one in self.gaps:
                for other in self.gaps:
                    if one is other or not _reads_on(one.box, other.box):
                        continue
                    parts = self.part(first, one.box), self.part(second, other.box)
                    if parts[0] is not None and parts[1] is not None:
                        where = f"“{first}” in {one.name}, “{second}” in {other.name}"
                        yield TitleSpot(SpotKind.PARTS, where, (parts[0], parts[1]))

    def on_tags(self, text: str) -> Iterator[TitleSpot]:
        """Yield each tag that nothing lies on and that holds no words yet."""
        for block in self.on.blocks:
            if block.role is not Role.TAG or is_tilted(block) or block.id in self.on.filled:
                continue
            part = self.part(text, _inset(box(block), _ROOM), on_grid=False)
            if part is not None and not self._is_covered(block, part.box):
                down = part.setting.way in (TitleWay.DOWN, TitleWay.UPRIGHT)
                yield TitleSpot(SpotKind.TAG, f"{'down' if down else 'on'} {block.name}", (part,))

    def _is_covered(self, tag: Block, place: Box) -> bool:
        above = [outline_on_page(one) for one in self.on.blocks if one.level > tag.level]
        over = unary_union([*above, *self.on.taken])
        return bool(over.intersection(_shape(place)).area > 0)

    # -- with room made ------------------------------------------------------------------------

    def making_room(self, text: str) -> Iterator[TitleSpot]:
        """Yield gaps made larger by everything on one side of them going a little further that way."""
        for place in self.gaps:
            for side in Beside:
                spot = self._aside(text, place, side)
                if spot is not None:
                    yield spot

    def _aside(self, text: str, place: FreePlace, side: Beside) -> TitleSpot | None:
        members = self._beyond(place.box, side)
        slack = min(_MOST_ASIDE, self._slack(members, side)) // self.on.grid * self.on.grid
        if not members or slack <= 0:
            return None
        wanted = self.part(text, _grown(place.box, side, slack))
        if wanted is None:
            return None
        axis = wanted.box.x if STEPS[side][0] else wanted.box.y
        has = place.box.x if STEPS[side][0] else place.box.y
        step = min(slack, max(self.on.grid, -(-(axis.length - has.length) // self.on.grid) * self.on.grid))
        room = _grown(place.box, side, step)
        part = self.part(text, room)
        if part is None or not self._may(members, side, step, part.box):
            return None
        across, down = (step * way for way in STEPS[side])
        moved = tuple(block.id for block in members)
        carried = {name for block in members for name in block.of}
        pieces = sum(block.id not in carried for block in members)
        where = f"{place.name}, with room made {_SIDES[side]} it"
        return TitleSpot(SpotKind.ASIDE, where, (part,), moved, across, down, pieces)

    def _beyond(self, place: Box, side: Beside) -> list[Block]:
        """Return what lies wholly on that side of a place, stack by stack."""
        roots = stack_roots(self.on.blocks)
        stacks: dict[str, list[Block]] = {}
        for block in self.on.blocks:
            if block.role in KEPT_FREE:
                stacks.setdefault(roots[block.id], []).append(block)
        return [
            block
            for members in stacks.values()
            if all(_lies_beyond(box(block), place, side) for block in members)
            for block in members
        ]

    def _slack(self, members: Sequence[Block], side: Beside) -> Grains:
        """Return how far these can go that way and stay off the page's edge."""
        outlines = [outline_on_page(block).bounds for block in members]
        page = self.on.page
        return min(
            (
                int(
                    {
                        Beside.RIGHT: page.width - PAGE_INSET - right,
                        Beside.LEFT: left - PAGE_INSET,
                        Beside.BELOW: page.height - PAGE_INSET - bottom,
                        Beside.ABOVE: top - PAGE_INSET,
                    }[side]
                )
                for left, top, right, bottom in outlines
            ),
            default=0,
        )

    def _may(self, members: Sequence[Block], side: Beside, step: Grains, title: Box) -> bool:
        """Tell whether these may go there: over nothing they did not lie over, on the papers they lay on."""
        across, down = (step * way for way in STEPS[side])
        names = {block.id for block in members}
        were = unary_union([outline_on_page(block) for block in members])
        are = unary_union(
            [outline_on_page(block.placed(block.x + across, block.y + down, block.size)) for block in members]
        )
        for other in self.on.blocks:
            outline = outline_on_page(other)
            if other.id in names or other.role is Role.BASE:
                continue
            if other.role in KEPT_FREE and are.intersection(outline).area > were.intersection(outline).area + 1:
                return False
            if other.role not in KEPT_FREE and any(
                outline.covers(outline_on_page(block))
                and not outline.covers(outline_on_page(block.placed(block.x + across, block.y + down, block.size)))
                for block in members
            ):
                return False
        # What lies on the pieces goes along; what else lies there stays.
        stays = [one for one in self.on.taken if not one.intersects(were)]
        return not any(one.intersects(_shape(title)) or one.intersects(are) for one in stays)

    # -- one part in one place -------------------------------------------------------------------

    def part(self, text: str, room: Box, *, on_grid: bool = True) -> TitlePart | None:
        """Return a text in the middle of a place with its letters as tall as they go in; None where they do not."""
        grid = self.on.grid if on_grid else 1
        if _BELOW.intersection(text):  # what hangs below the line shall hang over nothing
            room = Box(room.x, Ends(room.y.low, room.y.high - room.y.length // 5))
        best = self.best(text, Size(room.x.length, room.y.length))
        if best is None:
            return None
        size = best.size.swapped() if abs(best.turn) == _QUARTER else best.size
        if best.way is TitleWay.ASLANT:
            size = Size(room.x.length, room.y.length)
        elif best.way is TitleWay.DANCING:
            size = Size(size.width, room.y.length)
        place = Box(_centred(room.x, size.width, grid), _centred(room.y, size.height, grid))
        setting = self._same(best, Size(place.x.length, place.y.length))
        if setting is None:
            place, setting = room, best
        return TitlePart(text, place, setting)

    def best(self, text: str, size: Size) -> TitleSetting | None:
        """Return how a text is best set: in the tallest letters, level unless it is much taller the other way."""
        if (text, size) not in self._best:
            found = settings_of(text, TitlePlace(size), self.alphabets, _MOST_SETTINGS)
            as_typed = [one for one in found if one.fits and not one.rewritten]
            self._best[text, size] = max(as_typed, key=_tall, default=None)
        return self._best[text, size]

    def _same(self, best: TitleSetting, size: Size) -> TitleSetting | None:
        """Return a setting once more in a place of just its size."""
        wanted = _told(best)
        found = settings_of(best.text, TitlePlace(size), self.alphabets, _MOST_SETTINGS)
        return next((one for one in found if one.fits and _told(one) == wanted), None)


_QUARTER: Final = 9_000
#: Letters with a part below the line, a quarter of a capital's height at most.
_BELOW: Final = frozenset("gjpqyQ,;")
_PLAIN: Final = frozenset({TitleWay.STRAIGHT, TitleWay.STACKED})
_WAYS: Final = {Beside.RIGHT: "right", Beside.LEFT: "left", Beside.BELOW: "down", Beside.ABOVE: "up"}
_SIDES: Final = {Beside.RIGHT: "right of", Beside.LEFT: "left of", Beside.BELOW: "below", Beside.ABOVE: "above"}


def _told(one: TitleSetting) -> tuple[object, ...]:
    return one.way, tuple((line.text, line.alphabet) for line in one.lines)


def _tall(one: TitleSetting) -> tuple[int, int]:
    part = 100 if one.way in _LEVEL else _DANCING if one.way is TitleWay.DANCING else _SET_UP
    return part * min(line.height for line in one.lines), -list(TitleWay).index(one.way)


def _centred(room: Ends, length: Grains, grid: Grains) -> Ends:
    """Return so much of a place as a title takes with room about it, in the middle, on the grid."""
    takes = min(room.length, -(-(length + 2 * _ROOM) // grid) * grid)
    low = room.low + (room.length - takes) // 2 // grid * grid
    return Ends(low, low + takes)


def _inset(one: Box, by: Grains) -> Box:
    return Box(Ends(one.x.low + by, one.x.high - by), Ends(one.y.low + by, one.y.high - by))


def _shape(one: Box) -> rectangle:
    return rectangle(one.x.low, one.y.low, one.x.high, one.y.high)


def _within(one: Box, other: Box) -> bool:
    return all(
        outer.low <= inner.low and inner.high <= outer.high
        for inner, outer in ((one.x, other.x), (one.y, other.y))
    )  # fmt: skip


def _reads_on(one: Box, other: Box) -> bool:
    """Tell whether a second place is read after a first: it lies below it, or beside it to the right."""
    return other.y.low >= one.y.high or (other.x.low >= one.x.high and other.y.high > one.y.low)


def _lies_beyond(one: Box, place: Box, side: Beside) -> bool:
    return {
        Beside.RIGHT: one.x.low >= place.x.high,
        Beside.LEFT: one.x.high <= place.x.low,
        Beside.BELOW: one.y.low >= place.y.high,
        Beside.ABOVE: one.y.high <= place.y.low,
    }[side]


def _grown(one: Box, side: Beside, by: Grains) -> Box:
    x, y = one.x, one.y
    match side:
        case Beside.RIGHT:
            return Box(Ends(x.low, x.high + by), y)
        case Beside.LEFT:
            return Box(Ends(x.low - by, x.high), y)
        case Beside.BELOW:
            return Box(x, Ends(y.low, y.high + by))
        case Beside.ABOVE:
            return Box(x, Ends(y.low - by, y.high))
