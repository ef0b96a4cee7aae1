"""A sketch from measures taken with a ruler: sizes, and distances from the page's edges.

Of each piece people measure some of: distance from the left, width, distance
from the right; and the same up and down. Two of three are enough. Where all three
are given they must add up to the page, and those that do not are named with the sum.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from inkquilt.errors import Fault, SketchFaults
from inkquilt.lengths import Grains, Unit, with_unit
from inkquilt.sketch.model import Block, Role, Shape, Size, Sketch
from inkquilt.sketch.patterns import EQUAL


@dataclass(frozen=True, slots=True)
class Measured:
    """One piece as it was measured, as if it lay straight; None for what was not.

    ``turn`` is its tilt in hundredths of a degree, ``mat`` how wide a mat shows
    behind it on every side.
    """

    name: str
    role: Role
    shape: Shape = Shape.RECT
    left: Grains | None = None
    width: Grains | None = None
    right: Grains | None = None
    top: Grains | None = None
    height: Grains | None = None
    bottom: Grains | None = None
    turn: int = 0
    mat: Grains | None = None


def measured_sketch(name: str, unit: Unit, page: Size, rows: Sequence[Measured]) -> Sketch:
    """Return the sketch; later rows lie on top.

    Raises ``SketchFaults`` with every row whose measures are too few, do not add
    up to the page, or come to nothing.
    """
    faults: list[Fault] = []
    blocks: list[Block] = []
    for row in rows:
        across = _settled(row.name, "across", page.width, unit, row.left, row.width, row.right, faults)
        down = _settled(row.name, "up and down", page.height, unit, row.top, row.height, row.bottom, faults)
        if across is None or down is None:
            continue
        piece = Block(
            row.name, row.role, row.shape, across[0], down[0], across[1], down[1], turn=row.turn, level=len(blocks) + 1
        )
        if row.mat is not None:
            blocks.append(_mat_behind(piece, row.mat, {other.name for other in rows}))
        blocks.append(piece)
    if faults:
        raise SketchFaults(faults)
    return Sketch(name, unit, page, tuple(blocks))


def _mat_behind(piece: Block, reveal: Grains, taken: set[str]) -> Block:
    """Return a mat that shows alike on all sides, under the piece and turned with it."""
    name = f"{piece.id} mat"
    while name in taken:
        name += " too"
    size = Size(piece.width + 2 * reveal, piece.height + 2 * reveal)
    mat = replace(piece, id=name, role=Role.MAT, of=(piece.id,), level=piece.level - 1)
    return mat.placed(piece.x - reveal, piece.y - reveal, size)


def _settled(
    name: str,
    way: str,
    whole: Grains,
    unit: Unit,
    before: Grains | None,
    length: Grains | None,
    after: Grains | None,
    faults: list[Fault],
) -> tuple[Grains, Grains] | None:
    """Return start and length on an axis, or None with a fault."""
    given = [part for part in (before, length, after) if part is not None]
    if len(given) < 2:
        words = f"{name}: measure two of the three {way}, its size and one distance, or both distances."
        faults.append(Fault(name, "too-few-measures", words))
        return None
    if before is not None and length is not None and after is not None:
        total = before + length + after
        if abs(total - whole) > EQUAL:
            off = with_unit(abs(total - whole), unit)
            words = (
                f"{name}, {way}: {with_unit(before, unit)} + {with_unit(length, unit)} + {with_unit(after, unit)} "
                f"= {with_unit(total, unit)}; the page is {with_unit(whole, unit)}, so {off} too "
                f"{'much' if total > whole else 'little'}."
            )
            faults.append(Fault(name, "does-not-add-up", words))
            return None
    if length is None:
        assert before is not None
        assert after is not None
        length = whole - before - after
    start = before if before is not None else whole - (after or 0) - length
    if length <= 0:
        words = f"{name}, {way}: its distances leave {with_unit(length, unit)} for the piece itself."
        faults.append(Fault(name, "nothing-left", words))
        return None
    return start, length
