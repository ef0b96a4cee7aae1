"""Tilts: a tilted piece that no longer fits is straightened rather than cut smaller."""

from __future__ import annotations

from dataclasses import replace

from inkquilt.sketch.geometry import is_tilted
from inkquilt.sketch.model import Role, Sketch
from inkquilt.sketch.relations import Stacks, read_relations


def tilted_stacks(sketch: Sketch) -> tuple[frozenset[str], ...]:
    """Return the stacks that are tilted off the quarters, each with all its pieces, in file order."""
    stacks = Stacks(read_relations(sketch).mattings)
    found: dict[str, set[str]] = {}
    for block in sketch.blocks:
        if block.role is not Role.BASE and is_tilted(block) and block.turn % 9000:
            found.setdefault(stacks.root(block.id), set()).add(block.id)
    for root, pieces in found.items():
        pieces |= {block.id for block in sketch.blocks if block.role is not Role.BASE and stacks.root(block.id) == root}
    return tuple(frozenset(pieces) for pieces in found.values())


def straightened(sketch: Sketch, names: frozenset[str]) -> Sketch:
    """Return the sketch with these blocks standing straight about their own centres.

    A mat and its piece are turned about the mat's centre, so that the reveals stay;
    a piece that would reach past the page is moved in.
    """
    if not names:
        return sketch
    relations = read_relations(sketch)
    stacks = Stacks(relations.mattings)
    reveals = {matting.mat: matting.reveals for matting in relations.mattings if len(matting.pieces) == 1}
    blocks = {block.id: block for block in sketch.blocks}
    for root in dict.fromkeys(stacks.root(name) for name in names):
        outer = replace(blocks[root], turn=0)
        x = min(max(outer.x, 0), max(0, sketch.page.width - outer.width))
        y = min(max(outer.y, 0), max(0, sketch.page.height - outer.height))
        inner = blocks[root] = replace(outer, x=x, y=y)
        while inner.id in reveals:
            shown = reveals[inner.id]
            piece = blocks[inner.of[0]]
            inner = blocks[piece.id] = replace(piece, turn=0, x=inner.x + shown.left, y=inner.y + shown.top)
    return replace(sketch, blocks=tuple(blocks[block.id] for block in sketch.blocks))
