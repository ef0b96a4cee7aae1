"""Photos and shared lines against a second solver: SciPy's ``milp`` (HiGHS; Huangfu and Hall 2018).

The same order of wishes is written once more, from the blocks' own numbers and
without the project's model: which print each photo is, where each piece lies in
grid steps, which edges leave their line. Rows and columns of photos and papers,
untilted and apart, up to a dozen pieces: too many places for brute force.
"""

import random
from collections import defaultdict
from collections.abc import Iterator
from dataclasses import replace
from fractions import Fraction
from itertools import combinations
from unittest import TestCase

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, milp

from inkquilt.fit import FitRequest, School, Status, Way
from inkquilt.lengths import INCH
from inkquilt.page import Page
from inkquilt.photos.trimming import TrimLimits
from inkquilt.sketch import Sketch
from inkquilt.sketch.model import Role, Size
from tests.building import exact as fit
from tests.building import page_of, row, sketch_of

GRID = INCH // 4
PRINTS = tuple(Size(w * INCH // 2, h * INCH // 2) for w, h in ((3, 3), (4, 4), (4, 6), (6, 6), (6, 8), (8, 8), (8, 12)))
PAGES = (page_of("8 1/2", "11"), page_of("8", "8"), page_of("12", "9"), page_of("6", "8"))


def made_up_sketch(seed: int) -> Sketch:
    """Rows of photos and papers on 12 x 12, some tops and feet in line, clear of the edges by more than a layer."""
    pick = random.Random(seed)
    blocks, y = [], 1.0
    for number in range(pick.randint(2, 3)):
        x, highest = pick.choice((1, 1.5)), 0.0
        while x < 9:
            role = pick.choice(("photo", "photo", "paper"))
            width, height = pick.choice(((2, 2), (2, 3), (3, 2), (3, 3)))
            if x + width > 11 or y + height > 11:
                break
            blocks.append(row(f"{role[:2]}{len(blocks)}", role, x, y + pick.choice((0, 0, 0.5)), width, height))
            x, highest = x + width + pick.choice((0.25, 0.5)), max(highest, height + 0.5)
        y += highest + pick.choice((0.25, 0.5))
        if y > 9 or number == 2:
            break
    return sketch_of(*blocks)


class Program:
    """A mixed integer program: variables by name, each with its bounds, all whole numbers."""

    def __init__(self) -> None:
        self.index: dict[str, int] = {}
        self.low: list[float] = []
        self.high: list[float] = []
        self.rows: list[tuple[dict[str, float], float, float]] = []

    def var(self, name: str, low: float, high: float) -> str:
        self.index[name] = len(self.index)
        self.low.append(low)
        self.high.append(high)
        return name

    def hold(self, terms: dict[str, float], low: float = -np.inf, high: float = np.inf) -> None:
        """Keep a sum of terms between two numbers."""
        self.rows.append((terms, low, high))

    def least(self, terms: dict[str, float]) -> int | None:
        """Return the least value of a sum, or None when nothing holds."""
        matrix = np.zeros((len(self.rows), len(self.index)))
        for number, (row_terms, _, _) in enumerate(self.rows):
            for name, factor in row_terms.items():
                matrix[number, self.index[name]] += factor
        goal = np.zeros(len(self.index))
        for name, factor in terms.items():
            goal[self.index[name]] += factor
        limits = LinearConstraint(matrix, [low for _, low, _ in self.rows], [high for _, _, high in self.rows])
        found = milp(
            goal,
            constraints=limits,
            bounds=Bounds(self.low, self.high),
            integrality=np.ones(len(self.index)),
            # its presolve cuts off the optimum of one of these programs (seed 9), which a plain check confirms
            options={"mip_rel_gap": 0, "presolve": False},
        )
        return None if found.x is None else round(found.fun)


def missed(length: Fraction) -> int:
    """Whole grid steps of a miss; half a step is none."""
    return max(0, -int(-(abs(length) - GRID // 2) // GRID))


def ends(block_id: str, axis: str, high: bool) -> dict[str, float]:
    """Return an edge as a sum of variables, in steps."""
    return {f"{block_id} {axis}": 1, **({f"{block_id} {axis} long": 1} if high else {})}


def minus(left: dict[str, float], right: dict[str, float]) -> dict[str, float]:
    """Return the difference of two sums."""
    out = defaultdict(float, left)
    for name, factor in right.items():
        out[name] -= factor
    return dict(out)


def spans(block, axis: str) -> tuple[int, int]:
    """Return where a block begins and ends along an axis, in grains."""
    start, length = (block.x, block.width) if axis == "x" else (block.y, block.height)
    return start, start + length


def photo_terms(program: Program, block, sketch: Sketch, page: Page, school: School) -> Iterator[tuple[str, int]]:
    """Let a photo be one of the prints that stand as it does; yield what each costs."""
    keeps = school is School.KEEP_PHOTOS
    wanted_x = block.width * (1 if keeps else Fraction(page.width, sketch.page.width))
    wanted_y = block.height * (1 if keeps else Fraction(page.height, sketch.page.height))
    prints = {size for listed in PRINTS for size in (listed, listed.swapped())} | ({block.size} if keeps else set())
    tall = (block.height > block.width) - (block.height < block.width)
    stands = sorted(
        (p for p in prints if (p.height > p.width) - (p.height < p.width) == tall), key=lambda p: (p.width, p.height)
    )
    chosen = {program.var(f"{block.id} print {i}", 0, 1): size for i, size in enumerate(stands)}
    program.hold(dict.fromkeys(chosen, 1), 1, 1)
    for axis in ("x", "y"):
        whole = {name: (size.width if axis == "x" else size.height) / GRID for name, size in chosen.items()}
        program.hold(minus({f"{block.id} {axis} long": 1}, whole), 0, 0)
    for name, size in chosen.items():
        off = missed(size.width - wanted_x) + missed(size.height - wanted_y)
        yield name, off + 1000 * (keeps and size != block.size)


def second_opinion(sketch: Sketch, page: Page, school: School) -> tuple[int, int] | None:
    """Return the least cost of the photos, and the fewest lost edges beside it; None when nothing fits."""
    program = Program()
    room = {"x": page.width // GRID, "y": page.height // GRID}
    photos: dict[str, float] = {}
    for block in sketch.blocks:
        for axis, most in room.items():
            program.var(f"{block.id} {axis}", 0, most)
            program.var(f"{block.id} {axis} long", 1, most)
            program.hold(ends(block.id, axis, True), high=most)
        if block.role is Role.PHOTO:
            photos |= dict(photo_terms(program, block, sketch, page, school))
    for one, two in combinations(sketch.blocks, 2):
        gaps = {}
        for axis in room:
            (a, b), (c, d) = spans(one, axis), spans(two, axis)
            gaps[axis] = max(c - b, a - d)
        apart = [axis for axis in gaps if gaps[axis] >= 0]
        axis = apart[0] if len(apart) == 1 else max(apart, key=lambda a: (gaps[a], a == "x"))
        first, second = (one, two) if spans(one, axis)[1] <= spans(two, axis)[0] else (two, one)
        program.hold(minus(ends(second.id, axis, False), ends(first.id, axis, True)), low=0)
    least = program.least(photos)
    if least is None:
        return None
    program.hold(photos, high=least)
    return least, program.least(line_terms(program, sketch, room)) or 0


def line_terms(program: Program, sketch: Sketch, room: dict[str, int]) -> dict[str, float]:
    """Give each shared line a place, and each of its edges a mark that it is not there."""
    lost: dict[str, float] = {}
    for axis, most in room.items():
        lines = defaultdict(list)
        for block in sketch.blocks:
            for high, at in enumerate(spans(block, axis)):
                lines[at].append((block.id, bool(high)))
        for at, edges in lines.items():
            place = program.var(f"line {axis} {at}", 0, most)
            for block_id, high in edges if len(edges) > 1 else ():
                off = program.var(f"off {axis} {at} {block_id} {high}", 0, 1)
                away = minus(ends(block_id, axis, high), {place: 1})
                program.hold({**away, off: -most}, high=0)
                program.hold({**away, off: most}, low=0)
                lost[off] = 1
    return lost


class SecondSolver(TestCase):
    def test_photos_cost_as_little_and_as_few_edges_leave_their_line_as_a_second_solver_says(self):
        told = {Status.OPTIMAL: 0, Status.IMPOSSIBLE: 0}
        for seed in range(16):
            sketch = made_up_sketch(seed)
            for school in (School.KEEP_PHOTOS, School.KEEP_PROPORTIONS):
                page = PAGES[seed % len(PAGES)]
                terms = {"grid": GRID, "print_sizes": PRINTS, "trim": TrimLimits(0, Fraction(0))}
                result = fit(replace(FitRequest.plain(sketch, page), **terms), Way(school))
                with self.subTest(seed=seed, pieces=len(sketch.blocks), school=school):
                    self.assertIn(result.status, told)
                    told[result.status] += 1
                    mine = None if result.cost is None else (result.cost.photos, result.cost.lines)
                    self.assertEqual(mine, second_opinion(sketch, page, school))
        self.assertGreater(told[Status.OPTIMAL], 8)
        self.assertGreater(told[Status.IMPOSSIBLE], 0)
