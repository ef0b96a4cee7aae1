"""Where a cluster can go, what is laid under a title, and which changes that are tried break a rule."""

from dataclasses import replace
from unittest import TestCase

from shapely.geometry import box

from inkquilt.clusters.compose import ground_of
from inkquilt.clusters.cover import NothingCovers, cover_spot
from inkquilt.clusters.spots import ClusterSpot, SpotKind, spots_of
from inkquilt.colour import Rgb
from inkquilt.embellishments import CUT, Accent, Embellishment, EmbellishmentKind, Form
from inkquilt.layout import Layout, PhotoSeen, TitleSeen, WordsSeen
from inkquilt.lengths import INCH, Unit
from inkquilt.page import Margins, Page
from inkquilt.sketch.model import Size
from inkquilt.suggestions.changes import (
    block_moved,
    breaks_rule,
    changed,
    clusters_of,
    is_free,
    left_out,
    piece_of,
    shifted,
    way_words,
)
from inkquilt.suggestions.underlays import WHITE, laid_before, pieces_under, standing_out, underlay_words
from inkquilt.words.readable import Underlay, UnderlayKind
from tests.building import page_of, row, size, sketch_of

BLACK, NAVY, YELLOW = Rgb(0, 0, 0), Rgb(20, 30, 90), Rgb(240, 220, 60)


def dot(key, x, y, wide=1.0, **more):
    what = Embellishment(
        key, key, EmbellishmentKind.DOT, Form.ROUND, Size(round(wide * INCH), round(wide * INCH)), (NAVY,)
    )
    return Accent(key, what, round(x * INCH), round(y * INCH), **more)


def layout(*rows, accents=(), page=None, **more):
    blocks = sketch_of(*rows).blocks if rows else ()
    return Layout(page or page_of("12", "12"), blocks, tuple(accents), **more)


class Spots(TestCase):
    def spots(self, *rows, **more):
        return [(spot.kind, spot.x / INCH, spot.y / INCH, spot.outward) for spot in spots_of(layout(*rows, **more))]

    def test_the_corners_of_a_photo_point_away_from_it(self):
        found = [spot for spot in self.spots(row("p", "photo", 4, 3, 4, 6)) if spot[0] is SpotKind.PHOTO]
        self.assertEqual([spot[1:] for spot in found], [(4, 3, 225), (8, 3, 315), (8, 9, 45), (4, 9, 135)])

    def test_with_its_mat_it_is_the_mats_corners(self):
        rows = [row("m", "mat", 3.5, 2.5, 5, 7, of="p"), row("p", "photo", 4, 3, 4, 6, level=1)]
        found = [spot[1:3] for spot in self.spots(*rows) if spot[0] is SpotKind.PHOTO]
        self.assertEqual(found, [(3.5, 2.5), (8.5, 2.5), (8.5, 9.5), (3.5, 9.5)])

    def test_where_two_strips_meet_a_corner_is_the_apex(self):
        photo, level = row("p", "photo", 4, 3, 4, 6, level=2), row("s", "strip", 0, 8.5, 12, 1)
        for upright, apexes in [((7.5, 0, 1, 12), [(8, 9)]), ((8.74, 0, 1, 12), [(8, 9)]), ((8.76, 0, 1, 12), [])]:
            found = self.spots(level, row("u", "strip", *upright), photo)
            with self.subTest(upright):
                lower = [spot[1:3] for spot in found if spot[0] is SpotKind.APEX and spot[2] == 9 and spot[1] == 8]
                self.assertEqual(lower, apexes)
        self.assertFalse([spot for spot in self.spots(level, photo) if spot[0] is SpotKind.APEX])

    def test_the_place_kept_for_it_comes_first_and_points_off_the_middle(self):
        first = self.spots(row("p", "photo", 1, 1, 4, 4), row("c", "cluster", 9, 5, 2, 2, shape="circle"))[0]
        self.assertEqual(first, (SpotKind.KEPT, 10, 6, 0))
        self.assertEqual(self.spots(row("c", "cluster", 5, 9, 2, 2, shape="circle"))[0], (SpotKind.KEPT, 6, 10, 90))

    def test_titles_once_they_are_written_and_words(self):
        title, story = row("t", "title", 2, 2, 6, 1), row("j", "journaling", 2, 6, 4, 3)
        kinds = [spot[0] for spot in self.spots(title)]
        self.assertNotIn(SpotKind.TITLE, kinds)
        found = self.spots(title, titles={"t": TitleSeen(BLACK, ())})
        self.assertIn((SpotKind.TITLE, 2, 2.5, 180), found)
        words = [spot for spot in self.spots(story) if spot[0] is SpotKind.WORDS]
        self.assertEqual([spot[1:] for spot in words], [(6, 9, 45), (6, 6, 315)])

    def test_the_corners_of_the_page_within_its_margins(self):
        page = Page(12 * INCH, 12 * INCH, Unit.IN, Margins(left=INCH))
        found = [spot[1:3] for spot in self.spots(page=page) if spot[0] is SpotKind.EDGE]
        self.assertEqual(found, [(2.25, 1.25), (10.75, 1.25), (10.75, 10.75), (2.25, 10.75)])

    def test_two_within_an_inch_are_one_the_better_kind(self):
        for at, kinds in [(1.25, [SpotKind.PHOTO]), (2.5, [SpotKind.PHOTO, SpotKind.EDGE])]:
            found = spots_of(layout(row("p", "photo", at, at, 5, 5)))
            near = [spot.kind for spot in found if spot.x < 3 * INCH and spot.y < 3 * INCH]
            with self.subTest(at=at):
                self.assertEqual(near, kinds)

    def test_so_far_outward(self):
        for outward, then in [(0, (5, 2)), (90, (2, 5)), (180, (-1, 2)), (270, (2, -1))]:
            x, y = ClusterSpot(SpotKind.PHOTO, 2.0, 2.0, outward, "p", "").away(3)
            with self.subTest(outward):
                self.assertAlmostEqual(x, then[0])
                self.assertAlmostEqual(y, then[1])


class Underlays(TestCase):
    PAGE = page_of("12", "12")

    def under(self, kind, wide, high, count=1, turn=0, x=2, y=3):
        underlay = Underlay(kind, x * INCH, y * INCH, size(str(wide), str(high)), count)
        return pieces_under(underlay, "t", turn, YELLOW, (), self.PAGE)

    def test_white_and_plain_papers_the_one_letters_stand_out_from_most_first(self):
        self.assertEqual(standing_out(BLACK, [NAVY, YELLOW]), [WHITE, YELLOW, NAVY])
        self.assertEqual(standing_out(Rgb(255, 255, 255), [NAVY, YELLOW])[0], NAVY)
        self.assertEqual(standing_out(BLACK, []), [WHITE])

    def test_a_strip_is_one_piece_tucked_under_its_title(self):
        for kind, form in [(UnderlayKind.STRIP, Form.STRIP), (UnderlayKind.LABEL, Form.LABEL)]:
            (piece,) = self.under(kind, 6, 2)
            with self.subTest(kind):
                self.assertEqual((piece.x, piece.y), (5 * INCH, 4 * INCH))
                self.assertEqual((piece.what.key, piece.what.form, piece.what.size), (CUT, form, size("6", "2")))
                self.assertEqual((piece.under, piece.group, piece.what.colours), ("t", "title", (YELLOW,)))

    def test_circles_lie_in_a_row_one_after_the_other(self):
        level = self.under(UnderlayKind.CIRCLES, 6, 2, 3)
        self.assertEqual([(one.x / INCH, one.y / INCH) for one in level], [(3, 4), (5, 4), (7, 4)])
        upright = self.under(UnderlayKind.CIRCLES, 2, 6, 3)
        self.assertEqual([(one.x / INCH, one.y / INCH) for one in upright], [(3, 4), (3, 6), (3, 8)])
        self.assertEqual({one.what.size for one in (*level, *upright)}, {size("2", "2")})
        self.assertEqual(len({one.key for one in level}), 3)
        self.assertEqual(self.under(UnderlayKind.CIRCLES, 6, 2, 3, turn=500), ())  # not along a slanting line
        self.assertEqual(self.under(UnderlayKind.STRIP, 6, 2, turn=-500)[0].turn, 35_500)

    def test_no_piece_is_larger_than_paper_comes(self):
        self.assertEqual(len(self.under(UnderlayKind.STRIP, 12, 2, x=0)), 1)
        self.assertEqual(self.under(UnderlayKind.STRIP, "12 1/8", 2, x=0), ())
        small = Underlay(UnderlayKind.STRIP, 0, 0, size("7", "1"), 1)
        self.assertEqual(pieces_under(small, "t", 0, YELLOW, (), page_of("4", "6")), ())

    def test_what_is_laid_is_said(self):
        for kind, count, words in [
            (UnderlayKind.STRIP, 1, "a plain strip of 6 in × 2 in"),
            (UnderlayKind.LABEL, 1, "a plain label of 6 in × 2 in"),
            (UnderlayKind.CIRCLES, 1, "a plain circle of 2 in"),
            (UnderlayKind.CIRCLES, 3, "3 plain circles of 2 in"),
        ]:
            with self.subTest(kind, count=count):
                self.assertEqual(underlay_words(Underlay(kind, 0, 0, size("6", "2"), count), Unit.IN), words)

    def test_another_underlay_takes_the_place_of_the_one_before(self):
        (piece,) = self.under(UnderlayKind.STRIP, 6, 2)
        others = [replace(piece, under="u"), dot("a", 1, 1), replace(dot("b", 1, 1), under="t")]
        self.assertEqual(laid_before([piece, *others], "t"), (piece,))


class Trying(TestCase):
    def test_what_breaks_a_rule(self):
        face = PhotoSeen((NAVY,), 0.3, focal=(box(2 * INCH, 2 * INCH, 3 * INCH, 3 * INCH),))
        rows = [row("p", "photo", 1, 1, 4, 4), row("j", "journaling", 7, 7, 4, 3)]
        words = (WordsSeen("s", box(7 * INCH, 7 * INCH, 11 * INCH, 10 * INCH)),)
        before = layout(*rows, photos={"p": face}, words=words)
        for x, y, more, breaks in [
            (6, 6, {}, False), (0.5, 6, {}, False), (0.4, 6, {}, True), (2.5, 2.5, {}, True), (4.4, 4.4, {}, False),
            (9, 8, {}, True), (0.4, 6, {"group": "scatter-1"}, False), (-0.1, 6, {"group": "scatter-1"}, True),
            (2.5, 2.5, {"under": "p"}, False), (11.5, 6, {}, False), (11.6, 6, {}, True),
        ]:  # fmt: skip
            after = changed(before, [dot("new", x, y, **more)])
            with self.subTest(x=x, y=y, **more):
                self.assertEqual(breaks_rule(before, after), breaks)

    def test_what_was_there_is_not_held_against_a_change(self):
        off = layout(row("p", "photo", 1, 1, 4, 4), accents=[dot("a", 0, 0)])
        self.assertFalse(breaks_rule(off, off))
        self.assertTrue(breaks_rule(off, changed(off, [dot("a", 0, 0.1)])))

    def test_a_block_moved_off_the_page(self):
        before = layout(row("p", "photo", 1, 1, 4, 4))
        for x, breaks in [(0, False), (8, False), (8.1, True), (-0.1, True)]:
            blocks = (before.blocks[0].placed(round(x * INCH), INCH, before.blocks[0].size),)
            with self.subTest(x=x):
                self.assertEqual(breaks_rule(before, replace(before, blocks=blocks)), breaks)

    def test_pieces_changed_added_and_gone(self):
        page = layout(accents=[dot("a", 1, 1), dot("b", 2, 2), dot("c", 3, 3)])
        after = changed(page, [dot("b", 5, 5), dot("d", 4, 4)], frozenset({"c"}))
        self.assertEqual([(one.key, one.x // INCH) for one in after.accents], [("a", 1), ("b", 5), ("d", 4)])
        self.assertEqual((piece_of(after, "d").x, piece_of(after, "c")), (4 * INCH, None))

    def test_moved_together_by_steps_a_ruler_finds(self):
        page = layout(accents=[dot("a", 1, 1), dot("b", 2, 2)])
        for across, wanted in [(0.02, 0), (0.04, 0.0625), (-1.03, -1), (1.0, 1)]:
            moved = shifted(page, page.accents, across * INCH, 0)
            with self.subTest(across=across):
                self.assertEqual(
                    [(one.x - was.x) / INCH for one, was in zip(moved, page.accents, strict=True)], [wanted] * 2
                )

    def test_how_far_something_goes_is_said(self):
        page = layout()
        for across, down, words in [
            (1, 0, "1 in right"), (-0.5, 0, "1/2 in left"), (0, 0.25, "1/4 in down"), (0, -2, "2 in up"),
            (1, -1, "1 in right and 1 in up"), (0.05, 0.06, "a little"), (0.07, 0, "1/8 in right"),
        ]:  # fmt: skip
            with self.subTest(across=across, down=down):
                self.assertEqual(way_words(page, across * INCH, down * INCH), words)

    def test_what_goes_together(self):
        accents = [
            dot("a", 1, 1, group="one"),
            dot("b", 2, 2, group="one"),
            dot("c", 3, 3),
            dot("s", 4, 4, group="scatter-1"),
            dot("u", 5, 5, under="p", group="one"),
        ]
        found = clusters_of(layout(accents=accents))
        self.assertEqual({name: [one.key for one in members] for name, members in found.items()},
                         {"one": ["a", "b"], "c": ["c"]})  # fmt: skip

    def test_some_left_out(self):
        page = layout(accents=[dot("a", 1, 1), dot("b", 2, 2), dot("c", 3, 3)])
        trial = left_out(page, ["a", "c"])
        self.assertEqual(([one.key for one in trial.layout.accents], trial.words), (["b"], "leave out a and c"))

    def test_a_block_is_moved_with_all_that_lies_in_it(self):
        face = PhotoSeen((NAVY,), 0.3, focal=(box(2 * INCH, 2 * INCH, 3 * INCH, 3 * INCH),))
        title = TitleSeen(BLACK, (("A", box(0, 0, INCH, INCH)),))
        rows = [
            row("m", "mat", 1, 1, 5, 7, of="p"),
            row("p", "photo", 1.5, 1.5, 4, 6, level=1),
            row("t", "title", 7, 1, 4, 1),
        ]
        page = layout(*rows, photos={"p": face}, titles={"t": title})
        trial = block_moved(page, page.blocks[1], INCH, -INCH // 2)
        self.assertEqual(trial.words, "move photo p 1 in right and 1/2 in up")
        self.assertEqual(trial.moved, (("p", 5 * INCH // 2, INCH),))
        self.assertEqual([(b.x / INCH, b.y / INCH) for b in trial.layout.blocks], [(2, 0.5), (2.5, 1), (7, 1)])
        self.assertEqual([bound / INCH for bound in trial.layout.photos["p"].focal[0].bounds], [3, 1.5, 4, 2.5])
        self.assertEqual(trial.layout.titles["t"], title)
        lettered = block_moved(page, page.blocks[2], 0, INCH).layout.titles["t"].letters[0][1]
        self.assertEqual([bound / INCH for bound in lettered.bounds], [0, 1, 1, 2])

    def test_where_pieces_are_free_to_lie(self):
        page = layout(row("p", "photo", 4, 4, 4, 4), accents=[dot("a", 1, 1), dot("b", 3, 1)])
        ground = ground_of(page)
        for x, y, free in [(6, 2, True), (3.9, 1, False), (4.1, 1, True), (0.3, 1, False), (11.5, 11.5, True)]:
            with self.subTest(x=x, y=y):
                self.assertEqual(is_free(page, [dot("a", x, y)], ground), free)


class Covered(TestCase):
    """A flaw is covered by what is owned, and that comes again so that it looks meant."""

    def covers(self, *owned, left=3, x=6, y=6, radius=0.25, **more):
        page = layout(row("p", "photo", 1, 1, 3, 3), **more)
        counts = {one.key: left for one in owned}
        return cover_spot(page, owned, counts, round(x * INCH), round(y * INCH), round(radius * INCH))

    def piece(self, key, wide, kind=EmbellishmentKind.MAIN):
        return replace(dot(key, 0, 0, wide).what, kind=kind)

    def test_the_first_piece_covers_all_of_it(self):
        for wide, covers in [(1.0, True), (0.64, True), (0.6, False)]:  # 1/4 in all round and a sixteenth more
            with self.subTest(wide=wide):
                if covers:
                    first = self.covers(self.piece("a", wide))[0].accents[0]
                    self.assertEqual((first.x, first.y), (6 * INCH, 6 * INCH))
                else:
                    self.assertRaises(NothingCovers, self.covers, self.piece("a", wide))

    def test_it_comes_again_as_often_as_there_are_more(self):
        for left, count, words in [
            (1, 1, "no second one"),
            (2, 2, "once more"),
            (3, 3, "twice more"),
            (9, 3, "twice more"),
        ]:
            found = self.covers(self.piece("a", 1.0), left=left)[0]
            with self.subTest(left=left):
                self.assertEqual(len(found.accents), count)
                self.assertIn(words, found.words)
                self.assertEqual(len({one.key for one in found.accents}), count)

    def test_nothing_left_or_a_face_beneath_is_told_with_what_would_do(self):
        with self.assertRaises(NothingCovers) as caught:
            self.covers(self.piece("a", 1.0), left=0)
        self.assertIn("1/2 in there", str(caught.exception))
        face = PhotoSeen((NAVY,), 0.3, focal=(box(2 * INCH, 2 * INCH, 3 * INCH, 3 * INCH),))
        self.assertRaises(NothingCovers, self.covers, self.piece("a", 1.0), x=2.5, y=2.5, photos={"p": face})
