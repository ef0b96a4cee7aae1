"""Photos in their slots: which, how they lie, what lies behind and over them."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Annotated, Final, Literal

from inkquilt.composition.asked import AtMost, Between, Name, PaperLetter, Steps, Typed, length_of
from inkquilt.composition.changes.base import After, Change, Changed, Known, change, the_block
from inkquilt.composition.document import PageDocument, SlotPhoto
from inkquilt.errors import refuse
from inkquilt.fit import bounds
from inkquilt.fit.request import Shield
from inkquilt.fit.sizes import partner_reveal
from inkquilt.lengths import INCH, LONGEST, Grains
from inkquilt.photos.crop import CLOSEST, MOST_TURN
from inkquilt.photos.mats import in_the_drawing, kept_whole, with_mats
from inkquilt.photos.owned import OwnedPhoto
from inkquilt.photos.safe import whole_in
from inkquilt.sketch import Block, Role
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.relations import Reveals

MOST_REVEAL: Final[Grains] = 3 * INCH
#: How far a photo may be trimmed, and how that is said.
TRIMS: Final = {"never": "never trimmed", "a-little": "trimmed a little at most", "freely": "trimmed freely"}

Look = Annotated[float, Between(0, 1)]


@change("photo", After.STAYS)
class PlacePhoto(Change):
    """Put a photo into a slot, empty it, or lay the photo there another way; what is not asked for stays as it is.

    ``level`` turns it, in degrees clockwise; ``as_it_comes`` forgets how it lay.
    """

    block: Name
    photo: int | None = None
    look_x: Look | None = None
    look_y: Look | None = None
    zoom: Annotated[float, Between(1, float(CLOSEST))] | None = None
    level: Annotated[float, Between(-MOST_TURN / 100, MOST_TURN / 100)] | None = None
    step_x: Steps = 0
    step_y: Steps = 0
    locked: bool | None = None
    as_it_comes: bool = False

    def applied(self, document: PageDocument, known: Known) -> Changed:
        slot = the_block(document, self.block, Role.PHOTO)
        placed = dict(document.photos)
        if self.photo is None:
            placed.pop(slot.id, None)
            return Changed(replace(document, photos=placed), f"emptied {slot.name}")
        photo = known.photo(self.photo)
        if photo is None:
            raise refuse("unknown-photo", "That photo is not in your box.", "photo")
        before = placed.get(slot.id)
        other = next((s for s, p in placed.items() if p.photo == self.photo and s != slot.id), None)
        if other is not None:  # the photos change places
            placed.pop(other)
            if before is not None:
                placed[other] = SlotPhoto(before.photo)
        same = before if before is not None and before.photo == self.photo else None
        lying = self._framed(same or SlotPhoto(self.photo))
        placed[slot.id] = self._stepped(document, slot, photo, lying)
        done = f"{photo.name} lies another way" if same else f"{photo.name} into {slot.name}"
        return Changed(replace(document, photos=placed), done)

    def _framed(self, placed: SlotPhoto) -> SlotPhoto:
        """Return a photo as it shall lie in its slot."""
        if self.as_it_comes:
            placed = SlotPhoto(placed.photo, locked=placed.locked)
        if self.look_x is not None or self.look_y is not None:
            looks = ((self.look_x, placed.look_x), (self.look_y, placed.look_y))
            look_x, look_y = (next((one for one in look if one is not None), 0.5) for look in looks)
            placed = replace(placed, look_x=look_x, look_y=look_y)
        if self.level is not None:
            placed = replace(placed, turn=round(self.level * 100))
        if self.zoom is not None:
            placed = replace(placed, zoom=self.zoom)
        return placed if self.locked is None else replace(placed, locked=self.locked)

    def _stepped(self, document: PageDocument, slot: Block, photo: OwnedPhoto, placed: SlotPhoto) -> SlotPhoto:
        """Return a photo moved in its slot from where it shows now, by so many steps to the right and down."""
        fitted = next((block for block in document.blocks if block.id == slot.id), None)
        if fitted is None or not (self.step_x or self.step_y):
            return placed
        middle = photo.crop_in(fitted, placed.framing).moved(self.step_x, self.step_y)
        return replace(placed, look_x=float(middle.x), look_y=float(middle.y))


@dataclass(frozen=True, slots=True, kw_only=True)
class SlotChoice:
    """A photo for a slot."""

    block: Name
    photo: int


@change("match", After.STAYS)
class PlaceMatched(Change):
    """Put several photos into slots at once, as they come; slots that are not named become empty."""

    placed: Annotated[tuple[SlotChoice, ...], AtMost(60)] = ()

    def applied(self, document: PageDocument, known: Known) -> Changed:
        placed: dict[str, SlotPhoto] = {}
        for row in self.placed:
            slot = the_block(document, row.block, Role.PHOTO)
            if known.photo(row.photo) is None:
                raise refuse("unknown-photo", "One of these photos is not in your box.", "photo")
            before = document.photos.get(slot.id)
            placed[slot.id] = before if before is not None and before.photo == row.photo else SlotPhoto(row.photo)
        if len({on.photo for on in placed.values()}) < len(placed):
            raise refuse("photo-twice", "A photo can lie in one slot only.", "placed")
        return Changed(replace(document, photos=placed), f"{len(placed)} photos matched to slots")


@dataclass(frozen=True, slots=True, kw_only=True)
class MatAsked:
    """How far a mat shows on each side, as typed."""

    left: Typed
    top: Typed
    right: Typed
    bottom: Typed


@change("mat")
class LayMats(Change):
    """Lay mats behind a photo, the innermost first: what shows on the left, top, right and bottom of each."""

    block: Name
    mats: Annotated[tuple[MatAsked, ...], AtMost(4)] = ()
    paper: PaperLetter = "white"

    def applied(self, document: PageDocument, known: Known) -> Changed:
        photo = the_block(document, self.block, Role.PHOTO)
        reveals = [self._reveals(document, photo, mat) for mat in self.mats]
        sketch = with_mats(document.sketch, photo.id, reveals, self.paper or "white")
        words = {0: "no mat", 1: "a mat"}.get(len(reveals), f"{len(reveals)} mats")
        return Changed(replace(document, sketch=sketch, pins=()), f"{words} behind {photo.name}")

    @staticmethod
    def _reveals(document: PageDocument, photo: Block, mat: MatAsked) -> Reveals:
        unit = document.unit
        sides = [
            length_of(getattr(mat, side), unit, f"The {side} of the mat", side)
            for side in ("left", "top", "right", "bottom")
        ]
        if max(map(abs, sides)) > MOST_REVEAL or max(sides) <= 0:
            raise refuse("reveal", "A mat shows on one side at least, and at most 3 in.", "mats")
        if photo.turn and len(set(sides)) > 1:
            raise refuse("offset-tilted", "A tilted photo's mat shows alike on all sides.", "mats")
        seen = Reveals(*(partner_reveal(side, unit, document.sketch.unit) for side in sides))
        return in_the_drawing(seen, document.way.turn, document.way.mirrored)


@change("whole")
class KeepWhole(Change):
    """Keep the photo in a slot whole, on a mat as large as the slot."""

    block: Name
    paper: PaperLetter = "white"

    def applied(self, document: PageDocument, known: Known) -> Changed:
        slot = the_block(document, self.block, Role.PHOTO)
        on = document.photos.get(slot.id)
        photo = known.photo(on.photo) if on else None
        if photo is None:
            raise refuse("no-photo", f"There is no photo in {slot.name} to keep whole.", "block")
        grid = bounds.DEFAULT_GRID[document.sketch.unit]
        on_its_side = document.way.turn % 180 != 0  # the slot is turned with the sketch, the photo is not
        size = whole_in(photo.pixels, slot.size.swapped() if on_its_side else slot.size, grid, grid)
        if size is None:
            raise refuse("too-small", f"{slot.name} is too small for a photo on a mat.", "block")
        inner = size.swapped() if on_its_side else size
        sketch = kept_whole(document.sketch, slot.id, inner, self.paper or "white")
        return Changed(replace(document, sketch=sketch, pins=()), f"{slot.name} kept whole on a mat")


@dataclass(frozen=True, slots=True, kw_only=True)
class ShieldAsked:
    """A piece that may cover so much of a photo along an axis: ``covered`` in ``of``, both whole numbers."""

    upper: Name
    axis: Axis
    covered: Annotated[int, Between(0, LONGEST)]
    of: Annotated[int, Between(1, LONGEST)]


@change("shield")
class ShieldPhoto(Change):
    """Keep pieces off what matters in a photo from now on; with none named, that is taken back."""

    block: Name
    shields: Annotated[tuple[ShieldAsked, ...], AtMost(20)] = ()

    def applied(self, document: PageDocument, known: Known) -> Changed:
        slot, way = the_block(document, self.block, Role.PHOTO), document.way
        kept = tuple(shield for shield in document.shields if shield.lower != slot.id)
        new = tuple(
            Shield(the_block(document, row.upper).id, slot.id, row.axis, row.covered, row.of, way.turn, way.mirrored)
            for row in self.shields
        )
        done = f"kept off {slot.name}" if new else f"{slot.name} may be covered as drawn"
        return Changed(replace(document, shields=(*kept, *new), pins=()), done)


@change("trim")
class Trim(Change):
    """Say how far a photo may be trimmed: never, a little, freely."""

    block: Name
    trim: Literal["never", "a-little", "freely"]

    def applied(self, document: PageDocument, known: Known) -> Changed:
        photo = the_block(document, self.block, Role.PHOTO)
        never, freely = document.never_trim - {photo.id}, document.trim_freely - {photo.id}
        never |= {photo.id} if self.trim == "never" else set()
        freely |= {photo.id} if self.trim == "freely" else set()
        words = f"{photo.name} is {TRIMS[self.trim]}"
        return Changed(replace(document, never_trim=never, trim_freely=freely), words)
