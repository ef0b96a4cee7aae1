"""A sheet's cuts step by step: what each leaves at the fence and what falls off, and which trimmer can make it.

First come the cuts right across, then those made on pieces that are cut: openings, and corner to corner.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from enum import Enum

from inkquilt.cutting.guillotine import Cut, CutSheet, Direction
from inkquilt.cutting.instructions import FenceEdge, Instruction, corner_to_corner, cut_out, instructions, verdict
from inkquilt.cutting.pieces import CutPiece
from inkquilt.cutting.plan import PaperPlan, middles_of
from inkquilt.cutting.trimmer import Trimmer
from inkquilt.sketch.model import Shape, Size


class Becomes(Enum):
    """What a part of a sheet is after a cut."""

    PIECE = "piece"
    LEFTOVER = "leftover"
    CUT_ON = "cut on"
    MIDDLE = "middle"
    FRAME = "frame"
    TRIANGLE = "triangle"


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

    ``verdicts`` give an empty text for a trimmer that can. Cuts round an opening leave
    nothing until the last of them. ``face_to_face`` is the key of a piece whose cut this mirrors:
    laid face to face, one cut makes both.
    """

    instruction: Instruction
    kept: Outcome | None
    falls: Outcome | None
    verdicts: tuple[str, ...]
    face_to_face: str | None = None


def steps_of(plan: PaperPlan, sheet: CutSheet, trimmers: Sequence[Trimmer]) -> Iterator[Step]:
    """Yield all steps of a sheet in order."""
    parts = _outcomes(sheet)
    for cut, how in zip(sheet.cuts, instructions(sheet, trimmers), strict=True):
        low, high = parts[cut.part + "a"], parts[cut.part + "b"]
        at_low = how.fence in (FenceEdge.LEFT, FenceEdge.TOP)
        kept, falls = (low, high) if at_low else (high, low)
        yield _step(how, kept, falls, trimmers, None)
    for placed in sheet.placed:
        yield from _on_piece(plan.piece(placed.key), placed.size, trimmers)


def _on_piece(piece: CutPiece, lies: Size, trimmers: Sequence[Trimmer]) -> Iterator[Step]:
    for opening, middle in zip(piece.openings_as(lies), middles_of(piece, lies), strict=True):
        cuts = list(cut_out(piece, opening, trimmers, lies))
        for number, how in enumerate(cuts, 1):
            kept = falls = None
            if number == len(cuts):
                kept = Outcome(piece.key, lies, Becomes.FRAME, piece.key)
                falls = Outcome(middle.key, opening.size, Becomes.MIDDLE, piece.key)
            yield _step(how, kept, falls, trimmers, piece.face_to_face)
    slant = piece.slant_as(lies)
    if slant is not None:
        keys = piece.key.split("+")
        kept, falls = (Outcome(piece.key, lies, Becomes.TRIANGLE, key) for key in (keys[0], keys[-1]))
        spare = len(keys) == 1 and piece.shape is Shape.TRIANGLE
        other = Outcome(piece.key, lies, Becomes.LEFTOVER) if spare else falls
        yield _step(corner_to_corner(piece, slant, trimmers, lies), kept, other, trimmers, None)


def _step(
    how: Instruction,
    kept: Outcome | None,
    falls: Outcome | None,
    trimmers: Sequence[Trimmer],
    face_to_face: str | None,
) -> Step:
    return Step(how, kept, falls, tuple(verdict(trimmer, how) for trimmer in trimmers), face_to_face)


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
