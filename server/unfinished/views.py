"""What is being typed, kept at once."""

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.common.asked import asked_for, owner, refuse
from server.unfinished.models import MOST_TEXT, Unfinished

#: So many places are kept for one person.
MOST_PLACES = 500


class UnfinishedSerializer(serializers.Serializer):
    """What stands in a place; empty: nothing does."""

    text = serializers.CharField(allow_blank=True, max_length=MOST_TEXT, trim_whitespace=False)


class UnfinishedView(APIView):
    """One place to type in."""

    @extend_schema(operation_id="unfinished", responses=UnfinishedSerializer)
    def get(self, request: Request, place: str) -> Response:
        """Return what stands there."""
        row = Unfinished.objects.filter(owner=owner(request), place=place).first()
        return Response({"text": row.text if row else ""})

    @extend_schema(operation_id="keep_unfinished", request=UnfinishedSerializer, responses=UnfinishedSerializer)
    def put(self, request: Request, place: str) -> Response:
        """Keep it in place of what stood there; nothing typed is nothing kept."""
        text = asked_for(UnfinishedSerializer, request.data)["text"]
        rows = Unfinished.objects.filter(owner=owner(request))
        if not text:
            rows.filter(place=place).delete()
        elif not rows.filter(place=place).exists() and rows.count() >= MOST_PLACES:
            raise refuse("too-much-unfinished", "There is too much begun and not finished. Finish some of it first.")
        else:
            Unfinished.objects.update_or_create(owner=owner(request), place=place, defaults={"text": text})
        return Response({"text": text})
