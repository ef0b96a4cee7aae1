"""What a solving process does: one function after the other, each by its name.

This module is loaded once by the process that all solving processes are forked
from, so that each of them starts with the solver ready. What reads and writes
files is large and loaded only when it is needed.
"""

import traceback
from collections.abc import Callable, Sequence
from functools import cache
from importlib import import_module
from multiprocessing.connection import Connection
from typing import Any, Final

import inkquilt.fit.solve
import inkquilt.papering.paperings
import inkquilt.suggestions  # noqa: F401 (all three are loaded before the processes are forked)
from inkquilt.balance.schools import BalanceSchool
from inkquilt.balance.second_look import Figures, Observation, second_look
from inkquilt.cutting.advice import SheetSaver, sheet_saver
from inkquilt.cutting.plan import PaperNeed, PaperPlan, plan_page
from inkquilt.cutting.worthwhile import Gain, gains_of
from inkquilt.layout import Layout
from inkquilt.lengths import Unit

#: Where each task is found.
TASKS: Final = {
    **dict.fromkeys(("all_ways", "first_ways", "fit", "is_possible", "nearest"), "inkquilt.fit.solve"),
    "with_reasons": "inkquilt.fit.reasons",
    "proposals": "inkquilt.fit.proposals",
    "ways_out": "inkquilt.fit.relaxation_search",
    "going_along": "inkquilt.along",
    "best_choice": "inkquilt.photos.assign",
    "rank": "inkquilt.photos.finding",
    "print_sheets": "inkquilt.printing.sheets",
    "titles_read": "inkquilt.words.readable",
    "title_spots": "inkquilt.words.title_later",
    "story_told": "inkquilt.words.minding",
    **dict.fromkeys(("plan_clusters", "scatter", "add_in_gap", "cover_spot", "ready_phrases"), "inkquilt.clusters"),
    "try_it": "inkquilt.suggestions",
    "paperings": "inkquilt.papering.paperings",
    **dict.fromkeys(("suited", "judged"), "inkquilt.papering.ranking"),
    "mends": "inkquilt.papering.mending",
    "nested": "inkquilt.cutting.machine",
    **dict.fromkeys(("look_again", "planned_page", "first_plans", "worthwhile"), __name__),
    "read_photo": "inkquilt_io.photo_files",
    "changed_copy": "inkquilt_io.photo_copies",
    **dict.fromkeys(("read_swatch", "read_picture"), "inkquilt_io.swatches"),
    "look_for_areas": "inkquilt_io.looking",
    "tones_of": "inkquilt_io.tones",
    **dict.fromkeys(("view_colours", "colour_at"), "inkquilt_io.main_colours"),
    **dict.fromkeys(("pixelled", "sheets_pdf"), "inkquilt_io.photo_prints"),
    "printed": "inkquilt_io.photo_printer",
    "sketches_in": "inkquilt_io.sketch_files",
    "find_things": "inkquilt_io.picture.things",
    "trace_piece": "inkquilt_io.picture.trace",
    "read_dry_fit": "inkquilt_io.on_table",
    "page_pdf": "inkquilt_io.pdf",
    "measure_pdf": "inkquilt_io.measure_pdf",
    "placing_pdf": "inkquilt_io.placing_pdf",
    "words_pdf": "inkquilt_io.words_pdf",
    **dict.fromkeys(("cuts_pdf", "cuts_csv"), "inkquilt_io.cut_book"),
    **dict.fromkeys(("mat_svg", "mat_dxf"), "inkquilt_io.machine_files"),
    "tried": "inkquilt_io.cutting_machine",
    "swatch_pdf": "inkquilt_io.swatch_card",
    "guide_pdf": "inkquilt_io.guide_pdf",
    "slip_pdf": "inkquilt_io.slip_pdf",
    "contact_pdf": "inkquilt_io.album.contact_pdf",
    "list_pdf": "inkquilt_io.stash_pdf",
    "page_picture": "inkquilt_io.painting",
}


@cache
def task(name: str) -> Callable[..., Any]:
    """Return the function of a task."""
    found: Callable[..., Any] = getattr(import_module(TASKS[name]), name)
    return found


def planned_page(
    needs: Sequence[PaperNeed], seconds: float, unit: Unit
) -> tuple[tuple[PaperPlan, ...], tuple[SheetSaver | None, ...]]:
    """Plan the papers of a page; with time for it also say what small change would save a sheet."""
    plans: tuple[PaperPlan, ...] = ()
    for better in plan_page(needs, seconds):
        plans = better
    return plans, tuple(sheet_saver(plan, unit) if seconds else None for plan in plans)


def first_plans(needs: Sequence[PaperNeed]) -> list[PaperPlan]:
    """Return for each paper the first plan that comes to hand: whether there is enough of it."""
    return [next(plan_page([need], 0.0))[0] for need in needs]


def worthwhile(needs: Sequence[PaperNeed], ways: Sequence[Sequence[PaperNeed]], seconds: float) -> tuple[Gain, ...]:
    """Plan the papers of a page, and say which other ways to cut it are worth it."""
    plans: tuple[PaperPlan, ...] = ()
    for better in plan_page(needs, seconds):
        plans = better
    return gains_of(plans, ways)


def look_again(layout: Layout, school: BalanceSchool, off: frozenset[Any]) -> tuple[Figures, tuple[Observation, ...]]:
    """Look at a page again: every figure, and what is noticed."""
    figures = Figures(layout).reckoned()
    return figures, tuple(second_look(figures, school, off))


def serve(connection: Connection) -> None:
    """Answer calls until the other end closes."""
    while True:
        try:
            name, args = connection.recv()
        except (EOFError, OSError, KeyboardInterrupt):
            return
        try:
            answer: tuple[str, Any, str] = ("done", task(name)(*args), "")
        except Exception as error:  # whatever it was, the caller shall see it
            answer = ("failed", error, traceback.format_exc())
        try:
            connection.send(answer)
        except (BrokenPipeError, OSError):
            return
        except Exception as error:  # an answer or an error that cannot be sent is told in words
            connection.send(("failed", RuntimeError(f"{name}: {str(error)[:200]}"), traceback.format_exc()))
