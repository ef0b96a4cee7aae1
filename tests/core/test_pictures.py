"""Photos on a page: what shows and what goes, what would show what is hidden, how the page is seen with them."""

from dataclasses import replace
from fractions import Fraction
from unittest import TestCase

from inkquilt.colour import Rgb
from inkquilt.composition import showing
from inkquilt.composition.changes.building import SlideMat
from inkquilt.composition.changes.by_hand import PinPiece
from inkquilt.composition.changes.photos import PlacePhoto
from inkquilt.composition.document import PageDocument, SlotPhoto
from inkquilt.composition.laid import laid_fit
from inkquilt.composition.layouts import layout_of, main_colours
from inkquilt.composition.papers import CutTerms, PaperChoice
from inkquilt.composition.pictures import (
    crop_in,
    cut_off,
    in_slot,
    keeps_terms,
    on_page,
    two_mats_words,
    with_photo_terms,
)
from inkquilt.composition.showing import MOST_ELSEWHERE, ways_to_show
from inkquilt.composition.surroundings import calm_parts, journal_page, papers_beneath, title_grounds
from inkquilt.composition.wishes import savings_on, wishes_on
from inkquilt.fit import School, Way, bounds
from inkquilt.fit.solve import fit
from inkquilt.lengths import INCH, Unit
from inkquilt.paper.kinds import PaperKind, SideName
from inkquilt.paper.saving import SavingKind
from inkquilt.photos import Area, Pixels
from inkquilt.photos.owned import OwnedPhoto
from inkquilt.photos.tones import ToneGrid
from inkquilt.words.script import hand
from tests.building import own_page, row, size, sketch_of

INK = Rgb(29, 42, 87)
LANDSCAPE, UPRIGHT = Pixels(600, 400), Pixels(400, 600)
FACE = Area(Fraction(3, 4), Fraction(1, 4), Fraction(1, 8), Fraction(1, 4), weight=5)


def laid(*rows, **more):
    """Return a document of a sketch on its own page, laid."""
    sketch = sketch_of(*rows)
    document = PageDocument(
        sketch, own_page(sketch), "12x12", None, bounds.DEFAULT_GRID[Unit.IN], bounds.PRINT_SIZES[Unit.IN],
        Way(School.KEEP_PROPORTIONS), **more,
    )  # fmt: skip
    return replace(document, fit=laid_fit(fit(document.request, document.way)))


def one_photo(**more):
    return laid(row("p", "photo", 1, 1, 6, 4), photos={"p": SlotPhoto(1)}, **more)


def writing(_story):
    return hand("h", "a hand", 42, 6 * INCH, INCH // 4)


class InTheirSlots(TestCase):
    def test_a_photo_that_is_gone_leaves_its_slot_empty(self):
        document = one_photo()
        self.assertEqual(set(on_page(document, {1: OwnedPhoto("a", LANDSCAPE)}).placed), {"p"})
        self.assertEqual(dict(on_page(document, {}).placed), {})
        self.assertEqual(with_photo_terms(document, {}).photo_terms, ())

    def test_a_photo_in_what_is_no_slot_any_more_is_not_on_the_page(self):
        document = replace(one_photo(), photos={"p": SlotPhoto(1), "gone": SlotPhoto(1)})
        self.assertEqual(set(on_page(document, {1: OwnedPhoto("a", LANDSCAPE)}).placed), {"p"})

    def test_what_shows_of_a_photo(self):
        """A photo 3:2 fills a slot 6 x 4; one 2:3 shows (2/3)/(3/2) = 4/9 of itself there."""
        (slot,) = one_photo().blocks
        whole = crop_in(OwnedPhoto("a", LANDSCAPE), slot, SlotPhoto(1))
        self.assertEqual((whole.width, whole.height), (1, 1))
        part = crop_in(OwnedPhoto("a", UPRIGHT), slot, SlotPhoto(1))
        self.assertEqual(part.width * part.height, Fraction(4, 9))
        near = crop_in(OwnedPhoto("a", LANDSCAPE), slot, SlotPhoto(1, zoom=2.0))
        self.assertEqual((near.width, near.height), (Fraction(1, 2), Fraction(1, 2)))

    def test_a_print_that_exists_keeps_its_scale(self):
        (slot,) = one_photo().blocks
        printed = OwnedPhoto("a", LANDSCAPE, existing_print=size("9", "6"))
        crop = crop_in(printed, slot, SlotPhoto(1))
        self.assertEqual((crop.width, crop.height), (Fraction(2, 3), Fraction(2, 3)))

    def test_what_a_photo_asks_of_the_page(self):
        for photo, whole, exists in [
            (OwnedPhoto("a", LANDSCAPE), False, None),
            (OwnedPhoto("a", LANDSCAPE, is_document=True), True, None),
            (OwnedPhoto("a", LANDSCAPE, existing_print=size("6", "4")), False, size("6", "4")),
        ]:
            document = with_photo_terms(one_photo(), {1: photo})
            (term,) = document.photo_terms
            with self.subTest(photo):
                self.assertEqual((term.block, term.print_size, term.proportions), ("p", exists, Fraction(3, 2)))
                self.assertEqual(document.whole_photos, frozenset({"p"}) if whole else frozenset())

    def test_whether_the_page_gives_photos_what_they_ask(self):
        fine = with_photo_terms(one_photo(), {1: OwnedPhoto("a", LANDSCAPE)})
        self.assertTrue(keeps_terms(fine))
        small = with_photo_terms(one_photo(), {1: OwnedPhoto("a", LANDSCAPE, existing_print=size("3", "2"))})
        self.assertFalse(keeps_terms(small))

    def test_what_is_told_of_a_slot(self):
        printed = OwnedPhoto("a", LANDSCAPE, existing_print=size("6 1/2", "4 1/4"))
        document = with_photo_terms(one_photo(), {1: printed})
        told = in_slot(document, document.blocks[0], printed, document.photos["p"])
        self.assertEqual(told.trims[:2], ("1/4 in off the left", "1/4 in off the right"))
        self.assertEqual(told.trims[2:], ("1/8 in off the top", "1/8 in off the foot"))
        self.assertEqual(told.safe, "")
        self.assertIsNone(told.closest)
        self.assertEqual(in_slot(one_photo(), document.blocks[0], printed, SlotPhoto(1)).safe, "")

    def test_nothing_is_trimmed_of_a_print_that_is_smaller_or_not_there(self):
        document = one_photo()
        for exists in (None, size("5 7/8", "6"), size("8", "3 7/8")):
            photo = OwnedPhoto("a", LANDSCAPE, existing_print=exists)
            with self.subTest(exists):
                self.assertEqual(in_slot(document, document.blocks[0], photo, SlotPhoto(1)).trims, ())
        exact = OwnedPhoto("a", LANDSCAPE, existing_print=size("6", "4"))
        self.assertEqual(in_slot(document, document.blocks[0], exact, SlotPhoto(1)).trims, ())

    def test_how_near_one_can_go_is_told_where_something_matters(self):
        document = one_photo()
        mattering = OwnedPhoto("a", LANDSCAPE, (FACE,))
        with_terms = with_photo_terms(document, {1: mattering})
        safe = in_slot(with_terms, document.blocks[0], mattering, SlotPhoto(1)).safe
        self.assertRegex(safe, r"^[\d /]+ in × [\d /]+ in$")
        self.assertGreater(in_slot(document, document.blocks[0], mattering, SlotPhoto(1)).closest, 1)
        calm = OwnedPhoto("a", LANDSCAPE, (replace(FACE, matters=False),))
        self.assertIsNone(in_slot(document, document.blocks[0], calm, SlotPhoto(1)).closest)

    def test_a_fifth_that_goes_is_said(self):
        (slot,) = one_photo().blocks  # 3:2
        for across, down, said in [
            (600, 400, ""),
            (480, 400, "20 % of “a” is cut off"),  # 6:5 shows (6/5)/(3/2) = 4/5
            (484, 400, ""),
            (400, 600, "56 % of “a” is cut off, for the slot lies the other way than the photo"),
        ]:
            with self.subTest(across=across):
                self.assertEqual(cut_off(OwnedPhoto("a", Pixels(across, down)), slot), said)

    def test_two_mats_that_do_not_come_out_of_twelve(self):
        """Two mats 6 1/4 long do not come out of 12 in, two 6 in ones do: common practice, no source."""
        for reveal, said in [("1/8", True), (0, False)]:
            document = laid(
                row("m", "mat", 0.875, 0.875, 6.25, 4.25, of="p", level=1) if said else row("m", "paper", 8, 8, 2, 2),
                row("p", "photo", 1, 1, 6, 4, level=2),
            )
            with self.subTest(reveal):
                words = two_mats_words(document, "p")
                self.assertEqual("Two mats 6 1/4 in long do not come out of 12 in" in words, said)


class Showing(TestCase):
    """A strip lies over the face at the right of a photo."""

    def setUp(self):
        self.document = laid(
            row("p", "photo", 1, 3, 6, 4),
            row("q", "photo", 8, 3, 3, 2),
            row("s", "strip", "5 1/4", 2, "3/4", 6, level=2),
            photos={"p": SlotPhoto(1)},
        )
        self.pictures = {1: OwnedPhoto("Roof", Pixels(800, 400), (FACE,)), 2: OwnedPhoto("Comb", UPRIGHT)}
        self.asked = []

    def solve(self, request, way):
        self.asked.append(request)
        return fit(request, way)

    def ways(self, solve=None):
        return ways_to_show(self.document, self.pictures, "p", solve or self.solve)

    def test_each_way_that_is_told_shows_all_that_matters(self):
        kinds = [type(one.change) for one in self.ways()]
        self.assertEqual((kinds[0], kinds[-1], set(kinds[1:-1])), (PlacePhoto, PlacePhoto, {PinPiece}))
        shifted = self.ways()[0]
        self.assertEqual(shifted.words, "shift the photo in its slot")
        moved = replace(self.document, photos={"p": SlotPhoto(1, shifted.change.look_x, shifted.change.look_y)})
        self.assertEqual(on_page(moved, self.pictures).cover("p").lost, ())

    def test_the_piece_on_top_is_nudged_as_little_as_shows_it(self):
        (nudge,) = [one for one in self.ways() if isinstance(one.change, PinPiece) and one.change.block != "p"]
        self.assertEqual(nudge.change.block, "s")
        self.assertRegex(nudge.words, r"^nudge .* (1/4|1/2|3/4|1) in to the (left|right)$|^nudge .* in to the left$")

    def test_a_mat_that_lies_over_it_is_slid_under_its_own_photo(self):
        """A photo partly under another may be off-centre on its mat: common practice, no source."""
        # The face reaches to 6 1/8 in: a mat that shows 1/8 in ends under its photo before it is clear of it.
        for reveal, at, slides in [(0.5, 6.25, True), (0.125, 6, False)]:
            mat = row("m", "mat", at - reveal, 2.5, 4 + 2 * reveal, 5, of="r", level=3)
            over = row("r", "photo", at, 3, 4, 4, level=4)
            self.document = laid(row("p", "photo", "7/8", 3, 6, 3), over, mat, photos={"p": SlotPhoto(1)})
            found = [one for one in self.ways() if isinstance(one.change, SlideMat)]
            with self.subTest(reveal=reveal):
                self.assertEqual(bool(found), slides)
                for one in found:
                    self.assertTrue(one.words.endswith("to the right, under its photo"), one.words)
                    after = one.change.applied(self.document, None).document
                    self.assertEqual(on_page(after, self.pictures).cover("p").lost, ())
                    moved = {b.id for b, was in zip(after.blocks, self.document.blocks, strict=True) if b != was}
                    self.assertEqual(moved, {"m"}, "nothing else moves")

    def test_the_photo_is_slid_out_or_laid_beside_what_lies_over_it(self):
        """The slot is moved before the photo goes to another: common practice, no source."""
        kinds = {}
        for one in self.ways():
            if isinstance(one.change, PinPiece) and one.change.block == "p":
                kinds[one.words.split(",")[0]] = one.change
        self.assertTrue(kinds, [one.words for one in self.ways()])
        for words, change in kinds.items():
            with self.subTest(words):
                after = change.applied(self.document, None).document
                fitted = self.solve(after.refit_request, after.way)
                self.assertEqual(on_page(after, self.pictures, fitted.blocks).cover("p").lost, ())

    def test_words_are_not_pushed_across_a_photo_nor_to_the_edge(self):
        """A title over the face at the right: it may be moved off it, but not over the middle of another photo."""
        photo, title = row("p", "photo", 1, 3, 6, 4), row("t", "title", "5 1/2", "4 1/2", 3, 1, level=2)
        for others in ((row("q", "photo", "7 1/4", 3, 4, 4),), ()):
            self.document = laid(photo, *others, title, photos={"p": SlotPhoto(1)})
            for change in (one.change for one in self.ways() if isinstance(one.change, PinPiece)):
                moved = self.document.blocks[-1].placed(
                    round(change.at_x * INCH), round(change.at_y * INCH), self.document.blocks[-1].size
                )
                with self.subTest(others):
                    self.assertFalse(showing._is_flush(moved, self.document))
                    for other in self.document.blocks[1:-1]:
                        self.assertFalse(showing._crosses_middle(moved, other))

    def test_how_words_lie_badly(self):
        document = laid(row("p", "photo", 3, 3, 3, 3), row("t", "title", 3, "6 1/2", 3, 1, level=2))
        photo, title = document.blocks
        for x, y, flush, across in [
            (3, 6.5, False, False), (0.25, 6.5, False, False), (0.24, 6.5, True, False), (8.75, 6.5, False, False),
            (8.76, 6.5, True, False), (3, 10.76, True, False), (3, 4, False, True), (3, 2.99, False, False),
            (3, 5, False, False), (5, 4, False, False), (4.99, 4, False, True),
        ]:  # fmt: skip
            there = title.placed(round(x * INCH), round(y * INCH), title.size)
            with self.subTest(x=x, y=y):
                self.assertEqual(showing._is_flush(there, document), flush)
                self.assertEqual(showing._crosses_middle(there, photo), across)
                self.assertEqual(showing._worse_lying_words(document, (photo, there)), flush or across)
        moved = replace(document, fit=replace(document.fit, blocks=(photo, title.placed(0, 0, title.size))))
        self.assertFalse(
            showing._worse_lying_words(moved, (photo, title.placed(0, INCH, title.size))), "it was so before"
        )

    def test_what_cannot_be_fitted_is_not_told(self):
        def never(request, way):
            result = fit(request, way)
            return replace(result, blocks=(), status=type(result.status).IMPOSSIBLE)

        kinds = {type(one.change) for one in self.ways(never)}
        self.assertEqual(kinds, {PlacePhoto})

    def test_other_slots_come_last_and_are_few(self):
        ways = self.ways()
        elsewhere = [one for one in ways if isinstance(one.change, PlacePhoto) and one.change.block != "p"]
        self.assertEqual(len(elsewhere), 1)
        self.assertLessEqual(len(elsewhere), MOST_ELSEWHERE)
        self.assertEqual(ways[-1], elsewhere[-1])
        self.assertTrue(elsewhere[0].words.startswith("put it into "))
        taken = replace(self.document, photos={"p": SlotPhoto(1), "q": SlotPhoto(2)})
        swapped = ways_to_show(taken, {**self.pictures, 2: OwnedPhoto("Comb", LANDSCAPE)}, "p", self.solve)
        self.assertIn("change places with “Comb”", [one.words for one in swapped])

    def test_where_nothing_is_hidden_nothing_is_tried(self):
        self.pictures[1] = OwnedPhoto("Roof", LANDSCAPE)
        self.assertEqual(self.ways(), [])
        self.assertEqual(ways_to_show(self.document, {}, "p", self.solve), [])
        self.assertEqual(ways_to_show(self.document, self.pictures, "none", self.solve), [])
        self.assertEqual(self.asked, [])


def grid(*colours, detail=0.0):
    side = ToneGrid(tuple(colours), tuple([detail] * len(colours)))
    return side


RED, BLUE, GREY = Rgb(200, 30, 30), Rgb(30, 30, 200), Rgb(120, 120, 120)


class Seen(TestCase):
    def test_colours_that_are_seen_often_enough(self):
        for tones, colours in [
            ((RED,) * 3, (RED,)),
            ((RED,) * 2, ()),
            ((GREY,) * 9, ()),
            ((RED,) * 3 + (BLUE,) * 4, (BLUE, RED)),
            ((RED, Rgb(202, 32, 30), Rgb(198, 30, 33)), (RED,)),
        ]:
            with self.subTest(tones=tones):
                self.assertEqual(main_colours(tuple(tones)), colours)
        bright = [(200, 0, 0), (0, 160, 0), (0, 0, 200), (200, 180, 0), (180, 0, 180), (0, 170, 170), (240, 120, 0)]
        many = [Rgb(*one) for one in bright for _ in range(3)]
        self.assertEqual(len(main_colours(tuple(many))), 6)

    def layout(self, document, pictures, tones=None):
        return layout_of(document, pictures, tones or {}, writing, INK)

    def test_a_photo_without_a_file_says_only_what_matters_in_it(self):
        seen = self.layout(one_photo(), {1: OwnedPhoto("a", LANDSCAPE, (FACE,))}).photos["p"]
        self.assertEqual((seen.colours, seen.detail, len(seen.focal)), ((), 0.3, 1))
        left, top, _, _ = seen.focal[0].bounds
        self.assertEqual((round(left), round(top)), (INCH + 6 * INCH * 3 // 4, 2 * INCH))

    def test_what_may_be_covered_is_no_focus(self):
        calm = (replace(FACE, matters=False),)
        self.assertEqual(self.layout(one_photo(), {1: OwnedPhoto("a", LANDSCAPE, calm)}).photos["p"].focal, ())

    def test_a_title_that_is_not_set_yet_is_equal_letters_over_its_place(self):
        document = laid(row("t", "title", 1, 1, 6, 1), row("p", "photo", 1, 3, 6, 4), titles={"t": "a b c"})
        (block,) = [one for one in document.blocks if one.id == "t"]
        seen = self.layout(document, {}).titles["t"]
        self.assertEqual("".join(letter for letter, _ in seen.letters), "abc")
        self.assertEqual(seen.ink, INK)
        steps = [round(shape.bounds[0]) for _, shape in seen.letters]
        self.assertEqual(steps, [block.x, block.x + block.width // 3, block.x + block.width * 2 // 3])
        self.assertEqual(self.layout(replace(document, titles={"t": ""}), {}).titles, {})

    def test_papers_are_seen_where_they_are_chosen(self):
        cuts = CutTerms(papers={"A": PaperChoice(7, "navy", SideName.A, PaperKind.SOLID, "#22345c", False)})
        document = laid(row("b", "base", 0, 0, 12, 12, paper="A"), row("n", "paper", 1, 1, 4, 4, level=1), cuts=cuts)
        found = papers_beneath(document)
        self.assertEqual({name: one.colour for name, one in found.items()}, {"b": Rgb(34, 52, 92)})
        self.assertEqual(self.layout(document, {}).papers["b"].kind, PaperKind.SOLID)


class ForWords(TestCase):
    def test_the_calm_part_of_a_photo_is_what_nothing_lies_on(self):
        document = laid(
            row("p", "photo", 1, 1, 6, 4), row("s", "strip", 1, 1, 3, 4, level=2), photos={"p": SlotPhoto(1)}
        )
        cells = grid(*[GREY] * 576)
        found = calm_parts(document, {1: OwnedPhoto("a", LANDSCAPE)}, {1: cells})
        left, _, right, _ = found["p"].bounds
        self.assertGreaterEqual(round(left), 4 * INCH - 1)
        self.assertLessEqual(round(right), 7 * INCH + 1)
        self.assertEqual(calm_parts(document, {1: OwnedPhoto("a", LANDSCAPE)}, {}), {})

    def test_a_page_for_words_knows_what_is_printed_and_what_is_taken(self):
        on = journal_page(one_photo(), {1: OwnedPhoto("a", LANDSCAPE)}, {}, writing)
        self.assertEqual((on.taken, on.printed, on.filled), ((), (), frozenset()))

    def test_a_title_lies_on_papers_and_photos_as_far_as_they_are_known(self):
        cuts = CutTerms(papers={"A": PaperChoice(7, "navy", SideName.A, PaperKind.SOLID, "#22345c", False)})
        document = laid(
            row("b", "base", 0, 0, 12, 12, paper="A"), row("p", "photo", 1, 1, 6, 4, level=1),
            row("t", "title", 1, 6, 6, 1, level=2), photos={"p": SlotPhoto(1)}, cuts=cuts,
        )  # fmt: skip
        title = next(one for one in document.blocks if one.id == "t")
        pictures = {1: OwnedPhoto("a", LANDSCAPE)}
        grounds = title_grounds(document, title, pictures, {1: grid(*[RED] * 576)})
        self.assertEqual((set(grounds.papers), set(grounds.photos)), ({"b"}, {"p"}))
        self.assertEqual(title_grounds(document, title, pictures, {}).photos, {})


class Wishes(TestCase):
    def test_vellum_hides_nothing_so_nothing_is_saved_under_it(self):
        for kind, saved in [(PaperKind.SOLID, {"b"}), (PaperKind.VELLUM, set())]:
            cuts = CutTerms(papers={"V": PaperChoice(7, "veil", SideName.A, kind, "#ffffff", False)})
            document = laid(
                row("b", "base", 0, 0, 12, 12), row("n", "paper", 1, 1, 10, 10, level=1, paper="V"), cuts=cuts
            )
            with self.subTest(kind):
                found = savings_on(document, wishes_on(document).wishes)
                self.assertEqual({one.block for one in found if one.kind is SavingKind.GUT}, saved)

    def test_the_documents_choices_are_what_is_asked(self):
        choice = PaperChoice(7, "stripe", SideName.B, PaperKind.STRIPE, "#ffffff", True)
        document = laid(row("n", "paper", 1, 1, 4, 4, paper="A"), cuts=CutTerms(papers={"A": choice}, copies={"n": 2}))
        wishes = wishes_on(document).wishes
        self.assertEqual(wishes.sides, {"A": SideName.B})
        self.assertEqual((wishes.directional, wishes.copies), (frozenset({"A"}), {"n": 2}))
        self.assertEqual((wishes.grid, wishes.unit), (document.grid, Unit.IN))
