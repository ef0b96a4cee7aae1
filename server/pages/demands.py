"""The demands of a clash as they are told: each with the change that gives it up, where it stands."""

from typing import Any

from inkquilt.fit.request import Clash, Lift, LiftKind
from inkquilt.lengths import format_length
from inkquilt.sketch import Block
from server.pages.document import PageDocument


def clash_answers(
    clash: Clash | None, document: PageDocument, asked: dict[str, Any] | None = None
) -> list[dict[str, Any]]:  # fmt: skip
    """Return the demands of a clash.

    ``asked`` is the change of a hand that cannot be: then giving a demand up is that change once
    more, with what it gives up. Else the page is empty, and giving it up is a change of its own.
    """
    demands = clash.demands if clash else ()
    return [
        {"demand": demand.demand, "blocks": list(demand.blocks), **lifted(demand.lift, document, asked)}
        for demand in demands
    ]


def lifted(lift: Lift | None, document: PageDocument, asked: dict[str, Any] | None) -> dict[str, Any]:
    """Return what gives a demand up: ``words`` and the ``change``, or a ``change`` whose size is still typed."""
    nothing: dict[str, Any] = {"words": "", "change": None}
    if lift is None or (asked is not None and lift.kind is LiftKind.SET_FREE and lift.name == asked.get("block")):
        return nothing
    block = next((b for b in (*document.blocks, *document.sketch.blocks) if b.id == lift.name), None)
    if block is None and lift.kind not in (LiftKind.LET_GO, LiftKind.NO_MARGIN):
        return nothing
    give = _give(lift, block, document)
    change = _own_change(give) if asked is None else _once_more(asked, give)
    return {"words": _words(lift, block), "change": change}


def _give(lift: Lift, block: Block | None, document: PageDocument) -> dict[str, Any]:
    match lift.kind:
        case LiftKind.LET_GO:
            return {"let_go": [lift.name]}
        case LiftKind.SET_FREE:
            return {"free": [lift.name]}
        case LiftKind.NO_MARGIN:
            return {"no_margin": True}
        case LiftKind.LEAVE_OUT:
            return {"leave_out": [lift.name]}
    assert block is not None
    size = block.min_size if not document.blocks and block.min_size else block.size
    width, height = (format_length(side, document.unit) for side in (size.width, size.height))
    return {"sized": {"block": lift.name, "width": width, "height": height}}


def _words(lift: Lift, block: Block | None) -> str:
    name = block.name if block else ""
    return {
        LiftKind.LET_GO: "let this go",
        LiftKind.SET_FREE: f"set {name} free",
        LiftKind.NO_MARGIN: "use the margin too",
        LiftKind.LEAVE_OUT: f"leave {name} out",
        LiftKind.SIZE: "",
    }[lift.kind]


def _once_more(asked: dict[str, Any], give: dict[str, Any]) -> dict[str, Any]:
    """Return a change with what it gives up added to what it gave up already."""
    lists = {n: list(dict.fromkeys([*asked.get(n, []), *value])) for n, value in give.items() if n in _LISTS}
    return {**asked, **give, **lists}


_LISTS = frozenset({"let_go", "free", "leave_out"})


def _own_change(give: dict[str, Any]) -> dict[str, Any] | None:
    match give:
        case {"let_go": [key]}:
            return {"kind": "untie", "tie": key}
        case {"no_margin": True}:
            return {"kind": "concede", "no_margin": True}
        case {"leave_out": [block]}:
            return {"kind": "leave-out", "block": block}
        case {"sized": sized}:
            return {"kind": "least", **sized}
    return None
