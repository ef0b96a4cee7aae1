"""Design distance: how far a page is from its drawing, as a documented sum, and in words.

It ranks the ways that are offered. Every part is about 0 for a page that is the drawing made
larger or smaller; the weights say how much of each a scrapbooker minds (common practice, no source):

``sizes``   shares of the photos in their total that changed hands
``shape``   by how much photos and words changed their proportions (natural logarithm)
``groups``  the part of the lines and even gaps among photos and words that was lost
``picture`` the part of the placed photos that is cut off beyond what the drawn slots cut off
``share``   by how much the photos' share of the page changed (logarithm; less counts double)
``weight``  how far the centre of photos and words moved, in parts of the page
``calm``    by how much of the page the largest empty place grew
``anew``    groups that stand otherwise than drawn, words that were dealt again
``aside``   what was made finer, and what was laid aside
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import astuple, dataclass
from fractions import Fraction
from math import log
from types import MappingProxyType
from typing import Final

from inkquilt.design.marks import Judged, change_of_shape
from inkquilt.design.reading import WORDS, Design, area, as_read
from inkquilt.sketch.geometry import box
from inkquilt.sketch.model import Block, Size
from inkquilt.sketch.relations import Edge

#: A photo this many times as wide as high (or as high as wide) is no square any more.
CLEARLY: Final = Fraction(11, 10)
_NONE_PLACED: Final[Mapping[str, Fraction]] = MappingProxyType({})


@dataclass(frozen=True, slots=True)
class Distance:
    """The parts of the sum, weighted already."""

    sizes: float = 0.0
    shape: float = 0.0
    groups: float = 0.0
    picture: float = 0.0
    share: float = 0.0
    weight: float = 0.0
    calm: float = 0.0
    anew: float = 0.0
    aside: float = 0.0

    @property
    def total(self) -> float:
        """Return the sum."""
        return float(sum(astuple(self)))


def distance(
    design: Design, blocks: tuple[Block, ...], judged: Judged, anew: float, aside: float,
    pictures: Mapping[str, Fraction] = _NONE_PLACED,
) -> Distance:  # fmt: skip
    """Return how far a judged page is from its drawing; ``anew`` and ``aside`` count what was decided on the way.

    ``pictures`` are the proportions of the photos in their slots, width over height.
    """
    now = {block.id: block for block in blocks}
    return Distance(
        sizes=1.0 * _shares_changed(design, now),
        shape=1.0 * _shapes_changed(design, now),
        groups=0.6 * _lines_lost(design, now),
        picture=1.0 * _pictures_lost(design, now, pictures),
        share=0.8 * (log(judged.share) if judged.share >= 1 else -2 * log(max(0.05, judged.share))),
        weight=1.5 * judged.shift,
        calm=1.5 * max(0.0, judged.calm),
        anew=anew,
        aside=aside,
    )


def cut_off(proportions: Fraction, slot: Size) -> float:
    """Return the part of a photo that no slot of this shape shows, however the photo lies in it.

    >>> cut_off(Fraction(3, 2), Size(2, 3))  # a landscape photo in an upright slot
    0.5555555555555556
    """
    off = proportions * slot.height / slot.width
    return float(1 - min(off, 1 / off))


def lies_across(proportions: Fraction, slot: Size) -> bool:
    """Tell whether a photo is clearly upright in a landscape slot, or landscape in an upright one."""
    wide, upright = proportions >= CLEARLY, proportions * CLEARLY <= 1
    return (wide and slot.width < slot.height) or (upright and slot.width > slot.height)


def _pictures_lost(design: Design, now: dict[str, Block], pictures: Mapping[str, Fraction]) -> float:
    more = [
        max(0.0, cut_off(pictures[photo.id], now[photo.id].size) - cut_off(pictures[photo.id], photo.size))
        for photo in design.photos if photo.id in now and photo.id in pictures
    ]  # fmt: skip
    return sum(more) / max(1, len(more))


def _shares_changed(design: Design, now: dict[str, Block]) -> float:
    photos = [photo for photo in design.photos if photo.id in now]
    was, here = sum(map(area, photos)), sum(area(now[photo.id]) for photo in photos)
    return sum(abs(area(photo) / was - area(now[photo.id]) / here) for photo in photos)


def _shapes_changed(design: Design, now: dict[str, Block]) -> float:
    photos = [log(change_of_shape(photo.size, now[photo.id].size)) for photo in design.photos if photo.id in now]
    words = [
        log(change_of_shape(as_read(stack.piece, design.on_side).size, now[stack.piece.id].size)) / 2
        for stack in design.firm if stack.piece.role in WORDS and stack.piece.id in now
    ]  # fmt: skip
    return sum(photos) / max(1, len(photos)) + sum(words) / max(1, len(words))


def lines_lost(design: Design, now: dict[str, Block]) -> tuple[int, int]:
    """Return how many edges of photos, words and tags left their lines, and how many there were."""
    lost = count = 0
    for line in design.relations.lines:
        edges = [edge for edge in line.edges if edge.block in now and design.stacks[design.roots[edge.block]].is_firm]
        places = [_place(edge, now) for edge in edges]
        count += max(0, len(edges) - 1)
        lost += len(edges) - max((places.count(place) for place in places), default=0)
    return lost, count


def _place(edge: Edge, now: dict[str, Block]) -> int:
    return box(now[edge.block]).along(edge.axis)[edge.high]


def _lines_lost(design: Design, now: dict[str, Block]) -> float:
    lost, count = lines_lost(design, now)
    return lost / max(1, count)
