"""What is asked of a fit and what comes back."""

from __future__ import annotations

import re
from dataclasses import dataclass, field, replace
from enum import Enum
from fractions import Fraction
from typing import Final

from inkquilt.design.distance import Distance
from inkquilt.design.marks import Missed
from inkquilt.fit import bounds
from inkquilt.lengths import Grains
from inkquilt.page import Page
from inkquilt.photos.trimming import FREE_TRIM, NO_TRIM, USUAL_TRIM, TrimLimits
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.model import Block, Shape, Size, Sketch
from inkquilt.sketch.relations import ONE_LINE
from inkquilt.sketch.ties import AddedTie

#: In a plan, what stands before this says what was laid aside for it.
ASIDE: Final = "~"
_LAID_ASIDE: Final = re.compile(rf"\A([gts]+){ASIDE}")


class School(Enum):
    """A way of thinking about a sketch: what gains, and what gives way.

    As drawn (``KEEP_PROPORTIONS``), photos larger, listed print sizes only, the extra of a larger
    page filled, groups arranged anew.
    """

    KEEP_PHOTOS = "keep-photos"
    KEEP_PROPORTIONS = "keep-proportions"
    WHOLE_PRINTS = "whole-prints"
    FILL = "fill-extra"
    REFLOW = "reflow"


class Variant(Enum):
    """How the extra of a larger page is filled."""

    PLAIN = ""
    SPLIT_BASE = "split-base"
    WIDER_PAPER = "wider-paper"
    STEP_OUT = "step-out"
    REPEAT_STRIP = "repeat-strip"
    WIDER_BORDER = "wider-border"


@dataclass(frozen=True, slots=True)
class Way:
    """One way to fit: a school, and how the sketch is held first (turned clockwise, then mirrored).

    ``variant`` says how the extra is filled; ``plan`` how groups stand that were arranged anew,
    rows and columns of stacks as ``fit.arranging`` writes them, behind the kinds of pieces laid aside
    for it (``g`` small papers, ``t`` tags, ``s`` stories) and ``ASIDE``.
    """

    school: School
    turn: int = 0
    mirrored: bool = False
    variant: Variant = Variant.PLAIN
    plan: str = ""

    @property
    def laid_aside(self) -> str:
        """Return which kinds of pieces the plan lays aside."""
        found = _LAID_ASIDE.match(self.plan)
        return found[1] if found else ""

    @property
    def form(self) -> str:
        """Return how the groups stand, whatever was laid aside for it; empty where they stand as drawn."""
        return _LAID_ASIDE.sub("", self.plan, count=1)


class StripEnds(Enum):
    """What the ends of strips and bands do at the page's edge."""

    AS_DRAWN = "as-drawn"
    TO_THE_EDGE = "to-the-edge"
    SHORT = "short"


@dataclass(frozen=True, slots=True)
class Switches:
    """Choices that hold for the whole page.

    ``in_line`` straightens every tilt; ``by_eye`` takes edges within 1/8 in for one
    line; ``recount`` lets a row of repeated pieces have more or fewer of them
    instead of wider or narrower ones. ``from_shop`` says that prints come from a shop:
    each photo is a listed size, trimmed by no more than the request's trims.
    """

    ends: StripEnds = StripEnds.AS_DRAWN
    in_line: bool = False
    by_eye: bool = False
    recount: bool = False
    from_shop: bool = False


@dataclass(frozen=True, slots=True)
class Die:
    """A shape and size that a die or punch makes, whichever way it is held."""

    shape: Shape
    size: Size

    def size_for(self, piece: Size) -> Size:
        """Return the size it makes, lying the way a piece does.

        >>> Die(Shape.RECT, Size(2, 3)).size_for(Size(8, 5))
        Size(width=3, height=2)
        """
        lies = (piece.width > piece.height) == (self.size.width > self.size.height)
        return self.size if lies or piece.width == piece.height else self.size.swapped()


@dataclass(frozen=True, slots=True)
class Budget:
    """What a solve may cost, in the solver's deterministic time: one unit is 4 to 8 s on a small machine.

    The demo's sketches need far less; what is larger stops with the best found.
    """

    deterministic_time: float = 0.55
    seed: int = 7


@dataclass(frozen=True, slots=True)
class Pin:
    """What a person settled about a block by hand, in grains; what is None is left to the fit.

    A place belongs to the outermost piece of a stack: x and y of its unturned box.
    """

    block: str
    x: Grains | None = None
    y: Grains | None = None
    width: Grains | None = None
    height: Grains | None = None


@dataclass(frozen=True, slots=True)
class PhotoTerm:
    """What the photo in a slot asks for, as it lies on the page.

    Below ``least`` something that matters in it is lost, though it is never asked to
    be larger than its slot was drawn; ``print_size`` is a print that exists already
    and can only be trimmed, then ``least`` holds as it is. ``proportions`` are the whole
    photo's own, width over height: a slot rather comes nearer to them than away.
    """

    block: str
    least: Size | None = None
    print_size: Size | None = None
    proportions: Fraction | None = None


@dataclass(frozen=True, slots=True)
class Shield:
    """What matters in ``lower`` stays clear: at most ``covered`` in ``of`` of it along ``axis`` lies under ``upper``.

    It tightens what was drawn where ``upper`` lies over one end of ``lower`` along the
    axis, in ways that hold the sketch by ``turn`` and ``mirrored``: in others the photo's
    other parts lie there.
    """

    upper: str
    lower: str
    axis: Axis
    covered: Grains
    of: Grains
    turn: int = 0
    mirrored: bool = False


class Rung(Enum):
    """What a page that is too small for its design gives up, one after the other."""

    OWN_SIZES = "own-sizes"
    FINER = "finer"
    SMALL_WORDS = "small-words"
    STRAIGHT = "straight"
    PAPERS_ASIDE = "papers-aside"
    TAGS_ASIDE = "tags-aside"
    STORY_ASIDE = "story-aside"
    SLOTS_MERGED = "slots-merged"
    PHOTO_ASIDE = "photo-aside"


@dataclass(frozen=True, slots=True)
class FitRequest:
    """A sketch, the page it shall go on, and the terms.

    ``grid`` in grains; ``any_orientation`` names photo blocks that may also lie
    the other way than drawn; photos in ``never_trim`` keep the whole print, those in
    ``trim_freely`` are trimmed as far as the page wants it, and ``leads`` names the photo
    that keeps its size before all others. ``untied`` are keys of relations that are let go
    (see ``sketch.ties``), ``ties`` relations that were added. ``dies`` make the pieces of
    their shapes, and rungs in ``insist`` are not given up. ``photo_terms`` is what the photos ask for, ``shields`` keep
    pieces off what matters in them. ``near`` is a page that exists already: then as
    little of it is changed as possible.
    """

    sketch: Sketch
    page: Page
    grid: Grains
    print_sizes: tuple[Size, ...]
    trim: TrimLimits = USUAL_TRIM
    any_orientation: frozenset[str] = frozenset()
    never_trim: frozenset[str] = frozenset()
    trim_freely: frozenset[str] = frozenset()
    leads: str | None = None
    dies: tuple[Die, ...] = ()
    insist: frozenset[Rung] = frozenset()
    pins: tuple[Pin, ...] = ()
    untied: frozenset[str] = frozenset()
    ties: tuple[AddedTie, ...] = ()
    switches: Switches = Switches()
    photo_terms: tuple[PhotoTerm, ...] = ()
    shields: tuple[Shield, ...] = ()
    near: tuple[Block, ...] = ()
    budget: Budget = Budget()

    @classmethod
    def plain(cls, sketch: Sketch, page: Page) -> FitRequest:
        """Return a request on the page's usual grid and print sizes."""
        return cls(sketch, page, bounds.DEFAULT_GRID[page.unit], bounds.PRINT_SIZES[page.unit])

    def pin(self, block_id: str) -> Pin:
        """Return what is settled about a block; nothing is a pin too."""
        return next((pin for pin in self.pins if pin.block == block_id), Pin(block_id))

    @property
    def one_line(self) -> Grains:
        """How far edges may lie from each other that are meant as one line."""
        return bounds.BY_EYE if self.switches.by_eye else ONE_LINE

    @property
    def pictures(self) -> dict[str, Fraction]:
        """The proportions of the photos that lie in slots already."""
        return {term.block: term.proportions for term in self.photo_terms if term.proportions is not None}

    def held_by(self, way: Way) -> FitRequest:
        """Return the request with the shields that mean something in this way."""
        there = tuple(s for s in self.shields if (s.turn, s.mirrored) == (way.turn, way.mirrored))
        return replace(self, shields=there)

    def trim_of(self, block_id: str) -> TrimLimits:
        """Return how far the print in a slot may be trimmed."""
        if block_id in self.never_trim:
            return NO_TRIM
        return FREE_TRIM if block_id in self.trim_freely else self.trim

    def photo_term(self, block_id: str) -> PhotoTerm:
        """Return what the photo in a slot asks for; nothing is an answer too."""
        return next((term for term in self.photo_terms if term.block == block_id), PhotoTerm(block_id))


class Status(Enum):
    """What is known of a result."""

    OPTIMAL = "optimal"
    BEST_FOUND = "best-found"
    IMPOSSIBLE = "impossible"
    #: Time ran out before anything was found or excluded.
    UNKNOWN = "unknown"


@dataclass(frozen=True, slots=True)
class BlockChange:
    """What became of one block: its ``size`` or ``place``, from and to in words of the page's unit."""

    block: str
    kind: str
    before: str
    after: str
    why: str


@dataclass(frozen=True, slots=True)
class Broken:
    """A relation of the sketch that the page does not have."""

    kind: str
    blocks: tuple[str, ...]
    axis: str | None
    why: str


@dataclass(frozen=True, slots=True)
class Kept:
    """How many relations held, and those that did not."""

    kept: int
    broken: tuple[Broken, ...]


class LiftKind(Enum):
    """How a demand is given up: a tie let go, a pin taken out, another size, the margin used, a piece left out."""

    LET_GO = "let-go"
    SET_FREE = "set-free"
    SIZE = "size"
    NO_MARGIN = "no-margin"
    LEAVE_OUT = "leave-out"


@dataclass(frozen=True, slots=True)
class Lift:
    """What gives one demand up: ``name`` is the key of a tie, or a block."""

    kind: LiftKind
    name: str = ""


@dataclass(frozen=True, slots=True)
class Demand:
    """One thing a page was asked for, in plain words, the blocks it concerns, and what gives it up, if anything."""

    demand: str
    blocks: tuple[str, ...]
    lift: Lift | None = None


@dataclass(frozen=True, slots=True)
class Clash:
    """Demands that cannot hold together; without any one of them the rest can.

    ``sum`` is the line of arithmetic that shows it and ``short_by`` what is missing,
    when they follow from lengths along one axis; else empty and None.
    """

    demands: tuple[Demand, ...]
    sum: str
    short_by: Grains | None


@dataclass(frozen=True, slots=True)
class Cost:
    """What a fit gave up, dearest first. The formulas are in ``wishes`` and docs/formats.md."""

    photos: int
    moved: int
    lines: int
    rows: int
    displacement: int


@dataclass(frozen=True, slots=True)
class Fit:
    """One fitted page, or the clash that forbids it.

    ``sketch`` is the drawing that was fitted: turned, mirrored, cut to its own page,
    arranged anew where the way asks for it; ``held`` is the same before it was arranged.
    ``note`` says in numbers how a school went about it. ``blocks`` are complete, in
    file order; ``straightened`` are those whose tilt was
    given up (``sketch`` has them straight already). ``gap`` is (cost - bound) / max(1, cost).
    ``distance`` says how far the page is from its drawing, ``rungs`` and ``aside`` what a page
    too small for its design gave up and left out, ``missed`` what it is no longer. ``refused`` is
    what the checker found wrong with a result that was dropped for it.
    """

    way: Way
    status: Status
    sketch: Sketch
    blocks: tuple[Block, ...] = ()
    cost: Cost | None = None
    gap: float | None = None
    seconds: float = 0.0
    changes: tuple[BlockChange, ...] = ()
    relations: Kept = field(default_factory=lambda: Kept(0, ()))
    clash: Clash | None = None
    note: str = ""
    held: Sketch | None = None
    straightened: frozenset[str] = frozenset()
    distance: Distance | None = None
    aside: frozenset[str] = frozenset()
    rungs: tuple[Rung, ...] = ()
    missed: tuple[Missed, ...] = ()
    refused: tuple[str, ...] = ()

    @property
    def found(self) -> bool:
        """Tell whether there is a page to show."""
        return self.status in (Status.OPTIMAL, Status.BEST_FOUND)
