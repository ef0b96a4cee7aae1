"""Stories over the API: hands, ways to write, stories kept on a page, and their prints."""

import io
import json
import re

from pypdf import PdfReader

from inkquilt.lengths import INCH, Unit
from server.stash.services import enter_line
from server.words.models import Hand
from tests.api.base import SMALL, ApiTestCase
from tests.building import data_of, row


class JournalingTests(ApiTestCase):
    HAND = {"name": "Mine", "characters": 42, "line": "6", "pitch": "1/4"}

    def lay_out(self):
        super().lay_out()
        sketch = self.add_sketch(data=data_of(*SMALL["blocks"], row("j", "journaling", 1, 10.25, 6, 1.5, level=3)))
        page = self.send("post", "pages/", {"sketch": sketch.pk, "format": "12x12", "name": "Roof"}).json()
        self.page, self.version = page["id"], page["version"]

    def ask(self, text="", **more):
        body = {"text": text, "script": "font Figtree", "half_points": 22, **more}
        return self.send("post", f"pages/{self.page}/stories/", body)

    def do(self, **change):
        answer = self.change(self.page, self.version, **change)
        if answer.status_code == 200:
            self.version = answer.json()["version"]
        return answer

    def write(self, text, way=0):
        chosen = self.ask(text).json()["ways"][way]
        place = {"journal_way": chosen["way"], "where": chosen["where"]}
        return self.do(kind="story", text=text, script="font Figtree", half_points=22, **place)

    def test_a_hand_is_entered_refused_and_put_aside(self):
        made = self.send("post", "scripts/", self.HAND)
        self.assertEqual((made.status_code, made.json()["is_font"]), (201, False))
        self.assertEqual(made.json()["words"], "42 characters on 6 in, lines 1/4 in apart")
        for wrong in ({"characters": 2}, {"line": "nothing"}, {"pitch": "9"}, {"name": ""}):
            refused = self.send("post", "scripts/", self.HAND | wrong)
            self.assertEqual(refused.status_code, 400, wrong)
        self.assertEqual(self.send("delete", f"hands/{made.json()['id']}/").status_code, 204)
        self.assertEqual({one["id"] for one in self.send("get", "scripts/").json()}, {None})

    def test_anothers_hand_cannot_be_written_in(self):
        his = Hand.objects.create(owner=self.otto, name="his", characters=40, line=6 * INCH, pitch=INCH // 4)
        self.assertEqual(self.send("delete", f"hands/{his.pk}/").status_code, 404)
        refused = self.ask("words", script=his.key)
        self.assertEqual((refused.status_code, refused.json()["faults"][0]["code"]), (400, "unknown-script"))

    def test_a_story_is_kept_line_by_line_undone_and_taken_away(self):
        written = self.write("The bees came on a Tuesday, in a box that hummed all the way up the stairs.")
        self.assertEqual(written.status_code, 200, written.content[:300])
        story = written.json()["stories"][0]
        self.assertGreater(len(story["lines"]), 0)
        self.assertEqual(story["left_over"], 0)
        gone = self.do(kind="story-away", story=story["name"])
        self.assertEqual(gone.json()["stories"], [])
        back = self.send("post", f"pages/{self.page}/undo/", {"version": self.version}).json()
        self.assertEqual(back["stories"], written.json()["stories"])

    def test_a_story_is_written_anew_when_its_place_is_fitted_to_another_size(self):
        found = self.ask("one two three four five six seven eight nine ten").json()["ways"]
        number = next(n for n, way in enumerate(found) if way["way"] == "on a card")
        before = self.write("one two three four five six seven eight nine ten", number).json()
        block = before["stories"][0]["block"]
        self.assertIsNotNone(block)
        after = self.do(kind="format", format="8x8").json()
        shown = next(one for one in after["fit"]["board"]["blocks"] if one["id"] == block)
        for line in after["stories"][0]["lines"]:
            self.assertGreaterEqual(line["x"], shown["x"] - 1e-6)
            self.assertLessEqual(line["x"] + line["width"], shown["x"] + shown["width"] + 1e-6)

    def test_words_go_on_lines_that_are_printed_on_the_paper_of_the_base_and_stay_there(self):
        sketch = self.add_sketch(data=data_of(row("a", "base", 0, 0, 12, 12, paper="A"), row("p", "photo", 1, 1, 4, 6)))
        page = self.send("post", "pages/", {"sketch": sketch.pk, "format": "12x12"}).json()
        self.page, self.version = page["id"], page["version"]
        paper = enter_line(owner=self.ida, line="2 ledger 12x12 cream", unit=Unit.IN)
        lines = {"name": "ledger", "side": "A", "left": "2", "top": "8", "width": "8", "height": "3",
                 "use": "lines to write on", "pitch": "3/8"}  # fmt: skip
        for wrong in ({"pitch": ""}, {"pitch": "1/16"}, {"pitch": "4"}, {"use": "a poem"}):
            refused = self.send("patch", f"stash/papers/{paper.pk}/", {"motifs": [lines | wrong]})
            self.assertEqual(refused.status_code, 400, wrong)
        told = self.send("patch", f"stash/papers/{paper.pk}/", {"motifs": [lines]}).json()["motifs"][0]
        self.assertEqual((told["use"], told["pitch"], told["saved"]), ("lines to write on", "3/8", False))
        self.do(kind="paper", block="a", stash_paper=paper.pk, side="A")
        text = "The bees came on a Tuesday, in a box that hummed all the way up the stairs. " * 2
        ways = self.ask(text).json()["ways"]
        number = next(n for n, way in enumerate(ways) if way["way"] == "on the paper’s printed lines")
        story = self.write(text, number).json()["stories"][0]
        pitch = story["pitch"]
        self.assertEqual([round(line["y"] + pitch, 3) for line in story["lines"]], [8.375, 8.75])
        # The B side shows other things.
        self.do(kind="story-away", story=story["name"])
        self.do(kind="paper", block="a", stash_paper=paper.pk, side="B")
        self.assertNotIn("on the paper’s printed lines", [way["way"] for way in self.ask(text).json()["ways"]])

    def test_emoji_and_letters_a_font_has_not_are_told(self):
        way = self.ask("Honey 🐝 day").json()["ways"][0]
        self.assertTrue(any("🐝" in words for words in way["minded"]))
        way = self.ask("שלום לכולם", script="font Figtree").json()["ways"][0]
        self.assertTrue(any("right to left" in words for words in way["minded"]))

    def test_bad_stories_are_refused_with_what_was_wrong(self):
        self.assertEqual(self.ask("a", script="font Nothing").json()["faults"][0]["code"], "unknown-script")
        self.assertEqual(self.ask("a", half_points=400).json()["faults"][0]["code"], "text-size")
        self.assertEqual(self.ask("a" * 80_001).status_code, 400)
        for wrong, code in (
            ({"journal_way": "on a card", "where": "nowhere"}, "no-such-way"),
            ({"story": "words-9", "journal_way": "on a card", "where": "x"}, "unknown-story"),
        ):
            change = {"kind": "story", "text": "a", "script": "font Figtree", **wrong}
            refused = self.do(**change)
            self.assertEqual((refused.status_code, refused.json()["faults"][0]["code"]), (400, code))
        self.assertEqual(self.send("get", f"pages/{self.page}/").json()["version"], self.version)

    def test_words_straight_on_the_paper_take_the_card_off_every_list_and_every_picture(self):
        board = self.send("get", f"pages/{self.page}/").json()["fit"]["board"]["blocks"]
        card = next(one for one in board if one["role"] == "journaling")

        def shown():
            """Where the card is: numbered on the page, cut, glued, in the piece list, drawn in the outlines."""
            page = self.send("get", f"pages/{self.page}/").json()
            table = self.send("get", f"pages/{self.page}/cutting/?seconds=0").json()
            steps = self.send("get", f"pages/{self.page}/sticking/").json()["steps"]
            files = {
                name: self.client.get(f"/api/pages/{self.page}/files/{name}") for name in ("pieces.csv", "page.svg")
            }
            return {
                "number": next(one["number"] for one in page["fit"]["board"]["blocks"] if one["id"] == card["id"]),
                "cut": [
                    one["size"] for paper in table["papers"] for one in paper["pieces"] if one["block"] == card["id"]
                ],
                "glued": card["name"] in json.dumps(steps),
                "listed": card["name"] in files["pieces.csv"].content.decode(),
                "drawn": f'data-id="{card["id"]}"' in files["page.svg"].content.decode(),
            }

        there = shown()
        self.assertEqual(there["number"], card["number"])
        self.assertEqual((len(there["cut"]), there["glued"], there["listed"], there["drawn"]), (1, True, True, True))
        for way in ("straight on the paper", "on a card"):
            with self.subTest(way):
                _, page = self.choose("The bees came on a Tuesday.", way, "journaling")
                self.assertEqual(page["stories"][0]["block"], card["id"])
                now = shown()
                if way == "on a card":
                    self.assertEqual((now["number"], now["cut"]), (there["number"], there["cut"]))
                else:
                    gone = {"number": None, "cut": [], "glued": False, "listed": False, "drawn": False}
                    self.assertEqual(now, gone)
                self.do(kind="story-away", story=page["stories"][0]["name"])
        self.assertEqual(shown(), there, "without words the card is cut again")

    def test_ten_thousand_words_are_told_to_have_no_place(self):
        found = self.ask("word " * 10_000).json()
        self.assertFalse(found["ways"][0]["fits"])
        told = re.search(r"holds (\d+) of your 10000 words: (\d+) have no place", found["ways"][0]["words"])
        self.assertEqual(sum(map(int, told.groups())), 10_000)

    def choose(self, text, way, where=""):
        """Write a text in the way that is so called."""
        chosen = next(one for one in self.ask(text).json()["ways"] if one["way"] == way and where in one["where"])
        place = {"journal_way": chosen["way"], "where": chosen["where"]}
        return chosen, self.do(kind="story", text=text, script="font Figtree", half_points=22, **place).json()

    def test_a_label_of_hers_is_written_on_shown_in_its_outline_and_taken_off_what_is_left(self):
        given = {"line": "1 kraft label, label, 3 x 2", "unit": "in"}
        made = self.send("post", "embellishments/lines/", given)
        self.assertEqual(made.status_code, 201, made.content)
        way, page = self.choose("a bee", "on a label of yours")
        (ground,) = page["stories"][0]["grounds"]
        self.assertEqual((ground["width"], ground["height"], ground["colour"]), (3, 2, "#b98f62"))
        self.assertEqual(len(ground["points"]), 8)
        self.assertNotIn("on a label of yours", [one["way"] for one in self.ask("another").json()["ways"]])
        # The same story can be written anew on it.
        again = self.ask("a bee", story=page["stories"][0]["name"]).json()["ways"]
        self.assertIn(way["where"], [one["where"] for one in again])
        table = self.send("get", f"pages/{self.page}/cutting/?seconds=0").json()
        self.assertNotIn("for words", [paper["name"] for paper in table["papers"]])

    def test_what_a_way_needs_is_in_the_cut_list_and_on_a_paper_of_its_own(self):
        for way, name, sizes in [
            ("in a folded booklet", "booklet for words, to be folded", ["6 × 4"]),
            ("under a flap as large as a photo", "flap for words", None),
        ]:
            _, page = self.choose("a bee", way)
            table = self.send("get", f"pages/{self.page}/cutting/?seconds=0").json()
            (paper,) = [paper for paper in table["papers"] if paper["name"] == "for words"]
            with self.subTest(way):
                self.assertEqual([piece["name"] for piece in paper["pieces"]], [name])
                self.assertIn(sizes, (None, [piece["size"] for piece in paper["pieces"]]))
                self.assertEqual(len(paper["sheets"]), 1)
            self.do(kind="story-away", story=page["stories"][0]["name"])
        self.choose("a bee", "in a folded booklet")
        white = enter_line(owner=self.ida, line="2 white card 12x12", unit=Unit.IN)
        self.assertEqual(self.do(kind="paper", paper="for words", stash_paper=white.pk, side="A").status_code, 200)
        table = self.send("get", f"pages/{self.page}/cutting/?seconds=0").json()
        self.assertIn("white card", [paper["name"] for paper in table["papers"]])
        rows = self.send("get", f"pages/{self.page}/files/pieces.csv").content.decode()
        self.assertIn("booklet for words", rows)

    def test_what_goes_in_is_told_in_her_words_and_never_against_itself(self):
        for count in (3, 40, 400, 3000):
            for way in self.ask(" ".join(["bee"] * count)).json()["ways"]:
                over = re.search(r"holds (\d+) of your (\d+) words: (\d+) have no place", way["words"])
                with self.subTest(count=count, way=way["way"]):
                    self.assertEqual(way["fits"], over is None, way["words"])
                    if over:
                        held, whole, left = map(int, over.groups())
                        self.assertEqual((held + left, whole), (count, count))
        for way in self.ask("", words=250).json()["ways"]:
            holds, less = re.search(r"holds about (\d+) words(?:, (\d+) fewer than wished)?$", way["words"]).groups()
            self.assertEqual(int(holds) >= 250, less is None, way["words"])

    def test_words_print_at_true_size_with_every_word_on_them(self):
        text = "The smoker went out twice and nobody minded"
        self.write(text)
        answer = self.send("get", f"pages/{self.page}/files/words.pdf")
        told = PdfReader(io.BytesIO(answer.content)).pages[0].extract_text()
        # Letters are set pair by pair, as far apart as they were measured.
        self.assertIn("".join(text.split()), "".join(told.split()))
        self.assertIn("print at 100 %", told)

    def test_there_is_nothing_to_print_before_there_are_words(self):
        refused = self.send("get", f"pages/{self.page}/files/words.pdf")
        self.assertEqual((refused.status_code, refused.json()["code"]), (409, "no-words"))
