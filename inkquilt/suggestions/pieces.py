"""Changes to single embellishments: uncovered, settled, turned in, repeated, parted, taken out."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import Final

from shapely.geometry.base import BaseGeometry

from inkquilt.balance.links import are_twins
from inkquilt.balance.weight import chroma_of, lab_of
from inkquilt.clusters.compose import ClusterGround, turned_in
from inkquilt.clusters.spots import spots_of
from inkquilt.colour import Rgb, difference
from inkquilt.embellishments import Accent, Embellishment, EmbellishmentKind, Form, free_key
from inkquilt.layout import Layout
from inkquilt.lengths import INCH
from inkquilt.moving import goes_along, middle_of
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch.model import Block, Role
from inkquilt.suggestions.changes import (
    Asked,
    Trial,
    block_moved,
    breaks_rule,
    changed,
    clusters_of,
    is_free,
    left_out,
    piece_of,
    shifted,
    way_words,
)


def uncover(asked: Asked, ground: ClusterGround) -> Iterator[Trial]:
    """Move what covers something that matters away from it, a cluster together, or leave it out."""
    layout = asked.layout
    area = asked.observation.marks[0].centroid
    for key in asked.observation.keys:
        one = piece_of(layout, key)
        if one is None:
            block = next((b for b in layout.blocks if b.id == key), None)
            if block is not None:
                yield from _block_away(layout, block, area.x, area.y)
            continue
        for members in ([one], goes_along(layout.accents, one)):
            yield from _away_from(layout, members, area.x, area.y)
    yield left_out(layout, asked.observation.keys)


def _away_from(layout: Layout, members: Sequence[Accent], x: float, y: float) -> Iterator[Trial]:
    """Move pieces away from a point, straight first, then to either side of that."""
    name = members[0].what.name if len(members) == 1 else f"{members[0].what.name} with its cluster"
    middle_x, middle_y = middle_of(members)
    straight = math.atan2(middle_y - y, middle_x - x)
    for eighths in range(2, 40, 3):
        for turn in (0, 40, -40, 80, -80, 130, -130, 180):
            angle = straight + math.radians(turn)
            across, down = (eighths * INCH / 8 * part for part in (math.cos(angle), math.sin(angle)))
            moved = shifted(layout, members, across, down)
            if not breaks_rule(layout, after := changed(layout, moved)):
                yield Trial(f"move {name} {way_words(layout, across, down)}", after)


def _block_away(layout: Layout, block: Block, x: float, y: float) -> Iterator[Trial]:
    """Move a block away from a point in steps of the four ways, the nearest first."""
    away_x, away_y = block.x + block.width / 2 - x, block.y + block.height / 2 - y
    for eighths in range(1, 33, 2):
        step = eighths * INCH // 8
        ways = [(step, 0), (-step, 0), (0, step), (0, -step)]
        ways.sort(key=lambda way: -(way[0] * away_x + way[1] * away_y))
        for across, down in ways[:2]:
            yield block_moved(layout, block, across, down)


def thin_out(asked: Asked, ground: ClusterGround) -> Iterator[Trial]:
    """Take pieces out of a crowded corner: to the other clusters, the loose ones first, or off the page."""
    layout = asked.layout
    here = [one for one in layout.accents if one.key in asked.observation.keys]
    groups: dict[str, list[Accent]] = {}
    for one in here:
        groups.setdefault(one.group or one.key, []).append(one)
    for members in sorted(groups.values(), key=len):
        if len(groups) > 1:
            x, y = middle_of(members)
            for spot in spots_of(layout):
                moved = shifted(layout, members, spot.x - x, spot.y - y)
                if is_free(layout, moved, ground):
                    yield Trial(
                        f"move {members[0].what.name} {way_words(layout, spot.x - x, spot.y - y)}",
                        changed(layout, moved),
                    )
    order = (
        EmbellishmentKind.DOT, EmbellishmentKind.SPRIG, EmbellishmentKind.WORD, EmbellishmentKind.CORNER,
        EmbellishmentKind.MAIN, EmbellishmentKind.BASE,
    )  # fmt: skip
    loose = sorted(here, key=lambda one: (bool(one.group), order.index(one.what.kind), one.what.area))
    for count in range(1, len(loose) + 1):
        yield left_out(layout, [one.key for one in loose[:count]])


def settle(asked: Asked, ground: ClusterGround) -> Iterator[Trial]:
    """Let a floating piece rest: move it against what is nearest, lay a base under it, or leave it out."""
    layout = asked.layout
    for key in asked.observation.keys:
        one = piece_of(layout, key)
        if one is None:
            continue
        for holder in _holders(layout, one):
            near = holder.representative_point() if holder.contains(one.outline.centroid) else holder.boundary
            foot = near.interpolate(near.project(one.outline.centroid)) if near.geom_type != "Point" else near
            dx, dy = foot.x - one.x, foot.y - one.y
            for share in (0.75, 0.9, 1.0, 1.15):
                moved = shifted(layout, [one], dx * share, dy * share)
                after = changed(layout, moved)
                if not breaks_rule(layout, after):
                    yield Trial(
                        f"move {one.what.name} {way_words(layout, dx * share, dy * share)}, so that it rests", after
                    )
        bases = [w for w in asked.owned if w.kind is EmbellishmentKind.BASE and asked.left.get(w.key)]
        for base in sorted(bases, key=lambda what: what.area):
            if base.area > 1.1 * one.what.area:
                laid = Accent(free_key(layout.accents, "base"), base, one.x, one.y, group=one.group)
                kept = [other for other in layout.accents if other.key != key]
                yield Trial(f"lay {base.name} under {one.what.name}", replace(layout, accents=(*kept, laid, one)))
        yield left_out(layout, [key])


def _holders(layout: Layout, one: Accent) -> list[BaseGeometry]:
    """Return what a piece could rest on, the nearest first."""
    found = [outline_on_page(b) for b in layout.blocks if b.role in (Role.PHOTO, Role.MAT, Role.TAG)]
    found += [
        other.outline
        for other in layout.accents
        if other.key != one.key and other.what.kind is not EmbellishmentKind.DOT and not other.is_scattered
    ]
    return sorted(found, key=lambda outline: outline.distance(one.outline))[:4]


def face_in(asked: Asked, ground: ClusterGround) -> Iterator[Trial]:
    """Turn a piece to face in, move it to the side from which it does, take another, or leave it out."""
    layout = asked.layout
    for key in asked.observation.keys:
        one = piece_of(layout, key)
        if one is None:
            continue
        turns = range(0, 360, 15) if one.what.form is Form.ARROW else range(-30, 31, 15)
        natural = one.what.facing.degrees or 0
        wanted = math.degrees(math.atan2(ground.centre[1] - one.y, ground.centre[0] - one.x))
        for turn in sorted(turns, key=lambda turn: abs((natural + turn - wanted + 180) % 360 - 180)):
            turned = replace(one, turn=turn * 100 % 36_000)
            if not breaks_rule(layout, after := changed(layout, [turned])):
                yield Trial(f"turn {one.what.name} to face in", after)
        members = goes_along(layout.accents, one)
        for group in ([one], members) if len(members) > 1 else ([one],):
            x, y = middle_of(group)
            for to_x, to_y in _other_sides(layout, x, y):
                moved = shifted(layout, group, to_x - x, to_y - y)
                if is_free(layout, moved, ground):
                    yield Trial(f"move {one.what.name} {way_words(layout, to_x - x, to_y - y)}", changed(layout, moved))
        for what in asked.owned:
            if what.kind is one.what.kind and what.key != one.what.key and asked.left.get(what.key):
                facing = turned_in(what, one.x, one.y, ground.centre)
                if facing is not None:
                    other = replace(one, what=what, turn=facing)
                    yield Trial(f"take {what.name} in place of {one.what.name}", changed(layout, [other]))
        yield left_out(layout, [key])


def _other_sides(layout: Layout, x: float, y: float) -> Iterator[tuple[float, float]]:
    """Yield the mirrored places of a point, and the spots across the page from it."""
    width, height = layout.page.width, layout.page.height
    yield width - x, y
    yield x, height - y
    yield width - x, height - y
    for spot in sorted(spots_of(layout), key=lambda spot: -(abs(spot.x - x) + abs(spot.y - y))):
        yield spot.x, spot.y


def repeat(asked: Asked, ground: ClusterGround) -> Iterator[Trial]:
    """Bring a lonely colour back at two more places, take another piece in its place, or leave it out."""
    layout, keys = asked.layout, asked.observation.keys
    lonely = [one for key in keys if (one := piece_of(layout, key)) is not None]
    shades = [colour for one in lonely for colour in one.what.colours if chroma_of(colour) > 20]
    shades += [layout.papers[key].colours[0] for key in keys if key in layout.papers]
    alike = [
        what
        for what in asked.owned
        if asked.left.get(what.key) and any(_near(colour, other) for colour in what.colours for other in shades)
    ]
    small = sorted(alike, key=lambda what: (what.kind is not EmbellishmentKind.DOT, what.area))
    for what in small[:4]:
        for many in (2, 1):
            if asked.left[what.key] < many:
                continue
            added = _added_at_clusters(layout, what, many, lonely, ground)
            if len(added) == many:
                times = "twice" if many == 2 else "once"
                yield Trial(f"repeat the colour {times} with {what.name}", changed(layout, added))
    for one in lonely:
        for what in asked.owned:
            same = what.kind is one.what.kind and what.key != one.what.key and asked.left.get(what.key)
            if same and not any(_near(colour, other) for colour in what.colours for other in shades):
                turn = turned_in(what, one.x, one.y, ground.centre)
                swapped = replace(one, what=what, turn=turn or 0)
                if turn is not None and not breaks_rule(layout, after := changed(layout, [swapped])):
                    yield Trial(f"take {what.name} in place of {one.what.name}", after)
    if lonely:
        yield left_out(layout, [one.key for one in lonely])


def _near(one: Rgb, other: Rgb) -> bool:
    return difference(lab_of(one), lab_of(other)) < 13


def _added_at_clusters(
    layout: Layout, what: Embellishment, many: int, lonely: Sequence[Accent], ground: ClusterGround
) -> list[Accent]:
    """Return pieces added at the edge of other clusters, or at spots where there are none."""
    alone = {one.group for one in lonely}
    anchors = [middle_of(members) for group, members in clusters_of(layout).items() if group not in alone]
    anchors += [(spot.x, spot.y) for spot in spots_of(layout)]
    far = [(x, y) for x, y in anchors if all(math.hypot(x - one.x, y - one.y) > 2 * INCH for one in lonely)]
    added: list[Accent] = []
    for x, y in far:
        if len(added) == many:
            break
        if any(math.hypot(x - one.x, y - one.y) < 2 * INCH for one in added):
            continue
        for step in range(24):
            angle = math.radians(15 + 30 * step)
            reach = (0.6 + 0.35 * (step // 12)) * INCH
            one = Accent(
                free_key((*layout.accents, *added)), what,
                ground.near(x + reach * math.cos(angle)), ground.near(y + reach * math.sin(angle)),
                turned_in(what, x, y, ground.centre) or 0,
            )  # fmt: skip
            if ground.takes(one):
                added.append(one)
                break
    return added


#: How a twin is turned and moved: eighths across and down, and a turn.
_NUDGES: Final = ((0, 0, 2_500), (0, 0, 6_000), (2, 2, 1_500), (-2, 2, 3_500), (3, -2, 4_500), (-3, -3, 8_000))


def part_twins(asked: Asked, ground: ClusterGround) -> Iterator[Trial]:
    """Turn one of two twins, or nudge it out of line."""
    layout = asked.layout
    one = piece_of(layout, asked.observation.keys[0])
    if one is None:
        return
    others = [other for other in layout.accents if other.group == one.group and other.key != one.key]
    sisters = [other for other in others if other.what.key == one.what.key]
    for across, down, turn in _NUDGES:
        moved = replace(one, x=one.x + across * INCH // 8, y=one.y + down * INCH // 8, turn=(one.turn + turn) % 36_000)
        touches = any(moved.outline.intersects(other.outline) for other in others)
        if not touches and not any(are_twins(moved, sister) for sister in sisters):
            yield Trial(f"turn one {one.what.name}" + (" and nudge it" if across else ""), changed(layout, [moved]))
    yield left_out(layout, [one.key])


def fewer(asked: Asked, ground: ClusterGround) -> Iterator[Trial]:
    """Leave out pieces, the smallest first."""
    layout = asked.layout
    small = sorted((one for one in layout.accents if one.under is None), key=lambda one: one.what.area)
    for count in (1, 3, 6, 12):
        if len(small) >= count:
            yield left_out(layout, [one.key for one in small[:count]])


def move_one(asked: Asked, ground: ClusterGround) -> Iterator[Trial]:
    """Move one of the pieces, with what goes along, to another spot."""
    layout = asked.layout
    for key in asked.observation.keys:
        one = piece_of(layout, key)
        if one is None:
            continue
        members = goes_along(layout.accents, one)
        x, y = middle_of(members)
        for spot in spots_of(layout):
            moved = shifted(layout, members, spot.x - x, spot.y - y)
            if is_free(layout, moved, ground):
                yield Trial(f"move {one.what.name} {way_words(layout, spot.x - x, spot.y - y)}", changed(layout, moved))
