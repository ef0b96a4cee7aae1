"""How a page's pieces are cut: the way of the pattern, savings, windows, rows, places of the sheet, tools."""

from dataclasses import replace
from typing import Any, Final

from inkquilt.cutting.pieces import Slant
from inkquilt.cutting.terms import PieceTerms, WindowTerm, Wish, check_apart, may_have
from inkquilt.lengths import INCH, Grains, with_unit
from inkquilt.paper.openings import Distances, window_at
from inkquilt.paper.pieces import CUT_FROM_PAPER, Piece, paper_of, pieces_of
from inkquilt.paper.regions import Along, Hold, Region
from inkquilt.paper.repeats import MOST_IN_ROW, Margins, Repeat, cells_of
from inkquilt.paper.saving import LEAST_LIP
from inkquilt.paper.tools import ToolUse
from inkquilt.sketch.model import Block, End, Shape
from server.common.asked import asked_length, refuse
from server.pages.changes.base import Changed, Known, the_block
from server.pages.cut_terms import CutTerms
from server.pages.document import PageDocument

MOST_COPIES: Final = 20
MOST_WINDOWS: Final = 12
MOST_HEIGHTS: Final = 12


def lie_across(document: PageDocument, change: dict[str, Any], _: Known) -> Changed:
    """Let the pattern run across a piece, or upright again."""
    block = the_block(document, change)
    across = _toggled(document.cuts.across, block.id, bool(change.get("on")))
    words = "across" if change.get("on") else "upright"
    return _changed(document, replace(document.cuts, across=across), f"pattern {words} on {block.name}")


def save_on(document: PageDocument, change: dict[str, Any], _: Known) -> Changed:
    """Save paper on a piece, or cut it whole again."""
    block = the_block(document, change)
    saved = _toggled(document.cuts.saved, block.id, bool(change.get("on")))
    words = "paper saved on" if change.get("on") else "cut whole:"
    return _changed(document, replace(document.cuts, saved=saved), f"{words} {block.name}")


def spare_copies(document: PageDocument, change: dict[str, Any], _: Known) -> Changed:
    """Ask for spare copies of a piece."""
    block = the_block(document, change)
    count = change.get("count") or 0
    if not 0 <= count <= MOST_COPIES:
        raise refuse("copies", f"There can be up to {MOST_COPIES} spare copies.", "count")
    copies = {**document.cuts.copies, block.id: count}
    if not count:
        del copies[block.id]
    return _changed(document, replace(document.cuts, copies=copies), f"{count} spare of {block.name}")


def set_lip(document: PageDocument, change: dict[str, Any], _: Known) -> Changed:
    """Say how far paper reaches under what covers it."""
    lip = asked_length(change, "lip", document.unit, "The lip")
    if not LEAST_LIP <= lip <= 2 * INCH:
        raise refuse("lip", f"A lip is from {with_unit(LEAST_LIP, document.unit)} to 2 in.", "lip")
    return _changed(document, replace(document.cuts, lip=lip), f"lip of {with_unit(lip, document.unit)}")


# -- windows -------------------------------------------------------------------------------


def cut_window(document: PageDocument, change: dict[str, Any], _: Known) -> Changed:
    """Cut a window into a piece, at these distances from its edges; no distance leaves it open there."""
    block, piece = _paper_piece(document, change)
    if Wish.WINDOW not in may_have(block):
        raise refuse("no-window", f"{block.name} is no rectangle: only a rectangle can have a window.", "block")
    if block.shape is Shape.FRAME:
        return _behind_frame(document, change, block)
    terms = document.cuts.of(block.id)
    if len(terms.windows) >= MOST_WINDOWS:
        raise refuse("too-many-windows", f"There can be up to {MOST_WINDOWS} windows in a piece.", "block")
    sides = ("left", "top", "right", "bottom")
    away = Distances(*(_distance(document, change, side, f"The distance from the {side}") for side in sides))
    unit = document.unit
    others = [window_at(piece.size, window.away, unit) for window in terms.windows]
    check_apart(window_at(piece.size, away, unit), others)
    term = WindowTerm(away, _letter(document, change.get("backing")), bool(change.get("mirrored")))
    return _asked(document, block, replace(terms, windows=(*terms.windows, term)), f"window in {block.name}")


def _behind_frame(document: PageDocument, change: dict[str, Any], block: Block) -> Changed:
    """Put a paper behind a frame's own opening, in the place of the one that was there."""
    backing = _letter(document, change.get("backing"))
    if backing is None:
        raise refuse("no-backing", f"Which paper shall lie behind the opening of {block.name}?", "backing")
    window = WindowTerm(Distances(0, 0, 0, 0), backing)
    terms = replace(document.cuts.of(block.id), windows=(window,))
    return _asked(document, block, terms, f"{backing} behind {block.name}")


def close_window(document: PageDocument, change: dict[str, Any], _: Known) -> Changed:
    """Take a window out of a piece."""
    block = the_block(document, change)
    terms = document.cuts.of(block.id)
    place = change.get("count") or 0
    if place >= len(terms.windows):
        raise refuse("unknown-window", f"{block.name} has no such window.", "count")
    windows = (*terms.windows[:place], *terms.windows[place + 1 :])
    return _asked(document, block, replace(terms, windows=windows), f"no window in {block.name}")


def _distance(document: PageDocument, change: dict[str, Any], side: str, what: str) -> Grains:
    typed = str(change.get(side) or "").strip()
    return asked_length(change, side, document.unit, what) if typed else 0


def _letter(document: PageDocument, letter: Any) -> str | None:
    if not letter:
        return None
    if letter not in {paper_of(block) for block in document.sketch.blocks}:
        raise refuse("unknown-paper", f"There is no paper “{str(letter)[:20]}” on this page.", "papers")
    return str(letter)


# -- rows ----------------------------------------------------------------------------------


def make_row(document: PageDocument, change: dict[str, Any], _: Known) -> Changed:
    """Make a strip or border of several pieces, along it or across it, or one piece again."""
    block, piece = _paper_piece(document, change)
    terms = document.cuts.of(block.id)
    if not change.get("count") and not change.get("heights"):
        return _asked(document, block, replace(terms, repeat=None), f"{block.name} in one piece")
    if Wish.ROW not in may_have(block):
        raise refuse(
            "no-row",
            f"{block.name} cannot be a row: only a rectangle, flag or triangle can.",
            "block",
        )
    papers = tuple(paper for one in change.get("papers") or () if (paper := _letter(document, one)))
    repeat = _graduated(document, change, papers) if change.get("heights") else _equal(document, change, papers)
    cells = cells_of(piece.size, repeat, "", document.grid, document.unit)  # refuses what is too long, with its sum
    return _asked(document, block, replace(terms, repeat=repeat), f"{len(cells)} pieces for {block.name}")


def _equal(document: PageDocument, change: dict[str, Any], papers: tuple[str, ...]) -> Repeat:
    count = int(change["count"])
    if not 2 <= count <= MOST_IN_ROW:
        raise refuse("row-count", f"A row has 2 to {MOST_IN_ROW} pieces.", "count")
    width = asked_length(change, "each", document.unit, "The width of each") if change.get("each") else None
    if width is not None and width <= 0:
        raise refuse("row-width", "Each piece is more than nothing wide.", "each")
    margins = Margins.LIKE_GAPS if change.get("on") else Margins.FLUSH
    return Repeat(count, width, margins, _tuck(document, change), (), papers, bool(change.get("flags")))


def _graduated(document: PageDocument, change: dict[str, Any], papers: tuple[str, ...]) -> Repeat:
    typed = [one.strip() for one in str(change["heights"]).split(",") if one.strip()]
    if not 2 <= len(typed) <= MOST_HEIGHTS:
        raise refuse(
            "row-heights",
            f"Give 2 to {MOST_HEIGHTS} heights with commas between them, such as 1, 1 1/2, 1 3/4, 2.",
            "heights",
        )
    heights = tuple(asked_length({"heights": one}, "heights", document.unit, "A height") for one in typed)
    if min(heights) <= 0:
        raise refuse("row-heights", "Every strip is more than nothing high.", "heights")
    return Repeat(0, None, Margins.FLUSH, _tuck(document, change), heights, papers)


def _tuck(document: PageDocument, change: dict[str, Any]) -> Grains:
    tuck = _distance(document, change, "tuck", "What is tucked under")
    if not 0 <= tuck <= 6 * INCH:
        raise refuse("tuck", "What is tucked under is from nothing to 6 in.", "tuck")
    return tuck


# -- where from, and how -------------------------------------------------------------------


def cut_from(document: PageDocument, change: dict[str, Any], _: Known) -> Changed:
    """Cut a piece from one place of the sheet, or from wherever it fits."""
    block, _piece = _paper_piece(document, change)
    terms = document.cuts.of(block.id)
    if not change.get("across") or not change.get("down"):
        return _asked(document, block, replace(terms, region=None), f"{block.name} from anywhere")
    region = Region(_along(document, change, "across", "left"), _along(document, change, "down", "top"))
    return _asked(document, block, replace(terms, region=region), f"place of the sheet for {block.name}")


def _along(document: PageDocument, change: dict[str, Any], axis: str, side: str) -> Along:
    hold = Hold(change[axis])
    at = _distance(document, change, side, f"The distance from the sheet's {side}") if hold is Hold.AT else 0
    if at < 0:
        raise refuse("region", "A place of the sheet is counted from its edge inwards.", side)
    return Along(hold, at)


def cut_slanting(document: PageDocument, change: dict[str, Any], _: Known) -> Changed:
    """Cut a finished piece from corner to corner into two triangles, or leave it whole."""
    block, _piece = _paper_piece(document, change)
    if Wish.SLANT not in may_have(block):
        raise refuse("no-corners", f"{block.name} is no square, rectangle or frame.", "block")
    slant = Slant(change["slant"]) if change.get("slant") else None
    words = f"{block.name} cut corner to corner" if slant else f"{block.name} left whole"
    return _asked(document, block, replace(document.cuts.of(block.id), slant=slant), words)


def shape_with(document: PageDocument, change: dict[str, Any], known: Known) -> Changed:
    """Shape a piece with one of the person's tools, or by hand."""
    block, _piece = _paper_piece(document, change)
    terms = document.cuts.of(block.id)
    if change.get("tool") is None:
        return _asked(document, block, replace(terms, tool=None), f"no tool for {block.name}")
    tool = known.tool(int(change["tool"]))
    if tool is None:
        raise refuse("unknown-tool", "This tool is not among yours.", "tool")
    edges = min(2, change.get("count") or 0)
    return _asked(document, block, replace(terms, tool=ToolUse(tool, edges)), f"{tool.name} for {block.name}")


def fold(document: PageDocument, change: dict[str, Any], _: Known) -> Changed:
    """Cut a piece double, to be folded along its left or top edge, or single."""
    block, _piece = _paper_piece(document, change)
    along = End(change["fold"]) if change.get("fold") else None
    if along is not None and Wish.FOLD not in may_have(block):
        raise refuse("no-fold", f"{block.name} cannot be cut double: only a rectangle can, and no base.", "block")
    words = f"{block.name} to be folded" if along else f"{block.name} single"
    return _asked(document, block, replace(document.cuts.of(block.id), folded=along), words)


# -- shared --------------------------------------------------------------------------------


def _paper_piece(document: PageDocument, change: dict[str, Any]) -> tuple[Block, Piece]:
    """Return a block that is cut from paper, and its piece as it lies on the page now."""
    block: Block = the_block(document, change)
    pieces = pieces_of(document.blocks, document.page.fold)
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
