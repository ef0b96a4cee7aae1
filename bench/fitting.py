"""Fits sketches to every page format and prints what came of it, how fast, and what multiplying by hand breaks.

``python -m bench.fitting`` (or ``make bench``): the demo's sketches and 60 made-up
ones, the photos kept big. Times are wall time of one whole fit: rules, model, solve,
reading back and checking, in one process on one worker. An impossible page includes
the search for its smallest clash. ``python -m bench.fitting schools`` measures all
ways to fit one sketch of about 20 blocks, two processes at work.
"""

import statistics
import sys
import time
from collections.abc import Iterable

from bench.by_hand import KINDS, broken, multiplied
from bench.sketches import bench_sketches, demo_sketches
from inkquilt.fit import Fit, FitRequest, School, Status, Way
from inkquilt.fit.reasons import with_reasons
from inkquilt.fit.solve import fit
from inkquilt.fit.ways import usual_ways
from inkquilt.page import FORMATS, Page
from inkquilt.sketch import Sketch
from inkquilt.sketch.relations import cut_to_page, read_relations
from server.solving.pool import Solvers

KEPT_BIG = Way(School.KEEP_PHOTOS)
#: A sketch this large counts for the figure "20 blocks".
LARGE = 18
#: So many lost edges are explained, which takes a solve each.
EXPLAINED = 60


def main() -> None:
    """Measure and print."""
    if sys.argv[1:] == ["schools"]:
        _schools()
        return
    results: list[tuple[Sketch, Page, Fit]] = []
    sketches = bench_sketches()
    fit(FitRequest.plain(sketches[0], FORMATS[0].page()), KEPT_BIG)  # warm
    for sketch in sketches:
        for form in FORMATS:
            page = form.page()
            results.append((sketch, page, fit(FitRequest.plain(sketch, page), KEPT_BIG)))
    _summary("all sketches", [result for _, _, result in results])
    large = [result for sketch, _, result in results if len(sketch.blocks) >= LARGE]
    _summary(f"sketches of {LARGE} blocks or more", large)
    found = [(sketch, page, result) for sketch, page, result in results if result.found]
    _lines(found)
    _against_hand(found)


def _summary(name: str, fits: list[Fit]) -> None:
    counts = {status: sum(result.status is status for result in fits) for status in Status}
    neither = counts[Status.BEST_FOUND] + counts[Status.UNKNOWN]
    proven = (len(fits) - neither) / len(fits)
    print(f"{name}: {counts[Status.OPTIMAL]} optimal, {counts[Status.IMPOSSIBLE]} proven impossible, {neither} neither")
    print(f"  proven: {proven:.1%}")
    for status, words in (
        (Status.OPTIMAL, "optimal"),
        (Status.IMPOSSIBLE, "impossible, with its clash"),
        (Status.BEST_FOUND, "stopped"),
    ):
        times = sorted(result.seconds for result in fits if result.status is status)
        if times:
            print(f"  {words}: {_spread(times)}")
    proven_times = sorted(result.seconds for result in fits if result.status in (Status.OPTIMAL, Status.IMPOSSIBLE))
    print(f"  proven either way: {_spread(proven_times)}")
    impossible = [result for result in fits if result.status is Status.IMPOSSIBLE]
    if impossible:
        with_sum = sum(bool(result.clash and result.clash.sum) for result in impossible)
        print(f"  clashes shown as one sum: {with_sum} of {len(impossible)}")


def _spread(times: list[float]) -> str:
    p95 = times[int(0.95 * (len(times) - 1))]
    return f"median {statistics.median(times):.2f} s, p95 {p95:.2f} s, max {times[-1]:.2f} s"


def _lines(found: Iterable[tuple[Sketch, Page, Fit]]) -> None:
    """Count shared edges kept, by school, and whether each one lost names what it clashes with."""
    pages = list(found)
    for school in (School.KEEP_PHOTOS, School.KEEP_PROPORTIONS):
        edges = lost = asked = named = 0
        for sketch, page, result in pages:
            if school is not result.way.school:
                result = fit(FitRequest.plain(sketch, page), Way(school))
            edges += sum(len(line.edges) - 1 for line in read_relations(cut_to_page(sketch)).lines)
            gone = [one.why for one in result.relations.broken if one.kind == "shared-line"]
            lost += len(gone)
            if gone and asked < EXPLAINED:
                explained = with_reasons(FitRequest.plain(sketch, page), result).relations.broken
                asked += len(gone)
                named += sum(one.kind == "shared-line" and one.why not in gone for one in explained)
        kept = f"{1 - lost / edges:.1%} kept of {edges}"
        print(f"shared edges, {school.value}: {kept}; of {asked} lost ones {named} say what for")


def _against_hand(found: list[tuple[Sketch, Page, Fit]]) -> None:
    """Print what breaks when every number is multiplied and rounded, beside the fits of the same sketches."""
    hand = dict.fromkeys(KINDS, 0)
    fitted = dict.fromkeys(KINDS, 0)
    for _, page, result in found:
        upright = result.sketch
        for kind, count in broken(upright, multiplied(upright, page).blocks, page).items():
            hand[kind] += count
        for kind, count in broken(upright, result.blocks, page).items():
            fitted[kind] += count
    print(f"{len(found)} pages, broken by multiplying and rounding / by fitting:")
    for kind in KINDS:
        print(f"  {kind}: {hand[kind]} / {fitted[kind]}")


def _schools() -> None:
    """Time all ways to fit one sketch, two at a time, as the bench asks for them."""
    import threading

    pool = Solvers()
    pool.warm()
    firsts, alls = [], []
    for sketch in [sketch for sketch in demo_sketches() if len(sketch.blocks) >= LARGE]:
        for form in FORMATS:
            request = FitRequest.plain(sketch, form.page())
            ways = list(usual_ways(request))
            pool.run("fit", request, ways[0])  # warm
            started, done = time.perf_counter(), []

            def work(way: Way, request: FitRequest = request, started: float = started, done: list = done) -> None:
                pool.run("fit", request, way)
                done.append(time.perf_counter() - started)

            threads = [threading.Thread(target=work, args=(way,)) for way in ways]
            for thread in threads:
                thread.start()
            for thread in threads:
                thread.join()
            firsts.append(min(done))
            alls.append(max(done))
    pool.close()
    print(f"all ways of a sketch and page ({len(alls)} cases, {LARGE} blocks or more):")
    print(f"  first: {_spread(sorted(firsts))}")
    print(f"  all: {_spread(sorted(alls))}")


if __name__ == "__main__":
    main()
