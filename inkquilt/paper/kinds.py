"""What is to be known of a paper: its sides, what is printed on them, and which way up."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum
from typing import Final

from inkquilt.colour import ColourShare, read_colour
from inkquilt.lengths import Grains


class PaperKind(Enum):
    """What one side of a paper shows."""

    SOLID = "solid"
    SMALL_PRINT = "small print"
    LARGE_PRINT = "large print"
    STRIPE = "stripe"
    DOTS = "dots"
    FLORAL = "floral"
    WORDS = "words"
    PLAID = "plaid"
    METALLIC = "metallic"
    VELLUM = "vellum"

    @classmethod
    def _missing_(cls, value: object) -> PaperKind | None:
        """Read what pages and backups of old say: large prints were called busy."""
        return cls.LARGE_PRINT if value == "busy" else None

    @property
    def is_plain(self) -> bool:
        """Whether it rests the eye: a metallic is a plain. Common practice, no source."""
        return self in (PaperKind.SOLID, PaperKind.METALLIC, PaperKind.VELLUM)

    @property
    def is_bold(self) -> bool:
        """Whether it is a print that blurs beside another of its kind; small repeating prints and dots do not."""
        return self in _BOLD


_BOLD: Final = frozenset({PaperKind.LARGE_PRINT, PaperKind.STRIPE, PaperKind.FLORAL, PaperKind.WORDS, PaperKind.PLAID})
#: How busy a side is of which that was not measured, 0 to 100. Common practice, no source.
_USUAL_BUSYNESS: Final = {
    PaperKind.SOLID: 0, PaperKind.SMALL_PRINT: 25, PaperKind.LARGE_PRINT: 80, PaperKind.STRIPE: 50, PaperKind.DOTS: 30,
    PaperKind.FLORAL: 75, PaperKind.WORDS: 45, PaperKind.PLAID: 60, PaperKind.METALLIC: 20, PaperKind.VELLUM: 0,
}  # fmt: skip
#: What of a side its colours show where that was not measured, the main one first.
_USUAL_SHARES: Final = (60, 25, 10, 5)


def usual_detail(kind: PaperKind) -> float:
    """Return how much goes on in a paper of a kind, 0 to 1."""
    return _USUAL_BUSYNESS[kind] / 100


class SideName(Enum):
    """The two sides of a sheet."""

    A = "A"
    B = "B"


@dataclass(frozen=True, slots=True)
class PaperSide:
    """One side: what it shows, its colours as ``#rrggbb``, the main one first, and whether it has a right way up.

    ``shares`` are what of the side shows each colour, in per cent; ``repeat`` is how far its print repeats and
    ``busyness`` how much goes on in it, 0 to 100: empty and None where they were not measured.
    """

    kind: PaperKind = PaperKind.SOLID
    colours: tuple[str, ...] = ()
    directional: bool = False
    shares: tuple[int, ...] = ()
    repeat: Grains | None = None
    busyness: int | None = None

    @property
    def detail(self) -> float:
        """How much goes on in it, 0 to 1: as measured, or as is usual for its kind."""
        return usual_detail(self.kind) if self.busyness is None else self.busyness / 100

    @property
    def shown(self) -> tuple[ColourShare, ...]:
        """Its colours with their shares, the main one first."""
        shares = self.shares if len(self.shares) == len(self.colours) else _USUAL_SHARES[: len(self.colours)]
        total = sum(shares) or 1
        return tuple(
            ColourShare(read_colour(one), share / total) for one, share in zip(self.colours, shares, strict=False)
        )


class PatternRun(Enum):
    """How a piece lies on a directional paper: the pattern upright on the page, or running across it."""

    UP = "up"
    ACROSS = "across"
