"""A title as it was set, as a board draws it."""

from typing import Any

from inkquilt.composition.lettering import TitleLettering
from inkquilt.lengths import Unit


def lettering_answer(lettering: TitleLettering, unit: Unit) -> dict[str, Any]:
    """Return what a board draws."""
    grains = unit.grains
    return {
        "turn": lettering.turn / 100,
        "colour": lettering.colour,
        "font": lettering.font,
        "letters": [
            {
                "character": one.character,
                "x": one.x / grains,
                "y": one.y / grains,
                "width": one.size.width / grains,
                "height": one.size.height / grains,
            }
            for one in lettering.letters
        ],
    }
