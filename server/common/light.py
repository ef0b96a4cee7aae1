"""How the light of a picture shall be put right, as it is asked for."""

from typing import Any

from rest_framework import serializers

from inkquilt_io.photo_values import Light


class LightSerializer(serializers.Serializer):
    """How to put the light right: by the whole picture, or by a place that is white, from 0 to 1 each way.

    ``lightest`` takes its lightest place for white.
    """

    whole = serializers.BooleanField(default=False)
    white = serializers.ListField(
        child=serializers.FloatField(min_value=0, max_value=1),
        min_length=2,
        max_length=2,
        allow_null=True,
        default=None,
    )
    lightest = serializers.BooleanField(default=False)


def asked_light(asked: dict[str, Any]) -> Light:
    """Return what was asked for."""
    white = asked["white"]
    return Light(asked["whole"], (white[0], white[1]) if white else None, asked["lightest"])
