"""Reading a sketch out of an SVG file.

Rectangles, circles, ellipses, polygons, lines of any path and what groups and
transforms make of them become blocks; outlines of one path that lie in each other are a
piece and what is cut out of it, words a title or a story. Roles come from ``data-role``, from ids or
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

from inkquilt.errors import BadInput, Fault
from inkquilt.exact_json import read_exact
from inkquilt.lengths import INCH, Grains, Unit
from inkquilt.page import LARGEST_SIDE, SMALLEST_SIDE
from inkquilt.sketch.draft import Draft, FoundShape, drafted
from inkquilt.sketch.model import MOST_BLOCKS, POLYGON_PARTS, Block, Part, Role, Shape, Size
from inkquilt.sketch.reading import MOST_OPENING_CORNERS, MOST_OPENINGS, read_sketch
from inkquilt_io.outline_blocks import Corners, cut_out_of, nested_rings, shape_of
from inkquilt_io.svg import SKETCH_ATTRIBUTE
from inkquilt_io.svg_words import with_words

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
    elements = _elements(root)
    shapes = list(islice(_shapes(elements, page, scale, remarks), MOST_BLOCKS + 1))
    shapes = with_words(shapes, elements, page, scale, remarks)
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


def _shapes(elements: list[Any], page: Size, scale: float, remarks: list[Fault]) -> Iterator[FoundShape]:
    """Yield every drawn shape, bottom layer first."""
    names, corners = _Names(), 0
    for element in elements:
        if not isinstance(element, svgelements.Shape):
            continue
        values = element.values
        if str(values.get("display")) == "none" or str(values.get("visibility")) == "hidden":
            continue
        for block in _blocks(element, scale, remarks):
            corners += sum(map(len, block.openings))
            if block.openings and corners > MOST_OPENING_CORNERS:
                words = f"Openings were left out: all of a sketch have up to {MOST_OPENING_CORNERS:,} corners together."
                remarks.append(Fault(None, "openings-left-out", words))
                block = replace(block, openings=())
            yield from _found(block, values, page, names, remarks)


def _found(
    block: Block, values: dict[str, Any], page: Size, names: _Names, remarks: list[Fault]
) -> Iterator[FoundShape]:
    """Yield a shape that is a piece: no speck, and not off the page."""
    if block.width * block.height < _LEAST_PART**2 * page.width * page.height:
        return
    if block.x >= page.width or block.y >= page.height or block.x + block.width <= 0 or block.y + block.height <= 0:
        remarks.append(Fault(None, "off-page", "A shape that lies wholly outside the page was left out."))
        return
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


def _blocks(element: Any, scale: float, remarks: list[Fault]) -> Iterator[Block]:
    """Yield the pieces that a shape of the drawing is: one, or of a path one for each outline that lies in no other."""
    if isinstance(element, svgelements.Circle | svgelements.Ellipse):
        around = element.bbox()
        if around is None or not all(map(math.isfinite, around)):
            return
        left, top, right, foot = (round(number * scale) for number in around)
        width, height = right - left, foot - top
        if width <= 0 or height <= 0:
            return
        if abs(width - height) <= max(2, width // 200):
            yield Block("", Role.PAPER, Shape.CIRCLE, left, top, width, width)
        else:
            yield Block("", Role.PAPER, Shape.POLYGON, left, top, width, height, corners=_ellipse_parts())
        return
    rings = [[(x * scale, y * scale) for x, y in ring] for ring in _rings(element) if len(ring) > 2]
    for outer, openings in nested_rings(rings):
        block = shape_of(outer, openings)
        if block is None:
            continue
        lost = cut_out_of(openings) - len(block.openings)
        if lost:
            what = "an opening was" if lost == 1 else f"{lost} openings were"
            words = f"Of a piece {what} left out: it has up to {MOST_OPENINGS}, each inside it and over no other."
            remarks.append(Fault(None, "openings-left-out", words))
        yield block


def _ellipse_parts() -> tuple[Part, ...]:
    half = POLYGON_PARTS / 2
    angles = [2 * math.pi * step / 40 for step in range(40)]
    return tuple(Part(round(half + half * math.cos(a)), round(half + half * math.sin(a))) for a in angles)


#: A curve is followed with this many points; a sketch's polygon has 60 at most.
_CURVE_POINTS: Final = 24


def _rings(element: Any) -> list[Corners]:
    """Return the corners of the outlines of a shape, curves cut into short lines."""
    try:
        path = svgelements.Path(element)
        path.reify()
    except (ValueError, TypeError):
        return []
    rings: list[Corners] = []
    for segment in path:
        if isinstance(segment, svgelements.Move) or not rings:
            rings.append([])
        if isinstance(segment, svgelements.Move | svgelements.Line | svgelements.Close):
            points = [segment.end]
        else:
            points = [segment.point((step + 1) / _CURVE_POINTS) for step in range(_CURVE_POINTS)]
        for point in points:
            if point is None or not (math.isfinite(point.x) and math.isfinite(point.y)):
                continue
            if not rings[-1] or math.dist(rings[-1][-1], (point.x, point.y)) > 1e-6:
                rings[-1].append((float(point.x), float(point.y)))
    for ring in rings:
        if len(ring) > 1 and math.dist(ring[0], ring[-1]) <= 1e-6:
            ring.pop()
    return rings


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
