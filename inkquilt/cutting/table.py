"""The cutting table: sheets that are being cut, taking stock of what was done, and what is left to cut.

*Taking stock* settles what was done so far: sheets cut into leave the stash, parts that are still paper come back
as scraps, pieces that are cut are counted; the rest is planned anew. A part that went wrong can be named, with
what is left of it: then its sheet alone is settled, and the others *stay*, with their plan and their ticks. Common
practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any, Final, Self

from inkquilt.cutting.guillotine import Cut, CutSheet, Direction, Leftover, Placed, Proof, Stock, StockKind
from inkquilt.cutting.pieces import InnerWork, numbers_in
from inkquilt.cutting.plan import PaperNeed, PaperPlan, middle_key, piece_of_middle
from inkquilt.cutting.progress import Standing, standing, steps_in
from inkquilt.errors import refuse
from inkquilt.lengths import Grains
from inkquilt.sketch.model import Size

#: The stock of a paper that was not chosen from the stash: as many sheets as are needed.
ASSUMED: Final = "assumed"

#: How many steps of each sheet are done, by the sheet's key on the table.
Ticks = Mapping[str, int]


@dataclass(frozen=True, slots=True)
class StockChange:
    """So many more, or less, of one size of a paper of the stash."""

    paper: int
    kind: StockKind
    size: Size
    count: int

    def reversed(self) -> Self:
        """Return what undoes it."""
        return replace(self, count=-self.count)


@dataclass(frozen=True, slots=True)
class TableSheet:
    """One sheet on the table; ``paper`` is the number of its paper in the stash, None where that is not known.

    ``inner`` is the work on its pieces once they are cut, by key.
    """

    key: str
    paper: int | None
    sheet: CutSheet
    inner: Mapping[str, tuple[InnerWork, ...]]

    @property
    def steps(self) -> int:
        """How many steps it takes."""
        return steps_in(self.sheet, self.inner)

    def after(self, done: int) -> Standing:
        """Return what lies there after so many steps."""
        return standing(self.sheet, self.inner, done)


@dataclass(frozen=True, slots=True)
class Spoiled:
    """A part of a sheet that went wrong: which sheet, the part, and the sizes of what is left of it."""

    sheet: str
    part: str
    left: tuple[Size, ...]


@dataclass(frozen=True, slots=True)
class StockTaken:
    """All pieces that are made, by key, how the stash changes, and the sheets that stay as they lie."""

    made: Mapping[str, int]
    changes: tuple[StockChange, ...]
    staying: tuple[TableSheet, ...] = ()

    @property
    def promised(self) -> Mapping[str, int]:
        """The pieces that need no plan: those that are made, and those of the sheets that stay."""
        return {**self.made, **{placed.key: 1 for one in self.staying for placed in one.sheet.placed}}

    @property
    def spoken_for(self) -> tuple[StockChange, ...]:
        """How the stash changes, and what of it the sheets that stay will take; middles are not of the stash."""
        stocks = [(one.paper, one.sheet.stock) for one in self.staying if piece_of_middle(one.sheet.stock) is None]
        taken = (StockChange(paper, s.kind, s.size, -1) for paper, s in stocks if paper is not None)
        return (*self.changes, *taken)


def table_sheets(
    plans: Sequence[PaperPlan], papers: Sequence[int | None], keys: Sequence[Sequence[str]] | None = None
) -> tuple[TableSheet, ...]:
    """Lay the sheets of plans on the table; ``papers`` are the numbers of the plans' papers in the stash.

    ``keys`` are the sheets' keys on the table, by plan, where they have them already.
    """
    return tuple(
        TableSheet(
            key,
            None if sheet.stock.key == ASSUMED else paper,
            sheet,
            {p.key: work for p in sheet.placed if (work := plan.piece(p.key).inner_work(p.size))},
        )
        for plan, paper, own in zip(plans, papers, keys or usual_keys(plans), strict=True)
        for sheet, key in zip(plan.sheets, own, strict=True)
    )


def usual_keys(plans: Sequence[PaperPlan]) -> tuple[tuple[str, ...], ...]:
    """Return the keys of sheets that are planned at once."""
    return tuple(tuple(f"{place}.{number}" for number in range(len(plan.sheets))) for place, plan in enumerate(plans))


@dataclass(frozen=True, slots=True)
class Joined:
    """Plans with sheets that stayed, before those planned anew, and all their keys."""

    plans: tuple[PaperPlan, ...]
    keys: tuple[tuple[str, ...], ...]


def joined(
    needs: Sequence[PaperNeed], plans: Sequence[PaperPlan], staying: Sequence[TableSheet], table: Sequence[TableSheet]
) -> Joined:
    """Put the sheets that stay before those planned anew; ``needs`` tell of all pieces, those of both.

    A sheet planned anew has a key that none on the ``table`` had: what was ticked there is not taken for it.
    """
    found: list[PaperPlan] = []
    keys: list[tuple[str, ...]] = []
    for place, (need, plan) in enumerate(zip(needs, plans, strict=True)):
        stay = [one for one in staying if _place(one) == place]
        first = 1 + max((_number(one) for one in table if _place(one) == place), default=-1)
        # That fewer sheets cannot do was proven of the rest only.
        proof = Proof.BEST_FOUND if stay else plan.plan.status
        sheets = (*(one.sheet for one in stay), *plan.sheets)
        found.append(PaperPlan(need, replace(plan.plan, sheets=sheets, status=proof)))
        anew = (f"{place}.{number}" for number in range(first, first + len(plan.sheets)))
        keys.append((*(one.key for one in stay), *anew))
    return Joined(tuple(found), tuple(keys))


def _place(one: TableSheet) -> int:
    return int(one.key.split(".")[0])


def _number(one: TableSheet) -> int:
    return int(one.key.split(".")[1])


def sheet_on(table: Iterable[TableSheet], key: str) -> TableSheet:
    """Return a sheet of the table. Raises ``BadInput``."""
    for one in table:
        if one.key == key:
            return one
    raise refuse("no-such-sheet", "There is no such sheet on the table.", "sheet")


def ticked(table: Iterable[TableSheet], ticks: Ticks, sheet: str, done: int) -> dict[str, int]:
    """Return the ticks with so many steps of a sheet done. Raises ``BadInput``."""
    if not 0 <= done <= sheet_on(table, sheet).steps:
        raise refuse("no-such-step", "There is no such step on this sheet.", "done")
    return {**ticks, sheet: done}


def take_stock(
    table: Sequence[TableSheet],
    ticks: Ticks,
    made: Mapping[str, int],
    keep_above: Grains,
    spoiled: Spoiled | None = None,
    *,
    all_sheets: bool = False,
) -> StockTaken:
    """Return what comes of the steps done so far, of all sheets, or of the one on which a part went wrong.

    With ``all_sheets`` none stays, as where the page became another meanwhile.
    Leftovers go to the stash when both their sides are at least ``keep_above``. Raises ``BadInput`` for a part
    that is not there.
    """
    settled = {one.key for one in table}
    if spoiled is not None:
        sheet = sheet_on(table, spoiled.sheet)
        if not all_sheets:
            settled = _settled_with(sheet, table)
    opened = [
        one for one in table if one.key in settled and (ticks.get(one.key) or (spoiled and one.key == spoiled.sheet))
    ]
    taken = {one.sheet.stock.key for one in opened}
    pieces, changes = dict(made), list[StockChange]()
    for one in opened:
        now = one.after(ticks.get(one.key, 0))
        wrong = spoiled if spoiled and spoiled.sheet == one.key else None
        lost = _lost_pieces(now, wrong)
        # A piece that was still to be cut into is paper of its own size again: the plan takes it up from there.
        waiting = now.plain if one.paper is not None else {}
        pieces |= dict.fromkeys((key for key in now.pieces if key not in lost and key not in waiting), 1)
        if one.paper is not None:
            changes += _changes(one, one.paper, now, wrong, lost, taken, keep_above)
    return StockTaken(pieces, tuple(changes), tuple(one for one in table if one.key not in settled))


def _settled_with(sheet: TableSheet, table: Sequence[TableSheet]) -> set[str]:
    """Return the keys of a sheet, and of those it shares a middle with: cut from its pieces, or its own paper."""
    found = {sheet.key}
    while True:
        pieces = {placed.key for one in table if one.key in found for placed in one.sheet.placed}
        cut_from = {piece_of_middle(one.sheet.stock) for one in table if one.key in found} - {None}
        more = {
            one.key
            for one in table
            if piece_of_middle(one.sheet.stock) in pieces or any(p.key in cut_from for p in one.sheet.placed)
        }
        if more <= found:
            return found
        found |= more


def _lost_pieces(now: Standing, wrong: Spoiled | None) -> set[str]:
    if wrong is None:
        return set()
    if wrong.part not in now.rest and wrong.part not in now.pieces.values():
        raise refuse("no-such-part", "There is no such part on this sheet now.", "part")
    return {key for key, part in now.pieces.items() if part == wrong.part}


def _changes(
    one: TableSheet,
    paper: int,
    now: Standing,
    wrong: Spoiled | None,
    lost: set[str],
    taken: set[str],
    keep_above: Grains,
) -> Iterator[StockChange]:
    stock = one.sheet.stock
    if piece_of_middle(stock) is None:
        yield StockChange(paper, stock.kind, stock.size, -1)
    rests = [size for part, size in now.rest.items() if wrong is None or part != wrong.part]
    middles = [
        size
        for key, sizes in now.middles.items()
        for place, size in enumerate(sizes)
        if middle_key(key, place) not in taken and key not in lost
    ]
    for size in (*rests, *middles, *(wrong.left if wrong else ())):
        if min(size.width, size.height) >= keep_above:
            yield StockChange(paper, StockKind.SCRAP, size, 1)
    for key, size in now.plain.items():
        if key not in lost:
            yield StockChange(paper, StockKind.SCRAP, size, 1)


def finished_numbers(
    table: Iterable[TableSheet], ticks: Ticks, made: Iterable[str], keys: Iterable[str]
) -> tuple[int, ...]:
    """Return the page's numbers of which nothing is left to cut; ``keys`` are all pieces that the table is for."""
    done = set(made)
    for one in table:
        steps = ticks.get(one.key, 0)
        if steps:
            done |= one.after(steps).finished
    waiting = {number for key in keys if key not in done for number in numbers_in(key)}
    return tuple(sorted({number for key in done for number in numbers_in(key)} - waiting))


# -- as it is kept ---------------------------------------------------------------------------


def write_change(change: StockChange) -> list[Any]:
    """Return a change of the stash as JSON data."""
    return [change.paper, change.kind.value, change.size.width, change.size.height, change.count]


def read_change(row: Sequence[Any]) -> StockChange:
    """Read one."""
    return StockChange(row[0], StockKind(row[1]), Size(row[2], row[3]), row[4])


def write_sheet(one: TableSheet) -> dict[str, Any]:
    """Return a sheet of the table as JSON data."""
    stock = one.sheet.stock
    return {
        "id": one.key,
        "paper": one.paper,
        "stock": {"key": stock.key, "kind": stock.kind.value, "size": [stock.size.width, stock.size.height]},
        "placed": [[p.key, p.x, p.y, p.size.width, p.size.height] for p in one.sheet.placed],
        "cuts": [[c.part, c.direction.value, c.at, c.part_size.width, c.part_size.height] for c in one.sheet.cuts],
        "leftovers": [[left.part, left.x, left.y, left.size.width, left.size.height] for left in one.sheet.leftovers],
        "inner": {
            key: [[w.cuts, w.middle and [w.middle.width, w.middle.height]] for w in work]
            for key, work in one.inner.items()
        },
    }


def read_sheet(row: Mapping[str, Any]) -> TableSheet:
    """Read one. Tables laid earlier tell nothing of leftovers."""
    stock = Stock(row["stock"]["key"], Size(*row["stock"]["size"]), StockKind(row["stock"]["kind"]), 1)
    sheet = CutSheet(
        stock,
        tuple(Placed(key, x, y, Size(width, height)) for key, x, y, width, height in row["placed"]),
        tuple(Cut(part, Direction(way), at, Size(w, h)) for part, way, at, w, h in row["cuts"]),
        tuple(Leftover(part, x, y, Size(width, height)) for part, x, y, width, height in row.get("leftovers", ())),
    )
    paper = None if stock.key == ASSUMED else row["paper"]
    return TableSheet(row["id"], paper, sheet, _inner(row))


def _inner(row: Mapping[str, Any]) -> dict[str, tuple[InnerWork, ...]]:
    """Return the work on a sheet's pieces; tables laid earlier tell holes only, of four cuts each."""
    if "inner" not in row:
        return {key: (InnerWork(4, Size(*size)),) for key, size in row["openings"].items()}
    return {
        key: tuple(InnerWork(cuts, Size(*middle) if middle else None) for cuts, middle in work)
        for key, work in row["inner"].items()
    }
