"""What is laid under a title that is hard to read: a plain strip, a label, or circles in a row, cut from paper."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from typing import Final

from inkquilt.colour import Rgb, contrast
from inkquilt.embellishments import CUT, LARGEST, Accent, Embellishment, EmbellishmentKind, Form, free_key
from inkquilt.lengths import Unit, with_unit
from inkquilt.moving import kept_on
from inkquilt.page import Page
from inkquilt.sketch.model import Block, Size
from inkquilt.words.readable import Underlay, UnderlayKind
from inkquilt.words.title import TitleSetting

#: A title along the side, in hundredths of a degree.
UPRIGHT: Final = 9_000
#: Plain paper that everybody has.
WHITE: Final = Rgb(253, 253, 251)
_FORMS: Final = {
    UnderlayKind.STRIP: Form.STRIP, UnderlayKind.LABEL: Form.LABEL, UnderlayKind.CIRCLES: Form.ROUND,
}  # fmt: skip
_NAMES: Final = {
    UnderlayKind.STRIP: "plain strip", UnderlayKind.LABEL: "plain label", UnderlayKind.CIRCLES: "plain circle",
}  # fmt: skip


def standing_out(ink: Rgb, plain: Iterable[Rgb]) -> list[Rgb]:
    """Return white and the colours of plain papers, the one that letters stand out from most first."""
    return sorted({WHITE, *plain}, key=lambda colour: -contrast(ink, colour))


def pieces_under(
    underlay: Underlay, title: str, turn: int, colour: Rgb, accents: Sequence[Accent], page: Page
) -> tuple[Accent, ...]:
    """Return an underlay as pieces tucked under a title; none where a piece would be larger than paper comes.

    ``turn`` is that of the title's line, in hundredths of a degree; circles lie along a level or upright line only.
    """
    circles = underlay.kind is UnderlayKind.CIRCLES
    wide, high = underlay.size.width, underlay.size.height
    each = Size(min(wide, high), min(wide, high)) if circles else underlay.size
    if max(each.width, each.height) > min(LARGEST, max(page.width, page.height)) or (circles and turn):
        return ()
    what = Embellishment(
        CUT, _NAMES[underlay.kind], EmbellishmentKind.BASE, _FORMS[underlay.kind], each, (colour,), count=None
    )
    laid: list[Accent] = []
    for number in range(underlay.count if circles else 1):
        part = (2 * number + 1) / (2 * underlay.count) if circles else 0.5
        along, across = (part, 0.5) if wide >= high else (0.5, part)
        x, y = round(underlay.x + wide * along), round(underlay.y + high * across)
        key = free_key((*accents, *laid), "strip")
        laid.append(kept_on(Accent(key, what, x, y, turn % 36_000, under=title, group="title"), page))
    return tuple(laid)


def under_setting(
    underlay: Underlay, title: Block, setting: TitleSetting, colour: Rgb, accents: Sequence[Accent], page: Page
) -> tuple[Accent, ...]:
    """Return an underlay of a title that is set so, turned with its line; one along the side is measured upright."""
    turn = title.turn + (setting.turn if abs(setting.turn) != UPRIGHT else 0)
    return pieces_under(underlay, title.id, turn, colour, accents, page)


def laid_before(accents: Iterable[Accent], title: str) -> tuple[Accent, ...]:
    """Return what was cut and laid under a title already: another underlay takes its place."""
    return tuple(one for one in accents if one.under == title and one.what.key == CUT)


def underlay_words(underlay: Underlay, unit: Unit) -> str:
    """Say what is laid, and how large it is."""
    name, size = _NAMES[underlay.kind], underlay.size
    if underlay.kind is UnderlayKind.CIRCLES:
        each = with_unit(min(size.width, size.height), unit)
        return f"{underlay.count} {name}s of {each}" if underlay.count > 1 else f"a {name} of {each}"
    return f"a {name} of {with_unit(size.width, unit)} × {with_unit(size.height, unit)}"
