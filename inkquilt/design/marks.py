"""What a page may not lose if it shall still be the design that was drawn, judged on the finished page.

It looks at blocks alone and shares nothing with the programs that laid them. Places and areas are
whole grains; parts of the page are floats, for they decide no cut. Limits are common practice, no
source.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass
from enum import Enum
from math import hypot
from typing import Final

from inkquilt.design.reading import PAPERS, WORDS, Design, Stack, area, as_read, keeps_proportions
from inkquilt.lengths import INCH, MM, Grains, Unit
from inkquilt.page import Page
from inkquilt.sketch.geometry import Axis, Box, Ends, box, is_tilted
from inkquilt.sketch.model import Block, Role, Shape, Size

SHAPE: Final = 1.35
WORD_SHAPE: Final = 1.45
SHARE_LEAST, SHARE_MOST = 0.7, 1.6
#: On a page of twice the proportions the photos may come down to this share of the drawn one.
SHARE_FAR: Final = 0.55
FAR: Final = 2.0
AIR: Final = {Unit.IN: INCH // 16, Unit.MM: MM * 3 // 2}
INSIDE: Final = {Unit.IN: INCH // 8, Unit.MM: 3 * MM}
WEIGHT: Final = 0.10
WEIGHT_ANEW: Final = 0.13
WEIGHT_SPARE: Final = 0.04
CALM: Final = 0.15
ROOM: Final = 0.8
ROOM_SPARE: Final = 0.12
TITLE: Final[Grains] = INCH // 2
STORY: Final = Size(3 * INCH // 2, 3 * INCH // 4)
ACROSS: Final = (0.1, 0.9)
PAPER_SHAPE: Final = 1.25
THIN: Final = 0.5
EVEN: Final[Grains] = INCH // 8
#: A step of rounding that no mark minds.
_SLACK: Final[Grains] = 64


class DesignMark(Enum):
    """One thing a page may not lose."""

    MISSING = "missing"
    LEAD = "lead"
    ORDER = "order"
    TWINS = "twins"
    SHAPE = "shape"
    SHARE = "share"
    APART = "apart"
    EDGE = "edge"
    WEIGHT = "weight"
    CALM = "calm"
    ROOM = "room"
    WORDS = "words"
    ACROSS = "across"
    PAPER = "paper"


#: Marks by which ways are chosen and ranked; all others hold in every way that is offered.
SOFT: Final = frozenset({DesignMark.SHARE, DesignMark.WEIGHT, DesignMark.CALM, DesignMark.ROOM})


@dataclass(frozen=True, slots=True)
class Missed:
    """A mark that a page misses, and the pieces that miss it."""

    mark: DesignMark
    blocks: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Judged:
    """A page against its drawing: what it misses, and the measures that rank it."""

    missed: tuple[Missed, ...]
    share: float
    shift: float
    calm: float

    @property
    def sound(self) -> bool:
        """Whether nothing is missed."""
        return not self.missed

    @property
    def keeps_the_design(self) -> bool:
        """Whether nothing is missed that holds in every way."""
        return all(missed.mark in SOFT for missed in self.missed)


def judged(
    design: Design, page: Page, blocks: Iterable[Block], anew: bool, aside: frozenset[str] = frozenset(),
    by_hand: frozenset[str] = frozenset(),
) -> Judged:  # fmt: skip
    """Judge a page. ``aside`` was left out and told; the sizes of photos ``by_hand`` are a person's word."""
    return _Judge(design, page, {block.id: block for block in blocks}, anew, aside, by_hand).judged()


class _Judge:
    def __init__(
        self, design: Design, page: Page, now: Mapping[str, Block], anew: bool, aside: frozenset[str],
        by_hand: frozenset[str],
    ) -> None:  # fmt: skip
        self.design, self.page, self.now, self.anew, self.by_hand = design, page, now, anew, by_hand
        self.was = {block.id: block for block in design.sketch.blocks if block.id not in aside}
        self.boxes = {name: box(block) for name, block in now.items()}
        self.drawn = {name: box(block) for name, block in self.was.items()}
        self.size = {Axis.X: page.width, Axis.Y: page.height}
        self.drawn_size = {Axis.X: design.sketch.page.width, Axis.Y: design.sketch.page.height}
        self.photos = [photo for photo in design.photos if photo.id in now and photo.id in self.was]
        self.firm = [s for s in design.firm if s.piece.id in now and s.piece.id in self.was]

    def judged(self) -> Judged:
        """Look at everything."""
        gone = tuple(
            name for name, block in self.was.items()
            if name not in self.now and block.role not in (Role.BASE, Role.CLUSTER)
        )  # fmt: skip
        missed = [Missed(DesignMark.MISSING, gone)] if gone else []
        missed += self._sizes()
        share = self._share()
        if not (SHARE_FAR if self._far_off() else SHARE_LEAST) <= share <= SHARE_MOST and self.photos:
            missed.append(Missed(DesignMark.SHARE))
        missed += self._apart()
        missed += self._edges()
        shift, off = self._weight()
        if (not self.anew and shift > WEIGHT) or (self.anew and off > 0):
            missed.append(Missed(DesignMark.WEIGHT))
        calm = self._calm()
        if calm > CALM:
            missed.append(Missed(DesignMark.CALM))
        missed += self._room()
        missed += self._words()
        missed += self._papers()
        return Judged(tuple(missed), share, shift, calm)

    # -- photos ----------------------------------------------------------------------

    def _sizes(self) -> Iterator[Missed]:
        free = {photo.id: photo for photo in self.photos if photo.id not in self.by_hand}
        if self.design.lead in free:
            lead = self.now[self.design.lead]
            above = tuple(name for name in free if area(self.now[name]) > area(lead))
            if above:
                yield Missed(DesignMark.LEAD, above)
        for pair in self.design.larger:
            if pair.photo in free and pair.other in free:
                if area(self.now[pair.photo]) < area(self.now[pair.other]):
                    yield Missed(DesignMark.ORDER, (pair.photo, pair.other))
        for twins in self.design.twins:
            sizes = [self.now[name].size for name in twins if name in free]
            if any(not _alike(sizes[0], size) for size in sizes[1:]):
                yield Missed(DesignMark.TWINS, twins)
        for photo in free.values():
            if change_of_shape(photo.size, self.now[photo.id].size) > SHAPE:
                yield Missed(DesignMark.SHAPE, (photo.id,))

    def _share(self) -> float:
        drawn = sum(area(photo) for photo in self.photos) / (self.drawn_size[Axis.X] * self.drawn_size[Axis.Y])
        now = sum(area(self.now[photo.id]) for photo in self.photos) / (self.page.width * self.page.height)
        return now / drawn if drawn else 1.0

    def _far_off(self) -> bool:
        ratio = self.page.width * self.drawn_size[Axis.Y] / (self.page.height * self.drawn_size[Axis.X])
        return max(ratio, 1 / ratio) >= FAR

    # -- air -------------------------------------------------------------------------

    def _apart(self) -> Iterator[Missed]:
        least = AIR[self.page.unit] - _SLACK
        pieces = [stack.piece for stack in self.firm]
        for n, one in enumerate(pieces):
            for two in pieces[n + 1 :]:
                tilted = is_tilted(one) or is_tilted(two)
                was, now = _gap(self.drawn, one.id, two.id), _gap(self.boxes, one.id, two.id)
                if was > AIR[self.design.sketch.unit] and now < least and not tilted:
                    yield Missed(DesignMark.APART, (one.id, two.id))

    def _edges(self) -> Iterator[Missed]:
        least = INSIDE[self.page.unit] - _SLACK
        for stack in self.firm:
            name = stack.piece.id
            if is_tilted(stack.piece):
                continue
            for axis in Axis:
                was, now = self.drawn[name].along(axis), self.boxes[name].along(axis)
                low, high = was.low >= INCH // 4 > 0, self.drawn_size[axis] - was.high >= INCH // 4
                if (low and now.low < least) or (high and self.size[axis] - now.high < least):
                    yield Missed(DesignMark.EDGE, (name,))

    # -- weight ----------------------------------------------------------------------

    def _weight(self) -> tuple[float, float]:
        """Return how far the centre moved, and how much too far off the middle it is, as parts of the page."""
        if not self.firm:
            return 0.0, 0.0
        was = _centre([stack.piece for stack in self.firm], self.drawn, self.drawn_size)
        now = _centre([self.now[stack.piece.id] for stack in self.firm], self.boxes, self.size)
        off_was, off_now = (hypot(x - 0.5, y - 0.5) for x, y in (was, now))
        return hypot(was[0] - now[0], was[1] - now[1]), off_now - max(off_was + WEIGHT_SPARE, WEIGHT_ANEW)

    def _calm(self) -> float:
        """Return by how much of the page the largest empty rectangle has grown."""
        names = [stack.piece.id for stack in self.firm]
        if not names:
            return 0.0
        was = largest_empty([self.drawn[name] for name in names], self.drawn_size[Axis.X], self.drawn_size[Axis.Y])
        now = largest_empty([self.boxes[name] for name in names], self.page.width, self.page.height)
        return now - was

    def _room(self) -> Iterator[Missed]:
        names = [stack.piece.id for stack in self.firm]
        for axis in Axis if names else ():
            was = _covers([self.drawn[name].along(axis) for name in names]) / self.drawn_size[axis]
            now = _covers([self.boxes[name].along(axis) for name in names]) / self.size[axis]
            if now < ROOM * was and was - now > ROOM_SPARE:
                yield Missed(DesignMark.ROOM)

    # -- words and papers ------------------------------------------------------------

    def _words(self) -> Iterator[Missed]:
        for stack in self.firm:
            if stack.piece.role not in WORDS:
                continue
            was, now = as_read(stack.piece, self.design.on_side).size, self.now[stack.piece.id].size
            short, long = sorted((now.width, now.height))
            low = (
                short < TITLE - _SLACK
                if stack.piece.role is Role.TITLE
                else (long < STORY.width - _SLACK or short < STORY.height - _SLACK)
            )
            if low or change_of_shape(was, now) > WORD_SHAPE:
                yield Missed(DesignMark.WORDS, (stack.piece.id,))

    def _papers(self) -> Iterator[Missed]:
        small = min(self.size[axis] / self.drawn_size[axis] for axis in Axis)
        for stack in self.design.stacks.values():
            was = stack.piece
            if was.role not in PAPERS or was.id not in self.now or was.id not in self.was:
                continue
            now = self.now[was.id]
            if (
                self._lost_its_shape(stack, now)
                or self._uneven(was, now)
                or min(now.width, now.height) < THIN * small * min(was.width, was.height) - _SLACK
            ):
                yield Missed(DesignMark.PAPER, (was.id,))
            yield from self._across(was, now)

    def _lost_its_shape(self, stack: Stack, now: Block) -> bool:
        ends = self.drawn[stack.root.id]
        runs = min(ends.x.low, ends.y.low, self.drawn_size[Axis.X] - ends.x.high, self.drawn_size[Axis.Y] - ends.y.high)
        shaped = keeps_proportions(stack.piece) and stack.piece.shape is not Shape.FRAME
        return shaped and runs > 0 and change_of_shape(stack.piece.size, now.size) > PAPER_SHAPE

    def _uneven(self, was: Block, now: Block) -> bool:
        drawn = _margins(self.drawn[was.id], self.drawn_size)
        here = _margins(self.boxes[now.id], self.size)
        even = 0 < max(drawn) <= INCH and max(drawn) - min(drawn) <= INCH // 16
        return even and max(here) - min(here) > EVEN

    def _across(self, was: Block, now: Block) -> Iterator[Missed]:
        if was.shape is not Shape.RECT or is_tilted(was):
            return
        for stack in self.firm:
            word = stack.piece
            if word.role not in WORDS or is_tilted(word):
                continue
            before = _part(self.drawn[word.id], self.drawn[was.id])
            after = _part(self.boxes[word.id], self.boxes[now.id])
            if not ACROSS[0] < before < ACROSS[1] and ACROSS[0] < after < ACROSS[1]:
                yield Missed(DesignMark.ACROSS, (word.id, was.id))


# -- measures --------------------------------------------------------------------------


def change_of_shape(was: Size, now: Size) -> float:
    """Return by what factor width over height changed: 1 or more."""
    factor = was.width * now.height / (was.height * now.width)
    return max(factor, 1 / factor)


def _alike(one: Size, two: Size) -> bool:
    wide, high = abs(one.width - two.width), abs(one.height - two.height)
    return 100 * wide <= 3 * max(one.width, two.width) and 100 * high <= 3 * max(one.height, two.height)


def _gap(boxes: Mapping[str, Box], one: str, two: str) -> Grains:
    a, b = boxes[one], boxes[two]
    return max(max(a.along(axis).low, b.along(axis).low) - min(a.along(axis).high, b.along(axis).high) for axis in Axis)


def _centre(pieces: list[Block], boxes: Mapping[str, Box], size: Mapping[Axis, Grains]) -> tuple[float, float]:
    whole = sum(area(piece) for piece in pieces)
    middles = []
    for axis in Axis:
        doubled = sum(area(p) * (boxes[p.id].along(axis).low + boxes[p.id].along(axis).high) for p in pieces)
        middles.append(doubled / 2 / whole / size[axis])
    return middles[0], middles[1]


def _covers(ends: list[Ends]) -> Grains:
    return max(end.high for end in ends) - min(end.low for end in ends)


def _margins(lies: Box, size: Mapping[Axis, Grains]) -> tuple[Grains, ...]:
    return lies.x.low, lies.y.low, size[Axis.X] - lies.x.high, size[Axis.Y] - lies.y.high


def _part(upper: Box, lower: Box) -> float:
    shared = 1
    for axis in Axis:
        over, under = upper.along(axis), lower.along(axis)
        shared *= max(0, min(over.high, under.high) - max(over.low, under.low))
    return shared / max(1, upper.x.length * upper.y.length)


def largest_empty(boxes: list[Box], width: float, height: float) -> float:
    """Return the largest rectangle of a page that meets none of the boxes, as a part of the page."""
    sides = sorted({0.0, width, *(max(0.0, b.x.low) for b in boxes), *(min(width, b.x.high) for b in boxes)})
    best = 0.0
    for n, left in enumerate(sides):
        for right in sides[n + 1 :]:
            if (right - left) * height <= best:
                continue
            within = sorted(
                (max(0.0, b.y.low), min(height, b.y.high)) for b in boxes if b.x.low < right and b.x.high > left
            )
            at = 0.0
            for low, high in (*within, (height, height)):
                best = max(best, (right - left) * (low - at))
                at = max(at, high)
    return best / (width * height)
