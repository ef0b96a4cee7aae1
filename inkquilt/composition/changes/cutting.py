"""How a page's pieces are cut: the way of the pattern, savings, windows, rows, places of the sheet, tools."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated, Final, Literal

from inkquilt.composition.asked import AtMost, Between, Letters, Name, PaperLetter, Typed, length_of
from inkquilt.composition.changes.base import After, Change, Changed, Known, change, the_block
from inkquilt.composition.cut_list import cut_list
from inkquilt.composition.document import PageDocument
from inkquilt.composition.papers import CutTerms
from inkquilt.cutting.pieces import Slant
from inkquilt.cutting.terms import PieceTerms, WindowTerm, Wish, check_apart, may_have
from inkquilt.errors import refuse
from inkquilt.lengths import INCH, Grains, Unit, with_unit
from inkquilt.paper.openings import Distances, window_at
from inkquilt.paper.pieces import Piece
from inkquilt.paper.regions import AxisHold, Hold, SheetRegion
from inkquilt.paper.repeats import MOST_IN_ROW, Repeat, RowMargins, cells_of
from inkquilt.paper.saving import LEAST_LIP
from inkquilt.paper.seams import Seam
from inkquilt.paper.tools import ToolUse
from inkquilt.sketch.model import CUT_FROM_PAPER, Block, End, Shape

MOST_COPIES: Final = 20
MOST_WINDOWS: Final = 12
MOST_HEIGHTS: Final = 12
MOST_TUCKED: Final[Grains] = 6 * INCH

Count = Annotated[int, Between(0, 60)]


@change("lie", After.STAYS)
class LieAcross(Change):
    """Let the pattern run across a piece, or upright again."""

    block: Name
    on: bool = False

    def applied(self, document: PageDocument, known: Known) -> Changed:
        block = the_block(document, self.block)
        across = _toggled(document.cuts.across, block.id, self.on)
        words = "across" if self.on else "upright"
        return _changed(document, replace(document.cuts, across=across), f"pattern {words} on {block.name}")


@change("saving", After.STAYS)
class SaveOn(Change):
    """Save paper on a piece, or cut it whole again."""

    block: Name
    on: bool = False

    def applied(self, document: PageDocument, known: Known) -> Changed:
        block = the_block(document, self.block)
        saved = _toggled(document.cuts.saved, block.id, self.on)
        words = "paper saved on" if self.on else "cut whole:"
        return _changed(document, replace(document.cuts, saved=saved), f"{words} {block.name}")


@change("copies", After.STAYS)
class SpareCopies(Change):
    """Ask for spare copies of a piece."""

    block: Name
    count: Count = 0

    def applied(self, document: PageDocument, known: Known) -> Changed:
        block = the_block(document, self.block)
        if self.count > MOST_COPIES:
            raise refuse("copies", f"There can be up to {MOST_COPIES} spare copies.", "count")
        copies = {**document.cuts.copies, block.id: self.count}
        if not self.count:
            del copies[block.id]
        return _changed(document, replace(document.cuts, copies=copies), f"{self.count} spare of {block.name}")


@change("lip", After.STAYS)
class SetLip(Change):
    """Say how far paper reaches under what covers it."""

    lip: Typed

    def applied(self, document: PageDocument, known: Known) -> Changed:
        lip = length_of(self.lip, document.unit, "The lip", "lip")
        if not LEAST_LIP <= lip <= 2 * INCH:
            raise refuse("lip", f"A lip is from {with_unit(LEAST_LIP, document.unit)} to 2 in.", "lip")
        return _changed(document, replace(document.cuts, lip=lip), f"lip of {with_unit(lip, document.unit)}")


# -- windows -------------------------------------------------------------------------------


@change("window", After.STAYS)
class CutWindow(Change):
    """Cut a window into a piece, at these distances from its edges; no distance leaves it open there.

    ``backing`` is the paper behind it. In a frame the paper goes behind the frame's own opening.
    """

    block: Name
    left: Typed = ""
    top: Typed = ""
    right: Typed = ""
    bottom: Typed = ""
    backing: PaperLetter | None = None
    mirrored: bool = False

    def applied(self, document: PageDocument, known: Known) -> Changed:
        block, piece = _paper_piece(document, self.block)
        if Wish.WINDOW not in may_have(block):
            raise refuse("no-window", f"{block.name} is no rectangle: only a rectangle can have a window.", "block")
        if block.shape is Shape.FRAME:
            return self._behind_frame(document, block)
        terms, unit = document.cuts.of(block.id), document.unit
        if len(terms.windows) >= MOST_WINDOWS:
            raise refuse("too-many-windows", f"There can be up to {MOST_WINDOWS} windows in a piece.", "block")
        away = Distances(
            *(
                _distance(getattr(self, side), unit, f"The distance from the {side}", side)
                for side in ("left", "top", "right", "bottom")
            )
        )
        others = [window_at(piece.size, window.away, unit) for window in terms.windows]
        check_apart(window_at(piece.size, away, unit), others)
        term = WindowTerm(away, _letter(document, self.backing), self.mirrored)
        return _asked(document, block, replace(terms, windows=(*terms.windows, term)), f"window in {block.name}")

    def _behind_frame(self, document: PageDocument, block: Block) -> Changed:
        """Put a paper behind a frame's own opening, in the place of the one that was there."""
        backing = _letter(document, self.backing)
        if backing is None:
            raise refuse("no-backing", f"Which paper shall lie behind the opening of {block.name}?", "backing")
        window = WindowTerm(Distances(0, 0, 0, 0), backing)
        terms = replace(document.cuts.of(block.id), windows=(window,))
        return _asked(document, block, terms, f"{backing} behind {block.name}")


@change("close-window", After.STAYS)
class CloseWindow(Change):
    """Take a window out of a piece: the one at this place in their order."""

    block: Name
    count: Count = 0

    def applied(self, document: PageDocument, known: Known) -> Changed:
        block = the_block(document, self.block)
        terms = document.cuts.of(block.id)
        if self.count >= len(terms.windows):
            raise refuse("unknown-window", f"{block.name} has no such window.", "count")
        windows = (*terms.windows[: self.count], *terms.windows[self.count + 1 :])
        return _asked(document, block, replace(terms, windows=windows), f"no window in {block.name}")


def _distance(typed: str, unit: Unit, what: str, field: str) -> Grains:
    return length_of(typed, unit, what, field) if typed.strip() else 0


def _letter(document: PageDocument, letter: str | None) -> str | None:
    if not letter:
        return None
    if letter not in document.letters:
        raise refuse("unknown-paper", f"There is no paper “{letter[:20]}” on this page.", "papers")
    return letter


# -- rows ----------------------------------------------------------------------------------


@change("row", After.STAYS)
class MakeRow(Change):
    """Make a strip or border of several pieces, or one piece again.

    Along it ``count`` pieces of one width (``each``; ``on``: margins like the gaps), across it strips of these
    ``heights``. ``papers`` take turns; ``tuck`` is how much is hidden under the band above.
    """

    block: Name
    count: Count = 0
    each: Typed = ""
    tuck: Typed = ""
    heights: Annotated[str, Letters(300)] = ""
    papers: Annotated[tuple[PaperLetter, ...], AtMost(12)] = ()
    flags: bool = False
    on: bool = False

    def applied(self, document: PageDocument, known: Known) -> Changed:
        block, piece = _paper_piece(document, self.block)
        terms = document.cuts.of(block.id)
        if not self.count and not self.heights:
            return _asked(document, block, replace(terms, repeat=None), f"{block.name} in one piece")
        if Wish.ROW not in may_have(block):
            raise refuse("no-row", f"{block.name} cannot be a row: only a rectangle, flag or triangle can.", "block")
        papers = tuple(paper for one in self.papers if (paper := _letter(document, one)))
        repeat = self._graduated(document.unit, papers) if self.heights else self._equal(document.unit, papers)
        cells = cells_of(piece.size, repeat, "", document.grid, document.unit)  # refuses what is too long, with its sum
        return _asked(document, block, replace(terms, repeat=repeat), f"{len(cells)} pieces for {block.name}")

    def _equal(self, unit: Unit, papers: tuple[str, ...]) -> Repeat:
        if not 2 <= self.count <= MOST_IN_ROW:
            raise refuse("row-count", f"A row has 2 to {MOST_IN_ROW} pieces.", "count")
        width = length_of(self.each, unit, "The width of each", "each") if self.each else None
        if width is not None and width <= 0:
            raise refuse("row-width", "Each piece is more than nothing wide.", "each")
        margins = RowMargins.LIKE_GAPS if self.on else RowMargins.FLUSH
        return Repeat(self.count, width, margins, self._tucked(unit), (), papers, self.flags)

    def _graduated(self, unit: Unit, papers: tuple[str, ...]) -> Repeat:
        typed = [one.strip() for one in self.heights.split(",") if one.strip()]
        if not 2 <= len(typed) <= MOST_HEIGHTS:
            raise refuse(
                "row-heights",
                f"Give 2 to {MOST_HEIGHTS} heights with commas between them, such as 1, 1 1/2, 1 3/4, 2.",
                "heights",
            )
        heights = tuple(length_of(one, unit, "A height", "heights") for one in typed)
        if min(heights) <= 0:
            raise refuse("row-heights", "Every strip is more than nothing high.", "heights")
        return Repeat(0, None, RowMargins.FLUSH, self._tucked(unit), heights, papers)

    def _tucked(self, unit: Unit) -> Grains:
        tuck = _distance(self.tuck, unit, "What is tucked under", "tuck")
        if not 0 <= tuck <= MOST_TUCKED:
            raise refuse("tuck", "What is tucked under is from nothing to 6 in.", "tuck")
        return tuck


# -- where from, and how -------------------------------------------------------------------


@change("cut-from", After.STAYS)
class CutFrom(Change):
    """Cut a piece from one place of the sheet, or from wherever it fits."""

    block: Name
    across: Hold | None = None
    down: Hold | None = None
    left: Typed = ""
    top: Typed = ""

    def applied(self, document: PageDocument, known: Known) -> Changed:
        block, _ = _paper_piece(document, self.block)
        terms = document.cuts.of(block.id)
        if self.across is None or self.down is None:
            return _asked(document, block, replace(terms, region=None), f"{block.name} from anywhere")
        region = SheetRegion(
            _along(self.across, self.left, document.unit, "left"), _along(self.down, self.top, document.unit, "top")
        )
        return _asked(document, block, replace(terms, region=region), f"place of the sheet for {block.name}")


def _along(hold: Hold, typed: str, unit: Unit, side: str) -> AxisHold:
    at = _distance(typed, unit, f"The distance from the sheet's {side}", side) if hold is Hold.AT else 0
    if at < 0:
        raise refuse("region", "A place of the sheet is counted from its edge inwards.", side)
    return AxisHold(hold, at)


@change("slant", After.STAYS)
class CutSlanting(Change):
    """Cut a finished piece from corner to corner into two triangles, or leave it whole."""

    block: Name
    slant: Slant | None = None

    def applied(self, document: PageDocument, known: Known) -> Changed:
        block, _ = _paper_piece(document, self.block)
        if Wish.SLANT not in may_have(block):
            raise refuse("no-corners", f"{block.name} is no square, rectangle or frame.", "block")
        words = f"{block.name} cut corner to corner" if self.slant else f"{block.name} left whole"
        return _asked(document, block, replace(document.cuts.of(block.id), slant=self.slant), words)


@change("tool", After.STAYS)
class ShapeWith(Change):
    """Shape a piece with one of the person's tools, on so many edges (``count``), or by hand."""

    block: Name
    tool: int | None = None
    count: Count = 0

    def applied(self, document: PageDocument, known: Known) -> Changed:
        block, _ = _paper_piece(document, self.block)
        terms = document.cuts.of(block.id)
        if self.tool is None:
            return _asked(document, block, replace(terms, tool=None), f"no tool for {block.name}")
        tool = known.tool(self.tool)
        if tool is None:
            raise refuse("unknown-tool", "This tool is not among yours.", "tool")
        use = ToolUse(tool, min(2, self.count))
        return _asked(document, block, replace(terms, tool=use), f"{tool.name} for {block.name}")


@change("fold", After.STAYS)
class CutDouble(Change):
    """Cut a piece double, to be folded along its left or top edge, or single."""

    block: Name
    fold: Literal["left", "top"] | None = None

    def applied(self, document: PageDocument, known: Known) -> Changed:
        block, _ = _paper_piece(document, self.block)
        along = End(self.fold) if self.fold else None
        if along is not None and Wish.FOLD not in may_have(block):
            raise refuse("no-fold", f"{block.name} cannot be cut double: only a rectangle can, and no base.", "block")
        words = f"{block.name} to be folded" if along else f"{block.name} single"
        return _asked(document, block, replace(document.cuts.of(block.id), folded=along), words)


@change("seam", After.STAYS)
class JoinAt(Change):
    """Join a piece from two where paper is too short, the seam so far from its left or top; nothing: cut it whole."""

    block: Name
    at: Typed = ""
    level: bool = False

    def applied(self, document: PageDocument, known: Known) -> Changed:
        block, piece = _paper_piece(document, self.block)
        terms = document.cuts.of(block.id)
        if not self.at.strip():
            return _asked(document, block, replace(terms, seam=None), f"{block.name} cut whole")
        if Wish.SEAM not in may_have(block):
            raise refuse("no-seam", f"{block.name} cannot be joined: only a rectangle can, and no base.", "block")
        seam = Seam(length_of(self.at, document.unit, "The seam", "at"), self.level)
        if trouble := seam.trouble(piece.size, document.cuts.lip, document.unit):
            raise refuse("no-seam", f"{block.name}: {trouble}", "at")
        return _asked(document, block, replace(terms, seam=seam), f"{block.name} joined from two")


# -- shared --------------------------------------------------------------------------------


def _paper_piece(document: PageDocument, block_id: str) -> tuple[Block, Piece]:
    """Return a block that is cut from paper, and its piece as it lies on the page now."""
    block = the_block(document, block_id)
    pieces = cut_list(document)
    piece = next((one for group in pieces.papers for one in group.pieces if one.block == block.id), None)
    if block.role not in CUT_FROM_PAPER or piece is None:
        raise refuse("no-paper-there", f"{block.name} is not cut from paper.", "block")
    return block, piece


def _asked(document: PageDocument, block: Block, terms: PieceTerms, done: str) -> Changed:
    return _changed(document, document.cuts.with_terms(block.id, terms), done)


def _toggled(blocks: frozenset[str], block: str, on: bool) -> frozenset[str]:
    return blocks | {block} if on else blocks - {block}


def _changed(document: PageDocument, cuts: CutTerms, done: str) -> Changed:
    return Changed(replace(document, cuts=cuts), done)
