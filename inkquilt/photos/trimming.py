"""How far a print may be trimmed, and what sizes it can be trimmed to. Common practice, no source."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from typing import Final

from inkquilt.lengths import INCH, Grains
from inkquilt.sketch.model import Size


@dataclass(frozen=True, slots=True)
class TrimLimits:
    """How far a print may be trimmed: ``side`` off its width and off its height, ``area`` of the whole."""

    side: Grains = INCH // 2
    area: Fraction = Fraction(12, 100)


USUAL_TRIM: Final = TrimLimits()
NO_TRIM: Final = TrimLimits(0, Fraction(0))
#: A print that may be trimmed freely keeps at least a quarter of its area.
FREE_TRIM: Final = TrimLimits(10 * INCH, Fraction(3, 4))


def deepest_trims(whole: Size, limits: TrimLimits, grid: Grains) -> list[int]:
    """Return, for each number of grid steps off the width, the most steps that may come off the height."""
    most = limits.side // grid
    smallest_area = whole.width * whole.height * (1 - limits.area)
    depths = []
    for across in range(most + 1):
        width = whole.width - across * grid
        if width <= 0 or width * whole.height < smallest_area:
            break
        room = int((whole.height - smallest_area / width) // grid)
        depths.append(min(most, room))
    return depths


def trims(whole: Size, limits: TrimLimits, grid: Grains) -> Iterator[Size]:
    """Yield a print size and what can be trimmed from it by whole grid steps."""
    for across, deepest in enumerate(deepest_trims(whole, limits, grid)):
        for down in range(deepest + 1):
            yield Size(whole.width - across * grid, whole.height - down * grid)


def may_be(whole: Size, size: Size, limits: TrimLimits, grid: Grains) -> bool:
    """Tell whether a print may be trimmed to a size by whole grid steps."""
    across, down = whole.width - size.width, whole.height - size.height
    if min(across, down) < 0 or across % grid or down % grid or max(across, down) > limits.side:
        return False
    return size.width * size.height >= whole.width * whole.height * (1 - limits.area)
