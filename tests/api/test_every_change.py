"""Every kind of change to a page: what may be asked is done, kept, shown and undone; what cannot be is refused.

One page with something of everything on it. A kind of change that is not in these tables fails the test.
"""

from inkquilt.composition.changes import kinds
from inkquilt.composition.stored import read_document, write_document
from inkquilt.lengths import INCH, Unit
from server.pages.known import document_of
from server.pages.models import Page
from server.stash.services import enter_line
from server.tools.models import ShapingTool
from tests.api.base import ApiTestCase
from tests.building import data_of, row

SQUARE, HALF = ([[low, low], [high, low], [high, high], [low, high]] for low, high in ((0, 1), (0.25, 0.75)))
SKETCH = data_of(
    row("base", "base", 0, 0, 12, 12, paper="A"),
    row("band", "strip", 0, 8, 12, 2, paper="B", level=1),
    row("panel", "paper", 7, 0.5, 4, 3, paper="C", level=1),
    row("m", "mat", 0.875, 0.875, 4.25, 6.25, of="p", level=2),
    row("p", "photo", 1, 1, 4, 6, level=3),
    row("q", "photo", 6, 4, 3, 3, level=3),
    row("r", "photo", 9, 4, 2, 3, level=3),
    row("t", "title", 6, 7.25, 5, 0.75, level=3),
    row("j", "journaling", 1, 10.25, 5, 1.25, level=3),
    row("c", "cluster", 9.5, 10.25, 1.25, 1.25, level=3),
    row("lace", "paper", 6.5, 10.25, 2, 1.5, paper="D", level=1, shape="polygon", points=SQUARE, openings=[HALF]),
)
LABEL = {"name": "label", "kind": "base", "form": "label", "width": "2", "height": "1 1/2", "colours": ["#f6eed8"],
         "count": 5}  # fmt: skip


class EveryChange(ApiTestCase):
    """The table of what works is made in ``possible``, for it names things by their keys."""

    def lay_out(self):
        super().lay_out()
        sketch = self.add_sketch(data=SKETCH)
        page = self.send("post", "pages/", {"sketch": sketch.pk, "format": "12x12", "name": "Roof"}).json()
        self.page, self.version = page["id"], page["version"]
        self.photo, self.other = self.add_photo(), self.add_photo(colour="olive")
        self.papers = [enter_line(owner=self.ida, line=f"3 {name} 12x12", unit=Unit.IN) for name in ("comb", "kraft")]
        self.punch = ShapingTool.objects.create(
            owner=self.ida, name="scallop", depth=INCH // 4, unit="in", makes=[[INCH, INCH]]
        )
        self.label = self.send("post", "embellishments/", LABEL).json()["key"]
        self.do(kind="photo", block="p", photo=self.photo.pk, zoom=1.5)
        for block, paper in (("base", self.papers[0]), ("band", self.papers[1])):
            self.do(kind="paper", block=block, stash_paper=paper.pk, side="A")
        self.do(kind="arrange", put=[self.put("one", 10, 11), self.put("two", 3, 9)], words="two labels")
        self.do(kind="title", block="t", text="Honey")
        self.story = self.do(kind="story", **self.written("Eleven jars."))["stories"][0]["name"]
        self.do(kind="untie", tie=self.ties()[0])
        self.do(kind="window", block="panel", left="1", top="1", right="1", bottom="1")
        self.snapshot = self.send("post", f"pages/{self.page}/snapshots/", {"note": "as it was"}).json()["id"]
        self.do(kind="leave-out", block="c")
        self.do(kind="pin", block="q", step_x=1)

    def do(self, status=200, **change):
        answer = self.change(self.page, self.version, **change)
        self.assertEqual(answer.status_code, status, f"{change}: {answer.content[:300]!r}")
        if status == 200:
            self.version = answer.json()["version"]
        return answer.json()

    def put(self, key, x, y):
        return {"key": key, "embellishment": self.label, "x": x, "y": y, "turn": 0, "foam": False}

    def ties(self):
        return [tie["key"] for tie in self.send("get", f"pages/{self.page}/ties/").json() if tie["held"]]

    def written(self, text):
        asked = {"text": text, "script": "font Figtree", "half_points": 22}
        way = self.send("post", f"pages/{self.page}/stories/", asked).json()["ways"][0]
        return {**asked, "journal_way": way["way"], "where": way["where"]}

    def title_way(self):
        way = self.send("get", f"pages/{self.page}/titles/t/?text=Honey").json()["ways"][0]
        lines = way["lines"]
        return {
            "title_way": way["way"],
            "lines": [line["text"] for line in lines],
            "alphabets": [line["alphabet"] for line in lines],
        }

    def later_title(self):
        spots = self.send("get", f"pages/{self.page}/title-places/?text=Oma").json()["spots"]
        return {key: value for key, value in spots[0]["change"].items() if key != "kind"}

    def possible(self):
        """Return changes by kind that can all be made to the page as it is."""
        let_go = next(tie["key"] for tie in self.send("get", f"pages/{self.page}/ties/").json() if not tie["held"])
        return {
            "format": [
                {"format": "letter"},
                {"width": "10 1/2", "height": "10", "unit": "in", "clear": "1/4"},
                {"format": "12x12", "sides": 2, "gap": "1/2"},
                {"format": "a4", "binding": "left"},
            ],
            "way": [{"school": "keep-proportions", "turn": 0}, {"school": "keep-photos", "turn": 90, "mirrored": True}],
            "leave-out": [{"block": "j"}, {"block": "band"}],
            "bring-back": [{"block": "c"}],
            "concede": [{"leave_out": ["j"], "smaller_prints": True}, {"no_margin": True}],
            "photo": [
                {"block": "q", "photo": self.other.pk},
                {"block": "p", "photo": None},
                {"block": "q", "photo": self.photo.pk},
                {"block": "p", "photo": self.photo.pk, "zoom": 2},
                {"block": "p", "photo": self.photo.pk, "level": -3.5, "locked": True},
                {"block": "p", "photo": self.photo.pk, "step_x": 1},
                {"block": "p", "photo": self.photo.pk, "as_it_comes": True},
            ],
            "title": [{"block": "t", "text": "Jars"}, {"block": "t", "text": ""}],
            "set-title": [{"block": "t", **self.title_way()}],
            "title-later": [self.later_title()],
            "story": [
                self.written("A second story, told at length."),
                {**self.written("Told anew."), "story": self.story},
            ],
            "story-away": [{"story": self.story}],
            "accent": [
                {"accent": "one", "at_x": 4, "at_y": 11},
                {"accent": "one", "step_x": -3, "alone": True},
                {"accent": "one", "turn_by": 15},
                {"accent": "one", "on": True},
            ],
            "halve": [{"accent": "two"}, {"accent": "one", "level": True}],
            "tuck": [{"accent": "one"}, {"accent": "one", "under": "p"}],
            "along-edge": [{"accent": "one"}, {"accent": "one", "of": "q"}],
            "arrange": [
                {"put": [self.put("three", 6, 9)], "words": "a third"},
                {"take": ["two"], "words": "less"},
                {"papers": ["A", "B"], "words": "papers changed places"},
                {"moves": [{"block": "t", "x": 6, "y": 7.125}], "words": "the title up"},
            ],
            "school": [{"balance_school": "sparse"}],
            "sheet": [{"paper": "C", "width": "8 1/2 in", "height": "11 in"}],
            "deal-papers": [
                {"papers": [{"paper": "C", "stash_paper": self.papers[0].pk, "side": "B"}]},
                {"border": {"blocks": ["panel"], "stash_paper": self.papers[0].pk}},
            ],
            "paper": [
                {"block": "panel", "stash_paper": self.papers[0].pk, "side": "B"},
                {"block": "band", "stash_paper": None},
            ],
            "behind": [{"block": "lace", "stash_paper": self.papers[1].pk, "side": "B"}],
            "lie": [{"block": "band", "on": True}],
            "saving": [{"block": "base", "on": True}],
            "copies": [{"block": "band", "count": 2}],
            "lip": [{"lip": "3/8"}],
            "window": [{"block": "base", "left": "1", "top": "1", "right": "6", "bottom": "6", "backing": "B"}],
            "close-window": [{"block": "panel", "count": 0}],
            "row": [{"block": "band", "count": 4, "papers": ["A", "B"]}, {"block": "band", "heights": "1/2, 1 1/2"}],
            "cut-from": [{"block": "band", "across": "low", "down": "middle"}],
            "slant": [{"block": "panel", "slant": "falling"}],
            "seam": [{"block": "panel", "at": "1 1/2"}, {"block": "band", "at": "1", "level": True}],
            "tool": [{"block": "band", "tool": self.punch.pk, "count": 1}],
            "fold": [{"block": "panel", "fold": "left"}],
            "pin": [
                {"block": "q", "at_x": 6.5, "at_y": 4},
                {"block": "panel", "left": "6 1/2", "width": "4 1/2"},
                {"block": "t", "step_y": -1},
            ],
            "unpin": [{"block": "q"}, {}],
            "untie": [{"tie": self.ties()[1]}, {"tie": let_go, "again": True}],
            "tie": [{"tie_kind": "line", "blocks": ["p", "t"], "axis": "x", "highs": [False, True]}],
            "switches": [{"ends": "short"}, {"by_eye": True}, {"in_line": True, "recount": True}, {"from_shop": True}],
            "grid": [{"grid": "1/16"}, {"grid": "1/4 in"}],
            "trim": [{"block": "p", "trim": "never"}, {"block": "q", "trim": "freely"}],
            "dies": [{"on": True}],
            "insist": [{"rung": "tags-aside"}],
            "leads": [{"block": "p"}],
            "least": [{"block": "q", "width": "2", "height": "2"}, {"block": "q"}],
            "rework": [
                {"rework": "merge", "blocks": ["q", "r"]},
                {"rework": "split", "blocks": ["p"]},
                {"rework": "drop", "blocks": ["r"]},
            ],
            "room": [{"role": "cluster"}, {"role": "journaling"}],
            "shield": [{"block": "p", "shields": [{"upper": "t", "axis": "x", "covered": 0, "of": 4 * INCH}]}],
            "match": [{"placed": [{"block": "q", "photo": self.other.pk}, {"block": "r", "photo": self.photo.pk}]}],
            "mat": [
                {"block": "q", "mats": [dict.fromkeys(("left", "top", "right", "bottom"), "1/8")], "paper": "C"},
                {"block": "p", "mats": []},
            ],
            "whole": [{"block": "p"}],
            "take-up": [{"step": 1}, {"snapshot": self.snapshot}],
            "lay-piece": [
                {"role": "strip"},
                {"role": "tag", "at_x": 4.03, "at_y": 3},
                {"role": "photo", "width": "2", "height": "3"},
                {"role": "paper", "shape": "circle", "width": "1 1/2"},
            ],
            "slide-mat": [{"block": "m", "across": "1/8"}, {"block": "m", "down": "-1/8"}],
            "offset-mat": [{"block": "m", "across": True}, {"block": "m", "down": True}],
            "layer": [
                {"block": "q"},
                {"block": "p", "reveal": "1/4"},
                {"block": "p", "further": True, "showing": ["right", "bottom"]},
                {"block": "band", "showing": ["top"]},
            ],
            "lay-beside": [{"block": "q"}, {"block": "p", "side": "right", "breadth": "1", "gap": "0"}],
            "one-more": [
                {"block": "r", "at_x": 10, "at_y": 2},
                {"block": "r"},
                {"block": "p"},
                {"block": "t", "side": "above", "gap": "1/4"},
            ],
            "lean": [{"block": "r", "degrees": -4}, {"block": "p", "degrees": 2.5}],
            "trade-places": [{"block": "q", "other": "r"}, {"block": "p", "other": "panel"}],
            "take-away": [{"block": "q"}, {"block": "band"}, {"block": "m"}, {"block": "t"}],
            "stick-school": [{"stick_school": "from-the-top"}, {"stick_school": "piece-by-piece"}],
            "stick-order": [{"step": "stick panel", "before": "stick band"}, {"step": "stick t", "before": "weigh"}],
            "stick-done": [{"step": "lay"}, {"step": "stick band"}, {"step": "stick m", "done": True}],
            "stick-lift": [{"thing": "lace"}],
            "stick-glue": [{"thing": "band", "glue": "middle only"}, {"thing": "one", "glue": "on foam"}],
            "background-work": [{"work": "ink the edges", "on": "band"}, {"work": "splatter"}],
            "lies-so": [
                {"pieces": [{"thing": "lace", "across": 0.25, "down": -0.125}]},
                {"pieces": [{"thing": "one", "across": 0.5, "turned": 3}]},
            ],
        }

    #: What is done before a kind of change can be made at all.
    FIRST = {"stick-lift": {"kind": "stick-done", "step": "stick lace"}}

    def essence(self, page):
        return {name: page[name] for name in page if name not in ("version", "redo", "undo", "parts")}

    def test_what_may_be_asked_is_done_kept_shown_and_undone(self):
        possible = self.possible()
        self.assertEqual(set(possible), set(kinds()))
        for kind, changes in possible.items():
            if kind in self.FIRST:
                self.do(**self.FIRST[kind])
            before, told = self.send("get", f"pages/{self.page}/").json(), self.document()
            for change in changes:
                with self.subTest(kind, change=change):
                    after = self.do(kind=kind, **change)
                    self.assertNotEqual(self.document(), told, "something is changed")
                    self.assertTrue(after["undo"])
                    self.is_sound(after)
                    # of the answer only what is new comes, and with what is here it is the whole page
                    asked = {"version": self.version, "have": after["parts"]}
                    new = self.send("post", f"pages/{self.page}/undo/", asked).json()
                    undone = {**after, **new}
                    self.version = undone["version"]
                    self.assertEqual("sketch_board" in new, after["sketch_board"] != before["sketch_board"])
                    self.assertEqual(self.essence(undone), self.essence(before))
                    self.assertEqual(self.document(), told)
            if kind in self.FIRST:
                self.version = self.send("post", f"pages/{self.page}/undo/", {"version": self.version}).json()[
                    "version"
                ]

    def document(self):
        return document_of(Page.objects.get(pk=self.page))

    def is_sound(self, page):
        """It was worked out, reads back equal, and everything lies on the page."""
        document = self.document()
        self.assertEqual(read_document(write_document(document)), document)
        self.assertIn(page["fit"]["status"], ("optimal", "best-found"))
        board = page["fit"]["board"]
        for block in board["blocks"]:
            left, top, right, bottom = block["box"]
            self.assertTrue(-0.001 <= left < right <= board["width"] + 0.001, block["id"])
            self.assertTrue(-0.001 <= top < bottom <= board["height"] + 0.001, block["id"])
        for accent in page["accents"]:
            self.assertTrue(0 <= accent["x"] <= board["width"] and 0 <= accent["y"] <= board["height"], accent["key"])

    IMPOSSIBLE = (
        ({"kind": "way"}, "invalid"),
        ({"kind": "leave-out", "block": "base"}, "not-left-out"),
        ({"kind": "concede", "leave_out": ["nothing"]}, "unknown-block"),
        ({"kind": "title", "block": "t", "text": "x" * 81}, "title-too-long"),
        ({"kind": "accent", "accent": "gone", "turn_by": 5}, "unknown-piece"),
        ({"kind": "arrange", "put": [{"embellishment": "own 0", "x": 1, "y": 1}]}, "unknown-embellishment"),
        ({"kind": "arrange", "papers": ["A", "C"]}, "unknown-paper"),
        ({"kind": "arrange", "moves": [{"block": "gone", "x": 1, "y": 1}]}, "unknown-block"),
        ({"kind": "school"}, "invalid"),
        ({"kind": "paper", "block": "q", "stash_paper": None}, "no-paper-there"),
        ({"kind": "copies", "block": "band", "count": 60}, "copies"),
        ({"kind": "lip", "lip": "3"}, "lip"),
        ({"kind": "window", "block": "q", "left": "1"}, "no-paper-there"),
        ({"kind": "window", "block": "base", "left": "1", "top": "1", "right": "1", "bottom": "1", "backing": "Z"},
         "unknown-paper"),
        ({"kind": "close-window", "block": "panel", "count": 4}, "unknown-window"),
        ({"kind": "row", "block": "band", "count": 1}, "row-count"),
        ({"kind": "row", "block": "band", "count": 3, "each": "0"}, "row-width"),
        ({"kind": "row", "block": "band", "heights": "1, 0"}, "row-heights"),
        ({"kind": "row", "block": "band", "count": 3, "tuck": "7"}, "tuck"),
        ({"kind": "fold", "block": "base", "fold": "left"}, "no-fold"),
        ({"kind": "pin", "block": "gone", "step_x": 1}, "unknown-block"),
        ({"kind": "unpin", "block": "r"}, "not-pinned"),
        ({"kind": "untie"}, "invalid"),
        ({"kind": "tie", "tie_kind": "equal-gaps", "blocks": ["p", "q"]}, "not-tied"),
        ({"kind": "grid", "grid": "5"}, "grid"),
        ({"kind": "least", "block": "q", "width": "20", "height": "2"}, "least"),
        ({"kind": "rework", "rework": "merge", "blocks": ["p", "r"]}, "not-merged"),
        ({"kind": "rework", "rework": "split", "blocks": []}, "rework"),
        ({"kind": "room"}, "invalid"),
        ({"kind": "match", "placed": [{"block": "q", "photo": 0}]}, "unknown-photo"),
        ({"kind": "mat", "block": "q", "mats": [dict.fromkeys(("left", "top", "right", "bottom"), "-1/4")]}, "reveal"),
        ({"kind": "whole", "block": "q"}, "no-photo"),
        ({"kind": "take-up", "step": 4_000}, "unknown-state"),
        ({"kind": "lay-piece", "role": "mat"}, "not-laid"),
        ({"kind": "lay-piece", "role": "strip", "at_x": 19, "at_y": 3}, "off-page"),
        ({"kind": "lay-piece", "role": "photo", "width": "13", "height": "2"}, "size-off-page"),
        ({"kind": "layer", "block": "base"}, "no-layer"),
        ({"kind": "layer", "block": "q", "reveal": "0"}, "reveal"),
        ({"kind": "layer", "block": "q", "showing": ["front"]}, "invalid"),
        ({"kind": "lay-beside", "block": "base"}, "nothing-beside"),
        ({"kind": "lay-beside", "block": "band", "side": "left"}, "off-page"),
        ({"kind": "paper", "block": "band", "stash_paper": 1, "cell": 60}, "invalid"),
        ({"kind": "one-more", "block": "base"}, "not-copied"),
        ({"kind": "one-more", "block": "p", "side": "left"}, "off-page"),
        ({"kind": "lean", "block": "base", "degrees": 2}, "tilt"),
        ({"kind": "lean", "block": "r", "degrees": 50}, "tilt"),
        ({"kind": "trade-places", "block": "p", "other": "m"}, "not-traded"),
        ({"kind": "take-away", "block": "base"}, "not-taken"),
        ({"kind": "stick-school"}, "invalid"),
        ({"kind": "stick-order", "step": "stick gone"}, "unknown-step"),
        ({"kind": "stick-order", "step": "weigh", "before": "lay"}, "cannot-move"),
        ({"kind": "stick-done", "step": "stick gone"}, "unknown-step"),
        ({"kind": "stick-lift", "thing": "band"}, "not-stuck"),
        ({"kind": "stick-glue", "thing": "gone", "glue": "one dot"}, "unknown-thing"),
        ({"kind": "background-work"}, "no-work"),
        ({"kind": "background-work", "work": "stitch", "on": "gone"}, "unknown-block"),
        ({"kind": "background-work", "take": "7"}, "unknown-work"),
        ({"kind": "lies-so", "pieces": [{"thing": "gone"}]}, "unknown-thing"),
    )  # fmt: skip

    STUCK = (
        ({"kind": "take-away", "block": "lace"}, "stuck-down"),
        ({"kind": "pin", "block": "lace", "step_x": 1}, "stuck-down"),
        ({"kind": "lean", "block": "lace", "degrees": 3}, "stuck-down"),
        ({"kind": "trade-places", "block": "lace", "other": "panel"}, "stuck-down"),
        ({"kind": "leave-out", "block": "lace"}, "stuck-down"),
        ({"kind": "lies-so", "pieces": [{"thing": "lace", "across": 0.5}]}, "stuck-down"),
        ({"kind": "format", "format": "8x8"}, "pins-clash"),
        ({"kind": "take-up", "step": 1}, "stuck-down"),
    )

    def test_what_lies_stuck_stays_and_the_rest_goes_round_it(self):
        self.do(kind="pin", block="lace", step_x=-2)
        self.do(kind="stick-done", step="stick lace")
        lies = next(block for block in self.document().blocks if block.id == "lace")
        for change, code in self.STUCK:
            with self.subTest(change):
                refused = self.do(400, **change)
                self.assertIn(code, [fault["code"] for fault in refused.get("faults", ())])
                if code == "stuck-down":
                    self.assertIn("stuck down", refused["detail"])
                    self.assertIn("Lift it first", refused["detail"])
        for change in (
            {"kind": "pin", "block": "q", "step_x": 1}, {"kind": "leave-out", "block": "j"},
            {"kind": "switches", "by_eye": True}, {"kind": "grid", "grid": "1/16"},
        ):  # fmt: skip
            with self.subTest(change):
                self.do(**change)
                self.assertEqual(next(block for block in self.document().blocks if block.id == "lace"), lies)
        self.do(kind="stick-lift", thing="lace")
        self.do(kind="take-away", block="lace")

    def test_what_cannot_be_is_refused_in_words_and_leaves_the_page_as_it_was(self):
        before = self.send("get", f"pages/{self.page}/").json()
        for change, code in self.IMPOSSIBLE:
            with self.subTest(change):
                refused = self.do(400, **change)
                self.assertIn(code, [fault["code"] for fault in refused.get("faults", ())])
                self.assertGreater(len(refused["detail"]), 12)
        twice = {"kind": "match", "placed": [{"block": name, "photo": self.photo.pk} for name in ("q", "r")]}
        self.assertEqual(self.do(400, **twice)["faults"][0]["code"], "photo-twice")
        self.assertEqual(self.send("get", f"pages/{self.page}/").json(), before)
