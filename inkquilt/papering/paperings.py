"""Whole papered pages: a handful that differ to the eye, the best first, each in words."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any, Final

import numpy as np

from inkquilt.papering.candidates import Candidate, Candidates
from inkquilt.papering.dealing import Dealt, deal
from inkquilt.papering.places import PageOfPapers
from inkquilt.papering.scoring import Scores
from inkquilt.papering.wishes import Start, Temper, Wishes
from inkquilt.papering.wording import leading_words

#: So many candidates are looked at in each place, and so many of one hue among them.
SHORTLIST: Final = 15
_OF_ONE_HUE: Final = 3
#: What a candidate costs that lies in that place in an earlier papering: the next one shall differ.
_AGAIN: Final = 0.55
#: Two paperings of which less of the paper differs are one to the eye.
_LEAST_DIFFERENCE: Final = 0.3
MOST: Final = 5
#: The tempers tried, in this order, after the one that is wished.
_TRIED: Final = (Temper.EVEN, Temper.CALM, Temper.CONTRAST, Temper.BRIGHT)
_NODES: Final = 700
_STARTS: Final = 3


@dataclass(frozen=True, slots=True)
class Papering:
    """A papered page: of each place its candidate, by letter; its cost; what leads; what it gains."""

    chosen: Mapping[str, Candidate]
    cost: float
    proven: bool
    leads: str
    gains: str
    temper: Temper


def shortlist(scores: Scores, fixed: Mapping[int, int], must: frozenset[int]) -> list[list[int]]:
    """Return the rows looked at in each place: the best ones alone, of not too few colours; those fixed alone."""
    found = []
    for place in range(len(scores.page.places)):
        if place in fixed:
            found.append([fixed[place]])
            continue
        found.append(_shortest(scores, place, must))
    return found


def _shortest(scores: Scores, place: int, must: frozenset[int]) -> list[int]:
    order = np.argsort(scores.alone[place], kind="stable")
    kept: list[int] = []
    seen: dict[int, int] = {}
    for row in order:
        hue = int(scores.papers.hues[row])
        if seen.get(hue, 0) >= _OF_ONE_HUE:
            continue
        seen[hue] = seen.get(hue, 0) + 1
        kept.append(int(row))
        if len(kept) == SHORTLIST:
            break
    return [*kept, *(int(row) for row in order if scores.papers.all[row].paper in must and row not in kept)]


def paperings(
    page: PageOfPapers,
    papers: Candidates,
    start: Start,
    wishes: Wishes,
    fixed: Mapping[int, int],
    *,
    most: int = MOST,
) -> tuple[Papering, ...]:
    """Return up to ``most`` paperings that differ, the best first; ``fixed`` places keep their candidate's row.

    Papers that must be used (of the wishes and of the start) lie somewhere in each.
    """
    if not papers.all or not page.places:
        return ()
    must = (wishes.using | start.papers) & frozenset(int(one) for one in papers.papers)
    tempers = list(dict.fromkeys((wishes.temper, *_TRIED)))
    plain = Scores(page, papers, start, wishes)
    areas = plain.areas
    found: list[tuple[Temper, Dealt]] = []
    again = np.zeros((len(page.places), len(papers)))
    rounds = [*tempers, wishes.temper, wishes.temper]
    for temper in rounds:
        if len(found) == most:
            break
        scores = plain if temper is wishes.temper else _tempered(plain, temper)
        dealt = _deal_with(scores, fixed, must, again)
        for place, row in enumerate(dealt.chosen):
            if place not in fixed:
                again[place, papers.papers == papers.all[row].paper] += _AGAIN * (0.4 + areas[place])
        if all(_differ(dealt.chosen, other.chosen, papers, areas) for _, other in found):
            found.append((temper, dealt))
    return tuple(_told(page, papers, dealt, temper, areas) for temper, dealt in _ordered(found))


def _tempered(plain: Scores, temper: Temper) -> Scores:
    """Return the same page in another temper; what does not change with it is not worked out again."""
    scores = Scores(plain.page, plain.papers, plain.start, replace(plain.wishes, temper=temper))
    for name in ("_lacking", "to_targets", "_thrift", "_print_too_large", "_hard_to_read"):
        scores.__dict__[name] = getattr(plain, name)
    return scores


def _deal_with(scores: Scores, fixed: Mapping[int, int], must: frozenset[int], extra: Any) -> Dealt:
    """Return the best assignment in which all papers lie that must: each is tried in the places it suits best."""
    allowed = shortlist(scores, fixed, must)
    # Only what may be dealt is kept, so that every two of it are few.
    rows = sorted({row for place in allowed for row in place})
    small = _narrowed(scores, rows)
    places = [[rows.index(row) for row in place] for place in allowed]
    costs = extra[:, rows]
    dealt = deal(small, places, costs, starts=_STARTS, nodes=_NODES)
    for paper in sorted(must):
        if all(small.papers.all[row].paper != paper for row in dealt.chosen):
            dealt = _with_paper(small, places, costs, paper, dealt, fixed)
    # What it costs is told without what it pays for lying as in an earlier papering.
    return replace(dealt, chosen=tuple(rows[row] for row in dealt.chosen), cost=small.total(dealt.chosen))


def _narrowed(scores: Scores, rows: Sequence[int]) -> Scores:
    small = Scores(scores.page, scores.papers.only(rows), scores.start, scores.wishes)
    small.__dict__["terms"] = {name: term[:, rows] for name, term in scores.terms.items() if term.shape[1] > 1}
    small.__dict__["alone"] = scores.alone[:, rows]
    return small


def _with_paper(
    scores: Scores, places: list[list[int]], costs: Any, paper: int, before: Dealt, fixed: Mapping[int, int]
) -> Dealt:
    """Return the best assignment with a paper in some place that is not fixed and holds nothing else that must be."""
    rows = [row for row, one in enumerate(scores.papers.all) if one.paper == paper]
    best: Dealt | None = None
    free = [place for place in range(len(places)) if place not in fixed]
    for place in sorted(free, key=lambda one: float(scores.alone[one][rows].min()))[:3]:
        allowed = [list(one) for one in places]
        allowed[place] = rows
        dealt = deal(scores, allowed, costs, starts=1, nodes=0, first=[before.chosen])
        if best is None or dealt.cost < best.cost:
            best = dealt
            kept = place
    if best is None:
        return before
    places[kept] = rows
    return best


def _differ(one: Sequence[int], other: Sequence[int], papers: Candidates, areas: Any) -> bool:
    """Tell whether enough of two paperings is of other papers."""
    changed = [place for place, (a, b) in enumerate(zip(one, other, strict=True)) if a != b]
    return sum(float(areas[place]) for place in changed) >= _LEAST_DIFFERENCE or 2 * len(changed) > len(one)


def _ordered(found: Sequence[tuple[Temper, Dealt]]) -> list[tuple[Temper, Dealt]]:
    """Return what was wished first, the others by their cost."""
    return [*found[:1], *sorted(found[1:], key=lambda row: row[1].cost)]


def _told(page: PageOfPapers, papers: Candidates, dealt: Dealt, temper: Temper, areas: Any) -> Papering:
    chosen = [papers.all[row] for row in dealt.chosen]
    by_letter = {place.letter: one for place, one in zip(page.places, chosen, strict=True)}
    leads = leading_words(chosen, [float(area) for area in areas])
    return Papering(by_letter, dealt.cost, dealt.proven, leads, _gains(chosen, page, temper), temper)


def _gains(chosen: Sequence[Candidate], page: PageOfPapers, temper: Temper) -> str:
    """Say what a papering gains, in a few words."""
    said = []
    if temper is not Temper.EVEN:
        said.append({Temper.CALM: "the calmest", Temper.CONTRAST: "more contrast", Temper.BRIGHT: "brighter"}[temper])
    kits = {one.kit for one in chosen}
    if len(kits) == 1 and "" not in kits:
        said.append(f"all of {kits.pop()}")
    scraps = sum(one.holds(place.pieces, scraps_only=True) for one, place in zip(chosen, page.places, strict=True))
    if scraps:
        said.append(f"{scraps} of {len(chosen)} from scraps")
    count = len({one.paper for one in chosen})
    said.append(f"{count} paper{'' if count == 1 else 's'}")
    return ", ".join(said[:3])
