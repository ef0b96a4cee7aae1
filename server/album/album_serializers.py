"""Albums as they are told, and what may be asked of them."""

from rest_framework import serializers

from inkquilt.album.goals import Every
from inkquilt.album.openings import Shown
from server.album.albums import MOST_PAGES
from server.album.serializers import LogCardSerializer
from server.common import fields
from server.common.serializers import FormatRequestSerializer

SHOWN_CHOICES = [(shown.value, shown.value) for shown in Shown]
EVERY_CHOICES = [(every.value, every.value) for every in Every]


class SpineSerializer(serializers.Serializer):
    """How full an album is: ``words`` say it, ``full`` whether its leaves are more than the spine takes."""

    words = serializers.CharField()
    thick = serializers.CharField()
    room = serializers.CharField(allow_null=True)
    full = serializers.BooleanField()
    part = serializers.FloatField(allow_null=True, help_text="of the room that is taken, 1 when it is full")
    advice = serializers.ListField(child=serializers.CharField())


class AlbumCardSerializer(serializers.Serializer):
    """An album on the shelf."""

    id = serializers.IntegerField()
    name = serializers.CharField()
    size = serializers.CharField()
    width = serializers.FloatField(help_text="in its unit, for drawing it")
    height = serializers.FloatField()
    unit = serializers.ChoiceField(fields.UNIT_CHOICES)
    pages = serializers.IntegerField()
    when = serializers.CharField(allow_blank=True)
    thumbs = serializers.ListField(child=serializers.CharField())
    full = serializers.BooleanField()


class LoosePageSerializer(LogCardSerializer):
    """A finished page that waits for a place, and the albums it would go into."""

    size = serializers.CharField()
    albums = serializers.ListField(child=serializers.IntegerField())


class AlbumsSerializer(serializers.Serializer):
    """All albums, and the pages that lie in none."""

    albums = AlbumCardSerializer(many=True)
    loose = LoosePageSerializer(many=True)
    loose_count = serializers.IntegerField(help_text="of all; the latest are told")


class NewAlbumSerializer(FormatRequestSerializer):
    """A new album: its name, and the format of its pages, or a page it shall take."""

    name = serializers.CharField(max_length=80)
    page = serializers.IntegerField(required=False, help_text="a finished page: the album is made to its size")


class DescribeAlbumSerializer(serializers.Serializer):
    """What is put right of an album; what is not named stays. An empty ``room`` is one that nobody knows."""

    name = serializers.CharField(required=False, max_length=80)
    room = serializers.CharField(required=False, allow_blank=True, max_length=60)
    in_protectors = serializers.BooleanField(required=False)
    starts_right = serializers.BooleanField(required=False)


class PlaceSerializer(serializers.Serializer):
    """One side of an opening: a page, or half of one that is two."""

    page = serializers.IntegerField()
    shown = serializers.ChoiceField(SHOWN_CHOICES)


class OpeningSerializer(serializers.Serializer):
    """Two facing places; ``is_cover`` when the left one is the inside of the cover.

    ``lonely`` is a page with nobody opposite, ``facing`` loose pages that would go there, ``left`` how many photos of
    its days are on no page yet.
    """

    left = PlaceSerializer(allow_null=True)
    right = PlaceSerializer(allow_null=True)
    is_cover = serializers.BooleanField()
    together = serializers.BooleanField()
    lonely = serializers.IntegerField(allow_null=True)
    facing = serializers.ListField(child=serializers.IntegerField())
    photos_left = serializers.IntegerField()


class AlbumPageSerializer(LogCardSerializer):
    """A page in an album, or one that would go opposite a page of it."""

    finished = serializers.DateField(allow_null=True)
    is_spread = serializers.BooleanField()
    by_hand = serializers.BooleanField()
    waits = serializers.BooleanField()
    here = serializers.BooleanField(help_text="it lies in this album")


class AlbumSerializer(AlbumCardSerializer):
    """An album as it lies when it is opened; ``order`` are its pages from first to last."""

    in_protectors = serializers.BooleanField()
    starts_right = serializers.BooleanField()
    spine = SpineSerializer()
    openings = OpeningSerializer(many=True)
    order = serializers.ListField(child=serializers.IntegerField())
    loose = LogCardSerializer(many=True, help_text="the latest loose pages that it takes")
    loose_count = serializers.IntegerField()
    known = AlbumPageSerializer(many=True)


class PutInSerializer(serializers.Serializer):
    """Pages to lay into an album: by their events, or ``opposite`` one that lies there."""

    pages = serializers.ListField(child=serializers.IntegerField(), min_length=1, max_length=MOST_PAGES)
    opposite = serializers.IntegerField(required=False)


class LayPageSerializer(serializers.Serializer):
    """Where a page shall lie: right ``behind`` another (null: before all), or by its event; whether it waits."""

    behind = serializers.IntegerField(required=False, allow_null=True)
    by_event = serializers.BooleanField(required=False)
    waits = serializers.BooleanField(required=False)


class FacingMadeSerializer(serializers.Serializer):
    """A companion page that was begun."""

    page = serializers.IntegerField()


class GoalTimeSerializer(serializers.Serializer):
    """One month, year or school year of a goal: pages there are, pages it still wants, photos taken in it."""

    words = serializers.CharField()
    have = serializers.IntegerField()
    missing = serializers.IntegerField()
    is_open = serializers.BooleanField()
    photos = serializers.IntegerField()


class GoalSerializer(serializers.Serializer):
    """A goal as it was said, and how far it is; ``words`` say what is missing."""

    id = serializers.IntegerField()
    name = serializers.CharField()
    every = serializers.ChoiceField(EVERY_CHOICES)
    words = serializers.CharField()
    missing = serializers.IntegerField()
    times = GoalTimeSerializer(many=True)


class NewGoalSerializer(serializers.Serializer):
    """A goal in one line, as one says it."""

    line = serializers.CharField(max_length=200)
