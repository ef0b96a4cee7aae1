"""Too much for the page: what could be merged, split, dropped or left to a card, each tried, with what it gains.

Nothing of this is ever done by itself.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Final

from inkquilt.fit.explain import size_text_of
from inkquilt.fit.request import Fit, FitRequest, Way
from inkquilt.fit.solve import fit
from inkquilt.sketch.model import Block, Role, Sketch
from inkquilt.sketch.rework import Rework, mergeable, reworked, splittable

#: Each is fitted, which takes its time.
MOST_TRIED: Final = 10
MOST_SHOWN: Final = 6


@dataclass(frozen=True, slots=True)
class SlotProposal:
    """One thing that could be done: how, to which blocks, in words, what it gains, and the page it would give."""

    rework: Rework
    blocks: tuple[str, ...]
    words: str
    gain: str
    fit: Fit


def proposals(request: FitRequest, way: Way) -> list[SlotProposal]:
    """Return what would give the photos that stay more room, the most useful first."""
    now = fit(request, way)
    found = []
    for rework, blocks, words in list(_candidates(request.sketch))[:MOST_TRIED]:
        changed = replace(request, sketch=reworked(request.sketch, rework, blocks))
        if not changed.sketch.blocks:
            continue
        result = fit(changed, way)
        gain = _gain(request, now, result, rework)
        if result.found and gain:
            found.append(SlotProposal(rework, blocks, words, gain, result))
    return sorted(found, key=_usefulness)[:MOST_SHOWN]


def _usefulness(proposal: SlotProposal) -> tuple[bool, int]:
    return proposal.rework is Rework.SPLIT, -sum(_area(photo) for photo in _photos(proposal.fit).values())


def _candidates(sketch: Sketch) -> Iterator[tuple[Rework, tuple[str, ...], str]]:
    photos = sorted((b for b in sketch.blocks if b.role is Role.PHOTO), key=_area)
    for first, second in mergeable(sketch):
        yield (
            Rework.MERGE,
            (first, second),
            f"one large photo instead of {sketch.block(first).name} and {sketch.block(second).name}",
        )
    for block in sketch.blocks:
        if block.role is Role.JOURNALING:
            yield Rework.CARD, (block.id,), f"{block.name} on a card in a pocket or on the next page"
    if len(photos) > 1:
        for photo in photos[:2]:
            yield Rework.DROP, (photo.id,), f"without {photo.name}"
    for name in sorted(splittable(sketch), key=lambda name: -_area(sketch.block(name)))[:1]:
        yield Rework.SPLIT, (name,), f"two small photos in the place of {sketch.block(name).name}"


def _area(block: Block) -> int:
    return block.width * block.height


def _gain(request: FitRequest, now: Fit, then: Fit, rework: Rework) -> str:
    if not then.found:
        return ""
    if not now.found:
        return "then the page can be made"
    before, after = _photos(now), _photos(then)
    if rework is Rework.SPLIT:
        return f"{len(after)} photos instead of {len(before)}"
    larger = [name for name in after if name in before and _area(after[name]) > _area(before[name])]
    if not larger:
        return ""
    one = max(larger, key=lambda name: _area(after[name]) - _area(before[name]))
    unit = request.page.unit
    words = f"{after[one].name} {size_text_of(after[one].size, unit)} instead of {size_text_of(before[one].size, unit)}"
    more = len(larger) - 1
    return words + (f", and {more} more larger" if more else "")


def _photos(result: Fit) -> dict[str, Block]:
    return {block.id: block for block in result.blocks if block.role is Role.PHOTO}
