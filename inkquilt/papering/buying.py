"""What the stash lacks for a papering: a colour by its name, a kind of print, and how much. No shop, no brand."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Final

from inkquilt.colour import Rgb, colour_name, difference, lab
from inkquilt.cutting.plan import USUAL_SHEET
from inkquilt.papering.candidates import Candidates
from inkquilt.papering.meeting import COUNTS_FROM, MATCHES
from inkquilt.papering.places import PageOfPapers, PaperPlace, PlaceRole
from inkquilt.papering.regrets import Laid
from inkquilt.papering.wishes import Start, StartKind
from inkquilt.papering.wording import pieces_words
from inkquilt.sketch.model import Size


@dataclass(frozen=True, slots=True)
class ToBuy:
    """A paper to look for: its colour, what is printed on it, how many sheets of which size, and what for."""

    colour: Rgb
    kind: str
    sheets: int
    size: Size
    place: str
    words: str

    @property
    def name(self) -> str:
        """The colour in plain words."""
        return colour_name(self.colour)


#: So many are told.
_MOST: Final = 4
#: A colour of the start counts from this weight on.
_WANTED: Final = 0.3


def to_buy(page: PageOfPapers, papers: Candidates, start: Start, laid: Laid) -> tuple[ToBuy, ...]:
    """Return what would make a papering better or possible: colours that no paper has, and paper that is too little.

    A colour is lacking when no paper shows it within a match; it is asked for in the place that would carry it best.
    """
    return tuple([*_too_little(page, laid), *_no_colour(page, papers, start, laid)][:_MOST])


def _too_little(page: PageOfPapers, laid: Laid) -> Iterator[ToBuy]:
    for paper in dict.fromkeys(one.paper for one in laid.values()):
        mine = [place for place, one in sorted(laid.items()) if one.paper == paper]
        one = laid[mine[0]]
        pieces = [size for place in mine for size in page.places[place].pieces]
        if one.holds(pieces):
            continue
        where = page.places[mine[0]]
        sheets = _sheets(pieces)
        yield ToBuy(one.main, one.kind.value, sheets, USUAL_SHEET, where.letter,
                    f"more of {one.name}, for {pieces_words(where)}")  # fmt: skip


def _no_colour(page: PageOfPapers, papers: Candidates, start: Start, laid: Laid) -> Iterator[ToBuy]:
    if start.kind is StartKind.KEPT_OUT:
        return
    there = [lab(share.colour) for one in papers.all for share in one.colours if share.share >= COUNTS_FROM]
    free = sorted((place for place in page.places if place.role is not PlaceRole.MAT), key=lambda one: -one.share)
    used: set[str] = set()
    for target in sorted(start.targets, key=lambda one: -one.weight):
        if target.weight < _WANTED or any(difference(lab(target.colour), one) < MATCHES for one in there):
            continue
        place = next((one for one in _suiting(free, target.weight) if one.letter not in used), None)
        if place is None:
            return
        used.add(place.letter)
        kind = "small print" if any(one.kind.is_bold for one in laid.values()) else "large print"
        if place.role is PlaceRole.CARD or place.share < 0.08:
            kind = "solid"
        yield ToBuy(target.colour, kind, _sheets(place.pieces), USUAL_SHEET, place.letter,
                    f"none of your papers is {colour_name(target.colour)}: for {pieces_words(place)}")  # fmt: skip


def _suiting(free: Sequence[PaperPlace], weight: float) -> Sequence[PaperPlace]:
    """Return places in the order in which they would carry a colour: a strong reason a large one."""
    return free if weight > 0.6 else [*free[1:], *free[:1]]


def _sheets(pieces: Sequence[Size]) -> int:
    """Return how many usual sheets pieces need at least, by their area; a long piece needs one of its own."""
    area = sum(piece.width * piece.height for piece in pieces)
    return max(1, math.ceil(area / (0.9 * USUAL_SHEET.width * USUAL_SHEET.height)))
