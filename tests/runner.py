"""The test runner: Django's own, whose parallel workers may have processes of their own (pages are solved in some)."""

import logging
import multiprocessing
import os
from collections.abc import Sequence
from tempfile import TemporaryDirectory
from types import TracebackType
from typing import Any
from unittest import TestCase, mock
from unittest.case import _SubTest

from django.test.runner import DiscoverRunner, ParallelTestSuite, RemoteTestResult, RemoteTestRunner, _init_worker
from hypothesis import HealthCheck, settings

from tests.api.answers import NOTED_IN, never_answered

_Error = tuple[type[BaseException], BaseException, TracebackType | None]

# The same cases every time, however slow a shared machine is at the moment.
settings.register_profile("steady", deadline=None, derandomize=True, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("steady")


def _init_worker_with_children(*args: Any, **kwargs: Any) -> None:
    _init_worker(*args, **kwargs)
    # A pool's workers count as daemons, which may have none; they end theirs when their pipes close.
    multiprocessing.current_process()._config["daemon"] = False  # type: ignore[attr-defined]


class _Named(TestCase):
    """Stands for a test by its name: the test itself may hold what cannot be sent (a client, an answer)."""

    def __init__(self, test: TestCase) -> None:
        super().__init__("run")
        self.name, self.told = test.id(), str(test)

    def id(self) -> str:
        return self.name

    def __str__(self) -> str:
        return self.told


class _Result(RemoteTestResult):
    """Sends failures as words, whatever was in their exceptions: one that cannot be sent would hide all others."""

    # unittest's names
    def addError(self, test: Any, err: _Error) -> None:  # noqa: N802
        super().addError(test, _in_words(err))

    def addFailure(self, test: Any, err: _Error) -> None:  # noqa: N802
        super().addFailure(test, _in_words(err))

    def addSubTest(self, test: Any, subtest: Any, err: _Error | None) -> None:  # noqa: N802
        if err is None:
            return super().addSubTest(test, subtest, err)
        told = _SubTest(_Named(test), subtest._subDescription(), {})
        super().addSubTest(test, told, _in_words(err))


def _in_words(err: _Error) -> _Error:
    kind, error, trace = err
    is_failure = kind is AssertionError
    told = AssertionError(str(error)) if is_failure else RuntimeError(f"{kind.__qualname__}: {error}")
    return type(told), told, trace


class _Runner(RemoteTestRunner):
    resultclass = _Result


class _Suite(ParallelTestSuite):
    init_worker = _init_worker_with_children
    runner_class = _Runner


class Runner(DiscoverRunner):
    """Runs all tests.

    Where all of them ran, or all of the API's, an operation of the API that none had an answer from is a failure.
    """

    parallel_test_suite = _Suite

    def run_tests(self, test_labels: Sequence[str], **kwargs: Any) -> int:
        with TemporaryDirectory() as folder, mock.patch.dict(os.environ, {NOTED_IN: folder}):
            failures = super().run_tests(test_labels, **kwargs)
            if set(test_labels) - {"tests.api"} or self.tags or self.exclude_tags or self.test_name_patterns:
                return failures
            missed = never_answered(folder)
        for operation in missed:
            self.log(f"No test had an answer from {operation}.", logging.ERROR)
        return failures + len(missed)
