"""The page at work without a database: documents kept and read, whatever version; each kind of change a value."""

import json
from dataclasses import fields, replace
from pathlib import Path
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from inkquilt.balance.schools import BalanceSchool
from inkquilt.colour import Rgb
from inkquilt.composition.changes import After, Change, Known, KnownPaper, KnownState, Lettering, kinds
from inkquilt.composition.changes.accents import Arrange, ChooseSchool, CutFromPaper, Move, MoveAccent, Put, puts_of
from inkquilt.composition.changes.base import change
from inkquilt.composition.changes.building import LayBeside, LayLayer, LayPiece, Lean, OneMore, TakeAway, TradePlaces
from inkquilt.composition.changes.by_hand import AddTie, PinPiece, TypedSize, Unpin, Untie
from inkquilt.composition.changes.contents import SetSheet, TypeTitle
from inkquilt.composition.changes.cutting import (
    CloseWindow,
    CutDouble,
    CutFrom,
    CutSlanting,
    CutWindow,
    LieAcross,
    MakeRow,
    SaveOn,
    SetLip,
    ShapeWith,
    SpareCopies,
)
from inkquilt.composition.changes.layout import (
    BringBack,
    ChangeFormat,
    ChangeGrid,
    ChangeWay,
    Concede,
    Insist,
    Lead,
    LeaveOut,
    MakeRoom,
    ReworkSlots,
    SetLeast,
    Switch,
    UseDies,
)
from inkquilt.composition.changes.papers import ChoosePaper, DealPapers, Dealt, PlainBorder
from inkquilt.composition.changes.photos import (
    KeepWhole,
    LayMats,
    MatAsked,
    PlaceMatched,
    PlacePhoto,
    ShieldAsked,
    ShieldPhoto,
    SlotChoice,
    Trim,
)
from inkquilt.composition.changes.states import TakeUp
from inkquilt.composition.changes.stories import TakeStoryAway
from inkquilt.composition.digest import digest
from inkquilt.composition.document import TERMS, PageDocument, SlotPhoto
from inkquilt.composition.formats import PageAsked
from inkquilt.composition.laid import laid_fit
from inkquilt.composition.stored import (
    UnreadableDocument,
    check_document,
    read_document,
    read_laid,
    write_document,
    write_laid,
)
from inkquilt.composition.touched import touched
from inkquilt.composition.wishes import wishes_on
from inkquilt.cutting.pieces import Slant, pieces_to_cut
from inkquilt.embellishments import CUT, Embellishment, EmbellishmentKind, Form
from inkquilt.errors import BadInput, CoreError, SketchFaults
from inkquilt.fit import School, Way, bounds
from inkquilt.fit.explain import RUNG_SAID
from inkquilt.fit.request import Die, Pin, Rung, StripEnds
from inkquilt.fit.solve import fit
from inkquilt.lengths import INCH, MM, Unit, format_length, parse_length
from inkquilt.page import Side
from inkquilt.paper import pieces_of
from inkquilt.paper.kinds import PaperKind, PaperSide, SideName
from inkquilt.paper.regions import Hold
from inkquilt.paper.tools import ShapingTool
from inkquilt.photos import Pixels
from inkquilt.photos.mats import with_mats
from inkquilt.photos.owned import OwnedPhoto
from inkquilt.sketch import Role, Shape
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.model import Size
from inkquilt.sketch.relations import Reveals
from inkquilt.sketch.rework import Rework
from inkquilt.sketch.ties import TieKind
from tests.building import page_of, row, sketch_of

STORED = Path(__file__).parent / "stored"
SKETCH = sketch_of(
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
)
LABEL = Embellishment(
    "1", "label", EmbellishmentKind.BASE, Form.LABEL, Size(2 * INCH, INCH), (Rgb(246, 238, 216),), count=2
)
SCALLOP = ShapingTool("scallop", depth=INCH // 4)
COMB = KnownPaper(7, "comb", {side: PaperSide(PaperKind.LARGE_PRINT, ("#e0b050",)) for side in SideName}, {})


def laid_document():
    """Return the sketch on a page of its own size, laid."""
    page = page_of("12", "12")
    document = PageDocument(
        SKETCH, page, "12x12", None, bounds.DEFAULT_GRID[Unit.IN], bounds.PRINT_SIZES[Unit.IN],
        Way(School.KEEP_PROPORTIONS),
    )  # fmt: skip
    return replace(document, fit=laid_fit(fit(document.request, document.way)))


DOCUMENT = laid_document()
EARLIER = replace(DOCUMENT, titles={"t": "Bees"})


def known(**more):
    """Return an owner with two photos (1, 2), a paper (7), a tool (5), dies and two labels; nothing else."""
    photos = {1: OwnedPhoto("Roof", Pixels(600, 400)), 2: OwnedPhoto("Comb", Pixels(400, 600))}
    given = {
        "photo": photos.get,
        "paper": {7: COMB}.get,
        "tool": {5: SCALLOP}.get,
        "dies": lambda: (Die(Shape.CIRCLE, Size(INCH, INCH)),),
        "lettering": lambda: Lettering((), {}),
        "writing": None,
        "embellishments": lambda: (LABEL,),
        "journal_page": None,
        "state": lambda step, snapshot: KnownState(EARLIER, "as it was") if step == 1 else None,
        "writing_in": None,
    }
    return Known(**{**given, **more})


def done(asked, document=DOCUMENT, **more):
    """Return the document after a change."""
    return asked.applied(document, known(**more)).document


def put(x=3.0, y=9.0, **more):
    return Put(embellishment="1", x=x, y=y, **more)


class Stored(TestCase):
    """A document is kept as JSON data and reads back equal, those of earlier versions too."""

    OLD = json.loads((STORED / "pages-of-version-1.json").read_text())

    def test_every_page_of_version_1_reads_and_is_kept_in_the_present_one(self):
        for name, data in self.OLD.items():
            with self.subTest(name):
                document = read_document(data)
                kept = json.loads(json.dumps(write_document(document)))
                self.assertEqual(kept["version"], 2)
                self.assertEqual(read_document(kept), document)
                check_document(document)

    def test_lengths_of_version_1_are_told_to_the_grain(self):
        """Read here by the parser of typed lengths, which shares no code with the reader of documents."""
        for name, data in self.OLD.items():
            document, unit = read_document(data), Unit(data["page"]["unit"])
            blocks = {block.id: block for block in document.blocks}
            self.assertEqual(len(blocks), len(data["fit"]["blocks"]))
            for told in data["fit"]["blocks"]:
                block = blocks[told["id"]]
                for fact in ("x", "y", "width", "height"):
                    with self.subTest(name, block=block.id, fact=fact):
                        self.assertEqual(getattr(block, fact), parse_length(str(told[fact]), unit).grains)
            counts = {
                "accents": (document.accents, data["accents"]),
                "pins": (document.pins, data["pins"]),
                "photos": (document.photos, data["photos"]),
                "stories": (document.stories, data["stories"]),
                "papers": (document.cuts.papers, data["cuts"]["papers"]),
                "changes": (document.fit.changes, data["fit"]["changes"]),
                "broken": (document.fit.relations.broken, data["fit"]["relations"]["broken"]),
            }
            for fact, (read, told) in counts.items():
                self.assertEqual(len(read), len(told), (name, fact))

    def test_what_is_as_usual_is_left_out_and_reads_as_usual(self):
        kept = write_document(DOCUMENT)
        self.assertNotIn("pins", kept)
        self.assertNotIn("turn", kept["fit"]["blocks"][0])
        self.assertEqual(read_document({**kept, "something of later": 1}), DOCUMENT)

    def test_the_present_version_reads_back_equal_with_everything_on_it(self):
        full = replace(
            DOCUMENT,
            binding=Side.LEFT,
            photos={"p": SlotPhoto(3, 0.25, None, 1.5, -250, True)},
            titles={"t": "Honey ½ 🐝"},
            sheets={"B": Size(8 * INCH, 17 * INCH // 2)},
            pins=(Pin("q", x=INCH // 16), Pin("p", width=4 * INCH, height=6 * INCH)),
            insist=frozenset(Rung),
            untied=frozenset({"order x p q"}),
            dies=(Die(Shape.CIRCLE, Size(63 * MM, 63 * MM)),),
        )
        self.assertEqual(read_document(json.loads(json.dumps(write_document(full)))), full)
        self.assertEqual(read_laid(json.loads(json.dumps(write_laid(full.fit)))), full.fit)

    def test_data_of_another_kind_is_refused_and_nothing_turned_into_something_else(self):
        good = json.loads(json.dumps(write_document(replace(DOCUMENT, pins=(Pin("q", x=5),)))))

        def with_pin(**facts):
            return {**good, "pins": [{"block": "q", **facts}]}

        for wrong in (
            {}, {**good, "version": 3}, {**good, "version": "2"}, {**good, "grid": 1016.0}, {**good, "grid": True},
            {**good, "grid": 10**30}, {**good, "grid": "1016"}, {**good, "sketch": None}, {**good, "page": []},
            with_pin(x=1.5), with_pin(x="5"), with_pin(x=-(2**53)), {**good, "school": 3}, {**good, "photos": [1]},
            {**good, "way": {"school": "by heart"}}, {**good, "photos": {"p": {"photo": 1, "zoom": "much"}}},
            {**good, "photos": {"p": {"photo": 1, "zoom": 1e300}}}, {**good, "pins": [3]}, {**good, "fit": "good"},
        ):  # fmt: skip
            with self.subTest(wrong=str(wrong)[-60:]), self.assertRaises(UnreadableDocument):
                read_document(wrong)

    def test_what_is_not_sound_in_itself_is_found(self):
        twice = replace(DOCUMENT, sketch=replace(SKETCH, blocks=(*SKETCH.blocks, SKETCH.blocks[0])))
        nothing = replace(DOCUMENT.fit, blocks=(replace(DOCUMENT.blocks[1], width=0),))
        for wrong in (twice, replace(DOCUMENT, fit=nothing)):
            with self.assertRaises(SketchFaults):
                check_document(wrong)


class Terms(TestCase):
    def test_each_term_changes_the_key_and_nothing_else_does(self):
        changed = {
            "sketch": replace(SKETCH, name="other"), "page": page_of("8", "8"), "grid": INCH, "print_sizes": (),
            "left_out": frozenset("c"), "switches": replace(DOCUMENT.switches, in_line=True),
            "untied": frozenset({"x"}), "ties": (object,), "never_trim": frozenset("p"), "trim_freely": frozenset("p"),
            "leads": "p", "dies": (Size(1, 1),), "insist": frozenset({next(iter(Rung))}), "photo_terms": (1,),
            "whole_photos": frozenset("q"), "shields": (1,),
        }  # fmt: skip
        self.assertEqual(set(changed), set(TERMS))
        for name, value in changed.items():
            with self.subTest(name):
                self.assertNotEqual(replace(DOCUMENT, **{name: value}).terms, DOCUMENT.terms)
        same = {field.name for field in fields(PageDocument)} - set(TERMS)
        for name in same - {"cuts", "fit"}:
            self.assertEqual(replace(DOCUMENT, **{name: "anything"}).terms, DOCUMENT.terms, name)

    def test_a_digest_tells_values_apart_by_kind_and_order_where_it_counts(self):
        self.assertEqual(digest(frozenset("ab")), digest(frozenset("ba")))
        self.assertEqual(digest({"a": 1, "b": 2}), digest({"b": 2, "a": 1}))
        apart = (("a", "b"), ("b", "a"), frozenset("ab"), "ab", Size(1, 2), Pin("a"), Pin("a", x=0), 1, "1", None)
        self.assertEqual(len({digest(one) for one in apart}), len(apart))


class Kinds(TestCase):
    def test_every_kind_says_what_it_does_and_is_made_known_once(self):
        for name, kind in kinds().items():
            self.assertEqual(kind.kind, name)
            self.assertTrue(kind.__doc__, name)
            self.assertIn(kind.after, After)
        with self.assertRaises(ValueError):
            change("pin")(type("Again", (Change,), {"__annotations__": {}}))

    def test_what_becomes_of_the_fit(self):
        pinned = replace(DOCUMENT, pins=(Pin("q", x=0),))
        for asked, document, effect in (
            (TypeTitle(block="t", text="Honey"), DOCUMENT, After.STAYS),
            (PinPiece(block="q"), DOCUMENT, After.REFITS),
            (LeaveOut(block="c"), DOCUMENT, After.FITS),
            (ChangeWay(school=School.KEEP_PHOTOS), DOCUMENT, After.IN_ITS_WAY),
            (TakeUp(step=1), DOCUMENT, After.TAKEN_UP),
            (Untie(tie="order x p q"), DOCUMENT, After.FITS),
            (Untie(tie="order x p q"), pinned, After.REFITS),
            (AddTie(blocks=("p", "q")), pinned, After.REFITS),
            (Arrange(), DOCUMENT, After.STAYS),
            (Arrange(moves=(Move(block="t", x=6, y=7),)), DOCUMENT, After.REFITS),
        ):
            self.assertIs(asked.effect(document), effect, asked)


def sides(*lengths):
    return dict(zip(("left", "top", "right", "bottom"), lengths, strict=True))


BASE_WINDOW = sides("1", "1", "1", "1")
#: Every limit of a change: what is just allowed, what is just not, and the code of the refusal.
LIMITS = (
    (SpareCopies(block="band", count=20), SpareCopies(block="band", count=21), "copies"),
    (SetLip(lip="1/16"), SetLip(lip="3/64"), "lip"),
    (SetLip(lip="2"), SetLip(lip="2 1/64"), "lip"),
    (SetSheet(paper="B", width="40", height="11"), SetSheet(paper="B", width="40 1/64", height="11"), "sheet-size"),
    (SetSheet(paper="B", width="1/64", height="11"), SetSheet(paper="B", width="0", height="11"), "sheet-size"),
    (TypeTitle(block="t", text="x" * 80), TypeTitle(block="t", text="x" * 81), "title-too-long"),
    (TypeTitle(block="t", text=" x " * 40), TypeTitle(block="t", text="x " * 41), "title-too-long"),
    (MakeRow(block="band", count=2), MakeRow(block="band", count=1), "row-count"),
    (MakeRow(block="band", count=3, each="1/8"), MakeRow(block="band", count=3, each="0"), "row-width"),
    (MakeRow(block="band", heights="1/2, 1/2"), MakeRow(block="band", heights="1/2"), "row-heights"),
    (MakeRow(block="band", heights="1/8, 1"), MakeRow(block="band", heights="0, 1"), "row-heights"),
    (MakeRow(block="band", count=3, tuck="0"), MakeRow(block="band", count=3, tuck="-1/64"), "tuck"),
    (ChangeGrid(grid="1 1/2"), ChangeGrid(grid="1 33/64"), "grid"),
    (ChangeGrid(grid="1/64"), ChangeGrid(grid="0"), "grid"),
    (SetLeast(block="q", width="12", height="12"), SetLeast(block="q", width="12 1/64", height="12"), "least"),
    (SetLeast(block="q", width="1/64", height="1"), SetLeast(block="q", width="1/64", height="0"), "least"),
    (
        LayMats(block="q", mats=(MatAsked(**sides("3", "0", "0", "0")),)),
        LayMats(block="q", mats=(MatAsked(**sides("3 1/64", "0", "0", "0")),)),
        "reveal",
    ),
    (
        LayMats(block="q", mats=(MatAsked(**sides("1/64", "0", "0", "0")),)),
        LayMats(block="q", mats=(MatAsked(**sides("0", "0", "0", "0")),)),
        "reveal",
    ),
    (LeaveOut(block="q"), LeaveOut(block="base"), "not-left-out"),
    (LeaveOut(block="p"), LeaveOut(block="m"), "not-left-out"),
    (CutWindow(block="base", **BASE_WINDOW), CutWindow(block="q", **BASE_WINDOW), "no-paper-there"),
    (
        CutWindow(block="base", **BASE_WINDOW, backing="B"),
        CutWindow(block="base", **BASE_WINDOW, backing="Z"),
        "unknown-paper",
    ),
    (
        CutFrom(block="band", across=Hold.AT, down=Hold.LOW, left="0"),
        CutFrom(block="band", across=Hold.AT, down=Hold.LOW, left="-1/64"),
        "region",
    ),
    (CutSlanting(block="panel", slant=Slant.FALLING), CutSlanting(block="q", slant=Slant.FALLING), "no-paper-there"),
    (CutDouble(block="panel", fold="left"), CutDouble(block="base", fold="left"), "no-fold"),
    (ShapeWith(block="band", tool=5), ShapeWith(block="band", tool=6), "unknown-tool"),
    (ChoosePaper(block="band", stash_paper=7), ChoosePaper(block="band", stash_paper=8), "unknown-stash-paper"),
    (ChoosePaper(block="p", stash_paper=7), ChoosePaper(block="q", stash_paper=7), "no-paper-there"),
    (ChoosePaper(paper="C", stash_paper=7), ChoosePaper(paper="D", stash_paper=7), "unknown-paper"),
    (
        DealPapers(papers=(Dealt("C", 7), Dealt("B", 7))),
        DealPapers(papers=(Dealt("C", 7), Dealt("D", 7))),
        "unknown-paper",
    ),
    (DealPapers(papers=(Dealt("C", 7),)), DealPapers(papers=(Dealt("C", 8),)), "unknown-stash-paper"),
    (
        DealPapers(border=PlainBorder(("panel",), 7)),
        DealPapers(border=PlainBorder(("nothing",), 7)),
        "unknown-block",
    ),
    (PlacePhoto(block="p", photo=1), PlacePhoto(block="p", photo=3), "unknown-photo"),
    (PlacePhoto(block="p", photo=1), PlacePhoto(block="t", photo=1), "unknown-block"),
    (
        PlaceMatched(placed=(SlotChoice(block="p", photo=1), SlotChoice(block="q", photo=2))),
        PlaceMatched(placed=(SlotChoice(block="p", photo=1), SlotChoice(block="q", photo=1))),
        "photo-twice",
    ),
    (
        ReworkSlots(rework=Rework.MERGE, blocks=("q", "r")),
        ReworkSlots(rework=Rework.MERGE, blocks=("p", "r")),
        "not-merged",
    ),
    (ReworkSlots(rework=Rework.SPLIT, blocks=("p",)), ReworkSlots(rework=Rework.SPLIT, blocks=("p", "q")), "rework"),
    (
        AddTie(tie_kind=TieKind.EQUAL_GAPS, blocks=("p", "q", "r")),
        AddTie(tie_kind=TieKind.EQUAL_GAPS, blocks=("p", "q")),
        "not-tied",
    ),
    (AddTie(blocks=("p", "q")), AddTie(blocks=("p", "p")), "not-tied"),
    (Untie(tie="order x p q"), Untie(tie=""), "no-tie"),
    (Concede(leave_out=("c",)), Concede(leave_out=("z",)), "unknown-block"),
    (
        ShieldPhoto(block="p", shields=(ShieldAsked(upper="t", axis=Axis.X, covered=0, of=1),)),
        ShieldPhoto(block="p", shields=(ShieldAsked(upper="z", axis=Axis.X, covered=0, of=1),)),
        "unknown-block",
    ),
    (Arrange(put=(put(), put())), Arrange(put=(put(), put(), put())), "none-left"),
    (Arrange(put=(put(),)), Arrange(put=(Put(embellishment="2", x=1, y=1),)), "unknown-embellishment"),
    (Arrange(moves=(Move(block="q", x=6, y=4),)), Arrange(moves=(Move(block="z", x=6, y=4),)), "unknown-block"),
    (PinPiece(block="q", step_x=1), PinPiece(block="z", step_x=1), "unknown-block"),
    (PinPiece(block="q", left="9"), PinPiece(block="q", left="9 1/64"), "place-off-page"),
    (PinPiece(block="panel", width="12"), PinPiece(block="panel", width="12 1/64"), "size-off-page"),
    (PinPiece(block="panel", width="1/64"), PinPiece(block="panel", width="0"), "size-off-page"),
    (TakeUp(step=1), TakeUp(step=2), "unknown-state"),
    (ChangeFormat(format="letter"), ChangeFormat(format="legal"), "unknown-format"),
    (ChangeFormat(width="10 1/2", height="10"), ChangeFormat(width="ten", height="10"), "unreadable-length"),
)


class Limits(TestCase):
    def test_up_to_the_limit_and_not_beyond(self):
        for allowed, refused, code in LIMITS:
            with self.subTest(refused):
                self.assertTrue(done(allowed) != DOCUMENT)
                with self.assertRaises(BadInput) as caught:
                    done(refused)
                self.assertEqual([fault.code for fault in caught.exception.faults], [code])
                self.assertGreater(len(str(caught.exception)), 12, "in words")

    def test_so_many_windows_and_no_more(self):
        document = DOCUMENT
        for number in range(12):
            left = format_length(INCH // 2 + number * 7 * INCH // 8, Unit.IN)
            right = format_length(12 * INCH - INCH // 2 - number * 7 * INCH // 8 - INCH // 2, Unit.IN)
            document = done(CutWindow(block="base", **sides(left, "1", right, "10")), document)
        self.assertEqual(len(document.cuts.of("base").windows), 12)
        with self.assertRaisesRegex(BadInput, "up to 12 windows"):
            done(CutWindow(block="base", **sides("11 1/2", "5", "1/4", "5")), document)
        self.assertEqual(len(done(CloseWindow(block="base", count=11), document).cuts.of("base").windows), 11)
        with self.assertRaisesRegex(BadInput, "no such window"):
            done(CloseWindow(block="base", count=12), document)

    def test_what_is_not_there_is_told_for_each_kind_that_needs_it(self):
        for asked, code in (
            (MoveAccent(accent="gone"), "unknown-piece"), (TakeStoryAway(story="words-1"), "unknown-story"),
            (Unpin(block="q"), "not-pinned"), (Unpin(), "not-pinned"), (KeepWhole(block="p"), "no-photo"),
            (Arrange(take=("gone",)), "unknown-piece"), (Arrange(papers=("A", "B")), "unknown-paper"),
        ):  # fmt: skip
            with self.assertRaises(BadInput) as caught:
                done(asked)
            self.assertEqual(caught.exception.faults[0].code, code)
        with self.assertRaisesRegex(BadInput, "Enter that at the cutting step"):
            done(UseDies(), dies=lambda: ())
        empty = replace(DOCUMENT, fit=None)
        for asked in (PinPiece(block="q", step_x=1), MakeRoom(role=Role.TITLE)):
            with self.assertRaisesRegex(BadInput, "Nothing fits"):
                done(asked, empty)


class Applied(TestCase):
    """What each kind does to the document, and what it is called for Undo."""

    def test_the_words_for_undo(self):
        for asked, words in (
            (ChangeFormat(format="letter"), "page 8½ × 11"),
            (ChangeFormat(width="10", height="9"), "page 10 in × 9 in"),
            (ChangeFormat(format="12x12", sides=2, gap="1/2"), "two pages 12 × 12"),
            (LeaveOut(block="q"), "left out photo q"), (BringBack(block="q"), "brought back photo q"),
            (Concede(leave_out=("c",), no_margin=True, smaller_prints=True),
             "left out cluster c, smaller prints, no margin"),
            (Switch(by_eye=True), "a choice for the whole page"), (UseDies(), "pieces at the sizes of your dies"),
            (UseDies(on=False), "pieces of any size"), (ChangeGrid(grid="1/16"), "marks every 1/16 in"),
            (Lead(block="p"), "photo p leads"), (SetLeast(block="q"), "photo q may be as small as needed"),
            (ReworkSlots(rework=Rework.SPLIT, blocks=("p",)), "one slot made two"),
            (PlacePhoto(block="p", photo=1), "Roof into photo p"), (PlacePhoto(block="p"), "emptied photo p"),
            (Trim(block="p", trim="never"), "photo p is never trimmed"),
            (LayMats(block="q"), "no mat behind photo q"),
            (LieAcross(block="band", on=True), "pattern across on strip band"),
            (SaveOn(block="base"), "cut whole: base"), (SpareCopies(block="band", count=2), "2 spare of strip band"),
            (SetLip(lip="3/8"), "lip of 3/8 in"), (MakeRow(block="band", count=4), "4 pieces for strip band"),
            (MakeRow(block="band"), "strip band in one piece"), (CutDouble(block="panel"), "paper panel single"),
            (ShapeWith(block="band", tool=5), "scallop for strip band"),
            (ShapeWith(block="band"), "no tool for strip band"),
            (ChoosePaper(block="band", stash_paper=7), "comb, A side, on strip band"),
            (ChoosePaper(paper="B", stash_paper=7), "comb, A side, for paper B"),
            (DealPapers(papers=(Dealt("B", 7),)), "a paper laid"),
            (DealPapers(papers=(Dealt("B", 7), Dealt("C", 7))), "papers laid in 2 places"),
            (DealPapers(border=PlainBorder(("panel",), 7)), "a plain border laid behind"),
            (DealPapers(upright=("panel",)), "the pattern turned up"),
            (ChoosePaper(block="band"), "no paper chosen for B"), (TypeTitle(block="t", text="Honey"), "title “Honey”"),
            (TypeTitle(block="t"), "no title"), (PinPiece(block="q", step_x=1), "photo q moved"),
            (PinPiece(block="panel", width="3"), "paper panel resized"), (Untie(tie="x"), "untied"),
            (Untie(tie="x", again=True), "tied again"), (TakeUp(step=1), "back to “as it was”"),
            (ChooseSchool(balance_school=BalanceSchool.SPARSE), "looked at as sparse"),
            (LayPiece(role=Role.JOURNALING), "laid story 2"), (LayLayer(block="q"), "a layer behind photo q"),
            (LayBeside(block="q"), "a strip beside photo q"),
            (OneMore(block="r"), "one more of photo r"), (OneMore(block="r", times=2), "2 more of photo r"),
            (Lean(block="r", degrees=3), "photo r leans"), (Lean(block="r", degrees=0), "photo r set straight"),
            (TradePlaces(block="q", other="r"), "photo q and photo r changed places"),
            (TakeAway(block="q"), "removed photo q"),
            (Insist(rung=Rung.TAGS_ASIDE, on=False), RUNG_SAID[Rung.TAGS_ASIDE].goes),
        ):  # fmt: skip
            with self.subTest(asked):
                self.assertEqual(asked.applied(replace(DOCUMENT, photos={}), known()).done, words)

    def test_what_needs_the_page_anew_sets_the_pins_free_and_what_does_not_keeps_them(self):
        pinned = replace(DOCUMENT, pins=(Pin("q", x=6 * INCH),))
        for asked in (
            ChangeFormat(format="letter"), ChangeWay(school=School.KEEP_PHOTOS), LeaveOut(block="c"),
            BringBack(block="c"), Switch(in_line=True), ChangeGrid(grid="1/16"), UseDies(),
        ):  # fmt: skip
            self.assertEqual(done(asked, pinned).pins, (), asked)
        for asked in (TypeTitle(block="t", text="x"), SetLip(lip="1/4"), Untie(tie="x"), Lead(block="p")):
            self.assertEqual(done(asked, pinned).pins, pinned.pins, asked)

    def test_a_pin_takes_typed_dragged_and_stepped_places(self):
        at = {block.id: block for block in DOCUMENT.blocks}["panel"]
        for asked, pin in (
            (PinPiece(block="panel", left="6 1/2"), Pin("panel", x=13 * INCH // 2)),
            (PinPiece(block="panel", right="1 1/64"), Pin("panel", x=12 * INCH - at.width - INCH - INCH // 64)),
            (PinPiece(block="panel", width="3", height="2 1/3"), Pin("panel", width=3 * INCH, height=7 * INCH // 3)),
            (PinPiece(block="panel", step_x=-2), Pin("panel", x=at.x - INCH // 4)),
            (PinPiece(block="panel", at_x=6.51, at_y=0.49), Pin("panel", x=13 * INCH // 2, y=INCH // 2)),
        ):
            with self.subTest(asked):
                self.assertEqual(done(asked).pins, (pin,))

    def test_what_is_given_up_for_a_place(self):
        document = replace(DOCUMENT, pins=(Pin("r", x=9 * INCH), Pin("t", y=INCH)))
        asked = PinPiece(block="q", left="5", let_go=("order x p q",), free=("t",), leave_out=("c",), no_margin=True)
        after = done(asked, document)
        self.assertEqual({pin.block for pin in after.pins}, {"q", "r"})
        self.assertEqual((after.untied, after.left_out), (frozenset({"order x p q"}), frozenset({"c"})))
        smaller = done(PinPiece(block="q", left="5", sized=TypedSize(block="r", width="1", height="1 1/2")), document)
        self.assertIn(Pin("r", x=9 * INCH, width=INCH, height=3 * INCH // 2), smaller.pins)

    def test_photos_change_places_and_a_locked_one_stays_as_it_lies(self):
        both = done(PlacePhoto(block="q", photo=2), done(PlacePhoto(block="p", photo=1, zoom=1.5, level=-2.5)))
        self.assertEqual(both.photos, {"p": SlotPhoto(1, zoom=1.5, turn=-250), "q": SlotPhoto(2)})
        swapped = done(PlacePhoto(block="q", photo=1), both)
        self.assertEqual({slot: on.photo for slot, on in swapped.photos.items()}, {"p": 2, "q": 1})
        again = done(PlacePhoto(block="p", photo=1, locked=True), both)
        self.assertEqual(again.photos["p"], SlotPhoto(1, zoom=1.5, turn=-250, locked=True))
        matched = done(PlaceMatched(placed=(SlotChoice(block="p", photo=1),)), again)
        self.assertEqual(matched.photos, {"p": again.photos["p"]})
        self.assertEqual(done(PlacePhoto(block="p", photo=1, as_it_comes=True), again).photos["p"],
                         SlotPhoto(1, locked=True))  # fmt: skip

    def test_pieces_are_laid_moved_turned_raised_and_taken_away(self):
        laid = done(Arrange(put=(put(key="one"), put(9.0, 9.0, key="two", group="g")), words="two"))
        self.assertEqual([one.key for one in laid.accents], ["one", "two"])
        moved = done(MoveAccent(accent="one", at_x=4, at_y=10, step_x=1), laid).accents[0]
        self.assertEqual((moved.x, moved.y), (4 * INCH + INCH // 8, 10 * INCH))
        self.assertEqual(done(MoveAccent(accent="one", turn_by=-15), laid).accents[0].turn, 34_500)
        self.assertTrue(done(MoveAccent(accent="one", on=True), laid).accents[0].foam)
        self.assertEqual([one.key for one in done(Arrange(take=("one",)), laid).accents], ["two"])
        again = done(Arrange(put=puts_of(laid.accents, Unit.IN)), laid)
        self.assertEqual(again.accents, laid.accents, "laid as they lie, they lie as they did")

    def test_a_piece_cut_from_paper_is_none_of_the_stash(self):
        cut = CutFromPaper(name="strip", form=Form.STRIP, width=2, height=0.5, colour="#1d2a57")
        (piece,) = done(Arrange(put=(Put(cut=cut, x=3, y=3),))).accents
        self.assertEqual((piece.what.key, piece.what.count, piece.what.size), (CUT, None, Size(2 * INCH, INCH // 2)))
        with self.assertRaises(CoreError):
            done(Arrange(put=(Put(cut=replace(cut, width=13), x=3, y=3),)))

    def test_a_paper_lies_on_the_piece_it_is_dropped_on_alone(self):
        alike = replace(
            SKETCH,
            blocks=tuple(
                replace(block, paper="B") if block.id in ("band", "panel") else block for block in SKETCH.blocks
            ),
        )
        laid = tuple(replace(block, paper=alike.block(block.id).paper) for block in DOCUMENT.blocks)
        document = replace(DOCUMENT, sketch=alike, fit=replace(DOCUMENT.fit, blocks=laid),
                           sheets={"B": Size(8 * INCH, 8 * INCH)})  # fmt: skip
        after = done(ChoosePaper(block="panel", stash_paper=7), document)
        self.assertEqual(
            [(b.id, b.paper) for b in after.blocks if b.id in ("band", "panel")], [("band", "B"), ("panel", "C")]
        )
        self.assertEqual(after.sketch.block("panel").paper, "C")
        self.assertEqual((set(after.cuts.papers), after.sheets["C"]), ({"C"}, Size(8 * INCH, 8 * INCH)))
        # What is of a paper of its own already keeps its letter, and so does what a letter is chosen for.
        again = done(ChoosePaper(block="panel", stash_paper=7, side=SideName.B), after)
        self.assertEqual(again.sketch, after.sketch)
        both = done(ChoosePaper(paper="B", stash_paper=7), document)
        self.assertEqual((both.sketch, set(both.cuts.papers)), (document.sketch, {"B"}))
        # Taken off again nothing is made apart.
        self.assertEqual(done(ChoosePaper(block="band"), document).sketch, document.sketch)

    def test_a_pattern_is_turned_up_and_a_border_shows_inside_the_page_only(self):
        lying = replace(DOCUMENT, cuts=replace(DOCUMENT.cuts, across=frozenset({"panel", "band"})))
        after = done(DealPapers(papers=(Dealt("C", 7),), upright=("panel",)), lying)
        self.assertEqual((after.cuts.across, after.cuts.papers["C"].name), (frozenset({"band"}), "comb"))
        bordered = done(DealPapers(border=PlainBorder(("panel",), 7)), DOCUMENT)
        (layer,) = [b for b in bordered.blocks if b.id not in {block.id for block in DOCUMENT.blocks}]
        panel = next(block for block in bordered.blocks if block.id == "panel")
        self.assertEqual((panel.x - layer.x, layer.width - panel.width), (INCH // 8, INCH // 4))
        self.assertEqual(bordered.cuts.papers[layer.paper].name, "comb")

    def test_each_flag_of_a_row_takes_a_paper_of_its_own(self):
        row_of_four = done(MakeRow(block="band", count=4, papers=("B", "C"), flags=True))
        letters = lambda document: document.cuts.of("band").repeat.papers_of(document.sketch.block("band").paper)  # noqa: E731
        after = done(ChoosePaper(block="band", cell=2, stash_paper=7), row_of_four)
        self.assertEqual(letters(after), ("B", "C", "D", "C"))
        self.assertEqual(set(after.cuts.papers), {"D"})
        # It is of its own now; of the others of that paper there are two more: the first flag and, of C, the panel.
        again = done(ChoosePaper(block="band", cell=2, stash_paper=7, side=SideName.B), after)
        self.assertEqual((letters(again), again.cuts.papers["D"].side), (letters(after), SideName.B))
        third = done(ChoosePaper(block="band", cell=3, stash_paper=7), again)
        self.assertEqual((letters(third), set(third.cuts.papers)), (("B", "C", "D", "E"), {"D", "E"}))
        self.assertEqual(third.sketch, row_of_four.sketch, "the block itself keeps its letter")
        # Dropped on the whole row it lies on all of it; taken off, the flag is of its letter still.
        whole = done(ChoosePaper(block="band", stash_paper=7), third)
        self.assertEqual((letters(whole), set(whole.cuts.papers)), (("B",) * 4, {"B", "D", "E"}))
        self.assertEqual(set(done(ChoosePaper(block="band", cell=2), third).cuts.papers), {"E"})
        # A paper by its letter also where no block is of it.
        self.assertEqual(done(ChoosePaper(paper="E"), third).cuts.papers.keys(), {"D"})
        self.assertEqual(done(LayPiece(role=Role.STRIP), third).blocks[-1].paper, "F")
        # A piece that the row has not, or of what is no row, is refused: nothing else gets its paper.
        for block, cell in (("band", 4), ("band", 9), ("panel", 0)):
            with self.assertRaises(BadInput) as caught:
                done(ChoosePaper(block=block, cell=cell, stash_paper=7), after)
            self.assertEqual(caught.exception.faults[0].code, "no-such-piece")

    def test_strips_that_grow_take_papers_one_by_one_and_are_cut_from_them(self):
        strips = done(MakeRow(block="band", heights="1/2, 1/2, 1"))
        after = done(ChoosePaper(block="band", cell=1, stash_paper=7), strips)
        cut = pieces_to_cut(pieces_of(after.blocks), wishes_on(after).wishes)
        self.assertEqual([piece.size.height * 2 // INCH for piece in cut["D"]], [1])
        self.assertEqual([piece.size.height * 2 // INCH for piece in cut["B"]], [1, 2])
        (touch,) = (one for one in touched(after) if one.block == "band")
        self.assertEqual([(one.paper, one.alike) for one in touch.cells], [("B", 1), ("D", 0), ("B", 1)])
        self.assertEqual((touch.paper, touch.alike), ("B", 0), "the row's own pieces are no others")
        self.assertEqual([one.cells for one in touched(after) if one.block == "panel"], [()])

    def test_one_more_of_a_piece_is_asked_what_that_is(self):
        asked = done(LieAcross(block="panel", on=True), done(CutDouble(block="panel", fold="left")))
        after = done(OneMore(block="panel"), asked)
        self.assertEqual(after.cuts.of("panel-2"), asked.cuts.of("panel"))
        self.assertEqual((after.cuts.across, after.cuts.saved), ({"panel", "panel-2"}, set()))
        self.assertEqual(done(OneMore(block="q"), asked).cuts, asked.cuts)

    def test_what_a_touch_on_each_piece_may_do(self):
        found = {one.block: (one.paper, one.alike, one.may_be_layered, one.may_lean) for one in touched(DOCUMENT)}
        self.assertEqual(found["base"], ("A", 0, False, False))
        self.assertEqual(found["band"], ("B", 0, True, True))
        self.assertEqual(found["panel"], ("C", 0, True, True))
        self.assertEqual((found["m"], found["p"]), (("mat", 0, True, True), ("mat", 0, True, True)))  # a photo: its mat
        self.assertEqual((found["q"][0], found["t"][0]), (None, None))
        # Of two mats behind a photo the inner one is meant; alike are those of one paper.
        double = with_mats(SKETCH, "p", [Reveals(1016, 1016, 1016, 1016)] * 2, "C")
        outer = replace(double.block("p-mat-2"), paper="B")
        blocks = tuple(outer if block.id == outer.id else block for block in double.blocks)
        document = replace(DOCUMENT, sketch=replace(double, blocks=blocks), fit=replace(DOCUMENT.fit, blocks=blocks))
        found = {one.block: (one.paper, one.alike) for one in touched(document)}
        self.assertEqual((found["p"], found["p-mat-2"], found["panel"], found["band"]),
                         (("C", 1), ("B", 1), ("C", 1), ("B", 1)))  # fmt: skip
        after = done(ChoosePaper(block="p", stash_paper=7), document)
        self.assertEqual((after.sketch.block("p-mat-1").paper, after.sketch.block("p-mat-2").paper), ("D", "B"))

    def test_a_paper_dropped_on_a_photo_lies_on_its_mat(self):
        after = done(ChoosePaper(block="p", stash_paper=7))
        mat = after.sketch.block("m")
        self.assertEqual(set(after.cuts.papers), {mat.paper or "mat"})

    def test_two_papers_change_places(self):
        chosen = done(
            ChoosePaper(paper="A", stash_paper=7), done(ChoosePaper(paper="B", stash_paper=7, side=SideName.B))
        )
        swapped = done(Arrange(papers=("A", "B")), chosen)
        self.assertEqual({letter: one.side for letter, one in swapped.cuts.papers.items()},
                         {"A": SideName.B, "B": SideName.A})  # fmt: skip

    def test_an_added_tie_is_taken_away_by_its_place(self):
        tied = done(AddTie(blocks=("p", "q"), highs=(True,)), done(AddTie(blocks=("q", "r"), axis=Axis.Y)))
        self.assertEqual(tied.ties[1].highs, (True, False))
        self.assertEqual(done(Untie(tie="added 0"), tied).ties, tied.ties[1:])
        self.assertEqual(done(Untie(tie="added 2"), tied).untied, {"added 2"})

    def test_measured_and_by_eye_bring_their_marks_and_back(self):
        eye = done(Switch(by_eye=True))
        self.assertEqual((eye.grid, eye.switches.by_eye), (bounds.EYE_GRID[Unit.IN], True))
        self.assertEqual(done(Switch(by_eye=False), eye).grid, bounds.DEFAULT_GRID[Unit.IN])
        own = done(ChangeGrid(grid="1/16"))
        self.assertEqual(done(Switch(ends=StripEnds.SHORT), own).grid, INCH // 16, "another choice leaves them")


class Asked(TestCase):
    """The page a person asks for. Sums by hand."""

    def test_sizes_margins_and_two_pages(self):
        spread = PageAsked(format="12x12", sides=2, gap="1/2").page()
        self.assertEqual((spread.width, spread.fold.at, spread.fold.gap), (24 * INCH + INCH // 2, 12 * INCH, INCH // 2))
        bound = PageAsked(format="letter", clear="1/4", binding=Side.LEFT, binding_margin="3/4").page()
        self.assertEqual((bound.clear.left, bound.clear.top), (3 * INCH // 4, INCH // 4))
        metric = PageAsked(width="110", height="210", unit=Unit.MM).page()
        self.assertEqual((metric.width, metric.height), (110 * MM, 210 * MM))

    def test_what_cannot_be_read_names_its_field(self):
        for wrong, field in (
            (PageAsked(width="wide", height="3"), "width"), (PageAsked(width="3", height=""), "height"),
            (PageAsked(format="12x12", clear="much"), "clear"), (PageAsked(format="12x12", sides=2, gap="x"), "gap"),
            (PageAsked(format="12x12", binding=Side.TOP, binding_margin="?"), "binding_margin"),
        ):  # fmt: skip
            with self.assertRaises(BadInput) as caught:
                wrong.page()
            self.assertEqual(caught.exception.faults[0].block, field)


class There(TestCase):
    @settings(max_examples=40, deadline=None, derandomize=True)
    @given(st.sampled_from(("panel", "band", "q", "t")), st.integers(-16, 16), st.integers(-16, 16))
    def test_and_back_again_by_steps_settles_where_it_was(self, block, across, down):
        at = {one.id: one for one in DOCUMENT.blocks}[block]
        there = done(PinPiece(block=block, at_x=at.x / INCH + across / 8, at_y=at.y / INCH + down / 8))
        lying = replace(there, fit=replace(there.fit, blocks=tuple(
            replace(one, x=there.pins[0].x, y=there.pins[0].y) if one.id == block else one for one in there.blocks
        )))  # fmt: skip
        back = done(PinPiece(block=block, at_x=at.x / INCH, at_y=at.y / INCH), lying)
        self.assertEqual((back.pins[0].x, back.pins[0].y), (at.x, at.y))
