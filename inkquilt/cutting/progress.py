"""How far the cutting of a sheet has come: pieces that are cut, and parts that are still paper."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from inkquilt.cutting.guillotine import CutSheet, Direction
from inkquilt.cutting.guillotine.values import Rect
from inkquilt.cutting.pieces import InnerWork
from inkquilt.sketch.model import Size


@dataclass(frozen=True, slots=True)
class Standing:
    """What lies on the table after some steps of a sheet.

    ``pieces`` are cut to size, by key, each with the name of the part it is; ``middles``
    are freed from pieces, those of one piece in their order, by the piece's key; ``rest`` are
    the other parts, those to be cut on among them; ``finished`` are the pieces that nothing
    more is to be done to, ``plain`` those that are to be cut into and were not yet.
    """

    pieces: Mapping[str, str]
    middles: Mapping[str, tuple[Size, ...]]
    rest: Mapping[str, Size]
    finished: frozenset[str]
    plain: Mapping[str, Size]


Inner = Mapping[str, Sequence[InnerWork]]


def steps_in(sheet: CutSheet, inner: Inner) -> int:
    """Return how many steps a sheet takes; ``inner`` is the work on pieces once they are cut, by key.

    A sheet that is the piece needs no cut: taking it is the one step.
    """
    on_pieces = sum(work.cuts for placed in sheet.placed for work in inner.get(placed.key, ()))
    return max(1, len(sheet.cuts) + on_pieces)


def standing(sheet: CutSheet, inner: Inner, done: int) -> Standing:
    """Return what lies there after the first ``done`` steps. A sheet that is not cut into is one part."""
    parts = {"0": Rect(0, 0, sheet.stock.size.width, sheet.stock.size.height)}
    for cut in sheet.cuts[:done]:
        whole = parts.pop(cut.part)
        if cut.direction is Direction.UPRIGHT:
            parts[cut.part + "a"] = whole._replace(width=cut.at)
            parts[cut.part + "b"] = Rect(whole.x + cut.at, whole.y, whole.width - cut.at, whole.height)
        else:
            parts[cut.part + "a"] = whole._replace(height=cut.at)
            parts[cut.part + "b"] = Rect(whole.x, whole.y + cut.at, whole.width, whole.height - cut.at)
    keys = {Rect(p.x, p.y, p.size.width, p.size.height): p.key for p in sheet.placed}
    pieces = {keys[rect]: part for part, rect in parts.items() if rect in keys}
    rest = {part: Size(rect.width, rect.height) for part, rect in parts.items() if rect not in keys}
    freed: dict[str, tuple[Size, ...]] = {}
    finished: set[str] = set()
    plain: dict[str, Size] = {}
    left = done - len(sheet.cuts)  # cuts on pieces are made in the order in which these lie there
    for placed in sheet.placed:
        if left <= 0 and placed.key in pieces and inner.get(placed.key):
            plain[placed.key] = placed.size
        for work in inner.get(placed.key, ()):
            left -= work.cuts
            if left >= 0 and work.middle is not None:
                freed[placed.key] = (*freed.get(placed.key, ()), work.middle)
        if placed.key in pieces and (left >= 0 or not inner.get(placed.key)):
            finished.add(placed.key)
    return Standing(pieces, freed, rest, frozenset(finished), plain)
