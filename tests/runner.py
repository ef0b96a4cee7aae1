"""The test runner: Django's own, whose parallel workers may have processes of their own (pages are solved in some).

Classes are dealt to the workers by how long they took when that was last recorded, the longest first; at the end stands
what took longest. A failure is sent from its worker as words: its name and its trace, whatever its exception held.
"""

import json
import logging
import multiprocessing
import os
import time
import traceback
from collections import defaultdict
from collections.abc import Callable, Iterator, Sequence
from contextlib import ExitStack
from pathlib import Path
from tempfile import TemporaryDirectory
from types import TracebackType
from typing import Any, Final
from unittest import TestCase, TestSuite, mock
from unittest.case import _SubTest

from django.test.runner import (
    DiscoverRunner,
    ParallelTestSuite,
    RemoteTestResult,
    RemoteTestRunner,
    _init_worker,
    _run_subsuite,
)
from hypothesis import HealthCheck, settings

from tests.api.answers import NOTED_IN, never_answered
from tests.remembering import REMEMBERED_IN, remember

_Error = tuple[type[BaseException], BaseException, TracebackType | None]

#: Seconds that each class took when they were last recorded (``make test-times``).
TIMES: Final = Path(__file__).with_name("times.json")
#: What a class takes that was never timed, by its part.
_USUAL: Final = {"browser": 60.0, "api": 8.0}
#: The folder in which the workers note what they took.
_TIMED_IN: Final = "INK_QUILT_TIMED"
_MOST_SLOW: Final = 20

# The same cases every time, however slow a shared machine is at the moment.
settings.register_profile("steady", deadline=None, derandomize=True, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("steady")


def _init_worker_with_children(*args: Any, **kwargs: Any) -> None:
    _init_worker(*args, **kwargs)
    # A pool's workers count as daemons, which may have none; they end theirs when their pipes close.
    multiprocessing.current_process()._config["daemon"] = False  # type: ignore[attr-defined]
    remember()


def _run_timed(args: Any) -> tuple[int, list[Any]]:
    """Run the tests of one class, and note how long it took, what it shares among its tests included."""
    name, began = _class_of(args[2]), time.perf_counter()
    found: tuple[int, list[Any]] = _run_subsuite(args)
    _note(f"class\t{name}", time.perf_counter() - began)
    return found


def _class_of(suite: TestSuite) -> str:
    kind = type(next(iter(suite)))
    return f"{kind.__module__}.{kind.__qualname__}"


def _note(what: str, seconds: float) -> None:
    if folder := os.environ.get(_TIMED_IN):
        with (Path(folder) / str(os.getpid())).open("a") as notes:
            notes.write(f"{what}\t{seconds:.3f}\n")


class _Named(TestCase):
    """Stands for a test by its name: the test itself may hold what cannot be sent (a client, an answer)."""

    def __init__(self, test: TestCase) -> None:
        super().__init__("run")
        self.name, self.told = test.id(), str(test)

    def id(self) -> str:
        return self.name

    def __str__(self) -> str:
        return self.told


class _Timed:
    """Notes what each test took."""

    _began = 0.0

    # unittest's names
    def startTest(self, test: Any) -> None:  # noqa: N802
        self._began = time.perf_counter()
        super().startTest(test)  # type: ignore[misc]

    def stopTest(self, test: Any) -> None:  # noqa: N802
        _note(f"test\t{test.id()}", time.perf_counter() - self._began)
        super().stopTest(test)  # type: ignore[misc]


class _Result(_Timed, RemoteTestResult):
    """Sends failures as words, whatever was in their exceptions: one that cannot be sent would hide all others."""

    def addError(self, test: Any, err: _Error) -> None:  # noqa: N802
        super().addError(test, _in_words(err, test))

    def addFailure(self, test: Any, err: _Error) -> None:  # noqa: N802
        super().addFailure(test, _in_words(err, test))

    def addExpectedFailure(self, test: Any, err: _Error) -> None:  # noqa: N802
        super().addExpectedFailure(test, _in_words(err, test))

    def addSubTest(self, test: Any, subtest: Any, err: _Error | None) -> None:  # noqa: N802
        if err is None:
            return super().addSubTest(test, subtest, err)
        told = _SubTest(_Named(test), subtest._subDescription(), {})
        super().addSubTest(test, told, _in_words(err, test))


def _in_words(err: _Error, test: Any) -> _Error:
    """Return an error that holds nothing but words: where it happened is among them."""
    told = AssertionError(f"in {test}\n" + "".join(traceback.format_exception(*err)))
    return AssertionError, told, None


class _Runner(RemoteTestRunner):
    resultclass = _Result


class _Suite(ParallelTestSuite):
    init_worker = _init_worker_with_children
    run_subsuite = _run_timed
    runner_class = _Runner

    def __init__(self, subsuites: Sequence[TestSuite], *args: Any, **kwargs: Any) -> None:
        super().__init__(longest_first(subsuites, _class_of, recorded_times()), *args, **kwargs)


def recorded_times() -> dict[str, float]:
    """Return the seconds that each class took when they were last recorded."""
    found: dict[str, float] = json.loads(TIMES.read_text("utf-8")) if TIMES.exists() else {}
    return found


def longest_first(suites: Sequence[Any], named: Callable[[Any], str], times: dict[str, float]) -> list[Any]:
    """Return suites by the seconds they took, the longest first; of one never timed what its part usually takes."""

    def seconds(suite: Any) -> float:
        name = named(suite)
        return times.get(name, _USUAL.get(_part_of(name), 3.0))

    return sorted(suites, key=seconds, reverse=True)


def _part_of(name: str) -> str:
    """Return the part of the tests that a class or test belongs to: core, outside, client, api or browser."""
    return name.split(".")[1]


class Runner(DiscoverRunner):
    """Runs all tests.

    Where all of them ran, or all of the API's, an operation of the API that none had an answer from is a failure.
    """

    parallel_test_suite = _Suite

    @classmethod
    def add_arguments(cls, parser: Any) -> None:
        super().add_arguments(parser)
        parser.add_argument("--record", action="store_true", help="keep how long each class took, for the next runs")

    def __init__(self, *args: Any, record: bool = False, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self._records = record

    def run_tests(self, test_labels: Sequence[str], **kwargs: Any) -> int:
        with ExitStack() as stack:
            answered, timed, remembered = (stack.enter_context(TemporaryDirectory()) for _ in range(3))
            folders = {NOTED_IN: answered, _TIMED_IN: timed, REMEMBERED_IN: remembered}
            stack.enter_context(mock.patch.dict(os.environ, folders))
            remember()
            failures = super().run_tests(test_labels, **kwargs)
            self._tell_times(dict(_read_notes(timed, "test")), dict(_read_notes(timed, "class")))
            if set(test_labels) - {"tests.api"} or self.tags or self.exclude_tags or self.test_name_patterns:
                return failures
            missed = never_answered(answered)
        for operation in missed:
            self.log(f"No test had an answer from {operation}.", logging.ERROR)
        return failures + len(missed)

    def get_test_runner_kwargs(self) -> dict[str, Any]:
        """Time the tests also where they run in this process."""
        given = super().get_test_runner_kwargs()
        if self.parallel > 1:
            return given
        kind = given["resultclass"] or self.test_runner.resultclass
        return given | {"resultclass": type("Timed", (_Timed, kind), {})}

    def _tell_times(self, tests: dict[str, float], classes: dict[str, float]) -> None:
        """Say what took longest, and what each part took in all its workers together."""
        parts: defaultdict[str, float] = defaultdict(float)
        counts: defaultdict[str, int] = defaultdict(int)
        for name, seconds in tests.items():
            counts[_part_of(name)] += 1
            parts[_part_of(name)] += seconds
        self.log(f"The {_MOST_SLOW} slowest tests:")
        for name in sorted(tests, key=lambda one: -tests[one])[:_MOST_SLOW]:
            self.log(f"  {tests[name]:6.1f} s  {name}")
        for part in sorted(parts, key=lambda one: -parts[one]):
            self.log(f"{part}: {counts[part]} tests in {parts[part]:.0f} s")
        if self._records:
            kept = recorded_times() | {name: round(seconds, 1) for name, seconds in classes.items()}
            TIMES.write_text(json.dumps(dict(sorted(kept.items())), indent=1) + "\n", "utf-8")


def _read_notes(folder: str, kind: str) -> Iterator[tuple[str, float]]:
    for notes in Path(folder).iterdir():
        for line in notes.read_text("utf-8").splitlines():
            what, name, seconds = line.split("\t")
            if what == kind:
                yield name, float(seconds)
