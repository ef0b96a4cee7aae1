"""What wants to be used, as it is told."""

from rest_framework import serializers

from inkquilt.using_up.things import StashKind

STASH_KIND_CHOICES = [(kind.value, kind.value) for kind in StashKind]


class StashLyingSerializer(serializers.Serializer):
    """A thing of the stash: how much of it is left, and how long it lies, in words."""

    kind = serializers.ChoiceField(STASH_KIND_CHOICES)
    id = serializers.IntegerField()
    name = serializers.CharField()
    left = serializers.CharField()
    words = serializers.CharField()
    picture = serializers.CharField(allow_null=True)
    colours = serializers.ListField(child=serializers.CharField())


class KitSerializer(serializers.Serializer):
    """A kit that was begun: how much of it is used, and what is left."""

    name = serializers.CharField()
    words = serializers.CharField()
    left = StashLyingSerializer(many=True)


class UsingUpSerializer(serializers.Serializer):
    """What wants to be used; each list tells the first ones."""

    oldest = StashLyingSerializer(many=True)
    last_sheets = StashLyingSerializer(many=True)
    kits = KitSerializer(many=True)
    never_used = StashLyingSerializer(many=True)
    years = serializers.ListField(child=serializers.IntegerField())


class YearPaperSerializer(serializers.Serializer):
    """A paper and what a year's pages took of it."""

    name = serializers.CharField()
    words = serializers.CharField()


class YearSerializer(serializers.Serializer):
    """What the pages of a year took, and what it cost, in words."""

    year = serializers.IntegerField()
    pages = serializers.IntegerField()
    words = serializers.CharField()
    cost = serializers.CharField(allow_blank=True)
    papers = YearPaperSerializer(many=True)
