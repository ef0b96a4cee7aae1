"""Ways to cut less paper for a page, each the change that does it and what to say of it."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Mapping, Sequence
from typing import Final

from inkquilt.composition.changes.cutting import LieAcross, SaveOn
from inkquilt.composition.document import PageDocument
from inkquilt.composition.short_paper import Advice, joined_ways, shifted_ways
from inkquilt.cutting.plan import PaperNeed
from inkquilt.lengths import Unit, with_unit
from inkquilt.paper.pieces import paper_of
from inkquilt.paper.saving import Saving, SavingKind
from inkquilt.sketch.model import CUT_FROM_PAPER, Shape

#: No more ways than this are tried.
MOST_WAYS: Final = 24


def ways_to_save(
    document: PageDocument, savings: Sequence[Saving], directional: Collection[str], needs: Sequence[PaperNeed] = ()
) -> tuple[Advice, ...]:
    """Return what could be done: the savings that are not on, patterns let run across a piece, and with paper that is
    too short mats shifted and pieces joined from two.

    ``directional`` are the letters of papers whose pieces have a right way up; ``needs`` tell of the paper in hand.
    """
    ways = (
        *_saved(document, savings),
        *_across(document, directional),
        *shifted_ways(document, needs),
        *joined_ways(document, needs, {saving.block for saving in savings if len(saving.parts) > 1}),
    )
    return ways[:MOST_WAYS]


def _saved(document: PageDocument, savings: Sequence[Saving]) -> Iterator[Advice]:
    names = {block.id: block.name for block in document.blocks}
    for saving in savings:
        if saving.block not in document.cuts.saved:
            yield Advice(SaveOn(block=saving.block, on=True), _words(saving, names, document.unit))


def _words(saving: Saving, names: Mapping[str, str], unit: Unit) -> str:
    name, inner = names[saving.block], names.get(saving.inner or "", "")
    sizes = " and ".join(f"{with_unit(p.size.width, unit)} × {with_unit(p.size.height, unit)}" for p in saving.parts)
    match saving.kind:
        case SavingKind.GUT:
            return f"Gut {name}: its middle goes on as paper"
        case SavingKind.SHORT if len(saving.parts) == 1:
            return f"Cut {name} short, {sizes}"
        case SavingKind.SHORT:
            return f"Cut {name} as {len(saving.parts)} pieces, {sizes}"
        case SavingKind.JOIN:
            return f"Join {name} from {sizes}, the join hidden"
        case SavingKind.SPARE:
            return f"Cut {name} from any spare sheet: nobody sees it"
        case SavingKind.INLAY:
            return f"Cut {inner} out of {name} and turn it over: lay both on a carrier, a hairline may show"
        case SavingKind.NEST:
            return f"Cut {inner} out of the hidden middle of {name}"


def _across(document: PageDocument, directional: Collection[str]) -> Iterator[Advice]:
    for block in document.blocks:
        square = block.width == block.height or block.shape is Shape.CIRCLE
        if block.role in CUT_FROM_PAPER and paper_of(block) in directional and not square:
            on = block.id not in document.cuts.across
            words = f"Let the pattern run {'across' if on else 'up'} {block.name}"
            yield Advice(LieAcross(block=block.id, on=on), words)
