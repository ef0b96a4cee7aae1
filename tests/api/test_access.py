"""Who may see what: signing in, and that another person's things are not found."""

import json
import re
from datetime import timedelta

import cv2
import numpy as np
from axes.models import AccessAttempt
from django.core.management.base import CommandError
from django.test import override_settings
from django.utils import timezone

from inkquilt.lengths import Unit
from server.accounts.links import new_link
from server.accounts.models import SignInLink
from server.accounts.services import DEMO_USER
from server.pages.models import Page
from server.running.management.commands.table import chosen_user, qr_text
from server.stash.services import enter_line
from tests.api.answers import Client
from tests.api.base import SMALL, ApiTestCase


class Sessions(ApiTestCase):
    def test_signing_in_out_and_registering(self):
        client = Client()
        self.assertIsNone(self.send("get", "session/", client=client).json()["user"])
        wrong = self.send("post", "session/", {"username": "ida", "password": "nope"}, client)
        self.assertEqual((wrong.status_code, wrong.json()["code"]), (400, "wrong-sign-in"))
        right = self.send("post", "session/", {"username": "ida", "password": "a roof of bees"}, client)
        self.assertEqual(right.json()["user"], "ida")
        self.assertIsNone(self.send("delete", "session/", client=client).json()["user"])
        self.assertEqual(self.send("get", "pages/", client=client).status_code, 403)
        new = self.send("post", "register/", {"username": "Björn B.", "password": "lantern-walk-17"}, client)
        self.assertEqual(new.json()["user"], "Björn B.")

    def test_registering_refuses_weak_passwords_and_taken_names(self):
        client = Client()
        weak = self.send("post", "register/", {"username": "new", "password": "password"}, client)
        self.assertEqual((weak.status_code, weak.json()["code"]), (400, "weak-password"))
        taken = self.send("post", "register/", {"username": "IDA", "password": "lantern-walk-17"}, client)
        self.assertEqual(taken.json()["code"], "name-taken")

    def test_the_home_network_makes_no_accounts(self):
        with override_settings(INKQUILT_REGISTRATION=False):
            self.assertFalse(self.send("get", "session/", client=Client()).json()["open_to_new"])
            answer = self.send("post", "register/", {"username": "new", "password": "lantern-walk-17"}, Client())
        self.assertEqual((answer.status_code, answer.json()["code"]), (403, "registration-closed"))
        self.assertFalse(type(self.ida).objects.filter(username="new").exists())

    def test_wrong_tries_are_slowed_down_even_for_the_right_password_and_only_for_that_name(self):
        client = Client()
        wrong = {"username": "ida", "password": "nope"}
        codes = [self.send("post", "session/", wrong, client).json()["code"] for _ in range(6)]
        self.assertEqual(codes, ["wrong-sign-in"] * 5 + ["slow-down"])
        right = self.send("post", "session/", {"username": "ida", "password": "a roof of bees"}, client)
        self.assertEqual((right.status_code, right.json()["code"]), (429, "slow-down"))
        other = self.send("post", "session/", {"username": "otto", "password": "a street of kites"}, client)
        self.assertEqual(other.json()["user"], "otto")
        AccessAttempt.objects.update(attempt_time=timezone.now() - timedelta(minutes=6))
        again = self.send("post", "session/", {"username": "ida", "password": "a roof of bees"}, client)
        self.assertEqual(again.status_code, 200)

    def test_writes_without_a_csrf_token_are_refused_in_plain_words(self):
        strict = Client(enforce_csrf_checks=True)
        body = json.dumps({"username": "ida", "password": "a roof of bees"})
        answer = strict.post("/api/session/", body, content_type="application/json")
        self.assertEqual((answer.status_code, answer.json()["code"]), (403, "csrf"))
        strict.force_login(self.ida)
        answer = strict.post("/api/sketches/", json.dumps(SMALL), content_type="application/json")
        self.assertEqual(answer.status_code, 403)
        self.assertNotIn("Traceback", answer.content.decode())

    def test_only_the_demo_signs_in_by_itself_and_stays_out_after_signing_out(self):
        type(self.ida).objects.create_user(DEMO_USER)
        client = Client()
        client.get("/")
        self.assertIsNone(self.send("get", "session/", client=client).json()["user"])
        with override_settings(INKQUILT_DEMO=True):
            client.get("/")
            self.assertEqual(self.send("get", "session/", client=client).json()["user"], DEMO_USER)
            self.send("delete", "session/", client=client)
            client.get("/")
            self.assertIsNone(self.send("get", "session/", client=client).json()["user"])


class Ownership(ApiTestCase):
    """Every address that takes an id answers 404 for another person's id, and for one that never was."""

    def addresses(self, page, sketch, photo, paper):
        write = {"version": 1, "change": {"kind": "title", "block": "t", "text": "Mine"}}
        return [
            ("get", f"sketches/{sketch}/", None),
            ("delete", f"sketches/{sketch}/", None),
            ("post", "pages/", {"sketch": sketch, "format": "letter"}),
            ("get", f"pages/{page}/", None),
            ("patch", f"pages/{page}/", {"version": 1, "name": "Mine"}),
            ("delete", f"pages/{page}/", None),
            ("post", f"pages/{page}/changes/", write),
            ("post", f"pages/{page}/undo/", {"version": 1}),
            ("post", f"pages/{page}/redo/", {"version": 1}),
            ("get", f"pages/{page}/fit/?school=keep-photos", None),
            ("get", f"pages/{page}/ways-out/", None),
            ("get", f"pages/{page}/cutting/", None),
            ("get", f"pages/{page}/cutting/machine/", None),
            ("get", f"pages/{page}/cutting/machine/file/", None),
            ("get", f"pages/{page}/cutting/files/cuts.csv", None),
            ("post", f"pages/{page}/cutting/run/", None),
            ("get", f"pages/{page}/cutting/run/", None),
            ("patch", f"pages/{page}/cutting/run/", {"version": 1, "sheet": "0.0", "done": 1}),
            ("post", f"pages/{page}/cutting/run/stock/", {"version": 1}),
            ("post", f"pages/{page}/cutting/run/undo/", {"version": 1}),
            ("delete", f"pages/{page}/cutting/run/", None),
            ("patch", f"stash/papers/{paper}/", {"name": "Mine"}),
            ("post", f"stash/papers/{paper}/stock/", {"kind": "sheet", "width": "1", "height": "1"}),
            ("patch", f"stash/papers/{paper}/stock/1/", {"count": 1}),
            ("delete", f"stash/papers/{paper}/", None),
            ("delete", f"trimmers/{paper}/", None),
            ("delete", f"tools/{paper}/", None),
            ("get", f"stash/papers/{paper}/pictures/A/", None),
            ("delete", f"stash/papers/{paper}/pictures/A/", None),
            *(("get", f"pages/{page}/files/{name}", None) for name in
              ("page.pdf", "page.svg", "pieces.csv", "page.quilt.json")),
            ("get", f"photos/{photo}/view/", None),
            ("get", f"photos/{photo}/thumb/", None),
            ("delete", f"photos/{photo}/", None),
            *(("post", "deleted/", {"kind": kind, "id": pk}) for kind, pk in
              (("page", page), ("sketch", sketch), ("photo", photo), ("paper", paper))),
        ]  # fmt: skip

    def test_foreign_and_unknown_ids_are_not_found(self):
        page, photo = self.add_page(self.otto), self.add_photo(self.otto)
        paper = enter_line(owner=self.otto, line="2 navy 12x12", unit=Unit.IN)
        before = Page.objects.get(pk=page.pk)
        for ids in ((page.pk, page.sketch_id, photo.pk, paper.pk), (99_999, 99_999, 99_999, 99_999)):
            for method, path, data in self.addresses(*ids):
                with self.subTest(path, method=method):
                    self.assertEqual(self.send(method, path, data).status_code, 404)
        after = Page.objects.get(pk=page.pk)
        self.assertEqual((after.version, after.name, after.deleted_at), (before.version, before.name, None))

    def test_nobody_gets_anything_without_signing_in(self):
        page, photo = self.add_page(), self.add_photo()
        paper = enter_line(owner=self.ida, line="2 navy 12x12", unit=Unit.IN)
        lists = [
            ("get", path, None)
            for path in (
                "sketches/",
                "pages/",
                "photos/",
                "formats/",
                "deleted/",
                "stash/papers/",
                "trimmers/",
                "tools/",
            )
        ]
        for method, path, data in [*self.addresses(page.pk, page.sketch_id, photo.pk, paper.pk), *lists]:
            with self.subTest(path, method=method):
                self.assertEqual(self.send(method, path, data, Client()).status_code, 403)

    def test_lists_show_only_ones_own_things(self):
        self.add_page(self.otto), self.add_photo(self.otto)
        mine, photo = self.add_page(), self.add_photo()
        for path, pk in (("pages/", mine.pk), ("sketches/", mine.sketch_id), ("photos/", photo.pk)):
            self.assertEqual([row["id"] for row in self.send("get", path).json()["results"]], [pk])

    def test_a_photo_of_another_person_cannot_be_put_on_a_page(self):
        page, photo = self.add_page(), self.add_photo(self.otto)
        answer = self.change(page.pk, 1, kind="photo", block="p", photo=photo.pk)
        self.assertEqual((answer.status_code, answer.json()["faults"][0]["code"]), (400, "unknown-photo"))

    def test_the_list_of_pages_takes_the_same_few_queries_for_many(self):
        photo = self.add_photo()
        for _ in range(3):
            page = self.add_page()
            self.change(page.pk, 1, kind="photo", block="p", photo=photo.pk)
        with self.assertNumQueries(7):  # session, user, count, pages, revisions, photos, what matters
            self.send("get", "pages/")


class OneUseLinks(ApiTestCase):
    def test_a_link_signs_in_once_and_not_when_it_is_old_or_made_up(self):
        secret = new_link(self.otto)
        self.assertNotIn(secret, str(SignInLink.objects.values_list()))
        tablet, second = Client(), Client()
        for _ in range(2):  # looking at a link, as a preview does, uses nothing up
            self.assertEqual(second.get(f"/table/{secret}").status_code, 200)
        answer = self.send("post", "session/link/", {"secret": secret}, tablet)
        self.assertEqual((answer.status_code, answer.json()["user"]), (200, "otto"))
        self.assertEqual(tablet.get("/api/session/").json()["user"], "otto")
        for used in (secret, "made-up", new_link(self.otto)):
            SignInLink.objects.filter(used=None).update(expires=timezone.now() - timedelta(seconds=1))
            refused = self.send("post", "session/link/", {"secret": used}, second)
            self.assertEqual(refused.status_code, 403)
            self.assertIn("used already or is too old", refused.json()["detail"])
        self.assertIsNone(second.get("/api/session/").json()["user"])

    def test_the_qr_code_can_be_read_back(self):
        link = "http://192.0.2.7:8000/table/abc"
        dark = {"█": (0, 0), "▀": (0, 1), "▄": (1, 0), " ": (1, 1)}  # light blocks on a dark terminal
        halves = []
        for line in re.sub(r"\x1b\[[0-9;]*m", "", qr_text(link)).splitlines():
            pairs = [dark[mark] for mark in line]
            halves += [[upper for upper, _ in pairs], [lower for _, lower in pairs]]
        pixels = np.kron(1 - np.array(halves, dtype=np.uint8), np.ones((8, 8), dtype=np.uint8)) * 255
        read, *_ = cv2.QRCodeDetector().detectAndDecode(pixels)
        self.assertEqual(read, link)

    def test_the_table_is_for_the_only_account_or_the_one_named(self):
        with self.assertRaisesRegex(CommandError, "several accounts"):
            chosen_user(None)
        with self.assertRaisesRegex(CommandError, "no account"):
            chosen_user("nobody")
        self.assertEqual(chosen_user("ida"), self.ida)
        self.otto.delete()
        self.assertEqual(chosen_user(None), self.ida)
