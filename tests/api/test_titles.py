"""Lettering and titles over the API: what is owned, what runs out, a title set letter by letter and read again."""

import io

from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image

from inkquilt.lengths import Unit
from server.pages.known import document_of
from server.pages.models import Page
from server.photos.services import add_photo
from server.stash.services import enter_line
from server.words.models import Alphabet, Hand
from tests.api.base import ApiTestCase
from tests.building import data_of, row

SHEET = {"name": "Orchard", "kind": "stickers", "height": "3/4", "letters": "HONEYBS", "colour": "#a8392e"}


class Titles(ApiTestCase):
    def lay_out(self):
        super().lay_out()
        sketch = self.add_sketch(
            data=data_of(
                row("base", "base", 0, 0, 12, 12, paper="A"),
                row("half", "paper", 6, 0, 6, 12, paper="B", level=1),
                row("t", "title", 2, 5, 8, 1, level=3),
            )
        )
        page = self.send("post", "pages/", {"sketch": sketch.pk, "format": "12x12", "name": "Roof"}).json()
        self.page, self.version = page["id"], page["version"]

    def do(self, status=200, **change):
        body = {"version": self.version, "change": change}
        answer = self.send("post", f"pages/{self.page}/changes/", body)
        self.assertEqual(answer.status_code, status, answer.content[:300])
        if status == 200:
            self.version = answer.json()["version"]
        return answer.json()

    def ways(self, text=""):
        answer = self.send("get", f"pages/{self.page}/titles/t/?text={text}")
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()

    def chosen(self, way):
        return {
            "kind": "set-title",
            "block": "t",
            "title_way": way["way"],
            "lines": [line["text"] for line in way["lines"]],
            "alphabets": [line["alphabet"] for line in way["lines"]],
        }

    def test_letters_are_entered_counted_again_and_put_aside(self):
        made = self.send("post", "alphabets/", SHEET).json()
        self.assertEqual((made["height"], made["letters"][0]), ("3/4 in", {"letter": "H", "count": 1}))
        again = self.send("patch", f"alphabets/{made['id']}/", {"letters": "H 2, O 3, N"}).json()
        self.assertEqual([one["count"] for one in again["letters"]], [2, 3, 1])
        listed = self.send("get", "alphabets/").json()
        self.assertEqual([one["name"] for one in listed], ["Orchard", "Literata", "Figtree"])
        self.assertEqual(self.send("delete", f"alphabets/{made['id']}/").status_code, 204)
        for wrong in ({"height": "0"}, {"height": "soon"}, {"letters": ""}, {"letters": "A 3, B ?"}, {"colour": "red"}):
            with self.subTest(wrong):
                self.assertEqual(self.send("post", "alphabets/", SHEET | wrong).status_code, 400)
        foreign = Alphabet.objects.create(owner=self.otto, name="his", height=8128, letters={"A": 1})
        self.assertEqual(self.send("delete", f"alphabets/{foreign.pk}/").status_code, 404)
        self.assertEqual(self.send("patch", f"alphabets/{foreign.pk}/", {"letters": "A"}).status_code, 404)

    def test_a_title_is_set_in_her_letters_drawn_and_undone(self):
        self.send("post", "alphabets/", SHEET)
        self.do(kind="title", block="t", text="HONEY")
        way = next(way for way in self.ways()["ways"] if way["lines"][0]["name"] == "Orchard")
        self.assertTrue(way["fits"])
        self.assertIn("3/4 high, its middle at about 4", way["lines"][0]["words"])
        page = self.do(**self.chosen(way))
        (title,) = page["titles"]
        self.assertEqual("".join(one["character"] for one in title["lettering"]["letters"]), "HONEY")
        self.assertEqual((title["lettering"]["colour"], title["lettering"]["font"]), ("#a8392e", ""))
        first, last = title["lettering"]["letters"][0], title["lettering"]["letters"][-1]
        self.assertAlmostEqual(first["x"], -(last["x"] + last["width"]), places=3)
        undone = self.send("post", f"pages/{self.page}/undo/", {"version": self.version}).json()
        self.assertIsNone(undone["titles"][0]["lettering"])
        self.version = undone["version"]
        typed = self.do(kind="title", block="t", text="HONEYS")
        self.assertIsNone(typed["titles"][0]["lettering"])

    def test_letters_that_no_longer_fit_their_place_are_told(self):
        self.send("post", "alphabets/", SHEET | {"letters": "HONEYBEESBEES"})
        self.do(kind="title", block="t", text="HONEYBEES")
        hers = next(way for way in self.ways()["ways"] if way["lines"][0]["name"] == "Orchard")
        self.do(**self.chosen(hers))
        narrow = self.do(kind="format", format="8x8", unit="in", width="8", height="8", sides=1)
        self.assertTrue(narrow["titles"][0]["sticks_out"])
        again = self.do(**self.chosen(self.ways()["ways"][0]))
        self.assertFalse(again["titles"][0]["sticks_out"])

    def test_what_is_missing_is_told_with_what_saves_it(self):
        self.send("post", "alphabets/", SHEET)
        self.do(kind="title", block="t", text="MMMMMMMMMMMMMMMMMM BEES")
        short = self.ways("BEEHIVE")["ways"]
        self.assertTrue(all(way["fits"] for way in short))
        self.assertNotIn("Orchard", {line["name"] for way in short for line in way["lines"]})
        Alphabet.objects.update(letters={"B": 1, "E": 1, "F": 1, "S": 1})
        saved = next(way for way in self.ways("BEES")["ways"] if way["lines"][0]["name"] == "Orchard")
        self.assertEqual(saved["notes"], ["E from F, with a stroke"])

    def test_a_title_over_two_papers_that_cannot_be_read_wants_a_strip_and_one_used_before_is_told(self):
        for letter, line in (("A", "1 pale 12x12 cream"), ("B", "1 dark 12x12 navy")):
            paper = enter_line(owner=self.ida, line=line, unit=Unit.IN)
            self.do(kind="paper", paper=letter, stash_paper=paper.pk)
        found = self.ways("HONEY BEES ON ROOFS")
        self.assertIn("hard to read there", found["ways"][0]["troubles"][0])
        self.assertIn("a plain strip beneath of", found["ways"][0]["troubles"][0])
        self.assertEqual(found["used_on"], [])
        self.do(kind="title", block="t", text="Honey")
        first = self.page
        other = self.send("get", f"pages/{first}/titles/t/?text=honey").json()
        self.assertEqual(other["used_on"], [])  # the page itself does not count
        self.lay_out()
        self.assertEqual(self.ways("HONEY")["used_on"], ["Roof"])

    def test_a_title_over_a_photo_is_held_against_the_part_of_it_beneath_each_letter(self):
        sketch = self.add_sketch(
            data=data_of(row("p", "photo", 1, 1, 10, 6, level=1), row("t", "title", 1.5, 3, 9, 1.5, level=3))
        )
        page = self.send("post", "pages/", {"sketch": sketch.pk, "format": "12x12"}).json()
        self.page, self.version = page["id"], page["version"]
        half = Image.new("RGB", (1000, 600), "#fbfbfd")
        half.paste(Image.new("RGB", (500, 600), "#141828"))
        out = io.BytesIO()
        half.save(out, "PNG")
        photo = add_photo(owner=self.ida, name="night and snow", file=out, size=out.tell()).photo
        self.do(kind="photo", block="p", photo=photo.pk)
        troubles = self.ways("HONEY")["ways"][0]["troubles"]
        self.assertIn("hard to read there: HON (contrast", troubles[0])  # N stands on the edge of both
        # What is laid under it is one step, mends it, and another one takes its place.
        strip, label, *circles = self.ways("HONEY")["ways"][0]["underlays"]
        self.assertRegex(strip["words"], r"^lay a plain strip of 8 3/4 in × 1 3/4 in under it$")
        laid = self.do(**strip["change"])
        self.assertEqual([(one["name"], one["under"]) for one in laid["accents"]], [("plain strip", "t")])
        self.assertEqual(laid["titles"][0]["text"], "HONEY")
        look = self.send("get", f"pages/{self.page}/look/").json()
        self.assertNotIn("title-hard-to-read", [one["kind"] for one in look["noticed"]])
        mended = self.ways("HONEY")["ways"][0]
        self.assertEqual((mended["troubles"], mended["underlays"]), ([], []))
        undone = self.send("post", f"pages/{self.page}/undo/", {"version": self.version}).json()
        self.version = undone["version"]
        self.assertEqual((undone["accents"], undone["titles"][0]["text"]), ([], ""))
        for other, names in ((label, {"plain label"}), (circles[0], {"plain circle"})):
            self.assertEqual({one["name"] for one in self.do(**other["change"])["accents"]}, names)

    def test_in_these_letters_what_is_short_is_said_and_other_letters_come_last(self):
        sheet = self.send("post", "alphabets/", SHEET | {"letters": "HONEYBS"}).json()
        asked = f"pages/{self.page}/titles/t/?text=Honey bees&alphabet={sheet['key']}"
        ways = self.send("get", asked).json()["ways"]
        self.assertEqual({line["alphabet"] for line in ways[0]["lines"]}, {sheet["key"]})
        self.assertIn(
            "E: two short", [words.upper().replace("TWO SHORT", "two short") for words in ways[0]["troubles"]]
        )
        whole = self.send("get", f"pages/{self.page}/titles/t/?text=Honey&alphabet={sheet['key']}").json()["ways"]
        self.assertEqual({line["alphabet"] for way in whole for line in way["lines"]}, {sheet["key"]})
        self.assertEqual(next(way["troubles"] for way in whole if way["fits"]), [])
        refused = self.send("get", f"pages/{self.page}/titles/t/?text=Honey&alphabet=own 999")
        self.assertEqual((refused.status_code, refused.json()["faults"][0]["code"]), (400, "unknown-alphabet"))

    def test_where_letters_are_short_a_word_is_set_in_smaller_ones(self):
        """People run out of one letter: common practice, no source."""
        sheet = self.send("post", "alphabets/", SHEET | {"height": "1/2"}).json()
        small = {"name": "Little", "letters": "HONEYBEESHONEYBEES", "height": "1/4"}
        self.send("post", "alphabets/", SHEET | small)
        asked = f"pages/{self.page}/titles/t/?text=Honey bees&alphabet={sheet['key']}"
        notes = [note for way in self.send("get", asked).json()["ways"] for note in way["notes"]]
        self.assertIn("“bees” smaller, in Little: it takes no letters of Orchard", notes)

    def test_what_cannot_be_set_is_refused(self):
        self.do(kind="title", block="t", text="Honey")
        good = self.chosen(self.ways()["ways"][0])
        for wrong in ({"lines": [" "]}, {"alphabets": ["own 999"]}, {"alphabets": []}, {"title_way": "aslant"}):
            with self.subTest(wrong):
                self.do(status=400, **(good | wrong))
        self.assertEqual(self.send("get", f"pages/{self.page}/titles/base/").status_code, 404)
        self.assertEqual(self.send("get", f"pages/{self.page}/titles/t/?text={'bee ' * 60}").status_code, 400)
        self.assertEqual(self.ways("🐝🐝")["ways"][0]["troubles"], ["🐝: two short"])

    def test_a_set_title_is_set_anew_when_its_place_is_fitted_to_another_size(self):
        way = next(one for one in self.ways("Honey")["ways"] if one["lines"][0]["alphabet"] == "font Literata")
        before = self.do(**self.chosen(way))["titles"][0]["lettering"]["letters"]
        page = self.do(kind="format", format="8x8")
        title = page["titles"][0]
        self.assertFalse(title["sticks_out"])
        self.assertLess(title["lettering"]["letters"][0]["height"], before[0]["height"])

    def test_letters_of_a_title_that_is_stuck_down_leave_their_sheet_once_and_come_back(self):
        self.send("post", "alphabets/", SHEET | {"letters": "HONEYBEES"})
        path = f"pages/{self.page}/titles/t/letters/"
        self.assertEqual(self.send("post", path).json()["faults"][0]["code"], "not-set")
        self.do(kind="title", block="t", text="BEE")
        hers = next(way for way in self.ways()["ways"] if way["lines"][0]["name"] == "Orchard")
        self.do(**self.chosen(hers))
        self.assertEqual(self.send("post", path).status_code, 204)
        letters = Alphabet.objects.get(name="Orchard").letters
        self.assertEqual((letters["B"], letters["E"], letters["H"]), (0, 1, 1))
        self.assertTrue(self.ways()["taken"])
        self.assertEqual(self.send("post", path).json()["faults"][0]["code"], "letters-taken")
        self.assertEqual(self.send("delete", path).status_code, 204)
        self.assertEqual(Alphabet.objects.get(name="Orchard").letters["E"], 3)
        self.assertEqual(self.send("delete", path).status_code, 400)

    def test_restored_elsewhere_titles_and_stories_know_their_lettering_and_what_is_off_the_sheets(self):
        self.send("post", "alphabets/", SHEET | {"letters": "HONEYBEES"})
        hand = self.send("post", "scripts/", {"name": "Mine", "characters": 30, "line": "4", "pitch": "3/8"}).json()
        self.do(kind="title", block="t", text="BEE")
        self.do(**self.chosen(next(way for way in self.ways()["ways"] if way["lines"][0]["name"] == "Orchard")))
        told = self.send("post", f"pages/{self.page}/stories/", {"text": "Honey.", "script": hand["key"]}).json()
        way = told["ways"][0]
        self.do(kind="story", text="Honey.", script=hand["key"], journal_way=way["way"], where=way["where"])
        self.send("post", f"pages/{self.page}/titles/t/letters/")
        packed = b"".join(self.client.get("/api/everything/").streaming_content)

        def restored(owner):
            self.client.force_login(owner)
            answer = self.client.post("/api/everything/", {"file": SimpleUploadedFile("all.zip", packed)})
            self.assertEqual(answer.status_code, 201, answer.content)
            return Page.objects.filter(owner=owner).latest("pk")

        Alphabet.objects.create(owner=self.otto, name="his", height=8128, letters={"B": 5, "E": 5})
        page = restored(self.otto)
        sheet, ink = (
            model.objects.get(owner=self.otto, name=name) for model, name in ((Alphabet, "Orchard"), (Hand, "Mine"))
        )
        document = document_of(page)
        self.assertEqual(document.lettering["t"].alphabets, (sheet.key,))
        self.assertEqual([story.script for story in document.stories.values()], [ink.key])
        self.assertEqual((sheet.letters["B"], sheet.letters["E"]), (0, 1))
        self.assertEqual(self.send("delete", f"pages/{page.pk}/titles/t/letters/").status_code, 204)
        sheet.refresh_from_db()
        self.assertEqual((sheet.letters["B"], sheet.letters["E"]), (1, 3))
        # Beside the first page the sheet is the same one: its letters are off it once.
        again = restored(self.ida)
        self.assertEqual(self.send("delete", f"pages/{again.pk}/titles/t/letters/").status_code, 400)
        self.assertEqual(
            document_of(again).lettering["t"].alphabets,
            document_of(Page.objects.get(pk=self.page)).lettering["t"].alphabets,
        )


class TitleLater(ApiTestCase):
    """A page whose sketch has no place for a title."""

    ROWS = (
        row("base", "base", 0, 0, 12, 12),
        row("m", "mat", 0.875, 1.125, 10.25, 4.25, of="p", level=1),
        row("p", "photo", 1, 1.25, 10, 4, level=2),
        row("q", "photo", 1, 5.5, 10, 5.25, level=2),
    )

    def lay_out(self):
        super().lay_out()
        sketch = self.add_sketch(data=data_of(*self.ROWS))
        page = self.send("post", "pages/", {"sketch": sketch.pk, "format": "12x12", "name": "Roof"}).json()
        self.page, self.version = page["id"], page["version"]
        self.before = self.shown()

    def shown(self):
        return self.send("get", f"pages/{self.page}/").json()

    def spots(self, text="ROOFTOP HONEY", **more):
        answer = self.client.get(f"/api/pages/{self.page}/title-places/", {"text": text, **more})
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()["spots"]

    def places(self, page):
        return {b["id"]: (b["x"], b["y"], b["width"], b["height"]) for b in page["fit"]["board"]["blocks"]}

    def lay(self, spot):
        answer = self.change(self.page, self.version, **spot["change"])
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        self.version = answer.json()["version"]
        return answer.json()

    def test_laid_in_a_gap_it_is_set_and_nothing_else_moves(self):
        self.assertEqual(self.before["titles"], [])
        spot = next(one for one in self.spots() if one["kind"] == "gap")
        page = self.lay(spot)
        ((title,), (part,)) = page["titles"], spot["parts"]
        self.assertEqual((title["text"], len(title["lettering"]["letters"])), ("ROOFTOP HONEY", 12))
        now, was = self.places(page), self.places(self.before)
        self.assertEqual(now.pop(title["block"]), tuple(part[key] for key in ("x", "y", "width", "height")))
        self.assertEqual(now, was)
        back = self.send("post", f"pages/{self.page}/undo/", {"version": self.version}).json()
        self.assertEqual((back["titles"], self.places(back)), ([], was))

    def test_two_parts_are_two_titles_read_in_their_order(self):
        spot = next(one for one in self.spots() if one["kind"] == "parts")
        page = self.lay(spot)
        self.assertEqual([one["text"] for one in page["titles"]], ["ROOFTOP", "HONEY"])
        self.assertTrue(all(one["lettering"] for one in page["titles"]))

    def test_with_room_made_the_pieces_go_together_and_mats_with_them(self):
        spot = next(one for one in self.spots("HONEY") if one["kind"] == "aside")
        self.assertRegex(spot["words"], r"letters [\d/ ]+ in high; 2 pieces go [\d/ ]+ in (down|up)")
        self.assertEqual(len(spot["moved"]), 2)
        page = self.lay(spot)
        now, was = self.places(page), self.places(self.before)
        steps = {(round(now[one][0] - was[one][0], 6), round(now[one][1] - was[one][1], 6)) for one in "mpq"}
        self.assertEqual(len(steps), 1)
        self.assertNotEqual(steps, {(0, 0)})

    def test_one_alphabet_can_be_asked_for_and_a_page_that_changed_is_told(self):
        for alphabet in ("font Figtree", "font Literata"):
            for spot in self.spots(alphabet=alphabet):
                self.assertEqual({part["font"] for part in spot["parts"]}, {alphabet.removeprefix("font ")})
        asked = {"text": "A", "alphabet": "own 99"}
        refused = self.client.get(f"/api/pages/{self.page}/title-places/", asked)
        self.assertEqual(refused.json()["faults"][0]["code"], "unknown-alphabet")
        spot = self.spots()[0]
        gone = self.change(self.page, self.version, **{**spot["change"], "where": "on the moon"})
        self.assertEqual((gone.status_code, gone.json()["faults"][0]["code"]), (400, "no-such-place"))
        self.assertEqual(self.spots(text=""), [])
        self.client.force_login(self.otto)
        self.assertEqual(self.client.get(f"/api/pages/{self.page}/title-places/", {"text": "A"}).status_code, 404)
