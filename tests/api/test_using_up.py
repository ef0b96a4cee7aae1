"""Using up the stash over the API: what lies longest, what a year took, lists to print, project boxes."""

import csv
import io
from datetime import UTC, date, datetime

from pypdf import PdfReader

from inkquilt.lengths import Unit
from server.boxes.models import ProjectBox
from server.embellishments.models import Embellishment
from server.pages.models import Page
from server.photos.models import Photo
from server.stash.models import Paper
from server.stash.services import enter_line
from tests.api.answers import Client
from tests.api.test_album import Recorded
from tests.api.test_backup import Box
from tests.building import data_of, row


class StashCase(Recorded):
    def lay_out(self):
        super().lay_out()
        self.old = self.paper("2 moss stripe 12x12, stripe at 1.20", datetime(2024, 1, 5, tzinfo=UTC))
        self.kraft_row = Paper.objects.get(pk=self.kraft)
        self.star = Embellishment.objects.get(name="wooden star")

    def paper(self, line, came, **facts):
        row = enter_line(owner=self.ida, line=line, unit=Unit.IN)
        Paper.objects.filter(pk=row.pk).update(created=came, **facts)
        return row

    def ask(self, method, path, body=None, status=200):
        answer = self.send(method, path, body)
        self.assertEqual(answer.status_code, status, answer.content[:300])
        return answer.json() if answer.content else None

    def box(self, **contents):
        return self.ask("post", "boxes/", {"name": "Moss", **contents}, 201)["id"]

    def count(self):
        return Embellishment.objects.get(pk=self.star.pk).count


class UsingUp(StashCase):
    def test_what_lies_longest_and_what_was_never_used(self):
        told = self.ask("get", "using-up/")
        self.assertEqual(told["oldest"][0]["name"], "moss stripe")
        self.assertEqual((told["oldest"][0]["left"], told["oldest"][0]["kind"]), ("2 sheets", "paper"))
        self.assertIn("never used, in the stash for 2 years", told["oldest"][0]["words"])
        self.assertEqual([one["name"] for one in told["never_used"]], ["moss stripe"], "the others came just now")
        self.assertEqual((told["last_sheets"], told["kits"], told["years"]), ([], [], []))
        self.finish()
        self.assertEqual(self.ask("get", "using-up/")["years"], [date.today().year])

    def test_last_sheets_and_kits(self):
        self.paper("1 moss dot 12x12, dots", datetime(2025, 1, 5, tzinfo=UTC), favourite=True, kit="Garden")
        Paper.objects.filter(pk=self.kraft).update(kit="Garden")
        self.finish()
        told = self.ask("get", "using-up/")
        self.assertEqual([one["name"] for one in told["last_sheets"]], ["moss dot"])
        self.assertEqual([(kit["name"], kit["words"]) for kit in told["kits"]], [("Garden", "1 of 2 begun")])
        self.assertEqual({one["name"] for one in told["kits"][0]["left"]}, {"kraft", "moss dot"})

    def test_what_a_year_took_and_cost(self):
        self.do(kind="paper", block="band", stash_paper=self.old.pk, side="A")
        self.finish()
        year = date.today().year
        told = self.ask("get", f"using-up/years/{year}/")
        # The band is 12 x 3 in: a quarter of a sheet for 1.20.
        self.assertEqual(told["papers"], [{"name": "moss stripe", "words": "¼ sheet on 1 page, 0.30"}])
        self.assertEqual(told["words"], "1 page took ¼ sheet of paper, 1 embellishment, 2 photos")
        self.assertEqual(told["cost"], "The paper on them cost 0.30.")
        Paper.objects.update(price=None)
        self.assertIn("No price", self.ask("get", f"using-up/years/{year}/")["cost"])
        self.ask("get", "using-up/years/1999/", status=404)
        self.put_right(finished=None)
        self.ask("get", f"using-up/years/{year}/", status=404)

    def test_a_year_in_few_questions(self):
        self.finish()
        with self.assertNumQueries(9):
            self.ask("get", f"using-up/years/{date.today().year}/")
        for number in range(5):
            self.paper(f"{number + 1} more{number} 12x12", datetime(2025, 1, 5, tzinfo=UTC))
        with self.assertNumQueries(9):
            self.ask("get", f"using-up/years/{date.today().year}/")

    def text(self, path):
        answer = self.client.get(f"/api/{path}")
        self.assertEqual(answer.status_code, 200, answer.content[:200])
        return "\n".join(page.extract_text() for page in PdfReader(io.BytesIO(answer.content)).pages)

    def test_lists_to_print(self):
        text = self.text("using-up/inventory.pdf?sheet=a4")
        for words in (
            "What is in the stash",
            "Papers",
            "moss stripe",
            "2 sheets",
            "Embellishments",
            "wooden star",
            "5 left",
        ):
            self.assertIn(words, text)
        self.assertIn("There is nothing on it.", self.text("using-up/to-buy.pdf"))
        Paper.objects.filter(pk=self.kraft).get().stocks.all().update(count=0)
        self.assertIn("kraft", self.text("using-up/to-buy.pdf"))
        self.assertIn("at least 1 sheet, 12 × 12 in", self.text("using-up/to-buy.pdf"))
        self.finish()
        self.assertIn("Used up", self.text("using-up/to-buy.pdf"))
        self.assertEqual(self.client.get("/api/using-up/to-buy.pdf?sheet=big").status_code, 400)

    def test_the_inventory_for_a_spreadsheet(self):
        Paper.objects.filter(pk=self.old.pk).update(name="=1+1")
        content = self.client.get("/api/using-up/inventory.csv").content.decode("utf-8-sig")
        rows = list(csv.reader(io.StringIO(content)))
        self.assertEqual(rows[0], ["What", "Name", "How much"])
        self.assertIn("'=1+1", [row[1] for row in rows], "no formula")


class TakenOutOfTheStash(StashCase):
    def test_finishing_takes_what_lies_on_the_page_and_taking_it_up_gives_it_back(self):
        self.finish()
        self.assertEqual(self.count(), 4)
        self.finish()
        self.assertEqual(self.count(), 4, "once, however often it is finished")
        put = {"key": "two", "embellishment": self.star.key, "x": 1.5, "y": 10.75, "turn": 0}
        self.do(kind="arrange", put=[put], words="one more")
        self.finish()
        self.assertEqual(self.count(), 3)
        self.put_right(place="the roof")
        self.assertEqual(self.count(), 3)
        self.put_right(finished=None)
        self.assertEqual(self.count(), 5)

    def test_no_more_is_taken_than_there_is(self):
        Embellishment.objects.filter(pk=self.star.pk).update(count=0)
        self.finish()
        self.assertEqual(self.count(), 0)
        self.put_right(finished=None)
        self.assertEqual(self.count(), 0, "nothing was taken, nothing comes back")
        Embellishment.objects.filter(pk=self.star.pk).update(count=None)
        self.finish()
        self.assertIsNone(self.count(), "it never runs out")


class Boxes(StashCase):
    def test_what_lies_in_a_box(self):
        photo = Photo.objects.order_by("pk").first()
        number = self.box(papers=[self.old.pk], embellishments=[self.star.pk], photos=[photo.pk])
        box = self.ask("get", f"boxes/{number}/")
        self.assertEqual(box["words"], "1 paper, 1 embellishment, 1 photo")
        box = self.ask("post", f"boxes/{number}/pieces/", {"line": "3 photo mats 4 1/4 x 6 1/4"}, 201)
        self.assertEqual(
            box["pieces"][0] | {"id": 0}, {"id": 0, "name": "photo mats", "count": 3, "size": "4 1/4 × 6 1/4 in"}
        )
        piece = box["pieces"][0]["id"]
        self.assertEqual(self.ask("patch", f"boxes/{number}/pieces/{piece}/", {"count": 2})["words"][-8:], "2 pieces")
        self.assertEqual(self.ask("patch", f"boxes/{number}/pieces/{piece}/", {"count": 0})["pieces"], [])
        self.ask("patch", f"boxes/{number}/pieces/{piece}/", {"count": 1}, 404)
        box = self.ask("patch", f"boxes/{number}/", {"name": "Moss and stars", "papers": []})
        self.assertEqual((box["name"], box["words"]), ("Moss and stars", "1 embellishment, 1 photo"))
        self.ask("delete", f"boxes/{number}/", status=204)
        self.assertEqual(self.ask("get", "boxes/"), [])
        self.ask("post", "deleted/", {"kind": "box", "id": number})
        self.assertEqual(len(self.ask("get", "boxes/")), 1)

    def test_what_cannot_be_in_it_is_refused_and_nothing_is_kept(self):
        others = Photo.objects.create(owner=self.otto, name="not hers", width=10, height=10)
        for body in ({"photos": [others.pk]}, {"papers": [10_000_000]}, {"name": "x" * 81}, {"papers": "all"}):
            with self.subTest(body):
                self.assertGreater(len(self.ask("post", "boxes/", {"name": "Moss", **body}, 400)["detail"]), 10)
        self.assertEqual(ProjectBox.objects.count(), 0)
        number = self.box()
        self.assertIn("3 photo mats", self.ask("post", f"boxes/{number}/pieces/", {"line": "0 leaves"}, 400)["detail"])

    def test_boxes_in_few_questions(self):
        self.box(papers=[self.old.pk])
        with self.assertNumQueries(8):
            self.ask("get", "boxes/")
        for _ in range(4):
            self.box(papers=[self.old.pk, self.kraft], embellishments=[self.star.pk])
        with self.assertNumQueries(8):
            self.ask("get", "boxes/")

    def test_a_page_made_from_a_box_is_offered_what_lies_in_it(self):
        leaf = {"name": "spare leaf", "kind": "sprig", "form": "leaf", "width": "1 1/8", "height": "3/8"}
        self.ask("post", "embellishments/", {**leaf, "colours": ["#6b7a3a"]}, 201)
        number = self.box(papers=[self.old.pk], embellishments=[])
        before = self.papers()
        place = next(one for one in before["places"] if one["letter"] == "B")
        self.assertEqual(self.suited(place["letter"]), {"kraft", "moss stripe"})
        self.assertEqual(
            self.ask("put", f"pages/{self.page}/box/", {"box": number})["box"], {"id": number, "name": "Moss"}
        )
        self.assertEqual(self.suited(place["letter"]), {"moss stripe"})
        laid = self.papers()
        self.assertEqual(laid["to_buy"], before["to_buy"], "what lies there of the rest of the stash is no lack")
        self.assertEqual([one["laid"] for one in laid["places"]], [one["laid"] for one in before["places"]])
        self.assertIn("spare leaf", self.pieces(), "a box without embellishments limits none")
        self.ask("patch", f"boxes/{number}/", {"embellishments": [self.star.pk]})
        self.assertNotIn("spare leaf", self.pieces())
        self.ask("delete", f"boxes/{number}/", status=204)
        self.assertIsNone(self.ask("get", f"pages/{self.page}/")["box"], "a box that was put aside limits nothing")
        self.assertEqual(self.suited(place["letter"]), {"kraft", "moss stripe"})
        self.ask("put", f"pages/{self.page}/box/", {"box": number}, 404)
        self.assertIsNone(self.ask("put", f"pages/{self.page}/box/", {"box": None})["box"])

    def papers(self):
        return self.ask("post", f"pages/{self.page}/papers/", {})

    def suited(self, letter):
        told = self.ask("post", f"pages/{self.page}/papers/suited/", {"place": letter, "more": True})
        return {one["paper"]["name"] for one in told}

    def pieces(self):
        told = self.ask("post", f"pages/{self.page}/clusters/", {"formation": "a triangle", "rich": True})
        return {piece["name"] for plan in told for piece in plan["accents"]}

    def test_what_lies_longest_is_set_aside_for_a_page(self):
        box = self.ask("post", "using-up/longest/", status=201)
        self.assertEqual({one["name"] for one in box["papers"]}, {"moss stripe", "kraft"})
        self.assertEqual([one["name"] for one in box["embellishments"]], ["wooden star"])
        self.assertEqual(box["photos"], [], "every event has a page")
        waiting = self.add_photo()
        Photo.objects.filter(pk=waiting.pk).update(taken=datetime(2025, 3, 3, 12, tzinfo=UTC))
        self.assertEqual(
            [one["id"] for one in self.ask("post", "using-up/longest/", status=201)["photos"]], [waiting.pk]
        )
        Paper.objects.all().delete()
        self.assertIn("no paper", self.ask("post", "using-up/longest/", status=400)["detail"])

    def test_only_sketches_that_its_papers_are_enough_for(self):
        bands = [row(f"band-{at}", "strip", 0, 3 * at, 12, 2, paper=f"{at}") for at in range(3)]
        three = data_of(*bands, row("p", "photo", 1, 1, 4, 6, level=1))
        self.add_sketch(data={**three, "name": "Three papers"})
        photo = Photo.objects.order_by("pk").first()
        number = self.box(papers=[self.old.pk])
        body = {"photos": [photo.pk], "format": "12x12"}
        every = {one["name"] for one in self.ask("post", "finder/", body) if one["sketch"]}
        few = {one["name"] for one in self.ask("post", "finder/", {**body, "box": number}) if one["sketch"]}
        self.assertEqual(every - few, {"Three papers"})
        self.assertTrue(few)
        self.ask("post", "finder/", {**body, "box": 10_000_000}, 404)
        made = self.ask("post", "pages/", {"sketch": self.add_sketch().pk, "format": "12x12", "box": number}, 201)
        self.assertEqual(made["box"]["id"], number)

    def test_others_see_none_of_it(self):
        number = self.box(papers=[self.old.pk])
        piece = self.ask("post", f"boxes/{number}/pieces/", {"line": "a leaf"}, 201)["pieces"][0]["id"]
        strange = Client()
        strange.force_login(self.otto)
        for method, path, body in (
            ("get", f"boxes/{number}/", None), ("patch", f"boxes/{number}/", {}), ("delete", f"boxes/{number}/", {}),
            ("post", f"boxes/{number}/pieces/", {"line": "a leaf"}),
            ("patch", f"boxes/{number}/pieces/{piece}/", {"count": 0}),
            ("put", f"pages/{self.page}/box/", {"box": number}),
        ):  # fmt: skip
            with self.subTest(path=path):
                self.assertEqual(self.send(method, path, body, client=strange).status_code, 404)
        self.assertEqual(self.send("get", "boxes/", client=strange).json(), [])
        told = self.send("get", "using-up/", client=strange).json()
        self.assertEqual(told, {"oldest": [], "last_sheets": [], "kits": [], "never_used": [], "years": []})


class InTheZip(Box, StashCase):
    def test_boxes_come_back_equal(self):
        photo = self.add_photo(colour="plum")
        number = self.box(papers=[self.old.pk, self.kraft], embellishments=[self.star.pk], photos=[photo.pk])
        self.ask("post", f"boxes/{number}/pieces/", {"line": "3 photo mats 4 1/4 x 6 1/4"}, 201)
        self.ask("put", f"pages/{self.page}/box/", {"box": number})
        self.finish()
        before = self.ask("get", f"boxes/{number}/")
        answer = self.restore(self.packed())
        self.assertEqual(answer.status_code, 201, answer.content[:300])
        mine = ProjectBox.objects.get(owner=self.ada)
        after = self.empty.get(f"/api/boxes/{mine.pk}/").json()
        for name in ("name", "words"):
            self.assertEqual(after[name], before[name])
        for name in ("papers", "embellishments", "photos", "pieces"):
            self.assertEqual([one["name"] for one in after[name]], [one["name"] for one in before[name]], name)
        page = Page.objects.get(owner=self.ada, name="Roof")
        self.assertEqual(page.box, mine)
        year = date.today().year
        self.assertEqual(
            self.empty.get(f"/api/using-up/years/{year}/").json(), self.ask("get", f"using-up/years/{year}/")
        )
        star = Embellishment.objects.get(owner=self.ada, name="wooden star")
        self.assertEqual((star.count, page.log.taken), (4, {star.key: 1}))
