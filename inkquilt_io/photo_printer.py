"""A photo printer that is not there: it takes a job, checks it as a real one would, and hands back what would come out.

It knows the paper in its tray, how many sheets of it, the margin it cannot print
on, and whether it prints to the edge. What comes out is a picture of each sheet;
a log tells what it did and what it minded.
"""

from __future__ import annotations

import io
from collections.abc import Mapping, Sequence
from typing import Final

from PIL import Image, ImageDraw

from inkquilt.lengths import INCH, Grains, Unit, with_unit
from inkquilt.printing.laid import PrintSheet
from inkquilt.printing.prints import SOFT
from inkquilt_io.print_values import Job, Line, Pixelled, Printer, PrinterFault

#: What comes out is shown with so many pixels per inch.
SHOWN_PER_INCH: Final = 96


def printed(printer: Printer, sheets: Sequence[PrintSheet], pictures: Mapping[str, Pixelled]) -> Job:
    """Print a job on a printer; it stops at the first fault, what was printed before stays."""
    log = [Line(f"Job taken: {len(sheets)} sheet{'s' * (len(sheets) != 1)}.")]
    out: list[bytes] = []
    for number, sheet in enumerate(sheets, 1):
        fault = _stopped(printer, sheet, number)
        if fault is not None:
            log.append(fault)
            break
        log += _minded(sheet, pictures, number)
        out.append(_picture(printer, sheet, pictures))
        log.append(Line(f"Sheet {number} is out: {len(sheet.laid)} print{'s' * (len(sheet.laid) != 1)}."))
    else:
        log.append(Line("Done. Let the sheets dry before you cut them."))
    return Job(tuple(log), tuple(out))


def _stopped(printer: Printer, sheet: PrintSheet, number: int) -> Line | None:
    if printer.paper != sheet.paper.key:
        words = f"Sheet {number} wants {sheet.paper.name} paper; that is not what is in the tray."
        return Line(words, PrinterFault.WRONG_PAPER)
    if number > printer.sheets:
        return Line(f"The paper is out: sheet {number} waits for more.", PrinterFault.PAPER_OUT)
    margin = 0 if printer.borderless else printer.margin
    for laid in sheet.laid:
        bleed = laid.print.bleed
        places = (
            laid.x - bleed,
            laid.y - bleed,
            sheet.paper.size.width - laid.x - laid.size.width - bleed,
            sheet.paper.size.height - laid.y - laid.size.height - bleed,
        )
        if min(places) < margin:
            reach, blank = (with_unit(length, Unit.IN) for length in (max(0, min(places)), margin))
            words = (
                f"“{laid.print.name}” on sheet {number} reaches within {reach} of the edge, and this printer "
                f"leaves {blank} blank. Let it print to the edge, or leave a margin."
            )
            return Line(words, PrinterFault.BORDERLESS)
    return None


def _minded(sheet: PrintSheet, pictures: Mapping[str, Pixelled], number: int) -> list[Line]:
    lines = []
    for laid in sheet.laid:
        whole = laid.print.size.width + 2 * laid.print.bleed
        per_inch = pictures[laid.print.key].width * INCH // whole
        if per_inch < SOFT:
            lines.append(
                Line(f"“{laid.print.name}” on sheet {number} has {per_inch} pixels per inch: it will look soft.")
            )
    return lines


def _picture(printer: Printer, sheet: PrintSheet, pictures: Mapping[str, Pixelled]) -> bytes:
    def pixels(length: Grains) -> int:
        return round(length * SHOWN_PER_INCH / INCH)

    size = pixels(sheet.paper.size.width), pixels(sheet.paper.size.height)
    paper = Image.new("RGB", size, "white")
    pen = ImageDraw.Draw(paper)
    for mark in sheet.marks():
        pen.line([pixels(mark.x0), pixels(mark.y0), pixels(mark.x1), pixels(mark.y1)], fill="black")
    for laid in sheet.laid:
        bleed = laid.print.bleed
        with Image.open(io.BytesIO(pictures[laid.print.key].jpeg)) as picture:
            upright = picture.convert("RGB")
        lying = upright.transpose(Image.Transpose.ROTATE_270) if laid.turned else upright
        wide, high = pixels(laid.size.width + 2 * bleed), pixels(laid.size.height + 2 * bleed)
        paper.paste(lying.resize((max(1, wide), max(1, high))), (pixels(laid.x - bleed), pixels(laid.y - bleed)))
    if not printer.borderless:  # what it cannot print on stays white
        edge = pixels(printer.margin)
        blank = Image.new("RGB", size, "white")
        blank.paste(paper.crop((edge, edge, size[0] - edge, size[1] - edge)), (edge, edge))
        paper = blank
    out = io.BytesIO()
    paper.save(out, "PNG")
    return out.getvalue()
