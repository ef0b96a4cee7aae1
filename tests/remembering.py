"""Solving that is remembered for one run of the tests: what is asked again in the same words is not solved again.

Only what is worked out from its arguments alone is remembered, never what reads or writes a file of its own. Tests of
solving itself make pools of their own, which remember nothing; ``solving_anew`` says so of a test that needs it.
"""

import atexit
import hashlib
import os
import pickle
import threading
from collections.abc import Callable, Hashable
from functools import wraps
from pathlib import Path
from typing import Any, Final

from inkquilt.fit import solve
from server.solving import pool
from server.solving.pool import Solvers
from server.solving.tasks import TASKS

#: The folder to remember in, made by the runner before its workers begin; without it nothing is.
REMEMBERED_IN: Final = "INK_QUILT_REMEMBERED"
#: What is reckoned in the core, of values that came with the call.
RECKONED: Final = frozenset(
    name for name, where in TASKS.items() if where.startswith("inkquilt.") or where == "server.solving.tasks"
)


#: What lays the ways of a sketch: whole tables of sketches and pages are gone through by many tests.
LAID: Final = ("designs", "first_designs", "design_fit")


class Memory:
    """What was worked out in one run, in a folder that its processes share."""

    def __init__(self, folder: Path) -> None:
        self._folder = folder

    def of(self, asked: tuple[Any, ...], work_out: Callable[[], Any]) -> Any:
        """Return what was worked out for these values before, or work it out."""
        known = self._folder / hashlib.sha256(pickle.dumps(asked)).hexdigest()
        if known.exists():
            return pickle.loads(known.read_bytes())
        found = work_out()
        begun = known.with_suffix(f".{os.getpid()}-{threading.get_ident()}")
        begun.write_bytes(pickle.dumps(found))
        begun.rename(known)
        return found


class RememberingSolvers(Solvers):
    """A pool that remembers across the processes of one run."""

    def __init__(self, memory: Memory) -> None:
        super().__init__()
        self._known = memory

    def run(self, task: str, *args: Any, live: Hashable | None = None) -> Any:
        """Return what was worked out before, or have it worked out."""
        if task not in RECKONED:
            return super().run(task, *args, live=live)
        return self._known.of((task, args), lambda: super(RememberingSolvers, self).run(task, *args, live=live))


def remember() -> None:
    """Let this process remember, if the runner wants it to."""
    folder = os.environ.get(REMEMBERED_IN)
    if not folder:
        return
    memory = Memory(Path(folder))
    pool._pools[os.getpid()] = remembering = RememberingSolvers(memory)
    atexit.register(remembering.close)
    for name in LAID:
        if hasattr(getattr(solve, name), "__wrapped__"):  # a worker is forked from a process that remembers
            continue
        setattr(solve, name, _remembered(memory, name, getattr(solve, name)))


def _remembered(memory: Memory, name: str, work_out: Callable[..., Any]) -> Callable[..., Any]:
    @wraps(work_out)
    def answer(*args: Any, **kwargs: Any) -> Any:
        return memory.of((name, args, kwargs), lambda: work_out(*args, **kwargs))

    return answer
