"""What is asked of single pieces over the API: told on the board and in the plan, kept when it cannot be, undone."""

import io
import json
import zipfile

import numpy as np
from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image

from inkquilt.lengths import INCH, Unit
from server.stash.models import Paper, PaperPicture
from server.stash.services import enter_line
from server.tools.models import ShapingTool
from tests.api.answers import Client
from tests.api.test_cutting_table import CuttingCase
from tests.building import data_of, row


def stripes(width=300, height=200):
    """A photo of a striped sheet, mostly red."""
    pixels = np.full((height, width, 3), (200, 40, 40), np.uint8)
    pixels[:, ::10] = (250, 245, 230)
    out = io.BytesIO()
    Image.fromarray(pixels).save(out, "PNG")
    return SimpleUploadedFile("sheet.png", out.getvalue(), "image/png")


class Wishes(CuttingCase):
    def keys(self, paper):
        return {piece["key"]: piece["size"] for piece in self.table()[0][paper]["pieces"]}

    def on_board(self, block, page=None):
        page = page or self.send("get", f"pages/{self.page}/").json()
        return next(one for one in page["fit"]["board"]["blocks"] if one["id"] == block)

    def test_a_window_shows_what_is_behind_it_and_follows_its_piece(self):
        page = self.do(kind="window", block="base", left="1 1/4", top="2", right="", bottom="2 1/2", backing="B")
        window = self.on_board("base", page)["windows"][0]
        self.assertEqual((window["x"], window["width"], window["height"], window["backed"]), (1.25, 10.75, 7.5, True))
        self.assertEqual(self.keys("A"), {"1a": "12 × 12"})
        self.assertIn('data-id="base-window-1"', self.send("get", f"pages/{self.page}/files/page.svg").content.decode())
        self.assertEqual(self.keys("B"), {"1b": "11 × 8", "2": "12 × 2"})
        self.assertEqual(len(self.table()[0]["A"]["sheets"][0]["steps"]), 3)
        self.do(kind="format", format="letter", unit="in", width="8 1/2", height="11", sides=1)
        self.assertEqual(self.on_board("base")["windows"][0]["width"], 7.25)
        self.do(kind="close-window", block="base", count=0)
        self.assertEqual(self.on_board("base")["windows"], [])

    def test_a_window_that_its_piece_no_longer_has_room_for_is_told_and_kept(self):
        self.do(kind="window", block="base", left="5 1/2", top="1", right="5 1/2", bottom="1")
        self.do(kind="format", format="letter", unit="in", width="8 1/2", height="11", sides=1)
        papers, table = self.table()
        self.assertIn("8 1/2 in less 5 1/2 in and 5 1/2 in leaves 0 in", table["troubles"][0])
        self.assertEqual(papers["A"]["pieces"][0]["openings"], [])
        self.do(kind="format", format="12x12", unit="in", width="12", height="12", sides=1)
        self.assertEqual(self.on_board("base")["windows"][0]["width"], 1)

    def test_a_border_is_cut_from_the_printed_strip_of_its_sheet(self):
        ledger = enter_line(owner=self.ida, line="2 ledger 12x12", unit=Unit.IN)
        strip = {"name": "bee row", "side": "A", "left": "0", "top": "9 1/2", "width": "12", "height": "2 1/2",
                 "use": "a strip to cut off", "saved": True}  # fmt: skip
        answer = self.send("patch", f"stash/papers/{ledger.pk}/", {"motifs": [strip]})
        self.assertEqual(answer.status_code, 200, answer.content)
        self.do(kind="paper", block="band", stash_paper=ledger.pk, side="A")
        (piece,) = self.table()[0]["ledger"]["pieces"]
        ((printed),) = piece["terms"]["printed"]
        self.assertEqual(printed["name"], "bee row")
        self.do(**printed["change"])
        paper = self.table()[0]["ledger"]
        (placed,) = paper["sheets"][0]["placed"]
        self.assertEqual((placed["x"], placed["y"], placed["height"]), (0, 9.5, 2))
        self.assertIn("9 1/2 from the top", paper["pieces"][0]["terms"]["place"])
        # On the other side it is not printed.
        self.do(kind="paper", block="band", stash_paper=ledger.pk, side="B")
        self.assertEqual(self.table()[0]["ledger"]["pieces"][0]["terms"]["printed"], [])

    def test_what_is_lacking_is_bought_in_the_size_she_buys(self):
        for line in ("1 rose 8.5x11", "3 moss 8.5x11", "1 sand 8.5x11"):
            enter_line(owner=self.ida, line=line, unit=Unit.IN)
        tiny = enter_line(owner=self.ida, line="1 tiny 5x5", unit=Unit.IN)
        self.do(kind="paper", paper="white", stash_paper=tiny.pk)
        self.assertEqual(self.table()[1]["to_buy"], [{"paper": "tiny", "words": "1 sheet of tiny, 8 1/2 × 11"}])

    def test_a_mirrored_window_is_cut_face_to_face_for_the_facing_page(self):
        self.do(kind="window", block="base", left="1 1/4", top="2", right="0", bottom="2 1/2", mirrored=True)
        (first, second) = self.table()[0]["A"]["sheets"]
        self.assertEqual({step["face_to_face"] for step in first["steps"]}, {None})
        self.assertEqual({step["face_to_face"] for step in second["steps"]}, {"1a"})
        (hole,), (mirror,) = (sheet["placed"][0]["openings"] for sheet in (first, second))
        self.assertEqual((hole["x"], mirror["x"]), (1.25, 0))

    def test_a_frame_has_a_paper_behind_its_opening(self):
        framed = data_of(
            row("base", "base", 0, 0, 12, 12, paper="A"),
            row("frame", "paper", 1, 1, 8, 6, shape="frame", band="1", paper="B", level=1),
        )
        sketch = self.add_sketch(data=framed)
        page = self.send("post", "pages/", {"sketch": sketch.pk, "format": "12x12"}).json()
        self.page, self.version = page["id"], page["version"]
        self.assertEqual(self.change(self.page, self.version, kind="window", block="frame").status_code, 400)
        page = self.do(kind="window", block="frame", backing="A")
        self.assertEqual(self.keys("B"), {"2a": "8 × 6"})
        self.assertEqual(self.keys("A"), {"1": "12 × 12", "2b": "6 1/2 × 4 1/2"})
        (window,) = self.on_board("frame", page)["windows"]
        self.assertEqual((window["x"], window["width"], window["height"]), (1, 6, 4))
        self.assertEqual(len([s for s in self.table()[0]["B"]["sheets"][0]["steps"] if s["inside"]]), 4)

    def test_a_row_is_drawn_and_cut_in_its_papers_in_turn(self):
        page = self.do(kind="row", block="band", count=6, papers=["A", "B"], tuck="1/2", flags=True)
        cells = self.on_board("band", page)["cells"]
        self.assertEqual([cell["x"] for cell in cells], [0, 2, 4, 6, 8, 10])
        self.assertEqual(len(cells[0]["points"]), 5)
        self.assertNotEqual(cells[0]["tint"], cells[1]["tint"])
        listed = self.send("get", f"pages/{self.page}/files/pieces.csv").content.decode("utf-8-sig")
        self.assertEqual([line.split(",")[0] for line in listed.splitlines() if "strip band" in line][:2], ["2a", "2c"])
        drawn = self.send("get", f"pages/{self.page}/files/page.svg").content.decode()
        self.assertEqual(drawn.count('data-id="band-'), 6)
        self.assertEqual(self.keys("B"), dict.fromkeys(("2b", "2d", "2f"), "2 × 2 1/2"))
        self.do(kind="row", block="band", heights="1/2, 1 1/2")
        self.assertEqual(self.keys("B"), {"2a": "12 × 1/2", "2b": "12 × 1 1/2"})
        self.do(kind="row", block="band", count=0)
        self.assertEqual(self.keys("B"), {"2": "12 × 2"})

    def test_a_piece_comes_from_its_place_of_the_sheet(self):
        self.do(kind="cut-from", block="band", across="low", down="high")
        papers, _ = self.table()
        self.assertEqual(papers["B"]["sheets"][0]["placed"][0]["y"], 10)
        self.assertEqual(papers["B"]["pieces"][0]["terms"]["place"], "the sheet’s left edge, bottom edge")
        self.do(kind="cut-from", block="band", across="at", down="at", left="0", top="11")
        self.assertIn("does not fit at that place", self.table()[0]["B"]["lacking"][0])
        self.do(kind="cut-from", block="band", across=None, down=None)
        self.assertEqual(self.table()[0]["B"]["pieces"][0]["terms"]["place"], "")

    def test_folded_slanting_and_punched_pieces_are_cut_so(self):
        self.do(kind="fold", block="m1", fold="top")
        self.assertEqual(self.keys("white")["3"], "4 1/4 × 12 1/2")
        self.do(kind="fold", block="m1", fold=None)
        self.do(kind="slant", block="m1", slant="rising")
        steps = [step for sheet in self.table()[0]["white"]["sheets"] for step in sheet["steps"]]
        self.assertEqual([step["slant"] for step in steps if step["slant"]], ["rising"])
        self.do(kind="slant", block="m1", slant=None)
        tool = self.send("post", "tools/", {"name": "lace", "depth": "1/4", "smallest": "2 1/2"}).json()
        self.do(kind="tool", block="band", tool=tool["id"], count=2)
        self.assertEqual(self.keys("B")["2"], "12 × 2 1/2")
        self.do(kind="tool", block="band", tool=tool["id"], count=1)
        self.assertIn("holds nothing narrower than 2 1/2 in", self.table()[1]["troubles"][0])
        self.send("delete", f"tools/{tool['id']}/")
        self.assertEqual(self.keys("B")["2"], "12 × 2 1/4")  # the page keeps the tool's figures

    def test_the_machine_cuts_windows_outlines_and_title_letters(self):
        self.do(kind="window", block="m1", left="1", top="1", right="1", bottom="1")
        mat = "width=13&height=13"
        plain = self.send("get", f"pages/{self.page}/cutting/machine/?{mat}").json()
        self.assertEqual((plain["pieces"], len(plain["strokes"]), plain["faults"]), (["3"], 2, []))
        around = self.send("get", f"pages/{self.page}/cutting/machine/?{mat}&outline=1/8").json()
        self.assertEqual((sorted(around["pieces"]), len(around["strokes"])), (["3", "3+"], 3))
        for asked in ("outline=9", "outline=-3", "letters=Literata&letter_height=9"):
            answer = self.send("get", f"pages/{self.page}/cutting/machine/?{mat}&{asked}")
            self.assertEqual(answer.status_code, 400, asked)

    def test_what_a_piece_cannot_have_is_refused_with_a_reason_and_nothing_changes(self):
        before = self.send("get", f"pages/{self.page}/").json()["version"]
        for change, words in (
            ({"kind": "window", "block": "base", "left": "7", "right": "6"}, "12 in less 7 in and 6 in"),
            ({"kind": "window", "block": "base", "left": "soon"}, "soon"),
            ({"kind": "window", "block": "base", "left": "1", "top": "1", "backing": "Z"}, "no paper"),
            ({"kind": "window", "block": "p1", "left": "1"}, "not cut from paper"),
            ({"kind": "close-window", "block": "base", "count": 0}, "no such window"),
            ({"kind": "row", "block": "band", "count": 13, "each": "1"}, "1 in longer than 12 in"),
            ({"kind": "row", "block": "band", "heights": "2, 2"}, "longer"),
            ({"kind": "row", "block": "band", "heights": "2"}, "2 to 12 heights"),
            ({"kind": "cut-from", "block": "band", "across": "at", "down": "low", "left": "-1"}, "inwards"),
            ({"kind": "tool", "block": "band", "tool": 999}, "not among yours"),
        ):
            with self.subTest(change):
                answer = self.change(self.page, before, **change)
                self.assertEqual(answer.status_code, 400)
                self.assertIn(words, answer.json()["detail"])
        self.assertEqual(self.send("get", f"pages/{self.page}/").json()["version"], before)
        for tool in ({"name": "x", "blank_width": "2"}, {"name": "x", "smallest": "3", "widest": "2"}, {"name": ""}):
            self.assertEqual(self.send("post", "tools/", tool).status_code, 400)
        self.assertFalse(ShapingTool.objects.exists())

    def test_printed_places_are_told_and_saved(self):
        bee = {"name": "bee", "side": "B", "left": "0", "top": "0", "width": "6", "height": "6"}
        hive = enter_line(owner=self.ida, line="1 hive 12x12", unit=Unit.IN)
        self.send("patch", f"stash/papers/{hive.pk}/", {"motifs": [bee]})
        self.do(kind="paper", paper="A", stash_paper=hive.pk)
        (words,) = self.table()[0]["hive"]["motifs"]
        self.assertEqual(words, "Sheet 1: “bee” on the B side is glued down with 1, which shows the other side.")
        self.send("patch", f"stash/papers/{hive.pk}/", {"motifs": [{**bee, "saved": True}]})
        self.assertIn("1 base", self.table()[0]["hive"]["lacking"][0])
        wrong = {**bee, "width": "0"}
        self.assertEqual(self.send("patch", f"stash/papers/{hive.pk}/", {"motifs": [wrong]}).status_code, 400)

    def test_a_photographed_paper_looks_so_on_the_page_and_comes_back_from_the_zip(self):
        paper = enter_line(owner=self.ida, line="1 roof 12x12", unit=Unit.IN)
        address = f"/api/stash/papers/{paper.pk}/pictures/A/"
        answer = self.client.post(address, {"file": stripes(), "wide": "12"})
        front = answer.json()["front"]
        self.assertEqual((front["picture"]["wide"], front["picture"]["high"]), (12, 8))
        red = front["colours"][0]
        self.assertGreater(int(red[1:3], 16), 2 * int(red[3:5], 16))
        shown = self.client.get(front["picture"]["address"])
        self.assertEqual((shown.headers["Content-Type"], shown.content[:3]), ("image/jpeg", b"\xff\xd8\xff"))
        page = self.do(kind="paper", paper="A", stash_paper=paper.pk)
        self.assertEqual(self.on_board("base", page)["look"]["picture"]["address"], front["picture"]["address"])
        for file, wide in ((SimpleUploadedFile("x.png", b"no picture"), "12"), (stripes(), "0"), (None, "12")):
            body = {"wide": wide, **({"file": file} if file else {})}
            self.assertEqual(self.client.post(address, body).status_code, 400)
        self.comes_back(paper)
        self.assertEqual(self.client.delete(address).status_code, 204)
        self.assertEqual(self.client.get(address).status_code, 404)
        # The page chose the paper with its picture: it goes on showing it.
        self.assertEqual(self.client.get(front["picture"]["address"]).status_code, 200)

    def test_a_picture_of_a_paper_comes_back_and_the_one_in_its_place_is_put_aside(self):
        paper = enter_line(owner=self.ida, line="1 roof 12x12", unit=Unit.IN)
        address = f"/api/stash/papers/{paper.pk}/pictures/A/"
        other = f"/api/stash/papers/{paper.pk}/pictures/B/"
        first, back = (self.client.post(one, {"file": stripes(), "wide": "12"}) for one in (address, other))
        first, back = first.json()["front"]["picture"]["id"], back.json()["back"]["picture"]["id"]
        second = self.client.post(address, {"file": stripes(), "wide": "6"}).json()["front"]["picture"]["id"]
        for gone, shown in ((first, second), (second, first), (first, second)):
            aside = [row for row in self.send("get", "deleted/").json() if row["kind"] == "paper-picture"]
            self.assertEqual([(row["id"], row["name"]) for row in aside], [(gone, "roof, A side")])
            (row,) = self.send("get", "stash/papers/?words=roof").json()["results"]
            self.assertEqual((row["front"]["picture"]["id"], row["back"]["picture"]["id"]), (shown, back))
            self.send("post", "deleted/", {"kind": "paper-picture", "id": gone})
        self.assertEqual(PaperPicture.objects.filter(paper=paper).count(), 3)
        self.client.force_login(self.otto)
        self.assertEqual(self.send("post", "deleted/", {"kind": "paper-picture", "id": second}).status_code, 404)

    def comes_back(self, paper):
        """Restored in another account, the page shows the restored paper's picture."""
        packed = b"".join(self.client.get("/api/everything/").streaming_content)
        names = zipfile.ZipFile(io.BytesIO(packed)).namelist()
        self.assertIn(f"papers/{paper.pk}-A.jpg", names)
        other = Client()
        other.force_login(self.otto)
        zipped = SimpleUploadedFile("all.zip", packed, "application/zip")
        self.assertEqual(other.post("/api/everything/", {"file": zipped}).status_code, 201)
        copy = Paper.objects.get(owner=self.otto, name="roof")
        (card,) = other.get("/api/pages/").json()["results"]
        looks = json.dumps(card["board"])
        self.assertIn(f"/api/stash/papers/{copy.pk}/pictures/A/", looks)
        self.assertNotIn(f"/api/stash/papers/{paper.pk}/", looks)
        self.assertEqual(copy.pictures.get().wide, 12 * INCH)
