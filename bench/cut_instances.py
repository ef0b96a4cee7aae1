"""Made-up cutting tasks with a known answer, and tasks like those of real pages. In grains.

*Zero waste*: sheets taken apart at random by edge-to-edge cuts on a grid, so that one
plan without any waste exists. *Slack*: the same with pieces shaved until some hundredths
of the area are spare; the area shows that fewer sheets cannot do. *Scraps*: scraps and a
sheet taken apart like that, with slivers too narrow for any piece. *Pages*: sizes met on
real pages, some of them directional.
"""

import random
from collections.abc import Iterator
from dataclasses import dataclass

from inkquilt.cutting.guillotine import Stock, StockKind, Wanted
from inkquilt.lengths import INCH
from inkquilt.sketch.model import Size

SIXTEENTH = INCH // 16
SHEET = Stock("sheet", Size(12 * INCH, 12 * INCH))


@dataclass(frozen=True)
class Task:
    """Pieces and paper. ``sheets`` is the least number of new sheets, None when only bounds are known."""

    name: str
    pieces: tuple[Wanted, ...]
    stocks: tuple[Stock, ...]
    sheets: int | None


def taken_apart(
    pick: random.Random, width: int, height: int, count: int, grid: int, least: int
) -> list[tuple[int, int]]:
    """Cut a sheet into so many rectangles; lengths in sixteenths."""
    while True:
        parts = [(width, height)]
        for _ in range(1000):
            if len(parts) == count:
                return parts
            place = max(range(len(parts)), key=lambda i: pick.random() * parts[i][0] * parts[i][1])
            wide, high = parts[place]
            upright = pick.random() * (wide + high) < wide
            length = wide if upright else high
            first = -(-least // grid) * grid
            if length - least < first:
                continue
            at = pick.randrange(first, length - least + 1, grid)
            parts[place : place + 1] = [(at, high), (wide - at, high)] if upright else [(wide, at), (wide, high - at)]


def _task(name: str, sizes, stocks, sheets: int | None, pick: random.Random, may_turn: bool) -> Task:
    rows = list(sizes)
    pick.shuffle(rows)
    pieces = []
    for number, (width, height) in enumerate(rows):
        size = Size(width * SIXTEENTH, height * SIXTEENTH)
        pieces.append(Wanted(f"p{number}", size.swapped() if may_turn and pick.random() < 0.5 else size, may_turn))
    return Task(name, tuple(pieces), tuple(stocks), sheets)


def _shares(pick: random.Random, count: int, parts: int, least: int) -> list[int]:
    shares = [least] * parts
    while sum(shares) < count:
        shares[pick.randrange(parts)] += 1
    return shares


def zero_waste(seed: int, sheets: int, counts: tuple[int, ...], grids: tuple[int, ...], each: int) -> Iterator[Task]:
    """Tasks that fill their sheets without waste."""
    for count in counts:
        for grid in grids:
            for may_turn in (True, False):
                for number in range(each):
                    pick = random.Random(f"{seed} {sheets} {count} {grid} {may_turn} {number}")
                    least = max(8, grid)
                    sizes = [
                        size
                        for share in _shares(pick, count, sheets, 2 if sheets > 1 else count)
                        for size in taken_apart(pick, 192, 192, share, grid, least)
                    ]
                    yield _task(f"{count} pieces, {sheets} sheets", sizes, [SHEET], sheets, pick, may_turn)


def with_scraps(seed: int, each: int) -> Iterator[Task]:
    """Scraps and one sheet without waste."""
    for count in (8, 12, 16, 20):
        for may_turn in (True, False):
            for number in range(each):
                pick = random.Random(f"{seed} scraps {count} {may_turn} {number}")
                scraps = [(pick.randrange(32, 150), pick.randrange(32, 110)) for _ in range(pick.choice((2, 3)))]
                shares = _shares(pick, count - 1, len(scraps) + 1, 1)
                shares[-1] += 1
                rects = [*scraps, (192, 192)]
                sizes = [s for (w, h), n in zip(rects, shares, strict=True) for s in taken_apart(pick, w, h, n, 1, 8)]
                stocks = [_scrap(f"scrap {n}", w, h) for n, (w, h) in enumerate(scraps)]
                stocks += [_scrap(f"sliver {n}", 7, pick.randrange(40, 190)) for n in range(2)]
                yield _task(f"{count} pieces, scraps", sizes, [*stocks, SHEET], 1, pick, may_turn)


def _scrap(key: str, width: int, height: int) -> Stock:
    return Stock(key, Size(width * SIXTEENTH, height * SIXTEENTH), StockKind.SCRAP, 1)


def with_slack(seed: int, counts: tuple[int, ...], each: int) -> Iterator[Task]:
    """Tasks with 1 to 10 % of the area spare."""
    for sheets in (1, 2):
        for spare in (1, 3, 6, 10):
            for count in counts:
                for may_turn in (True, False):
                    for number in range(each):
                        pick = random.Random(f"{seed} slack {sheets} {spare} {count} {may_turn} {number}")
                        shares = _shares(pick, count, sheets, 3)
                        sizes = [s for share in shares for s in taken_apart(pick, 192, 192, share, 1, 8)]
                        goal = sheets * 192 * 192 * (100 - spare) // 100
                        while sum(w * h for w, h in sizes) > goal:
                            place = pick.randrange(len(sizes))
                            wide, high = sizes[place]
                            shaved = pick.randrange(1, 5)
                            narrow = (max(8, wide - shaved), high), (wide, max(8, high - shaved))
                            sizes[place] = narrow[pick.random() < 0.5]
                        yield _task(f"{count} pieces, {spare} % spare", sizes, [SHEET], sheets, pick, may_turn)


#: Mats of usual prints, strips, bands, tags, flags and panels, in sixteenths: common practice, no source.
_MET = (
    (68, 100), (72, 104), (84, 116), (68, 68), (52, 52), (36, 52), (58, 82), (16, 192), (24, 192), (12, 192), (48, 192),
    (56, 176), (184, 40), (16, 40), (40, 64), (48, 64), (64, 96), (32, 32), (28, 28), (96, 96), (128, 176), (176, 176),
    (80, 112), (20, 136),
)  # fmt: skip


def of_pages(seed: int, count: int) -> Iterator[Task]:
    """Tasks like those of a page's papers: up to 30 pieces, half a sheet to three sheets."""
    for number in range(count):
        pick = random.Random(f"{seed} page {number}")
        goal, directional = pick.uniform(0.5, 3.0) * 192 * 192, pick.random() < 0.4
        pieces: list[Wanted] = []
        area = 0
        while area < goal and len(pieces) < 30:
            wide, high = pick.choice(_MET)
            may_turn = not directional or pick.random() < 0.5
            for _ in range(12 if (wide, high) == (16, 40) and pick.random() < 0.5 else pick.choice((1, 1, 2, 2, 3, 4))):
                if len(pieces) < 30 and area + wide * high <= goal * 1.05:
                    size = Size(wide * SIXTEENTH, high * SIXTEENTH)
                    pieces.append(Wanted(f"p{len(pieces)}", size, may_turn))
                    area += wide * high
            if pick.random() < 0.02:
                break
        yield Task(f"page {number}", tuple(pieces), (SHEET,), None)
