"""What is told of embellishments and of what they are laid as."""

from base64 import b64encode
from typing import Any, Final

from inkquilt.embellishments import used_as
from inkquilt.lengths import INCH, MM, Unit, format_length, with_unit
from inkquilt_io.picture.values import Thing
from server.embellishments.models import Embellishment, picture_address


def embellishment_answer(row: Embellishment, unit: Unit) -> dict[str, Any]:
    """Return one of the stash, its lengths in what its owner measures in."""
    thick = f", {with_unit(row.thickness, unit)} thick" if row.thickness else ""
    return {
        "id": row.pk,
        "key": row.key,
        "name": row.name,
        "kind": row.kind,
        "form": row.form,
        "size": f"{with_unit(row.width, unit)} × {with_unit(row.height, unit)}{thick}",
        "width": row.width / unit.grains,
        "height": row.height / unit.grains,
        "colours": row.colours,
        "ink": row.core.ink.text,
        "facing": row.facing,
        "count": row.count,
        "text": row.text,
        "picture": picture_address(row.key) if row.picture else None,
        "points": [
            [(x + row.width / 2) / unit.grains, (y + row.height / 2) / unit.grains]
            for x, y in row.core.shape.exterior.coords[:-1]
        ],
    }


#: Sizes from a photograph are told to the nearest of these: finer than the eye reads them off a ruler is no use.
_TO: Final = {Unit.IN: INCH // 16, Unit.MM: MM}


def thing_answer(thing: Thing, unit: Unit) -> dict[str, Any]:
    """Return something that was found in a photograph: what is kept of it when it is entered, and how it looks."""
    step = _TO[unit]
    sides = (thing.size.width, thing.size.height)
    wide, high = (format_length(max(step, round(side / step) * step), unit) for side in sides)
    return {
        "size": f"{wide} × {high} {unit.value}",
        "width": wide,
        "height": high,
        "form": thing.form.value,
        "kind": used_as(thing.form, thing.size).value,
        "colours": [colour.text for colour in thing.colours],
        "outline": [[part.across, part.down] for part in thing.outline],
        "picture": b64encode(thing.picture).decode(),
        "count": thing.count,
    }
