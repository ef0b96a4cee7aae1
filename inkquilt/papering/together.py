"""What is judged over all places of a papering at once: colours alone or at three places, one tint, prints, papers.

Everything is a cost, never below nought. Sums are over classes of accents, so that what one place adds to all others
can be told for every candidate at once.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Any, Final, NamedTuple

import numpy as np

from inkquilt.colour.many import differences, lab_rows
from inkquilt.colour.wheel import angle_of
from inkquilt.papering.candidates import COLOURFUL, Candidates
from inkquilt.papering.meeting import COUNTS_FROM, Weights
from inkquilt.papering.places import PageOfPapers
from inkquilt.papering.wishes import ONE_HUE, Start, StartKind

#: Colours of one class are this near to its first (CIEDE2000).
ONE_CLASS: Final = 16.0
#: A tint that fills more of the papers than this dominates.
DOMINATES: Final = 0.72
#: So many classes of colour are wished at three places.
_AT_THREE: Final = 1
#: What a paper costs that is too little for its places.
LACKING: Final = 4.0


class _Sums(NamedTuple):
    """What is counted over all places, a row for each assignment.

    By class of accents: the places it is seen at, the papers that show it, whether at an edge of the page, the area it
    leads; by target, how many papers show it; prints and bold ones; papers that are not the same.
    """

    count: Any
    uses: Any
    edged: Any
    filled: Any
    covered: Any
    prints: Any
    distinct: Any


@dataclass(frozen=True)  # no slots: sums are worked out once
class Together:
    """The costs of a page's papers together, from one start."""

    page: PageOfPapers
    papers: Candidates
    start: Start
    scraps_only: bool
    weights: Weights

    @cached_property
    def classes(self) -> Any:
        """Which classes of accent colours each candidate shows: (candidates, classes), as booleans."""
        return self._classed[0]

    @cached_property
    def in_photos(self) -> Any:
        """Which classes a photo shows."""
        return self._classed[1]

    @cached_property
    def leading(self) -> Any:
        """Which class the main colour of each candidate is of; -1 for one that is no accent."""
        return self._classed[2]

    @cached_property
    def _classed(self) -> tuple[Any, Any, Any]:
        count, shown = len(self.papers), self.papers.shares >= COUNTS_FROM
        accents = shown & (self.papers.chroma >= 1.7 * COLOURFUL)
        order = sorted(
            ((-self.papers.shares[row, place], row, place) for row, place in zip(*np.nonzero(accents), strict=True))
        )
        heads: list[Any] = []
        home = np.full(accents.shape, -1)
        for _, row, place in order:
            colour = self.papers.labs[row, place]
            gaps = differences(np.array(heads), colour[None]) if heads else np.array([np.inf])
            if gaps.min() < ONE_CLASS:
                home[row, place] = int(gaps.argmin())
            else:
                home[row, place] = len(heads)
                heads.append(colour)
        member = np.zeros((count, max(1, len(heads))), dtype=bool)
        for row, place in zip(*np.nonzero(home >= 0), strict=True):
            member[row, home[row, place]] = True
        shown_in = np.zeros(max(1, len(heads)), dtype=bool)
        colours = [one.colour for photo in self.page.photos for one in photo.colours]
        if heads and colours:
            shown_in = differences(np.array(heads)[:, None], lab_rows(colours)[None]).min(axis=1) < ONE_CLASS
        return member, shown_in, home[:, 0]

    @cached_property
    def spots(self) -> Any:
        """In how many places apart each place is seen."""
        return np.array([max(1, len(place.spots)) for place in self.page.places])

    @cached_property
    def areas(self) -> Any:
        """What of all papers each place shows."""
        areas = np.array([place.area for place in self.page.places])
        return areas / (areas.sum() or 1.0)

    def cost(self, chosen: Sequence[int], place: int | None = None) -> Any:
        """Return the cost of all together; with a place, an array of it for every candidate in that place instead."""
        fixed = [number for number in range(len(chosen)) if number != place]
        rows = np.array([chosen[number] for number in fixed], dtype=int)
        there = self.classes[rows]
        filled = np.zeros(self.classes.shape[1])
        for number, row in zip(fixed, rows, strict=True):
            if self.leading[row] >= 0:
                filled[self.leading[row]] += self.areas[number]
        sums = _Sums(
            (there * self.spots[fixed][:, None]).sum(axis=0)[None],
            there.sum(axis=0)[None],
            (there & self._edged[fixed][:, None]).any(axis=0)[None],
            filled[None],
            self.covering[rows].sum(axis=0)[None],
            self.printed[rows].sum(axis=0)[None],
            np.array([len(set(self.papers.papers[rows].tolist()))]),
        )
        if place is None:
            return float(self._cost(sums)[0]) + self._short(chosen)
        return self._cost(self._with_each(sums, rows, place)) + self._short_with(chosen, place)

    def _with_each(self, sums: _Sums, rows: Any, place: int) -> _Sums:
        """Return the sums with every candidate in one place, a row for each."""
        mine, led = self.classes, self.leading >= 0
        more = np.zeros(mine.shape)
        more[np.flatnonzero(led), self.leading[led]] = self.areas[place]
        return _Sums(
            sums.count + mine * self.spots[place],
            sums.uses + mine,
            sums.edged | (mine & self._edged[place]),
            sums.filled + more,
            sums.covered + self.covering,
            sums.prints + self.printed,
            sums.distinct + ~np.isin(self.papers.papers, self.papers.papers[rows]),
        )

    @cached_property
    def covering(self) -> Any:
        """Which targets each candidate shows: (candidates, targets), as booleans."""
        if not self.start.targets or self.start.kind is StartKind.KEPT_OUT:
            return np.zeros((len(self.papers), 0), dtype=bool)
        wanted = lab_rows([one.colour for one in self.start.targets])
        shown = (self.papers.shares >= COUNTS_FROM)[..., None]
        near = differences(self.papers.labs[:, :, None], wanted[None, None]) < ONE_CLASS
        if self.start.by_hue:
            hues = np.array([angle_of(one.colour) for one in self.start.targets])
            turned = np.abs((self.papers.angles[..., None] - hues + 180) % 360 - 180)
            near = (turned < ONE_HUE) & (self.papers.chroma >= 1.7 * COLOURFUL)[..., None]
        found: Any = (near & shown).any(axis=1)
        return found

    @cached_property
    def printed(self) -> Any:
        """Which candidates are prints: (candidates, 2), any print and bold ones, as 0 and 1."""
        plain = np.array([one.kind.is_plain for one in self.papers.all], dtype=bool)
        return np.stack([~plain, self.papers.bold], axis=1).astype(int)

    @cached_property
    def _edged(self) -> Any:
        """Which places frame the page."""
        return np.array([place.edge > 4 and place.area <= 1.5 * place.edge for place in self.page.places])

    def _cost(self, sums: _Sums) -> Any:
        """Return the cost of every row of sums."""
        seen = sums.count > 0
        classes = seen.sum(axis=1)
        lone = (sums.count == 1) * np.where(self.in_photos, 0.3, 1.0)
        rare_edge = sums.edged & (sums.uses == 1)
        missing = np.clip(_AT_THREE - (sums.count >= 3).sum(axis=1), 0, None) * (classes > 0)
        over = np.clip(sums.filled.max(axis=1) - DOMINATES, 0, None) / (1 - DOMINATES)
        weight = np.array([one.weight for one in self.start.targets])[: sums.covered.shape[1]]
        prints, bold = sums.prints[:, 0], sums.prints[:, 1]
        places = len(self.page.places)
        return (
            self.weights.alone * lone.sum(axis=1)
            + 0.6 * rare_edge.sum(axis=1)
            + 0.35 * missing
            + 0.7 * over
            + 0.5 * np.clip(2 - classes, 0, None)
            + 0.3 * np.clip(classes - 4, 0, None)
            + 0.7 * ((sums.covered == 0) * weight).sum(axis=1)
            + self.weights.prints * ((prints == 0) + 0.5 * (bold == 0))
            + 0.35 * np.clip(bold - 2, 0, None)
            + 0.3 * np.clip(min(4, places) - sums.distinct, 0, None)
            + 0.2 * np.clip(sums.distinct - 6, 0, None)
        )

    def _short(self, chosen: Sequence[int]) -> float:
        """Return the cost of papers that lie in several places and are too little for all of them."""
        cost = 0.0
        numbers = self.papers.papers
        for paper in {int(numbers[row]) for row in chosen}:
            mine = [place for place, row in enumerate(chosen) if numbers[row] == paper]
            if len(mine) > 1 and not self._holds_all(paper, tuple(mine)):
                cost += LACKING
        return cost

    def _short_with(self, chosen: Sequence[int], place: int) -> Any:
        """Return it for every candidate in one place."""
        numbers = self.papers.papers
        fixed = [(other, int(numbers[row])) for other, row in enumerate(chosen) if other != place]
        base = 0.0
        for paper in {paper for _, paper in fixed}:
            mine = tuple(other for other, one in fixed if one == paper)
            if len(mine) > 1 and not self._holds_all(paper, mine):
                base += LACKING
        found = np.full(len(self.papers), base)
        for paper in {paper for _, paper in fixed}:
            mine = tuple(other for other, one in fixed if one == paper)
            before = len(mine) > 1 and not self._holds_all(paper, mine)
            if not before and not self._holds_all(paper, tuple(sorted((*mine, place)))):
                found[numbers == paper] += LACKING
        return found

    def _holds_all(self, paper: int, places: tuple[int, ...]) -> bool:
        known = self._held.get((paper, places))
        if known is None:
            row = int(np.flatnonzero(self.papers.papers == paper)[0])
            pieces = [size for place in places for size in self.page.places[place].pieces]
            known = self._held[paper, places] = self.papers.all[row].holds(pieces, scraps_only=self.scraps_only)
        return known

    @cached_property
    def _held(self) -> dict[tuple[int, tuple[int, ...]], bool]:
        return {}
