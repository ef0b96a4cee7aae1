"""A few solving processes, and who may use them.

Whoever solves waits for a process, hands it one call and waits for the answer;
threads of the web process only wait, they do not reckon. Whose turn it is stands
in ``turns``: a *live* solve, which a hand on the page is waiting for, goes before
all others; a newer one for the same page ends the older one at once
(``Replaced``), and where every process is busy with something that can wait, that
is ended and done again afterwards.

Ending means killing the process; another is forked in its place from one that
has the solver loaded already, which takes some hundredths of a second. What
takes too long or too much memory is ended, and so is what nobody waits for any
more. A process that dies by itself is replaced and its task tried once more.
"""

import atexit
import logging
import os
import threading
import time
from collections.abc import Hashable
from typing import Any, Final

from inkquilt.errors import CoreError
from server.solving.asking import Asker, asker
from server.solving.limits import MOST_MEMORY, seconds_for
from server.solving.turns import Call, TooMany, Turns
from server.solving.worker import Worker

log = logging.getLogger(__name__)
#: One for quick work and two for the rest: small machines have two cores, and heavy work gives way.
PROCESSES: Final = 3
#: So often it is looked whether anybody still waits, in seconds.
_LOOKS_EVERY: Final = 0.25


class Replaced(Exception):
    """A newer live solve for the same page took over; its answer is the one that counts."""

    code = "replaced"


class Stopped(Exception):
    """The pool was closed, for the server is being stopped: nothing is solved any more."""

    code = "stopped"


class NobodyWaits(Exception):
    """Who asked has gone, so it is not worked out any further."""

    code = "nobody-waits"


class TooMuch(Exception):
    """A task was ended, for it took too long or too much memory."""

    code = "too-much"


class Died(Exception):
    """A solving process ended without an answer, and another one at the second try."""

    code = "died"


class Solvers:
    """The pool. Processes are started when first needed, or by ``warm``."""

    def __init__(self, processes: int = PROCESSES, memory: int = MOST_MEMORY) -> None:
        self._count, self._memory = processes, memory
        self._workers: list[Worker] = []
        self._turns = Turns(processes)
        self._lock = threading.Condition()
        self._closed = False

    def warm(self) -> None:
        """Start the processes now."""
        with self._lock:
            while not self._closed and len(self._workers) < self._count:
                self._workers.append(self._started(len(self._workers)))

    def run(self, task: str, *args: Any, live: Hashable | None = None) -> Any:
        """Return what the function of that name in ``tasks`` returns, or raise what it raised.

        ``live`` names what only the newest solve counts for. Raises ``Replaced``; ``TooMany`` when
        too much of this person waits; ``TooMuch`` and ``Died`` when the task was ended or ended itself;
        ``NobodyWaits``; and ``Stopped`` once the pool is closed.
        """
        self.warm()
        by = asker()
        call = Call(task, by.person(), live)
        self._join(call)
        try:
            return self._run(call, args, by)
        finally:
            with self._lock:
                self._turns.leave(call)
                self._deal()

    @property
    def pids(self) -> list[int]:
        """The process ids of those that run."""
        with self._lock:
            return [worker.pid for worker in self._workers]

    @property
    def busy(self) -> int:
        """How many processes work on something."""
        with self._lock:
            return sum(call is not None for call in self._turns.seats)

    def close(self) -> None:
        """End all processes."""
        with self._lock:
            self._closed = True
            workers, self._workers = self._workers, []
            self._lock.notify_all()
        for worker in workers:
            worker.kill()

    # -- one call ----------------------------------------------------------------------

    def _run(self, call: Call, args: tuple[Any, ...], by: Asker) -> Any:
        deaths = 0
        while True:
            worker = self._seated(call, by)
            try:
                worker.ask(call.task, args)
                self._wait(worker, call, by)
                outcome, value, where = worker.answer()
            except (EOFError, OSError):
                self._mourn(call, worker)
                if call.replaced:
                    raise Replaced from None
                if self._closed:
                    raise Stopped from None
                if not call.postponed:
                    deaths += 1
                    log.error("a solving process ended in the middle of %s (%d)", call.task, deaths)
                    if deaths > 1:
                        raise Died from None
                self._again(call)
                continue
            except BaseException:  # ended past a limit, or for nobody: what it still says must not reach the next one
                self._mourn(call, worker)
                raise
            if call.replaced or call.postponed:  # it was ended a moment too late
                self._mourn(call, worker)
            if call.replaced:
                raise Replaced
            if outcome == "failed":
                if isinstance(value, MemoryError):
                    self._mourn(call, worker)
                raise _as_raised(call.task, value, where)
            return value

    def _wait(self, worker: Worker, call: Call, by: Asker) -> None:
        """Wait for the answer. Raises ``TooMuch`` and ``NobodyWaits``."""
        most = seconds_for(call.task)
        ends = time.monotonic() + most
        while not worker.has_answered(_LOOKS_EVERY):
            if time.monotonic() > ends:
                log.error("%s was ended after %.0f s", call.task, most)
                raise TooMuch
            if by.gone():
                raise NobodyWaits

    def _seated(self, call: Call, by: Asker) -> Worker:
        """Wait for the turn of a call; returns the process it was dealt to."""
        with self._lock:
            while not self._closed:
                if call.replaced:
                    raise Replaced
                if call.seat is not None:
                    return self._workers[call.seat]
                if by.gone():
                    raise NobodyWaits
                self._lock.wait(_LOOKS_EVERY)
            raise Stopped

    # -- the line -------------------------------------------------------------------------

    def _join(self, call: Call) -> None:
        with self._lock:
            if self._closed:
                raise Stopped
            for older in self._turns.join(call):
                self._end(older)
            self._deal()

    def _again(self, call: Call) -> None:
        with self._lock:
            call.postponed = False
            self._turns.again(call)
            self._deal()

    def _deal(self) -> None:
        self._turns.deal()
        postponed = self._turns.to_postpone()
        if postponed is not None:
            postponed.postponed = True
            postponed.times_postponed += 1
            self._end(postponed)
        self._lock.notify_all()

    def _end(self, call: Call) -> None:
        if call.seat is not None and call.seat < len(self._workers):
            self._workers[call.seat].kill()

    def _mourn(self, call: Call, worker: Worker) -> None:
        """Put a new process in the place of one that ended."""
        with self._lock:
            if worker in self._workers and not self._closed:
                seat = self._workers.index(worker)
                self._workers[seat] = self._started(seat)
            self._turns.leave(call)
            self._deal()
        worker.bury()

    def _started(self, seat: int) -> Worker:
        return Worker(gives_way=seat > 0, memory=self._memory)


def _as_raised(task: str, error: Exception, where: str) -> Exception:
    """Return what a task raised; what is nobody's input is told to the log with its place."""
    if isinstance(error, MemoryError):
        log.error("%s was ended, for it took too much memory", task)
        return TooMuch()
    if not isinstance(error, CoreError):
        log.error("%s failed in a solving process\n%s", task, where)
    return error


_pools: dict[int, Solvers] = {}


def solvers() -> Solvers:
    """Return this process's pool; a forked process gets its own."""
    pid = os.getpid()
    if pid not in _pools:
        _pools[pid] = Solvers()
        atexit.register(_pools[pid].close)
    return _pools[pid]


__all__ = ["Died", "NobodyWaits", "Replaced", "Solvers", "Stopped", "TooMany", "TooMuch", "solvers"]
