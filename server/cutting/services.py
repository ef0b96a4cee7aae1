"""A page's papers planned from the stash, and the trimmers that cut them."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any, Final, Self

from inkquilt.cutting import USUAL_SHEET, CutPiece, PaperNeed, PaperPlan, cut_pieces
from inkquilt.cutting.advice import SheetSaver
from inkquilt.cutting.guillotine import Stock, StockKind
from inkquilt.cutting.machine import MachineMat, is_shaped, machine_shapes, nested
from inkquilt.cutting.trimmer import METRIC_TRIMMERS, USUAL_TRIMMERS
from inkquilt.cutting.trimmer import Trimmer as CoreTrimmer
from inkquilt.lengths import Unit
from inkquilt.paper import Piece, PieceList, pieces_of
from inkquilt.paper.kinds import PaperKind, SideName
from inkquilt.paper.pieces import paper_of
from inkquilt.paper.saving import Saving, savings_of
from inkquilt.sketch.model import Size
from server.cutting.models import Trimmer
from server.pages.document import PageDocument
from server.solving.pool import solvers
from server.stash.models import Paper, stock_of

#: The stock of a paper that was not chosen from the stash: as many sheets as are needed.
ASSUMED: Final = "assumed"


@dataclass(frozen=True, slots=True)
class PaperGroup:
    """One paper of a page: the letters that are cut from it, and the paper of the stash if one was chosen.

    ``missing`` when the chosen one is in the stash no more.
    """

    key: str
    name: str
    letters: tuple[str, ...]
    paper: Paper | None
    missing: bool = False


@dataclass(frozen=True, slots=True)
class PagePlan:
    """Everything to cut for a page."""

    pieces: PieceList
    groups: tuple[PaperGroup, ...]
    plans: tuple[PaperPlan, ...]
    savers: tuple[SheetSaver | None, ...]
    savings: tuple[Saving, ...]
    trimmers: tuple[CoreTrimmer, ...]


@dataclass(frozen=True, slots=True)
class StockChange:
    """So many more, or less, of one size of a paper of the stash."""

    paper: int
    kind: StockKind
    size: Size
    count: int

    def written(self) -> list[Any]:
        """Return it as JSON data."""
        return [self.paper, self.kind.value, self.size.width, self.size.height, self.count]

    @classmethod
    def read(cls, row: Sequence[Any]) -> Self:
        """Read it."""
        return cls(row[0], StockKind(row[1]), Size(row[2], row[3]), row[4])

    def reversed(self) -> Self:
        """Return what undoes it."""
        return replace(self, count=-self.count)


def plan_of(
    owner: Any,
    document: PageDocument,
    seconds: float,
    made: Mapping[str, int] | None = None,
    changes: Sequence[StockChange] = (),
) -> PagePlan:
    """Plan a page's papers.

    ``made`` are pieces cut already, by key, which are left out; ``changes`` are reckoned
    with as if the stash had them.
    """
    pieces = pieces_of(document.blocks, document.page.fold)
    savings = savings_on(document)
    groups = groups_of(owner, document, pieces)
    needs = [_need(document, group, pieces, savings, made or {}, changes) for group in groups]
    plans, savers = solvers().run("planned_page", needs, seconds, document.unit)
    return PagePlan(pieces, groups, plans, savers, savings, trimmers_of(owner, document.unit))


def savings_on(document: PageDocument) -> tuple[Saving, ...]:
    """Return what could be saved on a page."""
    sheer = {
        block.id
        for block in document.blocks
        if (choice := document.cuts.papers.get(paper_of(block))) and choice.kind is PaperKind.VELLUM
    }
    return savings_of(document.blocks, document.grid, document.cuts.lip, frozenset(sheer))


def groups_of(owner: Any, document: PageDocument, pieces: PieceList) -> tuple[PaperGroup, ...]:
    """Return the page's papers; letters cut from one paper of the stash, whichever side shows, go together."""
    chosen = document.cuts.papers
    stash = Paper.objects.visible_to(owner).prefetch_related("stocks").in_bulk([c.paper for c in chosen.values()])
    groups: dict[str, PaperGroup] = {}
    for part in pieces.papers:
        choice = chosen.get(part.paper)
        paper = stash.get(choice.paper) if choice else None
        key = f"stash {paper.pk}" if paper else part.paper
        name = paper.name if paper else choice.name if choice else part.paper
        before = groups.get(key)
        letters = (*before.letters, part.paper) if before else (part.paper,)
        groups[key] = PaperGroup(key, name, letters, paper, choice is not None and paper is None)
    return tuple(groups.values())


def _need(
    document: PageDocument,
    group: PaperGroup,
    pieces: PieceList,
    savings: Sequence[Saving],
    made: Mapping[str, int],
    changes: Sequence[StockChange],
) -> PaperNeed:
    cuts = document.cuts
    wanted = {saving.block: saving for saving in savings if saving.block in cuts.saved}
    found: list[CutPiece] = []
    for part in pieces.papers:
        if part.paper in group.letters:
            choice = cuts.papers.get(part.paper)
            side = choice.side if choice else SideName.A
            lies = {piece.block: cuts.lie(piece.block) for piece in part.pieces}
            found += cut_pieces(part.pieces, wanted, lies, cuts.copies, side)
    left = tuple(piece for piece in found if not made.get(piece.key))
    return PaperNeed(group.key, left, _stocks(document, group, changes), _directional(group))


def _stocks(document: PageDocument, group: PaperGroup, changes: Sequence[StockChange]) -> tuple[Stock, ...]:
    if group.paper is not None:
        counts = {(row.stock.kind, row.stock.size): row.count for row in group.paper.stocks.all()}
        for change in changes:
            if change.paper == group.paper.pk:
                key = (change.kind, change.size)
                counts[key] = counts.get(key, 0) + change.count
        return tuple(stock_of(kind, size, count) for (kind, size), count in counts.items() if count > 0)
    return (Stock(ASSUMED, document.sheets.get(group.letters[0], USUAL_SHEET)),)


def _directional(group: PaperGroup) -> frozenset[SideName]:
    if group.paper is None:
        return frozenset()
    return frozenset(name for name in SideName if group.paper.side(name).directional)


def all_pieces(pieces: PieceList) -> list[Piece]:
    """Return every paper piece of a page."""
    return [piece for part in pieces.papers for piece in part.pieces]


def machine_mats(document: PageDocument, mat: Size, keys: Sequence[str]) -> tuple[MachineMat, ...]:
    """Nest a page's pieces on a machine's mats: those named by number, or all that are no plain rectangles.

    Raises ``CoreError`` for one larger than the mat.
    """
    numbers = pieces_of(document.blocks, document.page.fold).numbers
    shapes = machine_shapes(document.blocks, numbers)
    shaped = {str(numbers[b.id]) for b in document.blocks if b.id in numbers and is_shaped(b)}
    wanted = set(keys) or shaped or {shape.key for shape in shapes}
    return nested([shape for shape in shapes if shape.key in wanted], mat)


# -- trimmers --------------------------------------------------------------------------


def trimmers_of(owner: Any, unit: Unit) -> tuple[CoreTrimmer, ...]:
    """Return a person's trimmers, or a usual one until she entered hers."""
    own = tuple(row.core for row in Trimmer.objects.visible_to(owner))
    return own or (USUAL_TRIMMERS if unit is Unit.IN else METRIC_TRIMMERS)


def keep_trimmer(*, owner: Any, trimmer: CoreTrimmer, row: Trimmer | None = None) -> Trimmer:
    """Keep a trimmer, new or in the place of one."""
    kept = row or Trimmer(owner=owner)
    for name in ("name", "longest", "widest", "finest", "narrowest", "stop_offset"):
        setattr(kept, name, getattr(trimmer, name))
    kept.unit = trimmer.unit.value
    kept.save()
    return kept
