"""Whether written lines can be read on what lies beneath, where a card is wanted, and what pen to take.

Contrast after WCAG 2.2, 1.4.3 (4.5 to 1 for text of ordinary size). That writing on a busy paper needs a
card, on a dark one a light pen, and that ink on glossy paper must dry: common practice, no source.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final

from shapely import affinity
from shapely.geometry import box
from shapely.geometry.base import BaseGeometry

from inkquilt.colour import Rgb, contrast, luminance
from inkquilt.paper.kinds import PaperKind
from inkquilt.space import Surface
from inkquilt.words.flow import Span

#: WCAG 2.2, 1.4.3: text of ordinary size needs this contrast.
TEXT: Final = 4.5
#: Below this luminance a base asks for a light pen.
_DARK: Final = 0.18
_SLICK: Final = frozenset({PaperKind.METALLIC, PaperKind.VELLUM})
#: A paper counts for a line when it lies under so much of it.
_TOUCHES: Final = 0.03


@dataclass(frozen=True, slots=True)
class Beneath:
    """What is known of a paper: its colour and kind."""

    colour: Rgb
    kind: PaperKind


@dataclass(frozen=True, slots=True)
class Legibility:
    """The least contrast of any line to what is beneath, and what to mind; ``card`` when one is wanted beneath."""

    least: float | None
    card: bool
    light_pen: bool
    must_dry: bool


def outline_of(span: Span, pitch: int) -> BaseGeometry:
    """Return where a line lies."""
    upright = box(span.x, span.y, span.x + span.length, span.y + pitch)
    return affinity.rotate(upright, span.turn / 100, origin=(span.x, span.y)) if span.turn else upright


def legibility(
    spans: Sequence[Span], pitch: int, ink: Rgb, surfaces: Sequence[Surface], papers: Mapping[str, Beneath]
) -> Legibility:
    """Hold lines against the surfaces they lie on; ``papers`` by block, as far as they are known."""
    least: float | None = None
    kinds: set[PaperKind] = set()
    dark = False
    for span in spans:
        line = outline_of(span, pitch)
        for surface in surfaces:
            paper = papers.get(surface.block.id) if surface.block else None
            if paper is None or line.intersection(surface.free).area < _TOUCHES * line.area:
                continue
            ratio = contrast(ink, paper.colour)
            least = ratio if least is None else min(least, ratio)
            kinds.add(paper.kind)
            dark = dark or luminance(paper.colour) < _DARK
    return Legibility(least, any(kind.is_bold for kind in kinds), dark, bool(kinds & _SLICK))
