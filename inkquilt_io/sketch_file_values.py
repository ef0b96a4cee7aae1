"""What sketch files come to: values for those who do not read them."""

from __future__ import annotations

from dataclasses import dataclass

from inkquilt.errors import BadInput, Fault
from inkquilt.sketch.draft import Draft


class FileFaults(BadInput):
    """A file that holds no sketch."""

    code = "file-faults"


@dataclass(frozen=True, slots=True)
class FromFile:
    """What one file came to: a draft (with the straightened page if it was a picture), or what was wrong with it."""

    file: str
    draft: Draft | None
    picture: bytes | None = None
    remarks: tuple[Fault, ...] = ()
    faults: tuple[Fault, ...] = ()
