"""What became of a sketch on its page, in words: changes, and the gist of a fit."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Final

from inkquilt.fit.request import Change, Fit, School, Variant
from inkquilt.fit.rules import Rules
from inkquilt.fit.sizes import keeps_photos, scale_of, trims
from inkquilt.lengths import Grains, Unit, format_nearest, with_unit
from inkquilt.sketch.model import FULL_TURN, Block, Role, Size, Sketch


def size_text(size: Size, rules: Rules) -> str:
    """Return "4 × 6" in the page's unit."""
    return size_text_of(size, rules.request.page.unit)


def size_text_of(size: Size, unit: Unit) -> str:
    """Return "4 × 6" in a unit."""
    return f"{format_nearest(size.width, unit)} × {format_nearest(size.height, unit)}"


def changes_of(rules: Rules, blocks: tuple[Block, ...], held: Sketch) -> tuple[Change, ...]:
    """Return a change for each block that is not the drawn block scaled to the page.

    A ``size`` change is told for every size that differs from the drawn one; a
    ``place`` change only where a block lies off its scaled place by a grid step or more.
    ``held`` is the sketch before it was arranged anew: sizes are told from it, and
    what it does not have was added.
    """
    sizes = {block.id: block.size for block in held.blocks}
    return tuple(change for drawn, block in zip(rules.sketch.blocks, blocks, strict=True)
                 for change in _changes(rules, drawn, block, sizes.get(drawn.id)))  # fmt: skip


def tilts_given_up(sketch: Sketch, straight: frozenset[str]) -> Iterator[Change]:
    """Yield a ``turn`` change for every block that was straightened."""
    for block in sketch.blocks:
        if block.id in straight and block.turn:
            degrees = block.turn / 100 if block.turn <= FULL_TURN // 2 else (FULL_TURN - block.turn) / 100
            way = "clockwise" if block.turn <= FULL_TURN // 2 else "anticlockwise"
            why = "tilted it would not fit at its size, so it stands straight rather than being cut smaller"
            yield Change(block.id, "turn", f"{degrees:g}° {way}", "straight", why)


def _changes(rules: Rules, drawn: Block, block: Block, was: Size | None) -> Iterator[Change]:
    if was is None:
        yield Change(block.id, "added", "", size_text(block.size, rules), "added to fill the larger page")
    elif block.size != was:
        reason = _size_reason(rules, replace(drawn, width=was.width, height=was.height), block)
        yield Change(block.id, "size", size_text(was, rules), size_text(block.size, rules), reason)
    if drawn.role is Role.BASE:
        return
    scale_x, scale_y = scale_of(rules.sketch, rules.request)
    off_x = _off(2 * block.x + block.width, (2 * drawn.x + drawn.width) * scale_x)
    off_y = _off(2 * block.y + block.height, (2 * drawn.y + drawn.height) * scale_y)
    step = rules.request.grid
    if max(off_x, off_y) >= 2 * step:
        unit = rules.request.page.unit
        moved = [
            f"{format_nearest(off // 2, unit)} {unit.value} {way}"
            for off, way in ((off_x, "across"), (off_y, "up or down"))
            if off >= 2 * step
        ]
        yield Change(
            block.id,
            "place",
            _place_text(Fraction(drawn.x) * scale_x, Fraction(drawn.y) * scale_y, rules),
            _place_text(Fraction(block.x), Fraction(block.y), rules),
            f"moved {' and '.join(moved)} from its scaled place to keep clear of its neighbours or in line with them",
        )


def _off(doubled_centre: int, wanted: Fraction) -> Grains:
    return round(abs(doubled_centre - wanted))


def _place_text(x: Fraction, y: Fraction, rules: Rules) -> str:
    unit = rules.request.page.unit
    return f"{format_nearest(round(x), unit)} from the left, {format_nearest(round(y), unit)} from the top"


def _size_reason(rules: Rules, drawn: Block, block: Block) -> str:
    match drawn.role:
        case Role.BASE:
            return "the base is the page"
        case Role.PHOTO:
            return _photo_reason(rules, drawn, block)
        case Role.MAT:
            return "a mat is its piece and its reveals"
        case Role.CLUSTER:
            return "the page is smaller; embellishments come down to three quarters at most"
        case Role.TAG:
            return "a tag keeps its proportions"
    runs = rules.relations.run_offs[drawn.id]
    if runs:
        sides = " and ".join(sorted(side.value for side in runs))
        return f"scaled with the page; it still runs off on the {sides}"
    return "scaled with the page, to the cutter's marks"


def _photo_reason(rules: Rules, drawn: Block, block: Block) -> str:
    request = rules.request
    exists = request.photo_term(block.id).print_size
    if exists is not None:
        cuts = _cuts(rules, exists, block.size)
        return f"the print that exists is {size_text(exists, rules)}{f'; trim {cuts}' if cuts else ', not trimmed'}"
    whole = [s for listed in request.print_sizes for s in (listed, listed.swapped())] + [drawn.size]
    if block.size in whole:
        trim = "a print size, not trimmed"
    else:
        prints = [size for size in whole if block.size in set(trims(size, request))]
        nearest = min(prints, key=lambda size: size.width * size.height)
        trim = f"print it {size_text(nearest, rules)} and trim {_cuts(rules, nearest, block.size)}"
    if keeps_photos(rules.school):
        return f"as drawn it would not fit beside the rest; {trim}"
    return f"nearest to the page's scale; {trim}"


def _cuts(rules: Rules, whole: Size, kept: Size) -> str:
    """Return what comes off a print, or nothing."""
    sides = ((whole.width - kept.width, "width"), (whole.height - kept.height, "height"))
    unit = rules.request.page.unit
    return " and ".join(f"{with_unit(off, unit)} off its {name}" for off, name in sides if off)


# -- naming a way ----------------------------------------------------------------------


@dataclass(frozen=True, slots=True)
class Gist:
    """A fit in a few words: what it is called, and what it gains and gives up (eight words or fewer)."""

    title: str
    words: str


TITLES: Final = {
    School.KEEP_PHOTOS: "Photos kept big",
    School.KEEP_PROPORTIONS: "All in proportion",
    School.IDEA: "The idea, evenly spread",
    School.FILL: "The extra filled",
    School.REFLOW: "Rows and columns anew",
}
VARIANT_TITLES: Final = {
    Variant.WIDER_PAPER: "Wider paper",
    Variant.SPLIT_BASE: "Base in two papers",
    Variant.STEP_OUT: "A panel steps out",
    Variant.REPEAT_STRIP: "The strip again",
    Variant.WIDER_BORDER: "Wider border",
    Variant.ONE_COLUMN: "One column",
    Variant.TWO_COLUMNS: "Two columns",
    Variant.TURNED_ROWS: "Rows as columns",
    Variant.ONE_ROW: "One row",
}


def gist_of(fit: Fit) -> Gist:
    """Name a fit by what it gains and gives up."""
    title = VARIANT_TITLES.get(fit.way.variant, TITLES[fit.way.school])
    if fit.way.turn % 180:
        title += ", on its side"
    if fit.way.mirrored:
        title += ", mirrored"
    if not fit.found:
        return Gist(title, "does not fit this page")
    drawn = {block.id: block.size for block in (fit.held or fit.sketch).blocks}
    photos = [block for block in fit.blocks if block.role is Role.PHOTO]
    smaller = sum(_is_smaller(block.size, drawn[block.id]) for block in photos)
    larger = sum(_is_smaller(drawn[block.id], block.size) for block in photos)
    lost = sum(broken.kind == "shared-line" for broken in fit.relations.broken)
    return Gist(title, f"{_photo_words(len(photos), smaller, larger)}, {_line_words(lost)}")


def _is_smaller(size: Size, than: Size) -> bool:
    return size.width * size.height < than.width * than.height


def _photo_words(photos: int, smaller: int, larger: int) -> str:
    if not photos:
        return "no photos"
    if not smaller and not larger:
        return "photos as drawn" if photos > 1 else "photo as drawn"
    count, what = (smaller, "smaller") if smaller >= larger else (larger, "larger")
    if count == photos:
        return f"every photo {what}" if photos > 1 else f"photo {what}"
    return f"{count} of {photos} photos {what}"


def _line_words(lost: int) -> str:
    return "every line kept" if not lost else f"{lost} line{'s' if lost > 1 else ''} lost"
