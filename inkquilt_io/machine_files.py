"""Files for cutting machines in true units: SVG and DXF, cut lines and score lines on layers of their own."""

from __future__ import annotations

import io
from collections.abc import Iterator
from decimal import Decimal
from typing import Any, Final
from xml.sax.saxutils import quoteattr

from ezdxf import units
from ezdxf.filemanagement import new as new_drawing

from inkquilt.cutting.machine import LineKind, MachineMat, Ring
from inkquilt.lengths import Grains, Unit

_COLOURS: Final = {LineKind.CUT: "#a8392c", LineKind.SCORE: "#1d2a57"}
_DXF_COLOURS: Final = {LineKind.CUT: 1, LineKind.SCORE: 5}


def _number(grains: Grains, unit: Unit) -> str:
    """Return a length as a decimal that is exact to less than a grain."""
    value = (Decimal(grains) / unit.grains).quantize(Decimal("0.000001"))
    return f"{value.normalize():f}"


def mat_svg(mat: MachineMat, unit: Unit) -> bytes:
    """Return a mat as SVG: one user unit is one inch or millimetre, one group for each kind of line."""
    width, height = _number(mat.size.width, unit), _number(mat.size.height, unit)
    lines = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width}{unit.value}" height="{height}{unit.value}" '
        f'viewBox="0 0 {width} {height}" fill="none">'
    ]
    thin = _number(unit.grains // 100, unit)
    for kind, body in ((LineKind.CUT, _cuts(mat, unit)), (LineKind.SCORE, _folds(mat, unit))):
        lines.append(f'<g id="{kind.value}" stroke="{_COLOURS[kind]}" stroke-width="{thin}">')
        lines += body
        lines.append("</g>")
    lines.append("</svg>")
    return "\n".join(lines).encode()


def _cuts(mat: MachineMat, unit: Unit) -> Iterator[str]:
    for shape in mat.shapes:
        yield f"<g data-piece={quoteattr(shape.key)}>"
        yield from (_ring(ring, unit) for ring in shape.rings)
        yield "</g>"


def _ring(ring: Ring, unit: Unit) -> str:
    if ring.radius is not None:
        centre = ring.corners[0]
        return (
            f'<circle cx="{_number(centre.x, unit)}" cy="{_number(centre.y, unit)}" r="{_number(ring.radius, unit)}"/>'
        )
    points = " ".join(f"{_number(c.x, unit)},{_number(c.y, unit)}" for c in ring.corners)
    return f'<polygon points="{points}"/>'


def _folds(mat: MachineMat, unit: Unit) -> Iterator[str]:
    for shape in mat.shapes:
        for a, b in shape.folds:
            ends = zip(("x1", "y1", "x2", "y2"), (a.x, a.y, b.x, b.y), strict=True)
            yield "<line " + " ".join(f'{name}="{_number(at, unit)}"' for name, at in ends) + "/>"


def mat_dxf(mat: MachineMat, unit: Unit) -> bytes:
    """Return a mat as DXF R2010; y grows upward there, from the mat's lower left corner."""
    drawing: Any = new_drawing("R2010", units=units.IN if unit is Unit.IN else units.MM)
    for kind in LineKind:
        drawing.layers.add(kind.value.upper(), color=_DXF_COLOURS[kind])
    space = drawing.modelspace()

    def place(x: Grains, y: Grains) -> tuple[float, float]:
        return x / unit.grains, (mat.size.height - y) / unit.grains

    for shape in mat.shapes:
        for ring in shape.rings:
            layer = {"layer": LineKind.CUT.value.upper()}
            if ring.radius is not None:
                space.add_circle(place(*ring.corners[0]), ring.radius / unit.grains, dxfattribs=layer)
            else:
                space.add_lwpolyline([place(*c) for c in ring.corners], close=True, dxfattribs=layer)
        for a, b in shape.folds:
            space.add_line(place(*a), place(*b), dxfattribs={"layer": LineKind.SCORE.value.upper()})
    out = io.StringIO()
    drawing.write(out)
    return out.getvalue().encode()
