"""Lettering and title settings as they are told. Numbers to draw by are in the page's unit; what is read are texts."""

from rest_framework import serializers

from server.common import fields
from server.words.models import KIND_CHOICES, WIDTH_CHOICES, is_colour

#: A photographed sheet has so many letters at most.
MOST_LETTERS = 200


class LetterCountSerializer(serializers.Serializer):
    """A letter and how many of it are left."""

    letter = serializers.CharField()
    count = serializers.IntegerField()


class AlphabetSerializer(serializers.Serializer):
    """One alphabet; ``letters`` is empty for a font, which has them all."""

    id = serializers.IntegerField(allow_null=True)
    key = serializers.CharField()
    name = serializers.CharField()
    kind = serializers.CharField()
    height = serializers.CharField(allow_blank=True)
    width = serializers.ChoiceField(WIDTH_CHOICES, allow_null=True)
    colour = serializers.CharField()
    letters = LetterCountSerializer(many=True)


class AlphabetAskedSerializer(serializers.Serializer):
    """An alphabet as typed: ``letters`` as they stand on the sheet, or with counts."""

    name = serializers.CharField(max_length=60)
    kind = serializers.ChoiceField(KIND_CHOICES)
    height = serializers.CharField(max_length=60, allow_blank=True, default="")
    width = serializers.ChoiceField(WIDTH_CHOICES, default="plain")
    letters = serializers.CharField(max_length=600)
    colour = serializers.CharField(max_length=7, default="#22345c", validators=[is_colour])
    unit = serializers.ChoiceField(fields.UNIT_CHOICES, required=False)
    found = serializers.ListField(
        child=serializers.ListField(child=serializers.IntegerField(min_value=1), min_length=2, max_length=2),
        required=False,
        max_length=MOST_LETTERS,
        help_text="width and height of each letter, in grains, in their order: then they are measured by these",
    )


class FoundLetterSerializer(serializers.Serializer):
    """A letter found in a photograph of its sheet; ``width`` and ``height`` in grains, of the box round it."""

    picture = serializers.CharField(help_text="WebP in base 64")
    width = serializers.IntegerField()
    height = serializers.IntegerField()


class FoundLettersSerializer(serializers.Serializer):
    """The letters of a sheet in the order of reading, about how high they are, and the colour that most are of."""

    letters = FoundLetterSerializer(many=True)
    height = serializers.CharField()
    colour = serializers.CharField()


class LettersAskedSerializer(serializers.Serializer):
    """The letters that are left, as typed."""

    letters = serializers.CharField(max_length=600)


class HandAskedSerializer(serializers.Serializer):
    """A hand as it was measured: how many characters fill a line, how long that is, how far apart lines are."""

    name = serializers.CharField(max_length=60)
    characters = serializers.IntegerField(min_value=1, max_value=400)
    line = serializers.CharField(max_length=60)
    pitch = serializers.CharField(max_length=60)
    colour = serializers.CharField(max_length=7, default="#22345c", validators=[is_colour])
    unit = serializers.ChoiceField(fields.UNIT_CHOICES, required=False)


class ScriptSerializer(serializers.Serializer):
    """What a story can be written in; ``id`` of a hand, ``words`` says what it is."""

    id = serializers.IntegerField(allow_null=True)
    key = serializers.CharField()
    name = serializers.CharField()
    words = serializers.CharField()
    colour = serializers.CharField()
    is_font = serializers.BooleanField()
