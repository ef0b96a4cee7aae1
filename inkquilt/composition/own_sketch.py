"""A page that is built on is its own sketch from then on, drawn as it lies: what is put somewhere stays there.

What was left out comes along, in proportion, so that it can still be brought back.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from fractions import Fraction
from typing import Final

from inkquilt.composition.document import PageDocument
from inkquilt.composition.laid import LaidFit
from inkquilt.fit import School, Status, Way
from inkquilt.sketch.model import Block, Role, Shape, Size, Sketch
from inkquilt.sketch.transform import oriented

AS_IT_LIES: Final = Way(School.KEEP_PROPORTIONS)
_TITLE, _GIST = "as you built it", "every piece where you put it"


def built(document: PageDocument, blocks: tuple[Block, ...]) -> PageDocument:
    """Return the page with these blocks on it, which are its sketch now. What was of blocks that are gone goes too."""
    page = Size(document.page.width, document.page.height)
    names = {block.id for block in blocks}
    aside = tuple(_left_out(document, page))
    sketch = Sketch(document.sketch.name, document.unit, page, (*aside, *blocks))
    left_out = {block.id for block in aside if block.role is not Role.MAT}
    known = names | {block.id for block in aside}
    return replace(
        document,
        sketch=sketch,
        way=AS_IT_LIES,
        left_out=frozenset(left_out),
        photos={slot: photo for slot, photo in document.photos.items() if slot in known},
        titles={slot: text for slot, text in document.titles.items() if slot in known},
        lettering={slot: letters for slot, letters in document.lettering.items() if slot in known},
        stories={
            name: story for name, story in document.stories.items() if story.block is None or story.block in known
        },
        pins=tuple(pin for pin in document.pins if pin.block in names),
        ties=tuple(tie for tie in document.ties if known.issuperset(tie.blocks)),
        leads=document.leads if document.leads in known else None,
        fit=LaidFit(AS_IT_LIES, Status.OPTIMAL, _TITLE, _GIST, blocks=blocks),
    )


def _left_out(document: PageDocument, page: Size) -> Iterator[Block]:
    """Yield what of the sketch does not lie on the page, where it would in proportion."""
    held = oriented(document.sketch, document.way.turn, document.way.mirrored)
    across, down = Fraction(page.width, held.page.width), Fraction(page.height, held.page.height)
    here = {block.id for block in document.blocks}
    for block in held.blocks:
        if block.id not in here:
            size = Size(max(1, round(block.width * across)), max(1, round(block.height * down)))
            if block.shape is Shape.CIRCLE:
                size = Size(min(size.width, size.height), min(size.width, size.height))
            yield block.placed(round(block.x * across), round(block.y * down), size)
