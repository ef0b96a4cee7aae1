"""The test runner: Django's own, whose parallel workers may have processes of their own (pages are solved in some)."""

import multiprocessing
from typing import Any

from django.test.runner import DiscoverRunner, ParallelTestSuite, _init_worker


def _init_worker_with_children(*args: Any, **kwargs: Any) -> None:
    _init_worker(*args, **kwargs)
    # A pool's workers count as daemons, which may have none; they end theirs when their pipes close.
    multiprocessing.current_process()._config["daemon"] = False  # type: ignore[attr-defined]


class _Suite(ParallelTestSuite):
    init_worker = _init_worker_with_children


class Runner(DiscoverRunner):
    """Runs all tests."""

    parallel_test_suite = _Suite
