"""The page itself, the way it is fitted, and what is left out of it."""

from dataclasses import replace
from typing import Any

from inkquilt.fit import School, Variant, Way, bounds
from inkquilt.fit.concessions import WayOut, conceded
from inkquilt.fit.explain import RUNG_SAID
from inkquilt.fit.request import Ends, Rung, Switches
from inkquilt.lengths import with_unit
from inkquilt.page import FORMATS, Side
from inkquilt.sketch import Role
from inkquilt.sketch.model import Size
from inkquilt.sketch.rework import Rework, mergeable, reworked
from inkquilt.sketch.room import with_room
from server.common.asked import asked_length, asked_page, refuse
from server.pages.changes.base import Changed, Known, the_block
from server.pages.document import PageDocument


def change_format(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Put the page on another format or own size."""
    page, key = asked_page(change)
    side = Side(change["binding"]) if change.get("binding") else None
    named = next((form.name for form in FORMATS if form.key == key), None)
    size = f"{with_unit(page.width, page.unit)} × {with_unit(page.height, page.unit)}"
    pages = "two pages" if page.fold else "page"
    return Changed(replace(document.with_page(page, key, side), pins=()), f"{pages} {named or size}")


def change_way(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Fit it another way."""
    if not change.get("school"):
        raise refuse("no-school", "Which way to fit is missing.", "school")
    way = asked_way(change)
    lifted = f", {len(document.pins)} pinned set free" if document.pins else ""
    return Changed(replace(document, way=way, pins=()), f"another way to fit{lifted}")


def asked_way(change: dict[str, Any]) -> Way:
    """Return the way a person asked for."""
    variant = Variant(change.get("variant") or "")
    turn, mirrored = change.get("turn", 0), change.get("mirrored", False)
    return Way(School(change["school"]), turn, mirrored, variant, change.get("plan") or "")


def leave_out(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Leave a block out."""
    block = the_block(document, change)
    if block.role in (Role.BASE, Role.MAT):
        raise refuse("not-left-out", f"{block.name} cannot be left out by itself.", "block")
    left_out = document.left_out | {block.id}
    document = replace(document, pins=())
    if not document.sketch.without(left_out).blocks:
        raise refuse("nothing-left", "Then nothing would be left on the page.", "block")
    return Changed(replace(document, left_out=left_out), f"left out {block.name}")


def bring_back(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Bring back what was left out."""
    block = the_block(document, change)
    document = replace(document, pins=())
    return Changed(replace(document, left_out=document.left_out - {block.id}), f"brought back {block.name}")


def concede(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Give up several things at once, as a way out offered it."""
    blocks = {block.id: block for block in document.sketch.blocks}
    leave_out = tuple(change.get("leave_out") or ())
    for block_id in leave_out:
        the_block(document, {"block": block_id})
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


def switch(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Choose something for the whole page."""
    now = document.switches
    ends = Ends(change["ends"]) if change.get("ends") else now.ends
    flags = {name: bool(change.get(name, getattr(now, name))) for name in ("in_line", "by_eye", "recount", "from_shop")}
    switches = Switches(ends, **flags)
    grid = document.grid
    if switches.by_eye != now.by_eye:
        grid = bounds.EYE_GRID[document.unit] if switches.by_eye else bounds.DEFAULT_GRID[document.unit]
    return Changed(replace(document, switches=switches, grid=grid, pins=()), "a choice for the whole page")


def insist(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Say of something that a small page gave up that it stays, or let it go again."""
    if not change.get("rung"):
        raise refuse("no-rung", "What shall stay is missing.", "rung")
    rung = Rung(change["rung"])
    stays = change.get("on", True)
    kept = document.insist | {rung} if stays else document.insist - {rung}
    words = RUNG_SAID[rung].stays if stays else RUNG_SAID[rung].goes
    return Changed(replace(document, insist=kept, pins=()), words)


def use_dies(document: PageDocument, change: dict[str, Any], known: Known) -> Changed:
    """Hold round and shaped pieces to the sizes of the owner's dies and punches, or set them free."""
    if not change.get("on", True):
        return Changed(replace(document, dies=(), pins=()), "pieces of any size")
    dies = known.dies()
    if not dies:
        raise refuse("no-dies", "None of your punches and dies says what it makes. Enter that at the cutting step.")
    return Changed(replace(document, dies=dies, pins=()), "pieces at the sizes of your dies")


def change_grid(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Choose the finest mark."""
    grid = asked_length(change, "grid", document.unit, "The finest mark")
    if not 0 < grid <= document.page.width // 8:
        raise refuse("grid", f"A mark every {with_unit(grid, document.unit)} is too coarse, or nothing.", "grid")
    return Changed(replace(document, grid=grid, pins=()), f"marks every {with_unit(grid, document.unit)}")


def lead(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Say that a photo leads, or take that back."""
    photo = the_block(document, change, Role.PHOTO)
    leads = None if document.leads == photo.id else photo.id
    return Changed(replace(document, leads=leads), f"{photo.name} {'leads' if leads else 'leads no more'}")


def set_least(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Say how small a block may become at most; nothing typed takes that away."""
    block = the_block(document, change)
    least = None
    if change.get("width") or change.get("height"):
        least = Size(*(asked_length(change, name, document.unit, f"The least {name}") for name in ("width", "height")))
        if not (0 < least.width <= document.page.width and 0 < least.height <= document.page.height):
            raise refuse("least", "A least size is more than nothing and no larger than the page.", "width")
    blocks = tuple(replace(b, min_size=least) if b.id == block.id else b for b in document.sketch.blocks)
    words = f"{block.name} has a least size" if least else f"{block.name} may be as small as needed"
    return Changed(replace(document, sketch=replace(document.sketch, blocks=blocks)), words)


def rework(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Merge, split or drop slots of this page's own sketch."""
    how = Rework(change.get("rework") or "drop")
    blocks = tuple(change.get("blocks") or ())
    for block_id in blocks:
        the_block(document, {"block": block_id})
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


def make_room(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Keep room for a cluster, a title or words."""
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
