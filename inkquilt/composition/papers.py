"""What a page says of its papers and cuts: which paper of the stash goes where, and what is saved.

It is a part of the page's document; what a paper looks like is copied into it, so
that a page looks the same after its paper is used up.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Final, Self

from inkquilt.cutting.terms import PieceTerms
from inkquilt.lengths import Grains
from inkquilt.paper.kinds import PaperKind, PaperSide, PatternRun, SideName
from inkquilt.paper.saving import USUAL_LIP

#: Only pictures of the stash are shown.
PICTURES: Final = "/api/stash/papers/"
NOTHING_ASKED: Final = PieceTerms()


@dataclass(frozen=True, slots=True)
class SidePicture:
    """A picture of a side: where it is, and how much of the paper it shows."""

    address: str
    wide: Grains
    high: Grains


@dataclass(frozen=True, slots=True)
class PaperChoice:
    """A paper of the stash on a page, the side that shows, and how that side looks (see ``PaperSide``).

    ``colour`` is the main one; ``colours`` are all of them, and none on pages of old.
    """

    paper: int
    name: str
    side: SideName
    kind: PaperKind
    colour: str
    directional: bool
    picture: SidePicture | None = None
    colours: tuple[str, ...] = ()
    shares: tuple[int, ...] = ()
    busyness: int | None = None

    @property
    def look(self) -> PaperSide:
        """How the side looks; pages of old only know its main colour."""
        return PaperSide(
            self.kind, self.colours or (self.colour,), self.directional, self.shares, busyness=self.busyness
        )


@dataclass(frozen=True, slots=True)
class CutTerms:
    """Papers by their letter on the page; blocks that lie across a pattern or are saved on; spare copies by block.

    ``pieces`` is what else is asked of single blocks.
    """

    papers: dict[str, PaperChoice] = field(default_factory=dict)
    across: frozenset[str] = frozenset()
    saved: frozenset[str] = frozenset()
    copies: dict[str, int] = field(default_factory=dict)
    lip: Grains = USUAL_LIP
    pieces: dict[str, PieceTerms] = field(default_factory=dict)

    def of(self, block: str) -> PieceTerms:
        """What is asked of one block."""
        return self.pieces.get(block, NOTHING_ASKED)

    @property
    def letters(self) -> frozenset[str]:
        """The papers that pieces of rows, and backings of windows and openings, are of: they need be no block's own."""
        rows = (letter for terms in self.pieces.values() if terms.repeat for letter in terms.repeat.papers)
        backings = (window.backing for terms in self.pieces.values() for window in terms.windows if window.backing)
        behind = (one.paper for terms in self.pieces.values() for one in terms.behind)
        return frozenset((*rows, *backings, *behind))

    def with_terms(self, block: str, terms: PieceTerms) -> Self:
        """Ask something else of a block; nothing asked is not kept."""
        pieces = {**self.pieces, block: terms}
        if terms == NOTHING_ASKED:
            del pieces[block]
        return replace(self, pieces=pieces)

    def copied(self, names: Mapping[str, str]) -> Self:
        """Ask of copies what is asked of their originals; ``names`` gives of each copy its original's name."""
        pieces = {name: self.pieces[first] for name, first in names.items() if first in self.pieces}
        across, saved = (
            whole | {name for name, first in names.items() if first in whole} for whole in (self.across, self.saved)
        )
        return replace(self, pieces={**self.pieces, **pieces}, across=across, saved=saved)

    def lie(self, block: str) -> PatternRun:
        """How a block lies on its paper."""
        return PatternRun.ACROSS if block in self.across else PatternRun.UP
