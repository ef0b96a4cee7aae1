"""The zip of everything: whatever is written can be read again, and whatever is wrong with one changes nothing."""

import io
import json
import tempfile
import time
import zipfile
from pathlib import Path
from unittest import TestCase, mock

from django.conf import settings
from django.contrib.auth import get_user_model
from django.core.files.uploadedfile import SimpleUploadedFile
from django.core.management import call_command
from django.core.management.base import CommandError
from django.db import connection

from inkquilt.lengths import Unit
from server.common.owned import Owned
from server.exchange.backup import facts, restore_everything
from server.exchange.backup.restoring import _Restoring
from server.pages.models import Page, Revision
from server.photos.files import clear_half_written
from server.photos.models import Photo
from server.recovery.services import purge
from server.running.serving import MEBI, most_body
from server.sketches.models import Sketch
from server.stash.models import Paper
from server.stash.services import enter_line
from tests.api.answers import Client
from tests.api.base import ApiTestCase, picture
from tests.real import served


class Box(ApiTestCase):
    """Somebody's table in a zip, and an empty account to restore it to."""

    def setUp(self):
        super().setUp()
        folder = self.enterContext(tempfile.TemporaryDirectory())
        self.enterContext(self.settings(PHOTO_DIR=Path(folder)))
        self.ada = get_user_model().objects.create_user("ada", password="an empty account")
        self.empty = Client()
        self.empty.force_login(self.ada)

    def packed(self):
        return b"".join(self.client.get("/api/everything/").streaming_content)

    def restore(self, content):
        return self.empty.post("/api/everything/", {"file": SimpleUploadedFile("all.zip", content)})

    def of_ada(self):
        return {model.__name__: model.objects.filter(owner=self.ada).count() for model in Owned.__subclasses__()}

    def changed(self, content, **parts):
        """Return a zip with parts that begin so replaced by what a function makes of them."""
        out = io.BytesIO()
        with zipfile.ZipFile(io.BytesIO(content)) as old, zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as new:
            for entry in old.namelist():
                data = old.read(entry)
                for start, change in parts.items():
                    if entry.startswith(start):
                        data = change(data)
                new.writestr(entry, data)
        return out.getvalue()


class Large(Box):
    def test_two_hundred_photos_and_three_thousand_states_come_back(self):
        page = self.add_page()
        photo = self.add_photo()
        rows = []
        for number in range(199):
            folder = f"copy{number}"
            (settings.PHOTO_DIR / folder).mkdir()
            content = picture(64, 48, colour=f"rgb({number}, 80, {number // 2})")
            (settings.PHOTO_DIR / folder / "original.jpg").write_bytes(content)
            rows.append(
                Photo(
                    owner=self.ida, name=f"photo {number}", folder=folder, suffix=".jpg", width=64, height=48,
                    digest=f"{number:064}", look=photo.look,
                )
            )  # fmt: skip
        Photo.objects.bulk_create(rows)
        document = page.revisions.get(number=1).document
        for at in range(2, 3001, 200):
            Revision.objects.bulk_create(
                Revision(
                    page=page, number=number, done=f"step {number}", document={**document, "titles": {"t": str(number)}}
                )
                for number in range(at, min(at + 200, 3001))
            )  # fmt: skip
        Page.objects.filter(pk=page.pk).update(head=2999)
        content = self.packed()
        with zipfile.ZipFile(io.BytesIO(content)) as archive:
            largest = max(info.file_size for info in archive.infolist())
        self.assertLess(largest, 2 * facts.STATES_BYTES)
        answer = self.restore(content)
        self.assertEqual(answer.status_code, 201, answer.content[:300])
        self.assertEqual(Photo.objects.visible_to(self.ada).count(), 200)
        copy = Page.objects.visible_to(self.ada).get()
        self.assertEqual((copy.head, copy.revisions.count()), (2999, 3000))
        self.assertEqual(
            [(row.number, row.document["titles"]) for row in copy.revisions.filter(number__in=[2, 1500, 3000])],
            [(2, {"t": "2"}), (1500, {"t": "1500"}), (3000, {"t": "3000"})],
        )


class Damaged(Box):
    def setUp(self):
        super().setUp()
        self.page = self.add_page()
        self.add_photo()
        enter_line(owner=self.ida, line="kraft, 12x12, 3 sheets", unit=Unit.IN)
        self.whole = self.packed()

    def index(self, **facts):
        def change(data):
            return json.dumps({**json.loads(data), **facts})

        return self.changed(self.whole, **{"everything.json": change})

    def text(self, start, old, new):
        return self.changed(self.whole, **{start: lambda data: data.decode().replace(old, new, 1).encode()})

    def flipped(self, compression, start):
        """Return the zip with one part whose packed bytes are damaged."""
        out = io.BytesIO()
        with zipfile.ZipFile(io.BytesIO(self.whole)) as old, zipfile.ZipFile(out, "w", compression) as new:
            for entry in old.namelist():
                new.writestr(entry, old.read(entry))
        data = bytearray(out.getvalue())
        with zipfile.ZipFile(io.BytesIO(data)) as archive:
            info = next(info for info in archive.infolist() if info.filename.startswith(start))
        first = info.header_offset + 30 + len(info.filename)
        for at in range(first + 6, first + min(info.compress_size, 60)):
            data[at] ^= 0xA5
        return bytes(data)

    def test_each_gets_one_clear_answer_and_changes_nothing(self):
        name = json.dumps(self.page.name)
        page = f"pages/{self.page.pk}.json"
        dot = {"name": "dot", "kind": "dot", "form": "round", "width": 4_000, "height": 4_000, "colours": ["#222222"]}
        cases = {
            "a picture that is none": (self.index(embellishments=[{**dot, "picture": "PHN2Zy8+"}]), "bad-part"),
            "an outline that is none": (self.index(embellishments=[{**dot, "outline": [[0, 0], [1, 1]]}]), "bad-part"),
            "an outline of nonsense": (self.index(embellishments=[{**dot, "outline": ["ab", 3, None]}]), "bad-part"),
            "zlib": (self.flipped(zipfile.ZIP_DEFLATED, "sketches"), "bad-zip"),
            "lzma": (self.flipped(zipfile.ZIP_LZMA, "sketches"), "bad-zip"),
            "bzip2": (self.flipped(zipfile.ZIP_BZIP2, "everything"), "bad-zip"),
            "half of it": (self.whole[: len(self.whole) // 2], "bad-zip"),
            "Infinity": (self.text(page, '"head": 1', '"head": Infinity'), "bad-part"),
            "NaN": (self.text("pages/", '"number": 1', '"number": NaN'), "bad-part"),
            "a huge number": (self.text(page, '"head": 1', f'"head": {10**30}'), "bad-part"),
            "a head that is none": (self.text(page, '"head": 1', '"head": 2'), "bad-part"),
            "half a surrogate": (self.text(page, name, '"\\ud800"'), "bad-part"),
            "NUL": (self.text(page, name, '"a\\u0000b"'), "bad-part"),
            "a list for a text": (self.text(page, '"head": 1', '"head": []'), "bad-part"),
            "a text for a list": (self.index(pages="all of them"), "bad-index"),
            "numbers for parts": (self.index(photos=[1, 2]), "bad-part"),
            "nothing for parts": (self.index(papers=[None]), "bad-part"),
            "a paper of nonsense": (self.index(papers=[{"key": 1, "facts": {"name": 3}, "stocks": []}]), "bad-part"),
            "a part outside": (self.index(pages=[{"key": 1, "file": "../../etc/passwd"}]), "missing-part"),
        }
        before = self.of_ada()
        folders = {path.name for path in settings.PHOTO_DIR.iterdir()}
        for case, (content, code) in cases.items():
            with self.subTest(case):
                answer = self.restore(content)
                self.assertEqual((answer.status_code, answer.json()["code"]), (400, code), answer.content[:300])
                self.assertTrue(answer.json()["detail"])
                self.assertEqual(self.of_ada(), before)
        self.assertEqual({path.name for path in settings.PHOTO_DIR.iterdir()}, folders)

    def test_the_size_a_part_tells_is_looked_at_before_it_is_read(self):
        big = self.changed(self.whole, **{"photos/": lambda data: bytes(settings.PHOTO_MOST_BYTES + 1)})
        with mock.patch("server.photos.files.digest_of") as hashing:
            answer = self.restore(big)
        self.assertEqual((answer.status_code, answer.json()["code"]), (400, "photo-too-large"))
        hashing.assert_not_called()

    def test_nothing_shows_before_all_of_it_is_there_and_others_can_write_meanwhile(self):
        seen = []

        def watched(restoring):
            seen.append(len(connection.savepoint_ids) + connection.in_atomic_block)
            seen.append((Page.objects.visible_to(self.ada).count(), Page.objects.filter(owner=self.ada).count()))
            return whole(restoring)

        whole = _Restoring.bring_out
        with mock.patch.object(_Restoring, "bring_out", watched):
            restore_everything(owner=self.ada, file=io.BytesIO(self.whole))
        self.assertEqual(seen[1], (0, 1))
        self.assertEqual(Page.objects.visible_to(self.ada).count(), 1)

    def test_what_a_power_cut_leaves_of_it_is_cleared_at_the_next_start(self):
        with (
            mock.patch.object(_Restoring, "bring_out", side_effect=SystemExit),
            mock.patch.object(_Restoring, "forget"),
            self.assertRaises(SystemExit),
        ):
            restore_everything(owner=self.ada, file=io.BytesIO(self.whole))
        self.assertGreater(sum(self.of_ada().values()), 0)
        self.assertEqual(self.send("get", "deleted/", client=self.empty).json(), [])
        purge()
        self.assertEqual(sum(self.of_ada().values()), 0)
        clear_half_written()
        self.assertEqual((Page.objects.count(), Sketch.objects.count(), Paper.objects.count()), (1, 1, 1))

    def test_zips_of_the_first_version_are_read(self):
        """They held all states of a page in its own part."""
        state = self.page.revisions.get(number=1)
        row = {"number": 1, "done": state.done, "document": state.document}

        def older(data):
            return json.dumps({**json.loads(data), "revisions": [row], "snapshots": []})

        old = self.changed(self.whole, **{f"pages/{self.page.pk}.json": older})
        self.whole = old
        answer = self.restore(self.index(version=1))
        self.assertEqual(answer.status_code, 201, answer.content[:300])
        self.assertEqual(Page.objects.visible_to(self.ada).get().revisions.get().document["way"], state.document["way"])

    def test_saved_and_restored_without_a_browser(self):
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        out = io.StringIO()
        call_command("save", "ida", str(folder / "all.zip"), stdout=out)
        with mock.patch("server.running.management.commands.restore.prepare") as prepared:
            call_command("restore", "ada", str(folder / "all.zip"), stdout=out)
            with self.assertRaisesRegex(CommandError, "no account “eva”. There are: ada, ida, otto"):
                call_command("restore", "eva", str(folder / "all.zip"))
            (folder / "bad.zip").write_bytes(b"nothing")
            with self.assertRaisesRegex(CommandError, "damaged"):
                call_command("restore", "ada", str(folder / "bad.zip"))
        prepared.assert_called_with(tidy=False)  # a server beside it may be in the middle of something
        self.assertIn("Restored: 1 sketches, 1 photos, 1 pages", out.getvalue())
        self.assertEqual([path.name for path in folder.iterdir() if path.name.startswith(".")], [])
        self.assertEqual(Page.objects.visible_to(self.ada).count(), 1)


class Bounds(TestCase):
    def test_each_address_reads_as_much_as_it_is_for(self):
        for path, most in (
            ("/api/everything/", 1024 * MEBI),
            ("/api/photos/", 30 * MEBI),
            ("/api/stash/papers/7/pictures/A/", 30 * MEBI),
            ("/api/drafts/", 40 * MEBI),
            ("/api/pages/7/changes/", 2 * MEBI),
            ("/api/everything/more", 2 * MEBI),
            ("/", 2 * MEBI),
        ):
            with self.subTest(path):
                self.assertEqual(most_body(path), most + MEBI)

    def test_the_real_server_takes_a_large_zip_and_refuses_a_large_change_at_once(self):
        with served() as server:
            ida = server.person()
            status, answer = ida.ask("POST", "/api/everything/", file=("all.zip", bytes(40 * MEBI)))
            self.assertEqual((status, answer["code"]), (400, "bad-zip"))
            began = time.monotonic()
            status, _ = ida.ask("POST", "/api/pages/", file=("x", bytes(8 * MEBI)))
            self.assertEqual(status, 413)
            self.assertLess(time.monotonic() - began, 5)
            self.assertEqual(server.told().count("Traceback"), 0)
