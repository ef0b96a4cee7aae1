"""What is asked of single pieces, as JSON data in a page's document. Lengths are in the page's unit."""

from typing import Any

from inkquilt.cutting.pieces import Slant
from inkquilt.cutting.terms import PieceTerms, WindowTerm
from inkquilt.lengths import Grains, Unit, json_length, read_number
from inkquilt.paper.openings import Distances
from inkquilt.paper.regions import Along, Hold, Region
from inkquilt.paper.repeats import Margins, Repeat
from inkquilt.paper.tools import ShapingTool, ToolUse
from inkquilt.sketch.model import End, Size


def written_terms(terms: PieceTerms, unit: Unit) -> dict[str, Any]:
    """Return them as JSON data; what is not asked is left out."""
    found: dict[str, Any] = {}
    if terms.windows:
        found["windows"] = [_written_window(window, unit) for window in terms.windows]
    if terms.repeat is not None:
        found["repeat"] = _written_repeat(terms.repeat, unit)
    if terms.region is not None:
        found["region"] = [
            [along.hold.value, json_length(along.at, unit)] for along in (terms.region.across, terms.region.down)
        ]
    if terms.slant is not None:
        found["slant"] = terms.slant.value
    if terms.tool is not None:
        found["tool"] = _written_tool(terms.tool, unit)
    if terms.folded is not None:
        found["folded"] = terms.folded.value
    return found


def read_terms(data: dict[str, Any], unit: Unit) -> PieceTerms:
    """Read them."""
    return PieceTerms(
        windows=tuple(_read_window(row, unit) for row in data.get("windows") or ()),
        repeat=_read_repeat(data["repeat"], unit) if data.get("repeat") else None,
        region=Region(*(Along(Hold(hold), _grains(at, unit)) for hold, at in data["region"]))
        if data.get("region")
        else None,
        slant=Slant(data["slant"]) if data.get("slant") else None,
        tool=_read_tool(data["tool"], unit) if data.get("tool") else None,
        folded=End(data["folded"]) if data.get("folded") else None,
    )


def _grains(value: Any, unit: Unit) -> Grains:
    return read_number(value, unit).grains


def _written_window(window: WindowTerm, unit: Unit) -> dict[str, Any]:
    away = window.away
    return {
        "away": [json_length(side, unit) for side in (away.left, away.top, away.right, away.bottom)],
        "backing": window.backing,
        "mirrored": window.mirrored,
    }


def _read_window(row: dict[str, Any], unit: Unit) -> WindowTerm:
    away = Distances(*(_grains(side, unit) for side in row["away"]))
    return WindowTerm(away, row["backing"], bool(row["mirrored"]))


def _written_repeat(repeat: Repeat, unit: Unit) -> dict[str, Any]:
    return {
        "count": repeat.count,
        "width": None if repeat.width is None else json_length(repeat.width, unit),
        "margins": repeat.margins.value,
        "tuck": json_length(repeat.tuck, unit),
        "heights": [json_length(height, unit) for height in repeat.heights],
        "papers": list(repeat.papers),
        "flags": repeat.flags,
    }


def _read_repeat(row: dict[str, Any], unit: Unit) -> Repeat:
    return Repeat(
        int(row["count"]),
        None if row["width"] is None else _grains(row["width"], unit),
        Margins(row["margins"]),
        _grains(row["tuck"], unit),
        tuple(_grains(height, unit) for height in row["heights"]),
        tuple(row["papers"]),
        bool(row["flags"]),
    )


def _written_tool(use: ToolUse, unit: Unit) -> dict[str, Any]:
    tool = use.tool
    return {
        "name": tool.name,
        "smallest": json_length(tool.smallest, unit),
        "widest": None if tool.widest is None else json_length(tool.widest, unit),
        "blank": tool.blank and [json_length(tool.blank.width, unit), json_length(tool.blank.height, unit)],
        "depth": json_length(tool.depth, unit),
        "edges": use.edges,
    }


def _read_tool(row: dict[str, Any], unit: Unit) -> ToolUse:
    tool = ShapingTool(
        row["name"],
        _grains(row["smallest"], unit),
        None if row["widest"] is None else _grains(row["widest"], unit),
        Size(*(_grains(side, unit) for side in row["blank"])) if row["blank"] else None,
        _grains(row["depth"], unit),
    )
    return ToolUse(tool, int(row["edges"]))
