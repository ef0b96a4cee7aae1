"""What two papers cost that meet, or that lie on one page at all. Rows are of the first, columns of the second."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Final

import numpy as np

from inkquilt.colour.many import differences
from inkquilt.papering.candidates import Candidates

#: Colours nearer than this (CIEDE2000) match.
MATCHES: Final = 12.0
#: Two plain papers nearer than this run into each other.
RUNS_IN: Final = 9.0
#: A colour that shows less of a side is not counted as one of the page's.
COUNTS_FROM: Final = 0.12
#: Below this lightness (CIELAB) a ground is dark.
DARK: Final = 36.0
#: From this on a print is busy, 0 to 1.
BUSY: Final = 0.4


@dataclass(frozen=True, slots=True)
class Weights:
    """How much each thing counts: what a temper changes."""

    match: float = 1.3
    calm: float = 1.0
    contrast: float = 1.0
    bright: float = 0.0
    spread: float = 0.16
    alone: float = 0.8
    thrift: float = 0.25
    prints: float = 1.0


def met(lower: Candidates, upper: Candidates, weights: Weights) -> dict[str, Any]:
    """Return what candidates cost that meet along their whole length, by name; the lower layer is the first."""
    gaps = differences(lower.main[:, None], upper.main[None])
    same = _same(lower, upper)
    light, high = lower.main[:, None, 0], upper.main[None, :, 0]
    busy = upper.busy[None, :]
    calm_pair = 1 - np.maximum(lower.busy[:, None], busy)
    bold = lower.bold[:, None] & upper.bold[None, :]
    alike = lower.kinds[:, None] == upper.kinds[None, :]
    return {
        "merge": np.where(same, 2.6, 0.0),
        "near": weights.contrast * np.where(same, 0.0, 1.3 * np.clip(1 - gaps / RUNS_IN, 0, 1) * calm_pair),
        "flat": 0.5 * weights.contrast * np.clip(1 - np.abs(light - high) / 9, 0, 1) * np.clip(1 - gaps / 22, 0, 1),
        "like prints": 1.8 * (bold & alike & ~same),
        "two prints": weights.calm * np.where(bold & ~alike, np.where(shared(lower, upper), 0.25, 0.75), 0.0),
        "busy on dark": 0.9 * ((light < DARK) & (busy > BUSY) & upper.bold[None, :]),
    }


def met_by(lower: Candidates, upper: Candidates, weights: Weights) -> Any:
    """Return the whole cost of candidates that meet along their whole length."""
    return sum(met(lower, upper, weights).values())


def anywhere(one: Candidates, other: Candidates) -> Any:
    """Return what candidates cost wherever they lie: nearly the same print twice; kin gain a little."""
    plain = [np.array([each.kind.is_plain for each in papers.all], dtype=bool) for papers in (one, other)]
    gaps = differences(one.main[:, None], other.main[None])
    alike = (one.kinds[:, None] == other.kinds[None, :]) & ~plain[0][:, None] & ~plain[1][None, :]
    twins = alike & (gaps < MATCHES) & ~_same(one, other)
    kin = np.array([[bool(a.kit) and a.kit == b.kit for b in other.all] for a in one.all]).reshape(gaps.shape)
    return 0.9 * twins + np.where(kin, 0.0, 0.06) + np.where(shared(one, other), 0.0, 0.16)


def shared(one: Candidates, other: Candidates) -> Any:
    """Tell which candidates have a colour that is one to the eye, among those that count."""
    found = np.zeros((len(one), len(other)), dtype=bool)
    mine, others = one.shares >= COUNTS_FROM, other.shares >= COUNTS_FROM
    for a in range(one.labs.shape[1]):
        for b in range(other.labs.shape[1]):
            near = differences(one.labs[:, None, a], other.labs[None, :, b]) < MATCHES
            found |= near & mine[:, None, a] & others[None, :, b]
    return found


def _same(one: Candidates, other: Candidates) -> Any:
    sides = [np.array([each.side.value == "A" for each in papers.all], dtype=bool) for papers in (one, other)]
    return (one.papers[:, None] == other.papers[None, :]) & (sides[0][:, None] == sides[1][None, :])
