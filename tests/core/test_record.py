"""What a page was made with, read from its document; and events that photos tell of."""

from dataclasses import replace
from datetime import date
from unittest import TestCase

from inkquilt.assembly.terms import GlueWay, StickTerms, Work, WorkKind
from inkquilt.colour import Rgb
from inkquilt.composition.document import SlotPhoto
from inkquilt.composition.lettering import SetLetter, TitleLettering
from inkquilt.composition.papers import PaperChoice
from inkquilt.composition.used import Names, Used, UsedKind, used_on
from inkquilt.cutting.terms import PieceTerms
from inkquilt.embellishments import CUT, Accent, Embellishment, EmbellishmentKind, Form
from inkquilt.lengths import INCH
from inkquilt.paper.kinds import PaperKind, SideName
from inkquilt.paper.tools import ToolUse
from inkquilt.photos.events import DatedPhoto, day_words, events_of
from inkquilt.sketch.model import Size
from tests.core.test_composition import DOCUMENT, SCALLOP

NAMES = Names({1: "Roof", 2: "Comb"}, {"own 4": "puffy foam"}, {5: SCALLOP.name})


def accent(key, name, number, **more):
    what = Embellishment(
        name, number, EmbellishmentKind.MAIN, Form.STAR, Size(INCH, INCH), (Rgb(1, 2, 3),), half=more.pop("half", 0)
    )
    return Accent(key, replace(what, key=name, name=number), 6 * INCH, 6 * INCH, **more)


def comb(paper, name, side=SideName.A):
    return PaperChoice(paper, name, side, PaperKind.SOLID, "#ffffff", False)


class UsedOnAPage(TestCase):
    def used(self, **more):
        return used_on(replace(DOCUMENT, **more), NAMES)

    def of(self, kind, **more):
        return [(one.key, one.name, one.count) for one in self.used(**more) if one.kind is kind]

    def test_nothing_chosen_is_nothing_used(self):
        self.assertEqual([one for one in self.used() if one.kind is not UsedKind.TECHNIQUE], [])

    def test_papers_by_their_pieces_both_sides_of_one_together(self):
        cuts = replace(
            DOCUMENT.cuts, papers={"B": comb(7, "comb"), "C": comb(7, "comb", SideName.B), "Z": comb(8, "x")}
        )
        found = self.of(UsedKind.PAPER, cuts=cuts)
        self.assertEqual([(key, name) for key, name, _ in found], [("7", "comb")], "no piece is of the letter Z")
        self.assertGreaterEqual(found[0][2], 2)

    def test_photos_that_are_gone_are_not_told(self):
        photos = {"p": SlotPhoto(1), "q": SlotPhoto(9), "none": SlotPhoto(2)}
        self.assertEqual(self.of(UsedKind.PHOTO, photos=photos), [("1", "Roof", 1)])

    def test_letters_of_titles_that_are_there(self):
        set_ = TitleLettering((SetLetter("H", 0, 0, Size(1, 1)),), 0, "#000000", alphabets=("own 4", "font Literata"))
        with_title = {"lettering": {"t": set_}, "titles": {"t": "Honey"}}
        self.assertEqual(
            self.of(UsedKind.LETTERS, **with_title), [("font Literata", "Literata", 1), ("own 4", "puffy foam", 1)]
        )
        self.assertEqual(self.of(UsedKind.LETTERS, lettering={"t": set_}), [])

    def test_embellishments_are_counted_halves_once_and_cut_ones_not(self):
        accents = (
            accent("a", "1", "star"), accent("b", "1", "star"), accent("c", "2", "leaf", half=1),
            accent("d", "2", "leaf", half=2), accent("e", CUT, "strip"),
        )  # fmt: skip
        self.assertEqual(self.of(UsedKind.EMBELLISHMENT, accents=accents), [("2", "leaf", 1), ("1", "star", 2)])
        techniques = [name for _, name, _ in self.of(UsedKind.TECHNIQUE, accents=accents)]
        self.assertIn("pieces cut by hand", techniques)
        self.assertIn("embellishments cut in two", techniques)

    def test_tools_and_techniques(self):
        cuts = replace(DOCUMENT.cuts, pieces={"band": PieceTerms(tool=ToolUse(SCALLOP))})
        self.assertEqual(self.of(UsedKind.TOOL, cuts=cuts), [("5", SCALLOP.name, 1)])
        works = (Work("1", WorkKind.STITCH), Work("2", WorkKind.INK_EDGES, "band"), Work("3", WorkKind.STITCH, "band"))
        terms = StickTerms(works=works, glue={"band": GlueWay.FOAM})
        techniques = [name for _, name, _ in self.of(UsedKind.TECHNIQUE, sticking=terms)]
        for name in ("stitching", "inked edges", "raised on foam"):
            self.assertEqual(techniques.count(name), 1, name)

    def test_kinds_come_in_their_order(self):
        photos, accents = {"p": SlotPhoto(1)}, (accent("a", "1", "star", foam=True),)
        cuts = replace(DOCUMENT.cuts, papers={"B": comb(7, "comb")})
        kinds = [one.kind for one in self.used(photos=photos, accents=accents, cuts=cuts)]
        self.assertEqual(kinds, sorted(kinds, key=list(UsedKind).index))
        self.assertEqual(Used(UsedKind.PAPER, "1", "a").count, 1)


def day(number, month=6, year=2026):
    return date(year, month, number)


class EventsOfPhotos(TestCase):
    """Common practice, no source: days that follow one another belong together, groups in any case."""

    def test_days_that_follow_one_another(self):
        for days, runs in (
            ((), []), ((1,), [(1, 1)]), ((1, 2, 3), [(1, 3)]), ((1, 3), [(1, 1), (3, 3)]),
            ((5, 1, 2, 5), [(1, 2), (5, 5)]),
        ):  # fmt: skip
            photos = [DatedPhoto(number, day(one)) for number, one in enumerate(days)]
            self.assertEqual([(e.first.day, e.last.day) for e in events_of(photos)], runs, days)

    def test_a_month_and_a_year_end_are_no_end(self):
        photos = [DatedPhoto(1, date(2026, 12, 31)), DatedPhoto(2, date(2027, 1, 1))]
        self.assertEqual(len(events_of(photos)), 1)

    def test_a_group_belongs_together_whatever_the_days(self):
        photos = [
            DatedPhoto(1, day(1), "hives"), DatedPhoto(2, day(20), "hives"), DatedPhoto(3, day(2)),
            DatedPhoto(4, day(3)),
        ]  # fmt: skip
        told = [(event.name, event.photos) for event in events_of(photos)]
        self.assertEqual(told, [("hives", (1, 2)), ("", (3, 4))])

    def test_days_in_words(self):
        for first, last, words in (
            (None, None, ""), (day(14), None, "14 June 2026"), (day(14), day(14), "14 June 2026"),
            (day(14), day(16), "14 to 16 June 2026"), (day(30), day(2, 7), "30 June to 2 July 2026"),
            (date(2026, 12, 31), date(2027, 1, 1), "31 December 2026 to 1 January 2027"),
        ):  # fmt: skip
            self.assertEqual(day_words(first, last), words)
