"""Reading documents of version 1: lengths are numbers or texts in the page's unit. None is written any more."""

from __future__ import annotations

from fractions import Fraction
from typing import Any, Final

from inkquilt.along import LaidPage
from inkquilt.balance.schools import BalanceSchool
from inkquilt.colour import read_colour
from inkquilt.composition.document import AccentsHome, PageDocument, SlotPhoto
from inkquilt.composition.laid import LaidFit
from inkquilt.composition.lettering import SetLetter, TitleLettering
from inkquilt.composition.papers import PICTURES, CutTerms, PaperChoice, SidePicture
from inkquilt.composition.stories import HandFacts, Story
from inkquilt.cutting.pieces import Slant
from inkquilt.cutting.terms import PieceTerms, WindowTerm
from inkquilt.embellishments import Accent, Embellishment, EmbellishmentKind, Facing, Form
from inkquilt.fit.request import (
    BlockChange,
    Broken,
    Clash,
    Demand,
    Die,
    Kept,
    Lift,
    LiftKind,
    PhotoTerm,
    Pin,
    Rung,
    School,
    Shield,
    Status,
    StripEnds,
    Switches,
    Variant,
    Way,
)
from inkquilt.lengths import Grains, Unit, json_length, read_number
from inkquilt.page import Fold, Margins, Page, Side
from inkquilt.paper.kinds import PaperKind, SideName
from inkquilt.paper.openings import Distances
from inkquilt.paper.regions import AxisHold, Hold, SheetRegion
from inkquilt.paper.repeats import Repeat
from inkquilt.paper.repeats import RowMargins as RowMargins
from inkquilt.paper.saving import USUAL_LIP
from inkquilt.paper.tools import ShapingTool, ToolUse
from inkquilt.sketch import Block
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.model import End, Shape, Size
from inkquilt.sketch.reading import read_sketch
from inkquilt.sketch.ties import AddedTie, TieKind
from inkquilt.words.flow import Span, WrittenLine
from inkquilt.words.stories import Ground, JournalWay

#: What a pin may settle.
_PINNED: Final = ("x", "y", "width", "height")
_RUNGS: Final = frozenset(rung.value for rung in Rung)


def _grains(value: Any, unit: Unit) -> Grains:
    return read_number(value, unit).grains


def _size(row: Any, unit: Unit) -> Size:
    return Size(_grains(row[0], unit), _grains(row[1], unit))


def read_version_1(data: dict[str, Any]) -> PageDocument:
    """Return the document."""
    unit = Unit(data["page"]["unit"])

    def length(value: Any) -> Grains:
        return read_number(value, unit).grains

    def size(row: Any) -> Size:
        return _size(row, unit)

    page, way = data["page"], data["way"]
    fold = Fold(*(length(page["fold"][name]) for name in ("at", "gap"))) if page.get("fold") else None
    clear = Margins(**{side.value: length(page["clear"][side.value]) for side in Side})
    page_read = Page(length(page["width"]), length(page["height"]), unit, clear, fold)
    return PageDocument(
        sketch=read_sketch(data["sketch"]).sketch,
        page=page_read,
        format=page["format"],
        binding=Side(page["binding"]) if page["binding"] else None,
        grid=length(data["grid"]),
        print_sizes=tuple(size(row) for row in data["print_sizes"]),
        way=_way(way),
        switches=_switches(data.get("switches") or {}),
        untied=frozenset(data.get("untied") or ()),
        ties=tuple(
            AddedTie(TieKind(row["kind"]), tuple(row["blocks"]), Axis(row["axis"]), tuple(row["highs"]))
            for row in data.get("ties") or ()
        ),
        never_trim=frozenset(data.get("never_trim") or ()),
        trim_freely=frozenset(data.get("trim_freely") or ()),
        dies=tuple(Die(Shape(row["shape"]), size(row["size"])) for row in data.get("dies") or ()),
        insist=frozenset(Rung(name) for name in data.get("insist") or () if name in _RUNGS),
        leads=data.get("leads"),
        pins=tuple(
            Pin(row["block"], **{n: None if row[n] is None else length(row[n]) for n in _PINNED})
            for row in data.get("pins") or ()
        ),
        left_out=frozenset(data["left_out"]),
        photos={slot: SlotPhoto(**row) for slot, row in data["photos"].items()},
        photo_terms=tuple(
            PhotoTerm(
                row["block"],
                row["least"] and size(row["least"]),
                row["print_size"] and size(row["print_size"]),
                Fraction(*row["proportions"]) if row.get("proportions") else None,
            )
            for row in data.get("photo_terms") or ()
        ),
        whole_photos=frozenset(data.get("whole_photos") or ()),
        shields=tuple(Shield(**{**row, "axis": Axis(row["axis"])}) for row in data.get("shields") or ()),
        titles=dict(data["titles"]),
        lettering={block: _lettering(row, unit) for block, row in (data.get("lettering") or {}).items()},
        stories={name: _story(row, unit) for name, row in (data.get("stories") or {}).items()},
        accents=tuple(_accent(row, unit) for row in data.get("accents") or ()),
        home=_home(data["home"]) if data.get("home") else None,
        school=str(data.get("school") or BalanceSchool.TRIANGLE.value),
        sheets={paper: size(row) for paper, row in data["sheets"].items()},
        cuts=_cuts(data.get("cuts") or {}, unit),
        fit=_fit(data["fit"], page_read) if data["fit"] else None,
    )


def _way(data: dict[str, Any]) -> Way:
    """Read a way; what is not said is plain.

    A school that is no more, and an arrangement without its plan, are read as drawn.
    """
    turn, mirrored, plan = data.get("turn", 0), data.get("mirrored", False), data.get("plan") or ""
    school = School(data["school"]) if data["school"] in {one.value for one in School} else School.KEEP_PROPORTIONS
    if school is School.REFLOW and not plan:
        return Way(School.KEEP_PROPORTIONS, turn, mirrored)
    known = {one.value for one in Variant}
    variant = Variant(data["variant"]) if data.get("variant") in known else Variant.PLAIN
    return Way(school, turn, mirrored, variant, plan)


def _switches(data: dict[str, Any]) -> Switches:
    """Read switches; what is not said is as drawn."""
    ends = StripEnds(data.get("ends") or StripEnds.AS_DRAWN.value)
    return Switches(ends, *(bool(data.get(name)) for name in ("in_line", "by_eye", "recount", "from_shop")))


def _home(data: dict[str, Any]) -> AccentsHome:
    """Read where embellishments come from."""
    sketch = read_sketch(data["page"]).sketch
    accents = tuple(_accent(row, sketch.unit) for row in data["accents"])
    return AccentsHome(accents, LaidPage(sketch.blocks, sketch.page))


def _blocks(rows: list[dict[str, Any]], page: Page) -> tuple[Block, ...]:
    if not rows:
        return ()
    unit = page.unit
    size = {"width": json_length(page.width, unit), "height": json_length(page.height, unit)}
    data = {"kind": "ink-quilt/sketch", "version": 1, "name": "page", "unit": unit.value, "page": size, "blocks": rows}
    return read_sketch(data).sketch.blocks


def _fit(data: dict[str, Any], page: Page) -> LaidFit:
    relations = data["relations"]
    return LaidFit(
        way=_way(data),
        status=Status(data["status"]),
        title=data["title"],
        gist=data["gist"],
        note=data.get("note", ""),
        blocks=_blocks(data["blocks"], page),
        changes=tuple(
            BlockChange(row["block"], row["kind"], row["from"], row["to"], row["why"]) for row in data["changes"]
        ),
        relations=Kept(
            relations["kept"],
            tuple(Broken(row["kind"], tuple(row["blocks"]), row["axis"], row["why"]) for row in relations["broken"]),
        ),
        given_up=tuple(Rung(name) for name in data.get("given_up", ()) if name in _RUNGS),
        aside=tuple(data.get("aside", ())),
        clash=_clash(data["clash"], page.unit) if data["clash"] else None,
        seconds=data["seconds"],
    )


def _clash(data: dict[str, Any], unit: Unit) -> Clash:
    demands = tuple(
        Demand(
            row["demand"],
            tuple(row["blocks"]),
            Lift(LiftKind(row["lift"][0]), row["lift"][1]) if row.get("lift") else None,
        )
        for row in data["demands"]
    )
    return Clash(demands, data["sum"], None if data["short_by"] is None else _grains(data["short_by"], unit))


def _cuts(data: dict[str, Any], unit: Unit) -> CutTerms:
    return CutTerms(
        papers={
            letter: PaperChoice(
                int(row["paper"]),
                str(row["name"]),
                SideName(row["side"]),
                PaperKind(row["kind"]),
                str(row["colour"]),
                bool(row["directional"]),
                _picture(row.get("picture"), unit),
            )
            for letter, row in (data.get("papers") or {}).items()
        },
        across=frozenset(data.get("across") or ()),
        saved=frozenset(data.get("saved") or ()),
        copies={block: int(count) for block, count in (data.get("copies") or {}).items()},
        lip=read_number(data["lip"], unit).grains if "lip" in data else USUAL_LIP,
        pieces={block: _piece_terms(row, unit) for block, row in (data.get("pieces") or {}).items()},
    )


def _picture(row: list[Any] | None, unit: Unit) -> SidePicture | None:
    if not row or not str(row[0]).startswith(PICTURES):
        return None
    return SidePicture(str(row[0]), *(read_number(side, unit).grains for side in row[1:]))


def _piece_terms(data: dict[str, Any], unit: Unit) -> PieceTerms:
    """Read them."""
    return PieceTerms(
        windows=tuple(_read_window(row, unit) for row in data.get("windows") or ()),
        repeat=_read_repeat(data["repeat"], unit) if data.get("repeat") else None,
        region=SheetRegion(*(AxisHold(Hold(hold), _grains(at, unit)) for hold, at in data["region"]))
        if data.get("region")
        else None,
        slant=Slant(data["slant"]) if data.get("slant") else None,
        tool=_read_tool(data["tool"], unit) if data.get("tool") else None,
        folded=End(data["folded"]) if data.get("folded") else None,
    )


def _read_window(row: dict[str, Any], unit: Unit) -> WindowTerm:
    away = Distances(*(_grains(side, unit) for side in row["away"]))
    return WindowTerm(away, row["backing"], bool(row["mirrored"]))


def _read_repeat(row: dict[str, Any], unit: Unit) -> Repeat:
    return Repeat(
        int(row["count"]),
        None if row["width"] is None else _grains(row["width"], unit),
        RowMargins(row["margins"]),
        _grains(row["tuck"], unit),
        tuple(_grains(height, unit) for height in row["heights"]),
        tuple(row["papers"]),
        bool(row["flags"]),
    )


def _read_tool(row: dict[str, Any], unit: Unit) -> ToolUse:
    tool = ShapingTool(
        row["name"],
        _grains(row["smallest"], unit),
        None if row["widest"] is None else _grains(row["widest"], unit),
        Size(*(_grains(side, unit) for side in row["blank"])) if row["blank"] else None,
        _grains(row["depth"], unit),
    )
    return ToolUse(tool, int(row["edges"]))


def _lettering(row: dict[str, Any], unit: Unit) -> TitleLettering:
    letters = []
    for character, *numbers in row["letters"]:
        x, y, width, height = (read_number(number, unit).grains for number in numbers)
        letters.append(SetLetter(str(character), x, y, Size(width, height)))
    place = row.get("place")
    return TitleLettering(
        tuple(letters),
        int(row["turn"]),
        str(row["colour"]),
        str(row.get("font", "")),
        str(row.get("way", "")),
        tuple(row.get("lines") or ()),
        tuple(row.get("alphabets") or ()),
        place and Size(*(read_number(side, unit).grains for side in place)),
    )


def _story(row: dict[str, Any], unit: Unit) -> Story:

    def length(value: Any) -> Grains:
        return read_number(value, unit).grains

    def size(value: Any) -> Size | None:
        return value and Size(length(value[0]), length(value[1]))

    writer = row["hand"]
    return Story(
        text=str(row["text"]),
        way=JournalWay(row["way"]),
        where=str(row["where"]),
        script=str(row["script"]),
        colour=str(row["colour"]),
        lines=tuple(
            WrittenLine(str(text), Span(length(x), length(y), length(long), int(turn)), length(width))
            for text, x, y, long, turn, width in row["lines"]
        ),
        grounds=tuple(
            Ground(length(x), length(y), Size(length(wide), length(high)), bool(ruled))
            for x, y, wide, high, ruled in row["grounds"]
        ),
        left_over=str(row["left_over"]),
        block=row["block"],
        filled=size(row["filled"]),
        sheet=size(row["sheet"]),
        sides=int(row["sides"]),
        wished=int(row["wished"]),
        size=int(row["size"]),
        hand=writer and HandFacts(str(writer[0]), int(writer[1]), length(writer[2]), length(writer[3])),
    )


def _accent(row: dict[str, Any], unit: Unit) -> Accent:
    def length(value: Any) -> Grains:
        return read_number(value, unit).grains

    what = row["what"]
    embellishment = Embellishment(
        str(what["key"]),
        str(what["name"]),
        EmbellishmentKind(what["kind"]),
        Form(what["form"]),
        Size(length(what["size"][0]), length(what["size"][1])),
        tuple(read_colour(colour) for colour in what["colours"]),
        Facing(what["facing"]),
        length(what["thickness"]),
        what["count"],
        str(what["text"]),
    )
    return Accent(
        str(row["key"]), embellishment, length(row["x"]), length(row["y"]), int(row["turn"]), row["under"],
        str(row["group"]), bool(row["foam"]),
    )  # fmt: skip
