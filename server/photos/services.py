"""What can be done with photos."""

import re
from collections.abc import Sequence
from datetime import UTC
from io import BytesIO
from typing import IO, Any, Final, NamedTuple
from uuid import uuid4

from django.conf import settings
from django.db import DatabaseError, IntegrityError, transaction

from inkquilt.photos.areas import FocalProposal
from inkquilt.sketch.model import Size
from server.common.asked import refuse
from server.common.naming import copy_name
from server.photos import files
from server.photos.models import PARTS, FocalArea, Photo
from server.solving.pool import solvers

#: What a file can be called by, but no database keep.
_NO_NAME: Final = re.compile("[\x00-\x1f\x7f\ud800-\udfff]")


class Added(NamedTuple):
    """A photo that was kept, or the one that was there already."""

    photo: Photo
    known: bool


def add_photo(*, owner: Any, name: str, file: IO[bytes], size: int) -> Added:
    """Keep a photo; the same file again gives the one that is there.

    Raises ``ApiError`` for what is no photo; then nothing is kept.
    """
    known = _known(owner, files.digest_of(file)) if size else None
    if known is not None:
        return Added(known, True)
    stored = files.store(file, size)
    facts = stored.facts
    try:
        with transaction.atomic():
            known = _known(owner, stored.digest)  # sent twice at the same time
            if known is None:
                row = Photo.objects.create(
                    owner=owner,
                    name=_NO_NAME.sub("", name)[:200] or "Photo",
                    folder=stored.folder,
                    suffix=facts.suffix,
                    width=facts.width,
                    height=facts.height,
                    digest=stored.digest,
                    taken=facts.taken and facts.taken.replace(tzinfo=UTC),
                    has_place=facts.has_place,
                    look=facts.look,
                )
                return Added(row, False)
    except DatabaseError:
        files.remove(stored.folder)
        raise
    files.remove(stored.folder)
    return Added(known, True)


def copy_photo(*, photo: Photo, turn: int, light: int) -> Photo:
    """Keep a copy of a photo, turned clockwise or made lighter; what is known of it and matters in it goes along.

    Raises ``BadInput`` where nothing would change or there is no file.
    """
    if not photo.suffix or not photo.original.is_file():
        raise refuse("no-file", "There is no picture of this one that could be copied.", "turn")
    if not turn and not light:
        raise refuse("no-change", "Turn it, or make it lighter or darker, then keep it as a copy.", "turn")
    content: bytes = solvers().run("changed_copy", photo.original, turn, light, settings.PHOTO_MOST_PIXELS)
    names = set(Photo.objects.visible_to(photo.owner).values_list("name", flat=True))
    copy, known = add_photo(
        owner=photo.owner, name=copy_name(photo.name, names, 200), file=BytesIO(content), size=len(content)
    )
    if known:
        return copy
    for name in ("kind", "wish", "irreplaceable", "note", "group", "taken"):
        setattr(copy, name, getattr(photo, name))
    copy.save()
    for area in photo.areas.all():
        area.pk, area.photo = None, copy
        area.left, area.top, area.width, area.height = _turned_area(area, turn)
        area.save()
    return copy


def _turned_area(area: FocalArea, turn: int) -> tuple[int, int, int, int]:
    """Return where a part of a photo lies when it is turned clockwise, in parts of the photo."""
    left, top, width, height = area.left, area.top, area.width, area.height
    for _ in range(turn // 90):
        left, top, width, height = PARTS - top - height, left, height, width
    return left, top, width, height


def _known(owner: Any, digest: str) -> Photo | None:
    return Photo.objects.visible_to(owner).filter(digest=digest).first()


def add_print(*, owner: Any, name: str, size: Size, kind: str, note: str) -> Photo:
    """Enter a print or document that exists, by its size, without a file."""
    return Photo.objects.create(
        owner=owner,
        name=name[:200],
        folder=uuid4().hex,
        width=size.width,
        height=size.height,
        print_width=size.width,
        print_height=size.height,
        kind=kind,
        note=note,
        looked_at=True,
    )


def describe(*, photo: Photo, facts: dict[str, Any]) -> Photo:
    """Change what is known of a photo."""
    for name, value in facts.items():
        setattr(photo, name, value)
    photo.save(update_fields=list(facts))
    return photo


def mark_areas(*, photo: Photo, areas: Sequence[dict[str, Any]]) -> Photo:
    """Put these areas in place of all there are; places from 0 to 1."""
    keep_areas(photo=photo, rows=[{**area, **_places(area)} for area in areas])
    found: Photo = Photo.objects.prefetch_related("areas").get(pk=photo.pk)
    return found


def keep_areas(*, photo: Photo, rows: Sequence[dict[str, Any]]) -> None:
    """Put these areas in place of all there are; places in whole parts. Raises ``ValueError`` for one off the photo."""
    areas = [FocalArea(photo=photo, **row) for row in rows]
    try:
        with transaction.atomic():
            photo.areas.all().delete()
            FocalArea.objects.bulk_create(areas)
            # What matters counts more among a photo's colours.
            Photo.objects.filter(pk=photo.pk).update(colours=[])
    except IntegrityError as error:
        raise ValueError("an area does not lie on its photo") from error


def _places(area: dict[str, Any]) -> dict[str, int]:
    """Return an area in whole parts, on the photo and never less than one part."""
    left, top = (min(round(area[name] * PARTS), PARTS - 1) for name in ("left", "top"))
    width = max(1, min(round(area["width"] * PARTS), PARTS - left))
    height = max(1, min(round(area["height"] * PARTS), PARTS - top))
    return {"left": left, "top": top, "width": width, "height": height}


def look_at(*, photo: Photo) -> Photo:
    """Look for what matters on a photo, once; what is found is proposed and counts only when accepted."""
    if not photo.looked_at and photo.suffix and photo.rendition("view").is_file():
        found: list[FocalProposal] = solvers().run("look_for_areas", photo.rendition("view"))
        rows = [_proposed(photo, proposal) for proposal in found]
        with transaction.atomic():
            if Photo.objects.filter(pk=photo.pk, looked_at=False).update(looked_at=True):
                FocalArea.objects.bulk_create(rows)
    fresh: Photo = Photo.objects.prefetch_related("areas").get(pk=photo.pk)
    return fresh


def _proposed(photo: Photo, proposal: FocalProposal) -> FocalArea:
    area = proposal.area
    places = {name: int(getattr(area, name) * PARTS) for name in ("left", "top", "width", "height")}
    return FocalArea(photo=photo, **places, weight=area.weight, source=proposal.sign.value, accepted=False)


def asked_photos(owner: Any, keys: Sequence[int]) -> list[Photo]:
    """Return these photos in the order asked for. Raises ``BadInput`` for one that is not in the box."""
    found = Photo.objects.visible_to(owner).prefetch_related("areas").in_bulk(keys)
    if len(found) < len(set(keys)):
        raise refuse("unknown-photo", "One of these photos is not in your box.", "photos")
    return [found[key] for key in dict.fromkeys(keys)]


def purge_photos() -> int:
    """Remove photos deleted too long ago, files and all; returns how many."""
    gone = list(Photo.objects.expired())
    for photo in gone:
        photo.delete()
        files.remove(photo.folder)
    return len(gone)
