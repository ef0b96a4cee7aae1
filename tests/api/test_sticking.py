"""Sticking down over the API: steps, what is stuck, what can still be done, guides, and the page on the table."""

import io
from random import Random

from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image
from pypdf import PdfReader

from bench.pictures import photographed
from inkquilt.lengths import INCH
from inkquilt_io.painting import layers_of
from inkquilt_io.painting.page import composed
from server.pages.drawn import painted_page
from server.pages.known import document_of
from server.pages.models import Page
from server.sticking.models import TablePicture
from tests.api.answers import Client
from tests.api.base import ApiTestCase, picture
from tests.building import data_of, row

PAGE = data_of(
    row("band", "strip", 0, 7, 12, 3, paper="B"),
    row("m", "mat", 0.875, 0.875, 4.25, 6.25, of="p", level=1),
    row("p", "photo", 1, 1, 4, 6, level=2),
    row("mq", "mat", 5.875, 0.875, 4.25, 4.25, of="q", level=1),
    row("q", "photo", 6, 1, 4, 4, level=2),
    row("t", "title", 5.5, 7.75, 5, 1, level=2),
)
STAR = {"name": "wooden star", "kind": "main piece", "form": "star", "width": "1 1/4", "height": "1 1/4",
        "colours": ["#c23a2b"], "count": 5}  # fmt: skip


def photo_of(colour: str, stripes: str) -> bytes:
    """Return a photo that is told apart from others."""
    image = Image.new("RGB", (800, 1000), colour)
    for number in range(0, 800, 160):
        image.paste(stripes, (number, number // 2, number + 70, 900))
    out = io.BytesIO()
    image.save(out, "JPEG", quality=92)
    return out.getvalue()


class StickingCase(ApiTestCase):
    def lay_out(self):
        super().lay_out()
        sketch = self.add_sketch(data=PAGE)
        answer = self.send("post", "pages/", {"sketch": sketch.pk, "format": "12x12", "name": "Roof"}).json()
        self.page, self.version = answer["id"], answer["version"]
        star = self.send("post", "embellishments/", STAR).json()["key"]
        photos = [self.add_photo(content=photo_of(*colours)) for colours in (("teal", "white"), ("olive", "navy"))]
        for block, photo in zip(("p", "q"), photos, strict=True):
            self.do(kind="photo", block=block, photo=photo.pk)
        self.do(kind="title", block="t", text="Honey")
        put = {"key": "star", "embellishment": star, "x": 10.5, "y": 10.75, "turn": 0, "foam": True}
        self.do(kind="arrange", put=[put], words="a star")

    def do(self, status=200, **change):
        answer = self.change(self.page, self.version, **change)
        self.assertEqual(answer.status_code, status, answer.content[:300])
        if status == 200:
            self.version = answer.json()["version"]
        return answer.json()

    def told(self):
        answer = self.send("get", f"pages/{self.page}/sticking/")
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()

    def step(self, key):
        return next(step for step in self.told()["steps"] if step["key"] == key)

    @property
    def document(self):
        return document_of(Page.objects.get(pk=self.page))


class Steps(StickingCase):
    def test_steps_come_with_places_glue_and_words(self):
        told = self.told()
        self.assertEqual(
            [step["key"] for step in told["steps"]],
            ["lay", "tray", "stick band", "join m", "stick m", "join mq", "stick mq", "stick t", "stick star", "weigh"],
        )
        photo = self.step("stick mq")
        self.assertEqual(
            [one["words"] for one in photo["distances"]],
            ["3/4 in to the right of photo p", "7/8 in from the top edge"],
        )
        self.assertEqual(photo["puts"], ["mq", "q"])
        self.assertIn("level along its bottom edge, 2 in", self.step("stick band")["t_square"])
        star = self.step("stick star")
        self.assertIn("On foam", " ".join(star["glue"][0]["words"]))
        self.assertIn("Hot glue burns", " ".join(star["glue"][0]["words"]))
        self.assertTrue(all(0 <= x <= 12 and 0 <= y <= 12 for x, y in star["glue"][0]["where"][0]))
        self.assertEqual(told["thickness"]["by"], "wooden star")
        self.assertIn("wooden star: glued flat instead of on foam", [o["words"] for o in told["thickness"]["flatter"]])
        self.assertEqual(len(told["schools"]), 4)

    def test_ticking_off_undone_and_gone_on_with_elsewhere(self):
        self.do(kind="stick-done", step="lay")
        self.do(kind="stick-done", step="stick band")
        self.do(kind="stick-done", step="stick m")
        done = [step["key"] for step in self.told()["steps"] if step["done"]]
        self.assertEqual(done, ["lay", "stick band", "stick m"])
        self.send("post", f"pages/{self.page}/undo/", {"version": self.version})
        self.assertFalse(self.step("stick m")["done"])
        self.assertTrue(self.step("stick band")["done"])

    def test_what_can_still_be_done_about_a_piece(self):
        self.do(kind="stick-done", step="stick m")
        answer = self.send("get", f"pages/{self.page}/sticking/m/").json()
        self.assertIn("dental floss", answer["chances"][0]["words"])
        self.assertIn("fresh air", " ".join(answer["cautions"]))
        self.assertEqual(self.send("get", f"pages/{self.page}/sticking/gone/").status_code, 404)

    def test_the_guide_is_a_pdf_of_a_key_and_four_tiles_whatever_the_school(self):
        for school in ("all-dry", "from-the-top"):
            self.do(kind="stick-school", stick_school=school)
            answer = self.send("get", f"pages/{self.page}/sticking/guide.pdf?sheet=letter")
            content = b"".join(answer) if answer.streaming else answer.content
            self.assertEqual(len(PdfReader(io.BytesIO(content)).pages), 5)
        self.assertEqual(self.send("get", f"pages/{self.page}/sticking/guide.pdf?sheet=poster").status_code, 400)

    def test_others_have_none_of_it(self):
        strange = Client()
        strange.force_login(self.otto)
        for path in ("sticking/", "sticking/m/", "sticking/guide.pdf", "table-pictures/"):
            answer = self.send("get", f"pages/{self.page}/{path}", client=strange)
            self.assertEqual(answer.status_code, 404, path)

    def test_work_before_gluing_is_planned_and_taken_off(self):
        self.do(kind="background-work", work="paint", on="band")
        told = self.told()
        self.assertEqual([work["words"] for work in told["works"]], ["Paint on strip band"])
        keys = [step["key"] for step in told["steps"]]
        self.assertLess(keys.index("dry 1"), keys.index("stick band"))
        self.do(kind="background-work", take="1")
        self.assertEqual(self.told()["works"], [])


class OnTheTable(StickingCase):
    """The page painted, one thing changed, photographed askew: what is told, and taken over."""

    def photograph(self, gone=(), moved=(), by=(0, 0)):
        per_inch = 110
        page = Page.objects.get(pk=self.page)
        layers = []
        for layer in layers_of(painted_page(page, self.document), per_inch / INCH):
            if layer.key in gone:
                continue
            if layer.key in moved:
                across, down = (round(side * per_inch) for side in by)
                layer = type(layer)(layer.key, layer.image, layer.left + across, layer.top + down)
            layers.append(layer)
        sheet = composed((12 * per_inch, 12 * per_inch), layers, (240, 235, 224), shadow=2.5)
        return photographed(sheet, Random(5))

    def look(self, content, status=201):
        file = SimpleUploadedFile("table.jpg", content, "image/jpeg")
        answer = self.client.post(f"/api/pages/{self.page}/table-pictures/", {"file": file})
        self.assertEqual(answer.status_code, status, answer.content[:300])
        return answer.json()

    def test_a_page_that_lies_as_planned(self):
        self.assertEqual(self.look(self.photograph())["differences"], [])

    def test_a_photo_that_lies_low_is_told_and_taken_into_the_plan(self):
        seen = self.look(self.photograph(moved=("mq", "q"), by=(0.25, 0.5)))
        self.assertEqual([one["kind"] for one in seen["differences"]], ["moved"])
        self.assertEqual(seen["differences"][0]["words"], "photo q lies 1/4 in to the right and 1/2 in too low")
        before = {block.id: block for block in self.document.blocks}
        self.do(**seen["differences"][0]["change"])
        after = {block.id: block for block in self.document.blocks}
        self.assertEqual(after["mq"].x - before["mq"].x, INCH // 4)
        self.assertEqual(after["mq"].y - before["mq"].y, INCH // 2)

    def test_a_piece_that_is_missing_is_told_and_taken_off_the_plan(self):
        seen = self.look(self.photograph(gone=("star",)))
        self.assertEqual([one["words"] for one in seen["differences"]], ["wooden star is not there"])
        self.do(**seen["differences"][0]["change"])
        self.assertEqual(self.document.accents, ())

    def test_the_picture_is_kept_with_the_page_put_aside_and_brought_back(self):
        made = self.look(self.photograph())
        shown = self.client.get(made["address"])
        self.assertEqual(shown["Content-Type"], "image/jpeg")
        with Image.open(io.BytesIO(b"".join(shown) if shown.streaming else shown.content)) as image:
            self.assertEqual(image.size, (1440, 1440))
        self.assertEqual(self.send("delete", f"pages/{self.page}/table-pictures/{made['id']}/").status_code, 204)
        self.assertEqual(self.send("get", f"pages/{self.page}/table-pictures/").json(), [])
        self.send("post", "deleted/", {"kind": "table-picture", "id": made["id"]})
        self.assertEqual(
            [one["id"] for one in self.send("get", f"pages/{self.page}/table-pictures/").json()], [made["id"]]
        )

    def test_what_is_no_page_is_refused_and_nothing_is_kept(self):
        for content, words in ((picture(1600, 1200), "No page stands out"), (b"nothing", "no PNG or JPEG")):
            self.assertIn(words, self.look(content, 400)["detail"])
        self.assertEqual(TablePicture.objects.count(), 0)
