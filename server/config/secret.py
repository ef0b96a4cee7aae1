"""The signing key of one installation, made once and kept beside its data, and what its sign-in is called."""

import hashlib
import os
import sys
from contextlib import suppress
from pathlib import Path

from django.core.management.utils import get_random_secret_key


def read_or_make_secret(path: Path) -> str:
    """Return the key in ``path``, making one that only its owner can read if there is none."""
    if (key := _read(path)) is not None:
        return key
    # Written beside it and then linked there whole: a disk that is full leaves no empty key, and of two
    # that start at once one wins.
    working = path.with_name(f".{path.name}.{os.getpid()}")
    try:
        handle = os.open(working, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, 0o600)
        with os.fdopen(handle, "w", encoding="utf-8") as file:
            file.write(get_random_secret_key())
            file.flush()
            os.fsync(file.fileno())
        if path.exists():  # an empty one, left by an older start
            path.unlink()
        with suppress(FileExistsError):
            os.link(working, path)
    except OSError as error:
        sys.exit(
            f"Ink Quilt cannot keep its key in {path.parent}: {error.strerror}. "
            "Make room there, or choose another folder with INKQUILT_DATA."
        )
    finally:
        working.unlink(missing_ok=True)
    return path.read_text("utf-8").strip()


def session_name(folder: Path) -> str:
    """Return what the cookie of a sign-in is called: cookies know no ports, so installations on one host differ."""
    return f"inkquilt-{hashlib.blake2s(str(folder.resolve()).encode(), digest_size=4).hexdigest()}"


def _read(path: Path) -> str | None:
    try:
        return path.read_text("utf-8").strip() or None
    except FileNotFoundError:
        return None
