"""Reading a sketch out of an SVG file.

Rectangles, circles, ellipses, polygons, lines of any path and what groups and
transforms make of them become blocks; roles come from ``data-role``, from ids or
layer labels that begin with a role's word, else they are proposed. A file that
Ink Quilt wrote reads back equal.

The file is taken for hostile: no entities, nothing from outside, no scripts, no
copies by reference, bounded in size, count and depth.
"""

from __future__ import annotations

import io
import math
import re
from collections.abc import Iterator
from dataclasses import dataclass, replace
from fractions import Fraction
from itertools import islice
from typing import Any, Final
from xml.etree.ElementTree import Element, tostring

import svgelements
from defusedxml import ElementTree as SafeTree
from defusedxml.common import DefusedXmlException
from shapely.geometry import LineString, Polygon

from inkquilt.errors import BadInput, Fault
from inkquilt.exact_json import read_exact
from inkquilt.lengths import INCH, Grains, Unit
from inkquilt.page import LARGEST_SIDE, SMALLEST_SIDE
from inkquilt.sketch.draft import Draft, FoundShape, drafted
from inkquilt.sketch.model import MOST_BLOCKS, POLYGON_PARTS, Block, Corner, Part, Role, Shape, Size
from inkquilt.sketch.reading import read_sketch
from inkquilt_io.svg import SKETCH_ATTRIBUTE

MOST_BYTES: Final = 4 * 1024 * 1024
MOST_ELEMENTS: Final = 20_000
DEEPEST: Final = 60
#: So many numbers in all outlines together: what a person draws has some thousands.
MOST_NUMBERS: Final = 60_000
#: A name, class or style is never longer.
_LONGEST_WORDS: Final = 20_000
#: Pixels of an inch in SVG (CSS Values and Units Level 3, 5.2).
PIXELS_PER_INCH: Final = 96
#: A drawing without units of length is taken to be this long on its longer side.
USUAL_SIDE: Final[Grains] = 12 * INCH
#: Shapes smaller than this part of the page are marks, not pieces.
_LEAST_PART: Final = 0.004
_DROPPED: Final = ("script", "foreignObject", "image", "use", "style", "animate", "set", "iframe", "defs", "symbol")
_ROLE_WORDS: Final = {
    **{role.value: role for role in Role},
    "background": Role.BASE,
    "paper": Role.PAPER,
    "picture": Role.PHOTO,
    "journal": Role.JOURNALING,
    "story": Role.JOURNALING,
    "embellishment": Role.CLUSTER,
    "label": Role.TAG,
    "band": Role.PAPER,
}


class SvgFaults(BadInput):
    """A drawing file that cannot be read."""

    code = "svg-faults"


@dataclass(frozen=True, slots=True)
class ReadDrawing:
    """A drawing that was read: the sketch, which roles are guesses, and what should be said about it."""

    draft: Draft
    remarks: tuple[Fault, ...]


def read_svg(content: bytes, name: str) -> ReadDrawing:
    """Read a sketch from an SVG file; ``name`` is used where the file has no title.

    Raises ``SvgFaults`` that say what was wrong.
    """
    root = _safe_root(content)
    written = root.get(SKETCH_ATTRIBUTE)
    if written is not None:
        kept = _as_written(root, written)
        if kept is not None:
            return kept
    remarks: list[Fault] = []
    _refuse_no_numbers(root)
    _drop_unsafe(root, remarks)
    page, scale = _page_of(root, remarks)
    title = next((e.text for e in root.iter() if _tag(e) == "title" and e.text), None)
    shapes = list(islice(_shapes(root, page, scale, remarks), MOST_BLOCKS + 1))
    if not shapes:
        raise _refuse("nothing-drawn", "There is no rectangle, circle, polygon or path in this drawing.")
    if len(shapes) > MOST_BLOCKS:
        words = f"The drawing has more than {MOST_BLOCKS} shapes, the most a sketch has."
        raise _refuse("too-many-shapes", f"{words} Simplify it, or leave the small marks out.")
    unit = Unit.MM if (root.get("width") or "").strip().endswith(("mm", "cm")) else Unit.IN
    draft = drafted((title or name).strip()[:120] or "Drawing", unit, page, shapes)
    return ReadDrawing(draft, tuple(remarks))


def _refuse(code: str, words: str) -> SvgFaults:
    return SvgFaults([Fault(None, code, words)])


# -- safety --------------------------------------------------------------------------


def _safe_root(content: bytes) -> Element:
    if len(content) > MOST_BYTES:
        raise _refuse("too-large", "This drawing is larger than 4 MB; a sketch is far smaller.")
    count = depth = numbers = 0
    try:
        for event, element in SafeTree.iterparse(io.BytesIO(content), events=("start", "end"), forbid_dtd=True):
            depth += 1 if event == "start" else -1
            count += event == "start"
            if count > MOST_ELEMENTS:
                raise _refuse("too-many-elements", f"This drawing has more than {MOST_ELEMENTS} elements.")
            if depth > DEEPEST:
                raise _refuse("too-deep", f"The groups of this drawing lie more than {DEEPEST} deep in each other.")
            if event == "start":
                numbers += _numbers_of(element)
            if numbers > MOST_NUMBERS:
                words = f"The outlines of this drawing have more than {MOST_NUMBERS} numbers."
                raise _refuse("too-many-numbers", f"{words} Simplify its paths, then save it again.")
        root: Element = SafeTree.fromstring(content, forbid_dtd=True)
    except DefusedXmlException as error:
        words = "This drawing defines entities or points to other files, which a sketch does not need."
        raise _refuse("unsafe", f"{words} Save it as plain SVG.") from error
    except (SyntaxError, ValueError) as error:
        raise _refuse("not-svg", f"This is no readable SVG: {str(error)[:120]}.") from error
    if _tag(root) != "svg":
        raise _refuse("not-svg", f"This is no SVG: it begins with “{_tag(root)[:40]}”.")
    return root


def _numbers_of(element: Element) -> int:
    """Return how many numbers place an element. Raises for words of no end."""
    found = 0
    for name, value in element.attrib.items():
        if name in _NUMBERS:
            found += len(_NUMBER.findall(value))
        elif len(value) > _LONGEST_WORDS and name != SKETCH_ATTRIBUTE:
            what = name.rsplit("}", 1)[-1][:40]
            raise _refuse("too-long", f"The {what} of a shape in this drawing is longer than a sketch needs.")
    return found


def _tag(element: Element) -> str:
    return str(element.tag).rsplit("}", 1)[-1]


_NUMBERS: Final = ("x", "y", "width", "height", "cx", "cy", "r", "rx", "ry", "points", "d", "transform", "viewBox")
#: Each number of an outline, however it is joined to the next; letters are commands, which cost as much.
_NUMBER: Final = re.compile(r"[a-df-zA-DF-Z]|[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?")
_NO_NUMBER: Final = re.compile(r"(?i)(?<![a-z])(nan|[+-]?inf(inity)?)(?![a-z])")


def _refuse_no_numbers(root: Element) -> None:
    """Raise for an element that is placed by something that is no number."""
    for element in root.iter():
        for name in _NUMBERS:
            if _NO_NUMBER.search(element.get(name) or ""):
                what = element.get("id") or _tag(element)
                raise _refuse("no-number", f"“{what[:60]}” in this drawing has a {name} that is no number.")


def _drop_unsafe(root: Element, remarks: list[Fault]) -> None:
    """Take out what is never followed: scripts, pictures, copies by reference."""
    dropped: set[str] = set()
    for parent in list(root.iter()):
        for child in list(parent):
            if _tag(child) in _DROPPED:
                dropped.add(_tag(child))
                parent.remove(child)
        for key in [key for key in parent.attrib if key.lower().rsplit("}", 1)[-1].startswith("on")]:
            del parent.attrib[key]
    told = sorted(dropped - {"style", "defs"})
    if told:
        remarks.append(Fault(None, "left-out", f"Left out of the drawing: {', '.join(told)}."))


# -- the page ------------------------------------------------------------------------


def _page_of(root: Element, remarks: list[Fault]) -> tuple[Size, float]:
    """Return the page in grains, and grains per pixel of the drawing."""
    width, height = root.get("width") or "", root.get("height") or ""
    has_units = bool(re.search(r"(in|mm|cm|pt|pc)\s*$", width)) and bool(re.search(r"(in|mm|cm|pt|pc)\s*$", height))
    try:
        across, down = _pixels(root, width, 2), _pixels(root, height, 3)
    except ValueError as error:
        words = "The drawing does not say how large it is: it needs width and height, or a viewBox."
        raise _refuse("no-size", words) from error
    scale = INCH / PIXELS_PER_INCH
    if not has_units:
        scale = USUAL_SIDE / max(across, down)
        remarks.append(Fault(None, "no-units", "The drawing has no units; its longer side was taken for 12 in."))
    page = Size(round(across * scale), round(down * scale))
    for side in (page.width, page.height):
        if not SMALLEST_SIDE <= side <= LARGEST_SIDE:
            raise _refuse("page-size", "The drawing's page should be between 1 in and 48 in on each side.")
    return page, scale


def _pixels(root: Element, text: str, place: int) -> float:
    value = float("nan")
    if text and not text.strip().endswith("%"):
        value = float(svgelements.Length(text).value(ppi=PIXELS_PER_INCH))
    else:
        numbers = re.split(r"[\s,]+", (root.get("viewBox") or "").strip())
        if len(numbers) == 4:
            value = float(numbers[place])
    if not math.isfinite(value) or value <= 0:
        raise ValueError("no size")
    return value


# -- shapes --------------------------------------------------------------------------


def _shapes(root: Element, page: Size, scale: float, remarks: list[Fault]) -> Iterator[FoundShape]:
    """Yield every drawn shape, bottom layer first."""
    names = _Names()
    for element in _elements(root):
        if not isinstance(element, svgelements.Shape):
            continue
        values = element.values
        if str(values.get("display")) == "none" or str(values.get("visibility")) == "hidden":
            continue
        block = _block(element, scale)
        if block is None:
            continue
        if block.width * block.height < _LEAST_PART**2 * page.width * page.height:
            continue
        if block.x >= page.width or block.y >= page.height or block.x + block.width <= 0 or block.y + block.height <= 0:
            remarks.append(Fault(None, "off-page", "A shape that lies wholly outside the page was left out."))
            continue
        role = _role(values)
        name = names.free(values, role or Role.PAPER)
        label = values.get("inkscape:label") or values.get("{http://www.inkscape.org/namespaces/inkscape}label")
        turned = replace(block, id=name, role=role or Role.PAPER, label=str(label)[:120] if label else None)
        yield FoundShape(turned, role is not None)


_UNREADABLE: Final = (
    ValueError, TypeError, OverflowError, ZeroDivisionError, RecursionError, AttributeError, IndexError,
)  # fmt: skip


def _elements(root: Element) -> list[Any]:
    try:
        drawing = svgelements.SVG.parse(io.BytesIO(tostring(root)), ppi=PIXELS_PER_INCH, reify=True)
        return list(drawing.elements())
    except _UNREADABLE as error:
        raise _refuse("not-svg", "A shape of this drawing has numbers that cannot be read.") from error


def _block(element: Any, scale: float) -> Block | None:
    if isinstance(element, svgelements.Circle | svgelements.Ellipse):
        around = element.bbox()
        if around is None or not all(map(math.isfinite, around)):
            return None
        left, top, right, foot = (round(number * scale) for number in around)
        width, height = right - left, foot - top
        if width <= 0 or height <= 0:
            return None
        if abs(width - height) <= max(2, width // 200):
            return Block("", Role.PAPER, Shape.CIRCLE, left, top, width, width)
        return Block("", Role.PAPER, Shape.POLYGON, left, top, width, height, corners=_ellipse_parts())
    corners = _corners(element)
    if corners is None or len(corners) < 3:
        return None
    return shape_of([(x * scale, y * scale) for x, y in corners])


def _ellipse_parts() -> tuple[Part, ...]:
    half = POLYGON_PARTS / 2
    angles = [2 * math.pi * step / 40 for step in range(40)]
    return tuple(Part(round(half + half * math.cos(a)), round(half + half * math.sin(a))) for a in angles)


#: A curve is followed with this many points; a sketch's polygon has 60 at most.
_CURVE_POINTS: Final = 24


def _corners(element: Any) -> list[tuple[float, float]] | None:
    """Return the corners of a closed outline, curves cut into short lines; None for a bare line."""
    try:
        path = svgelements.Path(element)
        path.reify()
    except (ValueError, TypeError):
        return None
    corners: list[tuple[float, float]] = []
    for segment in path:
        if isinstance(segment, svgelements.Move):
            if corners:
                break  # the first outline is the piece; holes and further parts are not read
            points = [segment.end]
        elif isinstance(segment, svgelements.Line | svgelements.Close):
            points = [segment.end]
        else:
            points = [segment.point((step + 1) / _CURVE_POINTS) for step in range(_CURVE_POINTS)]
        for point in points:
            if point is None or not (math.isfinite(point.x) and math.isfinite(point.y)):
                continue
            if not corners or math.dist(corners[-1], (point.x, point.y)) > 1e-6:
                corners.append((float(point.x), float(point.y)))
    if len(corners) > 1 and math.dist(corners[0], corners[-1]) <= 1e-6:
        corners.pop()
    return corners


#: Corners that lie this near to a straight line (part of the shape's size) are none.
_STRAIGHT: Final = 0.004


def shape_of(corners: list[tuple[float, float]]) -> Block | None:
    """Return the block that an outline in grains is: a rectangle however it is turned, a triangle, else a polygon."""
    corners = _without_flat(corners)
    if len(corners) < 3:
        return None
    if len(corners) == 4 and (rect := _rectangle(corners)) is not None:
        return rect
    left, top = min(x for x, _ in corners), min(y for _, y in corners)
    right, foot = max(x for x, _ in corners), max(y for _, y in corners)
    width, height = right - left, foot - top
    if width < 1 or height < 1:
        return None
    if len(corners) == 3 and (right_angle := _right_angle(corners, left, top, width, height)) is not None:
        size = round(width), round(height)
        return Block("", Role.PAPER, Shape.TRIANGLE, round(left), round(top), *size, corner=right_angle)
    if len(corners) > 60:
        corners = corners[:: math.ceil(len(corners) / 60)]
    parts = tuple(
        Part(round((x - left) / width * POLYGON_PARTS), round((y - top) / height * POLYGON_PARTS)) for x, y in corners
    )
    return Block("", Role.PAPER, Shape.POLYGON, round(left), round(top), round(width), round(height), corners=parts)


def _right_angle(
    corners: list[tuple[float, float]], left: float, top: float, width: float, height: float
) -> Corner | None:
    """Return the corner of its box in which a level right triangle has its right angle, else None."""
    places = {
        Corner.TOP_LEFT: (left, top),
        Corner.TOP_RIGHT: (left + width, top),
        Corner.BOTTOM_RIGHT: (left + width, top + height),
        Corner.BOTTOM_LEFT: (left, top + height),
    }
    near = 0.01 * max(width, height)
    taken = [name for name, place in places.items() if any(math.dist(place, corner) <= near for corner in corners)]
    if len(taken) != 3:
        return None
    order = list(places)
    missing = next(index for index, name in enumerate(order) if name not in taken)
    return order[(missing + 2) % 4]


def _without_flat(corners: list[tuple[float, float]]) -> list[tuple[float, float]]:
    """Return an outline without corners that are none; a smooth curve keeps as many as it takes to follow it."""
    ring = Polygon(corners) if len(corners) > 2 else None
    if ring is None or ring.length == 0:
        return []
    left, top, right, foot = ring.bounds
    middle = ((left + right) / 2, (top + foot) / 2)
    # The line is begun at a true corner, for where it begins a corner stays.
    first = max(range(len(corners)), key=lambda index: math.dist(corners[index], middle))
    line = LineString([*corners[first:], *corners[:first], corners[first]])
    found = line.simplify(_STRAIGHT * max(right - left, foot - top), preserve_topology=False)
    return [(x, y) for x, y in found.coords[:-1]]


def _rectangle(corners: list[tuple[float, float]]) -> Block | None:
    sides = [(corners[(i + 1) % 4][0] - x, corners[(i + 1) % 4][1] - y) for i, (x, y) in enumerate(corners)]
    lengths = [math.hypot(*side) for side in sides]
    if min(lengths) < 1:
        return None
    for (ax, ay), (bx, by), one, two in zip(sides, sides[1:], lengths, lengths[1:], strict=False):
        if abs(ax * bx + ay * by) > 0.02 * one * two:  # more than about one degree off a right angle
            return None
    # the side that lies most level is the width
    angles = [math.degrees(math.atan2(y, x)) for x, y in sides]
    level = min(range(4), key=lambda i: abs(angles[i]))
    width, height = lengths[level], lengths[(level + 1) % 4]
    middle_x, middle_y = sum(x for x, _ in corners) / 4, sum(y for _, y in corners) / 4
    turn = round(angles[level] * 100)
    turn = 0 if abs(turn) <= 5 else turn % 36_000
    left, top = round(middle_x - width / 2), round(middle_y - height / 2)
    if turn == 0:  # so that edges that stand in one line come out in one
        right, foot = round(middle_x + width / 2), round(middle_y + height / 2)
        return Block("", Role.PAPER, Shape.RECT, left, top, right - left, foot - top)
    return Block("", Role.PAPER, Shape.RECT, left, top, round(width), round(height), turn)


def _role(values: dict[str, Any]) -> Role | None:
    for key in ("data-role", "id", "inkscape:label", "{http://www.inkscape.org/namespaces/inkscape}label", "class"):
        word = str(values.get(key) or "").strip().lower()
        for name, role in _ROLE_WORDS.items():
            if re.match(rf"{name}(s)?([\s_.:-]|\d|$)", word):
                return role
    return None


class _Names:
    """Names of blocks, each given once."""

    def __init__(self) -> None:
        self._given: set[str] = set()
        self._next: dict[str, int] = {}

    def free(self, values: dict[str, Any], role: Role) -> str:
        """Return a shape's own name, numbered where another has it."""
        stem = str(values.get("data-id") or values.get("id") or role.value).strip()[:50] or role.value
        name = stem
        while name in self._given:
            number = self._next.get(stem, 2)
            self._next[stem] = number + 1
            name = f"{stem}-{number}"
        self._given.add(name)
        return name


# -- what Ink Quilt wrote ----------------------------------------------------------------


def _as_written(root: Element, written: str) -> ReadDrawing | None:
    """Return the very sketch a file was written from, unless the shapes in it were changed since."""
    try:
        sketch = read_sketch(read_exact(written)).sketch
    except (ValueError, BadInput):
        return None
    shapes = {e.get("data-id"): e for e in root.iter() if e.get("data-id")}
    for block in sketch.blocks:
        element = shapes.get(block.id)
        if element is None or not _where_it_was(element, block, sketch.unit):
            return None
    if len(shapes) != len(sketch.blocks):
        return None
    return ReadDrawing(Draft(sketch, frozenset()), ())


def _where_it_was(element: Element, block: Block, unit: Unit) -> bool:
    if _tag(element) != "rect":
        return True
    try:
        numbers = [float(element.get(key) or "nan") for key in ("x", "y", "width", "height")]
    except ValueError:
        return False
    drawn = [Fraction(length, unit.grains) for length in (block.x, block.y, block.width, block.height)]
    return all(abs(number - float(length)) < 1e-4 for number, length in zip(numbers, drawn, strict=True))
