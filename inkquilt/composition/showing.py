"""What would show again all that matters in a photo that something hides: each tried before it is told.

In the order in which people try it: shift the photo in its slot, slide the mat that lies over it, nudge the piece on
top, slide the photo itself out or lay it beside, fit the page again with the piece on top kept off, another slot.
Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from typing import Final

from inkquilt.composition.changes import Change
from inkquilt.composition.changes.building import SlideMat, slid
from inkquilt.composition.changes.by_hand import PinPiece
from inkquilt.composition.changes.photos import PlacePhoto, ShieldAsked, ShieldPhoto
from inkquilt.composition.document import PageDocument
from inkquilt.composition.pictures import Pictures, on_page
from inkquilt.fit.manual_edit import Grip, pinned
from inkquilt.fit.request import Fit, FitRequest, Shield, Way
from inkquilt.fit.ways import drawn_for
from inkquilt.lengths import INCH, Grains, format_length, with_unit
from inkquilt.photos.mats import slid_mat
from inkquilt.photos.uncover import Nudge, OnPage, clearances, nudges, other_slots, shift
from inkquilt.sketch.building import Beside, steps_beside
from inkquilt.sketch.geometry import box
from inkquilt.sketch.model import Block, Role

#: Words nearer to the page's edge than this look pushed off it. Common practice, no source.
LEAST_AIR: Final[Grains] = INCH // 4
#: So many other slots are proposed at most.
MOST_ELSEWHERE: Final = 2
#: So many places of the photo itself are tried, each way of moving it.
MOST_SLID: Final = 2

_BESIDE: Final = {
    Beside.RIGHT: "to the right of",
    Beside.LEFT: "to the left of",
    Beside.BELOW: "below",
    Beside.ABOVE: "above",
}

#: Fits a page: the caller says where that is worked out.
Solve = Callable[[FitRequest, Way], Fit]


@dataclass(frozen=True, slots=True)
class WayToShow:
    """Something that shows what matters again: in words, and the change that does it."""

    words: str
    change: Change


def ways_to_show(document: PageDocument, pictures: Pictures, slot: str, solve: Solve) -> list[WayToShow]:
    """Return what shows all that matters in a slot's photo; none where nothing of it is lost."""
    page = on_page(document, pictures)
    if slot not in page.placed or not page.cover(slot).lost:
        return []
    trying = _Trying(document, pictures, page, slot, solve)
    tried = (
        trying.shifted(),
        trying.mat_slid(),
        trying.nudged(),
        trying.slid(),
        trying.beside(),
        trying.shielded(),
        trying.elsewhere(),
    )
    return [way for ways in tried for way in ways]


@dataclass(frozen=True, slots=True)
class _Trying:
    """Tries what could show a photo's slot whole again."""

    document: PageDocument
    pictures: Pictures
    page: OnPage
    slot: str
    solve: Solve

    def shifted(self) -> Iterator[WayToShow]:
        """Shift the photo in its slot."""
        framing = shift(self.page, self.slot)
        if framing is not None and framing.look_x is not None and framing.look_y is not None:
            photo = self.document.photos[self.slot].photo
            look_x, look_y = float(framing.look_x), float(framing.look_y)
            change = PlacePhoto(block=self.slot, photo=photo, look_x=look_x, look_y=look_y)
            yield WayToShow("shift the photo in its slot", change)

    def mat_slid(self) -> Iterator[WayToShow]:
        """Slide a mat that lies over the photo under what it carries: that need not lie in its middle."""
        for nudge in nudges(self.page, self.slot, self.document.grid):
            mat = self.page.block(nudge.block)
            if slid_mat(mat, self.document.blocks, nudge.across, nudge.down) is None:
                continue
            after = slid(self.document, mat.id, nudge.across, nudge.down)
            if not on_page(after, self.pictures).cover(self.slot).lost:
                across, down = (format_length(length, self.document.unit) for length in (nudge.across, nudge.down))
                change = SlideMat(block=mat.id, across=across, down=down)
                yield WayToShow(f"slide {mat.name} {_way_of(nudge, self.document)}, under its photo", change)
                return

    def nudged(self) -> Iterator[WayToShow]:
        """Move the piece on top as little as the rest of the page has room for."""
        for nudge in nudges(self.page, self.slot, self.document.grid):
            change = self._put(nudge)
            if change is not None:
                yield WayToShow(f"nudge {self.page.block(nudge.block).name} {_way_of(nudge, self.document)}", change)
                return

    def slid(self) -> Iterator[WayToShow]:
        """Slide the photo, with what lies behind it, out from under the piece on top."""
        for nudge in nudges(self.page, self.slot, self.document.grid)[:MOST_SLID]:
            out = Nudge(self.slot, -nudge.across, -nudge.down)
            change = self._put(out)
            if change is not None:
                yield WayToShow(f"slide the photo out, {_way_of(out, self.document)}", change)
                return

    def beside(self) -> Iterator[WayToShow]:
        """Lay the photo wholly beside the piece on top, where there is room for it."""
        document = self.document
        over = {name for lost in self.page.cover(self.slot).lost for name in lost.by}
        if len(over) != 1:
            return
        piece = over.pop()
        steps = steps_beside(document.blocks, self.slot, piece, document.page, document.grid)
        for out in steps[:MOST_SLID]:
            change = self._put(Nudge(self.slot, out.across, out.down))
            if change is not None:
                yield WayToShow(f"lay the photo {_BESIDE[out.side]} {self.page.block(piece).name}", change)
                return

    def _put(self, nudge: Nudge) -> PinPiece | None:
        """Return the change that moves a piece so, where the page can be fitted with it and shows all that matters."""
        unit, drawn = self.document.unit, drawn_for(self.document.request, self.document.way)
        block = self.page.block(nudge.block)
        x, y = block.x + nudge.across, block.y + nudge.down
        if drawn is None or x < 0 or y < 0:
            return None
        if x + block.width > self.document.page.width or y + block.height > self.document.page.height:
            return None
        request = self.document.refit_request
        pins = pinned(request, drawn.sketch, Grip(block.id, x, y))
        if not self._shows(replace(request, pins=pins)):
            return None
        return PinPiece(block=block.id, at_x=x / unit.grains, at_y=y / unit.grains)

    def shielded(self) -> Iterator[WayToShow]:
        """Fit the page again with the pieces on top kept off what matters."""
        found = clearances(self.page, self.slot)
        way = self.document.way
        shields = tuple(Shield(c.upper, self.slot, c.axis, c.covered, c.of, way.turn, way.mirrored) for c in found)
        kept = tuple(shield for shield in self.document.shields if shield.lower != self.slot)
        if found and self._shows(replace(self.document.request, shields=(*kept, *shields))):
            rows = tuple(ShieldAsked(upper=s.upper, axis=s.axis, covered=s.covered, of=s.of) for s in shields)
            names = " and ".join(self.page.block(clearance.upper).name for clearance in found)
            change = ShieldPhoto(block=self.slot, shields=rows)
            yield WayToShow(f"fit again with {names} kept off", change)

    def elsewhere(self) -> Iterator[WayToShow]:
        """Change places with another photo, or go into a free slot."""
        document = self.document
        free = [b.id for b in document.blocks if b.role is Role.PHOTO and b.id not in document.photos]
        for other in other_slots(self.page, self.slot, free)[:MOST_ELSEWHERE]:
            there = document.photos.get(other)
            photo = self.pictures.get(there.photo) if there else None
            words = f"change places with “{photo.name}”" if photo else f"put it into {self.page.block(other).name}"
            yield WayToShow(words, PlacePhoto(block=other, photo=document.photos[self.slot].photo))

    def _shows(self, request: FitRequest) -> bool:
        """Tell whether a page can be fitted so, and then shows all that matters in the photo."""
        result = self.solve(request, self.document.way)
        if not result.found or on_page(self.document, self.pictures, result.blocks).cover(self.slot).lost:
            return False
        return not _worse_lying_words(self.document, result.blocks)


def _worse_lying_words(document: PageDocument, blocks: tuple[Block, ...]) -> bool:
    """Tell whether words come to lie across the middle of a photo, or flush with the page's edge, that did not."""
    before = {block.id: block for block in document.blocks}
    photos = [block for block in blocks if block.role is Role.PHOTO and block.id in before]
    for block in blocks:
        was = before.get(block.id)
        if was is None or block.role not in (Role.TITLE, Role.JOURNALING):
            continue
        if _is_flush(block, document) and not _is_flush(was, document):
            return True
        if any(_crosses_middle(block, photo) and not _crosses_middle(was, before[photo.id]) for photo in photos):
            return True
    return False


def _is_flush(block: Block, document: PageDocument) -> bool:
    lies, page, least = box(block), document.page, LEAST_AIR
    return min(lies.x.low, lies.y.low) < least or page.width - lies.x.high < least or page.height - lies.y.high < least


def _crosses_middle(words: Block, photo: Block) -> bool:
    """Tell whether words lie over the middle third of a photo, both ways."""
    over, under = box(words), box(photo)
    third_x, third_y = under.x.length // 3, under.y.length // 3
    across = over.x.low < under.x.high - third_x and over.x.high > under.x.low + third_x
    return across and over.y.low < under.y.high - third_y and over.y.high > under.y.low + third_y


def _way_of(nudge: Nudge, document: PageDocument) -> str:
    amount = with_unit(abs(nudge.across or nudge.down), document.unit)
    if nudge.across:
        return f"{amount} to the {'right' if nudge.across > 0 else 'left'}"
    return f"{amount} {'down' if nudge.down > 0 else 'up'}"
