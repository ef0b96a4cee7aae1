"""Running the application with a production server."""

import re
import resource
import signal
import sys
from types import FrameType
from typing import Any, Final

from django.conf import settings
from django.core.wsgi import get_wsgi_application
from waitress.adjustments import Adjustments
from waitress.channel import HTTPChannel
from waitress.parser import HTTPRequestParser
from waitress.server import BaseWSGIServer, create_server

from server.solving.limits import MOST_WAITING
from server.solving.pool import solvers

MEBI: Final = 1024 * 1024
#: What a form adds to the file in it.
_ROUND_A_FILE: Final = MEBI
#: How much each address reads; all others read the JSON of a page or a sketch.
_MOST_BODY: Final = (
    (re.compile(r"/api/everything/"), settings.EVERYTHING_MOST_BYTES + _ROUND_A_FILE),
    (re.compile(r"/api/drafts/"), 40 * MEBI + _ROUND_A_FILE),
    (re.compile(r"/api/photos/|/api/stash/papers/\d+/pictures/[AB]/"), settings.PHOTO_MOST_BYTES + _ROUND_A_FILE),
)
_MOST_OTHER_BODY: Final = settings.DATA_UPLOAD_MAX_MEMORY_SIZE + _ROUND_A_FILE
#: More than may wait for a solving process, so that there is always one to answer a short question.
THREADS: Final = MOST_WAITING + 16
#: Connections that say nothing are closed after so many seconds; so many are kept open at once.
_SILENT_SECONDS: Final = 30
_CONNECTIONS: Final = 1000


class PortTaken(Exception):
    """Another program listens where we wanted to."""


def most_body(path: str) -> int:
    """Return how many bytes of a request's body are read at an address."""
    return next((most for pattern, most in _MOST_BODY if pattern.fullmatch(path)), _MOST_OTHER_BODY)


class _Bounds:
    """The server's adjustments with the bound of one address."""

    def __init__(self, adjustments: Adjustments, most: int) -> None:
        self._adjustments = adjustments
        self.max_request_body_size = most

    def __getattr__(self, name: str) -> Any:
        return getattr(self._adjustments, name)


class BoundedParser(HTTPRequestParser):  # type: ignore[misc]  # waitress ships no types
    """Reads requests; a body larger than its address takes is refused before it is read."""

    adj: Any

    def parse_header(self, header_plus: bytes) -> None:
        """Read the header, and then know the bound."""
        super().parse_header(header_plus)
        self.adj = _Bounds(self.adj, most_body(self.path))


class _Channel(HTTPChannel):  # type: ignore[misc]
    parser_class = BoundedParser


def serve(host: str, port: int, ready: str) -> None:
    """Serve until Ctrl-C or TERM. ``ready`` is printed once requests are answered. Raises ``PortTaken``."""
    BaseWSGIServer.channel_class = _Channel
    soft, hard = resource.getrlimit(resource.RLIMIT_NOFILE)
    resource.setrlimit(resource.RLIMIT_NOFILE, (max(soft, min(hard, 4 * _CONNECTIONS)), hard))
    try:
        server = create_server(
            get_wsgi_application(),
            host=host,
            port=port,
            threads=THREADS,
            connection_limit=_CONNECTIONS,
            channel_timeout=_SILENT_SECONDS,
            cleanup_interval=5,
            asyncore_use_poll=True,
            # So that it is noticed when who asked has gone.
            channel_request_lookahead=1,
            ident="ink-quilt",
        )
    except OSError as error:
        raise PortTaken(
            f"Port {port} is taken by another program: stop it, or choose a port with PORT=8001."
        ) from error
    signal.signal(signal.SIGTERM, _stop)
    solvers().warm()
    print(ready, flush=True)
    try:
        server.run()
    finally:
        server.close()
        solvers().close()
        print("\nStopped.", flush=True)


def _stop(number: int, frame: FrameType | None) -> None:
    """End as on Ctrl-C, so that the solving processes end too."""
    sys.exit(0)
