"""Zips that are sent while they are being packed."""

import zipfile
from collections.abc import Iterable, Iterator


class _Passing:
    """What is written, held until it is taken; nothing can be gone back to."""

    def __init__(self) -> None:
        self.held: list[bytes] = []

    def write(self, part: bytes, /) -> int:
        self.held.append(bytes(part))
        return len(part)

    def flush(self) -> None:
        """Nothing to do."""

    def close(self) -> None:
        """Nothing to do."""

    def taken(self) -> bytes:
        whole = b"".join(self.held)
        self.held.clear()
        return whole


def packed(folder: str, files: Iterable[tuple[str, bytes]]) -> Iterator[bytes]:
    """Yield a zip of files in one folder, as they come; pictures are packed already and stored as they are."""
    out = _Passing()
    with zipfile.ZipFile(out, mode="w", compression=zipfile.ZIP_DEFLATED) as archive:
        for name, content in files:
            way = zipfile.ZIP_STORED if name.endswith(".jpg") else zipfile.ZIP_DEFLATED
            archive.writestr(f"{folder}/{name}", content, way)
            yield out.taken()
    yield out.taken()
