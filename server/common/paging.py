"""Paging of lists."""

from rest_framework.pagination import LimitOffsetPagination


class ListPaging(LimitOffsetPagination):
    """Fifty at a time unless asked otherwise, never more than two hundred."""

    default_limit = 50
    max_limit = 200
