"""What can be done once something is stuck: lifting it again, and what can still be changed when it cannot come up.

All of it is common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from enum import Enum
from typing import Final

from inkquilt.assembly.order import whole_of
from inkquilt.assembly.steps import Assembly
from inkquilt.assembly.terms import GlueWay
from inkquilt.assembly.things import Material, Thing, ThingKind, listed, overlap

LIFTING: Final = {
    Material.PAPER: "slide a thin blade or a spatula flat under one corner and work it along, early and gently",
    Material.PHOTO: "slide dental floss or a thin spatula behind it, never a solvent on the picture",
    Material.VELLUM: "it tears easily: lift what covers it first, then the dots with it",
    Material.CHIPBOARD: "warm the glue with your hand, then a spatula; what stays on the page is covered again",
    Material.WOOD: "a spatula flat under it; wood takes some paper with it: have a piece ready to cover the place",
    Material.FABRIC: "pull it slowly back over itself, close to the page",
    Material.METAL: "cut the dot through with floss, then roll the rest off with a finger",
    Material.TWINE: "cut the dot, and pull the twine along the page, not up",
    Material.STICKER: "a spatula under one corner; letters come up one by one",
}
CAUTIONS: Final = (
    "Cut away from you, and cap the blade.",
    "Adhesive remover loosens glue: fresh air, no flames, try it on a scrap, and follow the maker’s instructions.",
)


class WayOn(Enum):
    """What can be done about a thing that is stuck and should not be there, or not like that."""

    LIFT = "lift it"
    COVER = "cover it"
    LAY_OVER = "lay over it"
    TUCK = "tuck under it"
    MOVE_REST = "move the rest"
    NOTHING_YET = "nothing lies there yet"


@dataclass(frozen=True, slots=True)
class Chance:
    """One thing that can still be done, in a sentence, and what it is about."""

    way: WayOn
    words: str
    things: tuple[str, ...] = ()


def what_is_left(assembly: Assembly, key: str) -> tuple[Chance, ...]:
    """Return what can still be done about a thing that is stuck. Raises ``KeyError`` where there is no such thing."""
    return tuple(_chances(assembly, assembly.page.thing(key)))


def _chances(assembly: Assembly, thing: Thing) -> Iterator[Chance]:
    page = assembly.page
    on_it = [page.thing(lies.upper) for lies in assembly.lies if lies.lower == thing.key]
    stuck = [one for one in on_it if assembly.is_stuck(one) and not one.is_drawn]
    if not stuck:
        yield Chance(WayOn.LIFT, f"Lift {thing.name}: {LIFTING[thing.parts[-1].material]}.", (thing.key,))
    else:
        names = listed([one.name for one in stuck])
        verb = "lies" if len(stuck) == 1 else "lie"
        yield Chance(
            WayOn.LIFT,
            f"{names} {verb} on {thing.name}: {'that comes' if len(stuck) == 1 else 'those come'} up first, or "
            "all together with a spatula from the outer edge.",
            tuple(one.key for one in stuck),
        )
    waiting = [one for one in page.things if not assembly.is_stuck(one) and not one.is_drawn and one is not thing]
    over = [one for one in waiting if overlap(whole_of(one), thing.outline) is not None]
    if over:
        yield Chance(
            WayOn.COVER,
            f"{listed([one.name for one in over])} will lie on it anyway: moved a little, "
            f"{'it covers' if len(over) == 1 else 'they cover'} what is wrong there.",
            tuple(one.key for one in over),
        )
    small = [one for one in waiting if one not in over and one.kind is ThingKind.EMBELLISHMENT]
    if small:
        yield Chance(
            WayOn.LAY_OVER,
            f"Lay {small[0].name} or another piece over the place, and repeat it elsewhere so that it looks meant.",
            tuple(one.key for one in small[:3]),
        )
    if _has_loose_edges(assembly, thing):
        yield Chance(WayOn.TUCK, f"The edges of {thing.name} are loose: something can still be tucked under them.")
    if thing.kind in (ThingKind.PHOTO, ThingKind.PAPER, ThingKind.CARD):
        yield Chance(
            WayOn.LAY_OVER,
            f"Lay a new {'print' if thing.kind is ThingKind.PHOTO else 'piece'} of the same size on top.",
        )
    if waiting:
        yield Chance(
            WayOn.MOVE_REST,
            f"Leave it, and let the {len(waiting)} pieces that are not down yet go round it: the plan takes what is "
            "stuck as it lies.",
        )


def _has_loose_edges(assembly: Assembly, thing: Thing) -> bool:
    way = assembly.terms.glue.get(thing.key)
    return way in (GlueWay.MIDDLE, GlueWay.BODY) or (way is None and thing.is_winged)
