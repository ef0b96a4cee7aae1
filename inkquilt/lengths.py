"""Exact lengths: the one unit, how texts are read into it and printed from it.

One *grain* is 3.125 micrometres. An inch is 8128 grains, 1/64 in is 127, a
millimetre 320: all exact, so inches and millimetres meet without rounding and
no floating-point number ever decides a cut. (1 in = 25.4 mm by definition:
international yard and pound agreement, 1959.)

Lengths are plain ``int`` in grains everywhere in the core; convert at the edges
only. Non-goal: angles and areas.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from decimal import Decimal
from enum import Enum
from fractions import Fraction
from typing import Final, TypeAlias

from inkquilt.errors import UnreadableLength

Grains: TypeAlias = int

INCH: Final[Grains] = 8128
SIXTY_FOURTH: Final[Grains] = 127
MM: Final[Grains] = 320
CM: Final[Grains] = 3200

#: Nothing on a craft table is longer; larger numbers are slips or attacks.
LONGEST: Final[Grains] = 10_000 * MM


class Unit(Enum):
    """The unit a sketch, page or text is written in."""

    IN = "in"
    MM = "mm"

    @property
    def grains(self) -> Grains:
        """Grains in one of this unit."""
        return INCH if self is Unit.IN else MM


@dataclass(frozen=True, slots=True)
class Parsed:
    """A length that was read: ``exact`` is False when it had to be rounded to a grain."""

    grains: Grains
    exact: bool


_VULGAR: Final = {
    "½": "1/2", "¼": "1/4", "¾": "3/4", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8",
    "⅓": "1/3", "⅔": "2/3", "⅕": "1/5", "⅖": "2/5", "⅗": "3/5", "⅘": "4/5", "⅙": "1/6",
    "⅚": "5/6", "⅐": "1/7", "⅑": "1/9", "⅒": "1/10",
}  # fmt: skip
_UNIT_GRAINS: Final = {
    "": None, '"': INCH, "″": INCH, "”": INCH, "''": INCH, "in": INCH, "in.": INCH, "inch": INCH, "inches": INCH,
    "mm": MM, "mm.": MM, "cm": CM, "cm.": CM,
}  # fmt: skip
_WHOLE_TEXT: Final = re.compile(r"(?P<sign>[-+−]?)\s*(?P<number>\d[\d\s./,-]*|[.,]\d+)\s*(?P<unit>[^\d]*)")
_DECIMAL: Final = re.compile(r"\d{1,9}[.,]?|\d{0,9}[.,]\d{1,12}")
_FRACTION: Final = re.compile(r"(?:(?P<whole>\d{1,9})(?:\s+|\s*-\s*))?(?P<top>\d{1,9})\s*/\s*(?P<bottom>\d{1,9})")


def parse_length(text: str, unit: Unit) -> Parsed:
    """Read a length as people write it; without a unit of its own it is in ``unit``.

    Decimals and fractions are rounded half-even to the nearest grain, and
    ``exact`` says whether that changed anything. Signs are allowed: a caller
    that wants a positive length says so itself.

    >>> parse_length("2 1/2", Unit.IN).grains == parse_length("63.5 mm", Unit.IN).grains
    True
    >>> parse_length('2½"', Unit.MM).grains == parse_length("2.5", Unit.IN).grains
    True

    Raises ``UnreadableLength``, naming the text and what would be understood.
    """
    if not isinstance(text, str):
        raise UnreadableLength(str(text), "not a text")
    if len(text) > 60:
        raise UnreadableLength(text, "too long")
    plain = text.strip().lower().replace("\u00a0", " ").replace("\u202f", " ").replace("⁄", "/")
    for sign, fraction in _VULGAR.items():
        plain = plain.replace(sign, f" {fraction}")
    match = _WHOLE_TEXT.fullmatch(plain.strip())
    if match is None:
        raise UnreadableLength(text)
    unit_text = match["unit"].strip()
    if unit_text not in _UNIT_GRAINS:
        raise UnreadableLength(text, f"“{unit_text}” is no unit I know")
    amount = _amount(match["number"].strip(), text)
    if match["sign"] in ("-", "−"):
        amount = -amount
    return to_grains(amount, _UNIT_GRAINS[unit_text] or unit.grains, text)


def _amount(number: str, text: str) -> Fraction:
    if _DECIMAL.fullmatch(number):
        return Fraction(number.replace(",", ".").rstrip("."))
    match = _FRACTION.fullmatch(number)
    if match is None:
        raise UnreadableLength(text)
    top, bottom = int(match["top"]), int(match["bottom"])
    if bottom == 0:
        raise UnreadableLength(text, "a fraction over nought")
    if match["whole"] and top >= bottom:
        raise UnreadableLength(text, "a whole number with a fraction of one or more")
    return int(match["whole"] or 0) + Fraction(top, bottom)


def to_grains(amount: Fraction, grains_per_unit: Grains, text: str | None = None) -> Parsed:
    """Convert an exact amount to grains, half-even. Raises ``UnreadableLength`` beyond 10 m."""
    exact = amount * grains_per_unit
    if abs(exact) > LONGEST:
        raise UnreadableLength(text if text is not None else str(amount), "longer than 10 metres")
    grains = round(exact)  # Fraction rounds half to even
    return Parsed(grains, grains == exact)


def read_number(value: int | Decimal | float | str, unit: Unit) -> Parsed:
    """Read a length out of JSON: a number in ``unit`` or a text such as ``"2 1/2"``.

    A float is taken by its shortest decimal, so 0.1 means one tenth.
    Raises ``UnreadableLength``.
    """
    if isinstance(value, bool):
        raise UnreadableLength(str(value), "not a number")
    if isinstance(value, str):
        return parse_length(value, unit)
    number = Decimal(repr(value)) if isinstance(value, float) else Decimal(value)
    if not number.is_finite():
        raise UnreadableLength(str(value), "not a finite number")
    if number.adjusted() > 9 or number.adjusted() < -30:
        if number == 0:
            return Parsed(0, True)
        raise UnreadableLength(str(value)[:20], "far too large or far too small")
    return to_grains(Fraction(number), unit.grains)


def fraction_text(amount: Fraction) -> str:
    """Print an amount as a whole number with a reduced fraction.

    >>> fraction_text(Fraction(5, 2)), fraction_text(Fraction(-1, 8)), fraction_text(Fraction(3))
    ('2 1/2', '-1/8', '3')
    """
    sign = "-" if amount < 0 else ""
    whole, rest = divmod(abs(amount), 1)
    if rest == 0:
        return f"{sign}{whole}"
    part = f"{rest.numerator}/{rest.denominator}"
    return f"{sign}{whole} {part}" if whole else f"{sign}{part}"


def format_length(grains: Grains, unit: Unit) -> str:
    """Print a length exactly, without its unit: a reduced fraction of inches or decimal mm.

    >>> format_length(20320, Unit.IN), format_length(20320, Unit.MM)
    ('2 1/2', '63.5')
    """
    if unit is Unit.IN:
        return fraction_text(Fraction(grains, INCH))
    text = f"{Decimal(grains) / MM:f}"
    return text.rstrip("0").rstrip(".") if "." in text else text


def format_nearest(grains: Grains, unit: Unit) -> str:
    """Print a length as it can be measured: to the nearest 1/64 in or 0.1 mm, "about" when rounded.

    A page edge of A4 is 8 34/127 in exactly; a ruler shows about 8 17/64.
    """
    step = SIXTY_FOURTH if unit is Unit.IN else MM // 10
    nearest = round(Fraction(grains, step)) * step
    text = format_length(nearest, unit)
    return text if nearest == grains else f"about {text}"


def with_unit(grains: Grains, unit: Unit) -> str:
    """Print a measurable length followed by its unit: ``2 1/2 in``."""
    return f"{format_nearest(grains, unit)} {unit.value}"


def size_with_unit(width: Grains, height: Grains, unit: Unit) -> str:
    """Print how wide and high something is, followed by the unit: ``8 1/2 × 11 in``."""
    return f"{format_nearest(width, unit)} × {with_unit(height, unit)}"


def json_length(grains: Grains, unit: Unit) -> int | float | str:
    """Return the exact form for JSON: a whole number, a decimal of mm, or a fraction text.

    Every grain is 1/320 mm = 0.003125 mm, which a JSON decimal holds exactly.
    """
    text = format_length(grains, unit)
    if unit is Unit.IN:
        return int(text) if "/" not in text else text
    return float(text) if "." in text else int(text)
