"""Lettering, and the ways to set a title."""

from drf_spectacular.utils import extend_schema
from rest_framework import status
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.lengths import INCH
from inkquilt.sketch.model import Size
from inkquilt.words.alphabets import read_letters
from inkquilt.words.letter_sheet import measured
from inkquilt_io.lettering import FONTS, font_alphabet, plain_widths
from server.accounts.usual import asked_unit, unit_of
from server.common.asked import asked_for, asked_length, owner, refuse
from server.common.serializers import ErrorSerializer
from server.common.sheet_photos import SheetPhotoSerializer, things_in
from server.words.models import Alphabet
from server.words.presenters import alphabet_answer, font_answer, found_letters
from server.words.serializers import (
    MOST_LETTERS,
    AlphabetAskedSerializer,
    AlphabetSerializer,
    FoundLettersSerializer,
    LettersAskedSerializer,
)

MOST_ALPHABETS = 60
MOST_HEIGHT = 6 * INCH


class AlphabetsView(APIView):
    """Everything a person can set a title in."""

    @extend_schema(operation_id="alphabets", responses=AlphabetSerializer(many=True))
    def get(self, request: Request) -> Response:
        """List what she owns, then the shipped fonts."""
        unit = unit_of(request.user)
        own = [alphabet_answer(row, unit) for row in Alphabet.objects.visible_to(request.user)[:MOST_ALPHABETS]]
        return Response([*own, *(font_answer(font_alphabet(name)) for name in FONTS)])

    @extend_schema(
        operation_id="add_alphabet",
        request=AlphabetAskedSerializer,
        responses={201: AlphabetSerializer, 400: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Enter one."""
        if Alphabet.objects.visible_to(request.user).count() >= MOST_ALPHABETS:
            raise refuse("too-many-alphabets", f"There can be up to {MOST_ALPHABETS} alphabets.")
        asked = asked_for(AlphabetAskedSerializer, request.data)
        unit = asked_unit(request.user, asked)
        asked["unit"] = unit.value
        found = [Size(width, height) for width, height in asked.pop("found", [])]
        if found:
            told = measured(asked["letters"], found, plain_widths())
            height, asked["width"] = told.height, told.width.value
        else:
            height = asked_length(asked, "height", unit, "The height of a capital")
        if not 0 < height <= MOST_HEIGHT:
            raise refuse("letter-height", "Letters are more than nothing and at most 6 in high.", "height")
        asked |= {"height": height, "letters": read_letters(asked["letters"])}
        row = Alphabet.objects.create(owner=owner(request), **asked)
        return Response(alphabet_answer(row, unit), status=status.HTTP_201_CREATED)


class FoundLettersView(APIView):
    """The letters of a sheet found in a photograph of it."""

    parser_classes = [MultiPartParser]

    @extend_schema(
        operation_id="find_letters",
        request={"multipart/form-data": SheetPhotoSerializer},
        responses={200: FoundLettersSerializer, 400: ErrorSerializer, 413: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Find them; what each is she says, and nothing is kept until then."""
        return Response(found_letters(things_in(request, MOST_LETTERS), unit_of(request.user)))


class AlphabetView(APIView):
    """One alphabet."""

    @extend_schema(
        operation_id="count_letters",
        request=LettersAskedSerializer,
        responses={200: AlphabetSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def patch(self, request: Request, pk: int) -> Response:
        """Say which letters are left."""
        row = Alphabet.objects.visible_to(request.user).one(pk)
        given = asked_for(LettersAskedSerializer, request.data)
        row.letters = read_letters(given["letters"])
        row.save(update_fields=["letters"])
        return Response(alphabet_answer(row, unit_of(request.user)))

    @extend_schema(operation_id="delete_alphabet", responses={204: None, 404: ErrorSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        """Put it aside; titles set in it stay as they are."""
        Alphabet.objects.visible_to(request.user).one(pk).delete_softly()
        return Response(status=status.HTTP_204_NO_CONTENT)
