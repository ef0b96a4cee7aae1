"""Scraps and short sheets: what is worth doing with them, as the cutting step tells it. Common practice, no source."""

from inkquilt.lengths import Unit
from server.stash.services import enter_line
from tests.api.base import ApiTestCase
from tests.building import data_of, row


class Scraps(ApiTestCase):
    def laid(self, *rows, **papers):
        """Lay a page out and choose its papers, by letter: a line of the stash, and the side if it is the other."""
        data = data_of(row("base", "base", 0, 0, 12, 12, paper="A"), *rows)
        answer = self.send("post", "pages/", {"sketch": self.add_sketch(data=data).pk, "format": "12x12"}).json()
        self.page, self.version = answer["id"], answer["version"]
        for letter, (paper, side) in papers.items():
            self.do(kind="paper", paper=letter, stash_paper=paper.pk, side=side)

    def entered(self, *lines):
        *_, paper = [enter_line(owner=self.ida, line=line, unit=Unit.IN) for line in lines]
        return paper

    def do(self, **change):
        answer = self.change(self.page, self.version, **change)
        self.assertEqual(answer.status_code, 200, answer.content)
        self.version = answer.json()["version"]
        return answer.json()

    def advice(self):
        return self.send("get", f"pages/{self.page}/cutting/advice/").json()

    def table(self):
        return self.send("get", f"pages/{self.page}/cutting/?seconds=0").json()

    def pieces(self, paper):
        (found,) = (one for one in self.table()["papers"] if one["name"] == paper)
        return {piece["key"]: piece["size"] for piece in found["pieces"]}

    def test_a_band_comes_from_two_scraps_and_the_seam_is_named(self):
        kraft = self.entered("scrap kraft 8 x 2", "scrap kraft 4 1/2 x 2")
        self.laid(row("band", "strip", 0, 8, 12, 2, paper="B", level=1), B=(kraft, "A"))
        self.assertEqual(self.table()["without_place"], "1 piece has no place: 2 strip band.")
        (worth,) = self.advice()
        self.assertEqual(
            worth["words"], "Join strip band from 8 in × 2 in and 4 1/4 in × 2 in: the seam shows 8 in from the left"
        )
        self.assertTrue(worth["gain"].startswith("then everything has a place"))
        self.do(**worth["change"])
        self.assertEqual(self.pieces("kraft"), {"2a": "8 × 2", "2b": "4 1/4 × 2"})
        self.assertEqual((self.table()["without_place"], self.advice()), ("", []))
        card = str(self.send("get", f"pages/{self.page}/measures/").json())
        self.assertIn("4 1/4", card, "both parts stand on the measure card")
        whole = self.do(kind="seam", block="band")
        self.assertEqual(self.pieces("kraft"), {"2": "12 × 2"})
        self.assertEqual(whole["version"], self.version)

    def test_the_join_goes_under_what_hides_it(self):
        kraft = self.entered("scrap kraft 8 x 2", "scrap kraft 8 x 2")
        over = row("p", "photo", 5, 7, 3, 4, level=2)
        self.laid(row("band", "strip", 0, 8, 12, 2, paper="B", level=1), over, B=(kraft, "A"))
        worth = self.advice()
        self.assertEqual([one["change"]["kind"] for one in worth], ["saving"], "a hidden join needs no seam that shows")
        self.assertIn("pieces", worth[0]["words"])

    def test_a_seam_that_cannot_be_is_refused_with_what_would_do(self):
        self.laid(row("band", "strip", 0, 8, 12, 2, paper="B", level=1), row("c", "tag", 1, 1, 2, 2, shape="circle"))
        for more, words in [
            ({"block": "band", "at": "11 3/4"}, "from 1/2 in to 11 1/2 in"),
            ({"block": "band", "at": "soon"}, "seam"),
            ({"block": "c", "at": "1"}, "only a rectangle"),
            ({"block": "base", "at": "1"}, "no base"),
        ]:
            with self.subTest(more=more):
                answer = self.change(self.page, self.version, kind="seam", **more)
                self.assertEqual(answer.status_code, 400)
                self.assertIn(words, answer.json()["detail"])

    def test_a_mat_is_shifted_when_the_sheet_is_too_short(self):
        """6 1/4 does not come out of 6 in, 6 does: the mat shows below and at its sides."""
        kraft = self.entered("scrap kraft 5 x 6")
        self.laid(
            row("m", "mat", "7/8", "7/8", "4 1/4", "6 1/4", of="p", paper="B", level=1),
            row("p", "photo", 1, 1, 4, 6, level=2),
            B=(kraft, "A"),
        )
        worth = self.advice()
        self.assertEqual(
            worth[0]["words"], "Cut mat of p 4 1/4 in × 6 in and shift it: it shows below and on both sides"
        )
        self.assertTrue(worth[0]["gain"].startswith("then everything has a place"))
        page = self.do(**worth[0]["change"])
        (mat,) = (b for b in page["fit"]["board"]["blocks"] if b["id"] == "m")
        self.assertEqual((mat["x"], mat["y"], mat["width"], mat["height"]), (0.875, 1.125, 4.25, 6))
        self.assertEqual(self.pieces("kraft"), {"2": "4 1/4 × 6"})
        answer = self.change(self.page, self.version, kind="offset-mat", block="m", down=True)
        self.assertIn("no straight mat that shows on both sides", answer.json()["detail"])

    def test_a_panel_and_its_frame_come_out_of_one_sheet_with_the_middle_turned_over(self):
        kraft = self.entered("2 kraft 12x12")
        self.laid(
            row("panel", "paper", 1, 1, 10, 10, paper="B", level=1),
            row("inner", "paper", 2, 2, 8, 8, paper="C", level=2),
            B=(kraft, "A"),
            C=(kraft, "B"),
        )
        self.assertTrue(self.table()["summary"].startswith("3 new sheets"))  # the base is one of them
        worth = next(one for one in self.advice() if one["change"]["block"] == "panel")
        self.assertIn("turn it over: lay both on a carrier, a hairline may show", worth["words"])
        self.assertTrue(worth["gain"].startswith("1 sheet less"))
        self.do(**worth["change"])
        table = self.table()
        self.assertTrue(table["summary"].startswith("2 new sheets"))
        (paper,) = (one for one in table["papers"] if one["name"] == "kraft")
        middle = next(sheet for sheet in paper["sheets"] if sheet["kind"] == "middle")
        self.assertEqual([placed["key"] for placed in middle["placed"]], ["3"])
        (saving,) = (one for one in table["savings"] if one["block"] == "panel")
        self.assertEqual((saving["kind"], saving["on"]), ("inlay", True))

    def test_of_nested_circles_the_smaller_one_comes_out_of_the_larger(self):
        kraft = self.entered("2 kraft 12x12")
        rows = [
            row(f"c{n}", "paper", (12 - w) / 2, (12 - w) / 2, w, w, shape="circle", paper=paper, level=n)
            for n, w, paper in ((1, 10, "B"), (2, 8, "C"), (3, 6, "B"))
        ]
        self.laid(*rows, B=(kraft, "A"))
        worth = next(one for one in self.advice() if one["change"]["block"] == "c1")
        self.assertEqual(worth["words"], "Cut paper c3 out of the hidden middle of paper c1")
        self.do(**worth["change"])
        self.assertEqual(self.pieces("kraft"), {"2+4": "10 × 10"})
        run = self.send("post", f"pages/{self.page}/cutting/run/").json()
        sheet = next(paper for paper in run["table"]["papers"] if paper["name"] == "kraft")["sheets"][0]
        done = {"version": run["version"], "sheet": sheet["id"], "done": len(sheet["steps"])}
        run = self.send("patch", f"pages/{self.page}/cutting/run/", done).json()
        self.assertEqual(set(run["finished"]), {2, 4})
