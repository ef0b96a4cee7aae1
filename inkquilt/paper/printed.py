"""Where the frames and lines printed on a paper come to lie on the page.

Known for a piece that is cut from one place of its sheet, and for one as large as the sheet; a piece that
lies across its paper or is tilted, and a frame that is cut through, are left out. Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from inkquilt.lengths import Grains
from inkquilt.paper.kinds import PatternRun, SideName
from inkquilt.paper.openings import Inset
from inkquilt.paper.regions import Motif, MotifUse, SheetRegion
from inkquilt.sketch.model import Block, Shape, Size


@dataclass(frozen=True, slots=True)
class PrintedPlace:
    """A printed frame, or printed lines ``pitch`` apart, on the page: its box from the page's corner."""

    name: str
    block: str
    place: Inset
    pitch: Grains = 0


def printed_on(
    block: Block,
    motifs: Iterable[Motif],
    side: SideName,
    sheet: Size,
    region: SheetRegion | None,
    lie: PatternRun = PatternRun.UP,
) -> Iterator[PrintedPlace]:
    """Yield what is printed to write on where a piece shows one side of its paper.

    ``sheet`` is the whole sheet, ``region`` the place of it that the piece is cut from, if that is settled, and
    ``lie`` how the piece lies on its paper.
    """
    cut = region.on(sheet, block.size) if region else Inset(0, 0, sheet) if block.size == sheet else None
    if cut is None or lie is not PatternRun.UP or block.turn or block.shape is not Shape.RECT:
        return
    for motif in motifs:
        if motif.side is not side or motif.use in (MotifUse.PICTURE, MotifUse.STRIP):
            continue
        left, top = max(motif.place.x, cut.x), max(motif.place.y, cut.y)
        right, bottom = min(motif.place.right, cut.right), min(motif.place.bottom, cut.bottom)
        if motif.use is MotifUse.LINES:  # the lines that are left begin where whole ones do
            top = motif.place.y + -(-(top - motif.place.y) // motif.pitch) * motif.pitch
        place = Inset(block.x + left - cut.x, block.y + top - cut.y, Size(right - left, bottom - top))
        whole = place.size == motif.place.size
        if whole or (motif.use is MotifUse.LINES and place.size.width > 0 and place.size.height >= motif.pitch):
            yield PrintedPlace(motif.name, block.id, place, motif.pitch)
