"""Runs the tests of the client's plain modules (no React, no document) with node: one test of ours a file of theirs."""

import os
import re
import shutil
import subprocess
import tempfile
from pathlib import Path
from unittest import TestCase

HERE = Path(__file__).parent
WEB = HERE.parents[1] / "web"
#: Beside all of geometry.
SOURCES = ("writes/line.ts", "writes/ticks.ts", "drafting/keeper.ts")
#: A line of what node tells (Test Anything Protocol): how a test ended, and its name.
_TOLD = re.compile(r"^(ok|not ok) \d+ - (.*)$", re.MULTILINE)


class PlainModules(TestCase):
    @classmethod
    def setUpClass(cls):
        """Compile the modules as node reads them."""
        super().setUpClass()
        kept = tempfile.TemporaryDirectory(prefix="ink-quilt-client-")
        cls.addClassCleanup(kept.cleanup)
        cls.folder = Path(kept.name)
        source = WEB / "src"
        sources = [*sorted((source / "geometry").glob("*.ts")), *(source / name for name in SOURCES)]
        subprocess.run(
            ["node_modules/.bin/tsc", "--outDir", cls.folder, "--rootDir", "src", "--module", "commonjs", "--target",
             "es2023", "--moduleResolution", "node10", "--skipLibCheck", "--strict", *sources],
            cwd=WEB, check=True, capture_output=True, text=True,
        )  # fmt: skip
        shutil.copy(HERE / "client.stub.cjs", cls.folder / "api" / "client.js")
        library = cls.folder / "node_modules" / "idb-keyval"
        library.mkdir(parents=True)
        shutil.copy(HERE / "idb.stub.cjs", library / "index.js")

    def run_by_node(self, name, least):
        """Run a file; at least so many tests must be in it."""
        test = self.folder / name
        test.write_text((HERE / name).read_text())
        environment = {**os.environ, "HAND_TABLE": str(HERE / "hand.json")}
        ran = subprocess.run(
            ["node", "--test-reporter=tap", test], cwd=self.folder, env=environment, capture_output=True, text=True
        )
        told = _TOLD.findall(ran.stdout)
        for outcome, one in told:
            with self.subTest(one):
                self.assertEqual(outcome, "ok", ran.stdout)
        self.assertEqual(ran.returncode, 0, ran.stdout + ran.stderr)
        self.assertGreaterEqual(len(told), least)

    def test_a_piece_under_the_hand(self):
        self.run_by_node("hand.test.cjs", 36)

    def test_plain_arithmetic_of_drawing(self):
        self.run_by_node("plain.test.cjs", 22)

    def test_what_is_not_yet_on_the_server(self):
        self.run_by_node("writes.test.cjs", 18)
