"""Pages on the bench: making, changing, undoing, and the fits to choose from."""

from collections.abc import Callable
from dataclasses import replace
from typing import Any, Final, cast

from drf_spectacular.utils import extend_schema
from rest_framework import serializers, status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.composition.changes.by_hand import PinPiece
from inkquilt.composition.changes.layout import Concede, ReworkSlots, Turn
from inkquilt.composition.changes.photos import SlotChoice
from inkquilt.fit import School, Variant, Way
from inkquilt.fit.relaxations import WayOut
from inkquilt.lengths import INCH, size_with_unit
from inkquilt.page import FORMATS, Side
from inkquilt.sketch import Role
from inkquilt.sketch.model import Size
from server.boxes.models import ProjectBox
from server.boxes.serializers import ChooseBoxSerializer
from server.common import fields
from server.common.asked import asked_for, asked_page, refuse
from server.common.drawing import board
from server.common.paging import ListPaging
from server.common.serializers import ErrorSerializer
from server.drafts.layouts import asked_layout
from server.pages import services
from server.pages.change_serializers import VersionSerializer, WriteSerializer, written_change
from server.pages.facing import ForPhotos, companion_list, make_companion
from server.pages.fits import fit_of, proposal_list, way_out_list, ways_of
from server.pages.known import document_of, documents_of
from server.pages.models import Page
from server.pages.presenters import card_answer, changed_answer, fit_answer, page_answer, ties_answer
from server.pages.serializers import (
    ChangedPageSerializer,
    CompanionQuerySerializer,
    CompanionSerializer,
    FitQuerySerializer,
    FitSerializer,
    KeepSketchSerializer,
    KeptAsSketchSerializer,
    NearestSerializer,
    NewCompanionSerializer,
    NewPageSerializer,
    PageCardSerializer,
    PageSerializer,
    PinsClashSerializer,
    ProposalSerializer,
    RenameSerializer,
    StaleSerializer,
    TieSerializer,
    WayOutSerializer,
)
from server.photos.models import Photo


class FormatSerializer(serializers.Serializer):
    """A page format people own; width and height in inches, for drawing it in proportion."""

    key = serializers.CharField()
    name = serializers.CharField()
    size = serializers.CharField()
    unit = serializers.ChoiceField(fields.UNIT_CHOICES)
    width = serializers.FloatField(help_text="inches")
    height = serializers.FloatField(help_text="inches")


class FormatsView(APIView):
    """The page formats to choose from."""

    @extend_schema(operation_id="formats", responses=FormatSerializer(many=True))
    def get(self, request: Request) -> Response:
        """List them."""
        return Response(
            [
                {
                    "key": form.key,
                    "name": form.name,
                    "size": size_with_unit(form.width, form.height, form.unit),
                    "unit": form.unit.value,
                    "width": form.width / INCH,
                    "height": form.height / INCH,
                }
                for form in FORMATS
            ]
        )


def written(page: Page, given: dict[str, Any]) -> Response:
    """Answer a write with what of the page's bench is new to its sender."""
    return Response(changed_answer(page, document_of(page), given.get("have") or {}))


def answer(page: Page, http_status: int = 200) -> Response:
    """Answer with the whole bench of a page."""
    return Response(page_answer(page, document_of(page)), status=http_status)


def stale(error: services.StalePage, yours: Any) -> Response:
    """Answer a write that came too late with both versions."""
    return Response(
        {
            "code": "stale",
            "detail": "This page was changed in another window. Nothing of yours was written.",
            "yours": yours,
            "current": page_answer(error.page, document_of(error.page)),
        },
        status=status.HTTP_409_CONFLICT,
    )


class PagesView(APIView):
    """The pages at work of a person; those that are finished stand in the logbook."""

    pagination_class = ListPaging

    @extend_schema(operation_id="pages", responses=PageCardSerializer(many=True))
    def get(self, request: Request) -> Response:
        """List them, newest first."""
        paging = ListPaging()
        at_work = Page.objects.visible_to(request.user).at_work()
        rows: list[Page] = paging.paginate_queryset(at_work, request, self) or []
        documents = documents_of(rows)
        placed = {slot.photo for document in documents.values() for slot in document.photos.values()}
        pictures = Photo.objects.visible_to(request.user).prefetch_related("areas").in_bulk(placed)
        return paging.get_paginated_response([card_answer(row, documents[row.pk], pictures) for row in rows])

    @extend_schema(
        operation_id="make_page",
        request=NewPageSerializer,
        responses={201: PageSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Put a sketch on a page and fit it."""
        wanted = asked_for(NewPageSerializer, request.data)
        on, key = asked_page(wanted)
        sketch = asked_layout(request.user, wanted, on)
        side = Side(wanted["binding"]) if wanted.get("binding") else None
        name = wanted.get("name", "")
        school = School(wanted.get("school") or School.KEEP_PROPORTIONS.value)
        way = Way(school, wanted.get("turn", 0), wanted.get("mirrored", False))
        box = ProjectBox.objects.visible_to(request.user).one(wanted["box"]) if wanted.get("box") else None
        page = services.make_page(
            owner=request.user,
            sketch=sketch,
            on=on,
            format_key=key,
            binding=side,
            name=name,
            way=way,
            placed=tuple(SlotChoice(**row) for row in wanted.get("placed") or ()),
            box=box,
        )
        return answer(page, status.HTTP_201_CREATED)


class PageView(APIView):
    """One page."""

    @extend_schema(operation_id="page", responses={200: PageSerializer, 404: ErrorSerializer})
    def get(self, request: Request, pk: int) -> Response:
        """Return it."""
        return answer(Page.objects.visible_to(request.user).one(pk))

    @extend_schema(
        operation_id="rename_page",
        request=RenameSerializer,
        responses={200: PageSerializer, 400: ErrorSerializer, 404: ErrorSerializer, 409: StaleSerializer},
    )
    def patch(self, request: Request, pk: int) -> Response:
        """Rename it."""
        page = Page.objects.visible_to(request.user).one(pk)
        given = asked_for(RenameSerializer, request.data)
        try:
            return answer(
                services.rename_page(page=page, version=given["version"], name=given["name"], key=given.get("key"))
            )
        except services.StalePage as error:
            return stale(error, {"name": given["name"]})

    @extend_schema(operation_id="delete_page", responses={204: None, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        """Put it aside."""
        Page.objects.visible_to(request.user).one(pk).delete_softly()
        return Response(status=status.HTTP_204_NO_CONTENT)


class PageCopiesView(APIView):
    """Copies of a page."""

    @extend_schema(operation_id="copy_page", request=None, responses={201: PageSerializer, 404: ErrorSerializer})
    def post(self, request: Request, pk: int) -> Response:
        """Lay one beside it as it lies now."""
        copy = services.copy_page(page=Page.objects.visible_to(request.user).one(pk))
        return answer(copy, status.HTTP_201_CREATED)


class ChangesView(APIView):
    """Changes to a page."""

    @extend_schema(
        operation_id="change_page",
        request=WriteSerializer,
        responses={200: ChangedPageSerializer, 400: PinsClashSerializer, 404: ErrorSerializer, 409: StaleSerializer},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Make one change; it can be undone."""
        page = Page.objects.visible_to(request.user).one(pk)
        given = asked_for(WriteSerializer, request.data)
        change = given["change"]
        try:
            write = {"version": given["version"], "key": given.get("key")}
            return written(services.change_page(page=page, change=change, **write), given)
        except services.StalePage as error:
            return stale(error, written_change(change))


def take_step(request: Request, pk: int, step: Callable[..., Page]) -> Response:
    """Undo or redo, and answer with the page."""
    page = Page.objects.visible_to(request.user).one(pk)
    given = asked_for(VersionSerializer, request.data)
    try:
        return written(step(page=page, version=given["version"], key=given.get("key")), given)
    except services.StalePage as error:
        return stale(error, None)


STEP_ANSWERS: Final = {200: ChangedPageSerializer, 404: ErrorSerializer, 409: StaleSerializer}


class NearestView(APIView):
    """How near a piece can come to where it cannot go."""

    @extend_schema(
        operation_id="nearest",
        request=WriteSerializer,
        responses={200: NearestSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Try; nothing is written."""
        page = Page.objects.visible_to(request.user).one(pk)
        given = asked_for(WriteSerializer, request.data)
        change = given["change"]
        if not isinstance(change, PinPiece):
            raise refuse("no-place", "Only a piece that is moved or sized has a nearest place.", "kind")
        return Response({"nearest": services.nearest_to(page=page, change=change)})


class UndoView(APIView):
    """Undo."""

    @extend_schema(operation_id="undo", request=VersionSerializer, responses=STEP_ANSWERS)
    def post(self, request: Request, pk: int) -> Response:
        """Undo the latest change."""
        return take_step(request, pk, services.undo)


class RedoView(APIView):
    """Redo."""

    @extend_schema(operation_id="redo", request=VersionSerializer, responses=STEP_ANSWERS)
    def post(self, request: Request, pk: int) -> Response:
        """Redo what was undone."""
        return take_step(request, pk, services.redo)


class FinishView(APIView):
    """Working out to the end what was shown before it was proven."""

    @extend_schema(operation_id="finish_fit", request=VersionSerializer, responses=STEP_ANSWERS)
    def post(self, request: Request, pk: int) -> Response:
        """Go on; the page's pieces glide only where that is better."""
        return take_step(request, pk, services.finish_fit)


class TiesView(APIView):
    """The relations of a page's sketch."""

    @extend_schema(operation_id="ties", responses={200: TieSerializer(many=True), 404: ErrorSerializer})
    def get(self, request: Request, pk: int) -> Response:
        """List them in words."""
        page = Page.objects.visible_to(request.user).one(pk)
        return Response(ties_answer(document_of(page)))


class ProposalsView(APIView):
    """What could be merged, split, dropped or left to a card."""

    @extend_schema(operation_id="proposals", responses={200: ProposalSerializer(many=True), 404: ErrorSerializer})
    def get(self, request: Request, pk: int) -> Response:
        """Try, and list what gains something."""
        page = Page.objects.visible_to(request.user).one(pk)
        document = document_of(page)
        size = Size(document.page.width, document.page.height)
        return Response(
            [
                {
                    "words": proposal.words,
                    "gain": proposal.gain,
                    "board": board(size, document.unit, proposal.fit.blocks, document.page.fold),
                    "change": written_change(ReworkSlots(rework=proposal.rework, blocks=proposal.blocks)),
                }
                for proposal in proposal_list(document)
            ]
        )


class FitView(APIView):
    """One way to fit a page."""

    @extend_schema(
        operation_id="fit",
        parameters=[FitQuerySerializer],
        responses={200: FitSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def get(self, request: Request, pk: int) -> Response:
        """Work it out, or remember it."""
        page = Page.objects.visible_to(request.user).one(pk)
        given = asked_for(FitQuerySerializer, request.query_params)
        way, reasons = _asked_way(given), given["reasons"]
        document = document_of(page)
        return Response(fit_answer(fit_of(page, document, way, reasons), document))


class WaysView(APIView):
    """The ways to fit a page."""

    @extend_schema(operation_id="ways", responses={200: FitSerializer(many=True), 404: ErrorSerializer})
    def get(self, request: Request, pk: int) -> Response:
        """Work them out, or remember them: at most six, the nearest to the drawing first."""
        page = Page.objects.visible_to(request.user).one(pk)
        document = document_of(page)
        return Response([fit_answer(fit, document) for fit in ways_of(page, document)])


class WaysOutView(APIView):
    """What would make an impossible page possible."""

    @extend_schema(operation_id="ways_out", responses={200: WayOutSerializer(many=True), 404: ErrorSerializer})
    def get(self, request: Request, pk: int) -> Response:
        """Try, and list what works."""
        page = Page.objects.visible_to(request.user).one(pk)
        found = way_out_list(document_of(page))
        return Response([{"words": one.words, "change": written_change(_change(one))} for one in found])


def _asked_way(given: dict[str, Any]) -> Way:
    return Way(School(given["school"]), given["turn"], given["mirrored"], Variant(given["variant"]), given["plan"])


def _change(way_out: WayOut) -> Concede:
    given_up = Concede(
        leave_out=tuple(way_out.leave_out), smaller_prints=way_out.smaller_prints, no_margin=way_out.no_margin
    )
    if way_out.way is None:
        return given_up
    way = way_out.way
    return replace(
        given_up,
        school=way.school,
        variant=way.variant,
        turn=cast(Turn, way.turn),
        mirrored=way.mirrored,
        plan=way.plan,
    )


def _for_photos(asked: dict[str, Any]) -> ForPhotos:
    picked = tuple(asked.get("picked") or ())
    return ForPhotos(asked.get("photos"), asked.get("sizes") or "", picked)


class CompanionsView(APIView):
    """Proposals for a page to face this one."""

    @extend_schema(
        operation_id="companions",
        parameters=[CompanionQuerySerializer],
        responses={
            200: CompanionSerializer(many=True),
            400: ErrorSerializer,
            404: ErrorSerializer,
            409: ErrorSerializer,
        },
    )
    def get(self, request: Request, pk: int) -> Response:
        """List them."""
        page = Page.objects.visible_to(request.user).one(pk)
        asked = asked_for(CompanionQuerySerializer, request.query_params)
        found = companion_list(page, _for_photos(asked))
        return Response(
            [
                {
                    "key": one.key,
                    "words": list(one.words),
                    "photos": sum(block.role is Role.PHOTO for block in one.sketch.blocks),
                    "board": board(one.sketch.page, one.sketch.unit, one.sketch.blocks),
                }
                for one in found
            ]
        )

    @extend_schema(
        operation_id="make_companion",
        request=NewCompanionSerializer,
        responses={201: PageSerializer, 400: ErrorSerializer, 404: ErrorSerializer, 409: ErrorSerializer},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Make the proposed page."""
        page = Page.objects.visible_to(request.user).one(pk)
        wanted = asked_for(NewCompanionSerializer, request.data)
        made = make_companion(page=page, key=wanted["key"], wanted=_for_photos(wanted))
        return answer(made, status.HTTP_201_CREATED)


class PageBoxView(APIView):
    """The project box a page is made from."""

    @extend_schema(
        operation_id="choose_box", request=ChooseBoxSerializer, responses={200: PageSerializer, 404: ErrorSerializer}
    )
    def put(self, request: Request, pk: int) -> Response:
        """Make it from this box, or from all of the stash."""
        page = Page.objects.visible_to(request.user).one(pk)
        number = asked_for(ChooseBoxSerializer, request.data)["box"]
        page.box = None if number is None else ProjectBox.objects.visible_to(request.user).one(number)
        page.save(update_fields=["box"])
        return answer(page)


class KeepSketchView(APIView):
    """A fitted page as a sketch."""

    @extend_schema(
        operation_id="keep_as_sketch",
        request=KeepSketchSerializer,
        responses={201: KeptAsSketchSerializer, 404: ErrorSerializer, 409: ErrorSerializer},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Keep it on the shelf of sketches."""
        page = Page.objects.visible_to(request.user).one(pk)
        given = asked_for(KeepSketchSerializer, request.data)
        kept = services.keep_as_sketch(page=page, name=given.get("name", ""))
        return Response({"id": kept.pk, "name": kept.name}, status=status.HTTP_201_CREATED)
