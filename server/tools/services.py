"""What can be done with tools."""

from typing import Any

from inkquilt.cutting.trimmer import METRIC_TRIMMERS, USUAL_TRIMMERS
from inkquilt.cutting.trimmer import Trimmer as CoreTrimmer
from inkquilt.lengths import Unit
from inkquilt.paper.tools import ShapingTool as CoreTool
from inkquilt.sketch.model import Shape
from server.tools.models import ShapingTool, Trimmer


def trimmers_of(owner: Any, unit: Unit) -> tuple[CoreTrimmer, ...]:
    """Return a person's trimmers, or a usual one until she entered hers."""
    own = tuple(row.core for row in Trimmer.objects.visible_to(owner))
    return own or (USUAL_TRIMMERS if unit is Unit.IN else METRIC_TRIMMERS)


def keep_trimmer(*, owner: Any, trimmer: CoreTrimmer, row: Trimmer | None = None) -> Trimmer:
    """Keep a trimmer, new or in the place of one."""
    kept = row or Trimmer(owner=owner)
    for name in ("name", "longest", "widest", "finest", "narrowest", "stop_offset"):
        setattr(kept, name, getattr(trimmer, name))
    kept.unit = trimmer.unit.value
    kept.save()
    return kept


def keep_tool(*, owner: Any, tool: CoreTool, unit: Unit) -> ShapingTool:
    """Keep a punch or die."""
    blank = tool.blank
    return ShapingTool.objects.create(
        owner=owner,
        name=tool.name,
        smallest=tool.smallest,
        widest=tool.widest,
        blank_width=blank.width if blank else None,
        blank_height=blank.height if blank else None,
        depth=tool.depth,
        makes_shape=(tool.makes[0].shape if tool.makes else Shape.CIRCLE).value,
        makes=[[die.size.width, die.size.height] for die in tool.makes],
        unit=unit.value,
    )
