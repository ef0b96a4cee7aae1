"""Ids in addresses: what is longer than any that was given out is simply not found."""

from django.urls.converters import IntConverter


class IdConverter(IntConverter):
    """A whole number of up to 15 digits."""

    regex = "[0-9]{1,15}"
