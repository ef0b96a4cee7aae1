"""The core stays pure: its modules use no files, clocks or chance. What may import what is held by ``make lint``."""

import ast
import re
from pathlib import Path
from unittest import TestCase

ROOT = Path(__file__).parents[2]
#: Reading the clock is allowed only where wall time is reported.
FORBIDDEN = {"os", "sys", "io", "pathlib", "random", "socket"}
CLOCK = {"time", "datetime"}
#: Days are values; what day it is now nobody asks here.
VALUES = re.compile(r"from datetime import (?:date|timedelta)(?:, (?:date|timedelta))*$", re.MULTILINE)


def imports_of(path):
    for node in ast.walk(ast.parse(path.read_text("utf-8"))):
        if isinstance(node, ast.Import):
            yield from (name.name for name in node.names)
        elif isinstance(node, ast.ImportFrom) and node.module:
            yield node.module


class Structure(TestCase):
    def test_the_core_imports_nothing_of_the_outside(self):
        for path in (ROOT / "inkquilt").rglob("*.py"):
            tops = {name.split(".")[0] for name in imports_of(path)}
            source = path.read_text("utf-8")
            with self.subTest(path.name):
                self.assertEqual(tops & FORBIDDEN, set())
                if VALUES.search(source):
                    tops.discard("datetime")
                    self.assertNotRegex(source, r"\.today\(|\.now\(")
                if path.name != "solve.py":
                    self.assertEqual(tops & CLOCK, set())

    def test_every_package_says_what_is_in_it(self):
        """Where modules are told in the docstring, each is told, and none that is not there."""
        told_of = 0
        for init in (ROOT / "inkquilt").rglob("__init__.py"):
            told = set(re.findall(r"``(\w+)``", ast.get_docstring(ast.parse(init.read_text("utf-8"))) or ""))
            there = {path.stem for path in init.parent.glob("*.py")} - {"__init__"}
            there |= {path.parent.name for path in init.parent.glob("*/__init__.py")}
            if told & there:
                told_of += 1
                with self.subTest(init.parent.name):
                    self.assertEqual(told - there, set(), "told and not there")
                    self.assertEqual(there - told, set(), "there and not told")
        self.assertGreater(told_of, 8)

    def test_the_checker_shares_no_code_with_the_model(self):
        shared = {name for name in imports_of(ROOT / "inkquilt" / "fit" / "check.py") if name.startswith("inkquilt")}
        values_only = {"inkquilt.fit", "inkquilt.fit.request", "inkquilt.lengths", "inkquilt.sketch.model"}
        self.assertEqual(shared, values_only)
