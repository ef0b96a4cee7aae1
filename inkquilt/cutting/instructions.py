"""Each cut as an instruction for one of the user's trimmers, the one in use while it can.

What lies between fence and blade is measured, the rest falls off. Where the stop of
a trimmer sits off the blade, its setting is the mark plus or minus that offset. A cut from corner to
corner needs no setting: both corners are laid on the blade's line. Common practice,
no source.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from enum import Enum

from inkquilt.cutting.guillotine import Cut, CutSheet, Direction
from inkquilt.cutting.pieces import CutPiece, Slant
from inkquilt.cutting.trimmer import Refusal, Trimmer, refusal, refusal_words
from inkquilt.lengths import Grains
from inkquilt.paper.openings import Inset
from inkquilt.sketch.geometry import Ends
from inkquilt.sketch.model import End, Size


class FenceEdge(Enum):
    """An edge of a part as it is drawn, the sheet's own top upward."""

    LEFT = "left"
    TOP = "top"
    RIGHT = "right"
    BOTTOM = "bottom"


@dataclass(frozen=True, slots=True)
class Inside:
    """Where a cut inside the paper begins and ends, as marks along the cut and as the stops are set.

    A cut that begins or ends at the paper's edge needs no stop there: it runs off.
    """

    start: Grains
    stop: Grains
    start_setting: Grains | None
    stop_setting: Grains | None


@dataclass(frozen=True, slots=True)
class Instruction:
    """One cut as it is made: which edge lies at the fence, what the trimmer is set to, and what comes of it.

    ``part`` is the part that is cut, of size ``size``; ``turned`` tells that it lies a quarter
    turned, so that the cut runs along the blade. ``exact`` is False when the setting is between
    two of the trimmer's marks. ``trimmer`` is None when none of them can: then ``refusals`` say why.
    """

    part: str
    size: Size
    direction: Direction
    at: Grains
    fence: FenceEdge
    setting: Grains
    turned: bool
    exact: bool
    trimmer: Trimmer | None
    refusals: tuple[str, ...] = ()
    inside: Inside | None = None
    #: Where a cut inside the paper begins and ends, from the part's left or top edge as drawn.
    ends: tuple[Grains, Grains] | None = None
    #: A cut from corner to corner; then fence and setting mean nothing.
    slant: Slant | None = None

    @property
    def is_on_piece(self) -> bool:
        """Whether it is made on a piece that is cut from its sheet already: ``part`` is then the piece's key."""
        return self.ends is not None or self.slant is not None


def verdict(trimmer: Trimmer, how: Instruction) -> str:
    """Return why a trimmer cannot make a cut from either edge, or nothing when it can."""
    if how.slant is not None:
        length = _across_corners(how.size)
        return "" if length <= trimmer.longest else refusal_words(trimmer, Refusal.TOO_LONG, length, 0, 0)
    upright = how.direction is Direction.UPRIGHT
    whole, length = (how.size.width, how.size.height) if upright else (how.size.height, how.size.width)
    sides = ((how.at, whole - how.at), (whole - how.at, how.at))
    edges = (FenceEdge.LEFT, FenceEdge.RIGHT) if upright else (FenceEdge.TOP, FenceEdge.BOTTOM)
    reasons = [
        refusal(trimmer, length, setting, rest, how.ends and _marks(how.ends, length, edge))
        for edge, (setting, rest) in zip(edges, sides, strict=True)
    ]
    if None in reasons:
        return ""
    why = reasons[0]
    assert why is not None
    return refusal_words(trimmer, why, length, *sides[0])


def instructions(sheet: CutSheet, trimmers: Sequence[Trimmer]) -> Iterator[Instruction]:
    """Yield the cuts of a sheet in their order; a trimmer stays in use while it can."""
    using: Trimmer | None = None
    for cut in sheet.cuts:
        one = _instruction(cut, trimmers, using)
        using = one.trimmer or using
        yield one


@dataclass(frozen=True, slots=True)
class _Line:
    """A line across a part, as asked of trimmers: its length and what lies on both sides of it."""

    part: str
    size: Size
    direction: Direction
    at: Grains
    inside: tuple[Grains, Grains] | None = None


def _instruction(cut: Cut, trimmers: Sequence[Trimmer], using: Trimmer | None) -> Instruction:
    return _asked(_Line(cut.part, cut.part_size, cut.direction, cut.at), trimmers, using)


def cut_out(piece: CutPiece, opening: Inset, trimmers: Sequence[Trimmer], lies: Size) -> Iterator[Instruction]:
    """Yield the cuts inside a piece that free what lies in an opening, all given as the piece lies.

    A 10 x 10 hole in 12 x 12 is cut at 1 in from each edge, from the 1 in mark to the 11 in
    mark. On a side on which it is open there is no cut, and the cuts beside it run to the edge.
    """
    open_sides = opening.open_sides(lies)
    down, across = (opening.y, opening.bottom), (opening.x, opening.right)
    using: Trimmer | None = None
    for side, direction, at, ends in (
        (End.LEFT, Direction.UPRIGHT, opening.x, down),
        (End.RIGHT, Direction.UPRIGHT, opening.right, down),
        (End.TOP, Direction.LEVEL, opening.y, across),
        (End.BOTTOM, Direction.LEVEL, opening.bottom, across),
    ):
        if side in open_sides:
            continue
        one = _asked(_Line(piece.key, lies, direction, at, ends), trimmers, using)
        using = one.trimmer or using
        yield one


def corner_to_corner(piece: CutPiece, slant: Slant, trimmers: Sequence[Trimmer], lies: Size) -> Instruction:
    """Return the cut that makes two triangles of a piece."""
    length = _across_corners(lies)
    able = next((trimmer for trimmer in trimmers if length <= trimmer.longest), None)
    refusals = () if able else tuple(refusal_words(t, Refusal.TOO_LONG, length, 0, 0) for t in trimmers)
    return Instruction(
        piece.key, lies, Direction.UPRIGHT, 0, FenceEdge.LEFT, 0, False, True, able, refusals, None, None, slant
    )


def _across_corners(size: Size) -> Grains:
    """Return how far apart two opposite corners are, rounded up to a whole grain."""
    return math.isqrt(size.width**2 + size.height**2 - 1) + 1


def _asked(line: _Line, trimmers: Sequence[Trimmer], using: Trimmer | None) -> Instruction:
    upright = line.direction is Direction.UPRIGHT
    whole, length = (line.size.width, line.size.height) if upright else (line.size.height, line.size.width)
    rest = whole - line.at
    low, high = (FenceEdge.LEFT, FenceEdge.RIGHT) if upright else (FenceEdge.TOP, FenceEdge.BOTTOM)
    first = [using] if using in trimmers else []
    best: Instruction | None = None
    refusals: list[str] = []
    for trimmer in [*first, *(t for t in trimmers if t not in first)]:
        assert trimmer is not None
        why = None
        for fence, setting, other in ((low, line.at, rest), (high, rest, line.at)):
            why = refusal(trimmer, length, setting, other, line.inside and _marks(line.inside, length, fence))
            if why is not None:
                continue
            exact = setting % trimmer.finest == 0
            inside = _inside(line.inside, length, trimmer, fence) if line.inside else None
            one = Instruction(
                line.part,
                line.size,
                line.direction,
                line.at,
                fence,
                setting,
                not upright,
                exact,
                trimmer,
                (),
                inside,
                line.inside,
            )
            if best is None or (exact and not best.exact):
                best = one
        if best is not None and best.exact:
            return best
        if why is not None:
            refusals.append(refusal_words(trimmer, why, length, line.at, rest))
    if best is not None:
        return best
    return Instruction(
        line.part,
        line.size,
        line.direction,
        line.at,
        low,
        line.at,
        not upright,
        True,
        None,
        tuple(refusals),
        None,
        line.inside,
    )


def _marks(ends: tuple[Grains, Grains], length: Grains, fence: FenceEdge) -> Ends:
    """Return where a cut inside the paper begins and ends, counted from the paper's far edge as it lies.

    With its right or top edge at the fence the paper lies the other way up along the blade.
    """
    begin, end = ends
    return Ends(begin, end) if fence in (FenceEdge.LEFT, FenceEdge.BOTTOM) else Ends(length - end, length - begin)


def _inside(ends: tuple[Grains, Grains], length: Grains, trimmer: Trimmer, fence: FenceEdge) -> Inside:
    marks, offset = _marks(ends, length, fence), trimmer.stop_offset or 0
    return Inside(
        marks.low,
        marks.high,
        marks.low + offset if marks.low > 0 else None,
        marks.high + offset if marks.high < length else None,
    )
