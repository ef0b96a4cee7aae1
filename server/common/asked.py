"""What people ask for in fields of a request, as values of the core."""

from dataclasses import fields
from typing import Any, Final

from django.contrib.auth.models import User
from rest_framework import serializers
from rest_framework.exceptions import NotAuthenticated
from rest_framework.request import Request

from inkquilt.composition.formats import PageAsked
from inkquilt.errors import UnreadableLength, refuse
from inkquilt.lengths import Grains, Unit, parse_length
from inkquilt.page import Page, Side

__all__ = ["asked_for", "asked_length", "asked_page", "owner", "refuse"]
_PAGE_FACTS: Final = tuple(field.name for field in fields(PageAsked))


def asked_for(kind: type[serializers.Serializer], data: Any) -> dict[str, Any]:
    """Return what a request asks for, checked. Raises ``ValidationError`` that names each wrong field."""
    given = kind(data=data)
    given.is_valid(raise_exception=True)
    return dict(given.validated_data)


def asked_page(given: dict[str, Any]) -> tuple[Page, str | None]:
    """Return the page a person asked for, and the key of its format if it is a known one. Raises ``BadInput``."""
    facts = {name: given[name] for name in _PAGE_FACTS if given.get(name) is not None}
    for name, kind in (("unit", Unit), ("binding", Side)):
        if name in facts:
            facts[name] = kind(facts[name])
    asked = PageAsked(**facts)
    return asked.page(), asked.format


def asked_length(change: dict[str, Any], key: str, unit: Unit, what: str) -> Grains:
    """Return a length a person typed; ``what`` names it in the error."""
    try:
        return parse_length(str(change.get(key) or ""), unit).grains
    except UnreadableLength as error:
        raise refuse(error.code, f"{what}: {error}", key) from error


def owner(request: Request) -> User:
    """Return who asks; every address is for those who are signed in."""
    user = request.user
    if not isinstance(user, User):
        raise NotAuthenticated
    return user
