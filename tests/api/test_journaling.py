"""Stories over the API: hands, ways to write, stories kept on a page, and their prints."""

import io

from pypdf import PdfReader

from inkquilt.lengths import INCH, Unit
from server.stash.services import enter_line
from server.words.models import Hand
from tests.api.base import SMALL, ApiTestCase
from tests.building import data_of, row


class JournalingTests(ApiTestCase):
    HAND = {"name": "Mine", "characters": 42, "line": "6", "pitch": "1/4"}

    def setUp(self):
        super().setUp()
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

    def test_ten_thousand_words_are_told_to_have_no_place(self):
        found = self.ask("word " * 10_000).json()
        self.assertFalse(found["ways"][0]["fits"])
        self.assertIn("words have no place", found["ways"][0]["words"])

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
