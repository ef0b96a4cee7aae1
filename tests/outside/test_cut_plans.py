"""Cut plans against a known packer, an exact solver, brute force, and tasks whose answer is known by construction.

No published cutting benchmark is carried by a package of the registry, so none is
quoted; values from memory are left out.
"""

import itertools
import random
from unittest import TestCase

from ortools.sat.python import cp_model

from bench.cut_instances import SHEET, of_pages, with_scraps, with_slack, zero_waste
from bench.known_packer import known_best
from inkquilt.cutting.guillotine import Proof, Stock, Wanted, plan_cuts
from inkquilt.sketch.model import Size
from tests.outside.replaying import faults_of

SMALL = Stock("small", Size(12, 12))


def small_task(seed):
    """Up to six pieces on a sheet of 12 by 12 units: small enough for every other way to reckon."""
    pick = random.Random(seed)
    count = pick.randint(3, 6)
    return [
        Wanted(f"p{n}", Size(pick.randint(2, 9), pick.randint(2, 9)), may_turn=pick.random() < 0.6)
        for n in range(count)
    ]


def boxes(pieces, known):
    """All smallest rectangles that edge-to-edge cuts can take apart into these pieces, by trying everything."""
    key = frozenset(piece.key for piece in pieces)
    if key in known:
        return known[key]
    if len(pieces) == 1:
        found = {(s.width, s.height) for s in pieces[0].stances}
    else:
        found = set()
        first, *others = pieces
        for count in range(len(others)):
            for chosen in itertools.combinations(others, count):
                one = [first, *chosen]
                rest = [piece for piece in others if piece not in chosen]
                for (w, h), (v, g) in itertools.product(boxes(one, known), boxes(rest, known)):
                    found |= {(w + v, max(h, g)), (max(w, v), h + g)}
    known[key] = found = {(w, h) for w, h in found if not any(v <= w and g <= h and (v, g) != (w, h) for v, g in found)}
    return found


def fewest_by_trying(pieces, sheet):
    """The fewest sheets, by trying every way to share out the pieces."""
    known = {}

    def fits(group):
        return any(w <= sheet.width and h <= sheet.height for w, h in boxes(group, known))

    def share(left, sheets):
        if not left:
            return len(sheets)
        piece, *rest = left
        best = len(pieces) + 1
        for place in range(len(sheets) + 1):
            group = [*(sheets[place] if place < len(sheets) else []), piece]
            if fits(group):
                best = min(best, share(rest, [*sheets[:place], group, *sheets[place + 1 :]]))
        return best

    return share(list(pieces), [])


def fewest_by_cp_sat(pieces, sheet):
    """The fewest sheets when any cuts were allowed: what edge-to-edge cuts cannot beat."""
    for count in range(1, len(pieces) + 1):
        model = cp_model.CpModel()
        across, down = [], []
        for piece in pieces:
            turned = model.new_bool_var("")
            if not piece.may_turn:
                model.add(turned == 0)
            width = piece.size.width + (piece.size.height - piece.size.width) * turned
            height = piece.size.height + (piece.size.width - piece.size.height) * turned
            on = model.new_int_var(0, count - 1, "")
            x = model.new_int_var(0, count * sheet.width, "")
            y = model.new_int_var(0, sheet.height, "")
            end_x, end_y = model.new_int_var(0, count * sheet.width, ""), model.new_int_var(0, sheet.height, "")
            wide, high = model.new_int_var(0, sheet.width, ""), model.new_int_var(0, sheet.height, "")
            model.add(wide == width)
            model.add(high == height)
            model.add(x >= on * sheet.width)
            model.add(end_x <= (on + 1) * sheet.width)
            across.append(model.new_interval_var(x, wide, end_x, ""))
            down.append(model.new_interval_var(y, high, end_y, ""))
        model.add_no_overlap_2d(across, down)
        solver = cp_model.CpSolver()
        solver.parameters.num_workers = 1
        if solver.solve(model) in (cp_model.OPTIMAL, cp_model.FEASIBLE):
            return count
    raise AssertionError("a piece is larger than the sheet")


def largest_by_trying(width, height, pieces, known=None):
    """The largest part that can be left of a sheet with all pieces on it, by trying every cut; None when none do."""
    known = {} if known is None else known
    key = (width, height, tuple(sorted(piece.key for piece in pieces)))
    if key not in known:
        known[key] = _tried(width, height, pieces, known)
    return known[key]


def _tried(width, height, pieces, known):
    if not pieces:
        return width * height
    if len(pieces) == 1 and Size(width, height) in pieces[0].stances:
        return 0
    if sum(p.size.width * p.size.height for p in pieces) > width * height:
        return None
    found = []
    for count in range(len(pieces) + 1):
        for chosen in itertools.combinations(pieces, count):
            rest = [piece for piece in pieces if piece not in chosen]
            halves = [((at, height), (width - at, height)) for at in range(1, width)]
            halves += [((width, at), (width, height - at)) for at in range(1, height)]
            for one, other in halves:
                first = largest_by_trying(*one, chosen, known)
                second = None if first is None else largest_by_trying(*other, rest, known)
                if second is not None:
                    found.append(max(first, second))
    return max(found, default=None)


class KnownAnswers(TestCase):
    def test_sheets_without_waste_are_found_and_proven(self):
        tasks = [
            *zero_waste(77, 1, (8, 15, 25), (1, 4), 1),
            *zero_waste(78, 2, (14, 30), (1, 2), 1),
            *zero_waste(79, 3, (30,), (1,), 1),
            *with_scraps(80, 1),
        ]
        for task in tasks:
            with self.subTest(task.name):
                plan = plan_cuts(task.pieces, task.stocks, 3)
                self.assertEqual(faults_of(task.pieces, task.stocks, plan), [])
                self.assertEqual((plan.new_sheets, plan.unplaced, plan.status), (task.sheets, (), Proof.OPTIMAL))

    def test_a_little_slack_is_no_harder(self):
        for task in with_slack(81, (12,), 1):
            with self.subTest(task.name):
                plan = plan_cuts(task.pieces, task.stocks, 1)
                self.assertEqual(faults_of(task.pieces, task.stocks, plan), [])
                self.assertEqual((plan.new_sheets, plan.unplaced), (task.sheets, ()))


class OtherReckonings(TestCase):
    def test_as_few_sheets_as_trying_everything_finds_and_what_is_proven_is_true(self):
        for seed in range(30):
            pieces = small_task(seed)
            plan = plan_cuts(pieces, [SMALL], 0.3)
            with self.subTest(seed=seed):
                self.assertEqual(faults_of(pieces, [SMALL], plan), [])
                fewest = fewest_by_trying(pieces, SMALL.size)
                self.assertEqual(plan.new_sheets, fewest)
                self.assertLessEqual(plan.bound, fewest)
                self.assertLessEqual(fewest_by_cp_sat(pieces, SMALL.size), fewest)

    def test_the_largest_leftover_is_the_one_that_trying_every_cut_finds(self):
        """On a sheet of 8 by 7 units; with few kinds of pieces the plan knows that nothing larger can be left."""
        for seed in range(24):
            pick = random.Random(seed)
            sizes = [(pick.randint(1, 5), pick.randint(1, 4)) for _ in range(2)]
            pieces = [Wanted(f"p{n}", Size(*sizes[n % 2]), may_turn=seed % 3 > 0) for n in range(pick.randint(2, 5))]
            if (largest := largest_by_trying(8, 7, pieces)) is None:
                continue
            plan = plan_cuts(pieces, [Stock("s", Size(8, 7))], 0.5)
            left = plan.largest_leftover
            with self.subTest(seed=seed):
                self.assertEqual((plan.new_sheets, left.area if left else 0), (1, largest))

    def test_never_more_sheets_than_a_known_packer_needs(self):
        fewer = 0
        for task in of_pages(82, 6):
            plan = plan_cuts(task.pieces, task.stocks, 2.0)  # tests run beside each other
            known = known_best(task.pieces, SHEET)
            with self.subTest(task.name):
                self.assertEqual(faults_of(task.pieces, task.stocks, plan), [])
                if known is not None:
                    self.assertLessEqual(plan.new_sheets, known.sheets)
                    fewer += plan.new_sheets < known.sheets
