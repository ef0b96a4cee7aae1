"""What a person may give up so that a page becomes possible. Without a solver: trying it is ``relaxation_search``."""

from __future__ import annotations

from dataclasses import dataclass, replace

from inkquilt.fit.bounds import SMALL_PRINT_SIZES
from inkquilt.fit.request import FitRequest, Way
from inkquilt.page import Margins


@dataclass(frozen=True, slots=True)
class WayOut:
    """What to give up: another ``way``, smaller prints, the margin, blocks to leave out, or several of these."""

    way: Way | None = None
    smaller_prints: bool = False
    no_margin: bool = False
    leave_out: tuple[str, ...] = ()
    words: str = ""

    def joined(self, other: WayOut) -> WayOut | None:
        """Return both together, or None where both hold the sketch differently."""
        if self.way is not None and other.way is not None:
            return None
        return WayOut(
            self.way or other.way,
            self.smaller_prints or other.smaller_prints,
            self.no_margin or other.no_margin,
            tuple(dict.fromkeys((*self.leave_out, *other.leave_out))),
            f"{self.words} and {other.words[0].lower()}{other.words[1:]}",
        )


def conceded(request: FitRequest, way_out: WayOut) -> FitRequest:
    """Return the request with what the way out gives up."""
    if way_out.smaller_prints:
        request = with_smaller_prints(request)
    if way_out.no_margin:
        request = replace(request, page=replace(request.page, clear=Margins()))
    if way_out.leave_out:
        request = replace(request, sketch=request.sketch.without(frozenset(way_out.leave_out)))
    return request


def with_smaller_prints(request: FitRequest) -> FitRequest:
    """Return the request with prints allowed that are smaller than the usual ones."""
    more = tuple(size for size in SMALL_PRINT_SIZES[request.page.unit] if size not in request.print_sizes)
    return replace(request, print_sizes=request.print_sizes + more)
