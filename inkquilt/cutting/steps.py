"""A sheet's cuts step by step: what each leaves at the fence and what falls off, and which trimmer can make it.

First come the cuts right across, then the cuts inside pieces whose middle goes on.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from enum import Enum

from inkquilt.cutting.guillotine import Cut, CutSheet, Direction
from inkquilt.cutting.plan import CutPiece, PaperPlan
from inkquilt.cutting.trimmer import Edge, Instruction, Trimmer, gutting, instructions, verdict
from inkquilt.sketch.model import Size


class Becomes(Enum):
    """What a part of a sheet is after a cut."""

    PIECE = "piece"
    LEFTOVER = "leftover"
    CUT_ON = "cut on"
    MIDDLE = "middle"
    FRAME = "frame"


@dataclass(frozen=True, slots=True)
class Outcome:
    """One side of a cut: its name as a part, its size, and what it is. ``piece`` is the key of the piece."""

    part: str
    size: Size
    becomes: Becomes
    piece: str | None = None


@dataclass(frozen=True, slots=True)
class Step:
    """One cut: how it is made, what stays at the fence, what falls off, and what each trimmer says to it.

    ``verdicts`` give an empty text for a trimmer that can. Cuts inside a piece leave
    nothing until the last of the four.
    """

    instruction: Instruction
    kept: Outcome | None
    falls: Outcome | None
    verdicts: tuple[str, ...]


def steps_of(plan: PaperPlan, sheet: CutSheet, trimmers: Sequence[Trimmer]) -> Iterator[Step]:
    """Yield all steps of a sheet in order."""
    parts = _outcomes(sheet)
    for cut, how in zip(sheet.cuts, instructions(sheet, trimmers), strict=True):
        low, high = parts[cut.part + "a"], parts[cut.part + "b"]
        at_low = how.fence in (Edge.LEFT, Edge.TOP)
        kept, falls = (low, high) if at_low else (high, low)
        yield Step(how, kept, falls, tuple(verdict(trimmer, how) for trimmer in trimmers))
    for placed in sheet.placed:
        piece = plan.piece(placed.key)
        yield from _gutted(piece, placed.size, trimmers)


def _gutted(piece: CutPiece, lies: Size, trimmers: Sequence[Trimmer]) -> Iterator[Step]:
    cuts = list(gutting(piece, trimmers, lies))
    for number, how in enumerate(cuts, 1):
        kept = falls = None
        if number == len(cuts) and piece.opening is not None:
            hole = piece.opening.size if lies == piece.size else piece.opening.size.swapped()
            kept = Outcome(piece.key, lies, Becomes.FRAME, piece.key)
            falls = Outcome(f"middle of {piece.key}", hole, Becomes.MIDDLE, piece.key)
        yield Step(how, kept, falls, tuple(verdict(trimmer, how) for trimmer in trimmers))


def _outcomes(sheet: CutSheet) -> Mapping[str, Outcome]:
    """Return every part that comes up, by name."""
    corners = {"0": (0, 0, sheet.stock.size)}
    cut_on = {cut.part for cut in sheet.cuts}
    for cut in sheet.cuts:
        x, y, size = corners[cut.part]
        low, high = _sizes(cut)
        corners[cut.part + "a"] = (x, y, low)
        shift = (cut.at, 0) if cut.direction is Direction.UPRIGHT else (0, cut.at)
        corners[cut.part + "b"] = (x + shift[0], y + shift[1], high)
    pieces = {(placed.x, placed.y, placed.size): placed.key for placed in sheet.placed}
    found = {}
    for part, (x, y, size) in corners.items():
        piece = None if part in cut_on else pieces.get((x, y, size))
        becomes = Becomes.CUT_ON if part in cut_on else Becomes.PIECE if piece else Becomes.LEFTOVER
        found[part] = Outcome(part, size, becomes, piece)
    return found


def _sizes(cut: Cut) -> tuple[Size, Size]:
    whole = cut.part_size
    if cut.direction is Direction.UPRIGHT:
        return Size(cut.at, whole.height), Size(whole.width - cut.at, whole.height)
    return Size(whole.width, cut.at), Size(whole.width, whole.height - cut.at)
