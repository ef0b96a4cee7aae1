"""Questions that draw out what a stranger could not know from the photos.

The rule of the trade: tell what whoever looks at the photos cannot see. Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import islice
from typing import Final

MOST_PROMPTS: Final = 6


@dataclass(frozen=True, slots=True)
class Told:
    """What is known of one photo on the page: its name, its note, whether it tells when and where, faces marked."""

    name: str
    note: str = ""
    dated: bool = False
    placed: bool = False
    faces: int = 0


def prompts(photos: Sequence[Told], title: str = "") -> tuple[str, ...]:
    """Return questions about the photos of a page, those that nothing answers yet first."""
    return tuple(islice(dict.fromkeys(_questions(photos, title)), MOST_PROMPTS))


def _questions(photos: Sequence[Told], title: str) -> Iterator[str]:
    if photos and not any(photo.dated for photo in photos):
        yield "When was this? A month or a year is enough."
    for photo in photos:
        if photo.faces and not photo.note:
            who = "Who is that" if photo.faces == 1 else f"Who are the {photo.faces}"
            yield f"{who} in “{photo.name}”, and what had just been said?"
    if photos and not any(photo.placed for photo in photos):
        yield f"Where is “{photos[0].name}”, and what lies just outside the picture?"
    if len(photos) > 1:
        yield f"What happened between “{photos[0].name}” and “{photos[-1].name}”?"
    if title:
        yield f"Why “{title}”? Who said it first?"
    if photos:
        yield f"Who took “{photos[0].name}”, and why just then?"
    yield "What could be heard or smelt, that no photo shows?"
    yield "Who is missing from these photos, and where were they?"
    yield "What will you have forgotten in ten years?"
