"""One state of a page, as values; nothing is changed in place.

The document holds its own copy of the sketch, of the print sizes and of the
paper letters, so that nothing done to a sketch later changes a page.
"""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from fractions import Fraction
from functools import cached_property
from typing import Final, Self

from inkquilt.along import LaidPage
from inkquilt.assembly.terms import StickTerms
from inkquilt.balance.schools import BalanceSchool
from inkquilt.composition.digest import digest
from inkquilt.composition.laid import LaidFit
from inkquilt.composition.lettering import TitleLettering
from inkquilt.composition.papers import CutTerms
from inkquilt.composition.stories import Story
from inkquilt.embellishments import Accent
from inkquilt.fit import bounds
from inkquilt.fit.request import Die, FitRequest, PhotoTerm, Pin, Rung, Shield, Switches, Way
from inkquilt.lengths import Grains, Unit
from inkquilt.page import Page, Side
from inkquilt.paper.pieces import paper_of
from inkquilt.photos import Framing
from inkquilt.sketch import Block, Sketch
from inkquilt.sketch.model import Size
from inkquilt.sketch.relations import stack_roots
from inkquilt.sketch.ties import AddedTie

#: The letter of the paper that is cut for words: cards, strips, flaps.
WORDS: Final = "for words"
#: What the ways to fit depend on.
TERMS: Final = (
    "sketch", "page", "grid", "print_sizes", "left_out", "switches", "untied", "ties", "never_trim",
    "trim_freely", "leads", "dies", "insist", "photo_terms", "whole_photos", "shields",
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class SlotPhoto:
    """A photo in a slot, and how it lies there: see ``Framing``. ``turn`` is in hundredths of a degree.

    ``look_x`` and ``look_y`` are None until a person moved it: then what matters decides.
    ``locked`` keeps it in its slot when photos are matched to slots.
    """

    photo: int
    look_x: float | None = None
    look_y: float | None = None
    zoom: float = 1.0
    turn: int = 0
    locked: bool = False

    @property
    def framing(self) -> Framing:
        """How it lies, as the core knows it."""
        look_x, look_y = (None if look is None else Fraction(look) for look in (self.look_x, self.look_y))
        return Framing(look_x, look_y, Fraction(self.zoom), self.turn)


@dataclass(frozen=True, slots=True)
class AccentsHome:
    """Embellishments as a hand laid them, and the page they were laid on: from there they go along, however often
    the page is fitted anew."""

    accents: tuple[Accent, ...]
    laid: LaidPage


@dataclass(frozen=True)  # no slots: what is derived is kept
class PageDocument:
    """One state of a page. ``home`` is where its embellishments come from once the page was fitted anew.
    ``fit`` is the chosen fit, or one without blocks.

    ``photo_terms`` is what the photos on it ask for, ``whole_photos`` the slots of those
    that are never trimmed: taken from the photos whenever the page is changed.
    """

    sketch: Sketch
    page: Page
    format: str | None
    binding: Side | None
    grid: Grains
    print_sizes: tuple[Size, ...]
    way: Way
    left_out: frozenset[str] = frozenset()
    photos: dict[str, SlotPhoto] = field(default_factory=dict)
    photo_terms: tuple[PhotoTerm, ...] = ()
    whole_photos: frozenset[str] = frozenset()
    shields: tuple[Shield, ...] = ()
    titles: dict[str, str] = field(default_factory=dict)
    lettering: dict[str, TitleLettering] = field(default_factory=dict)
    stories: dict[str, Story] = field(default_factory=dict)
    accents: tuple[Accent, ...] = ()
    home: AccentsHome | None = None
    school: str = BalanceSchool.TRIANGLE.value
    sheets: dict[str, Size] = field(default_factory=dict)
    cuts: CutTerms = field(default_factory=CutTerms)
    switches: Switches = field(default_factory=Switches)
    untied: frozenset[str] = frozenset()
    ties: tuple[AddedTie, ...] = ()
    never_trim: frozenset[str] = frozenset()
    trim_freely: frozenset[str] = frozenset()
    dies: tuple[Die, ...] = ()
    insist: frozenset[Rung] = frozenset()
    leads: str | None = None
    pins: tuple[Pin, ...] = ()
    fit: LaidFit | None = None
    sticking: StickTerms = field(default_factory=StickTerms)

    @property
    def unit(self) -> Unit:
        """The unit the page is measured in."""
        return self.page.unit

    @property
    def blocks(self) -> tuple[Block, ...]:
        """The fitted blocks, or none when nothing fits."""
        return self.fit.blocks if self.fit else ()

    @property
    def letters(self) -> frozenset[str]:
        """The letters of all papers on the page."""
        words = {WORDS} if self.stories else set()
        return self.cuts.letters | {paper_of(block) for block in self.sketch.blocks} | words

    @property
    def request(self) -> FitRequest:
        """What the core is asked for this page, whatever lies on it now."""
        return FitRequest(
            self.sketch.without(self.left_out),
            self.page,
            self.grid,
            self.print_sizes,
            never_trim=self.never_trim | self.whole_photos,
            trim_freely=self.trim_freely - self.whole_photos,
            dies=self.dies,
            insist=self.insist,
            leads=self.leads,
            untied=self.untied,
            ties=self.ties,
            switches=self.switches,
            photo_terms=self.photo_terms,
            shields=self.shields,
        )

    @property
    def refit_request(self) -> FitRequest:
        """What the core is asked for the page as it lies: to keep to the pins and change as little as possible."""
        request = self.request
        gone = {block.id for block in self.sketch.blocks} - {block.id for block in request.sketch.blocks}
        near = tuple(block for block in self.blocks if block.id not in gone)
        return replace(request, pins=self.all_pins, near=near)

    @property
    def all_pins(self) -> tuple[Pin, ...]:
        """What a hand pinned, and what lies stuck on the page: that stays where it is."""
        stuck, known = self.sticking.stuck, {block.id for block in self.blocks}
        roots = stack_roots(self.blocks)
        pins = {pin.block: pin for pin in self.pins}
        for block in self.blocks:
            lying = stuck.get(block.id)
            if lying is None or not known.issuperset(block.of):
                continue
            pin = pins.get(block.id, Pin(block.id))
            if roots[block.id] == block.id:
                pin = replace(pin, x=lying.x, y=lying.y)
            if not block.of:
                pin = replace(pin, width=lying.width, height=lying.height)
            pins[block.id] = pin
        return tuple(pins.values())

    @property
    def is_begun(self) -> bool:
        """Whether any of its blocks lies stuck."""
        return any(block.id in self.sticking.stuck for block in self.blocks)

    @property
    def put_back(self) -> tuple[Accent, ...]:
        """Embellishments that went back to the tray when the page was fitted anew."""
        here = {accent.key for accent in self.accents}
        return tuple(accent for accent in self.home.accents if accent.key not in here) if self.home else ()

    @property
    def laid(self) -> LaidPage:
        """The page as embellishments see it."""
        return LaidPage(self.blocks, Size(self.page.width, self.page.height))

    @cached_property
    def terms(self) -> str:
        """A key for everything a fit depends on but the way."""
        return digest(tuple(getattr(self, name) for name in TERMS))

    def with_page(self, page: Page, format_key: str | None, binding: Side | None) -> Self:
        """Return the document on another page; another unit brings its own grid and print sizes."""
        if page.unit is self.unit:
            return replace(self, page=page, format=format_key, binding=binding)
        return replace(
            self,
            page=page,
            format=format_key,
            binding=binding,
            grid=bounds.DEFAULT_GRID[page.unit],
            print_sizes=bounds.PRINT_SIZES[page.unit],
        )
