"""Which photo goes into which slot: what each choice costs, and the best of all choices.

Costs are whole thousandths. One photo in one slot:

loss      500 times the part of the photo that the largest crop cuts off
matters   3000 times the part of what matters that does not show, by weight
wish      800 times how far the slot's area is from the wished end: the largest or the smallest
look      200 times the slot's area over the largest, for a photo that looks like another
paper     4000 when a print that exists, or a document, does not fill the slot or is trimmed too much

Two photos: ``IN_TIME`` when the earlier one is read later (``IN_HER_ORDER`` when a person put them in order),
``TOGETHER`` when two that belong together are not in one row or column with nothing between. A photo left out costs
more than any slot.
The best choice is found and proven by ``assign``.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from enum import Enum
from fractions import Fraction
from typing import Final

from inkquilt.lengths import INCH, Grains
from inkquilt.photos.areas import Area, that_matter
from inkquilt.photos.crop import AS_IT_COMES, Crop, Pixels, Slot, crop_of, in_print, share_kept
from inkquilt.photos.trimming import USUAL_TRIM, TrimLimits, may_be
from inkquilt.sketch.geometry import Box, Ends, box
from inkquilt.sketch.model import Block, Size

LOSS: Final = 500
MATTERS: Final = 3000
WISH: Final = 800
LOOK: Final = 200
PAPER: Final = 4000
IN_TIME: Final = 150
IN_HER_ORDER: Final = 1500
TOGETHER: Final = 250
LEFT_OUT: Final = 20_000
#: Leaving out a photo that should be big, or is a print or document, costs so much more.
LEFT_OUT_DEAR: Final = 5000
#: Slots no further apart than this are side by side.
SIDE_BY_SIDE: Final[Grains] = INCH


class PhotoOrder(Enum):
    """What the order of photos along the reading order comes from."""

    TAKEN = "taken"
    MINE = "mine"
    ANY = "any"


class PhotoWish(Enum):
    """How large a photo should be."""

    ANY = ""
    BIG = "big"
    SMALL = "small"


@dataclass(frozen=True, slots=True)
class Candidate:
    """A photo to be placed. ``taken`` orders photos in time, ``alike`` names a set that looks alike,
    ``print_size`` is a print that can only be trimmed, within ``trim``."""

    key: int
    photo: Pixels
    areas: tuple[Area, ...] = ()
    wish: PhotoWish = PhotoWish.ANY
    group: str = ""
    taken: float | None = None
    alike: int | None = None
    print_size: Size | None = None
    trim: TrimLimits = USUAL_TRIM

    def crop_in(self, block: Block) -> Crop:
        """Return what of it shows in a slot at most; a print that exists keeps its scale."""
        framing = in_print(AS_IT_COMES, self.print_size, block.size)
        return crop_of(self.photo, Slot.of(block), framing, self.areas)

    def fits(self, slot: Size, grid: Grains) -> bool:
        """Tell whether its print, if there is one, may be trimmed to a slot by marks of a grid."""
        return self.print_size is None or may_be(self.print_size, slot, self.trim, grid)


@dataclass(frozen=True, slots=True)
class Places:
    """The photo slots of a page in reading order: row by row, left to right; prints are trimmed by its ``grid``.

    ``others`` are pieces that part two photos when they lie between: words, tags.
    """

    blocks: tuple[Block, ...]
    grid: Grains = 1
    others: tuple[Block, ...] = ()

    @classmethod
    def of(cls, blocks: Sequence[Block], grid: Grains = 1, others: Sequence[Block] = ()) -> Places:
        """Return the slots in reading order; what begins above the middle of a row's first piece is in its row."""
        left = sorted(blocks, key=lambda block: (block.y, block.x))
        ordered: list[Block] = []
        while left:
            row = [block for block in left if block.y < left[0].y + left[0].height / 2]
            ordered += sorted(row, key=lambda block: block.x)
            left = [block for block in left if block not in row]
        return cls(tuple(ordered), grid, tuple(others))

    @property
    def largest(self) -> int:
        """The area of the largest slot."""
        return max((block.width * block.height for block in self.blocks), default=1)

    def neighbours(self, index: int) -> tuple[int, ...]:
        """Return the slots in one row or column with one, with nothing between."""
        here = box(self.blocks[index])
        found = []
        for other, block in enumerate(self.blocks):
            between = other != index and _between(here, box(block))
            if not between:
                continue
            parting = (b for at, b in enumerate((*self.blocks, *self.others)) if at not in (index, other))
            if not any(_overlap(between, box(one)) for one in parting):
                found.append(other)
        return tuple(found)


def _between(a: Box, b: Box) -> Box | None:
    """Return what lies between two in one row or column, None for two that are in none: too far, or not level.

    In one row are those that stand beside each other for at least half of the lower one's height.
    """
    gap_x = Ends(min(a.x.high, b.x.high), max(a.x.low, b.x.low))
    gap_y = Ends(min(a.y.high, b.y.high), max(a.y.low, b.y.low))
    if gap_x.length <= SIDE_BY_SIDE and 2 * -gap_y.length >= min(a.y.length, b.y.length):
        return Box(gap_x, Ends(gap_y.high, gap_y.low))
    if gap_y.length <= SIDE_BY_SIDE and 2 * -gap_x.length >= min(a.x.length, b.x.length):
        return Box(Ends(gap_x.high, gap_x.low), gap_y)
    return None


def _overlap(a: Box, b: Box) -> bool:
    return max(a.x.low, b.x.low) < min(a.x.high, b.x.high) and max(a.y.low, b.y.low) < min(a.y.high, b.y.high)


def cost_of(candidate: Candidate, block: Block, largest: int, grid: Grains) -> int:
    """Return what a photo in a slot costs by itself."""
    part = Fraction(block.width * block.height, largest)
    crop = candidate.crop_in(block)
    cost = LOSS * (1 - crop.width * crop.height)
    matters = that_matter(candidate.areas)
    if matters:
        whole = sum(area.weight for area in matters)
        kept = sum((area.weight * share_kept(area, crop) for area in matters), Fraction(0))
        cost += MATTERS * (1 - kept / whole)
    if candidate.wish is not PhotoWish.ANY:
        cost += WISH * (1 - part if candidate.wish is PhotoWish.BIG else part)
    if candidate.alike is not None:
        cost += LOOK * part
    if not candidate.fits(block.size, grid):
        cost += PAPER
    return round(cost)


def left_out_cost(candidate: Candidate) -> int:
    """Return what leaving a photo out costs."""
    dear = candidate.wish is PhotoWish.BIG or candidate.print_size is not None
    return LEFT_OUT + LEFT_OUT_DEAR * dear


@dataclass(frozen=True, slots=True)
class Choice:
    """For each photo its slot or None, what that costs, and whether nothing cheaper can be."""

    slots: tuple[int | None, ...]
    cost: int
    proven: bool


@dataclass(frozen=True, slots=True)
class CostTable:
    """All that is needed to choose: what each photo costs in each slot or left out, and the pairs that count."""

    costs: tuple[tuple[int, ...], ...]
    left_out: tuple[int, ...]
    #: Pairs of photos, the earlier one first.
    in_time: tuple[tuple[int, int], ...]
    together: tuple[tuple[int, int], ...]
    #: For each slot those side by side with it; slots are numbered in reading order.
    beside: tuple[tuple[int, ...], ...]
    #: Photos that stay: photo to slot.
    locked: tuple[tuple[int, int], ...] = ()
    #: What it costs when of a pair the later one is read first.
    out_of_turn: int = IN_TIME

    def total(self, slots: Sequence[int | None]) -> int:
        """Return what a choice costs: for each photo its slot, or None for left out."""
        cost = sum(
            self.left_out[photo] if slot is None else self.costs[photo][slot] for photo, slot in enumerate(slots)
        )
        for earlier, later in self.in_time:
            one, two = slots[earlier], slots[later]
            cost += self.out_of_turn * (one is not None and two is not None and one > two)
        for photo, other in self.together:
            one, two = slots[photo], slots[other]
            cost += TOGETHER * (one is not None and two is not None and two not in self.beside[one])
        return cost


def table_of(
    candidates: Sequence[Candidate],
    places: Places,
    locked: Sequence[tuple[int, str]] = (),
    order: PhotoOrder = PhotoOrder.TAKEN,
) -> CostTable:
    """Return the costs of photos and slots. ``locked`` pairs the keys of photos with blocks they stay in.

    In a person's own order the candidates come in it.
    """
    if order is PhotoOrder.MINE:
        candidates = [replace(candidate, taken=float(number)) for number, candidate in enumerate(candidates)]
    numbers = {candidate.key: number for number, candidate in enumerate(candidates)}
    slots = {block.id: number for number, block in enumerate(places.blocks)}
    dated = sorted(
        (number for number, candidate in enumerate(candidates) if candidate.taken is not None),
        key=lambda number: candidates[number].taken or 0,
    )
    pairs = [
        (one, two) for at, one in enumerate(dated) for two in dated[at + 1 :]
        if candidates[one].taken != candidates[two].taken
    ]  # fmt: skip
    together = [
        (one, two)
        for one, candidate in enumerate(candidates)
        for two in range(one + 1, len(candidates))
        if candidate.group and candidate.group == candidates[two].group
    ]
    return CostTable(
        tuple(tuple(cost_of(c, block, places.largest, places.grid) for block in places.blocks) for c in candidates),
        tuple(left_out_cost(candidate) for candidate in candidates),
        tuple(pairs) if order is not PhotoOrder.ANY else (),
        tuple(together),
        tuple(places.neighbours(number) for number in range(len(places.blocks))),
        tuple((numbers[key], slots[block]) for key, block in locked if key in numbers and block in slots),
        IN_HER_ORDER if order is PhotoOrder.MINE else IN_TIME,
    )


#: Looks that differ in no more signs than this are alike.
ALIKE: Final = 6


def alike_sets(looks: Sequence[str]) -> tuple[int | None, ...]:
    """Return for each look (16 hex digits, or nothing) the set of alike ones it is in, or None when it is alone."""
    sets: list[int | None] = [None] * len(looks)
    for one, look in enumerate(looks):
        for two in range(one):
            if look and looks[two] and (int(look, 16) ^ int(looks[two], 16)).bit_count() <= ALIKE:
                first = sets[two]
                sets[two] = sets[one] = two if first is None else first
                break
    return tuple(sets)


def reasons(
    candidates: Sequence[Candidate], places: Places, table: CostTable, slots: Sequence[int | None]
) -> list[list[str]]:
    """Return for each photo why it lies where it does, or is left out, in a few words each."""
    told = []
    for photo, slot in enumerate(slots):
        told.append(
            _left_out(candidates[photo]) if slot is None else list(_why(candidates, places, table, slots, photo))
        )
    return told


def _left_out(candidate: Candidate) -> list[str]:
    small = candidate.wish is PhotoWish.SMALL
    return ["no slot is left for it" + (", and it may be small" if small else "")]


def _why(
    candidates: Sequence[Candidate], places: Places, table: CostTable, slots: Sequence[int | None], photo: int
) -> Iterator[str]:
    slot = slots[photo]
    assert slot is not None
    candidate, block = candidates[photo], places.blocks[slot]
    crop = candidate.crop_in(block)
    cut = round(100 * (1 - crop.width * crop.height))
    yield "nothing of it is cut off" if cut == 0 else f"{cut} % of it is cut off"
    matters = that_matter(candidate.areas)
    if matters:
        whole = all(share_kept(area, crop) == 1 for area in matters)
        yield "all that matters shows" if whole else "not all that matters shows"
    part = Fraction(block.width * block.height, places.largest)
    if candidate.wish is PhotoWish.BIG:
        yield "in the largest slot, as wished" if part == 1 else "not in the largest slot"
    if candidate.wish is PhotoWish.SMALL and part < 1:
        yield "in a smaller slot, as it may be"
    if any(photo == stays for stays, _ in table.locked):
        yield "it stays where you put it"
    if candidate.print_size is not None:
        yield "the print fits" if candidate.fits(block.size, places.grid) else "the print does not fit this slot"
    for one, two in table.together:
        other = two if one == photo else one if two == photo else None
        there = None if other is None else slots[other]
        if there is not None:
            yield "beside what it belongs with" if there in table.beside[slot] else "away from what it belongs with"
            break
    pairs = [(slots[one], slots[two]) for one, two in table.in_time if photo in (one, two)]
    if any(a is not None and b is not None for a, b in pairs):
        turned = any(a is not None and b is not None and a > b for a, b in pairs)
        yield "out of its turn" if turned else "in its turn"
