"""Finished pages: the record of one touch, what is put right of it, the logbook, events, and all of it in the zip."""

import io
from datetime import UTC, datetime

from django.db import connection
from PIL import Image
from pypdf import PdfReader

from inkquilt.lengths import Unit
from server.album.models import WORDS_TABLE, LogEntry, LogUse
from server.pages.models import Page
from server.photos.models import Photo
from server.stash.models import PaperStock
from server.stash.services import enter_line
from tests.api.answers import Client
from tests.api.test_backup import Box
from tests.api.test_sticking import STAR, StickingCase


class Recorded(StickingCase):
    def lay_out(self):
        super().lay_out()
        paper = enter_line(owner=self.ida, line="3 kraft 12x12", unit=Unit.IN)
        self.kraft = paper.pk
        self.do(kind="paper", block="band", stash_paper=self.kraft, side="A")
        for number, photo in enumerate(Photo.objects.order_by("pk")):
            photo.taken = datetime(2026, 6, 13 + number, 15, tzinfo=UTC)
            photo.save()

    def finish(self):
        answer = self.send("post", f"pages/{self.page}/record/")
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()

    def put_right(self, status=200, **facts):
        answer = self.send("patch", f"pages/{self.page}/record/", facts)
        self.assertEqual(answer.status_code, status, answer.content[:300])
        return answer.json()

    def found(self, **query):
        answer = self.client.get("/api/logbook/", query)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return [row["name"] for row in answer.json()["results"]]


class Finishing(Recorded):
    def test_one_touch_writes_the_record_by_itself(self):
        self.assertIsNone(self.send("get", f"pages/{self.page}/record/").json()["entry"])
        entry = self.finish()
        self.assertEqual((entry["event"], entry["event_end"]), ("2026-06-13", "2026-06-14"))
        self.assertEqual(entry["when"], "13 to 14 June 2026")
        self.assertEqual(
            entry["used_words"].splitlines(),
            ["Papers: kraft", "Photos: teal, teal", "Embellishments: wooden star", "Techniques: raised on foam"],
        )
        thumb = self.client.get(entry["thumb"])
        with Image.open(io.BytesIO(thumb.content)) as image:
            self.assertEqual(max(image.size), 420)
        self.assertEqual(self.send("get", "pages/").json()["results"], [], "it is not on the table any more")

    def test_what_is_put_right_stays_when_it_is_finished_again(self):
        self.finish()
        self.put_right(event="2026-05-01", who=["Ada", "Oma"], place="the roof", tags=["bees"], story="Eleven jars.")
        self.put_right(used="All by heart")
        self.put_right(finished=None)
        self.assertEqual(len(self.send("get", "pages/").json()["results"]), 1, "at work again")
        self.assertEqual(self.found(), [])
        entry = self.finish()
        self.assertEqual(
            (entry["event"], entry["event_end"], entry["who"]), ("2026-05-01", "2026-05-01", ["Ada", "Oma"])
        )
        self.assertEqual(
            (entry["used_words"], entry["own_words"], entry["story"]), ("All by heart", True, "Eleven jars.")
        )
        self.assertIn("kraft", self.put_right(used=None)["used_words"])

    def test_what_cannot_be_is_refused_and_nothing_changes(self):
        self.put_right(404, place="nowhere yet")
        before = self.finish()
        for facts in (
            {"event": "2026-06-14", "event_end": "2026-06-13"}, {"event_end": "2026-06-12"}, {"event": "yesterday"},
            {"who": ["x" * 61]}, {"who": "Ada"}, {"place": "x" * 121}, {"event": None, "event_end": "2026-06-13"},
        ):  # fmt: skip
            with self.subTest(facts):
                self.assertGreater(len(self.put_right(400, **facts)["detail"]), 10)
        self.assertEqual(self.send("get", f"pages/{self.page}/record/").json()["entry"], before)

    def test_a_slip_for_the_back(self):
        self.finish()
        self.put_right(who=["Ada"], place="the roof", story="Eleven jars.\n\nAnd <one> more.")
        answer = self.client.get(f"/api/pages/{self.page}/slip.pdf")
        text = PdfReader(io.BytesIO(b"".join(answer) if answer.streaming else answer.content)).pages[0].extract_text()
        for words in ("Roof", "13 to 14 June 2026", "Ada", "the roof", "Eleven jars.", "And <one> more.", "kraft"):
            self.assertIn(words, text)

    def test_others_see_none_of_it(self):
        self.finish()
        strange = Client()
        strange.force_login(self.otto)
        for path in ("record/", "thumb/", "slip.pdf"):
            self.assertEqual(self.send("get", f"pages/{self.page}/{path}", client=strange).status_code, 404)
        self.assertEqual(self.send("post", f"pages/{self.page}/record/", client=strange).status_code, 404)
        for path in ("logbook/", "logbook/index/", "logbook/uses/?words=kraft", "logbook/events/"):
            answer = self.send("get", path, client=strange).json()
            self.assertFalse(answer.get("results", answer.get("pages")) if isinstance(answer, dict) else answer, path)


class Logbook(Recorded):
    def lay_out(self):
        super().lay_out()
        self.finish()
        self.put_right(
            who=["Ada", "Oma Müller"], place="the roof", tags=["bees", "summer"], story="Eleven jars of honey."
        )

    def test_words_find_it_whatever_they_are_of(self):
        for words in (
            "roof", "Honey", "eleven jars", "ada", "muller", "Müll", "summer", "kraft", "wooden star", "teal",
            "June 2026", "test",
        ):  # fmt: skip
            with self.subTest(words):
                self.assertEqual(self.found(words=words), ["Roof"])
        for words in ("winter", "honey lanterns", '"', "*", "NEAR(", "AND"):
            with self.subTest(words):
                self.assertEqual(self.found(words=words), ["Roof"] if words == '"' else [])

    def test_people_tags_and_years(self):
        for query, there in (
            ({"who": "Ada"}, True), ({"who": "oma müller"}, True), ({"who": "Oma"}, False), ({"tag": "bees"}, True),
            ({"tag": "bee"}, False), ({"year": 2026}, True), ({"year": 2025}, False),
            ({"who": "Ada", "tag": "snow"}, False),
            ({"kind": "paper", "key": "KRAFT"}, True), ({"kind": "photo", "key": "KRAFT"}, False),
        ):  # fmt: skip
            asked = {name: str(self.kraft) if value == "KRAFT" else value for name, value in query.items()}
            if asked.get("kind") == "photo":
                asked["key"] = "999"
            with self.subTest(query):
                self.assertEqual(self.found(**asked), ["Roof"] if there else [])
        index = self.client.get("/api/logbook/index/").json()
        self.assertEqual(index["who"], [{"name": "Ada", "pages": 1}, {"name": "Oma Müller", "pages": 1}])
        self.assertEqual((index["years"], index["pages"]), ([{"name": "2026", "pages": 1}], 1))

    def test_used_or_lost(self):
        told = self.client.get("/api/logbook/uses/", {"words": "kraft"}).json()
        self.assertEqual([(one["name"], one["there"]) for one in told], [("kraft", True)])
        self.assertEqual([page["name"] for page in told[0]["pages"]], ["Roof"])
        PaperStock.objects.filter(paper=self.kraft).update(count=0)
        self.assertFalse(self.client.get("/api/logbook/uses/", {"words": "KRAFT"}).json()[0]["there"])
        self.assertEqual(self.client.get("/api/logbook/uses/", {"words": "glitter"}).json(), [])
        self.assertEqual(self.client.get("/api/logbook/uses/", {"words": " "}).json(), [])

    def test_events_tell_which_have_a_page(self):
        lone = self.add_photo(colour="gold")
        lone.taken = datetime(2026, 11, 11, 18, tzinfo=UTC)
        lone.save()
        told = self.client.get("/api/logbook/events/").json()
        self.assertEqual([(one["when"], one["photos"], one["used"]) for one in told],
                         [("11 November 2026", 1, 0), ("13 to 14 June 2026", 2, 2)])  # fmt: skip
        self.assertEqual([page["name"] for page in told[1]["pages"]], ["Roof"])

    def test_words_of_pages_that_are_gone_are_gone(self):
        Page.objects.get(pk=self.page).delete_softly()
        self.assertEqual(self.found(words="roof"), [])
        with connection.cursor() as cursor:
            cursor.execute(f"SELECT count(*) FROM {WORDS_TABLE}")
            self.assertEqual(cursor.fetchone()[0], 1, "it may come back")


class InTheZip(Box):
    """What is known of finished pages and the pictures of the table come back equal; old zips have none."""

    def test_records_and_pictures_of_the_table_come_back(self):
        page = self.add_page()
        photo = self.add_photo()
        change = {"kind": "photo", "block": "p", "photo": photo.pk}
        self.send("post", f"pages/{page.pk}/changes/", {"version": page.version, "change": change})
        self.send("post", "embellishments/", STAR)
        self.send("post", f"pages/{page.pk}/record/")
        self.send("patch", f"pages/{page.pk}/record/", {"who": ["Ada"], "event": "2026-06-01", "used": None})
        Page.objects.get(pk=page.pk).table_pictures.create(
            kind="finished", jpeg=b"\xff\xd8\xff picture", differences=[]
        )
        before = LogEntry.objects.get(page=page)
        self.assertEqual(self.restore(self.packed()).status_code, 201)
        after = LogEntry.objects.get(page__owner=self.ada)
        for name in ("finished", "event", "event_end", "who", "place", "tags", "story", "used"):
            self.assertEqual(getattr(after, name), getattr(before, name), name)
        self.assertEqual(bytes(after.thumb), bytes(before.thumb))
        told = [(use.kind, use.name, use.count) for use in LogUse.objects.filter(entry=after)]
        self.assertEqual(told, [(use.kind, use.name, use.count) for use in LogUse.objects.filter(entry=before)])
        mine = LogUse.objects.get(entry=after, kind="photo")
        self.assertEqual(Photo.objects.get(pk=int(mine.key)).owner, self.ada, "by its number here")
        self.assertEqual(bytes(after.page.table_pictures.get().jpeg), b"\xff\xd8\xff picture")
        found = self.empty.get("/api/logbook/", {"words": "ada"}).json()
        self.assertEqual(len(found["results"]), 1, "and is found by its words")

    def test_older_zips_have_none_of_it(self):
        self.add_page()

        def older(data):
            import json

            page = json.loads(data)
            for name in ("record", "table_pictures"):
                page.pop(name, None)
            return json.dumps(page).encode()

        content = self.packed()
        names = {"pages/" + name: older for name in ("1.json", "2.json", "3.json", "4.json", "5.json")}
        self.assertEqual(self.restore(self.changed(content, **names)).status_code, 201)
        self.assertEqual(LogEntry.objects.filter(page__owner=self.ada).count(), 0)
