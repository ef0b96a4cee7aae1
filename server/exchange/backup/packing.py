"""The zip of everything, written."""

import base64
import json
import zipfile
from collections.abc import Iterable
from typing import IO, Any

from inkquilt_io.places import without_place
from server.accounts.usual import usual_of
from server.album.models import LogEntry
from server.exchange.backup.albums import albums_told, goals_told
from server.exchange.backup.boxes import boxes_told
from server.exchange.backup.facts import (
    ALPHABET_FACTS,
    AREA_FACTS,
    FACTS,
    INDEX,
    KIND,
    LATER_FACTS,
    LATER_PAPER_FACTS,
    LATER_RECORD_FACTS,
    LATER_USE_FACTS,
    NAMED,
    PALETTE_FACTS,
    PAPER_FACTS,
    RECORD_DAYS,
    RECORD_FACTS,
    SCRAP_FACTS,
    STATES_BYTES,
    STOCK_FACTS,
    USE_FACTS,
    VERSION,
)
from server.looking.models import SwitchedOff
from server.pages.models import Page
from server.photos.models import Photo
from server.sketches.models import Sketch
from server.stash.companions import palettes_of
from server.stash.models import Palette, Paper
from server.sticking.models import TablePicture
from server.words.models import Alphabet


def write_everything(owner: Any, out: IO[bytes], with_places: bool = False) -> None:
    """Write the zip of all that a person keeps; photos tell where they were taken only ``with_places``."""
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        index: dict[str, Any] = {"kind": KIND, "version": VERSION, "sketches": [], "photos": [], "pages": []}
        index["papers"] = [
            _paper(row, archive) for row in Paper.objects.visible_to(owner).prefetch_related("stocks").order_by("id")
        ]
        for name, (model, facts) in NAMED.items():
            index[name] = [
                {"key": row.pk, **{fact: getattr(row, fact) for fact in facts}}
                for row in model.objects.visible_to(owner)
            ]
        index["palettes"] = [_palette(row) for row in palettes_of(owner)]
        index["never_told"] = list(SwitchedOff.objects.filter(owner=owner).values_list("kind", flat=True))
        usual = usual_of(owner)
        index["usual"] = usual and {"unit": usual.unit, "format": usual.format}
        index["alphabets"] = [
            {"key": row.pk, **{name: getattr(row, name) for name in ALPHABET_FACTS}}
            for row in Alphabet.objects.visible_to(owner)
        ]
        for sketch in Sketch.objects.visible_to(owner).order_by("id").iterator():
            file = f"sketches/{sketch.pk}.quilt.json"
            archive.writestr(file, _text(sketch.document))
            index["sketches"].append({"key": sketch.pk, "file": file})
        for photo in Photo.objects.visible_to(owner).prefetch_related("areas").order_by("id"):
            original = f"photos/{photo.pk}{photo.suffix}" if photo.suffix and photo.original.is_file() else None
            if original is not None and photo.has_place and not with_places:
                archive.writestr(original, without_place(photo.original.read_bytes()), zipfile.ZIP_STORED)
            elif original is not None:  # photos are packed already
                archive.write(photo.original, original, zipfile.ZIP_STORED)
            if original is not None or not photo.suffix:
                index["photos"].append({"key": photo.pk, "file": original, **_photo(photo)})
        for page in Page.objects.visible_to(owner).order_by("id").iterator():
            file = f"pages/{page.pk}.json"
            archive.writestr(file, _text(_page(page, archive)))
            index["pages"].append({"key": page.pk, "file": file, "name": page.name})
        index["boxes"] = boxes_told(owner)
        index["albums"], index["goals"] = albums_told(owner), goals_told(owner)
        archive.writestr(INDEX, _text(index))


def _text(data: Any) -> str:
    return json.dumps(data, ensure_ascii=False, indent=1)


def _photo(photo: Photo) -> dict[str, Any]:
    return {
        "name": photo.name,
        "facts": {name: getattr(photo, name) for name in (*FACTS, *LATER_FACTS)},
        "areas": [{name: getattr(area, name) for name in AREA_FACTS} for area in photo.areas.all()],
    }


def _paper(paper: Paper, archive: zipfile.ZipFile) -> dict[str, Any]:
    pictures = []
    for picture in paper.pictures.kept():
        file = f"papers/{paper.pk}-{picture.side}.jpg"
        archive.writestr(file, bytes(picture.jpeg), zipfile.ZIP_STORED)
        pictures.append({"side": picture.side, "file": file, "wide": picture.wide, "high": picture.high})
    return {
        "pictures": pictures,
        "key": paper.pk,
        "facts": {name: getattr(paper, name) for name in (*PAPER_FACTS, *LATER_PAPER_FACTS)},
        "stocks": [{name: getattr(stock, name) for name in STOCK_FACTS} for stock in paper.stocks.all()],
        "scraps": [{name: getattr(scrap, name) for name in SCRAP_FACTS} for scrap in paper.scraps.order_by("id")],
    }


def _palette(palette: Palette) -> dict[str, Any]:
    kept = [paper.pk for paper in palette.papers.all() if paper.deleted_at is None]
    return {**{name: getattr(palette, name) for name in PALETTE_FACTS}, "papers": kept}


def _page(page: Page, archive: zipfile.ZipFile) -> dict[str, Any]:
    revisions = page.revisions.order_by("number").iterator(chunk_size=50)
    snapshots = page.snapshots.kept().iterator(chunk_size=50)
    return {
        "name": page.name,
        "sketch": page.sketch_id,
        "box": page.box_id,
        "head": page.head,
        "revisions": _in_parts(
            f"pages/{page.pk}/states",
            ({"number": row.number, "done": row.done, "document": row.document} for row in revisions),
            archive,
        ),
        "snapshots": _in_parts(
            f"pages/{page.pk}/put-away",
            ({"note": row.note, "created": row.created.isoformat(), "document": row.document} for row in snapshots),
            archive,
        ),
        "record": _record(page),
        "table_pictures": [_table_picture(row, archive) for row in page.table_pictures.kept()],
        "letters_taken": [{"block": row.block, "letters": row.letters} for row in page.letters_taken.all()],
    }


def _record(page: Page) -> dict[str, Any] | None:
    """Return what is known of a page that was finished; what was used is told by its name, and by its key here."""
    entry = LogEntry.objects.filter(page=page).first()
    if entry is None:
        return None
    days = {name: day and day.isoformat() for name in RECORD_DAYS for day in (getattr(entry, name),)}
    uses = [{name: getattr(use, name) for name in (*USE_FACTS, *LATER_USE_FACTS)} for use in entry.uses.all()]
    thumb = base64.b64encode(bytes(entry.thumb)).decode()
    return {
        **days,
        **{name: getattr(entry, name) for name in (*RECORD_FACTS, *LATER_RECORD_FACTS)},
        "uses": uses,
        "taken": entry.taken,
        "thumb": thumb,
    }


def _table_picture(row: TablePicture, archive: zipfile.ZipFile) -> dict[str, Any]:
    file = f"pages/{row.page_id}/table-{row.pk}.jpg"
    archive.writestr(file, bytes(row.jpeg), zipfile.ZIP_STORED)
    return {"file": file, "kind": row.kind, "created": row.created.isoformat(), "differences": row.differences}


def _in_parts(stem: str, rows: Iterable[dict[str, Any]], archive: zipfile.ZipFile) -> list[str]:
    """Write rows into parts of bounded size, as they come; returns the names of the parts."""
    names: list[str] = []
    held: list[str] = []
    size = 0

    def write() -> None:
        names.append(f"{stem}-{len(names) + 1}.json")
        archive.writestr(names[-1], f"[{','.join(held)}]")

    for row in rows:
        text = json.dumps(row, ensure_ascii=False)
        if held and size + len(text) > STATES_BYTES:
            write()
            held, size = [], 0
        held.append(text)
        size += len(text)
    if held:
        write()
    return names
