"""Cuts inside a piece and from corner to corner, carried out on Shapely polygons from what the hand is told.

Only the told words count: which edge lies at the fence, what is set, where a cut starts
and stops. A piece lies at the trimmer with that edge on the left; marks along the blade
are counted from its far edge.
"""

from shapely import affinity
from shapely.geometry import LineString, Polygon, box
from shapely.ops import polygonize, unary_union

#: How a piece is turned, in degrees clockwise as it is drawn, so that this edge comes to lie on the left.
TURNS = {"left": 0, "top": 270, "right": 180, "bottom": 90}


def turned(shape, degrees):
    """Turn a shape clockwise (y downward) and lay its box at the origin again; quarter turns stay whole numbers."""
    for _ in range(degrees // 90):
        left, top, right, bottom = shape.bounds
        shape = affinity.affine_transform(shape, [0, -1, 1, 0, bottom, -left])
        assert shape.bounds[:2] == (0, 0), (left, top, right, bottom)
    return shape


def told_line(how):
    """Return the line of one told cut on the piece as it is drawn."""
    wide, high = how.size.width, how.size.height
    if how.slant is not None:
        return LineString([(0, 0), (wide, high)] if how.slant.value == "falling" else [(0, high), (wide, 0)])
    degrees = TURNS[how.fence.value]
    lying = turned(box(0, 0, wide, high), degrees)
    start, stop = (how.inside.start, how.inside.stop) if how.inside else (0, lying.bounds[3])
    line = LineString([(how.setting, start), (how.setting, stop)])
    back = (360 - degrees) % 360
    both = unary_union([lying.exterior, line])  # turned together, so that the line stays where it is on the piece
    whole = turned(both, back)
    return whole.difference(box(0, 0, wide, high).exterior) if back else line


def pieces_after(size, steps):
    """Return the polygons that told cuts make of a piece of that size."""
    outline = box(0, 0, size.width, size.height)
    lines = [told_line(step.instruction) for step in steps]
    return list(polygonize(unary_union([outline.exterior, *lines])))


def with_holes(size, insets):
    """Return a piece of that size with rectangles taken out of it."""
    holes = [box(one.x, one.y, one.right, one.bottom) for one in insets]
    return box(0, 0, size.width, size.height).difference(unary_union(holes))


def same_by_turning(one, other):
    """Tell whether a shape is the other one turned by quarters, not turned over."""
    for degrees in (0, 90, 180, 270):
        lying = turned(at_origin(one), degrees)
        if lying.equals(at_origin(other)):
            return True
    return False


def at_origin(shape):
    """Lay its box at the origin."""
    left, top, *_ = shape.bounds
    return affinity.translate(shape, -left, -top)


def triangle(width, height, corner):
    """Return a right triangle in its box."""
    corners = {"top-left": (0, 0), "top-right": (width, 0), "bottom-right": (width, height), "bottom-left": (0, height)}
    names = list(corners)
    place = names.index(corner)
    return Polygon([corners[names[place]], corners[names[place - 1]], corners[names[(place + 1) % 4]]])
