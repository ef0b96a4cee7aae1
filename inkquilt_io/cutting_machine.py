"""A cutting machine that is not there: it reads a file as a real one would and says what it would do.

It knows its mat, its smallest detail and its speed. It reads SVG and DXF back with
libraries of their own, refuses what lies off the mat, warns of details too small and of
lines that would be cut twice, and gives the path and the time.
"""

from __future__ import annotations

import io
import math
from collections.abc import Iterator, Sequence
from typing import Any, Final

from ezdxf.filemanagement import read as read_drawing
from svgelements import SVG, Circle, Group, Path, Polygon, Shape, SimpleLine

from inkquilt.cutting.machine import MachineMat
from inkquilt.lengths import Unit, with_unit
from inkquilt_io.machine_files import mat_dxf, mat_svg
from inkquilt_io.machine_values import Machine, MachineRun, Stroke, UnreadableMachineFile

_ROUND: Final = 72
#: Two lines are the same when their ends agree to a hundredth of a unit.
_SAME: Final = 2


def tried(kind: str, mat: MachineMat, unit: Unit) -> MachineRun:
    """Write the file of a mat, "svg" or "dxf", and let a machine of the mat's size read it back and run it."""
    machine = Machine(mat.size)
    if kind == "dxf":
        return run_dxf(machine, mat_dxf(mat, unit), unit)
    return run_svg(machine, mat_svg(mat, unit), unit)


def run_svg(machine: Machine, content: bytes, unit: Unit) -> MachineRun:
    """Read an SVG and run it. Raises ``UnreadableMachineFile``."""
    return _run(machine, list(_svg_strokes(content)), unit)


def run_dxf(machine: Machine, content: bytes, unit: Unit) -> MachineRun:
    """Read a DXF and run it. Raises ``UnreadableMachineFile``."""
    return _run(machine, list(_dxf_strokes(content, machine.mat.height / unit.grains)), unit)


def _svg_strokes(content: bytes) -> Iterator[Stroke]:
    try:
        drawing = SVG.parse(io.BytesIO(content), ppi=1)
        view = drawing.viewbox
        scale = float(view.width) / float(drawing.width)
    except Exception as error:  # whatever the library stumbles on, the file cannot be read
        raise UnreadableMachineFile("This SVG cannot be read.") from error
    for group in drawing:
        if not isinstance(group, Group) or group.id not in ("cut", "score"):
            continue
        for element in group.select(lambda e: isinstance(e, Shape)):
            yield Stroke(str(group.id), tuple(_svg_places(element, scale)))


def _svg_places(element: Any, scale: float) -> Iterator[tuple[float, float]]:
    if isinstance(element, Circle):
        yield from _circle(element.cx * scale, element.cy * scale, element.rx * scale)
    elif isinstance(element, Polygon):
        points = [(p.x * scale, p.y * scale) for p in element.points]
        yield from [*points, points[0]]
    elif isinstance(element, SimpleLine):
        yield element.x1 * scale, element.y1 * scale
        yield element.x2 * scale, element.y2 * scale
    else:
        yield from ((p.x * scale, p.y * scale) for p in Path(element).as_points())


def _circle(x: float, y: float, radius: float) -> Iterator[tuple[float, float]]:
    for step in range(_ROUND + 1):
        angle = 2 * math.pi * step / _ROUND
        yield x + radius * math.cos(angle), y + radius * math.sin(angle)


def _dxf_strokes(content: bytes, height: float) -> Iterator[Stroke]:
    try:
        space: Any = read_drawing(io.StringIO(content.decode())).modelspace()
    except Exception as error:  # whatever the library stumbles on, the file cannot be read
        raise UnreadableMachineFile("This DXF cannot be read.") from error
    for entity in space:
        layer = entity.dxf.layer.lower()
        kind = entity.dxftype()
        if kind == "CIRCLE":
            centre = entity.dxf.center
            yield Stroke(layer, tuple(_circle(centre.x, height - centre.y, entity.dxf.radius)))
        elif kind == "LWPOLYLINE":
            points = [(x, height - y) for x, y in entity.get_points("xy")]
            yield Stroke(layer, (*points, points[0]) if entity.closed else tuple(points))
        elif kind == "LINE":
            a, b = entity.dxf.start, entity.dxf.end
            yield Stroke(layer, ((a.x, height - a.y), (b.x, height - b.y)))


def _run(machine: Machine, strokes: Sequence[Stroke], unit: Unit) -> MachineRun:
    wide, high = machine.mat.width / unit.grains, machine.mat.height / unit.grains
    hair = 10**-_SAME
    faults, warnings = [], []
    if not strokes:
        faults.append("There is nothing to cut in this file.")
    if any(not (-hair <= x <= wide + hair and -hair <= y <= high + hair) for s in strokes for x, y in s.places):
        faults.append(
            f"Some of it lies off the mat of {with_unit(machine.mat.width, unit)} × "
            f"{with_unit(machine.mat.height, unit)}."
        )
    smallest = machine.smallest / unit.grains
    small = sum(1 for stroke in strokes if _extent(stroke) < smallest)
    if small:
        limit = with_unit(machine.smallest, unit)
        warnings.append(f"{small} {'detail is' if small == 1 else 'details are'} under {limit}: it may tear.")
    doubled = _doubled(strokes)
    if doubled:
        warnings.append(f"{doubled} {'line is' if doubled == 1 else 'lines are'} cut twice.")
    length = sum(math.dist(a, b) for s in strokes for a, b in zip(s.places, s.places[1:], strict=False))
    lifted, at = 0.0, (0.0, 0.0)
    for stroke in strokes:
        lifted += math.dist(at, stroke.places[0])
        at = stroke.places[-1]
    seconds = (length * unit.grains / machine.cutting) + (lifted * unit.grains / machine.lifted)
    return MachineRun(tuple(strokes), tuple(faults), tuple(warnings), seconds, length)


def _extent(stroke: Stroke) -> float:
    across = [x for x, _ in stroke.places]
    down = [y for _, y in stroke.places]
    return max(max(across) - min(across), max(down) - min(down))


def _doubled(strokes: Sequence[Stroke]) -> int:
    seen: set[tuple[tuple[float, float], ...]] = set()
    twice = 0
    for stroke in strokes:
        for a, b in zip(stroke.places, stroke.places[1:], strict=False):
            ends = sorted((round(x, _SAME), round(y, _SAME)) for x, y in (a, b))
            key = tuple(ends)
            if ends[0] != ends[1]:
                twice += key in seen
                seen.add(key)
    return twice
