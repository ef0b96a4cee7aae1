"""What is stuck on a page: mats and photos as one, papers, titles, cards of words, embellishments.

A *thing* is what a hand takes up and sticks down in one go. Things come from the bottom up; their outlines are in
grains from the page's top left corner. Thicknesses and what a name tells of a material are common practice, no source.
"""

from __future__ import annotations

import re
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from enum import Enum
from typing import Final

from shapely.geometry.base import BaseGeometry

from inkquilt.lengths import INCH, MM, Grains


class Material(Enum):
    """What a thing is made of, as far as sticking it goes."""

    PAPER = "paper"
    PHOTO = "photo"
    VELLUM = "vellum"
    CHIPBOARD = "chipboard"
    WOOD = "wood"
    FABRIC = "fabric"
    METAL = "metal or plastic"
    TWINE = "twine"
    STICKER = "sticker"


class ThingKind(Enum):
    """What a thing is on the page."""

    PAPER = "paper"
    PHOTO = "photo"
    CARD = "card"
    TITLE = "title"
    WORDS = "words"
    WRITING = "writing"
    EMBELLISHMENT = "embellishment"
    STAMP = "stamp"


#: What is inked, stamped or written lies in no glue.
DRAWN: Final = frozenset({ThingKind.WRITING, ThingKind.STAMP})
#: What can be inked, stitched or painted before it is glued.
WORKED_ON: Final = frozenset({ThingKind.PAPER, ThingKind.PHOTO, ThingKind.CARD})
#: How thick one layer is. Common practice, no source.
THICKNESS: Final = {
    Material.PAPER: 3 * MM // 10,
    Material.PHOTO: MM // 4,
    Material.VELLUM: MM // 10,
    Material.CHIPBOARD: 3 * MM // 2,
    Material.WOOD: 2 * MM,
    Material.FABRIC: MM // 2,
    Material.METAL: 2 * MM,
    Material.TWINE: 3 * MM // 2,
    Material.STICKER: MM // 5,
}
#: From this thickness on, what is named by nothing else is board rather than paper.
_BOARD: Final[Grains] = MM
_NAMED: Final = (
    (Material.VELLUM, r"vellum|tracing|acetate|transparen\w*|clear"),
    (Material.TWINE, r"twine|thread|string|yarn|cord"),
    (Material.FABRIC, r"fabric|cloth|felt|ribbon|lace|canvas|linen|burlap|cotton|wool\w*"),
    (Material.WOOD, r"wood\w*|veneer|cork|bamboo"),
    (Material.METAL, r"metal|brads?|buttons?|gems?|pearls?|sequins?|enamel|charms?|clips?|eyelets?|safety pins?|foil"),
    (Material.CHIPBOARD, r"chipboard|board|cardboard"),
    (Material.STICKER, r"stickers?|labels? tape|washi"),
)


def material_of(name: str, thickness: Grains) -> Material:
    """Return what an embellishment is made of: by what its name says, else by how thick it is.

    >>> material_of("wooden star", 0).value
    'wood'
    """
    for material, words in _NAMED:
        if re.search(rf"\b(?:{words})\b", name.lower()):
            return material
    return Material.CHIPBOARD if thickness >= _BOARD else Material.PAPER


@dataclass(frozen=True, slots=True)
class Lying:
    """Where something lies: x and y of its unturned box, in grains, its turn in hundredths of a degree."""

    x: Grains
    y: Grains
    width: Grains
    height: Grains
    turn: int = 0

    @property
    def right(self) -> Grains:
        """Its right edge, laid straight."""
        return self.x + self.width

    @property
    def bottom(self) -> Grains:
        """Its bottom edge, laid straight."""
        return self.y + self.height


@dataclass(frozen=True, slots=True)
class Part:
    """One layer of a thing, such as a mat or the photo on it: its block, outline, place, and what it is made of."""

    key: str
    name: str
    outline: BaseGeometry
    lying: Lying
    material: Material = Material.PAPER
    thickness: Grains = THICKNESS[Material.PAPER]
    is_empty: bool = False


@dataclass(frozen=True, slots=True)
class Thing:
    """What is stuck down in one go: its layers from the bottom up, and how it lies.

    ``under`` names the layer of another thing that it is tucked under; ``group`` the cluster it is part of; ``pieces``
    is more than one for a thing that is cut as several (a row of flags, a strip cut short). ``is_band`` for strips
    and borders, ``is_frame`` for what one looks through, ``is_written`` for words straight on the page. ``is_dot`` is
    a small accent. ``is_winged`` has wings or petals that may be bent up.
    """

    key: str
    name: str
    kind: ThingKind
    parts: tuple[Part, ...]
    foam: bool = False
    under: str | None = None
    group: str = ""
    pieces: int = 1
    number: int | None = None
    is_band: bool = False
    is_frame: bool = False
    is_dot: bool = False
    is_winged: bool = False

    @property
    def bottom(self) -> Part:
        """The lowest layer: what is glued."""
        return self.parts[0]

    @property
    def lying(self) -> Lying:
        """Where it lies."""
        return self.bottom.lying

    @property
    def outline(self) -> BaseGeometry:
        """Its outline on the page."""
        return self.bottom.outline

    @property
    def is_drawn(self) -> bool:
        """Whether it is ink and nothing is stuck."""
        return self.kind in DRAWN

    @property
    def is_tilted(self) -> bool:
        """Whether it lies askew."""
        return self.lying.turn % 9000 != 0


@dataclass(frozen=True, slots=True)
class AssemblyPage:
    """A page as it is put together: its size in grains, and its things from the bottom up.

    ``layers`` are the keys of all layers in the order in which they lie, from the bottom up. ``slots`` are places of
    photos that are slipped in later, ``gap`` where two facing pages part.
    """

    width: Grains
    height: Grains
    things: tuple[Thing, ...]
    layers: tuple[str, ...]
    slots: tuple[tuple[str, BaseGeometry], ...] = ()

    def thing(self, key: str) -> Thing:
        """Return a thing by its key. Raises ``KeyError``."""
        for one in self.things:
            if one.key == key:
                return one
        raise KeyError(key)


#: Less than this of the smaller of two things is no overlap: a rounded corner, a grain's breadth.
_TOUCH: Final = 0.004
_LEAST: Final[Grains] = INCH // 64


def overlap(one: BaseGeometry, other: BaseGeometry) -> BaseGeometry | None:
    """Return what two outlines share, or None where it is next to nothing."""
    if not one.intersects(other):
        return None
    shared = one.intersection(other)
    least = max(_TOUCH * min(one.area, other.area), _LEAST * _LEAST)
    return shared if shared.area > least else None


def names_of(things: Iterable[Thing]) -> str:
    """Return what things are called, in a sentence."""
    return listed([thing.name for thing in things])


def listed(names: Sequence[str]) -> str:
    """Return names in a sentence: "the band, photo 1 and the tag"."""
    if len(names) < 2:
        return "".join(names)
    return f"{', '.join(names[:-1])} and {names[-1]}"
