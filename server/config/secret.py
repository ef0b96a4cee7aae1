"""The signing key of one installation: made once, kept beside its data."""

import os
from pathlib import Path

from django.core.management.utils import get_random_secret_key


def read_or_make_secret(path: Path) -> str:
    """Return the key in ``path``, making one that only its owner can read if there is none."""
    try:
        handle = os.open(path, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
    except FileExistsError:
        return path.read_text("utf-8").strip()
    with os.fdopen(handle, "w", encoding="utf-8") as file:
        key = get_random_secret_key()
        file.write(key)
    return key
