"""What a page was made with, read from its document: papers, photos, letters, embellishments, tools, techniques.

Names that are not in the document (of photos, letters and tools) are given by whoever keeps them.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from enum import Enum
from typing import Final

from inkquilt.assembly.terms import GlueWay
from inkquilt.composition.cut_list import cut_list
from inkquilt.composition.document import PageDocument
from inkquilt.embellishments import CUT
from inkquilt.paper.pieces import paper_of
from inkquilt.sketch.geometry import is_tilted
from inkquilt.sketch.model import Role
from inkquilt.words.alphabets import FONT_KEY
from inkquilt.words.stories import JournalWay

_SECOND: Final = 2


class UsedKind(Enum):
    """What kind of thing was used."""

    PAPER = "paper"
    PHOTO = "photo"
    LETTERS = "letters"
    EMBELLISHMENT = "embellishment"
    TOOL = "tool"
    TECHNIQUE = "technique"


@dataclass(frozen=True, slots=True)
class Used:
    """One thing that was used: what it is known by among its kind, its name, and how many of it.

    ``area`` is that of all pieces of a paper in square grains, each as wide and high as it is cut.
    """

    kind: UsedKind
    key: str
    name: str
    count: int = 1
    area: int = 0


@dataclass(frozen=True, slots=True)
class Names:
    """What things are called that a document knows by their keys alone; what is gone meanwhile is left out."""

    photos: Mapping[int, str]
    letters: Mapping[str, str]
    tools: Mapping[int, str]


def used_on(document: PageDocument, names: Names) -> tuple[Used, ...]:
    """Return what a page was made with, kind by kind, each by its name."""
    found = [
        *_papers(document),
        *_photos(document, names),
        *_letters(document, names),
        *_embellishments(document),
        *_tools(document, names),
        *_techniques(document),
    ]
    order = list(UsedKind)
    return tuple(sorted(found, key=lambda one: (order.index(one.kind), one.name.lower(), one.key)))


def _papers(document: PageDocument) -> Iterator[Used]:
    chosen = document.cuts.papers
    groups = {group.paper: group.pieces for group in cut_list(document).papers}
    counts: Counter[tuple[str, str]] = Counter()
    areas: Counter[tuple[str, str]] = Counter()
    for letter, choice in chosen.items():
        pieces = groups.get(letter, ())
        if pieces or any(paper_of(block) == letter for block in document.blocks):
            one = f"{choice.paper}", choice.name
            counts[one] += len(pieces) or 1
            areas[one] += sum(piece.size.width * piece.size.height for piece in pieces)
    yield from (Used(UsedKind.PAPER, key, name, count, areas[key, name]) for (key, name), count in counts.items())


def _photos(document: PageDocument, names: Names) -> Iterator[Used]:
    there = {block.id for block in document.blocks if block.role is Role.PHOTO}
    counts = Counter(placed.photo for slot, placed in document.photos.items() if slot in there)
    for photo, count in counts.items():
        if photo in names.photos:
            yield Used(UsedKind.PHOTO, f"{photo}", names.photos[photo], count)


def _letters(document: PageDocument, names: Names) -> Iterator[Used]:
    titles = {block.id for block in document.blocks if block.role is Role.TITLE and document.titles.get(block.id)}
    counts: Counter[str] = Counter()
    for block, set_ in document.lettering.items():
        if block in titles:
            for key in dict.fromkeys(set_.alphabets):
                counts[key] += 1
    for key, count in counts.items():
        name = key.removeprefix(FONT_KEY) if key.startswith(FONT_KEY) else names.letters.get(key)
        if name:
            yield Used(UsedKind.LETTERS, key, name, count)


def _embellishments(document: PageDocument) -> Iterator[Used]:
    counts: Counter[tuple[str, str]] = Counter()
    for accent in document.accents:
        if accent.what.half != _SECOND and accent.what.key != CUT:
            counts[accent.what.key, accent.what.name] += 1
    yield from (Used(UsedKind.EMBELLISHMENT, key, name, count) for (key, name), count in counts.items())


def _tools(document: PageDocument, names: Names) -> Iterator[Used]:
    there = {block.id for block in document.blocks}
    tools = Counter(
        terms.tool.tool.name for block, terms in document.cuts.pieces.items() if block in there and terms.tool
    )
    known = {name: key for key, name in names.tools.items()}
    for name, count in tools.items():
        yield Used(UsedKind.TOOL, f"{known.get(name, name)}", name, count)


def _techniques(document: PageDocument) -> Iterator[Used]:
    for name in dict.fromkeys(_technique_names(document)):
        yield Used(UsedKind.TECHNIQUE, name, name)


_BY_HAND: Final = {
    JournalWay.STRIPS: "words cut into strips",
    JournalWay.BOOKLET: "a booklet of words",
    JournalWay.POCKET: "a pocket for words",
    JournalWay.FLAP_SMALL: "words under a flap",
    JournalWay.FLAP_LARGE: "words under a flap",
    JournalWay.FLAP_PHOTO: "words under a photo",
    JournalWay.DIE: "a die-cut label for words",
}


def _technique_names(document: PageDocument) -> Iterator[str]:
    works = {"ink the edges": "inked edges", "draw": "drawn outlines"}
    for work in document.sticking.works:
        yield works.get(work.kind.value, f"{work.kind.value.rstrip('e')}ing")
    if any(accent.foam for accent in document.accents) or GlueWay.FOAM in document.sticking.glue.values():
        yield "raised on foam"
    if any(accent.under for accent in document.accents):
        yield "tucked under"
    if any(accent.what.half for accent in document.accents):
        yield "embellishments cut in two"
    if any(accent.what.key == CUT for accent in document.accents):
        yield "pieces cut by hand"
    if any(accent.is_scattered for accent in document.accents):
        yield "a scattered background"
    pieces = [terms for block, terms in document.cuts.pieces.items()]
    if any(terms.windows for terms in pieces):
        yield "a window cut in"
    if any(terms.repeat for terms in pieces):
        yield "a row of flags or pieces"
    if any(terms.seam for terms in pieces):
        yield "a paper joined from two"
    if document.cuts.saved:
        yield "hidden middles saved"
    if any(is_tilted(block) for block in document.blocks if block.role is not Role.MAT):
        yield "tilted"
    for story in document.stories.values():
        if story.way in _BY_HAND:
            yield _BY_HAND[story.way]
