"""What goes with papers: inks, pens and paints as colours, and which of them suit a page.

Ink goes along edges where it is darker than the paper; a pen must be read on the card it writes on; paint is splattered
in a colour that the page has. Common practice, no source; contrast after WCAG 2.2 (``colour``).
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from enum import Enum
from typing import Final

from inkquilt.colour import Rgb, contrast, difference, lab
from inkquilt.papering.meeting import COUNTS_FROM
from inkquilt.papering.places import PageOfPapers, PlaceRole
from inkquilt.papering.regrets import Laid
from inkquilt.papering.together import ONE_CLASS
from inkquilt.words.legible import TEXT


class CompanionKind(Enum):
    """What a companion is for: inked edges and stamps, writing, splatters and washes."""

    INK = "ink"
    PEN = "pen"
    PAINT = "paint"


@dataclass(frozen=True, slots=True)
class Companion:
    """One ink, pen or paint that she has."""

    number: int
    name: str
    kind: CompanionKind
    colour: Rgb
    metallic: bool = False


@dataclass(frozen=True, slots=True)
class Goes:
    """A companion that suits: what it is for, why, and its contrast to what it lies on (1 to 21)."""

    companion: Companion
    what: str
    why: str
    contrast: float


#: An inked edge is seen when it is so much darker than the paper (CIELAB).
_EDGE_DARKER: Final = 22.0
#: Splatters are soft when they do not stand off more than this. Common practice, no source.
_SOFT: Final = 6.0


def goes_with(page: PageOfPapers, laid: Laid, companions: Sequence[Companion]) -> tuple[Goes, ...]:
    """Return what suits the papers that lie, at most one of each use, the best first."""
    found: list[Goes] = []
    for look in (_edges, _letters, _splatters):
        best = max(look(page, laid, companions), key=lambda one: one[0], default=None)
        if best is not None:
            found.append(best[1])
    return tuple(found)


def _echo(laid: Laid, colour: Rgb) -> float:
    """Return how well papers show a colour already, 0 to 1."""
    shown = [share.colour for one in laid.values() for share in one.colours if share.share >= COUNTS_FROM]
    gap = min((difference(lab(one), lab(colour)) for one in shown), default=100.0)
    return max(0.0, 1 - gap / (2 * ONE_CLASS))


def _edges(page: PageOfPapers, laid: Laid, companions: Sequence[Companion]) -> Iterator[tuple[float, Goes]]:
    for place, one in laid.items():
        where = page.places[place]
        if where.role not in (PlaceRole.PANEL, PlaceRole.CARD, PlaceRole.STRIP) or where.share > 0.4:
            continue
        for ink in companions:
            darker = lab(one.main).lightness - lab(ink.colour).lightness
            if ink.kind is CompanionKind.INK and darker >= _EDGE_DARKER:
                small = len(where.pieces) > 1
                why = "small pieces do not run together" if small else f"an edge {darker:.0f} steps deeper"
                score = _echo(laid, ink.colour) + (0.6 if small else 0.0)
                yield score, Goes(ink, f"the edges of {where.name}", why, contrast(ink.colour, one.main))


def _letters(page: PageOfPapers, laid: Laid, companions: Sequence[Companion]) -> Iterator[tuple[float, Goes]]:
    for place, one in laid.items():
        where = page.places[place]
        if where.role is not PlaceRole.CARD:
            continue
        for pen in companions:
            seen = contrast(pen.colour, one.main)
            if pen.kind is CompanionKind.PEN and seen >= TEXT:
                score = where.share * 4 + _echo(laid, pen.colour) + seen / 21
                yield score, Goes(pen, f"words on {where.name}", "it is read well there", seen)


def _splatters(page: PageOfPapers, laid: Laid, companions: Sequence[Companion]) -> Iterator[tuple[float, Goes]]:
    base = max(laid, key=lambda place: page.places[place].share, default=None)
    if base is None:
        return
    for paint in companions:
        echo, seen = _echo(laid, paint.colour), contrast(paint.colour, laid[base].main)
        if paint.kind is CompanionKind.PAINT and seen >= 1.4 and (echo > 0.2 or paint.metallic):
            why = "it shines, and is as good as a plain" if paint.metallic else "the page has its colour already"
            soft = 0.3 if seen <= _SOFT else 0.0
            yield echo + soft, Goes(paint, "splatters near the clusters", why, seen)
