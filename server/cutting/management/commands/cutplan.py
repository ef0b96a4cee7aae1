"""``manage.py cutplan``: plan the cuts of a task file, without a database.

Exit status 0 with a plan for every piece, 1 when some find no place, 2 on bad input.
With ``--json`` only JSON goes to standard output.
"""

import json
import sys
from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand

from inkquilt.cutting.guillotine import CutPlan, Work, best_plan
from inkquilt.errors import BadInput
from inkquilt.exact_json import read_exact
from inkquilt.lengths import Unit, with_unit
from inkquilt_io.cut_files import CuttingTask, read_task, write_plan

MOST_BYTES = 8 * 1024 * 1024


class BadCall(Exception):
    """Input the command cannot work with, in words for the person who typed."""

    def __init__(self, *messages: str) -> None:
        super().__init__(*messages)
        self.messages = messages


class Command(BaseCommand):
    """Plan the cuts of a task."""

    help = "Plan edge-to-edge cuts for a cutting task and print them."
    requires_system_checks: list[str] = []

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Declare the words of the command."""
        parser.add_argument("file", help="a task or a list of tasks as JSON, or - for standard input")
        parser.add_argument("--id", help="which task of a list; the first one if not said")
        parser.add_argument("--seconds", type=float, default=1.0, help="how long to look for a better plan")
        parser.add_argument("--json", action="store_true", help="print JSON only")

    def handle(self, *args: Any, **options: Any) -> None:
        """Run; see the module for the exit status."""
        try:
            task = _task(options["file"], options["id"])
        except BadCall as error:
            if options["json"]:
                fault = {"kind": "ink-quilt/error", "version": 1, "errors": list(error.messages)}
                self.stdout.write(json.dumps(fault, ensure_ascii=False))
            for message in error.messages:
                self.stderr.write(message)
            sys.exit(2)
        plans = planned(task, options["seconds"])
        if options["json"]:
            self.stdout.write(json.dumps(write_plan(task, plans), ensure_ascii=False))
        else:
            self._tell(task, plans)
        if any(plan.unplaced for plan in plans):
            sys.exit(1)

    def _tell(self, task: CuttingTask, plans: list[CutPlan]) -> None:
        sizes = {piece.key: piece.size for piece in task.pieces}
        for number, sheet in enumerate((sheet for plan in plans for sheet in plan.sheets), 1):
            self.stdout.write(f"{number}. {sheet.stock.kind.value} {sheet.stock.key}")
            for cut in sheet.cuts:
                side = "its left edge" if cut.direction.value == "upright" else "its top edge"
                self.stdout.write(f"   part {cut.part}: cut {with_unit(cut.at, Unit.IN)} from {side}")
            for placed in sheet.placed:
                size = " × ".join(
                    with_unit(side, Unit.IN) for side in (sizes[placed.key].width, sizes[placed.key].height)
                )
                self.stdout.write(f"   gives {placed.key}, {size}")
        for plan in plans:
            if plan.unplaced:
                self.stdout.write(f"No place for {', '.join(plan.unplaced)}.")


def planned(task: CuttingTask, seconds: float) -> list[CutPlan]:
    """Plan the parts of a task one after another; stock that two could use goes to the first."""
    work, plans = Work.of_seconds(seconds), []
    used: dict[str, int] = {}
    parts = task.parts
    for place, (pieces, stocks) in enumerate(parts):
        left = [stock.less(used.get(stock.key, 0)) for stock in stocks]
        with work.share(len(parts) - place) as own:
            plans.append(best_plan(pieces, left, own))
        for sheet in plans[-1].sheets:
            used[sheet.stock.key] = used.get(sheet.stock.key, 0) + 1
    return plans


def _task(file: str, wanted: str | None) -> CuttingTask:
    try:
        content = sys.stdin.buffer.read(MOST_BYTES + 1) if file == "-" else Path(file).read_bytes()
    except OSError as error:
        raise BadCall(f"“{file}” cannot be read: {error.strerror}") from error
    if len(content) > MOST_BYTES:
        raise BadCall(f"“{file}” is larger than a list of cutting tasks can be (8 MB)")
    try:
        data = read_exact(content, decimals=False)
    except ValueError as error:
        raise BadCall(f"“{file}” is not readable JSON: {str(error)[:120]}") from error
    if isinstance(data, list):
        data = next(
            (one for one in data if wanted is None or (isinstance(one, dict) and one.get("id") == wanted)), None
        )
        if data is None:
            raise BadCall(f"“{file}” holds no task “{wanted}”" if wanted else f"“{file}” holds no task")
    try:
        return read_task(data)
    except BadInput as error:
        raise BadCall(*(fault.message for fault in error.faults)) from error
