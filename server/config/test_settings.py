"""Settings for the tests: a file database without WAL, and a data folder of their own.

Browser tests share the database with server threads, which an in-memory database
cannot do under transactions; copies for parallel runs are file copies, which
WAL would leave incomplete. One test opens a database with the real options.
"""

import os
import tempfile
from pathlib import Path

os.environ.setdefault("INKQUILT_DATA", tempfile.mkdtemp(prefix="ink-quilt-tests-"))

from server.config.settings import *  # noqa: F403
from server.config.settings import DATA_DIR, DATABASES, SQLITE_OPTIONS, STATIC_ROOT

DATABASES["default"]["OPTIONS"] = {key: SQLITE_OPTIONS[key] for key in ("timeout", "transaction_mode")}
DATABASES["default"]["TEST"] = {"NAME": Path(DATA_DIR) / "test.sqlite3"}
PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
STATIC_ROOT.mkdir(exist_ok=True)
TEST_RUNNER = "tests.runner.Runner"
