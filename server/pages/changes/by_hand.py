"""Pieces moved and sized by hand, and the relations let go or added."""

from dataclasses import replace
from typing import Any, Final

from inkquilt.fit.hand import Grip, Typed, pinned, typed_grip
from inkquilt.fit.ways import drawn_for
from inkquilt.lengths import Grains
from inkquilt.page import Margins
from inkquilt.sketch import Block
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.ties import ADDABLE, AddedTie, TieKind
from server.common.asked import asked_length, refuse
from server.pages.changes.base import Changed, the_block
from server.pages.document import PageDocument

#: Distances from the page's edges and sizes, as they are typed.
TYPED: Final = ("left", "top", "right", "bottom", "width", "height")


def pin(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Settle a place or size: dragged (numbers in the page's unit), typed (texts) or nudged (grid steps)."""
    if not document.blocks:
        raise refuse("nothing-fits", "Nothing fits on this page yet, so there is nothing to move.")
    document = _with_what_is_given_up(document, change)
    drawn = drawn_for(document.request, document.way)
    assert drawn is not None
    grip = _grip(document, change)
    pins = pinned(document.refit_request, drawn.sketch, grip)
    name = next(block.name for block in document.blocks if block.id == grip.block)
    sized = grip.width is not None or grip.height is not None
    return Changed(replace(document, pins=pins), f"{name} {'resized' if sized else 'moved'}")


def _with_what_is_given_up(document: PageDocument, change: dict[str, Any]) -> PageDocument:
    """Return the document without what a hand gives up so that a piece can go where it wants it."""
    free = set(change.get("free") or ())
    left_out = {the_block(document, {"block": name}).id for name in change.get("leave_out") or ()}
    page = replace(document.page, clear=Margins()) if change.get("no_margin") else document.page
    document = replace(
        document,
        untied=document.untied | set(change.get("let_go") or ()),
        pins=tuple(pin for pin in document.pins if pin.block not in free | left_out),
        left_out=document.left_out | left_out,
        page=page,
        binding=None if change.get("no_margin") else document.binding,
    )
    sized = change.get("sized")
    if not sized:
        return document
    lengths = {name: asked_length(sized, name, document.unit, f"That {name}") for name in ("width", "height")}
    block = the_block_on(document, sized["block"])
    grip = typed_grip(document.refit_request, block, Typed(**lengths))
    drawn = drawn_for(document.request, document.way)
    assert drawn is not None
    return replace(document, pins=pinned(document.refit_request, drawn.sketch, grip))


def the_block_on(document: PageDocument, block_id: str) -> Block:
    """Return a block as it lies on the page. Raises ``BadInput`` where it is not there."""
    block = next((block for block in document.blocks if block.id == block_id), None)
    if block is None:
        raise refuse("unknown-block", f"There is no block “{block_id[:60]}” on this page.", "block")
    return block


def _grip(document: PageDocument, change: dict[str, Any]) -> Grip:
    block_id, unit = str(change.get("block") or ""), document.unit
    block = the_block_on(document, block_id)
    if change.get("step_x") or change.get("step_y"):
        across, down = (change.get(name) or 0 for name in ("step_x", "step_y"))
        return Grip(
            block_id,
            block.x + across * document.grid if across else None,
            block.y + down * document.grid if down else None,
        )
    if any(change.get(name) for name in TYPED):
        typed = {name: asked_length(change, name, unit, f"That {name}") for name in TYPED if change.get(name)}
        return typed_grip(document.refit_request, block, Typed(**typed))

    def dragged(key: str) -> Grains | None:
        value = change.get(key)
        return None if value is None else round(value * unit.grains)

    return Grip(block_id, *(dragged(key) for key in ("at_x", "at_y", "wide", "high")))


def unpin(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Set one piece free, or all; the page stays as it lies."""
    block = change.get("block")
    pins = tuple(pin for pin in document.pins if block is not None and pin.block != block)
    if pins == document.pins:
        raise refuse("not-pinned", "That is not pinned.", "block")
    return Changed(replace(document, pins=pins), "set free" if block else "all set free")


def untie(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
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


def tie(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Add a relation between blocks."""
    kind = TieKind(change.get("tie_kind") or "line")
    blocks = tuple(change.get("blocks") or ())
    for block_id in blocks:
        the_block(document, {"block": block_id})
    least = {TieKind.LINE: 2, TieKind.EQUAL_SIZE: 2, TieKind.EQUAL_GAPS: 3, TieKind.CENTRED: 1}
    if kind not in ADDABLE or len(set(blocks)) < least[kind]:
        raise refuse("not-tied", "These cannot be tied like that: name at least two blocks, three for equal gaps.")
    axis = Axis(change.get("axis") or "x")
    highs = tuple(bool(high) for high in change.get("highs") or ())[: len(blocks)]
    highs += (False,) * (len(blocks) - len(highs))
    return Changed(replace(document, ties=(*document.ties, AddedTie(kind, blocks, axis, highs))), "a tie added")
