"""Embellishments as they are told and asked for. Lengths asked for are typed; those told to draw by are in the unit."""

from rest_framework import serializers

from server.common import fields


class EmbellishmentSerializer(serializers.Serializer):
    """One embellishment; ``count`` null for what never runs out."""

    id = serializers.IntegerField()
    key = serializers.CharField()
    name = serializers.CharField()
    kind = serializers.ChoiceField(fields.EMBELLISHMENT_KIND_CHOICES)
    form = serializers.ChoiceField(fields.FORM_CHOICES)
    size = serializers.CharField()
    width = serializers.FloatField()
    height = serializers.FloatField()
    colours = serializers.ListField(child=serializers.CharField())
    ink = serializers.CharField(help_text="the colour of its words")
    facing = serializers.ChoiceField(fields.FACING_CHOICES)
    count = serializers.IntegerField(allow_null=True)
    text = serializers.CharField(allow_blank=True)
    picture = serializers.CharField(allow_null=True, help_text="where its picture is, if it was photographed")
    points = serializers.ListField(
        child=serializers.ListField(child=serializers.FloatField()), help_text="its outline from its top left corner"
    )


class EmbellishmentAskedSerializer(serializers.Serializer):
    """An embellishment as it is entered."""

    name = serializers.CharField(max_length=60)
    kind = serializers.ChoiceField(fields.EMBELLISHMENT_KIND_CHOICES)
    form = serializers.ChoiceField(fields.FORM_CHOICES)
    width = serializers.CharField(max_length=60)
    height = serializers.CharField(max_length=60)
    colours = serializers.ListField(child=serializers.RegexField(r"^#[0-9a-f]{6}$"), min_length=1, max_length=4)
    facing = serializers.ChoiceField(fields.FACING_CHOICES, default="no way")
    thickness = serializers.CharField(max_length=60, required=False, allow_blank=True)
    count = serializers.IntegerField(min_value=0, max_value=10_000, allow_null=True, default=1)
    text = serializers.CharField(max_length=40, required=False, allow_blank=True, default="")
    unit = serializers.ChoiceField(fields.UNIT_CHOICES, required=False)
    outline = serializers.ListField(
        child=serializers.ListField(child=serializers.IntegerField(), min_length=2, max_length=2),
        required=False,
        max_length=40,
        help_text="corners of its own, in ten thousandths of its width and height",
    )
    picture = serializers.CharField(
        required=False, allow_blank=True, max_length=90_000, help_text="cut out of a photograph: WebP in base 64"
    )


class FoundThingSerializer(serializers.Serializer):
    """Something found in a photograph, to be named and entered."""

    size = serializers.CharField()
    width = serializers.CharField()
    height = serializers.CharField()
    form = serializers.ChoiceField(fields.FORM_CHOICES)
    kind = serializers.ChoiceField(fields.EMBELLISHMENT_KIND_CHOICES, help_text="what it is most likely used as")
    colours = serializers.ListField(child=serializers.CharField())
    outline = serializers.ListField(child=serializers.ListField(child=serializers.IntegerField()))
    picture = serializers.CharField()
    count = serializers.IntegerField(help_text="how many alike lie there")


class EmbellishmentLineSerializer(serializers.Serializer):
    """An embellishment as one says it."""

    line = serializers.CharField(max_length=300)
    unit = serializers.ChoiceField(fields.UNIT_CHOICES, required=False)


class CountAskedSerializer(serializers.Serializer):
    """How many there are."""

    count = serializers.IntegerField(min_value=0, max_value=10_000, allow_null=True)
