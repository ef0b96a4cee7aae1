"""Enough of what lies longest to make a page from: papers for the base and the rest, and something for a cluster.

A page wants a whole sheet to lie on, some patterned papers and a plain one between them, and of embellishments one of
each sort that a cluster is made of. Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from inkquilt.using_up.lists import longest_lying
from inkquilt.using_up.things import StashKind, StashThing

#: So many papers make a page; of them at least so many plain ones where there are any.
PAPERS: Final = 6
PLAIN: Final = 2
#: Of each sort of embellishment so many.
OF_A_SORT: Final = 2
_PLAIN_SORTS: Final = frozenset({"solid", "metallic"})


def for_a_page(things: Sequence[StashThing]) -> tuple[StashThing, ...]:
    """Return what a page could be made from, papers first, each what lies longest of its sort."""
    lying = longest_lying(things)
    papers = [thing for thing in lying if thing.kind is StashKind.PAPER]
    plain = [one for one in papers if one.sort in _PLAIN_SORTS]
    printed = [one for one in papers if one not in plain]
    chosen = [*printed[: PAPERS - min(PLAIN, len(plain))], *plain[:PLAIN]]
    chosen += [one for one in papers if one not in chosen][: PAPERS - len(chosen)]
    if chosen and not any(one.left for one in chosen):
        # Nothing of it could be the base: the oldest whole sheet comes instead of the youngest of these.
        whole = next((one for one in papers if one.left), None)
        if whole is not None:
            chosen = [whole, *sorted(chosen, key=papers.index)[: PAPERS - 1]]
    counts: dict[str, int] = {}
    for thing in (one for one in lying if one.kind is StashKind.EMBELLISHMENT):
        if counts.get(thing.sort, 0) < OF_A_SORT:
            counts[thing.sort] = counts.get(thing.sort, 0) + 1
            chosen.append(thing)
    return tuple(sorted(chosen, key=lambda one: (one.kind is not StashKind.PAPER, lying.index(one))))
