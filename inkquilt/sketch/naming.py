"""What pieces are called that nobody gave a name: by what they are, with a number. "photo 2", "story"."""

from __future__ import annotations

import re
from collections.abc import Collection, Iterable
from typing import Final

from inkquilt.sketch.model import Block, Role, Size

_WORDS: Final = {Role.JOURNALING: "story"}
_ROWS: Final = ("top", "", "bottom")
_COLUMNS: Final = ("left", "", "right")
_THIRDS: Final = 3


def word_for(role: Role) -> str:
    """Return what a piece of a role is called."""
    return _WORDS.get(role, role.value)


def numbered(stem: str, taken: Collection[str], first: int = 1) -> str:
    """Return the stem with the lowest number from ``first`` on that is not taken.

    >>> numbered("photo", {"photo 1", "photo 3"})
    'photo 2'
    """
    number = first
    while f"{stem} {number}" in taken:
        number += 1
    return f"{stem} {number}"


def next_name(role: Role, blocks: Iterable[Block]) -> str:
    """Return what one more piece of a role is called: the second of them has a 2."""
    others = [block for block in blocks if block.role is role]
    return numbered(word_for(role), {block.label or "" for block in blocks} | {word_for(role)}, len(others) + 1)


def is_given(block: Block) -> bool:
    """Tell whether a piece has a name that it was given; one that tells its role and a number is none."""
    if not block.label:
        return False
    stem = block.label.rstrip("0123456789").rstrip()
    return stem not in (word_for(block.role), block.role.value)


def placed_name(block: Block, page: Size) -> str:
    """Return a piece's name; one that is only numbered is told with its place: ``photo 1, top left``."""
    if not re.fullmatch(rf"({block.role.value}|{word_for(block.role)})[-_ ]\d+", block.label or block.id):
        return block.name
    return f"{block.name}, {place_words(block, page)}"


def place_words(block: Block, page: Size) -> str:
    """Return where on a page a piece lies, by the third that its middle falls in: ``bottom right``, ``middle``."""
    across = _third(2 * block.x + block.width, 2 * page.width)
    down = _third(2 * block.y + block.height, 2 * page.height)
    return f"{_ROWS[down]} {_COLUMNS[across]}".strip() or "middle"


def _third(at: int, whole: int) -> int:
    return min(_THIRDS - 1, max(0, _THIRDS * at // whole))
