"""What people ask of single pieces, as they ask it, and what that comes to on the pieces as they are now.

A window is kept as its distances from the piece's edges, so that it stays right when the page is
fitted anew. What a piece can have no more is left out and told as *trouble*: it is
never lost, and comes back when the piece allows it.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, replace
from enum import Enum
from typing import Final

from inkquilt.cutting.pieces import CutWishes, Slant, frame_opening
from inkquilt.errors import CoreError
from inkquilt.lengths import Unit
from inkquilt.page import Fold
from inkquilt.paper.openings import Distances, Inset, NoWindow, Window, window_at
from inkquilt.paper.pieces import Piece, PieceList
from inkquilt.paper.regions import SheetRegion
from inkquilt.paper.repeats import Repeat, cells_of
from inkquilt.paper.saving import Openwork, Saving, SavingKind
from inkquilt.paper.seams import Seam
from inkquilt.paper.tools import ToolUse
from inkquilt.sketch.model import Block, End, Role, Shape, Size

#: Shapes that can be a row of such shapes.
_ROWS: Final = frozenset({Shape.RECT, Shape.BANNER, Shape.TRIANGLE})


@dataclass(frozen=True, slots=True)
class WindowTerm:
    """A window as it is asked for."""

    away: Distances
    backing: str | None = None
    mirrored: bool = False


@dataclass(frozen=True, slots=True)
class Behind:
    """The paper behind one of a polygon's openings, counted from nought."""

    opening: int
    paper: str


@dataclass(frozen=True, slots=True)
class PieceTerms:
    """What is asked of one piece. ``folded`` is the side along which it is cut double and folded.

    With a ``seam`` it is joined from two; ``behind`` tells the papers behind its openings.
    """

    windows: tuple[WindowTerm, ...] = ()
    repeat: Repeat | None = None
    region: SheetRegion | None = None
    slant: Slant | None = None
    tool: ToolUse | None = None
    folded: End | None = None
    seam: Seam | None = None
    behind: tuple[Behind, ...] = ()


@dataclass(frozen=True, slots=True)
class Settled:
    """The wishes that can be met, and in words why others cannot."""

    wishes: CutWishes
    troubles: tuple[str, ...]


def settled(pieces: PieceList, terms: Mapping[str, PieceTerms], wishes: CutWishes) -> Settled:
    """Return the wishes with what the terms come to on these pieces."""
    unit = wishes.unit
    windows: dict[str, tuple[Window, ...]] = {}
    repeats: dict[str, Repeat] = {}
    seams: dict[str, Seam] = {}
    behind: dict[str, dict[int, str]] = {}
    troubles: list[str] = []
    firsts = {piece.block: piece for group in reversed(pieces.papers) for piece in reversed(group.pieces)}
    for block, piece in sorted(firsts.items(), key=lambda one: one[1].number):
        asked = terms.get(block)
        if asked is None:
            continue
        fine, wrong = _windows(piece, asked, unit)
        if fine:
            windows[block] = fine
        troubles += wrong
        if asked.repeat is not None:
            try:
                cells_of(piece.size, asked.repeat, "", wishes.grid, unit)
                repeats[block] = asked.repeat
            except CoreError as error:
                troubles.append(f"{piece.number} {piece.name}: {error}")
        if asked.tool is not None and (trouble := asked.tool.trouble(piece.size, unit)):
            troubles.append(f"{piece.number} {piece.name}: {trouble}")
        if asked.seam is not None:
            if why := _why_no_seam(piece, asked, wishes):
                troubles.append(f"{piece.number} {piece.name}: {why}")
            else:
                seams[block] = asked.seam
        for one in asked.behind:
            if one.opening < len(piece.openings):
                behind.setdefault(block, {})[one.opening] = one.paper
            else:
                troubles.append(f"{piece.number} {piece.name}: it has no opening {one.opening + 1} any more.")
    known = {block: one for block, one in terms.items() if block in firsts}
    return Settled(
        replace(
            wishes,
            windows=windows,
            repeats=repeats,
            seams=seams,
            behind=behind,
            regions={block: one.region for block, one in known.items() if one.region is not None},
            slants={block: one.slant for block, one in known.items() if one.slant is not None},
            tools={block: one.tool for block, one in known.items() if one.tool is not None},
            folds={block: one.folded for block, one in known.items() if one.folded is not None},
        ),
        tuple(troubles),
    )


def _why_no_seam(piece: Piece, asked: PieceTerms, wishes: CutWishes) -> str | None:
    """Say why a piece cannot be joined from two; None when it can."""
    if asked.windows or asked.repeat or asked.region or asked.slant or asked.tool or asked.folded:
        return "a piece that is folded, shaped, a row, or from one place of the sheet is not joined from two."
    assert asked.seam is not None
    return asked.seam.trouble(piece.size, wishes.lip, wishes.unit)


def _windows(piece: Piece, asked: PieceTerms, unit: Unit) -> tuple[tuple[Window, ...], list[str]]:
    if piece.shape is Shape.FRAME:
        opening = frame_opening(piece)
        return tuple(Window(opening, term.backing) for term in asked.windows if opening and term.backing), []
    fine: list[Window] = []
    troubles = []
    if asked.windows and (asked.tool is not None or asked.folded is not None or asked.repeat is not None):
        why = "a piece that is folded, punched or a row of pieces has no window of its own"
        return (), [f"{piece.number} {piece.name}: {why}."]
    for term in asked.windows:
        try:
            opening = window_at(piece.size, term.away, unit)
            check_apart(opening, [one.opening for one in fine])
            fine.append(Window(opening, term.backing, term.mirrored))
        except NoWindow as error:
            troubles.append(f"{piece.number} {piece.name}: {error}")
    return tuple(fine), troubles


def check_apart(opening: Inset, others: list[Inset]) -> None:
    """Raise ``NoWindow`` for a window that lies over another of its piece."""
    if any(opening.overlaps(other) for other in others):
        raise NoWindow("This window lies over another one of the same piece: other distances would do.")


class Wish(Enum):
    """What not every piece can have."""

    WINDOW = "window"
    ROW = "row"
    SLANT = "slant"
    FOLD = "fold"
    SEAM = "seam"


def may_have(block: Block) -> frozenset[Wish]:
    """Return what a piece can have; the base stays one piece, and a frame's window is its own opening."""
    in_pieces = block.role is not Role.BASE
    can = {
        Wish.WINDOW: block.shape in (Shape.RECT, Shape.FRAME),
        Wish.ROW: block.shape in _ROWS and in_pieces,
        Wish.SLANT: block.shape in (Shape.RECT, Shape.FRAME),
        Wish.FOLD: block.shape is Shape.RECT and in_pieces,
        Wish.SEAM: block.shape is Shape.RECT and in_pieces,
    }
    return frozenset(wish for wish, is_so in can.items() if is_so)


def offered(savings: Iterable[Saving], wishes: CutWishes) -> tuple[Saving, ...]:
    """Return the savings that go with what else is asked: a piece shaped, folded or slit is cut whole.

    One from a place of the sheet may be gutted, but not cut short or joined. What is cut out of another is
    plain, and where it is cut as it lies the pattern runs over both alike.
    """
    shaped = {*wishes.tools, *wishes.folds, *wishes.slants, *wishes.seams}
    special = {*shaped, *wishes.windows, *wishes.repeats, *wishes.regions}
    parted = (SavingKind.SHORT, SavingKind.JOIN)
    return tuple(
        one
        for one in savings
        if one.block not in shaped
        and not (one.block in wishes.regions and one.kind in parted)
        and not (one.inner is not None and special & {one.block, one.inner})
        and not (one.kind is SavingKind.NEST and wishes.lies.get(one.block) is not wishes.lies.get(one.inner or ""))
    )


def openwork_of(wishes: CutWishes, sheer: frozenset[str] = frozenset()) -> Openwork:
    """Return what does not hide all that lies under it; through the gaps of a row one looks."""
    holes = {
        block: tuple(window.opening for window in windows if window.backing is None)
        for block, windows in wishes.windows.items()
    }
    return Openwork(sheer | frozenset(wishes.repeats), holes)


@dataclass(frozen=True, slots=True)
class Seen:
    """A window as it is seen on the page, in its block; ``backing`` is the paper behind it."""

    place: Inset
    backing: str | None


def windows_seen(block: Block, windows: tuple[Window, ...], fold: Fold | None) -> Iterator[Seen]:
    """Yield a block's windows as they lie on the page: over two facing pages the mirrored ones too."""
    right = block.x + block.width
    spans = fold is not None and block.x < fold.at and right > fold.end
    for window in windows:
        yield Seen(window.opening, window.backing)
        if spans and window.mirrored and fold is not None:
            half = right - fold.end
            turned = window.opening.mirrored(half)
            yield Seen(replace(turned, x=turned.x + fold.end - block.x), window.backing)


@dataclass(frozen=True, slots=True)
class CellSeen:
    """One piece of a row as it is seen: a block of its own, its place counted from the corner of the row's block."""

    block: Block
    paper: str


def cells_seen(block: Block, paper: str, wishes: CutWishes) -> Iterator[CellSeen]:
    """Yield the pieces of a row as they lie in its block, none for a block that is no row."""
    repeat = wishes.repeats.get(block.id)
    if repeat is None:
        return
    free = End.BOTTOM if block.width >= block.height else End.RIGHT
    for cell in cells_of(Size(block.width, block.height), repeat, paper, wishes.grid, wishes.unit):
        one = replace(block.placed(cell.place.x, cell.place.y, cell.place.size), turn=0)
        yield CellSeen(replace(one, shape=Shape.BANNER, end=free, notch=None) if repeat.flags else one, cell.paper)
