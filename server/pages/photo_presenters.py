"""What is told of the photos on a page: how each lies in its slot, what hides it, the colour of a mat."""

from typing import Any

from inkquilt.composition.document import PageDocument, SlotPhoto
from inkquilt.composition.pictures import Pictures, crop_in, in_slot, on_page, two_mats_words
from inkquilt.photos.cover import Cover, corners_on_page, covers, lost_words
from inkquilt.photos.crop import Crop
from inkquilt.photos.mats import Tones, mat_colour
from inkquilt.photos.owned import OwnedPhoto
from inkquilt.photos.uncover import OnPage
from inkquilt.sketch import Block
from server.common.asked import refuse
from server.photos.models import Photo
from server.solving.pool import solvers


def slot_facts(document: PageDocument, block: Block, photo: OwnedPhoto, on: SlotPhoto) -> dict[str, Any]:
    """Return how a photo lies in its slot: the crop, how far in one can go, what is trimmed, and its safe size."""
    lying = in_slot(document, block, photo, on)
    return {
        "crop": crop_answer(lying.crop),
        "zoom": on.zoom,
        "closest": lying.closest,
        "turn": on.turn / 100,
        "cut_off": lying.cut_off,
        "trims": list(lying.trims),
        "irreplaceable": photo.irreplaceable,
        "safe": lying.safe,
    }


def crop_answer(crop: Crop) -> dict[str, float]:
    """Return a crop as it is told."""
    parts = {name: float(getattr(crop, name)) for name in ("left", "top", "width", "height")}
    return {**parts, "turn": crop.turn / 100}


def cover_answers(document: PageDocument, pictures: Pictures) -> list[dict[str, Any]]:
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
    tones: Tones = solvers().run("tones_of", photo.rendition("view"), crop_in(photo.core, block, on))
    colour = mat_colour(tones)
    return {
        "shade": colour.shade.value,
        "colour": "#{:02x}{:02x}{:02x}".format(*colour.colour),
        "why": colour.why,
        "two_of_a_sheet": two_mats_words(document, slot),
    }
