"""Changes to the page as a whole: its weight, its papers, what lies under its title."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace
from itertools import islice
from typing import Final

from shapely.ops import unary_union

from inkquilt.balance.second_look import Figures
from inkquilt.balance.weight import Weighed
from inkquilt.clusters.compose import ClusterGround, ground_of, turned_in
from inkquilt.clusters.spots import spots_of
from inkquilt.embellishments import Accent, EmbellishmentKind, free_group, free_key
from inkquilt.layout import Layout
from inkquilt.lengths import INCH, Grains
from inkquilt.moving import middle_of
from inkquilt.paper.kinds import PaperKind
from inkquilt.paper.pieces import paper_of
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch.model import Block, Role, Size
from inkquilt.suggestions.changes import (
    Asked,
    Trial,
    block_moved,
    blocks_moved,
    breaks_rule,
    changed,
    clusters_of,
    goes_far,
    is_free,
    left_out,
    shifted,
    way_words,
)
from inkquilt.suggestions.underlays import pieces_under, standing_out, underlay_words
from inkquilt.words.readable import Underlay, UnderlayKind

#: What is laid under a title stands out by this, and is cut in whole eighths of an inch.
_BEYOND: Final[Grains] = INCH // 4
_STEP: Final[Grains] = INCH // 8


def underlay(asked: Asked, ground: ClusterGround) -> Iterator[Trial]:
    """Lay a plain strip or label under a title, of the paper that its letters stand out from."""
    layout, unit = asked.layout, asked.layout.page.unit
    for key in asked.observation.keys:
        title = layout.titles[key]
        around = unary_union([outline for _, outline in title.letters]).bounds
        left, top, right, bottom = (round(bound) for bound in around)
        wide, high = (-(-side // _STEP) * _STEP for side in (right - left + 2 * _BEYOND, bottom - top + _BEYOND))
        wide, high = min(wide, layout.page.width), min(high, layout.page.height)
        plain = [seen.colours[0] for seen in layout.papers.values() if seen.kind is PaperKind.SOLID]
        for colour in standing_out(title.ink, (*asked.plain, *plain))[:3]:
            for kind, more in ((UnderlayKind.STRIP, 0), (UnderlayKind.LABEL, _BEYOND)):
                size = Size(wide, min(layout.page.height, high + more))
                x, y = (left + right - size.width) // 2, (top + bottom - size.height) // 2
                under = Underlay(kind, x, y, size)
                laid = pieces_under(under, key, 0, colour, layout.accents, layout.page)
                if laid:
                    yield Trial(f"lay {underlay_words(under, unit)} under the title", changed(layout, laid))


#: A page is put right by no more changes at once.
_MOST_STEPS: Final = 4
#: So many single changes are looked at closely.
_MOST_RANKED: Final = 6


def rebalance(asked: Asked, ground: ClusterGround) -> Iterator[Trial]:
    """Bring the weight where it is wanted: by one change, or by the best one after the other."""
    steps = _one_step(asked, ground, asked.layout)
    yield from steps
    trial = steps[0] if steps else None
    for _ in range(_MOST_STEPS - 1):
        if trial is None:
            return
        further = _one_step(asked, ground_of(trial.layout), trial.layout)
        trial = _after(trial, further[0]) if further else None
        if trial is not None:
            yield trial


def _after(first: Trial, then: Trial) -> Trial:
    """Return two changes as one; neither swaps papers."""
    moved = {name: (x, y) for name, x, y in (*first.moved, *then.moved)}
    return Trial(f"{first.words}, and {then.words}", then.layout, tuple((n, *place) for n, place in moved.items()))


def _one_step(asked: Asked, ground: ClusterGround, layout: Layout) -> list[Trial]:
    """Return single changes that bring the weight nearer to where it is wanted, the best first."""
    clusters = clusters_of(layout)
    # Weight lies well a little below the middle.
    wanted_down = 0.05

    weighed = Figures(layout).weighed
    tried: list[Trial] = []
    for members in clusters.values():
        tried += _moved_elsewhere(layout, members, ground)
        tried.append(left_out(layout, [one.key for one in members]))
    tried += _swaps(layout, clusters, ground)
    tried += _photos_moved(layout)
    tried += _weights_added(asked, ground, layout)

    def off(after: Layout) -> float:
        across, down = _guessed(weighed, layout, after)
        return abs(across) + abs(down - wanted_down)

    before = off(layout)
    near = (trial for trial in tried if goes_far(asked.layout, trial.layout) <= asked.within)
    better = sorted((trial for trial in near if off(trial.layout) < before), key=lambda trial: off(trial.layout))
    return list(islice((trial for trial in better if not breaks_rule(layout, trial.layout)), _MOST_RANKED))


def _guessed(weighed: Sequence[Weighed], before: Layout, after: Layout) -> tuple[float, float]:
    """Return where the weight would lie if every piece kept its own: near enough to rank changes by, and quick."""
    old = {one.key: (one.x, one.y) for one in before.accents}
    old |= {block.id: (block.x, block.y) for block in before.blocks}
    new = {one.key: (one.x, one.y) for one in after.accents} | {b.id: (b.x, b.y) for b in after.blocks}
    total = across = down = 0.0
    for one in weighed:
        key = one.seen.key
        if key in old and key not in new:
            continue
        dx, dy = (new[key][axis] - old[key][axis] for axis in (0, 1)) if key in old else (0, 0)
        total, across, down = total + one.weight, across + one.weight * (one.x + dx), down + one.weight * (one.y + dy)
    for accent in after.accents:
        if accent.key not in old:
            weight = accent.what.area / INCH**2
            total, across, down = total + weight, across + weight * accent.x, down + weight * accent.y
    if not total:
        return 0.0, 0.0
    return 2 * across / total / after.page.width - 1, 2 * down / total / after.page.height - 1


def _moved_elsewhere(layout: Layout, members: list[Accent], ground: ClusterGround) -> Iterator[Trial]:
    """Move a cluster to the other side of the page, or to a spot for clusters."""
    x, y = middle_of(members)
    width, height = layout.page.width, layout.page.height
    spots = [spot.away(further * INCH) for spot in spots_of(layout) for further in (0.0, 0.6)]
    for to_x, to_y in ((x, height - y), (width - x, y), (width - x, height - y), *spots):
        moved = shifted(layout, members, to_x - x, to_y - y)
        if is_free(layout, moved, ground):
            along = " with its cluster" if len(members) > 1 else ""
            yield Trial(
                f"move {members[0].what.name}{along} {way_words(layout, to_x - x, to_y - y)}", changed(layout, moved)
            )


def _photos_moved(layout: Layout) -> Iterator[Trial]:
    """Move all photos with their mats and the clusters on them up or down, with the title too or past nothing."""
    photos = [block for block in layout.blocks if block.role in (Role.PHOTO, Role.MAT)]
    written = [block for block in layout.blocks if block.role is Role.TITLE]
    if not photos:
        return
    for stack in (photos, photos + written) if written else (photos,):
        kept = [b for b in layout.blocks if b.role in _STANDS and b not in stack]
        top, foot = min(b.y for b in stack), max(b.y + b.height for b in stack)
        above = [b.y + b.height for b in kept if b.y + b.height <= top] + [layout.page.clear.top]
        below = [b.y for b in kept if b.y >= foot] + [layout.page.height - layout.page.clear.bottom]
        room_up, room_down = max(0, top - max(above)), max(0, min(below) - foot)
        for down in (room_down, room_down // 2, -room_up, -room_up // 2):
            step = down // _STEP * _STEP
            if step:
                yield _stack_moved(layout, stack, step)


#: What photos are not moved past.
_STANDS: Final = frozenset({Role.TITLE, Role.JOURNALING, Role.TAG})


def _stack_moved(layout: Layout, stack: list[Block], down: Grains) -> Trial:
    names = {block.id for block in stack}
    around = unary_union([outline_on_page(block) for block in stack])
    along = {
        one.key
        for members in clusters_of(layout).values()
        if any(one.outline.intersects(around) for one in members)
        for one in members
    }
    accents = tuple(replace(one, y=one.y + down) if one.key in along else one for one in layout.accents)
    after = replace(blocks_moved(layout, names, 0, down), accents=accents)
    moved = tuple((block.id, block.x, block.y + down) for block in stack if block.role is not Role.MAT)
    what = "the photos and the title" if any(block.role is Role.TITLE for block in stack) else "the photos"
    return Trial(f"move {what} {way_words(layout, 0, down)}", after, moved)


def _swaps(layout: Layout, clusters: Mapping[str, list[Accent]], ground: ClusterGround) -> Iterator[Trial]:
    groups = list(clusters.values())
    for number, one in enumerate(groups):
        for other in groups[number + 1 :]:
            (x1, y1), (x2, y2) = middle_of(one), middle_of(other)
            moved = [*shifted(layout, one, x2 - x1, y2 - y1), *shifted(layout, other, x1 - x2, y1 - y2)]
            if is_free(layout, moved, ground):
                yield Trial(f"swap the clusters of {one[0].what.name} and {other[0].what.name}", changed(layout, moved))


def _weights_added(asked: Asked, ground: ClusterGround, layout: Layout) -> Iterator[Trial]:
    """Add an owned main piece low on the page."""
    mains = [one for one in asked.owned if one.kind is EmbellishmentKind.MAIN and asked.left.get(one.key)]
    low = sorted((spot for spot in spots_of(layout) if spot.y > layout.page.height / 2), key=lambda spot: -spot.y)
    for what in sorted(mains, key=lambda one: -one.area)[:3]:
        for spot in low:
            turn = turned_in(what, spot.x, spot.y, ground.centre)
            if turn is None:
                continue
            one = Accent(
                free_key(layout.accents), what, ground.near(spot.x), ground.near(spot.y), turn,
                group=free_group(layout.accents),
            )  # fmt: skip
            if is_free(layout, [one], ground):
                yield Trial(f"add {what.name} {spot.words}", changed(layout, [one]))


def swap_papers(asked: Asked, ground: ClusterGround) -> Iterator[Trial]:
    """Swap one of two papers that blur with another paper of the page."""
    layout = asked.layout
    letters = {block.id: paper_of(block) for block in layout.blocks}
    looks = {letters[key]: seen for key, seen in layout.papers.items()}
    for key in asked.observation.keys:
        for other in sorted(looks, key=lambda letter: (looks[letter].kind is not PaperKind.SOLID, letter)):
            mine = letters.get(key)
            if mine is None or other == mine:
                continue
            swapped = {mine: looks[other], other: looks[mine]}
            papers = {block: swapped.get(letters[block], seen) for block, seen in layout.papers.items()}
            yield Trial(f"swap paper {mine} and paper {other}", replace(layout, papers=papers), swapped=(mine, other))


def nearer(asked: Asked, ground: ClusterGround) -> Iterator[Trial]:
    """Move a title toward the photos."""
    layout = asked.layout
    for key in asked.observation.keys:
        block = next((b for b in layout.blocks if b.id == key), None)
        if block is None:
            continue
        dx = ground.centre[0] - (block.x + block.width / 2)
        dy = ground.centre[1] - (block.y + block.height / 2)
        for share in (0.2, 0.3, 0.4, 0.5):
            across, down = (round(side * share / _STEP) * _STEP for side in (dx, dy))
            yield block_moved(layout, block, across, 0)
            yield block_moved(layout, block, 0, down)
            yield block_moved(layout, block, across, down)
