"""The photos on a page: how each lies in its slot, what hides what matters in them, and what would show it."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Any, Final

from inkquilt.composition.changes import Change
from inkquilt.composition.changes.by_hand import PinPiece
from inkquilt.composition.changes.photos import PlacePhoto, ShieldAsked, ShieldPhoto
from inkquilt.composition.document import PageDocument, SlotPhoto
from inkquilt.design.distance import lies_across
from inkquilt.fit.manual_edit import Grip, pinned
from inkquilt.fit.request import FitRequest, PhotoTerm, Shield
from inkquilt.fit.sizes import gives_photos_what_they_ask
from inkquilt.fit.ways import drawn_for
from inkquilt.lengths import with_unit
from inkquilt.photos.cover import Cover, PlacedPhoto, corners_on_page, covers, lost_words
from inkquilt.photos.crop import AS_IT_COMES, Crop, Slot, closest, crop_of, in_print
from inkquilt.photos.mats import SHEET, Tones, mat_colour, two_of_a_sheet
from inkquilt.photos.safe import safe_size, trims_of
from inkquilt.photos.uncover import Nudge, OnPage, clearances, nudges, other_slots, shift
from inkquilt.sketch import Block, Role
from server.common.asked import refuse
from server.photos.models import Photo, areas_of
from server.solving.pool import solvers

#: A part of a photo that is told when it is cut off.
MUCH: Final = 0.2


def crop_in(photo: Photo, block: Block, placed: SlotPhoto) -> Crop:
    """Return what of a photo shows in a slot; a print that exists keeps its scale."""
    framing = in_print(placed.framing, photo.existing_print, block.size)
    return crop_of(photo.pixels, Slot.of(block), framing, areas_of(photo))


def on_page(document: PageDocument, pictures: dict[int, Photo], blocks: tuple[Block, ...] | None = None) -> OnPage:
    """Return the page with its photos as the core looks at it: as it lies, or with its pieces somewhere else."""
    blocks = document.blocks if blocks is None else blocks
    return OnPage(blocks, _placed_photos(document, pictures, blocks))


def _placed_photos(
    document: PageDocument, pictures: dict[int, Photo], blocks: tuple[Block, ...]
) -> dict[str, PlacedPhoto]:
    """Return the photos in the slots of a page, those that are gone left out."""
    placed = {}
    for block in blocks:
        on = document.photos.get(block.id)
        photo = pictures.get(on.photo) if on else None
        if on and photo and block.role is Role.PHOTO:
            placed[block.id] = PlacedPhoto(photo.pixels, crop_in(photo, block, on), areas_of(photo))
    return placed


def with_photo_terms(document: PageDocument, pictures: dict[int, Photo]) -> PageDocument:
    """Return the document with what its photos ask for, as they are now."""
    sketch = {block.id: block for block in document.sketch.blocks}
    terms, whole = [], set()
    for slot, on in sorted(document.photos.items()):
        photo, block = pictures.get(on.photo), sketch.get(slot)
        if photo is None or block is None:
            continue
        exists = photo.existing_print
        if photo.kind == Photo.Kind.DOCUMENT:
            whole.add(slot)
        least = safe_size(photo.pixels, areas_of(photo), block.size, document.grid, exists)
        terms.append(PhotoTerm(slot, least, exists, Fraction(photo.pixels.across, photo.pixels.down)))
    return replace(document, photo_terms=tuple(terms), whole_photos=frozenset(whole))


def keeps_terms(document: PageDocument) -> bool:
    """Tell whether the page as it lies gives its photos what they ask for."""
    drawn = drawn_for(document.request, document.way)
    return drawn is not None and gives_photos_what_they_ask(drawn.sketch, document.request, document.blocks)


# -- told ------------------------------------------------------------------------------


def slot_facts(document: PageDocument, block: Block, photo: Photo, on: SlotPhoto) -> dict[str, Any]:
    """Return how a photo lies in its slot: the crop, how far in one can go, what is trimmed, and its safe size."""
    unit, grid = document.unit, document.grid
    crop = crop_in(photo, block, on)
    areas = areas_of(photo)
    exists = photo.existing_print
    trims: list[str] = []
    if exists and exists.width >= block.width and exists.height >= block.height:
        off = trims_of(exists, block.size, crop, grid)
        sides = (("left", off.left), ("right", off.right), ("top", off.top), ("foot", off.bottom))
        trims = [f"{with_unit(amount, unit)} off the {side}" for side, amount in sides if amount]
    return {
        "crop": crop_answer(crop),
        "zoom": on.zoom,
        "closest": float(closest(photo.pixels, Slot.of(block), areas)) if any(a.matters for a in areas) else None,
        "turn": on.turn / 100,
        "cut_off": _cut_off(photo, block),
        "trims": trims,
        "irreplaceable": photo.irreplaceable,
        "safe": _safe(document, block.id),
    }


def _cut_off(photo: Photo, block: Block) -> str:
    """Say how much of a photo its slot cannot show, where that is much."""
    whole = crop_of(photo.pixels, Slot.of(block), in_print(AS_IT_COMES, photo.existing_print, block.size), ())
    part = 1 - whole.width * whole.height
    if part < MUCH:
        return ""
    proportions = Fraction(photo.pixels.across, photo.pixels.down)
    across = ", for the slot lies the other way than the photo" if lies_across(proportions, block.size) else ""
    return f"{round(100 * part)} % of “{photo.name}” is cut off{across}"


def _safe(document: PageDocument, slot: str) -> str:
    least = next((term.least for term in document.photo_terms if term.block == slot), None)
    if least is None:
        return ""
    return f"{with_unit(least.width, document.unit)} × {with_unit(least.height, document.unit)}"


def crop_answer(crop: Crop) -> dict[str, float]:
    """Return a crop as it is told."""
    parts = {name: float(getattr(crop, name)) for name in ("left", "top", "width", "height")}
    return {**parts, "turn": crop.turn / 100}


def cover_answers(document: PageDocument, pictures: dict[int, Photo]) -> list[dict[str, Any]]:
    """Return, for each photo, what lies over it and what of it that matters does not show."""
    page = on_page(document, pictures)
    found = covers(page.blocks, page.placed)
    return [_cover_answer(cover, page, document) for cover in found if cover.by or cover.lost]


def _cover_answer(cover: Cover, page: OnPage, document: PageDocument) -> dict[str, Any]:
    names, grains = {block.id: block.name for block in page.blocks}, document.unit.grains
    return {
        "slot": cover.slot,
        "hidden": round(cover.hidden, 4),
        "by": [names[name] for name in cover.by],
        "lost": [
            {
                "words": lost_words(lost, names),
                "outline": [
                    [x / grains, y / grains]
                    for x, y in corners_on_page(page.block(cover.slot), page.placed[cover.slot], lost.area)
                ],
            }
            for lost in cover.lost
        ],
    }


def mat_answer(document: PageDocument, pictures: dict[int, Photo], slot: str) -> dict[str, str]:
    """Return the colour proposed for the mat of a slot's photo, and how two such mats come out of one sheet.

    Raises ``BadInput`` for a slot without a photo that can be looked at.
    """
    block = next((block for block in document.blocks if block.id == slot), None)
    on = document.photos.get(slot)
    photo = pictures.get(on.photo) if on else None
    if block is None or on is None or photo is None or not photo.rendition("view").is_file():
        raise refuse("no-photo", "There is no photo in that slot to choose a colour by.", "slot")
    tones: Tones = solvers().run("tones_of", photo.rendition("view"), crop_in(photo, block, on))
    colour = mat_colour(tones)
    return {
        "shade": colour.shade.value,
        "colour": "#{:02x}{:02x}{:02x}".format(*colour.colour),
        "why": colour.why,
        "two_of_a_sheet": _two_of_a_sheet(document, slot),
    }


def _two_of_a_sheet(document: PageDocument, slot: str) -> str:
    mat = next((block for block in document.blocks if block.of == (slot,)), None)
    saving = two_of_a_sheet(mat.size) if mat else None
    if mat is None or saving is None:
        return ""
    long, cut, trim = (with_unit(length, document.unit) for length in (saving.length + saving.trim, *saving))
    sheet = with_unit(SHEET, document.unit)
    return f"Two mats {long} long do not come out of {sheet}. Trim the photo {trim}, make the mat {cut}: two do."


# -- ways to show it --------------------------------------------------------------------


@dataclass(frozen=True, slots=True)
class WayToShow:
    """Something that shows what matters again: in words, and the change that does it."""

    words: str
    change: Change


def ways_to_show(document: PageDocument, pictures: dict[int, Photo], slot: str) -> list[WayToShow]:
    """Return what shows all that matters in a slot's photo, in the order people try it; each was tried."""
    page = on_page(document, pictures)
    if slot not in page.placed or not page.cover(slot).lost:
        return []
    trying = _Trying(document, pictures, page, slot)
    return [*trying.shifted(), *trying.nudged(), *trying.shielded(), *trying.elsewhere()]


class _Trying:
    """Tries what could show a photo's slot whole again."""

    def __init__(self, document: PageDocument, pictures: dict[int, Photo], page: OnPage, slot: str) -> None:
        self.document, self.pictures, self.page, self.slot = document, pictures, page, slot

    def shifted(self) -> Iterator[WayToShow]:
        """Shift the photo in its slot."""
        framing = shift(self.page, self.slot)
        if framing is not None and framing.look_x is not None and framing.look_y is not None:
            photo = self.document.photos[self.slot].photo
            look_x, look_y = float(framing.look_x), float(framing.look_y)
            change = PlacePhoto(block=self.slot, photo=photo, look_x=look_x, look_y=look_y)
            yield WayToShow("shift the photo in its slot", change)

    def nudged(self) -> Iterator[WayToShow]:
        """Move the piece on top as little as the rest of the page has room for."""
        unit, drawn = self.document.unit, drawn_for(self.document.request, self.document.way)
        if drawn is None:
            return
        for nudge in nudges(self.page, self.slot, self.document.grid):
            block = self.page.block(nudge.block)
            x, y = block.x + nudge.across, block.y + nudge.down
            request = self.document.refit_request
            pins = pinned(request, drawn.sketch, Grip(block.id, x, y))
            if self._shows(replace(request, pins=pins)):
                change = PinPiece(block=block.id, at_x=x / unit.grains, at_y=y / unit.grains)
                yield WayToShow(f"nudge {block.name} {_way_of(nudge, self.document)}", change)
                return

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

    def _shows(self, request: FitRequest) -> bool:
        """Tell whether a page can be fitted so, and then shows all that matters in the photo."""
        result = solvers().run("fit", request, self.document.way)
        return result.found and not on_page(self.document, self.pictures, result.blocks).cover(self.slot).lost

    def elsewhere(self) -> Iterator[WayToShow]:
        """Change places with another photo, or go into a free slot: two proposals at most."""
        document = self.document
        free = [b.id for b in document.blocks if b.role is Role.PHOTO and b.id not in document.photos]
        for other in other_slots(self.page, self.slot, free)[:2]:
            there = document.photos.get(other)
            photo = self.pictures.get(there.photo) if there else None
            words = f"change places with “{photo.name}”" if photo else f"put it into {self.page.block(other).name}"
            yield WayToShow(words, PlacePhoto(block=other, photo=document.photos[self.slot].photo))


def _way_of(nudge: Nudge, document: PageDocument) -> str:
    amount = with_unit(abs(nudge.across or nudge.down), document.unit)
    if nudge.across:
        return f"{amount} to the {'right' if nudge.across > 0 else 'left'}"
    return f"{amount} {'down' if nudge.down > 0 else 'up'}"
