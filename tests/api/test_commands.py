"""The commands: ``fit`` needs no database and keeps to its contract; the demo loads once."""

import io
import json
import tempfile
from pathlib import Path
from unittest import mock

import jsonschema
from django.core.management import call_command
from django.test import SimpleTestCase, TestCase
from PIL import Image

from server.album.models import Album, AlbumPlace, Goal, LogEntry
from server.demo.services import load_demo
from server.pages.models import Page, Revision
from server.photos.models import Photo
from server.sketches.models import Sketch
from tests.building import DEMO_SKETCHES, data_of, row

SKETCH = next(path for path in DEMO_SKETCHES if path.name.startswith("three"))
SCHEMA = json.loads((Path(__file__).parents[2] / "docs" / "schemas" / "fit.schema.json").read_text("utf-8"))


class FitCommand(SimpleTestCase):
    def run_fit(self, sketch, *words):
        """Return exit status, decoded output and what was said beside it."""
        out, err = io.StringIO(), io.StringIO()
        status = 0
        try:
            call_command("fit", str(sketch), *words, "--json", stdout=out, stderr=err)
        except SystemExit as stop:
            status = stop.code
        return status, json.loads(out.getvalue()), err.getvalue()

    def written(self, data):
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        path = folder / "sketch.json"
        path.write_text(data if isinstance(data, str) else json.dumps(data), "utf-8")
        return path

    def test_prints_every_way_with_complete_blocks(self):
        status, answer, said = self.run_fit(SKETCH, "--page", "8.5x11in")
        self.assertEqual((status, said), (0, ""))
        jsonschema.validate(answer, SCHEMA)
        self.assertEqual(
            (answer["unit"], answer["grid"], answer["page"]), ("in", "1/8", {"width": "8 1/2", "height": 11})
        )
        self.assertEqual(answer["fits"][0]["school"], "keep-proportions")
        self.assertTrue(3 <= len(answer["fits"]) <= 6)
        totals = [sum(fit["distance"].values()) for fit in answer["fits"]]
        self.assertEqual(totals, sorted(totals))
        for fit in answer["fits"]:
            self.assertEqual((fit["status"], fit["missed"]), ("optimal", []))
            self.assertEqual(fit["rearranged"], bool(fit["plan"]) or fit["school"] == "fill-extra")
        self.assertEqual({len(fit["blocks"]) for fit in answer["fits"] if fit["blocks"]}, {15})
        self.assertIsNone(answer["clash"])

    def test_takes_its_words(self):
        status, answer, _ = self.run_fit(
            SKETCH, "--page", "210x297mm", "--grid", "0.5mm", "--school", "keep-proportions",
            "--turn", "180", "--mirror", "--clear", "1/4in",
        )  # fmt: skip
        self.assertEqual(status, 0)
        (fit,) = answer["fits"]
        self.assertEqual((answer["grid"], fit["turn"], fit["mirrored"]), ("0.5", 180, True))
        photos = [block for block in fit["blocks"] if block["role"] == "photo"]
        self.assertTrue(all(block["x"] >= 6.35 for block in photos))

    def test_photos_bring_print_sizes_and_are_cropped(self):
        photos = {
            "kind": "ink-quilt/photos", "version": 1, "print_sizes": [[4, 6], [3, 3]],
            "photos": [{"id": "a", "width": 4000, "height": 3000, "slot": "tall"}],
        }  # fmt: skip
        words = (
            "--page",
            "8x8in",
            "--school",
            "keep-proportions",
            "--turn",
            "0",
            "--photos",
            str(self.written(photos)),
        )
        status, answer, _ = self.run_fit(SKETCH, *words)
        self.assertEqual(status, 0)
        self.assertEqual([(crop["photo"], crop["slot"]) for crop in answer["crops"]], [("a", "tall")])
        photos["photos"][0]["slot"] = "nowhere"
        status, answer, said = self.run_fit(SKETCH, "--page", "8x8in", "--photos", str(self.written(photos)))
        self.assertEqual(status, 2)
        self.assertIn("nowhere", said)

    def test_exit_one_with_the_clash_when_nothing_fits(self):
        """Her own least size of a title is her word; on this page it cannot be."""
        rows = [row("t", "title", 1, 1, 10, 1, min=["4 1/2", "3/4"]), row("p", "photo", 1, 3, 4, 6)]
        status, answer, _ = self.run_fit(self.written(data_of(*rows)), "--page", "4x6in")
        jsonschema.validate(answer, SCHEMA)
        self.assertEqual(status, 1)
        self.assertEqual({fit["status"] for fit in answer["fits"]}, {"impossible"})
        self.assertEqual(answer["clash"]["short_by"], "1/2")

    def test_exit_two_on_bad_input_with_words_and_json_only(self):
        cases = (
            ("/nowhere.json", "8x8in"),
            (self.written("{"), "8x8in"),
            (self.written("[" * 100_000), "8x8in"),
            (self.written('{"a": NaN}'), "8x8in"),
            (self.written(data_of(row("a", "photo", 0, 0, 0, 1))), "8x8in"),
            (SKETCH, "0.1x8in"),
            (SKETCH, "eight"),
            (SKETCH, "8x0in"),
            (SKETCH, "10000x8in"),
        )
        for sketch, page in cases:
            status, answer, said = self.run_fit(sketch, "--page", page)
            with self.subTest(str(sketch)[-20:], page=page):
                self.assertEqual(status, 2)
                self.assertTrue(answer["errors"][0])
                self.assertTrue(said)


class DemoData(TestCase):
    def test_loading_twice_changes_nothing(self):
        def plain(name):
            return Image.effect_noise((60, 40 + len(name)), 20).convert("RGB")

        def counts():
            kept = (Sketch, Photo, Page, LogEntry, AlbumPlace, Album, Goal, Revision)
            return [model.objects.count() for model in kept]

        with mock.patch("server.demo.services.draw", plain):
            load_demo()
            first = counts()
            load_demo()
        self.assertEqual(counts(), first)
        self.assertEqual(first[:-1], [10, 13, 16, 12, 12, 1, 1])
