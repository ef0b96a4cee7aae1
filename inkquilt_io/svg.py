"""A fitted page as SVG in true units: a viewer or cutter that honours units shows it at its real size."""

from __future__ import annotations

import json
from xml.etree import ElementTree

from inkquilt.embellishments import Accent
from inkquilt.lengths import Grains, Unit, format_length
from inkquilt.sketch import Shape, Sketch
from inkquilt.sketch.geometry import Vertex
from inkquilt.sketch.model import Size
from inkquilt.sketch.writing import write_sketch
from inkquilt_io.lettering import HANDWRITING, drawn_size
from inkquilt_io.look import INK, WHITE, Colour
from inkquilt_io.shapes import DrawnTitle, FittedPage, Outline, Picture, PrintedStory, walk

NAMESPACE = "http://www.w3.org/2000/svg"


#: The attribute of the root that holds the whole sketch, so that the file reads back equal.
SKETCH_ATTRIBUTE = "data-sketch"


def page_svg(page: FittedPage) -> bytes:
    """Return the page as an SVG file, UTF-8.

    Width and height carry the unit; one user unit is one inch or millimetre. Every
    block is one element with ``data-id`` and ``data-role``; the root carries the
    page as sketch data, so that ``svg_in.read_svg`` returns an equal sketch.
    """
    canvas = _SvgCanvas(page)
    sketch = Sketch(page.name, page.unit, Size(page.width, page.height), page.blocks)
    canvas.root.set(SKETCH_ATTRIBUTE, json.dumps(write_sketch(sketch), ensure_ascii=False, separators=(",", ":")))
    walk(page, canvas, notes=False)
    file: bytes = ElementTree.tostring(canvas.root, encoding="utf-8", xml_declaration=True)
    return file


class _SvgCanvas:
    def __init__(self, page: FittedPage) -> None:
        self.unit = page.unit
        width, height = self.number(page.width), self.number(page.height)
        ElementTree.register_namespace("", NAMESPACE)
        self.root = ElementTree.Element(
            f"{{{NAMESPACE}}}svg",
            {
                "width": f"{width}{page.unit.value}",
                "height": f"{height}{page.unit.value}",
                "viewBox": f"0 0 {width} {height}",
            },
        )
        title = ElementTree.SubElement(self.root, f"{{{NAMESPACE}}}title")
        title.text = page.name

    def number(self, grains: Grains) -> str:
        """Return a length as a decimal of the unit; inches are dyadic and come out exactly up to 1/128."""
        if self.unit is Unit.MM:
            return format_length(grains, Unit.MM)
        return f"{grains / self.unit.grains:.6f}".rstrip("0").rstrip(".")

    def shape(self, outline: Outline, fill: str) -> None:
        block = outline.block
        line = self.number(self.unit.grains // (64 if self.unit is Unit.IN else 3))
        common = {
            "data-id": block.id,
            "data-role": block.role.value,
            "fill": fill,
            "stroke": _hex(INK),
            "stroke-width": line,
        }
        if block.turn:
            x, y = (self.number(2 * block.x + block.width), self.number(2 * block.y + block.height))
            common["transform"] = f"rotate({outline.degrees:g} {float(x) / 2:g} {float(y) / 2:g})"
        if block.shape is Shape.CIRCLE:
            radius = block.width / 2 / self.unit.grains
            centre = (block.x + block.width / 2) / self.unit.grains, (block.y + block.height / 2) / self.unit.grains
            place = {"cx": f"{centre[0]:g}", "cy": f"{centre[1]:g}", "r": f"{radius:g}"}
            self.add("circle", common | place)
        elif block.shape is Shape.RECT:
            place = {
                "x": self.number(block.x),
                "y": self.number(block.y),
                "width": self.number(block.width),
                "height": self.number(block.height),
            }
            self.add("rect", common | place)
        elif outline.openings:
            rings = " ".join(self.ring(corners) for corners in (outline.corners, *outline.openings))
            self.add("path", common | {"d": rings, "fill-rule": "evenodd"})
        else:
            points = " ".join(f"{self.number(corner.x)},{self.number(corner.y)}" for corner in outline.corners)
            self.add("polygon", common | {"points": points})

    def ring(self, corners: tuple[Vertex, ...]) -> str:
        points = " L ".join(f"{self.number(corner.x)} {self.number(corner.y)}" for corner in corners)
        return f"M {points} Z"

    def add(self, tag: str, attributes: dict[str, str]) -> ElementTree.Element:
        return ElementTree.SubElement(self.root, f"{{{NAMESPACE}}}{tag}", attributes)

    def paper(self, outline: Outline, colour: Colour, of: str) -> None:
        self.shape(outline, _hex(colour))

    def photo(self, outline: Outline, picture: Picture | None) -> None:
        self.shape(outline, "#dfe3ea")

    def words(self, outline: Outline, text: str) -> None:
        self.shape(outline, "none")
        if text:
            block = outline.block
            words = self.add(
                "text",
                {
                    "x": self.number(block.x),
                    "y": self.number(block.y + block.height * 4 // 5),
                    "font-size": self.number(block.height * 4 // 5),
                    "font-family": "Literata, serif",
                    "fill": _hex(INK),
                },
            )
            words.text = text

    def journaling(self, outline: Outline, colour: Colour) -> None:
        self.shape(outline, _hex(colour))

    def cluster(self, outline: Outline) -> None:
        self.shape(outline, "#f6efe0")

    def lettered(self, outline: Outline, title: DrawnTitle) -> None:
        self.shape(outline, "none")
        x, y = (side / self.unit.grains for side in outline.centre)
        group = self.add(
            "g",
            {
                "transform": f"translate({x:g} {y:g}) rotate({(title.turn + outline.block.turn) / 100:g})",
                "font-family": f"{title.font or 'Literata'}, serif",
                "fill": _hex(title.colour),
            },
        )
        for letter in title.letters:
            place = {
                "x": self.number(letter.x),
                "y": self.number(letter.y + letter.size.height),
                "font-size": self.number(letter.size.height * 10 // 7),
                "textLength": self.number(letter.size.width),
                "lengthAdjust": "spacingAndGlyphs",
            }
            ElementTree.SubElement(group, f"{{{NAMESPACE}}}text", place).text = letter.character

    def story(self, story: PrintedStory) -> None:
        for ground in story.grounds:
            corners = ground.shape.exterior.coords[:-1]
            points = " ".join(f"{x / self.unit.grains:g},{y / self.unit.grains:g}" for x, y in corners)
            x, y, size = self.number(ground.x), self.number(ground.y), ground.size
            box = {"x": x, "y": y, "width": self.number(size.width), "height": self.number(size.height)}
            self.add("polygon" if ground.outline else "rect", ({"points": points} if ground.outline else box) | {
                "data-words": "card", "fill": ground.colour or _hex(WHITE), "stroke": _hex(INK),
                "stroke-width": self.number(self.unit.grains // 64),
            })  # fmt: skip
        em = drawn_size(story.script)
        font = story.script.name if story.script.half_points is not None else HANDWRITING
        for line in story.lines:
            x, y = self.number(line.span.x), self.number(line.span.y)
            place = {
                "x": x,
                "y": self.number(line.span.y + story.script.pitch // 2 + em * 34 // 100),
                "font-size": self.number(em),
                "font-family": f"{font}, serif",
                "fill": _hex(story.colour),
                "textLength": self.number(line.width),
                "lengthAdjust": "spacingAndGlyphs",
            }
            if line.span.turn:
                place["transform"] = f"rotate({line.span.turn / 100:g} {x} {y})"
            self.add("text", place).text = line.text

    def embellishment(self, accent: Accent) -> None:
        corners = accent.outline.exterior.coords[:-1]
        points = " ".join(f"{x / self.unit.grains:g},{y / self.unit.grains:g}" for x, y in corners)
        look = {"fill": _hex(accent.what.colours[0]), "stroke": _hex(INK)}
        line = {"stroke-width": self.number(self.unit.grains // 64), "data-embellishment": accent.what.name}
        self.add("polygon", {"points": points} | look | line)

    def note(self, outline: Outline, text: str) -> None:
        """Notes are not drawn: the file is for cutting."""


def _hex(colour: Colour) -> str:
    return "#{:02x}{:02x}{:02x}".format(*colour)
