"""What is told of sticking down."""

from collections.abc import Iterator
from typing import Any, Final

from inkquilt.assembly import afterwards
from inkquilt.assembly.distances import distances_of, from_the_edge, is_strip
from inkquilt.assembly.dry_fit import Difference
from inkquilt.assembly.glue import Glue, glue_of
from inkquilt.assembly.order import whole_of
from inkquilt.assembly.steps import PUTS_DOWN, SHOWS, Assembly, Step, StepKind
from inkquilt.assembly.terms import DRIES_IN, GLUE_CHOICES, StickSchool, WorkKind
from inkquilt.assembly.thickness import CELL, Thickness, thickness_of
from inkquilt.assembly.things import WORKED_ON, Thing, listed
from inkquilt.assembly.wording import (
    CAUTIONS,
    SCHOOL_ABOUT,
    SCHOOL_WORDS,
    distance_text,
    distance_words,
    glue_tells,
    step_tells,
    step_title,
    t_square_words,
    thick_words,
    tilt_words,
    work_words,
)
from inkquilt.composition.document import PageDocument
from inkquilt.composition.taking_over import taking_over
from inkquilt.lengths import Unit
from server.common.drawing import rings
from server.pages.change_serializers import written_change
from server.sticking.dry_fit import difference_of
from server.sticking.models import TablePicture

#: Kinds of steps in which a piece goes to its place.
_GLUED_ALONE: Final = frozenset({StepKind.STICK, StepKind.SLIP, StepKind.ONTO})
_PLACES: Final = frozenset({StepKind.STICK, StepKind.SLIP, StepKind.GROUP})


def sticking_answer(assembly: Assembly, document: PageDocument, version: int) -> dict[str, Any]:
    """Return how a page is put together."""
    unit, terms = document.unit, assembly.terms
    names = {part.key: part.name for thing in assembly.page.things for part in thing.parts}
    return {
        "version": version,
        "school": terms.school.value,
        "schools": [
            {"key": school.value, "words": SCHOOL_WORDS[school], "about": SCHOOL_ABOUT[school]}
            for school in StickSchool
        ],
        "steps": list(_steps(assembly, unit)),
        "things": [
            {
                "key": thing.key,
                "name": thing.name,
                "glue": way.value if (way := terms.glue.get(thing.key)) else None,
                "glued": not thing.is_drawn,
                "may_be_worked_on": thing.kind in WORKED_ON,
                "stuck": assembly.is_stuck(thing),
            }
            for thing in assembly.page.things
        ],
        "works": [{"key": work.key, "words": work_words(work.kind, names.get(work.on, ""))} for work in terms.works],
        "work_kinds": [kind.value for kind in WorkKind],
        "glue_ways": [way.value for way in GLUE_CHOICES],
        "own_order": bool(terms.order or terms.slips),
        "thickness": _thickness(assembly, thickness_of(assembly.page), unit),
        "cautions": list(CAUTIONS),
    }


def _steps(assembly: Assembly, unit: Unit) -> Iterator[dict[str, Any]]:
    page, grains, down = assembly.page, unit.grains, list[Thing]()
    for step in assembly.steps:
        things = [page.thing(key) for key in step.things]
        yield {
            "key": step.key,
            "kind": step.kind.value,
            "title": step_title(page, step),
            "words": list(step_tells(assembly, step)),
            "things": list(step.things),
            "outlines": list(rings([whole_of(thing) for thing in things], grains)),
            "puts": [part.key for thing in things for part in thing.parts] if step.kind in SHOWS else [],
            "glue": [_glue(assembly, glue, unit) for glue in glue_of(assembly, step)],
            **_place(assembly, step, down, unit),
            "done": assembly.is_done(step),
            "minutes": DRIES_IN if step.kind is StepKind.DRY else None,
            "may_choose_glue": step.kind in _GLUED_ALONE,
            "number": things[0].number if len(things) == 1 else None,
        }
        if step.kind in PUTS_DOWN:
            down += things


def _place(assembly: Assembly, step: Step, down: list[Thing], unit: Unit) -> dict[str, Any]:
    """Return where the piece of a step lies; of a group its foot."""
    page = assembly.page
    if step.kind not in _PLACES:
        return {"distances": [], "tilt": "", "t_square": ""}
    thing = page.thing(step.things[0])
    found = distances_of(page, thing, down)
    t_square = t_square_words(from_the_edge(page, thing), unit) if is_strip(page, thing) else ""
    return {
        "distances": [
            {
                "axis": one.axis.value,
                "number": "" if one.runs_off else distance_text(one, unit),
                "words": distance_words(page, one, unit),
                "begin": one.begin / unit.grains,
                "end": one.end / unit.grains,
                "across": one.across / unit.grains,
            }
            for one in found
        ],
        "tilt": tilt_words(thing),
        "t_square": t_square,
    }


def _glue(assembly: Assembly, glue: Glue, unit: Unit) -> dict[str, Any]:
    thing = assembly.page.thing(glue.thing)
    return {
        "name": next(part.name for part in thing.parts if part.key == glue.part),
        "where": list(rings([glue.where], unit.grains)),
        "fillers": list(rings([filler.where for filler in glue.fillers], unit.grains)),
        "words": list(glue_tells(assembly.page, glue, unit)),
    }


def _thickness(assembly: Assembly, found: Thickness, unit: Unit) -> dict[str, Any]:
    makers = [assembly.page.thing(key).name for key in found.makers[:3]]
    return {
        "most": thick_words(found.most, unit),
        "usual": thick_words(found.usual, unit),
        "x": found.x / unit.grains,
        "y": found.y / unit.grains,
        "by": listed(makers),
        "flatter": [{"words": one.words, "saves": thick_words(one.saves, unit)} for one in found.flatter],
        "cell": CELL / unit.grains,
        "cells": [[round(cell / found.most, 3) for cell in line] for line in found.cells],
    }


def afterwards_answer(assembly: Assembly, thing: Thing) -> dict[str, Any]:
    """Return what can still be done about a thing."""
    return {
        "name": thing.name,
        "chances": [
            {"way": chance.way.value, "words": chance.words} for chance in afterwards.what_is_left(assembly, thing.key)
        ],
        "cautions": list(afterwards.CAUTIONS),
    }


def table_picture_answer(row: TablePicture, assembly: Assembly, document: PageDocument) -> dict[str, Any]:
    """Return a picture with what was seen on it."""
    return {
        "id": row.pk,
        "kind": row.kind,
        "created": row.created,
        "address": f"/api/pages/{row.page_id}/table-pictures/{row.pk}/picture/",
        "differences": [_difference(difference_of(one), assembly, document) for one in row.differences],
    }


def _difference(one: Difference, assembly: Assembly, document: PageDocument) -> dict[str, Any]:
    there = {thing.key: thing for thing in assembly.page.things}
    shapes = [whole_of(there[key]) for key in one.things if key in there]
    change = taking_over(one, assembly, document)
    return {
        "kind": one.kind.value,
        "words": one.words,
        "outlines": list(rings(shapes, document.unit.grains)),
        "change": change and written_change(change),
    }
