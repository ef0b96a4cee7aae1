"""What goes on a page besides photos: titles, and the sheets papers are cut from."""

from dataclasses import replace
from typing import Any, Final

from inkquilt.lengths import INCH, Grains
from inkquilt.sketch import Role
from inkquilt.sketch.model import Size
from server.common.asked import asked_length, refuse
from server.pages.changes.base import Changed, the_block
from server.pages.document import PageDocument

LONGEST_TITLE: Final = 80
SHEET_LARGEST: Final[Grains] = 40 * INCH


def type_title(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Type a title, or take it away."""
    block = the_block(document, change, Role.TITLE)
    text = " ".join(str(change.get("text") or "").split())
    if len(text) > LONGEST_TITLE:
        raise refuse("title-too-long", f"A title may have up to {LONGEST_TITLE} letters.", "text")
    titles = {**document.titles, block.id: text}
    if not text:
        del titles[block.id]
    return Changed(replace(document, titles=titles), f"title “{text[:40]}”" if text else "no title")


def set_sheet(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Say which size the sheets of a paper have."""
    paper = str(change.get("paper") or "")
    if not paper or len(paper) > 20:
        raise refuse("unknown-paper", "Which paper is meant?", "paper")
    width = asked_length(change, "width", document.unit, "The sheet's width")
    height = asked_length(change, "height", document.unit, "The sheet's height")
    if not (0 < width <= SHEET_LARGEST and 0 < height <= SHEET_LARGEST):
        raise refuse("sheet-size", "A sheet is more than nothing and at most 40 in long.", "width")
    sheets = {**document.sheets, paper: Size(width, height)}
    return Changed(replace(document, sheets=sheets), f"sheet size of paper {paper}")
