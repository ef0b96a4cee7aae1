"""What lies stuck on a page is fixed: the plan goes round it, and a change that would move it is refused."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import replace

from inkquilt.assembly.things import Lying
from inkquilt.composition.document import PageDocument
from inkquilt.embellishments import Accent
from inkquilt.errors import refuse
from inkquilt.fit.request import Pin
from inkquilt.sketch.model import Block


def lying_of_block(block: Block) -> Lying:
    """Return where a block lies."""
    return Lying(block.x, block.y, block.width, block.height, block.turn)


def lying_of_accent(accent: Accent) -> Lying:
    """Return where an embellishment lies."""
    size = accent.what.size
    return Lying(accent.x - size.width // 2, accent.y - size.height // 2, size.width, size.height, accent.turn)


def lying_on(document: PageDocument) -> Mapping[str, Lying]:
    """Return where every layer of a page lies, by its key; a story is where its words are, and has no place here."""
    blocks = {block.id: lying_of_block(block) for block in document.blocks}
    return {**blocks, **{accent.key: lying_of_accent(accent) for accent in document.accents}}


def check_stuck(before: PageDocument, after: PageDocument) -> None:
    """Refuse a change that moves, sizes or takes away what lies stuck. Raises ``BadInput`` naming it.

    What lay elsewhere than it was stuck before already is not this change's doing.
    """
    stuck = after.sticking.stuck
    if not stuck or not after.blocks:
        return
    were, are = lying_on(before), lying_on(after)
    names = {block.id: block.name for block in before.blocks}
    names |= {accent.key: accent.what.name for accent in before.accents}
    moved = [names[key] for key in stuck if key in were and were[key] == stuck[key] and are.get(key) != stuck[key]]
    moved += [names[pin.block] for pin in after.pins if pin.block in stuck and not _is_there(pin, stuck[pin.block])]
    gone = [key for key in stuck if key in before.stories and key not in after.stories]
    if moved or gone:
        raise refuse("stuck-down", _why(moved or ["the story"]), "kind")


def _is_there(pin: Pin, lying: Lying) -> bool:
    """Tell whether a pin asks for nothing else than where something lies."""
    wanted = (pin.x, lying.x), (pin.y, lying.y), (pin.width, lying.width), (pin.height, lying.height)
    return all(asked in (None, there) for asked, there in wanted)


def _why(names: Iterable[str]) -> str:
    first, *others = names
    and_more = f" and {len(others)} more" if others else ""
    verb, it = ("are", "them") if others else ("is", "it")
    return (
        f"{first[:1].upper()}{first[1:]}{and_more} {verb} stuck down, and this would move {it}. "
        "Lift it first (Stick down, “lift it again”), or change what is not down yet."
    )


def as_stuck(document: PageDocument, keys: Iterable[str]) -> PageDocument:
    """Return the document with layers noted as stuck where they lie now."""
    lying = lying_on(document)
    nowhere = Lying(0, 0, 0, 0)
    stuck = {**document.sticking.stuck, **{key: lying.get(key, nowhere) for key in keys}}
    return replace(document, sticking=replace(document.sticking, stuck=stuck))
