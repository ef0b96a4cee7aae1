"""A title laid on a page that has no place for one."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated

from inkquilt.composition.asked import Letters
from inkquilt.composition.changes.base import After, Change, Changed, Known, change
from inkquilt.composition.document import PageDocument
from inkquilt.composition.lettering import lettering_from
from inkquilt.composition.own_sketch import built
from inkquilt.errors import refuse
from inkquilt.sketch.building import new_piece, refuse_full
from inkquilt.sketch.model import Block, Role, Shape, Size
from inkquilt.words.title import LONGEST_TITLE
from inkquilt.words.title_later import TitlePart, TitleSpot, title_spots


@change("title-later", After.STAYS)
class LayTitle(Change):
    """Lay a title in one of the places shown, set in its letters; what makes room for it goes along."""

    text: Annotated[str, Letters(LONGEST_TITLE)]
    where: Annotated[str, Letters(300)]
    alphabet: Annotated[str, Letters(30)] = ""

    def applied(self, document: PageDocument, known: Known) -> Changed:
        lettering = known.lettering()
        alphabets = [one for one in lettering.alphabets if self.alphabet in ("", one.key)]
        found = title_spots(self.text, known.journal_page(document, None), alphabets)
        spot = next((one for one in found if one.where == self.where), None)
        if spot is None:
            raise refuse(
                "no-such-place", "The letters or the page changed since: choose one of the places now.", "where"
            )
        refuse_full(document.sketch.blocks, len(spot.parts))
        blocks = _made_room(document.blocks, spot)
        places = []
        for part in spot.parts:
            place = _place_of(part, (*document.sketch.blocks, *blocks), document)
            places.append(place)
            blocks = (*blocks, place)
        moved = set(spot.moved)
        document = replace(document, pins=tuple(pin for pin in document.pins if pin.block not in moved))
        document = built(document, blocks)
        titles, letters = dict(document.titles), dict(document.lettering)
        for part, place in zip(spot.parts, places, strict=True):
            titles[place.id] = part.text
            colour = lettering.colours[part.setting.lines[0].alphabet]
            letters[place.id] = lettering_from(part.setting, place, colour)
        done = f"title “{self.text[:40]}” laid"
        return Changed(replace(document, titles=titles, lettering=letters), done)


def _made_room(blocks: tuple[Block, ...], spot: TitleSpot) -> tuple[Block, ...]:
    return tuple(
        block.placed(block.x + spot.across, block.y + spot.down, block.size) if block.id in spot.moved else block
        for block in blocks
    )


def _place_of(part: TitlePart, others: tuple[Block, ...], document: PageDocument) -> Block:
    size = Size(part.box.x.length, part.box.y.length)
    piece = new_piece(others, Role.TITLE, Shape.RECT, size, document.letters)
    return piece.placed(part.box.x.low, part.box.y.low, size)
