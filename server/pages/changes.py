"""The changes a person can make to a page: each a small record that yields a new document.

A change never touches the database; ``services`` keeps its result as a revision.
"""

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Any, Final

from inkquilt.errors import BadInput, Fault, UnreadableLength
from inkquilt.fit import School, Way
from inkquilt.fit.waysout import WayOut, conceded
from inkquilt.lengths import Grains, Unit, parse_length, with_unit
from inkquilt.page import FORMATS, Margins, Page, Side
from inkquilt.sketch import Role
from inkquilt.sketch.model import Size
from server.pages.document import PageDocument, SlotPhoto

KINDS: Final = (
    "format", "way", "photo", "title", "leave-out", "bring-back", "concede", "sheet",
)  # fmt: skip
KIND_CHOICES: Final = [(kind, kind) for kind in KINDS]
LONGEST_TITLE: Final = 80
SHEET_LARGEST: Final[Grains] = 8128 * 40


@dataclass(frozen=True, slots=True)
class Changed:
    """A new document and what was done, in a few words for "Undo"."""

    document: PageDocument
    done: str


def apply_change(document: PageDocument, change: dict[str, Any], photos: Callable[[int], str | None]) -> Changed:
    """Return the document after a change. ``photos`` gives the name of a photo of the owner's, or None.

    Raises ``BadInput`` or another ``CoreError`` that says what was wrong.
    """
    return _APPLY[change["kind"]](document, change, photos)


def refuse(code: str, message: str, field: str | None = None) -> BadInput:
    """Return the error for a change that cannot be."""
    return BadInput([Fault(field, code, message)])


# -- page ----------------------------------------------------------------------------


def _format(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    page, key = asked_page(change)
    side = Side(change["binding"]) if change.get("binding") else None
    named = next((form.name for form in FORMATS if form.key == key), None)
    size = f"{with_unit(page.width, page.unit)} × {with_unit(page.height, page.unit)}"
    return Changed(document.with_page(page, key, side), f"page {named or size}")


def asked_page(change: dict[str, Any]) -> tuple[Page, str | None]:
    """Return the page a person asked for: a known format or her own size, with what is kept clear."""
    key = change.get("format")
    form = next((form for form in FORMATS if form.key == key), None)
    if key is not None and form is None:
        raise refuse("unknown-format", f"There is no page format “{str(key)[:40]}”.", "format")
    if form is not None:
        unit, width, height = form.unit, form.width, form.height
    else:
        unit = Unit(change.get("unit") or "in")
        width = _length(change, "width", unit, "The page's width")
        height = _length(change, "height", unit, "The page's height")
    clear = _length(change, "clear", unit, "The margin to keep clear") if change.get("clear") else 0
    margins = Margins.even(clear)
    if change.get("binding"):
        binding = _length(change, "binding_margin", unit, "The binding margin") if change.get("binding_margin") else 0
        margins = margins.with_binding(Side(change["binding"]), binding)
    return Page(width, height, unit, margins), key


def _length(change: dict[str, Any], key: str, unit: Unit, what: str) -> Grains:
    try:
        return parse_length(str(change.get(key) or ""), unit).grains
    except UnreadableLength as error:
        raise refuse(error.code, f"{what}: {error}", key) from error


# -- ways and concessions ----------------------------------------------------------------


def _way(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    if not change.get("school"):
        raise refuse("no-school", "Which way to fit is missing.", "school")
    way = Way(School(change["school"]), change.get("turn", 0), change.get("mirrored", False))
    return Changed(replace(document, way=way), "another way to fit")


def _leave_out(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    block = _block(document, change)
    if block.role in (Role.BASE, Role.MAT):
        raise refuse("not-left-out", f"{block.name} cannot be left out by itself.", "block")
    left_out = document.left_out | {block.id}
    if not document.sketch.without(left_out).blocks:
        raise refuse("nothing-left", "Then nothing would be left on the page.", "block")
    return Changed(replace(document, left_out=left_out), f"left out {block.name}")


def _bring_back(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    block = _block(document, change)
    return Changed(replace(document, left_out=document.left_out - {block.id}), f"brought back {block.name}")


def _concede(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Give up several things at once, as a way out offered it."""
    blocks = {block.id: block for block in document.sketch.blocks}
    leave_out = tuple(change.get("leave_out") or ())
    for block_id in leave_out:
        _block(document, {"block": block_id})
    way = None
    if change.get("school"):
        way = Way(School(change["school"]), change.get("turn", 0), change.get("mirrored", False))
    way_out = WayOut(way, bool(change.get("smaller_prints")), bool(change.get("no_margin")), leave_out)
    request = conceded(document.request, way_out)
    if not request.sketch.blocks:
        raise refuse("nothing-left", "Then nothing would be left on the page.", "leave_out")
    done = [f"left out {blocks[block_id].name}" for block_id in leave_out]
    done += ["smaller prints"] * way_out.smaller_prints + ["no margin"] * way_out.no_margin
    binding = None if way_out.no_margin else document.binding
    return Changed(
        replace(
            document,
            page=request.page,
            binding=binding,
            print_sizes=request.print_sizes,
            left_out=document.left_out | frozenset(leave_out),
            way=way or document.way,
        ),
        ", ".join(done) or "another way to fit",
    )


# -- what goes on the page -----------------------------------------------------------------


def _block(document: PageDocument, change: dict[str, Any], *roles: Role) -> Any:
    block_id = change.get("block")
    for block in document.sketch.blocks:
        if block.id == block_id and (not roles or block.role in roles):
            return block
    what = " or ".join(role.value for role in roles) or "block"
    raise refuse("unknown-block", f"There is no {what} “{str(block_id)[:60]}” on this page.", "block")


def _photo(document: PageDocument, change: dict[str, Any], photos: Callable[[int], str | None]) -> Changed:
    slot = _block(document, change, Role.PHOTO)
    placed = dict(document.photos)
    photo = change.get("photo")
    if photo is None:
        placed.pop(slot.id, None)
        return Changed(replace(document, photos=placed), f"emptied {slot.name}")
    name = photos(photo)
    if name is None:
        raise refuse("unknown-photo", "That photo is not in your tray.", "photo")
    before = placed.get(slot.id)
    other = next((s for s, p in placed.items() if p.photo == photo and s != slot.id), None)
    if other is not None:  # the photos change places
        placed.pop(other)
        if before is not None:
            placed[other] = SlotPhoto(before.photo)
    same = before is not None and before.photo == photo
    look_x = change.get("look_x", before.look_x if same and before else 0.5)
    look_y = change.get("look_y", before.look_y if same and before else 0.5)
    placed[slot.id] = SlotPhoto(photo, look_x, look_y)
    done = f"moved {name} in its slot" if same else f"{name} into {slot.name}"
    return Changed(replace(document, photos=placed), done)


def _title(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    block = _block(document, change, Role.TITLE)
    text = " ".join(str(change.get("text") or "").split())
    if len(text) > LONGEST_TITLE:
        raise refuse("title-too-long", f"A title may have up to {LONGEST_TITLE} letters.", "text")
    titles = {**document.titles, block.id: text}
    if not text:
        del titles[block.id]
    return Changed(replace(document, titles=titles), f"title “{text[:40]}”" if text else "no title")


def _sheet(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    paper = str(change.get("paper") or "")
    if not paper or len(paper) > 20:
        raise refuse("unknown-paper", "Which paper is meant?", "paper")
    width = _length(change, "width", document.unit, "The sheet's width")
    height = _length(change, "height", document.unit, "The sheet's height")
    if not (0 < width <= SHEET_LARGEST and 0 < height <= SHEET_LARGEST):
        raise refuse("sheet-size", "A sheet is more than nothing and at most 40 in long.", "width")
    sheets = {**document.sheets, paper: Size(width, height)}
    return Changed(replace(document, sheets=sheets), f"sheet size of paper {paper}")


_APPLY: Final[dict[str, Callable[..., Changed]]] = {
    "format": _format,
    "way": _way,
    "leave-out": _leave_out,
    "bring-back": _bring_back,
    "concede": _concede,
    "photo": _photo,
    "title": _title,
    "sheet": _sheet,
}
