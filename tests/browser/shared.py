"""One Playwright, one Chromium and one live server for each process that runs browser tests.

They are begun when the first test asks for them and end with the process. A test leaves nothing behind in them: what
it stored in the browser is cleared, what its requests still do is waited for.
"""

import os
import threading
from collections.abc import Callable, Iterable, Iterator
from functools import cache
from multiprocessing.util import Finalize
from typing import Any, Final

from django.conf import settings
from django.test.testcases import LiveServerThread
from playwright.sync_api import Browser, BrowserContext, Playwright, sync_playwright

from demo.chromium import CHROMIUM

ARGUMENTS: Final = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]
#: What a request that writes may still take when its test is over, in seconds.
_ENDING: Final = 60.0
_Body = Iterable[bytes]
_Application = Callable[[dict[str, Any], Any], _Body]


class Requests:
    """The application behind a server, which knows what of it is still on its way.

    What only looks is told that its sender has gone once its test is over; what writes is done to the end, and
    waited for, so that nothing is written into the next test's database.
    """

    def __init__(self, application: _Application) -> None:
        self._application = application
        self._changed = threading.Condition()
        self._running = 0
        self._test = 0

    def __call__(self, environ: dict[str, Any], start_response: Any) -> _Body:
        with self._changed:
            self._running += 1
            asked_in = self._test
        environ["waitress.client_disconnected"] = lambda: self._test != asked_in
        try:
            return _Answer(self._application(environ, start_response), self._ended)
        except BaseException:
            self._ended()
            raise

    def _ended(self) -> None:
        with self._changed:
            self._running -= 1
            self._changed.notify_all()

    def end(self) -> None:
        """Wait until nothing is on its way any more. Raises AssertionError where something never ends."""
        with self._changed:
            self._test += 1
            if not self._changed.wait_for(lambda: self._running == 0, _ENDING):
                raise AssertionError(f"{self._running} requests are still on their way {_ENDING:.0f} s after the test")


class _Answer:
    """A body that tells when it was sent or given up."""

    def __init__(self, body: _Body, ended: Callable[[], None]) -> None:
        self._body, self._ended = body, ended

    def __iter__(self) -> Iterator[bytes]:
        return iter(self._body)

    def close(self) -> None:
        try:
            if hasattr(self._body, "close"):
                self._body.close()
        finally:
            self._ended()


class Shared:
    """What the browser tests of one process share."""

    def __init__(self) -> None:
        if not (settings.FRONTEND_DIST / "index.html").is_file():
            raise AssertionError("build the client first: make setup")
        self.requests: Requests | None = None
        self._server = LiveServerThread("localhost", self._counted, connections_override={})
        self._server.daemon = True
        self._server.start()
        self._server.is_ready.wait()
        if self._server.error:
            raise self._server.error
        self.address = f"http://{self._server.host}:{self._server.port}"
        self.playwright: Playwright = sync_playwright().start()
        self.browser: Browser = self.playwright.chromium.launch(
            executable_path=CHROMIUM, headless=True, args=ARGUMENTS
        )  # fmt: skip
        self._contexts: dict[tuple[tuple[str, Any], ...], BrowserContext] = {}

    def _counted(self, application: _Application) -> Requests:
        self.requests = Requests(application)
        return self.requests

    def context(self, **options: Any) -> BrowserContext:
        """Return a context that looks new: nothing is stored, asked or opened in it.

        There is one for each kind of screen; a test that needs two people makes the second one itself.
        """
        key = tuple((name, repr(value)) for name, value in sorted(options.items()))
        if key not in self._contexts:
            self._contexts[key] = self.browser.new_context(accept_downloads=True, reduced_motion="reduce", **options)
        return self._contexts[key]

    def leave(self, context: BrowserContext) -> None:
        """Close what a test opened in a shared context, and clear what it stored."""
        page = context.new_page()
        been = {self.address, *("/".join(other.url.split("/")[:3]) for other in context.pages if "://" in other.url)}
        for other in context.pages:
            if other is not page:
                other.close()
        context.unroute_all()
        context.set_offline(False)
        context.clear_permissions()
        session = context.new_cdp_session(page)
        kinds = "cookies,local_storage,indexeddb,websql,service_workers,file_systems,shader_cache"
        for origin in been:
            session.send("Storage.clearDataForOrigin", {"origin": origin, "storageTypes": kinds})
        # Numbers begin anew with each test: a photo of the last one would stand for this one's.
        session.send("Network.clearBrowserCache")
        context.clear_cookies()
        page.close()

    def close(self) -> None:
        """End the browser and the server."""
        self.browser.close()
        self.playwright.stop()
        self._server.terminate()


@cache
def _of_process(pid: int) -> Shared:
    shared = Shared()
    # A worker of a pool runs no exit handlers but these.
    Finalize(None, shared.close, exitpriority=100)
    return shared


def shared() -> Shared:
    """Return what the browser tests of this process share; begun with the first call."""
    return _of_process(os.getpid())


__all__ = ["shared"]
