""" "Try it": for something noticed, the change that would take it away, found by search.

Candidate changes for each kind of observation are worked out from the page's geometry and from what is owned, the
gentlest first; each is looked at as the page would be then. One is taken when the observation
is gone, when less is noticed on the whole, and when no hard rule is broken that held before: pieces on
the page, nothing over what matters, letters and words free. A person sees it before and after, and decides.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import replace
from itertools import islice
from typing import Final

from inkquilt.balance.kinds import ObservationKind
from inkquilt.balance.second_look import Figures, Observation, second_look
from inkquilt.clusters.compose import ClusterGround, ground_of
from inkquilt.layout import Layout
from inkquilt.lengths import INCH, Grains
from inkquilt.suggestions import pieces, whole
from inkquilt.suggestions.changes import (
    Asked,
    Trial,
    breaks_rule,
    goes_far,
)

#: So many candidates are looked at, and so many of them on the whole page.
_MOST_TRIED: Final = 60
_MOST_JUDGED: Final = 5
#: A nudge is no longer than this, nor than a quarter of a small page. Common practice, no source.
_NEAR: Final[Grains] = 3 * INCH
#: What is noticed of the page as a whole, whatever pieces are named.
_OF_THE_WHOLE: Final = frozenset({ObservationKind.TOP_HEAVY, ObservationKind.ONE_SIDED, ObservationKind.LOW})
#: A piece that is left out counts like an observation so bad.
_MISSED: Final = 0.12


def try_it(asked: Asked) -> Trial | None:
    """Return the best change that takes an observation away, or None when none was found.

    What goes far is tried only where nothing near helps, and nothing goes across the page.
    """
    short = min(asked.layout.page.width, asked.layout.page.height)
    near = min(_NEAR, short // 4)
    return _tried(asked, 0, near) or _tried(asked, near, short // 2)


def _tried(asked: Asked, beyond: Grains, within: Grains) -> Trial | None:
    """Return the best change in which what goes furthest goes further than the one and no further than the other."""
    layout, noticed = asked.layout, asked.observation
    asked = replace(asked, within=within)
    before = second_look(Figures(layout), asked.school, asked.switched_off)
    total = sum(one.worst for one in before)
    ground = ground_of(layout)
    judged: list[Trial] = []
    only = frozenset(ObservationKind) - {noticed.kind}
    fitting = (
        trial
        for trial in CANDIDATES[noticed.kind](asked, ground)
        if (beyond < (far := goes_far(layout, trial.layout)) or not beyond) and far <= within
    )
    for trial in islice(fitting, _MOST_TRIED):
        if (asked.blocks_stay and trial.moved) or breaks_rule(layout, trial.layout):
            continue
        if _still_there(noticed, second_look(Figures(trial.layout), asked.school, only)):
            continue
        after = second_look(Figures(trial.layout), asked.school, asked.switched_off)
        if sum(one.worst for one in after) < total:
            judged.append(replace(trial, noticed=after))
        if len(judged) >= _MOST_JUDGED:
            break
    return min(judged, key=lambda trial: _cost(layout, trial), default=None)


def _cost(before: Layout, trial: Trial) -> float:
    """Return what would be noticed then, and how much is given up for it: a piece left out is missed."""
    stays = {one.key for one in trial.layout.accents}
    gone = sum(one.key not in stays for one in before.accents)
    return sum(one.worst for one in trial.noticed) + _MISSED * gone


def _still_there(noticed: Observation, after: Sequence[Observation]) -> bool:
    """Tell whether it is still noticed of any of its pieces, or, of the page as a whole, at all."""
    if noticed.kind in _OF_THE_WHOLE or not noticed.keys:
        return bool(after)
    return any(set(one.keys) & set(noticed.keys) for one in after)


def _nothing(asked: Asked, ground: ClusterGround) -> Iterator[Trial]:
    """What is missing is written, not tried."""
    return iter(())


#: For each kind of observation, what yields the changes that might take it away, the gentlest first.
CANDIDATES: Final[dict[ObservationKind, Callable[[Asked, ClusterGround], Iterator[Trial]]]] = {
    ObservationKind.FOCAL_COVERED: pieces.uncover,
    ObservationKind.TITLE_HARD_TO_READ: whole.underlay,
    ObservationKind.TOP_HEAVY: whole.rebalance,
    ObservationKind.ONE_SIDED: whole.rebalance,
    ObservationKind.LOW: whole.rebalance,
    ObservationKind.CROWDED_CORNER: pieces.thin_out,
    ObservationKind.FLOATING: pieces.settle,
    ObservationKind.FACING_OUT: pieces.face_in,
    ObservationKind.COLOUR_ALONE: pieces.repeat,
    ObservationKind.TWINS_IN_LINE: pieces.part_twins,
    ObservationKind.LIKE_PATTERNS: whole.swap_papers,
    ObservationKind.NO_CALM: pieces.fewer,
    ObservationKind.NO_TRIANGLE: pieces.move_one,
    ObservationKind.WRONG_SIDES: pieces.move_one,
    ObservationKind.SPLIT_GROUP: whole.nearer,
    ObservationKind.TITLE_MISSING: _nothing,
    ObservationKind.WORDS_MISSING: _nothing,
}
