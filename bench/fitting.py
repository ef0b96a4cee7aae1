"""Fits every demo sketch to every page format in every usual way and prints what came of it, and how fast.

``python -m bench.fitting`` (or ``make bench``). Times are wall time of one whole
fit: rules, model, solve, reading back and checking, in one process on one worker.
An impossible page includes the search for its smallest clash.
"""

import json
import statistics
from decimal import Decimal
from pathlib import Path

from inkquilt.fit import Fit, FitRequest, School, Status, Way
from inkquilt.fit.solve import fit
from inkquilt.page import FORMATS
from inkquilt.sketch.reading import read_sketch

SKETCHES = Path(__file__).parents[1] / "demo" / "sketches"
USUAL_WAYS = tuple(Way(school, turn) for turn in (0, 90) for school in (School.KEEP_PHOTOS, School.KEEP_PROPORTIONS))
#: A sketch this large counts for the figure "20 blocks".
LARGE = 18


def main() -> None:
    """Measure and print."""
    results: list[tuple[int, str, Fit]] = []
    for path in sorted(SKETCHES.glob("*.quilt.json")):
        sketch = read_sketch(json.loads(path.read_text("utf-8"), parse_float=Decimal)).sketch
        fit(FitRequest.plain(sketch, FORMATS[0].page()), USUAL_WAYS[0])  # warm
        row = []
        for form in FORMATS:
            fits = [fit(FitRequest.plain(sketch, form.page()), way) for way in USUAL_WAYS]
            results += [(len(sketch.blocks), form.key, result) for result in fits]
            row.append(f"{form.key}: {' '.join(_mark(result) for result in fits)}")
        print(f"{sketch.name} ({len(sketch.blocks)} blocks)\n  " + "   ".join(row))
    _summary("all sketches", [result for _, _, result in results])
    _summary(f"sketches of {LARGE} blocks or more", [result for blocks, _, result in results if blocks >= LARGE])


def _mark(result: Fit) -> str:
    sign = {Status.OPTIMAL: "", Status.IMPOSSIBLE: "x", Status.BEST_FOUND: "?", Status.UNKNOWN: "??"}
    return f"{sign[result.status]}{result.seconds:.2f}"


def _summary(name: str, fits: list[Fit]) -> None:
    counts = {status: sum(result.status is status for result in fits) for status in Status}
    neither = counts[Status.BEST_FOUND] + counts[Status.UNKNOWN]
    print(f"{name}: {counts[Status.OPTIMAL]} optimal, {counts[Status.IMPOSSIBLE]} proven impossible, {neither} neither")
    for status, words in ((Status.OPTIMAL, "optimal"), (Status.IMPOSSIBLE, "impossible, with its clash")):
        times = sorted(result.seconds for result in fits if result.status is status)
        if times:
            p95 = times[int(0.95 * (len(times) - 1))]
            print(f"  {words}: median {statistics.median(times):.2f} s, p95 {p95:.2f} s, max {times[-1]:.2f} s")
    impossible = [result for result in fits if result.status is Status.IMPOSSIBLE]
    if impossible:
        with_sum = sum(bool(result.clash and result.clash.sum) for result in impossible)
        print(f"  clashes shown as one sum: {with_sum} of {len(impossible)}")


if __name__ == "__main__":
    main()
