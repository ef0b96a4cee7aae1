"""A change that is tried: what it is tried on, the page as it would be, and the rules it may not break."""

from __future__ import annotations

import math
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, field, replace

from shapely import affinity

from inkquilt.balance.kinds import ObservationKind
from inkquilt.balance.schools import BalanceSchool
from inkquilt.balance.second_look import Observation
from inkquilt.clusters.compose import ClusterGround, ground_of
from inkquilt.colour import Rgb
from inkquilt.embellishments import Accent, Embellishment, on_step
from inkquilt.layout import Layout
from inkquilt.lengths import INCH, Grains, with_unit
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch.model import Block
from inkquilt.sketch.relations import stack_roots


@dataclass(frozen=True, slots=True)
class Trial:
    """A change in plain words, and the page as it would be.

    ``moved`` are blocks with their new places, to be fitted by the engine; ``swapped`` two papers by their letters.
    ``noticed`` is what is seen then.
    """

    words: str
    layout: Layout
    moved: tuple[tuple[str, Grains, Grains], ...] = ()
    swapped: tuple[str, str] | None = None
    noticed: tuple[Observation, ...] = ()


@dataclass(frozen=True, slots=True)
class Asked:
    """What is tried on: a page, what was noticed, what is owned and left, colours of plain papers, and who looks.

    With ``blocks_stay`` only embellishments and papers change: the engine found no page round a block moved. Nothing
    goes further than ``within``, in grains.
    """

    layout: Layout
    observation: Observation
    owned: Sequence[Embellishment] = ()
    left: Mapping[str, int] = field(default_factory=dict)
    plain: Sequence[Rgb] = ()
    school: BalanceSchool = BalanceSchool.TRIANGLE
    switched_off: frozenset[ObservationKind] = frozenset()
    blocks_stay: bool = False
    within: float = math.inf


def goes_far(before: Layout, after: Layout) -> float:
    """Return how far the piece goes that goes furthest, in grains; what comes and what goes altogether is none."""
    were = {one.key: (one.x, one.y) for one in before.accents}
    were |= {block.id: (block.x, block.y) for block in before.blocks}
    now = [(one.key, one.x, one.y) for one in after.accents] + [(block.id, block.x, block.y) for block in after.blocks]
    return max((math.hypot(x - were[key][0], y - were[key][1]) for key, x, y in now if key in were), default=0.0)


def breaks_rule(before: Layout, after: Layout) -> bool:
    """Tell whether a change breaks a hard rule for a piece it moved or added.

    Every piece stays on the page (of a scattered one its middle), over nothing that matters, no letters and no words.
    """
    known = set(before.accents)
    ground, page = ground_of(after), after.whole
    for one in after.accents:
        if one in known or one.under is not None:
            continue
        on = page.buffer(1)
        if not (on.covers(one.outline) or (one.is_scattered and on.covers(one.outline.centroid))):
            return True
        if ground.kept.intersects(one.outline):
            return True
    places = {block.id: (block.x, block.y) for block in before.blocks}
    return any(
        places.get(block.id) != (block.x, block.y) and not page.buffer(1).covers(outline_on_page(block))
        for block in after.blocks
    )


def changed(layout: Layout, changed: Sequence[Accent], gone: frozenset[str] = frozenset()) -> Layout:
    """Return a page with accents changed by key, others added, and some gone."""
    by_key = {one.key: one for one in changed}
    kept = [by_key.pop(one.key, one) for one in layout.accents if one.key not in gone]
    return replace(layout, accents=(*kept, *by_key.values()))


def piece_of(layout: Layout, key: str) -> Accent | None:
    """Return an embellishment by its key."""
    return next((one for one in layout.accents if one.key == key), None)


def shifted(layout: Layout, members: Sequence[Accent], across: float, down: float) -> list[Accent]:
    """Return pieces moved together, by whole steps that a ruler finds."""
    dx, dy = (on_step(way, layout.page.unit) for way in (across, down))
    return [one.moved(one.x + dx, one.y + dy) for one in members]


def is_free(layout: Layout, members: Sequence[Accent], ground: ClusterGround) -> bool:
    """Tell whether pieces can lie where they are: allowed there, and over no other accent."""
    keys = {one.key for one in members}
    others = [one.outline for one in layout.accents if one.key not in keys]
    return all(ground.takes(one) and not any(one.outline.intersects(other) for other in others) for one in members)


def way_words(layout: Layout, across: float, down: float) -> str:
    """Say how far something goes."""
    unit = layout.page.unit
    step = INCH // 8
    parts = []
    for amount, more, less in ((across, "right", "left"), (down, "down", "up")):
        rounded = round(abs(amount) / step) * step
        if rounded:
            parts.append(f"{with_unit(rounded, unit)} {more if amount > 0 else less}")
    return " and ".join(parts) or "a little"


def left_out(layout: Layout, keys: Sequence[str]) -> Trial:
    """Return a page without some of its embellishments."""
    names = " and ".join(dict.fromkeys(one.what.name for one in layout.accents if one.key in keys))
    return Trial(f"leave out {names}", changed(layout, (), frozenset(keys)))


def clusters_of(layout: Layout) -> dict[str, list[Accent]]:
    """Return what goes together, by group; pieces without one go alone."""
    found: dict[str, list[Accent]] = {}
    for one in layout.accents:
        if not one.is_scattered and one.under is None:
            found.setdefault(one.group or one.key, []).append(one)
    return found


def blocks_moved(layout: Layout, names: Collection[str], across: Grains, down: Grains) -> Layout:
    """Return a page with blocks moved, and what matters in their photos and the letters of their titles along."""
    photos = {name: photo.moved(across, down) for name, photo in layout.photos.items() if name in names}
    titles = {
        name: replace(title, letters=tuple((c, affinity.translate(o, across, down)) for c, o in title.letters))
        for name, title in layout.titles.items()
        if name in names
    }
    return replace(
        layout,
        blocks=tuple(replace(b, x=b.x + across, y=b.y + down) if b.id in names else b for b in layout.blocks),
        photos={**layout.photos, **photos},
        titles={**layout.titles, **titles},
    )


def block_moved(layout: Layout, block: Block, across: Grains, down: Grains) -> Trial:
    """Return a page with a block moved, its mats along with it."""
    roots = stack_roots(layout.blocks)
    stack = {name for name, root in roots.items() if root == roots[block.id]}
    words = f"move {block.name} {way_words(layout, across, down)}"
    return Trial(words, blocks_moved(layout, stack, across, down), ((block.id, block.x + across, block.y + down),))
