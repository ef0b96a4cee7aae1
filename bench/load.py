"""Twenty people at one server for a minute, one of them with eight heavy tasks at a time.

``python -m bench.load [SECONDS] [--quiet]``: nineteen read, type titles, move pieces and make pages, with a pause of
half a second to a second and a half after each; the twentieth asks for all ways, proposals, companions and PDFs
without a pause (not with ``--quiet``). Prints the times of each kind, what was refused, and whether all that was
acknowledged is there.
"""

import random
import statistics
import sys
import threading
import time
from collections import Counter, defaultdict
from typing import Any

from inkquilt.sketch.writing import write_sketch
from tests.building import DEMO_SKETCHES, demo_sketch
from tests.real import Person, Server

PEOPLE = 20
HEAVY_AT_ONCE = 8


class Times:
    """What was asked, how long it took and how it was answered."""

    def __init__(self) -> None:
        self.seconds: dict[str, list[float]] = defaultdict(list)
        self.answers: Counter[tuple[str, int]] = Counter()
        self.lock = threading.Lock()

    def ask(self, kind: str, person: Person, *request: Any, **more: Any) -> tuple[int, Any]:
        """Ask, again for as long as it is told to come later; all of that counts."""
        began = time.perf_counter()
        while True:
            status, answer = person.ask(*request, **more)
            with self.lock:
                self.answers[kind, status] += 1
            if status != 429:
                break
            time.sleep(1)
        with self.lock:
            self.seconds[kind].append(time.perf_counter() - began)
        return status, answer


class Scrapbooker:
    """Somebody with a sketch, a page and a habit."""

    def __init__(self, port: int, name: str, data: Any, seed: int) -> None:
        self.person = Person(port)
        status, answer = self.person.ask("POST", "/api/register/", {"username": name, "password": "a roof of bees"})
        assert status == 200, answer
        _, kept = self.person.ask("POST", "/api/sketches/", data)
        self.sketch = kept["sketch"]["id"]
        _, page = self.person.ask("POST", "/api/pages/", {"sketch": self.sketch, "format": "letter"})
        self.page, self.version = page["id"], page["version"]
        self.pages = 1
        self.blocks = [block["id"] for block in page["fit"]["board"]["blocks"] if block["role"] in ("photo", "title")]
        self.titles = [block["id"] for block in page["fit"]["board"]["blocks"] if block["role"] == "title"]
        self.luck = random.Random(seed)

    def work(self, times: Times, until: float) -> None:
        """Do one thing after the other."""
        while time.monotonic() < until:
            self.do_something(times)
            time.sleep(self.luck.uniform(0.5, 1.5))

    def do_something(self, times: Times) -> None:
        """Read, mostly; else type, move or begin a page."""
        page, what = f"/api/pages/{self.page}/", self.luck.random()
        if what < 0.6:
            path = self.luck.choice(("/api/pages/", "/api/sketches/", "/api/photos/", page, "/api/session/"))
            times.ask("GET", self.person, "GET", path)
        elif what < 0.8 and self.titles:
            text = f"day {self.luck.randrange(1000)}"
            self.change(times, "edit", {"kind": "title", "block": self.titles[0], "text": text})
        elif what < 0.95:
            change = {"kind": "pin", "block": self.luck.choice(self.blocks), "step_x": self.luck.choice((-1, 1))}
            self.change(times, "live pin", change)
        else:
            wanted = {"sketch": self.sketch, "format": self.luck.choice(("letter", "12x12", "8x8", "a4"))}
            status, _ = times.ask("new page", self.person, "POST", "/api/pages/", wanted)
            self.pages += status == 201

    def change(self, times: Times, kind: str, change: dict[str, Any]) -> None:
        path = f"/api/pages/{self.page}/changes/"
        status, answer = times.ask(kind, self.person, "POST", path, {"version": self.version, "change": change})
        if status == 200:
            self.version = answer["version"]

    def lost(self) -> list[str]:
        """Say what is not there that was acknowledged."""
        _, page = self.person.ask("GET", f"/api/pages/{self.page}/")
        _, pages = self.person.ask("GET", "/api/pages/?limit=200")
        found = [f"version {page['version']}, not {self.version}"] if page["version"] != self.version else []
        return found + ([f"{pages['count']} pages, not {self.pages}"] if pages["count"] != self.pages else [])


class Heavy:
    """Somebody who asks for much at a time."""

    def __init__(self, port: int, name: str) -> None:
        sketches = [write_sketch(demo_sketch(path.name.removesuffix(".quilt.json"))) for path in DEMO_SKETCHES]
        self.person = Person(port)
        self.person.ask("POST", "/api/register/", {"username": name, "password": "a roof of bees"})
        self.pages = []
        for data in sketches[:6]:
            _, kept = self.person.ask("POST", "/api/sketches/", data)
            _, page = self.person.ask("POST", "/api/pages/", {"sketch": kept["sketch"]["id"], "format": "8x8"})
            self.pages.append(page["id"])

    def work(self, times: Times, until: float, seed: int) -> None:
        """Ask for heavy things without a pause."""
        luck = random.Random(seed)
        while time.monotonic() < until:
            page = luck.choice(self.pages)
            path = luck.choice(("proposals/", "companions/", "files/page.pdf", "ways-out/", "cutting/"))
            times.ask("heavy", self.person, "GET", f"/api/pages/{page}/{path}")


def main() -> None:
    """Run it and print the figures."""
    words = sys.argv[1:]
    seconds = next((float(word) for word in words if word[0].isdigit()), 60.0)
    server = Server()
    try:
        server.start()
        drawn = [write_sketch(demo_sketch(path.name.removesuffix(".quilt.json"))) for path in DEMO_SKETCHES]
        people = [Scrapbooker(server.port, f"person {n}", drawn[n % len(drawn)], n) for n in range(PEOPLE - 1)]
        heavy = Heavy(server.port, "much at once")
        times, until = Times(), time.monotonic() + seconds
        threads = [threading.Thread(target=one.work, args=(times, until)) for one in people]
        if "--quiet" not in words:
            threads += [
                threading.Thread(target=heavy.work, args=(times, until, n)) for n in range(HEAVY_AT_ONCE)
            ]  # fmt: skip
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        for kind, taken in sorted(times.seconds.items()):
            taken.sort()
            p95 = taken[int(len(taken) * 0.95)]
            middle = statistics.median(taken)
            print(f"{kind:10} {len(taken):5}: median {middle:.2f} s, p95 {p95:.2f}, most {taken[-1]:.2f}")
        told = (f"{kind} {status}: {count}" for (kind, status), count in sorted(times.answers.items()))
        print("answers:", ", ".join(told))
        print("lost:", [lost for one in people for lost in one.lost()] or "nothing")
        print("tracebacks in the log:", server.told().count("Traceback"))
    finally:
        server.close()


if __name__ == "__main__":
    main()
