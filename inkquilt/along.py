"""Embellishments on a page that is fitted anew: they go along with what they were laid for.

A cluster follows the nearest corner of the nearest photo, title, words or tag. Pieces exist at the
size they are: where a cluster would now hide more than it did, it steps aside a little, then leaves
pieces out (sprigs, dots and words before its base), and what finds no place at all goes back to the
tray. Nothing is pushed against an edge. Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import product
from typing import Final

from shapely import affinity
from shapely.geometry import Point
from shapely.geometry import box as rectangle
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from inkquilt.embellishments import Accent, EmbellishmentKind
from inkquilt.lengths import INCH, Grains
from inkquilt.moving import middle_of
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch.model import Block, Role, Size

#: What embellishments go along with.
_HOLDS: Final = frozenset({Role.PHOTO, Role.TITLE, Role.JOURNALING, Role.TAG, Role.CLUSTER})
#: Of these no more is hidden than before, but for this part of their area.
MORE_HIDDEN: Final = {Role.PHOTO: 0.05, Role.TITLE: 0.02, Role.JOURNALING: 0.02}
#: Two clusters lie over each other by no more than this part of the smaller one than before.
MORE_PILED: Final = 0.1
#: A scattered piece lies with so much more of itself on a photo or on words.
SCATTERED_OVER: Final = 0.25
#: A piece may stick out by this part of itself; more than it did is no place for it.
STICKS_OUT: Final = 0.02
#: A cluster steps aside by these, across and down.
_STEPS: Final = tuple(sorted(product((-4, -2, -1, 0, 1, 2, 4), repeat=2), key=lambda step: abs(step[0]) + abs(step[1])))
_STEP: Final[Grains] = INCH // 4
_LEAST: Final = 1e-9


@dataclass(frozen=True, slots=True)
class CarriedAlong:
    """The pieces as they lie now, and those that went back to the tray."""

    laid: tuple[Accent, ...]
    put_back: tuple[Accent, ...]


@dataclass(frozen=True, slots=True)
class LaidPage:
    """A page as embellishments see it: its blocks and its size."""

    blocks: tuple[Block, ...]
    page: Size


def going_along(accents: Sequence[Accent], before: LaidPage, after: LaidPage) -> CarriedAlong:
    """Return pieces that were laid on one page as they lie on another."""
    moving = _Moving(before, after)
    found = [one for members in _groups(accents) for one in moving.group(members)]
    now = {one.key: one for one in found}
    return CarriedAlong(
        tuple(now[one.key] for one in accents if one.key in now),
        tuple(one for one in accents if one.key not in now),
    )


def _groups(accents: Iterable[Accent]) -> list[list[Accent]]:
    groups: dict[str, list[Accent]] = {}
    for accent in accents:
        groups.setdefault(accent.group or accent.key, []).append(accent)
    return list(groups.values())


class _Moving:
    """Moves one group after the other; those laid already are in the way of the next."""

    def __init__(self, before: LaidPage, after: LaidPage) -> None:
        self.before, self.after = before, after
        self.now = {block.id: block for block in after.blocks}
        self.held = [block for block in before.blocks if block.role in _HOLDS and block.id in self.now]
        self.sheet = rectangle(0, 0, after.page.width, after.page.height)
        self.old_sheet = rectangle(0, 0, before.page.width, before.page.height)
        self.were: list[BaseGeometry] = []
        self.are: list[BaseGeometry] = []

    def group(self, members: list[Accent]) -> Iterator[Accent]:
        """Yield what of a group lies on the page now."""
        members = [replace(one, under=one.under if one.under in self.now else None) for one in members]
        if members[0].is_scattered:
            yield from self._scattered(members)
            return
        dx, dy = self._shift(members)
        were = _outline(members)
        hid = _outline([one for one in members if one.under is None])
        for fewer in _fewer(members):
            moved = [one.moved(one.x + dx, one.y + dy) for one in fewer]
            step = self._place(moved, were, hid)
            if step is not None:
                found = [one.moved(one.x + step[0], one.y + step[1]) for one in moved]
                self.were.append(were)
                self.are.append(_outline(found))
                yield from found
                return

    def _scattered(self, members: list[Accent]) -> Iterator[Accent]:
        """Scattered pieces keep their part of the page; those that would come to lie on a photo go."""
        across = self.after.page.width / self.before.page.width
        down = self.after.page.height / self.before.page.height
        for one in members:
            moved = one.moved(round(one.x * across), round(one.y * down))
            if all(
                _piled(moved.outline, outline_on_page(self.now[block.id]))
                <= _piled(one.outline, outline_on_page(block)) + SCATTERED_OVER
                for block in self.held
                if block.role in MORE_HIDDEN
            ):
                yield moved

    def _shift(self, members: Sequence[Accent]) -> tuple[Grains, Grains]:
        """Return how far the nearest corner of the nearest block moved."""
        if not self.held:
            return 0, 0
        x, y = middle_of(members)
        spot = Point(x, y)
        block = min(self.held, key=lambda one: outline_on_page(one).distance(spot))
        after = self.now[block.id]
        right, low = x > block.x + block.width / 2, y > block.y + block.height / 2
        return (
            after.x - block.x + (after.width - block.width if right else 0),
            after.y - block.y + (after.height - block.height if low else 0),
        )

    def _place(self, moved: list[Accent], were: BaseGeometry, hid: BaseGeometry) -> tuple[Grains, Grains] | None:
        """Return the smallest step aside where a group hides no more than it did and lies on the page, or None."""
        outline, hides = _outline(moved), _outline([one for one in moved if one.under is None])
        back = self._back_on_page(moved, were)
        for across, down in _STEPS:
            step = back[0] + across * _STEP, back[1] + down * _STEP
            there, over = affinity.translate(outline, *step), affinity.translate(hides, *step)
            if self._on_page(there, were) and all(excess <= 0 for excess in self._excess(there, over, were, hid)):
                return step
        return None

    def _back_on_page(self, moved: list[Accent], were: BaseGeometry) -> tuple[Grains, Grains]:
        """Return how far the whole group has to move to lie on the page as it did."""
        if were.difference(self.old_sheet).area > STICKS_OUT * were.area:
            return 0, 0  # it ran off the page before
        left, top, right, bottom = _outline(moved).bounds
        page = self.after.page
        return (
            max(0, round(-left)) - max(0, round(right - page.width)),
            max(0, round(-top)) - max(0, round(bottom - page.height)),
        )

    def _on_page(self, there: BaseGeometry, were: BaseGeometry) -> bool:
        out = there.difference(self.sheet).area / max(there.area, _LEAST)
        was = were.difference(self.old_sheet).area / max(were.area, _LEAST)
        return bool(out <= was + STICKS_OUT)

    def _excess(
        self, there: BaseGeometry, over: BaseGeometry, were: BaseGeometry, hid: BaseGeometry
    ) -> Iterator[float]:  # fmt: skip
        """Yield by how much a group hides more and lies more on other groups than it may."""
        yield from self._hidden(over, hid)
        for before, now in zip(self.were, self.are, strict=True):
            yield _piled(there, now) - _piled(were, before) - MORE_PILED

    def _hidden(self, there: BaseGeometry, were: BaseGeometry) -> Iterator[float]:
        """Yield by how much more of each photo, title and story is hidden than may be."""
        for block in self.held:
            if block.role in MORE_HIDDEN:
                before, now = outline_on_page(block), outline_on_page(self.now[block.id])
                hidden = now.intersection(there).area / max(now.area, _LEAST)
                yield hidden - before.intersection(were).area / max(before.area, _LEAST) - MORE_HIDDEN[block.role]


def _outline(members: Sequence[Accent]) -> BaseGeometry:
    return unary_union([one.outline for one in members])


def _piled(one: BaseGeometry, other: BaseGeometry) -> float:
    return float(one.intersection(other).area / max(min(one.area, other.area), _LEAST))


def _fewer(members: list[Accent]) -> Iterator[list[Accent]]:
    """Yield a group whole, then with fewer and fewer pieces: its base and main piece go last."""
    yield members
    kinds: Mapping[EmbellishmentKind, int] = {
        EmbellishmentKind.SPRIG: 0, EmbellishmentKind.DOT: 1, EmbellishmentKind.WORD: 2, EmbellishmentKind.CORNER: 3,
        EmbellishmentKind.BASE: 4,
    }  # fmt: skip
    for least in sorted({kinds.get(one.what.kind, 9) for one in members}):
        fewer = [one for one in members if kinds.get(one.what.kind, 9) > least]
        if fewer:
            yield fewer
    dots = [one for one in members if one.what.kind is EmbellishmentKind.DOT]
    if len(dots) < len(members):
        yield from ([dot] for dot in dots[:1])
