"""Pages laid by the linear programs: every mat shows on each side what was drawn, and the checker sees where not."""

from dataclasses import replace
from unittest import TestCase

from inkquilt.fit import FitRequest
from inkquilt.fit.check import check_laid
from inkquilt.fit.request import Rung
from inkquilt.fit.solve import all_ways
from inkquilt.lengths import INCH, Unit
from inkquilt.sketch import Role
from tests.building import inches, page_of, row, sketch_of

#: Mats that show otherwise on each side, one of two photos together, one tilted with its photo.
UNEVEN = sketch_of(
    row("m", "mat", 0.75, 0.5, 5.5, 6.875, of="p"),
    row("p", "photo", 1, 1, 4, 6, level=1),
    row("both", "mat", 6.875, 0.75, 4.75, 4.75, of=["q", "r"]),
    row("q", "photo", 7, 1, 2, 4, level=1),
    row("r", "photo", 9.25, 1, 2, 4, level=1),
    row("lm", "mat", 7.875, 6.75, 3.5, 3.5, of="l", turn=4),
    row("l", "photo", 8, 7, 3, 3, level=1, turn=4),
    row("t", "title", 1, 9, 6, 1.5, level=1),
)
#: left, top, right, bottom
DRAWN = {"m": ("1/4", "1/2", "1 1/4", "3/8"), "both": ("1/8", "1/4", "3/8", "1/2")}


def reveals(blocks, mat):
    """How far an upright mat shows, left, top, right and bottom."""
    outer, pieces = blocks[mat], [blocks[name] for name in blocks[mat].of]
    return (
        min(piece.x for piece in pieces) - outer.x,
        min(piece.y for piece in pieces) - outer.y,
        outer.x + outer.width - max(piece.x + piece.width for piece in pieces),
        outer.y + outer.height - max(piece.y + piece.height for piece in pieces),
    )


class Reveals(TestCase):
    def test_each_side_shows_what_was_drawn_there_in_every_way(self):
        for page in (page_of("12", "12"), page_of("8 1/2", "11"), page_of("11", "8 1/2"), page_of("8", "8")):
            ways = [way for way in all_ways(FitRequest.plain(UNEVEN, page)) if way.way.turn == 0]
            self.assertTrue(ways)
            for way in ways:
                blocks = {block.id: block for block in way.blocks}
                for mat, drawn in DRAWN.items():
                    if mat not in blocks or Rung.FINER in way.rungs:
                        continue
                    with self.subTest(page=page.width, way=way.way, mat=mat):
                        self.assertEqual(reveals(blocks, mat), tuple(map(inches, drawn)))

    def test_in_millimetres_each_reveal_becomes_its_usual_partner(self):
        partners = {"1/8": 30, "1/4": 60, "3/8": 100, "1/2": 120, "1 1/4": 320}  # tenths of a millimetre
        (way, *_) = all_ways(FitRequest.plain(UNEVEN, page_of("297", "297", unit=Unit.MM)))
        blocks = {block.id: block for block in way.blocks}
        for mat, drawn in DRAWN.items():
            self.assertEqual([side // 32 for side in reveals(blocks, mat)], [partners[side] for side in drawn])


class Checker(TestCase):
    """What is laid otherwise than drawn is named, whatever laid it."""

    def setUp(self):
        self.request = FitRequest.plain(UNEVEN, page_of("12", "12"))
        self.blocks = UNEVEN.blocks

    def faults(self, finer=False, without=(), **changed):
        blocks = tuple(replace(b, **changed.get(b.id, {})) for b in self.blocks if b.id not in without)
        return check_laid(UNEVEN, blocks, self.request, finer=finer)

    def test_a_page_as_drawn_has_none_and_what_was_left_out_is_not_looked_for(self):
        self.assertEqual(self.faults(), [])
        self.assertEqual(self.faults(finer=True), [])
        self.assertEqual(self.faults(without=("t",)), [])
        self.assertEqual(self.faults(without=("m", "p")), [])

    def test_each_fault_is_named(self):
        block = {one.id: one for one in self.blocks}
        eighth = INCH // 8
        for told, changed in (
            ("shows 1016 grains on the right instead of 10160", {"m": {"width": block["m"].width - INCH - eighth}}),
            ("shows", {"p": {"x": block["p"].x + eighth}}),
            ("shows", {"both": {"y": block["both"].y - eighth, "height": block["both"].height + eighth}}),
            ("shows", {"lm": {"width": block["lm"].width + eighth}}),
            ("past the left", {"t": {"x": -1}}),
            ("past the right", {"t": {"x": 11 * INCH}}),
            ("past the top", {"t": {"y": -1}}),
            ("past the bottom", {"t": {"y": 11 * INCH}}),
            ("has no size", {"t": {"width": 0}}),
            ("is turned otherwise", {"t": {"turn": 100}}),
            ("is no longer the block", {"t": {"role": Role.TAG}}),
            ("is no longer the block", {"t": {"level": 7}}),
        ):
            with self.subTest(told, changed=changed):
                self.assertTrue(any(told in fault for fault in self.faults(**changed)), self.faults(**changed))

    def test_what_was_drawn_past_the_edge_or_is_laid_loose_may_lie_there(self):
        sketch = sketch_of(row("t", "paper", 10, 1, 2, 2, turn=30), row("u", "paper", 9, 5, 5, 5, shape="triangle"))
        out = tuple(replace(block, x=block.x + INCH) for block in sketch.blocks)
        told = check_laid(sketch, out, self.request)
        self.assertEqual([fault.split(" ")[0] for fault in told], [])
        inside = sketch_of(row("t", "paper", 8, 1, 2, 2, turn=30))
        out = tuple(replace(block, x=block.x + 3 * INCH) for block in inside.blocks)
        self.assertEqual(len(check_laid(inside, out, self.request)), 1)
        self.assertEqual(check_laid(inside, out, self.request, loose=True), [])

    def test_pieces_in_another_order_or_not_drawn_are_no_page(self):
        self.assertEqual(len(check_laid(UNEVEN, self.blocks[::-1], self.request)), 1)
        strange = (*self.blocks, replace(self.blocks[-1], id="strange"))
        self.assertEqual(len(check_laid(UNEVEN, strange, self.request)), 1)

    def test_finer_reveals_may_show_less_but_never_more_nor_the_other_way_round(self):
        for left, right, sound in (
            ("1/4", "1 1/4", True), ("1/8", "5/8", True), ("1/4", "1/2", True), ("1/8", "1/4", False),
            ("3/8", "1 1/4", False), ("1/4", "1 3/8", False), ("1/4", "1/8", False), ("0", "1 1/4", False),
        ):  # fmt: skip
            x = 1 * INCH - inches(left)
            width = inches(left) + 4 * INCH + inches(right)
            with self.subTest(left=left, right=right):
                self.assertEqual(self.faults(finer=True, m={"x": x, "width": width}) == [], sound)
