"""What a page is made of, as one JSON document: read, written, never changed in place.

The document holds its own copy of the sketch, of the print sizes and of the
paper letters, so that nothing done to a sketch later changes a page.
"""

import hashlib
import json
from dataclasses import dataclass, field, replace
from fractions import Fraction
from typing import Any, Self

from inkquilt.along import Laid
from inkquilt.balance.schools import BalanceSchool
from inkquilt.embellishments import Accent
from inkquilt.fit import bounds
from inkquilt.fit.request import (
    Die,
    Ends,
    FitRequest,
    PhotoTerm,
    Pin,
    Rung,
    School,
    Shield,
    Switches,
    Variant,
    Way,
)
from inkquilt.lengths import Grains, Unit, json_length, read_number
from inkquilt.page import Fold, Margins, Page, Side
from inkquilt.photos import Framing
from inkquilt.sketch import Block, Sketch
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.model import Shape, Size
from inkquilt.sketch.reading import read_sketch
from inkquilt.sketch.ties import AddedTie, TieKind
from inkquilt.sketch.writing import write_sketch
from server.pages.accents import read_accent, written_accent
from server.pages.cut_terms import CutTerms
from server.pages.journaling import Story
from server.pages.title_lettering import TitleLettering

VERSION = 1
#: What a pin may settle.
PINNED = ("x", "y", "width", "height")
_RUNGS = frozenset(rung.value for rung in Rung)


@dataclass(frozen=True, slots=True)
class SlotPhoto:
    """A photo in a slot, and how it lies there: see ``Framing``. ``turn`` is in hundredths of a degree.

    ``look_x`` and ``look_y`` are None until a person moved it: then what matters decides.
    ``locked`` keeps it in its slot when photos are matched to slots.
    """

    photo: int
    look_x: float | None = None
    look_y: float | None = None
    zoom: float = 1.0
    turn: int = 0
    locked: bool = False

    @property
    def framing(self) -> Framing:
        """How it lies, as the core knows it."""
        look_x, look_y = (None if look is None else Fraction(look) for look in (self.look_x, self.look_y))
        return Framing(look_x, look_y, Fraction(self.zoom), self.turn)


SLOT_FACTS = ("photo", "look_x", "look_y", "zoom", "turn", "locked")
#: What the ways to fit depend on.
TERMS = (
    "sketch", "page", "grid", "print_sizes", "left_out", "switches", "untied", "ties", "never_trim",
    "trim_freely", "leads", "dies", "insist", "photo_terms", "whole_photos", "shields",
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class AccentsHome:
    """Embellishments as a hand laid them, and the page they were laid on: from there they go along, however often
    the page is fitted anew."""

    accents: tuple[Accent, ...]
    laid: Laid


@dataclass(frozen=True, slots=True)
class PageDocument:
    """One state of a page. ``home`` is where its embellishments come from once the page was fitted anew.
    ``fit`` is the chosen fit as written by the core, or one without blocks.

    ``photo_terms`` is what the photos on it ask for, ``whole_photos`` the slots of those
    that are never trimmed: taken from the photos whenever the page is changed.
    """

    sketch: Sketch
    page: Page
    format: str | None
    binding: Side | None
    grid: Grains
    print_sizes: tuple[Size, ...]
    way: Way
    left_out: frozenset[str] = frozenset()
    photos: dict[str, SlotPhoto] = field(default_factory=dict)
    photo_terms: tuple[PhotoTerm, ...] = ()
    whole_photos: frozenset[str] = frozenset()
    shields: tuple[Shield, ...] = ()
    titles: dict[str, str] = field(default_factory=dict)
    lettering: dict[str, TitleLettering] = field(default_factory=dict)
    stories: dict[str, Story] = field(default_factory=dict)
    accents: tuple[Accent, ...] = ()
    home: AccentsHome | None = None
    school: str = BalanceSchool.TRIANGLE.value
    sheets: dict[str, Size] = field(default_factory=dict)
    cuts: CutTerms = field(default_factory=CutTerms)
    switches: Switches = field(default_factory=Switches)
    untied: frozenset[str] = frozenset()
    ties: tuple[AddedTie, ...] = ()
    never_trim: frozenset[str] = frozenset()
    trim_freely: frozenset[str] = frozenset()
    dies: tuple[Die, ...] = ()
    insist: frozenset[Rung] = frozenset()
    leads: str | None = None
    pins: tuple[Pin, ...] = ()
    fit: dict[str, Any] | None = None

    @property
    def unit(self) -> Unit:
        """The unit the page is measured in."""
        return self.page.unit

    @property
    def request(self) -> FitRequest:
        """What the core is asked for this page, whatever lies on it now."""
        return FitRequest(
            self.sketch.without(self.left_out),
            self.page,
            self.grid,
            self.print_sizes,
            never_trim=self.never_trim | self.whole_photos,
            trim_freely=self.trim_freely - self.whole_photos,
            dies=self.dies,
            insist=self.insist,
            leads=self.leads,
            untied=self.untied,
            ties=self.ties,
            switches=self.switches,
            photo_terms=self.photo_terms,
            shields=self.shields,
        )

    @property
    def put_back(self) -> tuple[Accent, ...]:
        """Embellishments that went back to the tray when the page was fitted anew."""
        here = {accent.key for accent in self.accents}
        return tuple(accent for accent in self.home.accents if accent.key not in here) if self.home else ()

    @property
    def laid(self) -> Laid:
        """The page as embellishments see it."""
        return Laid(self.blocks, Size(self.page.width, self.page.height))

    @property
    def refit_request(self) -> FitRequest:
        """What the core is asked for the page as it lies: to keep to the pins and change as little as possible."""
        request = self.request
        gone = {block.id for block in self.sketch.blocks} - {block.id for block in request.sketch.blocks}
        return replace(request, pins=self.pins, near=tuple(b for b in self.blocks if b.id not in gone))

    @property
    def terms(self) -> str:
        """A key for everything a fit depends on but the way."""
        terms = {name: self.written()[name] for name in TERMS}
        return hashlib.sha256(json.dumps(terms, sort_keys=True).encode()).hexdigest()

    @property
    def blocks(self) -> tuple[Block, ...]:
        """The fitted blocks in the page's unit, or none when nothing fits."""
        rows = self.fit["blocks"] if self.fit else []
        return read_blocks(rows, self.page) if rows else ()

    def with_page(self, page: Page, format_key: str | None, binding: Side | None) -> Self:
        """Return the document on another page; another unit brings its own grid and print sizes."""
        if page.unit is self.unit:
            return replace(self, page=page, format=format_key, binding=binding)
        return replace(
            self,
            page=page,
            format=format_key,
            binding=binding,
            grid=bounds.DEFAULT_GRID[page.unit],
            print_sizes=bounds.PRINT_SIZES[page.unit],
        )

    def written(self) -> dict[str, Any]:
        """Return the document as JSON data; lengths of the page in its unit."""
        unit = self.unit

        def size(value: Size) -> list[Any]:
            return [json_length(value.width, unit), json_length(value.height, unit)]

        def length(grains: Grains | None) -> Any:
            return None if grains is None else json_length(grains, unit)

        clear = self.page.clear
        return {
            "version": VERSION,
            "sketch": write_sketch(self.sketch),
            "page": {
                "format": self.format,
                "unit": unit.value,
                "width": json_length(self.page.width, unit),
                "height": json_length(self.page.height, unit),
                "clear": {side.value: json_length(getattr(clear, side.value), unit) for side in Side},
                "binding": self.binding and self.binding.value,
                "fold": self.page.fold
                and {
                    "at": json_length(self.page.fold.at, unit),
                    "gap": json_length(self.page.fold.gap, unit),
                },
            },
            "grid": json_length(self.grid, unit),
            "print_sizes": [size(value) for value in self.print_sizes],
            "left_out": sorted(self.left_out),
            "way": written_way(self.way),
            "switches": {
                "ends": self.switches.ends.value,
                "in_line": self.switches.in_line,
                "by_eye": self.switches.by_eye,
                "recount": self.switches.recount,
                "from_shop": self.switches.from_shop,
            },
            "untied": sorted(self.untied),
            "ties": [
                {"kind": tie.kind.value, "blocks": list(tie.blocks), "axis": tie.axis.value, "highs": list(tie.highs)}
                for tie in self.ties
            ],
            "never_trim": sorted(self.never_trim),
            "trim_freely": sorted(self.trim_freely),
            "dies": [{"shape": die.shape.value, "size": size(die.size)} for die in self.dies],
            "insist": sorted(rung.value for rung in self.insist),
            "leads": self.leads,
            "pins": [
                {"block": pin.block, **{name: length(getattr(pin, name)) for name in PINNED}} for pin in self.pins
            ],
            "photos": {
                slot: {name: getattr(placed, name) for name in SLOT_FACTS} for slot, placed in self.photos.items()
            },
            "photo_terms": [
                {
                    "block": term.block,
                    "least": term.least and size(term.least),
                    "print_size": term.print_size and size(term.print_size),
                    "proportions": term.proportions and list(term.proportions.as_integer_ratio()),
                }
                for term in self.photo_terms
            ],
            "whole_photos": sorted(self.whole_photos),
            "shields": [
                {
                    **{name: getattr(shield, name) for name in ("upper", "lower", "covered", "of", "turn", "mirrored")},
                    "axis": shield.axis.value,
                }
                for shield in self.shields
            ],
            "titles": dict(self.titles),
            "lettering": {block: set_.written(unit) for block, set_ in self.lettering.items()},
            "stories": {name: story.written(unit) for name, story in self.stories.items()},
            "accents": [written_accent(accent, unit) for accent in self.accents],
            "home": self.home and written_home(self.home, unit),
            "school": self.school,
            "sheets": {paper: size(value) for paper, value in self.sheets.items()},
            "cuts": self.cuts.written(unit),
            "fit": self.fit,
        }

    @classmethod
    def read(cls, data: dict[str, Any]) -> Self:
        """Read a document that was written before."""
        unit = Unit(data["page"]["unit"])

        def length(value: Any) -> Grains:
            return read_number(value, unit).grains

        def size(row: Any) -> Size:
            return Size(length(row[0]), length(row[1]))

        page, way = data["page"], data["way"]
        fold = Fold(*(length(page["fold"][name]) for name in ("at", "gap"))) if page.get("fold") else None
        clear = Margins(**{side.value: length(page["clear"][side.value]) for side in Side})
        return cls(
            sketch=read_sketch(data["sketch"]).sketch,
            page=Page(length(page["width"]), length(page["height"]), unit, clear, fold),
            format=page["format"],
            binding=Side(page["binding"]) if page["binding"] else None,
            grid=length(data["grid"]),
            print_sizes=tuple(size(row) for row in data["print_sizes"]),
            way=read_way(way),
            switches=read_switches(data.get("switches") or {}),
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
                Pin(row["block"], **{n: None if row[n] is None else length(row[n]) for n in PINNED})
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
            lettering={block: TitleLettering.read(row, unit) for block, row in (data.get("lettering") or {}).items()},
            stories={name: Story.read(row, unit) for name, row in (data.get("stories") or {}).items()},
            accents=tuple(read_accent(row, unit) for row in data.get("accents") or ()),
            home=read_home(data["home"]) if data.get("home") else None,
            school=str(data.get("school") or BalanceSchool.TRIANGLE.value),
            sheets={paper: size(row) for paper, row in data["sheets"].items()},
            cuts=CutTerms.read(data.get("cuts") or {}, unit),
            fit=data["fit"],
        )


def written_home(home: AccentsHome, unit: Unit) -> dict[str, Any]:
    """Return where embellishments come from as JSON data, in the unit of the page they were laid on."""
    page = home.laid.page
    sketch = Sketch("page", unit, page, home.laid.blocks)
    return {"page": write_sketch(sketch), "accents": [written_accent(accent, unit) for accent in home.accents]}


def read_home(data: dict[str, Any]) -> AccentsHome:
    """Read where embellishments come from."""
    sketch = read_sketch(data["page"]).sketch
    accents = tuple(read_accent(row, sketch.unit) for row in data["accents"])
    return AccentsHome(accents, Laid(sketch.blocks, sketch.page))


def written_way(way: Way) -> dict[str, Any]:
    """Return a way as JSON data."""
    return {
        "school": way.school.value,
        "variant": way.variant.value,
        "turn": way.turn,
        "mirrored": way.mirrored,
        "plan": way.plan,
    }


def read_way(data: dict[str, Any]) -> Way:
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


def read_switches(data: dict[str, Any]) -> Switches:
    """Read switches; what is not said is as drawn."""
    ends = Ends(data.get("ends") or Ends.AS_DRAWN.value)
    return Switches(ends, *(bool(data.get(name)) for name in ("in_line", "by_eye", "recount", "from_shop")))


def page_as_sketch(rows: list[dict[str, Any]], page: Page, name: str) -> dict[str, Any]:
    """Return a fitted page as sketch data: its blocks are complete sketch blocks in the page's unit."""
    unit = page.unit
    return {
        "kind": "ink-quilt/sketch",
        "version": 1,
        "name": name,
        "unit": unit.value,
        "page": {"width": json_length(page.width, unit), "height": json_length(page.height, unit)},
        "blocks": rows,
    }


def read_blocks(rows: list[dict[str, Any]], page: Page) -> tuple[Block, ...]:
    """Read fitted blocks."""
    return read_sketch(page_as_sketch(rows, page, "page")).sketch.blocks
