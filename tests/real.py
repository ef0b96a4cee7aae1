"""The real server as a process of its own, asked over the network like a browser does."""

import http.client
import json
import os
import signal
import socket
import subprocess
import sys
import tempfile
import urllib.parse
import uuid
from contextlib import contextmanager, suppress
from pathlib import Path

ROOT = Path(__file__).parents[1]


class Server:
    """``manage.py serve`` with a data folder of its own."""

    def __init__(self, folder=None, **environment):
        self._own = tempfile.TemporaryDirectory() if folder is None else None
        self.folder = Path(folder or self._own.name) / "data" if folder is None else Path(folder)
        self.environment = {**os.environ, "DJANGO_SETTINGS_MODULE": "server.config.settings", **environment}
        self.environment["INKQUILT_DATA"] = str(self.folder)
        with socket.socket() as probe:
            probe.bind(("127.0.0.1", 0))
            self.port = probe.getsockname()[1]
        self.process = None
        self.log = tempfile.TemporaryFile("w+")  # noqa: SIM115 (closed with the server)

    def manage(self, *words, **more):
        """Run another command on the same data."""
        return subprocess.run(
            [sys.executable, "manage.py", *words], cwd=ROOT, env=self.environment, capture_output=True, text=True,
            timeout=120, **more,
        )  # fmt: skip

    def start(self):
        command = [sys.executable, "manage.py", "serve", "--port", str(self.port)]
        self.process = subprocess.Popen(
            command, cwd=ROOT, env=self.environment, stdout=subprocess.PIPE, stderr=self.log, text=True
        )
        while "http" not in (line := self.process.stdout.readline()):
            if not line:
                raise AssertionError(f"the server ended before it answered: {self.told()}")
        return self

    def kill(self):
        """End it as a power cut does."""
        self.process.send_signal(signal.SIGKILL)
        self.process.wait(20)
        self.process.stdout.close()

    def stop(self):
        if self.process is not None and self.process.poll() is None:
            self.process.terminate()
            self.process.wait(30)
            self.process.stdout.close()

    def told(self):
        """Return what it logged so far."""
        self.log.seek(0)
        return self.log.read()

    def close(self):
        self.stop()
        self.log.close()
        if self._own is not None:
            self._own.cleanup()

    def person(self, name="ida", password="a roof of bees"):
        """Return somebody who is signed in, with an account made where there is none."""
        one = Person(self.port)
        body = {"username": name, "password": password}
        if one.ask("POST", "/api/session/", body)[0] != 200:
            status, answer = one.ask("POST", "/api/register/", body)
            assert status == 200, answer
        return one


@contextmanager
def served(**environment):
    """Serve for a while."""
    server = Server(**environment)
    try:
        yield server.start()
    finally:
        server.close()


class Person:
    """A browser without a screen: cookies, and the token of writes."""

    def __init__(self, port):
        self.port = port
        self.cookies = {}
        self._connection = None
        self.ask("GET", "/api/session/")

    def ask(self, method, path, data=None, *, file=None, timeout=120):
        """Return the status and the answer: decoded JSON, or bytes."""
        headers = {"Cookie": "; ".join(f"{name}={value}" for name, value in self.cookies.items())}
        if method != "GET":
            headers["X-CSRFToken"] = self.cookies.get("csrftoken", "")
        body = None
        if file is not None:
            body, headers["Content-Type"] = form_of(*file)
        elif data is not None:
            body, headers["Content-Type"] = json.dumps(data).encode(), "application/json"
        connection = http.client.HTTPConnection("127.0.0.1", self.port, timeout=timeout)
        try:
            with suppress(BrokenPipeError, ConnectionResetError):  # refused before all of it was sent
                connection.request(method, path, body, headers)
            response = connection.getresponse()
            content = response.read()
        finally:
            connection.close()
        for name, value in response.getheaders():
            if name.lower() == "set-cookie":
                key, _, rest = value.partition("=")
                self.cookies[key] = rest.partition(";")[0]
        if (response.getheader("Content-Type") or "").startswith("application/json"):
            return response.status, json.loads(content)
        return response.status, content


def form_of(name, content):
    """Return a form with one file, and its type."""
    mark = uuid.uuid4().hex
    head = f'--{mark}\r\nContent-Disposition: form-data; name="file"; filename="{urllib.parse.quote(name)}"\r\n'
    head += "Content-Type: application/octet-stream\r\n\r\n"
    return head.encode() + content + f"\r\n--{mark}--\r\n".encode(), f"multipart/form-data; boundary={mark}"
