"""What a solving process does: one function of the core after the other.

This module is loaded once by the process that all solving processes are forked
from, so that each of them starts with the solver ready.
"""

import traceback
from collections.abc import Sequence
from multiprocessing.connection import Connection
from pathlib import Path
from typing import TYPE_CHECKING, Any

from inkquilt.along import going_along
from inkquilt.cutting.advice import SheetSaver, sheet_saver
from inkquilt.cutting.plan import PaperNeed, PaperPlan, plan_page
from inkquilt.fit.proposals import proposals
from inkquilt.fit.reasons import with_reasons
from inkquilt.fit.solve import all_ways, first_ways, fit, is_possible, nearest
from inkquilt.fit.waysout import ways_out
from inkquilt.lengths import Unit
from inkquilt.photos.assign import best_choice
from inkquilt.photos.crop import Crop
from inkquilt.photos.mats import Tones
from inkquilt.printing import Print, print_sheets
from inkquilt.sketch.model import Size

if TYPE_CHECKING:
    from inkquilt_io.looking import Proposal
    from inkquilt_io.photo_files import PhotoFacts
    from inkquilt_io.photo_prints import Pixelled, Source
    from inkquilt_io.sketch_files import FromFile
    from inkquilt_io.swatches import Swatch

__all__ = [
    "all_ways", "best_choice", "first_ways", "fit", "going_along",
    "is_possible", "look_for_areas", "nearest", "pixelled", "planned_page",
    "print_sheets", "proposals", "read_photo", "read_swatch",
    "serve", "sketches_in", "tones_of", "ways_out", "with_reasons",
]  # fmt: skip


def sketches_in(content: bytes, file: str, page: Size | None, unit: Unit) -> list["FromFile"]:
    """Read the sketches in a file; what reads pictures is large and loaded only when it is needed."""
    from inkquilt_io.sketch_files import sketches_in as read

    return read(content, file, page, unit)


def planned_page(
    needs: Sequence[PaperNeed], seconds: float, unit: Unit
) -> tuple[tuple[PaperPlan, ...], tuple[SheetSaver | None, ...]]:
    """Plan the papers of a page; with time for it also say what small change would save a sheet."""
    plans: tuple[PaperPlan, ...] = ()
    for better in plan_page(needs, seconds):
        plans = better
    return plans, tuple(sheet_saver(plan, unit) if seconds else None for plan in plans)


def read_photo(path: Path, folder: Path, most_pixels: int) -> "PhotoFacts":
    """Read a photo file and make its smaller pictures."""
    from inkquilt_io.photo_files import read_photo as read

    return read(path, folder, most_pixels)


def read_swatch(path: Path, most_pixels: int) -> "Swatch":
    """Read a picture of a paper."""
    from inkquilt_io.swatches import read_swatch as read

    return read(path, most_pixels)


def look_for_areas(path: Path) -> "list[Proposal]":
    """Look for what matters on a photo."""
    from inkquilt_io.looking import look_for_areas as look

    return look(path)


def pixelled(one: Print, source: "Source", most_pixels: int) -> "Pixelled":
    """Make a print's picture from the original file."""
    from inkquilt_io.photo_prints import pixelled as make

    return make(one, source, most_pixels)


def tones_of(path: Path, crop: Crop) -> Tones:
    """Look at the colours of a photo."""
    from inkquilt_io.tones import tones_of as look

    return look(path, crop)


def serve(connection: Connection) -> None:
    """Answer calls until the other end closes."""
    while True:
        try:
            name, args = connection.recv()
        except (EOFError, OSError, KeyboardInterrupt):
            return
        try:
            answer: tuple[str, Any, str] = ("done", globals()[name](*args), "")
        except Exception as error:  # whatever it was, the caller shall see it
            answer = ("failed", error, traceback.format_exc())
        try:
            connection.send(answer)
        except (BrokenPipeError, OSError):
            return
        except Exception as error:  # an answer or an error that cannot be sent is told in words
            connection.send(("failed", RuntimeError(f"{name}: {str(error)[:200]}"), traceback.format_exc()))
