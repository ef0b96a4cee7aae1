"""Using up the stash."""

from django.http import HttpResponse
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework import status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.using_up.lists import last_sheets
from inkquilt_io.print_values import PrintedList
from inkquilt_io.table import list_csv
from server.accounts.usual import unit_of
from server.boxes.presenters import box_answer
from server.boxes.serializers import ProjectBoxSerializer
from server.common.asked import owner
from server.common.errors import ApiError
from server.common.files import FILE_ANSWERS, asked_sheet, download
from server.common.serializers import REFUSED
from server.solving.pool import solvers
from server.using_up import services
from server.using_up.presenters import buying, inventory, using_up_answer, year_answer
from server.using_up.serializers import UsingUpSerializer, YearSerializer

_SHEET = OpenApiParameter("sheet", str, description="printer paper: letter or a4")


class UsingUpView(APIView):
    """What wants to be used."""

    @extend_schema(operation_id="using_up", responses=UsingUpSerializer)
    def get(self, request: Request) -> Response:
        """List what lies longest, last sheets, kits begun and what was never used."""
        things = services.things_of(request.user)
        return Response(using_up_answer(request.user, things, services.years_of(request.user)))


class YearView(APIView):
    """What a year's pages took."""

    @extend_schema(operation_id="year_taken", responses={200: YearSerializer, **REFUSED})
    def get(self, request: Request, year: int) -> Response:
        """Return papers with their cost, and what else."""
        if year not in services.years_of(request.user):
            raise ApiError("no-pages", f"No page was finished in {year}.", 404)
        return Response(year_answer(services.year_of(request.user, year)))


class LongestBoxView(APIView):
    """A page from what lies longest."""

    @extend_schema(operation_id="box_of_the_longest", request=None, responses={201: ProjectBoxSerializer, **REFUSED})
    def post(self, request: Request) -> Response:
        """Set aside what lies longest in a project box."""
        box = services.box_of_the_longest(owner(request))
        return Response(box_answer(box), status=status.HTTP_201_CREATED)


def _printed(told: PrintedList, request: Request, name: str) -> HttpResponse:
    content: bytes = solvers().run("list_pdf", told, asked_sheet(request))
    return download(content, "application/pdf", "ink-quilt", name)


class InventoryView(APIView):
    """What is in the stash, to print."""

    @extend_schema(operation_id="inventory_pdf", parameters=[_SHEET], responses={**FILE_ANSWERS, **REFUSED})
    def get(self, request: Request) -> HttpResponse:
        """Return it as a PDF."""
        return _printed(inventory(services.things_of(request.user)), request, "inventory.pdf")


class InventoryTableView(APIView):
    """What is in the stash, for a spreadsheet."""

    @extend_schema(operation_id="inventory_csv", responses={**FILE_ANSWERS})
    def get(self, request: Request) -> HttpResponse:
        """Return it as CSV."""
        content = list_csv(inventory(services.things_of(request.user)))
        return download(content, "text/csv; charset=utf-8", "ink-quilt", "inventory.csv")


class ToBuyView(APIView):
    """What there is too little of, to print."""

    @extend_schema(operation_id="to_buy_pdf", parameters=[_SHEET], responses={**FILE_ANSWERS, **REFUSED})
    def get(self, request: Request) -> HttpResponse:
        """Return it as a PDF."""
        things = services.things_of(request.user)
        short, unit = services.short_for_pages(request.user), unit_of(request.user)
        told = buying(short, services.used_up(things), last_sheets(things), unit)
        return _printed(told, request, "to-buy.pdf")
