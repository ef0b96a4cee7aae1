"""A page's papers planned from the stash, and the trimmers that cut them."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any

from inkquilt.composition.advice import ways_to_save
from inkquilt.composition.cut_list import cut_list
from inkquilt.composition.document import PageDocument
from inkquilt.composition.short_paper import Advice
from inkquilt.composition.wishes import savings_on, wishes_on
from inkquilt.cutting import USUAL_SHEET, CutPiece, PaperNeed, PaperPlan, pieces_to_cut
from inkquilt.cutting.advice import SheetSaver, is_worth_joining
from inkquilt.cutting.guillotine import Stock, StockKind
from inkquilt.cutting.machine import MachineMat, folded, is_shaped, machine_shapes, offset_outline
from inkquilt.cutting.pieces import CutWishes, is_made
from inkquilt.cutting.table import ASSUMED, Joined, StockChange, StockTaken, TableSheet, joined, usual_keys
from inkquilt.cutting.trimmer import Trimmer as CoreTrimmer
from inkquilt.cutting.worthwhile import Gain
from inkquilt.lengths import Grains
from inkquilt.paper import Piece, PieceList, pieces_of
from inkquilt.paper.kinds import SideName
from inkquilt.paper.saving import Saving, SavingKind
from inkquilt.sketch.model import Size
from inkquilt_io.lettering import letter_shapes
from server.pages.known import known_to
from server.pages.models import Page
from server.solving.pool import solvers
from server.stash.models import Paper, stock_of
from server.stash.services import sizes_bought
from server.tools.services import trimmers_of


@dataclass(frozen=True, slots=True)
class PaperGroup:
    """One paper of a page: the letters that are cut from it, and the paper of the stash if one was chosen.

    ``missing`` when the chosen one is in the stash no more; ``bought`` are the sizes of sheets she buys.
    """

    key: str
    name: str
    letters: tuple[str, ...]
    paper: Paper | None
    missing: bool = False
    bought: tuple[Size, ...] = ()


@dataclass(frozen=True, slots=True)
class PagePlan:
    """Everything to cut for a page."""

    pieces: PieceList
    groups: tuple[PaperGroup, ...]
    plans: tuple[PaperPlan, ...]
    savers: tuple[SheetSaver | None, ...]
    savings: tuple[Saving, ...]
    trimmers: tuple[CoreTrimmer, ...]
    wishes: CutWishes
    troubles: tuple[str, ...]
    #: The sheets' keys on the cutting table, by paper.
    keys: tuple[tuple[str, ...], ...]


@dataclass(frozen=True, slots=True)
class _Asked:
    """What is asked of cutting before anything is planned."""

    pieces: PieceList
    groups: tuple[PaperGroup, ...]
    needs: tuple[PaperNeed, ...]
    savings: tuple[Saving, ...]
    wishes: CutWishes
    troubles: tuple[str, ...]


def plan_of(owner: Any, document: PageDocument, seconds: float) -> PagePlan:
    """Plan a page's papers."""
    asked = _asked(owner, document, {}, ())
    plans, savers = solvers().run("planned_page", asked.needs, seconds, document.unit)
    return _plan(owner, document, asked, Joined(plans, usual_keys(plans)), savers)


def needs_of(owner: Any, document: PageDocument) -> tuple[PaperNeed, ...]:
    """Return what a page needs of each paper, and what there is of it."""
    return _asked(owner, document, {}, ()).needs


def plan_of_rest(
    owner: Any, document: PageDocument, seconds: float, taken: StockTaken, table: Sequence[TableSheet]
) -> PagePlan:
    """Plan what is left to cut once stock is taken of a ``table``; sheets that stay are in the plan as they lie."""
    asked = _asked(owner, document, taken.promised, taken.spoken_for)
    plans, savers = solvers().run("planned_page", asked.needs, seconds, document.unit)
    whole = _asked(owner, document, taken.made, taken.changes)
    return _plan(owner, document, whole, joined(whole.needs, plans, taken.staying, table), savers)


def _plan(
    owner: Any, document: PageDocument, asked: _Asked, laid: Joined, savers: tuple[SheetSaver | None, ...]
) -> PagePlan:
    trimmers = trimmers_of(owner, document.unit)
    return PagePlan(
        asked.pieces,
        asked.groups,
        laid.plans,
        savers,
        asked.savings,
        trimmers,
        asked.wishes,
        asked.troubles,
        laid.keys,
    )


def _asked(owner: Any, document: PageDocument, made: Mapping[str, int], changes: Sequence[StockChange]) -> _Asked:
    pieces = cut_list(document)
    asked = wishes_on(document, pieces)
    found = savings_on(document, asked.wishes)
    savings = {saving.block: saving for saving in found if saving.block in document.cuts.saved}
    wishes = replace(asked.wishes, savings=savings)
    to_cut = pieces_to_cut(pieces, wishes)
    groups = groups_of(owner, document, to_cut)
    needs = tuple(_need(document, group, to_cut, made, changes) for group in groups)
    offered = tuple(one for one in found if one.kind is not SavingKind.JOIN or _is_worth_joining(one, groups, pieces))
    return _Asked(pieces, groups, needs, offered, wishes, asked.troubles)


def advice_on(page: Page, document: PageDocument, seconds: float) -> tuple[tuple[Advice, Gain], ...]:
    """Return what would save a sheet or find a place for more pieces, and what it gains, the best first."""
    owner = page.owner
    asked = _asked(owner, document, {}, ())
    ways = ways_to_save(document, asked.savings, asked.wishes.directional, asked.needs)
    known = known_to(page)
    needs = [_asked(owner, way.change.applied(document, known).document, {}, ()).needs for way in ways]
    gains: tuple[Gain, ...] = solvers().run("worthwhile", asked.needs, needs, seconds)
    return tuple((ways[gain.way], gain) for gain in gains)


def _is_worth_joining(saving: Saving, groups: Sequence[PaperGroup], pieces: PieceList) -> bool:
    """Tell whether the paper of a piece is in the stash as scraps that are too small for it whole."""
    letter = next(part.paper for part in pieces.papers if any(piece.block == saving.block for piece in part.pieces))
    paper = next((group.paper for group in groups if letter in group.letters), None)
    stocks = [row.stock for row in paper.stocks.all()] if paper else []
    return is_worth_joining(saving, stocks)


def groups_of(owner: Any, document: PageDocument, to_cut: Mapping[str, Sequence[CutPiece]]) -> tuple[PaperGroup, ...]:
    """Return the page's papers; letters cut from one paper of the stash, whichever side shows, go together."""
    chosen = document.cuts.papers
    stash = Paper.objects.visible_to(owner).prefetch_related("stocks").in_bulk([c.paper for c in chosen.values()])
    groups: dict[str, PaperGroup] = {}
    for letter in to_cut:
        choice = chosen.get(letter)
        paper = stash.get(choice.paper) if choice else None
        key = f"stash {paper.pk}" if paper else letter
        name = paper.name if paper else choice.name if choice else letter
        before = groups.get(key)
        letters = (*before.letters, letter) if before else (letter,)
        groups[key] = PaperGroup(key, name, letters, paper, choice is not None and paper is None)
    usual = sizes_bought(owner)
    return tuple(replace(group, bought=(*_own_sizes(group.paper), *usual)) for group in groups.values())


def _own_sizes(paper: Paper | None) -> Iterator[Size]:
    """Yield the sizes of a paper's own sheets, used up or not, the one there was most of first."""
    rows = [row.stock for row in paper.stocks.all()] if paper else []
    sheets = [stock for stock in rows if stock.kind is StockKind.SHEET]
    yield from (stock.size for stock in sorted(sheets, key=lambda stock: -(stock.count or 0)))


def _need(
    document: PageDocument,
    group: PaperGroup,
    to_cut: Mapping[str, Sequence[CutPiece]],
    made: Mapping[str, int],
    changes: Sequence[StockChange],
) -> PaperNeed:
    pieces = [piece for letter in group.letters for piece in to_cut[letter] if not is_made(piece.key, made)]
    motifs = group.paper.core_motifs if group.paper else ()
    return PaperNeed(group.key, tuple(pieces), _stocks(document, group, changes), _directional(group), motifs)


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


@dataclass(frozen=True, slots=True)
class TitleLetters:
    """The page's titles as letters to cut: in which shipped font, capitals how high."""

    font: str
    height: Grains


def machine_mats(
    document: PageDocument,
    mat: Size,
    keys: Sequence[str],
    outline: Grains = 0,
    letters: TitleLetters | None = None,
) -> tuple[MachineMat, ...]:
    """Nest a page's pieces on a machine's mats: those named by number, or all that are no plain rectangles.

    With ``letters`` the titles are among them, with an ``outline`` each is there once more, so much
    further out. Raises ``CoreError`` for one larger than the mat.
    """
    pieces = pieces_of(document.blocks, document.page.fold)
    wishes = wishes_on(document, pieces).wishes
    numbers = pieces.numbers
    windows = {block: [window.opening for window in some] for block, some in wishes.windows.items()}
    shapes = {shape.key: shape for shape in machine_shapes(document.blocks, numbers, windows)}
    for block, along in wishes.folds.items():
        key = str(numbers.get(block))
        if key in shapes:
            shapes[key] = folded(shapes[key], along)
    special = set(windows) | set(wishes.folds)
    shaped = {str(numbers[b.id]) for b in document.blocks if b.id in numbers and (is_shaped(b) or b.id in special)}
    wanted = set(keys) or shaped or set(shapes)
    chosen = [shape for key, shape in shapes.items() if key in wanted]
    if letters is not None:
        text = " ".join(document.titles.values())
        chosen += letter_shapes(letters.font, text, letters.height)
    if outline:
        chosen += [offset_outline(shape, outline) for shape in chosen]
    mats: tuple[MachineMat, ...] = solvers().run("nested", chosen, mat)
    return mats


# -- trimmers and tools --------------------------------------------------------------------------
