"""Rows of measures as people type them, read into values: "2 1/2", "1/8, 1/4 right bottom", "-7.5".

Half-typed rows are usual here: what cannot be read yet is said of its row, and the others are read.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal, InvalidOperation
from typing import Final

from inkquilt.errors import BadInput, UnreadableLength, refuse
from inkquilt.lengths import INCH, Grains, Unit, parse_length
from inkquilt.page import Side
from inkquilt.sketch.building import Beside
from inkquilt.sketch.measured import Again, Measured, RowFault
from inkquilt.sketch.model import Role, Shape
from inkquilt.sketch.relations import Reveals

#: Behind one piece lie no more mats than this, and it is laid again no more often.
MOST_MATS: Final = 4
MOST_AGAIN: Final = 30
#: No mat shows by more than this.
MOST_REVEAL: Final[Grains] = 2 * INCH
_SIDES: Final = {**{side.value: side for side in Side}, "foot": Side.BOTTOM, "below": Side.BOTTOM, "above": Side.TOP}
_MAT: Final = re.compile(r"(?P<reveal>[^a-z]*(?:in|mm|cm)?)\s*(?P<sides>(?:[a-z]+[\s,]*)*)", re.IGNORECASE)
_MEASURES: Final = ("left", "width", "right", "top", "height", "bottom")
#: What says something of a row; its name, role and shape alone do not.
_SAYING: Final = (*_MEASURES, "tilt", "mats", "times")


@dataclass(frozen=True, slots=True)
class TypedRow:
    """One piece as it is typed; what is empty was not said. ``times`` is how often it is laid again, ``way`` where."""

    name: str = ""
    role: Role = Role.PHOTO
    shape: Shape = Shape.RECT
    left: str = ""
    width: str = ""
    right: str = ""
    top: str = ""
    height: str = ""
    bottom: str = ""
    tilt: str = ""
    mats: str = ""
    paper: str = ""
    times: str = ""
    way: Beside = Beside.RIGHT
    gap: str = ""


@dataclass(frozen=True, slots=True)
class ReadRows:
    """The rows that could be read, None for one that says nothing yet, and what is wrong with the others."""

    rows: tuple[Measured | None, ...]
    faults: tuple[RowFault, ...]


def read_rows(rows: Sequence[TypedRow], unit: Unit) -> ReadRows:
    """Read what was typed. A row that cannot be read keeps its name, and is left out of the drawing."""
    found: list[Measured | None] = []
    faults: list[RowFault] = []
    for number, row in enumerate(rows):
        if row.role is not Role.BASE and not any(getattr(row, name).strip() for name in _SAYING):
            found.append(None)
            continue
        try:
            found.append(_read(row, unit))
        except BadInput as error:
            found.append(None)
            faults += [
                RowFault(number, fault.code, fault.message, (fault.block,) if fault.block else ())
                for fault in error.faults
            ]
    return ReadRows(tuple(found), tuple(faults))


def _read(row: TypedRow, unit: Unit) -> Measured:
    what = row.name.strip() or row.role.value
    lengths = {name: _length(getattr(row, name), unit, f"{what}, {name}", name) for name in _MEASURES}
    return Measured(
        row.name.strip(),
        row.role,
        row.shape,
        turn=_tilt(row.tilt, what),
        mats=read_mats(row.mats, unit),
        paper=row.paper.strip() or None,
        again=_again(row, unit, what),
        **lengths,
    )


def _length(typed: str, unit: Unit, what: str, field: str) -> Grains | None:
    if not typed.strip():
        return None
    try:
        return parse_length(typed, unit).grains
    except UnreadableLength as error:
        raise refuse(error.code, f"{what}: {error}", field) from error


def _tilt(typed: str, what: str) -> int:
    """Return degrees clockwise in hundredths; nothing typed is straight."""
    plain = typed.strip().removesuffix("°").strip()
    try:
        degrees = Decimal(plain or 0)
    except InvalidOperation:
        degrees = Decimal("NaN")
    if not degrees.is_finite() or abs(degrees) > 180:
        raise refuse(
            "not-a-tilt", f'{what}: "{plain[:20]}" is no number of degrees. Try 5, or -7.5 for the other way.', "tilt"
        )
    return round(degrees * 100) % 36_000


def _again(row: TypedRow, unit: Unit, what: str) -> Again | None:
    if not row.times.strip():
        return None
    try:
        times = int(row.times)
    except ValueError:
        times = -1
    if not 0 <= times <= MOST_AGAIN:
        raise refuse(
            "again",
            f"{what}: “{row.times[:10]}” is no number of times. It can be laid up to {MOST_AGAIN} times.",
            "times",
        )
    gap = _length(row.gap, unit, f"{what}, how far apart", "gap") or 0
    return Again(times, row.way, gap) if times else None


def read_mats(text: str, unit: Unit) -> tuple[Reveals, ...]:
    """Return what shows of each mat, the innermost first: all round, or on the sides that are named.

    >>> [tuple(side // 1016 for side in mat) for mat in read_mats("1/8, 1/4 right bottom", Unit.IN)]
    [(1, 1, 1, 1), (0, 0, 2, 2)]

    Raises ``BadInput`` for what is no length, no side, or shows too much.
    """
    found = []
    for part in re.split(r"[;,]", text.lower()):
        if part.strip():
            found.append(_read_mat(part.strip(), unit))
    if len(found) > MOST_MATS:
        raise refuse("too-many-mats", f"Up to {MOST_MATS} mats lie behind one piece, not {len(found)}.", "mats")
    return tuple(found)


def _read_mat(part: str, unit: Unit) -> Reveals:
    match = _MAT.fullmatch(part)
    words = re.findall(r"[a-z]+", match["sides"]) if match else ["?"]
    sides = {_SIDES[word] for word in words if word in _SIDES}
    if match is None or any(word not in _SIDES and word != "and" for word in words):
        raise refuse("mat-sides", f"“{part[:40]}” is no mat. These would do: 1/8; 1/8, 1/4; 1/4 right bottom.", "mats")
    reveal = _length(match["reveal"], unit, "what shows of a mat", "mats")
    if reveal is None or not 0 < reveal <= MOST_REVEAL:
        raise refuse("reveal", f"“{part[:40]}”: a mat shows by more than nothing and by 2 in at most.", "mats")
    return Reveals(
        *(reveal if not sides or side in sides else 0 for side in (Side.LEFT, Side.TOP, Side.RIGHT, Side.BOTTOM))
    )
