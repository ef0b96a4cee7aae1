"""What the cutting table shows: plans of the core's values turned into texts and numbers to draw by."""

from collections.abc import Mapping
from typing import Any

from inkquilt.composition.changes.cutting import CutFrom
from inkquilt.composition.document import PageDocument
from inkquilt.cutting import CutPiece, PaperNeed, PaperPlan
from inkquilt.cutting.guillotine import CutSheet, Direction, Stock, StockKind
from inkquilt.cutting.instructions import Inside
from inkquilt.cutting.motifs import fates_of, may_be_cut_from
from inkquilt.cutting.plan import piece_of_middle
from inkquilt.cutting.steps import Outcome, Step, steps_of
from inkquilt.cutting.table import ASSUMED
from inkquilt.cutting.terms import WindowTerm, may_have
from inkquilt.cutting.trimmer import Trimmer as CoreTrimmer
from inkquilt.cutting.unplaced import ToBuy, lacking, to_buy
from inkquilt.lengths import Unit, format_length, format_nearest, with_unit
from inkquilt.paper.kinds import PaperSide, SideName
from inkquilt.paper.pieces import paper_of
from inkquilt.paper.regions import Hold, Motif, SheetRegion
from inkquilt.paper.repeats import Repeat, per_sheet
from inkquilt.paper.saving import saving_words
from inkquilt.paper.tools import ToolUse
from inkquilt.sketch.model import Size
from inkquilt_io.look import tints_of
from inkquilt_io.print_values import CutBook
from server.cutting.services import PagePlan, PaperGroup, all_pieces
from server.pages.change_serializers import written_change
from server.pages.presenters import looks_of
from server.tools.presenters import size_words, trimmer_answer


def table_answer(document: PageDocument, version: int, plan: PagePlan) -> dict[str, Any]:
    """Return the whole cutting table."""
    unit = document.unit
    numbers = {piece.block: piece for piece in all_pieces(plan.pieces)}
    first = _first_pieces(document, plan)
    papers = [
        _paper(document, plan, place, group, one, first)
        for place, (group, one) in enumerate(zip(plan.groups, plan.plans, strict=True))
    ]
    bought = [to_buy(one, group.name, group.bought) for group, one in zip(plan.groups, plan.plans, strict=True)]
    cuts = sum(len(sheet["steps"]) for paper in papers for sheet in paper["sheets"])
    sheets = sum(one.plan.new_sheets for one in plan.plans)
    return {
        "unit": unit.value,
        "page_version": version,
        "papers": papers,
        "photos": [
            {"number": p.number, "block": p.block, "name": p.name, "size": size_words(p.size, unit)}
            for p in plan.pieces.photos
        ],
        "savings": [
            {
                "block": saving.block,
                "number": numbers[saving.block].number,
                "name": numbers[saving.block].name,
                "kind": saving.kind.value,
                "words": saving_words(saving, unit),
                "on": saving.block in document.cuts.saved,
            }
            for saving in plan.savings
        ],
        "lip": format_length(document.cuts.lip, unit),
        "troubles": list(plan.troubles),
        "without_place": _without_place(plan),
        "page_papers": [
            {"letter": letter, "name": paper_name(document, letter)}
            for letter in dict.fromkeys((*(part.paper for part in plan.pieces.papers), *sorted(document.cuts.letters)))
        ],
        "to_buy": [{"paper": one.paper, "words": _to_buy_words(one, unit)} for one in bought if one is not None],
        "trimmers": [trimmer_answer(None, trimmer) for trimmer in plan.trimmers],
        "summary": f"{_count(sheets, 'new sheet')}, {_count(cuts, 'cut')}",
    }


def _without_place(plan: PagePlan) -> str:
    """Say which pieces have no paper or no place."""
    pieces = [lack.piece for one in plan.plans for lack in lacking(one)]
    if not pieces:
        return ""
    verb = "has" if len(pieces) == 1 else "have"
    return f"{_count(len(pieces), 'piece')} {verb} no place: {', '.join(f'{p.key} {p.name}' for p in pieces)}."


def _first_pieces(document: PageDocument, plan: PagePlan) -> dict[str, str]:
    """Return of each block the piece at which it is told what is asked: the first one of its own paper, if any is."""
    own = {block.id: paper_of(block) for block in document.blocks}
    rows = [
        (piece, own[piece.block] in group.letters)
        for group, one in zip(plan.groups, plan.plans, strict=True)
        for piece in one.need.pieces
        if piece.block in own  # of what is cut for words nothing more is asked
    ]
    found: dict[str, str] = {}
    for own_paper in (True, False):
        for piece, is_own in rows:
            if is_own is own_paper:
                found.setdefault(piece.block, piece.key)
    return found


def book_of(title: str, document: PageDocument, plan: PagePlan) -> CutBook:
    """Return what is printed of a plan."""
    unit = document.unit
    bought = [to_buy(one, group.name, group.bought) for group, one in zip(plan.groups, plan.plans, strict=True)]
    return CutBook(
        title,
        unit,
        tuple((group.name, one) for group, one in zip(plan.groups, plan.plans, strict=True)),
        plan.trimmers,
        tuple(_to_buy_words(one, unit) for one in bought if one is not None),
    )


def _to_buy_words(one: ToBuy, unit: Unit) -> str:
    return f"{_count(one.count, 'sheet')} of {one.paper}, {size_words(one.sheet, unit)}"


def _count(count: int, what: str) -> str:
    return f"{count or 'no'} {what}{'s' * (count != 1)}"


def _paper(
    document: PageDocument, plan: PagePlan, place: int, group: PaperGroup, one: PaperPlan, first: Mapping[str, str]
) -> dict[str, Any]:
    unit = document.unit
    looks, tints = looks_of(document), tints_of(document.blocks)
    saver = plan.savers[place]
    assumed = next((stock.size for stock in one.need.stocks if stock.key == ASSUMED), None)
    blocks = {block.id: block for block in document.blocks}
    return {
        "key": group.key,
        "name": group.name,
        "stash_paper": group.paper.pk if group.paper else None,
        "missing": group.missing,
        "in_hand": _in_hand(one, unit),
        "sheet_width": format_length(assumed.width, unit) if assumed else "",
        "sheet_height": format_length(assumed.height, unit) if assumed else "",
        "letters": [
            {
                "letter": letter,
                "tint": tints.get(letter),
                "side": (c.side if (c := document.cuts.papers.get(letter)) else SideName.A).value,
                "look": next(
                    (
                        looks.of(blocks[p.block])
                        for g in plan.pieces.papers
                        if g.paper == letter
                        for p in g.pieces
                        if p.block in blocks
                    ),
                    None,
                ),
            }
            for letter in group.letters
        ],
        "pieces": [_piece(piece, one, document, first.get(piece.block) == piece.key) for piece in one.need.pieces],
        "sheets": [
            _sheet(key, sheet, one, plan.trimmers, unit)
            for key, sheet in zip(plan.keys[place], one.sheets, strict=True)
        ],
        "lacking": [lack.words(unit) for lack in lacking(one)],
        "advice": saver.words(unit) if saver else "",
        "other_side": _other_side(group, one),
        "motifs": [fate.words() for fate in fates_of(one)],
        "summary": _summary(one, unit),
        "status": one.plan.status.value,
    }


def _in_hand(one: PaperPlan, unit: Unit) -> str:
    stocks = [stock for stock in one.need.stocks if stock.key != ASSUMED]
    if not stocks:
        return ""
    return ", ".join(f"{_count(s.count or 0, s.kind.value)} {size_words(s.size, unit)}" for s in stocks)


def _piece(piece: CutPiece, one: PaperPlan, document: PageDocument, leads: bool) -> dict[str, Any]:
    unit = document.unit
    return {
        "key": piece.key,
        "number": piece.number,
        "block": piece.block,
        "name": piece.name,
        "size": size_words(piece.size, unit),
        "shape": piece.shape.value,
        "side": piece.side.value,
        "lie": piece.lie.value,
        "directional": piece.side in one.need.directional,
        "openings": [size_words(opening.size, unit) for opening in piece.openings],
        "terms": terms_answer(document, piece, one.need) if leads else None,
    }


def terms_answer(document: PageDocument, piece: CutPiece, need: PaperNeed) -> dict[str, Any]:
    """Return what is asked of a piece's block, in words."""
    terms, unit = document.cuts.of(piece.block), document.unit
    block = next(block for block in document.blocks if block.id == piece.block)
    return {
        "spares": document.cuts.copies.get(piece.block, 0),
        "windows": [_window_words(window, document) for window in terms.windows],
        "row": _row_words(terms.repeat, document) + _from_a_sheet(piece, need) if terms.repeat else "",
        "place": _place_words(terms.region, unit) if terms.region else "",
        "printed": [
            {"name": motif.name, "change": written_change(_cut_from(piece.block, motif, unit))}
            for motif in need.motifs
            if may_be_cut_from(piece, motif, need.directional)
        ],
        "slant": terms.slant.value if terms.slant else None,
        "behind": [{"opening": one.opening, "paper": paper_name(document, one.paper)} for one in terms.behind],
        "seam": terms.seam.words(unit) if terms.seam else "",
        "tool": terms.tool
        and {"name": terms.tool.tool.name, "edges": terms.tool.edges, "words": _tool_words(terms.tool)},
        "folded": terms.folded and terms.folded.value,
        "may": sorted(wish.value for wish in may_have(block)),
    }


def _cut_from(block: str, motif: Motif, unit: Unit) -> CutFrom:
    """Return the change that cuts a piece from a printed place."""
    left, top = (format_length(length, unit) for length in (motif.place.x, motif.place.y))
    return CutFrom(block=block, across=Hold.AT, down=Hold.AT, left=left, top=top)


def paper_name(document: PageDocument, letter: str) -> str:
    """Return what one of a page's papers is called: as in the stash, or by its letter."""
    choice = document.cuts.papers.get(letter)
    return choice.name if choice else f"paper {letter}" if len(letter) == 1 else letter


def _window_words(window: WindowTerm, document: PageDocument) -> str:
    away, unit = window.away, document.unit
    sides = (("left", away.left), ("top", away.top), ("right", away.right), ("bottom", away.bottom))
    words = ", ".join(f"{side} {format_nearest(length, unit) if length else 'open'}" for side, length in sides)
    if not any(length for _, length in sides):
        words = "its opening"  # of a frame
    behind = f", {paper_name(document, window.backing)} behind" if window.backing else ""
    return f"{words}{behind}{', mirrored for the facing page' if window.mirrored else ''}"


def _row_words(repeat: Repeat, document: PageDocument) -> str:
    unit = document.unit
    if repeat.heights:
        words = "strips of " + ", ".join(format_nearest(height, unit) for height in repeat.heights)
    else:
        words = f"{repeat.count} pieces"
        words += f" of {format_nearest(repeat.width, unit)}" if repeat.width else " side by side"
    if repeat.tuck:
        words += f", {format_nearest(repeat.tuck, unit)} tucked under"
    return (
        f"{words}, {' and '.join(paper_name(document, one) for one in repeat.papers)} in turn"
        if repeat.papers
        else words
    )


def _from_a_sheet(piece: CutPiece, need: PaperNeed) -> str:
    """Say how many such pieces one whole sheet gives."""
    sheet = max((stock.size for stock in need.stocks if stock.kind is StockKind.SHEET), key=_area, default=None)
    count = per_sheet(sheet, piece.lying(need.directional), piece.side not in need.directional) if sheet else 0
    return f"; one sheet gives {count}" if count else ""


def _area(size: Size) -> int:
    return size.width * size.height


_HOLDS = {
    Hold.LOW: ("left edge", "top edge"),
    Hold.MIDDLE: ("middle", "middle"),
    Hold.HIGH: ("right edge", "bottom edge"),
}


def _place_words(region: SheetRegion, unit: Unit) -> str:
    if region.across.hold is region.down.hold is Hold.MIDDLE:
        return "the middle of the sheet"
    words = []
    for along, axis, edge in ((region.across, 0, "left"), (region.down, 1, "top")):
        if along.hold is Hold.AT:
            words.append(f"{format_nearest(along.at, unit)} from the {edge}")
        else:
            words.append(_HOLDS[along.hold][axis])
    return f"the sheet’s {', '.join(words)}"


def _tool_words(use: ToolUse) -> str:
    edges = {1: ", one edge", 2: ", both edges"}.get(use.edges, "")
    return f"{use.tool.name}{edges}"


def _other_side(group: PaperGroup, one: PaperPlan) -> str:
    """Warn of a printed side that is cut away with the one that shows."""
    sides = {piece.side for piece in one.need.pieces}
    if group.paper is None or len(sides) != 1:
        return ""
    other = SideName.B if sides == {SideName.A} else SideName.A
    shown: PaperSide = group.paper.side(other)
    if shown.kind.value == "solid":
        return ""
    return f"Cutting takes the {other.value} side with it: {shown.kind.value}."


def _summary(one: PaperPlan, unit: Unit) -> str:
    scraps = sum(sheet.stock.kind is StockKind.SCRAP and not piece_of_middle(sheet.stock) for sheet in one.sheets)
    words = [_count(one.plan.new_sheets, "sheet")]
    if scraps:
        words.append(_count(scraps, "scrap"))
    left = one.plan.largest_leftover
    if left is not None:
        words.append(f"leaves {size_words(left.size, unit)} in one piece")
    return ", ".join(words)


def _sheet(key: str, sheet: CutSheet, one: PaperPlan, trimmers: tuple[CoreTrimmer, ...], unit: Unit) -> dict[str, Any]:
    return {
        "id": key,
        "kind": _kind(sheet.stock),
        "stock": sheet.stock.key,
        "size": size_words(sheet.stock.size, unit),
        "width": sheet.stock.size.width / unit.grains,
        "height": sheet.stock.size.height / unit.grains,
        "side_up": one.side_up(sheet).value,
        "placed": [
            {
                "key": placed.key,
                "side": one.piece(placed.key).side.value,
                "turned": one.turned(placed.key, placed.size),
                "openings": [
                    _box(placed.x + hole.x, placed.y + hole.y, hole.size, unit)
                    for hole in one.piece(placed.key).openings_as(placed.size)
                ],
                "slant": (slant := one.piece(placed.key).slant_as(placed.size)) and slant.value,
                **_box(placed.x, placed.y, placed.size, unit),
            }
            for placed in sheet.placed
        ],
        "leftovers": [
            {"part": left.part, "size": size_words(left.size, unit), **_box(left.x, left.y, left.size, unit)}
            for left in sheet.leftovers
        ],
        "steps": _steps(key, sheet, one, trimmers, unit),
    }


def _kind(stock: Stock) -> str:
    return "middle" if piece_of_middle(stock) else stock.kind.value


def _box(x: int, y: int, size: Size, unit: Unit) -> dict[str, float]:
    grains = unit.grains
    return {"x": x / grains, "y": y / grains, "width": size.width / grains, "height": size.height / grains}


def _steps(
    key: str, sheet: CutSheet, one: PaperPlan, trimmers: tuple[CoreTrimmer, ...], unit: Unit
) -> list[dict[str, Any]]:
    corners = _corners(sheet)
    return [
        _step(f"{key}.{number}", step, corners, trimmers, unit)
        for number, step in enumerate(steps_of(one, sheet, trimmers))
    ]


def _corners(sheet: CutSheet) -> dict[str, tuple[int, int]]:
    """Return where every part lies on its sheet, and every piece by its key."""
    corners = {"0": (0, 0)}
    for cut in sheet.cuts:
        x, y = corners[cut.part]
        corners[cut.part + "a"] = (x, y)
        corners[cut.part + "b"] = (x + cut.at, y) if cut.direction is Direction.UPRIGHT else (x, y + cut.at)
    return corners | {f"piece {placed.key}": (placed.x, placed.y) for placed in sheet.placed}


def _step(
    key: str, step: Step, corners: dict[str, tuple[int, int]], trimmers: tuple[CoreTrimmer, ...], unit: Unit
) -> dict[str, Any]:
    how = step.instruction
    x, y = corners[f"piece {how.part}" if how.is_on_piece else how.part]
    told = how.trimmer.unit if how.trimmer else unit
    inside = how.inside
    return {
        "id": key,
        "part": how.part,
        "part_box": _box(x, y, how.size, unit),
        "size": size_words(how.size, unit),
        "upright": how.direction is Direction.UPRIGHT,
        "at": how.at / unit.grains,
        "fence": how.fence.value,
        "setting": with_unit(how.setting, told),
        "exact": how.exact,
        "inside": how.ends is not None,
        "slant": how.slant.value if how.slant else None,
        "face_to_face": step.face_to_face,
        "start": with_unit(inside.start, told) if inside and inside.start_setting is not None else None,
        "stop": with_unit(inside.stop, told) if inside and inside.stop_setting is not None else None,
        "start_at": how.ends[0] / unit.grains if how.ends else None,
        "stop_at": how.ends[1] / unit.grains if how.ends else None,
        "stops_set": _stops_set(inside, told) if inside else None,
        "trimmer": trimmers.index(how.trimmer) if how.trimmer else None,
        "verdicts": list(step.verdicts),
        "kept": _outcome(step.kept, unit),
        "falls": _outcome(step.falls, unit),
    }


def _stops_set(inside: Inside, unit: Unit) -> str | None:
    """Say what the stops are set to, where that is another number than the marks."""
    stops = ((inside.start, inside.start_setting), (inside.stop, inside.stop_setting))
    if all(setting in (None, mark) for mark, setting in stops):
        return None
    return " and ".join(with_unit(setting, unit) for _, setting in stops if setting is not None)


def _outcome(outcome: Outcome | None, unit: Unit) -> dict[str, Any] | None:
    if outcome is None:
        return None
    return {
        "part": outcome.part,
        "size": size_words(outcome.size, unit),
        "becomes": outcome.becomes.value,
        "piece": outcome.piece,
    }
