"""A list of photos by their sizes, as one says it, and rows that it makes.

"two 4 x 4, one 3 x 4, 4x6" is four photos, each width × height. Rows keep one gap, their outer ends
are in line where they are nearly as long, and photos of a row share the line that faces the next row.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import combinations, pairwise
from typing import Final

from inkquilt.errors import BadInput, Fault, UnreadableLength
from inkquilt.lengths import INCH, Grains, Unit, parse_length, with_unit
from inkquilt.sketch.model import Size

#: A page takes no more photos than this.
MOST_PHOTOS: Final = 16
_NUMBERS: Final = {
    word: number
    for number, word in enumerate(
        ("a", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"), start=1
    )
} | {"one": 1, "an": 1}
#: No photo on a page is smaller than this. Common practice, no source.
SMALLEST: Final[Grains] = INCH // 2
_UNIT: Final = re.compile(r"(in|mm|cm|\"|″)\s*$")
#: A row is spread to the length of the longest when its gaps grow to no more than so many times the common one.
_SPREAD: Final = 4
#: Rows are cut out of more photos than this one after the other, not in every way there is.
_EVERY_WAY: Final = 12
#: What an unused part of a row counts against the proportions of the whole.
_RAGGED: Final = 2.0


def read_photo_list(text: str, unit: Unit) -> tuple[Size, ...]:
    """Return the sizes of a list as it is typed.

    >>> [size.width // 8128 for size in read_photo_list("two 4 x 4, one 3 x 4", Unit.IN)]
    [4, 4, 3]

    Raises ``BadInput`` for what is no such list, and for more photos than a page takes.
    """
    sizes: list[Size] = []
    for part in re.split(r"[;,\n]|\band\b", text.lower().replace("×", "x")):
        if part.strip():
            sizes += _read_part(part.strip(), unit)
    if not 1 <= len(sizes) <= MOST_PHOTOS:
        raise BadInput([Fault("sizes", "photo-count", f"A page takes 1 to {MOST_PHOTOS} photos, not {len(sizes)}.")])
    return tuple(sizes)


def _read_part(part: str, unit: Unit) -> list[Size]:
    sides = part.split("x")
    if len(sides) == 2:
        size = _size(sides[0], sides[1], unit)
        if size is not None:
            return [size]
        count, _, width = sides[0].strip().partition(" ")
        number = int(count) if count.isdigit() else _NUMBERS.get(count, 0)
        size = _size(width, sides[1], unit)
        if size is not None and 0 < number <= MOST_PHOTOS:
            return [size] * number
    words = f"“{part[:40]}” is no size of a photo. Say it like: two 4 x 4, one 3 x 4."
    raise BadInput([Fault("sizes", "photo-size", words)])


def _size(width: str, height: str, unit: Unit) -> Size | None:
    """Return a size; a unit that stands at its end is that of both sides."""
    said = _UNIT.search(height)
    if said and not _UNIT.search(width):
        width += said[0]
    try:
        size = Size(parse_length(width, unit).grains, parse_length(height, unit).grains)
    except UnreadableLength:
        return None
    if size.width <= 0 or size.height <= 0:
        return None
    if min(size.width, size.height) < SMALLEST:
        words = (
            f"A photo of {size_words(size, unit)} is too small to see. Sizes are in {unit.value} on this page; "
            f"for others say so, like {'50 x 70 mm' if unit is Unit.IN else '2 x 3 in'}."
        )
        raise BadInput([Fault("sizes", "photo-size", words)])
    return size


@dataclass(frozen=True, slots=True)
class Rows:
    """Where pieces lie in rows: ``places`` of their top left corners from that of the whole, in the order asked.

    ``cost`` is how far the whole is off the room's proportions, and how ragged.
    """

    size: Size
    places: tuple[tuple[Grains, Grains], ...]
    cost: float


def in_rows_or_columns(pieces: Sequence[Size], room: Size, gap: Grains, grid: Grains) -> Rows | None:
    """Return the best rows or columns of pieces in a room, or None where it takes neither.

    Best is what has the room's proportions and rows of one length. Places are whole steps of ``grid``
    from the corner when sizes and gap are.
    """
    rows = _in_rows(pieces, room, gap, grid)
    columns = _in_rows([piece.swapped() for piece in pieces], room.swapped(), gap, grid)
    if columns is None or (rows is not None and rows.cost <= columns.cost):
        return rows
    return Rows(columns.size.swapped(), tuple((x, y) for y, x in columns.places), columns.cost)


def _in_rows(pieces: Sequence[Size], room: Size, gap: Grains, grid: Grains) -> Rows | None:
    order = sorted(range(len(pieces)), key=lambda at: (-pieces[at].height, -pieces[at].width, at))
    best: tuple[float, list[list[int]]] | None = None
    for rows in _cut(order, pieces, room, gap):
        size = _size_of(rows, pieces, gap)
        if size.width > room.width or size.height > room.height:
            continue
        ragged = sum(1 - _length(row, pieces, gap) / size.width for row in rows) / len(rows)
        shape = abs(size.width * room.height - size.height * room.width) / (room.width * room.height)
        cost = shape + _RAGGED * ragged
        if best is None or cost < best[0]:
            best = cost, rows
    return None if best is None else _placed(best[1], pieces, gap, grid, best[0])


def _cut(order: list[int], pieces: Sequence[Size], room: Size, gap: Grains) -> Iterator[list[list[int]]]:
    """Yield ways to cut an order into rows: every one, or of many pieces those of rows about equally full."""
    if len(order) <= _EVERY_WAY:
        for count in range(len(order)):
            for cuts in combinations(range(1, len(order)), count):
                yield [order[a:b] for a, b in pairwise((0, *cuts, len(order)))]
        return
    for part in range(40, 101, 5):
        rows: list[list[int]] = [[]]
        for at in order:
            if rows[-1] and _length([*rows[-1], at], pieces, gap) > room.width * part / 100:
                rows.append([])
            rows[-1].append(at)
        yield rows


def _length(row: list[int], pieces: Sequence[Size], gap: Grains) -> Grains:
    return sum(pieces[at].width for at in row) + gap * (len(row) - 1)


def _size_of(rows: list[list[int]], pieces: Sequence[Size], gap: Grains) -> Size:
    width = max(_length(row, pieces, gap) for row in rows)
    return Size(width, sum(max(pieces[at].height for at in row) for row in rows) + gap * (len(rows) - 1))


def _placed(rows: list[list[int]], pieces: Sequence[Size], gap: Grains, grid: Grains, cost: float) -> Rows:
    size = _size_of(rows, pieces, gap)
    places: dict[int, tuple[Grains, Grains]] = {}
    top = 0
    for number, row in enumerate(rows):
        high, spare = max(pieces[at].height for at in row), size.width - _length(row, pieces, gap)
        between, left = _spread(len(row), spare, gap, grid)
        for at in row:
            down = high - pieces[at].height if number == 0 and len(rows) > 1 else 0
            places[at] = left, top + down
            left += pieces[at].width + between
        top += high + gap
    return Rows(size, tuple(places[at] for at in range(len(pieces))), cost)


def _spread(count: int, spare: Grains, gap: Grains, grid: Grains) -> tuple[Grains, Grains]:
    """Return the gap of a row and where it begins: in line at both ends, or in the middle with the common gap."""
    if count > 1 and spare:
        wider = gap + spare // (count - 1) // grid * grid
        if wider <= _SPREAD * gap:
            return wider, (spare - (wider - gap) * (count - 1)) // 2 // grid * grid
    return gap, spare // 2 // grid * grid


def size_words(size: Size, unit: Unit) -> str:
    """Say a size: "4 in × 6 in"."""
    return f"{with_unit(size.width, unit)} × {with_unit(size.height, unit)}"
