"""What comes out of a picture: values for those who do not look into it themselves."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Final

from inkquilt.assembly.dry_fit import Seen
from inkquilt.colour import Rgb, difference, lab
from inkquilt.embellishments import Form
from inkquilt.errors import BadInput, Fault
from inkquilt.lengths import INCH, Grains
from inkquilt.paper.openings import Inset
from inkquilt.sketch.model import Part, Size

MOST_BYTES: Final = 40 * 1024 * 1024


class PictureFaults(BadInput):
    """A picture that cannot be read as a sketch."""

    code = "picture-faults"


def refuse(code: str, words: str) -> PictureFaults:
    """Return the error for a picture that cannot be read."""
    return PictureFaults([Fault(None, code, words)])


MOST_THINGS: Final = 60


#: Things are alike whose sides differ by no more than this, and whose colours (CIEDE2000) by no more than that.
_ALIKE: Final[Grains] = INCH // 16


_ONE_COLOUR: Final = 9.0


@dataclass(frozen=True, slots=True)
class Thing:
    """Something that lies on the sheet, set straight: its size, its outline in ``POLYGON_PARTS`` of that, its colours
    (the one that fills most first), the outline it is nearest to, and its picture cut out as WebP."""

    size: Size
    outline: tuple[Part, ...]
    colours: tuple[Rgb, ...]
    form: Form
    picture: bytes
    #: Its middle on the sheet, in grains.
    x: Grains
    y: Grains
    #: The upright box round it as it lies there.
    lies: Size
    #: How many like it lie there.
    count: int = 1


def grouped(things: Sequence[Thing]) -> tuple[Thing, ...]:
    """Return things of one outline, size and colour as one with their count."""
    groups: list[Thing] = []
    for thing in things:
        place = next((n for n, one in enumerate(groups) if _are_alike(one, thing)), None)
        if place is None:
            groups.append(thing)
        else:
            groups[place] = replace(groups[place], count=groups[place].count + 1)
    return tuple(groups)


def _are_alike(one: Thing, other: Thing) -> bool:
    sides = zip(sorted((one.size.width, one.size.height)), sorted((other.size.width, other.size.height)), strict=True)
    sizes = all(abs(a - b) <= _ALIKE for a, b in sides)
    return sizes and one.form is other.form and difference(lab(one.colours[0]), lab(other.colours[0])) <= _ONE_COLOUR


@dataclass(frozen=True, slots=True)
class Traced:
    """A piece on the page, and the mat that shows round it, if one does."""

    piece: Inset
    mat: Inset | None = None


@dataclass(frozen=True, slots=True)
class DryFitRead:
    """What was seen: the page laid straight (JPEG), and of each thing how it lies."""

    straight: bytes
    seen: Mapping[str, Seen]
