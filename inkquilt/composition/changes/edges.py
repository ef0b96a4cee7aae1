"""An embellishment cut in two, half of it hidden under something, or laid along an edge."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace

from shapely.geometry.base import BaseGeometry

from inkquilt.clusters.edges import halves_of, nearest_edge
from inkquilt.composition.asked import Name
from inkquilt.composition.changes.base import After, Change, Changed, Known, change
from inkquilt.composition.document import PageDocument
from inkquilt.embellishments import MOST_ACCENTS, Accent, free_key, on_step
from inkquilt.errors import refuse
from inkquilt.lengths import INCH
from inkquilt.moving import kept_on
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch.model import Role

#: The halves of a piece are laid so far apart that both can be taken up.
_APART = INCH // 8


@change("halve", After.STAYS)
class CutInTwo(Change):
    """Cut an embellishment in two, upright as it lies on its own, or ``level``; both halves stay on the page."""

    accent: Name
    level: bool = False

    def applied(self, document: PageDocument, known: Known) -> Changed:
        accent = _the_accent(document, self.accent)
        if len(document.accents) >= MOST_ACCENTS:
            raise refuse("too-many-pieces", f"A page takes up to {MOST_ACCENTS} embellishments.", "accent")
        turn, gap = math.radians(accent.turn / 100), _APART / 2
        laid = []
        for side, half in zip((-1, 1), halves_of(accent.what, level=self.level), strict=True):
            x, y = (half.x, half.y + side * gap) if self.level else (half.x + side * gap, half.y)
            across, down = x * math.cos(turn) - y * math.sin(turn), x * math.sin(turn) + y * math.cos(turn)
            key = accent.key if side < 0 else free_key(document.accents, "half")
            one = replace(accent, key=key, what=half.what).moved(round(accent.x + across), round(accent.y + down))
            laid.append(kept_on(one, document.page))
        accents = [one for old in document.accents for one in (laid if old.key == accent.key else [old])]
        return Changed(replace(document, accents=tuple(accents)), f"{accent.what.name} cut in two")


@change("tuck", After.STAYS)
class TuckHalf(Change):
    """Hide half of an embellishment under a piece of the page, at the edge that is nearest; or under none again."""

    accent: Name
    under: Name = ""
    out: bool = False

    def applied(self, document: PageDocument, known: Known) -> Changed:
        accent = _the_accent(document, self.accent)
        if self.out:
            return _put(document, replace(accent, under=None), f"{accent.what.name} on top again")
        edge = nearest_edge(_pieces(document, self.under), accent.x, accent.y)
        if edge is None:
            raise refuse("no-edge", "There is no piece to hide it under.", "under")
        name = next(block.name for block in document.blocks if block.id == edge.key)
        unit = document.unit
        tucked = replace(accent, under=edge.key, foam=False).moved(on_step(edge.x, unit), on_step(edge.y, unit))
        return _put(document, tucked, f"half of {accent.what.name} under {name}")


@change("along-edge", After.STAYS)
class LayAlong(Change):
    """Lay an embellishment along the nearest edge of a piece of the page, or of another embellishment (``of``)."""

    accent: Name
    of: Name = ""

    def applied(self, document: PageDocument, known: Known) -> Changed:
        accent = _the_accent(document, self.accent)
        others = [
            (one.key, one.outline)
            for one in document.accents
            if one.key != accent.key and not one.is_scattered and self.of in ("", one.key)
        ]
        half = max(accent.what.size.width, accent.what.size.height) / 2
        edge = nearest_edge([*_pieces(document, self.of), *others], accent.x, accent.y, half)
        if edge is None:
            raise refuse("no-edge", "There is no edge to lay it along.", "of")
        upright = accent.what.size.height > accent.what.size.width
        turn = round((edge.slope + (90 if upright else 0)) * 100) % 36_000
        unit = document.unit
        laid = replace(accent, turn=turn, under=None).moved(on_step(edge.x, unit), on_step(edge.y, unit))
        return _put(document, kept_on(laid, document.page), f"{accent.what.name} along an edge")


def _the_accent(document: PageDocument, key: str) -> Accent:
    accent = next((one for one in document.accents if one.key == key), None)
    if accent is None:
        raise refuse("unknown-piece", "That piece is not on the page any more.", "accent")
    return accent


def _pieces(document: PageDocument, name: str) -> Iterator[tuple[str, BaseGeometry]]:
    """Yield the outlines of pieces that have an edge on the page; a mat's is the photo's own edge outward."""
    for block in document.blocks:
        if block.role not in (Role.BASE, Role.CLUSTER, Role.TITLE) and name in ("", block.id):
            yield block.id, outline_on_page(block)


def _put(document: PageDocument, accent: Accent, done: str) -> Changed:
    accents = tuple(accent if one.key == accent.key else one for one in document.accents)
    return Changed(replace(document, accents=accents), done)
