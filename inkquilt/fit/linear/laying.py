"""A drawing laid on a page, from its sizes to the last cluster."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Final

from inkquilt.design.reading import PAPERS, WORDS, Design, Stack
from inkquilt.fit.linear.accents import laid_clusters
from inkquilt.fit.linear.papers import laid_papers
from inkquilt.fit.linear.placing import Placing
from inkquilt.fit.linear.settling import settled
from inkquilt.fit.linear.sizing import SizedDesign, Sizing
from inkquilt.fit.linear.terms import CostTerms, Rounding
from inkquilt.lengths import Grains
from inkquilt.sketch.geometry import TRIG, Axis, is_tilted, trig
from inkquilt.sketch.model import Block, Role, Shape, Size
from inkquilt.sketch.relations import Reveals

#: Photos this much smaller than the page's own scale are rounded up where there is room.
SMALL: Final = 0.93


@dataclass(frozen=True, slots=True)
class Firm:
    """Photos, words and tags with their mats on the page, by id, and what their sizes cost."""

    blocks: Mapping[str, Block]
    cost: float


def laid_firm(design: Design, terms: CostTerms) -> Firm | None:
    """Return everything but papers and clusters on the page; None where the rules cannot all hold.

    On a drawing as it is the papers take part, so that there is room for them. One that was arranged
    anew has only papers that stand by themselves; they get their places here.
    """
    roots = tuple(
        root for root, stack in design.stacks.items()
        if stack.piece.role is not Role.CLUSTER
    )  # fmt: skip
    sized = Sizing(design, terms, roots).sized()
    if sized is None:
        return None
    small = sized.scale < SMALL and not terms.sizes
    for rounding in (*([Rounding.UP] if small else []), Rounding.NEAREST, Rounding.DOWN):
        blocks = _placed(design, replace(terms, rounding=rounding), roots, sized)
        if blocks is not None:
            return Firm(blocks, sized.cost)
    return None


def _placed(design: Design, terms: CostTerms, roots: tuple[str, ...], sized: SizedDesign) -> dict[str, Block] | None:
    sizes = settled(design, terms, sized)
    sized, sizes = _words_again(design, terms, roots, sized, sizes)
    placing = Placing(design, terms, roots, sized, sizes)
    starts = placing.placed()
    if starts is None:
        return None
    blocks: dict[str, Block] = {}
    for stack in placing.stacks():
        if stack.is_firm or (terms.anew and stack.piece.role in PAPERS):
            x, y = starts[(stack.root.id, Axis.X)], starts[(stack.root.id, Axis.Y)]
            blocks |= stacked(stack, x, y, sizes[stack.piece.id], placing.reveals)
    for stack in placing.stacks():
        if stack.is_carrier:
            blocks |= _closed(stack, blocks, placing.reveals)
    return blocks


def _words_again(
    design: Design, terms: CostTerms, roots: tuple[str, ...], sized: SizedDesign, sizes: dict[str, Size]
) -> tuple[SizedDesign, dict[str, Size]]:
    """Return sizes and places found again with photos and tags on their marks, so that words end in line with them.

    What was arranged anew has no such lines of its own to keep.
    """
    firm = {
        stack.piece.id: sizes[stack.piece.id] for stack in design.firm
        if stack.piece.id in sizes and stack.piece.role not in WORDS
    }  # fmt: skip
    if terms.anew or len(firm) == len(design.firm):
        return sized, sizes
    on_marks = replace(terms, sizes=firm)
    again = Sizing(design, on_marks, roots).sized()
    return (sized, sizes) if again is None else (again, settled(design, on_marks, again))


def stacked(stack: Stack, x: Grains, y: Grains, size: Size, reveals: Mapping[str, Reveals]) -> dict[str, Block]:
    """Return the members of a stack whose outermost piece begins at a place and whose piece has a size."""
    sizes = [size]
    for mat in reversed(stack.members[:-1]):
        r = reveals[mat.id]
        sizes.append(Size(sizes[-1].width + r.left + r.right, sizes[-1].height + r.top + r.bottom))
    blocks: dict[str, Block] = {}
    for member, its_size in zip(stack.members, reversed(sizes), strict=True):
        blocks[member.id] = member.placed(x, y, its_size)
        if member is not stack.piece:
            right, down = _way_in(member, reveals[member.id])
            x, y = x + right, y + down
    return blocks


def _way_in(mat: Block, reveals: Reveals) -> tuple[Grains, Grains]:
    """Return the way from a mat's top left corner to its piece's, both unturned."""
    if not is_tilted(mat):
        return reveals.left, reveals.top
    cos, sin = trig(mat.turn)
    across, down = reveals.left - reveals.right, reveals.top - reveals.bottom
    way_x = round((across * cos - down * sin) / (2 * TRIG))
    way_y = round((across * sin + down * cos) / (2 * TRIG))
    return way_x + (reveals.left + reveals.right) // 2, way_y + (reveals.top + reveals.bottom) // 2


def _closed(stack: Stack, blocks: Mapping[str, Block], reveals: Mapping[str, Reveals]) -> dict[str, Block]:
    """Return a mat of several pieces, with the mats behind it, closed round what lies on it now."""
    pieces = [blocks[name] for name in stack.piece.of if name in blocks]
    left, top = min(piece.x for piece in pieces), min(piece.y for piece in pieces)
    right, foot = max(piece.x + piece.width for piece in pieces), max(piece.y + piece.height for piece in pieces)
    closed: dict[str, Block] = {}
    for mat in reversed(stack.members):
        r = reveals[mat.id]
        left, top, right, foot = left - r.left, top - r.top, right + r.right, foot + r.bottom
        closed[mat.id] = mat.placed(left, top, Size(right - left, foot - top))
    return closed


def laid_whole(design: Design, terms: CostTerms, firm: Mapping[str, Block], anew: bool) -> tuple[Block, ...] | None:
    """Return the page for firm pieces that have their places, papers under them; clusters come after.

    Blocks come in the order of the sketch; what is not on the page any more is left out.
    """
    papers = laid_papers(design, terms, firm, anew)
    return None if papers is None else _in_order(design, terms, {**papers, **firm})


def with_clusters(design: Design, terms: CostTerms, blocks: tuple[Block, ...]) -> tuple[Block, ...]:
    """Return a page with its clusters put back where they were drawn."""
    laid = {block.id: block for block in blocks if block.role is not Role.BASE}
    return _in_order(design, terms, {**laid, **laid_clusters(design, terms, laid)})


def _in_order(design: Design, terms: CostTerms, laid: Mapping[str, Block]) -> tuple[Block, ...]:
    page = terms.page
    blocks = []
    for block in design.sketch.blocks:
        if block.role is Role.BASE:
            blocks.append(replace(block.placed(0, 0, Size(page.width, page.height)), turn=0))
        elif block.id in laid:
            drawn = laid[block.id]
            blocks.append(replace(drawn, band=block.frame_band) if drawn.shape is Shape.FRAME else drawn)
    return tuple(blocks)
