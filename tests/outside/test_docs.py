"""The docs keep their word: links lead somewhere, examples are valid, named numbers are the ones in the code."""

import doctest
import importlib
import json
import pkgutil
import re
from fractions import Fraction
from pathlib import Path
from unittest import TestCase

import jsonschema

import bench
import demo
import inkquilt
import inkquilt_io
from inkquilt.cutting.guillotine import plan_cuts
from inkquilt.fit import FitRequest, bounds
from inkquilt.fit.solve import all_ways
from inkquilt.lengths import INCH, MM
from inkquilt.photos import read_photos
from inkquilt.photos.trimming import USUAL_TRIM
from inkquilt.sketch.reading import read_sketch
from inkquilt_io.cut_files import read_task, write_plan
from tests.building import page_of

ROOT = Path(__file__).parents[2]
PAGES = [ROOT / "README.md", *sorted((ROOT / "docs").rglob("*.md"))]
EXAMPLE = re.compile(r"```json\n(.*?)```", re.DOTALL)


def schema(name):
    return json.loads((ROOT / "docs" / "schemas" / f"{name}.schema.json").read_text("utf-8"))


class Docs(TestCase):
    def test_every_link_leads_to_a_file(self):
        for page in PAGES:
            for link in re.findall(r"\]\(([^)#]+)\)", page.read_text("utf-8")):
                with self.subTest(page.name, link=link):
                    self.assertFalse(link.startswith("http"))
                    self.assertTrue((page.parent / link).exists())

    def test_the_examples_beside_the_code_come_out_as_they_say(self):
        tried = 0
        for package in (inkquilt, inkquilt_io):
            for module in pkgutil.walk_packages(package.__path__, f"{package.__name__}."):
                outcome = doctest.testmod(importlib.import_module(module.name))
                with self.subTest(module.name):
                    self.assertEqual(outcome.failed, 0)
                tried += outcome.attempted
        self.assertGreater(tried, 10)

    def test_every_picture_is_shown_somewhere(self):
        shown = (ROOT / "README.md").read_text("utf-8")
        for picture in (ROOT / "docs" / "screenshots").iterdir():
            self.assertIn(picture.name, shown)

    def test_the_examples_are_valid_and_can_be_used(self):
        examples = [json.loads(text) for text in EXAMPLE.findall((ROOT / "docs" / "formats.md").read_text("utf-8"))]
        by_kind = {example["kind"].split("/")[1]: example for example in examples}
        self.assertEqual(set(by_kind), {"sketch", "fit", "photos", "cut-task", "cut-plan"})
        for kind, example in by_kind.items():
            jsonschema.validate(example, schema(kind))
        task = read_task(by_kind["cut-task"])
        plans = [plan_cuts(pieces, stocks) for pieces, stocks in task.parts]
        told = by_kind["cut-plan"]
        written = write_plan(task, plans)
        self.assertEqual([written[name] for name in ("status", "bound")], [told["status"], told["bound"]])
        self.assertEqual(read_photos(by_kind["photos"]).photos[0].slot, "p1")
        sketch = read_sketch(by_kind["sketch"]).sketch
        self.assertTrue(all(result.found for result in all_ways(FitRequest.plain(sketch, page_of("8 1/2", "11")))))

    def test_schemas_are_schemas_and_know_every_word(self):
        for path in (ROOT / "docs" / "schemas").iterdir():
            jsonschema.Draft202012Validator.check_schema(json.loads(path.read_text("utf-8")))

    def test_numbers_named_in_the_rules_are_those_in_the_code(self):
        text = (ROOT / "docs" / "fitting.md").read_text("utf-8")
        self.assertIn("at most 1/2 in off each side and 12 % of the area", text)
        self.assertEqual((USUAL_TRIM.side, USUAL_TRIM.area), (INCH // 2, Fraction(12, 100)))
        partners = re.search(r"\(1/16 in = 1.5 mm, (.*?), others", text).group(1)
        named = [tuple(part.split(" = ")) for part in partners.split(", ")]
        code = [(f"{inch * 8 // INCH}/8" if inch * 8 // INCH in (1, 3) else f"1/{INCH // inch}", str(mm // MM))
                for inch, mm in bounds.REVEAL_PARTNERS[1:]]  # fmt: skip
        self.assertEqual(named, code)


class Benches(TestCase):
    def test_what_measures_and_what_takes_the_pictures_can_be_loaded(self):
        """They are run by hand now and then: what the code renames must not wait for that."""
        for package in (bench, demo):
            for module in pkgutil.iter_modules(package.__path__):
                with self.subTest(module.name):
                    importlib.import_module(f"{package.__name__}.{module.name}")
