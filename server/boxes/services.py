"""What can be done with project boxes."""

from collections.abc import Mapping, Sequence
from typing import Any, Final

from django.db import transaction
from django.db.models import Prefetch

from inkquilt.lengths import Unit
from inkquilt.using_up.pieces import read_pieces
from server.boxes.models import BoxPiece, ProjectBox
from server.common.asked import refuse
from server.common.owned import Owned
from server.embellishments.models import Embellishment
from server.photos.models import Photo
from server.stash.models import Paper, PaperPicture

MOST_BOXES: Final = 100
MOST_IN_ONE: Final = 200
#: What can lie in a box.
CONTENTS: Final[dict[str, type[Owned]]] = {"papers": Paper, "embellishments": Embellishment, "photos": Photo}


def begin_box(*, owner: Any, name: str, contents: Mapping[str, Sequence[int]]) -> ProjectBox:
    """Begin a box with things in it. Raises ``BadInput`` for what is not hers, or when there are too many."""
    if ProjectBox.objects.visible_to(owner).count() >= MOST_BOXES:
        raise refuse("too-many-boxes", f"There can be up to {MOST_BOXES} project boxes. Remove one first.")
    with transaction.atomic():
        box = ProjectBox.objects.create(owner=owner, name=name)
        _fill(box, contents)
    return box


def change_box(*, box: ProjectBox, facts: Mapping[str, Any]) -> ProjectBox:
    """Say anew how a box is called and what lies in it; what is not named stays. Raises ``BadInput``."""
    with transaction.atomic():
        if "name" in facts:
            box.name = facts["name"]
            box.save(update_fields=["name"])
        _fill(box, facts)
    return box


def _fill(box: ProjectBox, contents: Mapping[str, Sequence[int]]) -> None:
    for name, model in CONTENTS.items():
        if name not in contents:
            continue
        wanted = set(contents[name])
        if len(wanted) > MOST_IN_ONE:
            raise refuse("box-full", f"A box holds up to {MOST_IN_ONE} {name}.", name)
        found = set(model.objects.visible_to(box.owner).filter(pk__in=wanted).values_list("pk", flat=True))
        if found != wanted:
            raise refuse("not-hers", f"One of these {name} is not there any more.", name)
        getattr(box, name).set(found)


def put_pieces(*, box: ProjectBox, line: str, unit: Unit) -> BoxPiece:
    """Put pieces in that are cut already. Raises ``UnreadablePiece``, or ``BadInput`` where the box is full."""
    read = read_pieces(line, unit)
    if box.pieces.count() >= MOST_IN_ONE:
        raise refuse("box-full", f"A box holds up to {MOST_IN_ONE} kinds of pieces.", "line")
    sides = (read.size.width, read.size.height) if read.size else (None, None)
    row: BoxPiece = box.pieces.create(
        name=read.name, count=read.count, width=sides[0], height=sides[1], unit=unit.value
    )
    return row


def take_pieces(*, piece: BoxPiece, count: int) -> None:
    """Say how many pieces are left; of none nothing stays."""
    if count <= 0:
        piece.delete()
        return
    piece.count = count
    piece.save(update_fields=["count"])


def boxes_of(owner: Any) -> Any:
    """Return a person's boxes with all that lies in them."""
    return ProjectBox.objects.visible_to(owner).select_related("owner").prefetch_related(*SHOWN)


def contents_of(box: ProjectBox, name: str) -> list[Any]:
    """Return what lies in a box of one kind and was not put aside since."""
    return [row for row in getattr(box, name).all() if row.deleted_at is None]


#: What is shown of boxes, asked in a few questions for all of them.
SHOWN: Final = (
    Prefetch("papers", Paper.objects.prefetch_related(Prefetch("pictures", PaperPicture.objects.kept().defer("jpeg")))),
    "embellishments",
    "photos",
    "pieces",
)
