"""A page's document: written and read back equal, and what makes its fits anew."""

import io
import json
import os
import socket
from dataclasses import replace
from pathlib import Path
from unittest import mock

from django.core.management import CommandError, call_command
from django.test import SimpleTestCase, TestCase, override_settings

from inkquilt.composition.document import PageDocument, SlotPhoto
from inkquilt.composition.laid import laid_fit
from inkquilt.composition.stored import read_document, write_document
from inkquilt.fit import School, Way, bounds
from inkquilt.lengths import INCH, MM, Unit
from inkquilt.page import FORMATS, Margins, Page, Side
from inkquilt.sketch.model import Size
from server.config.secret import read_or_make_secret
from tests.building import demo_sketch, fitted

BY_KEY = {form.key: form for form in FORMATS}


def document(key="letter", **changes):
    form = BY_KEY[key]
    plain = PageDocument(
        demo_sketch("three"), form.page(), key, None, bounds.DEFAULT_GRID[form.unit], bounds.PRINT_SIZES[form.unit],
        Way(School.KEEP_PHOTOS),
    )  # fmt: skip
    return replace(plain, **changes)


def through_json(value):
    return read_document(json.loads(json.dumps(write_document(value))))


class Documents(SimpleTestCase):
    def test_reads_back_equal_with_everything_on_it(self):
        for key in ("letter", "a4", "6x8"):
            full = document(
                key,
                binding=Side.LEFT,
                left_out=frozenset({"view-2"}),
                photos={"tall": SlotPhoto(7, 0.25, 0.1)},
                titles={"title": "Honey ½"},
                sheets={"B": Size(8 * INCH, 17 * INCH // 2)},
                way=Way(School.KEEP_PROPORTIONS, 90, True),
                page=replace(BY_KEY[key].page(), clear=Margins(left=INCH // 2, top=3 * MM)),
            )
            with self.subTest(key):
                self.assertEqual(through_json(full), full)

    def test_the_fit_comes_back_grain_for_grain(self):
        for key in ("letter", "a4", "insert"):
            on = document(key)
            result = fitted(on.sketch, on.page, turn=0)
            kept = replace(on, fit=laid_fit(result))
            self.assertEqual(through_json(kept).blocks, result.blocks)

    def test_terms_change_just_when_fits_would(self):
        base = document()
        for same in (
            replace(base, titles={"title": "x"}),
            replace(base, photos={"tall": SlotPhoto(1)}),
            replace(base, way=Way(School.KEEP_PROPORTIONS)),
            replace(base, sheets={"A": Size(INCH, INCH)}),
        ):
            self.assertEqual(same.terms, base.terms)
        others = (
            replace(base, grid=INCH // 16),
            replace(base, left_out=frozenset({"tall"})),
            replace(base, print_sizes=base.print_sizes[:3]),
            replace(base, page=replace(base.page, clear=Margins.even(INCH // 4))),
            replace(base, sketch=demo_sketch("kite")),
        )
        self.assertEqual(len({base.terms, *(other.terms for other in others)}), 1 + len(others))

    def test_another_unit_brings_its_own_grid_and_prints_the_same_unit_keeps_them(self):
        own = document(grid=INCH // 16, print_sizes=(Size(INCH, INCH),))
        a5 = own.with_page(BY_KEY["a5"].page(), "a5", None)
        self.assertEqual((a5.grid, a5.print_sizes), (MM, bounds.PRINT_SIZES[Unit.MM]))
        square = own.with_page(Page(8 * INCH, 8 * INCH, Unit.IN), None, None)
        self.assertEqual((square.grid, square.print_sizes), (INCH // 16, own.print_sizes))


class Starting(TestCase):
    def test_a_taken_port_is_said_plainly(self):
        with socket.socket() as other:
            other.bind(("127.0.0.1", 0))
            other.listen()
            port = other.getsockname()[1]
            with self.assertRaises(CommandError) as caught:
                call_command("serve", "--port", str(port), stdout=io.StringIO())
        self.assertIn(f"Port {port} is taken", str(caught.exception))

    def test_the_signing_key_is_made_once_and_only_its_owner_reads_it(self):
        folder = Path(os.environ["INKQUILT_DATA"]) / "key-test"
        folder.mkdir(exist_ok=True)
        path = folder / "secret-key"
        path.unlink(missing_ok=True)
        first = read_or_make_secret(path)
        self.assertEqual((read_or_make_secret(path), oct(path.stat().st_mode)[-3:]), (first, "600"))
        self.assertGreater(len(first), 40)

    def test_without_a_built_client_the_page_says_what_to_do(self):
        with override_settings(FRONTEND_DIST=Path("/nowhere")):
            answer = self.client.get("/")
        self.assertEqual(
            (answer.status_code, answer.content),
            (503, b"The client is not built yet: run \xe2\x80\x9cmake setup\xe2\x80\x9d."),
        )

    def test_a_defect_is_logged_and_told_without_its_trace(self):
        with (
            mock.patch("server.accounts.views.services.sign_in", side_effect=RuntimeError("secret detail")),
            self.assertLogs("server.common.errors", "ERROR"),
        ):
            body = json.dumps({"username": "a", "password": "b"})
            answer = self.client.post("/api/session/", body, content_type="application/json")
        self.assertEqual((answer.status_code, answer.json()["code"]), (500, "server-error"))
        self.assertNotIn("secret detail", answer.content.decode())
