"""Choosing papers over the API: what is told of a page, what is dealt, ranked, regretted and mended; what is kept."""

import io
from unittest import mock

from django.core.files.uploadedfile import SimpleUploadedFile
from pypdf import PdfReader

from demo.patterns import Printed, paint
from inkquilt.lengths import Unit
from inkquilt.paper.kinds import PaperKind
from server.pages.models import Page
from server.stash.models import Companion, Palette, Paper
from server.stash.services import describe_paper, enter_line
from tests.api.base import ApiTestCase, picture
from tests.building import data_of, row

#: A base, a panel, a strip, a mat with its photo, a card.
PAGE = data_of(
    row("base", "base", 0, 0, 12, 12, paper="A"),
    row("panel", "paper", 7, 0, 5, 12, paper="B", level=1),
    row("ledge", "strip", 0, 8, 12, 1, paper="C", level=2),
    row("m", "mat", 1.75, 1.75, 4.5, 5.5, of="p", paper="W", level=3),
    row("p", "photo", 2, 2, 4, 5, level=4),
    row("card", "journaling", 1, 9.75, 4, 1.5, paper="D", level=3),
)
LINES = (
    "3 navy 12x12", "3 mustard 12x12", "3 cream 12x12", "3 white 12x12", "3 sky 12x12", "2 roses floral burgundy 12x12",
    "2 meadow floral sage 12x12", "scrap green 5x2", "2 stripe navy stripe 12x12",
)  # fmt: skip


def fault(answer) -> str:
    """Return what was wrong, by its code."""
    return answer.json()["faults"][0]["code"]


class PaperingCase(ApiTestCase):
    def lay_out(self) -> None:
        super().lay_out()
        for line in LINES:
            enter_line(owner=self.ida, line=line, unit=Unit.IN)
        self.papers = {one.name: one for one in Paper.objects.filter(owner=self.ida)}
        sketch = self.add_sketch(data=PAGE)
        self.page = self.send("post", "pages/", {"sketch": sketch.pk, "format": "12x12"}).json()
        self.version = self.page["version"]
        self.path = f"pages/{self.page['id']}/papers/"

    def lay(self, **letters: str) -> None:
        """Lay papers by name in the places of letters."""
        papers = [{"paper": letter, "stash_paper": self.papers[name].pk} for letter, name in letters.items()]
        self.make({"kind": "deal-papers", "papers": papers})

    def make(self, change: dict) -> dict:
        answer = self.send("post", f"pages/{self.page['id']}/changes/", {"version": self.version, "change": change})
        self.assertEqual(answer.status_code, 200, answer.content)
        self.version = answer.json()["version"]
        return answer.json()

    def ask(self, path: str = "", **asked: object) -> dict:
        answer = self.send("post", f"{self.path}{path}", asked)
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()

    def name_of(self, number: int) -> str:
        return next(name for name, one in self.papers.items() if one.pk == number)


class PagesTests(PaperingCase):
    def test_a_page_tells_its_places_and_what_lies_there(self) -> None:
        self.lay(A="cream", B="navy")
        told = self.ask()
        places = {one["letter"]: one for one in told["places"]}
        self.assertEqual(set(places), {"A", "B", "C", "D", "W"})
        self.assertEqual((places["A"]["laid"]["name"], places["B"]["laid"]["colours"]), ("cream", ["navy"]))
        self.assertIsNone(places["C"]["laid"])
        self.assertEqual((places["W"]["role"], places["W"]["blocks"], places["W"]["pieces"]), ("mat", ["m"], 1))

    def test_photos_tell_their_colours_and_are_started_from(self) -> None:
        photo = self.add_photo(colour="#cf9d2e")
        self.make({"kind": "photo", "block": "p", "photo": photo.pk})
        told = self.ask()
        (shown,) = told["photos"]
        self.assertEqual([one["name"] for one in shown["colours"]], ["mustard"])
        self.assertEqual([one["name"] for one in told["targets"]], ["mustard"])
        (best, *_) = self.ask("suited/", place="B")
        self.assertEqual(best["paper"]["name"], "mustard")
        self.assertIn("its mustard is that of “#cf9d2e”", best["reasons"])

    def test_a_title_lies_on_a_paper_it_can_be_read_on(self) -> None:
        """A title hides no paper: what shows beneath it is read against."""
        sketch = self.add_sketch(
            data=data_of(row("base", "base", 0, 0, 12, 12, paper="A"), row("t", "title", 2, 2, 8, 2))
        )
        page = self.send("post", "pages/", {"sketch": sketch.pk, "format": "12x12"}).json()
        change = {"version": page["version"], "change": {"kind": "title", "block": "t", "text": "Honey"}}
        self.assertEqual(self.send("post", f"pages/{page['id']}/changes/", change).status_code, 200)
        path, navy = f"pages/{page['id']}/papers/", self.papers["navy"].pk
        (base,) = self.send("post", path, {}).json()["places"]
        self.assertEqual(base["share"], 100)
        told = self.send("post", f"{path}why/", {"place": "A", "stash_paper": navy}).json()
        self.assertIn("the words on it could hardly be read", told["against"])

    def test_another_s_page_and_an_unknown_place_are_refused(self) -> None:
        other = self.add_page(self.otto)
        self.assertEqual(self.send("post", f"pages/{other.pk}/papers/", {}).status_code, 404)
        answer = self.send("post", f"{self.path}suited/", {"place": "Z"})
        self.assertEqual((answer.status_code, fault(answer)), (400, "unknown-paper"))

    def test_each_wrong_start_says_what_would_do(self) -> None:
        for asked, status in [
            ({"start": "dice"}, 400), ({"start": "kit", "kit": "none such"}, 400), ({"start": "paper"}, 400),
            ({"start": "palette", "palette": 999}, 404), ({"without": ["red"]}, 400), ({"temper": "loud"}, 400),
            ({"touched": ["#123456"] * 13}, 400),
        ]:  # fmt: skip
            with self.subTest(asked):
                self.assertEqual(self.send("post", self.path, asked).status_code, status)


class DealingTests(PaperingCase):
    def test_whole_pages_differ_and_each_can_be_laid(self) -> None:
        dealt = self.ask("paperings/")["paperings"]
        self.assertTrue(3 <= len(dealt) <= 5)
        first = dealt[0]
        self.assertTrue(first["enough"])
        self.assertEqual({one["name"] for one in first["papers"]} - set(self.papers), set())
        looks = {block["id"]: block["look"] for block in first["board"]["blocks"]}
        after = self.make(first["change"])["fit"]["board"]
        self.assertEqual({block["id"]: block["look"] for block in after["blocks"]}, looks)

    def test_what_is_kept_and_what_must_be_used(self) -> None:
        self.lay(B="roses floral burgundy") if "roses floral burgundy" in self.papers else self.lay(B="sky")
        laid = self.ask()["places"]
        kept = next(one["laid"]["stash_paper"] for one in laid if one["letter"] == "B")
        using = self.papers["mustard"].pk
        for one in self.ask("paperings/", keep=["B"], using=[using])["paperings"]:
            board = {block["id"]: block["look"]["colour"] for block in one["board"]["blocks"] if block["look"]}
            self.assertIn(using, {paper["stash_paper"] for paper in one["papers"]})
            self.assertEqual(board["panel"], Paper.objects.get(pk=kept).front_colours[0])

    def test_a_paper_that_was_put_away_can_stay_and_is_offered_no_more(self) -> None:
        self.lay(A="sky")
        self.papers["sky"].delete_softly()
        place = next(one for one in self.ask()["places"] if one["letter"] == "A")
        self.assertTrue(place["laid"]["lost"])
        for one in self.ask("paperings/", keep=["A"])["paperings"]:
            names = {paper["name"] for paper in one["papers"]}
            self.assertIn("sky", names)
        for one in self.ask("paperings/")["paperings"]:
            self.assertNotIn("sky", {paper["name"] for paper in one["papers"]})

    def test_what_is_cut_already_is_fixed(self) -> None:
        self.lay(A="cream", B="navy", C="mustard", W="white", D="white")
        with mock.patch("server.cutting.run.SECONDS", 0.1):
            run = self.send("post", f"pages/{self.page['id']}/cutting/run/").json()
        self.assertEqual([one for one in self.ask()["places"] if one["is_cut"]], [])
        navy = next(one for one in run["table"]["papers"] if one["name"] == "navy")
        sheet = navy["sheets"][0]
        tick = {"version": run["version"], "sheet": sheet["id"], "done": 1}
        self.assertEqual(self.send("patch", f"pages/{self.page['id']}/cutting/run/", tick).status_code, 200)
        self.assertEqual([one["letter"] for one in self.ask()["places"] if one["is_cut"]], ["B"])
        for one in self.ask("paperings/", start="kept-out")["paperings"]:
            self.assertNotIn("B", {dealt["paper"] for dealt in one["change"].get("papers", [])})

    def test_two_tone_paper_counts_with_both_tones(self) -> None:
        facts = {"two_tone": True, "back_colours": ["#8d97ad"]}
        for core, words in [("", ["navy", "dusty blue"]), ("#c2452f", ["navy", "red"])]:
            with self.subTest(core):
                describe_paper(paper=self.papers["navy"], facts={**facts, "core": core})
                self.lay(B="navy")
                place = next(one for one in self.ask()["places"] if one["letter"] == "B")
                self.assertEqual(place["laid"]["colours"], words)

    def test_a_kit_a_paper_a_palette_and_the_wheel_are_started_from(self) -> None:
        for name in ("sky", "navy"):
            describe_paper(paper=self.papers[name], facts={"kit": "harbour"})
        palette = self.send(
            "post", "stash/palettes/", {"name": "ember", "colours": ["#cf9d2e"], "papers": [self.papers["mustard"].pk]}
        ).json()
        for asked, targets in [
            ({"start": "kit", "kit": "harbour"}, {"navy", "sky blue"}),
            ({"start": "paper", "paper": self.papers["cream"].pk}, {"cream"}),
            ({"start": "palette", "palette": palette["id"]}, {"mustard"}),
            ({"start": "wheel", "colour": "#2a5f99", "scheme": "tones"}, {"blue"}),
        ]:
            with self.subTest(asked):
                told = {one["name"] for one in self.ask(**asked)["targets"]}
                self.assertLessEqual(targets, told)
        for one in self.ask("paperings/", start="palette", palette=palette["id"])["paperings"]:
            self.assertIn("mustard", {paper["name"] for paper in one["papers"]})

    def test_six_are_told_and_more_when_asked(self) -> None:
        self.assertEqual(len(self.ask("suited/", place="A")), 6)
        self.assertGreater(len(self.ask("suited/", place="A", more=True)), 6)

    def test_why_not_this_one(self) -> None:
        green = self.papers["green"].pk
        told = self.ask("why/", place="A", stash_paper=green)
        self.assertIn("too little for the base: what is left of it", told["against"])
        gone = self.papers["sky"]
        gone.stocks.all().delete()
        answer = self.send("post", f"{self.path}why/", {"place": "A", "stash_paper": gone.pk})
        self.assertEqual((answer.status_code, fault(answer)), (400, "used-up"))


class RegretTests(PaperingCase):
    def test_a_regret_is_told_with_its_number_and_taken_away(self) -> None:
        self.lay(A="cream", B="cream", C="navy", W="white", D="white")
        (regret, *_) = [one for one in self.ask()["regrets"] if one["kind"] == "too-near"]
        self.assertEqual((regret["places"], set(regret["blocks"])), (["A", "B"], {"base", "panel"}))
        self.assertIn("is wanted", regret["number"])
        (mend, *_) = self.ask("mends/", kind=regret["kind"], places=regret["places"])
        self.make(mend["change"])
        self.assertNotIn("too-near", {one["kind"] for one in self.ask()["regrets"]})
        answer = self.send("post", f"{self.path}mends/", {"kind": "too-near", "places": ["A", "B"]})
        self.assertEqual((answer.status_code, fault(answer)), (400, "not-regretted"))

    def test_a_plain_border_is_laid_as_a_layer_and_undone_in_one_step(self) -> None:
        name = next(one for one in self.papers if "roses" in one)
        self.lay(A="navy", B=name, C="mustard", W="white", D="cream")
        (regret,) = [one for one in self.ask()["regrets"] if one["kind"] == "busy-on-dark"]
        ways = self.ask("mends/", kind=regret["kind"], places=regret["places"])
        border = next(one for one in ways if "border" in one["words"])
        before = {
            block["id"] for block in self.send("get", f"pages/{self.page['id']}/").json()["fit"]["board"]["blocks"]
        }
        after = self.make(border["change"])["fit"]["board"]["blocks"]
        (layer,) = [block for block in after if block["id"] not in before]
        panel = next(block for block in after if block["id"] == "panel")
        self.assertIsNotNone(layer["look"])
        # 1/8 in shows beside the panel where it does not run off the page.
        self.assertAlmostEqual(panel["x"] - layer["x"], 0.125)
        undone = self.send("post", f"pages/{self.page['id']}/undo/", {"version": self.version}).json()
        self.assertEqual({block["id"] for block in undone["fit"]["board"]["blocks"]}, before)

    def test_what_is_lacking_stands_on_a_card_to_print(self) -> None:
        told = self.ask(start="wheel", colour="#6a4a8c", scheme="tones")
        self.assertIn("purple", {one["name"] for one in told["to_buy"]})
        answer = self.client.get(f"/api/{self.path}files/swatches.pdf?start=wheel&colour=%236a4a8c&scheme=tones")
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "application/pdf"))
        (sheet,) = PdfReader(io.BytesIO(answer.content)).pages
        self.assertIn("purple", sheet.extract_text())
        self.assertEqual([float(side) for side in sheet.mediabox[2:]], [612, 792])  # letter, 72 points to the inch


class ColourTests(PaperingCase):
    def test_a_touched_place_tells_its_colour_and_the_light_is_put_right(self) -> None:
        photo = self.add_photo(colour="#c8b48c")  # a grey card under a lamp
        path = f"photos/{photo.pk}/colours/"
        there = self.send("get", f"{path}at/?x=0.5&y=0.5").json()
        self.assertEqual(there["name"], "tan")
        self.assertEqual(self.send("get", path).json()["light"], "as it is")
        right = self.send("post", path, {"white": [0.5, 0.5]}).json()
        self.assertEqual((right["light"], right["colours"][0]["name"]), ("by a white place", "white"))
        lightest = self.send("post", path, {"lightest": True}).json()
        self.assertEqual((lightest["light"], lightest["colours"][0]["name"]), ("by a white place", "white"))
        whole = self.send("post", path, {"whole": True}).json()
        self.assertEqual((whole["light"], whole["colours"][0]["name"]), ("by the whole picture", "grey"))
        again = self.send("post", path, {"whole": False}).json()
        self.assertEqual((again["light"], again["colours"][0]["name"]), ("as it is", "tan"))

    def test_a_print_without_a_file_and_another_s_photo_have_none(self) -> None:
        entered = self.send(
            "post", "photos/prints/", {"name": "attic", "width": "4", "height": "6", "unit": "in", "kind": "print"}
        ).json()
        self.assertEqual(self.send("get", f"photos/{entered['id']}/colours/").json()["colours"], [])
        self.assertEqual(self.send("get", f"photos/{entered['id']}/colours/at/?x=0&y=0").status_code, 400)
        other = self.add_photo(self.otto)
        self.assertEqual(self.send("get", f"photos/{other.pk}/colours/").status_code, 404)
        mine = self.add_photo()
        self.assertEqual(self.send("post", f"photos/{mine.pk}/colours/", {"white": [2, 0]}).status_code, 400)
        self.assertEqual(self.send("get", f"photos/{mine.pk}/colours/at/?x=7&y=0").status_code, 400)

    def test_a_photographed_side_is_read_and_can_be_read_again(self) -> None:
        file = io.BytesIO()
        paint(Printed("dots", ("#22345c", "#fdfdfb"), 0.8), 480).save(file, "JPEG", quality=90)
        navy = self.papers["navy"]
        upload = SimpleUploadedFile("dots.jpg", file.getvalue(), "image/jpeg")
        told = self.client.post(f"/api/stash/papers/{navy.pk}/pictures/A/", {"file": upload, "wide": "12 in"}).json()[
            "front"
        ]
        self.assertEqual((told["kind"], told["named"]), ("dots", ["navy", "white"]))
        self.assertAlmostEqual(sum(told["shares"]), 100, delta=2)
        self.assertTrue(told["repeat"])
        again = self.send("post", f"stash/papers/{navy.pk}/pictures/A/read/", {"white": [0.01, 0.5]}).json()["front"]
        self.assertNotEqual(again["colours"], told["colours"])
        self.assertEqual(self.send("post", f"stash/papers/{navy.pk}/pictures/B/read/", {}).status_code, 400)

    def test_foil_stays_what_it_was_said_to_be(self) -> None:
        foil = enter_line(owner=self.ida, line="1 star foil 12x12, metallic gold", unit=Unit.IN)
        upload = SimpleUploadedFile("foil.jpg", picture(colour="#c8a24a"), "image/jpeg")
        told = self.client.post(f"/api/stash/papers/{foil.pk}/pictures/A/", {"file": upload, "wide": "12 in"}).json()
        self.assertEqual(told["front"]["kind"], PaperKind.METALLIC.value)

    def test_the_wheel_tells_whose_it_is_and_a_scheme(self) -> None:
        told = self.send("get", "colours/wheel/?colour=%23ff0000&scheme=three").json()
        self.assertIn("Itten", told["after"])
        self.assertEqual([one["angle"] for one in told["spokes"]], list(range(0, 360, 30)))
        self.assertAlmostEqual(told["angle"], 0, delta=1)
        for one, angle in zip(told["scheme"], (0, 120, 240), strict=True):
            self.assertAlmostEqual(
                (one["angle"] + 15) % 360 - 15, angle, delta=12
            )  # what sRGB can show is not quite it
        self.assertEqual(self.send("get", "colours/wheel/?colour=red").status_code, 400)


class CompanionTests(PaperingCase):
    def test_inks_are_entered_in_a_line_and_proposed(self) -> None:
        for line, kind, named in [
            ("navy pen", "pen", "navy"), ("gold splatter", "paint", "mustard"), ("walnut ink", "ink", "brown"),
        ]:  # fmt: skip
            told = self.send("post", "stash/companions/", {"line": line}).json()
            self.assertEqual((told["kind"], told["named"]), (kind, named))
        bad = self.send("post", "stash/companions/", {"line": "a bucket"})
        self.assertEqual((bad.status_code, bad.json()["code"]), (400, "unreadable-companion"))
        self.lay(A="cream", D="white")
        goes = {one["name"]: one["what"] for one in self.ask()["goes"]}
        self.assertEqual(goes["navy pen"], "words on the journaling card")

    def test_they_are_coloured_put_aside_and_brought_back(self) -> None:
        one = self.send("post", "stash/companions/", {"line": "navy pen"}).json()
        path = f"stash/companions/{one['id']}/"
        self.assertEqual(self.send("patch", path, {"colour": "#000000"}).json()["named"], "black")
        self.assertEqual(self.send("patch", path, {"colour": "black"}).status_code, 400)
        self.assertEqual(self.send("delete", path).status_code, 204)
        self.assertEqual(self.send("get", "stash/companions/").json(), [])
        self.send("post", "deleted/", {"kind": "companion", "id": one["id"]})
        self.assertEqual(len(self.send("get", "stash/companions/").json()), 1)
        foreign = Companion.objects.create(owner=self.otto, name="his", kind="pen", colour="#000000")
        self.assertEqual(self.send("delete", f"stash/companions/{foreign.pk}/").status_code, 404)

    def test_palettes_are_kept_with_their_papers(self) -> None:
        asked = {"name": "dusk", "colours": ["#22345c", "#cf9d2e"], "papers": [self.papers["navy"].pk]}
        one = self.send("post", "stash/palettes/", asked).json()
        self.assertEqual((one["named"], one["papers"]), (["navy", "mustard"], asked["papers"]))
        path = f"stash/palettes/{one['id']}/"
        changed = self.send("put", path, {**asked, "name": "dawn", "papers": []}).json()
        self.assertEqual((changed["name"], changed["papers"]), ("dawn", []))
        foreign = enter_line(owner=self.otto, line="2 red 12x12", unit=Unit.IN)
        refused = self.send("put", path, {**asked, "papers": [foreign.pk]})
        self.assertEqual((refused.status_code, fault(refused)), (400, "unknown-stash-paper"))
        self.assertEqual(Palette.objects.get(pk=one["id"]).name, "dawn")  # nothing half kept
        self.assertEqual(self.send("post", "stash/palettes/", {**asked, "colours": []}).status_code, 400)
        self.send("delete", path)
        self.assertEqual(self.send("get", "stash/palettes/").json(), [])
        self.send("post", "deleted/", {"kind": "palette", "id": one["id"]})
        self.assertEqual(len(self.send("get", "stash/palettes/").json()), 1)

    def test_what_is_known_of_papers_comes_back_with_everything(self) -> None:
        describe_paper(paper=self.papers["navy"], facts={"kit": "harbour", "favourite": True, "core": "#8d97ad"})
        self.send("post", "stash/companions/", {"line": "navy pen"})
        self.send(
            "post", "stash/palettes/", {"name": "dusk", "colours": ["#22345c"], "papers": [self.papers["navy"].pk]}
        )
        archive = b"".join(self.client.get("/api/everything/").streaming_content)
        self.client.force_login(self.otto)
        upload = SimpleUploadedFile("all.zip", archive, "application/zip")
        answer = self.client.post("/api/everything/", {"file": upload})
        self.assertEqual(answer.status_code, 201, answer.content)
        navy = Paper.objects.get(owner=self.otto, name="navy")
        self.assertEqual((navy.kit, navy.favourite, navy.core), ("harbour", True, "#8d97ad"))
        self.assertEqual(list(Palette.objects.get(owner=self.otto).papers.all()), [navy])
        self.assertEqual(Companion.objects.get(owner=self.otto).name, "navy pen")


class OldPagesTests(PaperingCase):
    def test_papers_called_busy_are_read_as_large_prints(self) -> None:
        self.lay(A="cream")
        page = Page.objects.get(pk=self.page["id"])
        revision = page.revisions.get(number=page.head)
        revision.document["cuts"]["papers"]["A"]["kind"] = "busy"
        revision.save()
        place = next(one for one in self.ask()["places"] if one["letter"] == "A")
        self.assertEqual(place["laid"]["look"]["kind"], "large print")
