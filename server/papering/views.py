"""Choosing papers for a page, for its owner only. Nothing is kept but by a change of the page."""

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.colour import read_colour
from inkquilt.colour.wheel import Scheme
from inkquilt.paper.kinds import SideName
from inkquilt.papering.regrets import RegretKind
from server.common.asked import asked_for
from server.common.serializers import REFUSED, ErrorSerializer
from server.pages.services import laid_page
from server.papering import services
from server.papering.presenters import (
    buy_answer,
    dealt_answer,
    mend_answer,
    overview_answer,
    suited_answer,
    swatch_card,
    wheel_answer,
)
from server.papering.serializers import (
    MendAskedSerializer,
    MendSerializer,
    PaperingsSerializer,
    PapersAskedSerializer,
    PapersOnPageSerializer,
    PlaceAskedSerializer,
    SuitedSerializer,
    WheelAskedSerializer,
    WheelSerializer,
    WhyAskedSerializer,
)
from server.papering.services import Table
from server.solving.pool import solvers


def _table(request: Request, pk: int) -> Table:
    return services.table_of(*laid_page(request.user, pk))


class PapersOnPageView(APIView):
    """A page as papers see it. Asked by POST, for a start has parts."""

    @extend_schema(
        operation_id="papers_on_page",
        request=PapersAskedSerializer,
        responses={200: PapersOnPageSerializer, **REFUSED},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Return its places, colours, regrets, and what goes with its papers."""
        asked = asked_for(PapersAskedSerializer, request.data)
        table = _table(request, pk)
        return Response(overview_answer(table, asked, services.start_of(table, asked)))


class PaperingsView(APIView):
    """Whole papered pages."""

    @extend_schema(
        operation_id="paperings", request=PapersAskedSerializer, responses={200: PaperingsSerializer, **REFUSED}
    )
    def post(self, request: Request, pk: int) -> Response:
        """Return a handful that differ, the best first."""
        asked = asked_for(PapersAskedSerializer, request.data)
        table = _table(request, pk)
        dealt = services.dealt_out(table, asked)
        places = enumerate(table.seen.page.places)
        laid = {number: dealt[0].papering.chosen[one.letter] for number, one in places} if dealt else {}
        buy = services.lacking(table, asked, laid)
        return Response(
            {
                "paperings": [dealt_answer(one, table) for one in dealt],
                "to_buy": [buy_answer(one, table.document.unit) for one in buy],
            }
        )


class SuitedView(APIView):
    """What suits one place."""

    @extend_schema(
        operation_id="suited_papers",
        request=PlaceAskedSerializer,
        responses={200: SuitedSerializer(many=True), **REFUSED},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Return six papers with their reasons, the best first; more when asked."""
        asked = asked_for(PlaceAskedSerializer, request.data)
        table = _table(request, pk)
        found = services.suited_to(table, asked, asked["place"], more=asked["more"])
        return Response([suited_answer(one, table, asked["place"]) for one in found])


class WhyNotView(APIView):
    """Why one paper does not suit a place, or why it does."""

    @extend_schema(
        operation_id="why_not_this_paper", request=WhyAskedSerializer, responses={200: SuitedSerializer, **REFUSED}
    )
    def post(self, request: Request, pk: int) -> Response:
        """Return what speaks for and against it."""
        asked = asked_for(WhyAskedSerializer, request.data)
        table = _table(request, pk)
        side = SideName(asked["side"])
        one = services.why_not(table, asked, asked["place"], asked["stash_paper"], side)
        return Response(suited_answer(one, table, asked["place"]))


class MendsView(APIView):
    """What takes a regret away."""

    @extend_schema(
        operation_id="mend_papers", request=MendAskedSerializer, responses={200: MendSerializer(many=True), **REFUSED}
    )
    def post(self, request: Request, pk: int) -> Response:
        """Return up to two changes; none when nothing helps without spoiling something else."""
        asked = asked_for(MendAskedSerializer, request.data)
        table = _table(request, pk)
        kind = RegretKind[asked["kind"].upper().replace("-", "_")]
        found = services.mended(table, asked, kind, asked["places"])
        return Response([mend_answer(one, table) for one in found])


class WheelView(APIView):
    """The painter's wheel."""

    @extend_schema(
        operation_id="colour_wheel",
        parameters=[WheelAskedSerializer],
        responses={200: WheelSerializer, 400: ErrorSerializer},
    )
    def get(self, request: Request) -> Response:
        """Return it with a colour and a scheme on it."""
        asked = asked_for(WheelAskedSerializer, request.query_params)
        scheme = Scheme[asked["scheme"].upper().replace("-", "_")]
        return Response(wheel_answer(read_colour(asked["colour"]), scheme))


class SwatchCardView(APIView):
    """A card of swatches to take to the shop."""

    @extend_schema(
        operation_id="swatch_card",
        parameters=[PapersAskedSerializer],
        responses={(200, "application/pdf"): OpenApiTypes.BINARY, 404: ErrorSerializer},
    )
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Return a PDF of what the stash lacks, of the papers on the page, and of its photos' colours."""
        asked = asked_for(PapersAskedSerializer, request.query_params)
        table = _table(request, pk)
        pdf: bytes = solvers().run("swatch_pdf", swatch_card(table, asked))
        found = HttpResponse(pdf, content_type="application/pdf")
        found["Content-Disposition"] = 'attachment; filename="swatches.pdf"'
        return found
