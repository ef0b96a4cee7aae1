"""What a story is written as: the ways there are, cards beneath, a setting with its lines, the page it is set on."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from enum import Enum
from typing import Final

from shapely.geometry import Polygon, box
from shapely.geometry.base import BaseGeometry

from inkquilt.lengths import INCH, MM, Grains, Unit
from inkquilt.page import Page
from inkquilt.paper.printed import PrintedPlace
from inkquilt.sketch.geometry import Box, Ends
from inkquilt.sketch.model import POLYGON_PARTS, Block, Part, Role, Size
from inkquilt.words.flow import Capacity, Span, WrittenLine
from inkquilt.words.places import PAGE_INSET, FreePlace, free_places, places_across, snapped_in
from inkquilt.words.script import Script

#: Words keep this distance from the edge of what they are written on.
INSET: Final[Grains] = INCH // 8
#: A strip of text stands out by this above and below its line, and by twice that at its ends.
STRIP_EDGE: Final[Grains] = INCH // 16
#: A quotation has no more words.
QUOTATION: Final = 25
#: A date block has no more words: a day, a month, a year.
DATE_WORDS: Final = 4
#: A card is no smaller than this to be a card.
LEAST_CARD: Final = Size(3 * INCH // 2, INCH)
#: Pocket cards, flaps and booklets.
SMALL_CARD: Final = {Unit.IN: Size(3 * INCH, 4 * INCH), Unit.MM: Size(76 * MM, 102 * MM)}
LARGE_CARD: Final = {Unit.IN: Size(4 * INCH, 6 * INCH), Unit.MM: Size(102 * MM, 152 * MM)}
#: Sides of a booklet folded once that are written on, and of a card in a pocket.
BOOKLET_SIDES: Final = 3
CARD_SIDES: Final = 2
MOST_CARDS: Final = 4
MOST_FLAPS: Final = 3
MOST_VOICES: Final = 4
#: A strip spread over the page is no shorter.
LEAST_STRIP: Final[Grains] = 3 * INCH // 2


#: Lines of fewer words than this are hard to read. Common practice, no source.
EASY_LINE: Final = 3.5


class JournalWay(Enum):
    """Where and how a story is written; in the order they are usually tried."""

    RULED = "on ruled lines"
    DATE = "a date block"
    CARD = "on a card"
    LABEL = "on a label of yours"
    ON_BASE = "straight on the paper"
    PRINTED_LINES = "on the paper’s printed lines"
    PRINTED_FRAME = "in the paper’s printed frame"
    GAP = "in the gap"
    QUOTATION = "a quotation"
    STRIPS = "strips kept together"
    SPREAD = "strips spread over the page"
    VOICES = "in several places"
    CARDS = "over a row of cards"
    ALONG = "along the bands of the page"
    SHAPED = "in a shape"
    DIE = "on a piece a die cuts"
    OUTLINE = "in a drawn outline"
    ROUND_PHOTO = "round a photo"
    ROUND_PAGE = "round the page"
    ON_PHOTO = "on a calm part of a photo"
    FLAP_SMALL = "under a small flap"
    FLAP_LARGE = "under a large flap"
    FLAP_PHOTO = "under a flap as large as a photo"
    BOOKLET = "in a folded booklet"
    POCKET = "on a card in a pocket"
    NEXT_PAGE = "on the next page"
    EMPTY = "a place that may stay empty"


#: Ways whose words do not show on the page itself.
HIDDEN: Final = frozenset(
    {
        JournalWay.FLAP_SMALL, JournalWay.FLAP_LARGE, JournalWay.FLAP_PHOTO, JournalWay.BOOKLET, JournalWay.POCKET,
        JournalWay.NEXT_PAGE,
    }
)  # fmt: skip
#: Ways for which no card is cut where the sketch has one.
BARE: Final = frozenset({JournalWay.ON_BASE, JournalWay.STRIPS, JournalWay.SHAPED})
#: Ways that bring a paper of their own beneath the words.
ON_A_CARD = (
    JournalWay.RULED, JournalWay.DATE, JournalWay.CARD, JournalWay.LABEL, JournalWay.STRIPS, JournalWay.SPREAD,
    JournalWay.CARDS, JournalWay.DIE, JournalWay.OUTLINE, JournalWay.EMPTY,
)  # fmt: skip
ON_CARD: Final = HIDDEN.union(ON_A_CARD)


@dataclass(frozen=True, slots=True)
class Label:
    """What words can be written on instead of a plain card: a label of the stash, what a die cuts, a drawn outline.

    ``outline`` are its corners in ``POLYGON_PARTS`` of its box, none for a rectangle. Without a ``size`` it is as large
    as its place, ``is_square`` where it must not be drawn out. ``piece`` is its key in the stash, ``colour`` its own.
    """

    way: JournalWay
    name: str
    size: Size | None = None
    outline: tuple[Part, ...] = ()
    is_square: bool = False
    piece: str = ""
    colour: str = ""


@dataclass(frozen=True, slots=True)
class Ground:
    """A piece to cut and lay for words, on the page; ``ruled`` has lines drawn on it.

    ``outline``, ``piece`` and ``colour`` as in ``Label``; what is no ``piece`` of the stash is cut from paper.
    """

    x: Grains
    y: Grains
    size: Size
    ruled: bool = False
    outline: tuple[Part, ...] = ()
    piece: str = ""
    colour: str = ""

    @property
    def shape(self) -> BaseGeometry:
        """Where it lies."""
        return shaped_in(self.outline, box(self.x, self.y, self.x + self.size.width, self.y + self.size.height))


def shaped_in(outline: Sequence[Part], around: BaseGeometry) -> BaseGeometry:
    """Return an outline in a box, or the box where there is none."""
    if not outline:
        return around
    left, top, right, bottom = around.bounds
    return Polygon(
        [
            (left + part.across * (right - left) / POLYGON_PARTS, top + part.down * (bottom - top) / POLYGON_PARTS)
            for part in outline
        ]
    )


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
    #: Where each voice stands, and what it is about.
    told: tuple[str, ...] = ()

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
    def _narrow(self) -> float:
        """How many words a line is short of ``EASY_LINE``: a column of single words is hard to read."""
        words = sum(len(line.text.split()) for line in self.lines)
        if len(self.lines) < 2:
            return 0.0
        return max(0.0, EASY_LINE - words / len(self.lines))

    @property
    def worth(self) -> tuple[float, ...]:
        """Less is better."""
        smaller = 0 if self.wished is None or self.script.half_points is None else self.wished - self.script.half_points
        used = len(self.lines) / self.holds.lines if self.holds.lines else 1.0
        spare = 0.0 if self.way is JournalWay.EMPTY or used >= 0.5 else 1.0 - used
        usual = list(JournalWay).index(self.way)
        worth = usual + 3 * spare + 2 * self._narrow
        over = len(self.left_over) if not self.fits else 0
        # The place that was drawn for words comes before all others that hold them.
        return (not self.fits, over, self.hidden, self.block is None, smaller, worth)


@dataclass(frozen=True, slots=True)
class JournalPage:
    """What words are set on: a page with its blocks, its grid, calm parts of photos by block, what else lies there.

    ``filled`` blocks hold other words already, ``printed`` are frames and lines of the papers. ``about`` says what is
    told of the photo in a slot, ``labels`` are what words can be written on.
    """

    blocks: tuple[Block, ...]
    page: Page
    grid: Grains
    calm: Mapping[str, BaseGeometry] = field(default_factory=dict)
    taken: tuple[BaseGeometry, ...] = ()
    filled: frozenset[str] = frozenset()
    printed: tuple[PrintedPlace, ...] = ()
    about: Mapping[str, str] = field(default_factory=dict)
    labels: tuple[Label, ...] = ()

    @property
    def open_blocks(self) -> list[Block]:
        """The sketch's own places for words that are still free."""
        return [block for block in self.blocks if block.role is Role.JOURNALING and block.id not in self.filled]

    @property
    def places(self) -> tuple[FreePlace, ...]:
        """Where words can still go: nothing is written along the very edge of a page."""
        return self._all_off_the_edge(free_places(self.blocks, self.page, self.grid, self.calm, self.taken))

    @property
    def places_across(self) -> tuple[FreePlace, ...]:
        """Gaps that reach over several papers."""
        return self._all_off_the_edge(places_across(self.blocks, self.page, self.grid, self.taken))

    def _all_off_the_edge(self, found: Iterable[FreePlace]) -> tuple[FreePlace, ...]:
        return tuple(replace(place, box=one) for place in found if (one := self._off_the_edge(place.box)) is not None)

    def _off_the_edge(self, one: Box) -> Box | None:
        """Return what of a place is far enough from the edges of its page, on the grid; None where nothing is."""
        fold, width = self.page.fold, self.page.width
        across = Ends(0, width)
        if fold is not None:
            across = Ends(0, fold.at) if one.x.low + one.x.high < fold.at + fold.end else Ends(fold.end, width)
        inner = (Ends(side.low + PAGE_INSET, side.high - PAGE_INSET) for side in (across, Ends(0, self.page.height)))
        x, y = (
            Ends(max(ends.low, within.low), min(ends.high, within.high))
            for ends, within in zip((one.x, one.y), inner, strict=True)
        )
        return snapped_in(Box(x, y), self.grid)


@dataclass(frozen=True, slots=True)
class Room:
    """A way with its lines at one size of script."""

    way: JournalWay
    where: str
    spans: tuple[Span, ...]
    grounds: tuple[Ground, ...] = ()
    block: str | None = None
    sheet: Size | None = None
    sides: int = 1


#: Given a script, the rooms for it.
Maker = Callable[[Script], Iterable[Room]]
