"""What a person measures in and the page she mostly makes: asked once, and held wherever she has not said otherwise."""

from collections.abc import Mapping
from typing import Any

from django.contrib.auth.models import AnonymousUser
from django.core.exceptions import ObjectDoesNotExist

from inkquilt.errors import refuse
from inkquilt.lengths import Unit
from inkquilt.page import FORMATS
from server.accounts.models import Usual


def usual_of(user: Any) -> Usual | None:
    """Return what a person said, None before she was asked."""
    if isinstance(user, AnonymousUser):
        return None
    try:
        usual: Usual = user.usual
    except ObjectDoesNotExist:
        return None
    return usual


def unit_of(user: Any) -> Unit:
    """Return what a person measures in: inches until she says otherwise."""
    usual = usual_of(user)
    return Unit(usual.unit) if usual else Unit.IN


def asked_unit(user: Any, asked: Mapping[str, Any]) -> Unit:
    """Return the unit that numbers without one are in: as asked, or what the person measures in."""
    return Unit(asked["unit"]) if asked.get("unit") else unit_of(user)


def settle(*, user: Any, unit: Unit, format_key: str) -> Usual:
    """Keep what a person measures in and her usual page. Raises ``BadInput`` for a format there is not."""
    if all(form.key != format_key for form in FORMATS):
        raise refuse("unknown-format", f"There is no page format “{format_key[:40]}”.", "format")
    usual, _ = Usual.objects.update_or_create(user=user, defaults={"unit": unit.value, "format": format_key})
    user.usual = usual
    return usual
