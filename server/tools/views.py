"""What people cut and shape with: their trimmers, punches and dies."""

from drf_spectacular.utils import extend_schema
from rest_framework import status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.cutting.trimmer import Trimmer as CoreTrimmer
from inkquilt.lengths import INCH, Unit
from inkquilt.paper.tools import ShapingTool as CoreTool
from inkquilt.paper.tools import read_dies
from inkquilt.sketch.model import Shape, Size
from server.accounts.usual import asked_unit
from server.common.asked import asked_for, asked_length, refuse
from server.common.serializers import ErrorSerializer
from server.tools import services
from server.tools.models import ShapingTool, Trimmer
from server.tools.presenters import tool_answer, trimmer_answer
from server.tools.serializers import (
    ShapingToolAskedSerializer,
    ShapingToolSerializer,
    TrimmerAskedSerializer,
    TrimmerSerializer,
)

MOST_TRIMMERS = 12
MOST_TOOLS = 40


class TrimmersView(APIView):
    """A person's trimmers."""

    @extend_schema(operation_id="trimmers", responses=TrimmerSerializer(many=True))
    def get(self, request: Request) -> Response:
        """List them."""
        rows = Trimmer.objects.visible_to(request.user)[:MOST_TRIMMERS]
        return Response([trimmer_answer(row, row.core) for row in rows])

    @extend_schema(
        operation_id="add_trimmer",
        request=TrimmerAskedSerializer,
        responses={201: TrimmerSerializer, 400: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Enter one."""
        if Trimmer.objects.visible_to(request.user).count() >= MOST_TRIMMERS:
            raise refuse("too-many-trimmers", f"There can be up to {MOST_TRIMMERS} trimmers.")
        row = services.keep_trimmer(owner=request.user, trimmer=_asked(request))
        return Response(trimmer_answer(row, row.core), status=status.HTTP_201_CREATED)


class TrimmerView(APIView):
    """One trimmer."""

    @extend_schema(
        operation_id="change_trimmer",
        request=TrimmerAskedSerializer,
        responses={200: TrimmerSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def put(self, request: Request, pk: int) -> Response:
        """Change it."""
        row = Trimmer.objects.visible_to(request.user).one(pk)
        row = services.keep_trimmer(owner=request.user, trimmer=_asked(request), row=row)
        return Response(trimmer_answer(row, row.core))

    @extend_schema(operation_id="delete_trimmer", responses={204: None, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        """Put it aside."""
        Trimmer.objects.visible_to(request.user).one(pk).delete_softly()
        return Response(status=status.HTTP_204_NO_CONTENT)


_WORDS = {
    "longest": "The longest cut",
    "widest": "How far the fence goes",
    "finest": "The finest mark",
    "narrowest": "The narrowest strip",
}


def _asked(request: Request) -> CoreTrimmer:
    asked = asked_for(TrimmerAskedSerializer, request.data)
    unit = asked_unit(request.user, asked)
    lengths = {name: asked_length(asked, name, unit, words) for name, words in _WORDS.items()}
    for name, length in lengths.items():
        if not (0 if name == "narrowest" else 1) <= length <= 80 * INCH:
            raise refuse("trimmer-length", f"{_WORDS[name]} is more than nothing and at most 80 in.", name)
    stop = asked["stop_offset"]
    offset = asked_length(asked, "stop_offset", unit, "The stop's offset") if stop and stop.strip() else None
    return CoreTrimmer(asked["name"], **lengths, unit=unit, stop_offset=offset)


class ShapingToolsView(APIView):
    """A person's punches and dies."""

    @extend_schema(operation_id="shaping_tools", responses=ShapingToolSerializer(many=True))
    def get(self, request: Request) -> Response:
        """List them."""
        return Response([tool_answer(row) for row in ShapingTool.objects.visible_to(request.user)[:MOST_TOOLS]])

    @extend_schema(
        operation_id="add_shaping_tool",
        request=ShapingToolAskedSerializer,
        responses={201: ShapingToolSerializer, 400: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Enter one."""
        if ShapingTool.objects.visible_to(request.user).count() >= MOST_TOOLS:
            raise refuse("too-many-tools", f"There can be up to {MOST_TOOLS} tools.")
        tool, unit = _asked_tool(request)
        row = services.keep_tool(owner=request.user, tool=tool, unit=unit)
        return Response(tool_answer(row), status=status.HTTP_201_CREATED)


class ShapingToolView(APIView):
    """One punch or die."""

    @extend_schema(operation_id="delete_shaping_tool", responses={204: None, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        """Put it aside; pages that use it keep its figures."""
        ShapingTool.objects.visible_to(request.user).one(pk).delete_softly()
        return Response(status=status.HTTP_204_NO_CONTENT)


def _asked_tool(request: Request) -> tuple[CoreTool, Unit]:
    asked = asked_for(ShapingToolAskedSerializer, request.data)
    unit = asked_unit(request.user, asked)

    def length(name: str, words: str) -> int:
        typed = str(asked.get(name) or "").strip()
        found = asked_length(asked, name, unit, words) if typed else 0
        if not 0 <= found <= 40 * INCH:
            raise refuse("tool-length", f"{words} is from nothing to 40 in.", name)
        return found

    smallest, widest, depth = (
        length("smallest", "The narrowest piece"),
        length("widest", "The widest piece"),
        length("depth", "The depth"),
    )
    blank = Size(length("blank_width", "The blank's width"), length("blank_height", "The blank's height"))
    if bool(blank.width) != bool(blank.height):
        raise refuse("tool-blank", "A blank has a width and a height, or none of them.", "blank_width")
    if widest and widest < smallest:
        raise refuse("tool-limits", "The widest piece is wider than the narrowest one.", "widest")
    name = asked["name"].strip()
    makes = read_dies(Shape(asked["makes_shape"]), asked["makes"], unit)
    return CoreTool(name, smallest, widest or None, blank if blank.width else None, depth, makes), unit
