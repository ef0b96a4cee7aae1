"""What people ask for in fields of a request, as values of the core."""

from decimal import Decimal, InvalidOperation
from typing import Any

from rest_framework import serializers

from inkquilt.errors import BadInput, Fault, UnreadableLength
from inkquilt.lengths import Grains, Unit, parse_length
from inkquilt.page import FORMATS, Fold, Margins, Page, Side


def refuse(code: str, message: str, field: str | None = None) -> BadInput:
    """Return the error for something that cannot be."""
    return BadInput([Fault(field, code, message)])


def asked_for(kind: type[serializers.Serializer], data: Any) -> dict[str, Any]:
    """Return what a request asks for, checked. Raises ``ValidationError`` that names each wrong field."""
    given = kind(data=data)
    given.is_valid(raise_exception=True)
    return dict(given.validated_data)


def asked_page(change: dict[str, Any]) -> tuple[Page, str | None]:
    """Return the page a person asked for: a known format or her own size, with what is kept clear."""
    key = change.get("format")
    form = next((form for form in FORMATS if form.key == key), None)
    if key is not None and form is None:
        raise refuse("unknown-format", f"There is no page format “{str(key)[:40]}”.", "format")
    if form is not None:
        unit, width, height = form.unit, form.width, form.height
    else:
        unit = Unit(change.get("unit") or "in")
        width = asked_length(change, "width", unit, "The page's width")
        height = asked_length(change, "height", unit, "The page's height")
    fold = None
    if change.get("sides") == 2:
        gap = asked_length(change, "gap", unit, "The gap between the pages") if change.get("gap") else 0
        fold, width = Fold(width, gap), 2 * width + gap
    clear = asked_length(change, "clear", unit, "The margin to keep clear") if change.get("clear") else 0
    margins = Margins.even(clear)
    if change.get("binding"):
        typed = change.get("binding_margin")
        binding = asked_length(change, "binding_margin", unit, "The binding margin") if typed else 0
        margins = margins.with_binding(Side(change["binding"]), binding)
    return Page(width, height, unit, margins, fold), key


def asked_length(change: dict[str, Any], key: str, unit: Unit, what: str) -> Grains:
    """Return a length a person typed; ``what`` names it in the error."""
    try:
        return parse_length(str(change.get(key) or ""), unit).grains
    except UnreadableLength as error:
        raise refuse(error.code, f"{what}: {error}", key) from error


def asked_turn(change: dict[str, Any], key: str, what: str) -> int:
    """Return a tilt a person typed in degrees clockwise, in hundredths; nothing typed is straight."""
    typed = str(change.get(key) or "").strip().removesuffix("°").strip()
    if not typed:
        return 0
    try:
        degrees = Decimal(typed)
    except InvalidOperation:
        degrees = Decimal("NaN")
    if not degrees.is_finite() or abs(degrees) > 180:
        raise refuse("not-a-tilt", f'{what}: "{typed}" is no number of degrees. Try 5, or -7.5 for the other way.', key)
    return round(degrees * 100) % 36_000
