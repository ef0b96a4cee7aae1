"""Proposals for embellishments on a page in the API."""

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.clusters import ClusterWish, Formation, ScatterWish
from inkquilt.colour import read_colour
from inkquilt.lengths import INCH
from server.common.asked import asked_for, asked_length, refuse
from server.common.serializers import REFUSED
from server.decorating import services
from server.decorating.presenters import cover_answer, laid_answer, plan_answer
from server.decorating.serializers import (
    ArrangementSerializer,
    ClusterWishSerializer,
    CoverWishSerializer,
    ScatterWishSerializer,
)
from server.pages.services import laid_page

MOST_READY = 12


class ClustersView(APIView):
    """Proposals for clusters. Asked by POST, for a wish has parts; nothing is kept."""

    @extend_schema(
        operation_id="plan_clusters",
        request=ClusterWishSerializer,
        responses={200: ArrangementSerializer(many=True), **REFUSED},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Return proposals, the best first."""
        page, document = laid_page(request.user, pk)
        asked = asked_for(ClusterWishSerializer, request.data)
        keep = asked.pop("keep", None)
        typed = asked.pop("thickness", "")
        thickness = asked_length({"t": typed}, "t", document.unit, "The most a piece may stand up") if typed else None
        only, colours = asked.pop("only", []), asked.pop("colours", [])
        handful = {"only": frozenset(only) if only else None, "colours": tuple(read_colour(one) for one in colours)}
        wish = ClusterWish(
            **{**asked, **handful, "formation": Formation(asked["formation"]), "thickness": thickness}
        )  # fmt: skip
        kept = None if keep is None else frozenset(keep)
        plans = services.cluster_plans(page, document, wish, kept)
        take = [
            one.key
            for one in document.accents
            if kept is not None and one.group.startswith("cluster") and one.group not in kept
        ]
        return Response([plan_answer(plan, document, take) for plan in plans])


class ScatterView(APIView):
    """A scattered background. Nothing is kept."""

    @extend_schema(
        operation_id="plan_scatter", request=ScatterWishSerializer, responses={200: ArrangementSerializer, **REFUSED}
    )
    def post(self, request: Request, pk: int) -> Response:
        """Return pieces, or one more where the gap is largest."""
        page, document = laid_page(request.user, pk)
        asked = asked_for(ScatterWishSerializer, request.data)
        more, only, typed = asked.pop("one_more"), asked.pop("only", None), asked.pop("spacing", "")
        spacing = asked_length({"s": typed}, "s", document.unit, "The spacing") if typed else 0
        wish = ScatterWish(**asked, spacing=spacing, only=frozenset(only) if only else None)
        if more:
            one = services.one_more(page, document, wish)
            if one is None:
                raise refuse("no-gap", "There is no gap left, or nothing left to put there.")
            return Response(laid_answer([one], document, f"one more {one.what.name}"))
        laid = services.scattered(page, document, wish)
        short = f", {wish.count} were wished for" if len(laid) < wish.count else ""
        return Response(laid_answer(laid, document, f"{len(laid)} pieces scattered{short}"))


class CoverView(APIView):
    """What covers a flaw. Nothing is kept."""

    @extend_schema(
        operation_id="cover_spot",
        request=CoverWishSerializer,
        responses={200: ArrangementSerializer(many=True), **REFUSED},
    )
    def post(self, request: Request, pk: int) -> Response:
        """Return pieces that cover it, the best first."""
        page, document = laid_page(request.user, pk)
        asked = asked_for(CoverWishSerializer, request.data)
        across = asked_length(asked, "across", document.unit, "How wide the flaw is")
        if not 0 < across <= 6 * INCH:
            raise refuse("flaw-size", "A flaw is more than nothing and at most 6 in wide.", "across")
        grains = document.unit.grains
        x, y = round(asked["x"] * grains), round(asked["y"] * grains)
        found = services.covers_for(page, document, x, y, across // 2)
        return Response([cover_answer(one, document) for one in found])


class ReadyWordsView(APIView):
    """Ready words of the stash, as title or beside the photos they name. Nothing is kept."""

    @extend_schema(operation_id="ready_words", responses={200: ArrangementSerializer(many=True), **REFUSED})
    def get(self, request: Request, pk: int) -> Response:
        """Return what can be done with them."""
        page, document = laid_page(request.user, pk)
        found = services.ready_words(page, document)[:MOST_READY]
        return Response([laid_answer(one.accents, document, one.words) for one in found])
