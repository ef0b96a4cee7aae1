"""Who asks, so that turns can be taken, and whether anybody still waits for the answer."""

from collections.abc import Callable, Hashable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Asker:
    """One request: whose it is, found out when it is first needed, and whether its sender has gone."""

    person: Callable[[], Hashable | None] = lambda: None
    gone: Callable[[], bool] = lambda: False


NOBODY = Asker()
_asker: ContextVar[Asker] = ContextVar("asker", default=NOBODY)


def asker() -> Asker:
    """Return who asks in this thread; a command or a test is nobody, who always may and never goes."""
    return _asker.get()


@contextmanager
def asked_by(one: Asker) -> Iterator[None]:
    """What is solved meanwhile is solved for this one."""
    token = _asker.set(one)
    try:
        yield
    finally:
        _asker.reset(token)
