"""Where the tests of one run keep their data."""

import atexit
import os
import shutil
import tempfile
from pathlib import Path
from typing import Final

_MEMORY: Final = Path("/dev/shm")
_ROOM: Final = 2 * 1024**3  # bytes; the tests of a run keep a few hundred megabytes at most


def data_folder() -> str:
    """Make a folder for one run, in memory where Linux has a file system there that is large enough.

    It is removed at the end of the process that made it.
    """
    in_memory = _MEMORY.is_dir() and os.access(_MEMORY, os.W_OK) and shutil.disk_usage(_MEMORY).free > _ROOM
    folder = tempfile.mkdtemp(prefix="ink-quilt-tests-", dir=_MEMORY if in_memory else None)
    atexit.register(_removed, folder, os.getpid())
    return folder


def _removed(folder: str, made_by: int) -> None:
    if os.getpid() == made_by:
        shutil.rmtree(folder, ignore_errors=True)
