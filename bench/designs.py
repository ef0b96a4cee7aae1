"""How many pages are served: every demo sketch and made-up design on every format, upright and on its side.

    python -m bench.designs [SEED] [upright|side] [demo|made]

A way is *sound* when it misses none of ``inkquilt.design.marks``; a page is *served* by one sound
way, *well served* by three (a sketch of one or two pieces by one). Times are wall time of one
process: of the first way alone, and of all ways of a page. Shared lines count among photos, words
and tags of ways that keep the drawn arrangement.
"""

from __future__ import annotations

import statistics
import sys
import time
from collections import Counter
from collections.abc import Iterator

from bench.made_designs import made_designs
from bench.sketches import demo_sketches
from inkquilt.design.distance import lines_lost
from inkquilt.design.reading import FIRM, read_design
from inkquilt.fit import FitRequest, School, Way
from inkquilt.fit.solve import all_ways, fit
from inkquilt.page import FORMATS
from inkquilt.sketch import Sketch
from inkquilt.sketch.reading import read_sketch
from inkquilt.sketch.relations import read_relations

#: Kept apart from the seeds that anything was tried out on.
SEED = 100


def sketches(which: str, seed: int) -> Iterator[Sketch]:
    """Yield the demo's sketches, or the made-up ones of a seed."""
    if which == "demo":
        yield from demo_sketches()
    else:
        for data in made_designs(seed):
            yield read_sketch(data).sketch


def main(seed: str = str(SEED), held: str = "upright", which: str = "both") -> None:
    """Measure and print."""
    for name in ("demo", "made") if which == "both" else (which,):
        _measured(f"{name}, {held}", list(sketches(name, int(seed))), 90 if held == "side" else 0)


def _measured(name: str, drawn: list[Sketch], turn: int) -> None:
    counts: Counter[str] = Counter()
    marks: Counter[str] = Counter()
    first, everything = [], []
    lost = lines = 0
    fit(FitRequest.plain(drawn[0], FORMATS[0].page()), Way(School.KEEP_PROPORTIONS))  # warm
    for sketch in drawn:
        firm = sum(block.role in FIRM for block in sketch.blocks)
        for form in FORMATS:
            request = FitRequest.plain(sketch, form.page())
            started = time.perf_counter()
            fit(request, Way(School.KEEP_PROPORTIONS, turn))
            first.append(time.perf_counter() - started)
            started = time.perf_counter()
            ways = all_ways(request, turn)
            everything.append(time.perf_counter() - started)
            sound = sum(not way.missed for way in ways)
            marks.update(missed.mark.value for way in ways for missed in way.missed)
            counts.update(pages=1, empty=not ways, served=sound > 0, well=sound >= (3 if firm > 2 else 1))
            counts.update(offered=len(ways), sound=sound, aside=sum(bool(way.aside) for way in ways))
            for way in ways:
                if not way.way.plan:
                    design = read_design(way.sketch, read_relations(way.sketch))
                    gone, all_lines = lines_lost(design, {block.id: block for block in way.blocks})
                    lost, lines = lost + gone, lines + all_lines
    pages, offered = counts["pages"], counts["offered"]
    print(f"{name}: {pages} pages, {counts['empty']} empty")
    print(f"  served {counts['served'] / pages:.1%}, well served {counts['well'] / pages:.1%}")
    print(f"  {offered} ways offered, sound {counts['sound'] / offered:.1%}; {counts['aside']} lay something aside")
    print(f"  missed: {dict(marks)}")
    print(f"  shared lines kept {1 - lost / max(1, lines):.1%} of {lines}")
    print(f"  as drawn alone: {_spread(first)}; all ways: {_spread(everything)}")


def _spread(times: list[float]) -> str:
    times = sorted(times)
    p95 = times[int(0.95 * (len(times) - 1))]
    return f"median {statistics.median(times):.2f} s, p95 {p95:.2f} s, max {times[-1]:.2f} s"


if __name__ == "__main__":
    main(*sys.argv[1:])
