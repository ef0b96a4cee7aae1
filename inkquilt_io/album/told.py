"""An album as it is told to whoever looks into it from outside: its openings, and the record of each page."""

from __future__ import annotations

import io
from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from PIL import Image

from inkquilt.album.openings import Shown


@dataclass(frozen=True, slots=True)
class ToldPage:
    """One page: its name, what is known of it, and itself as a small picture (JPEG).

    ``facts`` have a head each ("When", "14 June 2026"); ``used`` is a line for each kind of thing.
    """

    key: int
    name: str
    when: str
    who: tuple[str, ...]
    tags: tuple[str, ...]
    facts: tuple[tuple[str, str], ...]
    story: str
    used: tuple[str, ...]
    small: bytes


@dataclass(frozen=True, slots=True)
class ToldSide:
    """One place of an opening."""

    page: int
    shown: Shown


@dataclass(frozen=True, slots=True)
class ToldOpening:
    """Two facing places; None is empty."""

    left: ToldSide | None
    right: ToldSide | None

    @property
    def pages(self) -> tuple[int, ...]:
        """The pages that lie here, each once."""
        return tuple(dict.fromkeys(side.page for side in (self.left, self.right) if side is not None))


@dataclass(frozen=True, slots=True)
class ToldAlbum:
    """An album: name, when it tells of, how wide its pages are for their height, openings, and pages by number."""

    name: str
    when: str
    wide: float
    openings: tuple[ToldOpening, ...]
    pages: Mapping[int, ToldPage]

    def places(self) -> Iterator[tuple[int, ToldPage]]:
        """Yield the pages in order, with the number of the opening they lie in, counted from 1."""
        for number, opening in enumerate(self.openings, start=1):
            yield from ((number, self.pages[key]) for key in opening.pages)

    def index(self) -> tuple[tuple[str, tuple[tuple[int, ToldPage], ...]], ...]:
        """Return who and what is told of, each with its pages and their openings, by name."""
        found: dict[str, list[tuple[int, ToldPage]]] = {}
        for number, page in self.places():
            for name in dict.fromkeys((*page.who, *page.tags)):
                found.setdefault(name, []).append((number, page))
        return tuple((name, tuple(found[name])) for name in sorted(found, key=str.casefold))


def shown_half(jpeg: bytes, shown: Shown) -> Image.Image:
    """Return the picture of a page, or the half of a spread that lies at a place."""
    with Image.open(io.BytesIO(jpeg)) as picture:
        image = picture.convert("RGB")
    middle = image.width // 2
    match shown:
        case Shown.LEFT:
            return image.crop((0, 0, middle, image.height))
        case Shown.RIGHT:
            return image.crop((middle, 0, image.width, image.height))
        case _:
            return image
