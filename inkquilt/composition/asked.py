"""What the fields of changes may hold: bounds, written beside their types, for whoever lets changes in.

A length is kept as it was *typed* until the change is made: it is read once, in the page's unit.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, TypeAlias

from inkquilt.errors import UnreadableLength, refuse
from inkquilt.lengths import Grains, Unit, parse_length


@dataclass(frozen=True, slots=True)
class Letters:
    """So many letters at most; ``pattern`` is what the whole text must look like."""

    most: int
    pattern: str = ""


@dataclass(frozen=True, slots=True)
class Between:
    """A number from ``least`` to ``most``, both included."""

    least: float
    most: float


@dataclass(frozen=True, slots=True)
class AtMost:
    """So many in a list."""

    count: int


#: A block, a piece or a story by its key.
Name: TypeAlias = Annotated[str, Letters(60)]
#: A length as it was typed.
Typed: TypeAlias = Annotated[str, Letters(60)]
#: The letter of a paper on a page.
PaperLetter: TypeAlias = Annotated[str, Letters(20)]
#: The key of a relation; that of a row names every block in it.
TieKey: TypeAlias = Annotated[str, Letters(20_000)]
#: A place under the hand, in the page's unit.
Place: TypeAlias = Annotated[float, Between(-10_000, 10_000)]
#: A length under the hand, in the page's unit.
Long: TypeAlias = Annotated[float, Between(0, 10_000)]
#: So many marks or degrees of a finger's width.
Steps: TypeAlias = Annotated[int, Between(-200, 200)]
Degrees: TypeAlias = Annotated[float, Between(-360, 360)]
Colour: TypeAlias = Annotated[str, Letters(7, r"^#[0-9a-f]{6}$")]


def length_of(typed: str | None, unit: Unit, what: str, field: str) -> Grains:
    """Return a typed length; ``what`` names it in the error, which is about ``field``. Raises ``BadInput``."""
    try:
        return parse_length(typed or "", unit).grains
    except UnreadableLength as error:
        raise refuse(error.code, f"{what}: {error}", field) from error
