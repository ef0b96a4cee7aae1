"""What would be found wrong hours later: regrets foreseen, each with its number and where to look.

A regret is told by what it is about (``key``): places, or a class of colour. What is a fault is common practice, no
source; the bounds are the project's own.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from enum import Enum
from functools import lru_cache
from typing import Final

from inkquilt.colour import Lab, Rgb, colour_name, difference, family_of, lab, rgb_of
from inkquilt.colour.names import NEUTRALS
from inkquilt.paper.kinds import PaperKind
from inkquilt.papering.candidates import COLOURFUL, Candidate
from inkquilt.papering.meeting import BUSY, COUNTS_FROM, DARK, MATCHES
from inkquilt.papering.places import Meeting, PageOfPapers, PaperPlace, PlaceRole
from inkquilt.papering.together import DOMINATES, ONE_CLASS
from inkquilt.papering.wording import print_words


class RegretKind(Enum):
    """What is regretted, as it is called."""

    COLOUR_ONCE = "a colour that occurs once"
    EDGE_RARE = "an edge colour found nowhere else"
    TINT_DOMINATES = "one tint that dominates"
    RUN_TOGETHER = "small pieces that run together"
    BUSY_ON_DARK = "a busy paper straight on a dark one"
    LIKE_PRINTS = "two like prints side by side"
    NEARLY_SAME = "two papers nearly the same"
    TOO_NEAR = "two papers too near to each other"
    OTHER_WHITE = "two whites that do not agree"
    VELLUM_TURNS = "a tint that turns under vellum"
    NOT_ENOUGH = "too little of a paper"
    LIES_WRONG = "a paper that lies the wrong way"


@dataclass(frozen=True, slots=True)
class Regret:
    """One regret: in words with its number, the letters of the places it is about, and what tells it from others."""

    kind: RegretKind
    words: str
    number: str
    places: tuple[str, ...]
    worst: float
    colour: Rgb | None = None

    @property
    def key(self) -> tuple[RegretKind, tuple[str, ...]]:
        """What it is about."""
        return self.kind, self.places


Laid = Mapping[int, Candidate]

#: Accents have this chroma (CIELAB) and more.
_ACCENT: Final = 1.7 * COLOURFUL
#: What lies along the edge of the page: so many inches of it, and thin, in square inches for each inch of edge.
_EDGE: Final = 4.0
_THIN: Final = 1.5
_NARROW: Final = 2.5
#: Pieces this small want an edge, in inches; several of them in a place.
_SMALL: Final = 2.6
#: How far two papers run side by side before it is seen, in inches.
_SEEN: Final = 0.8
#: Whites: this light and this pale; apart by more than the eye sees and less than a contrast.
_WHITE_LIGHT: Final = 89.0
_WHITE_CHROMA: Final = 11.0
_WHITES: Final = (3.2, 7.5)
#: Vellum lets so much through.
_SHEER: Final = 0.45
_TURNS: Final = 13.0
#: Plain papers nearer than this, and as light as each other, are one to the eye; white on cream is none.
_RUNS_IN: Final = 7.0
_AS_LIGHT: Final = 8.0


def regrets_of(page: PageOfPapers, laid: Laid) -> tuple[Regret, ...]:
    """Return what would be regretted about the papers that lie on a page, the worst first."""
    found = [one for look in _LOOKS for one in look(page, laid)]
    return tuple(sorted(found, key=lambda one: -one.worst))


@lru_cache(maxsize=8192)
def _lab(colour: Rgb) -> Lab:
    return lab(colour)


@lru_cache(maxsize=65536)
def _gap(one: Rgb, other: Rgb) -> float:
    return difference(_lab(one), _lab(other))


def _met(page: PageOfPapers, laid: Laid) -> Iterator[tuple[Meeting, Candidate, Candidate]]:
    """Yield what runs side by side long enough to be seen, the lower paper first."""
    for one in page.meetings:
        if one.length >= _SEEN and one.lower in laid and one.upper in laid:
            yield one, laid[one.lower], laid[one.upper]


def _letters(page: PageOfPapers, *places: int) -> tuple[str, ...]:
    return tuple(sorted(page.places[place].letter for place in places))


# -- colours over the whole page ----------------------------------------------------------------------------------


@dataclass(frozen=True, slots=True)
class _Class:
    """A class of accents: its colour, the places whose papers show it, where it is seen, the area it leads."""

    colour: Rgb
    places: tuple[int, ...]
    spots: int
    leads: float


def _classes(page: PageOfPapers, laid: Laid) -> list[_Class]:
    heads: list[Rgb] = []
    members: list[set[int]] = []
    leads: list[float] = []
    total = sum(page.places[place].area for place in laid) or 1.0
    shown = sorted(
        ((-page.places[place].area * share.share, place, number, share.colour)
         for place, one in laid.items() for number, share in enumerate(one.colours) if share.share >= COUNTS_FROM)
    )  # fmt: skip
    for _, place, number, colour in shown:
        if _lab(colour).chroma < _ACCENT or family_of(colour) in NEUTRALS or not page.places[place].spots:
            continue
        gaps = [_gap(head, colour) for head in heads]
        home = gaps.index(min(gaps)) if gaps and min(gaps) < ONE_CLASS else len(heads)
        if home == len(heads):
            heads.append(colour)
            members.append(set())
            leads.append(0.0)
        members[home].add(place)
        leads[home] += page.places[place].area / total if number == 0 else 0.0
    return [
        _Class(head, tuple(sorted(mine)), sum(len(page.places[place].spots) for place in mine), lead)
        for head, mine, lead in zip(heads, members, leads, strict=True)
    ]


def _shows_elsewhere(page: PageOfPapers, colour: Rgb) -> bool:
    in_photos = any(_gap(one.colour, colour) < ONE_CLASS for photo in page.photos for one in photo.colours)
    return in_photos or any(_gap(one, colour) < ONE_CLASS for one in page.also)


def _colour_once(page: PageOfPapers, laid: Laid) -> Iterator[Regret]:
    for one in _classes(page, laid):
        if one.spots == 1 and not _shows_elsewhere(page, one.colour) and len(laid) > 2:
            place = page.places[one.places[0]]
            yield Regret(
                RegretKind.COLOUR_ONCE, f"the {colour_name(one.colour)} of {place.name} is nowhere else",
                "in one place; three are best", (place.letter,), 0.6, one.colour,
            )  # fmt: skip


def _is_edging(place: PaperPlace) -> bool:
    """Tell whether a place is a thin line along the page's edges, no ground."""
    return place.edge >= _EDGE and place.area <= _THIN * place.edge and place.smallest <= _NARROW


def _edge_rare(page: PageOfPapers, laid: Laid) -> Iterator[Regret]:
    for one in _classes(page, laid):
        place = page.places[one.places[0]]
        if len(one.places) > 1 or len(laid) <= 2 or not _is_edging(place):
            continue
        leads = laid[one.places[0]].colours[0].colour
        alone = one.spots > 1 or _shows_elsewhere(page, one.colour)  # else it is told as a colour that occurs once
        if alone and _gap(leads, one.colour) < ONE_CLASS and place.role is not PlaceRole.BASE:
            also = ", though the photos have it" if _shows_elsewhere(page, one.colour) else ""
            yield Regret(
                RegretKind.EDGE_RARE,
                f"the {colour_name(one.colour)} at the edge is on no other paper{also}",
                f"{place.edge:.0f} in of the page’s edge", (place.letter,), 0.7, one.colour,
            )  # fmt: skip


def _dominates(page: PageOfPapers, laid: Laid) -> Iterator[Regret]:
    for one in _classes(page, laid):
        if one.leads > DOMINATES and len(one.places) > 1:
            yield Regret(
                RegretKind.TINT_DOMINATES, f"{colour_name(one.colour)} dominates: let in a thin dark strip, or a plain",
                f"{100 * one.leads:.0f} % of all paper", _letters(page, *one.places), 0.45, one.colour,
            )  # fmt: skip


# -- what meets ------------------------------------------------------------------------------------------------------


def _is_small(place: PaperPlace) -> bool:
    return len(place.pieces) > 1 and place.smallest <= _SMALL and place.role is not PlaceRole.MAT


def _too_near(page: PageOfPapers, laid: Laid) -> Iterator[Regret]:
    for one, low, high in _met(page, laid):
        lower, upper = page.places[one.lower], page.places[one.upper]
        same = (low.paper, low.side) == (high.paper, high.side)
        gap, lights = _gap(low.main, high.main), abs(_lab(low.main).lightness - _lab(high.main).lightness)
        printed = max(low.look.detail, high.look.detail) >= BUSY
        alike = gap < _RUNS_IN and not printed and not (_are_whites(low, high) and gap > _WHITES[0])
        if _is_small(lower) and _is_small(upper) and gap < MATCHES + 2 and not same:
            yield Regret(
                RegretKind.RUN_TOGETHER, f"{lower.name} and {upper.name} run together: ink their edges, or part them",
                f"difference {gap:.0f}, {MATCHES + 2:.0f} is wanted", _letters(page, one.lower, one.upper), 0.5,
            )  # fmt: skip
        elif upper.role is PlaceRole.MAT and (same or (alike and lights < _AS_LIGHT)):
            yield Regret(
                RegretKind.TOO_NEAR, f"{upper.name} hardly shows on {lower.name}",
                f"difference {gap:.0f}, {_RUNS_IN:.0f} is wanted", _letters(page, one.lower, one.upper), 0.65,
            )  # fmt: skip
        elif same or alike:
            yield Regret(
                RegretKind.TOO_NEAR, f"{upper.name} and {lower.name} run into one",
                f"difference {gap:.0f}, {_RUNS_IN:.0f} is wanted", _letters(page, one.lower, one.upper), 0.55,
            )  # fmt: skip


def _busy_on_dark(page: PageOfPapers, laid: Laid) -> Iterator[Regret]:
    for one, low, high in _met(page, laid):
        if _lab(low.main).lightness < DARK and high.kind.is_bold and high.look.detail > BUSY and low.kind.is_plain:
            upper, lower = page.places[one.upper], page.places[one.lower]
            yield Regret(
                RegretKind.BUSY_ON_DARK,
                f"{upper.name}, busy, lies straight on the dark of {lower.name}: a plain 1/8 in border parts them",
                f"{one.length:.0f} in side by side", _letters(page, one.lower, one.upper), 0.5,
            )  # fmt: skip


def _like_prints(page: PageOfPapers, laid: Laid) -> Iterator[Regret]:
    for one, low, high in _met(page, laid):
        if low.kind is high.kind and low.kind.is_bold and low.paper != high.paper:
            yield Regret(
                RegretKind.LIKE_PRINTS,
                f"{low.name} and {high.name} blur: {print_words(low.kind)} beside {print_words(high.kind)}",
                f"{one.length:.0f} in side by side", _letters(page, one.lower, one.upper), 0.6,
            )  # fmt: skip


def _nearly_same(page: PageOfPapers, laid: Laid) -> Iterator[Regret]:
    order = sorted(laid)
    for number, one in enumerate(order):
        for other in order[number + 1 :]:
            a, b = laid[one], laid[other]
            if a.paper == b.paper or a.kind is not b.kind or a.kind.is_plain or _gap(a.main, b.main) >= MATCHES:
                continue
            if a.kind.is_bold and any({m.lower, m.upper} == {one, other} and m.length >= _SEEN for m in page.meetings):
                continue  # told as two like prints
            yield Regret(
                RegretKind.NEARLY_SAME, f"{a.name} and {b.name} are nearly the same: it looks like a mistake",
                f"difference {_gap(a.main, b.main):.0f}", _letters(page, one, other), 0.4,
            )  # fmt: skip


def _are_whites(*papers: Candidate) -> bool:
    places = [_lab(one.main) for one in papers]
    return all(one.lightness >= _WHITE_LIGHT and one.chroma <= _WHITE_CHROMA for one in places) and all(
        one.kind.is_plain for one in papers
    )


def _other_white(page: PageOfPapers, laid: Laid) -> Iterator[Regret]:
    for one, low, high in _met(page, laid):
        gap = _gap(low.main, high.main)
        if _are_whites(low, high) and _WHITES[0] < gap < _WHITES[1]:
            yield Regret(
                RegretKind.OTHER_WHITE,
                f"the white of {page.places[one.upper].name} is not that of {page.places[one.lower].name}",
                f"difference {gap:.0f}: seen, and no contrast", _letters(page, one.lower, one.upper), 0.5,
            )  # fmt: skip


def _vellum_turns(page: PageOfPapers, laid: Laid) -> Iterator[Regret]:
    for one, low, high in _met(page, laid):
        if high.kind is not PaperKind.VELLUM or low.kind is PaperKind.VELLUM:
            continue
        seen = under_vellum(high.main, low.main)
        gap = _gap(seen, high.main)
        if gap > _TURNS:
            yield Regret(
                RegretKind.VELLUM_TURNS,
                f"{colour_name(high.main)} vellum turns {colour_name(seen)} over {page.places[one.lower].name}",
                f"difference {gap:.0f}", _letters(page, one.lower, one.upper), 0.4, seen,
            )  # fmt: skip


def under_vellum(vellum: Rgb, below: Rgb) -> Rgb:
    """Return what vellum looks like over a colour: so much of what is below shows through, in CIELAB."""
    over, under = lab(vellum), lab(below)
    return rgb_of(Lab(*((1 - _SHEER) * a + _SHEER * b for a, b in zip(over, under, strict=True))))


# -- paper itself ------------------------------------------------------------------------------------------------------


def _not_enough(page: PageOfPapers, laid: Laid) -> Iterator[Regret]:
    for paper in dict.fromkeys(one.paper for one in laid.values()):
        mine = [place for place, one in sorted(laid.items()) if one.paper == paper]
        pieces = [size for place in mine for size in page.places[place].pieces]
        one = laid[mine[0]]
        if not one.holds(pieces):
            where = " and ".join(page.places[place].name for place in mine[:3])
            yield Regret(
                RegretKind.NOT_ENOUGH, f"there is too little {one.name} for {where}",
                f"{len(pieces)} piece{'' if len(pieces) == 1 else 's'}", _letters(page, *mine), 0.9,
            )  # fmt: skip


def _lies_wrong(page: PageOfPapers, laid: Laid) -> Iterator[Regret]:
    for place, one in sorted(laid.items()):
        where = page.places[place]
        if one.look.directional and where.across and one.kind is not PaperKind.STRIPE:
            yield Regret(
                RegretKind.LIES_WRONG, f"{one.name} has a right way up, and lies across on {where.name}",
                "a quarter turn", (where.letter,), 0.6,
            )  # fmt: skip


_LOOKS: Final[Sequence[Callable[[PageOfPapers, Laid], Iterator[Regret]]]] = (
    _colour_once, _edge_rare, _dominates, _too_near, _busy_on_dark, _like_prints, _nearly_same, _other_white,
    _vellum_turns, _not_enough, _lies_wrong,
)  # fmt: skip
