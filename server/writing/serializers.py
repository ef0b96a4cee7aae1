"""The shapes of titles and stories in the API."""

from rest_framework import serializers

from inkquilt.words.flow import LONGEST_TEXT
from inkquilt.words.title_later import SpotKind
from server.common import fields
from server.common.drawing import BoxSerializer
from server.pages.change_serializers import ChangeField
from server.pages.serializers import AccentSerializer, InPlaceSerializer, LetteringSerializer


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
    """The text to set, and the alphabet it is to be set in if one was chosen."""

    text = serializers.CharField(max_length=200, allow_blank=True, default="")
    alphabet = serializers.CharField(max_length=60, allow_blank=True, default="")


class TitlePartSerializer(BoxSerializer, LetteringSerializer):
    """A part of a title, or all of it: its words, its place, and how it is set there."""

    text = serializers.CharField()


class TitleSpotSerializer(serializers.Serializer):
    """Where a title can still go: how tall its letters are there, what moves for it, and the change that lays it."""

    kind = serializers.ChoiceField([(kind.value, kind.value) for kind in SpotKind])
    where = serializers.CharField()
    words = serializers.CharField()
    parts = TitlePartSerializer(many=True)
    moved = BoxSerializer(many=True, help_text="where the pieces come to lie that make room")
    change = ChangeField()


class TitleSpotsSerializer(serializers.Serializer):
    """Where a title can still go, the best first, and where it was used before."""

    spots = TitleSpotSerializer(many=True)
    used_on = serializers.ListField(child=serializers.CharField())


class StoryAskedSerializer(serializers.Serializer):
    """A text to write, or how many words are wished for; ``story`` is one on the page to be written anew."""

    text = serializers.CharField(max_length=LONGEST_TEXT, allow_blank=True, default="", trim_whitespace=False)
    words = serializers.IntegerField(min_value=0, max_value=10_000, default=0)
    script = serializers.CharField(max_length=30)
    half_points = serializers.IntegerField(required=False, allow_null=True, default=None)
    story = serializers.CharField(max_length=20, required=False, allow_null=True, default=None)


class StoryWaySerializer(InPlaceSerializer):
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
