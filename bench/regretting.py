"""How many planted faults of papered pages are foreseen and taken away, and how many sound pages are spoken of.

python -m bench.regretting [--pages 200] [--sound 50] [--seed 1]
"""

import argparse
import random
from collections import Counter
from typing import NamedTuple

from shapely.geometry import box

from bench.planted_papers import FAULTS, DrawnPage, DrawnPaper, planted_page, sound_page
from inkquilt.colour import ColourShare, read_colour
from inkquilt.cutting.guillotine import Stock, StockKind
from inkquilt.lengths import INCH
from inkquilt.paper.kinds import PaperKind, PaperSide, SideName
from inkquilt.papering.candidates import Candidate, Candidates
from inkquilt.papering.mending import Mend, mends
from inkquilt.papering.places import PageOfPapers, Patch, PhotoPatch, page_of
from inkquilt.papering.regrets import RegretKind, regrets_of
from inkquilt.papering.wishes import Wishes, from_photos
from inkquilt.sketch.model import Role, Size

#: What each planted fault is foreseen as.
FORESEEN = {
    "colour once": {RegretKind.COLOUR_ONCE}, "like prints": {RegretKind.LIKE_PRINTS},
    "edge rare": {RegretKind.EDGE_RARE}, "mat too near": {RegretKind.TOO_NEAR, RegretKind.OTHER_WHITE},
    "not enough": {RegretKind.NOT_ENOUGH}, "lies wrong": {RegretKind.LIES_WRONG},
}  # fmt: skip


class Foreseen(NamedTuple):
    """What became of one planted fault."""

    fault: str
    found: bool
    mended: bool


def candidate_of(paper: DrawnPaper, number: int) -> Candidate:
    """Return a drawn paper as the core knows it."""
    look = PaperSide(PaperKind(paper.kind), paper.colours, paper.directional, paper.shares)
    stocks = tuple(
        Stock(f"sheet {n}", Size(round(w * INCH), round(h * INCH)), StockKind.SHEET, count)
        for n, (w, h, count) in enumerate(paper.sheets)
    )
    return Candidate(number, SideName.A, paper.name, look, stocks)


def laid_page(page: DrawnPage) -> tuple[PageOfPapers, Candidates, dict[int, Candidate]]:
    """Return a drawn page as the core sees it, every paper there is, and what lies where."""
    shown = []
    above = box(0, 0, 0, 0)
    for piece in reversed(page.pieces):
        shape = box(*(round(one * INCH) for one in (piece.x, piece.y, piece.x + piece.width, piece.y + piece.height)))
        shown.append((piece, shape.difference(above)))
        above = above.union(shape)
    patches, photos = [], []
    for order, (piece, shape) in enumerate(reversed(shown)):
        size = Size(round(piece.width * INCH), round(piece.height * INCH))
        if piece.role == "photo":
            colours = tuple(ColourShare(read_colour(one), 0.25) for one in page.photos[len(photos)])
            photos.append(PhotoPatch(f"p{len(photos)}", shape, colours, read_colour("#8a8f94")))
        else:
            name = f"{piece.role} {piece.letter}"
            role = Role(piece.role)
            patches.append(Patch(piece.letter, name, name, role, shape, order, size, False, piece.across))
    seen = page_of(patches, photos, 12 * INCH, 12 * INCH)
    papers = [*page.papers.values(), *page.stash]
    every = Candidates(tuple(candidate_of(paper, number) for number, paper in enumerate(papers)))
    letters = list(page.papers)
    return seen, every, {seen.number(letter): every.all[letters.index(letter)] for letter in letters}


def foresee(page: DrawnPage) -> Foreseen:
    """Look at a page with a planted fault, and take it away."""
    seen, every, laid = laid_page(page)
    wanted = [
        one for one in regrets_of(seen, laid) if one.kind in FORESEEN[page.fault] and set(page.at) & set(one.places)
    ]
    if not wanted:
        return Foreseen(page.fault, False, False)
    start = from_photos([photo.colours for photo in seen.photos])
    ways = mends(seen, every, start, Wishes(), laid, wanted[0])
    return Foreseen(page.fault, True, any(_is_gone(page, way) for way in ways))


def _is_gone(page: DrawnPage, way: Mend) -> bool:
    """Tell whether the fault is gone by what was planted, not by what the core says of it."""
    if way.border is not None or way.turned:
        return True
    return bool(set(way.papers) & set(page.at)) or page.fault == "edge rare"


def spoken_of(page: DrawnPage) -> list[RegretKind]:
    """Return what is said about a page."""
    seen, _, laid = laid_page(page)
    return [one.kind for one in regrets_of(seen, laid)]


def planted_faults(count: int, seed: int) -> list[Foreseen]:
    """Return what becomes of so many planted faults, of each kind in turn."""
    chance = random.Random(seed)
    return [foresee(planted_page(chance, FAULTS[number % len(FAULTS)])) for number in range(count)]


def main() -> None:
    """Print the figures."""
    parser = argparse.ArgumentParser()
    parser.add_argument("--pages", type=int, default=200)
    parser.add_argument("--sound", type=int, default=50)
    parser.add_argument("--seed", type=int, default=1)
    asked = parser.parse_args()
    found = planted_faults(asked.pages, asked.seed)
    print(f"{sum(one.found for one in found)} of {len(found)} planted faults foreseen, "
          f"{sum(one.mended for one in found)} taken away")  # fmt: skip
    for fault in FAULTS:
        mine = [one for one in found if one.fault == fault]
        print(f"  {fault}: {sum(o.found for o in mine)} of {len(mine)}, {sum(o.mended for o in mine)} taken away")
    chance = random.Random(asked.seed + 1)
    spoken = [spoken_of(sound_page(chance)) for _ in range(asked.sound)]
    print(f"{sum(bool(one) for one in spoken)} of {len(spoken)} sound pages spoken of")
    print(Counter(kind.value for one in spoken for kind in one))


if __name__ == "__main__":
    main()
