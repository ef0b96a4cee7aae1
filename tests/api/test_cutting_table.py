"""The stash, a page's papers and cuts, cutting at the table, trimmers, and the cutplan command."""

import csv
import io
import json
import tempfile
from importlib import import_module
from pathlib import Path
from unittest import mock

import ezdxf
import jsonschema
from django.apps import apps
from django.core.management import call_command
from django.test import SimpleTestCase
from pypdf import PdfReader

from inkquilt.lengths import INCH, Unit
from server.cutting.models import CutRun
from server.stash.models import Paper, PaperStock
from server.stash.services import enter_line
from tests.api.base import ApiTestCase
from tests.building import data_of, row

SCHEMA = json.loads((Path(__file__).parents[2] / "docs" / "schemas" / "cut-plan.schema.json").read_text("utf-8"))
#: A base, a directional band, two mats of a size.
PAGE = data_of(
    row("base", "base", 0, 0, 12, 12, paper="A"),
    row("band", "strip", 0, 8, 12, 2, paper="B", level=1),
    row("m1", "mat", 1, 1, "4 1/4", "6 1/4", of="p1", paper="white", level=2),
    row("p1", "photo", "1 1/8", "1 1/8", 4, 6, level=3),
    row("m2", "mat", "6 1/2", 1, "4 1/4", "6 1/4", of="p2", paper="white", level=2),
    row("p2", "photo", "6 5/8", "1 1/8", 4, 6, level=3),
)


#: A base hidden under a photo, and a tag of the same paper.
HIDDEN = data_of(
    row("base", "base", 0, 0, 12, 12, paper="A"),
    row("p", "photo", 2, 1.5, 8, 8, level=2),
    row("t", "tag", 3, 10, 4, 1.5, paper="A", level=3),
)


class Advice(ApiTestCase):
    def laid(self):
        return self.send(
            "post", "pages/", {"sketch": self.add_sketch(data=HIDDEN).pk, "format": "12x12", "name": "Roof"}
        ).json()

    def test_what_is_worth_doing_comes_with_its_gain_and_the_change_that_does_it(self):
        """The base is gutted and the tag cut out of its middle: common practice, no source."""
        page = self.laid()
        kraft = enter_line(owner=self.ida, line="3 kraft 12x12", unit=Unit.IN)
        answer = self.change(page["id"], page["version"], kind="paper", paper="A", stash_paper=kraft.pk).json()
        (advice,) = self.send("get", f"pages/{page['id']}/cutting/advice/").json()
        self.assertEqual(advice["change"], {"kind": "saving", "block": "base", "on": True})
        self.assertTrue(advice["words"].startswith("Gut base"))
        self.assertIn("1 sheet less", advice["gain"])
        before = self.send("get", f"pages/{page['id']}/cutting/").json()
        self.assertEqual((before["summary"].split(",")[0], before["without_place"]), ("2 new sheets", ""))
        answer = self.change(page["id"], answer["version"], **advice["change"]).json()
        after = self.send("get", f"pages/{page['id']}/cutting/").json()
        self.assertEqual(after["summary"].split(",")[0], "1 new sheet")
        self.assertEqual(self.send("get", f"pages/{page['id']}/cutting/advice/").json(), [], "nothing is left to do")

    def test_what_has_no_place_is_said_at_the_head_and_at_the_table(self):
        page = self.laid()
        scrap = enter_line(owner=self.ida, line="scrap kraft 5 x 5", unit=Unit.IN)
        self.change(page["id"], page["version"], kind="paper", paper="A", stash_paper=scrap.pk)
        self.assertEqual(
            self.send("get", f"pages/{page['id']}/cutting/").json()["without_place"], "1 piece has no place: 1 base."
        )
        run = self.send("post", f"pages/{page['id']}/cutting/run/").json()
        self.assertIn("1 base", run["table"]["without_place"])

    def test_anothers_page_is_not_told_of(self):
        page = self.add_page(owner=self.otto)
        self.assertEqual(self.send("get", f"pages/{page.pk}/cutting/advice/").status_code, 404)


class Stash(ApiTestCase):
    def test_papers_are_entered_found_described_and_put_aside(self):
        first = self.send("post", "stash/papers/", {"line": "2 navy 12x12, directional / cream"}).json()
        again = self.send("post", "stash/papers/", {"line": "1 navy 12x12"}).json()
        self.assertEqual((again["id"], again["stocks"][0]["count"]), (first["id"], 3))
        self.send("post", "stash/papers/", {"line": "scrap navy 3 x 5"})
        self.send("post", "stash/papers/", {"line": "2 mint dot 12x12 small print"})
        found = self.send("get", "stash/papers/?words=small%20mint").json()["results"]
        self.assertEqual([paper["name"] for paper in found], ["mint dot"])
        path = f"stash/papers/{first['id']}/"
        told = self.send(
            "patch", path, {"finish": "matte", "back": {"kind": "floral", "colours": ["#aabbcc"], "directional": True}}
        )
        self.assertEqual((told.json()["finish"], told.json()["back"]["kind"]), ("matte", "floral"))
        bad = self.send("patch", path, {"front": {"kind": "busy", "colours": ["red"], "directional": True}})
        self.assertEqual(bad.status_code, 400)
        stock = {stock["size"]: stock for stock in told.json()["stocks"]}
        gone = self.send("patch", f"{path}stock/{stock['3 × 5 in']['id']}/", {"count": 0}).json()
        self.assertEqual([row["size"] for row in gone["stocks"]], ["12 × 12 in"])
        self.assertEqual(
            self.send("post", f"{path}stock/", {"kind": "scrap", "width": "-1", "height": "2"}).status_code, 400
        )
        more = self.send("post", f"{path}stock/", {"kind": "scrap", "width": "2 1/2", "height": "7"})
        self.assertEqual(more.status_code, 201, more.content)
        self.assertEqual([row["size"] for row in more.json()["stocks"]], ["2 1/2 × 7 in", "12 × 12 in"])  # scraps first
        self.send("delete", path)
        self.assertEqual(len(self.send("get", "stash/papers/").json()["results"]), 1)
        self.send("post", "deleted/", {"kind": "paper", "id": first["id"]})
        self.assertEqual(len(self.send("get", "stash/papers/").json()["results"]), 2)

    def test_the_list_takes_the_same_few_queries_for_many(self):
        for name in ("navy", "mint", "cream"):
            enter_line(owner=self.ida, line=f"2 {name} 12x12", unit=Unit.IN)
        with self.assertNumQueries(8):  # session, user, count, papers, stocks, pictures, scraps, what she measures in
            self.send("get", "stash/papers/")


class CuttingCase(ApiTestCase):
    def setUp(self):
        super().setUp()
        self.enterContext(mock.patch("server.cutting.run.SECONDS", 0.1))  # a good plan is soon found for so few
        self.page = self.add_own_page()
        self.white = enter_line(owner=self.ida, line="2 white 12x12", unit=Unit.IN)
        self.version = 1

    def add_own_page(self):
        sketch = self.add_sketch(data=PAGE)
        answer = self.send("post", "pages/", {"sketch": sketch.pk, "format": "12x12"})
        self.assertEqual(answer.status_code, 201, answer.content)
        return answer.json()["id"]

    def do(self, **change):
        answer = self.change(self.page, self.version, **change)
        self.assertEqual(answer.status_code, 200, answer.content)
        self.version = answer.json()["version"]
        return answer.json()

    def table(self):
        answer = self.send("get", f"pages/{self.page}/cutting/?seconds=0")
        self.assertEqual(answer.status_code, 200, answer.content)
        return {paper["name"]: paper for paper in answer.json()["papers"]}, answer.json()

    def counts(self):
        rows = PaperStock.objects.filter(paper=self.white)
        return {(row.kind, row.width / INCH, row.height / INCH): row.count for row in rows}


class Describing(CuttingCase):
    def test_a_price_is_read_as_typed_and_sizes_are_told_in_what_she_measures_in(self):
        for typed, kept in (("1,20", 120), ("3", 300), ("", None)):
            answer = self.send("patch", f"stash/papers/{self.white.pk}/", {"price": typed})
            self.assertEqual(answer.json()["price"], kept)
        refused = self.send("patch", f"stash/papers/{self.white.pk}/", {"price": "dear"})
        self.assertEqual((refused.status_code, refused.json()["code"]), (400, "unreadable-price"))
        a4 = self.send("post", "stash/papers/", {"line": "3 pale 210x297", "unit": "mm"}).json()
        self.assertEqual(a4["stocks"][0]["size"], "A4")
        self.send("put", "session/usual/", {"unit": "mm", "format": "a4"})
        sizes = {
            stock["size"] for paper in self.send("get", "stash/papers/").json()["results"] for stock in paper["stocks"]
        }
        self.assertIn("210 × 297 mm", sizes)
        self.assertTrue(all(size.endswith(" mm") for size in sizes), sizes)


class Tables(CuttingCase):
    def test_a_paper_is_chosen_for_a_letter_or_by_touching_a_piece_and_shows_on_the_board(self):
        page = self.do(kind="paper", block="m1", stash_paper=self.white.pk, side="B")
        looks = {block["id"]: block["look"] for block in page["fit"]["board"]["blocks"]}
        self.assertEqual(looks["m1"], {"colour": "#e9e1cf", "kind": "solid", "lie": None, "picture": None})
        self.assertIsNone(looks["m2"])  # on that piece alone, though both were of one paper
        letters = {block["id"]: block["paper"] for block in page["fit"]["board"]["blocks"]}
        self.assertEqual((letters["m1"], letters["m2"]), ("C", "white"))
        touches = {one["block"]: (one["paper"], one["alike"]) for one in page["touches"]}
        self.assertEqual((touches["p1"], touches["m2"], touches["p2"]), (("C", 0), ("white", 0), ("white", 0)))
        both = self.do(kind="paper", paper="white", stash_paper=self.white.pk, side="B")
        now = {block["id"]: block["look"] for block in both["fit"]["board"]["blocks"]}
        self.assertEqual((now["m1"], now["m2"]), (looks["m1"], looks["m1"]))
        papers, _ = self.table()
        self.assertEqual(
            (papers["white"]["stash_paper"], papers["white"]["in_hand"]), (self.white.pk, "2 sheets 12 × 12")
        )
        self.do(kind="paper", paper="white", stash_paper=None)
        self.assertIsNone(self.table()[0]["white"]["stash_paper"])
        refused = self.change(self.page, self.version, kind="paper", paper="nowhere", stash_paper=self.white.pk)
        self.assertEqual(refused.json()["faults"][0]["code"], "unknown-paper")
        foreign = enter_line(owner=self.otto, line="2 white 12x12", unit=Unit.IN)
        refused = self.change(self.page, self.version, kind="paper", paper="white", stash_paper=foreign.pk)
        self.assertEqual(refused.json()["faults"][0]["code"], "unknown-stash-paper")

    def test_both_sides_of_one_paper_are_cut_from_the_same_sheets(self):
        self.do(kind="paper", paper="white", stash_paper=self.white.pk, side="A")
        self.do(kind="paper", paper="B", stash_paper=self.white.pk, side="B")
        papers, _ = self.table()
        self.assertEqual({piece["side"] for piece in papers["white"]["pieces"]}, {"A", "B"})
        self.assertEqual(len(papers["white"]["sheets"]), 1)

    def test_a_saving_switched_on_gives_a_middle_that_is_cut_next(self):
        _, table = self.table()
        offered = {saving["block"]: saving for saving in table["savings"]}
        self.assertEqual(
            offered["m1"]["words"],
            "Gut it: a middle of 3 1/4 in × 5 1/4 in for other pieces, four cuts inside the sheet.",
        )
        self.do(kind="saving", block="base", on=True)
        papers, table = self.table()
        self.assertTrue(next(s for s in table["savings"] if s["block"] == "base")["on"])
        (piece,) = papers["A"]["pieces"]
        self.assertEqual(len(piece["openings"]), 1)
        self.assertEqual(len(papers["A"]["sheets"][0]["steps"]), 4)

    def test_directional_papers_lie_upright_or_across(self):
        stripe = enter_line(owner=self.ida, line="1 stripe 4x12 stripe directional", unit=Unit.IN)
        self.do(kind="paper", paper="B", stash_paper=stripe.pk)
        papers, _ = self.table()
        self.assertIn("fits only the other way round", papers["stripe"]["lacking"][0])
        page = self.do(kind="lie", block="band", on=True)
        look = next(b["look"] for b in page["fit"]["board"]["blocks"] if b["id"] == "band")
        self.assertEqual(look["lie"], "across")
        self.assertEqual(self.table()[0]["stripe"]["lacking"], [])

    def test_what_is_lacking_is_told_and_put_on_the_shopping_list(self):
        tiny = enter_line(owner=self.ida, line="1 tiny 5x5", unit=Unit.IN)
        self.do(kind="paper", paper="white", stash_paper=tiny.pk)
        papers, table = self.table()
        self.assertEqual(len(papers["tiny"]["lacking"]), 2)
        self.assertEqual(table["to_buy"], [{"paper": "tiny", "words": "1 sheet of tiny, 12 × 12"}])

    def test_a_paper_put_aside_is_told_and_the_page_looks_the_same(self):
        self.do(kind="paper", paper="white", stash_paper=self.white.pk)
        self.send("delete", f"stash/papers/{self.white.pk}/")
        self.assertTrue(self.table()[0]["white"]["missing"])

    def test_a_lip_spare_copies_and_bad_ones(self):
        self.do(kind="copies", block="m1", count=2)
        self.assertEqual(len(self.table()[0]["white"]["pieces"]), 4)
        self.do(kind="lip", lip="1/2")
        self.assertEqual(self.table()[1]["lip"], "1/2")
        for change in (
            {"kind": "lip", "lip": "1/64"},
            {"kind": "lip", "lip": "soon"},
            {"kind": "copies", "block": "m1", "count": 99},
        ):
            self.assertEqual(self.change(self.page, self.version, **change).status_code, 400)

    def test_cut_sheets_are_printed_with_every_cut_and_listed_as_rows(self):
        self.do(kind="paper", paper="white", stash_paper=self.white.pk)
        self.do(kind="saving", block="m1", on=True)
        _, table = self.table()
        cuts = sum(len(sheet["steps"]) for paper in table["papers"] for sheet in paper["sheets"])
        pdf = self.send("get", f"pages/{self.page}/cutting/files/cuts.pdf?sheet=a4")
        self.assertIn("-cuts.pdf", pdf["Content-Disposition"])
        pages = PdfReader(io.BytesIO(pdf.content)).pages
        self.assertAlmostEqual(float(pages[0].mediabox.width), 210 * 72 / 25.4, places=2)
        text = " ".join(page.extract_text() for page in pages).replace("\u00a0", " ").replace("\n", " ")
        self.assertIn("cut away from you", text)
        self.assertIn("Stays: piece 3, a frame. Falls off: its middle (3 1/4 × 5 1/4).", text)
        listed = self.send("get", f"pages/{self.page}/cutting/files/cuts.csv").content.decode("utf-8-sig")
        rows = list(csv.DictReader(io.StringIO(listed)))
        self.assertEqual(len(rows), cuts)
        inside = [row for row in rows if row["Start"]]
        self.assertEqual({(row["Start"], row["Set to"]) for row in inside[:1]}, {("1/2 in", "1/2 in")})
        self.assertEqual(self.send("get", f"pages/{self.page}/cutting/files/cuts.pdf?sheet=b5").status_code, 400)

    def test_everything_kept_comes_back_with_its_papers(self):
        self.do(kind="paper", paper="white", stash_paper=self.white.pk)
        packed = self.send("get", "everything/")
        content = b"".join(packed.streaming_content) if packed.streaming else packed.content
        self.client.force_login(self.otto)
        file = io.BytesIO(content)
        file.name = "all.zip"
        answer = self.client.post("/api/everything/", {"file": file})
        self.assertEqual(answer.status_code, 201, answer.content)
        page = self.send("get", "pages/").json()["results"][0]["id"]
        paper = Paper.objects.get(owner=self.otto)
        table = self.send("get", f"pages/{page}/cutting/").json()
        self.assertIn(paper.pk, [row["stash_paper"] for row in table["papers"]])


class ForTheMachine(CuttingCase):
    def file(self, query=""):
        answer = self.send("get", f"pages/{self.page}/cutting/machine/file/{query}")
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer

    def test_its_pieces_go_to_a_cutting_machine_in_true_size(self):
        self.do(kind="window", block="m1", left="1", top="1", right="1", bottom="1")
        drawn = self.file("?width=13&height=13")
        self.assertEqual(drawn["Content-Type"], "image/svg+xml")
        self.assertIn('width="13in"', drawn.content.decode())
        self.assertIn("mat1.svg", drawn["Content-Disposition"])
        plan = ezdxf.read(io.StringIO(self.file("?kind=dxf&width=13&height=13").content.decode()))
        self.assertEqual(len(plan.modelspace()), drawn.content.decode().count("<polygon"))

    def test_a_piece_that_its_mat_does_not_hold_is_named_with_what_would_do(self):
        self.do(kind="window", block="band", left="1", top="1/2", right="1", bottom="1/2")
        answer = self.send("get", f"pages/{self.page}/cutting/machine/file/")
        self.assertEqual(answer.status_code, 400)
        self.assertIn("Piece 2 is larger than the machine's mat allows. Take a larger mat", answer.json()["detail"])

    def test_a_mat_that_is_not_there_is_said(self):
        answer = self.send("get", f"pages/{self.page}/cutting/machine/file/?mat=50&width=13&height=13")
        self.assertEqual((answer.status_code, answer.json()["code"]), (404, "no-such-mat"))


class AtTheTable(CuttingCase):
    def setUp(self):
        super().setUp()
        self.do(kind="paper", paper="white", stash_paper=self.white.pk)
        self.run = self.send("post", f"pages/{self.page}/cutting/run/").json()
        paper = next(paper for paper in self.run["table"]["papers"] if paper["name"] == "white")
        self.sheet = paper["sheets"][0]

    def test_put_away_it_is_on_the_table_no_more_and_the_stash_stays(self):
        before = self.counts()
        self.assertEqual(self.send("delete", f"pages/{self.page}/cutting/run/").status_code, 204)
        self.assertEqual(self.send("get", f"pages/{self.page}/cutting/run/").status_code, 404)
        self.assertEqual(self.counts(), before)

    def tick(self, done, version=None, status=200):
        body = {"version": version or self.run["version"], "sheet": self.sheet["id"], "done": done}
        answer = self.send("patch", f"pages/{self.page}/cutting/run/", body)
        self.assertEqual(answer.status_code, status, answer.content)
        if status == 200:
            self.run = answer.json()

    def take_stock(self, status=200, **more):
        body = {"version": self.run["version"], "keep_above": "1 in", **more}
        answer = self.send("post", f"pages/{self.page}/cutting/run/stock/", body)
        self.assertEqual(answer.status_code, status, answer.content)
        if status == 200:
            self.run = answer.json()
        return answer.json()

    def test_when_all_is_cut_sheets_leave_the_stash_and_leftovers_come_in_and_undo_takes_it_back(self):
        before = self.counts()
        self.tick(len(self.sheet["steps"]))
        self.take_stock()
        self.assertEqual([key for key in self.run["made"] if key in ("3", "4")], ["3", "4"])
        after = self.counts()
        self.assertEqual(after[("sheet", 12, 12)], 1)
        self.assertEqual(sum(count for (kind, *_), count in after.items() if kind == "scrap"), len(after) - 1)
        self.assertTrue(all(min(w, h) >= 1 for _, w, h in after))
        self.assertFalse(any(paper["name"] == "white" and paper["pieces"] for paper in self.run["table"]["papers"]))
        undone = self.send("post", f"pages/{self.page}/cutting/run/undo/", {"version": self.run["version"]}).json()
        self.assertEqual(self.counts(), before)
        self.assertEqual((undone["made"], undone["done"][0]["steps"]), ([], len(self.sheet["steps"])))

    def test_a_spoiled_part_is_replaced_by_what_is_left_and_the_rest_planned_anew(self):
        self.tick(1)
        step = self.sheet["steps"][0]
        spoiled = {
            "sheet": self.sheet["id"],
            "part": step["kept"]["part"],
            "left": [{"width": "4 1/4", "height": "6 1/2"}],
        }
        self.take_stock(spoiled=spoiled)
        self.assertEqual(self.counts()[("scrap", 4.25, 6.5)], 1)
        white = next(paper for paper in self.run["table"]["papers"] if paper["name"] == "white")
        self.assertEqual((len(white["pieces"]), white["lacking"]), (2, []))
        self.assertIn("4 1/4 × 6 1/2", [sheet["size"] for sheet in white["sheets"]])

    def test_a_wrong_cut_stays_on_its_sheet(self):
        honey = enter_line(owner=self.ida, line="2 honey 12x12", unit=Unit.IN)
        self.do(kind="paper", paper="B", stash_paper=honey.pk)
        self.run = self.send("post", f"pages/{self.page}/cutting/run/").json()
        sheets = {paper["name"]: paper["sheets"] for paper in self.run["table"]["papers"]}
        (other,) = sheets["honey"]
        white = sheets["white"][0]
        for self.sheet in (other, white):
            self.tick(1)
        before = self.counts()
        spoiled = {"sheet": white["id"], "part": white["steps"][0]["kept"]["part"], "left": []}
        self.take_stock(spoiled=spoiled)
        after = {paper["name"]: paper["sheets"] for paper in self.run["table"]["papers"]}
        self.assertEqual(after["honey"], [other])
        self.assertIn({"sheet": other["id"], "steps": 1}, self.run["done"])
        self.assertNotIn(white["id"], [sheet["id"] for sheet in after["white"]])
        self.assertEqual(self.counts()[("sheet", 12, 12)], before[("sheet", 12, 12)] - 1)
        left = {(stock.kind, stock.count) for stock in honey.stocks.all()}
        self.assertEqual(left, {("sheet", 2)})  # it is cut on, and leaves the stash when that is settled
        self.undo()
        self.assertEqual(self.counts(), before)
        self.assertIn({"sheet": white["id"], "steps": 1}, self.run["done"])

    def undo(self):
        body = {"version": self.run["version"]}
        self.run = self.send("post", f"pages/{self.page}/cutting/run/undo/", body).json()

    def test_when_the_page_is_another_by_now_all_sheets_are_settled(self):
        self.tick(1)
        self.do(kind="copies", block="m1", count=1)
        step = self.sheet["steps"][0]
        self.take_stock(spoiled={"sheet": self.sheet["id"], "part": step["kept"]["part"], "left": []})
        self.assertFalse(any(one["steps"] for one in self.run["done"]))
        pieces = [piece["key"] for paper in self.run["table"]["papers"] for piece in paper["pieces"]]
        self.assertIn("3b", pieces)

    def test_a_piece_still_to_be_gutted_when_stock_is_taken_is_taken_up_as_it_lies(self):
        self.do(kind="saving", block="m1", on=True)
        self.run = self.send("post", f"pages/{self.page}/cutting/run/").json()
        paper = next(paper for paper in self.run["table"]["papers"] if paper["name"] == "white")
        self.sheet = next(s for s in paper["sheets"] if any(p["key"] == "3" for p in s["placed"]))
        self.tick(next(number for number, step in enumerate(self.sheet["steps"]) if step["inside"]))
        self.assertNotIn(3, self.run["finished"])
        self.take_stock()
        self.assertNotIn("3", self.run["made"])
        paper = next(paper for paper in self.run["table"]["papers"] if paper["name"] == "white")
        (sheet,) = (s for s in paper["sheets"] if any(p["key"] == "3" for p in s["placed"]))
        self.assertEqual((sheet["kind"], sheet["size"], len(sheet["steps"])), ("scrap", "4 1/4 × 6 1/4", 4))
        self.sheet = sheet
        self.tick(4)
        self.assertIn(3, self.run["finished"])
        self.take_stock()
        self.assertEqual(self.counts()[("scrap", 3.25, 5.25)], 1)
        self.assertNotIn(("scrap", 4.25, 6.25), self.counts())

    def test_a_finished_piece_that_is_spoiled_is_planned_again(self):
        steps = self.sheet["steps"]
        done, piece = next(
            (number, one)
            for number, step in enumerate(steps, 1)
            for one in (step["kept"], step["falls"])
            if one["becomes"] == "piece"
        )
        self.tick(done)
        self.take_stock(spoiled={"sheet": self.sheet["id"], "part": piece["part"], "left": []})
        self.assertNotIn(piece["piece"], self.run["made"])
        white = next(paper for paper in self.run["table"]["papers"] if paper["name"] == "white")
        self.assertIn(piece["piece"], [one["key"] for one in white["pieces"]])

    def test_stale_and_impossible_ticks_change_nothing(self):
        version = self.run["version"]
        self.tick(1)
        self.tick(2, version=version, status=409)
        self.tick(99, status=400)
        self.take_stock(400, spoiled={"sheet": self.sheet["id"], "part": "nowhere", "left": []})
        self.take_stock(400, spoiled={"sheet": "9.9", "part": "0", "left": []})
        self.take_stock(400, keep_above="soon")
        self.assertEqual(CutRun.objects.get().ticks, {self.sheet["id"]: 1})
        self.assertEqual(
            self.send("post", f"pages/{self.page}/cutting/run/undo/", {"version": self.run["version"]}).status_code, 409
        )

    def test_a_run_not_begun_follows_the_page_and_one_begun_says_that_it_is_old(self):
        self.do(kind="copies", block="m1", count=1)
        run = self.send("post", f"pages/{self.page}/cutting/run/").json()
        self.assertEqual((run["stale"], run["table"]["page_version"]), (False, self.version))
        self.send("patch", f"pages/{self.page}/cutting/run/", {"version": run["version"], "sheet": "0.0", "done": 0})
        self.run = run
        self.sheet = run["table"]["papers"][-1]["sheets"][0]
        self.run["version"] += 1
        self.tick(1)
        self.do(kind="copies", block="m1", count=0)
        self.assertTrue(self.send("post", f"pages/{self.page}/cutting/run/").json()["stale"])

    def test_what_changes_no_cut_leaves_a_run_as_it_is(self):
        """A title, a photo in its slot, a page renamed: all was cut, and stays cut."""
        for sheet in (one for paper in self.run["table"]["papers"] for one in paper["sheets"]):
            self.sheet = sheet
            self.tick(max(1, len(sheet["steps"])))
        before = self.send("post", f"pages/{self.page}/cutting/run/").json()
        photo = self.add_photo()
        self.do(kind="photo", block="p1", photo=photo.pk)
        self.do(kind="school", balance_school="sparse")
        self.version = self.send("patch", f"pages/{self.page}/", {"version": self.version, "name": "Roof"}).json()[
            "version"
        ]
        after = self.send("post", f"pages/{self.page}/cutting/run/").json()
        self.assertFalse(after["stale"])
        self.assertEqual({**after, "page_name": ""}, {**before, "page_name": ""})
        # What is cut otherwise is said, and what lay on the table is still there.
        self.do(kind="copies", block="m1", count=2)
        later = self.send("post", f"pages/{self.page}/cutting/run/").json()
        self.assertEqual((later["stale"], later["done"]), (True, after["done"]))

    def test_a_run_that_is_not_begun_stays_too(self):
        self.do(kind="school", balance_school="sparse")
        again = self.send("post", f"pages/{self.page}/cutting/run/").json()
        self.assertEqual((again["stale"], again["version"], again["table"]), (False, 1, self.run["table"]))

    def test_a_run_from_before_goes_by_the_pages_version(self):
        run = CutRun.objects.get()
        del run.table["terms"]
        run.save()
        self.tick(1)
        self.do(kind="school", balance_school="sparse")
        self.assertTrue(self.send("get", f"pages/{self.page}/cutting/run/").json()["stale"])


class TrimmerBox(ApiTestCase):
    ASKED = {"name": "Blue", "longest": "12 1/2", "widest": "12", "finest": "1/16", "narrowest": "1/8"}

    def test_trimmers_are_kept_changed_and_put_aside(self):
        kept = self.send("post", "trimmers/", {**self.ASKED, "stop_offset": "1"}).json()
        self.assertEqual((kept["longest"], kept["stop_offset"]), ("12 1/2", "1"))
        changed = self.send("put", f"trimmers/{kept['id']}/", {**self.ASKED, "stop_offset": None}).json()
        self.assertIsNone(changed["stop_offset"])
        for bad in ({"longest": "0"}, {"widest": "far"}, {"finest": "0"}, {"name": ""}):
            self.assertEqual(self.send("post", "trimmers/", {**self.ASKED, **bad}).status_code, 400)
        self.send("delete", f"trimmers/{kept['id']}/")
        self.assertEqual(self.send("get", "trimmers/").json(), [])

    def test_a_trimmer_shorter_than_the_sheet_refuses_and_says_so(self):
        self.send("post", "trimmers/", {**self.ASKED, "longest": "6", "widest": "6"})
        table = self.send("get", f"pages/{self.add_page().pk}/cutting/").json()
        verdicts = [v for p in table["papers"] for s in p["sheets"] for t in s["steps"] for v in t["verdicts"]]
        self.assertIn("Blue cuts 6 in at most, this is 12 in", verdicts)


class CutPlanCommand(SimpleTestCase):
    TASK = {
        "id": "demo",
        "pieces": [{"id": "p0", "w": 112, "h": 144, "rot": True}, {"id": "p1", "w": 112, "h": 48},
                   {"id": "p2", "w": 80, "h": 64}, {"id": "p3", "w": 32, "h": 128}, {"id": "p4", "w": 48, "h": 128}],
        "stocks": [{"id": "S", "w": 192, "h": 192, "kind": "sheet", "qty": None}],
    }  # fmt: skip

    def run_command(self, data, *words):
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        path = folder / "task.json"
        path.write_text(data if isinstance(data, str) else json.dumps(data), "utf-8")
        out, err, status = io.StringIO(), io.StringIO(), 0
        try:
            call_command("cutplan", str(path), "--json", *words, stdout=out, stderr=err)
        except SystemExit as stop:
            status = stop.code
        return status, json.loads(out.getvalue()), err.getvalue()

    def test_prints_a_proven_plan_in_the_units_of_the_file(self):
        status, plan, said = self.run_command(self.TASK)
        self.assertEqual((status, said), (0, ""))
        jsonschema.validate(plan, SCHEMA)
        self.assertEqual((plan["status"], plan["bound"], len(plan["sheets"]), plan["unplaced"]), ("optimal", 1, 1, []))
        self.assertEqual(sum(p["w"] * p["h"] for p in plan["sheets"][0]["placements"]), 192 * 192)

    def test_pieces_tied_to_a_paper_are_cut_from_it_only(self):
        side = {"w": 10, "h": 10}
        pieces = [{"id": "a", **side, "paper": "A"}, {"id": "b", **side, "paper": "B"}]
        sheet = {"w": 20, "h": 20, "qty": 1}
        stocks = [{"id": "SA", **sheet, "paper": "A"}, {"id": "any", **sheet, "paper": None}]
        task = {"id": "demo", "pieces": pieces, "stocks": stocks}
        _, plan, _ = self.run_command([task], "--id", "demo")
        where = {p["piece"]: sheet["stock"] for sheet in plan["sheets"] for p in sheet["placements"]}
        self.assertEqual(where["b"], "any")
        self.assertEqual(plan["unplaced"], [])

    def test_pieces_without_a_place_and_bad_files_are_told(self):
        status, plan, _ = self.run_command({**self.TASK, "stocks": [{"id": "S", "w": 20, "h": 20, "qty": 0}]})
        self.assertEqual((status, len(plan["unplaced"])), (1, 5))
        bad = {
            "pieces": [{"id": "a", "w": 0, "h": 2.5}, {"w": 1}],
            "stocks": [{"id": "s", "w": 1, "h": 1, "kind": "roll"}],
        }
        status, told, said = self.run_command(bad)
        self.assertEqual((status, len(told["errors"])), (2, 3))
        self.assertIn("whole numbers above 0", said)
        for broken in ("{", "[]", '"x"', "[[[["):
            self.assertEqual(self.run_command(broken)[0], 2)


class OldRuns(CuttingCase):
    def test_a_run_begun_before_pieces_were_asked_for_more_is_gone_on_with(self):
        self.do(kind="saving", block="m1", on=True)
        today = self.send("post", f"pages/{self.page}/cutting/run/").json()
        run = CutRun.objects.get()
        shown = run.table["shown"]
        del shown["troubles"], shown["page_papers"]
        for paper in shown["papers"]:
            del paper["motifs"]
            for piece in paper["pieces"]:
                piece |= {"opening": next(iter(piece.pop("openings")), None), "spares": 0}
                del piece["terms"]
            for sheet in paper["sheets"]:
                for placed in sheet["placed"]:
                    placed["opening"] = next(iter(placed.pop("openings")), None)
                    del placed["slant"]
                for step in sheet["steps"]:
                    del step["slant"], step["face_to_face"]
        run.save()
        import_module("server.cutting.migrations.0003_runs_tell_more").tell_more(apps, None)
        again = self.send("get", f"pages/{self.page}/cutting/run/").json()
        for paper in today["table"]["papers"]:
            for piece in paper["pieces"]:
                piece["terms"] = None
        today["table"]["page_papers"] = []
        self.assertEqual(again["table"], today["table"])

    def test_a_run_of_before_seams_is_told_in_todays_words(self):
        today = self.send("post", f"pages/{self.page}/cutting/run/").json()
        run = CutRun.objects.get()
        terms = [p["terms"] for one in run.table["shown"]["papers"] for p in one["pieces"] if p["terms"]]
        self.assertTrue(terms)
        for one in terms:
            del one["seam"], one["behind"]
        run.save()
        deed = run.deeds.create(words="what was cut", before={"table": json.loads(json.dumps(run.table))}, stash=[])
        import_module("server.cutting.migrations.0006_runs_tell_of_seams").tell_more(apps, None)
        self.assertEqual(self.send("get", f"pages/{self.page}/cutting/run/").json()["table"], today["table"])
        deed.refresh_from_db()
        run.refresh_from_db()
        self.assertEqual(deed.before["table"], run.table)
