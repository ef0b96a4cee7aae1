"""Finding a sketch for photos and a page."""

from typing import Any

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from inkquilt.composition.document import SlotPhoto
from inkquilt.composition.pictures import crop_in
from inkquilt.fit import School, Way
from inkquilt.photos.wanted import PhotosWanted
from inkquilt.sketch import Block
from inkquilt.sketch.basic import NAMES
from inkquilt.sketch.model import Size
from server.common import fields
from server.common.asked import asked_for, asked_page
from server.common.drawing import BoardSerializer, board
from server.common.serializers import ErrorSerializer, FormatRequestSerializer
from server.drafts.layouts import BASIC_CHOICES, LayoutAskedSerializer, asked_layout
from server.finder import services
from server.pages.photo_presenters import crop_answer
from server.pages.photo_serializers import MatchSerializer
from server.pages.presenters import match_answer
from server.pages.serializers import CropSerializer
from server.photos.models import Photo
from server.photos.services import asked_photos
from server.sketches.services import core_sketch

TURNS = [0, 90, 180, 270]


class FindSerializer(FormatRequestSerializer):
    """The photos and the page, and what a sketch must have."""

    photos = serializers.ListField(child=serializers.IntegerField(), min_length=1, max_length=20)
    title = serializers.BooleanField(default=False)
    journaling = serializers.BooleanField(default=False)
    spread = serializers.BooleanField(allow_null=True, default=None)
    every_photo = serializers.BooleanField(default=False)
    box = serializers.IntegerField(
        allow_null=True, default=None, help_text="a project box: no more papers than lie in it"
    )


class WornSerializer(serializers.Serializer):
    """A photo in a slot as it would show."""

    block = serializers.CharField()
    photo = serializers.IntegerField()
    photo_name = serializers.CharField()
    has_file = serializers.BooleanField()
    crop = CropSerializer()


class FoundSerializer(serializers.Serializer):
    """A sketch as it would be held, which photo it would wear where, and why it ranks here."""

    sketch = serializers.IntegerField(allow_null=True)
    basic = serializers.ChoiceField(BASIC_CHOICES, allow_null=True, help_text="a basic type instead of a sketch")
    name = serializers.CharField()
    is_nearest = serializers.BooleanField(help_text="none has all that was asked for, this comes nearest")
    turn = serializers.ChoiceField(TURNS)
    mirrored = serializers.BooleanField()
    board = BoardSerializer()
    worn = WornSerializer(many=True)
    cost = serializers.IntegerField()
    why = serializers.CharField()


class FitFoundSerializer(LayoutAskedSerializer, FormatRequestSerializer):
    """A found sketch to be fitted to the page truly."""

    photos = serializers.ListField(child=serializers.IntegerField(), min_length=1, max_length=20)
    turn = serializers.ChoiceField(TURNS, default=0)
    mirrored = serializers.BooleanField(default=False)
    school = serializers.ChoiceField(fields.SCHOOL_CHOICES, default=School.KEEP_PROPORTIONS.value)


class FittedSerializer(serializers.Serializer):
    """A found sketch fitted: the page, its photos matched anew, and what gave way. No match when nothing fits."""

    status = serializers.ChoiceField(fields.STATUS_CHOICES)
    words = serializers.CharField()
    board = BoardSerializer()
    worn = WornSerializer(many=True)
    match = MatchSerializer(allow_null=True)
    cost = serializers.IntegerField(allow_null=True)


class FinderView(APIView):
    """The shelf ranked for photos and a page."""

    @extend_schema(
        operation_id="find_sketches",
        request=FindSerializer,
        responses={200: FoundSerializer(many=True), 400: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Rank every sketch, every way to hold it."""
        asked = asked_for(FindSerializer, request.data)
        page, _ = asked_page(asked)
        wanted = PhotosWanted(
            **{name: asked[name] for name in ("title", "journaling", "spread", "every_photo")},
            most_papers=None if asked["box"] is None else services.papers_in(request.user, asked["box"]),
        )
        photos = asked_photos(request.user, asked["photos"])
        return Response([_found(one, photos) for one in services.find(request.user, photos, page, wanted)])


def _worn(blocks: tuple[Block, ...], placed: dict[str, int], photos: list[Photo]) -> list[dict[str, Any]]:
    by_key = {photo.pk: photo for photo in photos}
    return [
        {
            "block": block.id,
            "photo": photo.pk,
            "photo_name": photo.name,
            "has_file": bool(photo.suffix),
            "crop": crop_answer(crop_in(photo.core, block, SlotPhoto(photo.pk))),
        }
        for block in blocks
        if block.id in placed and (photo := by_key[placed[block.id]])
    ]


def _found(one: services.Finding, photos: list[Photo]) -> dict[str, Any]:
    return {
        "sketch": one.layout.row and one.layout.row.pk,
        "basic": one.layout.basic and one.layout.basic.value,
        "name": NAMES[one.layout.basic] if one.layout.basic else one.layout.sketch.name,
        "is_nearest": bool(one.layout.lacks),
        "turn": one.ranked.turn,
        "mirrored": one.ranked.mirrored,
        "board": board(one.held.page, one.held.unit, one.held.blocks),
        "worn": _worn(one.held.blocks, one.placed, photos),
        "cost": one.ranked.cost,
        "why": one.why,
    }


class FitFoundView(APIView):
    """A found sketch, fitted."""

    @extend_schema(
        operation_id="fit_found",
        request=FitFoundSerializer,
        responses={200: FittedSerializer, 400: ErrorSerializer, 404: ErrorSerializer},
    )
    def post(self, request: Request) -> Response:
        """Fit it to the page and match the photos to the slots it has there."""
        asked = asked_for(FitFoundSerializer, request.data)
        page, _ = asked_page(asked)
        photos = asked_photos(request.user, asked["photos"])
        sketch = core_sketch(asked_layout(request.user, {**asked, "photo_count": len(photos)}, page))
        fitted = services.fit_found(
            sketch, photos, page, Way(School(asked["school"]), asked["turn"], asked["mirrored"])
        )
        match = fitted.match
        return Response(
            {
                "status": fitted.fit.status.value,
                "words": fitted.words,
                "board": board(Size(page.width, page.height), page.unit, fitted.fit.blocks, page.fold),
                "worn": _worn(fitted.fit.blocks, match.placed, photos) if match else [],
                "match": match and match_answer(match),
                "cost": fitted.cost,
            }
        )
