"""What is under the hand is kept as it was drawn: the same table that the client's geometry is tested by."""

import json
from dataclasses import replace
from pathlib import Path
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from inkquilt.fit import FitRequest, School, Way
from inkquilt.fit.manual_edit import Grip, pinned
from inkquilt.fit.request import Pin
from inkquilt.fit.solve import fit
from inkquilt.lengths import INCH
from tests.building import page_of, row, sketch_of

TABLE = json.loads((Path(__file__).parents[1] / "client" / "hand.json").read_text())
GRID = INCH // 8
AS_DRAWN = Way(School.KEEP_PROPORTIONS)


def grains(inches):
    return round(inches * INCH)


def lying(blocks):
    """Return the request for a page of 12 in on which pieces of paper lie just so."""
    sketch = sketch_of(*blocks)
    return replace(FitRequest.plain(sketch, page_of("12", "12")), grid=GRID, near=sketch.blocks)


def laid(request, **grip):
    """Return where a pin puts the piece, and its size; what is not settled is as it was."""
    pins = {pin.block: pin for pin in pinned(request, request.sketch, Grip("p", **grip))}
    pin, was = pins["p"], request.near[0]
    settled = ((pin.x, was.x), (pin.y, was.y), (pin.width, was.width), (pin.height, was.height))
    return tuple(now if now is not None else before for now, before in settled)


class AsDrawn(TestCase):
    """Every place the client draws is kept to the grain."""

    def on(self, axis, case):
        """Return the request with the case's pieces along an axis; across it each has room of its own."""
        places = [(case["start"], case["length"]), *case["others"]]
        rows = []
        for number, (start, length) in enumerate(places):
            across = (2 * number + 0.5, 1)
            box = (start, across[0], length, across[1]) if axis == "x" else (across[0], start, across[1], length)
            rows.append(row("p" if number == 0 else f"o{number}", "paper", *box, level=number + 1))
        return lying(rows)

    def test_the_table(self):
        for case in TABLE["cases"]:
            for axis, start, length in (("x", "x", "width"), ("y", "y", "height")):
                with self.subTest(case["name"], axis=axis):
                    then = [grains(one) for one in case["then"]]
                    asked = {
                        "whole": {start: then[0]},
                        "low": {start: then[0], length: then[1]},
                        "high": {length: then[1]},
                    }[case["drag"]]
                    x, y, width, height = laid(self.on(axis, case), **asked)
                    self.assertEqual((x, width) if axis == "x" else (y, height), tuple(then))


class Edges(TestCase):
    """Whatever is dragged, the opposite edge stays, and doing it again changes nothing."""

    @settings(max_examples=150, deadline=None, derandomize=True)
    @given(
        st.integers(0, 80), st.integers(4, 40), st.integers(-20 * 8, 20 * 8), st.sampled_from(("low", "high")),
        st.booleans(), st.integers(-30, 30),
    )  # fmt: skip
    def test_the_opposite_edge_stays(self, start, length, by, which, off_the_marks, aside):
        x = start * GRID + (INCH // 16 if off_the_marks else 0)
        width = min(length * GRID, 12 * INCH - x)
        request = lying([row("p", "paper", x / INCH, 1, width / INCH, 3)])
        move = by * GRID + aside
        asked = {"x": x + move, "width": width - move} if which == "low" else {"width": width + move}
        if not 0 < asked["width"] <= 12 * INCH:
            return
        now_x, y, now_width, height = laid(request, **asked)
        self.assertEqual((y, height), (INCH, 3 * INCH))
        if which == "low":
            self.assertEqual(now_x + now_width, x + width)
        else:
            self.assertEqual(now_x, x)
        self.assertGreaterEqual(now_width, GRID)
        self.assertTrue(now_x >= 0 and now_x + now_width <= 12 * INCH)
        again = replace(request, near=(replace(request.near[0], x=now_x, width=now_width),))
        same = {"x": now_x, "width": now_width} if which == "low" else {"width": now_width}
        self.assertEqual(laid(again, **same), (now_x, y, now_width, height))

    def test_on_the_page_it_lies_as_it_was_dragged(self):
        """At 7 in and 4 in wide, its left edge dragged to 9 1/2: it was laid at 8 in, 1 1/2 in wide."""
        request = lying([row("p", "paper", 7, 1, 4, 3), row("q", "photo", 1, 6, 4, 3)])
        pins = pinned(request, request.sketch, Grip("p", x=grains(9.5), width=grains(1.5)))
        found = fit(replace(request, pins=pins), AS_DRAWN)
        piece = next(block for block in found.blocks if block.id == "p")
        self.assertEqual((piece.x, piece.width, piece.y, piece.height), (grains(9.5), grains(1.5), INCH, 3 * INCH))

    def test_a_mats_edge_is_the_one_under_the_hand(self):
        """The mat's edge comes to the mark; its photo keeps the reveal."""
        request = lying(
            [
                row("m", "mat", 0.9375, 0.9375, 4.125, 6.125, of="p", level=1),
                row("p", "photo", 1, 1, 4, 6, level=2),
            ]
        )
        pins = pinned(request, request.sketch, Grip("m", x=grains(0.5), width=grains(4.5625)))
        by_block = {pin.block: pin for pin in pins}
        self.assertEqual(by_block["p"].width, grains(4.4375))
        self.assertEqual(by_block["m"], Pin("m", x=grains(0.5)))

    def test_there_and_back_is_as_before(self):
        for at, then in ((2, 2), (2.05, 2), (2.08, 2.125)):
            there = replace(lying([row("p", "paper", at, 1, 4, 3)]).near[0], x=grains(5))
            back = laid(replace(lying([row("p", "paper", at, 1, 4, 3)]), near=(there,)), x=grains(at))
            self.assertEqual(back[0], grains(then), "on a mark as it was, off all lines at the nearest mark")
