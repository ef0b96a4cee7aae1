"""Words in a drawing: the largest are the title, what reads as sentences is the story.

Words in a small shape say what it is ("photo", "title here"); sizes written
into it say nothing. How wide letters run is reckoned with a font of our own,
for the drawing's is not there.
"""

from __future__ import annotations

import math
import re
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Any, Final, NamedTuple

import svgelements

from inkquilt.errors import Fault
from inkquilt.sketch.draft import FoundShape
from inkquilt.sketch.geometry import box
from inkquilt.sketch.model import Block, Role, Size
from inkquilt_io.lettering import measured
from inkquilt_io.outline_blocks import shape_of

#: So many pieces of text are looked at, and so many letters of each.
MOST_TEXTS: Final = 400
MOST_LETTERS: Final = 200
_FONT: Final = "Figtree"
#: Of a letter's size: from the line it stands on to the top of tall letters, and down to the foot of a "g".
_UP, _DOWN = 0.74, 0.22
#: Lines of one size belong together where the next begins this near, in sizes.
_NEXT_LINE: Final = 2.2
#: Two sizes are one if they differ by less.
_SAME_SIZE: Final = 1.1
#: A title has no more letters and lines than this, and its letters are larger than a story's.
_TITLE_LETTERS, _TITLE_LINES = 60, 2
#: A story has so many words at least; fewer are a label or a date.
_STORY_WORDS: Final = 4
#: Words in a shape up to so many times their own area are what it is for, in a larger one they lie on it.
_CARD: Final = 6
#: A shape that covers this part of the page is a ground for everything.
_GROUND: Final = 0.5
_SIZE_ONLY: Final = re.compile(r"([\d\s./×x½¼¾⅛⅜⅝⅞\"”″'′:*-]|in\b|inch(es)?\b|mm\b|cm\b)*", re.IGNORECASE)
#: What is there for words: those in it are its own.
_WORDED: Final = (Role.TITLE, Role.JOURNALING, Role.TAG)
_ROLES: Final = {
    Role.TITLE: r"(the )?(title|headline)( here| goes here)?",
    Role.JOURNALING: r"(the )?(journal(l?ing)?|story|words|text)( here| goes here| card| block)?",
    Role.PHOTO: r"([\d\s./×x½¼¾\"]* )?(photo|picture|pic|foto)s?( here)?[\s\d.#:×x/½¼¾\"]*",
    Role.CLUSTER: r"(cluster|embellishments?|embellies|flowers?)( here)?[\s\d]*",
    Role.TAG: r"(tag|label)( here)?[\s\d]*",
}  # fmt: skip


class _Text(NamedTuple):
    """One line of text: its letters, how large they are, and the corners of its box, both in grains."""

    words: str
    size: float
    corners: tuple[tuple[float, float], ...]


@dataclass(frozen=True, slots=True)
class _Group:
    """Lines that belong together."""

    lines: tuple[_Text, ...]

    @property
    def words(self) -> str:
        return " ".join(line.words for line in self.lines)

    @property
    def size(self) -> float:
        return max(line.size for line in self.lines)

    @property
    def block(self) -> Block | None:
        """What the words cover: turned as they are where it is one line."""
        if len(self.lines) == 1:
            return shape_of(list(self.lines[0].corners))
        points = [point for line in self.lines for point in line.corners]
        left, top = min(x for x, _ in points), min(y for _, y in points)
        right, foot = max(x for x, _ in points), max(y for _, y in points)
        return shape_of([(left, top), (right, top), (right, foot), (left, foot)])


def with_words(
    shapes: Sequence[FoundShape], elements: Iterable[Any], page: Size, scale: float, remarks: list[Fault]
) -> list[FoundShape]:
    """Return the shapes of a drawing with what its words tell: roles of shapes, a title, stories.

    ``scale`` is grains a pixel. What was made of the words, and which were left out, is added to the ``remarks``.
    """
    found = list(shapes)
    loose: list[tuple[_Group, Block]] = []
    for group in _grouped(_texts(elements, scale)):
        block = group.block
        if block is None or _is_size(group.words):
            continue
        at = _shape_under(block, found, page)
        said = _role_said(group.words)
        if at is not None and found[at].role_known and (said or found[at].block.role in _WORDED):
            continue
        if at is not None and said is not None:
            found[at] = _known(found[at], said)
        else:
            loose.append((group, block))
    placed = list(_placed(loose, found, page, remarks))
    return [*found, *placed]


def _placed(
    loose: list[tuple[_Group, Block]], found: list[FoundShape], page: Size, remarks: list[Fault]
) -> Iterator[FoundShape]:
    """Yield the places of words by themselves; a card that is there for them becomes what they are."""
    taken = {one.block.id for one in found}
    title = _title_of([group for group, _ in loose])
    for group, block in loose:
        role = _role_said(group.words) or (Role.TITLE if group is title else None)
        if role is None and len(group.words.split()) >= _STORY_WORDS:
            role = Role.JOURNALING
        what = f"“{group.words[:40]}{'…' if len(group.words) > 40 else ''}”"
        if role is None:
            remarks.append(Fault(None, "words-left-out", f"{what} is in the drawing, and was left out."))
            continue
        if role in (Role.TITLE, Role.JOURNALING):
            called = "the title" if role is Role.TITLE else "the story"
            words = f"{what} was taken for {called}: its place is kept, not its words."
            remarks.append(Fault(None, "words-read", words))
        at = _shape_under(block, found, page)
        if at is not None and not found[at].role_known and _area(found[at].block) <= _CARD * _area(block):
            found[at] = _known(found[at], role)
            continue
        name = next(name for name in _numbered(role.value) if name not in taken)
        taken.add(name)
        yield FoundShape(replace(block, id=name, role=role), role_known=True)


def _numbered(stem: str) -> Iterator[str]:
    yield stem
    yield from (f"{stem}-{number}" for number in range(2, MOST_TEXTS + 300))


def _title_of(groups: Sequence[_Group]) -> _Group | None:
    """Return the words in the largest letters, if they are few enough and larger than all others'."""
    plain = [group for group in groups if _role_said(group.words) is None]
    if not plain or any(_role_said(group.words) is Role.TITLE for group in groups):
        return None
    largest = max(plain, key=lambda group: group.size)
    rest = [group.size for group in plain if group is not largest]
    if len(largest.words) > _TITLE_LETTERS or len(largest.lines) > _TITLE_LINES:
        return None
    return largest if not rest or largest.size >= _SAME_SIZE * max(rest) else None


def _known(shape: FoundShape, role: Role) -> FoundShape:
    return FoundShape(replace(shape.block, role=role), role_known=True)


def _shape_under(block: Block, found: Sequence[FoundShape], page: Size) -> int | None:
    """Return the smallest shape that the middle of some words lies in, unless it is a ground for everything."""
    x, y = block.x + block.width // 2, block.y + block.height // 2
    under = []
    for place, one in enumerate(found):
        around = box(one.block)
        is_in = around.x.low <= x <= around.x.high and around.y.low <= y <= around.y.high
        if is_in and _area(one.block) < _GROUND * page.width * page.height:
            under.append((_area(one.block), -place))
    return -min(under)[1] if under else None


def _area(block: Block) -> int:
    return block.width * block.height


def _role_said(words: str) -> Role | None:
    text = words.strip().strip(".:").lower()
    return next((role for role, said in _ROLES.items() if re.fullmatch(said, text)), None)


def _is_size(words: str) -> bool:
    return _SIZE_ONLY.fullmatch(words.strip()) is not None


# -- lines of text ---------------------------------------------------------------------


def _texts(elements: Iterable[Any], scale: float) -> Iterator[_Text]:
    """Yield every line of text that shows, in grains on the page."""
    count, line, down = 0, None, 0.0
    for element in elements:
        if not isinstance(element, svgelements.Text) or not (element.text or "").strip():
            continue
        if str(element.values.get("display")) == "none" or str(element.values.get("visibility")) == "hidden":
            continue
        count += 1
        if count > MOST_TEXTS:
            return
        # Each line of several is told from where the one before stood.
        begins = (element.x, element.y)
        down = down + element.dy if line == begins else element.dy
        line = begins
        text = _text(element, down, scale)
        if text is not None:
            yield text


def _text(element: Any, down: float, scale: float) -> _Text | None:
    words = " ".join(element.text.split())[:MOST_LETTERS]
    size = float(element.font_size or 0)
    wide = _width(words) * size
    x, y = float(element.x + element.dx), float(element.y + down)
    x -= {"middle": wide / 2, "end": wide}.get(str(element.anchor), 0.0)
    local = ((x, y - _UP * size), (x + wide, y - _UP * size), (x + wide, y + _DOWN * size), (x, y + _DOWN * size))
    points = [element.transform.point_in_matrix_space(svgelements.Point(*one)) for one in local]
    corners = tuple((float(point.x) * scale, float(point.y) * scale) for point in points)
    if size <= 0 or not all(math.isfinite(number) for corner in corners for number in corner):
        return None
    return _Text(words, math.dist(corners[0], corners[3]) / (_UP + _DOWN), corners)


def _width(words: str) -> float:
    """Return how wide words run, in sizes of their letters."""
    font = measured(_FONT)
    usual = font.widths["n"]
    return sum(font.widths.get(letter, usual) for letter in words) / font.em


def _grouped(texts: Iterable[_Text]) -> Iterator[_Group]:
    """Yield lines that stand one below the other, and words of one line, together."""
    lines: list[_Text] = []
    for text in texts:
        if lines and not _goes_on(lines, text):
            yield _Group(tuple(lines))
            lines = []
        lines.append(text)
    if lines:
        yield _Group(tuple(lines))


def _goes_on(lines: Sequence[_Text], text: _Text) -> bool:
    last = lines[-1]
    larger, smaller = max(last.size, text.size), min(last.size, text.size)
    if _role_said(last.words) or _role_said(text.words):
        return False
    if larger > _SAME_SIZE * smaller or not (_is_level(last) and _is_level(text)):
        return False
    below = text.corners[0][1] - last.corners[0][1]
    left, right = min(line.corners[0][0] for line in lines), max(line.corners[1][0] for line in lines)
    return 0 <= below <= _NEXT_LINE * larger and text.corners[0][0] < right + larger and text.corners[1][0] > left


def _is_level(text: _Text) -> bool:
    (x1, y1), (x2, y2) = text.corners[:2]
    return abs(y2 - y1) <= 0.02 * abs(x2 - x1) and x2 > x1
