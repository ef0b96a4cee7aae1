"""Measures cut plans: tasks with a known answer, tasks of pages against a known packer, and whole pages.

``python -m bench.cutting``. Tasks without waste, with scraps and with a little slack
are made anew from ``SEED``, on which nothing was tuned; all on one core. *Proven*: the
plan says itself that fewer sheets cannot do, and every plan is carried out by the
independent checker first.
"""

import statistics
import time
from collections.abc import Callable, Iterable

from bench.cut_instances import SHEET, Task, of_pages, with_scraps, with_slack, zero_waste
from bench.known_packer import known_best
from inkquilt.cutting.guillotine import PaperTask, Proof, improving_papers, plan_cuts
from inkquilt.cutting.guillotine.values import CutPlan
from tests.outside.replaying import faults_of

SEED = 20_261_125
PAGES = 48


def main() -> None:
    """Measure and print."""
    _known("zero waste, one sheet, up to 12 pieces", 0.3, zero_waste(SEED, 1, (6, 8, 10, 12), (1, 2), 6))
    _known("zero waste, one sheet, up to 25 pieces", 1.0, zero_waste(SEED, 1, (15, 18, 21, 25), (1, 2), 6))
    _known("zero waste, two and three sheets, up to 30 pieces", 1.0, [
        *zero_waste(SEED, 2, (10, 20, 30), (1, 2), 4), *zero_waste(SEED, 3, (14, 25, 30), (1, 2), 4)
    ])  # fmt: skip
    _known("scraps and a sheet, up to 20 pieces", 1.0, with_scraps(SEED, 6))
    _known("zero waste on coarse grids, up to 25 pieces", 1.0, zero_waste(SEED, 1, (12, 18, 25), (4, 8, 16), 6))
    _known("1 to 10 % spare, up to 12 pieces", 1.0, with_slack(SEED, (8, 12), 3))
    _known("1 to 10 % spare, 16 pieces", 1.0, with_slack(SEED, (16,), 3))
    _known("1 to 10 % spare, 16 pieces", 5.0, with_slack(SEED, (16,), 2))
    _known("1 to 10 % spare, 20 pieces", 5.0, with_slack(SEED, (20,), 2))
    _pages()
    _settings()
    _whole_page()


def _checked(task: Task, seconds: float) -> tuple[CutPlan, float]:
    started = time.perf_counter()
    plan = plan_cuts(task.pieces, task.stocks, seconds)
    spent = time.perf_counter() - started
    faults = faults_of(task.pieces, task.stocks, plan)
    if faults:
        raise AssertionError(f"{task.name}: {faults}")
    return plan, spent


def _known(name: str, seconds: float, tasks: Iterable[Task]) -> None:
    found = proven = count = 0
    for task in tasks:
        plan, _ = _checked(task, seconds)
        count += 1
        good = plan.new_sheets == task.sheets and not plan.unplaced
        found += good
        proven += good and plan.status is Proof.OPTIMAL
    print(f"{name}, {seconds} s: {found} of {count} found ({found / count:.1%}), {proven} proven")


def _pages() -> None:
    worse = fewer = same = least = proven = 0
    for task in of_pages(SEED, PAGES):
        plan, _ = _checked(task, 1.0)
        proven += plan.status is Proof.OPTIMAL
        known = known_best(task.pieces, SHEET)
        if known is None or plan.new_sheets < known.sheets:
            fewer += 1
        elif plan.new_sheets > known.sheets:
            worse += 1
        else:
            same += 1
            left = plan.largest_leftover
            least += (left.area if left else 0) >= known.leftover
    print(
        f"tasks like those of pages, 1 s: {PAGES}, {proven} proven; more sheets than the known packer {worse}, "
        f"fewer {fewer}; of {same} with as many sheets the largest leftover is at least as large in {least}"
    )


def _settings() -> None:
    """Count how often the trimmer's setting changes; every setting that is used at all must be set once."""
    cuts = changes = needed = 0
    for task in of_pages(SEED + 9, 20):
        for sheet in _checked(task, 0.5)[0].sheets:
            settings = [cut.at for cut in sheet.cuts]
            cuts += len(settings)
            changes += sum(one != before for before, one in zip([None, *settings], settings, strict=False))
            needed += len(set(settings))
    print(f"{cuts} cuts change the setting {changes} times; no order could do with fewer than {needed}")


def _whole_page() -> None:
    """Twelve papers and forty pieces, as often as gives a median."""
    firsts, wholes = [], []
    for number in range(6):
        tasks = list(of_pages(SEED + number, 12))
        pieces = [task.pieces[:4] if place % 3 else task.pieces[:2] for place, task in enumerate(tasks)]
        papers = [PaperTask(str(n), wanted, (SHEET,)) for n, wanted in enumerate(pieces)]
        first, whole = _timed(lambda papers=papers: improving_papers(papers, 1.4))
        firsts.append(first)
        wholes.append(whole)
    print(
        f"a page of 12 papers and 40 pieces: first answer {statistics.median(firsts):.2f} s (most {max(firsts):.2f}), "
        f"all of it {statistics.median(wholes):.2f} s (most {max(wholes):.2f})"
    )


def _timed(run: Callable) -> tuple[float, float]:
    started = time.perf_counter()
    first = None
    for _ in run():
        first = first or time.perf_counter() - started
    return first or 0.0, time.perf_counter() - started


if __name__ == "__main__":
    main()
