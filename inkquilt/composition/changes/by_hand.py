"""Pieces moved and sized by hand, and the relations let go or added."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Annotated, Final

from inkquilt.composition.asked import AtMost, Long, Name, Place, Steps, TieKey, Typed, length_of
from inkquilt.composition.changes.base import After, Change, Changed, Known, change, the_block, the_block_on
from inkquilt.composition.document import PageDocument
from inkquilt.errors import refuse
from inkquilt.fit.manual_edit import Grip, pinned, typed_grip
from inkquilt.fit.manual_edit import Typed as TypedLengths
from inkquilt.fit.ways import drawn_for
from inkquilt.lengths import Grains
from inkquilt.page import Margins
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.ties import ADDABLE, AddedTie, TieKind

#: Distances from the page's edges and sizes, as they are typed.
_TYPED: Final = ("left", "top", "right", "bottom", "width", "height")


@dataclass(frozen=True, slots=True, kw_only=True)
class TypedSize:
    """A block and the size it shall have, as typed."""

    block: Name
    width: Typed
    height: Typed


@change("pin", After.REFITS)
class PinPiece(Change):
    """Settle a place or size: dragged (numbers in the page's unit), typed (texts) or nudged (grid steps).

    ``let_go`` are ties given up for it and ``free`` pins taken out for it, as are what is left out, the margin, and
    the size of another piece.
    """

    block: Name
    at_x: Place | None = None
    at_y: Place | None = None
    wide: Long | None = None
    high: Long | None = None
    left: Typed = ""
    top: Typed = ""
    right: Typed = ""
    bottom: Typed = ""
    width: Typed = ""
    height: Typed = ""
    step_x: Steps = 0
    step_y: Steps = 0
    let_go: Annotated[tuple[TieKey, ...], AtMost(20)] = ()
    free: Annotated[tuple[Name, ...], AtMost(60)] = ()
    leave_out: Annotated[tuple[Name, ...], AtMost(200)] = ()
    no_margin: bool = False
    sized: TypedSize | None = None

    def applied(self, document: PageDocument, known: Known) -> Changed:
        if not document.blocks:
            raise refuse("nothing-fits", "Nothing fits on this page yet, so there is nothing to move.")
        document = self._given_up(document)
        grip = self._grip(document)
        name = next(block.name for block in document.blocks if block.id == grip.block)
        is_sized = grip.width is not None or grip.height is not None
        return Changed(gripped(document, grip), f"{name} {'resized' if is_sized else 'moved'}")

    def _given_up(self, document: PageDocument) -> PageDocument:
        """Return the document without what a hand gives up so that a piece can go where it wants it."""
        left_out = {the_block(document, name).id for name in self.leave_out}
        document = replace(
            document,
            untied=document.untied | set(self.let_go),
            pins=tuple(pin for pin in document.pins if pin.block not in left_out.union(self.free)),
            left_out=document.left_out | left_out,
            page=replace(document.page, clear=Margins()) if self.no_margin else document.page,
            binding=None if self.no_margin else document.binding,
        )
        if self.sized is None:
            return document
        typed = {
            name: length_of(getattr(self.sized, name), document.unit, f"That {name}", name)
            for name in ("width", "height")
        }
        block = the_block_on(document, self.sized.block)
        return gripped(document, typed_grip(document.refit_request, block, TypedLengths(**typed)))

    def _grip(self, document: PageDocument) -> Grip:
        block, unit = the_block_on(document, self.block), document.unit
        if self.step_x or self.step_y:
            return Grip(
                block.id,
                block.x + self.step_x * document.grid if self.step_x else None,
                block.y + self.step_y * document.grid if self.step_y else None,
            )
        typed = {
            name: length_of(getattr(self, name), unit, f"That {name}", name) for name in _TYPED if getattr(self, name)
        }
        if typed:
            return typed_grip(document.refit_request, block, TypedLengths(**typed))

        def dragged(value: float | None) -> Grains | None:
            return None if value is None else round(value * unit.grains)

        return Grip(block.id, dragged(self.at_x), dragged(self.at_y), dragged(self.wide), dragged(self.high))


def gripped(document: PageDocument, grip: Grip) -> PageDocument:
    """Return the document with what a hand did pinned. Raises ``BadInput``."""
    drawn = drawn_for(document.request, document.way)
    if drawn is None:
        raise refuse("nothing-fits", "Nothing fits on this page like that, so there is nothing to move.")
    return replace(document, pins=pinned(document.refit_request, drawn.sketch, grip))


@change("unpin", After.STAYS)
class Unpin(Change):
    """Set one piece free, or all; the page stays as it lies."""

    block: Name | None = None

    def applied(self, document: PageDocument, known: Known) -> Changed:
        pins = tuple(pin for pin in document.pins if self.block is not None and pin.block != self.block)
        if pins == document.pins:
            raise refuse("not-pinned", "That is not pinned.", "block")
        return Changed(replace(document, pins=pins), "unpinned" if self.block else "all unpinned")


def _round_its_pins(document: PageDocument) -> After:
    return After.REFITS if document.pins else After.FITS


@change("untie")
class Untie(Change):
    """Let a relation go, or (``again``) take it up again; one that was added is taken away."""

    tie: TieKey
    again: bool = False

    def applied(self, document: PageDocument, known: Known) -> Changed:
        if not self.tie:
            raise refuse("no-tie", "Which relation is missing.", "tie")
        number = self.tie.removeprefix("added ")
        if self.tie.startswith("added ") and number.isdecimal() and int(number) < len(document.ties):
            ties = document.ties[: int(number)] + document.ties[int(number) + 1 :]
            return Changed(replace(document, ties=ties), "a tie removed")
        untied = document.untied - {self.tie} if self.again else document.untied | {self.tie}
        return Changed(replace(document, untied=untied), "tied again" if self.again else "untied")

    def effect(self, document: PageDocument) -> After:
        return _round_its_pins(document)


@change("tie")
class AddTie(Change):
    """Add a relation between blocks; ``highs`` tells of each whether its right or bottom edge is meant."""

    tie_kind: TieKind = TieKind.LINE
    blocks: Annotated[tuple[Name, ...], AtMost(200)] = ()
    axis: Axis = Axis.X
    highs: Annotated[tuple[bool, ...], AtMost(200)] = ()

    def applied(self, document: PageDocument, known: Known) -> Changed:
        for block_id in self.blocks:
            the_block(document, block_id)
        least = {TieKind.LINE: 2, TieKind.EQUAL_SIZE: 2, TieKind.EQUAL_GAPS: 3, TieKind.CENTRED: 1}
        if self.tie_kind not in ADDABLE or len(set(self.blocks)) < least[self.tie_kind]:
            raise refuse("not-tied", "These cannot be tied like that: name at least two blocks, three for equal gaps.")
        highs = self.highs[: len(self.blocks)] + (False,) * (len(self.blocks) - len(self.highs))
        added = AddedTie(self.tie_kind, self.blocks, self.axis, highs)
        return Changed(replace(document, ties=(*document.ties, added)), "a tie added")

    def effect(self, document: PageDocument) -> After:
        return _round_its_pins(document)
