"""What one laying of a design is asked for."""

from __future__ import annotations

from dataclasses import dataclass, field
from enum import Enum
from math import sqrt
from typing import Final

from inkquilt.design.reading import Design
from inkquilt.fit import bounds
from inkquilt.fit.request import FitRequest, Rung
from inkquilt.fit.sizes import partner_reveal
from inkquilt.lengths import INCH, MM, Grains, Unit
from inkquilt.page import Page
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.model import Size, Sketch

#: What stood apart stays apart by this, and what stood inside the page by this from its edge.
AIR: Final = {Unit.IN: INCH // 8, Unit.MM: 3 * MM}
LEAST_AIR: Final = {Unit.IN: INCH // 16, Unit.MM: 3 * MM // 2}


class Rounding(Enum):
    """Which mark the size of a photo goes to."""

    UP = "up"
    NEAREST = "nearest"
    DOWN = "down"


@dataclass(frozen=True, slots=True)
class CostTerms:
    """How a drawing is laid on a page.

    ``aim`` is the scale of the photos against the page's own (the root of its area over the
    sketch's); ``anew`` says the drawing was arranged for this page. ``sizes`` are photos whose
    size is settled; ``like`` is the design a drawing that was arranged anew was made of;
    ``loose`` makes dear wishes of all rules between two pieces.
    """

    request: FitRequest
    aim: float = 1.0
    anew: bool = False
    rungs: frozenset[Rung] = frozenset()
    sizes: dict[str, Size] = field(default_factory=dict)
    like: Design | None = None
    rounding: Rounding = Rounding.NEAREST
    loose: bool = False

    @property
    def page(self) -> Page:
        """The page it goes on."""
        return self.request.page

    @property
    def grid(self) -> Grains:
        """The marks everything cut lies on."""
        return self.request.grid

    @property
    def air(self) -> Grains:
        """What stood apart stays apart by this."""
        return (LEAST_AIR if Rung.FINER in self.rungs else AIR)[self.page.unit]

    @property
    def margin(self) -> Grains:
        """What stood inside the page stays inside by this."""
        return AIR[self.page.unit]

    @property
    def title_height(self) -> Grains:
        """How low a title may be."""
        return INCH // 2 if Rung.SMALL_WORDS in self.rungs else bounds.TITLE_HEIGHT

    def reveal(self, drawn: Grains, sketch: Sketch) -> Grains:
        """Return how far a mat shows on this page that showed ``drawn`` in the sketch."""
        reveal = partner_reveal(drawn, sketch.unit, self.page.unit)
        if Rung.FINER in self.rungs and reveal > 0:
            air, finest = AIR[self.page.unit], LEAST_AIR[self.page.unit]
            return min(reveal, finest) if reveal <= air else max(air, reveal // 2 // finest * finest)
        return reveal

    def scales(self, sketch: Sketch) -> dict[Axis, float]:
        """Return the page's length over the sketch's, on each axis."""
        return {Axis.X: self.page.width / sketch.page.width, Axis.Y: self.page.height / sketch.page.height}

    def scale(self, sketch: Sketch) -> float:
        """Return the page's own scale: the root of its area over the sketch's."""
        across, down = self.scales(sketch).values()
        return sqrt(across * down)
