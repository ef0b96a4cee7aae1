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
from typing import Any, Final

import numpy as np

from inkquilt.colour import LARGE_LETTERS, luminance
from inkquilt.colour.many import differences, lab_rows
from inkquilt.colour.wheel import angle_of
from inkquilt.lengths import INCH
from inkquilt.papering.candidates import COLOURFUL, Candidates
from inkquilt.papering.meeting import MATCHES, Weights, anywhere, met_by
from inkquilt.papering.places import PageOfPapers, PaperPlace, PlaceRole
from inkquilt.papering.together import LACKING, Together
from inkquilt.papering.wishes import ONE_HUE, Start, StartKind, Temper, Wishes

#: Reveals of mats go with prints up to this busy.
_MAT_BUSY: Final = 0.3
_UNWANTED: Final = 6.0


_TEMPERS: Final[Mapping[Temper, Weights]] = {
    Temper.EVEN: Weights(),
    Temper.CALM: Weights(calm=2.4, contrast=0.7, prints=0.4),
    Temper.CONTRAST: Weights(contrast=2.2, calm=0.9),
    Temper.BRIGHT: Weights(bright=0.9, calm=0.8),
}


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
            "lacking": LACKING * self._lacking,
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
        classes = self.together.classes.astype(float)
        return np.minimum(1.0, classes @ classes.T)

    # -- all together ---------------------------------------------------------------------------------------------

    @cached_property
    def together(self) -> Together:
        """What is judged over all places at once."""
        return Together(self.page, self.papers, self.start, self.wishes.scraps_only, self.weights)

    def whole(self, chosen: Sequence[int], place: int | None = None) -> Any:
        """Return the cost of all together; with a place, an array of it for every candidate in that place instead."""
        return self.together.cost(chosen, place)

    @property
    def areas(self) -> Any:
        """What of all papers each place shows."""
        return self.together.areas

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
