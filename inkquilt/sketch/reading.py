"""Reading a sketch out of JSON data, with every fault found at once.

Lengths may be numbers or texts in the file's unit. What is not exact is rounded
half-even to a grain and said so in ``ReadSketch.remarks``. Fields that version 1
does not know are left alone and named in a remark.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from decimal import Decimal
from enum import Enum
from typing import Any, Final, TypeVar

from inkquilt.errors import Fault, SketchFaults, UnreadableLength
from inkquilt.lengths import Grains, Unit, read_number
from inkquilt.page import LARGEST_SIDE, SMALLEST_SIDE
from inkquilt.sketch.model import (
    FULL_TURN,
    MATTED,
    MOST_BLOCKS,
    POLYGON_PARTS,
    Block,
    Corner,
    End,
    Part,
    Role,
    Shape,
    Size,
    Sketch,
)
from inkquilt.sketch.rings import crosses_itself, is_inside, overlap

KIND: Final = "ink-quilt/sketch"
VERSION: Final = 1
LONGEST_NAME: Final = 120
LONGEST_ID: Final = 60
HIGHEST_LEVEL: Final = 10_000
MOST_CORNERS: Final = 60
MOST_OPENINGS: Final = 60
#: All openings of a sketch have so many corners together: each is looked at beside the others.
MOST_OPENING_CORNERS: Final = 2_000

_SKETCH_FIELDS: Final = {"kind", "version", "name", "unit", "page", "blocks"}
_BLOCK_FIELDS: Final = {
    "id", "role", "shape", "x", "y", "width", "height", "turn", "level", "of", "paper", "min", "label",
    "corner", "end", "notch", "band", "points", "openings",
}  # fmt: skip

E = TypeVar("E", bound=Enum)


@dataclass(frozen=True, slots=True)
class ReadSketch:
    """A sketch that was read, and what should be said about it (rounded lengths, unknown fields)."""

    sketch: Sketch
    remarks: tuple[Fault, ...]


def read_sketch(data: object) -> ReadSketch:
    """Read a sketch from decoded JSON.

    Raises ``SketchFaults`` with all faults, each naming its block.
    """
    reader = _Reader()
    sketch = reader.sketch(data)
    if sketch is None or reader.faults:
        raise SketchFaults(reader.faults)
    return ReadSketch(sketch, tuple(reader.remarks))


class _Reader:
    """Collects faults and remarks while it walks the data."""

    def __init__(self) -> None:
        self.faults: list[Fault] = []
        self.remarks: list[Fault] = []
        self.unit = Unit.IN
        self.opening_corners = 0

    def fault(self, block: str | None, code: str, message: str) -> None:
        where = f"Block “{block}”: " if block else ""
        self.faults.append(Fault(block, code, where + message))

    def remark(self, block: str | None, code: str, message: str) -> None:
        where = f"Block “{block}”: " if block else ""
        self.remarks.append(Fault(block, code, where + message))

    # -- the sketch ------------------------------------------------------------

    def sketch(self, data: object) -> Sketch | None:
        if not isinstance(data, Mapping):
            self.fault(None, "not-an-object", "A sketch is a JSON object with name, unit, page and blocks.")
            return None
        if data.get("kind") != KIND:
            self.fault(None, "kind", f"This is not a sketch: its “kind” should be “{KIND}”.")
        if data.get("version") != VERSION or isinstance(data.get("version"), bool):
            self.fault(None, "version", f"The “version” should be {VERSION}, the one this program reads.")
        self.unit = self.choice(None, data, "unit", Unit, None) or Unit.IN
        name = self.text(None, data, "name", LONGEST_NAME) or "Untitled sketch"
        page = self.page_size(data.get("page"))
        rows = data.get("blocks")
        if not isinstance(rows, list):
            self.fault(None, "blocks", "“blocks” should be a list of blocks.")
            return None
        if len(rows) > MOST_BLOCKS:
            self.fault(None, "too-many-blocks", f"{len(rows)} blocks are more than a sketch may have ({MOST_BLOCKS}).")
            return None
        if not rows:
            self.fault(None, "no-blocks", "A sketch needs at least one block.")
        self.unknown_fields(None, data, _SKETCH_FIELDS)
        blocks = [self.block(row, index) for index, row in enumerate(rows)]
        known = tuple(block for block in blocks if block is not None)
        self.across_blocks(known, rows)
        if page is None:
            return None
        self.on_page(known, page)
        return Sketch(name, self.unit, page, known)

    def page_size(self, data: object) -> Size | None:
        if not isinstance(data, Mapping):
            self.fault(None, "page", "“page” should give the width and height the sketch is drawn for.")
            return None
        width = self.length(None, data, "width", what="the page's width")
        height = self.length(None, data, "height", what="the page's height")
        if width is None or height is None:
            return None
        for name, side in (("width", width), ("height", height)):
            if not SMALLEST_SIDE <= side <= LARGEST_SIDE:
                self.fault(None, "page-size", f"The page's {name} should be between 1 in and 48 in.")
                return None
        return Size(width, height)

    # -- one block -------------------------------------------------------------

    def block(self, row: object, index: int) -> Block | None:
        place = f"number {index + 1}"
        if not isinstance(row, Mapping):
            self.fault(place, "not-an-object", "a block is a JSON object.")
            return None
        block_id = row.get("id")
        if not isinstance(block_id, str) or not block_id.strip() or len(block_id) > LONGEST_ID:
            self.fault(place, "id", f"it needs an “id”: a text of 1 to {LONGEST_ID} letters.")
            block_id = place
        self.unknown_fields(block_id, row, _BLOCK_FIELDS)
        role = self.choice(block_id, row, "role", Role, None)
        shape = self.choice(block_id, row, "shape", Shape, Shape.RECT)
        x = self.length(block_id, row, "x")
        y = self.length(block_id, row, "y")
        width = self.positive(block_id, row, "width")
        height = self.positive(block_id, row, "height")
        turn = self.turn(block_id, row)
        level = self.level(block_id, row)
        of = self.pieces(block_id, row)
        paper = self.text(block_id, row, "paper", 20)
        label = self.text(block_id, row, "label", LONGEST_NAME)
        min_size = self.min_size(block_id, row)
        corner = self.choice(block_id, row, "corner", Corner, Corner.BOTTOM_LEFT)
        end = self.choice(block_id, row, "end", End, End.RIGHT)
        notch = self.positive(block_id, row, "notch") if row.get("notch") is not None else None
        band = self.positive(block_id, row, "band") if row.get("band") is not None else None
        corners = self.corners(block_id, row) if shape is Shape.POLYGON else ()
        openings = self.openings(block_id, row, corners) if corners else ()
        if role is None or shape is None or corner is None or end is None:
            return None
        if x is None or y is None or width is None or height is None:
            return None
        if shape is Shape.CIRCLE and abs(width - height) > 1:
            self.fault(block_id, "circle", "a circle is as wide as it is high.")
        if shape is Shape.HALF_CIRCLE and role is not Role.PHOTO:
            flat, deep = (width, height) if end in (End.TOP, End.BOTTOM) else (height, width)
            if abs(flat - 2 * deep) > 2:
                self.fault(block_id, "half-circle", "a half circle is twice as long on its flat side as it is deep.")
        if shape is Shape.FRAME and band is not None and 2 * band >= min(width, height):
            self.fault(block_id, "frame", "the sides of this frame leave no hole; make its “band” narrower.")
        return Block(
            block_id,
            role,
            shape,
            x,
            y,
            width,
            height,
            turn,
            level,
            of,
            paper,
            min_size,
            label,
            corner,
            end,
            notch,
            band,
            corners,
            openings,
        )

    def corners(self, block: str, row: Mapping[str, Any]) -> tuple[Part, ...]:
        words = "a polygon needs “points”: 3 to 60 pairs of numbers from 0 to 1, parts of its width and height"
        return self.ring(block, row.get("points"), words, "the sides of this polygon cross each other.")

    def openings(self, block: str, row: Mapping[str, Any], outline: tuple[Part, ...]) -> tuple[tuple[Part, ...], ...]:
        value = row.get("openings")
        if value is None:
            return ()
        if not isinstance(value, list) or len(value) > MOST_OPENINGS:
            self.fault(block, "openings", f"“openings” should be a list of up to {MOST_OPENINGS} lists of points.")
            return ()
        words = "each of the “openings” needs 3 to 60 pairs of numbers from 0 to 1"
        rings = [self.ring(block, one, words, "the sides of an opening cross each other.") for one in value]
        self.opening_corners += sum(map(len, rings))
        if self.opening_corners > MOST_OPENING_CORNERS:
            words = f"all openings of a sketch have up to {MOST_OPENING_CORNERS:,} corners together"
            self.fault(block, "openings", f"{words}: fewer or simpler ones would do.")
            return ()
        for place, ring in enumerate(rings):
            others = rings[:place]
            if ring and (not is_inside(ring, outline) or any(overlap(ring, other) for other in others if other)):
                self.fault(block, "openings", "an opening lies inside its polygon, and over no other one.")
                return ()
        return tuple(ring for ring in rings if ring)

    def ring(self, block: str, value: object, words: str, crossed: str) -> tuple[Part, ...]:
        """Read the corners of an outline."""
        if not isinstance(value, list) or not 3 <= len(value) <= MOST_CORNERS:
            self.fault(block, "points", f"{words}.")
            return ()
        parts = []
        for pair in value:
            if not isinstance(pair, list) or len(pair) != 2 or not all(_is_part(number) for number in pair):
                self.fault(block, "points", f"{words}; “{str(pair)[:40]}” is none.")
                return ()
            parts.append(Part(round(pair[0] * POLYGON_PARTS), round(pair[1] * POLYGON_PARTS)))
        if crosses_itself(parts):
            self.fault(block, "points", crossed)
        return tuple(parts)

    def turn(self, block: str, row: Mapping[str, Any]) -> int:
        value = row.get("turn", 0)
        if isinstance(value, bool) or not isinstance(value, int | float | Decimal):
            self.fault(block, "turn", "“turn” should be a number of degrees, clockwise.")
            return 0
        number = Decimal(repr(value)) if isinstance(value, float) else Decimal(value)
        if not number.is_finite() or abs(number) > 3600:
            self.fault(block, "turn", "“turn” should be a number of degrees between -360 and 360.")
            return 0
        hundredths = round(number * 100)
        if hundredths != number * 100:
            self.remark(block, "rounded", f"turn {value} was rounded to a hundredth of a degree.")
        return int(hundredths) % FULL_TURN

    def level(self, block: str, row: Mapping[str, Any]) -> int:
        value = row.get("level", 0)
        if isinstance(value, bool) or not isinstance(value, int) or abs(value) > HIGHEST_LEVEL:
            self.fault(block, "level", f"“level” should be a whole number up to {HIGHEST_LEVEL}; higher lies on top.")
            return 0
        return value

    def pieces(self, block: str, row: Mapping[str, Any]) -> tuple[str, ...]:
        value = row.get("of")
        if value is None:
            return ()
        names = [value] if isinstance(value, str) else value
        if not isinstance(names, list) or not names or not all(isinstance(name, str) for name in names):
            self.fault(block, "of", "“of” should name the piece the mat lies behind, or a list of them.")
            return ()
        return tuple(dict.fromkeys(names))

    def min_size(self, block: str, row: Mapping[str, Any]) -> Size | None:
        value = row.get("min")
        if value is None:
            return None
        if isinstance(value, list) and len(value) == 2:
            value = {"width": value[0], "height": value[1]}
        if not isinstance(value, Mapping):
            self.fault(block, "min", "“min” should give the smallest width and height.")
            return None
        width = self.positive(block, value, "width", what="the smallest width")
        height = self.positive(block, value, "height", what="the smallest height")
        return Size(width, height) if width and height else None

    # -- single values ---------------------------------------------------------

    def length(self, block: str | None, row: Mapping[str, Any], key: str, what: str | None = None) -> Grains | None:
        what = what or f"“{key}”"
        value = row.get(key)
        if value is None:
            self.fault(block, "missing", f"{what} is missing.")
            return None
        if isinstance(value, bool) or not isinstance(value, int | float | Decimal | str):
            self.fault(block, "unreadable-length", f"{what} should be a length, a number or a text such as “2 1/2”.")
            return None
        try:
            parsed = read_number(value, self.unit)
        except UnreadableLength as error:
            self.fault(block, "unreadable-length", f"{what}: {error}")
            return None
        if not parsed.exact:
            self.remark(block, "rounded", f"{what} {str(value)[:30]} was rounded to the nearest 3.125 µm.")
        return parsed.grains

    def positive(self, block: str, row: Mapping[str, Any], key: str, what: str | None = None) -> Grains | None:
        value = self.length(block, row, key, what)
        if value is not None and value <= 0:
            self.fault(block, "not-positive", f"{what or f'“{key}”'} should be more than nothing.")
            return None
        return value

    def text(self, block: str | None, row: Mapping[str, Any], key: str, longest: int) -> str | None:
        value = row.get(key)
        if value is None or value == "":
            return None
        if not isinstance(value, str) or len(value) > longest:
            self.fault(block, key, f"“{key}” should be a text of at most {longest} letters.")
            return None
        return value

    def choice(
        self, block: str | None, row: Mapping[str, Any], key: str, words: type[E], default: E | None
    ) -> E | None:
        value = row.get(key)
        if value is None and default is not None:
            return default
        for word in words:
            if word.value == value:
                return word
        allowed = ", ".join(str(word.value) for word in words)
        came = "is missing" if value is None else f"is “{str(value)[:40]}”"
        self.fault(block, f"unknown-{key}", f"“{key}” {came}; it should be one of {allowed}.")
        return None

    def unknown_fields(self, block: str | None, row: Mapping[str, Any], known: set[str]) -> None:
        for key in sorted(str(name) for name in row if name not in known)[:10]:
            self.remark(block, "unknown-field", f"“{key[:40]}” is not a field I know; it was left out.")

    # -- between blocks ----------------------------------------------------------

    def across_blocks(self, blocks: tuple[Block, ...], rows: list[object]) -> None:
        ids = [row.get("id") for row in rows if isinstance(row, Mapping)]
        for block_id in dict.fromkeys(i for i in ids if isinstance(i, str) and ids.count(i) > 1):
            self.fault(block_id, "duplicate-id", "this id is used more than once.")
        self.one_base(blocks)
        by_id = {block.id: block for block in blocks}
        for block in blocks:
            if block.role is Role.MAT:
                self.mat_pieces(block, by_id, set(map(str, ids)))
            elif block.of:
                self.fault(block.id, "of", "only a mat lies behind a piece: leave out “of”, or make it a mat.")
        for block in blocks:
            if _reaches_itself(block, by_id):
                self.fault(block.id, "mat-loop", "this mat ends up lying behind itself.")

    def one_base(self, blocks: tuple[Block, ...]) -> None:
        bases = [block for block in blocks if block.role is Role.BASE]
        for extra in bases[1:]:
            self.fault(extra.id, "second-base", "the page has one base already; make this a paper.")

    def mat_pieces(self, mat: Block, by_id: Mapping[str, Block], ids: set[str]) -> None:
        if not mat.of:
            self.fault(mat.id, "mat-without-piece", "a mat needs “of”, the piece it lies behind.")
        for name in mat.of:
            if name not in ids:
                self.fault(mat.id, "mat-piece-missing", f"its piece “{name[:40]}” is not in the sketch.")
            elif name in by_id and by_id[name].role not in MATTED:
                self.fault(mat.id, "mat-piece", f"a {by_id[name].role.value} (“{name}”) is not put on a mat.")

    def on_page(self, blocks: tuple[Block, ...], page: Size) -> None:
        for block in blocks:
            if (
                block.x >= page.width
                or block.y >= page.height
                or block.x + block.width <= 0
                or block.y + block.height <= 0
            ):
                self.fault(block.id, "off-page", "it lies wholly outside the page.")


def _is_part(number: object) -> bool:
    return isinstance(number, int | float | Decimal) and not isinstance(number, bool) and 0 <= number <= 1


def _reaches_itself(block: Block, by_id: Mapping[str, Block]) -> bool:
    seen: set[str] = set()
    waiting = list(block.of)
    while waiting:
        name = waiting.pop()
        if name == block.id:
            return True
        if name in seen or name not in by_id:
            continue
        seen.add(name)
        waiting.extend(by_id[name].of)
    return False
