"""How fast papers are ranked and dealt with 500 papers and 12 places, and that few places equal brute force.

    python -m bench.papering [--papers 500] [--places 12] [--rounds 10] [--brute]

``--brute`` compares one page of 8 places and 12 papers with all 430 million assignments: some minutes.
"""

import argparse
import itertools
import random
import statistics
import time
from collections.abc import Callable

import numpy as np
from shapely.geometry import box

from inkquilt.colour import ColourShare, Rgb, read_colour
from inkquilt.cutting.guillotine import Stock, StockKind
from inkquilt.lengths import INCH
from inkquilt.paper.kinds import PaperKind, PaperSide, SideName
from inkquilt.papering.candidates import Candidate, Candidates
from inkquilt.papering.dealing import deal
from inkquilt.papering.paperings import paperings
from inkquilt.papering.places import PageOfPapers, Patch, PhotoPatch, page_of
from inkquilt.papering.ranking import suited
from inkquilt.papering.regrets import regrets_of
from inkquilt.papering.scoring import Scores
from inkquilt.papering.wishes import Wishes, from_photos
from inkquilt.sketch.model import Role, Size

SHEET = Size(12 * INCH, 12 * INCH)


def stash(count: int, seed: int) -> Candidates:
    """Return both sides of so many papers in colours of all sorts."""
    chance = random.Random(seed)
    kinds = list(PaperKind)
    found = []
    for number in range(count):
        stocks = (Stock("sheets", SHEET, StockKind.SHEET, chance.randint(1, 4)),)
        for side in SideName:
            colours = tuple(f"#{chance.randrange(2**24):06x}" for _ in range(chance.choice((1, 2, 3, 4))))
            look = PaperSide(chance.choice(kinds), colours, chance.random() < 0.2)
            found.append(Candidate(number, side, f"paper {number}", look, stocks, chance.random()))
    return Candidates(tuple(found))


def striped_page(places: int) -> PageOfPapers:
    """Return a page of a base with panels, strips, mats and cards on it: so many papers."""
    rows = [("A", Role.BASE, 0.0, 0.0, 12.0, 12.0)]
    roles = (Role.PAPER, Role.STRIP, Role.MAT, Role.JOURNALING)
    for number in range(places - 1):
        column, row = number % 3, number // 3
        role = roles[number % 4]
        rows.append((chr(66 + number), role, 0.4 + 3.8 * column, 0.4 + 2.8 * row, 3.6, 2.5))
    patches, above = [], box(0, 0, 0, 0)
    for order, (letter, role, x, y, wide, high) in reversed(list(enumerate(rows))):
        shape = box(*(round(one * INCH) for one in (x, y, x + wide, y + high)))
        size = Size(round(wide * INCH), round(high * INCH))
        patches.append(Patch(letter, letter, f"{role.value} {letter}", role, shape.difference(above), order, size))
        above = above.union(shape)
    colours = tuple(ColourShare(read_colour(one), 0.3) for one in ("#22345c", "#cf9d2e", "#a8392e"))
    photo = PhotoPatch("p", box(*(round(one * INCH) for one in (1, 1, 3, 2.5))), colours, Rgb(120, 120, 120))
    return page_of(patches[::-1], [photo], 12 * INCH, 12 * INCH)


def brute_force(scores: Scores, half: int) -> float:
    """Return the least cost of all assignments: the first ``half`` places one by one, for each all others at once."""
    count, places = len(scores.papers), len(scores.page.places)
    rest = np.array(list(itertools.product(range(count), repeat=places - half)))
    pairs = scores.pairs
    alone = np.zeros(len(rest))
    for place in range(half, places):
        alone = alone + scores.alone[place][rest[:, place - half]]
    for (one, other), costs in pairs.items():
        if one >= half:
            alone = alone + costs[rest[:, one - half], rest[:, other - half]]
    best = float("inf")
    for first in itertools.product(range(count), repeat=half):
        sure = sum(float(scores.alone[place][row]) for place, row in enumerate(first))
        sure += sum(float(costs[first[a], first[b]]) for (a, b), costs in pairs.items() if b < half)
        sums = alone + sure
        for place in range(half, places):
            sums = sums + sum(pairs[one, place][first[one]] for one in range(half))[rest[:, place - half]]
        near = np.flatnonzero(sums < best)
        for number in near[np.argsort(sums[near], kind="stable")]:
            if sums[number] >= best:  # what is added over all together is never below nought
                break
            best = min(best, float(sums[number]) + float(scores.whole((*first, *rest[number]))))
    return best


def _timed(rounds: int, run: Callable[[int], object]) -> list[float]:
    taken = []
    for number in range(rounds):
        begun = time.perf_counter()
        run(number)
        taken.append(time.perf_counter() - begun)
    return sorted(taken)


def _tell(what: str, taken: list[float]) -> None:
    late = taken[min(len(taken) - 1, round(0.95 * len(taken)))]
    print(f"{what}: {statistics.median(taken):.3f} s at the median, {late:.3f} s at p95")


def main() -> None:
    """Print the figures."""
    parser = argparse.ArgumentParser()
    parser.add_argument("--papers", type=int, default=500)
    parser.add_argument("--places", type=int, default=12)
    parser.add_argument("--rounds", type=int, default=10)
    parser.add_argument("--brute", action="store_true")
    asked = parser.parse_args()
    page = striped_page(asked.places)
    start = from_photos([photo.colours for photo in page.photos])
    stashes = [stash(asked.papers, seed) for seed in range(asked.rounds)]
    laid = {place: 2 * place for place in range(1, asked.places)}
    _tell("one place ranked", _timed(asked.rounds, lambda n: suited(page, stashes[n], start, Wishes(), 0, laid, 12)))
    stashes = [stash(asked.papers, seed) for seed in range(asked.rounds)]
    _tell("paperings dealt", _timed(asked.rounds, lambda n: paperings(page, stashes[n], start, Wishes(), {})))
    lying = {place: stashes[0].all[row] for place, row in laid.items()}
    _tell("regrets", _timed(asked.rounds, lambda n: regrets_of(page, lying)))
    if asked.brute:
        few = Scores(striped_page(8), stash(6, 1), start)
        found = deal(few, [list(range(12))] * 8, nodes=10_000_000)
        print(
            f"8 places, 12 papers: {found.cost:.6f} (proven: {found.proven}), by brute force {brute_force(few, 4):.6f}"
        )


if __name__ == "__main__":
    main()
