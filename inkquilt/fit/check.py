"""The hard rules of fitting, checked on a finished page.

This module shares no code with the model, its rules or the reading of relations:
it looks at the sketch and the page with its own arithmetic, and at turned
outlines with Shapely. Only the values (blocks, pages) and the named numbers
(``bounds``) are common. ``check_fit`` (of a page fitted to rules) and ``check_laid`` (of one
laid in whatever way) return what is wrong, in words; nothing wrong is an empty list.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from fractions import Fraction
from itertools import combinations
from typing import Final, NamedTuple, TypeAlias

from shapely import affinity
from shapely.geometry import MultiPoint, Point, Polygon
from shapely.geometry.base import BaseGeometry

from inkquilt.fit import bounds
from inkquilt.fit.request import FitRequest, School
from inkquilt.lengths import MM, Grains, Unit
from inkquilt.sketch.model import Block, Corner, End, Role, Shape, Sketch

_SAME: Final[Grains] = 127  # 1/64 in: edges this close are one
_LAYER: Final[Grains] = 6096  # 3/4 in
#: Turned corners are irrational; they may be off by this many grains (1/1600 in).
_TURNED: Final = 5
#: Outlines that share less than this on either side, in grains, were drawn apart; half of what rounding may shift.
_TOUCHING: Final = 0.4
_CLEAR_ROLES: Final = (Role.PHOTO, Role.TITLE, Role.JOURNALING, Role.TAG, Role.CLUSTER)


_FREE_ROLES: Final = (Role.PAPER, Role.STRIP, Role.BORDER, Role.TITLE, Role.JOURNALING)


#: Where the lower piece of a pair begins and ends on an axis, then the upper one.
_Ends: TypeAlias = tuple[float, float, float, float]


class _Rect(NamedTuple):
    left: float
    top: float
    right: float
    bottom: float


def check_fit(sketch: Sketch, blocks: tuple[Block, ...], request: FitRequest, school: School) -> list[str]:
    """Return every hard rule the page breaks.

    ``sketch`` is the one that was fitted, already turned, mirrored and cut to its page.
    """
    if [block.id for block in sketch.blocks] != [block.id for block in blocks]:
        return ["the page does not have the sketch's blocks in the sketch's order"]
    return list(_Check(sketch, blocks, request, school).faults())


def check_laid(
    sketch: Sketch, blocks: tuple[Block, ...], request: FitRequest, *, finer: bool = False, loose: bool = False
) -> list[str]:
    """Return what is wrong with a page in whatever way it was laid, groups arranged anew included.

    Its pieces are those that were drawn, as they were drawn, and what was drawn on the page lies on it and inside its
    margins, but for a ``loose`` page, where that could not be. Every mat shows on each side what was drawn there; with
    ``finer`` it may show less, but no side more than it was drawn with, and of two sides never the one more that was
    drawn with less. What was left out is not looked for.
    """
    left = {block.id for block in blocks}
    kept = Sketch(sketch.name, sketch.unit, sketch.page, tuple(block for block in sketch.blocks if block.id in left))
    if [block.id for block in kept.blocks] != [block.id for block in blocks]:
        return ["the page has pieces that were not drawn, or in another order"]
    return list(_Check(kept, blocks, request, School.REFLOW).faults_as_laid(finer, loose))


class _Check:
    def __init__(self, sketch: Sketch, blocks: tuple[Block, ...], request: FitRequest, school: School) -> None:
        self.sketch, self.request, self.school = sketch, request, school
        self.drawn = {block.id: block for block in sketch.blocks}
        self.on_page = {block.id: block for block in blocks}
        self.ids = [block.id for block in blocks if block.role is not Role.BASE]
        self.behind = {mat: self._all_pieces(mat) for mat in self.ids}
        self.pins = {pin.block: pin for pin in request.pins if pin.block in self.drawn}
        self.by_hand = self._stacks_of(set(self.pins)) if request.near else set()
        self.present = {block.id: block for block in request.near}

    def _stacks_of(self, names: set[str]) -> set[str]:
        """Everything that lies on one mat with these, directly or through further mats."""
        while True:
            links = [{mat, *self.drawn[mat].of} for mat in self.ids if len(self.drawn[mat].of) == 1]
            wider = names.union(*(link for link in links if link & names))
            if wider == names:
                return names
            names = wider

    def _all_pieces(self, mat: str) -> set[str]:
        pieces: set[str] = set()
        for piece in self.drawn[mat].of:
            pieces |= {piece} | self._all_pieces(piece)
        return pieces

    def faults_as_laid(self, finer: bool, loose: bool) -> Iterator[str]:
        for block_id, block in self.on_page.items():
            was = self.drawn[block_id]
            yield from self._kind(was, block)
            if block.role is Role.BASE:
                continue
            yield from self._shape(block)
            if not loose and self._drawn_inside(was):
                yield from self._on_the_page(block, self._runs(was))
            if block.of and all(piece in self.on_page for piece in block.of):
                yield from self._finer_reveals(was, block) if finer else self._reveals(was, block)

    def _kind(self, was: Block, block: Block) -> Iterator[str]:
        page = self.request.page
        same = ("role", "shape", "level", "of", "paper", "corner", "end", "label", "notch", "corners")
        if any(getattr(was, name) != getattr(block, name) for name in same):
            yield f"{block.id} is no longer the block that was drawn"
        if block.role is Role.BASE:
            if (block.x, block.y, block.width, block.height) != (0, 0, page.width, page.height):
                yield f"{block.id} is not the page"
        elif block.turn != was.turn:
            yield f"{block.id} is turned otherwise than drawn"

    def faults(self) -> Iterator[str]:
        for block_id, block in self.on_page.items():
            was = self.drawn[block_id]
            yield from self._kind(was, block)
            if block.role is Role.BASE:
                continue
            yield from self._as_pinned(block)
            yield from self._place(was, block)
            yield from self._size(was, block)
            if block.of:
                yield from self._reveals(was, block)
        for lower, upper in self._pairs_bottom_up():
            yield from self._pair(lower, upper)

    def _pairs_bottom_up(self) -> Iterator[tuple[str, str]]:
        order = sorted(self.ids, key=lambda block_id: self.drawn[block_id].level)  # stable: file order
        for lower, upper in combinations(order, 2):
            if not self._stacked_together(lower, upper):
                yield lower, upper

    def _stacked_together(self, a: str, b: str) -> bool:
        if a in self.behind[b] or b in self.behind[a]:
            return True
        single = {i: self.drawn[i].of[0] for i in self.ids if len(self.drawn[i].of) == 1}

        def innermost(block_id: str) -> str:
            while block_id in single:
                block_id = single[block_id]
            return block_id

        return innermost(a) == innermost(b)  # two mats that each carry the same piece

    def _as_pinned(self, block: Block) -> Iterator[str]:
        pin = self.pins.get(block.id)
        if pin is None:
            return
        outer = self.on_page[self._outermost_of(block.id)]
        for name, wanted, came in (
            ("left edge", pin.x, outer.x),
            ("top edge", pin.y, outer.y),
            ("width", pin.width, block.width),
            ("height", pin.height, block.height),
        ):
            if wanted is not None and wanted != came:
                yield f"{block.id} has its {name} at {came} although it was pinned at {wanted}"

    def _outermost_of(self, block_id: str) -> str:
        for mat in self.ids:
            if self.drawn[mat].of == (block_id,):
                return self._outermost_of(mat)
        return block_id

    # -- place -------------------------------------------------------------------

    def _drawn_inside(self, was: Block) -> bool:
        rect, page = _bounds(was), self.sketch.page
        past = min(rect.left, rect.top, page.width - rect.right, page.height - rect.bottom)
        return past >= -(_TURNED if _tilted(was) else 0)

    def _on_the_page(self, block: Block, runs: set[str]) -> Iterator[str]:
        page, margins = self.request.page, self.request.page.clear
        rect = _bounds(block)
        slack = _TURNED if _tilted(block) else 0
        clear = block.role in _CLEAR_ROLES
        limits = {
            "left": rect.left - (margins.left if clear and "left" not in runs else 0),
            "top": rect.top - (margins.top if clear and "top" not in runs else 0),
            "right": page.width - rect.right - (margins.right if clear and "right" not in runs else 0),
            "bottom": page.height - rect.bottom - (margins.bottom if clear and "bottom" not in runs else 0),
        }
        for side, room in limits.items():
            if room < -slack:
                yield f"{block.id} reaches {-room} grains past the {side} of the page or into its margin"

    def _place(self, was: Block, block: Block) -> Iterator[str]:
        page = self.request.page
        runs, layer = self._runs(was), self._layer(was)
        yield from self._on_the_page(block, runs)
        rect = _bounds(block)
        slack = _TURNED if _tilted(block) else 0
        if page.fold and block.role in (Role.PHOTO, Role.JOURNALING, Role.TAG, Role.CLUSTER):
            if rect.left < page.fold.at + page.fold.gap - slack and rect.right > page.fold.at + slack:
                yield f"{block.id} lies over the gap between the pages"
        edges = {
            "left": rect.left,
            "top": rect.top,
            "right": page.width - rect.right,
            "bottom": page.height - rect.bottom,
        }
        if block.id in self.by_hand:
            return
        for side in runs:
            if edges[side] != 0:
                yield f"{block.id} no longer runs off on the {side}"
        if layer is not None:
            reveal = _partner(layer, self.sketch.unit, page.unit)
            if any(edge != reveal for edge in edges.values()):
                yield f"{block.id} does not show {reveal} grains of the page on all sides"
        elif self._outermost(block.id) and not self._on_wide_mat(block.id):
            for name, place, free in (
                ("left edge", "x", not runs & {"left", "right"}),
                ("top edge", "y", not runs & {"top", "bottom"}),
            ):
                if free and self._free(block.id, place) and self._off_the_grid(block, place):
                    yield f"{block.id} has its {name} off the grid"

    def _off_the_grid(self, block: Block, axis: str) -> bool:
        """Whether a place is on no mark, and not as far past one as the page that lies has it."""
        here = getattr(block, axis) % self.request.grid
        there = getattr(self.present[block.id], axis) % self.request.grid if block.id in self.present else 0
        return here not in (0, there)

    def _runs(self, was: Block) -> set[str]:
        if _tilted(was):
            return set()
        page = self.sketch.page
        gaps = {
            "left": was.x,
            "top": was.y,
            "right": page.width - was.x - was.width,
            "bottom": page.height - was.y - was.height,
        }
        untied = self.request.untied
        return {s for s, gap in gaps.items() if -_SAME <= gap <= _SAME and f"run-off {was.id} {s}" not in untied}

    def _free(self, block_id: str, what: str) -> bool:
        """Whether nobody settled it by hand; a hand need not keep to the grid."""
        pins = [pin for name, pin in self.pins.items() if self._outermost_of(name) == block_id or name == block_id]
        return all(getattr(pin, what) is None for pin in pins)

    def _layer(self, was: Block) -> Grains | None:
        page = self.sketch.page
        gaps = [was.x, was.y, page.width - was.x - was.width, page.height - was.y - was.height]
        plain = was.role is Role.PAPER and was.shape is Shape.RECT and was.turn == 0
        is_layer = plain and all(_SAME < gap <= _LAYER for gap in gaps) and max(gaps) - min(gaps) <= _SAME
        return was.x if is_layer and f"layer {was.id}" not in self.request.untied else None

    def _outermost(self, block_id: str) -> bool:
        return not any(self.drawn[other].of == (block_id,) for other in self.ids)

    def _on_wide_mat(self, block_id: str) -> bool:
        return any(block_id in self.drawn[other].of for other in self.ids)

    # -- size --------------------------------------------------------------------

    def _shape(self, block: Block) -> Iterator[str]:
        if block.width <= 0 or block.height <= 0:
            yield f"{block.id} has no size"
        if block.shape is Shape.CIRCLE and block.width != block.height:
            yield f"{block.id} is no circle any more"
        across = block.end.value in ("top", "bottom")
        flat, deep = (block.width, block.height) if across else (block.height, block.width)
        if block.shape is Shape.HALF_CIRCLE and block.role in _FREE_ROLES and flat != 2 * deep:
            yield f"{block.id} is no half circle any more"

    def _size(self, was: Block, block: Block) -> Iterator[str]:
        yield from self._shape(block)
        if not (self._free(block.id, "width") and self._free(block.id, "height")):
            return
        if block.role is Role.PHOTO:
            yield from self._photo_size(was, block)
        elif block.role is not Role.MAT:
            yield from self._other_size(was, block)

    def _photo_size(self, was: Block, block: Block) -> Iterator[str]:
        upright = (block.height > block.width) - (block.height < block.width)
        if block.id not in self.request.any_orientation and block.shape is not Shape.CIRCLE:
            if upright != (was.height > was.width) - (was.height < was.width):
                yield f"{block.id} does not stand as it was drawn"
        listed = {(s.width, s.height) for s in self.request.print_sizes}
        listed |= {(height, width) for width, height in listed}
        if self.school not in (School.KEEP_PROPORTIONS, School.REFLOW):
            listed.add((was.width, was.height))
        if block.id in self.present:
            listed.add((self.present[block.id].width, self.present[block.id].height))
        for term in self.request.photo_terms:
            if term.block == block.id and term.least:
                width, height = term.least.width, term.least.height
                if not term.print_size:  # it will be printed, and never needs more than it was drawn with
                    width, height = min(width, was.width), min(height, was.height)
                if block.width < width or block.height < height:
                    yield f"{block.id} is smaller than what matters in it"
            if term.block == block.id and term.print_size:
                listed = {(term.print_size.width, term.print_size.height)}
        trim, grid = self.request.trim_of(block.id), self.request.grid
        if block.id in self.request.never_trim and (block.width, block.height) not in listed:
            yield f"{block.id} is trimmed although it must not be"
        for width, height in listed:
            off_x, off_y = width - block.width, height - block.height
            lost = width * height - block.width * block.height
            steps = off_x % grid == 0 and off_y % grid == 0
            if steps and 0 <= off_x <= trim.side and 0 <= off_y <= trim.side and lost <= width * height * trim.area:
                return
        yield f"{block.id} is neither a print size nor trimmed from one"

    def _other_size(self, was: Block, block: Block) -> Iterator[str]:
        if block.id in self.by_hand or (block.id in self.present and block.size == self.present[block.id].size):
            return
        runs, grid = self._runs(was), self.request.grid
        if self._layer(was) is None:
            for name, length, free in (
                ("width", block.width, not runs & {"left", "right"}),
                ("height", block.height, not runs & {"top", "bottom"}),
            ):
                if free and length % grid:
                    yield f"{block.id} has its {name} off the grid"
        match block.role:
            case Role.STRIP | Role.BORDER:
                yield from self._strip_width(was, block)
            case Role.TAG:
                yield from self._in_proportion(was, block, Fraction(3, 4), Fraction(5, 4))
            case Role.CLUSTER:
                page, drawn = self.request.page, self.sketch.page
                smaller = page.width < drawn.width or page.height < drawn.height
                yield from self._in_proportion(was, block, Fraction(3, 4) if smaller else Fraction(1), Fraction(1))
            case Role.TITLE | Role.JOURNALING:
                yield from self._readable(was, block)
        if was.min_size and (block.width < was.min_size.width or block.height < was.min_size.height):
            yield f"{block.id} is smaller than the least size it was given"

    def _strip_width(self, was: Block, block: Block) -> Iterator[str]:
        drawn, now = (was.height, block.height) if was.width >= was.height else (was.width, block.width)
        grid = self.request.grid
        within = Fraction(drawn) * bounds.STRIP_NARROWEST <= now <= drawn * bounds.STRIP_WIDEST
        nearest_mark = abs(now - drawn) <= grid  # a strip between two marks of the cutter
        if not within and not nearest_mark:
            yield f"{block.id} is {Fraction(now, drawn)} times as wide as drawn"

    def _in_proportion(self, was: Block, block: Block, least: Fraction, most: Fraction) -> Iterator[str]:
        grid = self.request.grid
        long_was, long_now = max(was.width, was.height), max(block.width, block.height)
        if not long_was * least - grid <= long_now <= long_was * most + grid:
            yield f"{block.id} is {Fraction(long_now, long_was)} times the size it exists at"
        if abs(block.width * was.height - block.height * was.width) > grid * long_was:
            yield f"{block.id} lost its proportions"

    def _readable(self, was: Block, block: Block) -> Iterator[str]:
        if was.min_size:
            return
        short, long = (block.height, block.width) if was.width >= was.height else (block.width, block.height)
        if block.role is Role.TITLE and short < bounds.TITLE_HEIGHT:
            yield f"{block.id} is too low for a title"
        if block.role is Role.JOURNALING and (short < bounds.JOURNALING_SHORT or long < bounds.JOURNALING_LONG):
            yield f"{block.id} is too small to write in"

    # -- mats --------------------------------------------------------------------

    def _reveals(self, was: Block, mat: Block) -> Iterator[str]:
        drawn = _shown(was, [self.drawn[piece] for piece in was.of])
        now = _shown(mat, [self.on_page[piece] for piece in mat.of])
        slack = _TURNED if _tilted(mat) else 0
        for side, before, after in zip(("left", "top", "right", "bottom"), drawn, now, strict=True):
            wanted = _partner(round(before), self.sketch.unit, self.request.page.unit)
            if abs(after - wanted) > slack:
                yield f"{mat.id} shows {after} grains on the {side} instead of {wanted}"

    def _finer_reveals(self, was: Block, mat: Block) -> Iterator[str]:
        drawn = _shown(was, [self.drawn[piece] for piece in was.of])
        now = _shown(mat, [self.on_page[piece] for piece in mat.of])
        slack = _TURNED if _tilted(mat) else 0
        sides = ("left", "top", "right", "bottom")
        wanted = [_partner(round(before), self.sketch.unit, self.request.page.unit) for before in drawn]
        for side, most, shown in zip(sides, wanted, now, strict=True):
            hides = most <= 0 and abs(shown - most) > slack
            if hides or (most > 0 and not 0 < shown <= most + slack):
                yield f"{mat.id} shows {shown} grains on the {side}, drawn with {most}"
        for (one, less), (other, more) in combinations(zip(sides, range(4), strict=True), 2):
            if (wanted[less] - wanted[more]) * (now[less] - now[more]) < -slack * abs(wanted[less] - wanted[more]):
                yield f"{mat.id} shows its {one} and its {other} the other way round"

    # -- pairs -------------------------------------------------------------------

    def _pair(self, lower: str, upper: str) -> Iterator[str]:
        if {lower, upper} & self.by_hand:
            yield from self._pair_by_hand(lower, upper)
            return
        drawn_low, drawn_up = self.drawn[lower], self.drawn[upper]
        low, up = self.on_page[lower], self.on_page[upper]
        slack = _TURNED if _tilted(low) or _tilted(up) else 0
        a, b, c, d = _rect(drawn_low), _rect(drawn_up), _rect(low), _rect(up)
        spans = {"x": (a.left, a.right, b.left, b.right), "y": (a.top, a.bottom, b.top, b.bottom)}
        now = {"x": (c.left, c.right, d.left, d.right), "y": (c.top, c.bottom, d.top, d.bottom)}
        gaps = {axis: max(s[2] - s[1], s[0] - s[3]) for axis, s in spans.items()}
        apart = [axis for axis in ("x", "y") if gaps[axis] >= -_SAME]
        if apart:
            axis = apart[0] if len(apart) == 1 or gaps["x"] >= gaps["y"] else "y"
            was_first = spans[axis][2] - spans[axis][1] >= spans[axis][0] - spans[axis][3]
            gap = now[axis][2] - now[axis][1] if was_first else now[axis][0] - now[axis][3]
            in_order = f"{lower} {upper}" if was_first else f"{upper} {lower}"
            # A hair's breadth that the drawing laps over counts as apart, and may stay as it is.
            if gap < min(0, gaps[axis]) - slack and f"order {axis} {in_order}" not in self.request.untied:
                yield f"{lower} and {upper} are no longer apart on {axis}"
            return
        if _hull_matters(drawn_low) or _hull_matters(drawn_up):
            if _outline(drawn_low).buffer(-_TOUCHING).disjoint(_outline(drawn_up).buffer(-_TOUCHING)):
                if not _outline(low).buffer(-_TURNED).disjoint(_outline(up).buffer(-_TURNED)):
                    yield f"{lower} and {upper} touch although they were apart"
                return
        if f"overlap {upper} {lower}" in self.request.untied:
            return
        if self.request.near and Role.CLUSTER in (drawn_low.role, drawn_up.role):
            return  # on a page that lies an embellishment makes way
        for axis in ("x", "y"):
            yield from self._overlap(lower, upper, axis, spans[axis], now[axis], slack)
        if self.drawn[lower].role in (Role.PHOTO, Role.TITLE, Role.JOURNALING):
            yield from self._covered(lower, upper, spans, now, slack)

    def _covered(
        self, lower: str, upper: str, was: dict[str, _Ends], now: dict[str, _Ends], slack: int
    ) -> Iterator[str]:  # fmt: skip
        """Where the upper one spans the lower on an axis, or either is turned, the other axis decides alone."""
        parts = {axis: (_part_covered(was[axis]), _part_covered(now[axis])) for axis in ("x", "y")}
        near = {axis: Fraction(2 * slack, max(1, round(now[axis][1] - now[axis][0]))) for axis in parts}
        spanning = [
            axis for axis in parts if was[axis][2] - was[axis][0] <= _SAME and was[axis][1] - was[axis][3] <= _SAME
        ]
        if spanning or slack:
            for axis in parts.keys() - spanning:
                if parts[axis][1] > parts[axis][0] + near[axis]:
                    yield f"{upper} covers more of {lower} on {axis} than drawn"
        elif parts["x"][1] * parts["y"][1] > parts["x"][0] * parts["y"][0]:
            yield f"{upper} covers more of {lower} than drawn"

    def _pair_by_hand(self, lower: str, upper: str) -> Iterator[str]:
        """Where a hand put something, photos and words that were drawn apart still do not lie on each other."""
        kinds = (Role.PHOTO, Role.TITLE, Role.JOURNALING)
        if self.drawn[lower].role not in kinds or self.drawn[upper].role not in kinds or self._let_go(lower, upper):
            return
        were, are = _outline(self.drawn[lower]), _outline(self.on_page[lower])
        if were.buffer(-_TOUCHING).disjoint(_outline(self.drawn[upper]).buffer(-_TOUCHING)):
            if not are.buffer(-_TURNED).disjoint(_outline(self.on_page[upper]).buffer(-_TURNED)):
                yield f"{lower} and {upper} touch although they were apart"

    def _let_go(self, lower: str, upper: str) -> bool:
        """Whether the order of two pieces, or of the mats round them, was let go."""
        ways = [
            f"order {axis} {one} {two}"
            for low, up in ((lower, upper), (self._round(lower), self._round(upper)))
            for one, two in ((low, up), (up, low))
            for axis in ("x", "y")
        ]
        return not self.request.untied.isdisjoint(ways)

    def _round(self, block_id: str) -> str:
        """The outermost mat round a piece."""
        mat = next((other for other in self.ids if self.drawn[other].of == (block_id,)), None)
        return block_id if mat is None else self._round(mat)

    def _overlap(
        self,
        lower: str,
        upper: str,
        axis: str,
        was: _Ends,
        now: _Ends,
        slack: int,
    ) -> Iterator[str]:
        low_out, high_out = was[0] - was[2] > _SAME, was[3] - was[1] > _SAME
        low_in, high_in = was[2] - was[0] > _SAME, was[1] - was[3] > _SAME
        start, end = now[2] - now[0], now[1] - now[3]  # how far the upper one begins and ends inside
        holds = {
            "inside": start >= -slack and end >= -slack,
            "spanning": start <= slack and end <= slack,
            "over the low edge": start < slack and end > -slack and now[3] - now[0] > -slack,
            "over the high edge": start > -slack and end < slack and now[1] - now[2] > -slack,
        }
        if not low_out and not high_out:
            kind = "inside"
        elif not low_in and not high_in:
            kind = "spanning"
        else:
            kind = "over the low edge" if low_out else "over the high edge"
        if not holds[kind]:
            yield f"{upper} no longer lies {kind} of {lower} on {axis}"
        if self.drawn[lower].role in (Role.PHOTO, Role.TITLE, Role.JOURNALING):
            covered_now = min(now[1], now[3]) - max(now[0], now[2])
            one_end = (low_out and high_in) or (high_out and low_in)
            for shield in self.request.shields if one_end else ():
                if (shield.upper, shield.lower, shield.axis.value) == (upper, lower, axis):
                    if covered_now * shield.of > (shield.covered + 2 * slack) * (now[1] - now[0]):
                        yield f"{upper} covers what is shielded of {lower} on {axis}"


def _part_covered(ends: _Ends) -> Fraction:
    """Return which part of the lower piece's length lies under the upper one."""
    low, high, over_low, over_high = (Fraction(end) for end in ends)
    return max(Fraction(0), min(high, over_high) - max(low, over_low)) / (high - low)


def _tilted(block: Block) -> bool:
    return block.turn % 36_000 != 0 and block.shape is not Shape.CIRCLE


def _hull_matters(block: Block) -> bool:
    return _tilted(block) or block.shape in (Shape.CIRCLE, Shape.TRIANGLE, Shape.HALF_CIRCLE, Shape.POLYGON)


def _outline(block: Block) -> BaseGeometry:
    left, top, right, bottom = block.x, block.y, block.x + block.width, block.y + block.height
    if block.shape is Shape.CIRCLE:
        return Point((left + right) / 2, (top + bottom) / 2).buffer(block.width / 2, quad_segs=256)
    corners = {
        Corner.TOP_LEFT: (left, top),
        Corner.TOP_RIGHT: (right, top),
        Corner.BOTTOM_RIGHT: (right, bottom),
        Corner.BOTTOM_LEFT: (left, bottom),
    }
    if block.shape is Shape.TRIANGLE:
        opposite = list(corners)[(list(corners).index(block.corner) + 2) % 4]
        del corners[opposite]
    hull = Polygon(corners.values())
    if block.shape is Shape.POLYGON:
        points = [(left + c.across * block.width / 10_000, top + c.down * block.height / 10_000) for c in block.corners]
        hull = MultiPoint(points).convex_hull
    if block.shape is Shape.HALF_CIRCLE:
        hull = hull.intersection(_round_half(block))
    centre = ((left + right) / 2, (top + bottom) / 2)
    return affinity.rotate(hull, block.turn / 100, origin=centre)


def _round_half(block: Block) -> BaseGeometry:
    """An octagon whose sides touch the whole circle that a half circle is half of."""
    centre = {
        End.TOP: (block.x + block.width / 2, block.y),
        End.BOTTOM: (block.x + block.width / 2, block.y + block.height),
        End.LEFT: (block.x, block.y + block.height / 2),
        End.RIGHT: (block.x + block.width, block.y + block.height / 2),
    }[block.end]
    radius = min(block.width, block.height) / math.cos(math.pi / 8)
    return affinity.rotate(Point(centre).buffer(radius, quad_segs=2), 22.5, origin=centre)


def _bounds(block: Block) -> _Rect:
    """The upright box round what is seen of the block."""
    return _Rect(*_outline(block).bounds) if _tilted(block) else _rect(block)


def _rect(block: Block) -> _Rect:
    """The upright box round the block; of a turned triangle, round the box it is drawn in when paired."""
    if not _tilted(block):
        return _Rect(block.x, block.y, block.x + block.width, block.y + block.height)
    hull = affinity.rotate(
        MultiPoint([(block.x, block.y), (block.x + block.width, block.y), (block.x, block.y + block.height),
                    (block.x + block.width, block.y + block.height)]).envelope,
        block.turn / 100, origin="center",
    )  # fmt: skip
    return _Rect(*hull.bounds)


def _shown(mat: Block, pieces: list[Block]) -> tuple[float, float, float, float]:
    """How far a mat shows on each side, in the piece's own frame when both are turned alike."""
    if len(pieces) == 1 and _tilted(mat) and mat.turn == pieces[0].turn:
        piece, angle = pieces[0], math.radians(mat.turn / 100)
        way_x = mat.x + mat.width / 2 - piece.x - piece.width / 2
        way_y = mat.y + mat.height / 2 - piece.y - piece.height / 2
        across = way_x * math.cos(angle) + way_y * math.sin(angle)
        down = way_y * math.cos(angle) - way_x * math.sin(angle)
        half_x, half_y = (mat.width - piece.width) / 2, (mat.height - piece.height) / 2
        return half_x - across, half_y - down, half_x + across, half_y + down
    return (
        min(piece.x for piece in pieces) - mat.x,
        min(piece.y for piece in pieces) - mat.y,
        mat.x + mat.width - max(piece.x + piece.width for piece in pieces),
        mat.y + mat.height - max(piece.y + piece.height for piece in pieces),
    )


def _partner(reveal: Grains, drawn_in: Unit, cut_in: Unit) -> Grains:
    if drawn_in is cut_in or reveal == 0:
        return reveal
    table = dict(bounds.REVEAL_PARTNERS)
    if drawn_in is Unit.MM:
        table = {mm: inch for inch, mm in table.items()}
    size = abs(reveal)
    half = MM // 2
    partner = table.get(size) or max(half, round(Fraction(size, half)) * half)
    return partner if reveal > 0 else -partner
