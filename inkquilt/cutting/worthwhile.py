"""Which of several ways to cut less are worth it: each is planned for a moment and set against the plan there is.

Worth it is what finds a place for more pieces, or leaves a sheet whole. That it costs a few cuts is said, and is hers
to weigh. Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final

from inkquilt.cutting.plan import PaperNeed, PaperPlan, plan_page
from inkquilt.cutting.table import table_sheets
from inkquilt.wording import counted

#: Each attempt is short: what it finds is there, what it misses is not proven to be not.
_SECONDS: Final = 0.15


@dataclass(frozen=True, slots=True)
class Gain:
    """What one way comes to: sheets and cuts that are needed less (cuts often more: below nought), pieces placed more.

    ``way`` is its place among those that were tried; ``all_placed`` when every piece has a place then and had not.
    """

    way: int
    sheets: int
    placed: int
    cuts: int
    all_placed: bool

    @property
    def words(self) -> str:
        """Say it: "1 sheet less, 4 cuts more"."""
        said = []
        if self.placed:
            some = f"{counted(self.placed, 'piece')} more placed"
            said.append("then everything has a place" if self.all_placed else some)
        if self.sheets:
            said.append(f"{counted(abs(self.sheets), 'sheet')} {'less' if self.sheets > 0 else 'more'}")
        if self.cuts:
            said.append(f"{counted(abs(self.cuts), 'cut')} {'fewer' if self.cuts > 0 else 'more'}")
        return ", ".join(said)


def gains_of(plans: Sequence[PaperPlan], ways: Sequence[Sequence[PaperNeed]]) -> tuple[Gain, ...]:
    """Return what each way gains that is worth it, the best first; a way is what of each paper is needed then."""
    found, known = [], {plan.need: plan for plan in plans}
    for number, needs in enumerate(ways):
        gain = _gain(number, known, needs)
        if gain.placed > 0 or (gain.placed == 0 and gain.sheets > 0):
            found.append(gain)
    return tuple(sorted(found, key=lambda gain: (-gain.placed, -gain.sheets, -gain.cuts, gain.way)))


def _gain(way: int, known: Mapping[PaperNeed, PaperPlan], needs: Sequence[PaperNeed]) -> Gain:
    """Set what changes against what it is instead of; papers that need the same are planned already."""
    plans = tuple(known.values())
    then = [known[need] for need in needs if need in known]
    anew = [need for need in needs if need not in known]
    *_, best = plan_page(anew, _SECONDS)
    then += best
    lacked, lack = (sum(len(plan.plan.unplaced) for plan in some) for some in (plans, then))
    return Gain(
        way,
        _sheets(plans) - _sheets(then),
        lacked - lack,
        _cuts(plans) - _cuts(then),
        lacked > 0 and lack == 0,
    )


def _sheets(plans: Sequence[PaperPlan]) -> int:
    return sum(plan.plan.new_sheets for plan in plans)


def _cuts(plans: Sequence[PaperPlan]) -> int:
    return sum(sheet.steps for sheet in table_sheets(plans, [None] * len(plans)))
