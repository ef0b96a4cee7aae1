"""Where the glue goes: on each layer of a thing, drawn as the area that is glued, and what it is glued with.

All of it is common practice, no source. Areas are on the page, as the thing lies, in grains; nothing decides a cut.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Final

import shapely
from shapely.geometry import Point
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from inkquilt.assembly.order import whole_of
from inkquilt.assembly.steps import Assembly, Step, StepKind
from inkquilt.assembly.terms import GlueWay
from inkquilt.assembly.things import Material, Part, Thing, overlap
from inkquilt.lengths import INCH, Grains

#: Glue stays so far inside an edge that it does not squeeze out; foam stays further in, so that it is not seen.
_RIM: Final[Grains] = INCH // 16
_FOAM_RIM: Final[Grains] = INCH // 8
#: An edge is left loose so far in from what is slipped under it.
_LOOSE: Final[Grains] = INCH // 8
#: Edges that lift are loose for this part of the shorter side; a body is the middle third.
_LIFTS: Final = 0.25
_BODY: Final = 1 / 3
#: Under this size one dot holds it; a dot is this wide.
_SMALL: Final[Grains] = 3 * INCH // 8
_DOT: Final[Grains] = INCH // 8
#: Heights this far apart beneath a piece want foam under the lower part, where that is a tenth of the piece at least.
_UNEVEN: Final[Grains] = INCH // 32
_WORTH: Final = 0.1
FOAM: Final[Grains] = INCH // 16


@dataclass(frozen=True, slots=True)
class Filler:
    """Foam that evens the height beneath a piece: where it goes, and how high."""

    where: BaseGeometry
    height: Grains


@dataclass(frozen=True, slots=True)
class Glue:
    """Where one thing is glued in a step: its layer, the way, the area, and what stays loose for what.

    ``with_what`` and ``caution`` are general words. ``loose`` names what is slipped in there later, ``fillers`` even
    out what lies beneath.
    """

    thing: str
    part: str
    way: GlueWay
    where: BaseGeometry
    with_what: str
    caution: str = ""
    loose: tuple[str, ...] = ()
    fillers: tuple[Filler, ...] = ()


WITH_WHAT: Final = {
    Material.PAPER: "double-sided tape or a glue runner; liquid glue thinly, or the paper waves",
    Material.PHOTO: "photo-safe tape or photo corners; no wet glue",
    Material.VELLUM: "tiny clear dots or vellum tape; other glue shows through",
    Material.CHIPBOARD: "strong liquid glue or strong tape; weigh it down",
    Material.WOOD: "strong liquid glue; weigh it down until it is dry",
    Material.FABRIC: "fabric glue, strong tape, or a few stitches",
    Material.METAL: "glue dots or strong liquid glue; what has prongs goes through the paper",
    Material.TWINE: "one dot of liquid glue, or the ends taped behind the page",
    Material.STICKER: "its own glue; try it out with the tack taken off on cloth first",
}
_FUMES: Final = "With sprays or solvents: fresh air, no flames, and follow the maker’s instructions."
_HOT: Final = "Hot glue burns: use tweezers, keep it out of children’s reach, and follow the maker’s instructions."
CAUTIONS: Final = {Material.WOOD: _HOT, Material.METAL: _HOT, Material.CHIPBOARD: _HOT, Material.FABRIC: _FUMES}


def usual_way(thing: Thing, part: Part) -> GlueWay:
    """Return how a layer is glued when nothing else is asked."""
    if thing.is_drawn:
        return GlueWay.NONE
    if thing.foam and part.key == thing.bottom.key:
        return GlueWay.FOAM
    if part.material is Material.VELLUM:
        return GlueWay.COVERED
    if part.material is Material.TWINE or (thing.is_dot and max(part.lying.width, part.lying.height) <= _SMALL):
        return GlueWay.DOT
    return GlueWay.BODY if thing.is_winged else GlueWay.ALL_OVER


def glue_of(assembly: Assembly, step: Step) -> tuple[Glue, ...]:
    """Return where the glue goes in a step; a thing's own layers where mats and photos are stuck together."""
    page = assembly.page
    if step.kind is StepKind.JOIN:
        thing = page.thing(step.things[0])
        return tuple(_joining(assembly, thing))
    if step.kind is StepKind.GROUP:
        feet = [page.thing(key) for key in step.things]
        return tuple(_glued(assembly, thing) for thing in feet if _lies_on_page(assembly, thing))
    if step.kind in (StepKind.STICK, StepKind.SLIP, StepKind.ONTO):
        return (_glued(assembly, page.thing(step.things[0])),)
    return ()


def _lies_on_page(assembly: Assembly, thing: Thing) -> bool:
    return f"onto {thing.key}" not in {step.key for step in assembly.steps}


def _joining(assembly: Assembly, thing: Thing) -> Iterator[Glue]:
    for part in thing.parts[1:]:
        if not part.is_empty:
            loose, names = _left_loose(assembly, thing, part)
            where = _rimmed(part.outline.difference(loose), _RIM)
            way = GlueWay.COVERED if part.material is Material.VELLUM else GlueWay.ALL_OVER
            yield Glue(thing.key, part.key, way, where, WITH_WHAT[part.material], "", names)


def _glued(assembly: Assembly, thing: Thing) -> Glue:
    part = thing.bottom
    way = assembly.terms.glue.get(thing.key) or usual_way(thing, part)
    loose, names = _left_loose(assembly, thing, part)
    where = _area(assembly, thing, way).intersection(part.outline).difference(loose)
    return Glue(
        thing.key, part.key, way, where, WITH_WHAT[part.material], CAUTIONS.get(part.material, ""), names,
        tuple(_fillers(assembly, thing)) if way is not GlueWay.NONE else (),
    )  # fmt: skip


def _area(assembly: Assembly, thing: Thing, way: GlueWay) -> BaseGeometry:
    outline = thing.outline
    shorter = min(thing.lying.width, thing.lying.height)
    match way:
        case GlueWay.ALL_OVER:
            return _rimmed(outline, _RIM)
        case GlueWay.FOAM:
            return _rimmed(outline, _FOAM_RIM)
        case GlueWay.MIDDLE:
            return _rimmed(outline, max(_RIM, round(shorter * _LIFTS)))
        case GlueWay.BODY:
            return outline.intersection(outline.centroid.buffer(shorter * _BODY / 2))
        case GlueWay.DOT:
            inside = outline.representative_point() if not outline.contains(outline.centroid) else outline.centroid
            return Point(inside).buffer(min(_DOT, shorter) / 2)
        case GlueWay.COVERED:
            return _covered(assembly, thing)
        case GlueWay.NONE:
            return shapely.Polygon()


def _rimmed(area: BaseGeometry, rim: Grains) -> BaseGeometry:
    """Return an area without its rim; a narrow one keeps a thin line of it."""
    inner = area.buffer(-rim, join_style="mitre")
    while inner.is_empty and rim > 1 and not area.is_empty:
        rim //= 2
        inner = area.buffer(-rim, join_style="mitre")
    return inner


def _covered(assembly: Assembly, thing: Thing) -> BaseGeometry:
    """Return what of a sheer thing other things hide; where nothing does, a dot in each corner of its box."""
    above = [
        whole_of(assembly.page.thing(lies.upper))
        for lies in assembly.lies
        if lies.lower == thing.key and assembly.page.thing(lies.upper).bottom.material is not Material.VELLUM
    ]
    own = [part.outline for part in thing.parts[1:] if part.material is not Material.VELLUM]
    hidden = thing.outline.intersection(unary_union([*above, *own])).buffer(-_FOAM_RIM, join_style="mitre")
    if not hidden.is_empty:
        return hidden
    corners = thing.outline.buffer(-_DOT, join_style="mitre").minimum_rotated_rectangle
    ring = list(getattr(corners, "exterior", thing.outline.exterior).coords)[:-1]
    return unary_union([Point(corner).buffer(_DOT / 4) for corner in ring[:4]])


def _left_loose(assembly: Assembly, thing: Thing, part: Part) -> tuple[BaseGeometry, tuple[str, ...]]:
    """Return what of a layer stays loose, because something is slipped under it later, and the names of that."""
    page = assembly.page
    found, names = [], []
    for lies in assembly.lies:
        if lies.upper != thing.key or not lies.slips:
            continue
        lower = page.thing(lies.lower)
        keys = [one.key for one in thing.parts]
        if part.key == (lower.under if lower.under in keys else keys[0]):
            found.append(whole_of(lower).buffer(_LOOSE))
            names.append(lower.name)
    height = {key: number for number, key in enumerate(page.layers)}
    for slot, outline in page.slots:
        if height[part.key] > height[slot] and overlap(part.outline, outline) is not None:
            found.append(outline.buffer(_LOOSE))
            names.append("a photo, later")
    return unary_union(found), tuple(dict.fromkeys(names))


def _fillers(assembly: Assembly, thing: Thing) -> Iterator[Filler]:
    """Yield foam for the lower parts beneath a piece that lies across heights."""
    heights = list(heights_beneath(assembly, thing))
    top = max((height for _, height in heights), default=0)
    for where, height in heights:
        if top - height >= _UNEVEN and where.area >= _WORTH * thing.outline.area:
            yield Filler(_rimmed(where, _FOAM_RIM), top - height)


def heights_beneath(assembly: Assembly, thing: Thing) -> Iterator[tuple[BaseGeometry, Grains]]:
    """Yield the parts of a thing's outline that lie equally high above the page, by what lies beneath them.

    What is slipped in beneath it counts; paper that bends over an edge is taken for as high as its own layers.
    """
    page = assembly.page
    lowers = [page.thing(lies.lower) for lies in assembly.lies if lies.upper == thing.key]
    parts: list[tuple[BaseGeometry, Grains]] = [(thing.outline, 0)]
    for lower in lowers:
        if lower.is_drawn:
            continue
        lift, shape, split = height_of(lower), whole_of(lower), []
        for where, height in parts:
            split.append((where.intersection(shape), height + lift))
            split.append((where.difference(shape), height))
        parts = [(where, height) for where, height in split if where.area > 1]
    merged: dict[Grains, list[BaseGeometry]] = {}
    for where, height in parts:
        merged.setdefault(height, []).append(where)
    yield from ((unary_union(shapes), height) for height, shapes in sorted(merged.items()))


def height_of(thing: Thing) -> Grains:
    """Return how high a thing stands: its layers, and foam where it is raised."""
    if thing.is_drawn:
        return 0
    layers = sum(part.thickness for part in thing.parts if not part.is_empty)
    return layers + (FOAM if thing.foam else 0)
