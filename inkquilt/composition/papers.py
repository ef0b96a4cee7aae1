"""What a page says of its papers and cuts: which paper of the stash goes where, and what is saved.

It is a part of the page's document; what a paper looks like is copied into it, so
that a page looks the same after its paper is used up.
"""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from typing import Final, Self

from inkquilt.cutting.terms import PieceTerms
from inkquilt.lengths import Grains
from inkquilt.paper.kinds import PaperKind, PatternRun, SideName
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
    """A paper of the stash on a page, the side that shows, and how that side looks."""

    paper: int
    name: str
    side: SideName
    kind: PaperKind
    colour: str
    directional: bool
    picture: SidePicture | None = None


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

    def with_terms(self, block: str, terms: PieceTerms) -> Self:
        """Ask something else of a block; nothing asked is not kept."""
        pieces = {**self.pieces, block: terms}
        if terms == NOTHING_ASKED:
            del pieces[block]
        return replace(self, pieces=pieces)

    def lie(self, block: str) -> PatternRun:
        """How a block lies on its paper."""
        return PatternRun.ACROSS if block in self.across else PatternRun.UP
