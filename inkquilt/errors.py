"""What can go wrong in the core, as values a caller can tell apart.

Every error carries a stable ``code``; its message says who, what was expected
and what came. Wording for the screen belongs to the front end, but messages are
plain enough to be shown as they are.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any


class CoreError(Exception):
    """Base of all errors the core raises on purpose. They can be sent from one process to another."""

    code = "core"

    def __reduce__(self) -> tuple[Any, ...]:
        """Rebuild it from what it holds: the arguments of most errors make their words, and are not the words."""
        return _remade, (type(self), self.args, dict(self.__dict__))


def _remade(kind: type[CoreError], args: tuple[Any, ...], facts: dict[str, Any]) -> CoreError:
    error = kind.__new__(kind)
    error.args = args
    error.__dict__.update(facts)
    return error


class UnreadableLength(CoreError):
    """A text that is no length. ``text`` is what came."""

    code = "unreadable-length"

    def __init__(self, text: str, why: str = "") -> None:
        self.text = text
        detail = f" ({why})" if why else ""
        super().__init__(
            f'“{text[:60]}” is not a length I can read{detail}. These would do: 2 1/2, 2½, 2.5", 2.5 in, 63.5 mm, 6 cm.'
        )


@dataclass(frozen=True, slots=True)
class Fault:
    """One thing wrong with an input: on which block (or None), a code, and plain words."""

    block: str | None
    code: str
    message: str


class BadInput(CoreError):
    """An input with one or more faults, all found at once."""

    code = "bad-input"

    def __init__(self, faults: Sequence[Fault]) -> None:
        self.faults = tuple(faults)
        super().__init__("; ".join(fault.message for fault in self.faults[:5]))


def refuse(code: str, message: str, field: str | None = None) -> BadInput:
    """Return the error for one thing that cannot be; ``field`` is what was asked wrong."""
    return BadInput([Fault(field, code, message)])


class SketchFaults(BadInput):
    """A sketch that cannot be used as it is."""

    code = "sketch-faults"


class PageTooSmall(CoreError):
    """A page on which nothing could be placed."""

    code = "page-too-small"


class FitNotSound(CoreError):
    """A result that the independent checker refused: a defect, never the user's fault."""

    code = "fit-not-sound"

    def __init__(self, faults: Sequence[str]) -> None:
        self.faults = tuple(faults)
        super().__init__("the fitted page breaks a hard rule: " + "; ".join(self.faults[:3]))
