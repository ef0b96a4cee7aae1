"""The best plan of all guillotine packers of the rectpack package, as something to be measured against.

Some of its plans cannot be taken apart by edge-to-edge cuts; those do not count.
It turns all pieces or none.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import product

import rectpack

from inkquilt.cutting.guillotine import Wanted
from inkquilt.cutting.guillotine.parts import NotSeparable, largest_part
from inkquilt.cutting.guillotine.values import Placed, SheetLayout, Stock
from inkquilt.sketch.model import Size

ALGORITHMS = [
    getattr(rectpack, f"Guillotine{fit}{split}")
    for fit, split in product(("Baf", "Bssf", "Blsf"), ("Sas", "Las", "Slas", "Llas", "Maxas", "Minas"))
]
ORDERS = [
    rectpack.SORT_AREA, rectpack.SORT_PERI, rectpack.SORT_DIFF, rectpack.SORT_SSIDE, rectpack.SORT_LSIDE,
    rectpack.SORT_RATIO, rectpack.SORT_NONE,
]  # fmt: skip
BINS = [
    rectpack.PackingBin.BNF, rectpack.PackingBin.BFF, rectpack.PackingBin.BBF, rectpack.PackingBin.Global
]  # fmt: skip


@dataclass(frozen=True)
class KnownBest:
    """The fewest sheets, and the largest part that can be cut free on so many."""

    sheets: int
    leftover: int


def known_best(pieces: Sequence[Wanted], sheet: Stock) -> KnownBest | None:
    """Return the best that can be cut, or None when nothing can."""
    may_turn = all(piece.may_turn for piece in pieces)
    best: KnownBest | None = None
    for layouts in _all(pieces, sheet, may_turn):
        if best is not None and len(layouts) > best.sheets:
            continue
        try:
            leftover = max(largest_part(layout) for layout in layouts)
        except NotSeparable:
            continue
        if best is None or (len(layouts), -leftover) < (best.sheets, -best.leftover):
            best = KnownBest(len(layouts), leftover)
    return best


def _all(pieces: Sequence[Wanted], sheet: Stock, may_turn: bool) -> Iterator[list[SheetLayout]]:
    for algorithm, order, bins in product(ALGORITHMS, ORDERS, BINS):
        packer = rectpack.newPacker(
            mode=rectpack.PackingMode.Offline, pack_algo=algorithm, sort_algo=order, bin_algo=bins, rotation=may_turn
        )
        for piece in pieces:
            packer.add_rect(piece.size.width, piece.size.height, rid=piece.key)
        packer.add_bin(sheet.size.width, sheet.size.height, count=len(pieces))
        packer.pack()
        layouts = [
            SheetLayout(sheet, tuple(Placed(r.rid, r.x, r.y, Size(r.width, r.height)) for r in one)) for one in packer
        ]
        if sum(len(layout.placed) for layout in layouts) == len(pieces):
            yield layouts
