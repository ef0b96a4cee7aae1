"""A sketch from measures taken with a ruler: sizes, and distances from the page's edges.

Of each piece people measure some of: distance from the left, width, distance
from the right; and the same up and down. Two of three are enough. Where all three
are given they must add up to the page, and those that do not are named with the sum.
Mats lie behind a piece, each with what shows of it; "the same again" lays more of it in a row.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field, replace
from typing import Final, NamedTuple

from inkquilt.errors import Fault, SketchFaults
from inkquilt.lengths import Grains, Unit, with_unit
from inkquilt.sketch.building import STEPS, Beside, free_letter
from inkquilt.sketch.model import MATTED, MOST_BLOCKS, Block, Role, Shape, Size, Sketch
from inkquilt.sketch.naming import numbered, word_for
from inkquilt.sketch.patterns import EQUAL
from inkquilt.sketch.relations import Reveals

NAMELESS: Final = "Measured sketch"


@dataclass(frozen=True, slots=True)
class Again:
    """The same so many times more, each a gap further this way."""

    times: int
    way: Beside
    gap: Grains


@dataclass(frozen=True, slots=True)
class Measured:
    """One piece as it was measured, as if it lay straight; None for what was not.

    Without a ``name`` it is called by its role. ``turn`` is its tilt in hundredths of a degree, ``mats`` what shows of
    each mat behind it, the innermost first. A base is as large as the page.
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
    mats: tuple[Reveals, ...] = ()
    paper: str | None = None
    again: Again | None = None


@dataclass(frozen=True, slots=True)
class RowFault:
    """What is wrong with one of the rows, counted from nought, and which of what was measured says so."""

    row: int
    code: str
    message: str
    wrong: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class FromMeasures:
    """What measures come to: what can be drawn of them, what each piece is called, and what is wrong."""

    sketch: Sketch
    names: tuple[str, ...]
    faults: tuple[RowFault, ...]


def measured_sketch(name: str, unit: Unit, page: Size, rows: Sequence[Measured]) -> Sketch:
    """Return the sketch; later rows lie on top.

    Raises ``SketchFaults`` with every row whose measures are too few, do not add
    up to the page, or come to nothing.
    """
    found = from_measures(name, unit, page, rows)
    if found.faults:
        raise SketchFaults([Fault(found.names[one.row], one.code, one.message) for one in found.faults])
    return found.sketch


def from_measures(name: str, unit: Unit, page: Size, rows: Sequence[Measured | None]) -> FromMeasures:
    """Return what can be drawn of the measures, and what is wrong with the others; None is a row that says nothing."""
    names = names_of(rows)
    drawing = _Drawing(page, unit)
    for number, (row, called) in enumerate(zip(rows, names, strict=True)):
        if row is not None:
            drawing.add(number, replace(row, name=called))
    sketch = Sketch(name or NAMELESS, unit, page, tuple(drawing.blocks))
    return FromMeasures(sketch, names, tuple(drawing.faults))


def names_of(rows: Sequence[Measured | None]) -> tuple[str, ...]:
    """Return what each piece is called: as it was named, else by its role with the next number that is free.

    >>> names_of([Measured("", Role.PHOTO), Measured("photo 2", Role.PHOTO), Measured("", Role.PHOTO)])
    ('photo 1', 'photo 2', 'photo 3')
    """
    taken = {row.name for row in rows if row and row.name}
    names: list[str] = []
    for row in rows:
        called = row.name if row else ""
        if row and not called:
            word = word_for(row.role)
            called = word if row.role is Role.BASE else numbered(word, taken)
        taken.add(called)
        names.append(called)
    return tuple(names)


@dataclass(slots=True)
class _Drawing:
    """The pieces drawn so far, lowest first, and what is wrong."""

    page: Size
    unit: Unit
    blocks: list[Block] = field(default_factory=list)
    faults: list[RowFault] = field(default_factory=list)

    def add(self, number: int, row: Measured) -> None:
        """Draw a row, with its mats and with more of it, or say what is wrong with it."""
        faults: list[_Wrong] = []
        placed = self._placed(row, faults)
        if placed and row.role is Role.BASE and any(block.role is Role.BASE for block in self.blocks):
            faults.append(_Wrong("two-bases", f"{row.name}: there is one base on a page; make this a paper."))
        if placed and not faults:
            pieces = list(self._pieces(placed, row, faults))
            if len(self.blocks) + len(pieces) > MOST_BLOCKS:
                faults.append(_Wrong("too-many", f"{row.name}: a sketch has {MOST_BLOCKS} pieces at most."))
            elif not faults:
                self.blocks += pieces
        self.faults += [RowFault(number, *wrong) for wrong in faults]

    def _placed(self, row: Measured, faults: list[_Wrong]) -> Block | None:
        if row.role is Role.BASE:
            return Block(row.name, row.role, Shape.RECT, 0, 0, self.page.width, self.page.height)
        across = _settled(row.name, "across", self.page.width, self.unit, row.left, row.width, row.right, faults)
        down = _settled(row.name, "up and down", self.page.height, self.unit, row.top, row.height, row.bottom, faults)
        if across is None or down is None:
            return None
        size = Size(across[1], down[1])
        if row.shape is Shape.CIRCLE and size.width != size.height:
            words = f"{row.name}: a round piece is as wide as it is high, not {self._words(size)}."
            faults.append(_Wrong("not-round", words, ("width", "height")))
        return Block(row.name, row.role, row.shape, across[0], down[0], size.width, size.height, turn=row.turn)

    def _words(self, size: Size) -> str:
        return f"{with_unit(size.width, self.unit)} × {with_unit(size.height, self.unit)}"

    def _pieces(self, first: Block, row: Measured, faults: list[_Wrong]) -> Iterator[Block]:
        """Yield the piece and what is laid of it again, each with its mats under it."""
        ids = {block.id for block in self.blocks}
        labels = {block.label or "" for block in self.blocks} | {row.name}
        stem = row.name.rstrip("0123456789").rstrip() or row.name
        letters = self._letters(row)
        around = _outermost(row.mats)
        for time in range((row.again.times if row.again else 0) + 1):
            label = row.name if not time else numbered(stem, labels, 2)
            labels.add(label)
            piece = replace(first, id=_free(label, ids), label=label, paper=letters[0])
            if row.again and time:
                across, down = STEPS[row.again.way]
                by_x = first.width + around.left + around.right + row.again.gap
                by_y = first.height + around.top + around.bottom + row.again.gap
                piece = piece.placed(first.x + time * across * by_x, first.y + time * down * by_y, first.size)
            if _is_beside(piece, self.page):
                faults.append(
                    _Wrong("off-page", f"{label} would lie beside the page: fewer of it would do.", ("times",))
                )
                return
            ids.add(piece.id)
            mats = list(_mats_behind(piece, row.mats, letters[1:], ids))
            ids |= {mat.id for mat in mats}
            level = max((block.level for block in self.blocks), default=0) + 1 + time * (len(mats) + 1)
            for place, block in enumerate((*reversed(mats), piece)):
                yield replace(block, level=0 if block.role is Role.BASE else level + place)

    def _letters(self, row: Measured) -> list[str | None]:
        """Return the paper of a piece as it was said, and a paper of its own for each of its mats."""
        taken = {block.paper for block in self.blocks if block.paper} | {row.paper or ""}
        letters: list[str | None] = [row.paper or None]
        for _ in row.mats:
            letters.append(free_letter((), taken))
            taken.add(letters[-1] or "")
        return letters


class _Wrong(NamedTuple):
    """What is wrong with a row, and which of what was measured says so."""

    code: str
    message: str
    wrong: tuple[str, ...] = ()


#: What is measured of a piece on each axis.
_MEASURED: Final = {"across": ("left", "width", "right"), "up and down": ("top", "height", "bottom")}


def _free(label: str, taken: set[str]) -> str:
    """Return an id for a piece that is called so."""
    return label if label not in taken else numbered(label, taken, 2)


def _is_beside(block: Block, page: Size) -> bool:
    across = block.x >= page.width or block.x + block.width <= 0
    return across or block.y >= page.height or block.y + block.height <= 0


def _outermost(mats: Sequence[Reveals]) -> Reveals:
    """Return how far the outermost mat shows beyond the piece itself."""
    return Reveals(*(sum(sides) for sides in zip(*mats, strict=True))) if mats else Reveals(0, 0, 0, 0)


def _mats_behind(
    piece: Block, mats: Sequence[Reveals], papers: Sequence[str | None], taken: set[str]
) -> Iterator[Block]:
    """Yield the mats of a piece, the innermost first, turned with it; papers under what is put on no mat."""
    inner, matted = piece, piece.role in MATTED
    for reveal, paper in zip(mats, papers, strict=True):
        label = f"{'outer ' if inner is not piece else ''}mat of {piece.label}"
        size = Size(inner.width + reveal.left + reveal.right, inner.height + reveal.top + reveal.bottom)
        inner = replace(
            piece,
            id=_free(f"{piece.id} mat", taken),
            label=label,
            paper=paper,
            role=Role.MAT if matted else Role.PAPER,
            of=(inner.id,) if matted else (),
        ).placed(inner.x - reveal.left, inner.y - reveal.top, size)
        taken.add(inner.id)
        yield inner


def _settled(
    name: str,
    way: str,
    whole: Grains,
    unit: Unit,
    before: Grains | None,
    length: Grains | None,
    after: Grains | None,
    faults: list[_Wrong],
) -> tuple[Grains, Grains] | None:
    """Return start and length on an axis, or None with a fault."""
    given = [part for part in (before, length, after) if part is not None]
    if len(given) < 2:
        words = f"{name}: measure two of the three {way}, its size and one distance, or both distances."
        lacking = tuple(
            field for field, part in zip(_MEASURED[way], (before, length, after), strict=True) if part is None
        )
        faults.append(_Wrong("too-few-measures", words, lacking))
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
            faults.append(_Wrong("does-not-add-up", words, _MEASURED[way]))
            return None
    if length is None:
        assert before is not None
        assert after is not None
        length = whole - before - after
    start = before if before is not None else whole - (after or 0) - length
    if length <= 0:
        words = f"{name}, {way}: its distances leave {with_unit(length, unit)} for the piece itself."
        faults.append(_Wrong("nothing-left", words, _MEASURED[way]))
        return None
    return start, length
