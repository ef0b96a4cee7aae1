"""The real server under bad luck: killed in the middle of writes, a full disk, a damaged database, silent guests."""

import errno
import json
import os
import random
import socket
import sqlite3
import stat
import subprocess
import sys
import tempfile
import threading
import time
from http.client import HTTPException
from pathlib import Path
from textwrap import dedent
from unittest import TestCase, mock

from django.conf import settings
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection

from bench.generated import generated_sketches
from inkquilt.sketch.writing import write_sketch
from server.config.secret import read_or_make_secret, session_name
from server.photos import files
from server.photos.models import Photo
from tests.api.base import SMALL, ApiTestCase, picture
from tests.real import ROOT, Server, served


class Killed(TestCase):
    """Every write that was answered is there after a power cut, and nothing half written."""

    KILLS = 3

    def test_nothing_acknowledged_is_lost(self):
        server = Server()
        self.addCleanup(server.close)
        luck = random.Random(15)
        ida = server.start().person()
        _, kept = ida.ask("POST", "/api/sketches/", SMALL)
        _, page = ida.ask("POST", "/api/pages/", {"sketch": kept["sketch"]["id"], "format": "letter"})
        acknowledged = page["version"]
        for _ in range(self.KILLS):
            killer = threading.Timer(luck.uniform(0.2, 1.2), server.kill)
            killer.start()
            while True:
                change = {"kind": "title", "block": "t", "text": f"write {acknowledged}"}
                try:
                    status, answer = ida.ask(
                        "POST", f"/api/pages/{page['id']}/changes/", {"version": acknowledged, "change": change}
                    )
                    self.assertEqual(status, 200, answer)
                    acknowledged = answer["version"]
                    if acknowledged % 7 == 0:
                        photo = picture(colour=f"rgb({acknowledged % 256}, 9, 9)")
                        ida.ask("POST", "/api/photos/", file=("a.jpg", photo))
                except (OSError, ValueError, HTTPException):  # nothing, or a part of an answer, came
                    break
            killer.join()
            server.start()
            _, after = ida.ask("GET", f"/api/pages/{page['id']}/")
            # the write on its way may or may not have been made, but all before it were
            self.assertIn(after["version"], (acknowledged, acknowledged + 1))
            self.assertEqual(after["titles"][0]["text"], f"write {after['version'] - 1}")
            acknowledged = after["version"]
        server.stop()
        with sqlite3.connect(server.folder / "ink-quilt.sqlite3") as database:
            self.assertEqual(database.execute("PRAGMA integrity_check").fetchone(), ("ok",))
            states = database.execute("SELECT COUNT(*), MAX(number) FROM pages_revision").fetchone()
            self.assertEqual(states, (acknowledged, acknowledged))
            known = {name for (name,) in database.execute("SELECT folder FROM photos_photo")}
        there = {path.name for path in (server.folder / "photos").glob("*") if not path.name.startswith(".new-")}
        self.assertLessEqual(known, there)
        self.assertEqual(list((server.folder / "photos").glob(".new-*")), [])


class Starting(TestCase):
    """A start that cannot be says why in a sentence."""

    def test_a_damaged_database(self):
        server = Server()
        self.addCleanup(server.close)
        server.folder.mkdir(parents=True)
        (server.folder / "ink-quilt.sqlite3").write_bytes(b"this is no database" * 1000)
        ended = server.manage("serve", "--port", str(server.port))
        self.assertEqual(ended.returncode, 1)
        self.assertIn("is damaged", ended.stderr)
        self.assertIn("manage.py restore", ended.stderr)
        self.assertNotIn("Traceback", ended.stderr)

    def test_a_folder_that_cannot_be_made(self):
        server = Server(folder="/proc/nowhere/data")
        ended = server.manage("serve", "--port", str(server.port))
        self.assertEqual(ended.returncode, 1)
        self.assertIn("INKQUILT_DATA", ended.stderr)
        self.assertNotIn("Traceback", ended.stderr)

    def test_a_full_disk_leaves_no_empty_key(self):
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        path = folder / "secret-key"
        full = OSError(errno.ENOSPC, os.strerror(errno.ENOSPC))
        with mock.patch("os.fsync", side_effect=full), self.assertRaises(SystemExit) as ended:
            read_or_make_secret(path)
        self.assertIn("No space left", str(ended.exception))
        self.assertEqual(list(folder.iterdir()), [])
        path.touch()  # what an older start may have left
        key = read_or_make_secret(path)
        self.assertEqual((len(key), read_or_make_secret(path)), (50, key))
        self.assertEqual(stat.S_IMODE(path.stat().st_mode), 0o600)

    def test_two_installations_on_one_host_do_not_sign_each_other_out(self):
        # A browser sends its cookies to every port of a host.
        one, other = (Path(self.enterContext(tempfile.TemporaryDirectory())) for _ in range(2))
        self.assertNotEqual(session_name(one), session_name(other))
        self.assertEqual(session_name(one), session_name(one / "sub" / ".."))
        self.assertRegex(session_name(one), r"^inkquilt-[0-9a-f]{8}$")
        self.assertEqual(settings.SESSION_COOKIE_NAME, session_name(settings.DATA_DIR))

    def test_what_is_kept_is_its_owners_alone(self):
        with served() as server:
            server.person()
            for path in [server.folder, *server.folder.iterdir()]:
                self.assertEqual(path.stat().st_mode & 0o077, 0, path.name)


class Guests(TestCase):
    def test_many_half_open_connections_keep_nobody_waiting(self):
        with served() as server:
            silent = []
            for _ in range(250):
                one = socket.create_connection(("127.0.0.1", server.port))
                one.sendall(b"POST /api/session/ HTTP/1.1\r\nHost: localhost\r\nContent-Le")
                silent.append(one)
            began = time.monotonic()
            server.person()
            self.assertLess(time.monotonic() - began, 8)
            for one in silent:
                one.close()
            self.assertNotIn("Traceback", server.told())


class FullDisk(ApiTestCase):
    def setUp(self):
        super().setUp()
        folder = self.enterContext(tempfile.TemporaryDirectory())
        self.enterContext(self.settings(PHOTO_DIR=Path(folder)))

    def test_a_photo_that_finds_no_room_leaves_nothing(self):
        full = OSError(errno.ENOSPC, os.strerror(errno.ENOSPC))
        with mock.patch.object(files, "_keep", side_effect=full):
            answer = self.client.post("/api/photos/", {"file": SimpleUploadedFile("a.jpg", picture())})
        self.assertEqual(answer.status_code, 507)
        self.assertTrue(answer.json()["detail"])
        self.assertEqual((Photo.objects.count(), list(settings.PHOTO_DIR.iterdir())), (0, []))

    def test_a_change_that_finds_no_room_is_told_so_and_changes_nothing(self):
        page = self.add_page()
        with connection.cursor() as cursor:
            cursor.execute("PRAGMA page_count")
            cursor.execute(f"PRAGMA max_page_count={cursor.fetchone()[0]}")
        try:
            answers = [self.change(page.pk, page.version, kind="title", block="t", text="0")]
            while answers[-1].status_code == 200:
                text, version = str(len(answers)), answers[-1].json()["version"]
                answers.append(self.change(page.pk, version, kind="title", block="t", text=text))
                self.assertLess(len(answers), 200)
        finally:
            with connection.cursor() as cursor:
                cursor.execute("PRAGMA max_page_count=1073741823")
        self.assertEqual((answers[-1].status_code, answers[-1].json()["code"]), (507, "disk-full"))
        page.refresh_from_db()
        self.assertEqual(page.version, len(answers))


class HalfWritten(ApiTestCase):
    def test_folders_nobody_writes_any_more_are_cleared_at_the_start(self):
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.enterContext(self.settings(PHOTO_DIR=folder))
        photo = self.add_photo()
        dead = next(pid for pid in range(400_000, 500_000) if not Path(f"/proc/{pid}").exists())
        names = {f".new-{dead}-abc": True, f".new-{os.getpid()}-abc": False, "fresh": False, "lost": True}
        for name in names:
            (folder / name).mkdir()
        os.utime(folder / "lost", (0, 0))
        self.assertEqual(files.clear_half_written(), 2)
        left = {path.name for path in folder.iterdir()}
        self.assertEqual(left, {photo.folder} | {name for name, gone in names.items() if not gone})


class Gone(TestCase):
    def test_what_its_asker_no_longer_waits_for_is_ended(self):
        """Closing the connection, as a browser does when a page is left, ends the work; others find a process."""
        with served() as server:
            ida = server.person()
            large = list(generated_sketches(60))[-1]
            _, kept = ida.ask("POST", "/api/sketches/", write_sketch(large))
            _, page = ida.ask("POST", "/api/pages/", {"sketch": kept["sketch"]["id"], "format": "insert"})
            cookies = "; ".join(f"{name}={value}" for name, value in ida.cookies.items())
            path = f"/api/pages/{page['id']}/proposals/"
            with socket.create_connection(("127.0.0.1", server.port)) as left:
                head = f"GET {path} HTTP/1.1\r\nHost: 127.0.0.1:{server.port}\r\nCookie: {cookies}\r\n\r\n"
                left.sendall(head.encode())
                time.sleep(0.4)  # it has begun
            deadline = time.monotonic() + 20
            while f"Request Timeout: {path}" not in server.told() and time.monotonic() < deadline:
                time.sleep(0.1)
            self.assertIn(f"Request Timeout: {path}", server.told())
            self.assertNotIn("Traceback", server.told())


class TheWebProcess(TestCase):
    """It waits and answers; what reckons and what reads large files is loaded by others."""

    def test_it_starts_without_solvers_and_large_readers_and_stays_small(self):
        script = """
            import json, re, sys
            import django
            django.setup()
            from django.urls import get_resolver
            get_resolver().url_patterns
            peak = re.search(r"VmHWM:\\s+(\\d+) kB", open("/proc/self/status").read())
            print(json.dumps([int(peak[1]) // 1024, sorted(sys.modules)]))
        """
        environment = {**os.environ, "DJANGO_SETTINGS_MODULE": "server.config.settings", "PYTHONPATH": str(ROOT)}
        ran = subprocess.run(
            [sys.executable, "-c", dedent(script)],
            cwd=ROOT,
            env=environment,
            capture_output=True,
            text=True,
            check=True,
        )
        megabytes, modules = json.loads(ran.stdout)
        self.assertIn("server.pages.views", modules, "all addresses are known")
        heavy = ("cv2", "ezdxf", "ortools", "pandas", "pillow_heif", "pypdf", "reportlab", "scipy", "svgelements")
        self.assertEqual([name for name in heavy if name in modules], [])
        self.assertLess(megabytes, 150)
