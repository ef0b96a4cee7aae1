"""Project boxes in the zip of everything: what lies in them by its number there, and pieces cut already."""

from collections.abc import Callable, Mapping
from typing import Any

from server.boxes.models import BoxPiece, ProjectBox
from server.boxes.services import CONTENTS, boxes_of, contents_of
from server.common.owned import Owned
from server.exchange.backup.facts import PIECE_FACTS


def boxes_told(owner: Any) -> list[dict[str, Any]]:
    """Return a person's boxes with all that lies in them."""
    return [
        {
            "key": box.pk,
            "name": box.name,
            **{name: [row.pk for row in contents_of(box, name)] for name in CONTENTS},
            "pieces": [{fact: getattr(piece, fact) for fact in PIECE_FACTS} for piece in box.pieces.all()],
        }
        for box in boxes_of(owner)
    ]


def restore_box(
    row: dict[str, Any], owner: Any, numbers: Mapping[str, Mapping[int, int]], put_aside: Callable[[Owned], None]
) -> ProjectBox:
    """Restore a box; what lay in it is called by its new ``numbers``, kind by kind, and left out where it has none.

    Raises for what is no box.
    """
    box = ProjectBox(owner=owner, name=row["name"])
    box.full_clean(exclude=["owner"])
    put_aside(box)
    for name in CONTENTS:
        getattr(box, name).set([numbers[name][int(key)] for key in row[name] if int(key) in numbers[name]])
    for told in row["pieces"]:
        piece = BoxPiece(box=box, **{fact: told[fact] for fact in PIECE_FACTS})
        piece.full_clean(exclude=["box"])
        piece.save()
    return box
