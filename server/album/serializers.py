"""The logbook as it is told, and what may be put right of it."""

from rest_framework import serializers

from server.album.models import MOST_STORY, USED_CHOICES


class UsedSerializer(serializers.Serializer):
    """One thing that was used."""

    kind = serializers.ChoiceField(USED_CHOICES)
    key = serializers.CharField()
    name = serializers.CharField()
    count = serializers.IntegerField()


class AlbumOfPageSerializer(serializers.Serializer):
    """The album a page lies in."""

    id = serializers.IntegerField()
    name = serializers.CharField()


class LogEntrySerializer(serializers.Serializer):
    """What is known of a page that was finished; ``finished`` is null while it is at work again.

    ``when`` tells in words when it happened, ``used_words`` what was used, ``own_words`` whether those are hers.
    """

    page = serializers.IntegerField()
    name = serializers.CharField()
    finished = serializers.DateField(allow_null=True)
    event = serializers.DateField(allow_null=True)
    event_end = serializers.DateField(allow_null=True)
    when = serializers.CharField(allow_blank=True)
    who = serializers.ListField(child=serializers.CharField())
    place = serializers.CharField(allow_blank=True)
    tags = serializers.ListField(child=serializers.CharField())
    story = serializers.CharField(allow_blank=True)
    used = UsedSerializer(many=True)
    used_words = serializers.CharField(allow_blank=True)
    own_words = serializers.BooleanField()
    album = AlbumOfPageSerializer(allow_null=True)
    thumb = serializers.CharField()


class PageRecordSerializer(serializers.Serializer):
    """The record of one page; null where it was never finished."""

    entry = LogEntrySerializer(allow_null=True)


def _names(most: int) -> serializers.ListField:
    return serializers.ListField(child=serializers.CharField(max_length=60), max_length=most, required=False)


class DescribeEntrySerializer(serializers.Serializer):
    """What is put right; what is not named stays. With ``used`` null what was used writes itself again."""

    finished = serializers.DateField(required=False, allow_null=True)
    event = serializers.DateField(required=False, allow_null=True)
    event_end = serializers.DateField(required=False, allow_null=True)
    who = _names(30)
    place = serializers.CharField(required=False, allow_blank=True, max_length=120)
    tags = _names(30)
    story = serializers.CharField(required=False, allow_blank=True, max_length=MOST_STORY)
    used = serializers.CharField(required=False, allow_blank=True, allow_null=True, max_length=4_000)


class LogCardSerializer(serializers.Serializer):
    """A finished page in the logbook."""

    page = serializers.IntegerField()
    name = serializers.CharField()
    when = serializers.CharField(allow_blank=True)
    event = serializers.DateField(allow_null=True)
    finished = serializers.DateField()
    who = serializers.ListField(child=serializers.CharField())
    place = serializers.CharField(allow_blank=True)
    tags = serializers.ListField(child=serializers.CharField())
    thumb = serializers.CharField()


class LogQuerySerializer(serializers.Serializer):
    """What is looked for in the logbook; all of it that is said must hold."""

    words = serializers.CharField(required=False, max_length=200, allow_blank=True)
    who = serializers.CharField(required=False, max_length=60)
    tag = serializers.CharField(required=False, max_length=60)
    year = serializers.IntegerField(required=False, min_value=1800, max_value=2200)
    kind = serializers.ChoiceField(USED_CHOICES, required=False)
    key = serializers.CharField(required=False, max_length=80, help_text="with a kind: what was used, by its key")


class CountedSerializer(serializers.Serializer):
    """A name and on how many pages it is."""

    name = serializers.CharField()
    pages = serializers.IntegerField()


class LogIndexSerializer(serializers.Serializer):
    """Who and what the logbook tells of, and when."""

    who = CountedSerializer(many=True)
    tags = CountedSerializer(many=True)
    years = CountedSerializer(many=True)
    pages = serializers.IntegerField()


class UseFoundSerializer(serializers.Serializer):
    """A thing that was used, on which pages, and whether it is still in the stash."""

    kind = serializers.ChoiceField(USED_CHOICES)
    key = serializers.CharField()
    name = serializers.CharField()
    there = serializers.BooleanField(help_text="some of it is still in the stash")
    pages = LogCardSerializer(many=True)


class EventSerializer(serializers.Serializer):
    """Days whose photos belong together: how many there are, and the pages they are on."""

    first = serializers.DateField()
    last = serializers.DateField()
    when = serializers.CharField()
    name = serializers.CharField(allow_blank=True)
    photos = serializers.IntegerField()
    used = serializers.IntegerField()
    pages = LogCardSerializer(many=True)
    thumbs = serializers.ListField(child=serializers.CharField())
