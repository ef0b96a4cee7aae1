"""The photos of pages as prints: which are printed, how fine, on which sheets, as files and on a printer."""

import io
import zipfile
from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Any

from django.conf import settings

from inkquilt.composition.pictures import crop_in
from inkquilt.lengths import Grains, Unit, with_unit
from inkquilt.printing import PAPERS, Fineness, Packed, PieceTooLarge, Print, PrintPaper, PrintSheet, fineness
from inkquilt.sketch import Role
from inkquilt_io.photo_values import NotAPhoto
from inkquilt_io.print_values import Job, Pixelled, Printer, Source
from server.common.asked import refuse
from server.common.errors import ApiError
from server.pages.known import documents_of
from server.pages.models import Page
from server.pages.pictures import pictures_of
from server.photos.models import Photo
from server.solving.pool import solvers


@dataclass(frozen=True, slots=True)
class PrintTerms:
    """How photos are printed: on which paper, with a white border or a bleed, and what the printer leaves blank.

    What is said of them is in ``unit``.
    """

    paper: PrintPaper
    margin: Grains
    border: Grains = 0
    bleed: Grains = 0
    unit: Unit = Unit.IN


@dataclass(frozen=True, slots=True)
class Plan:
    """What is printed and what is not, and why not."""

    terms: PrintTerms
    prints: list[Print] = field(default_factory=list)
    sources: dict[str, Source] = field(default_factory=dict)
    fine: dict[str, Fineness] = field(default_factory=dict)
    left: list[tuple[str, str]] = field(default_factory=list)


def paper_of(key: str) -> PrintPaper:
    """Return photo paper by its key. Raises ``BadInput``."""
    paper = next((paper for paper in PAPERS if paper.key == key), None)
    if paper is None:
        raise refuse("unknown-paper", f"There is no photo paper “{key[:20]}”.", "paper")
    return paper


def plan(pages: Sequence[Page], terms: PrintTerms) -> Plan:
    """Return the prints of pages, each photo at the size its slot has there."""
    made = Plan(terms)
    documents = documents_of(pages)
    for page in pages:
        document = documents[page.pk]
        pictures = pictures_of(page, document)
        for block in document.blocks:
            on = document.photos.get(block.id)
            if block.role is not Role.PHOTO or on is None:
                continue
            photo = pictures.get(on.photo)
            why = _not_printed(photo)
            if photo is None or why:
                made.left.append((photo.name if photo else block.name, why))
                continue
            key = f"{page.pk} {block.id}"
            crop = crop_in(photo.core, block, on)
            made.prints.append(Print(key, photo.name, block.size, terms.border, terms.bleed))
            made.sources[key] = Source(photo.original, crop)
            made.fine[key] = fineness(photo.pixels, crop, block.size)
    return made


def _not_printed(photo: Photo | None) -> str:
    if photo is None:
        return "its photo was removed"
    if photo.kind == Photo.Kind.DOCUMENT:
        return "a document or keepsake goes on the page itself"
    if photo.kind == Photo.Kind.PRINT:
        return "it is a print already"
    return "" if photo.original.is_file() else "its file is missing"


def sheets_for(made: Plan) -> tuple[tuple[PrintSheet, ...], Packed]:
    """Lay the prints on sheets. Raises ``ApiError`` for one that is larger than the paper."""
    try:
        packed: tuple[tuple[PrintSheet, ...], Packed] = solvers().run(
            "print_sheets", made.prints, made.terms.paper, made.terms.margin
        )
    except PieceTooLarge as error:
        one = made.prints[error.index]
        size = f"{with_unit(one.footprint.width, made.terms.unit)} × {with_unit(one.footprint.height, made.terms.unit)}"
        detail = (
            f"“{one.name}” needs {size}: more than {made.terms.paper.name} paper has inside the margin the printer "
            "leaves blank. Take larger paper, or print to the edge."
        )
        raise ApiError("print-too-large", detail) from error
    return packed


def as_pdf(made: Plan, title: str) -> bytes:
    """Return the sheets as PDF."""
    sheets, _ = sheets_for(made)
    content: bytes = solvers().run("sheets_pdf", sheets, _pictures(made), title)
    return content


def as_zip(made: Plan) -> bytes:
    """Return each print as a JPEG of its own, in a zip."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_STORED) as archive:
        for number, (one, picture) in enumerate(zip(made.prints, _pictures(made).values(), strict=True), 1):
            name = "".join(letter if letter.isalnum() or letter in " -" else "_" for letter in one.name)
            archive.writestr(f"{number:02d} {name[:60]}.jpg", picture.jpeg)
    return out.getvalue()


def on_printer(made: Plan, printer: Printer) -> Job:
    """Send the sheets to the printer that is not there."""
    sheets, _ = sheets_for(made)
    job: Job = solvers().run("printed", printer, sheets, _pictures(made))
    return job


def _pictures(made: Plan) -> dict[str, Pixelled]:
    pictures: dict[str, Pixelled] = {}
    for one in made.prints:
        try:
            pictures[one.key] = solvers().run("pixelled", one, made.sources[one.key], settings.PHOTO_MOST_PIXELS)
        except (OSError, NotAPhoto) as error:
            raise ApiError("photo-unreadable", f"The file of “{one.name}” cannot be read any more.", 409) from error
    return pictures


def asked_pages(owner: Any, keys: str) -> list[Page]:
    """Return the pages named as 3-7-9. Raises ``BadInput`` for none, and for one that is not hers."""
    numbers = [int(part) for part in keys.split("-") if part.isdigit() and len(part) < 16][:50]
    found = Page.objects.visible_to(owner).in_bulk(numbers)
    pages = [found[number] for number in dict.fromkeys(numbers) if number in found]
    if not pages or len(pages) < len(set(numbers)):
        raise refuse("unknown-page", "One of these pages is not on your table.", "pages")
    return pages
