"""What a person settles of how a page is put together: the school, her order, glue, foam, work on the background; and
what is done and lies stuck."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace
from enum import Enum
from typing import Final, Self

from inkquilt.assembly.order import Slip
from inkquilt.assembly.things import Lying

MOST_WORKS: Final = 20
#: Minutes after which most wet work can be touched. Common practice, no source.
DRIES_IN: Final = 20


class StickSchool(Enum):
    """Ways people put a page together. Common practice, no source."""

    ALL_DRY = "all-dry"
    PIECE_BY_PIECE = "piece-by-piece"
    LAY_AND_LIFT = "lay-and-lift"
    FROM_THE_TOP = "from-the-top"


class WorkKind(Enum):
    """Work on a paper or the page that is no gluing."""

    INK_EDGES = "ink the edges"
    STAMP = "stamp"
    STENCIL = "stencil"
    PAINT = "paint"
    SPLATTER = "splatter"
    STITCH = "stitch"
    EMBOSS = "heat emboss"
    DOODLE = "draw"

    @property
    def is_wet(self) -> bool:
        """Whether it must dry before anything lies on it. Common practice, no source."""
        return self in (WorkKind.STAMP, WorkKind.STENCIL, WorkKind.PAINT, WorkKind.SPLATTER)

    @property
    def may_come_last(self) -> bool:
        """Whether it is also done over all that is stuck: splatters near the clusters, outlines drawn at the end."""
        return self in (WorkKind.SPLATTER, WorkKind.DOODLE)


class GlueWay(Enum):
    """Where a thing is glued."""

    ALL_OVER = "all over"
    MIDDLE = "middle only"
    BODY = "body only"
    DOT = "one dot"
    FOAM = "on foam"
    COVERED = "only where it is covered"
    NONE = "no glue"


#: What a hand may ask for; the other ways come of what a thing is.
GLUE_CHOICES: Final = (GlueWay.ALL_OVER, GlueWay.MIDDLE, GlueWay.BODY, GlueWay.DOT, GlueWay.FOAM)


@dataclass(frozen=True, slots=True)
class Work:
    """Work on a layer of a thing, or on the page (``on`` empty)."""

    key: str
    kind: WorkKind
    on: str = ""


@dataclass(frozen=True, slots=True)
class StickTerms:
    """What is settled of sticking one page down.

    ``order`` are steps in her order, ``slips`` what she slips in later or lays first, ``glue`` her ways by thing.
    ``done`` are steps that are done; ``stuck`` is where every layer lies that is down, by its key.
    """

    school: StickSchool = StickSchool.ALL_DRY
    order: tuple[str, ...] = ()
    slips: tuple[Slip, ...] = ()
    works: tuple[Work, ...] = ()
    glue: Mapping[str, GlueWay] = field(default_factory=dict)
    done: frozenset[str] = frozenset()
    stuck: Mapping[str, Lying] = field(default_factory=dict)

    def with_glue(self, thing: str, way: GlueWay | None) -> Self:
        """Return the terms with a thing glued in a way of her own, or as is usual."""
        glue = {key: one for key, one in self.glue.items() if key != thing}
        return replace(self, glue=glue if way is None else {**glue, thing: way})

    def lifted(self, layers: Iterable[str]) -> Self:
        """Return the terms with layers taken up again."""
        gone = set(layers)
        return replace(self, stuck={key: lying for key, lying in self.stuck.items() if key not in gone})
