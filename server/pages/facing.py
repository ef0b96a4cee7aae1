"""A page to face one that lies: proposed for the photos that are left, and made."""

from dataclasses import dataclass, replace
from fractions import Fraction

from inkquilt.composition.changes.photos import PlaceMatched, SlotChoice
from inkquilt.page import Side
from inkquilt.photos.chosen_prints import Chosen, chosen_prints
from inkquilt.photos.matching import PhotoWish
from inkquilt.sketch import Role
from inkquilt.sketch import Sketch as CoreSketch
from inkquilt.sketch.companion import Companion, companions, companions_for
from inkquilt.sketch.model import Size
from inkquilt.sketch.photo_list import MOST_PHOTOS, read_photo_list
from inkquilt.sketch.relaid import room_for_photos
from server.common.asked import refuse
from server.common.errors import ApiError
from server.pages.known import document_of, documents_of
from server.pages.models import Page
from server.pages.services import change_page, new_page, sketch_of
from server.photos.models import Photo


@dataclass(frozen=True, slots=True)
class ForPhotos:
    """What a facing page is for: so many photos, sizes as typed, or photos of the owner's; else those left over."""

    count: int | None = None
    sizes: str = ""
    picked: tuple[int, ...] = ()


def companion_list(page: Page, wanted: ForPhotos) -> tuple[Companion, ...]:
    """Return proposals for a page to face this one.

    Raises ``ApiError`` for a page that is a spread already, ``BadInput`` for sizes that are none.
    """
    document = document_of(page)
    if document.page.fold is not None:
        raise ApiError("is-spread", "These are two facing pages already.", 409)
    sketch = sketch_of(page, document)
    if wanted.picked:
        return _companions_for(sketch, _picked(page, wanted.picked), document.print_sizes)
    if wanted.sizes.strip():
        return companions_for(sketch, read_photo_list(wanted.sizes, document.unit))
    return companions(sketch, photos_left(page) if wanted.count is None else wanted.count)


def _picked(page: Page, numbers: tuple[int, ...]) -> list[Photo]:
    found = Photo.objects.visible_to(page.owner).in_bulk(list(dict.fromkeys(numbers)))
    if len(found) < len(set(numbers)):
        raise refuse("no-photo", "One of those photos is not in your photo box any more.", "picked")
    return [found[number] for number in dict.fromkeys(numbers)]


def _companions_for(sketch: CoreSketch, photos: list[Photo], listed: tuple[Size, ...]) -> tuple[Companion, ...]:
    """Return proposals with these photos at listed sizes: as large as all of them have room."""
    chosen = [
        Chosen(Fraction(photo.pixels.across, photo.pixels.down), PhotoWish(photo.wish), photo.existing_print)
        for photo in photos
    ]
    found: tuple[Companion, ...] = ()
    for sizes in chosen_prints(chosen, sketch.page, listed, room_for_photos(sketch)):
        found = companions_for(sketch, sizes)
        if all(None not in one.slots for one in found):
            break
    return found


def make_companion(*, page: Page, key: str, wanted: ForPhotos) -> Page:
    """Make the proposed page with the photos that were picked, bound on the other side."""
    chosen = next((one for one in companion_list(page, wanted) if one.key == key), None)
    if chosen is None:
        raise ApiError("no-companion", "There is no such proposal for this page.", 404)
    document = document_of(page)
    clear = document.page.clear
    facing = replace(document.page, clear=replace(clear, left=clear.right, right=clear.left))
    sides = {Side.LEFT: Side.RIGHT, Side.RIGHT: Side.LEFT}
    binding = sides.get(document.binding, document.binding) if document.binding else None
    name = f"{page.name[:105]}, facing page"
    made = new_page(page.owner, chosen.sketch, facing, document.format, binding, name, None)
    placed = tuple(
        SlotChoice(block=slot, photo=photo)
        for slot, photo in zip(chosen.slots, dict.fromkeys(wanted.picked), strict=False)
        if slot is not None
    )
    if not placed:
        return made
    return change_page(page=made, version=made.version, change=PlaceMatched(placed=placed))


def photos_left(page: Page) -> int:
    """Return how many of the owner's photos lie on none of her pages, or as many as this page has where none does."""
    used = {
        slot.photo
        for document in documents_of(Page.objects.visible_to(page.owner)).values()
        for slot in document.photos.values()
    }
    left = Photo.objects.visible_to(page.owner).exclude(pk__in=used).count()
    slots = sum(block.role is Role.PHOTO for block in document_of(page).blocks)
    return min(left or slots or 1, MOST_PHOTOS)
