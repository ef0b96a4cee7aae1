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
from unittest import TestCase, mock

from bench.generated import generated_sketches
from inkquilt.colour import read_colour
from inkquilt.errors import SketchFaults
from inkquilt.fit import FitRequest, School, Way
from inkquilt.fit.request import Budget
from inkquilt.lengths import INCH, Unit
from inkquilt.page import FORMATS
from inkquilt.words.script import hand
from inkquilt.words.stories import JournalPage
from server.solving.asking import Asker, asked_by
from server.solving.pool import Died, NobodyWaits, Replaced, Solvers, Stopped, TooMany, TooMuch
from server.solving.turns import Call, Turns
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


class Limits(TestCase):
    """What takes too long, too much, or is waited for by nobody is ended; a process that dies is replaced unseen."""

    @classmethod
    def setUpClass(cls):
        super().setUpClass()
        large = list(generated_sketches(60))[-1]
        cls.slow = replace(FitRequest.plain(large, LETTER), budget=Budget(deterministic_time=30))

    def a_pool(self, **limits):
        pool = Solvers(1, **limits)
        pool.warm()
        self.addCleanup(pool.close)
        return pool

    def test_a_task_is_ended_past_its_time_and_the_next_one_finds_a_process(self):
        pool = self.a_pool()
        before = pool.pids
        began = time.monotonic()
        short = mock.patch("server.solving.pool.seconds_for", return_value=0.5)
        with short, self.assertLogs("server.solving.pool"), self.assertRaises(TooMuch):
            pool.run("proposals", self.slow, SLOW_WAY)
        self.assertLess(time.monotonic() - began, 5)
        self.assertNotEqual(pool.pids, before)
        self.assertTrue(pool.run("fit", QUICK, SLOW_WAY).found)

    def test_a_task_is_ended_past_its_memory(self):
        pool = self.a_pool(memory=1024**3)
        script = hand("h", "Ida", 40, 6 * INCH, INCH // 4)
        on = JournalPage((), LETTER, INCH // 8)
        with self.assertLogs("server.solving.pool"), self.assertRaises(TooMuch):
            pool.run("story_told", "", 200_000_000, script, read_colour("#000000"), on, {})
        self.assertTrue(pool.run("fit", QUICK, SLOW_WAY).found)

    def test_a_process_that_is_killed_is_replaced_and_its_task_done_by_another(self):
        pool = self.a_pool()
        answers = []
        thread = threading.Thread(target=lambda: answers.append(pool.run("all_ways", QUICK, 0, False)))
        with self.assertLogs("server.solving.pool"):
            thread.start()
            self.until(lambda: pool.busy)
            os.kill(pool.pids[0], signal.SIGKILL)
            thread.join(60)
        self.assertEqual([len(ways) > 0 for ways in answers], [True])

    def test_a_task_that_kills_its_process_twice_is_told_of(self):
        pool = self.a_pool()
        outcome = []

        def work():
            try:
                pool.run("proposals", self.slow, SLOW_WAY)
            except Died as error:
                outcome.append(error.code)

        thread = threading.Thread(target=work)
        with self.assertLogs("server.solving.pool"):
            thread.start()
            for _ in range(2):
                self.until(lambda: pool.busy)
                pid = pool.pids[0]
                os.kill(pid, signal.SIGKILL)
                self.until(lambda pid=pid: pid not in pool.pids)
            thread.join(20)
        self.assertEqual(outcome, ["died"])

    def test_what_nobody_waits_for_any_more_is_ended(self):
        pool = self.a_pool()
        gone = threading.Event()
        ended = []

        def work():
            try:
                with asked_by(Asker(lambda: 1, gone.is_set)):
                    pool.run("proposals", self.slow, SLOW_WAY)
            except NobodyWaits:
                ended.append(time.monotonic())

        threads = [threading.Thread(target=work) for _ in range(2)]
        for thread in threads:
            thread.start()
        self.until(lambda: pool.busy)
        gone.set()
        for thread in threads:
            thread.join(10)
        self.assertEqual(len(ended), 2)
        self.assertEqual(pool.busy, 0)

    def test_of_one_person_two_heavy_tasks_wait_and_others_are_sent_away_while_her_neighbour_has_her_turn(self):
        pool = self.a_pool()
        gone, refused = threading.Event(), []

        def heavy():
            try:
                with asked_by(Asker(lambda: "ida", gone.is_set)):
                    pool.run("proposals", self.slow, SLOW_WAY)
            except TooMany:
                refused.append(1)
            except NobodyWaits:
                pass

        threads = [threading.Thread(target=heavy) for _ in range(8)]
        for thread in threads:
            thread.start()
        self.until(lambda: len(refused) == 5)  # one runs, two wait
        with asked_by(Asker(lambda: "otto")):
            self.assertTrue(pool.run("fit", QUICK, SLOW_WAY, live=1).found)
        gone.set()
        for thread in threads:
            thread.join(10)
        self.assertEqual(len(refused), 5)

    def test_an_error_of_a_task_reaches_the_log_with_its_place(self):
        pool = self.a_pool()
        with self.assertLogs("server.solving.pool") as logged, self.assertRaises(AttributeError):
            pool.run("fit", None, SLOW_WAY)
        self.assertIn("Traceback", logged.output[0])

    def until(self, is_so):
        deadline = time.monotonic() + 20
        while not is_so():
            self.assertLess(time.monotonic(), deadline, "waited in vain")
            time.sleep(0.01)


class Line(TestCase):
    """Who sits down next, without any process."""

    def seated(self, turns):
        turns.deal()
        return [call.task if call else None for call in turns.seats]

    def test_the_first_seat_is_for_what_is_quick(self):
        turns = Turns(3)
        for task in ("all_ways", "proposals", "ways_out"):
            turns.join(Call(task, "ida" if task != "ways_out" else "otto"))
        self.assertEqual(self.seated(turns), [None, "all_ways", "ways_out"])
        turns.join(Call("fit", "eva"))
        self.assertEqual(self.seated(turns)[0], "fit")

    def test_persons_take_turns_whoever_came_first(self):
        turns = Turns(2)
        first = Call("all_ways", "ida")
        for call in (first, Call("proposals", "ida"), Call("ways_out", "otto")):
            turns.join(call)
        self.assertEqual(self.seated(turns), [None, "all_ways"])
        turns.leave(first)
        self.assertEqual(self.seated(turns), [None, "ways_out"])

    def test_how_many_may_wait(self):
        for task, most in (("all_ways", 2), ("fit", 6)):
            with self.subTest(task):
                turns = Turns(1)
                turns.join(Call("planned_page", "eva"))
                turns.deal()
                for _ in range(most):
                    turns.join(Call(task, "ida"))
                with self.assertRaises(TooMany):
                    turns.join(Call(task, "ida"))
                turns.join(Call(task, "otto"))

    def test_a_newer_live_call_replaces_one_that_waits(self):
        turns = Turns(1)
        turns.join(Call("planned_page"))
        turns.deal()
        older, newer = Call("fit", "ida", live=7), Call("fit", "ida", live=7)
        turns.join(older)
        self.assertEqual(turns.join(newer), [older])
        self.assertTrue(older.replaced)
        self.assertEqual(turns.waiting, [newer])

    def test_a_live_call_ends_a_heavy_one_but_not_for_ever(self):
        turns = Turns(1)
        heavy = Call("planned_page")
        turns.join(heavy)
        turns.deal()
        turns.join(Call("fit", "ida", live=7))
        for _ in range(2):
            self.assertIs(turns.to_postpone(), heavy)
            heavy.times_postponed += 1
        self.assertIsNone(turns.to_postpone())


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
