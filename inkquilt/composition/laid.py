"""The fit that lies on a page: where every piece is, and what is told of it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from inkquilt.fit.explain import gist_of
from inkquilt.fit.request import BlockChange, Clash, Fit, Kept, Rung, Status, Way
from inkquilt.sketch.model import Block

_NONE_KEPT: Final = Kept(0, ())


@dataclass(frozen=True, slots=True)
class LaidFit:
    """A fit as it is kept with a page; without ``blocks`` nothing fits.

    ``title`` and ``gist`` name it, ``note`` says in numbers how it went about it. ``given_up`` and ``aside`` are
    what a page too small for its design gave up, and the blocks it left out. ``seconds`` is how long it was solved.
    """

    way: Way
    status: Status
    title: str = ""
    gist: str = ""
    note: str = ""
    blocks: tuple[Block, ...] = ()
    changes: tuple[BlockChange, ...] = ()
    relations: Kept = _NONE_KEPT
    given_up: tuple[Rung, ...] = ()
    aside: tuple[str, ...] = ()
    clash: Clash | None = None
    seconds: float = 0.0


def laid_fit(result: Fit) -> LaidFit:
    """Return a fit as it is kept."""
    gist = gist_of(result)
    return LaidFit(
        way=result.way,
        status=result.status,
        title=gist.title,
        gist=gist.words,
        note=result.note,
        blocks=result.blocks,
        changes=result.changes,
        relations=result.relations,
        given_up=result.rungs,
        aside=tuple(sorted(result.aside)),
        clash=result.clash,
        seconds=round(result.seconds, 3),
    )
