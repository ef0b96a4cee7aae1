"""A page's document as JSON data and back, by one converter (cattrs). Lengths are whole grains; what is as usual
is left out, so that a field that comes later reads as usual in what was kept before it came.

Version 1, with lengths as texts in the page's unit, is read by ``stored_v1``.
"""

from __future__ import annotations

from collections.abc import Iterator, Set
from fractions import Fraction
from typing import Any, Final, cast

from cattrs import Converter
from cattrs.errors import BaseValidationError

from inkquilt.composition.document import PageDocument
from inkquilt.composition.laid import LaidFit
from inkquilt.composition.stored_v1 import read_version_1
from inkquilt.errors import CoreError
from inkquilt.sketch import Sketch
from inkquilt.sketch.model import Size
from inkquilt.sketch.reading import read_sketch
from inkquilt.sketch.writing import write_sketch

VERSION: Final = 2
#: No length, number or count of a page comes near to this.
_MOST: Final = 2**53


class UnreadableDocument(CoreError):
    """Data that is no document of a page."""

    code = "unreadable-document"


def write_document(document: PageDocument) -> dict[str, Any]:
    """Return a document as JSON data."""
    return {"version": VERSION, **_CONVERTER.unstructure(document)}


def read_document(data: dict[str, Any]) -> PageDocument:
    """Return the document that was written, by this version or an earlier one. Raises ``UnreadableDocument``."""
    try:
        match data.get("version"):
            case 1:
                return read_version_1(data)
            case 2:
                return _CONVERTER.structure(data, PageDocument)
    except (ValueError, TypeError, KeyError, AttributeError, LookupError, BaseValidationError) as error:
        raise UnreadableDocument(f"This state of a page cannot be read: {error}") from error
    raise UnreadableDocument(f"A page of version {data.get('version')!r:.20} is not known here.")


def check_document(document: PageDocument) -> None:
    """Refuse a document that came from outside and is not sound in itself. Raises ``SketchFaults``, ``BadInput``."""
    for sketch in (document.sketch, *_as_sketches(document)):
        read_sketch(write_sketch(sketch))


def _as_sketches(document: PageDocument) -> Iterator[Sketch]:
    """Yield what lies on the page, and what lay on it when its embellishments were laid, as sketches."""
    page = document.page
    if document.blocks:
        yield Sketch("page", document.unit, Size(page.width, page.height), document.blocks)
    if document.home and document.home.laid.blocks:
        yield Sketch("page", document.unit, document.home.laid.page, document.home.laid.blocks)


def write_laid(fit: LaidFit) -> dict[str, Any]:
    """Return a fit as JSON data."""
    return cast(dict[str, Any], _CONVERTER.unstructure(fit))


def read_laid(data: dict[str, Any]) -> LaidFit:
    """Return the fit that was written."""
    return _CONVERTER.structure(data, LaidFit)


# -- the converter -------------------------------------------------------------------------


def _exactly(kind: type[Any]) -> Any:
    """Take values of just this type: nothing is turned into another kind in silence."""

    def read(value: Any, _: Any) -> Any:
        if type(value) is not kind or (type(value) is int and abs(value) >= _MOST):
            raise ValueError(f"{value!r:.40} is no {kind.__name__}")
        return value

    return read


def _number(value: Any, _: Any) -> float:
    if type(value) not in (int, float) or abs(value) >= _MOST:
        raise ValueError(f"{value!r:.40} is no number")
    return float(value)


def _fraction(value: Any, _: Any) -> Fraction:
    over, under = value
    return Fraction(_exactly(int)(over, int), _exactly(int)(under, int))


def _whole_numbers(value: Any, kind: Any) -> Any:
    """Read a named tuple of whole numbers, such as a colour."""
    return kind(*(_exactly(int)(one, int) for one in value))


def _is_named_tuple(kind: Any) -> bool:
    return isinstance(kind, type) and issubclass(kind, tuple) and hasattr(kind, "_fields")


def _made() -> Converter:
    converter = Converter(
        omit_if_default=True,
        detailed_validation=False,
        unstruct_collection_overrides={Set: sorted, tuple: list},
    )
    converter.register_unstructure_hook(Fraction, lambda value: list(value.as_integer_ratio()))
    converter.register_structure_hook(Fraction, _fraction)
    for kind in (int, str, bool):
        converter.register_structure_hook(kind, _exactly(kind))
    converter.register_structure_hook(float, _number)
    converter.register_structure_hook_func(_is_named_tuple, _whole_numbers)
    return converter


_CONVERTER: Final = _made()
