"""The photos on a page: how each lies in its slot, what it asks of the page, and what of it is lost.

Photos are given by their numbers; one that is gone meanwhile leaves its slot as if it were empty.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Final

from inkquilt.composition.document import PageDocument, SlotPhoto
from inkquilt.design.distance import lies_across
from inkquilt.fit.request import PhotoTerm
from inkquilt.fit.sizes import gives_photos_what_they_ask
from inkquilt.fit.ways import drawn_for
from inkquilt.lengths import with_unit
from inkquilt.photos.cover import PlacedPhoto
from inkquilt.photos.crop import AS_IT_COMES, Crop, Slot, closest, crop_of, in_print
from inkquilt.photos.mats import SHEET, two_of_a_sheet
from inkquilt.photos.owned import OwnedPhoto
from inkquilt.photos.safe import safe_size, trims_of
from inkquilt.photos.uncover import OnPage
from inkquilt.sketch.model import Block, Role

#: A part of a photo that is told when it is cut off.
MUCH: Final = Fraction(1, 5)

#: Photos by their numbers.
Pictures = Mapping[int, OwnedPhoto]


def crop_in(photo: OwnedPhoto, block: Block, placed: SlotPhoto) -> Crop:
    """Return what of a photo shows in a slot where it lies so."""
    return photo.crop_in(block, placed.framing)


def on_page(document: PageDocument, pictures: Pictures, blocks: tuple[Block, ...] | None = None) -> OnPage:
    """Return the page with its photos: as it lies, or with its pieces somewhere else."""
    blocks = document.blocks if blocks is None else blocks
    placed = {}
    for block in blocks:
        on = document.photos.get(block.id)
        photo = pictures.get(on.photo) if on else None
        if on and photo and block.role is Role.PHOTO:
            placed[block.id] = PlacedPhoto(photo.pixels, crop_in(photo, block, on), photo.areas)
    return OnPage(blocks, placed)


def with_photo_terms(document: PageDocument, pictures: Pictures) -> PageDocument:
    """Return the document with what its photos ask for, as they are now."""
    sketch = {block.id: block for block in document.sketch.blocks}
    terms, whole = [], set()
    for slot, on in sorted(document.photos.items()):
        photo, block = pictures.get(on.photo), sketch.get(slot)
        if photo is None or block is None:
            continue
        if photo.is_document:
            whole.add(slot)
        least = safe_size(photo.pixels, photo.areas, block.size, document.grid, photo.existing_print)
        terms.append(PhotoTerm(slot, least, photo.existing_print, photo.proportions))
    return replace(document, photo_terms=tuple(terms), whole_photos=frozenset(whole))


def keeps_terms(document: PageDocument) -> bool:
    """Tell whether the page as it lies gives its photos what they ask for."""
    drawn = drawn_for(document.request, document.way)
    return drawn is not None and gives_photos_what_they_ask(drawn.sketch, document.request, document.blocks)


@dataclass(frozen=True, slots=True)
class InSlot:
    """How a photo lies in its slot: what shows, how far in one can go, and in words what goes and its safe size."""

    crop: Crop
    closest: float | None
    trims: tuple[str, ...]
    cut_off: str
    safe: str


def in_slot(document: PageDocument, block: Block, photo: OwnedPhoto, on: SlotPhoto) -> InSlot:
    """Return how a photo lies in its slot."""
    crop = crop_in(photo, block, on)
    nearest = float(closest(photo.pixels, Slot.of(block), photo.areas)) if photo.has_focus else None
    trims = _trims(document, block, photo, crop)
    return InSlot(crop, nearest, trims, cut_off(photo, block), _safe(document, block.id))


def _trims(document: PageDocument, block: Block, photo: OwnedPhoto, crop: Crop) -> tuple[str, ...]:
    exists = photo.existing_print
    if exists is None or exists.width < block.width or exists.height < block.height:
        return ()
    off = trims_of(exists, block.size, crop, document.grid)
    sides = (("left", off.left), ("right", off.right), ("top", off.top), ("foot", off.bottom))
    return tuple(f"{with_unit(amount, document.unit)} off the {side}" for side, amount in sides if amount)


def cut_off(photo: OwnedPhoto, block: Block) -> str:
    """Say how much of a photo its slot cannot show, where that is much."""
    whole = crop_of(photo.pixels, Slot.of(block), in_print(AS_IT_COMES, photo.existing_print, block.size), ())
    part = 1 - whole.width * whole.height
    if part < MUCH:
        return ""
    across = ", for the slot lies the other way than the photo" if lies_across(photo.proportions, block.size) else ""
    return f"{round(100 * part)} % of “{photo.name}” is cut off{across}"


def _safe(document: PageDocument, slot: str) -> str:
    least = next((term.least for term in document.photo_terms if term.block == slot), None)
    if least is None:
        return ""
    return f"{with_unit(least.width, document.unit)} × {with_unit(least.height, document.unit)}"


def two_mats_words(document: PageDocument, slot: str) -> str:
    """Say how two mats like that of a slot come out of one sheet, where a little less does it; else nothing."""
    mat = next((block for block in document.blocks if block.of == (slot,)), None)
    saving = two_of_a_sheet(mat.size) if mat else None
    if saving is None:
        return ""
    long, cut, trim = (with_unit(length, document.unit) for length in (saving.length + saving.trim, *saving))
    sheet = with_unit(SHEET, document.unit)
    return f"Two mats {long} long do not come out of {sheet}. Trim the photo {trim}, make the mat {cut}: two do."
