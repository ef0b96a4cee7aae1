"""The production database options, on a real file, with two writers at once."""

import sqlite3
import tempfile
import threading
from pathlib import Path
from unittest import TestCase, mock

from django.db import connections, transaction

from server.config.settings import SQLITE_OPTIONS

ALIAS = "like-production"


class ProductionOptions(TestCase):
    def setUp(self):
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.path = folder / "quilt.sqlite3"
        defaults = {**connections.settings["default"], "NAME": str(self.path), "OPTIONS": dict(SQLITE_OPTIONS)}
        self.enterContext(mock.patch.dict(connections.settings, {ALIAS: defaults}))
        self.addCleanup(self.close)
        with connections[ALIAS].cursor() as cursor:
            cursor.execute("CREATE TABLE tally (n INTEGER)")
            cursor.execute("INSERT INTO tally VALUES (0)")

    def close(self):
        connections[ALIAS].close()
        del connections[ALIAS]

    def test_wal_foreign_keys_and_immediate_transactions(self):
        with connections[ALIAS].cursor() as cursor:
            for pragma, value in (("journal_mode", "wal"), ("foreign_keys", 1), ("busy_timeout", 20_000)):
                self.assertEqual(cursor.execute(f"PRAGMA {pragma}").fetchone(), (value,))
        other = sqlite3.connect(self.path, timeout=0)
        self.addCleanup(other.close)
        with transaction.atomic(using=ALIAS), self.assertRaises(sqlite3.OperationalError):
            other.execute("BEGIN IMMEDIATE")  # the write lock is held from the first moment

    def test_two_writers_take_turns_and_lose_nothing(self):
        errors = []

        def count_up():
            try:
                for _ in range(50):
                    with transaction.atomic(using=ALIAS), connections[ALIAS].cursor() as cursor:
                        n = cursor.execute("SELECT n FROM tally").fetchone()[0]
                        cursor.execute("UPDATE tally SET n = %s", [n + 1])
            except Exception as error:
                errors.append(error)
            finally:
                connections[ALIAS].close()

        writers = [threading.Thread(target=count_up) for _ in range(2)]
        for writer in writers:
            writer.start()
        for writer in writers:
            writer.join()
        self.assertEqual(errors, [])
        with connections[ALIAS].cursor() as cursor:
            self.assertEqual(cursor.execute("SELECT n FROM tally").fetchone(), (100,))
