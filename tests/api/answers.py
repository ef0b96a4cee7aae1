"""A client that holds every answer of the API against the schema: its status, its kind and its shape.

Every API test asks through it, so that what the tests walk is checked whatever they look at themselves. What was
answered is noted in a folder when the runner asks for that; it tells of addresses that no test had an answer from.
"""

import os
from functools import cache
from pathlib import Path
from typing import Any

import requests
import schemathesis
from django.conf import settings
from django.http import HttpResponseBase
from django.test import Client as DjangoClient
from schemathesis.schemas import APIOperation, BaseSchema

#: The folder to note answers in, set by the runner before its workers begin.
NOTED_IN = "INK_QUILT_ANSWERED"


@cache
def schema() -> BaseSchema:
    """Return the schema that the client's types are made from."""
    return schemathesis.openapi.from_path(str(settings.BASE_DIR / "web" / "schema.yaml"))


class Client(DjangoClient):
    """Django's client; an answer that the schema does not have is a failure."""

    def request(self, **request: Any) -> Any:
        response = super().request(**request)
        path, method = request["PATH_INFO"], request["REQUEST_METHOD"]
        if path.startswith("/api/") and response.status_code not in (404, 405):
            check(method, path, response)
        return response


def check(method: str, path: str, response: HttpResponseBase) -> None:
    """Raise AssertionError where an answer is not one that the schema promises."""
    operation = schema().find_operation_by_path(method, path)
    if operation is None:
        raise AssertionError(f"{method} {path} answers {response.status_code} and is not in the schema")
    _note(operation, response.status_code)
    try:
        operation.validate_response(_answer(operation, response))
    except AssertionError as error:
        error.add_note(f"{method} {path} answered {response.status_code}: {response.get('Content-Type')}")
        raise


def _answer(operation: APIOperation, response: Any) -> schemathesis.Response:
    return schemathesis.Response(
        response.status_code,
        {name.lower(): [value] for name, value in response.headers.items()},
        # A stream would be used up by looking: its kind is checked, its content is looked at by the test.
        b"" if response.streaming else response.content,
        requests.Request(operation.method.upper(), "http://testserver" + operation.full_path).prepare(),
        elapsed=0.0,
        verify=False,
    )


def _note(operation: APIOperation, status: int) -> None:
    folder = os.environ.get(NOTED_IN)
    if folder and status < 400:
        with (Path(folder) / str(os.getpid())).open("a") as notes:
            notes.write(operation.label + "\n")


def never_answered(folder: str) -> list[str]:
    """Return the operations of the schema that no note tells of."""
    seen = {line for notes in Path(folder).iterdir() for line in notes.read_text().splitlines()}
    return sorted(one.ok().label for one in schema().get_all_operations() if one.ok().label not in seen)
