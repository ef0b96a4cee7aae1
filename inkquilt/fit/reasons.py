"""Why a relation of the drawing is not on the page: what stands in the way of it, tried on the page itself.

Each lost relation is put right by moving one stack, nothing else, and what that would cost is
named: what it would touch, what margin it would leave, which other line it would lose. It takes
no solve, so that reasons come at once.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from inkquilt.design.marks import AIR, INSIDE
from inkquilt.design.reading import FIRM, Design, read_design
from inkquilt.fit.relation_report import Drawing, InLine, Lost, SameGap, SameSize, among, lost_of, place_of
from inkquilt.fit.request import Broken, Fit, FitRequest
from inkquilt.lengths import Grains, with_unit
from inkquilt.sketch.geometry import Axis, Box, Ends, box
from inkquilt.sketch.model import Block, Role
from inkquilt.sketch.relations import read_relations


@dataclass(frozen=True, slots=True)
class _Move:
    """A stack moved along an axis."""

    root: str
    axis: Axis
    by: Grains


def with_reasons(request: FitRequest, fit: Fit) -> Fit:
    """Return the fit with a reason for everything its page lost."""
    if not fit.found or not fit.relations.broken:
        return fit
    design = read_design(fit.sketch, read_relations(fit.sketch, request.one_line))
    page = _OnPage(request, design, {block.id: block for block in fit.blocks})
    here = {block.id for block in fit.blocks}
    drawn = {block.id: block for block in fit.sketch.blocks if block.role is not Role.BASE and block.id in here}
    known = {_key(lost.broken): lost for lost in _lost(request, fit, design, drawn)}
    broken = tuple(page.explained(one, known.get(_key(one))) for one in fit.relations.broken)
    return replace(fit, relations=replace(fit.relations, broken=broken))


def _lost(request: FitRequest, fit: Fit, design: Design, drawn: Mapping[str, Block]) -> tuple[Lost, ...]:
    relations = among(design.relations, set(drawn), bool(fit.way.plan))
    return lost_of(Drawing(fit.sketch, request, relations, drawn), fit.blocks)


def _key(broken: Broken) -> tuple[str, frozenset[str], str | None]:
    return broken.kind, frozenset(broken.blocks), broken.axis


class _OnPage:
    """The finished page, on which putting something right is tried."""

    def __init__(self, request: FitRequest, design: Design, blocks: Mapping[str, Block]) -> None:
        self.request, self.design, self.blocks = request, design, blocks
        self.boxes = {name: box(block) for name, block in blocks.items()}

    def explained(self, broken: Broken, lost: Lost | None) -> Broken:
        """Return a loss with its reason."""
        move = None if lost is None else self.putting_right(lost)
        if lost is not None and isinstance(lost.held, SameSize):
            reason = "each size is brought to the nearest mark by itself"
        elif move is None or move.root not in self.boxes:
            reason = "sizes and gaps of the whole page come before it"
        else:
            reason = self.in_the_way(move)
        return replace(broken, why=f"{broken.why}: {reason}")

    def putting_right(self, lost: Lost) -> _Move | None:
        """Return the move of one stack that would put it right."""
        match lost.held:
            case InLine(edge, staying):
                by = place_of(staying, self.boxes) - place_of(edge, self.boxes)
                return _Move(self.design.roots[edge.block], edge.axis, by)
            case SameGap(axis, pair, usual):
                by = self._gap(usual, axis) - self._gap(pair, axis)
                return _Move(self.design.roots[pair[1]], axis, by)
            case _:
                return None

    def _gap(self, pair: tuple[str, str], axis: Axis) -> Grains:
        return self.boxes[pair[1]].along(axis).low - self.boxes[pair[0]].along(axis).high

    def in_the_way(self, move: _Move) -> str:
        """Return what a move would cost."""
        moved = self._moved(move)
        length = with_unit(abs(move.by), self.request.page.unit)
        if (side := self._past_the_margin(moved)) is not None:
            return f"moved {length} it would stand too near to the {side} of the page"
        if (other := self._touched(move.root, moved)) is not None:
            return f"moved {length} it would touch {self.blocks[other].name}"
        if (line := self._line_lost(move)) is not None:
            return f"moved {length} it would leave its line with {self.blocks[line].name}"
        return f"its size on the page puts it {length} off; the pieces stay where the design has them"

    def _moved(self, move: _Move) -> Box:
        lies = self.boxes[move.root]
        ends = {axis: lies.along(axis) for axis in Axis}
        ends[move.axis] = Ends(ends[move.axis].low + move.by, ends[move.axis].high + move.by)
        return Box(ends[Axis.X], ends[Axis.Y])

    def _past_the_margin(self, moved: Box) -> str | None:
        page, least = self.request.page, INSIDE[self.request.page.unit]
        sides = {
            "left": moved.x.low,
            "top": moved.y.low,
            "right": page.width - moved.x.high,
            "foot": page.height - moved.y.high,
        }
        return next((side for side, gap in sides.items() if gap < least), None)

    def _touched(self, root: str, moved: Box) -> str | None:
        least = AIR[self.request.page.unit]
        for other, block in self.blocks.items():
            if block.role not in FIRM or self.design.roots.get(other) == root or other not in self.design.roots:
                continue
            if self._distance(self.boxes[root], self.boxes[other]) < least:
                continue  # they touch already, as drawn
            if self._distance(moved, self.boxes[other]) < least:
                return other
        return None

    def _distance(self, one: Box, two: Box) -> Grains:
        return max(
            max(one.along(axis).low, two.along(axis).low) - min(one.along(axis).high, two.along(axis).high)
            for axis in Axis
        )

    def _line_lost(self, move: _Move) -> str | None:
        """Return a piece that stands in line with the stack now, on the axis of the move."""
        mine = self.boxes[move.root].along(move.axis)
        for line in self.design.relations.lines:
            if line.axis is not move.axis or not any(self.design.roots[e.block] == move.root for e in line.edges):
                continue
            for edge in line.edges:
                if edge.block in self.boxes and self.design.roots[edge.block] != move.root:
                    if place_of(edge, self.boxes) in mine:
                        return edge.block
        return None
