"""A flaw, seam or gap covered with an owned piece, and that piece repeated so that it looks meant.

Common practice, no source. The piece covers the whole spot; its sisters stand where they make a triangle with it and
keep the page's weight.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import combinations
from typing import Final

from shapely.geometry import Point, Polygon

from inkquilt.balance.schools import BalanceSchool
from inkquilt.balance.second_look import Figures, second_look
from inkquilt.clusters.compose import ClusterGround, ground_of, turned_in
from inkquilt.clusters.spots import spots_of
from inkquilt.embellishments import Accent, Embellishment, EmbellishmentKind, free_group, free_key
from inkquilt.errors import CoreError
from inkquilt.layout import Layout
from inkquilt.lengths import INCH, Grains, with_unit

MOST_COVERS: Final = 4
#: A flaw is covered by so much more than itself.
_BEYOND: Final = INCH / 16
_TURNS: Final = (0, 1_500, -1_500, 3_000, -3_000, 4_500, 9_000)


@dataclass(frozen=True, slots=True)
class CoverProposal:
    """Pieces to lay: the first over the flaw, the others its sisters. ``worse`` is what would be noticed more."""

    accents: tuple[Accent, ...]
    words: str
    worse: float


class NothingCovers(CoreError):
    """No owned piece that covers a spot."""

    code = "nothing-covers"


def cover_spot(
    layout: Layout,
    owned: Sequence[Embellishment],
    left: Mapping[str, int],
    x: Grains,
    y: Grains,
    radius: Grains,
    school: BalanceSchool = BalanceSchool.TRIANGLE,
) -> tuple[CoverProposal, ...]:
    """Return pieces that cover a round flaw, the best first. Raises ``NothingCovers``."""
    flaw = Point(x, y).buffer(radius + _BEYOND).intersection(layout.whole)
    ground = ground_of(layout)
    before = sum(one.worst for one in second_look(Figures(layout), school))
    found = []
    for what in sorted(owned, key=lambda one: (one.kind is EmbellishmentKind.WORD, one.area, one.key)):
        if not left.get(what.key):
            continue
        over = _over(what, x, y, flaw, ground)
        if over is None:
            continue
        first = replace(over, key=free_key(layout.accents), group=free_group(layout.accents, "cover"))
        accents = (first, *_sisters(layout, first, min(2, left[what.key] - 1), ground))
        after = Figures(replace(layout, accents=(*layout.accents, *accents)))
        worse = sum(one.worst for one in second_look(after, school)) - before
        found.append(CoverProposal(accents, _words(what, accents), worse))
    if not found:
        unit = layout.page.unit
        raise NothingCovers(
            f"Nothing left in the stash covers {with_unit(2 * radius, unit)} there without hiding something that "
            "matters. A larger label, a strip of paper or a tag would do."
        )
    return tuple(sorted(found, key=lambda one: (round(one.worse, 2), one.accents[0].what.area))[:MOST_COVERS])


def _over(what: Embellishment, x: Grains, y: Grains, flaw: Polygon, ground: ClusterGround) -> Accent | None:
    """Return a piece over the flaw, with the least turn that covers all of it."""
    facing = turned_in(what, x, y, ground.centre)
    if facing is None:
        return None
    for turn in (facing, *(facing + other for other in _TURNS[1:])):
        one = Accent("", what, x, y, turn)
        if one.outline.covers(flaw) and not ground.kept.intersects(one.outline):
            return one
    return None


def _sisters(layout: Layout, first: Accent, most: int, ground: ClusterGround) -> tuple[Accent, ...]:
    """Return up to so many more of a piece, at spots that stand wide with it."""
    taken = [accent.outline for accent in layout.accents] + [first.outline]
    spots = []
    for spot in spots_of(layout):
        sister = replace(first, x=round(spot.x), y=round(spot.y), turn=0)
        if ground.takes(sister) and not any(sister.outline.intersects(other) for other in taken):
            spots.append(sister)
    if len(spots) >= 2 and most >= 2:
        pair = max(
            combinations(spots, 2),
            key=lambda two: Polygon([(one.x, one.y) for one in (first, *two)]).area,
        )
    else:
        far = sorted(spots, key=lambda one: -((one.x - first.x) ** 2 + (one.y - first.y) ** 2))
        pair = tuple(far[:most])  # type: ignore[assignment]
    laid: list[Accent] = []
    for sister in pair[:most]:
        laid.append(replace(sister, key=free_key((*layout.accents, first, *laid))))
    return tuple(laid)


def _words(what: Embellishment, accents: Sequence[Accent]) -> str:
    again = {1: "; there is no second one to make it look meant", 2: ", and once more so that it looks meant"}
    return f"{what.name} over it{again.get(len(accents), ', and twice more so that it looks meant')}"
