"""Answers that several apps give."""

from rest_framework import serializers


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
