"""What is to be known of a paper: its sides, what is printed on them, and which way up."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum


class PaperKind(Enum):
    """What one side of a paper shows."""

    SOLID = "solid"
    SMALL_PRINT = "small print"
    BUSY = "busy"
    STRIPE = "stripe"
    METALLIC = "metallic"
    VELLUM = "vellum"


class SideName(Enum):
    """The two sides of a sheet."""

    A = "A"
    B = "B"


@dataclass(frozen=True, slots=True)
class PaperSide:
    """One side: what it shows, its colours as ``#rrggbb``, the main one first, and whether it has a right way up."""

    kind: PaperKind = PaperKind.SOLID
    colours: tuple[str, ...] = ()
    directional: bool = False


class PatternRun(Enum):
    """How a piece lies on a directional paper: the pattern upright on the page, or running across it."""

    UP = "up"
    ACROSS = "across"
