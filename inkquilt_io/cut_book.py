"""The cut sheets to print: every sheet with its picture and its cuts step by step, and what is lacking. Also as CSV."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterator, Sequence
from typing import Any, Final
from xml.sax.saxutils import escape

from reportlab.lib.styles import ParagraphStyle
from reportlab.platypus import Flowable, KeepTogether, Paragraph, SimpleDocTemplate, Spacer, Table, TableStyle

from inkquilt.cutting import PaperPlan
from inkquilt.cutting.guillotine import CutSheet, StockKind
from inkquilt.cutting.pieces import Slant
from inkquilt.cutting.plan import piece_of_middle
from inkquilt.cutting.steps import Becomes, Outcome, Step, steps_of
from inkquilt.cutting.trimmer import Trimmer
from inkquilt.cutting.unplaced import lacking
from inkquilt.lengths import Unit, format_nearest, with_unit
from inkquilt.sketch.model import Size
from inkquilt_io.look import INK
from inkquilt_io.pdf import TITLES, WORDS, points, register_fonts, rgb
from inkquilt_io.print_values import CutBook, SheetSize
from inkquilt_io.table import escaped

_MARGIN: Final = 0.6 * 72
_PICTURE: Final = 2.3 * 72
CAUTIONS: Final = (
    "Blades: cap them, cut away from you, keep fingers behind the guide and tools out of children's reach; "
    "follow the maker's instructions. Copy a print or document that cannot be replaced before you cut it."
)
HEADER: Final = ("Paper", "Sheet", "Cut", "Part", "Edge at the fence", "Set to", "Start", "Stop", "Stays", "Falls off")


def cuts_csv(book: CutBook) -> bytes:
    """Return every cut as a row, UTF-8 with a byte order mark."""
    out = io.StringIO()
    writer = csv.writer(out)
    writer.writerow(HEADER)
    for name, plan in book.papers:
        for number, sheet in enumerate(plan.sheets, 1):
            for count, step in enumerate(steps_of(plan, sheet, book.trimmers), 1):
                how, inside = step.instruction, step.instruction.inside
                cells = [
                    name,
                    f"{number}: {_stock_words(sheet, book.unit)}",
                    str(count),
                    _size(how.size, book.unit),
                    how.slant.value if how.slant else how.fence.value,
                    "corner to corner" if how.slant else with_unit(how.setting, book.unit),
                    with_unit(inside.start, book.unit) if inside else "",
                    with_unit(inside.stop, book.unit) if inside else "",
                    _outcome(step.kept, book.unit),
                    _outcome(step.falls, book.unit),
                ]
                writer.writerow([escaped(cell) for cell in cells])
    return out.getvalue().encode("utf-8-sig")


def cuts_pdf(book: CutBook, paper: SheetSize) -> bytes:
    """Return the cut sheets on letter or A4."""
    register_fonts()
    out = io.BytesIO()
    width, height = (points(side) for side in paper.value)
    document = SimpleDocTemplate(
        out, pagesize=(width, height), title=f"Cuts of {book.title}", author="Ink Quilt", invariant=1,
        leftMargin=_MARGIN, rightMargin=_MARGIN, topMargin=_MARGIN, bottomMargin=_MARGIN,
    )  # fmt: skip
    heading = ParagraphStyle("heading", fontName=TITLES, fontSize=18, leading=23, textColor=rgb(INK))
    second = ParagraphStyle("second", fontName=TITLES, fontSize=13, leading=18, textColor=rgb(INK), spaceBefore=8)
    words = ParagraphStyle("words", fontName=WORDS, fontSize=10.5, leading=14, textColor=rgb(INK))
    story: list[Any] = [Paragraph(escape(f"Cuts of {book.title}"), heading), Paragraph(escape(CAUTIONS), words)]
    for name, plan in book.papers:
        for number, sheet in enumerate(plan.sheets, 1):
            title = f"{name}, sheet {number}: {_stock_words(sheet, book.unit)}"
            steps = [
                Paragraph(f"<b>{count}.</b> {escape(_unbroken(line))}", words)
                for count, line in enumerate(step_lines(plan, sheet, book.trimmers, book.unit), 1)
            ] or [Paragraph("No cut: it is the piece as it is.", words)]
            beside = Table([[_SheetPicture(plan, sheet), steps]], colWidths=[_PICTURE + 16, None])
            beside.setStyle(TableStyle([("VALIGN", (0, 0), (-1, -1), "TOP"), ("LEFTPADDING", (0, 0), (0, 0), 0)]))
            block: list[Any] = [Paragraph(escape(title), second), beside]
            story.append(KeepTogether(block) if len(steps) < 20 else Spacer(1, 1))
            if len(steps) >= 20:  # too long to stay on one sheet
                story += [Paragraph(escape(title), second), _SheetPicture(plan, sheet), *steps]
        story += [Paragraph(escape(lack.words(book.unit)), words) for lack in lacking(plan)]
    if book.to_buy:
        story += [Paragraph("To buy", second), *(Paragraph(escape(line), words) for line in book.to_buy)]
    document.build(story)
    return out.getvalue()


def step_lines(plan: PaperPlan, sheet: CutSheet, trimmers: Sequence[Trimmer], unit: Unit) -> Iterator[str]:
    """Yield a sheet's cuts as sentences."""
    for step in steps_of(plan, sheet, trimmers):
        how, inside = step.instruction, step.instruction.inside
        words = f"{_part(step, unit)}, {how.fence.value} edge at the fence, set to {with_unit(how.setting, unit)}"
        if how.slant is not None:
            words = f"{_part(step, unit)}, corner to corner, {how.slant.value} from the left"
        if inside is not None:
            words += f", from the {with_unit(inside.start, unit)} to the {with_unit(inside.stop, unit)} mark"
        if step.kept is not None and step.falls is not None:
            words += f". Stays: {_outcome(step.kept, unit)}. Falls off: {_outcome(step.falls, unit)}."
        if step.face_to_face is not None:
            words += f" Or laid face to face on {step.face_to_face}: the same cut makes both."
        if how.trimmer is None:
            words += f" With a knife: {'; '.join(how.refusals)}."
        yield words


def _unbroken(line: str) -> str:
    """Keep a whole number and its fraction on one line."""
    return re.sub(r"(\d) (?=\d+/\d)", "\\1\u00a0", line)


def _part(step: Step, unit: Unit) -> str:
    how = step.instruction
    return f"Piece {how.part}" if how.is_on_piece else f"The {_size(how.size, unit)}"


def _outcome(outcome: Outcome | None, unit: Unit) -> str:
    if outcome is None:
        return ""
    size = _size(outcome.size, unit)
    match outcome.becomes:
        case Becomes.PIECE:
            return f"piece {outcome.piece} ({size})"
        case Becomes.FRAME:
            return f"piece {outcome.piece}, a frame"
        case Becomes.MIDDLE:
            return f"its middle ({size})"
        case Becomes.LEFTOVER:
            return f"left over ({size})"
        case Becomes.CUT_ON:
            return f"to be cut on ({size})"
        case Becomes.TRIANGLE:
            return f"triangle {outcome.piece}"


def _size(size: Size, unit: Unit) -> str:
    return f"{format_nearest(size.width, unit)} × {format_nearest(size.height, unit)}"


def _stock_words(sheet: CutSheet, unit: Unit) -> str:
    of = piece_of_middle(sheet.stock)
    what = f"the middle of {of}" if of else "a scrap" if sheet.stock.kind is StockKind.SCRAP else "a sheet"
    return f"{what} {_size(sheet.stock.size, unit)} {unit.value}"


class _SheetPicture(Flowable):  # type: ignore[misc]
    """One sheet with its numbered pieces, holes dashed."""

    def __init__(self, plan: PaperPlan, sheet: CutSheet) -> None:
        super().__init__()
        self.plan, self.sheet = plan, sheet
        longest = max(sheet.stock.size.width, sheet.stock.size.height)
        self.small = _PICTURE / longest
        self.width, self.height = sheet.stock.size.width * self.small, sheet.stock.size.height * self.small

    def wrap(self, *room: float) -> tuple[float, float]:
        """Return its size."""
        return self.width, self.height

    def draw(self) -> None:
        """Draw it."""
        pdf = self.canv
        pdf.setStrokeColorRGB(*rgb(INK))
        pdf.setFillColorRGB(0.93, 0.9, 0.84)
        pdf.rect(0, 0, self.width, self.height, stroke=1, fill=1)
        for placed in self.sheet.placed:
            wide, high = placed.size.width * self.small, placed.size.height * self.small
            left, foot = placed.x * self.small, self.height - placed.y * self.small - high
            pdf.setFillColorRGB(1, 1, 1)
            pdf.rect(left, foot, wide, high, stroke=1, fill=1)
            piece = self.plan.piece(placed.key)
            pdf.setDash(2, 2)
            for hole in piece.openings_as(placed.size):
                pdf.rect(
                    left + hole.x * self.small,
                    foot + high - hole.bottom * self.small,
                    hole.size.width * self.small,
                    hole.size.height * self.small,
                )
            slant = piece.slant_as(placed.size)
            if slant is not None:
                low, top = (foot, foot + high) if slant is Slant.RISING else (foot + high, foot)
                pdf.line(left, low, left + wide, top)
            pdf.setDash()
            pdf.setFillColorRGB(*rgb(INK))
            letters = min(13, 0.8 * min(wide, high))
            pdf.setFont(WORDS, letters)
            pdf.drawCentredString(left + wide / 2, foot + high / 2 - letters / 3, placed.key)
