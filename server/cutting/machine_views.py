"""Files for a cutting machine, and a machine that is not there to try them on."""

from typing import Any

from django.http import HttpResponse
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.composition.document import PageDocument
from inkquilt.cutting.machine import MachineMat
from inkquilt.lengths import INCH, Unit
from inkquilt.sketch.model import Size
from inkquilt.words.alphabets import LEAST_HEIGHT, MOST_HEIGHT
from inkquilt_io.machine_values import MachineRun
from server.common.asked import asked_for, asked_length, refuse
from server.common.errors import ApiError
from server.common.files import FILE_ANSWERS, download
from server.common.serializers import ErrorSerializer
from server.cutting import services
from server.cutting.serializers import MachineQuerySerializer, MachineRunSerializer
from server.pages.services import laid_page
from server.solving.pool import solvers

LARGEST_MAT = 40 * INCH
_KINDS = {"svg": "image/svg+xml", "dxf": "image/vnd.dxf"}


def _mats(asked: dict[str, Any], document: PageDocument) -> tuple[MachineMat, ...]:
    size = Size(*(asked_length(asked, side, document.unit, f"The mat's {side}") for side in ("width", "height")))
    if not (INCH <= size.width <= LARGEST_MAT and INCH <= size.height <= LARGEST_MAT):
        raise refuse("mat-size", "A machine's mat is from 1 to 40 in long.", "width")
    keys = [key.strip() for key in asked["pieces"].split(",") if key.strip()]
    outline = asked_length(asked, "outline", document.unit, "The outline") if asked["outline"].strip() else 0
    if abs(outline) > 4 * INCH:
        raise refuse("outline", "An outline lies up to 4 in from its shape.", "outline")
    return services.machine_mats(document, size, keys, outline, _letters(asked, document))


def _letters(asked: dict[str, Any], document: PageDocument) -> services.TitleLetters | None:
    if not asked["letters"]:
        return None
    height = asked_length(asked, "letter_height", document.unit, "The letters' height")
    if not LEAST_HEIGHT <= height <= MOST_HEIGHT:
        raise refuse("letter-height", "Letters to cut are from 1/4 to 3 in high.", "letter_height")
    return services.TitleLetters(asked["letters"], height)


def _mat(asked: dict[str, Any], mats: tuple[MachineMat, ...]) -> MachineMat:
    if asked["mat"] > len(mats):
        raise ApiError("no-such-mat", "There is nothing to cut on that mat.", 404)
    return mats[int(asked["mat"]) - 1]


class MachineFileView(APIView):
    """One mat as a file."""

    @extend_schema(
        operation_id="machine_file",
        parameters=[MachineQuerySerializer],
        responses={**FILE_ANSWERS, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Return it as SVG or DXF."""
        page, document = laid_page(request.user, pk)
        asked = asked_for(MachineQuerySerializer, request.query_params)
        mat = _mat(asked, _mats(asked, document))
        kind = asked["kind"]
        content = solvers().run(f"mat_{kind}", mat, document.unit)
        return download(content, _KINDS[kind], page.name, f"mat{asked['mat']}.{kind}")


class MachineRunView(APIView):
    """Trying a file."""

    @extend_schema(
        operation_id="machine_run",
        parameters=[MachineQuerySerializer],
        responses={200: MachineRunSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def get(self, request: Request, pk: int) -> Response:
        """Write the file, let the machine read it back, and tell what it does."""
        _, document = laid_page(request.user, pk)
        asked = asked_for(MachineQuerySerializer, request.query_params)
        mats, unit = _mats(asked, document), document.unit
        mat = _mat(asked, mats)
        ran: MachineRun = solvers().run("tried", asked["kind"], mat, unit)
        return Response(
            {
                "mats": len(mats),
                "width": mat.size.width / unit.grains,
                "height": mat.size.height / unit.grains,
                "pieces": [shape.key for shape in mat.shapes],
                "strokes": [{"layer": s.layer, "places": [list(place) for place in s.places]} for s in ran.strokes],
                "faults": ran.faults,
                "warnings": ran.warnings,
                "told": _told(ran.length, ran.seconds, unit),
            }
        )


def _told(length: float, seconds: float, unit: Unit) -> str:
    minutes, rest = divmod(round(seconds), 60)
    time = f"{minutes} min {rest} s" if minutes else f"{rest} s"
    return f"{length:.0f} {unit.value} of cuts, about {time}"
