"""The page itself, the way it is fitted, and what is left out of it."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated, Final, Literal

from inkquilt.composition.asked import AtMost, Letters, Name, Typed, length_of
from inkquilt.composition.changes.base import After, Change, Changed, Known, change, the_block
from inkquilt.composition.document import PageDocument
from inkquilt.composition.formats import PageAsked
from inkquilt.errors import refuse
from inkquilt.fit import School, Variant, Way, bounds
from inkquilt.fit.explain import RUNG_SAID
from inkquilt.fit.relaxations import WayOut, conceded
from inkquilt.fit.request import Rung, StripEnds, Switches
from inkquilt.lengths import with_unit
from inkquilt.page import FORMATS
from inkquilt.sketch import Role
from inkquilt.sketch.model import Size
from inkquilt.sketch.rework import Rework, mergeable, reworked
from inkquilt.sketch.room import with_room

#: A plan names every stack of a sketch once.
LONGEST_PLAN: Final = 8000

Turn = Literal[0, 90, 180, 270]
Plan = Annotated[str, Letters(LONGEST_PLAN)]
Blocks = Annotated[tuple[Name, ...], AtMost(200)]


@change("format")
class ChangeFormat(PageAsked, Change):
    """Put the page on another format or own size."""

    def applied(self, document: PageDocument, known: Known) -> Changed:
        page = self.page()
        named = next((form.name for form in FORMATS if form.key == self.format), None)
        size = f"{with_unit(page.width, page.unit)} × {with_unit(page.height, page.unit)}"
        pages = "two pages" if page.fold else "page"
        on_it = document.with_page(page, self.format, self.binding)
        return Changed(replace(on_it, pins=()), f"{pages} {named or size}")


@change("way", After.IN_ITS_WAY)
class ChangeWay(Change):
    """Fit it another way."""

    school: School
    variant: Variant = Variant.PLAIN
    turn: Turn = 0
    mirrored: bool = False
    plan: Plan = ""

    @property
    def way(self) -> Way:
        """The way that is asked for."""
        return Way(self.school, self.turn, self.mirrored, self.variant, self.plan)

    def applied(self, document: PageDocument, known: Known) -> Changed:
        lifted = f", {len(document.pins)} unpinned" if document.pins else ""
        return Changed(replace(document, way=self.way, pins=()), f"another way to fit{lifted}")


@change("leave-out")
class LeaveOut(Change):
    """Leave a block out."""

    block: Name

    def applied(self, document: PageDocument, known: Known) -> Changed:
        block = the_block(document, self.block)
        if block.role in (Role.BASE, Role.MAT):
            raise refuse("not-left-out", f"{block.name} cannot be left out by itself.", "block")
        left_out = document.left_out | {block.id}
        if not document.sketch.without(left_out).blocks:
            raise refuse("nothing-left", "Then nothing would be left on the page.", "block")
        return Changed(replace(document, left_out=left_out, pins=()), f"left out {block.name}")


@change("bring-back")
class BringBack(Change):
    """Bring back what was left out."""

    block: Name

    def applied(self, document: PageDocument, known: Known) -> Changed:
        block = the_block(document, self.block)
        left_out = document.left_out - {block.id}
        return Changed(replace(document, left_out=left_out, pins=()), f"brought back {block.name}")


@change("concede")
class Concede(Change):
    """Give up several things at once, as a way out offered it; with a ``school``, in another way too."""

    school: School | None = None
    variant: Variant = Variant.PLAIN
    turn: Turn = 0
    mirrored: bool = False
    plan: Plan = ""
    leave_out: Blocks = ()
    smaller_prints: bool = False
    no_margin: bool = False

    def applied(self, document: PageDocument, known: Known) -> Changed:
        left = [the_block(document, block_id) for block_id in self.leave_out]
        way = Way(self.school, self.turn, self.mirrored, self.variant, self.plan) if self.school else None
        way_out = WayOut(way, self.smaller_prints, self.no_margin, self.leave_out)
        request = conceded(document.request, way_out)
        if not request.sketch.blocks:
            raise refuse("nothing-left", "Then nothing would be left on the page.", "leave_out")
        done = [f"left out {block.name}" for block in left]
        done += ["smaller prints"] * self.smaller_prints + ["no margin"] * self.no_margin
        conceded_document = replace(
            document,
            page=request.page,
            binding=None if self.no_margin else document.binding,
            print_sizes=request.print_sizes,
            left_out=document.left_out | frozenset(self.leave_out),
            way=way or document.way,
            pins=(),
        )
        return Changed(conceded_document, ", ".join(done) or "another way to fit")


@change("switches")
class Switch(Change):
    """Choose something for the whole page; what is not said stays."""

    ends: StripEnds | None = None
    in_line: bool | None = None
    by_eye: bool | None = None
    recount: bool | None = None
    from_shop: bool | None = None

    def applied(self, document: PageDocument, known: Known) -> Changed:
        now = document.switches
        said = {name: getattr(self, name) for name in ("ends", "in_line", "by_eye", "recount", "from_shop")}
        switches = replace(now, **{name: value for name, value in said.items() if value is not None})
        return Changed(
            replace(document, switches=switches, grid=self._grid(document, switches), pins=()),
            "a choice for the whole page",
        )

    @staticmethod
    def _grid(document: PageDocument, switches: Switches) -> int:
        if switches.by_eye == document.switches.by_eye:
            return document.grid
        return bounds.EYE_GRID[document.unit] if switches.by_eye else bounds.DEFAULT_GRID[document.unit]


@change("insist")
class Insist(Change):
    """Say of something that a small page gave up that it stays, or let it go again."""

    rung: Rung
    on: bool = True

    def applied(self, document: PageDocument, known: Known) -> Changed:
        kept = document.insist | {self.rung} if self.on else document.insist - {self.rung}
        words = RUNG_SAID[self.rung].stays if self.on else RUNG_SAID[self.rung].goes
        return Changed(replace(document, insist=kept, pins=()), words)


@change("dies")
class UseDies(Change):
    """Hold round and shaped pieces to the sizes of the owner's dies and punches, or set them free."""

    on: bool = True

    def applied(self, document: PageDocument, known: Known) -> Changed:
        if not self.on:
            return Changed(replace(document, dies=(), pins=()), "pieces of any size")
        dies = known.dies()
        if not dies:
            raise refuse("no-dies", "None of your punches and dies says what it makes. Enter that at the cutting step.")
        return Changed(replace(document, dies=dies, pins=()), "pieces at the sizes of your dies")


@change("grid")
class ChangeGrid(Change):
    """Choose the finest mark."""

    grid: Typed

    def applied(self, document: PageDocument, known: Known) -> Changed:
        grid = length_of(self.grid, document.unit, "The finest mark", "grid")
        if not 0 < grid <= document.page.width // 8:
            raise refuse("grid", f"A mark every {with_unit(grid, document.unit)} is too coarse, or nothing.", "grid")
        return Changed(replace(document, grid=grid, pins=()), f"marks every {with_unit(grid, document.unit)}")


@change("leads")
class Lead(Change):
    """Say that a photo leads, or take that back."""

    block: Name

    def applied(self, document: PageDocument, known: Known) -> Changed:
        photo = the_block(document, self.block, Role.PHOTO)
        leads = None if document.leads == photo.id else photo.id
        return Changed(replace(document, leads=leads), f"{photo.name} {'leads' if leads else 'leads no more'}")


@change("least")
class SetLeast(Change):
    """Say how small a block may become at most; nothing typed takes that away."""

    block: Name
    width: Typed = ""
    height: Typed = ""

    def applied(self, document: PageDocument, known: Known) -> Changed:
        block, unit, page = the_block(document, self.block), document.unit, document.page
        least = None
        if self.width or self.height:
            width = length_of(self.width, unit, "The least width", "width")
            height = length_of(self.height, unit, "The least height", "height")
            if not (0 < width <= page.width and 0 < height <= page.height):
                raise refuse("least", "A least size is more than nothing and no larger than the page.", "width")
            least = Size(width, height)
        blocks = tuple(replace(b, min_size=least) if b.id == block.id else b for b in document.sketch.blocks)
        words = f"{block.name} has a least size" if least else f"{block.name} may be as small as needed"
        return Changed(replace(document, sketch=replace(document.sketch, blocks=blocks)), words)


@change("rework")
class ReworkSlots(Change):
    """Merge, split or drop slots of this page's own sketch."""

    rework: Rework = Rework.DROP
    blocks: Blocks = ()

    def applied(self, document: PageDocument, known: Known) -> Changed:
        for block_id in self.blocks:
            the_block(document, block_id)
        if self.rework is Rework.MERGE and self.blocks not in set(mergeable(document.sketch)):
            raise refuse("not-merged", "Only two photos side by side can become one.", "blocks")
        if not self.blocks or (self.rework is Rework.SPLIT and len(self.blocks) != 1):
            raise refuse("rework", "Which blocks are meant?", "blocks")
        if self.rework in (Rework.DROP, Rework.CARD):
            left_out = document.left_out | set(self.blocks)
            return Changed(replace(document, left_out=left_out, pins=()), f"left out {len(self.blocks)}")
        sketch = reworked(document.sketch, self.rework, self.blocks)
        names = {block.id for block in sketch.blocks}
        photos = {slot: photo for slot, photo in document.photos.items() if slot in names}
        done = "two slots made one" if self.rework is Rework.MERGE else "one slot made two"
        return Changed(replace(document, sketch=sketch, photos=photos, pins=()), done)


@change("room")
class MakeRoom(Change):
    """Keep room for a cluster, a title or words."""

    role: Role

    def applied(self, document: PageDocument, known: Known) -> Changed:
        page, way = document.page, document.way
        if not document.blocks:
            raise refuse("nothing-fits", "Nothing fits on this page yet, so there is no room to find.")
        size = Size(page.width, page.height)
        sketch, name = with_room(
            document.sketch, way.turn, way.mirrored, size, document.blocks, self.role, document.grid
        )
        return Changed(replace(document, sketch=sketch, pins=()), sketch.block(name).name)
