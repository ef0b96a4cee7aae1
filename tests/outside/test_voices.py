"""Voices in their places: the cheapest choice against SciPy's assignment (Crouse 2016, after Jonker and Volgenant)."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import linear_sum_assignment

from inkquilt.words.voices import cheapest

tables = st.tuples(st.integers(1, 4), st.integers(1, 7)).flatmap(
    lambda sides: st.lists(
        st.lists(st.integers(0, 40).map(lambda cost: cost / 2), min_size=sides[1], max_size=sides[1]),
        min_size=sides[0],
        max_size=sides[0],
    )
)


class VoicesTests(TestCase):
    @given(tables)
    def test_no_other_choice_is_cheaper_and_no_place_holds_two(self, costs):
        chosen = cheapest(costs)
        rows, columns = linear_sum_assignment(costs)
        self.assertEqual(len(set(chosen.values())), len(chosen))
        self.assertEqual(len(chosen), len(rows))
        total = sum(costs[row][column] for row, column in chosen.items())
        self.assertEqual(total, sum(costs[row][column] for row, column in zip(rows, columns, strict=True)))
