"""What goes on a page besides photos: titles, and the sheets papers are cut from."""

from dataclasses import replace
from typing import Any, Final

from inkquilt.lengths import INCH, Grains
from inkquilt.sketch import Role
from inkquilt.sketch.model import Size
from inkquilt.words import TitlePlace, settings_of
from inkquilt.words.title import LONGEST_TITLE
from server.common.asked import asked_length, refuse
from server.pages.changes.accents import with_pieces
from server.pages.changes.base import Changed, Known, the_block
from server.pages.document import PageDocument
from server.pages.title_lettering import lettering_from

#: So many ways are looked through for the one that was chosen.
MOST_SETTINGS: Final = 100
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
    lettering = {title: letters for title, letters in document.lettering.items() if title != block.id}
    done = f"title “{text[:40]}”" if text else "no title"
    return Changed(replace(document, titles=titles, lettering=lettering), done)


def set_title(document: PageDocument, change: dict[str, Any], known: Known) -> Changed:
    """Set a title in these lines and alphabets, letter by letter, with what is laid under it."""
    the_block(document, change, Role.TITLE)
    block = next((one for one in document.blocks if one.id == change["block"]), None)
    lines, keys = tuple(change.get("lines") or ()), tuple(change.get("alphabets") or ())
    text = " ".join(lines)
    lettering = known.lettering()
    chosen = [alphabet for alphabet in lettering.alphabets if alphabet.key in keys]
    if block is None or not text or len(lines) != len(keys) or not chosen:
        raise refuse("no-such-setting", "Such a title cannot be set here. Choose one of the ways shown.", "lines")
    wanted = (change.get("title_way"), lines, keys)
    for way in settings_of(text, TitlePlace(block.size), chosen, MOST_SETTINGS):
        if wanted == (way.way.value, *zip(*((line.text, line.alphabet) for line in way.lines), strict=True)):
            letters = lettering_from(way, block, lettering.colours[keys[0]])
            lettered = replace(
                document,
                titles={**document.titles, block.id: way.text},
                lettering={**document.lettering, block.id: letters},
            )
            return Changed(with_pieces(lettered, change, known), f"title set: {way.text[:40]}")
    raise refuse("no-such-setting", "The letters or the page changed since: choose one of the ways shown now.", "lines")


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
