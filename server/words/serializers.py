"""Lettering and title settings as they are told. Numbers to draw by are in the page's unit; what is read are texts."""

from rest_framework import serializers

from inkquilt.lengths import Unit
from inkquilt.words.flow import LONGEST_TEXT
from server.common import fields
from server.pages.change_serializers import ChangeField
from server.pages.serializers import AccentSerializer, LetteringSerializer, WrittenSerializer
from server.words.models import KIND_CHOICES, WIDTH_CHOICES, is_colour


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
    height = serializers.CharField(max_length=60)
    width = serializers.ChoiceField(WIDTH_CHOICES, default="plain")
    letters = serializers.CharField(max_length=600)
    colour = serializers.CharField(max_length=7, default="#22345c", validators=[is_colour])
    unit = serializers.ChoiceField(fields.UNIT_CHOICES, default=Unit.IN.value)


class LettersAskedSerializer(serializers.Serializer):
    """The letters that are left, as typed."""

    letters = serializers.CharField(max_length=600)


class TitleLineSerializer(serializers.Serializer):
    """One line: its text, its alphabet, and its measures in words."""

    text = serializers.CharField()
    alphabet = serializers.CharField()
    name = serializers.CharField()
    words = serializers.CharField()


class UnderlaySerializer(serializers.Serializer):
    """Something laid under a title: its pieces, and the change that sets the title and lays it."""

    words = serializers.CharField()
    accents = AccentSerializer(many=True)
    change = ChangeField()


class TitleWaySerializer(LetteringSerializer):
    """One way to set a title: what it is, what it lacks, how it is read; ``fits`` when nothing is wrong with it."""

    text = serializers.CharField()
    way = serializers.ChoiceField(fields.TITLE_WAY_CHOICES)
    words = serializers.CharField()
    fits = serializers.BooleanField()
    width = serializers.FloatField()
    height = serializers.FloatField()
    lines = TitleLineSerializer(many=True)
    troubles = serializers.ListField(child=serializers.CharField())
    notes = serializers.ListField(child=serializers.CharField())
    underlays = UnderlaySerializer(many=True, help_text="what can be laid under it where it is hard to read")


class TitleWaysSerializer(serializers.Serializer):
    """The ways to set a title, the best first, and where it was used before."""

    ways = TitleWaySerializer(many=True)
    used_on = serializers.ListField(child=serializers.CharField())
    taken = serializers.BooleanField(help_text="its letters are off their sheets")


class TitleQuerySerializer(serializers.Serializer):
    """The text to set."""

    text = serializers.CharField(max_length=200, allow_blank=True, default="")


class HandAskedSerializer(serializers.Serializer):
    """A hand as it was measured: how many characters fill a line, how long that is, how far apart lines are."""

    name = serializers.CharField(max_length=60)
    characters = serializers.IntegerField(min_value=1, max_value=400)
    line = serializers.CharField(max_length=60)
    pitch = serializers.CharField(max_length=60)
    colour = serializers.CharField(max_length=7, default="#22345c", validators=[is_colour])
    unit = serializers.ChoiceField(fields.UNIT_CHOICES, default=Unit.IN.value)


class ScriptSerializer(serializers.Serializer):
    """What a story can be written in; ``id`` of a hand, ``words`` says what it is."""

    id = serializers.IntegerField(allow_null=True)
    key = serializers.CharField()
    name = serializers.CharField()
    words = serializers.CharField()
    colour = serializers.CharField()
    is_font = serializers.BooleanField()


class StoryAskedSerializer(serializers.Serializer):
    """A text to write, or how many words are wished for; ``story`` is one on the page to be written anew."""

    text = serializers.CharField(max_length=LONGEST_TEXT, allow_blank=True, default="", trim_whitespace=False)
    words = serializers.IntegerField(min_value=0, max_value=10_000, default=0)
    script = serializers.CharField(max_length=30)
    half_points = serializers.IntegerField(required=False, allow_null=True, default=None)
    story = serializers.CharField(max_length=20, required=False, allow_null=True, default=None)


class StoryWaySerializer(WrittenSerializer):
    """A way to write a story: what it holds, what has no place, what to mind."""

    way = serializers.ChoiceField(fields.JOURNAL_WAY_CHOICES)
    where = serializers.CharField()
    words = serializers.CharField()
    fits = serializers.BooleanField()
    off_page = serializers.BooleanField()
    sheet = serializers.CharField(allow_blank=True, help_text="the size of a sheet of its own")
    minded = serializers.ListField(child=serializers.CharField())


class PlaceLeftSerializer(serializers.Serializer):
    """A place where words can still go; ``box`` is left, top, right, bottom in the page's unit, null for an outline."""

    name = serializers.CharField()
    kind = serializers.CharField()
    words = serializers.CharField()
    box = serializers.ListField(child=serializers.FloatField(), allow_null=True)


class StoryWaysSerializer(serializers.Serializer):
    """The ways to write a story, the best first, where words can still go, and questions to start from."""

    ways = StoryWaySerializer(many=True)
    places = PlaceLeftSerializer(many=True)
    shortest = serializers.CharField(allow_blank=True)
    prompts = serializers.ListField(child=serializers.CharField())
