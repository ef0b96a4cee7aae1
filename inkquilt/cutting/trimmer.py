"""The user's trimmers, each cut as an instruction for one of them, and a trimmer that is not there.

A trimmer has a fence that an edge of the paper lies against; the blade runs so far
from the fence as it is *set to*. What lies between fence and blade is measured, the
rest falls off. A cut that begins or ends inside the paper needs marks for start and
stop; on some trimmers the stop sits a fixed offset from the blade, so that its setting
is the mark plus or minus that offset. Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from enum import Enum
from typing import Final

from inkquilt.cutting.guillotine import Cut, CutSheet, Direction
from inkquilt.cutting.plan import CutPiece
from inkquilt.lengths import INCH, MM, Grains, Unit, with_unit
from inkquilt.sketch.geometry import Ends
from inkquilt.sketch.model import Size


@dataclass(frozen=True, slots=True)
class Trimmer:
    """One trimmer: its longest cut, how far the fence goes, its finest mark, the narrowest strip it cuts cleanly.

    ``stop_offset`` is what the stop reads more than the mark the blade is at, less than nothing
    if it reads less; None when it has no stops and can only cut right through.
    """

    name: str
    longest: Grains
    widest: Grains
    finest: Grains
    narrowest: Grains
    unit: Unit = Unit.IN
    stop_offset: Grains | None = None

    @property
    def cuts_inside(self) -> bool:
        """Whether a cut may begin or end inside the paper."""
        return self.stop_offset is not None


#: What is assumed until people enter their own.
USUAL_TRIMMERS: Final = (
    Trimmer("Twelve-inch trimmer", 12 * INCH + INCH // 2, 12 * INCH, INCH // 16, INCH // 8, Unit.IN, 0),
)
METRIC_TRIMMERS: Final = (Trimmer("A4 trimmer", 320 * MM, 310 * MM, MM, 3 * MM, Unit.MM, 0),)


class Edge(Enum):
    """An edge of a part as it is drawn, the sheet's own top upward."""

    LEFT = "left"
    TOP = "top"
    RIGHT = "right"
    BOTTOM = "bottom"


class Refusal(Enum):
    """Why a trimmer cannot make a cut."""

    TOO_LONG = "too long"
    TOO_WIDE = "too wide"
    NO_STOPS = "no stops"
    STOP_SHORT = "stop short"
    SLIVER = "sliver"


@dataclass(frozen=True, slots=True)
class Inside:
    """Where a cut inside the paper begins and ends, as marks along the cut and as the stops are set."""

    start: Grains
    stop: Grains
    start_setting: Grains
    stop_setting: Grains


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
    fence: Edge
    setting: Grains
    turned: bool
    exact: bool
    trimmer: Trimmer | None
    refusals: tuple[str, ...] = ()
    inside: Inside | None = None
    #: Where a cut inside the paper begins and ends, from the part's left or top edge as drawn.
    ends: tuple[Grains, Grains] | None = None

    @property
    def is_inside(self) -> bool:
        """Whether it begins and ends inside the paper."""
        return self.ends is not None


def refusal(
    trimmer: Trimmer, length: Grains, setting: Grains, rest: Grains, begins: Grains | None = None
) -> Refusal | None:
    """Return why a trimmer cannot make a cut of that length with these widths on both sides, or None.

    ``begins`` is the mark at which a cut inside the paper begins.
    """
    if begins is not None and trimmer.stop_offset is None:
        return Refusal.NO_STOPS
    if begins is not None and begins + (trimmer.stop_offset or 0) < 0:
        return Refusal.STOP_SHORT
    if length > trimmer.longest:
        return Refusal.TOO_LONG
    if setting > trimmer.widest:
        return Refusal.TOO_WIDE
    if min(setting, rest) < trimmer.narrowest:
        return Refusal.SLIVER
    return None


def refusal_words(trimmer: Trimmer, why: Refusal, length: Grains, setting: Grains, rest: Grains) -> str:
    """Say why a trimmer cannot, with its own number."""
    unit = trimmer.unit
    match why:
        case Refusal.NO_STOPS:
            return f"{trimmer.name} has no start and stop marks, so it cannot cut inside the paper"
        case Refusal.STOP_SHORT:
            return f"the stop of {trimmer.name} cannot be set so near the end"
        case Refusal.TOO_LONG:
            return f"{trimmer.name} cuts {with_unit(trimmer.longest, unit)} at most, this is {with_unit(length, unit)}"
        case Refusal.TOO_WIDE:
            return (
                f"the fence of {trimmer.name} goes to {with_unit(trimmer.widest, unit)}, not {with_unit(setting, unit)}"
            )
        case Refusal.SLIVER:
            narrow = with_unit(min(setting, rest), unit)
            return f"{trimmer.name} cuts no strip under {with_unit(trimmer.narrowest, unit)} cleanly, this is {narrow}"


def verdict(trimmer: Trimmer, how: Instruction) -> str:
    """Return why a trimmer cannot make a cut from either edge, or nothing when it can."""
    upright = how.direction is Direction.UPRIGHT
    whole, length = (how.size.width, how.size.height) if upright else (how.size.height, how.size.width)
    sides = ((how.at, whole - how.at), (whole - how.at, how.at))
    edges = (Edge.LEFT, Edge.RIGHT) if upright else (Edge.TOP, Edge.BOTTOM)
    reasons = [
        refusal(trimmer, length, setting, rest, how.ends and _marks(how.ends, length, edge).low)
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


def gutting(piece: CutPiece, trimmers: Sequence[Trimmer], lies: Size) -> Iterator[Instruction]:
    """Yield the four cuts inside a piece that free its middle, as the piece lies cut from its sheet.

    A 10 x 10 hole in 12 x 12 is cut at 1 in from each edge, from the 1 in mark to the 11 in mark.
    """
    if piece.opening is None:
        return
    hole = piece.opening
    x, y, size = hole.x, hole.y, hole.size
    if lies != piece.size:  # it was cut a quarter turned
        x, y, size = hole.y, hole.x, hole.size.swapped()
    using: Trimmer | None = None
    for direction, at, begin, end in (
        (Direction.UPRIGHT, x, y, y + size.height),
        (Direction.UPRIGHT, x + size.width, y, y + size.height),
        (Direction.LEVEL, y, x, x + size.width),
        (Direction.LEVEL, y + size.height, x, x + size.width),
    ):
        one = _asked(_Line(piece.key, lies, direction, at, (begin, end)), trimmers, using)
        using = one.trimmer or using
        yield one


def _asked(line: _Line, trimmers: Sequence[Trimmer], using: Trimmer | None) -> Instruction:
    upright = line.direction is Direction.UPRIGHT
    whole, length = (line.size.width, line.size.height) if upright else (line.size.height, line.size.width)
    rest = whole - line.at
    low, high = (Edge.LEFT, Edge.RIGHT) if upright else (Edge.TOP, Edge.BOTTOM)
    first = [using] if using in trimmers else []
    best: Instruction | None = None
    refusals: list[str] = []
    for trimmer in [*first, *(t for t in trimmers if t not in first)]:
        assert trimmer is not None
        why = None
        for fence, setting, other in ((low, line.at, rest), (high, rest, line.at)):
            why = refusal(trimmer, length, setting, other, line.inside and _marks(line.inside, length, fence).low)
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


def _marks(ends: tuple[Grains, Grains], length: Grains, fence: Edge) -> Ends:
    """Return where a cut inside the paper begins and ends, counted from the paper's far edge as it lies.

    With its right or top edge at the fence the paper lies the other way up along the blade.
    """
    begin, end = ends
    return Ends(begin, end) if fence in (Edge.LEFT, Edge.BOTTOM) else Ends(length - end, length - begin)


def _inside(ends: tuple[Grains, Grains], length: Grains, trimmer: Trimmer, fence: Edge) -> Inside:
    marks, offset = _marks(ends, length, fence), trimmer.stop_offset or 0
    return Inside(marks.low, marks.high, marks.low + offset, marks.high + offset)
