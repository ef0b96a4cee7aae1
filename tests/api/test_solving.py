"""The solving processes: newer live solves replace older ones at once, others wait their turn, errors come through."""

import os
import signal
import socket
import subprocess
import sys
import tempfile
import threading
import time
from dataclasses import replace
from pathlib import Path
from unittest import TestCase

from bench.generated import generated_sketches
from inkquilt.errors import SketchFaults
from inkquilt.fit import FitRequest, School, Way
from inkquilt.fit.request import Budget
from inkquilt.lengths import Unit
from inkquilt.page import FORMATS
from server.solving.pool import Replaced, Solvers, Stopped
from tests.building import demo_sketch

ROOT = Path(__file__).parents[2]
LETTER = FORMATS[1].page()
QUICK = FitRequest.plain(demo_sketch("roofline"), LETTER)
SLOW_WAY = Way(School.KEEP_PHOTOS)


class Pool(TestCase):
    @classmethod
    def setUpClass(cls):
        super().setUpClass()
        cls.pool = Solvers(2)
        cls.pool.warm()
        cls.addClassCleanup(cls.pool.close)
        large = list(generated_sketches(60))[-1]
        cls.slow = replace(FitRequest.plain(large, LETTER), budget=Budget(deterministic_time=30))

    def in_background(self, **live):
        ended = {}

        def work():
            try:
                self.pool.run("proposals", self.slow, SLOW_WAY, **live)
                ended["done"] = time.perf_counter()
            except Replaced:
                ended["replaced"] = time.perf_counter()

        thread = threading.Thread(target=work)
        thread.start()
        deadline = time.perf_counter() + 10
        while not self.pool.busy and time.perf_counter() < deadline:
            time.sleep(0.01)
        return thread, ended

    def test_closing_lets_go_everyone_who_works_or_waits_and_nothing_is_started_again(self):
        pool = Solvers(1)
        pool.warm()
        ended = []

        def work():
            try:
                pool.run("proposals", self.slow, SLOW_WAY)
            except (Stopped, RuntimeError) as error:
                ended.append(type(error).__name__)

        threads = [threading.Thread(target=work, daemon=True) for _ in range(3)]
        for thread in threads:
            thread.start()
        deadline = time.perf_counter() + 10
        while not pool.busy and time.perf_counter() < deadline:
            time.sleep(0.01)
        pool.close()
        for thread in threads:
            thread.join(10)
        self.assertFalse([thread for thread in threads if thread.is_alive()], "a thread waits for ever")
        self.assertEqual(len(ended), 3)
        self.assertEqual(pool.pids, [])
        with self.assertRaises(Stopped):
            pool.run("fit", QUICK, SLOW_WAY)

    def test_a_newer_live_solve_ends_the_older_one_within_a_fifth_of_a_second(self):
        self.pool.run("fit", QUICK, SLOW_WAY)
        waits = []
        for _ in range(3):  # the machine may be busy with something else once or twice
            thread, ended = self.in_background(live=7)
            asked = time.perf_counter()
            result = self.pool.run("fit", QUICK, SLOW_WAY, live=7)
            thread.join(20)
            self.assertTrue(result.found)
            self.assertIn("replaced", ended)
            waits.append(ended["replaced"] - asked)
        self.assertLess(min(waits), 0.2)

    def test_a_live_solve_of_another_page_is_not_ended(self):
        found = []
        threads = [
            threading.Thread(target=lambda key=key: found.append(self.pool.run("fit", QUICK, SLOW_WAY, live=key)))
            for key in (1, 2, 3)
        ]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join(30)
        self.assertEqual(len(found), 3)

    def test_what_a_task_raises_reaches_the_caller(self):
        with self.assertRaises(SketchFaults):
            self.pool.run("sketches_in", b'{"kind": "nothing"}', "x.json", None, Unit.IN)
        self.assertTrue(self.pool.run("fit", QUICK, SLOW_WAY).found)


class Ending(TestCase):
    def test_the_solving_processes_end_with_their_server_on_term(self):
        with socket.socket() as probe:
            probe.bind(("127.0.0.1", 0))
            port = probe.getsockname()[1]
        folder = self.enterContext(tempfile.TemporaryDirectory())
        command = [sys.executable, "manage.py", "serve", "--port", str(port)]
        server = subprocess.Popen(
            command, cwd=ROOT, env={**os.environ, "INKQUILT_DATA": folder}, stdout=subprocess.PIPE, text=True
        )
        self.addCleanup(server.kill)
        self.addCleanup(server.stdout.close)
        while "http" not in (line := server.stdout.readline()):
            self.assertTrue(line, "the server ended before it answered")
        family = descendants(server.pid)
        self.assertGreaterEqual(len(family), 2)
        server.send_signal(signal.SIGTERM)
        self.assertEqual(server.wait(20), 0)
        deadline = time.monotonic() + 20
        while any(is_alive(pid) for pid in family) and time.monotonic() < deadline:
            time.sleep(0.05)
        self.assertEqual([pid for pid in family if is_alive(pid)], [])


def is_alive(pid):
    """Tell whether a process runs; one that only waits to be buried does not."""
    try:
        state = Path(f"/proc/{pid}/stat").read_text().rpartition(") ")[2][0]
    except OSError:
        return False
    return state != "Z"


def descendants(pid):
    """Return the processes that come of one."""
    parents = {}
    for entry in Path("/proc").iterdir():
        if entry.name.isdigit():
            try:
                parents[int(entry.name)] = int((entry / "stat").read_text().rpartition(") ")[2].split()[1])
            except OSError:
                continue
    found, edge = set(), {pid}
    while edge:
        edge = {child for child, parent in parents.items() if parent in edge}
        found |= edge
    return found
