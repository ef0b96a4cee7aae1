"""How fast other requests are answered while solving goes on, and how soon a replaced solve ends.

``python -m bench.answering`` starts the demo on a free port with a data folder of its
own, keeps both solving processes busy, and asks for pages meanwhile.
"""

import json
import statistics
import threading
import time
import urllib.request
from dataclasses import replace
from http.cookiejar import CookieJar
from typing import Any

from bench.sketches import bench_sketches
from demo.screenshots import demo
from inkquilt.fit import FitRequest, School, Way
from inkquilt.fit.request import Budget
from inkquilt.page import FORMATS
from server.solving.pool import Replaced, Solvers

ASKED = 120
REPLACED = 20


def main() -> None:
    """Measure and print."""
    with demo() as address:
        _while_solving(address)
    _stopping()


def _while_solving(address: str) -> None:
    opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(CookieJar()))

    def get(path: str) -> Any:
        with opener.open(f"{address}{path}", timeout=60) as answer:
            return answer.read()

    get("/")
    pages = json.loads(get("/api/pages/"))["results"]
    stop = threading.Event()

    def busy(page: int) -> None:
        while not stop.is_set():  # proposals are never remembered: each asks for many solves
            get(f"/api/pages/{page}/proposals/")

    threads = [threading.Thread(target=busy, args=(page["id"],)) for page in pages[:2]]
    for thread in threads:
        thread.start()
    time.sleep(1)
    times = []
    for number in range(ASKED):
        path = ("/api/pages/", f"/api/pages/{pages[number % len(pages)]['id']}/", "/api/sketches/", "/api/photos/")
        started = time.perf_counter()
        get(path[number % 4])
        times.append(time.perf_counter() - started)
    stop.set()
    for thread in threads:
        thread.join()
    times.sort()
    p95 = times[int(0.95 * (len(times) - 1))]
    print(f"{ASKED} requests while both processes solve: median {statistics.median(times):.3f} s, p95 {p95:.3f} s")


def _stopping() -> None:
    pool = Solvers()
    pool.warm()
    large = max(bench_sketches(), key=lambda sketch: len(sketch.blocks))
    slow = replace(FitRequest.plain(large, FORMATS[1].page()), budget=Budget(deterministic_time=30))
    times: list[float] = []
    for _ in range(REPLACED):
        ended: list[float] = []

        def work(ended: list[float] = ended) -> None:
            try:
                pool.run("proposals", slow, Way(School.KEEP_PHOTOS), live=1)
            except Replaced:
                ended.append(time.perf_counter())

        thread = threading.Thread(target=work)
        thread.start()
        time.sleep(0.3)
        asked = time.perf_counter()
        pool.run(
            "is_possible", FitRequest.plain(bench_sketches(0)[0], FORMATS[0].page()), Way(School.KEEP_PHOTOS), live=1
        )
        thread.join()
        times += [moment - asked for moment in ended]
    pool.close()
    print(f"a replaced solve ends: median {statistics.median(times):.3f} s, most {max(times):.3f} s, of {len(times)}")


if __name__ == "__main__":
    main()
