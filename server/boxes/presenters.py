"""What is told of project boxes."""

from typing import Any

from inkquilt.lengths import Unit, size_with_unit
from server.accounts.usual import unit_of
from server.boxes.models import BoxPiece, ProjectBox
from server.boxes.services import contents_of
from server.embellishments.models import picture_address


def box_answer(box: ProjectBox) -> dict[str, Any]:
    """Return a box with all that lies in it."""
    papers = [_paper(row) for row in contents_of(box, "papers")]
    things = [
        {
            "id": row.pk,
            "name": row.name,
            "picture": picture_address(row.key) if row.picture else None,
            "colours": row.colours,
        }
        for row in contents_of(box, "embellishments")
    ]
    photos = [
        {
            "id": row.pk,
            "name": row.name,
            "picture": f"/api/photos/{row.pk}/thumb/" if row.suffix else None,
            "colours": [],
        }
        for row in contents_of(box, "photos")
    ]
    pieces = [_piece(row, unit_of(box.owner)) for row in box.pieces.all()]
    return {
        "id": box.pk,
        "name": box.name,
        "words": _words(len(papers), len(things), len(photos), sum(piece["count"] for piece in pieces)),
        "papers": papers,
        "embellishments": things,
        "photos": photos,
        "pieces": pieces,
    }


def _paper(row: Any) -> dict[str, Any]:
    picture = next((one.address for one in row.pictures.all() if one.side == "A"), None)
    return {"id": row.pk, "name": row.name, "picture": picture, "colours": row.front_colours or row.back_colours}


def _piece(row: BoxPiece, unit: Unit) -> dict[str, Any]:
    size = ""
    if row.width is not None and row.height is not None:
        size = size_with_unit(row.width, row.height, unit)
    return {"id": row.pk, "name": row.name, "count": row.count, "size": size}


def _words(*counts: int) -> str:
    names = (("paper", "papers"), ("embellishment", "embellishments"), ("photo", "photos"), ("piece", "pieces"))
    told = [f"{count} {one if count == 1 else many}" for count, (one, many) in zip(counts, names, strict=True) if count]
    return ", ".join(told) or "nothing in it yet"
