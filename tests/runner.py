"""The test runner: Django's own, whose parallel workers may have processes of their own (pages are solved in some)."""

import multiprocessing
from typing import Any

from django.test.runner import DiscoverRunner, ParallelTestSuite, _init_worker
from hypothesis import HealthCheck, settings

# The same cases every time, however slow a shared machine is at the moment.
settings.register_profile("steady", deadline=None, derandomize=True, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("steady")


def _init_worker_with_children(*args: Any, **kwargs: Any) -> None:
    _init_worker(*args, **kwargs)
    # A pool's workers count as daemons, which may have none; they end theirs when their pipes close.
    multiprocessing.current_process()._config["daemon"] = False  # type: ignore[attr-defined]


class _Suite(ParallelTestSuite):
    init_worker = _init_worker_with_children


class Runner(DiscoverRunner):
    """Runs all tests."""

    parallel_test_suite = _Suite
