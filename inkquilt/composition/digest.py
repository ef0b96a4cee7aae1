"""A short word for a value of the core: equal values have the same one, on every machine and at every start."""

from __future__ import annotations

import hashlib
from dataclasses import fields, is_dataclass
from enum import Enum
from typing import Any


def digest(value: Any) -> str:
    """Return a word of 64 letters for dataclasses, collections, enums, numbers and texts.

    >>> digest(frozenset({"b", "a"})) == digest(frozenset({"a", "b"})) != digest(("a", "b"))
    True
    """
    return hashlib.sha256(repr(_plain(value)).encode()).hexdigest()


def _plain(value: Any) -> Any:
    if isinstance(value, Enum):
        return value.value
    if is_dataclass(value):
        return type(value).__name__, *(_plain(getattr(value, field.name)) for field in fields(value))
    if isinstance(value, frozenset):
        return "set", *sorted(_plain(one) for one in value)
    if isinstance(value, tuple):
        return tuple(_plain(one) for one in value)
    if isinstance(value, dict):
        return "dict", *sorted((key, _plain(one)) for key, one in value.items())
    return value
