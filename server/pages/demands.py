"""The demands of a clash as they are told: each with the change that gives it up, where it stands."""

from dataclasses import replace
from typing import Any

from inkquilt.composition.changes import Change
from inkquilt.composition.changes.by_hand import PinPiece, TypedSize, Untie
from inkquilt.composition.changes.layout import Concede, LeaveOut, SetLeast
from inkquilt.composition.document import PageDocument
from inkquilt.fit.request import Clash, Lift, LiftKind
from inkquilt.lengths import format_length
from inkquilt.sketch import Block
from server.pages.change_serializers import written_change


def clash_answers(clash: Clash | None, document: PageDocument, asked: PinPiece | None = None) -> list[dict[str, Any]]:
    """Return the demands of a clash.

    ``asked`` is the change of a hand that cannot be: then giving a demand up is that change once
    more, with what it gives up. Else the page is empty, and giving it up is a change of its own.
    """
    return [
        {"demand": demand.demand, "blocks": list(demand.blocks), **lifted(demand.lift, document, asked)}
        for demand in (clash.demands if clash else ())
    ]


def lifted(lift: Lift | None, document: PageDocument, asked: PinPiece | None) -> dict[str, Any]:
    """Return what gives a demand up: ``words`` and the ``change``, or a ``change`` whose size is still typed."""
    nothing: dict[str, Any] = {"words": ""}
    if lift is None or (asked is not None and lift.kind is LiftKind.SET_FREE and lift.name == asked.block):
        return nothing
    block = next((b for b in (*document.blocks, *document.sketch.blocks) if b.id == lift.name), None)
    if block is None and lift.kind not in (LiftKind.LET_GO, LiftKind.NO_MARGIN):
        return nothing
    change = _own_change(lift, block, document) if asked is None else _once_more(asked, lift, block, document)
    return {"words": _words(lift, block), "change": written_change(change)} if change else nothing


def _words(lift: Lift, block: Block | None) -> str:
    name = block.name if block else ""
    return {
        LiftKind.LET_GO: "let this go",
        LiftKind.SET_FREE: f"set {name} free",
        LiftKind.NO_MARGIN: "use the margin too",
        LiftKind.LEAVE_OUT: f"leave {name} out",
        LiftKind.SIZE: "",
    }[lift.kind]


def _size(block: Block, document: PageDocument) -> dict[str, str]:
    """Return the size that is typed anew: the least it may have where nothing lies, else the one it has."""
    size = block.min_size if not document.blocks and block.min_size else block.size
    return {name: format_length(getattr(size, name), document.unit) for name in ("width", "height")}


def _once_more(asked: PinPiece, lift: Lift, block: Block | None, document: PageDocument) -> PinPiece:
    """Return the change of a hand with one thing more that it gives up."""

    def more(names: tuple[str, ...]) -> tuple[str, ...]:
        return tuple(dict.fromkeys((*names, lift.name)))

    match lift.kind:
        case LiftKind.LET_GO:
            return replace(asked, let_go=more(asked.let_go))
        case LiftKind.SET_FREE:
            return replace(asked, free=more(asked.free))
        case LiftKind.LEAVE_OUT:
            return replace(asked, leave_out=more(asked.leave_out))
        case LiftKind.NO_MARGIN:
            return replace(asked, no_margin=True)
    return replace(asked, sized=TypedSize(block=lift.name, **_size(block, document))) if block else asked


def _own_change(lift: Lift, block: Block | None, document: PageDocument) -> Change | None:
    match lift.kind:
        case LiftKind.LET_GO:
            return Untie(tie=lift.name)
        case LiftKind.NO_MARGIN:
            return Concede(no_margin=True)
        case LiftKind.LEAVE_OUT:
            return LeaveOut(block=lift.name)
        case LiftKind.SIZE if block is not None:
            return SetLeast(block=lift.name, **_size(block, document))
    return None
