"""One sketch as it is told: on a board, to be drawn again, as a card of measures, as files; and the page formats."""

import json
from io import BytesIO

from pypdf import PdfReader

from inkquilt_io.svg_in import read_svg
from tests.api.base import SMALL, ApiTestCase


class OneSketch(ApiTestCase):
    def lay_out(self):
        super().lay_out()
        self.sketch = self.add_sketch()

    def get(self, path):
        answer = self.send("get", f"sketches/{self.sketch.pk}/{path}")
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer

    def test_it_is_drawn_with_what_she_looks_for_in_it(self):
        told = self.get("").json()
        self.assertEqual((told["name"], told["photo_count"], told["block_count"]), ("Test", 2, 5))
        self.assertEqual([block["id"] for block in told["board"]["blocks"]], ["band", "m", "p", "q", "t"])

    def test_it_can_be_drawn_again_from_what_was_kept(self):
        draft = self.get("draft/").json()
        self.assertEqual([row["id"] for row in draft["data"]["blocks"]], ["band", "m", "p", "q", "t"])
        self.assertEqual(draft["guessed"], [])
        again = self.send("post", "sketches/", draft["data"])
        self.assertEqual(again.status_code, 201)

    def test_the_card_counts_from_where_she_likes(self):
        for counted, across, down in (
            ("", "7/8 from the left", "7/8 from the top"),
            ("left-top", "7/8 from the left", "7/8 from the top"),
            ("nearest", "7/8 from the left", "7/8 from the top"),
            ("centre", "3 from the upright centre line to the left", "2 from the level centre line to the top"),
        ):
            with self.subTest(counted=counted):
                rows = {row["block"]: row for row in self.get(f"measures/?counted={counted}").json()}
                self.assertEqual(
                    (rows["m"]["size"], rows["m"]["across"], rows["m"]["down"]), ("4 1/4 × 6 1/4", across, down)
                )
                # Two of the 1/8 in lips show: 4 x 6 within 4 1/4 x 6 1/4. Its middle is marked on the page edges.
                self.assertEqual((rows["p"]["size"], rows["p"]["marks"]), ("4 × 6", ["3", "4"]))

    def test_its_files_are_it_again(self):
        data = json.loads(self.get("files/sketch.quilt.json").content)
        self.assertEqual([(row["id"], row["x"]) for row in data["blocks"]][:2], [("band", 0), ("m", "7/8")])
        drawn = read_svg(self.get("files/sketch.svg").content, "sketch.svg")
        self.assertEqual(len(drawn.draft.sketch.blocks), len(SMALL["blocks"]))

    def test_the_card_is_printed_on_her_paper(self):
        for sheet, width in (("letter", 612), ("a4", 595)):  # points: 8 1/2 in, 210 mm
            pdf = PdfReader(BytesIO(self.get(f"files/measures.pdf?sheet={sheet}").content))
            self.assertEqual(int(pdf.pages[0].mediabox.width), width)
            self.assertIn("4 1/4 × 6 1/4", pdf.pages[0].extract_text().replace("\n", " "))


class Formats(ApiTestCase):
    def test_the_usual_pages_come_with_their_true_sizes(self):
        told = {row["key"]: row for row in self.send("get", "formats/").json()}
        # The protectors of "6 x 8" albums take 6 1/4 x 8 1/2; A4 by ISO 216.
        for key, size in (
            ("12x12", "12 × 12 in"),
            ("letter", "8 1/2 × 11 in"),
            ("6x8", "6 1/4 × 8 1/2 in"),
            ("insert", "110 × 210 mm"),
            ("a4", "210 × 297 mm"),
        ):
            with self.subTest(key):
                self.assertEqual(told[key]["size"], size)
