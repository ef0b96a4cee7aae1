"""A cutting machine that is not there, and what it does with a file: values for those who do not run it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from inkquilt.errors import CoreError
from inkquilt.lengths import INCH, Grains
from inkquilt.sketch.model import Size

#: Common practice, no source.
USUAL_MAT: Final = Size(12 * INCH, 12 * INCH)


@dataclass(frozen=True, slots=True)
class Machine:
    """Its mat, the smallest side it can cut, and how fast it moves: units of length a second, cutting and lifted."""

    mat: Size = USUAL_MAT
    smallest: Grains = INCH // 16
    cutting: Grains = 2 * INCH
    lifted: Grains = 6 * INCH


class UnreadableMachineFile(CoreError):
    """A file the machine cannot read."""

    code = "unreadable-machine-file"


@dataclass(frozen=True, slots=True)
class Stroke:
    """One line as the machine follows it: places in the file's unit from the mat's top left corner."""

    layer: str
    places: tuple[tuple[float, float], ...]


@dataclass(frozen=True, slots=True)
class MachineRun:
    """What came of it: lines in their order, faults that stop the machine, warnings, and seconds."""

    strokes: tuple[Stroke, ...]
    faults: tuple[str, ...]
    warnings: tuple[str, ...]
    seconds: float
    length: float
