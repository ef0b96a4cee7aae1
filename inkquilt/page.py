"""Page formats people own, and the margins that must stay clear on them.

A *page* is the sheet that goes into the album. The *keep-clear margin* is what
a binding or a protector's edge swallows: photos, words and embellishments stay
out of it, papers may lie in it. x grows to the right, y downward.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from enum import Enum
from typing import Final

from inkquilt.errors import PageTooSmall
from inkquilt.lengths import INCH, MM, Grains, Unit, with_unit

SMALLEST_SIDE: Final[Grains] = 1 * INCH
LARGEST_SIDE: Final[Grains] = 48 * INCH


class Side(Enum):
    """A side of a page or block."""

    LEFT = "left"
    TOP = "top"
    RIGHT = "right"
    BOTTOM = "bottom"


@dataclass(frozen=True, slots=True)
class Margins:
    """Four margins in grains, none negative."""

    left: Grains = 0
    top: Grains = 0
    right: Grains = 0
    bottom: Grains = 0

    @classmethod
    def even(cls, margin: Grains) -> Margins:
        """Return the same margin on all four sides."""
        return cls(margin, margin, margin, margin)

    def with_binding(self, side: Side, margin: Grains) -> Margins:
        """Return these margins with at least ``margin`` on the binding side."""
        widest = max(margin, getattr(self, side.value))
        return replace(self, **{side.value: widest})


@dataclass(frozen=True, slots=True)
class Fold:
    """Where two facing pages meet: the left one is ``at`` wide, then comes the ``gap``, then the right one."""

    at: Grains
    gap: Grains

    @property
    def end(self) -> Grains:
        """Where the right page begins."""
        return self.at + self.gap


@dataclass(frozen=True, slots=True)
class Page:
    """One page, or two that face each other: size in grains, the unit its owner measures in, what is kept clear.

    With a ``fold`` the width is both pages and the gap between them. Raises
    ``PageTooSmall`` when a side is not between 1 in and 48 in, or when the keep-clear
    margins leave less than half an inch.
    """

    width: Grains
    height: Grains
    unit: Unit
    clear: Margins = Margins()
    fold: Fold | None = None

    def __post_init__(self) -> None:
        for name, side in (("wide", self.width), ("high", self.height)):
            if side < SMALLEST_SIDE:
                raise PageTooSmall(
                    f"a page {with_unit(side, self.unit)} {name} is too small for anything; "
                    f"from {with_unit(SMALLEST_SIDE, self.unit)} on it works"
                )
            if side > LARGEST_SIDE:
                raise PageTooSmall(
                    f"a page {with_unit(side, self.unit)} {name} is larger than any album; "
                    f"up to {with_unit(LARGEST_SIDE, self.unit)} works"
                )
        if self.fold is not None:
            right = self.width - self.fold.end
            if self.fold.gap < 0 or self.fold.at < SMALLEST_SIDE or right < SMALLEST_SIDE:
                raise PageTooSmall(
                    f"two facing pages need at least {with_unit(SMALLEST_SIDE, self.unit)} on each side of their gap"
                )
        if min(self.clear.left, self.clear.top, self.clear.right, self.clear.bottom) < 0:
            raise PageTooSmall("a keep-clear margin cannot be less than nothing")
        left_over = min(
            self.width - self.clear.left - self.clear.right,
            self.height - self.clear.top - self.clear.bottom,
        )
        if left_over < INCH // 2:
            raise PageTooSmall("the keep-clear margins leave less than half an inch of the page; make them smaller")


@dataclass(frozen=True, slots=True)
class PageFormat:
    """A format people buy albums for. ``key`` is stable; ``name`` is what they call it."""

    key: str
    name: str
    width: Grains
    height: Grains
    unit: Unit

    def page(self, clear: Margins = Margins()) -> Page:
        """Return a page of this format."""
        return Page(self.width, self.height, self.unit, clear)


#: The page that most begin with, by what they measure in. Common practice, no source.
FIRST_FORMATS: Final = {Unit.IN: "12x12", Unit.MM: "a4"}

# Album sizes are common practice, no source. A4 and A5 follow ISO 216.
FORMATS: Final[tuple[PageFormat, ...]] = (
    PageFormat("12x12", "12 × 12", 12 * INCH, 12 * INCH, Unit.IN),
    PageFormat("letter", "8½ × 11", 17 * INCH // 2, 11 * INCH, Unit.IN),
    PageFormat("6x8", "6 × 8 album", 25 * INCH // 4, 17 * INCH // 2, Unit.IN),
    PageFormat("8x8", "8 × 8", 8 * INCH, 8 * INCH, Unit.IN),
    PageFormat("insert", "Narrow insert", 110 * MM, 210 * MM, Unit.MM),
    PageFormat("6x12", "6 × 12", 6 * INCH, 12 * INCH, Unit.IN),
    PageFormat("4x6", "4 × 6 card", 4 * INCH, 6 * INCH, Unit.IN),
    PageFormat("a4", "A4", 210 * MM, 297 * MM, Unit.MM),
    PageFormat("a5", "A5", 148 * MM, 210 * MM, Unit.MM),
)
