"""What takes a regret away: another paper in one place or in two, a border, the pattern turned up; and nothing worse.

A change is right when the regret is gone and no other has come. Of those that are right the cheapest by the page's own
sum is taken; what is fixed stays.
"""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass, field
from typing import Final

import numpy as np

from inkquilt.colour import contrast, lab
from inkquilt.papering.candidates import Candidate, Candidates
from inkquilt.papering.places import PageOfPapers
from inkquilt.papering.ranking import costs_in, rows_of
from inkquilt.papering.regrets import Laid, Regret, RegretKind, regrets_of
from inkquilt.papering.scoring import Scores
from inkquilt.papering.wishes import Start, Wishes

#: So many papers are tried in each place, and so many in each of two together.
TRIED: Final = 40
_TRIED_IN_TWO: Final = 10
#: Kinds that a plain border takes away.
_BORDERED: Final = frozenset({RegretKind.BUSY_ON_DARK, RegretKind.LIKE_PRINTS, RegretKind.RUN_TOGETHER})


@dataclass(frozen=True, slots=True)
class Border:
    """A plain border laid behind the pieces of a place, showing on all sides."""

    letter: str
    paper: Candidate


@dataclass(frozen=True, slots=True)
class Mend:
    """What takes a regret away: new papers by letter, a border, letters whose pattern is turned up. ``left`` stays."""

    papers: Mapping[str, Candidate] = field(default_factory=dict)
    border: Border | None = None
    turned: tuple[str, ...] = ()
    left: tuple[Regret, ...] = ()


def mends(
    page: PageOfPapers,
    papers: Candidates,
    start: Start,
    wishes: Wishes,
    laid: Laid,
    regret: Regret,
    fixed: Collection[int] = (),
) -> tuple[Mend, ...]:
    """Return up to two changes that take a regret away: other papers, and a border where one helps."""
    before = regrets_of(page, laid)
    found = []
    if regret.kind is RegretKind.LIES_WRONG:
        left = tuple(one for one in before if one.key != regret.key)
        found.append(Mend(turned=regret.places, left=left))
    changed = _changed(page, papers, start, wishes, laid, regret, before, fixed)
    if changed is not None:
        found.append(changed)
    border = _border(page, papers, laid, regret, before) if regret.kind in _BORDERED else None
    if border is not None:
        found.append(border)
    return tuple(found)


def _changed(
    page: PageOfPapers,
    papers: Candidates,
    start: Start,
    wishes: Wishes,
    laid: Laid,
    regret: Regret,
    before: tuple[Regret, ...],
    fixed: Collection[int],
) -> Mend | None:
    """Return the cheapest change of one place, else of two."""
    scores = Scores(page, papers, start, wishes)
    rows = rows_of(laid, papers)
    places = [page.number(letter) for letter in regret.places]
    near = [other for place in places for other, _ in page.met_by(place)]
    known = {one.key for one in before}
    best: tuple[float, dict[int, int]] | None = None
    order = [one for one in dict.fromkeys((*places, *near)) if one not in fixed and one in laid]
    ranked = {place: _ranked(scores, place, rows) for place in order}
    for number, place in enumerate(order):
        for row, cost in ranked[place][:TRIED]:
            # Another paper where the fault is, is a smaller step than one beside it.
            step = cost - ranked[place][0][1] + (0.0 if place in places else 0.4)
            if (best is None or step < best[0]) and _is_right(page, papers, laid, {place: row}, regret, known):
                best = step, {place: row}
        if best is None and number == len(order) - 1:
            best = _two(page, papers, laid, regret, known, ranked, places)
    if best is None:
        return None
    after = {**laid, **{place: papers.all[row] for place, row in best[1].items()}}
    chosen = {page.places[place].letter: papers.all[row] for place, row in best[1].items()}
    return Mend(chosen, left=regrets_of(page, after))


def _two(
    page: PageOfPapers,
    papers: Candidates,
    laid: Laid,
    regret: Regret,
    known: set[tuple[RegretKind, tuple[str, ...]]],
    ranked: Mapping[int, list[tuple[int, float]]],
    places: list[int],
) -> tuple[float, dict[int, int]] | None:
    best: tuple[float, dict[int, int]] | None = None
    for place in places:
        for other in ranked:
            if place not in ranked or other == place:
                continue
            for row, cost in ranked[place][:_TRIED_IN_TWO]:
                for second, more in ranked[other][:_TRIED_IN_TWO]:
                    both = {place: row, other: second}
                    if (best is None or cost + more < best[0]) and _is_right(page, papers, laid, both, regret, known):
                        best = cost + more, both
    return best


def _ranked(scores: Scores, place: int, rows: Mapping[int, int]) -> list[tuple[int, float]]:
    costs = costs_in(scores, place, rows)
    return [(int(row), float(costs[row])) for row in np.argsort(costs, kind="stable") if row != rows.get(place)]


def _is_right(
    page: PageOfPapers,
    papers: Candidates,
    laid: Laid,
    change: Mapping[int, int],
    regret: Regret,
    known: set[tuple[RegretKind, tuple[str, ...]]],
) -> bool:
    """Tell whether a change takes the regret away and brings no other."""
    after = {**laid, **{place: papers.all[row] for place, row in change.items()}}
    keys = {one.key for one in regrets_of(page, after)}
    same_kind = {key for key in keys if key[0] is regret.kind and set(key[1]) & set(regret.places)}
    return regret.key not in keys and not same_kind and keys <= known


def _border(
    page: PageOfPapers, papers: Candidates, laid: Laid, regret: Regret, before: tuple[Regret, ...]
) -> Mend | None:
    """Return a plain border behind the upper of two places: the one that stands off best from both."""
    one, other = (page.number(letter) for letter in regret.places)
    meeting = next((m for m in page.meetings if {m.lower, m.upper} == {one, other}), None)
    if meeting is None:
        return None
    low, high = laid[meeting.lower], laid[meeting.upper]
    plain = [paper for paper in papers.all if paper.kind.is_plain and paper.stocks and paper.look.detail < 0.3]
    off = sorted(plain, key=lambda paper: -_stands_off(paper, low, high))
    if not off or _stands_off(off[0], low, high) < 1.6:
        return None
    left = tuple(one for one in before if one.key != regret.key)
    return Mend(border=Border(page.places[meeting.upper].letter, off[0]), left=left)


def _stands_off(paper: Candidate, low: Candidate, high: Candidate) -> float:
    """Return the contrast to the lower paper, a little less for a border that is a colour of its own."""
    own = min(1.0, lab(paper.main).chroma / 60)
    used = paper.paper in (low.paper, high.paper)
    return contrast(paper.main, low.main) - own - 4 * used


def mend_words(mend: Mend, page: PageOfPapers) -> str:
    """Say what a change does."""
    if mend.turned:
        return "turn the pattern upright"
    if mend.border is not None:
        name = page.places[page.number(mend.border.letter)].name
        return f"lay a 1/8 in border of {mend.border.paper.name} behind {name}"
    return "lay " + " and ".join(
        f"{paper.name} on {page.places[page.number(letter)].name}" for letter, paper in mend.papers.items()
    )
