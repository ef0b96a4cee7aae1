"""Published measures of a layout.

Ngo, Teo and Byrne, "Modelling interface aesthetics", Information Sciences 152 (2003). Objects are upright boxes in a
frame; every measure lies between 0 and 1, more is better. The formulas are written down from memory
of that paper, as docs/balance.md gives them; names are the paper's. ``n_vap`` and ``n_hap`` count vertical and
horizontal alignment points: different left edges, and different tops.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from itertools import combinations, pairwise
from typing import Final, NamedTuple

#: Proportions that were liked through the ages: square, root of two, golden section, root of three, double square.
LIKED: Final = (1.0, 1 / 1.414, 1 / 1.618, 1 / 1.732, 0.5)
#: The worst difference of a proportion from the nearest liked one.
_WORST: Final = 0.5


class Object(NamedTuple):
    """An upright box."""

    x: float
    y: float
    width: float
    height: float

    @property
    def area(self) -> float:
        """Its area."""
        return self.width * self.height

    @property
    def middle(self) -> tuple[float, float]:
        """Its centre."""
        return self.x + self.width / 2, self.y + self.height / 2


class Frame(NamedTuple):
    """The page that objects lie on."""

    width: float
    height: float


@dataclass(frozen=True, slots=True)
class Measures:
    """The measures by name; ``order`` is the mean of the others."""

    balance: float
    equilibrium: float
    symmetry: float
    sequence: float
    cohesion: float
    unity: float
    proportion: float
    simplicity: float
    density: float
    regularity: float
    economy: float
    homogeneity: float
    rhythm: float
    order: float


def measures(objects: Sequence[Object], frame: Frame) -> Measures | None:
    """Return all measures; None for a page with nothing on it."""
    if not objects:
        return None
    found = {name: measure(objects, frame) for name, measure in _MEASURES.items()}
    return Measures(**found, order=sum(found.values()) / len(found))


def _even(one: float, other: float) -> float:
    """Return (one - other) / max(|one|, |other|), nought where both are."""
    most = max(abs(one), abs(other))
    return (one - other) / most if most else 0.0


def balance(objects: Sequence[Object], frame: Frame) -> float:
    """1 - (|BM_v| + |BM_h|) / 2: areas times their distance from the middle lines, left to right and top to foot."""
    left, right = (_side_weight(objects, 0, frame.width / 2, far) for far in (False, True))
    top, foot = (_side_weight(objects, 1, frame.height / 2, far) for far in (False, True))
    return 1 - (abs(_even(left, right)) + abs(_even(top, foot))) / 2


def _side_weight(objects: Sequence[Object], axis: int, line: float, far: bool) -> float:
    """Return the sum of area times distance of the parts on one side of a middle line."""
    total = 0.0
    for one in objects:
        low, length, other = (one.x, one.width, one.height) if axis == 0 else (one.y, one.height, one.width)
        begin, end = (max(low, line), low + length) if far else (low, min(low + length, line))
        if end > begin:
            total += (end - begin) * other * abs((begin + end) / 2 - line)
    return total


def equilibrium(objects: Sequence[Object], frame: Frame) -> float:
    """1 - (|EM_x| + |EM_y|) / 2, EM_x = 2 sum a_i (x_i - x_c) / (n b sum a_i)."""
    area = sum(one.area for one in objects)
    if not area:
        return 1.0
    across = sum(one.area * (one.middle[0] - frame.width / 2) for one in objects)
    down = sum(one.area * (one.middle[1] - frame.height / 2) for one in objects)
    count = len(objects)
    return 1 - (abs(2 * across / (count * frame.width * area)) + abs(2 * down / (count * frame.height * area))) / 2


class _Quadrant(NamedTuple):
    """What is summed up over the objects whose middle lies in a quarter of the frame."""

    x: float
    y: float
    height: float
    width: float
    slope: float
    reach: float
    area: float
    number: int


def _quadrants(objects: Sequence[Object], frame: Frame) -> list[_Quadrant]:
    """Return the quarters: upper left, upper right, lower left, lower right."""
    found = []
    for lower in (False, True):
        for right in (False, True):
            inside = []
            for one in objects:
                x, y = one.middle
                if (x > frame.width / 2) == right and (y > frame.height / 2) == lower:
                    inside.append((one, abs(x - frame.width / 2), abs(y - frame.height / 2)))
            found.append(
                _Quadrant(
                    sum(x for _, x, _ in inside),
                    sum(y for _, _, y in inside),
                    sum(one.height for one, _, _ in inside),
                    sum(one.width for one, _, _ in inside),
                    sum(y / x for _, x, y in inside if x),
                    sum(math.hypot(x, y) for _, x, y in inside),
                    sum(one.area for one, _, _ in inside),
                    len(inside),
                )
            )
    return found


def _scaled(values: Sequence[float]) -> list[float]:
    low, high = min(values), max(values)
    return [(value - low) / (high - low) if high > low else 0.0 for value in values]


def symmetry(objects: Sequence[Object], frame: Frame) -> float:
    """1 - (|SYM_v| + |SYM_h| + |SYM_r|) / 3, each the mean difference of six scaled sums of facing quarters."""
    quarters = _quadrants(objects, frame)
    sums = [_scaled([quarter[fact] for quarter in quarters]) for fact in range(6)]
    pairs = (((0, 1), (2, 3)), ((0, 2), (1, 3)), ((0, 3), (1, 2)))
    parts = [sum(abs(fact[a] - fact[b]) for a, b in facing for fact in sums) / 12 for facing in pairs]
    return 1 - sum(parts) / 3


def sequence(objects: Sequence[Object], frame: Frame) -> float:
    """1 - sum |q_j - v_j| / 8: quarters weigh 4, 3, 2, 1 in reading order, v_j is the rank of q_j times their area."""
    wanted = (4, 3, 2, 1)
    weights = [value * quarter.area for value, quarter in zip(wanted, _quadrants(objects, frame), strict=True)]
    order = sorted(range(4), key=lambda place: -weights[place])
    ranks = {place: 4 - number for number, place in enumerate(order)}
    return 1 - sum(abs(value - ranks[place]) for place, value in enumerate(wanted)) / 8


def _layout(objects: Sequence[Object]) -> Object:
    left, top = min(one.x for one in objects), min(one.y for one in objects)
    right, foot = max(one.x + one.width for one in objects), max(one.y + one.height for one in objects)
    return Object(left, top, right - left, foot - top)


def _at_most_one(ratio: float) -> float:
    return ratio if ratio <= 1 else 1 / ratio


def cohesion(objects: Sequence[Object], frame: Frame) -> float:
    """(CM_fl + CM_lo) / 2: how alike the proportions are of frame and layout, and of layout and objects."""
    layout = _layout(objects)
    of_frame = _at_most_one((layout.height / layout.width) / (frame.height / frame.width))
    of_objects = [_at_most_one((one.height / one.width) / (layout.height / layout.width)) for one in objects]
    return (of_frame + sum(of_objects) / len(of_objects)) / 2


def unity(objects: Sequence[Object], frame: Frame) -> float:
    """(UM_form + UM_space) / 2: few sizes, and little space left between the objects."""
    area, layout = sum(one.area for one in objects), _layout(objects)
    outside = frame.width * frame.height - area
    form = 1 - (_sizes(objects) - 1) / len(objects)
    space = 1 - (layout.area - area) / outside if outside > 0 else 1.0
    return (abs(form) + min(1.0, abs(space))) / 2


def _sizes(objects: Sequence[Object]) -> int:
    return len({(round(one.width, 6), round(one.height, 6)) for one in objects})


def proportion(objects: Sequence[Object], frame: Frame) -> float:
    """(PM_object + PM_layout) / 2: how near proportions come to those that are liked."""

    def near(one: Object) -> float:
        ratio = _at_most_one(one.height / one.width)
        return 1 - min(abs(liked - ratio) for liked in LIKED) / _WORST

    return (sum(near(one) for one in objects) / len(objects) + near(_layout(objects))) / 2


def _alignments(objects: Sequence[Object]) -> int:
    """Return n_vap + n_hap."""
    return len({round(one.x, 6) for one in objects}) + len({round(one.y, 6) for one in objects})


def simplicity(objects: Sequence[Object], frame: Frame) -> float:
    """3 / (n_vap + n_hap + n)."""
    return 3 / (_alignments(objects) + len(objects))


def density(objects: Sequence[Object], frame: Frame) -> float:
    """1 - 2 |0.5 - covered share|."""
    return max(0.0, 1 - 2 * abs(0.5 - sum(one.area for one in objects) / (frame.width * frame.height)))


def regularity(objects: Sequence[Object], frame: Frame) -> float:
    """(RM_alignment + RM_spacing) / 2: few alignment points, few different distances from one to the next."""
    count = len(objects)
    if count == 1:
        return 1.0
    alignment = 1 - _alignments(objects) / (2 * count)
    spacing = 1 - max(0, _spacings(objects) - 1) / (2 * (count - 1))
    return (abs(alignment) + abs(spacing)) / 2


def _spacings(objects: Sequence[Object]) -> int:
    """Return how many different distances there are between neighbouring left edges and tops."""
    steps: set[tuple[str, float]] = set()
    for axis, places in (("x", {one.x for one in objects}), ("y", {one.y for one in objects})):
        line = sorted(places)
        steps |= {(axis, round(b - a, 6)) for a, b in pairwise(line)}
    return len(steps)


def economy(objects: Sequence[Object], frame: Frame) -> float:
    """1 / n_size."""
    return 1 / _sizes(objects)


def homogeneity(objects: Sequence[Object], frame: Frame) -> float:
    """W / W_max: in how many ways objects could fill the quarters as they do, against evenly (gamma for parts)."""
    counts = [quarter.number for quarter in _quadrants(objects, frame)]
    count = len(objects)
    ways = math.lgamma(count + 1) - sum(math.lgamma(one + 1) for one in counts)
    most = math.lgamma(count + 1) - 4 * math.lgamma(count / 4 + 1)
    return math.exp(ways - most)


def rhythm(objects: Sequence[Object], frame: Frame) -> float:
    """1 - (RHM_x + RHM_y + RHM_area) / 3, each the mean difference of a scaled sum between all pairs of quarters."""
    quarters = _quadrants(objects, frame)
    parts = []
    for values in ([q.x for q in quarters], [q.y for q in quarters], [q.area for q in quarters]):
        scaled = _scaled(values)
        parts.append(sum(abs(a - b) for a, b in combinations(scaled, 2)) / 6)
    return 1 - sum(parts) / 3


_MEASURES: Final[dict[str, Callable[[Sequence[Object], Frame], float]]] = {
    "balance": balance, "equilibrium": equilibrium, "symmetry": symmetry, "sequence": sequence, "cohesion": cohesion,
    "unity": unity, "proportion": proportion, "simplicity": simplicity, "density": density, "regularity": regularity,
    "economy": economy, "homogeneity": homogeneity, "rhythm": rhythm,
}  # fmt: skip
