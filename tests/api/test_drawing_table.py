"""What lies on the drawing table is kept with every change, for its owner, until it is a sketch."""

import base64
from unittest import mock

from server.drafts.models import MOST_STATES, TableDraft
from tests.api.answers import Client
from tests.api.base import SMALL, ApiTestCase
from tests.building import row
from tests.pages_drawn import as_photographed, finished_page

JPEG = "data:image/jpeg;base64,/9j/4AAQ"


def state(name="Low band"):
    return {"data": {**SMALL, "name": name}, "guessed": []}


class OnTheTable(ApiTestCase):
    def lay(self, *states, **more):
        answer = self.send("post", "drafts/table/", {"states": states or [state()], **more})
        self.assertEqual(answer.status_code, 201, answer.content)
        return answer.json()["id"]

    def listed(self, client=None):
        return [row["name"] for row in self.send("get", "drafts/table/", client=client).json()]

    def test_it_is_fetched_as_it_was_laid_each_state_drawn(self):
        number = self.lay(state("one"), state("two"), undone=[state("three")], picture=JPEG, remarks=["It lay askew."])
        told = self.send("get", f"drafts/table/{number}/").json()
        self.assertEqual([one["data"]["name"] for one in told["states"]], ["one", "two"])
        self.assertEqual([one["data"]["name"] for one in told["undone"]], ["three"])
        self.assertEqual((told["name"], told["picture"], told["remarks"]), ("two", JPEG, ["It lay askew."]))
        self.assertEqual(len(told["states"][0]["board"]["blocks"]), len(SMALL["blocks"]))

    def test_a_change_takes_the_place_of_what_was_there(self):
        number = self.lay()
        answer = self.send("put", f"drafts/table/{number}/", {"states": [state("a"), state("b")]})
        self.assertEqual((answer.status_code, answer.json()["name"]), (200, "b"))
        self.assertEqual(len(self.send("get", f"drafts/table/{number}/").json()["states"]), 2)

    def test_what_was_worked_on_last_comes_first(self):
        first = self.lay(state("first"))
        self.lay(state("second"))
        self.assertEqual(self.listed(), ["second", "first"])
        self.send("put", f"drafts/table/{first}/", {"states": [state("first again")]})
        self.assertEqual(self.listed(), ["first again", "second"])

    def test_thrown_away_it_comes_back_kept_it_does_not(self):
        away, kept = self.lay(state("away")), self.lay(state("kept"))
        self.send("delete", f"drafts/table/{away}/")
        self.send("delete", f"drafts/table/{kept}/?kept=true")
        self.assertEqual(self.listed(), [])
        deleted = [row for row in self.send("get", "deleted/").json() if row["kind"] == "draft"]
        self.assertEqual([row["name"] for row in deleted], ["away"])
        self.send("post", "deleted/", {"kind": "draft", "id": away})
        self.assertEqual(self.listed(), ["away"])

    def test_what_is_no_drawing_is_refused_and_what_was_there_stays(self):
        number = self.lay(state("good"))
        blocks = [{**SMALL["blocks"][0], "width": "no length"}]
        for wrong in (
            {"states": []},
            {"states": [state()] * (MOST_STATES + 1)},
            {"states": [{"data": {"name": "no sketch"}, "guessed": []}]},
            {"states": [state(), {"data": {**SMALL, "blocks": blocks}, "guessed": []}]},
            {"states": [state()], "undone": ["none"]},
        ):
            with self.subTest(wrong=str(wrong)[:60]):
                answer = self.send("put", f"drafts/table/{number}/", wrong)
                self.assertEqual(answer.status_code, 400, answer.content)
                self.assertEqual(self.listed(), ["good"])
        for picture in ("data:image/png;base64,AAAA", "data:image/jpeg;base64,no!", "/etc/passwd"):
            self.assertEqual(
                self.send("post", "drafts/table/", {"states": [state()], "picture": picture}).status_code, 400
            )
        self.assertEqual(TableDraft.objects.count(), 1)

    def test_nobody_elses_is_seen_changed_or_taken(self):
        number = self.lay()
        other = Client()
        other.force_login(self.otto)
        self.assertEqual(self.listed(other), [])
        for method, data in (("get", None), ("put", {"states": [state()]}), ("delete", None)):
            answer = self.send(method, f"drafts/table/{number}/", data, client=other)
            self.assertEqual(answer.status_code, 404, method)
        self.assertEqual(self.listed(), ["Low band"])

    def test_the_one_longest_untouched_makes_room(self):
        with mock.patch("server.drafts.table.MOST_ON_TABLE", 2):
            for name in ("a", "b", "c"):
                self.lay(state(name))
        self.assertEqual(self.listed(), ["c", "b"])
        self.assertEqual([row["name"] for row in self.send("get", "deleted/").json()], ["a"])


class Strokes(ApiTestCase):
    """Over the picture of a finished page."""

    STROKE = {"left": "2 1/8", "top": "1 7/8", "width": "3 3/4", "height": "3 1/4"}

    def lay(self, picture=True):
        address = "data:image/jpeg;base64," + base64.b64encode(as_photographed(finished_page())).decode()
        base = {**SMALL, "blocks": [row("base", "base", 0, 0, 12, 12)]}
        body = {"states": [{"data": base, "guessed": []}], "picture": address if picture else None}
        return self.send("post", "drafts/table/", body).json()["id"], base

    def trace(self, number, base, client=None, **more):
        body = {"data": base, "guessed": [], **self.STROKE, **more}
        return self.send("post", f"drafts/table/{number}/trace/", body, client=client)

    def test_one_stroke_gives_a_photo_with_its_mat(self):
        number, base = self.lay()
        answer = self.trace(number, base)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        found = {block["role"]: block for block in answer.json()["board"]["blocks"]}
        self.assertEqual(set(found), {"base", "mat", "photo"})
        for side, length in (("x", 2), ("y", 2), ("width", 4), ("height", 3)):
            self.assertAlmostEqual(found["photo"][side], length, delta=1 / 16)
        self.assertAlmostEqual(found["mat"]["width"], 4.25, delta=1 / 8)
        paper = self.trace(number, base, role="paper").json()["board"]["blocks"]
        self.assertEqual([block["role"] for block in paper], ["base", "paper"])
        # Nothing is kept until the drawing is.
        self.assertEqual(len(self.send("get", f"drafts/table/{number}/").json()["states"]), 1)

    def test_what_cannot_be_traced_is_told(self):
        number, base = self.lay()
        for wrong in ({"width": "0"}, {"left": "here"}, {"role": "kite"}):
            self.assertEqual(self.trace(number, base, **wrong).status_code, 400, wrong)
        his = Client()
        his.force_login(self.otto)
        self.assertEqual(self.trace(number, base, client=his).status_code, 404)
        bare, base = self.lay(picture=False)
        self.assertEqual(self.trace(bare, base).json()["faults"][0]["code"], "no-picture")

    def test_pieces_are_swept_together_and_away(self):
        blocks = [row("base", "base", 0, 0, 12, 12), row("a", "photo", 1, 1, 2, 2, level=1),
                  row("b", "photo", 3, 1, 2, 2, level=2), row("c", "photo", 8, 8, 2, 2, level=3)]  # fmt: skip
        data = {**SMALL, "blocks": blocks}
        over = {"left": "1", "top": "1", "width": "4", "height": "2"}

        def redrawn(kind, **stroke):
            return self.send("post", "drafts/redraw/", {"data": data, "change": {"kind": kind, **over, **stroke}})

        one = redrawn("sweep-together").json()["board"]["blocks"]
        self.assertEqual([(b["id"], b["width"]) for b in one if b["role"] == "photo"], [("a", 4), ("c", 2)])
        left = redrawn("sweep-away").json()["board"]["blocks"]
        self.assertEqual([b["id"] for b in left], ["base", "c"])
        for kind in ("sweep-together", "sweep-away"):
            self.assertEqual(redrawn(kind, left="6").json()["faults"][0]["code"], "nothing-swept")
            self.assertEqual(redrawn(kind, width="").status_code, 400)
