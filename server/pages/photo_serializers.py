"""What is asked and answered about the photos on a page."""

from rest_framework import serializers

from inkquilt.composition.changes.photos import SlotChoice
from inkquilt.photos.matching import PhotoOrder
from inkquilt.photos.mats import Shade
from server.common import fields
from server.pages.change_serializers import ChangeField, serializer_for


class WayToShowSerializer(serializers.Serializer):
    """Something that shows what matters in a photo again; it was tried. ``change`` does it."""

    words = serializers.CharField()
    change = ChangeField()


class MatColourSerializer(serializers.Serializer):
    """A proposed colour of a mat (as #rrggbb), why, and what two such mats need of one sheet, if that can be said."""

    shade = serializers.ChoiceField([(shade.value, shade.value) for shade in Shade])
    colour = serializers.CharField()
    why = serializers.CharField()
    two_of_a_sheet = serializers.CharField(allow_blank=True)


class MatchQuerySerializer(serializers.Serializer):
    """The photos to be matched to the page's slots, and what their order comes from; in her own they come in it."""

    photos = serializers.ListField(child=serializers.IntegerField(), min_length=1, max_length=60)
    order = serializers.ChoiceField(fields.PHOTO_ORDER_CHOICES, default=PhotoOrder.TAKEN.value)


class MatchReasonSerializer(serializers.Serializer):
    """Why a photo lies where it does, or is left out."""

    photo = serializers.IntegerField()
    why = serializers.ListField(child=serializers.CharField())


class MatchSerializer(serializers.Serializer):
    """The best choice of a slot for each photo, the photos left out, the slots left open, and the change for it."""

    placed = serializer_for(SlotChoice)(many=True)
    left_out = serializers.ListField(child=serializers.IntegerField())
    open = serializers.ListField(child=serializers.CharField())
    reasons = MatchReasonSerializer(many=True)
    proven = serializers.BooleanField()
    change = ChangeField()
