"""Cutting tasks as files, and plans written for them.

In a file lengths are whole numbers of its ``unit`` ("1/16in" when it says none); y
grows upward, which changes no number: a cut of part P gives P + "a", left or below,
and P + "b". Every fault of a file is named at once.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Any, Final

from inkquilt.cutting.guillotine import CutPlan, Direction, Proof, Stock, StockKind, Wanted
from inkquilt.errors import BadInput, CoreError, Fault
from inkquilt.lengths import INCH, Grains, Unit, parse_length
from inkquilt.sketch.model import Size

USUAL_UNIT: Final = "1/16in"
#: No page has more.
MOST_PIECES: Final = 2_000
#: Nothing on a craft table is longer.
_LONGEST: Final[Grains] = 400 * INCH


class TaskFaults(BadInput):
    """A cutting task that cannot be used as it is."""

    code = "cutting-task-faults"


@dataclass(frozen=True, slots=True)
class CuttingTask:
    """A task as it was read. ``grains`` is the length of one unit; ``papers`` tells what is tied to which paper."""

    id: str
    grains: Grains
    pieces: tuple[Wanted, ...]
    stocks: tuple[Stock, ...]
    papers: dict[str, str | None]

    @property
    def parts(self) -> list[tuple[tuple[Wanted, ...], tuple[Stock, ...]]]:
        """The task paper by paper: pieces of one paper with its stock, those of any paper with all stock.

        Where nothing is tied to a paper there is one part.
        """
        names = list(dict.fromkeys(self.papers[f"piece {piece.key}"] for piece in self.pieces))
        stocked = {self.papers[f"stock {stock.key}"] for stock in self.stocks}
        if stocked <= {None} or names == [None]:
            return [(self.pieces, self.stocks)] if self.pieces else []
        return [
            (
                tuple(piece for piece in self.pieces if self.papers[f"piece {piece.key}"] == name),
                tuple(s for s in self.stocks if name is None or self.papers[f"stock {s.key}"] in (name, None)),
            )
            for name in names
        ]


def read_task(data: Any) -> CuttingTask:
    """Read one task. Raises ``TaskFaults``."""
    faults: list[Fault] = []
    if not isinstance(data, dict):
        raise TaskFaults([Fault(None, "not-a-task", "a cutting task is an object with “pieces” and “stocks”")])
    grains = _unit(data.get("unit", USUAL_UNIT), faults)
    pieces = [
        Wanted(key, size, bool(row.get("rot", True)))
        for key, size, row in _rows(data.get("pieces"), "piece", grains, faults)
    ]
    stocks = [
        Stock(key, size, kind, count)
        for key, size, row in _rows(data.get("stocks"), "stock", grains, faults)
        for kind, count in [_kind_and_count(key, row, faults)]
    ]
    if len(pieces) > MOST_PIECES:
        faults.append(Fault(None, "too-many", f"{len(pieces)} pieces are too many; up to {MOST_PIECES} would do"))
    if faults:
        raise TaskFaults(faults)
    papers = {f"piece {row['id']}": row.get("paper") for row in data["pieces"]}
    papers |= {f"stock {row['id']}": row.get("paper") for row in data["stocks"]}
    return CuttingTask(str(data.get("id", "")), grains, tuple(pieces), tuple(stocks), papers)


def _unit(text: Any, faults: list[Fault]) -> Grains:
    try:
        grains = parse_length(str(text), Unit.IN).grains
    except CoreError as error:
        faults.append(Fault(None, "unit", f"unit: {error}"))
        return 1
    if grains <= 0:
        faults.append(Fault(None, "unit", f"unit: “{text}” is no length; 1/16in or 1mm would do"))
    return grains


@dataclass(frozen=True, slots=True)
class _Row:
    key: str
    size: Size
    row: dict[str, Any]

    def __iter__(self) -> Iterator[Any]:
        return iter((self.key, self.size, self.row))


def _rows(rows: Any, what: str, grains: Grains, faults: list[Fault]) -> Iterator[_Row]:
    if not isinstance(rows, list):
        faults.append(Fault(None, "no-list", f"“{what}s” should be a list"))
        return
    seen: set[str] = set()
    for number, row in enumerate(rows, 1):
        key = row.get("id") if isinstance(row, dict) else None
        if not isinstance(key, str) or not key:
            faults.append(Fault(None, "no-id", f"{what} {number} has no “id” that is a text"))
            continue
        if key in seen:
            faults.append(Fault(key, "twice", f"{what} “{key}” is there twice"))
        seen.add(key)
        sides = [row.get("w"), row.get("h")]
        if not all(type(side) is int and 0 < side * grains <= _LONGEST for side in sides):
            faults.append(
                Fault(key, "size", f"{what} “{key}”: “w” and “h” should be whole numbers above 0, not {sides}")
            )
            continue
        yield _Row(key, Size(sides[0] * grains, sides[1] * grains), row)


def _kind_and_count(key: str, row: dict[str, Any], faults: list[Fault]) -> tuple[StockKind, int | None]:
    kind, count = row.get("kind", "sheet"), row.get("qty")
    if kind not in ("sheet", "scrap"):
        faults.append(Fault(key, "kind", f"stock “{key}”: “kind” should be sheet or scrap, not {kind!r}"))
        return StockKind.SHEET, 0
    if count is not None and (type(count) is not int or count < 0):
        faults.append(Fault(key, "qty", f"stock “{key}”: “qty” should be a whole number or null, not {count!r}"))
        return StockKind.SHEET, 0
    return StockKind(kind), 1 if count is None and kind == "scrap" else count


def write_plan(task: CuttingTask, plans: Sequence[CutPlan]) -> dict[str, Any]:
    """Return the plan of a task's parts as data, in the task's unit."""

    def units(grains: Grains) -> int:
        return grains // task.grains

    proven = all(plan.status is Proof.OPTIMAL for plan in plans)
    return {
        "kind": "ink-quilt/cut-plan",
        "version": 1,
        "instance": task.id,
        "status": (Proof.OPTIMAL if proven else Proof.BEST_FOUND).value,
        "bound": sum(plan.bound for plan in plans),
        "unplaced": [key for plan in plans for key in plan.unplaced],
        "sheets": [
            {
                "stock": sheet.stock.key,
                "placements": [
                    {
                        "piece": placed.key,
                        "x": units(placed.x),
                        "y": units(placed.y),
                        "w": units(placed.size.width),
                        "h": units(placed.size.height),
                    }
                    for placed in sheet.placed
                ],
                "cuts": [
                    {"part": cut.part, "dir": "V" if cut.direction is Direction.UPRIGHT else "H", "at": units(cut.at)}
                    for cut in sheet.cuts
                ],
            }
            for plan in plans
            for sheet in plan.sheets
        ],
    }
