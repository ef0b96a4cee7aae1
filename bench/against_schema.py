"""Every address of the API asked with made-up input, and each answer held against the schema.

``python -m bench.against_schema [EXAMPLES]``: Schemathesis makes so many requests for each operation (signing in and
out and every DELETE too), half of them about things that are there. No answer may be a 5xx, and none may be against
the schema: status, type and shape.
"""

import random
import sys
from collections import Counter
from typing import Any

import hypothesis
import requests
import schemathesis
from hypothesis import HealthCheck, Phase, given, settings
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import (
    content_type_conformance,
    response_schema_conformance,
    status_code_conformance,
)

from tests.real import Server

CHECKS = [not_a_server_error, status_code_conformance, content_type_conformance, response_schema_conformance]
SKETCH = {
    "kind": "ink-quilt/sketch", "version": 1, "name": "Small", "unit": "in", "page": {"width": 12, "height": 12},
    "blocks": [
        {"id": "p", "role": "photo", "shape": "rect", "x": 1, "y": 1, "width": 4, "height": 6, "level": 1},
        {"id": "t", "role": "title", "shape": "rect", "x": 6, "y": 6, "width": 4, "height": 1, "level": 1},
    ],
}  # fmt: skip
NAME, PASSWORD = "ida", "a roof of bees"


class Browser(requests.Session):
    """A session that signs in again when it was signed out, with things on its table."""

    def __init__(self, server: Server) -> None:
        super().__init__()
        self.base = f"http://127.0.0.1:{server.port}"
        self.headers["Referer"] = self.base
        self.get(f"{self.base}/api/session/")
        self._write("register/", {"username": NAME, "password": PASSWORD})
        self.fill()

    def fill(self) -> None:
        """Lay something of each kind on the table."""
        sketch = self._write("sketches/", SKETCH).json()["sketch"]["id"]
        self._write("pages/", {"sketch": sketch, "format": "letter"})
        self._write("stash/papers/", {"line": "2 navy 12x12"})

    def signed_in(self) -> None:
        """Sign in, if the last request signed out."""
        if self.get(f"{self.base}/api/session/").json()["user"] != NAME:
            self._write("session/", {"username": NAME, "password": PASSWORD})
        self.headers["X-CSRFToken"] = self.cookies.get("csrftoken", "")
        if self.get(f"{self.base}/api/pages/").json().get("count") == 0:
            self.fill()

    def ids(self, path: str) -> list[int]:
        """Return what is there at an address with an id in it."""
        kind = "stash/papers/" if path.startswith("/api/stash") else path.split("/")[2] + "/"
        found = self.get(f"{self.base}/api/{kind}")
        rows = found.json() if found.ok else []
        rows = rows.get("results", []) if isinstance(rows, dict) else rows
        return [row["id"] for row in rows if isinstance(row, dict) and row.get("id")]

    def _write(self, path: str, data: Any) -> requests.Response:
        token = self.cookies.get("csrftoken", "")
        return self.post(f"{self.base}/api/{path}", json=data, headers={"X-CSRFToken": token})


def ask(operation: Any, browser: Browser, examples: int, answers: Counter[int]) -> list[str]:
    """Ask one operation so many times; returns what was wrong."""
    wrong: dict[str, str] = {}
    luck = random.Random(operation.label)
    browser.signed_in()
    there = browser.ids(operation.path) if "{id}" in operation.path else []

    @given(case=operation.as_strategy())
    @settings(
        max_examples=examples, deadline=None, derandomize=True, database=None, phases=[Phase.generate],
        suppress_health_check=list(HealthCheck),
    )  # fmt: skip
    def each(case: Any) -> None:
        if operation.path.startswith(("/api/session", "/api/register")) or not browser.cookies.get("sessionid"):
            browser.signed_in()
        if there and luck.random() < 0.5:
            case.path_parameters["id"] = luck.choice(there)
        case.cookies.pop("sessionid", None)  # made up too, and then nobody is signed in
        answer = case.call(base_url=browser.base, session=browser, timeout=120)
        answers[answer.status_code] += 1
        try:
            case.validate_response(answer, checks=CHECKS)
        except BaseExceptionGroup as group:
            for error in group.exceptions:
                wrong.setdefault(_first(error), case.as_curl_command()[:1500])
        except AssertionError as error:
            wrong.setdefault(_first(error), case.as_curl_command()[:1500])

    each()
    return [f"{operation.label}: {what}\n    {how}" for what, how in wrong.items()]


def _first(error: BaseException) -> str:
    """Return the beginning of what is said of an answer: no two examples word the rest alike."""
    return " ".join(str(error).split())[:300]


def main() -> None:
    """Ask them all; exits with 1 where an answer was wrong."""
    examples = int(sys.argv[1]) if len(sys.argv) > 1 else 20
    hypothesis.seed(15)
    server = Server()
    wrong: list[str] = []
    answers: Counter[int] = Counter()
    count = 0
    try:
        browser = Browser(server.start())
        schema = schemathesis.openapi.from_path("web/schema.yaml")
        for found in schema.get_all_operations():
            operation = found.ok()
            count += 1
            wrong += ask(operation, browser, examples, answers)
        tracebacks = server.told()
    finally:
        server.close()
    print(f"{count} operations, {sum(answers.values())} answers:", dict(sorted(answers.items())))
    print("\n".join(wrong) or "no answer against the schema")
    if "Traceback" in tracebacks:
        print(tracebacks[tracebacks.index("Traceback") - 300 :][:6000])
    sys.exit(1 if wrong or "Traceback" in tracebacks else 0)


if __name__ == "__main__":
    main()
