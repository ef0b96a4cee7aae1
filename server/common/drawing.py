"""What a board is told of blocks: places as numbers to draw by, and the texts to read.

The client draws and never reckons: every number it shows stands in ``texts``.
"""

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, field
from typing import Any, Final, NamedTuple

from rest_framework import serializers
from shapely.geometry.base import BaseGeometry

from inkquilt.cutting.pieces import CutWishes
from inkquilt.cutting.terms import cells_seen, windows_seen
from inkquilt.lengths import Grains, Unit, format_nearest
from inkquilt.page import Fold
from inkquilt.paper import paper_of, pieces_of
from inkquilt.paper.kinds import PaperKind, PatternRun
from inkquilt.paper.openings import Inset
from inkquilt.sketch import Block, Shape
from inkquilt.sketch.geometry import box, drawn_outline, opening_outlines
from inkquilt.sketch.model import CUT_FROM_PAPER, Size
from inkquilt.sketch.naming import placed_name
from inkquilt.sketch.relations import stack_roots
from inkquilt_io.look import tints_of
from server.common import fields


class TextsSerializer(serializers.Serializer):
    """A block's measures in fractions (or mm): size, and distances from the four page edges."""

    width = serializers.CharField()
    height = serializers.CharField()
    left = serializers.CharField()
    top = serializers.CharField()
    right = serializers.CharField()
    bottom = serializers.CharField()


class LookPictureSerializer(serializers.Serializer):
    """A picture of a paper, and how much of the paper it shows, in the page's unit."""

    address = serializers.CharField()
    wide = serializers.FloatField()
    high = serializers.FloatField()


class LookSerializer(serializers.Serializer):
    """How a chosen paper looks; ``lie`` says which way its pattern runs on the piece, if it has a way."""

    colour = serializers.CharField()
    kind = serializers.ChoiceField([(kind.value, kind.value) for kind in PaperKind])
    lie = serializers.ChoiceField([(lie.value, lie.value) for lie in PatternRun], allow_null=True)
    picture = LookPictureSerializer(allow_null=True)


class BoxSerializer(serializers.Serializer):
    """A rectangle to draw, in the page's unit."""

    x = serializers.FloatField()
    y = serializers.FloatField()
    width = serializers.FloatField()
    height = serializers.FloatField()


class WindowSeenSerializer(BoxSerializer):
    """A window in a block, from the block's own corner; ``look`` and ``tint`` are those of the paper behind it."""

    backed = serializers.BooleanField()
    tint = serializers.IntegerField(allow_null=True)
    look = LookSerializer(allow_null=True)


class OpeningSeenSerializer(serializers.Serializer):
    """Something cut out of a block, by its unturned corners on the page, and the paper behind it if there is one."""

    points = serializers.ListField(child=serializers.ListField(child=serializers.FloatField()))
    backed = serializers.BooleanField()
    tint = serializers.IntegerField(allow_null=True)
    look = LookSerializer(allow_null=True)


class CellSerializer(BoxSerializer):
    """One piece of a row, from the block's own corner; ``points`` outline one that is no rectangle."""

    points = serializers.ListField(child=serializers.ListField(child=serializers.FloatField()), allow_null=True)
    tint = serializers.IntegerField(allow_null=True)
    look = LookSerializer(allow_null=True)


class BoardBlockSerializer(serializers.Serializer):
    """One block to draw, in the page's unit; ``points`` outline a shape that is neither box nor circle,
    ``openings`` what is cut out of a frame or polygon, with the paper behind each.

    ``box`` is the upright box round the block as it lies: left, top, right, bottom.
    """

    id = serializers.CharField()
    role = serializers.ChoiceField(fields.ROLE_CHOICES)
    shape = serializers.ChoiceField(fields.SHAPE_CHOICES)
    name = serializers.CharField()
    x = serializers.FloatField()
    y = serializers.FloatField()
    width = serializers.FloatField()
    height = serializers.FloatField()
    turn = serializers.FloatField()
    paper = serializers.CharField(allow_null=True)
    of_paper = serializers.BooleanField(help_text="whether it is cut from a sheet")
    tint = serializers.IntegerField(allow_null=True)
    look = LookSerializer(allow_null=True)
    number = serializers.IntegerField(allow_null=True)
    stack = serializers.CharField(help_text="the outermost mat that moves with it, or itself")
    points = serializers.ListField(child=serializers.ListField(child=serializers.FloatField()), allow_null=True)
    openings = OpeningSeenSerializer(many=True)
    windows = WindowSeenSerializer(many=True)
    cells = CellSerializer(many=True)
    box = serializers.ListField(child=serializers.FloatField(), min_length=4, max_length=4)
    texts = TextsSerializer()


class BoardSerializer(serializers.Serializer):
    """A page to draw, bottom layer first."""

    unit = serializers.ChoiceField(fields.UNIT_CHOICES)
    width = serializers.FloatField()
    height = serializers.FloatField()
    fold = serializers.ListField(child=serializers.FloatField(), allow_null=True, help_text="the gap of a spread")
    width_text = serializers.CharField()
    height_text = serializers.CharField()
    blocks = BoardBlockSerializer(many=True)


class PictureLook(NamedTuple):
    """A picture of a paper, and how much of it that shows, in the page's unit."""

    address: str
    wide: float
    high: float


@dataclass(frozen=True, slots=True)
class PaperLook:
    """How a paper looks: its colour, what is printed on it, and whether that has a right way up."""

    colour: str
    kind: PaperKind
    directional: bool
    picture: PictureLook | None = None


@dataclass(frozen=True, slots=True)
class Looks:
    """Looks of a page's papers by letter, the blocks that lie across a pattern, and what else is asked of pieces.

    ``bare`` are blocks of which only the place is there: they are not cut, and have no number.
    """

    papers: Mapping[str, PaperLook]
    across: frozenset[str] = frozenset()
    wishes: CutWishes = field(default_factory=CutWishes)
    bare: frozenset[str] = frozenset()

    def of(self, block: Block) -> dict[str, Any] | None:
        """Return how a block looks, if its paper was chosen."""
        return self.on(paper_of(block), block.id)

    def on(self, paper: str | None, block: str) -> dict[str, Any] | None:
        """Return how a paper looks on a block."""
        look = self.papers.get(paper or "")
        if look is None:
            return None
        lie = (PatternRun.ACROSS if block in self.across else PatternRun.UP).value if look.directional else None
        picture = look.picture and look.picture._asdict()
        return {"colour": look.colour, "kind": look.kind.value, "lie": lie, "picture": picture}


NO_LOOKS: Final = Looks({})


def board(
    size: Size, unit: Unit, blocks: tuple[Block, ...], fold: Fold | None = None, looks: Looks = NO_LOOKS
) -> dict[str, Any]:
    """Return a page with its blocks as the client draws it."""
    numbers = pieces_of(blocks).numbers
    tints = tints_of(blocks)
    stacks = stack_roots(blocks)
    bottom_up = sorted(blocks, key=lambda block: (block.role.value != "base", block.level))
    return {
        "unit": unit.value,
        "width": size.width / unit.grains,
        "height": size.height / unit.grains,
        "fold": fold and [fold.at / unit.grains, fold.end / unit.grains],
        "width_text": format_nearest(size.width, unit),
        "height_text": format_nearest(size.height, unit),
        "blocks": [
            {
                **_block(block, size, unit),
                "stack": stacks[block.id],
                "number": None if block.id in looks.bare else numbers.get(block.id),
                "tint": tints.get(paper_of(block)),
                "look": looks.of(block),
                "windows": _windows(block, unit, fold, looks, tints),
                "cells": _cells(block, unit, looks, tints),
                "openings": _openings(block, unit, looks, tints),
            }
            for block in bottom_up
        ],
    }


def _windows(
    block: Block, unit: Unit, fold: Fold | None, looks: Looks, tints: Mapping[str, int]
) -> list[dict[str, Any]]:
    return [
        {
            **_inset(seen.place, unit),
            "backed": seen.backing is not None,
            "tint": tints.get(seen.backing or ""),
            "look": looks.on(seen.backing, ""),
        }
        for seen in windows_seen(block, looks.wishes.windows.get(block.id, ()), fold)
    ]


def _openings(block: Block, unit: Unit, looks: Looks, tints: Mapping[str, int]) -> list[dict[str, Any]]:
    behind = looks.wishes.behind.get(block.id, {})
    return [
        {
            "points": [[corner.x / unit.grains, corner.y / unit.grains] for corner in ring],
            "backed": place in behind,
            "tint": tints.get(behind.get(place, "")),
            "look": looks.on(behind.get(place), ""),
        }
        for place, ring in enumerate(opening_outlines(block))
    ]


def _cells(block: Block, unit: Unit, looks: Looks, tints: Mapping[str, int]) -> list[dict[str, Any]]:
    found = []
    for seen in cells_seen(block, paper_of(block), looks.wishes):
        one = seen.block
        corners = drawn_outline(one) if one.shape is not Shape.RECT else ()
        found.append(
            {
                **_inset(Inset(one.x, one.y, one.size), unit),
                "points": [[corner.x / unit.grains, corner.y / unit.grains] for corner in corners] or None,
                "tint": tints.get(seen.paper, tints.get(paper_of(block))),
                "look": looks.on(seen.paper, block.id),
            }
        )
    return found


def _inset(place: Inset, unit: Unit) -> dict[str, float]:
    grains = unit.grains
    size = place.size
    return {
        "x": place.x / grains,
        "y": place.y / grains,
        "width": size.width / grains,
        "height": size.height / grains,
    }


def _block(block: Block, page: Size, unit: Unit) -> dict[str, Any]:
    def units(grains: Grains) -> float:
        return grains / unit.grains

    outline = drawn_outline(block) if block.shape not in (Shape.RECT, Shape.CIRCLE) else None
    around = box(block)
    return {
        "id": block.id,
        "role": block.role.value,
        "shape": block.shape.value,
        "name": placed_name(block, page),
        "x": units(block.x),
        "y": units(block.y),
        "width": units(block.width),
        "height": units(block.height),
        "turn": block.turn / 100,
        "paper": block.paper,
        "of_paper": block.role in CUT_FROM_PAPER,
        "points": outline and [[units(point.x), units(point.y)] for point in outline],
        "box": [units(around.x.low), units(around.y.low), units(around.x.high), units(around.y.high)],
        "texts": {
            "width": format_nearest(block.width, unit),
            "height": format_nearest(block.height, unit),
            "left": format_nearest(block.x, unit),
            "top": format_nearest(block.y, unit),
            "right": format_nearest(page.width - block.x - block.width, unit),
            "bottom": format_nearest(page.height - block.y - block.height, unit),
        },
    }


def rings(shapes: Iterable[BaseGeometry], grains: int, *, holes: bool = True) -> Iterator[list[list[float]]]:
    """Yield the lines round shapes in the page's unit, and round what is cut out of them."""
    for shape in shapes:
        for part in getattr(shape, "geoms", [shape]):
            if part.geom_type == "Polygon" and not part.is_empty:
                for ring in (part.exterior, *(part.interiors if holes else ())):
                    yield [[x / grains, y / grains] for x, y in ring.coords[:-1]]
