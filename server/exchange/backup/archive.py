"""The zip of everything as a source of parts: bounded, and damaged in one way only, whatever is wrong with it."""

import lzma
import zipfile
import zlib
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from typing import IO, Any

from django.core.exceptions import ValidationError
from django.db import DataError, IntegrityError

from inkquilt.errors import BadInput, CoreError
from inkquilt.exact_json import is_writable, read_exact
from server.common.errors import ApiError
from server.exchange.backup.facts import INDEX, KIND, MOST_PART_BYTES, MOST_PARTS, NAMED, VERSIONS

#: What a damaged archive makes the libraries raise.
_DAMAGED = (zipfile.BadZipFile, zlib.error, lzma.LZMAError, EOFError, NotImplementedError, RuntimeError)
#: What a part of the wrong kind makes reading it raise.
_WRONG = (
    KeyError, TypeError, ValueError, AttributeError, IndexError, OverflowError, ArithmeticError,
    ValidationError, IntegrityError, DataError,
)  # fmt: skip


def damaged() -> ApiError:
    """Return the one answer for a zip that is none or is damaged."""
    return ApiError("bad-zip", "This zip is damaged or is none; nothing was restored.")


class Archive:
    """A zip that was opened."""

    def __init__(self, archive: zipfile.ZipFile) -> None:
        self._zip = archive

    @classmethod
    @contextmanager
    def opened(cls, file: IO[bytes]) -> Iterator["Archive"]:
        """Open a zip. Raises ``ApiError`` for one that is damaged."""
        try:
            archive = zipfile.ZipFile(file)
        except (*_DAMAGED, ValueError, OSError) as error:
            raise damaged() from error
        with archive:
            yield cls(archive)

    def size(self, name: str) -> int:
        """Return how large a part says it is."""
        return self._info(name).file_size

    def content(self, name: str, most: int = MOST_PART_BYTES) -> bytes:
        """Return a part, within bounds whatever the zip's directory claims."""
        with self.stream(name, most) as stream:
            try:
                data = stream.read(most + 1)
            except (*_DAMAGED, OSError) as error:
                raise damaged() from error
        if len(data) > most:
            raise _too_large(name)
        return data

    @contextmanager
    def stream(self, name: str, most: int) -> Iterator[IO[bytes]]:
        """Open a part to be read bit by bit; one that says it is larger than ``most`` is not opened."""
        info = self._info(name)
        if info.file_size > most:
            raise _too_large(name)
        try:
            stream = self._zip.open(info)
        except _DAMAGED as error:
            raise damaged() from error
        with stream:
            yield stream

    def read(self, name: str) -> Any:
        """Return a JSON part."""
        data = self.content(name)
        try:
            return read_exact(data, decimals=False)
        except ValueError as error:
            raise ApiError("bad-part", f"{name[:80]} in this zip is not readable: {str(error)[:120]}.") from error

    def _info(self, name: str) -> zipfile.ZipInfo:
        try:
            return self._zip.getinfo(name)
        except KeyError as error:
            raise ApiError("missing-part", f"{name[:80]} is missing in this zip.") from error

    def index(self) -> "Index":
        """Return what the zip says it holds."""
        index = self.read(INDEX)
        if not isinstance(index, dict) or index.get("kind") != KIND:
            raise ApiError("not-everything", "This zip was not written by Ink Quilt as everything of an account.")
        if index.get("version") not in VERSIONS:
            known = " and ".join(map(str, VERSIONS))
            raise ApiError("unknown-version", f"This zip has version {index.get('version')}; {known} can be read.")
        lists: dict[str, Any] = {name: index.get(name) for name in ("sketches", "photos", "pages")}
        # Older zips have none of these.
        lists |= {
            name: index.get(name, [])
            for name in ("papers", "palettes", "alphabets", *NAMED, "boxes", "albums", "goals")
        }
        for name, rows in lists.items():
            if not isinstance(rows, list) or len(rows) > MOST_PARTS:
                raise ApiError("bad-index", f"The list of {name} in this zip cannot be read.")
        never = index.get("never_told")
        told = tuple(one for one in never if isinstance(one, str)) if isinstance(never, list) else ()
        usual = index.get("usual")
        return Index(lists, told, usual if isinstance(usual, dict) else None)


class Index:
    """The lists of parts by what they are of, what a person never wants to be told, and what she measures in."""

    def __init__(
        self, rows: dict[str, list[Any]], never_told: tuple[str, ...], usual: dict[str, Any] | None = None
    ) -> None:
        self.rows, self.never_told, self.usual = rows, never_told, usual


def part(row: Any, step: Callable[[dict[str, Any]], None]) -> None:
    """Restore one part; whatever is wrong with it is told with its name."""
    file = str(row.get("file") or row.get("name") or "?")[:80] if isinstance(row, dict) else "?"
    file = file if is_writable(file) else "?"
    try:
        step(row)
    except ApiError:
        raise
    except (BadInput, CoreError) as error:
        raise ApiError("bad-part", f"{file}: {error} Nothing was restored.") from error
    except _DAMAGED as error:
        raise damaged() from error
    except _WRONG as error:
        raise ApiError("bad-part", f"{file} in this zip cannot be read. Nothing was restored.") from error


def _too_large(name: str) -> ApiError:
    return ApiError("part-too-large", f"{name[:80]} in this zip is far too large.")
