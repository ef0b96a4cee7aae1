"""What goes on a page besides photos: titles, and the sheets papers are cut from."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated, Final

from inkquilt.composition.asked import AtMost, Letters, Name, PaperLetter, Typed, length_of
from inkquilt.composition.changes.accents import Puts, Takes, with_pieces
from inkquilt.composition.changes.base import After, Change, Changed, Known, change, the_block
from inkquilt.composition.document import PageDocument
from inkquilt.composition.lettering import lettering_from
from inkquilt.errors import refuse
from inkquilt.lengths import INCH, Grains
from inkquilt.sketch import Role
from inkquilt.sketch.model import Size
from inkquilt.words import TitlePlace, TitleWay, settings_of
from inkquilt.words.flow import LONGEST_TEXT
from inkquilt.words.title import LONGEST_TITLE

#: So many ways are looked through for the one that was chosen.
MOST_SETTINGS: Final = 100
SHEET_LARGEST: Final[Grains] = 40 * INCH


@change("title", After.STAYS)
class TypeTitle(Change):
    """Type a title, or take it away."""

    block: Name
    text: Annotated[str, Letters(LONGEST_TEXT)] = ""

    def applied(self, document: PageDocument, known: Known) -> Changed:
        block = the_block(document, self.block, Role.TITLE)
        text = " ".join(self.text.split())
        if len(text) > LONGEST_TITLE:
            raise refuse("title-too-long", f"A title may have up to {LONGEST_TITLE} letters.", "text")
        titles = {**document.titles, block.id: text}
        if not text:
            del titles[block.id]
        lettering = {title: letters for title, letters in document.lettering.items() if title != block.id}
        done = f"title “{text[:40]}”" if text else "no title"
        return Changed(replace(document, titles=titles, lettering=lettering), done)


@change("set-title", After.STAYS)
class SetTitle(Change):
    """Set a title in these lines and alphabets, letter by letter, with what is laid under it."""

    block: Name
    title_way: TitleWay
    lines: Annotated[tuple[Annotated[str, Letters(80)], ...], AtMost(12)] = ()
    alphabets: Annotated[tuple[Annotated[str, Letters(30)], ...], AtMost(12)] = ()
    put: Puts = ()
    take: Takes = ()

    def applied(self, document: PageDocument, known: Known) -> Changed:
        the_block(document, self.block, Role.TITLE)
        block = next((one for one in document.blocks if one.id == self.block), None)
        text = " ".join(self.lines)
        lettering = known.lettering()
        chosen = [alphabet for alphabet in lettering.alphabets if alphabet.key in self.alphabets]
        if block is None or not text or len(self.lines) != len(self.alphabets) or not chosen:
            raise refuse("no-such-setting", "Such a title cannot be set here. Choose one of the ways shown.", "lines")
        wanted = (self.title_way, self.lines, self.alphabets)
        for way in settings_of(text, TitlePlace(block.size), chosen, MOST_SETTINGS):
            if wanted == (way.way, *zip(*((line.text, line.alphabet) for line in way.lines), strict=True)):
                letters = lettering_from(way, block, lettering.colours[self.alphabets[0]])
                lettered = replace(
                    document,
                    titles={**document.titles, block.id: way.text},
                    lettering={**document.lettering, block.id: letters},
                )
                done = f"title set: {way.text[:40]}"
                return Changed(with_pieces(lettered, self.put, self.take, known), done)
        raise refuse(
            "no-such-setting", "The letters or the page changed since: choose one of the ways shown now.", "lines"
        )


@change("sheet", After.STAYS)
class SetSheet(Change):
    """Say which size the sheets of a paper have."""

    paper: PaperLetter
    width: Typed
    height: Typed

    def applied(self, document: PageDocument, known: Known) -> Changed:
        if not self.paper:
            raise refuse("unknown-paper", "Which paper is meant?", "paper")
        width = length_of(self.width, document.unit, "The sheet's width", "width")
        height = length_of(self.height, document.unit, "The sheet's height", "height")
        if not (0 < width <= SHEET_LARGEST and 0 < height <= SHEET_LARGEST):
            raise refuse("sheet-size", "A sheet is more than nothing and at most 40 in long.", "width")
        sheets = {**document.sheets, self.paper: Size(width, height)}
        return Changed(replace(document, sheets=sheets), f"sheet size of paper {self.paper}")
