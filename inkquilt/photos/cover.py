"""What lies over a photo on the page, and how much of what matters in it is hidden or cut away.

Areas are worked out with Shapely over the true outlines, in grains. Nothing here
decides a cut. Vocabulary: *hidden* is under another piece; *cut away* lies
outside of what the slot shows.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final

from shapely import affinity
from shapely.geometry import Point, Polygon
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from inkquilt.photos.areas import Area
from inkquilt.photos.crop import Crop, Pixels
from inkquilt.sketch.geometry import drawn_outline, opening_outlines
from inkquilt.sketch.model import Block, Role, Shape

#: A circle is drawn with this many chords to a quarter: its area is right to 0.003 %.
ROUND: Final = 90
#: Less than this part is dust: a rounded corner, a grain's breadth.
DUST: Final = 0.002


@dataclass(frozen=True, slots=True)
class PlacedPhoto:
    """A photo in a slot: its pixels, what of it shows, and what matters in it."""

    photo: Pixels
    crop: Crop
    areas: tuple[Area, ...] = ()


@dataclass(frozen=True, slots=True)
class AreaLost:
    """One area that matters: the parts of it that are hidden and cut away (0 to 1), and what hides it."""

    area: Area
    hidden: float
    cut_away: float
    by: tuple[str, ...]

    @property
    def is_lost(self) -> bool:
        """Whether any of it is."""
        return self.hidden > DUST or self.cut_away > DUST


@dataclass(frozen=True, slots=True)
class Cover:
    """What lies over one photo: the part of its slot that is hidden, by what, and what that means for each area."""

    slot: str
    hidden: float
    by: tuple[str, ...]
    areas: tuple[AreaLost, ...] = ()

    @property
    def lost(self) -> tuple[AreaLost, ...]:
        """Return the areas that matter and do not show whole."""
        return tuple(area for area in self.areas if area.is_lost)


def covers(blocks: Sequence[Block], placed: Mapping[str, PlacedPhoto]) -> tuple[Cover, ...]:
    """Return what lies over each photo block, in the order of the blocks.

    Later blocks of one level lie on top. Slots without a photo have no areas.
    """
    return tuple(cover_of(block, blocks, placed.get(block.id)) for block in blocks if block.role is Role.PHOTO)


def cover_of(block: Block, blocks: Sequence[Block], placed: PlacedPhoto | None) -> Cover:
    """Return what lies over one photo block of a page."""
    stacked = sorted(blocks, key=lambda block: block.level)
    slot = outline_on_page(block)
    above = {upper.id: outline_on_page(upper) for upper in stacked[stacked.index(block) + 1 :]}
    over = {name: piece for name, piece in above.items() if slot.intersection(piece).area > DUST * slot.area / 10}
    hiding = unary_union(list(over.values()))
    areas: tuple[AreaLost, ...] = ()
    if placed is not None:
        areas = tuple(_lost(block, slot, over, placed, area) for area in placed.areas if area.matters)
    return Cover(block.id, slot.intersection(hiding).area / slot.area, tuple(over), areas)


def _lost(
    block: Block, slot: BaseGeometry, over: Mapping[str, BaseGeometry], placed: PlacedPhoto, area: Area
) -> AreaLost:
    whole = area_on_page(block, placed, area)
    size = whole.area or 1.0
    shown = whole.intersection(slot)
    hidden = shown.intersection(unary_union(list(over.values()))).area / size
    by = tuple(name for name, piece in over.items() if shown.intersection(piece).area > DUST * size)
    return AreaLost(area, hidden, 1 - shown.area / size, by)


def outline_on_page(block: Block) -> BaseGeometry:
    """Return a block's outline as it lies on the page, what is cut out of it left open."""
    centre = (block.x + block.width / 2, block.y + block.height / 2)
    if block.shape is Shape.CIRCLE:
        return Point(centre).buffer(block.width / 2, quad_segs=ROUND)
    shape = Polygon(drawn_outline(block), opening_outlines(block))
    return affinity.rotate(shape, block.turn / 100, origin=centre)


def area_on_page(block: Block, placed: PlacedPhoto, area: Area) -> Polygon:
    """Return where a part of a photo lies on the page, whether it shows there or not."""
    photo, crop = placed.photo, placed.crop
    middle = crop.middle
    left, top = float(area.left - middle.x) * photo.across, float(area.top - middle.y) * photo.down
    width, height = float(area.width) * photo.across, float(area.height) * photo.down
    on_photo = Polygon([(left, top), (left + width, top), (left + width, top + height), (left, top + height)])
    upright = affinity.rotate(on_photo, -crop.turn / 100, origin=(0, 0))
    scale = block.width / (float(crop.width) * photo.across)
    in_slot = affinity.scale(upright, scale, block.height / (float(crop.height) * photo.down), origin=(0, 0))
    turned = affinity.rotate(in_slot, block.turn / 100, origin=(0, 0))
    return affinity.translate(turned, block.x + block.width / 2, block.y + block.height / 2)


def lost_words(lost: AreaLost, names: Mapping[str, str]) -> str:
    """Say how much of an area does not show, and why; ``names`` gives what pieces are called."""
    parts = []
    if lost.hidden > DUST:
        under = " and ".join(names[piece] for piece in lost.by)
        parts.append(f"{_percent(lost.hidden)} of what matters lies under {under}")
    if lost.cut_away > DUST:
        parts.append(f"{_percent(lost.cut_away)} of what matters is cut away")
    return ", ".join(parts)


def _percent(part: float) -> str:
    return f"{max(1, round(100 * part))} %"


def corners_on_page(block: Block, placed: PlacedPhoto, area: Area) -> list[tuple[float, float]]:
    """Return the corners of a part of a photo as it lies on the page, in grains, going round."""
    return [(float(x), float(y)) for x, y in area_on_page(block, placed, area).exterior.coords[:-1]]
