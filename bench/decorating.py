"""How long a second look at a page of 60 pieces takes, one "try it", proposals for clusters, and a background of 80.

``python -m bench.decorating [--pages 24]``
"""

from __future__ import annotations

import argparse
import statistics
import time
from collections.abc import Callable, Sequence
from dataclasses import replace

from bench.planted import FAULTS, TUNED, piece, planted_page, sound_page, stash
from inkquilt.balance.kinds import ObservationKind
from inkquilt.balance.measures import Frame, Object, measures
from inkquilt.balance.schools import BalanceSchool
from inkquilt.balance.second_look import Figures, second_look
from inkquilt.balance.surfaces import see
from inkquilt.clusters import ClusterWish, Formation, ScatterWish, plan_clusters, scatter
from inkquilt.colour import Rgb
from inkquilt.embellishments import EmbellishmentKind, Form, left_of
from inkquilt.layout import Layout
from inkquilt.suggestions import Asked, try_it

SCHOOL = BalanceSchool.TRIANGLE
PIECES = 60
STAR = piece("star", EmbellishmentKind.DOT, Form.STAR, 0.375, 0.375, Rgb(207, 157, 46), count=None)


def filled(layout: Layout, count: int = PIECES) -> Layout:
    """Return a page with small stars strewn over it until it has so many pieces."""
    missing = count - len(see(layout))
    laid = scatter(layout, (STAR,), {"star": missing}, ScatterWish(missing, off_edge=0.1, over_photos=True))
    return replace(layout, accents=(*layout.accents, *laid))


def timed(work: Callable[[], object]) -> float:
    """Return seconds."""
    started = time.perf_counter()
    work()
    return time.perf_counter() - started


def told(name: str, seconds: Sequence[float], aim: str) -> None:
    """Print one line."""
    ms = [1000 * one for one in seconds]
    print(f"{name}: median {statistics.median(ms):.0f} ms, most {max(ms):.0f} ms (aim {aim})")


def look_at_all(layout: Layout) -> None:
    """Take a second look with every number that the interface shows."""
    figures = Figures(layout)
    second_look(figures, SCHOOL)
    boxes = [one.seen.outline.bounds for one in figures.weighed]
    objects = [Object(left, top, right - left, foot - top) for left, top, right, foot in boxes]
    measures(objects, Frame(layout.page.width, layout.page.height))
    assert figures.moments
    assert figures.calm
    assert figures.kinds is not None


def main() -> None:
    """Print the figures."""
    given = argparse.ArgumentParser(description=__doc__)
    given.add_argument("--pages", type=int, default=24)
    count = given.parse_args().pages
    looks, tries, plans, backgrounds = [], [], [], []
    names = list(FAULTS)
    for number in range(count):
        seed = TUNED + 500 + number
        layout, owned = sound_page(seed)
        full = filled(layout)
        assert len(see(full)) == PIECES
        looks.append(timed(lambda full=full: look_at_all(full)))  # type: ignore[misc]
        name = names[number % len(names)]
        broken, owned = planted_page(seed, name)
        broken = filled(broken)
        kind = ObservationKind[name]
        noticed = next((one for one in second_look(Figures(broken), SCHOOL) if one.kind is kind), None)
        if noticed is not None:
            asked = Asked(broken, noticed, owned, left_of(owned, broken.accents), (), SCHOOL)
            tries.append(timed(lambda asked=asked: try_it(asked)))  # type: ignore[misc]
        bare = replace(layout, accents=())
        for formation in Formation:
            wish = ClusterWish(formation, rich=True)
            plans.append(timed(lambda o=owned, b=bare, w=wish: plan_clusters(b, o, left_of(o, ()), w)))  # type: ignore[misc]
        small = (*stash((Rgb(184, 51, 47), Rgb(31, 122, 122), Rgb(253, 253, 251))), STAR)
        left = {one.key: 80 for one in small}
        backgrounds.append(timed(lambda b=bare, s=small, n=left: scatter(b, s, n, ScatterWish(80))))  # type: ignore[misc]
    told(f"second look with every number, {PIECES} pieces", looks, "200 ms")
    told(f"try it, {PIECES} pieces", tries, "1000 ms")
    told("cluster proposals", plans, "2000 ms")
    told("a background of 80 pieces", backgrounds, "1000 ms")


if __name__ == "__main__":
    main()
