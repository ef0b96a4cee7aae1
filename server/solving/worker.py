"""One solving process: started, asked, ended."""

import multiprocessing
import os
import resource
import signal
from multiprocessing.connection import Connection
from typing import Any, Final

from server.solving.limits import MOST_MEMORY

_TASKS: Final = "server.solving.tasks"
#: Heavy work gives way to the web process and to quick work (nice value, POSIX).
_GIVES_WAY: Final = 10


class Worker:
    """A process that answers calls over a pipe. ``gives_way`` to others, or not."""

    def __init__(self, *, gives_way: bool, memory: int = MOST_MEMORY) -> None:
        context = multiprocessing.get_context("forkserver")
        context.set_forkserver_preload([_TASKS])
        self.connection, there = context.Pipe()
        self.process = context.Process(
            target=_work, args=(there, gives_way, memory), daemon=True, name="ink-quilt-solving"
        )  # fmt: skip
        self.process.start()
        there.close()

    @property
    def pid(self) -> int:
        """The process's id."""
        return self.process.pid or 0

    def ask(self, task: str, args: tuple[Any, ...]) -> None:
        """Hand it one call."""
        self.connection.send((task, args))

    def has_answered(self, seconds: float) -> bool:
        """Wait so long for an answer, or for its end."""
        return self.connection.poll(seconds)

    def answer(self) -> tuple[str, Any, str]:
        """Return how the call ended, with what, and where an error came from. Raises ``EOFError``, ``OSError``."""
        found: tuple[str, Any, str] = self.connection.recv()
        return found

    def kill(self) -> None:
        """End it at once."""
        if self.process.pid is not None and self.process.is_alive():
            self.process.kill()

    def bury(self) -> None:
        """Let go of one that has ended."""
        self.kill()
        self.process.join(5)
        self.connection.close()


def _work(connection: Connection, gives_way: bool, memory: int) -> None:
    signal.signal(signal.SIGINT, signal.SIG_IGN)  # Ctrl-C is for the server, which closes the pool
    resource.setrlimit(resource.RLIMIT_AS, (memory, memory))
    if gives_way:
        os.nice(_GIVES_WAY)
    from server.solving.tasks import serve

    serve(connection)
