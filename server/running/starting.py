"""What is made ready before anything is served: the data folder, the database, what was left half done."""

import os
import sqlite3
from pathlib import Path

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import CommandError
from django.db import DatabaseError, connection

from server.photos.files import clear_half_written
from server.recovery.services import purge

_OWNER_ONLY = 0o700


def prepare(*, tidy: bool = True) -> None:
    """Prepare the database; to ``tidy`` is to clear away what is past its time and what was left half done.

    A command beside a server that runs does not: what looks left may be just being written.
    Raises ``CommandError`` with a sentence.
    """
    os.umask(0o077)  # what is kept is its owner's alone
    folder = Path(settings.DATA_DIR)
    try:
        folder.chmod(_OWNER_ONLY)
        _writable(folder)
        _sound()
        call_command("migrate", verbosity=0)
        if tidy:
            clear_half_written()
            purge()
    except (DatabaseError, sqlite3.Error, OSError) as error:
        raise CommandError(told(error, folder)) from error


def told(error: Exception, folder: Path) -> str:
    """Say in words what is wrong with the disk or the database, and what would do."""
    said = str(error).lower()
    if "full" in said or "no space" in said:
        return f"The disk is full: Ink Quilt cannot keep anything in {folder}. Make room, and start it again."
    if "malformed" in said or "not a database" in said or "integrity" in said:
        name = Path(str(settings.DATABASES["default"]["NAME"])).name
        return (
            f"The database {name} in {folder} is damaged. Put a copy of the folder back in its place, or move the "
            "database away, start again and restore a zip of everything with “manage.py restore”."
        )
    return (
        f"Ink Quilt cannot write in {folder} ({error}). Give yourself the right to, or choose "
        "another folder with INKQUILT_DATA."
    )


def _writable(folder: Path) -> None:
    probe = folder / ".can-write"
    probe.write_bytes(b"ink" * 4096)
    probe.unlink()


def _sound() -> None:
    """Raise ``DatabaseError`` for a database that is damaged."""
    with connection.cursor() as cursor:
        cursor.execute("PRAGMA quick_check(1)")
        found = cursor.fetchone()
    if found and found[0] != "ok":
        raise DatabaseError(f"integrity: {found[0]}")
