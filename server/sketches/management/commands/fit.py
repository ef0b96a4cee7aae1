"""``manage.py fit``: fit a sketch file to a page, without a database.

Exit status 0 with a fit, 1 when none fits, 2 on bad input. With ``--json`` only
JSON goes to standard output.
"""

import json
import sys
from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand

from inkquilt.errors import BadInput, CoreError
from inkquilt.exact_json import read_exact
from inkquilt.fit import Fit, FitRequest, School, Way, bounds
from inkquilt.fit.explain import gist_of
from inkquilt.fit.reasons import with_reasons
from inkquilt.fit.solve import all_ways
from inkquilt.fit.solve import fit as fit_one
from inkquilt.fit.writing import write_fits
from inkquilt.lengths import Unit, parse_length
from inkquilt.page import FORMATS, Margins, Page
from inkquilt.photos import PhotoChoice, crop_to_fill, read_photos
from inkquilt.sketch import Role
from inkquilt.sketch.reading import read_sketch

#: A sketch of 200 blocks is far below this.
MOST_BYTES = 2 * 1024 * 1024


class BadCall(Exception):
    """Input the command cannot work with; its messages are for the person who typed."""

    def __init__(self, *messages: str) -> None:
        super().__init__(*messages)
        self.messages = messages


class Command(BaseCommand):
    """Fit a sketch to a page."""

    help = "Fit a sketch to a page and print every way that was tried."
    requires_system_checks: list[str] = []

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Declare the words of the command."""
        parser.add_argument("sketch", help="a .quilt.json file, or - for standard input")
        parser.add_argument("--page", required=True, help="8.5x11in, 210x297mm or a format's name such as a4")
        parser.add_argument("--grid", help="what everything cut lies on: 1/8in, 1mm")
        parser.add_argument("--school", choices=[school.value for school in School])
        parser.add_argument("--turn", type=int, choices=[0, 90, 180, 270], help="turn the sketch clockwise first")
        parser.add_argument("--mirror", action="store_true", help="then exchange left and right")
        parser.add_argument("--clear", default="0", help="margin to keep clear on all sides: 1/4in")
        parser.add_argument("--photos", help="a photo file: print sizes, and which photo goes where")
        parser.add_argument("--why", action="store_true", help="explain what was lost; takes a few solves more")
        parser.add_argument("--json", action="store_true", help="print JSON only")

    def handle(self, *args: Any, **options: Any) -> None:
        """Run; see the module for the exit status."""
        try:
            request, photos = _request(options)
        except BadCall as error:
            self._refuse(error.messages, as_json=options["json"])
        fits = _fits(request, options)
        if options["why"]:
            fits = [with_reasons(request, result) for result in fits]
        if options["json"]:
            answer = write_fits(request, fits)
            answer["crops"] = _crops(photos, fits)
            self.stdout.write(json.dumps(answer, ensure_ascii=False, indent=1))
        else:
            self._tell(fits, request.page.unit)
        if not any(fit.found for fit in fits):
            sys.exit(1)

    def _refuse(self, messages: tuple[str, ...], as_json: bool) -> None:
        if as_json:
            fault = {"kind": "ink-quilt/error", "version": 1, "errors": list(messages)}
            self.stdout.write(json.dumps(fault, ensure_ascii=False))
        for message in messages:
            self.stderr.write(message)
        sys.exit(2)

    def _tell(self, fits: list[Fit], unit: Unit) -> None:
        for fit in fits:
            gist = gist_of(fit)
            self.stdout.write(f"{gist.title}: {gist.words} ({fit.status.value}, {fit.seconds:.2f} s)")
            for change in fit.changes:
                if change.kind == "size":
                    self.stdout.write(f"  {change.block}: {change.before} -> {change.after} {unit.value}; {change.why}")
            if fit.clash:
                self.stdout.write("  " + (fit.clash.sum or "these cannot all hold:"))
                for demand in fit.clash.demands:
                    self.stdout.write(f"    {demand.demand}")


def _request(options: dict[str, Any]) -> tuple[FitRequest, PhotoChoice]:
    data = _json_file(options["sketch"])
    try:
        page = parse_page(options["page"], options["clear"])
        grid = parse_length(options["grid"], page.unit).grains if options["grid"] else bounds.DEFAULT_GRID[page.unit]
        if not 0 < grid <= page.width // 8:
            raise BadCall(f"a grid of “{options['grid']}” is too coarse or nothing at all; 1/8in or 1mm would do")
        photos = read_photos(_json_file(options["photos"])) if options["photos"] else PhotoChoice((), None)
        sketch = read_sketch(data).sketch
    except BadInput as error:
        raise BadCall(*(fault.message for fault in error.faults)) from error
    except CoreError as error:
        raise BadCall(str(error)) from error
    slots = {block.id for block in sketch.blocks if block.role is Role.PHOTO}
    lost = [photo for photo in photos.photos if photo.slot is not None and photo.slot not in slots]
    if lost:
        raise BadCall(*(f"photo “{photo.id}”: the sketch has no photo block “{photo.slot}”" for photo in lost))
    return FitRequest(sketch, page, grid, photos.print_sizes or bounds.PRINT_SIZES[page.unit]), photos


def parse_page(text: str, clear: str) -> Page:
    """Read ``8.5x11in``, ``210 x 297 mm`` or a format's key; raises ``CoreError`` or ``BadCall``."""
    for form in FORMATS:
        if form.key == text.strip().lower():
            return form.page(Margins.even(parse_length(clear, form.unit).grains))
    parts = text.lower().replace("×", "x").split("x")
    if len(parts) != 2:
        raise UnreadablePage(text)
    unit = Unit.MM if parts[1].strip().endswith(("mm", "cm")) else Unit.IN
    height = parse_length(parts[1], unit)
    own_unit = any(parts[0].strip().endswith(mark) for mark in ("mm", "cm", "in", '"'))
    cm = parts[1].strip().endswith("cm") and not own_unit
    width = parse_length(parts[0] + (" cm" if cm else ""), unit)
    return Page(width.grains, height.grains, unit, Margins.even(parse_length(clear, unit).grains))


class UnreadablePage(BadCall):
    """A page size that is none."""

    def __init__(self, text: str) -> None:
        names = ", ".join(form.key for form in FORMATS)
        super().__init__(f"“{text[:40]}” is no page size; 8.5x11in, 210x297mm or one of {names} would do")


def _fits(request: FitRequest, options: dict[str, Any]) -> list[Fit]:
    """Return the ways worth offering; of a school that was asked for those, or its own page where none is."""
    turn, mirrored = options["turn"] or 0, options["mirror"]
    if options["school"] is None:
        found = list(all_ways(request, turn, mirrored))
        return found or [fit_one(request, Way(School.KEEP_PROPORTIONS, turn, mirrored))]
    school = School(options["school"])
    asked = [result for result in all_ways(request, turn, mirrored) if result.way.school is school]
    return asked or [fit_one(request, Way(school, turn, mirrored))]


def _json_file(name: str) -> object:
    try:
        text = sys.stdin.read(MOST_BYTES + 1) if name == "-" else _read(Path(name))
        if len(text) > MOST_BYTES:
            raise BadCall(f"“{name}” is larger than a sketch can be (2 MB)")
        return read_exact(text)
    except OSError as error:
        raise BadCall(f"“{name}” cannot be read: {error.strerror}") from error
    except ValueError as error:
        raise BadCall(f"“{name}” is no readable JSON: {str(error)[:160]}") from error


def _read(path: Path) -> str:
    with path.open(encoding="utf-8") as file:
        return file.read(MOST_BYTES + 1)


def _crops(photos: PhotoChoice, fits: list[Fit]) -> list[dict[str, Any]]:
    """Which part of each photo shows in its slot, for each fit, in parts of the photo."""
    crops = []
    for index, fit in enumerate(fits):
        slots = {block.id: block for block in fit.blocks}
        for photo in photos.photos:
            if photo.slot in slots:
                crop = crop_to_fill(photo.width, photo.height, slots[photo.slot].size)
                part = {name: float(getattr(crop, name)) for name in ("left", "top", "width", "height")}
                crops.append({"fit": index, "photo": photo.id, "slot": photo.slot, **part})
    return crops
