"""Photos as they are told and asked for."""

from typing import Any

from drf_spectacular.utils import extend_schema_field
from rest_framework import serializers

from inkquilt.lengths import Unit, format_length, size_with_unit
from inkquilt_io.photo_values import MOST_LIGHT
from server.common.serializers import many
from server.photos.models import PARTS, FocalArea, Photo

STANCES = [(stance, stance) for stance in ("upright", "landscape", "square")]
#: What exists on paper and can be entered by its size.
PRINT_KINDS = [choice for choice in Photo.Kind.choices if choice[0] != Photo.Kind.PHOTO]
#: A photo has no more areas than this.
MOST_AREAS = 40


class AreaSerializer(serializers.Serializer):
    """A part of a photo, from 0 to 1 each way; a proposal counts once it is accepted."""

    left = serializers.FloatField(min_value=0, max_value=1)
    top = serializers.FloatField(min_value=0, max_value=1)
    width = serializers.FloatField(min_value=0.0001, max_value=1)
    height = serializers.FloatField(min_value=0.0001, max_value=1)
    matters = serializers.BooleanField(default=True)
    weight = serializers.IntegerField(min_value=1, max_value=5, default=3)
    # The field's name is one of Field's own; in a serializer it names the field all the same.
    source = serializers.ChoiceField(FocalArea.Source.choices, default=FocalArea.Source.HAND)  # type: ignore[assignment]
    accepted = serializers.BooleanField(default=True)


class AreasSerializer(serializers.Serializer):
    """All areas of a photo, in place of those there were."""

    areas = many(AreaSerializer, MOST_AREAS)


class PhotoSerializer(serializers.ModelSerializer):
    """A photo of the box. ``print_size`` is the print that exists, in words; ``looked_at`` that it was looked over."""

    stance = serializers.SerializerMethodField()
    has_file = serializers.SerializerMethodField()
    print_size = serializers.SerializerMethodField()
    print_width = serializers.SerializerMethodField()
    print_height = serializers.SerializerMethodField()
    areas = serializers.SerializerMethodField()

    class Meta:
        model = Photo
        fields = [
            "id", "name", "width", "height", "stance", "has_file", "kind", "wish", "irreplaceable", "print_size",
            "print_width", "print_height",
            "note", "group", "taken", "has_place", "looked_at", "areas",
        ]  # fmt: skip

    @property
    def unit(self) -> Unit:
        """What their owner measures in."""
        unit: Unit = self.context["unit"]
        return unit

    @extend_schema_field(serializers.ChoiceField(STANCES))
    def get_stance(self, photo: Photo) -> str:
        """Tell upright, landscape or square."""
        if photo.width == photo.height:
            return "square"
        return "upright" if photo.height > photo.width else "landscape"

    def get_has_file(self, photo: Photo) -> bool:
        """Tell whether there is a picture of it."""
        return bool(photo.suffix)

    def get_print_size(self, photo: Photo) -> str:
        """Return the size of the print that exists, or nothing."""
        if photo.print_size is None:
            return ""
        return size_with_unit(photo.print_size.width, photo.print_size.height, self.unit)

    def get_print_width(self, photo: Photo) -> str:
        """Return the width of the print that exists exactly, for this text comes back when it is changed."""
        return format_length(photo.print_width, self.unit) if photo.print_width else ""

    def get_print_height(self, photo: Photo) -> str:
        """Return its height exactly."""
        return format_length(photo.print_height, self.unit) if photo.print_height else ""

    @extend_schema_field(AreaSerializer(many=True))
    def get_areas(self, photo: Photo) -> list[dict[str, Any]]:
        """Return its areas."""
        return [
            {
                **{name: getattr(area, name) / PARTS for name in ("left", "top", "width", "height")},
                **{name: getattr(area, name) for name in ("matters", "weight", "source", "accepted")},
            }
            for area in photo.areas.all()
        ]


class AddedPhotoSerializer(PhotoSerializer):
    """A photo just added; ``known`` when the same file was there already."""

    known = serializers.SerializerMethodField()

    class Meta(PhotoSerializer.Meta):
        fields = [*PhotoSerializer.Meta.fields, "known"]

    def get_known(self, photo: Photo) -> bool:
        """Tell whether it was there already."""
        return bool(self.context.get("known"))


class UploadSerializer(serializers.Serializer):
    """One photo file."""

    file = serializers.FileField()


class PhotoCopySerializer(serializers.Serializer):
    """How a copy differs: turned clockwise, and so many steps lighter, or darker."""

    turn = serializers.ChoiceField([0, 90, 180, 270], default=0)
    light = serializers.IntegerField(min_value=-MOST_LIGHT, max_value=MOST_LIGHT, default=0)


class NewPrintSerializer(serializers.Serializer):
    """A print or document that exists: its size as typed, in what she measures in unless it says otherwise."""

    name = serializers.CharField(max_length=200)
    width = serializers.CharField(max_length=60)
    height = serializers.CharField(max_length=60)
    kind = serializers.ChoiceField(PRINT_KINDS)
    note = serializers.CharField(max_length=500, allow_blank=True, default="")


class DescribeSerializer(serializers.Serializer):
    """What shall be known of a photo; what is not given stays. Both sides of its print, or nothing for no print."""

    name = serializers.CharField(max_length=200, required=False)
    note = serializers.CharField(max_length=500, allow_blank=True, required=False)
    group = serializers.CharField(max_length=60, allow_blank=True, required=False)
    kind = serializers.ChoiceField(Photo.Kind.choices, required=False)
    wish = serializers.ChoiceField(Photo.Wish.choices, allow_blank=True, required=False)
    irreplaceable = serializers.BooleanField(required=False)
    print_width = serializers.CharField(max_length=60, allow_blank=True, required=False)
    print_height = serializers.CharField(max_length=60, allow_blank=True, required=False)
