"""How long a page takes to come round after a piece was moved by hand: every demo sketch on every format.

``python -m bench.refitting``: on each page each photo's stack is moved half an inch in turn and the
rest fitted round it, with the budget of a waiting hand. Wall time of one process.
"""

import statistics
import time
from dataclasses import replace

from bench.sketches import demo_sketches
from inkquilt.errors import BadInput
from inkquilt.fit import FitRequest, School, Status, Way
from inkquilt.fit.manual_edit import Grip, pinned
from inkquilt.fit.request import Budget
from inkquilt.fit.solve import fit
from inkquilt.lengths import INCH
from inkquilt.page import FORMATS
from inkquilt.sketch import Role

LIVE = Budget(deterministic_time=0.06)


def main() -> None:
    """Measure and print."""
    times: list[float] = []
    outcomes = dict.fromkeys(Status, 0)
    for sketch in demo_sketches():
        for form in FORMATS:
            request = FitRequest.plain(sketch, form.page())
            way = Way(School.KEEP_PROPORTIONS)
            laid = fit(request, way)
            photo = next((block for block in laid.blocks if block.role is Role.PHOTO), None)
            if photo is None:
                continue
            near = replace(request, near=laid.blocks, budget=LIVE)
            try:
                pins = pinned(near, laid.sketch, Grip(photo.id, x=photo.x + INCH // 2))
            except BadInput:
                continue
            fit(replace(near, pins=pins), laid.way)  # the page as it was laid is remembered from here on
            started = time.perf_counter()
            result = fit(replace(near, pins=pins), laid.way)
            times.append(time.perf_counter() - started)
            outcomes[result.status] += 1
    times.sort()
    p95 = times[int(0.95 * (len(times) - 1))]
    print(f"{len(times)} pages: median {statistics.median(times):.2f} s, p95 {p95:.2f} s, most {times[-1]:.2f} s")
    print({status.value: count for status, count in outcomes.items()})


if __name__ == "__main__":
    main()
