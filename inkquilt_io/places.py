"""Taking the place data (GPS) out of a photo file, every other byte left as it is.

Exif keeps it in a table of its own (CIPA DC-008-2019, 4.6.6; TIFF 6.0, section 2).
The table is emptied in place: its entries become zeros and its count 0, so nothing
else in the file moves and no pixel is packed anew. Values of the same name in an
XMP packet are blanked. A PNG chunk gets its check sum again.
"""

from __future__ import annotations

import re
import struct
import zlib
from collections.abc import Iterator
from typing import Final

_GPS_TABLE: Final = 0x8825
#: Bytes of one value of each type, TIFF 6.0 page 15.
_TYPE_BYTES: Final = {1: 1, 2: 1, 3: 2, 4: 4, 5: 8, 6: 1, 7: 1, 8: 2, 9: 4, 10: 8, 11: 4, 12: 8}
_XMP: Final = re.compile(rb"(<x:xmpmeta.*?</x:xmpmeta>)", re.DOTALL)
_XMP_VALUE: Final = re.compile(rb"(GPS\w+(?:>|\s*=\s*[\"']))([^<\"']*)")
_PNG: Final = b"\x89PNG\r\n\x1a\n"


def without_place(content: bytes) -> bytes:
    """Return a photo file of the same length without its place data."""
    data = bytearray(content)
    for start in _exif_starts(content):
        _empty_gps(data, start)
    for packet in _XMP.finditer(content):
        for value in _XMP_VALUE.finditer(content, *packet.span()):
            begin, end = value.span(2)
            data[begin:end] = b" " * (end - begin)
    if content.startswith(_PNG):
        _sum_chunks(data)
    return bytes(data)


def _exif_starts(content: bytes) -> Iterator[int]:
    """Yield where a TIFF header begins: the file's own, or one after each Exif mark."""
    if content[:4] in (b"II*\0", b"MM\0*"):
        yield 0
    for mark in re.finditer(rb"(?s)Exif\0\0(?=II\*\0|MM\0\*)|eXIf(?=II\*\0|MM\0\*)|EXIF....(?=II\*\0|MM\0\*)", content):
        yield mark.end()


def _empty_gps(data: bytearray, start: int) -> None:
    """Empty the GPS table of a TIFF structure; one that is damaged is left, for nothing can be read from it."""
    order = "<" if data[start : start + 2] == b"II" else ">"
    try:
        (first,) = struct.unpack_from(f"{order}I", data, start + 4)
        for entry in _entries(data, start, first, order):
            tag, _, _, table = struct.unpack_from(f"{order}HHII", data, entry)
            if tag != _GPS_TABLE:
                continue
            for row in list(_entries(data, start, table, order)):
                _, kind, count, at = struct.unpack_from(f"{order}HHII", data, row)
                size = _TYPE_BYTES.get(kind, 1) * count
                if size > 4 and start + at + size <= len(data):
                    data[start + at : start + at + size] = bytes(size)
                data[row : row + 12] = bytes(12)
            struct.pack_into(f"{order}H", data, start + table, 0)
    except struct.error:
        return


def _entries(data: bytearray, start: int, table: int, order: str) -> Iterator[int]:
    (count,) = struct.unpack_from(f"{order}H", data, start + table)
    for number in range(count):
        yield start + table + 2 + 12 * number


def _sum_chunks(data: bytearray) -> None:
    """Write each PNG chunk's check sum again (ISO/IEC 15948, 5.3)."""
    at = len(_PNG)
    while at + 12 <= len(data):
        (length,) = struct.unpack_from(">I", data, at)
        end = at + 8 + length
        if end + 4 > len(data):
            return
        struct.pack_into(">I", data, end, zlib.crc32(data[at + 4 : end]))
        at = end + 4
