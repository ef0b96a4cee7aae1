"""Matching photos to the slots of a page: the best choice there is, why, and what stays out or open."""

from dataclasses import dataclass
from typing import Final

from inkquilt.composition.changes.photos import PlaceMatched, SlotChoice
from inkquilt.composition.document import PageDocument
from inkquilt.photos.matching import Candidate, Choice, PhotoOrder, PhotoWish, Places, alike_sets, reasons, table_of
from inkquilt.photos.trimming import NO_TRIM, USUAL_TRIM
from inkquilt.sketch import Block, Role
from server.photos.models import Photo, areas_of
from server.solving.pool import solvers


@dataclass(frozen=True, slots=True)
class Match:
    """Photos in slots: ``placed`` by block, why each lies there, which are left out and which slots stay open."""

    placed: dict[str, int]
    why: dict[int, list[str]]
    left_out: tuple[int, ...]
    open: tuple[str, ...]
    cost: int
    proven: bool

    @property
    def change(self) -> PlaceMatched:
        """The change of a page that does it."""
        return PlaceMatched(placed=tuple(SlotChoice(block=block, photo=photo) for block, photo in self.placed.items()))


def candidates_of(photos: list[Photo]) -> list[Candidate]:
    """Return photos as they are matched."""
    alike = alike_sets([photo.look for photo in photos])
    return [
        Candidate(
            photo.pk,
            photo.pixels,
            areas_of(photo),
            PhotoWish(photo.wish),
            photo.group,
            photo.taken.timestamp() if photo.taken else None,
            look,
            photo.existing_print,
            NO_TRIM if photo.kind == Photo.Kind.DOCUMENT else USUAL_TRIM,
        )
        for photo, look in zip(photos, alike, strict=True)
    ]


#: What lies between two photos parts them.
_PARTING: Final = frozenset({Role.TITLE, Role.JOURNALING, Role.TAG})


def match(blocks: tuple[Block, ...], photos: list[Photo], locked: list[tuple[int, str]], order: PhotoOrder) -> Match:
    """Return the best choice of a slot for each photo; in her own order the photos come in it."""
    others = [block for block in blocks if block.role in _PARTING]
    places = Places.of([block for block in blocks if block.role is Role.PHOTO], others=others)
    candidates = candidates_of(photos)
    table = table_of(candidates, places, locked, order)
    choice: Choice = solvers().run("best_choice", table)
    why = reasons(candidates, places, table, choice.slots)
    placed = {
        places.blocks[slot].id: candidate.key
        for candidate, slot in zip(candidates, choice.slots, strict=True)
        if slot is not None
    }
    return Match(
        placed,
        {candidate.key: words for candidate, words in zip(candidates, why, strict=True)},
        tuple(c.key for c, slot in zip(candidates, choice.slots, strict=True) if slot is None),
        tuple(block.id for block in places.blocks if block.id not in placed),
        choice.cost,
        choice.proven,
    )


def match_on_page(document: PageDocument, photos: list[Photo], order: PhotoOrder) -> Match:
    """Return the best choice for a page as it lies; photos that are locked stay."""
    blocks = document.blocks or document.sketch.without(document.left_out).blocks
    locked = [(on.photo, slot) for slot, on in document.photos.items() if on.locked]
    return match(blocks, photos, locked, order)
