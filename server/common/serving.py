"""Running the application with a production server."""

import signal
import sys
from types import FrameType

from django.core.wsgi import get_wsgi_application
from waitress.server import create_server

from server.solving.pool import solvers

#: Photos are up to 30 MB; nothing larger is read.
MOST_BODY_BYTES = 32 * 1024 * 1024
THREADS = 8


class PortTaken(Exception):
    """Another program listens where we wanted to."""


def serve(host: str, port: int, ready: str) -> None:
    """Serve until Ctrl-C or TERM. ``ready`` is printed once requests are answered. Raises ``PortTaken``."""
    try:
        server = create_server(
            get_wsgi_application(),
            host=host,
            port=port,
            threads=THREADS,
            max_request_body_size=MOST_BODY_BYTES,
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
