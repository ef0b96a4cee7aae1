"""Paper entered in one line, as people say it.

``2 navy 12x12, directional`` is two sheets; ``scrap kraft 4 1/2 x 7`` a scrap; ``pad
meadow 6x6, 24 sheets, small print / cream`` a pad whose other side is cream. What
stands before the size is the paper's name, without the words that mean something here.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Final

from inkquilt.errors import CoreError
from inkquilt.lengths import INCH, MM, Unit, parse_length, size_with_unit
from inkquilt.paper.kinds import PaperKind, PaperSide
from inkquilt.sketch.model import Size

#: Colours by the names people use for papers: common practice, no source.
COLOURS: Final = {
    "white": "#fdfdfb",
    "cream": "#f6eed8", "ivory": "#f8f2e2", "linen": "#ece3d0", "kraft": "#b98f62", "tan": "#cdaa7d",
    "brown": "#6f4b32", "black": "#222120", "charcoal": "#43474b", "grey": "#8d9194", "gray": "#8d9194",
    "silver": "#c3c7ca", "navy": "#22345c", "blue": "#3c6ea5", "sky": "#9cc7e4", "denim": "#4b6a88", "teal": "#1f7a7a",
    "aqua": "#7cc9c4", "mint": "#b7dfc6", "sage": "#9aae8c", "green": "#4d8b4f", "moss": "#6b7a3a", "olive": "#77733a",
    "lime": "#a9c93f", "yellow": "#f0c93b", "mustard": "#cf9d2e", "gold": "#c8a24a", "ochre": "#c08a2f",
    "orange": "#de7a2d", "peach": "#f3bd9a", "coral": "#e8745c", "red": "#b8332f", "madder": "#a8392e",
    "burgundy": "#6f1f33", "rose": "#d98b98", "blush": "#eccbc6", "pink": "#e79bb0", "plum": "#6c3a5b",
    "purple": "#6a4a8c", "lilac": "#bda6d3", "lavender": "#b9b0da", "copper": "#b06a43",
}  # fmt: skip
_NAMED_SIZES: Final = {
    "letter": Size(17 * INCH // 2, 11 * INCH), "a4": Size(210 * MM, 297 * MM), "a5": Size(148 * MM, 210 * MM),
}  # fmt: skip
#: The standard sheet.
_STANDARD: Final = Size(12 * INCH, 12 * INCH)
_SCRAPS: Final = re.compile(r"\b(?:scraps?|offcuts?|pad)\b", re.IGNORECASE)
_KINDS: Final = {
    **{kind.value: kind for kind in PaperKind}, "plain": PaperKind.SOLID, "cardstock": PaperKind.SOLID,
    "small": PaperKind.SMALL_PRINT, "stripes": PaperKind.STRIPE, "striped": PaperKind.STRIPE,
    "foil": PaperKind.METALLIC, "flowers": PaperKind.FLORAL, "busy": PaperKind.LARGE_PRINT, "dot": PaperKind.DOTS,
    "dotted": PaperKind.DOTS, "checked": PaperKind.PLAID, "text": PaperKind.WORDS,
}  # fmt: skip
_NUMBER: Final = r"\d+(?:[.,]\d+|\s*[½¼¾⅛⅜⅝⅞]|(?:\s+|-)\d+/\d+|/\d+)?|[½¼¾⅛⅜⅝⅞]"
_SIZE: Final = re.compile(
    rf"(?P<w>{_NUMBER})\s*(?:in|\"|″)?\s*(?:[x×]|by\b)\s*(?P<h>{_NUMBER})\s*(?P<unit>mm|cm|in\b|\"|″)?", re.IGNORECASE
)
#: A number below nothing; a dash between words is none.
_LESS: Final = re.compile(r"(?:^|\s)[-−–]\d+[^\s,;]*")
_PLAIN_PRICE: Final = re.compile(r"(\d{1,6})(?:[.,](\d{1,2}))?")
_SHEETS: Final = re.compile(r"\b(\d{1,4})\s*(?:sheets?|pcs|pieces?)\b", re.IGNORECASE)
_COUNT: Final = re.compile(r"^\s*(\d{1,4})(?:\s*[x×])?\s+(?=[^\W\d_])")
_PRICE: Final = re.compile(r"\b(?:at|each)\s+(\d+(?:[.,]\d{1,2})?)\b|\b(\d+[.,]\d{2})\s+each\b", re.IGNORECASE)
MOST_SHEETS: Final = 1_000
_LARGEST: Final = 40 * INCH


class UnreadablePaper(CoreError):
    """A line that does not say what paper it is."""

    code = "unreadable-paper"

    def __init__(self, line: str, why: str) -> None:
        self.line = line
        super().__init__(f"“{line[:60]}”: {why} These would do: 2 navy 12x12, directional; scrap kraft 4 1/2 x 7.")


class UnreadablePrice(CoreError):
    """A price that is no number."""

    code = "unreadable-price"

    def __init__(self, text: str) -> None:
        self.text = text
        super().__init__(f"“{text[:20]}” is no price. 1.20 would do.")


@dataclass(frozen=True, slots=True)
class PaperEntry:
    """What a line says. ``price`` is that of one sheet in hundredths."""

    name: str
    size: Size
    count: int
    scrap: bool
    front: PaperSide
    back: PaperSide
    two_tone: bool = False
    price: int | None = None


def read_entry(line: str, unit: Unit = Unit.IN) -> PaperEntry:
    """Read one line. Raises ``UnreadablePaper``."""
    text = " ".join(line.split())
    if len(text) > 200:
        raise UnreadablePaper(text, "that is too long for one paper.")
    before = text[: match.start()] if (match := _SIZE.search(text)) else _without_size(text)
    size, text = _size(text, unit)
    price, text = _price(text)
    if (less := _LESS.search(text)) is not None:
        raise UnreadablePaper(line, f"“{less[0].strip()}” is less than none.")
    count, text = _count(text)
    front_text, _, back_text = text.partition("/")
    front, name = _side(front_text)
    back, back_name = _side(back_text)
    leading = [word for word in re.split(r"[\s,;]+", _count(before)[1]) if word]
    words = [word for word in leading if word.lower() not in _TAKEN]
    words = words or [word for word in name if word.lower() not in _TAKEN]
    if not (1 <= count <= MOST_SHEETS):
        raise UnreadablePaper(line, f"there can be 1 to {MOST_SHEETS} of a paper.")
    lower = {word.lower() for word in (*name, *leading)}
    title = " ".join(words) or " ".join(back_name) or front.kind.value
    return PaperEntry(
        title[:80],
        size,
        count,
        bool(lower & _SCRAP),
        front,
        back if back_text.strip() else PaperSide(),
        "two-tone" in lower or "twotone" in lower,
        price,
    )


def _without_size(text: str) -> str:
    """Return what names a paper of which no size is said in numbers."""
    is_named = any(re.search(rf"\b{name}\b", text, re.IGNORECASE) for name in _NAMED_SIZES)
    return "" if is_named else re.split("[,;/]", text)[0]


_SCRAP: Final = {"scrap", "scraps", "offcut", "offcuts"}
#: Words that are no part of a name.
_TAKEN: Final = {*_SCRAP, "pad", "sheet", "sheets", "of", "directional", "two-tone", "twotone"}


def unit_of(size: Size) -> Unit:
    """Return the unit a size was most likely made in: millimetres when only they come out whole.

    >>> unit_of(Size(210 * MM, 297 * MM)), unit_of(Size(12 * INCH, 12 * INCH))
    (<Unit.MM: 'mm'>, <Unit.IN: 'in'>)
    """
    sides = (size.width, size.height)
    in_inches = all(side % (INCH // 16) == 0 for side in sides)
    return Unit.MM if not in_inches and all(side % (MM // 2) == 0 for side in sides) else Unit.IN


def sheet_words(size: Size, unit: Unit) -> str:
    """Return a sheet's size as one says it: in the unit where it comes out, by its name where it has one.

    >>> sheet_words(Size(12 * INCH, 12 * INCH), Unit.IN), sheet_words(Size(210 * MM, 297 * MM), Unit.IN)
    ('12 × 12 in', 'A4')
    """
    name = next((name for name, known in _NAMED_SIZES.items() if known == size and name != "letter"), "")
    if name and unit is not Unit.MM:
        return name.upper()
    return size_with_unit(size.width, size.height, unit)


def _size(text: str, unit: Unit) -> tuple[Size, str]:
    match = _SIZE.search(text)
    if match is not None:
        own = match["unit"] or unit.value
        try:
            sides = [parse_length(f"{match[side]} {own}", unit).grains for side in ("w", "h")]
        except CoreError as error:
            raise UnreadablePaper(text, f"{error}") from error
        if not all(0 < side <= _LARGEST for side in sides):
            raise UnreadablePaper(text, "a sheet is more than nothing and at most 40 in long.")
        return Size(*sides), text[: match.start()] + " " + text[match.end() :]
    for name, size in _NAMED_SIZES.items():
        named = re.search(rf"\b{name}\b", text, re.IGNORECASE)
        if named:
            return size, text[: named.start()] + " " + text[named.end() :]
    # A sheet of which no size is said is the standard one: common practice, no source.
    if re.search(r"\bsheets?\b", text, re.IGNORECASE) and not _SCRAPS.search(text):
        return _STANDARD, text
    raise UnreadablePaper(text, "how large is it?")


def _price(text: str) -> tuple[int | None, str]:
    match = _PRICE.search(text)
    if match is None:
        return None, text
    whole, _, rest = (match[1] or match[2]).replace(",", ".").partition(".")
    return int(whole) * 100 + int((rest + "00")[:2]), text[: match.start()] + " " + text[match.end() :]


def read_price(text: str) -> int | None:
    """Read a price as typed, in hundredths; nothing typed is no price. Raises ``UnreadablePaper``.

    >>> read_price("1,20"), read_price(" 3 "), read_price("")
    (120, 300, None)
    """
    typed = text.strip()
    if not typed:
        return None
    match = _PLAIN_PRICE.fullmatch(typed)
    if match is None:
        raise UnreadablePrice(typed)
    return int(match[1]) * 100 + int(((match[2] or "") + "00")[:2])


def _count(text: str) -> tuple[int, str]:
    for pattern in (_SHEETS, _COUNT):
        match = pattern.search(text)
        if match:
            return int(match[1]), text[: match.start()] + " " + text[match.end() :]
    return 1, text


def _side(text: str) -> tuple[PaperSide, list[str]]:
    """Return what a side shows, and the words that are left for a name; colours stay in the name."""
    words = [word for word in re.split(r"[\s,;]+", text) if word]
    lower = [word.lower() for word in words]
    kind, used = PaperKind.SOLID, set()
    joined = " ".join(lower)
    for name, one in _KINDS.items():
        if re.search(rf"\b{name}\b", joined):
            kind, used = one, set(name.split()) - {"cardstock", "floral"}
            if one is PaperKind.SMALL_PRINT:
                used |= {"small", "print"}
            break
    colours = tuple(COLOURS[word] for word in dict.fromkeys(lower) if word in COLOURS)
    rest = [word for word, low in zip(words, lower, strict=True) if low not in used]
    return PaperSide(kind, colours, "directional" in lower), rest
