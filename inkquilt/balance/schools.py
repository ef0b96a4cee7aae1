"""Schools of layout as profiles: what an observation makes of a page depends on what the page is meant to be.

Each school is common practice, no source; the numbers are the project's own, tuned on drawn pages.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum
from typing import Final

from inkquilt.balance.kinds import ObservationKind


class BalanceSchool(Enum):
    """What a page is meant to be."""

    TRIANGLE = "asymmetric, with a triangle"
    SYMMETRIC = "symmetric"
    APEX = "an L with its weight at the apex"
    BAND = "a band with clear space above and below"
    EDGE = "a busy centre with a wide white edge"
    SPARSE = "sparse"


@dataclass(frozen=True, slots=True)
class Profile:
    """What a school lets pass. Weights are in parts of half the page, as in ``Moments``.

    ``aside`` is how far the weight may lie to one side, ``high`` and ``low`` how far up and down, ``crowd`` how many
    pieces a corner takes, ``calm`` how much of the page must be empty. ``ignored`` observations are never made.
    """

    aside: float
    high: float
    low: float
    crowd: int
    calm: float
    ignored: frozenset[ObservationKind] = frozenset()


_CALM = ObservationKind.NO_CALM
_STRAIGHT = ObservationKind.NO_TRIANGLE
PROFILES: Final = {
    BalanceSchool.TRIANGLE: Profile(0.45, 0.13, 0.55, 8, 0.10),
    BalanceSchool.SYMMETRIC: Profile(0.12, 0.10, 0.40, 8, 0.10, frozenset({_STRAIGHT})),
    BalanceSchool.APEX: Profile(0.60, 0.20, 0.60, 10, 0.15, frozenset({_STRAIGHT})),
    BalanceSchool.BAND: Profile(0.35, 0.15, 0.30, 8, 0.25, frozenset({_STRAIGHT})),
    BalanceSchool.EDGE: Profile(0.25, 0.13, 0.25, 8, 0.20, frozenset({_STRAIGHT})),
    BalanceSchool.SPARSE: Profile(0.60, 0.25, 0.60, 5, 0.40, frozenset({_STRAIGHT, ObservationKind.COLOUR_ALONE})),
}
