"""Measures how well the work that plans count agrees with the time they take.

``python -m bench.work``. For tasks of every kind: seconds of one core, over the seconds that were counted.
"""

import statistics
import time
from collections.abc import Iterable

from bench.cut_instances import Task, of_pages, with_scraps, with_slack, zero_waste
from inkquilt.cutting.guillotine import Work, best_plan
from inkquilt.cutting.guillotine.work import PER_SECOND

SEED = 20_261_129
SECONDS = 1.0
#: What is ended sooner says little: its first plan alone is more than what is counted.
_LEAST = 0.1


def main() -> None:
    """Measure and print."""
    _measured("without waste", [*zero_waste(SEED, 1, (10, 20), (1, 2), 4), *zero_waste(SEED, 2, (20, 30), (1, 2), 2)])
    _measured("with scraps", with_scraps(SEED, 6))
    _measured("with slack", with_slack(SEED, (8, 12, 16), 2))
    _measured("like those of pages", of_pages(SEED, 24))


def _measured(name: str, tasks: Iterable[Task]) -> None:
    ratios = []
    for task in tasks:
        work = Work.of_seconds(SECONDS)
        began = time.process_time()
        best_plan(task.pieces, task.stocks, work)
        counted = work.used / PER_SECOND
        if counted > _LEAST:
            ratios.append((time.process_time() - began) / counted)
    if ratios:
        print(
            f"{name}: {len(ratios)} tasks; a counted second took {statistics.median(ratios):.2f} s at the median, "
            f"{min(ratios):.2f} to {max(ratios):.2f}"
        )


if __name__ == "__main__":
    main()
