"""Sketches out of whatever file they come in: JSON, SVG, a picture, or a zip of several of these."""

from __future__ import annotations

import io
import zipfile
from collections.abc import Iterator
from pathlib import PurePosixPath
from typing import Final

from inkquilt.errors import BadInput, CoreError, Fault
from inkquilt.exact_json import read_exact
from inkquilt.lengths import Unit
from inkquilt.sketch.draft import Draft
from inkquilt.sketch.model import Size
from inkquilt.sketch.reading import read_sketch
from inkquilt_io.picture.reading import read_picture
from inkquilt_io.picture.values import MOST_BYTES
from inkquilt_io.sketch_file_values import FileFaults, FromFile
from inkquilt_io.svg_in import read_svg

MOST_IN_ZIP: Final = 40
#: All files of a zip together, unpacked.
MOST_UNPACKED: Final = 120 * 1024 * 1024
_PICTURE_HEADS: Final = (b"\x89PNG\r\n\x1a\n", b"\xff\xd8\xff")
_ZIP_HEAD: Final = b"PK\x03\x04"


def sketches_in(content: bytes, file: str, page: Size | None, unit: Unit) -> list[FromFile]:
    """Return every sketch in a file; ``page`` and ``unit`` are those of a page that a picture shows.

    What a zip holds is read one by one, and what is wrong with one does not stop the
    others. Raises ``FileFaults`` for a file that is none of the known kinds or a zip
    out of bounds, else what the reader of its kind raises.
    """
    if content.startswith(_ZIP_HEAD):
        return [_tolerant(part, name, page, unit) for name, part in _unpacked(content)]
    return [_read(content, file, page, unit)]


def _tolerant(content: bytes, file: str, page: Size | None, unit: Unit) -> FromFile:
    try:
        return _read(content, file, page, unit)
    except BadInput as error:
        return FromFile(file, None, faults=error.faults)
    except CoreError as error:
        return FromFile(file, None, faults=(Fault(None, error.code, str(error)),))


def _read(content: bytes, file: str, page: Size | None, unit: Unit) -> FromFile:
    name = PurePosixPath(file.replace("\\", "/")).name.split(".")[0][:120] or "Sketch"
    if content.startswith(_PICTURE_HEADS):
        read = read_picture(content, name, page, unit)
        return FromFile(file, read.draft, read.straightened, read.remarks)
    start = content[:400].lstrip(b"\xef\xbb\xbf \t\r\n")
    if start.startswith(b"{"):
        sketch = read_sketch(_decoded(content))
        return FromFile(file, Draft(sketch.sketch, frozenset()), None, sketch.remarks)
    if start.startswith(b"<"):
        drawing = read_svg(content, name)
        return FromFile(file, drawing.draft, None, drawing.remarks)
    words = (
        f"“{file[:80]}” is no sketch file. A .quilt.json, an SVG drawing, a PNG or JPEG picture or a zip of them does."
    )
    raise FileFaults([Fault(None, "unknown-kind", words)])


def _decoded(content: bytes) -> object:
    if len(content) > 2 * 1024 * 1024:
        raise FileFaults([Fault(None, "too-large", "A sketch file is at most 2 MB.")])
    try:
        return read_exact(content)
    except ValueError as error:
        raise FileFaults([Fault(None, "not-json", f"This is not readable JSON: {str(error)[:120]}")]) from error


def _unpacked(content: bytes) -> Iterator[tuple[str, bytes]]:
    """Yield the files of a zip by name, never more than the bounds, whatever its directory claims."""
    try:
        archive = zipfile.ZipFile(io.BytesIO(content))
        entries = [entry for entry in archive.infolist() if not entry.is_dir() and not _is_hidden(entry.filename)]
    except (zipfile.BadZipFile, OSError, ValueError) as error:
        raise FileFaults([Fault(None, "bad-zip", "This zip is damaged and cannot be opened.")]) from error
    if not entries:
        raise FileFaults([Fault(None, "empty-zip", "There is no file in this zip.")])
    if len(entries) > MOST_IN_ZIP:
        words = f"This zip holds {len(entries)} files; up to {MOST_IN_ZIP} sketches are read at once."
        raise FileFaults([Fault(None, "too-many-files", words)])
    unpacked = 0
    for entry in entries:
        try:
            with archive.open(entry) as stream:
                part = stream.read(MOST_BYTES + 1)
        except (zipfile.BadZipFile, OSError, RuntimeError, NotImplementedError, EOFError) as error:
            words = f"“{entry.filename[:80]}” in this zip is damaged or locked with a password."
            raise FileFaults([Fault(None, "bad-zip", words)]) from error
        unpacked += len(part)
        if len(part) > MOST_BYTES or unpacked > MOST_UNPACKED:
            raise FileFaults([Fault(None, "zip-too-large", "This zip unpacks to far more than sketches need.")])
        yield entry.filename, part


def _is_hidden(name: str) -> bool:
    return any(part.startswith((".", "__")) for part in PurePosixPath(name).parts)
