"""What several apps are asked and answer."""

from typing import Any, Final

from rest_framework import serializers

from server.common import fields


class FaultSerializer(serializers.Serializer):
    """One thing wrong: on which block or field, a stable code, and plain words."""

    block = serializers.CharField(allow_null=True)
    code = serializers.CharField()
    message = serializers.CharField()


class ErrorSerializer(serializers.Serializer):
    """What every failed request answers."""

    code = serializers.CharField()
    detail = serializers.CharField()
    faults = FaultSerializer(many=True, required=False)


#: How a request about something of hers may fail.
REFUSED: Final = {400: ErrorSerializer, 404: ErrorSerializer, 409: ErrorSerializer}


class FormatRequestSerializer(serializers.Serializer):
    """The page wanted: a known ``format``, or ``width`` and ``height`` in ``unit``; lengths as people type them."""

    format = serializers.CharField(allow_null=True, required=False, max_length=20)
    width = serializers.CharField(required=False, max_length=60)
    height = serializers.CharField(required=False, max_length=60)
    unit = serializers.ChoiceField(fields.UNIT_CHOICES, required=False)
    clear = serializers.CharField(required=False, allow_blank=True, max_length=60)
    binding = serializers.ChoiceField(fields.SIDE_CHOICES, required=False, allow_null=True)
    binding_margin = serializers.CharField(required=False, allow_blank=True, max_length=60)
    sides = serializers.ChoiceField([1, 2], required=False)
    gap = serializers.CharField(required=False, allow_blank=True, max_length=60)


def many(kind: type[serializers.Serializer], most: int, **more: Any) -> Any:
    """Return a list of things of a kind, at most so many."""
    return kind(many=True, max_length=most, **more)  # type: ignore[call-arg]
