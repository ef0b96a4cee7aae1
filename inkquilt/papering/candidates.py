"""The papers that may go on a page: one side of each, with what there is of it, as values and as arrays."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Any, Final

import numpy as np

from inkquilt.colour import ColourShare, Rgb, lab, luminance
from inkquilt.colour.many import lab_rows
from inkquilt.colour.wheel import angle_of
from inkquilt.cutting.guillotine import Stock, StockKind
from inkquilt.paper.kinds import PaperKind, PaperSide, SideName
from inkquilt.sketch.model import Size

#: So many colours of a side are looked at.
COLOURS: Final = 4
#: A colour with less chroma (CIELAB) goes with everything.
COLOURFUL: Final = 14.0
#: Two-tone paper shows its core along torn and sanded edges: that much of it, common practice, no source.
_CORE_SHARE: Final = 0.12
_UNKNOWN: Final = Rgb(233, 225, 207)


@dataclass(frozen=True, slots=True)
class Candidate:
    """One side of a paper. ``age`` is 0 for the newest of the stash and 1 for the oldest.

    ``core`` is what its torn or sanded edge shows, ``favourite`` that it is dear and used in slivers,
    ``tells`` the word of the page's story that it is called by.
    """

    paper: int
    side: SideName
    name: str
    look: PaperSide
    stocks: tuple[Stock, ...] = ()
    age: float = 0.0
    favourite: bool = False
    kit: str = ""
    core: Rgb | None = None
    tells: str = ""

    @property
    def colours(self) -> tuple[ColourShare, ...]:
        """Its colours with their shares, the core of two-tone paper among them; one that is not known is pale."""
        shown = self.look.shown or (ColourShare(_UNKNOWN, 1.0),)
        if self.core is None:
            return shown[:COLOURS]
        kept = tuple(ColourShare(one.colour, one.share * (1 - _CORE_SHARE)) for one in shown[: COLOURS - 1])
        return (*kept, ColourShare(self.core, _CORE_SHARE))

    @property
    def main(self) -> Rgb:
        """The colour it is called by."""
        return self.colours[0].colour

    @property
    def kind(self) -> PaperKind:
        """What is printed on it."""
        return self.look.kind

    @property
    def has_only_scraps(self) -> bool:
        """Whether nothing but scraps is left of it."""
        return bool(self.stocks) and all(stock.kind is StockKind.SCRAP for stock in self.stocks)

    def holds(self, pieces: Sequence[Size], *, scraps_only: bool = False) -> bool:
        """Tell whether pieces could come out of what there is: each into some sheet, all by their area.

        A quick look: the cut plan has the last word. Directional paper is not turned.
        """
        stocks = [one for one in self.stocks if not scraps_only or one.kind is StockKind.SCRAP]
        if any(not any(_fits(piece, one.size, self.look.directional) for one in stocks) for piece in pieces):
            return False
        there = sum(one.area * (one.count if one.count is not None else len(pieces)) for one in stocks)
        return sum(piece.width * piece.height for piece in pieces) <= there


def _fits(piece: Size, sheet: Size, directional: bool) -> bool:
    upright = piece.width <= sheet.width and piece.height <= sheet.height
    return upright or (not directional and piece.width <= sheet.height and piece.height <= sheet.width)


@dataclass(frozen=True)  # no slots: arrays are worked out once
class Candidates:
    """Many candidates, with an array of each fact; rows are in the order of ``all``."""

    all: tuple[Candidate, ...]

    def __len__(self) -> int:
        return len(self.all)

    @cached_property
    def labs(self) -> Any:
        """Colours in CIELAB: (n, COLOURS, 3); places without a colour repeat the main one."""
        rows = []
        for one in self.all:
            colours = [share.colour for share in one.colours]
            rows += [*colours, *[colours[0]] * (COLOURS - len(colours))]
        return lab_rows(rows).reshape(-1, COLOURS, 3)

    @cached_property
    def shares(self) -> Any:
        """How much of a side each colour fills: (n, COLOURS), 0 where there is none."""
        rows = np.zeros((len(self.all), COLOURS))
        for number, one in enumerate(self.all):
            for place, share in enumerate(one.colours):
                rows[number, place] = share.share
        return rows

    @cached_property
    def main(self) -> Any:
        """Main colours in CIELAB: (n, 3)."""
        return self.labs[:, 0]

    @cached_property
    def luminance(self) -> Any:
        """Relative luminance of each main colour (WCAG 2.2)."""
        return np.array([luminance(one.main) for one in self.all])

    @cached_property
    def chroma(self) -> Any:
        """How colourful each colour is: (n, COLOURS)."""
        return np.hypot(self.labs[..., 1], self.labs[..., 2])

    @cached_property
    def angles(self) -> Any:
        """Where each colour stands on the painter's wheel: (n, COLOURS), in degrees."""
        return np.array([[angle_of(lab(share.colour)) for share in _padded(one.colours)] for one in self.all]).reshape(
            -1, COLOURS
        )

    @cached_property
    def hues(self) -> Any:
        """A number for the hue of each main colour, light and deep apart, one for all greys of a lightness."""
        step = (self.angles[:, 0] // 30).astype(int)
        return np.where(self.chroma[:, 0] < COLOURFUL, 12, step) * 3 + (self.main[:, 0] // 34).astype(int)

    @cached_property
    def busy(self) -> Any:
        """How much goes on in each, 0 to 1."""
        return np.array([one.look.detail for one in self.all])

    @cached_property
    def bold(self) -> Any:
        """Which are prints that blur beside their like."""
        return np.array([one.kind.is_bold for one in self.all], dtype=bool)

    @cached_property
    def kinds(self) -> Any:
        """Kinds as numbers."""
        order = list(PaperKind)
        return np.array([order.index(one.kind) for one in self.all])

    @cached_property
    def repeats(self) -> Any:
        """How far each print repeats, in grains; 0 where it has none."""
        return np.array([one.look.repeat or 0 for one in self.all], dtype=float)

    @cached_property
    def directional(self) -> Any:
        """Which have a right way up."""
        return np.array([one.look.directional for one in self.all], dtype=bool)

    @cached_property
    def papers(self) -> Any:
        """The number of each one's paper."""
        return np.array([one.paper for one in self.all])

    @cached_property
    def telling(self) -> Any:
        """Which tell something of the page's story: 1, else 0."""
        return np.array([1.0 if one.tells else 0.0 for one in self.all])

    @cached_property
    def kits(self) -> Any:
        """The kit of each as a number, 0 for none."""
        names = sorted({one.kit for one in self.all} - {""})
        return np.array([names.index(one.kit) + 1 if one.kit else 0 for one in self.all])

    def only(self, rows: Sequence[int]) -> Candidates:
        """Return some of them."""
        return Candidates(tuple(self.all[row] for row in rows))


def _padded(colours: tuple[ColourShare, ...]) -> tuple[ColourShare, ...]:
    return (*colours, *(colours[0],) * (COLOURS - len(colours)))
