"""What a solving process does: one function of the core after the other.

This module is loaded once by the process that all solving processes are forked
from, so that each of them starts with the solver ready.
"""

from multiprocessing.connection import Connection
from typing import TYPE_CHECKING, Any

from inkquilt.fit.proposals import proposals
from inkquilt.fit.reasons import with_reasons
from inkquilt.fit.solve import fit, is_possible
from inkquilt.fit.waysout import ways_out
from inkquilt.lengths import Unit
from inkquilt.sketch.model import Size

if TYPE_CHECKING:
    from inkquilt_io.sketch_files import FromFile

__all__ = ["fit", "is_possible", "proposals", "serve", "sketches_in", "ways_out", "with_reasons"]


def sketches_in(content: bytes, file: str, page: Size | None, unit: Unit) -> list["FromFile"]:
    """Read the sketches in a file; what reads pictures is large and loaded only here, when it is needed."""
    from inkquilt_io.sketch_files import sketches_in as read

    return read(content, file, page, unit)


def serve(connection: Connection) -> None:
    """Answer calls until the other end closes."""
    while True:
        try:
            name, args = connection.recv()
        except (EOFError, OSError, KeyboardInterrupt):
            return
        try:
            answer: tuple[str, Any] = ("done", globals()[name](*args))
        except Exception as error:  # whatever it was, the caller shall see it
            answer = ("failed", error)
        try:
            connection.send(answer)
        except (BrokenPipeError, OSError):
            return
