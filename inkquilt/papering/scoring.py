"""What speaks for and against a paper in a place, two papers that meet, and all of a papering together.

Everything is a cost, 0 the best; ``docs/papers.md`` has the table. Costs of one place are kept term by term, so that
each can be told. The sum has three parts: of each place alone, of every two places, and of the whole:

    sum = Σ alone[p][c] + Σ pairs[p, q][c, d] + whole(assignment)

and ``whole`` is never below 0. What is good taste here is common practice, no source; the numbers are the project's
own.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property
from itertools import combinations
from typing import Any, Final, NamedTuple

import numpy as np

from inkquilt.colour import LARGE_LETTERS, luminance
from inkquilt.colour.many import differences, lab_rows
from inkquilt.colour.wheel import angle_of
from inkquilt.lengths import INCH
from inkquilt.papering.candidates import COLOURFUL, Candidates
from inkquilt.papering.meeting import COUNTS_FROM, MATCHES, Weights, anywhere, met_by
from inkquilt.papering.places import PageOfPapers, PaperPlace, PlaceRole
from inkquilt.papering.wishes import ONE_HUE, Start, StartKind, Temper, Wishes

#: Reveals of mats go with prints up to this busy.
_MAT_BUSY: Final = 0.3
#: Colours of one class are this near to its first (CIEDE2000).
ONE_CLASS: Final = 16.0
#: A tint that fills more of the papers than this dominates.
DOMINATES: Final = 0.72
#: So many classes of colour are wished at three places.
_AT_THREE: Final = 1
_LACKING: Final = 4.0
_UNWANTED: Final = 6.0


_TEMPERS: Final[Mapping[Temper, Weights]] = {
    Temper.EVEN: Weights(),
    Temper.CALM: Weights(calm=2.4, contrast=0.7, prints=0.4),
    Temper.CONTRAST: Weights(contrast=2.2, calm=0.9),
    Temper.BRIGHT: Weights(bright=0.9, calm=0.8),
}


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
class Scores:
    """The costs of one page with some candidates, from one start, with wishes."""

    page: PageOfPapers
    papers: Candidates
    start: Start
    wishes: Wishes = field(default_factory=Wishes)

    @property
    def weights(self) -> Weights:
        """How much each thing counts."""
        return _TEMPERS[self.wishes.temper]

    # -- alone ------------------------------------------------------------------------------------------------

    @cached_property
    def alone(self) -> Any:
        """The cost of each candidate in each place: (places, candidates)."""
        return sum(self.terms.values())

    @cached_property
    def terms(self) -> dict[str, Any]:
        """The parts of ``alone`` by name."""
        weights = self.weights
        return {
            "match": weights.match * self.sizes[:, None] * self._mismatch[None, :],
            "calm": weights.calm * self._restless,
            "photos": 0.9 * weights.contrast * self._against_photos,
            "read": 3.5 * self._hard_to_read,
            "lacking": _LACKING * self._lacking,
            "print": 0.5 * self._print_too_large,
            "thrift": weights.thrift * self._thrift,
            "story": 0.45 * self.sizes[:, None] * (1 - self.papers.telling)[None, :],
            "wished": _UNWANTED * self._unwanted + self._tinted,
        }

    @cached_property
    def sizes(self) -> Any:
        """How much a place counts: a strip less than the base, but not in proportion."""
        return np.array([0.45 + min(1.0, place.share) ** 0.5 for place in self.page.places])

    @cached_property
    def to_targets(self) -> Any:
        """How far each colour is from the nearest target, 0 to 1: (candidates, COLOURS). Greys go with everything."""
        colours = self.papers.labs
        if not self.start.targets:
            return np.zeros(colours.shape[:2])
        wanted = lab_rows([one.colour for one in self.start.targets])
        chroma = self.papers.chroma
        if self.start.by_hue:
            hues = np.array([angle_of(one.colour) for one in self.start.targets])
            turned = np.abs((self.papers.angles[..., None] - hues + 180) % 360 - 180).min(axis=-1)
            far = np.clip((turned - 15) / ONE_HUE, 0, 1)
        else:
            weight = np.array([one.weight for one in self.start.targets])
            gaps = differences(colours[:, :, None], wanted[None, None])
            # A colour that hardly shows in the photos is a weaker reason.
            far = (np.clip((gaps - MATCHES / 2) / 26, 0, 1) * (0.55 + 0.45 * weight) + 0.3 * (1 - weight)).min(axis=-1)
        return np.clip(np.where(chroma < COLOURFUL, np.minimum(far, 0.22), far), 0, 1)

    @cached_property
    def _mismatch(self) -> Any:
        """How far each candidate is from what is looked for, 0 to 1."""
        far, shares = self.to_targets, self.papers.shares
        if self.start.kind is StartKind.KEPT_OUT:
            near = np.where(self.papers.chroma < COLOURFUL, 0.1, 1 - far)
            return (near * shares).sum(axis=1)
        cost = (far * shares).sum(axis=1)
        if self.start.kit:
            cost = cost + np.array([0.0 if one.kit == self.start.kit else 0.5 for one in self.papers.all])
        return cost

    @cached_property
    def _restless(self) -> Any:
        """What is too busy for its place."""
        busy = self.papers.busy[None, :]
        found = np.zeros((len(self.page.places), len(self.papers)))
        for number, place in enumerate(self.page.places):
            if place.role is PlaceRole.MAT:
                # White is the usual, a deep colour gathers: a middling mat is weaker. Common practice, no source.
                light = self.papers.main[None, :, 0]
                middling = np.clip(1 - np.abs(light - 64) / 26, 0, 1)
                found[number] = 1.5 * np.clip(busy - _MAT_BUSY, 0, 1) + 0.35 * middling
            elif place.role is PlaceRole.CARD:
                found[number] = 1.1 * np.clip(busy - 0.15, 0, 1)
            else:
                found[number] = 0.75 * busy * min(1.0, place.share * 1.3)
        return found

    @cached_property
    def _against_photos(self) -> Any:
        """What does not stand apart from the photos it touches."""
        found = np.zeros((len(self.page.places), len(self.papers)))
        for number, place in enumerate(self.page.places):
            edges = [self.page.photos[one].edge for one in self.page.beside[number]]
            known = lab_rows([edge for edge in edges if edge is not None])
            if not len(known) or not place.at_photos:
                continue
            gaps = differences(self.papers.main[:, None], known[None])
            part = min(1.0, place.at_photos / 8)
            found[number] = part * (np.clip(1 - gaps / 14, 0, 1).mean(axis=1) + 0.35 * self.papers.busy)
        return found

    @cached_property
    def _hard_to_read(self) -> Any:
        """On what letters could not be read that lie there: 1 without any contrast, 0 from what large ones need."""
        found = np.zeros((len(self.page.places), len(self.papers)))
        for place, ink in self.page.written:
            one, other = self.papers.luminance, luminance(ink)
            ratio = (np.maximum(one, other) + 0.05) / (np.minimum(one, other) + 0.05)
            found[place] = np.maximum(found[place], np.clip((LARGE_LETTERS - ratio) / (LARGE_LETTERS - 1), 0, 1))
        return found

    @cached_property
    def _lacking(self) -> Any:
        """Where there is too little of a paper: 1, else 0."""
        return np.array(
            [
                [
                    0.0 if one.holds(place.pieces, scraps_only=self.wishes.scraps_only) else 1.0
                    for one in self.papers.all
                ]
                for place in self.page.places
            ]
        ).reshape(len(self.page.places), len(self.papers))

    @cached_property
    def _print_too_large(self) -> Any:
        """Where less than a repeat of a print shows, and where a print lies as it should not."""
        smallest = np.array([place.smallest * INCH for place in self.page.places])
        over = np.clip(self.papers.repeats[None, :] / np.maximum(smallest[:, None], 1) - 1.2, 0, 1)
        lies_wrong = np.array([place.tilted or place.across for place in self.page.places])
        return over + 0.6 * lies_wrong[:, None] * self.papers.directional[None, :]

    @cached_property
    def _thrift(self) -> Any:
        """Scraps and old papers first, dear ones in slivers; never below 0."""
        found = np.zeros((len(self.page.places), len(self.papers)))
        for row, place in enumerate(self.page.places):
            for column, one in enumerate(self.papers.all):
                cost = 0.6 - 0.6 * one.age
                if not one.has_only_scraps and not one.holds(place.pieces, scraps_only=True):
                    cost += 0.4
                if one.favourite:
                    sliver = place.share < 0.12
                    cost += (-0.5 if self.wishes.favourites and sliver else 0.0) if sliver else 6.0 * place.share
                found[row, column] = max(0.0, cost)
        return found

    @cached_property
    def _unwanted(self) -> Any:
        """What shows a colour that shall not show."""
        if not self.wishes.without:
            return np.zeros(len(self.papers))[None, :]
        banned = lab_rows(list(self.wishes.without))
        gaps = differences(self.papers.labs[:, :, None], banned[None, None]).min(axis=-1)
        hues = np.array([angle_of(one) for one in self.wishes.without])
        turned = np.abs((self.papers.angles[..., None] - hues + 180) % 360 - 180).min(axis=-1)
        strong = np.hypot(banned[:, 1], banned[:, 2]).max() >= COLOURFUL
        alike = (gaps < 20) | (strong & (turned < 18) & (self.papers.chroma > 2 * COLOURFUL))
        return ((alike & (self.papers.shares >= 0.06)).any(axis=1)).astype(float)[None, :]

    @cached_property
    def _tinted(self) -> Any:
        """What is dull, where bright papers are wished."""
        dull = np.clip(1 - (self.papers.chroma * self.papers.shares).sum(axis=1) / 45, 0, 1)
        return self.weights.bright * self.sizes[:, None] * dull[None, :]

    # -- two of them ---------------------------------------------------------------------------------------------

    @cached_property
    def pairs(self) -> dict[tuple[int, int], Any]:
        """The cost of every two places, the one with the smaller number first: (candidates, candidates)."""
        whole = met_by(self.papers, self.papers, self.weights)
        wherever = anywhere(self.papers, self.papers)
        found: dict[tuple[int, int], Any] = {
            pair: (wherever + self._unspread(*pair)) * 2 / max(2, len(self.page.places) - 1)
            for pair in combinations(range(len(self.page.places)), 2)
        }
        for one in self.page.meetings:
            strength = self.strength(one.lower, one.upper, one.length)
            low, high = min(one.lower, one.upper), max(one.lower, one.upper)
            found[low, high] = found[low, high] + strength * (whole if one.lower == low else whole.T)
        return found

    def strength(self, one: int, other: int, length: float) -> float:
        """Return how much a meeting counts: by the share of the smaller outline, and that a small place counts less."""
        places = self.page.places
        around = min(places[one].around, places[other].around)
        return min(1.0, 1.6 * length / around) * float(min(self.sizes[one], self.sizes[other])) * 1.2

    def _unspread(self, one: int, other: int) -> Any:
        """What is missed where two places far apart share no accent: colours that come again span the page."""
        if not self.wishes.triangle:
            return 0.0
        far = _distance(self.page.places[one], self.page.places[other])
        return self.weights.spread * far * (1 - self.echoes)

    @cached_property
    def echoes(self) -> Any:
        """Which candidates share a class of accents: 1, else 0."""
        shared = self.classes.astype(float) @ self.classes.T.astype(float)
        return np.minimum(1.0, shared)

    # -- all together ---------------------------------------------------------------------------------------------

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

    def whole(self, chosen: Sequence[int], place: int | None = None) -> Any:
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
                cost += _LACKING
        return cost

    def _short_with(self, chosen: Sequence[int], place: int) -> Any:
        """Return it for every candidate in one place."""
        numbers = self.papers.papers
        fixed = [(other, int(numbers[row])) for other, row in enumerate(chosen) if other != place]
        base = 0.0
        for paper in {paper for _, paper in fixed}:
            mine = tuple(other for other, one in fixed if one == paper)
            if len(mine) > 1 and not self._holds_all(paper, mine):
                base += _LACKING
        found = np.full(len(self.papers), base)
        for paper in {paper for _, paper in fixed}:
            mine = tuple(other for other, one in fixed if one == paper)
            before = len(mine) > 1 and not self._holds_all(paper, mine)
            if not before and not self._holds_all(paper, tuple(sorted((*mine, place)))):
                found[numbers == paper] += _LACKING
        return found

    def _holds_all(self, paper: int, places: tuple[int, ...]) -> bool:
        known = self._held.get((paper, places))
        if known is None:
            row = int(np.flatnonzero(self.papers.papers == paper)[0])
            pieces = [size for place in places for size in self.page.places[place].pieces]
            known = self._held[paper, places] = self.papers.all[row].holds(pieces, scraps_only=self.wishes.scraps_only)
        return known

    @cached_property
    def _held(self) -> dict[tuple[int, tuple[int, ...]], bool]:
        return {}

    # -- sums ------------------------------------------------------------------------------------------------------

    def total(self, chosen: Sequence[int]) -> float:
        """Return the cost of an assignment: of each place the row of its candidate."""
        alone = sum(float(self.alone[place, row]) for place, row in enumerate(chosen))
        both = sum(float(costs[chosen[one], chosen[other]]) for (one, other), costs in self.pairs.items())
        return alone + both + float(self.whole(chosen))

    def instead(self, chosen: Sequence[int], place: int) -> Any:
        """Return the total with every candidate in one place, but for what does not change with it."""
        found = self.alone[place] + self.whole(chosen, place)
        for (one, other), costs in self.pairs.items():
            if one == place:
                found = found + costs[:, chosen[other]]
            elif other == place:
                found = found + costs[chosen[one]]
        return found


def _distance(one: PaperPlace, other: PaperPlace) -> float:
    """Return how far apart two places are seen, in parts of the page's diagonal."""
    if not one.spots or not other.spots:
        return 0.0
    return max(math.hypot(a.x - b.x, a.y - b.y) for a in one.spots for b in other.spots) / math.sqrt(2)
