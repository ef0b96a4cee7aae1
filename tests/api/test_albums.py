"""Albums over the API: pages by their events, facing ones, loose ones, the spine, goals, and what is given away."""

import io
import zipfile
from datetime import UTC, date, datetime, timedelta
from html.parser import HTMLParser
from unittest import mock

from django.utils import timezone
from PIL import Image
from pypdf import PdfReader

from inkquilt.lengths import INCH, MM
from server.album.models import Album, AlbumPlace, Goal, LogEntry
from server.pages.models import Page, Revision
from server.photos.models import Photo
from tests.api.answers import Client
from tests.api.test_album import Recorded
from tests.api.test_backup import Box

MAY = date(2026, 5, 1)


def _thumb(size):
    """Return a picture of which no part is like another."""
    out = io.BytesIO()
    Image.linear_gradient("L").rotate(30).resize(size).convert("RGB").save(out, "JPEG")
    return out.getvalue()


THUMB, WIDE = _thumb((60, 60)), _thumb((120, 60))


class AlbumCase(Recorded):
    def lay_out(self):
        super().lay_out()
        self.finish()
        self.put_right(event="2026-05-20", who=["Ada"], tags=["bees"])
        self.state = Revision.objects.get(page=self.page, number=Page.objects.get(pk=self.page).head).document

    def made(self, name, day=None, **more):
        """Return a finished page that tells of a day of May, like the first one."""
        page = Page.objects.create(owner=more.pop("owner", self.ida), name=name)
        Revision.objects.create(page=page, number=1, document=self.state, done="made")
        event = day if day is None or isinstance(day, date) else MAY + timedelta(days=day)
        facts = {"finished": MAY, "width": 12 * INCH, "height": 12 * INCH, "counted": 2 * MM, "thumb": THUMB}
        LogEntry.objects.create(page=page, event=event, event_end=event, **facts | more)
        return page.pk

    def ask(self, method, path, body=None, status=200):
        answer = self.send(method, path, body)
        self.assertEqual(answer.status_code, status, answer.content[:300])
        return answer.json() if answer.content else None

    def album(self, *pages, **facts):
        """Begin an album with pages in it; returns its number."""
        number = self.ask("post", "albums/", {"name": "Bees", "format": "12x12", **facts}, 201)["id"]
        if pages:
            self.ask("post", f"albums/{number}/pages/", {"pages": list(pages)})
        return number

    def lies(self, number):
        """Return the openings of an album by the names of its pages."""
        told = self.ask("get", f"albums/{number}/")
        names = {one["page"]: one["name"] for one in told["known"]}
        mark = {"whole": "", "left half": "<", "right half": ">"}
        return [
            tuple(side and names[side["page"]] + mark[side["shown"]] for side in (one["left"], one["right"]))
            for one in told["openings"]
        ]


class LyingInOne(AlbumCase):
    def test_pages_lie_by_their_events_whatever_was_made_first(self):
        late, early = self.made("late", 29), self.made("early", 2)
        number = self.album(late, self.page, early)
        self.assertEqual(self.lies(number), [(None, "early"), ("Roof", "late")])
        self.put_right(event="2026-04-01")
        self.assertEqual(self.lies(number), [(None, "Roof"), ("early", "late")], "an event put right moves it")
        self.ask("patch", f"albums/{number}/", {"starts_right": False})
        self.assertEqual(self.lies(number), [("Roof", "early"), ("late", None)])

    def test_a_page_is_laid_elsewhere_and_back_by_its_event(self):
        one, two, three = self.made("one", 1), self.made("two", 2), self.made("three", 3)
        number = self.album(one, two, three)
        self.ask("patch", f"albums/{number}/pages/{three}/", {"behind": None})
        self.assertEqual(self.lies(number), [(None, "three"), ("one", "two")])
        told = self.ask("patch", f"albums/{number}/pages/{one}/", {"behind": two})
        self.assertEqual(told["order"], [three, two, one])
        self.assertEqual(
            {page["page"]: page["by_hand"] for page in told["known"]}, {three: True, two: False, one: True}
        )
        self.ask("delete", f"albums/{number}/pages/{two}/")
        self.assertEqual(self.lies(number), [(None, "three"), ("one", None)], "what lay behind it stays where it is")
        self.ask("patch", f"albums/{number}/pages/{three}/", {"by_event": True})
        self.assertEqual(self.lies(number), [(None, "one"), ("three", None)])
        self.ask("patch", f"albums/{number}/pages/{two}/", {"behind": one}, 404)
        self.ask("patch", f"albums/{number}/pages/{one}/", {"behind": two}, 404)

    def test_a_spread_lies_side_by_side_and_one_that_waits_keeps_its_place(self):
        one, two = self.made("one", 1), self.made("two", 2)
        spread = self.made("both", 3, is_spread=True)
        number = self.album(one, two, spread)
        self.assertEqual(self.lies(number), [(None, "one"), ("two", None), ("both<", "both>")])
        self.ask("delete", f"albums/{number}/pages/{spread}/")
        last = self.made("last", 9)
        self.ask("post", f"albums/{number}/pages/", {"pages": [last]})
        self.ask("patch", f"albums/{number}/pages/{two}/", {"waits": True})
        self.assertEqual(self.lies(number), [(None, "one"), ("two", None), ("last", None)])

    def test_what_is_too_large_or_not_finished_does_not_go_in_and_nothing_does(self):
        small = self.album(name="Small", format="8x8")
        fits = self.made("small", 1, width=8 * INCH, height=8 * INCH)
        told = self.ask("post", f"albums/{small}/pages/", {"pages": [fits, self.page]}, 400)
        self.assertIn("“Roof” is 12 in × 12 in: larger than the 8 in × 8 in this album takes.", told["detail"])
        at_work = self.made("at work", 1, finished=None)
        strange = self.made("Otto's", 1, owner=self.otto)
        for page in (at_work, strange, 10_000_000):
            with self.subTest(page=page):
                self.assertIn(
                    "not finished", self.ask("post", f"albums/{small}/pages/", {"pages": [fits, page]}, 400)["detail"]
                )
        self.assertEqual(AlbumPlace.objects.count(), 0)

    def test_a_page_lies_in_one_album_and_is_loose_when_that_is_put_aside(self):
        first, second = self.album(self.page), self.album(name="Other")
        self.assertEqual(self.ask("get", "albums/")["loose"], [])
        self.ask("post", f"albums/{second}/pages/", {"pages": [self.page]})
        self.assertEqual((self.lies(first), self.lies(second)), ([(None, None)], [(None, "Roof")]))
        self.ask("delete", f"albums/{second}/", status=204)
        loose = self.ask("get", "albums/")["loose"]
        self.assertEqual(
            [(one["name"], one["size"], one["albums"]) for one in loose], [("Roof", "12 × 12 in", [first])]
        )
        self.ask("post", "deleted/", {"kind": "album", "id": second})
        self.assertEqual(self.lies(second), [(None, "Roof")], "brought back with what lay in it")
        Page.objects.get(pk=self.page).delete_softly()
        self.assertEqual(self.lies(second), [(None, None)])

    def test_a_record_tells_the_album_its_page_lies_in(self):
        def told():
            return self.ask("get", f"pages/{self.page}/record/")["entry"]["album"]

        self.assertIsNone(told())
        number = self.album(self.page)
        self.assertEqual(told(), {"id": number, "name": "Bees"})
        self.ask("delete", f"albums/{number}/", status=204)
        self.assertIsNone(told())

    def test_an_album_is_made_to_a_page(self):
        odd = self.made("odd", 1, width=110 * MM, height=210 * MM)
        told = self.ask("post", "albums/", {"name": "Odd", "page": odd}, 201)
        self.assertEqual((told["size"], told["unit"]), ("110 × 210 mm", "mm"))
        for body in (
            {"name": "x", "page": 10_000_000}, {"name": "x", "format": "nonsense"}, {"name": "", "format": "a4"},
            {"name": "x", "width": "12 in", "height": "tall"},
        ):  # fmt: skip
            with self.subTest(body):
                self.assertGreater(len(self.ask("post", "albums/", body, 400)["detail"]), 10)

    def test_how_full_it_is(self):
        number = self.album(self.made("a", 1), self.made("b", 2, counted=9 * MM), self.made("c", 3))
        spine = self.ask("get", f"albums/{number}/")["spine"]
        self.assertEqual((spine["room"], spine["full"], spine["part"], spine["advice"]), (None, False, None, []))
        spine = self.ask("patch", f"albums/{number}/", {"room": "1/2"})["spine"]
        self.assertEqual((spine["room"], spine["full"]), ("1/2 in", True))
        self.assertIn("From “c” on it is more than the spine takes", spine["advice"][0])
        self.assertIn("“b” (23/64 in)", spine["advice"][1])
        self.assertFalse(self.ask("patch", f"albums/{number}/", {"room": "2 in"})["spine"]["full"])
        thin = self.ask("patch", f"albums/{number}/", {"room": "13.2 mm", "in_protectors": False})["spine"]
        self.assertEqual((thin["full"], thin["part"]), (False, 0.985))
        self.assertIsNone(self.ask("patch", f"albums/{number}/", {"room": " "})["spine"]["room"])
        self.assertIn("What the spine takes", self.ask("patch", f"albums/{number}/", {"room": "thick"}, 400)["detail"])

    def test_finishing_a_page_writes_what_an_album_asks(self):
        entry = LogEntry.objects.get(page=self.page)
        self.assertEqual((entry.width, entry.height, entry.is_spread), (12 * INCH, 12 * INCH, False))
        self.assertGreater(entry.counted, MM)

    def test_others_see_none_of_it(self):
        number = self.album(self.page)
        goal = self.ask("post", "goals/", {"line": "one page a month about bees"}, 201)[0]["id"]
        strange = Client()
        strange.force_login(self.otto)
        for method, path in (
            ("get", f"albums/{number}/"), ("patch", f"albums/{number}/"), ("delete", f"albums/{number}/"),
            ("post", f"albums/{number}/pages/"), ("patch", f"albums/{number}/pages/{self.page}/"),
            ("delete", f"albums/{number}/pages/{self.page}/"), ("post", f"albums/{number}/pages/{self.page}/facing/"),
            ("get", f"albums/{number}/contacts.pdf"), ("get", f"albums/{number}/folder.zip"),
            ("delete", f"goals/{goal}/"),
        ):  # fmt: skip
            with self.subTest(method=method, path=path):
                body = {"pages": [self.page]} if path.endswith("pages/") else {} if method != "get" else None
                self.assertEqual(self.send(method, path, body, client=strange).status_code, 404)
        told = self.send("get", "albums/", client=strange).json()
        self.assertEqual(told, {"albums": [], "loose": [], "loose_count": 0})
        self.assertEqual(self.send("get", "goals/", client=strange).json(), [])

    def test_two_hundred_pages_are_opened_with_few_questions(self):
        number = self.album(*(self.made(f"page {day}", day) for day in range(8)))
        with self.assertNumQueries(9):
            self.ask("get", f"albums/{number}/")
        pages = [self.made(f"more {day}", day) for day in range(192)]
        self.ask("post", f"albums/{number}/pages/", {"pages": pages})
        with self.assertNumQueries(9):
            self.assertEqual(len(self.ask("get", f"albums/{number}/")["order"]), 200)


class Facing(AlbumCase):
    def lonely(self, number):
        return next(one for one in self.ask("get", f"albums/{number}/")["openings"] if one["lonely"])

    def test_loose_pages_of_the_same_days_would_go_opposite(self):
        one, two = self.made("one", 1), self.made("two", 19)
        near, same = self.made("near", 9), self.made("same", 20)
        self.made("far", 200)
        self.made("wide", 19, width=14 * INCH)
        number = self.album(one, two)
        told = self.lonely(number)
        self.assertEqual((told["lonely"], told["facing"]), (two, [self.page, same, near]))
        self.ask("post", f"albums/{number}/pages/", {"pages": [same]})
        self.assertEqual(self.lies(number), [(None, "one"), ("two", "same")])

    def test_laid_opposite_one_that_waits_it_lies_beside_it_whatever_its_days(self):
        one, two, far = self.made("one", 1), self.made("two", 19), self.made("far", 300)
        number = self.album(one, two, self.made("last", 25))
        self.ask("patch", f"albums/{number}/pages/{two}/", {"waits": True})
        self.ask("post", f"albums/{number}/pages/", {"pages": [far], "opposite": two})
        self.assertEqual(self.lies(number), [(None, "one"), ("two", "far"), ("last", None)])
        small = self.made("wide", 19, width=14 * INCH)
        self.ask("post", f"albums/{number}/pages/", {"pages": [small], "opposite": one}, 400)
        self.ask("post", f"albums/{number}/pages/", {"pages": [self.page], "opposite": 10_000_000}, 404)
        self.assertEqual(self.lies(number), [(None, "one"), ("two", "far"), ("last", None)], "nothing half done")

    def test_what_lay_behind_a_page_that_goes_into_another_album_stays(self):
        one, two, three = (self.made(name, day) for name, day in (("one", 1), ("two", 2), ("three", 3)))
        number, other = self.album(one, two, three), self.album(name="Other")
        self.ask("patch", f"albums/{number}/pages/{one}/", {"behind": two})
        self.ask("post", f"albums/{other}/pages/", {"pages": [two]})
        self.assertEqual(self.lies(number), [(None, "one"), ("three", None)])
        by_hand = {page["page"] for page in self.ask("get", f"albums/{number}/")["known"] if page["by_hand"]}
        self.assertEqual(by_hand, {one})
        self.assertEqual(self.lies(other), [(None, "two")])

    def test_a_companion_is_begun_with_photos_of_its_days(self):
        self.put_right(event="2026-05-20", event_end="2026-05-22")
        number = self.album(self.made("one", 1), self.page)
        photo = Photo.objects.filter(owner=self.ida).exclude(pk__in=self.used()).first() or self.add_photo()
        Photo.objects.filter(pk=photo.pk).update(taken=datetime(2026, 5, 21, 12, tzinfo=UTC))
        self.assertEqual(self.lonely(number)["photos_left"], 1)
        made = self.ask("post", f"albums/{number}/pages/{self.page}/facing/", status=201)["page"]
        slots = self.ask("get", f"pages/{made}/")["slots"]
        self.assertIn(photo.pk, [slot["photo"] for slot in slots])
        self.assertEqual(self.lonely(number)["photos_left"], 0, "it is on a page now")
        self.ask("post", f"albums/{number}/pages/{made}/facing/", status=404)

    def used(self):
        return [
            int(key)
            for key in LogEntry.objects.get(page=self.page).uses.filter(kind="photo").values_list("key", flat=True)
        ]


class Goals(AlbumCase):
    def test_a_goal_tells_what_is_missing(self):
        with mock.patch.object(timezone, "localdate", return_value=date(2026, 7, 10)):
            told = self.ask("post", "goals/", {"line": "one page a month about bees since April 2026"}, 201)[0]
            self.assertEqual(told["words"], "1 of 4 made; missing: April 2026, June 2026, July 2026")
            self.assertEqual([(one["words"], one["have"]) for one in told["times"]][1], ("May 2026", 1))
            self.assertEqual([one["photos"] for one in told["times"]], [0, 0, 2, 0], "June has photos to make one from")
            in_all = self.ask("post", "goals/", {"line": "3 pages about bees"}, 201)[1]
        self.assertEqual(in_all["words"], "1 of 3 pages made, 2 to go")
        self.assertIn("would do", self.ask("post", "goals/", {"line": "more bees"}, 400)["detail"])
        self.ask("delete", f"goals/{told['id']}/", status=204)
        self.assertEqual([one["name"] for one in self.ask("get", "goals/")], ["3 pages about bees"])
        self.ask("post", "deleted/", {"kind": "goal", "id": told["id"]})
        self.assertEqual(len(self.ask("get", "goals/")), 2)


class Links(HTMLParser):
    def __init__(self, text):
        super().__init__()
        self.goes, self.tags = [], set()
        self.feed(text)

    def handle_starttag(self, tag, attrs):
        self.tags.add(tag)
        self.goes += [value for name, value in attrs if name in ("href", "src")]


class GivenAway(AlbumCase):
    def lay_out(self):
        super().lay_out()
        self.put_right(story="Eleven <jars> & one.", place="the roof")
        self.other = self.made("Lantern <walk>", 3, who=["Ada", "Otto"])
        self.spread = self.made("Both", 30, is_spread=True, tags=["bees"], thumb=WIDE)
        self.number = self.album(self.page, self.other, self.spread, name="Our year")

    def test_a_contact_book(self):
        answer = self.client.get(f"/api/albums/{self.number}/contacts.pdf?sheet=a4")
        reader = PdfReader(io.BytesIO(answer.content))
        text = "\n".join(page.extract_text() for page in reader.pages)
        for words in (
            "Our year",
            "3 pages, 4 to 31 May 2026",
            "1 Lantern <walk>",
            "2 Roof",
            "3 Both",
            "Ada 1, 2",
            "bees 2, 3",
        ):
            self.assertIn(words, text)
        box = reader.pages[0].mediabox
        self.assertEqual((round(box.width), round(box.height)), (595, 842))
        self.assertEqual(sum(len(page.images) for page in reader.pages), 4, "both halves of a spread")
        self.assertEqual(self.client.get(f"/api/albums/{self.number}/contacts.pdf?sheet=big").status_code, 400)

    def folder(self):
        answer = self.client.get(f"/api/albums/{self.number}/folder.zip")
        self.assertIn("our-year.zip", answer["Content-Disposition"])
        return zipfile.ZipFile(io.BytesIO(b"".join(answer.streaming_content)))

    def test_a_folder_that_needs_nothing_but_itself(self):
        with self.folder() as archive:
            self.assertIsNone(archive.testzip())
            names = {name.removeprefix("our-year/") for name in archive.namelist()}
            pages = sorted(name for name in names if name.endswith(".html"))
            self.assertEqual(pages, ["index.html", "page-001.html", "page-002.html", "page-003.html"])
            for name in pages:
                text = archive.read(f"our-year/{name}").decode()
                links = Links(text)
                self.assertEqual(set(links.goes) - names, set(), "it links to nothing that is not in it")
                self.assertFalse({"script", "iframe", "object", "form"} & links.tags)
                self.assertIn("default-src 'none'", text)
            self.assertTrue({f"our-year/{name}" for name in pages} <= set(archive.namelist()))
            told = archive.read("our-year/page-002.html").decode()
            for words in (
                "Eleven &lt;jars&gt; &amp; one.",
                "the roof",
                "kraft",
                "before: Lantern &lt;walk&gt;",
                "after: Both",
            ):
                self.assertIn(words, told)
            with Image.open(io.BytesIO(archive.read("our-year/pictures/page-002-1.jpg"))) as image:
                self.assertEqual(max(image.size), 1400)
            fetched = [word for name in names if name.endswith((".html", ".css")) for word in ("http:", "https:", "//")
                       if word in archive.read(f"our-year/{name}").decode()]  # fmt: skip
            self.assertEqual(fetched, [], "nothing is fetched from anywhere")


class InTheZip(Box, AlbumCase):
    def test_albums_and_goals_come_back_equal(self):
        one, two = self.made("one", 1), self.made("two", 2)
        number = self.album(one, two, self.page, name="Bees")
        self.ask("patch", f"albums/{number}/pages/{self.page}/", {"behind": one, "waits": True})
        self.ask("patch", f"albums/{number}/", {"room": "2 in", "starts_right": False})
        self.ask("post", "goals/", {"line": "one page a month about bees"}, 201)
        before = Album.objects.get(pk=number)
        self.assertEqual(self.restore(self.packed()).status_code, 201)
        after = Album.objects.get(owner=self.ada)
        for name in ("name", "width", "height", "unit", "room", "in_protectors", "starts_right"):
            self.assertEqual(getattr(after, name), getattr(before, name), name)
        mine = self.empty.get(f"/api/albums/{after.pk}/").json()
        names = {page["page"]: page["name"] for page in mine["known"]}
        self.assertEqual([names[page] for page in mine["order"]], ["one", "Roof", "two"])
        self.assertEqual([page["waits"] for page in mine["known"]], [False, True, False])
        self.assertEqual(mine["spine"], self.ask("get", f"albums/{number}/")["spine"], "pages are as thick as before")
        self.assertEqual(Goal.objects.get(owner=self.ada).created, Goal.objects.get(owner=self.ida).created)

    def test_what_is_no_album_is_refused_and_nothing_is_restored(self):
        self.album(self.page)

        def wrong(**facts):
            def change(data):
                import json

                index = json.loads(data)
                index["albums"][0] |= facts
                return json.dumps(index).encode()

            return change

        for facts in ({"width": 0}, {"unit": "ell"}, {"pages": [{"page": 10_000_000}]}, {"name": None}, {"room": -1}):
            with self.subTest(facts):
                content = self.changed(self.packed(), **{"everything.json": wrong(**facts)})
                self.assertEqual(self.restore(content).status_code, 400)
                self.assertEqual(Album.objects.filter(owner=self.ada).count(), 0)
                self.assertEqual(Page.objects.filter(owner=self.ada).count(), 0)
