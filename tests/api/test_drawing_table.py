"""What lies on the drawing table is kept with every change, for its owner, until it is a sketch."""

from unittest import mock

from server.drafts.models import MOST_STATES, TableDraft
from tests.api.answers import Client
from tests.api.base import SMALL, ApiTestCase

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
