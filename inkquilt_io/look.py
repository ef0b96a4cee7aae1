"""The tints papers are drawn in, on screen and on paper, until real papers are assigned.

A paper's tint is its place in the order in which papers are first stuck down.
"""

from __future__ import annotations

from typing import Final

from inkquilt.paper import paper_of, pieces_of
from inkquilt.sketch import Block

#: Unbleached, sage, ochre, ink blue, clay, mist, moss, plum, black: (red, green, blue).
TINTS: Final[tuple[tuple[int, int, int], ...]] = (
    (244, 238, 226), (201, 216, 207), (224, 178, 86), (52, 66, 112), (206, 142, 112), (190, 205, 220),
    (137, 156, 112), (150, 112, 132), (28, 28, 30),
)  # fmt: skip
#: The last tint is kept for paper that is called black.
BLACK: Final = len(TINTS) - 1
WHITE: Final = (255, 255, 255)
INK: Final = (29, 42, 87)

Colour = tuple[int, int, int]


def tints_of(blocks: tuple[Block, ...]) -> dict[str, int]:
    """Return the tint number of each paper on a page; a paper called white has none, one called black is black."""
    papers = [group.paper for group in pieces_of(blocks).papers if group.paper not in ("white", "black")]
    return {"black": BLACK, **{paper: index % BLACK for index, paper in enumerate(papers)}}


def tint_of(block: Block, tints: dict[str, int]) -> Colour:
    """Return the colour a block's paper is drawn in."""
    return colour_of(paper_of(block), tints)


def colour_of(paper: str, tints: dict[str, int]) -> Colour:
    """Return the colour a paper is drawn in."""
    number = tints.get(paper)
    return WHITE if number is None else TINTS[number]
