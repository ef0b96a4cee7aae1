"""JSON as everything from outside is read: exact numbers, and only text that can be written again.

RFC 8259 lets a text hold half a surrogate pair and a NUL; neither can be kept in the database
or sent on as UTF-8, so both are refused where they come in. Infinity and NaN are no JSON.
"""

from __future__ import annotations

import json
import re
from collections.abc import Iterator
from decimal import Decimal
from typing import Any, Final

#: Whole numbers of more digits are nobody's (the largest that the database keeps has 19).
MOST_DIGITS: Final = 18
_UNWRITABLE: Final = re.compile("[\x00\ud800-\udfff]")


def is_writable(text: str) -> bool:
    """Tell whether a text can be kept and sent on: no NUL, no half of a surrogate pair."""
    return _UNWRITABLE.search(text) is None


def read_exact(content: bytes | str, *, decimals: bool = True) -> Any:
    """Return what a JSON text holds; with ``decimals``, numbers with a point as ``Decimal``, as they were written.

    Raises ``ValueError`` with words for everything that cannot be read, endless nesting too.
    """
    text = content.decode("utf-8-sig") if isinstance(content, bytes) else content
    try:
        if decimals:
            found = json.loads(text, parse_float=Decimal, parse_int=_whole, parse_constant=_no_constant)
        else:
            found = json.loads(text, parse_float=_finite, parse_int=_whole, parse_constant=_no_constant)
    except RecursionError as error:
        raise ValueError("it is nested too deep") from error
    if _may_be_unwritable(text):
        for where, one in _texts(found, ""):
            if not is_writable(one):
                raise ValueError(f"{where or 'a text'} holds a character that cannot be kept")
    return found


def _may_be_unwritable(text: str) -> bool:
    return "\\u" in text or not is_writable(text)


def _texts(value: Any, where: str) -> Iterator[tuple[str, str]]:
    if isinstance(value, str):
        yield where, value
    elif isinstance(value, dict):
        for key, one in value.items():
            yield "a name", key
            yield from _texts(one, key if is_writable(key) else where)
    elif isinstance(value, list):
        for one in value:
            yield from _texts(one, where)


def _whole(digits: str) -> int:
    if len(digits.lstrip("-")) > MOST_DIGITS:
        raise ValueError(f"a number of {len(digits)} digits is far too large")
    return int(digits)


def _finite(digits: str) -> float:
    number = float(digits)
    if number in (float("inf"), float("-inf")):
        raise ValueError("a number is far too large")
    return number


def _no_constant(name: str) -> Any:
    raise ValueError(f"{name} is no number")
