"""What a person measures in and the page she mostly makes: asked once, and held wherever she has not said otherwise."""

from collections.abc import Mapping
from typing import Any

from django.contrib.auth.models import AnonymousUser
from django.core.exceptions import ObjectDoesNotExist

from inkquilt.errors import refuse
from inkquilt.lengths import Unit
from inkquilt.page import FIRST_FORMATS, FORMATS
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


def settle(*, user: Any, unit: Unit | None = None, format_key: str | None = None) -> Usual:
    """Keep what a person measures in and her usual page; of what she does not say now, what she said before holds.

    Before she said anything, a format is measured in the unit it is made in, and a unit has the page that most begin
    with. Raises ``BadInput`` for a format there is not, and where nothing is said.
    """
    before = usual_of(user)
    form = next((form for form in FORMATS if form.key == format_key), None)
    if format_key is not None and form is None:
        raise refuse("unknown-format", f"There is no page format “{format_key[:40]}”.", "format")
    if unit is None:
        unit = Unit(before.unit) if before else form.unit if form else None
    if unit is None:
        raise refuse("nothing-said", "In inches or millimetres, or on which page?", "unit")
    format_key = format_key or (before.format if before else FIRST_FORMATS[unit])
    usual, _ = Usual.objects.update_or_create(user=user, defaults={"unit": unit.value, "format": format_key})
    user.usual = usual
    return usual
