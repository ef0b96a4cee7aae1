"""Settings for the tests: a file database without WAL, and a data folder of their own, in memory where there is room.

Browser tests share the database with server threads, which an in-memory database
cannot do under transactions; copies for parallel runs are file copies, which
WAL would leave incomplete. Nothing is waited for to be on the disk: that what is
told as kept is kept, the tests of the real server and its real options show.
"""

import os
from pathlib import Path

from server.config.test_folder import data_folder

os.environ["INKQUILT_DATA"] = os.environ.get("INKQUILT_DATA") or data_folder()

from server.config.settings import *  # noqa: F403
from server.config.settings import DATA_DIR, DATABASES, SQLITE_OPTIONS, STATIC_ROOT

DATABASES["default"]["OPTIONS"] = {key: SQLITE_OPTIONS[key] for key in ("timeout", "transaction_mode")} | {
    "init_command": "PRAGMA synchronous=OFF; PRAGMA journal_mode=MEMORY;"
}
DATABASES["default"]["TEST"] = {"NAME": Path(DATA_DIR) / "test.sqlite3"}
# Playwright keeps an event loop running in the thread of the browser tests, which Django's guard takes for async code.
os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "1"
PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
STATIC_ROOT.mkdir(exist_ok=True)
TEST_RUNNER = "tests.runner.Runner"
