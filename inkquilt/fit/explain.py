"""What became of a sketch on its page, in words: changes, and the gist of a fit.

A reason says what was really done: scaled with the whole page, kept as a reveal is, brought to
what can be read, laid round what it carries, laid aside.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from typing import Final

from inkquilt.design.reading import PAPERS, WORDS, Design, area
from inkquilt.fit.request import BlockChange, Fit, FitRequest, Rung, School, Variant
from inkquilt.lengths import Unit, format_nearest, with_unit
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.model import FULL_TURN, Block, Role, Size, Sketch


def size_text_of(size: Size, unit: Unit) -> str:
    """Return "4 × 6" in a unit."""
    return f"{format_nearest(size.width, unit)} × {format_nearest(size.height, unit)}"


def tilts_given_up(sketch: Sketch, straight: frozenset[str]) -> Iterator[BlockChange]:
    """Yield a ``turn`` change for every block that was straightened."""
    for block in sketch.blocks:
        if block.id in straight and block.turn:
            degrees = block.turn / 100 if block.turn <= FULL_TURN // 2 else (FULL_TURN - block.turn) / 100
            way = "clockwise" if block.turn <= FULL_TURN // 2 else "anticlockwise"
            why = "tilted it would not fit at its size, so it stands straight rather than being cut smaller"
            yield BlockChange(block.id, "turn", f"{degrees:g}° {way}", "straight", why)


# -- changes ---------------------------------------------------------------------------


def design_changes(
    request: FitRequest,
    design: Design,
    blocks: tuple[Block, ...],
    straight: frozenset[str],
    aside: frozenset[str],
    as_held: Sketch,
) -> Iterator[BlockChange]:
    """Yield what became of each block: laid aside, straightened, another size, or moved off its scaled place."""
    unit = request.page.unit
    now = {block.id: block for block in blocks}
    yield from tilts_given_up(as_held, straight)
    held = {block.id: block for block in as_held.blocks}
    for name in sorted(aside):
        if name in held:
            why = "this page has no room for it beside the rest"
            yield BlockChange(
                name, "aside", size_text_of(held[name].size, unit), "left out", f"{held[name].name}: {why}"
            )
    reason = _Reasons(request, design, now)
    for block in blocks:
        was = held.get(block.id)
        if was is None:
            yield BlockChange(block.id, "added", "", size_text_of(block.size, unit), "added to fill the larger page")
        elif was.size != block.size:
            yield BlockChange(
                block.id, "size", size_text_of(was.size, unit), size_text_of(block.size, unit), reason.of(block)
            )
    yield from moved(request, as_held, blocks)


def moved(request: FitRequest, drawn: Sketch, blocks: tuple[Block, ...]) -> Iterator[BlockChange]:
    """Yield a ``place`` change for each block that lies off its scaled place by a grid step or more."""
    unit, step = request.page.unit, request.grid
    was = {block.id: block for block in drawn.blocks}
    scale_x = Fraction(request.page.width, drawn.page.width)
    scale_y = Fraction(request.page.height, drawn.page.height)
    for block in blocks:
        if block.role is Role.BASE or block.id not in was:
            continue
        before = was[block.id]
        off_x = abs(round(2 * block.x + block.width - (2 * before.x + before.width) * scale_x))
        off_y = abs(round(2 * block.y + block.height - (2 * before.y + before.height) * scale_y))
        if max(off_x, off_y) < 2 * step:
            continue
        ways = [
            f"{format_nearest(off // 2, unit)} {unit.value} {way}"
            for off, way in ((off_x, "across"), (off_y, "up or down"))
            if off >= 2 * step
        ]
        yield BlockChange(
            block.id,
            "place",
            _place_text(before.x * scale_x, before.y * scale_y, unit),
            _place_text(Fraction(block.x), Fraction(block.y), unit),
            f"{' and '.join(ways)} from its scaled place, so that the design keeps its gaps and lines",
        )


def _place_text(x: Fraction, y: Fraction, unit: Unit) -> str:
    return f"{format_nearest(round(x), unit)} from the left, {format_nearest(round(y), unit)} from the top"


@dataclass(frozen=True, slots=True)
class _Reasons:
    """Says why a block has the size it has."""

    request: FitRequest
    design: Design
    now: dict[str, Block]

    def of(self, block: Block) -> str:
        """Return the reason in a sentence."""
        match block.role:
            case Role.BASE:
                return "the base is the page"
            case Role.PHOTO:
                return self._photo(block)
            case Role.MAT:
                return "a mat is its piece and its reveals"
            case Role.CLUSTER:
                return "it comes down with the page, to half an inch at least"
            case Role.TAG:
                return "a tag keeps its proportions"
            case role if role in WORDS:
                return "words follow the page's scale, but stay large enough to read and write"
        return self._paper(block)

    def _photo(self, block: Block) -> str:
        exists = self.request.photo_term(block.id).print_size
        unit = self.request.page.unit
        if exists is not None:
            cuts = self._cuts(exists, block.size)
            return (
                f"the print that exists is {size_text_of(exists, unit)}{f'; trim {cuts}' if cuts else ', not trimmed'}"
            )
        share = round(100 * area(block) / (self.request.page.width * self.request.page.height))
        page = self.design.sketch.page
        drawn = round(100 * area(self.design.sketch.block(block.id)) / (page.width * page.height))
        return f"{share} % of the page, drawn with {drawn} %; {self._print(block.size)}"

    def _print(self, size: Size) -> str:
        """Return the smallest listed print that holds a photo, and what comes off it."""
        unit = self.request.page.unit
        listed = [one for print_ in self.request.print_sizes for one in (print_, print_.swapped())]
        holds = [one for one in listed if one.width >= size.width and one.height >= size.height]
        if size in listed:
            return "a print size, not trimmed"
        if not holds:
            return "larger than any print on your list"
        whole = min(holds, key=lambda one: (one.width * one.height, one.width))
        return f"print it {size_text_of(whole, unit)} and trim {self._cuts(whole, size)}"

    def _cuts(self, whole: Size, kept: Size) -> str:
        sides = ((whole.width - kept.width, "width"), (whole.height - kept.height, "height"))
        unit = self.request.page.unit
        return " and ".join(f"{with_unit(off, unit)} off its {name}" for off, name in sides if off)

    def _paper(self, block: Block) -> str:
        runs = self.design.relations.run_offs.get(block.id) or frozenset()
        carried = [
            self.now[o.upper].name for o in self.design.relations.overlaps
            if o.lower == block.id and o.upper in self.now and self.now[o.upper].role not in PAPERS | {Role.MAT}
        ]  # fmt: skip
        if len(runs) == 4:
            return "it covers the page"
        words = "it follows the page's scale"
        if carried:
            words = f"it reaches round {carried[0]}" + (f" and {len(carried) - 1} more" if carried[1:] else "")
        elif block.role in (Role.STRIP, Role.BORDER):
            words = "its width follows the page's scale"
        if runs:
            words += f", and runs off on the {' and '.join(sorted(side.value for side in runs))}"
        return words


# -- naming a way ----------------------------------------------------------------------


@dataclass(frozen=True, slots=True)
class Gist:
    """A fit in a few words: what it is called, and what it gains and gives up (eight words or fewer)."""

    title: str
    words: str


TITLES: Final = {
    School.KEEP_PHOTOS: "Photos larger",
    School.KEEP_PROPORTIONS: "As drawn",
    School.WHOLE_PRINTS: "Whole prints",
    School.FILL: "The extra filled",
    School.REFLOW: "Rearranged",
}
VARIANT_TITLES: Final = {
    Variant.WIDER_PAPER: "Wider paper",
    Variant.SPLIT_BASE: "Base in two papers",
    Variant.STEP_OUT: "A panel steps out",
    Variant.REPEAT_STRIP: "The strip again",
    Variant.WIDER_BORDER: "Wider border",
}
RUNG_WORDS: Final = {
    Rung.OWN_SIZES: "other sizes",
    Rung.FINER: "finer edges",
    Rung.STRAIGHT: "tilts straightened",
    Rung.SMALL_WORDS: "small words",
    Rung.PAPERS_ASIDE: "fewer papers",
    Rung.TAGS_ASIDE: "no tags",
    Rung.STORY_ASIDE: "story on a card",
    Rung.SLOTS_MERGED: "slots merged",
    Rung.PHOTO_ASIDE: "one photo less",
}


@dataclass(frozen=True, slots=True)
class RungSaid:
    """A rung in sentences: what is given up, and what is done where it must stay."""

    goes: str
    stays: str


RUNG_SAID: Final = {
    Rung.OWN_SIZES: RungSaid("Some pieces are cut to sizes that you do not have", "keep to the sizes I have"),
    Rung.FINER: RungSaid("Edges and gaps are finer than drawn, tags smaller", "keep edges and gaps as drawn"),
    Rung.SMALL_WORDS: RungSaid("The title is lower than letters usually are", "keep the title large"),
    Rung.STRAIGHT: RungSaid("Tilted photos stand straight", "keep the tilts"),
    Rung.PAPERS_ASIDE: RungSaid("The small papers are left out", "keep the small papers"),
    Rung.TAGS_ASIDE: RungSaid("Tags and the places for clusters are left out", "keep tags and clusters"),
    Rung.STORY_ASIDE: RungSaid("The story goes on a card or the next page", "keep the story on this page"),
    Rung.SLOTS_MERGED: RungSaid("Two slots side by side are one", "keep every slot"),
    Rung.PHOTO_ASIDE: RungSaid("A photo is left out", "keep every photo"),
}


def gist_of(fit: Fit) -> Gist:
    """Name a fit by what it gains and gives up."""
    title = VARIANT_TITLES.get(fit.way.variant, TITLES[fit.way.school])
    if fit.way.turn % 180:
        title = "On its side" if fit.way.school is School.KEEP_PROPORTIONS else f"{title}, on its side"
    if fit.way.mirrored:
        title += ", mirrored"
    if not fit.found:
        return Gist(title, "does not fit this page")
    words = [_where(fit)] if fit.way.plan else [_photo_words(fit)]
    dearest = fit.rungs[-1] if fit.rungs else None
    if dearest is not None and (dearest is not Rung.STRAIGHT or fit.straightened):
        words.append(RUNG_WORDS[dearest])
    elif not fit.way.plan:
        words.append(_line_words(fit))
    return Gist(title, ", ".join(word for word in words if word))


def _photo_words(fit: Fit) -> str:
    """Say how much of the page the photos are, against the drawing."""
    drawn = {block.id: block for block in (fit.held or fit.sketch).blocks}
    photos = [block for block in fit.blocks if block.role is Role.PHOTO and block.id in drawn]
    if not photos:
        return "no photos"
    page = (fit.held or fit.sketch).page
    base = max(fit.blocks, key=lambda block: (block.role is Role.BASE, area(block)))
    was = Fraction(sum(area(drawn[photo.id]) for photo in photos), page.width * page.height)
    now = Fraction(sum(map(area, photos)), max(1, area(base)))
    if all(photo.size == drawn[photo.id].size for photo in photos):
        return "photos as drawn" if len(photos) > 1 else "photo as drawn"
    if now < was * Fraction(93, 100):
        return "photos a little smaller" if now > was * Fraction(8, 10) else "photos smaller"
    if now > was * Fraction(107, 100):
        return "photos a little larger" if now < was * Fraction(13, 10) else "photos much larger"
    return "photos in proportion"


def _where(fit: Fit) -> str:
    """Say how the photos stand and where the title went."""
    photos = [block for block in fit.blocks if block.role is Role.PHOTO]
    title = next((block for block in fit.blocks if block.role is Role.TITLE), None)
    rows, columns = (_lines_of(photos, axis) for axis in (Axis.Y, Axis.X))
    if fit.way.form.startswith("F("):
        return "groups shared between both pages"
    stand = {(1, 1): "one photo"}.get((rows, columns), f"photos in {_count(rows, 'row')}")
    if columns < rows and len(photos) > 1:
        stand = f"photos in {_count(columns, 'column')}"
    if title is None or not photos:
        return stand
    top, foot = min(photo.y for photo in photos), max(photo.y + photo.height for photo in photos)
    middle = title.y + title.height // 2
    return f"{stand}, title {'above' if middle < top else 'below' if middle > foot else 'between'}"


def _lines_of(photos: list[Block], axis: Axis) -> int:
    """Count rows (down) or columns (across): runs of photos that share none of the axis."""
    ends = sorted((p.y, p.y + p.height) if axis is Axis.Y else (p.x, p.x + p.width) for p in photos)
    count, reach = 0, -1
    for low, high in ends:
        count += low >= reach
        reach = max(reach, high)
    return count


def _count(number: int, what: str) -> str:
    words = {1: "one", 2: "two", 3: "three", 4: "four", 5: "five", 6: "six"}
    return f"{words.get(number, str(number))} {what}{'s' if number != 1 else ''}"


def _line_words(fit: Fit) -> str:
    """Say which lines were lost; "every line kept" only where nothing of the design changed."""
    lost = sum(broken.kind == "shared-line" for broken in fit.relations.broken)
    if lost:
        return f"{lost} line{'s' if lost > 1 else ''} lost"
    return "every line kept" if not fit.relations.broken else "lines kept"
