"""Which words of a text name something: what a caption or a voice is about."""

from __future__ import annotations

import re
from typing import Final

#: Words that name nothing.
_LITTLE: Final = frozenset(
    (
        "a", "an", "and", "as", "at", "by", "for", "from", "he", "i", "in", "is", "it", "my", "of", "on", "or", "our",
        "she", "that", "the", "they", "this", "to", "up", "was", "we", "were", "with", "you",
    )
)  # fmt: skip


def naming_words(text: str) -> frozenset[str]:
    """Return the words of a text that name something, in small letters; numbers alone name nothing.

    >>> sorted(naming_words("On the roof, 2"))
    ['roof']
    """
    found = re.findall(r"\w+", text.casefold())
    return frozenset(word for word in found if not word.isdigit()) - _LITTLE
