"""What is told of embellishments and of what they are laid as."""

from typing import Any

from inkquilt.embellishments import Form, outline_of_form
from inkquilt.lengths import Unit, with_unit
from inkquilt.sketch.model import Size
from server.embellishments.models import Embellishment


def embellishment_answer(row: Embellishment) -> dict[str, Any]:
    """Return one of the stash."""
    unit = Unit(row.unit)
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
        "points": [
            [(x + row.width / 2) / unit.grains, (y + row.height / 2) / unit.grains]
            for x, y in outline_of_form(Form(row.form), Size(row.width, row.height)).exterior.coords[:-1]
        ],
    }
