"""Photo prints of pages: planned, as files, and on the printer that is not there."""

import base64
from typing import Any

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.lengths import INCH, Unit, with_unit
from inkquilt.printing import PAPERS, Print, PrintSheet
from inkquilt.printing.prints import BLEED, Grade
from inkquilt.sketch.model import Size
from inkquilt_io.print_values import USUAL_MARGIN, Printer, PrinterFault
from server.accounts.usual import unit_of
from server.common.asked import asked_for, asked_length, refuse
from server.common.serializers import ErrorSerializer
from server.printing import services

PAPER_CHOICES = [(paper.key, paper.name) for paper in PAPERS]
GRADES = [(grade.value, grade.value) for grade in Grade]
FAULTS = [(fault.value, fault.value) for fault in PrinterFault]
#: A white border wider than this is no border.
WIDEST_BORDER = 2 * INCH


class PrintQuerySerializer(serializers.Serializer):
    """Which pages (3-7-9), on which paper; a white border as typed, or a bleed; to the edge or not."""

    pages = serializers.CharField(max_length=400)
    paper = serializers.ChoiceField(PAPER_CHOICES, default="letter")
    border = serializers.CharField(max_length=60, allow_blank=True, default="")
    bleed = serializers.BooleanField(default=False)
    to_the_edge = serializers.BooleanField(default=False)


class PhotoPrintSerializer(serializers.Serializer):
    """One print: its size, how fine it comes out, and the largest size at which it is fine."""

    key = serializers.CharField()
    name = serializers.CharField()
    size = serializers.CharField()
    per_inch = serializers.IntegerField()
    grade = serializers.ChoiceField(GRADES)
    largest_fine = serializers.CharField()


class LaidSerializer(serializers.Serializer):
    """A print on its sheet, in inches; ``border`` and ``bleed`` lie outside of it."""

    key = serializers.CharField()
    name = serializers.CharField()
    x = serializers.FloatField()
    y = serializers.FloatField()
    width = serializers.FloatField()
    height = serializers.FloatField()
    border = serializers.FloatField()
    bleed = serializers.FloatField()
    turned = serializers.BooleanField()


class PrintSheetSerializer(serializers.Serializer):
    """A sheet of photo paper with its prints and cut marks, in inches."""

    width = serializers.FloatField()
    height = serializers.FloatField()
    laid = LaidSerializer(many=True)
    marks = serializers.ListField(child=serializers.ListField(child=serializers.FloatField()))


class NotPrintedSerializer(serializers.Serializer):
    """What is not printed, and why."""

    name = serializers.CharField()
    why = serializers.CharField()


class PrintPlanSerializer(serializers.Serializer):
    """All prints, what is left out, and the sheets; ``fewest`` when fewer sheets cannot do."""

    prints = PhotoPrintSerializer(many=True)
    left = NotPrintedSerializer(many=True)
    sheets = PrintSheetSerializer(many=True)
    fewest = serializers.BooleanField()


class PrinterQuerySerializer(PrintQuerySerializer):
    """What is in the printer: which paper, how many sheets, and whether it prints to the edge."""

    tray = serializers.ChoiceField(PAPER_CHOICES)
    sheets = serializers.IntegerField(min_value=0, max_value=100, default=20)
    borderless = serializers.BooleanField(default=False)


class LogLineSerializer(serializers.Serializer):
    """A line of the printer's log; a fault stopped it."""

    words = serializers.CharField()
    fault = serializers.ChoiceField(FAULTS, allow_null=True)


class JobSerializer(serializers.Serializer):
    """What came of a job: the log, and each sheet that came out as a PNG picture in a data address."""

    log = LogLineSerializer(many=True)
    sheets = serializers.ListField(child=serializers.CharField())


def _planned(request: Request, asked: dict[str, Any]) -> services.Plan:
    unit = unit_of(request.user)
    border = asked_length(asked, "border", unit, "The white border") if asked["border"].strip() else 0
    if border > WIDEST_BORDER:
        raise refuse("border", f"A white border is at most {with_unit(WIDEST_BORDER, unit)} wide.", "border")
    bleed = BLEED if asked["bleed"] and not border else 0
    margin = 0 if asked["to_the_edge"] else USUAL_MARGIN
    terms = services.PrintTerms(services.paper_of(asked["paper"]), margin, border, bleed, unit)
    return services.plan(services.asked_pages(request.user, asked["pages"]), terms)


class PrintsView(APIView):
    """The plan of prints."""

    @extend_schema(
        operation_id="print_plan",
        parameters=[PrintQuerySerializer],
        responses={200: PrintPlanSerializer, 400: ErrorSerializer},
    )
    def get(self, request: Request) -> Response:
        """Lay them out."""
        made = _planned(request, asked_for(PrintQuerySerializer, request.query_params))
        sheets, packed = services.sheets_for(made)
        return Response(
            {
                "prints": [_print(made, one, unit_of(request.user)) for one in made.prints],
                "left": [{"name": name, "why": why} for name, why in made.left],
                "sheets": [_sheet(sheet) for sheet in sheets],
                "fewest": packed.fewest,
            }
        )


def _print(made: services.Plan, one: Print, unit: Unit) -> dict[str, Any]:
    fine = made.fine[one.key]
    return {
        "key": one.key,
        "name": one.name,
        "size": _size(one.size, unit),
        "per_inch": fine.per_inch,
        "grade": fine.grade.value,
        "largest_fine": _size(fine.largest_fine, unit),
    }


def _size(size: Size, unit: Unit) -> str:
    return f"{with_unit(size.width, unit)} × {with_unit(size.height, unit)}"


def _sheet(sheet: PrintSheet) -> dict[str, Any]:
    return {
        "width": sheet.paper.size.width / INCH,
        "height": sheet.paper.size.height / INCH,
        "laid": [
            {
                "key": laid.print.key,
                "name": laid.print.name,
                "x": laid.x / INCH,
                "y": laid.y / INCH,
                "width": laid.size.width / INCH,
                "height": laid.size.height / INCH,
                "border": laid.print.border / INCH,
                "bleed": laid.print.bleed / INCH,
                "turned": laid.turned,
            }
            for laid in sheet.laid
        ],
        "marks": [[mark.x0 / INCH, mark.y0 / INCH, mark.x1 / INCH, mark.y1 / INCH] for mark in sheet.marks()],
    }


class PrintFilesView(APIView):
    """The prints as a file."""

    @extend_schema(
        operation_id="print_file",
        parameters=[PrintQuerySerializer],
        responses={
            (200, "application/pdf"): OpenApiTypes.BINARY,
            (200, "application/zip"): OpenApiTypes.BINARY,
            400: ErrorSerializer,
        },
    )
    def get(self, request: Request, kind: str) -> HttpResponse:
        """Return the sheets as PDF, or each print as JPEG in a zip."""
        made = _planned(request, asked_for(PrintQuerySerializer, request.query_params))
        if kind == "pdf":
            content, mime = services.as_pdf(made, "Photo prints"), "application/pdf"
        else:
            content, mime = services.as_zip(made), "application/zip"
        answer = HttpResponse(content, content_type=mime)
        answer["Content-Disposition"] = f'attachment; filename="photo-prints.{kind}"'
        return answer


class PrinterView(APIView):
    """The printer that is not there."""

    @extend_schema(
        operation_id="print_on_printer",
        request=PrinterQuerySerializer,
        responses={200: JobSerializer, 400: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Print; hand back what came out, and the log."""
        asked = asked_for(PrinterQuerySerializer, request.data)
        printer = Printer(asked["tray"], asked["sheets"], borderless=asked["borderless"])
        job = services.on_printer(_planned(request, asked), printer)
        return Response(
            {
                "log": [{"words": line.words, "fault": line.fault and line.fault.value} for line in job.log],
                "sheets": ["data:image/png;base64," + base64.b64encode(sheet).decode() for sheet in job.sheets],
            }
        )
