"""What a board is told of blocks: places as numbers to draw by, and the texts to read.

The client draws and never reckons: every number it shows stands in ``texts``.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, Final

from rest_framework import serializers

from inkquilt.lengths import Grains, Unit, format_nearest
from inkquilt.page import Fold
from inkquilt.paper import paper_of, pieces_of
from inkquilt.paper.kinds import Lie, PaperKind
from inkquilt.sketch import Block, Shape
from inkquilt.sketch.geometry import box, drawn_outline, hole_outline
from inkquilt.sketch.model import Size
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


class LookSerializer(serializers.Serializer):
    """How a chosen paper looks; ``lie`` says which way its pattern runs on the piece, if it has a way."""

    colour = serializers.CharField()
    kind = serializers.ChoiceField([(kind.value, kind.value) for kind in PaperKind])
    lie = serializers.ChoiceField([(lie.value, lie.value) for lie in Lie], allow_null=True)


class BoardBlockSerializer(serializers.Serializer):
    """One block to draw, in the page's unit; ``points`` outline a shape that is neither box nor circle,
    ``hole`` what a frame leaves open.

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
    tint = serializers.IntegerField(allow_null=True)
    look = LookSerializer(allow_null=True)
    number = serializers.IntegerField(allow_null=True)
    stack = serializers.CharField(help_text="the outermost mat that moves with it, or itself")
    points = serializers.ListField(child=serializers.ListField(child=serializers.FloatField()), allow_null=True)
    hole = serializers.ListField(child=serializers.ListField(child=serializers.FloatField()), allow_null=True)
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


@dataclass(frozen=True, slots=True)
class PaperLook:
    """How a paper looks: its colour, what is printed on it, and whether that has a right way up."""

    colour: str
    kind: PaperKind
    directional: bool


@dataclass(frozen=True, slots=True)
class Looks:
    """Looks of a page's papers by letter, and the blocks that lie across a pattern."""

    papers: Mapping[str, PaperLook]
    across: frozenset[str] = frozenset()

    def of(self, block: Block) -> dict[str, Any] | None:
        """Return how a block looks, if its paper was chosen."""
        look = self.papers.get(paper_of(block))
        if look is None:
            return None
        lie = (Lie.ACROSS if block.id in self.across else Lie.UP).value if look.directional else None
        return {"colour": look.colour, "kind": look.kind.value, "lie": lie}


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
                "number": numbers.get(block.id),
                "tint": tints.get(paper_of(block)),
                "look": looks.of(block),
            }
            for block in bottom_up
        ],
    }


def _block(block: Block, page: Size, unit: Unit) -> dict[str, Any]:
    def units(grains: Grains) -> float:
        return grains / unit.grains

    outline = drawn_outline(block) if block.shape not in (Shape.RECT, Shape.CIRCLE) else None
    hole = hole_outline(block)
    around = box(block)
    return {
        "id": block.id,
        "role": block.role.value,
        "shape": block.shape.value,
        "name": block.name,
        "x": units(block.x),
        "y": units(block.y),
        "width": units(block.width),
        "height": units(block.height),
        "turn": block.turn / 100,
        "paper": block.paper,
        "hole": [[units(point.x), units(point.y)] for point in hole] or None,
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
