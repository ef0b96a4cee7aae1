"""Photos are matched to slots as well as can be: against every choice there is, and against a known solver."""

import random
from fractions import Fraction
from itertools import permutations
from unittest import TestCase

import numpy as np
from scipy.optimize import linear_sum_assignment

from inkquilt.lengths import INCH
from inkquilt.photos.areas import Area
from inkquilt.photos.assign import best_choice
from inkquilt.photos.crop import Pixels
from inkquilt.photos.finding import rank
from inkquilt.photos.matching import (
    IN_HER_ORDER,
    IN_TIME,
    LEFT_OUT,
    Candidate,
    CostTable,
    PhotoOrder,
    PhotoWish,
    Places,
    alike_sets,
    reasons,
    table_of,
)
from inkquilt.photos.trimming import NO_TRIM
from inkquilt.photos.wanted import slots_of
from inkquilt.sketch.model import Role, Size
from inkquilt.sketch.transform import oriented
from tests.building import DEMO_SKETCHES, demo_sketch, row, size, sketch_of


def made_up_table(seed):
    pick = random.Random(seed)
    photos, slots = pick.randint(1, 8), pick.randint(1, 8)
    pairs = [(one, two) for one in range(photos) for two in range(one + 1, photos)]
    return CostTable(
        tuple(tuple(pick.randrange(0, 900, 10) for _ in range(slots)) for _ in range(photos)),
        tuple(pick.choice((20_000, 25_000)) for _ in range(photos)),
        tuple(pair for pair in pairs if pick.random() < 0.5),
        tuple(pair for pair in pairs if pick.random() < 0.3),
        tuple(tuple(other for other in range(slots) if abs(other - slot) == 1) for slot in range(slots)),
        ((0, slots - 1),) if pick.random() < 0.3 else (),
    )


def every_choice(table):
    """Yield what each full choice costs: as many photos placed as there is room for."""
    photos, slots = len(table.costs), len(table.beside)
    room = [*range(slots), *[None] * max(0, photos - slots)]
    for chosen in set(permutations(room, photos)):
        if all(chosen[photo] == slot for photo, slot in table.locked):
            yield table.total(chosen)


class Choosing(TestCase):
    def test_the_choice_is_the_best_of_all_there_are(self):
        for seed in range(30):
            table = made_up_table(seed)
            choice = best_choice(table)
            with self.subTest(seed=seed, photos=len(table.costs), slots=len(table.beside)):
                self.assertTrue(choice.proven)
                self.assertEqual(choice.cost, min(every_choice(table)))

    def test_without_pairs_it_costs_what_a_known_solver_says(self):
        pick = np.random.default_rng(3)
        for photos, slots in ((12, 12), (20, 9), (6, 18)):
            costs = pick.integers(0, 1000, (photos, slots))
            table = CostTable(tuple(map(tuple, costs.tolist())), (LEFT_OUT,) * photos, (), (), ((),) * slots)
            rows, columns = linear_sum_assignment(costs)
            expected = costs[rows, columns].sum() + LEFT_OUT * (photos - len(rows))
            self.assertEqual(best_choice(table).cost, expected)


class Costs(TestCase):
    def setUp(self):
        rows = [
            row("wide", "photo", 1, 1, 6, 4),
            row("tall", "photo", 8, 1, 3, 4),
            row("small", "photo", 1, 6, 2, 2),
        ]
        self.places = Places.of(sketch_of(*rows).blocks)
        self.landscape, self.upright = Pixels(6000, 4000), Pixels(3000, 4000)

    def chosen(self, *candidates, **more):
        choice = best_choice(table_of(candidates, self.places, **more))
        names = [block.id for block in self.places.blocks]
        return [None if slot is None else names[slot] for slot in choice.slots]

    def test_each_photo_goes_where_least_of_it_is_lost(self):
        found = self.chosen(Candidate(1, self.upright), Candidate(2, Pixels(2000, 2000)), Candidate(3, self.landscape))
        self.assertEqual(found, ["tall", "small", "wide"])

    def test_what_should_be_big_gets_the_largest_slot_and_what_may_be_small_the_smallest(self):
        one, two = Candidate(1, self.landscape, wish=PhotoWish.SMALL), Candidate(2, self.landscape, wish=PhotoWish.BIG)
        self.assertEqual(self.chosen(one, two), ["small", "wide"])

    def test_what_matters_is_not_cut_off_for_the_sake_of_proportions(self):
        # two of a kind; of one the whole width matters
        across = Area(Fraction(0), Fraction(1, 4), Fraction(1), Fraction(1, 2))
        one, two = Candidate(1, self.landscape), Candidate(2, self.landscape, (across,))
        self.assertEqual(self.chosen(one, two)[1], "wide")

    def test_time_runs_along_the_reading_order_where_nothing_dearer_stands_against_it(self):
        places = Places.of(sketch_of(*(row(f"s{i}", "photo", 1 + 3 * i, 1, 2, 2) for i in range(3))).blocks)
        square = Pixels(1000, 1000)
        candidates = [Candidate(n, square, taken=taken) for n, taken in enumerate((30.0, 10.0, 20.0))]
        self.assertEqual(best_choice(table_of(candidates, places)).slots, (2, 0, 1))

    def test_her_own_order_holds_against_time_and_against_proportions(self):
        """Old prints have no time: common practice, no source."""
        places = Places.of(sketch_of(*(row(f"s{i}", "photo", 1 + 3 * i, 1, 2, 2) for i in range(3))).blocks)
        square = Pixels(1000, 1000)
        candidates = [Candidate(n, square, taken=taken) for n, taken in enumerate((30.0, 10.0, None))]
        for order, slots in [(PhotoOrder.MINE, (0, 1, 2)), (PhotoOrder.TAKEN, (1, 0, 2))]:
            found = best_choice(table_of(candidates, places, order=order)).slots
            with self.subTest(order):
                self.assertEqual(found, slots)
        self.assertEqual(table_of(candidates, places, order=PhotoOrder.ANY).in_time, ())
        table = table_of(candidates, places, order=PhotoOrder.MINE)
        self.assertEqual((len(table.in_time), table.out_of_turn), (3, IN_HER_ORDER))
        # An upright photo goes into the wide slot when she put it first.
        mine = [Candidate(1, self.upright), Candidate(2, self.landscape)]
        table = table_of(mine, self.places, order=PhotoOrder.MINE)
        slots = best_choice(table).slots
        self.assertLess(slots[0], slots[1])
        self.assertIn("in its turn", reasons(mine, self.places, table, slots)[0])

    def test_together_is_one_row_or_column_with_nothing_between(self):
        two = row("a", "photo", 1, 1, 3, 3), row("b", "photo", "4 1/4", 1, 3, 3)
        for rows, others, are in [
            (two, [], True),
            ((two[0], row("b", "photo", "4 1/4", "2 1/2", 3, 3)), [], True),  # for half of its height
            ((two[0], row("b", "photo", "4 1/4", "2 5/8", 3, 3)), [], False),
            ((two[0], row("b", "photo", 5, 1, 3, 3)), [], True),  # an inch away
            ((two[0], row("b", "photo", "5 1/8", 1, 3, 3)), [], False),
            ((two[0], row("b", "photo", 1, "4 1/4", 3, 3)), [], True),
            ((two[0], row("b", "photo", 5, 1, 3, 3)), [row("t", "title", "4 1/4", 0, "1/2", 6)], False),
            ((two[0], row("b", "photo", 5, 1, 3, 3)), [row("t", "title", "4 1/4", 4, "1/2", 6)], True),
            ((two[0], row("b", "photo", 5, 1, 3, 3), row("c", "photo", "4 1/4", 2, "1/2", "1/2")), [], False),
        ]:
            drawn = sketch_of(*rows, *others).blocks
            places = Places.of(drawn[: len(rows)], others=drawn[len(rows) :])
            names = [block.id for block in places.blocks]
            with self.subTest(rows=rows, others=others):
                self.assertEqual(names.index("b") in places.neighbours(names.index("a")), are)

    def test_what_belongs_together_lies_side_by_side(self):
        blocks = sketch_of(*(row(f"s{i}", "photo", 1 + 2.25 * i, 1, 2, 2) for i in range(4))).blocks
        candidates = [Candidate(n, Pixels(9, 9), group="twins" if n in (0, 3) else "") for n in range(4)]
        slots = best_choice(table_of(candidates, Places.of(blocks), locked=[(0, "s1")])).slots
        self.assertEqual(slots[0], 1)
        self.assertIn(slots[3], (0, 2))

    def test_of_photos_that_look_alike_each_is_drawn_to_the_smaller_slot(self):
        self.assertEqual(alike_sets(["00ff", "", "00fe", "ff00"]), (0, None, 0, None))
        alike = [Candidate(n, Pixels(1, 1), alike=0) for n in (1, 2)]
        self.assertEqual(self.chosen(*alike, Candidate(3, Pixels(1, 1)))[2], "wide")

    def test_with_too_many_photos_those_that_should_be_big_are_kept(self):
        many = [Candidate(n, self.landscape) for n in range(4)] + [Candidate(9, self.landscape, wish=PhotoWish.BIG)]
        found = self.chosen(*many)
        self.assertEqual((found.count(None), found[-1]), (2, "wide"))

    def test_a_print_that_exists_goes_where_it_fits(self):
        printed = Candidate(1, Pixels(3, 4), print_size=size("3", "4"), trim=NO_TRIM)
        self.assertEqual(self.chosen(printed, Candidate(2, self.upright)), ["tall", "small"])


class Finding(TestCase):
    def test_a_sketch_ranks_first_that_has_a_slot_of_its_own_for_each_photo(self):
        shelf = [demo_sketch(path.name.split(".")[0]) for path in DEMO_SKETCHES]
        pixels = {Role.PHOTO: lambda block: Pixels(block.width, block.height)}
        for number, sketch in enumerate(shelf):
            photos = [
                Candidate(n, pixels[Role.PHOTO](block))
                for n, block in enumerate(b for b in sketch.blocks if b.role is Role.PHOTO)
            ]
            best = rank([slots_of(one) for one in shelf], photos, sketch.page)[0]
            with self.subTest(sketch.name):
                self.assertEqual(best.cost, 0)
                same = [b.size for b in shelf[best.sketch].blocks if b.role is Role.PHOTO]
                drawn = [b.size for b in shelf[number].blocks if b.role is Role.PHOTO]
                turned = [Size(s.height, s.width) for s in same]
                shapes = [sorted(Fraction(s.width, s.height) for s in sizes) for sizes in (same, turned, drawn)]
                self.assertIn(shapes[2], shapes[:2])

    def test_the_quick_cost_is_that_of_the_turned_sketch_itself(self):
        sketch = demo_sketch("kite-tail")
        photos = [Candidate(n, Pixels(3, 2 + n % 2), taken=float(n)) for n in range(3)]
        page = Size(8 * INCH, 12 * INCH)
        quick = {(one.turn, one.mirrored): one.cost for one in rank([slots_of(sketch)], photos, page)}
        for turn in (0, 90, 180, 270):
            for mirrored in (False, True):
                held = slots_of(oriented(sketch, turn, mirrored))
                upright = next(one for one in rank([held], photos, page) if (one.turn, one.mirrored) == (0, False))
                difference = abs(quick[turn, mirrored] - upright.cost)
                self.assertEqual(difference % IN_TIME, 0)  # of equal choices another may be read differently
                self.assertLessEqual(difference, 3 * IN_TIME)
