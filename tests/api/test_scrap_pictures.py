"""Scraps of any outline: found in a photograph, kept with their picture, planned with, saved with everything."""

import io
from random import Random

from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image, ImageDraw

from bench.pictures import photographed
from inkquilt.lengths import INCH, Unit
from server.stash.models import Paper, ScrapPicture
from server.stash.services import enter_line
from tests.api.base import ApiTestCase
from tests.building import data_of, row

#: Pixels of an inch in the drawn photograph.
DOTS = 90
#: On a sheet 8 1/2 x 11 in: an L, of which 5 x 2 can be cut, a rectangle 3 x 2, and a sliver.
SCRAPS = {
    "ell": [(1, 1), (6, 1), (6, 3), (3, 3), (3, 5.5), (1, 5.5)],
    "whole": [(4, 6), (7, 6), (7, 8), (4, 8)],
    "sliver": [(1, 9), (6, 9), (6, 9.3), (1, 9.3)],
}


def scraps_photographed():
    """Draw the scraps on a plain sheet and photograph it: askew, unevenly lit."""
    image = Image.new("RGB", (round(8.5 * DOTS), 11 * DOTS), (244, 242, 236))
    pen = ImageDraw.Draw(image)
    for corners in SCRAPS.values():
        pen.polygon([(x * DOTS, y * DOTS) for x, y in corners], fill=(140, 44, 60))
    return photographed(image, Random(7))


class ScrapPictures(ApiTestCase):
    def lay_out(self):
        super().lay_out()
        self.rose = enter_line(owner=self.ida, line="scrap rose 12 x 1", unit=Unit.IN)

    def found(self, **more):
        picture = SimpleUploadedFile("scraps.jpg", scraps_photographed(), "image/jpeg")
        body = {"file": picture, "width": "8 1/2", "height": "11", "unit": "in", **more}
        answer = self.client.post("/api/stash/scraps/found/", body)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return sorted(answer.json(), key=lambda one: -one["across"] * one["down"])

    def keep(self, scrap, status=201, paper=None, **more):
        body = {name: scrap[name] for name in ("across", "down", "outline", "picture")} | more
        answer = self.send("post", f"stash/papers/{(paper or self.rose).pk}/scraps/", body)
        self.assertEqual(answer.status_code, status, answer.content[:300])
        return answer.json()

    def test_what_can_be_cut_of_each_is_said_and_nothing_is_kept_yet(self):
        ell, whole, sliver = self.found()
        self.assertEqual(sliver["usable"], "")
        for scrap, size in ((ell, (5, 2)), (whole, (3, 2))):
            corners = [(across * scrap["wide"], down * scrap["high"]) for across, down in scrap["corners"]]
            sides = sorted(
                ((corners[0][0] - corners[one][0]) ** 2 + (corners[0][1] - corners[one][1]) ** 2) ** 0.5
                for one in (1, 3)
            )
            self.assertAlmostEqual(sides[1], size[0], delta=0.3)
            self.assertAlmostEqual(sides[0], size[1], delta=0.3)
        self.assertFalse(ScrapPicture.objects.exists())

    def test_one_is_kept_with_its_picture_and_planned_with(self):
        ell, whole, _ = self.found()
        paper = self.keep(ell)
        self.keep(whole)
        (stock,) = [one for one in paper["stocks"] if one["scraps"]]
        (seen,) = stock["scraps"]
        self.assertEqual((stock["kind"], stock["count"], len(seen["corners"])), ("scrap", 1, 4))
        picture = self.client.get(seen["picture"])
        self.assertEqual((picture.status_code, picture["Content-Type"]), (200, "image/webp"))
        self.client.force_login(self.otto)
        self.assertEqual(self.client.get(seen["picture"]).status_code, 404)
        self.client.force_login(self.ida)
        band = row("band", "strip", 1, 4, "4 1/2", "1 3/4", paper="B", level=1)
        data = data_of(row("base", "base", 0, 0, 12, 12), band)
        page = self.send("post", "pages/", {"sketch": self.add_sketch(data=data).pk, "format": "12x12"}).json()
        self.change(page["id"], page["version"], kind="paper", paper="B", stash_paper=self.rose.pk)
        table = self.send("get", f"pages/{page['id']}/cutting/?seconds=0").json()
        (rose,) = (one for one in table["papers"] if one["name"] == "rose")
        self.assertEqual((rose["lacking"], [sheet["kind"] for sheet in rose["sheets"]]), ([], ["scrap"]))

    def test_no_more_pictures_are_shown_than_there_are_scraps(self):
        ell, *_ = self.found()
        self.keep(ell)
        paper = self.keep(ell)
        (stock,) = [one for one in paper["stocks"] if one["scraps"]]
        self.assertEqual((stock["count"], len(stock["scraps"])), (2, 2))
        fewer = self.send("patch", f"stash/papers/{self.rose.pk}/stock/{stock['id']}/", {"count": 1}).json()
        self.assertEqual([len(one["scraps"]) for one in fewer["stocks"] if one["id"] == stock["id"]], [1])
        again = self.send("patch", f"stash/papers/{self.rose.pk}/stock/{stock['id']}/", {"count": 2}).json()
        self.assertEqual([len(one["scraps"]) for one in again["stocks"] if one["id"] == stock["id"]], [2])
        for line in ("scrap mint 3 x 4", "scrap kraft 5 x 5"):
            self.keep(ell, paper=enter_line(owner=self.ida, line=line, unit=Unit.IN))
        with self.assertNumQueries(8):  # who asks, her unit, how many, the papers, and what belongs to all of them
            self.send("get", "stash/papers/")

    def test_what_cannot_be_kept_is_refused_and_nothing_is(self):
        ell, _, sliver = self.found()
        his = Paper.objects.create(owner=self.otto, name="his")
        self.keep(sliver, status=400)
        self.keep(ell, status=404, paper=his)
        for more in (
            {"picture": "no picture"},
            {"outline": [[0, 0], [10_000, 0]]},
            {"outline": [[0, 0], [5_000, 5_000], [10_000, 10_000]]},
            {"outline": [[0, 0], [10_000, 0], [0, 20_000]]},
            {"across": 0},
            {"down": 41 * INCH},
        ):
            with self.subTest(more):
                self.keep(ell, status=400, **more)
        self.assertFalse(ScrapPicture.objects.exists())
        self.assertEqual(self.rose.stocks.count(), 1)

    def test_it_comes_back_from_the_zip_with_its_picture(self):
        ell, *_ = self.found()
        before = self.keep(ell)["stocks"]
        saved = b"".join(self.client.get("/api/everything/").streaming_content)
        self.client.force_login(self.otto)
        restored = self.client.post("/api/everything/", {"file": SimpleUploadedFile("all.zip", saved)})
        self.assertEqual(restored.status_code, 201, restored.content[:300])
        (paper,) = self.send("get", "stash/papers/").json()["results"]

        def told(stocks):
            return [(one["size"], one["count"], [s["corners"] for s in one["scraps"]]) for one in stocks]

        self.assertEqual(told(paper["stocks"]), told(before))
        scrap = next(one["scraps"] for one in paper["stocks"] if one["scraps"])[0]
        mine = ScrapPicture.objects.get(paper=self.rose)
        self.assertEqual(ScrapPicture.objects.get(pk=scrap["id"]).picture, mine.picture)

    def test_it_goes_with_its_paper(self):
        ell, *_ = self.found()
        self.keep(ell)
        self.rose.delete()
        self.assertFalse(ScrapPicture.objects.exists())

    def test_a_photograph_that_is_none_is_refused(self):
        blank = io.BytesIO()
        Image.new("RGB", (600, 800), (240, 240, 240)).save(blank, "JPEG")
        for content, more in ((b"no picture", {}), (blank.getvalue(), {}), (scraps_photographed(), {"width": "90"})):
            body = {"file": SimpleUploadedFile("x.jpg", content), "width": "8 1/2", "height": "11", **more}
            with self.subTest(more=more, length=len(content)):
                self.assertEqual(self.client.post("/api/stash/scraps/found/", body).status_code, 400)
