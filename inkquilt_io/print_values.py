"""What is printed on paper, and what a printer says to it: values for those who do not draw or print themselves."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum
from pathlib import Path
from typing import Final

from inkquilt.cutting import PaperPlan
from inkquilt.cutting.trimmer import Trimmer
from inkquilt.lengths import INCH, MM, Grains, Unit
from inkquilt.photos import Crop


@dataclass(frozen=True, slots=True)
class Source:
    """Where the pixels of a print come from, and which part of them."""

    path: Path
    crop: Crop


@dataclass(frozen=True, slots=True)
class Pixelled:
    """A print as pixels: a JPEG file with its own density, its mode, its size and its colour profile."""

    jpeg: bytes
    mode: str
    width: int
    height: int
    profile: bytes | None


#: The margin of most home printers. Common practice, no source.
USUAL_MARGIN: Final[Grains] = 3 * MM


class PrinterFault(Enum):
    """Why a printer stops."""

    WRONG_PAPER = "wrong-paper"
    PAPER_OUT = "paper-out"
    BORDERLESS = "borderless"


@dataclass(frozen=True, slots=True)
class Printer:
    """What is in the printer and what it can do."""

    paper: str
    sheets: int = 20
    margin: Grains = USUAL_MARGIN
    borderless: bool = False


@dataclass(frozen=True, slots=True)
class Line:
    """One line of the log; a ``fault`` stops the job, otherwise it goes on."""

    words: str
    fault: PrinterFault | None = None


@dataclass(frozen=True, slots=True)
class Job:
    """What came of a job: the log, and each sheet that came out as a PNG file."""

    log: tuple[Line, ...]
    sheets: tuple[bytes, ...]

    @property
    def fault(self) -> PrinterFault | None:
        """What stopped it, if anything did."""
        return next((line.fault for line in self.log if line.fault), None)


class SheetSize(Enum):
    """Printer paper: width and height in grains. Letter is 8 1/2 x 11 in, A4 follows ISO 216."""

    LETTER = (17 * INCH // 2, 11 * INCH)
    A4 = (210 * MM, 297 * MM)


@dataclass(frozen=True, slots=True)
class CutBook:
    """All that is printed: a page's papers by name with their plans, and what is to be bought."""

    title: str
    unit: Unit
    papers: tuple[tuple[str, PaperPlan], ...]
    trimmers: tuple[Trimmer, ...]
    to_buy: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Slip:
    """What stands on a slip: the page's name, facts with a head each ("When", "14 June 2026"), story, what was used."""

    name: str
    facts: tuple[tuple[str, str], ...]
    story: str
    used: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Swatch:
    """One colour with what is written beside it."""

    colour: str
    name: str
    lines: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class SwatchAsked:
    """What a card shows: papers to look for, papers that lie on the page, and colours of its photos."""

    page: str
    lacking: tuple[Swatch, ...]
    papers: tuple[Swatch, ...]
    photos: tuple[Swatch, ...]


@dataclass(frozen=True, slots=True)
class ListPart:
    """A part of a list: its head, and its lines, each a name and what is told of it."""

    head: str
    lines: tuple[tuple[str, str], ...]


@dataclass(frozen=True, slots=True)
class PrintedList:
    """A list to print: its title, a sentence about it, its parts; an empty part is left out."""

    title: str
    told: str
    parts: tuple[ListPart, ...]
