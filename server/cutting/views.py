"""The cutting table of a page."""

from typing import Any

from django.http import HttpResponse
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework import status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.cutting.table import Spoiled
from inkquilt.lengths import INCH, Unit
from inkquilt.sketch.model import Size
from server.common.asked import asked_for, asked_length, refuse
from server.common.files import FILE_ANSWERS, asked_sheet, download
from server.common.serializers import ErrorSerializer
from server.cutting import run as runs
from server.cutting import services
from server.cutting.models import CutRun
from server.cutting.presenters import book_of, table_answer
from server.cutting.serializers import (
    CutAdviceSerializer,
    CutRunSerializer,
    RunVersionSerializer,
    TableQuerySerializer,
    TableSerializer,
    TakeStockSerializer,
    TickSerializer,
)
from server.pages.change_serializers import written_change
from server.pages.known import document_of
from server.pages.models import Page
from server.pages.services import laid_page
from server.solving.pool import solvers

#: More than this nobody reads at the head of a page.
MOST_ADVICE = 3


class TableView(APIView):
    """Everything to cut for a page."""

    @extend_schema(
        operation_id="cutting_table",
        parameters=[TableQuerySerializer],
        responses={200: TableSerializer, 404: ErrorSerializer},
    )
    def get(self, request: Request, pk: int) -> Response:
        """Return it, planned in so many seconds."""
        asked = asked_for(TableQuerySerializer, request.query_params)
        page = Page.objects.visible_to(request.user).one(pk)
        document = document_of(page)
        plan = services.plan_of(request.user, document, asked["seconds"])
        return Response(table_answer(document, page.version, plan))


class CutAdviceView(APIView):
    """What would save paper."""

    @extend_schema(operation_id="cutting_advice", responses={200: CutAdviceSerializer(many=True), 404: ErrorSerializer})
    def get(self, request: Request, pk: int) -> Response:
        """Say what would leave a sheet whole or find a place for more pieces, the best first."""
        page = Page.objects.visible_to(request.user).select_related("owner").one(pk)
        found = services.advice_on(page, document_of(page), runs.SECONDS)
        return Response(
            [
                {"words": way.words, "gain": gain.words, "change": written_change(way.change)}
                for way, gain in found[:MOST_ADVICE]
            ]
        )


class CutFileView(APIView):
    """The plan as a file to print or to keep."""

    @extend_schema(
        operation_id="cut_file",
        parameters=[OpenApiParameter("sheet", str, description="printer paper of a PDF: letter or a4")],
        responses={**FILE_ANSWERS, 404: ErrorSerializer, 409: ErrorSerializer},
    )
    def get(self, request: Request, pk: int, name: str) -> HttpResponse:
        """Return the file as a download."""
        page, document = laid_page(request.user, pk)
        sheet = asked_sheet(request)
        book = book_of(page.name, document, services.plan_of(request.user, document, runs.SECONDS))
        if name == "cuts.csv":
            return download(solvers().run("cuts_csv", book), "text/csv; charset=utf-8", page.name, name)
        return download(solvers().run("cuts_pdf", book, sheet), "application/pdf", page.name, name)


def run_answer(run: CutRun) -> dict[str, Any]:
    """Return a run as it is told."""
    shown = run.table["shown"]
    deed = run.deeds.last()
    return {
        "version": run.version,
        "page_name": run.page.name,
        "stale": runs.is_stale(run),
        "ended": not any(paper["sheets"] for paper in shown["papers"]),
        "table": {"without_place": "", **shown},  # runs begun before it was told say nothing of it
        "done": [{"sheet": sheet, "steps": steps} for sheet, steps in run.ticks.items()],
        "made": sorted(run.made),
        "finished": runs.finished_numbers(run),
        "undo": deed.words if deed else None,
    }


class RunView(APIView):
    """A page on the cutting table."""

    def _page(self, request: Request, pk: int) -> Page:
        page: Page = Page.objects.visible_to(request.user).select_related("owner").one(pk)
        return page

    @extend_schema(operation_id="cut_run", responses={200: CutRunSerializer, 404: ErrorSerializer})
    def get(self, request: Request, pk: int) -> Response:
        """Return how far it is."""
        return Response(run_answer(runs.run_of(self._page(request, pk))))

    @extend_schema(operation_id="start_cutting", request=None, responses={200: CutRunSerializer, 409: ErrorSerializer})
    def post(self, request: Request, pk: int) -> Response:
        """Begin, or go on."""
        return Response(run_answer(runs.start(page=self._page(request, pk))))

    @extend_schema(
        operation_id="tick_off",
        request=TickSerializer,
        responses={200: CutRunSerializer, 400: ErrorSerializer, 409: ErrorSerializer},
    )
    def patch(self, request: Request, pk: int) -> Response:
        """Say how many steps of a sheet are done."""
        asked = asked_for(TickSerializer, request.data)
        run = runs.run_of(self._page(request, pk))
        return Response(
            run_answer(runs.tick(run=run, version=asked["version"], sheet=asked["sheet"], done=asked["done"]))
        )

    @extend_schema(operation_id="stop_cutting", responses={204: None, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        """Take the page off the table; the stash stays as it is."""
        runs.put_away(run=runs.run_of(self._page(request, pk)))
        return Response(status=status.HTTP_204_NO_CONTENT)


class TakeStockView(APIView):
    """Settling what was cut."""

    @extend_schema(
        operation_id="take_stock",
        request=TakeStockSerializer,
        responses={200: CutRunSerializer, 400: ErrorSerializer, 409: ErrorSerializer},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Take sheets off the stash, put leftovers in, and plan the rest anew."""
        page = Page.objects.visible_to(request.user).select_related("owner").one(pk)
        asked = asked_for(TakeStockSerializer, request.data)
        unit = document_of(page).unit
        keep = asked_length(asked, "keep_above", unit, "The smallest leftover to keep")
        spoiled = asked.get("spoiled")
        run = runs.take_stock(
            run=runs.run_of(page),
            version=asked["version"],
            keep_above=max(keep, 1),
            spoiled=_spoiled(spoiled, unit) if spoiled else None,
        )
        return Response(run_answer(run))


def _spoiled(row: dict[str, Any], unit: Unit) -> Spoiled:
    left = []
    for size in row["left"]:
        sides = [asked_length(size, side, unit, f"The {side} of what is left") for side in ("width", "height")]
        if not all(0 < side <= 40 * INCH for side in sides):
            raise refuse("left-size", "What is left is more than nothing and at most 40 in long.", "left")
        left.append(Size(*sides))
    return Spoiled(row["sheet"], row["part"], tuple(left))


class UndoRunView(APIView):
    """Undoing the last taking of stock."""

    @extend_schema(
        operation_id="undo_stock", request=RunVersionSerializer, responses={200: CutRunSerializer, 409: ErrorSerializer}
    )
    def post(self, request: Request, pk: int) -> Response:
        """Undo it."""
        page = Page.objects.visible_to(request.user).select_related("owner").one(pk)
        given = asked_for(RunVersionSerializer, request.data)
        return Response(run_answer(runs.undo(run=runs.run_of(page), version=given["version"])))
