"""Embellishments, clusters, backgrounds and the second look over the API."""

import io
from base64 import b64encode
from random import Random

from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image
from pypdf import PdfReader

from bench.pictures import photographed
from bench.things import GROUNDS, drawn_sheet
from inkquilt.lengths import INCH
from server.embellishments.models import Embellishment
from server.looking.models import Snapshot
from server.pages.models import Page
from tests.api.base import ApiTestCase
from tests.building import data_of, row

LABEL = {"name": "label", "kind": "base", "form": "label", "width": "2", "height": "1 1/2", "colours": ["#f6eed8"]}
FLOWER = {"name": "flower", "kind": "main piece", "form": "flower", "width": "1", "height": "1", "count": 4}
STAR = {"name": "star", "kind": "dot", "form": "star", "width": "3/8", "height": "3/8", "count": None}


class EmbellishingTests(ApiTestCase):
    def lay_out(self):
        super().lay_out()
        sketch = self.add_sketch(
            data=data_of(
                row("base", "base", 0, 0, 12, 12),
                row("p", "photo", 3, 3, 6, 4, level=2),
                row("t", "title", 3, 1, 5, 1, level=2),
            )
        )
        page = self.send("post", "pages/", {"sketch": sketch.pk, "format": "12x12", "name": "Roof"}).json()
        self.page, self.version = page["id"], page["version"]
        self.label = self.own(LABEL, count=3)
        self.flower = self.own(FLOWER, colours=["#cf9d2e", "#22345c"])
        self.star = self.own(STAR, colours=["#22345c"])

    def own(self, one, **more):
        answer = self.send("post", "embellishments/", one | more)
        self.assertEqual(answer.status_code, 201, answer.content[:300])
        return answer.json()

    def do(self, status=200, **change):
        answer = self.change(self.page, self.version, **change)
        self.assertEqual(answer.status_code, status, answer.content[:300])
        if status == 200:
            self.version = answer.json()["version"]
        return answer.json()

    def ask(self, what, body=None):
        return self.send("post", f"pages/{self.page}/{what}/", body or {})

    def put(self, one, x, y, **more):
        return {"embellishment": one["key"], "x": x, "y": y, "turn": 0, "foam": False, **more}

    def lay(self, *rows):
        return self.do(kind="arrange", put=list(rows), words="laid")

    def test_embellishments_are_entered_counted_refused_and_put_aside(self):
        self.assertEqual(self.flower["size"], "1 in × 1 in")
        counted = self.send("patch", f"embellishments/{self.flower['id']}/", {"count": 9}).json()
        self.assertEqual(counted["count"], 9)
        for wrong in ({"width": "0"}, {"height": "40"}, {"width": "wide"}, {"colours": []}, {"colours": ["red"]},
                      {"kind": "thing"}):  # fmt: skip
            with self.subTest(wrong):
                body = FLOWER | {"colours": ["#cf9d2e"]} | wrong
                self.assertEqual(self.send("post", "embellishments/", body).status_code, 400)
        self.assertEqual(self.send("delete", f"embellishments/{self.star['id']}/").status_code, 204)
        with self.assertNumQueries(4):  # session, user, her unit, what she owns
            self.assertEqual(len(self.send("get", "embellishments/").json()), 2)
        his = Embellishment.objects.create(
            owner=self.otto, name="his", kind="dot", form="round", width=INCH, height=INCH, colours=["#ffffff"]
        )
        self.assertEqual(self.send("patch", f"embellishments/{his.pk}/", {"count": 1}).status_code, 404)
        self.assertEqual(self.send("delete", f"embellishments/{his.pk}/").status_code, 404)

    def test_one_is_entered_in_a_line_as_one_says_it(self):
        answer = self.send("post", "embellishments/lines/", {"line": "12 mustard buttons 1/2, round"})
        one = answer.json()
        self.assertEqual((answer.status_code, one["name"], one["kind"]), (201, "mustard buttons", "dot"))
        self.assertEqual((one["count"], one["size"]), (12, "1/2 in × 1/2 in"))
        metric = self.send("post", "embellishments/lines/", {"line": "3 teal pearls 5", "unit": "mm"}).json()
        self.assertEqual(metric["size"], "5 mm × 5 mm")
        for line in ("buttons", "", "button 40", "0 buttons 1", "b" * 301):
            refused = self.send("post", "embellishments/lines/", {"line": line})
            with self.subTest(line):
                self.assertEqual(refused.status_code, 400)
                self.assertGreater(len(refused.json()["detail"]), 12)
        self.assertEqual(len(self.send("get", "embellishments/").json()), 5)

    def test_things_are_found_in_a_photograph_entered_and_look_like_themselves(self):
        image, laid = drawn_sheet(Random(11), 6, GROUNDS[0])
        picture = SimpleUploadedFile("things.jpg", photographed(image, Random(11)), "image/jpeg")
        body = {"file": picture, "width": "8 1/2", "height": "11", "unit": "in"}
        answer = self.client.post("/api/embellishments/found/", body)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        found = answer.json()
        self.assertEqual(sum(one["count"] for one in found), len(laid))
        self.assertEqual(len(self.send("get", "embellishments/").json()), 3, "nothing is kept until it is entered")
        thing = {name: found[0][name] for name in ("width", "height", "form", "colours", "outline", "picture")}
        one = self.own({**thing, "name": "found one", "kind": "main piece", "count": 2})
        self.assertEqual((one["picture"], len(one["points"])), (f"/api/embellishments/{one['id']}/picture/",
                                                               len(thing["outline"])))  # fmt: skip
        seen = self.client.get(one["picture"])
        self.assertEqual((seen.status_code, seen["Content-Type"]), (200, "image/webp"))
        self.assertEqual(b64encode(seen.content).decode(), thing["picture"])
        accent = self.lay(self.put(one, 3, 9))["accents"][0]
        self.assertEqual(accent["picture"], one["picture"])
        self.assertEqual(self.printed_pictures(), 1)
        self.do(kind="halve", accent=accent["key"])
        self.assertEqual(self.printed_pictures(), 2)
        self.send("delete", f"embellishments/{one['id']}/")
        self.assertEqual(self.client.get(one["picture"]).status_code, 200, "it lies on a page still")
        self.client.force_login(self.otto)
        self.assertEqual(self.client.get(one["picture"]).status_code, 404)

    def printed_pictures(self):
        """Return how many pictures are drawn on the pages of the page's PDF, the key sheet left out."""
        content = self.send("get", f"pages/{self.page}/files/page.pdf").content
        drawn = [page.get_contents().get_data() for page in PdfReader(io.BytesIO(content)).pages]
        return max(stream.count(b" Do") for stream in drawn)

    def test_what_comes_for_a_picture_is_looked_at(self):
        plain = io.BytesIO()
        Image.new("RGB", (500, 10)).save(plain, "WEBP")
        wide = b64encode(plain.getvalue()).decode()
        for more in ({"picture": "no base 64!"}, {"picture": b64encode(b"<svg/>").decode()}, {"picture": wide},
                     {"picture": "A" * 90_001}, {"outline": [[0, 0], [1, 1]]},
                     {"outline": [[0, 0], [20_000, 0], [0, 9]]}, {"outline": [[0]] * 3}):  # fmt: skip
            with self.subTest(list(more)):
                self.assertEqual(self.send("post", "embellishments/", LABEL | more).status_code, 400)
        for body in ({"width": "8"}, {"width": "1/2", "height": "11"}, {"width": "8", "height": "11"}):
            file = SimpleUploadedFile("things.jpg", b"no picture", "image/jpeg")
            self.assertEqual(self.client.post("/api/embellishments/found/", {**body, "file": file}).status_code, 400)

    def test_printed_words_in_its_place_are_the_title(self):
        word = self.own(LABEL, kind="word", form="strip", width="3", height="1/2", text="honey")

        def noticed():
            return {one["kind"] for one in self.send("get", f"pages/{self.page}/look/").json()["noticed"]}

        self.assertIn("title-missing", noticed())
        page = self.lay(self.put(word, 5.5, 1.5))
        self.assertEqual(page["accents"][0]["fills"], "t")
        self.assertNotIn("title-missing", noticed())

    def test_clusters_are_proposed_laid_in_one_step_and_undone(self):
        found = self.ask("clusters").json()
        self.assertGreater(len(found), 0)
        self.assertTrue(any("weight" in words for words in found[0]["why"]))
        page = self.do(**found[0]["change"])
        self.assertEqual(len(page["accents"]), len(found[0]["accents"]))
        self.assertEqual(page["undo"], found[0]["words"])
        back = self.send("post", f"pages/{self.page}/undo/", {"version": self.version}).json()
        self.assertEqual(back["accents"], [])

    def test_from_a_handful_only_what_was_ticked_is_laid(self):
        flower = self.flower["key"]
        for handful in ({"only": [flower]}, {"colours": ["#cf9d2e"]}):
            plans = self.ask("clusters", handful).json()
            with self.subTest(handful):
                self.assertEqual({one["embellishment"] for plan in plans for one in plan["accents"]}, {flower})
        refused = self.ask("clusters", {"only": ["own 999999"]})
        self.assertEqual((refused.status_code, refused.json()["code"]), (400, "nothing-to-plan-with"))
        self.assertEqual(self.ask("clusters", {"colours": ["red"]}).status_code, 400)

    def test_a_piece_cut_in_two_is_one_of_the_stash_and_stays_cut_when_it_is_arranged(self):
        one = self.label
        self.lay(self.put(one, 6, 6, key="a"))
        page = self.do(kind="halve", accent="a")
        halves = page["accents"]
        self.assertEqual([half["name"] for half in halves], [f"half of {one['name']}", f"other half of {one['name']}"])
        self.assertAlmostEqual(sum(half["width"] for half in halves), one["width"], places=3)
        self.assertEqual(page["used"], {one["key"]: 1})
        again = {key: halves[1][key] for key in ("key", "embellishment", "y", "turn", "foam")} | {"x": 8}
        page = self.lay(again)
        self.assertEqual(page["accents"][1]["width"], halves[1]["width"])
        self.assertEqual(page["used"], {one["key"]: 1})

    def test_without_embellishments_it_is_said_what_to_enter(self):
        Embellishment.objects.filter(owner=self.ida).delete()
        for what in ("clusters", "scatter"):
            refused = self.ask(what)
            self.assertEqual(refused.status_code, 400, what)
            self.assertIn("would do" if what == "scatter" else "Enter a flower", refused.json()["detail"])

    def test_no_more_is_laid_than_there_is_and_nothing_of_anothers(self):
        self.lay(*(self.put(self.flower, 2 + n, 9) for n in range(4)))
        refused = self.do(400, kind="arrange", put=[self.put(self.flower, 8, 9)], words="x")
        self.assertEqual(refused["faults"][0]["code"], "none-left")
        refused = self.do(400, kind="arrange", put=[{**self.put(self.flower, 8, 9), "embellishment": "own 999"}])
        self.assertEqual(refused["faults"][0]["code"], "unknown-embellishment")
        refused = self.do(400, kind="arrange", take=["nothing"])
        self.assertEqual(refused["faults"][0]["code"], "unknown-piece")

    def test_a_base_takes_its_cluster_along_turns_and_stays_on_the_page(self):
        laid = self.lay(
            self.put(self.label, 4, 9, key="b", group="cluster-1"),
            self.put(self.flower, 4, 9, key="f", group="cluster-1"),
        )["accents"]
        self.assertEqual([one["leads"] for one in laid], [True, True])
        moved = self.do(kind="accent", accent="b", at_x=6, at_y=10)["accents"]
        self.assertEqual([(one["x"], one["y"]) for one in moved], [(6, 10), (6, 10)])
        alone = self.do(kind="accent", accent="f", step_x=1, alone=True)["accents"]
        self.assertEqual([one["x"] for one in alone], [6, 6.125])
        turned = self.do(kind="accent", accent="f", turn_by=15)["accents"][1]
        self.assertEqual((turned["turn"], turned["from_left"]), (15, "6 1/8"))
        edge = self.do(kind="accent", accent="b", at_x=50, at_y=-50)["accents"][0]
        self.assertEqual((edge["x"], edge["y"]), (11, 0.75))

    def test_clusters_go_along_when_the_page_is_fitted_anew(self):
        self.lay(self.put(self.label, 9, 7, group="cluster-1"))
        page = self.do(kind="format", format="8x8")
        photo = next(one for one in page["fit"]["board"]["blocks"] if one["id"] == "p")
        accent = page["accents"][0]
        self.assertAlmostEqual(accent["x"], min(photo["x"] + photo["width"], 7), delta=0.02)
        self.assertLessEqual(max(x for x, _ in accent["points"]), 8.001)

    def many(self):
        """Labels all over the page: on the smallest one they would lie in a heap."""
        plenty = self.own({**LABEL, "name": "plenty"}, count=9)
        return [self.put(plenty, x, y) for x in (2, 6, 10) for y in (2, 6, 10)]

    def test_what_a_small_page_has_no_room_for_waits_in_the_tray_and_comes_back_on_a_larger_one(self):
        before = self.lay(*self.many())["accents"]
        small = self.do(kind="format", format="4x6")
        self.assertTrue(small["put_back"])
        self.assertEqual(len(small["accents"]) + len(small["put_back"]), len(before))
        self.do(kind="format", format="insert")
        self.do(kind="format", format="8x8")
        again = self.do(kind="format", format="12x12")
        self.assertEqual(again["put_back"], [])
        self.assertEqual([(one["x"], one["y"]) for one in again["accents"]], [(o["x"], o["y"]) for o in before])

    def test_what_waits_in_the_tray_comes_back_from_the_zip_too(self):
        before = self.lay(*self.many())["accents"]
        small = self.do(kind="format", format="4x6")
        self.assertTrue(small["put_back"])
        saved = b"".join(self.client.get("/api/everything/").streaming_content)
        self.client.force_login(self.otto)
        restored = self.client.post("/api/everything/", {"file": SimpleUploadedFile("all.zip", saved)})
        self.assertEqual(restored.status_code, 201, restored.content[:300])
        (page,) = Page.objects.visible_to(self.otto)
        self.page, self.version = page.pk, page.version
        self.assertEqual(self.send("get", f"pages/{page.pk}/").json()["put_back"], small["put_back"])
        again = self.do(kind="format", format="12x12")
        self.assertEqual((len(again["accents"]), again["put_back"]), (len(before), []))
        owned = {one["key"] for one in self.send("get", "embellishments/").json()}
        self.assertTrue({one["embellishment"] for one in again["accents"]} <= owned)

    def test_what_is_laid_anew_on_a_small_page_is_where_all_comes_from_then(self):
        count = len(self.lay(*self.many())["accents"])
        small = self.do(kind="format", format="4x6")
        gone = len(small["put_back"])
        self.assertTrue(gone)
        laid = self.lay(self.put(self.flower, 3, 5))
        self.assertEqual(laid["put_back"], [], "she has looked at the page and laid it anew")
        large = self.do(kind="format", format="12x12")
        self.assertEqual(len(large["accents"]), count - gone + 1)

    def test_a_background_is_scattered_and_one_more_goes_in_the_largest_gap(self):
        found = self.ask("scatter", {"count": 20, "only": [self.star["key"]]}).json()
        page = self.do(**found["change"])
        self.assertEqual(len(page["accents"]), 20)
        more = self.ask("scatter", {"one_more": True, "only": [self.star["key"]]}).json()
        self.assertEqual(len(self.do(**more["change"])["accents"]), 21)
        guide = self.send("get", f"pages/{self.page}/files/placing.pdf")
        told = PdfReader(io.BytesIO(guide.content)).pages[0].extract_text()
        self.assertIn("From the left", told)
        self.assertIn("star", told)

    def test_a_flaw_is_covered(self):
        found = self.ask("cover", {"x": 2, "y": 10, "across": "1/2"}).json()
        self.assertAlmostEqual(found[0]["accents"][0]["x"], 2, delta=0.01)
        self.assertEqual(self.ask("cover", {"x": 2, "y": 10, "across": "9"}).status_code, 400)

    def test_the_second_look_names_a_lost_piece_and_what_is_tried_takes_it_away_in_one_step(self):
        resting = [self.put(self.flower, x, 7.2, key=key) for key, x in (("a", 3), ("b", 9))]
        self.lay(*resting, self.put(self.flower, 1.5, 10.5, key="lost"))
        look = self.send("get", f"pages/{self.page}/look/").json()
        noticed = next(one for one in look["noticed"] if one["kind"] == "floating")
        self.assertEqual(noticed["keys"], ["lost"])
        self.assertEqual(len(look["measures"]), 14)
        trial = self.ask("try", {"kind": noticed["kind"], "keys": noticed["keys"]}).json()["trial"]
        self.assertTrue(trial["words"])
        before = self.version
        self.do(**trial["change"])
        self.assertEqual(self.version, before + 1)
        after = self.send("get", f"pages/{self.page}/look/").json()
        self.assertNotIn("floating", [one["kind"] for one in after["noticed"]])
        gone = self.ask("try", {"kind": "floating", "keys": ["lost"]})
        self.assertEqual((gone.status_code, gone.json()["faults"][0]["code"]), (400, "not-noticed"))

    def test_a_piece_in_the_hand_is_looked_at_where_it_is(self):
        self.lay(self.put(self.flower, 1.5, 10.5, key="lost"))
        look = self.send("get", f"pages/{self.page}/look/?moved=lost&x=9&y=7").json()
        self.assertNotIn("floating", [one["kind"] for one in look["noticed"]])
        self.assertEqual(self.send("get", f"pages/{self.page}/").json()["accents"][0]["x"], 1.5)

    def test_a_piece_in_the_hand_leaves_its_cluster_only_when_it_is_moved_alone(self):
        laid = {"under": None, "group": "c1"}
        self.lay(self.put(self.label, 2, 9, key="low", **laid), self.put(self.flower, 2.25, 9, key="on", **laid))

        def floating(query):
            look = self.send("get", f"pages/{self.page}/look/?moved=low&x=9&y=9{query}").json()
            return [one["keys"] for one in look["noticed"] if one["kind"] == "floating"]

        self.assertEqual(floating(""), [])
        self.assertEqual(floating("&alone=true"), [["on"]])

    def test_a_place_kept_for_a_cluster_is_filled_by_what_lies_in_it_on_the_board_and_in_the_file(self):
        kept = data_of(row("base", "base", 0, 0, 12, 12), row("c", "cluster", 8, 8, 3, 3, level=1))
        sketch = self.add_sketch(data=kept)
        page = self.send("post", "pages/", {"sketch": sketch.pk, "format": "12x12"}).json()
        self.page, self.version = page["id"], page["version"]

        def drawn():
            return b"#f6efe0" in b"".join(
                self.client.get(f"/api/pages/{self.page}/files/page.svg")
            )  # the room's own tint

        self.assertTrue(drawn())
        beside = self.put(self.flower, 6.25, 9.5, key="beside")  # 3 1/4 from the middle of a place 3 wide
        self.lay(beside, self.put(self.star, 9, 9, key="thrown", group="scatter 1"))
        self.assertEqual(
            [one["fills"] for one in self.send("get", f"pages/{self.page}/").json()["accents"]], [None] * 2
        )
        self.assertTrue(drawn())
        self.assertEqual(self.lay(self.put(self.flower, 7, 9.5, key="in"))["accents"][-1]["fills"], "c")
        self.assertFalse(drawn())

    def test_an_observation_is_switched_off_for_good_and_on_again(self):
        def told():
            return [one["kind"] for one in self.send("get", f"pages/{self.page}/look/").json()["noticed"]]

        self.assertIn("title-missing", told())
        self.send("post", "observations/off/", {"kind": "title-missing", "off": True})
        self.assertNotIn("title-missing", told())
        self.send("post", "observations/off/", {"kind": "title-missing", "off": False})
        self.assertIn("title-missing", told())
        page = self.do(kind="school", balance_school="sparse")
        self.assertEqual(page["school"], "sparse")

    def test_a_state_is_put_away_shown_and_thrown_away_and_anothers_is_not_found(self):
        put = self.send("post", f"pages/{self.page}/snapshots/", {"note": "before the flowers"}).json()
        self.lay(self.put(self.flower, 3, 7))
        state = self.send("get", f"pages/{self.page}/snapshots/").json()[0]
        self.assertEqual((state["note"], state["page"]["accents"]), ("before the flowers", []))
        for count in range(3):
            self.send("post", f"pages/{self.page}/snapshots/", {"note": str(count)})
        with self.assertNumQueries(4):
            self.send("get", f"pages/{self.page}/snapshots/")
        his = self.add_page(self.otto)
        for path in ("look/", "snapshots/", "steps/", "steps/1/"):
            self.assertEqual(self.send("get", f"pages/{his.pk}/{path}").status_code, 404)
        for path in ("clusters/", "scatter/", "cover/", "try/", "stories/"):
            body = {"kind": "floating", "keys": [], "x": 1, "y": 1, "across": "1", "script": "font Figtree"}
            self.assertEqual(self.send("post", f"pages/{his.pk}/{path}", body).status_code, 404, path)
        row_ = Snapshot.objects.create(page=his, document={})
        self.assertEqual(self.send("delete", f"pages/{his.pk}/snapshots/{row_.pk}/").status_code, 404)
        self.assertEqual(self.send("delete", f"pages/{self.page}/snapshots/{put['id']}/").status_code, 204)

    def test_an_earlier_step_or_a_state_put_away_is_taken_up_again_whole_as_one_step(self):
        first = self.lay(self.put(self.flower, 9, 10, key="low"))
        put = self.send("post", f"pages/{self.page}/snapshots/", {"note": "flower low"}).json()
        self.do(kind="format", format="8x8")
        self.do(kind="accent", accent="low", at_x=4, at_y=1)
        steps = self.send("get", f"pages/{self.page}/steps/").json()
        self.assertEqual([one["number"] for one in steps], [3, 2, 1])
        self.assertEqual(steps[1]["done"], "laid")
        shown = self.send("get", f"pages/{self.page}/steps/2/").json()
        self.assertEqual((shown["page"]["size"], shown["page"]["accents"]), ("12 × 12 in", first["accents"]))
        for which in ({"step": 2}, {"snapshot": put["id"]}):
            back = self.do(kind="take-up", **which)
            # The page is another size, and still the flower lies where it lay then.
            self.assertEqual((back["accents"], back["fit"]), (first["accents"], first["fit"]))
            self.assertEqual((back["format"], back["slots"]), (first["format"], first["slots"]))
            self.assertTrue(back["undo"].startswith("back to “"))
            undone = self.send("post", f"pages/{self.page}/undo/", {"version": self.version}).json()
            self.assertEqual((undone["format"]["width"], undone["accents"][0]["x"]), ("8", 4))
            self.version = undone["version"]
        # What was undone is no earlier step, nor is what belongs to another page.
        other = Snapshot.objects.create(page=self.add_page(), document={})
        for which in ({"step": 6}, {"snapshot": other.pk}, {}):
            self.assertEqual(self.do(400, kind="take-up", **which)["faults"][0]["code"], "unknown-state")
        self.assertEqual(self.send("get", f"pages/{self.page}/steps/6/").status_code, 404)

    def test_pieces_outlive_their_stash_and_come_back_with_everything(self):
        self.lay(self.put(self.flower, 3, 7))
        self.send("delete", f"embellishments/{self.flower['id']}/")
        accent = self.send("get", f"pages/{self.page}/").json()["accents"][0]
        self.assertEqual((accent["name"], accent["colours"][0]), ("flower", "#cf9d2e"))
        moved = self.do(kind="accent", accent=accent["key"], step_y=1)["accents"][0]
        self.assertEqual(moved["y"], 7.125)

    def test_a_phrase_becomes_a_title_in_two_halves_and_its_halves_are_one_piece_of_the_stash(self):
        phrase = self.own(
            {"name": "words", "kind": "word", "form": "strip", "width": "8", "height": "3/8", "colours": ["#22345c"],
             "text": "sweet summer"}
        )  # fmt: skip
        found = self.send("get", f"pages/{self.page}/ready-words/").json()
        halves = next(one for one in found if "cut in two" in one["words"])
        page = self.do(**halves["change"])
        self.assertEqual([one["text"] for one in page["accents"]], ["sweet", "summer"])
        self.assertAlmostEqual(sum(one["width"] for one in page["accents"]), 8, places=3)
        refused = self.do(400, kind="arrange", put=[self.put(phrase, 3, 3)])
        self.assertEqual(refused["faults"][0]["code"], "none-left")
        wrong = self.put(phrase, 3, 3, shown={"text": "else", "width": 1})
        self.assertEqual(self.do(400, kind="arrange", put=[wrong])["faults"][0]["code"], "no-such-part")
