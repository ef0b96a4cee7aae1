"""A few solving processes, and who may use them.

Whoever solves waits for a process, hands it one call and waits for the answer;
threads of the web process only wait, they do not reckon. A *live* solve, which a
hand on the page is waiting for, goes before all others: a newer one for the same
page ends the older one at once (``Replaced``), and where every process is busy
with something that can wait, that is ended and done again afterwards.

Ending means killing the process; another is forked in its place from one that
has the solver loaded already, which takes some hundredths of a second.
"""

import atexit
import multiprocessing
import os
import signal
import threading
from collections.abc import Hashable
from dataclasses import dataclass, field
from multiprocessing.connection import Connection
from typing import Any, Final

#: Two, as many as small machines have cores.
PROCESSES: Final = 2
_TASKS: Final = "server.solving.tasks"


class Replaced(Exception):
    """A newer live solve for the same page took over; its answer is the one that counts."""

    code = "replaced"


class Stopped(Exception):
    """The pool was closed, for the server is being stopped: nothing is solved any more."""

    code = "stopped"


@dataclass(eq=False)
class _Worker:
    process: Any
    connection: Connection
    #: What it is working on: None when idle.
    call: "_Call | None" = None


@dataclass(eq=False)
class _Call:
    live: Hashable | None
    replaced: bool = False
    #: Ended to make room for a live one; to be done again.
    postponed: bool = False
    worker: _Worker | None = field(default=None)


class Solvers:
    """The pool. Processes are started when first needed, or by ``warm``."""

    def __init__(self, processes: int = PROCESSES) -> None:
        self._count = processes
        self._workers: list[_Worker] = []
        self._lock = threading.Condition()
        self._live_waiting = 0
        self._closed = False

    def warm(self) -> None:
        """Start the processes now."""
        with self._lock:
            while not self._closed and len(self._workers) < self._count:
                self._workers.append(_start())

    def run(self, task: str, *args: Any, live: Hashable | None = None) -> Any:
        """Return what the function of that name in ``tasks`` returns, or raise what it raised.

        ``live`` names what only the newest solve counts for. Raises ``Replaced``, and ``Stopped`` once the
        pool is closed.
        """
        call = _Call(live)
        while True:
            worker = self._take(call)
            try:
                worker.connection.send((task, args))
                outcome, value = worker.connection.recv()
            except (EOFError, OSError):
                self._mourn(worker)
                if call.replaced:
                    raise Replaced from None
                if self._closed:
                    raise Stopped from None
                if not call.postponed:
                    raise RuntimeError("a solving process ended without an answer") from None
                call.postponed = False
                continue
            if call.replaced or call.postponed:  # it was ended a moment too late
                self._mourn(worker)
            else:
                self._release(worker)
            if call.replaced:
                raise Replaced
            if outcome == "failed":
                raise value
            return value

    @property
    def pids(self) -> list[int]:
        """The process ids of those that run."""
        with self._lock:
            return [worker.process.pid for worker in self._workers]

    def close(self) -> None:
        """End all processes."""
        with self._lock:
            self._closed = True
            workers, self._workers = self._workers, []
            self._lock.notify_all()
        for worker in workers:
            _kill(worker)

    # -- who is next -----------------------------------------------------------------

    def _take(self, call: _Call) -> _Worker:
        self.warm()
        with self._lock:
            if call.live is not None:
                self._replace_older(call.live)
                self._live_waiting += 1
            try:
                while not self._closed:
                    idle = next((worker for worker in self._workers if worker.call is None), None)
                    if idle is not None and (call.live is not None or not self._live_waiting):
                        idle.call, call.worker = call, idle
                        return idle
                    if call.live is not None and idle is None:
                        self._postpone_one()
                    self._lock.wait(1)
                raise Stopped
            finally:
                if call.live is not None:
                    self._live_waiting -= 1
                self._lock.notify_all()

    def _replace_older(self, live: Hashable) -> None:
        for worker in self._workers:
            if worker.call is not None and worker.call.live == live and not worker.call.replaced:
                worker.call.replaced = True
                _kill(worker)

    def _postpone_one(self) -> None:
        """End one solve that can wait, if none is ending already."""
        ending = any(w.call is not None and (w.call.postponed or w.call.replaced) for w in self._workers)
        waiting = next((w for w in self._workers if w.call is not None and w.call.live is None), None)
        if waiting is not None and waiting.call is not None and not ending:
            waiting.call.postponed = True
            _kill(waiting)

    def _release(self, worker: _Worker) -> None:
        with self._lock:
            worker.call = None
            self._lock.notify_all()

    def _mourn(self, worker: _Worker) -> None:
        """Put a new process in the place of one that ended."""
        with self._lock:
            if worker in self._workers and not self._closed:
                self._workers[self._workers.index(worker)] = _start()
            self._lock.notify_all()
        worker.connection.close()


def _start() -> _Worker:
    context = multiprocessing.get_context("forkserver")
    context.set_forkserver_preload([_TASKS])
    here, there = context.Pipe()
    process = context.Process(target=_work, args=(there,), daemon=True, name="ink-quilt-solving")
    process.start()
    there.close()
    return _Worker(process, here)


def _work(connection: Connection) -> None:
    signal.signal(signal.SIGINT, signal.SIG_IGN)  # Ctrl-C is for the server, which closes the pool
    from server.solving.tasks import serve

    serve(connection)


def _kill(worker: _Worker) -> None:
    if worker.process.pid is not None and worker.process.is_alive():
        worker.process.kill()


_pools: dict[int, Solvers] = {}


def solvers() -> Solvers:
    """Return this process's pool; a forked process gets its own."""
    pid = os.getpid()
    if pid not in _pools:
        _pools[pid] = Solvers()
        atexit.register(_pools[pid].close)
    return _pools[pid]
