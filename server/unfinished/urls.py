"""Addresses of what is being typed."""

from django.urls import path, register_converter
from django.urls.converters import StringConverter

from server.unfinished.views import UnfinishedView


class PlaceConverter(StringConverter):
    """A place to type in: small letters, digits and strokes."""

    regex = "[a-z0-9-]{1,80}"


register_converter(PlaceConverter, "place")

urlpatterns = [path("unfinished/<place:place>/", UnfinishedView.as_view())]
