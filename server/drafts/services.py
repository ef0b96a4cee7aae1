"""Drafts of sketches: read from files, begun from nothing, put right by hand. Nothing here is kept.

A draft travels whole: the client holds it and sends it back with each change, and
keeps it on the shelf as a sketch when its owner says so.
"""

from collections.abc import Callable
from typing import Any, Final

from inkquilt.lengths import Grains, Unit
from inkquilt.page import Page
from inkquilt.sketch import Role, Shape
from inkquilt.sketch.basic import BasicType, all_basic
from inkquilt.sketch.draft import Draft
from inkquilt.sketch.measured import Measured, measured_sketch
from inkquilt.sketch.model import Size
from inkquilt.sketch.reading import read_sketch
from inkquilt.sketch.redraw import (
    added,
    layered,
    removed,
    scaled_to,
    stepped,
    straightened,
    with_place,
    with_role,
    with_shape,
)
from inkquilt.sketch.writing import write_sketch
from inkquilt_io.sketch_files import FromFile
from server.common.asked import asked_length, asked_turn, refuse
from server.solving.pool import solvers

KINDS: Final = ("role", "shape", "place", "step", "straighten", "remove", "add", "over", "under", "known-size")
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


def basic_drafts(page: Page, photos: int) -> list[tuple[BasicType, Draft]]:
    """Return every basic type for a page. Raises ``BadInput`` for a number of photos that is none."""
    size = Size(page.width, page.height)
    return [(kind, Draft(sketch, frozenset())) for kind, sketch in all_basic(size, page.unit, photos)]


def measured_draft(page: Page, name: str, rows: list[dict[str, Any]]) -> Draft:
    """Return the sketch that measured pieces make. Raises ``SketchFaults`` with every sum that is wrong."""
    if not rows:
        raise refuse("no-pieces", "Measure one piece at least.", "rows")
    pieces = [_measured(row, page.unit) for row in rows]
    sketch = measured_sketch(name or "Measured", page.unit, Size(page.width, page.height), pieces)
    return draft_of(write_sketch(sketch), [])


_MEASURES: Final = ("left", "width", "right", "top", "height", "bottom")


def _measured(row: dict[str, Any], unit: Unit) -> Measured:
    name = row["name"]
    typed = {m: asked_length(row, m, unit, f"{name}, {m}") for m in _MEASURES if str(row.get(m) or "").strip()}
    mat = asked_length(row, "mat", unit, f"{name}, mat") if row.get("mat", "").strip() else None
    turn = asked_turn(row, "tilt", f"{name}, tilt")
    return Measured(name, Role(row["role"]), Shape(row.get("shape") or "rect"), turn=turn, mat=mat or None, **typed)


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


#: Fields a change cannot do without; the rest need a block.
_NEEDS: Final = {"add": ("role",), "role": ("block", "role"), "shape": ("block", "shape")}
_CHANGE: Final[dict[str, Callable[[Draft, dict[str, Any]], Draft]]] = {
    "role": lambda draft, change: with_role(draft, change["block"], Role(change["role"])),
    "shape": lambda draft, change: with_shape(draft, change["block"], Shape(change["shape"])),
    "place": _place,
    "step": _step,
    "straighten": lambda draft, change: straightened(draft, change["block"]),
    "remove": lambda draft, change: removed(draft, change["block"]),
    "add": _add,
    "over": lambda draft, change: layered(draft, change["block"], up=True),
    "under": lambda draft, change: layered(draft, change["block"], up=False),
    "known-size": _known_size,
}
