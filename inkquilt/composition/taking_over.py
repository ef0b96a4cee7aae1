"""What lies otherwise on the table, taken over into the plan: which change does it."""

from __future__ import annotations

from inkquilt.assembly.dry_fit import Difference, DifferenceKind
from inkquilt.assembly.steps import Assembly
from inkquilt.composition.changes import Change
from inkquilt.composition.changes.accents import Arrange
from inkquilt.composition.changes.building import TakeAway, TradePlaces
from inkquilt.composition.changes.photos import PlacePhoto
from inkquilt.composition.changes.sticking import Lies, TakeAsItLies
from inkquilt.composition.document import PageDocument


def taking_over(one: Difference, assembly: Assembly, document: PageDocument) -> Change | None:
    """Return the change that takes a difference into the plan, or None where there is none."""
    there = {thing.key for thing in assembly.page.things}
    if not there.issuperset(one.things):
        return None
    thing, grains = assembly.page.thing(one.things[0]), document.unit.grains
    accents = {accent.key for accent in document.accents}
    match one.kind:
        case DifferenceKind.MOVED | DifferenceKind.TURNED:
            if thing.key in document.stories:
                return None
            lies = Lies(thing=thing.key, across=one.across / grains, down=one.down / grains, turned=one.turn / 100)
            return TakeAsItLies(pieces=(lies,))
        case DifferenceKind.MISSING:
            if thing.key in accents:
                return Arrange(take=(thing.key,), words=f"{thing.name} taken off")
            return TakeAway(block=thing.key) if thing.key not in document.stories else None
        case DifferenceKind.SWAPPED:
            other = assembly.page.thing(one.things[1])
            slots = [
                next((part.key for part in each.parts if part.key in document.photos), "") for each in (thing, other)
            ]
            if all(slots):
                return PlacePhoto(block=slots[0], photo=document.photos[slots[1]].photo)
            return None if accents & {thing.key, other.key} else TradePlaces(block=thing.key, other=other.key)
        case _:
            return None
