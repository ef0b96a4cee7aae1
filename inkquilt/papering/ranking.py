"""What suits one place of a page, the best first, each with its reason; and why another does not.

A candidate is judged by what the whole page costs with it, the other places as they are.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from typing import Any, Final

import numpy as np

from inkquilt.colour import ColourPart, ColourShare
from inkquilt.colour.many import differences, lab_rows
from inkquilt.papering.candidates import COLOURFUL, Candidate, Candidates
from inkquilt.papering.meeting import BUSY, COUNTS_FROM, MATCHES, RUNS_IN, anywhere, met_by
from inkquilt.papering.places import PageOfPapers, PlaceRole
from inkquilt.papering.scoring import Scores
from inkquilt.papering.wishes import Start, StartKind, Wishes
from inkquilt.papering.wording import pieces_words, print_words

#: A cost of a term from this on is a reason against a paper.
_SPEAKS: Final = 0.28


@dataclass(frozen=True, slots=True)
class Suited:
    """A candidate for a place: its cost on the page, what speaks for it, and what against."""

    candidate: Candidate
    cost: float
    reasons: tuple[str, ...]
    against: tuple[str, ...]


def suited(
    page: PageOfPapers,
    papers: Candidates,
    start: Start,
    wishes: Wishes,
    place: int,
    laid: Mapping[int, int],
    most: int,
) -> tuple[Suited, ...]:
    """Return the best candidates for a place, one side of each paper; ``laid`` gives the rows of the other places.

    A place on which nothing lies yet does not count.
    """
    scores = Scores(page, papers, start, wishes)
    own = one_place(scores, place)
    cost = costs_in(scores, place, laid, own)
    order = np.argsort(cost, kind="stable")
    found: list[Suited] = []
    seen: set[int] = set()
    for row in order:
        one = papers.all[int(row)]
        if one.paper in seen:
            continue
        seen.add(one.paper)
        found.append(_suited(scores, own, place, laid, int(row), float(cost[row])))
        if len(found) == most:
            break
    return tuple(found)


def judged(
    page: PageOfPapers, papers: Candidates, start: Start, wishes: Wishes, place: int, laid: Mapping[int, int], row: int
) -> Suited:
    """Return what speaks for and against one candidate in a place: the answer to "why not this one?"."""
    scores = Scores(page, papers, start, wishes)
    own = one_place(scores, place)
    return _suited(scores, own, place, laid, row, float(costs_in(scores, place, laid, own)[row]))


def costs_in(scores: Scores, place: int, laid: Mapping[int, int], own: Scores | None = None) -> Any:
    """Return the cost of every candidate in a place, with only what is laid beside it; ``own`` are its own sums."""
    found = (own or one_place(scores, place)).alone[0].copy()
    others = [other for other in laid if other != place]
    if not others:
        return found
    there = scores.papers.only([laid[other] for other in others])
    found += 2 / max(2, len(scores.page.places) - 1) * anywhere(there, scores.papers).sum(axis=0)
    above = met_by(there, scores.papers, scores.weights)
    below = met_by(scores.papers, there, scores.weights)
    for one in scores.page.meetings:
        if one.upper == place and one.lower in others:
            found += scores.strength(place, one.lower, one.length) * above[others.index(one.lower)]
        elif one.lower == place and one.upper in others:
            found += scores.strength(place, one.upper, one.length) * below[:, others.index(one.upper)]
    return found


def one_place(scores: Scores, place: int) -> Scores:
    """Return the sums of one place of a page by itself: its number there is nought."""
    page = scores.page
    written = tuple((0, ink) for at, ink in page.written if at == place)
    beside = page.beside[place : place + 1]
    by_itself = replace(page, places=(page.places[place],), meetings=(), beside=beside, written=written)
    return Scores(by_itself, scores.papers, scores.start, scores.wishes)


def _suited(scores: Scores, own: Scores, place: int, laid: Mapping[int, int], row: int, cost: float) -> Suited:
    reasons = tuple(_reasons(scores, place, laid, row))
    against = tuple(_against(scores, own, place, laid, row))
    return Suited(scores.papers.all[row], cost, reasons[:3], against[:3])


# -- in words ---------------------------------------------------------------------------------------------------


def _reasons(scores: Scores, place: int, laid: Mapping[int, int], row: int) -> Iterator[str]:
    """Yield what speaks for a candidate, the strongest first."""
    one, where = scores.papers.all[row], scores.page.places[place]
    if one.tells:
        yield f"it tells of the {one.tells}"
    yield from _colour_reasons(scores, row)
    kin = [other for other in laid.values() if one.kit and scores.papers.all[other].kit == one.kit]
    if kin:
        yield f"from the same kit as {scores.papers.all[kin[0]].name}"
    bold = [number for number, other in laid.items() if number != place and scores.papers.bold[other]]
    if one.kind.is_plain and len(bold) >= 1:
        count = {1: "the print", 2: "the two prints"}.get(len(bold), f"the {len(bold)} prints")
        yield f"plain beside {count}"
    if one.holds(where.pieces, scraps_only=True):
        yield f"enough for {pieces_words(where)} from the scraps"
    elif one.favourite and where.share < 0.12:
        yield "a favourite, used in a sliver"
    elif one.age > 0.7:
        yield "it has lain long"
    if where.role is PlaceRole.MAT and scores.papers.busy[row] < 0.3:
        yield "calm enough for a mat"


def _colour_reasons(scores: Scores, row: int) -> Iterator[str]:
    one = scores.papers.all[row]
    if scores.start.kind is StartKind.KEPT_OUT:
        if _photo_with(scores, row) is None:
            yield "none of its colours is in the photos"
        return
    photo = _photo_with(scores, row)
    if photo is not None:
        yield photo
    elif scores.start.targets and scores.to_targets[row, 0] < 0.2 and scores.papers.chroma[row, 0] >= COLOURFUL:
        yield f"its {one.colours[0].name} is one you start from"


def _photo_with(scores: Scores, row: int) -> str | None:
    """Say which photo has a colour of a candidate, what is matched before the sky."""
    best: tuple[float, str] | None = None
    for place, share in enumerate(scores.papers.all[row].colours):
        if share.share < COUNTS_FROM or scores.papers.chroma[row, place] < COLOURFUL:
            continue
        for number, photo in enumerate(scores.page.photos):
            for one in photo.colours:
                if one.part is ColourPart.SKIN:
                    continue
                gap = float(differences(scores.papers.labs[row, place], lab_rows([one.colour])[0]))
                gap += 4.0 if one.part is ColourPart.SKY else 0.0
                if gap < MATCHES + 2 and (best is None or gap < best[0]):
                    best = gap, f"its {share.name} is {_what(share.name, one)} {_called(number, scores.page)}"
    return best[1] if best else None


def _what(name: str, one: ColourShare) -> str:
    if one.part is ColourPart.SKY:
        return "the sky of"
    return "that of" if one.name == name else f"the {one.name} of"


def _called(number: int, page: PageOfPapers) -> str:
    if page.photos[number].name:
        return f"“{page.photos[number].name}”"
    return "the photo" if len(page.photos) == 1 else f"photo {number + 1}"


def _against(scores: Scores, own: Scores, place: int, laid: Mapping[int, int], row: int) -> Iterator[str]:
    """Yield what speaks against a candidate in a place."""
    one, where = scores.papers.all[row], scores.page.places[place]
    terms = {name: float(term[0, row]) for name, term in own.terms.items()}
    if terms["lacking"] > 0:
        there = "what is left of it" if one.stocks else "nothing is left of it"
        yield f"too little for {pieces_words(where)}: {there}" if one.stocks else f"too little: {there}"
    if terms["wished"] >= 1:
        yield "it shows a colour you do not want"
    yield from _meets_badly(scores, place, laid, row)
    if terms["read"] > _SPEAKS:
        yield "the words on it could hardly be read"
    if terms["photos"] > _SPEAKS:
        yield "the photos sink into it"
    if terms["calm"] > _SPEAKS:
        what = print_words(one.kind)
        yield f"{what} is too busy for {where.name}"
    if terms["print"] > _SPEAKS:
        yield "its print is too large for so small a piece" if not where.tilted else "it would lie aslant"
    if terms["match"] > 0.75 * float(scores.sizes[place]):
        yield (
            f"its {one.colours[0].name} is in the photos"
            if scores.start.kind is StartKind.KEPT_OUT
            else f"its {one.colours[0].name} is far from the colours you start from"
        )
    if one.favourite and where.share >= 0.12:
        yield "a favourite: too dear for so large a piece"


def _meets_badly(scores: Scores, place: int, laid: Mapping[int, int], row: int) -> Iterator[str]:
    papers = scores.papers
    one = papers.all[row]
    for other, _ in scores.page.met_by(place):
        if other not in laid:
            continue
        beside, name = laid[other], scores.page.places[other].name
        neighbour = papers.all[beside]
        gap = float(differences(papers.main[row], papers.main[beside]))
        if beside == row:
            yield f"{name} is of it already: the two would run into one"
        elif papers.bold[row] and papers.bold[beside] and papers.kinds[row] == papers.kinds[beside]:
            yield f"it competes with {neighbour.name}: {print_words(one.kind)} beside {print_words(neighbour.kind)}"
        elif gap < RUNS_IN and max(papers.busy[row], papers.busy[beside]) < BUSY:
            yield f"too near to {neighbour.name} on {name}"


def rows_of(laid: Mapping[int, Candidate], papers: Candidates) -> dict[int, int]:
    """Return the rows of what lies in places; what is no candidate is left out."""
    rows = {(one.paper, one.side): row for row, one in enumerate(papers.all)}
    return {place: rows[one.paper, one.side] for place, one in laid.items() if (one.paper, one.side) in rows}
