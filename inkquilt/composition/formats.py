"""The page a person asks for: a known format or her own size, with what is kept clear."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from inkquilt.composition.asked import Letters, Typed, length_of
from inkquilt.errors import refuse
from inkquilt.lengths import Unit
from inkquilt.page import FORMATS, Fold, Margins, Page, Side


@dataclass(frozen=True, slots=True, kw_only=True)
class PageAsked:
    """A known ``format``, or ``width`` and ``height`` in ``unit``; two pages with a gap where ``sides`` is 2.

    A known format is measured in ``unit`` too where that is given: 12 × 12 in an album bought in millimetres.
    """

    format: Annotated[str, Letters(20)] | None = None
    width: Typed | None = None
    height: Typed | None = None
    unit: Unit | None = None
    clear: Typed | None = None
    binding: Side | None = None
    binding_margin: Typed | None = None
    sides: Literal[1, 2] = 1
    gap: Typed | None = None

    def page(self) -> Page:
        """Return the page. Raises ``BadInput``."""
        form = next((form for form in FORMATS if form.key == self.format), None)
        if self.format is not None and form is None:
            raise refuse("unknown-format", f"There is no page format “{self.format[:40]}”.", "format")
        if form is not None:
            unit, width, height = self.unit or form.unit, form.width, form.height
        else:
            unit = self.unit or Unit.IN
            width = length_of(self.width, unit, "The page's width", "width")
            height = length_of(self.height, unit, "The page's height", "height")
        fold = None
        if self.sides == 2:
            gap = length_of(self.gap, unit, "The gap between the pages", "gap") if self.gap else 0
            fold, width = Fold(width, gap), 2 * width + gap
        clear = length_of(self.clear, unit, "The margin to keep clear", "clear") if self.clear else 0
        margins = Margins.even(clear)
        if self.binding:
            typed = self.binding_margin
            binding = length_of(typed, unit, "The binding margin", "binding_margin") if typed else 0
            margins = margins.with_binding(self.binding, binding)
        return Page(width, height, unit, margins, fold)
