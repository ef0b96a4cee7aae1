"""The shapes of tools in the API."""

from rest_framework import serializers

from inkquilt.sketch import Shape
from server.common import fields


class TrimmerSerializer(serializers.Serializer):
    """A trimmer, lengths as texts in its unit; ``id`` is None for the one assumed until there are others."""

    id = serializers.IntegerField(allow_null=True)
    name = serializers.CharField()
    longest = serializers.CharField()
    widest = serializers.CharField()
    finest = serializers.CharField()
    narrowest = serializers.CharField()
    stop_offset = serializers.CharField(allow_null=True)
    unit = serializers.ChoiceField(fields.UNIT_CHOICES)


class TrimmerAskedSerializer(serializers.Serializer):
    """A trimmer as typed: lengths in its unit; no ``stop_offset`` for one that only cuts right through."""

    name = serializers.CharField(max_length=60)
    longest = serializers.CharField(max_length=60)
    widest = serializers.CharField(max_length=60)
    finest = serializers.CharField(max_length=60)
    narrowest = serializers.CharField(max_length=60)
    stop_offset = serializers.CharField(max_length=60, allow_null=True, allow_blank=True, default=None)
    unit = serializers.ChoiceField(fields.UNIT_CHOICES, required=False)


class ShapingToolSerializer(serializers.Serializer):
    """A punch or die, lengths as texts in its unit; empty where it has no such limit."""

    id = serializers.IntegerField()
    name = serializers.CharField()
    smallest = serializers.CharField(allow_blank=True)
    widest = serializers.CharField(allow_blank=True)
    blank = serializers.CharField(allow_blank=True)
    depth = serializers.CharField(allow_blank=True)
    makes = serializers.CharField(allow_blank=True, help_text="the sizes it makes")
    unit = serializers.ChoiceField(fields.UNIT_CHOICES)


class ShapingToolAskedSerializer(serializers.Serializer):
    """A punch or die as typed."""

    name = serializers.CharField(max_length=60)
    smallest = serializers.CharField(max_length=60, allow_blank=True, default="")
    widest = serializers.CharField(max_length=60, allow_blank=True, default="")
    blank_width = serializers.CharField(max_length=60, allow_blank=True, default="")
    blank_height = serializers.CharField(max_length=60, allow_blank=True, default="")
    depth = serializers.CharField(max_length=60, allow_blank=True, default="")
    makes = serializers.CharField(max_length=300, allow_blank=True, default="", help_text="such as 1, 1 1/2, 2")
    makes_shape = serializers.ChoiceField(fields.DIE_CHOICES, default=Shape.CIRCLE.value)
    unit = serializers.ChoiceField(fields.UNIT_CHOICES, required=False)
