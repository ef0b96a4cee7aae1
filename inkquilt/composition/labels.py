"""What of hers words can be written on: labels of the stash, what her dies cut, outlines that are drawn."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Final

from inkquilt.embellishments import Embellishment, EmbellishmentKind, Form, corners_of_form
from inkquilt.fit.request import Die
from inkquilt.lengths import INCH, Unit, with_unit
from inkquilt.sketch.model import Shape, Size
from inkquilt.words.rooms import ROUND
from inkquilt.words.stories import JournalWay, Label

#: Nothing smaller is written on.
_LEAST: Final = Size(3 * INCH // 2, INCH)
#: The largest come first; more would only be a long list.
_MOST_LABELS: Final = 6
_MOST_DIES: Final = 4
#: Outlines that are drawn as large as their place: a label is drawn out, a heart and a flower are not.
_DRAWN: Final = {Form.LABEL: "a label with cut corners", Form.FLOWER: "a scalloped round", Form.HEART: "a heart"}


@dataclass(frozen=True, slots=True)
class Writable:
    """What she owns that could be written on."""

    owned: tuple[Embellishment, ...] = ()
    dies: tuple[Die, ...] = ()


NOTHING_TO_WRITE_ON: Final = Writable()


def labels_of(writable: Writable, left: Mapping[str, int], unit: Unit) -> Iterator[Label]:
    """Yield what can be written on, the largest first; ``left`` says how many of each are still there."""
    owned = [one for one in writable.owned if _takes_words(one) and left.get(one.key)]
    for one in sorted(owned, key=lambda label: -label.area)[:_MOST_LABELS]:
        outline = one.outline or (() if one.form is Form.STRIP else corners_of_form(one.form))
        yield Label(JournalWay.LABEL, f"“{one.name}”", one.size, outline, False, one.key, one.colours[0].text)
    dies = [die for die in writable.dies if die.shape in (Shape.RECT, Shape.CIRCLE) and _is_large(die.size)]
    for die in sorted(dies, key=lambda one: -one.size.width * one.size.height)[:_MOST_DIES]:
        wide, high = (with_unit(length, unit) for length in (die.size.width, die.size.height))
        name = f"a circle of {wide}" if die.shape is Shape.CIRCLE else f"a piece of {wide} × {high}"
        yield Label(JournalWay.DIE, name, die.size, ROUND if die.shape is Shape.CIRCLE else ())
    for form, name in _DRAWN.items():
        yield Label(JournalWay.OUTLINE, name, None, corners_of_form(form), form is not Form.LABEL)


def _takes_words(one: Embellishment) -> bool:
    return one.kind is EmbellishmentKind.BASE and not one.text and _is_large(one.size)


def _is_large(size: Size) -> bool:
    return size.width >= _LEAST.width and size.height >= _LEAST.height
