"""The walk over a page that all drawings share, with a canvas that only records."""

from dataclasses import replace
from unittest import TestCase

from inkquilt.paper import pieces_of
from inkquilt.sketch import Role
from inkquilt_io.look import TINTS, WHITE, tints_of
from inkquilt_io.shapes import FittedPage, walk
from tests.building import DEMO_SKETCHES, demo_sketch, own_page


class Recorder:
    """A canvas that writes down what it was asked to draw."""

    def __init__(self):
        self.drawn = []

    def __getattr__(self, kind):
        return lambda outline, *rest: self.drawn.append((kind, outline.block.id, *rest))


def page_of(name, **titles):
    sketch = demo_sketch(name)
    on = own_page(sketch)
    listed = pieces_of(sketch.blocks)
    numbers = listed.numbers
    return FittedPage("Test", on.width, on.height, on.unit, sketch.blocks, {}, titles, numbers)


class Walk(TestCase):
    def test_every_block_is_drawn_once_from_the_bottom_up_and_notes_come_last(self):
        for path in DEMO_SKETCHES:
            page, canvas = page_of(path.name), Recorder()
            walk(page, canvas)
            drawn = [entry for entry in canvas.drawn if entry[0] != "note"]
            self.assertEqual(canvas.drawn[: len(drawn)], drawn)
            self.assertEqual(sorted(entry[1] for entry in drawn), sorted(block.id for block in page.blocks))
            levels = [next(b for b in page.blocks if b.id == entry[1]) for entry in drawn]
            self.assertEqual(levels[0].role, Role.BASE)
            rest = [block.level for block in levels if block.role is not Role.BASE]
            self.assertEqual(rest, sorted(rest))

    def test_each_role_is_drawn_as_what_it_is(self):
        canvas = Recorder()
        walk(page_of("six", title="Comb"), canvas, notes=False)
        kinds = {entry[1]: entry[0] for entry in canvas.drawn}
        self.assertEqual(
            [kinds[name] for name in ("base", "cell-1", "title", "story", "cl-1", "date", "m-cell-1")],
            ["paper", "photo", "words", "journaling", "cluster", "paper", "paper"],
        )
        self.assertIn(("words", "title", "Comb"), canvas.drawn)

    def test_of_a_bare_place_nothing_is_drawn_and_its_measure_is_still_told(self):
        canvas = Recorder()
        walk(replace(page_of("six"), bare=frozenset({"story", "cl-1"})), canvas)
        drawn = {entry[1]: entry[0] for entry in canvas.drawn if entry[0] != "note"}
        self.assertEqual([name for name in ("story", "cl-1", "title") if name in drawn], ["title"])
        self.assertIn("story", [entry[1] for entry in canvas.drawn if entry[0] == "note"])

    def test_notes_give_number_and_size_but_not_for_mats(self):
        canvas = Recorder()
        walk(page_of("three"), canvas)
        notes = {entry[1]: entry[2] for entry in canvas.drawn if entry[0] == "note"}
        self.assertEqual(notes["tall"].split(": ")[1], "4 × 6")
        self.assertNotIn("m-tall", notes)

    def test_one_paper_is_one_tint_and_white_has_none(self):
        for path in DEMO_SKETCHES:
            blocks = demo_sketch(path.name).blocks
            tints = tints_of(blocks)
            self.assertNotIn("white", tints)
            self.assertTrue(all(0 <= tint < len(TINTS) for tint in tints.values()))
            self.assertEqual(len(set(tints.values())), min(len(tints), len(TINTS)))
            canvas = Recorder()
            walk(page_of(path.name), canvas, notes=False)
            colours = {}
            for kind, block_id, *rest in canvas.drawn:
                if kind == "paper":
                    paper = next(b.paper for b in blocks if b.id == block_id)
                    colours.setdefault(paper, set()).add(rest[0])
            self.assertTrue(all(len(found) == 1 for found in colours.values()))
            self.assertEqual(colours.get("white", {WHITE}), {WHITE})
