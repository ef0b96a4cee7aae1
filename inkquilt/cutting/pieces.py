"""Pieces as they are cut: what is asked of a page's pieces beyond their size, and what comes of it for each paper.

One piece of the page may be cut as several: the ends of a strip cut short, the pieces
of a row, a window's backing, spare copies. They share its number and are told apart by
letters. Two right triangles of one size come out of one rectangle by a cut from corner
to corner; their key is both numbers.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from enum import Enum
from itertools import groupby
from string import ascii_lowercase

from inkquilt.cutting.guillotine import Wanted
from inkquilt.lengths import INCH, Grains, Unit
from inkquilt.paper.kinds import PatternRun, SideName
from inkquilt.paper.openings import Inset, Window, backing_of, cuts_of
from inkquilt.paper.pieces import Piece, PieceList
from inkquilt.paper.regions import SheetRegion
from inkquilt.paper.repeats import Repeat, cells_of
from inkquilt.paper.saving import USUAL_LIP, Saving, SavingKind
from inkquilt.paper.seams import Seam
from inkquilt.paper.tools import ToolUse
from inkquilt.sketch.model import Corner, End, Shape, Size


class Slant(Enum):
    """A cut from corner to corner of a piece as it lies: falling from its top left, or rising from its bottom left."""

    FALLING = "falling"
    RISING = "rising"

    @property
    def turned(self) -> Slant:
        """As it runs over the piece lying on its other side."""
        return Slant.RISING if self is Slant.FALLING else Slant.FALLING


@dataclass(frozen=True, slots=True)
class InnerWork:
    """Cuts made on a piece after it is cut from its sheet: so many, and the middle they free, if any."""

    cuts: int
    middle: Size | None = None


@dataclass(frozen=True, slots=True)
class CutPiece:
    """One piece as it is cut: its key is its number on the page, with a letter where several share it.

    ``size`` is that of its blank as it lies on the page, ``side`` the side of the paper that
    shows; ``lie`` says how it lies on a directional side. ``openings`` are cut out of it, then
    ``slant`` cuts it corner to corner; ``face_to_face`` is the key of the piece it mirrors.
    """

    key: str
    number: int
    block: str
    name: str
    shape: Shape
    size: Size
    side: SideName = SideName.A
    lie: PatternRun = PatternRun.UP
    openings: tuple[Inset, ...] = ()
    slant: Slant | None = None
    region: SheetRegion | None = None
    face_to_face: str | None = None

    def wanted(self, directional: frozenset[SideName]) -> Wanted:
        """Return it for the planner; pieces of a directional side are not turned at will."""
        return Wanted(self.key, self.lying(directional), may_turn=self.side not in directional)

    def lying(self, directional: frozenset[SideName]) -> Size:
        """Return its size as it lies on the sheet, as far as the pattern decides that."""
        return self.size.swapped() if self.is_across(directional) else self.size

    def is_across(self, directional: frozenset[SideName]) -> bool:
        """Tell whether the pattern makes it lie on its other side on the sheet."""
        return self.side in directional and self.lie is PatternRun.ACROSS

    def openings_as(self, lies: Size) -> tuple[Inset, ...]:
        """Return its openings as it lies with that size on its sheet: as on the page, or a quarter turned clockwise."""
        if lies == self.size:
            return self.openings
        return tuple(opening.turned(self.size) for opening in self.openings)

    def slant_as(self, lies: Size) -> Slant | None:
        """Return how it is cut corner to corner as it lies with that size on its sheet."""
        return self.slant.turned if self.slant is not None and lies != self.size else self.slant

    def inner_work(self, lies: Size) -> tuple[InnerWork, ...]:
        """Return what is done to it after it is cut from its sheet, in order."""
        freed = [InnerWork(cuts_of(opening, lies), opening.size) for opening in self.openings_as(lies)]
        return (*freed, InnerWork(1)) if self.slant else tuple(freed)


@dataclass(frozen=True, slots=True)
class CutWishes:
    """What is asked of pieces, each by block; papers by their letter on the page."""

    savings: Mapping[str, Saving] = field(default_factory=dict)
    lies: Mapping[str, PatternRun] = field(default_factory=dict)
    sides: Mapping[str, SideName] = field(default_factory=dict)
    copies: Mapping[str, int] = field(default_factory=dict)
    windows: Mapping[str, tuple[Window, ...]] = field(default_factory=dict)
    repeats: Mapping[str, Repeat] = field(default_factory=dict)
    regions: Mapping[str, SheetRegion] = field(default_factory=dict)
    slants: Mapping[str, Slant] = field(default_factory=dict)
    tools: Mapping[str, ToolUse] = field(default_factory=dict)
    folds: Mapping[str, End] = field(default_factory=dict)
    seams: Mapping[str, Seam] = field(default_factory=dict)
    #: The papers behind a polygon's openings, by the opening's place.
    behind: Mapping[str, Mapping[int, str]] = field(default_factory=dict)
    #: Papers whose pieces have a right way up.
    directional: frozenset[str] = frozenset()
    lip: Grains = USUAL_LIP
    #: Repeated pieces lie on it.
    grid: Grains = INCH // 8
    unit: Unit = Unit.IN


class _Half(Enum):
    """Which half of a piece that runs over two facing pages, if it does."""

    NONE = "none"
    LEFT = "left"
    RIGHT = "right"


@dataclass(frozen=True, slots=True)
class _Loose:
    """A piece with its paper, before it has its key; ``mirrors`` the one before it, cut face to face."""

    paper: str
    piece: CutPiece
    mirrors: bool = False


def pieces_to_cut(pieces: PieceList, wishes: CutWishes) -> dict[str, tuple[CutPiece, ...]]:
    """Return what is cut from each paper, by its letter. A spare, a base nobody sees, is not among it.

    Raises ``CoreError`` for a row that is too long.
    """
    loose = [
        one
        for group in pieces.papers
        for number, several in groupby(group.pieces, key=lambda piece: piece.number)
        for one in _of_number(group.paper, list(several), wishes)
    ]
    found: dict[str, list[CutPiece]] = {group.paper: [] for group in pieces.papers}
    for one in _nested(list(_keyed(loose)), wishes):
        found.setdefault(one.paper, []).append(one.piece)
    corners = {piece.block: piece.corner for group in pieces.papers for piece in group.pieces}
    return {
        paper: tuple(several) if paper in wishes.directional else tuple(_paired(several, corners, wishes))
        for paper, several in found.items()
    }


def _of_number(paper: str, several: Sequence[Piece], wishes: CutWishes) -> Iterator[_Loose]:
    """Yield what is cut for one number of the page: itself, what belongs to it, spare copies last."""
    first = several[0]
    saving = wishes.savings.get(first.block)
    if saving is not None and saving.kind is SavingKind.SPARE:
        return
    halves = (_Half.LEFT, _Half.RIGHT) if len(several) > 1 else (_Half.NONE,)
    both = list(zip(several, halves, strict=True))
    whole = [one for piece, half in both for one in _cut_as(paper, piece, half, saving, wishes)]
    yield from whole
    for piece, half in both:
        yield from _backings(paper, piece, half, wishes)
    for _ in range(wishes.copies.get(first.block, 0)):
        yield from (replace(one, mirrors=False) for one in whole)


def _cut_as(paper: str, piece: Piece, half: _Half, saving: Saving | None, wishes: CutWishes) -> Iterator[_Loose]:
    """Yield one piece as it is cut."""
    plain = _plain(paper, piece, wishes)
    repeat = wishes.repeats.get(piece.block)
    windows = wishes.windows.get(piece.block, ())
    seam = wishes.seams.get(piece.block)
    if repeat is not None:
        for cell in cells_of(piece.size, repeat, paper, wishes.grid, wishes.unit):
            side = wishes.sides.get(cell.paper, SideName.A)
            size = _blank(piece.block, cell.cut, wishes)
            shape = Shape.BANNER if repeat.flags else plain.shape
            # Of many pieces none can come from the one place of the sheet that was meant for the whole.
            one = replace(plain, shape=shape, size=size, openings=(), side=side, slant=None, region=None)
            yield _Loose(cell.paper, one)
    elif windows:
        yield from _windowed(paper, plain, windows, half)
    elif seam is not None:
        for called, part in zip(seam.names, seam.parts(piece.size, wishes.lip, wishes.grid), strict=True):
            yield _Loose(paper, replace(plain, name=f"{plain.name}, {called}", size=part.size))
    elif saving is not None and saving.kind in (SavingKind.SHORT, SavingKind.JOIN):
        for part in saving.parts:
            yield _Loose(paper, replace(plain, size=_blank(piece.block, part.size, wishes)))
    elif saving is not None and saving.opening is not None:
        yield _Loose(paper, replace(plain, openings=(saving.opening,)))
    else:
        yield _Loose(paper, plain)


def _plain(paper: str, piece: Piece, wishes: CutWishes) -> CutPiece:
    opening = frame_opening(piece)
    return CutPiece(
        "",
        piece.number,
        piece.block,
        f"{piece.name}, to be folded" if piece.block in wishes.folds else piece.name,
        piece.shape,
        _blank(piece.block, piece.size, wishes),
        wishes.sides.get(paper, SideName.A),
        wishes.lies.get(piece.block, PatternRun.UP),
        (opening,) if opening else (),
        wishes.slants.get(piece.block),
        wishes.regions.get(piece.block),
    )


def frame_opening(piece: Piece) -> Inset | None:
    """Return the opening of a frame, None for any other piece."""
    if piece.shape is not Shape.FRAME or not piece.band:
        return None
    band = piece.band
    return Inset(band, band, Size(piece.size.width - 2 * band, piece.size.height - 2 * band))


def _blank(block: str, size: Size, wishes: CutWishes) -> Size:
    use = wishes.tools.get(block)
    if use is not None:
        size = use.cut_size(size)
    fold = wishes.folds.get(block)
    if fold in (End.LEFT, End.RIGHT):
        return Size(2 * size.width, size.height)
    return Size(size.width, 2 * size.height) if fold is not None else size


def _windowed(paper: str, plain: CutPiece, windows: Sequence[Window], half: _Half) -> Iterator[_Loose]:
    """Yield a piece with its windows, and the mirrored one for the facing page.

    Of a piece that runs over two facing pages the right half is the mirrored one.
    """
    openings = tuple(window.opening for window in windows)
    turned = tuple(window.opening.mirrored(plain.size.width) for window in windows if window.mirrored)
    if half is _Half.RIGHT:
        yield _Loose(paper, replace(plain, openings=turned), mirrors=bool(turned))
        return
    yield _Loose(paper, replace(plain, openings=openings))
    if turned and half is _Half.NONE:
        yield _Loose(paper, replace(plain, name=f"{plain.name}, facing page", openings=turned), mirrors=True)


def _backings(paper: str, piece: Piece, half: _Half, wishes: CutWishes) -> Iterator[_Loose]:
    for window in wishes.windows.get(piece.block, ()):
        if window.backing is None or (half is _Half.RIGHT and not window.mirrored):
            continue
        size = backing_of(window.opening, piece.size, wishes.lip).size
        behind = CutPiece(
            "",
            piece.number,
            piece.block,
            f"behind {piece.name}",
            Shape.RECT,
            size,
            wishes.sides.get(window.backing, SideName.A),
        )
        yield _Loose(window.backing, behind)
        if window.mirrored and half is _Half.NONE:
            yield _Loose(window.backing, replace(behind, name=f"{behind.name}, facing page"))
    for place, letter in sorted(wishes.behind.get(piece.block, {}).items()):
        # An opening of any outline is backed by a rectangle: nobody sees what lies under the piece.
        size = _on_marks(backing_of(piece.openings[place], piece.size, wishes.lip).size, piece.size, wishes.grid)
        called = f"behind opening {place + 1} of {piece.name}" if len(piece.openings) > 1 else f"behind {piece.name}"
        side = wishes.sides.get(letter, SideName.A)
        yield _Loose(letter, CutPiece("", piece.number, piece.block, called, Shape.RECT, size, side))


def _on_marks(size: Size, most: Size, grid: Grains) -> Size:
    """Return a size raised to the marks, no larger than what it lies behind."""
    return Size(min(most.width, -(-size.width // grid) * grid), min(most.height, -(-size.height // grid) * grid))


def _keyed(loose: Sequence[_Loose]) -> Iterator[_Loose]:
    """Give every piece its key; letters run through all papers that share a number."""
    counts: dict[int, int] = {}
    for one in loose:
        counts[one.piece.number] = counts.get(one.piece.number, 0) + 1
    seen: dict[int, int] = {}
    for one in loose:
        number = one.piece.number
        place = seen[number] = seen.get(number, -1) + 1
        key = f"{number}{letters(place) if counts[number] > 1 else ''}"
        facing = f"{number}{letters(place - 1)}" if one.mirrors else None
        yield replace(one, piece=replace(one.piece, key=key, face_to_face=facing))


def _nested(loose: Sequence[_Loose], wishes: CutWishes) -> Iterator[_Loose]:
    """Yield the pieces with those that are cut out of another's hidden middle told with that one."""
    inner = {
        block: saving.inner
        for block, saving in wishes.savings.items()
        if saving.kind is SavingKind.NEST and saving.inner
    }
    waiting: dict[str, list[CutPiece]] = {}
    outermost: list[_Loose] = []
    for one in loose:
        if one.piece.block in inner.values():
            waiting.setdefault(one.piece.block, []).append(one.piece)
        else:
            outermost.append(one)
    for one in outermost:
        piece, block = one.piece, inner.get(one.piece.block)
        while block is not None and waiting.get(block):
            out_of_it = waiting[block].pop(0)
            piece = replace(
                piece, key=f"{piece.key}+{out_of_it.key}", name=f"{piece.name}, {out_of_it.name} out of its middle"
            )
            block = inner.get(block)
        yield replace(one, piece=piece)
    # Of one more than there are middles for, each is cut by itself.
    left = {id(piece) for some in waiting.values() for piece in some}
    yield from (one for one in loose if id(one.piece) in left)


def letters(place: int) -> str:
    """Return a, b ... z, aa, ab and so on.

    >>> letters(0), letters(25), letters(26)
    ('a', 'z', 'aa')
    """
    head, tail = divmod(place, 26)
    return (letters(head - 1) if head else "") + chr(ord("a") + tail)


def numbers_in(key: str) -> tuple[int, ...]:
    """Return the page's numbers that a key stands for.

    >>> numbers_in("5b"), numbers_in("4+7")
    ((5,), (4, 7))
    """
    return tuple(int(one.rstrip(ascii_lowercase)) for one in key.split("+"))


def is_made(key: str, made: Mapping[str, int]) -> bool:
    """Tell whether a piece is cut already; one that had no letter before it had copies is the first of them."""
    bare = key.removesuffix("a") if key.endswith("a") and key[:-1].isdigit() else key
    return bool(made.get(key) or made.get(bare) or (key.isdigit() and made.get(f"{key}a")))


# -- triangles -----------------------------------------------------------------------------


def _paired(several: Sequence[CutPiece], corners: Mapping[str, Corner], wishes: CutWishes) -> Iterator[CutPiece]:
    """Yield the pieces with triangles as blanks that are cut corner to corner, two in one where they match."""
    waiting: dict[tuple[int, int, SideName], tuple[CutPiece, Slant]] = {}
    done: list[CutPiece] = []
    for piece in several:
        if piece.shape is not Shape.TRIANGLE or piece.block in wishes.tools or piece.slant is not None:
            done.append(piece)
            continue
        slant = _long_side(corners[piece.block])
        size = piece.size
        if size.width < size.height:
            size, slant = size.swapped(), slant.turned
        match = (size.width, size.height, piece.side)
        first = waiting.get(match)
        # A square is a square whichever way it is turned; else only the same slant gives the same triangle.
        if piece.region is None and first is not None and (first[1] is slant or size.width == size.height):
            del waiting[match]
            other = first[0]
            done[done.index(other)] = replace(other, key=f"{other.key}+{piece.key}", name="two triangles")
            continue
        alone = replace(piece, slant=_long_side(corners[piece.block]))
        done.append(alone)
        if piece.region is None:
            waiting[match] = (alone, slant)
    yield from done


def _long_side(corner: Corner) -> Slant:
    """Return how the long side of a right triangle runs in its box."""
    return Slant.FALLING if corner in (Corner.BOTTOM_LEFT, Corner.TOP_RIGHT) else Slant.RISING
