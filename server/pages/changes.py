"""The changes a person can make to a page: each a small record that yields a new document.

A change never touches the database; ``services`` keeps its result as a revision.
"""

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Any, Final

from inkquilt.fit import School, Variant, Way, bounds
from inkquilt.fit.concessions import WayOut, conceded
from inkquilt.fit.hand import Grip, pinned
from inkquilt.fit.request import Ends, Shield, Switches
from inkquilt.fit.sizes import partner_reveal
from inkquilt.fit.ways import drawn_for
from inkquilt.lengths import Grains, with_unit
from inkquilt.page import FORMATS, Side
from inkquilt.photos.crop import Pixels
from inkquilt.photos.mats import in_the_drawing, kept_whole, with_mats
from inkquilt.photos.safe import whole_in
from inkquilt.sketch import Role
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.model import Size
from inkquilt.sketch.relations import Reveals
from inkquilt.sketch.rework import Rework, mergeable, reworked
from inkquilt.sketch.room import with_room
from inkquilt.sketch.ties import ADDABLE, AddedTie, TieKind
from server.common.asked import asked_length, asked_page, refuse
from server.pages.document import PageDocument, SlotPhoto

KINDS: Final = (
    "format", "way", "photo", "title", "leave-out", "bring-back", "concede", "sheet",
    "pin", "unpin", "untie", "tie", "switches", "never-trim", "leads", "least", "rework", "grid", "room",
    "shield", "match", "mat", "whole",
)  # fmt: skip
KIND_CHOICES: Final = [(kind, kind) for kind in KINDS]
LONGEST_TITLE: Final = 80
SHEET_LARGEST: Final[Grains] = 8128 * 40
MOST_REVEAL: Final[Grains] = 8128 * 3


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


# -- page ----------------------------------------------------------------------------


def _format(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    page, key = asked_page(change)
    side = Side(change["binding"]) if change.get("binding") else None
    named = next((form.name for form in FORMATS if form.key == key), None)
    size = f"{with_unit(page.width, page.unit)} × {with_unit(page.height, page.unit)}"
    pages = "two pages" if page.fold else "page"
    return Changed(replace(document.with_page(page, key, side), pins=()), f"{pages} {named or size}")


# -- ways and concessions ----------------------------------------------------------------


def _way(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    if not change.get("school"):
        raise refuse("no-school", "Which way to fit is missing.", "school")
    way = asked_way(change)
    lifted = f", {len(document.pins)} pinned set free" if document.pins else ""
    return Changed(replace(document, way=way, pins=()), f"another way to fit{lifted}")


def asked_way(change: dict[str, Any]) -> Way:
    """Return the way a person asked for."""
    variant = Variant(change.get("variant") or "")
    return Way(School(change["school"]), change.get("turn", 0), change.get("mirrored", False), variant)


def _leave_out(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    block = _block(document, change)
    if block.role in (Role.BASE, Role.MAT):
        raise refuse("not-left-out", f"{block.name} cannot be left out by itself.", "block")
    left_out = document.left_out | {block.id}
    document = replace(document, pins=())
    if not document.sketch.without(left_out).blocks:
        raise refuse("nothing-left", "Then nothing would be left on the page.", "block")
    return Changed(replace(document, left_out=left_out), f"left out {block.name}")


def _bring_back(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    block = _block(document, change)
    document = replace(document, pins=())
    return Changed(replace(document, left_out=document.left_out - {block.id}), f"brought back {block.name}")


def _concede(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Give up several things at once, as a way out offered it."""
    blocks = {block.id: block for block in document.sketch.blocks}
    leave_out = tuple(change.get("leave_out") or ())
    for block_id in leave_out:
        _block(document, {"block": block_id})
    way = None
    if change.get("school"):
        way = asked_way(change)
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
            pins=(),
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
    placed[slot.id] = _framed(before if same and before else SlotPhoto(photo), change)
    done = f"{name} lies another way" if same else f"{name} into {slot.name}"
    return Changed(replace(document, photos=placed), done)


def _framed(placed: SlotPhoto, change: dict[str, Any]) -> SlotPhoto:
    """Return a photo as it shall lie in its slot; what is not asked for stays as it is."""
    if change.get("as_it_comes"):
        placed = SlotPhoto(placed.photo, locked=placed.locked)
    if "look_x" in change or "look_y" in change:
        look_x, look_y = (change.get(name, getattr(placed, name)) for name in ("look_x", "look_y"))
        placed = replace(placed, look_x=0.5 if look_x is None else look_x, look_y=0.5 if look_y is None else look_y)
    if "level" in change:
        placed = replace(placed, turn=round(change["level"] * 100))
    return replace(placed, zoom=change.get("zoom", placed.zoom), locked=change.get("locked", placed.locked))


def _match(document: PageDocument, change: dict[str, Any], photos: Callable[[int], str | None]) -> Changed:
    """Put several photos into slots at once, as they come; slots that are not named become empty."""
    placed: dict[str, SlotPhoto] = {}
    for row in change.get("placed") or ():
        slot = _block(document, row, Role.PHOTO)
        if photos(row["photo"]) is None:
            raise refuse("unknown-photo", "One of these photos is not in your box.", "photo")
        before = document.photos.get(slot.id)
        same = before is not None and before.photo == row["photo"]
        placed[slot.id] = before if same and before else SlotPhoto(row["photo"])
    if len({on.photo for on in placed.values()}) < len(placed):
        raise refuse("photo-twice", "A photo can lie in one slot only.", "placed")
    return Changed(replace(document, photos=placed), f"{len(placed)} photos matched to slots")


def _mat(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Lay mats behind a photo, the innermost first: what shows on the left, top, right and bottom of each."""
    photo = _block(document, change, Role.PHOTO)
    unit, drawn_in = document.unit, document.sketch.unit
    reveals = []
    for row in change.get("mats") or ():
        sides = [asked_length(row, side, unit, f"The {side} of the mat") for side in ("left", "top", "right", "bottom")]
        if max(map(abs, sides)) > MOST_REVEAL or max(sides) <= 0:
            raise refuse("reveal", "A mat shows on one side at least, and at most 3 in.", "mats")
        if photo.turn and len(set(sides)) > 1:
            raise refuse("offset-tilted", "A tilted photo's mat shows alike on all sides.", "mats")
        seen = Reveals(*(partner_reveal(side, unit, drawn_in) for side in sides))
        reveals.append(in_the_drawing(seen, document.way.turn, document.way.mirrored))
    paper = str(change.get("paper") or "white")[:20]
    sketch = with_mats(document.sketch, photo.id, reveals, paper)
    words = {0: "no mat", 1: "a mat"}.get(len(reveals), f"{len(reveals)} mats")
    return Changed(replace(document, sketch=sketch, pins=()), f"{words} behind {photo.name}")


def _whole(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Keep a photo whole in its slot, on a mat as large as the slot: ``wide`` and ``high`` are its proportions."""
    photo = _block(document, change, Role.PHOTO)
    if not change.get("wide") or not change.get("high") or document.way.turn % 180:
        raise refuse("no-proportions", "Hold the sketch upright to keep a photo whole.", "block")
    grid = bounds.DEFAULT_GRID[document.sketch.unit]
    pixels = Pixels(round(change["wide"]), round(change["high"]))
    size = whole_in(pixels, photo.size, grid, grid)
    if size is None:
        raise refuse("too-small", f"{photo.name} is too small for a photo on a mat.", "block")
    sketch = kept_whole(document.sketch, photo.id, size, str(change.get("paper") or "white")[:20])
    return Changed(replace(document, sketch=sketch, pins=()), f"{photo.name} kept whole on a mat")


def _shield(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Keep pieces off what matters in a photo from now on; with none named, that is taken back."""
    slot = _block(document, change, Role.PHOTO)
    kept = tuple(shield for shield in document.shields if shield.lower != slot.id)
    new = []
    for row in change.get("shields") or ():
        upper = _block(document, {"block": row["upper"]})
        new.append(Shield(upper.id, slot.id, Axis(row["axis"]), row["covered"], row["of"]))
    done = f"kept off {slot.name}" if new else f"{slot.name} may be covered as drawn"
    return Changed(replace(document, shields=(*kept, *new), pins=()), done)


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
    width = asked_length(change, "width", document.unit, "The sheet's width")
    height = asked_length(change, "height", document.unit, "The sheet's height")
    if not (0 < width <= SHEET_LARGEST and 0 < height <= SHEET_LARGEST):
        raise refuse("sheet-size", "A sheet is more than nothing and at most 40 in long.", "width")
    sheets = {**document.sheets, paper: Size(width, height)}
    return Changed(replace(document, sheets=sheets), f"sheet size of paper {paper}")


# -- by hand ----------------------------------------------------------------------------------


def _pin(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Settle a place or size: dragged (numbers in the page's unit), typed (texts) or nudged (grid steps)."""
    if not document.blocks:
        raise refuse("nothing-fits", "Nothing fits on this page yet, so there is nothing to move.")
    drawn = drawn_for(document.request, document.way)
    assert drawn is not None
    grip = _grip(document, change)
    pins = pinned(document.refit_request, drawn.sketch, grip)
    name = next(block.name for block in document.blocks if block.id == grip.block)
    sized = grip.width is not None or grip.height is not None
    return Changed(replace(document, pins=pins), f"{name} {'resized' if sized else 'moved'}")


def _grip(document: PageDocument, change: dict[str, Any]) -> Grip:
    block_id, unit, page = str(change.get("block") or ""), document.unit, document.page
    block = next((block for block in document.blocks if block.id == block_id), None)
    if block is None:
        raise refuse("unknown-block", f"There is no block “{block_id[:60]}” on this page.", "block")
    if change.get("step_x") or change.get("step_y"):
        across, down = (change.get(name) or 0 for name in ("step_x", "step_y"))
        return Grip(
            block_id,
            block.x + across * document.grid if across else None,
            block.y + down * document.grid if down else None,
        )
    if any(change.get(name) for name in TYPED):
        typed = {name: asked_length(change, name, unit, f"That {name}") for name in TYPED if change.get(name)}
        x, y = typed.get("left"), typed.get("top")
        if "right" in typed:
            x = page.width - typed["right"] - typed.get("width", block.width)
        if "bottom" in typed:
            y = page.height - typed["bottom"] - typed.get("height", block.height)
        return Grip(block_id, x, y, typed.get("width"), typed.get("height"), exact=True)

    def dragged(key: str) -> Grains | None:
        value = change.get(key)
        return None if value is None else round(value * unit.grains)

    return Grip(block_id, *(dragged(key) for key in ("at_x", "at_y", "wide", "high")))


#: Distances from the page's edges and sizes, as they are typed.
TYPED: Final = ("left", "top", "right", "bottom", "width", "height")


def _unpin(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Set one piece free, or all; the page stays as it lies."""
    block = change.get("block")
    pins = tuple(pin for pin in document.pins if block is not None and pin.block != block)
    if pins == document.pins:
        raise refuse("not-pinned", "That is not pinned.", "block")
    return Changed(replace(document, pins=pins), "set free" if block else "all set free")


# -- relations and choices for the whole page --------------------------------------------------


def _untie(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Let a relation go, or (``again``) take it up again; one that was added is taken away."""
    key = str(change.get("tie") or "")
    if not key:
        raise refuse("no-tie", "Which relation is missing.", "tie")
    number = key.removeprefix("added ")
    if key.startswith("added ") and number.isdigit() and int(number) < len(document.ties):
        ties = document.ties[: int(number)] + document.ties[int(number) + 1 :]
        return Changed(replace(document, ties=ties), "a tie taken away")
    untied = document.untied - {key} if change.get("again") else document.untied | {key}
    return Changed(replace(document, untied=untied), "tied again" if change.get("again") else "a tie let go")


def _tie(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Add a relation between blocks."""
    kind = TieKind(change.get("tie_kind") or "line")
    blocks = tuple(change.get("blocks") or ())
    for block_id in blocks:
        _block(document, {"block": block_id})
    least = {TieKind.LINE: 2, TieKind.EQUAL_SIZE: 2, TieKind.EQUAL_GAPS: 3, TieKind.CENTRED: 1}
    if kind not in ADDABLE or len(set(blocks)) < least[kind]:
        raise refuse("not-tied", "These cannot be tied like that: name at least two blocks, three for equal gaps.")
    axis = Axis(change.get("axis") or "x")
    highs = tuple(bool(high) for high in change.get("highs") or ())[: len(blocks)]
    highs += (False,) * (len(blocks) - len(highs))
    return Changed(replace(document, ties=(*document.ties, AddedTie(kind, blocks, axis, highs))), "a tie added")


def _switches(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    now = document.switches
    ends = Ends(change["ends"]) if change.get("ends") else now.ends
    flags = {name: bool(change.get(name, getattr(now, name))) for name in ("in_line", "by_eye", "recount")}
    switches = Switches(ends, **flags)
    grid = document.grid
    if switches.by_eye != now.by_eye:
        grid = bounds.EYE_GRID[document.unit] if switches.by_eye else bounds.DEFAULT_GRID[document.unit]
    return Changed(replace(document, switches=switches, grid=grid, pins=()), "a choice for the whole page")


def _grid(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    grid = asked_length(change, "grid", document.unit, "The finest mark")
    if not 0 < grid <= document.page.width // 8:
        raise refuse("grid", f"A mark every {with_unit(grid, document.unit)} is too coarse, or nothing.", "grid")
    return Changed(replace(document, grid=grid, pins=()), f"marks every {with_unit(grid, document.unit)}")


def _never_trim(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    photo = _block(document, change, Role.PHOTO)
    kept = photo.id in document.never_trim
    never = document.never_trim ^ {photo.id}
    return Changed(replace(document, never_trim=never), f"{photo.name} {'may be' if kept else 'is never'} trimmed")


def _leads(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    photo = _block(document, change, Role.PHOTO)
    leads = None if document.leads == photo.id else photo.id
    return Changed(replace(document, leads=leads), f"{photo.name} {'leads' if leads else 'leads no more'}")


def _least(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Say how small a block may become at most; nothing typed takes that away."""
    block = _block(document, change)
    least = None
    if change.get("width") or change.get("height"):
        least = Size(*(asked_length(change, name, document.unit, f"The least {name}") for name in ("width", "height")))
        if not (0 < least.width <= document.page.width and 0 < least.height <= document.page.height):
            raise refuse("least", "A least size is more than nothing and no larger than the page.", "width")
    blocks = tuple(replace(b, min_size=least) if b.id == block.id else b for b in document.sketch.blocks)
    words = f"{block.name} has a least size" if least else f"{block.name} may be as small as needed"
    return Changed(replace(document, sketch=replace(document.sketch, blocks=blocks)), words)


def _rework(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Merge, split or drop slots of this page's own sketch."""
    how = Rework(change.get("rework") or "drop")
    blocks = tuple(change.get("blocks") or ())
    for block_id in blocks:
        _block(document, {"block": block_id})
    if how is Rework.MERGE and blocks not in set(mergeable(document.sketch)):
        raise refuse("not-merged", "Only two photos side by side can become one.", "blocks")
    if not blocks or (how is Rework.SPLIT and len(blocks) != 1):
        raise refuse("rework", "Which blocks are meant?", "blocks")
    if how in (Rework.DROP, Rework.CARD):
        left_out = document.left_out | set(blocks)
        return Changed(replace(document, left_out=left_out, pins=()), f"left out {len(blocks)}")
    sketch = reworked(document.sketch, how, blocks)
    names = {block.id for block in sketch.blocks}
    photos = {slot: photo for slot, photo in document.photos.items() if slot in names}
    done = "two slots made one" if how is Rework.MERGE else "one slot made two"
    return Changed(replace(document, sketch=sketch, photos=photos, pins=()), done)


def _room(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    if not change.get("role"):
        raise refuse("no-role", "What shall there be room for?", "role")
    page, way = document.page, document.way
    if not document.blocks:
        raise refuse("nothing-fits", "Nothing fits on this page yet, so there is no room to find.")
    size = Size(page.width, page.height)
    sketch, name = with_room(
        document.sketch, way.turn, way.mirrored, size, document.blocks, Role(change["role"]), document.grid
    )
    label = sketch.block(name).name
    return Changed(replace(document, sketch=sketch, pins=()), label)


_APPLY: Final[dict[str, Callable[..., Changed]]] = {
    "format": _format,
    "way": _way,
    "leave-out": _leave_out,
    "bring-back": _bring_back,
    "concede": _concede,
    "photo": _photo,
    "title": _title,
    "sheet": _sheet,
    "pin": _pin,
    "unpin": _unpin,
    "untie": _untie,
    "tie": _tie,
    "switches": _switches,
    "grid": _grid,
    "never-trim": _never_trim,
    "leads": _leads,
    "least": _least,
    "rework": _rework,
    "room": _room,
    "shield": _shield,
    "match": _match,
    "mat": _mat,
    "whole": _whole,
}
