"""Project boxes as they are told, and what may be asked of them."""

from typing import Any

from rest_framework import serializers

from inkquilt.using_up.pieces import MOST_PIECES
from server.boxes.services import MOST_IN_ONE
from server.common import fields


class BoxThingSerializer(serializers.Serializer):
    """A thing in a box: its number, its name, and its picture where there is one."""

    id = serializers.IntegerField()
    name = serializers.CharField()
    picture = serializers.CharField(allow_null=True)
    colours = serializers.ListField(child=serializers.CharField())


class BoxPieceSerializer(serializers.Serializer):
    """Pieces that are cut already."""

    id = serializers.IntegerField()
    name = serializers.CharField()
    count = serializers.IntegerField()
    size = serializers.CharField(allow_blank=True)


class ProjectBoxSerializer(serializers.Serializer):
    """A project box with all that lies in it."""

    id = serializers.IntegerField()
    name = serializers.CharField()
    words = serializers.CharField()
    papers = BoxThingSerializer(many=True)
    embellishments = BoxThingSerializer(many=True)
    photos = BoxThingSerializer(many=True)
    pieces = BoxPieceSerializer(many=True)


def _numbers() -> serializers.ListField:
    return serializers.ListField(child=serializers.IntegerField(), max_length=MOST_IN_ONE, required=False)


class ChangeBoxSerializer(serializers.Serializer):
    """A box's name, and what shall lie in it, by number; what is not named stays."""

    name = serializers.CharField(required=False, max_length=80)
    papers = _numbers()
    embellishments = _numbers()
    photos = _numbers()


class NewBoxSerializer(ChangeBoxSerializer):
    """A new box."""

    name: Any = serializers.CharField(max_length=80)


class PutPiecesSerializer(serializers.Serializer):
    """Pieces that are cut already, in one line, as one says it."""

    line = serializers.CharField(max_length=200)
    unit = serializers.ChoiceField(fields.UNIT_CHOICES, required=False)


class TakePiecesSerializer(serializers.Serializer):
    """How many pieces are left."""

    count = serializers.IntegerField(min_value=0, max_value=MOST_PIECES)


class ChooseBoxSerializer(serializers.Serializer):
    """The box a page is made from, or null."""

    box = serializers.IntegerField(allow_null=True)
