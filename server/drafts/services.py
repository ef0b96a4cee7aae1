"""Drafts of sketches: read from files, begun from nothing, put right by hand. Nothing here is kept.

A draft travels whole: the client holds it and sends it back with each change, and
keeps it on the shelf as a sketch when its owner says so.
"""

from collections.abc import Callable
from dataclasses import replace
from typing import Any, Final

from inkquilt.fit import bounds
from inkquilt.lengths import Grains, Unit
from inkquilt.page import Page
from inkquilt.paper.openings import Inset
from inkquilt.sketch import Role, Shape
from inkquilt.sketch import Sketch as CoreSketch
from inkquilt.sketch.basic import BasicType, all_basic, basic_sketch
from inkquilt.sketch.building import Beside
from inkquilt.sketch.draft import Draft
from inkquilt.sketch.geometry import Box, Ends
from inkquilt.sketch.measured import FromMeasures, from_measures
from inkquilt.sketch.model import Size
from inkquilt.sketch.photo_list import read_photo_list
from inkquilt.sketch.reading import read_sketch
from inkquilt.sketch.redraw import (
    added,
    layered,
    removed,
    scaled_to,
    stepped,
    straightened,
    with_paper,
    with_place,
    with_role,
    with_shape,
)
from inkquilt.sketch.ruler_rows import TypedRow, read_rows
from inkquilt.sketch.sweeping import swept_away, swept_together, with_traced
from inkquilt_io.picture.values import Traced
from inkquilt_io.sketch_file_values import FromFile
from server.common.asked import asked_length, refuse
from server.solving.pool import solvers

KINDS: Final = (
    "role", "shape", "paper", "place", "step", "straighten", "remove", "add", "over", "under", "known-size",
    "sweep-together", "sweep-away",
)  # fmt: skip
KIND_CHOICES: Final = [(kind, kind) for kind in KINDS]


def read_file(content: bytes, name: str, page: Page | None) -> list[FromFile]:
    """Return the sketches in a file, read in a process of its own: it may be large, and it comes from anywhere."""
    size = Size(page.width, page.height) if page else None
    found: list[FromFile] = solvers().run("sketches_in", content, name, size, page.unit if page else Unit.IN)
    return found


def draft_of(data: object, guessed: list[str]) -> Draft:
    """Return a draft as the client sent it back. Raises ``SketchFaults``."""
    sketch = read_sketch(data).sketch
    return Draft(sketch, frozenset(guessed) & {block.id for block in sketch.blocks})


def basic_drafts(page: Page, photos: int, sizes: str = "") -> list[tuple[BasicType, Draft]]:
    """Return every basic type for a page, for so many photos or for ones of these sizes as they are said.

    Raises ``BadInput`` for a number of photos that is none, and for what is no list of sizes.
    """
    size, asked = Size(page.width, page.height), read_photo_list(sizes, page.unit) if sizes.strip() else photos
    found = all_basic(size, page.unit, asked, bounds.PRINT_SIZES[page.unit])
    return [(kind, Draft(sketch, frozenset())) for kind, sketch in found]


def basic_on(page: Page, kind: BasicType, photos: int) -> CoreSketch:
    """Return one basic type drawn for a page and so many photos. Raises ``BadInput`` for a number that is none."""
    return basic_sketch(kind, Size(page.width, page.height), page.unit, photos, bounds.PRINT_SIZES[page.unit])


def measured_draft(page: Page, name: str, rows: list[dict[str, Any]]) -> FromMeasures:
    """Return what can be drawn of rows of measures as they are typed, and what is wrong with the others."""
    kinds: dict[str, Callable[[str], Any]] = {"role": Role, "shape": Shape, "way": Beside}
    typed = [
        TypedRow(**{key: kinds[key](value) if key in kinds else value for key, value in row.items()}) for row in rows
    ]
    read = read_rows(typed, page.unit)
    found = from_measures(name, page.unit, Size(page.width, page.height), read.rows)
    return replace(found, faults=tuple(sorted((*read.faults, *found.faults), key=lambda fault: fault.row)))


# -- changes ---------------------------------------------------------------------------


def redrawn(draft: Draft, change: dict[str, Any]) -> Draft:
    """Return the draft after one change. Raises ``BadInput`` that says what was wrong; then nothing changed."""
    missing = [name for name in _NEEDS.get(change["kind"], ("block",)) if not change.get(name)]
    if missing:
        raise refuse("incomplete", f"Which {missing[0]} is meant?", missing[0])
    return _CHANGE[change["kind"]](draft, change)


def _typed(draft: Draft, change: dict[str, Any], name: str) -> Grains | None:
    if not str(change.get(name) or "").strip():
        return None
    return asked_length(change, name, draft.sketch.unit, name.capitalize())


def _place(draft: Draft, change: dict[str, Any]) -> Draft:
    typed = {name: _typed(draft, change, name) for name in ("left", "top", "width", "height")}
    return with_place(draft, change["block"], **typed)


def _step(draft: Draft, change: dict[str, Any]) -> Draft:
    steps = {name: change.get(name, 0) for name in ("across", "down", "wider", "higher")}
    return stepped(draft, change["block"], **steps)


def _add(draft: Draft, change: dict[str, Any]) -> Draft:
    typed = {name: _typed(draft, change, name) for name in ("left", "top", "width", "height")}
    page = draft.sketch.page
    width, height = typed["width"] or page.width // 4, typed["height"] or page.height // 4
    return added(draft, Role(change["role"]), typed["left"] or 0, typed["top"] or 0, Size(width, height))


def _known_size(draft: Draft, change: dict[str, Any]) -> Draft:
    return scaled_to(draft, change["block"], _typed(draft, change, "width"), _typed(draft, change, "height"))


def stroke_of(draft: Draft, change: dict[str, Any]) -> Box:
    """Return the box of a stroke as it was asked. Raises ``BadInput`` for one without size."""
    left, top, width, height = (_typed(draft, change, name) or 0 for name in ("left", "top", "width", "height"))
    if width <= 0 or height <= 0:
        raise refuse("no-stroke", "A stroke goes from one corner of a piece to the opposite one.", "width")
    return Box(Ends(left, left + width), Ends(top, top + height))


def traced(*, picture: bytes, draft: Draft, role: Role, stroke: Box) -> Draft:
    """Return a draft with what a stroke over its picture goes round; of a photo with its mat. Raises ``CoreError``."""
    drawn = Inset(stroke.x.low, stroke.y.low, Size(stroke.x.length, stroke.y.length))
    found: Traced = solvers().run("trace_piece", picture, draft.sketch.page, drawn, role is Role.PHOTO)
    return with_traced(draft, role, _box_of(found.piece), _box_of(found.mat) if found.mat else None)


def _box_of(place: Inset) -> Box:
    return Box(Ends(place.x, place.right), Ends(place.y, place.bottom))


#: Fields a change cannot do without; the rest need a block.
_NEEDS: Final = {
    "add": ("role",),
    "sweep-together": ("width", "height"),
    "sweep-away": ("width", "height"),
    "role": ("block", "role"),
    "shape": ("block", "shape"),
}
_CHANGE: Final[dict[str, Callable[[Draft, dict[str, Any]], Draft]]] = {
    "role": lambda draft, change: with_role(draft, change["block"], Role(change["role"])),
    "shape": lambda draft, change: with_shape(draft, change["block"], Shape(change["shape"])),
    "paper": lambda draft, change: with_paper(draft, change["block"], change.get("paper", "").strip()),
    "place": _place,
    "step": _step,
    "straighten": lambda draft, change: straightened(draft, change["block"]),
    "remove": lambda draft, change: removed(draft, change["block"]),
    "add": _add,
    "over": lambda draft, change: layered(draft, change["block"], up=True),
    "under": lambda draft, change: layered(draft, change["block"], up=False),
    "known-size": _known_size,
    "sweep-together": lambda draft, change: swept_together(draft, stroke_of(draft, change)),
    "sweep-away": lambda draft, change: swept_away(draft, stroke_of(draft, change)),
}
