"""A cut file: its openings are kept, a paper behind each gives a backing, and the backings are planned."""

from django.core.files.uploadedfile import SimpleUploadedFile

from inkquilt.lengths import Unit
from server.stash.services import enter_line
from tests.api.base import ApiTestCase

#: A piece of lace 8 x 8 in with three openings, two square ones and a lozenge, in one path; and a photo.
CUT_FILE = b"""<svg xmlns="http://www.w3.org/2000/svg" width="12in" height="12in" viewBox="0 0 12 12">
<rect id="base" width="12" height="12"/>
<path id="lace" fill-rule="evenodd"
 d="M2 2h8v8h-8z M3 3h2v2h-2z M6 3h3v2h-3z M6 6l2 1.5l-2 1.5l-2 -1.5z"/>
</svg>"""


class CutFile(ApiTestCase):
    def lay_out(self):
        super().lay_out()
        answer = self.client.post("/api/drafts/", {"file": SimpleUploadedFile("lace.svg", CUT_FILE)})
        self.assertEqual(answer.status_code, 200, answer.content)
        (found,) = answer.json()
        self.draft = found["draft"]
        sketch = self.add_sketch(data=self.draft["data"])
        page = self.send("post", "pages/", {"sketch": sketch.pk, "format": "12x12"}).json()
        self.page, self.version = page["id"], page["version"]
        lines = ("1 rose 12x12", "scrap mint 4 x 4", "1 gold 12x12")
        self.rose, self.mint, self.gold = (enter_line(owner=self.ida, line=line, unit=Unit.IN) for line in lines)

    def do(self, status=200, **change):
        answer = self.change(self.page, self.version, **change)
        self.assertEqual(answer.status_code, status, answer.content)
        if status == 200:
            self.version = answer.json()["version"]
        return answer.json()

    def behind(self, opening, paper, **more):
        return self.do(kind="behind", block="lace", opening=opening, stash_paper=paper and paper.pk, **more)

    def papers(self):
        table = self.send("get", f"pages/{self.page}/cutting/?seconds=0").json()
        return {one["name"]: {p["name"]: p["size"] for p in one["pieces"]} for one in table["papers"]}

    def lace(self, page):
        return next(block for block in page["fit"]["board"]["blocks"] if block["id"] == "lace")

    def test_its_openings_are_kept_as_they_were_drawn(self):
        (lace,) = (block for block in self.draft["data"]["blocks"] if block["id"] == "lace")
        self.assertEqual((lace["role"], lace["shape"], len(lace["openings"])), ("paper", "polygon", 3))
        page = self.send("get", f"pages/{self.page}/").json()
        rings = [opening["points"] for opening in self.lace(page)["openings"]]
        self.assertIn([3, 3], rings[1] + rings[2])
        self.assertEqual(sorted(len(ring) for ring in rings), [4, 4, 4])
        self.assertFalse(any(opening["backed"] for opening in self.lace(page)["openings"]))

    def order(self, page):
        """Return which opening is the square one, the wide one and the lozenge."""
        widths = [
            max(x for x, _ in one["points"]) - min(x for x, _ in one["points"]) for one in self.lace(page)["openings"]
        ]
        return sorted(range(3), key=lambda place: widths[place])

    def test_a_paper_behind_each_gives_its_backing_with_a_lip_and_they_are_planned(self):
        square, wide, lozenge = self.order(self.send("get", f"pages/{self.page}/").json())
        self.behind(square, self.mint)
        self.behind(wide, self.mint)
        page = self.behind(lozenge, self.rose, side="B")
        shown = self.lace(page)["openings"]
        self.assertTrue(all(opening["backed"] for opening in shown))
        self.assertNotEqual(shown[square]["look"], shown[lozenge]["look"])
        papers = self.papers()
        name = "behind opening {} of paper lace".format
        self.assertEqual(
            papers["mint"], {name(square + 1): "2 1/2 × 2 1/2", name(wide + 1): "3 1/2 × 2 1/2"}, "a lip of 1/4 in"
        )
        self.assertEqual(papers["rose"], {name(lozenge + 1): "4 1/2 × 3 1/2"})
        table = self.send("get", f"pages/{self.page}/cutting/?seconds=0").json()
        # 2 1/2 x 2 1/2 and 3 1/2 x 2 1/2 do not both come out of one scrap 4 x 4.
        self.assertIn("1 piece has no place", table["without_place"])
        self.behind(wide, self.gold)
        self.assertEqual(set(self.papers()["gold"]), {name(wide + 1)})
        self.assertEqual(set(self.papers()["mint"]), {name(square + 1)})

    def test_taken_away_it_is_open_again_and_undo_puts_it_back(self):
        self.behind(0, self.mint)
        page = self.behind(0, None)
        self.assertFalse(self.lace(page)["openings"][0]["backed"])
        self.assertNotIn("mint", self.papers())
        undone = self.send("post", f"pages/{self.page}/undo/", {"version": self.version}).json()
        self.assertTrue(self.lace(undone)["openings"][0]["backed"])

    def test_the_lip_goes_for_backings_too(self):
        square, _, _ = self.order(self.send("get", f"pages/{self.page}/").json())
        self.behind(square, self.mint)
        self.do(kind="lip", lip="1/2")
        self.assertEqual(list(self.papers()["mint"].values()), ["3 × 3"])

    def test_what_is_not_there_is_refused(self):
        for change, words in [
            ({"opening": 3}, "has no opening 4"),
            ({"stash_paper": 99_999}, "not in your stash"),
            ({"block": "base"}, "has no opening 1"),
        ]:
            with self.subTest(change=change):
                asked = {"kind": "behind", "block": "lace", "opening": 0, "stash_paper": self.mint.pk, **change}
                self.assertIn(words, self.do(400, **asked)["detail"])

    def test_its_files_have_the_openings(self):
        self.behind(0, self.mint)
        drawn = self.send("get", f"pages/{self.page}/files/page.svg").content.decode()
        self.assertIn('fill-rule="evenodd"', drawn)
        self.assertIn('data-id="lace-opening-1"', drawn)
        mat = self.send("get", f"pages/{self.page}/cutting/machine/?width=13&height=13").json()
        self.assertEqual((mat["pieces"], len(mat["strokes"])), (["2"], 4))
        self.assertEqual(mat["faults"], [])
        self.assertEqual(self.send("get", f"pages/{self.page}/files/page.pdf").status_code, 200)
