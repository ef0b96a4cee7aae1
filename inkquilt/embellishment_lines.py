"""An embellishment entered in one line, as people say it.

``12 mustard buttons 1/2, round`` is twelve round dots; ``2 cream labels 2 x 1 1/2 / navy`` two labels with a second
colour; ``bird 1 x 3/4, faces right``; ``word "hello sun" 2 1/2 x 1/2``; ``star stamp 1/2`` never runs out. What stands
before the size is its name. What a thing is used for is guessed from its name: common practice, no source.
"""

from __future__ import annotations

import re
from typing import Final

from inkquilt.colour import Rgb, read_colour
from inkquilt.embellishments import (
    LARGEST,
    MOST_SAID,
    SMALLEST,
    Embellishment,
    EmbellishmentKind,
    Facing,
    Form,
    said_by,
)
from inkquilt.errors import CoreError
from inkquilt.lengths import Grains, Unit, parse_length, with_unit
from inkquilt.paper.entry import COLOURS
from inkquilt.sketch.model import Size

MOST_LETTERS: Final = 200
MOST_PIECES: Final = 10_000
_KIND, _FORM = EmbellishmentKind, Form
_THINGS: Final[dict[str, tuple[EmbellishmentKind, Form]]] = {
    **dict.fromkeys(
        ("button", "gem", "pearl", "dot", "brad", "sequin", "bead", "rhinestone", "jewel"), (_KIND.DOT, _FORM.ROUND)
    ),
    **dict.fromkeys(("circle", "disc"), (_KIND.BASE, _FORM.ROUND)),
    **dict.fromkeys(("label", "tag", "ticket", "frame", "card"), (_KIND.BASE, _FORM.LABEL)),
    **dict.fromkeys(("strip", "ribbon", "tape", "twine", "lace"), (_KIND.BASE, _FORM.STRIP)),
    **dict.fromkeys(("flower", "daisy", "daisie", "rose", "blossom", "rosette"), (_KIND.MAIN, _FORM.FLOWER)),
    **dict.fromkeys(("leaf", "leave", "sprig", "fern", "branch", "feather"), (_KIND.SPRIG, _FORM.LEAF)),
    **dict.fromkeys(("bird", "robin", "swallow"), (_KIND.MAIN, _FORM.BIRD)),
    **dict.fromkeys(("butterfly", "butterflie", "moth"), (_KIND.MAIN, _FORM.BUTTERFLY)),
    **dict.fromkeys(("doily", "doilie"), (_KIND.BASE, _FORM.DOILY)),
    **dict.fromkeys(("word", "phrase", "title", "caption"), (_KIND.WORD, _FORM.STRIP)),
    "star": (_KIND.DOT, _FORM.STAR),
    "heart": (_KIND.MAIN, _FORM.HEART),
    "arrow": (_KIND.MAIN, _FORM.ARROW),
    "corner": (_KIND.CORNER, _FORM.CORNER),
}
_KINDS: Final = {kind.value: kind for kind in EmbellishmentKind} | {"main": _KIND.MAIN}
_FORMS: Final = {form.value: form for form in Form} | {"oval": _FORM.ROUND, "square": _FORM.LABEL}
#: What of a thing never runs out.
_ENDLESS: Final = frozenset({"stamp", "ink", "stencil"})
#: When no colour is said.
_PLAIN: Final = "#e9e1cf"
_NUMBER: Final = r"\d+(?:[.,]\d+|\s*[½¼¾⅛⅜⅝⅞]|(?:\s+|-)\d+/\d+|/\d+)?|[½¼¾⅛⅜⅝⅞]"
_UNIT: Final = r"\s*(?P<unit>mm|cm|in\b|\"|″)?"
_THICK: Final = re.compile(rf"(?P<thick>{_NUMBER}){_UNIT}\s*thick\b", re.IGNORECASE)
_SIZE: Final = re.compile(
    rf"(?P<w>{_NUMBER})(?:\s*(?:in\b|mm|cm|\"|″)?\s*(?:[x×]|by\b)\s*(?P<h>{_NUMBER}))?{_UNIT}", re.IGNORECASE
)
_SAYS: Final = re.compile(r"[“\"](?P<text>[^”\"]{1,60})[”\"]|\bsays\s+(?P<says>[^,/]+)")
_COUNT: Final = re.compile(r"^\s*(\d{1,5})\s+(?![x×]\s*[\d½¼¾⅛⅜⅝⅞])(?=[^\W\d_“\"])")
_FACES: Final = re.compile(r"\b(?:faces|facing)\s+(?:to\s+the\s+)?(?P<way>right|left|up|down)\b", re.IGNORECASE)


class UnreadableEmbellishment(CoreError):
    """A line that does not say what embellishment it is."""

    code = "unreadable-embellishment"

    def __init__(self, line: str, why: str) -> None:
        self.line = line
        super().__init__(
            f"“{line[:60]}”: {why} These would do: 12 mustard buttons 1/2, round; 2 cream labels 2 x 1 1/2 / navy."
        )


def read_embellishment(line: str, unit: Unit = Unit.IN) -> Embellishment:
    """Read one line; its key is left empty. Raises ``UnreadableEmbellishment``."""
    text = " ".join(line.split())
    if len(text) > MOST_LETTERS:
        raise UnreadableEmbellishment(text, "that is too long for one embellishment.")
    says, text = _taken(_SAYS, text)
    faces, text = _taken(_FACES, text)
    thick, text = _taken(_THICK, text)
    counted = _COUNT.match(text)
    count = int(counted[1]) if counted else 1
    text = text[counted.end() :] if counted else text
    size, name, rest = _sized(text, line, unit)
    words = [word.lower() for word in re.findall(r"[^\W\d_]+(?:-[^\W\d_]+)*", f"{name} {rest}")]
    kind, form = _thing(words, bool(says))
    endless = any(_singular(word) in _ENDLESS for word in words)
    if not endless and not 1 <= count <= MOST_PIECES:
        raise UnreadableEmbellishment(line, f"there can be 1 to {MOST_PIECES} of one.")
    said = (says["text"] or says["says"]).strip() if says else ""
    called = (name.strip(" ,;/") or said or form.value)[:60]
    return Embellishment(
        "",
        called,
        kind,
        form,
        size,
        _colours(words),
        Facing(faces["way"].lower()) if faces else Facing.NONE,
        _length(thick["thick"], thick["unit"], unit) if thick else 0,
        None if endless else count,
        said_by(kind, called, said[:MOST_SAID]),
    )


def _taken(pattern: re.Pattern[str], text: str) -> tuple[re.Match[str] | None, str]:
    """Return what of a text is like a pattern, and the text without it."""
    match = pattern.search(text)
    return (match, f"{text[: match.start()]} {text[match.end() :]}") if match else (None, text)


def _sized(text: str, line: str, unit: Unit) -> tuple[Size, str, str]:
    """Return the size, what stands before it, and what after; one length is that of both sides."""
    match = _SIZE.search(text)
    if match is None:
        raise UnreadableEmbellishment(line, "how large is it?")
    wide = _length(match["w"], match["unit"], unit)
    high = _length(match["h"], match["unit"], unit) if match["h"] else wide
    if not all(SMALLEST <= side <= LARGEST for side in (wide, high)):
        raise UnreadableEmbellishment(
            line, f"an embellishment is {with_unit(SMALLEST, unit)} to {with_unit(LARGEST, unit)} long."
        )
    return Size(wide, high), text[: match.start()], text[match.end() :]


def _length(number: str, own: str | None, unit: Unit) -> Grains:
    return parse_length(f"{number} {own or unit.value}", unit).grains


def _singular(word: str) -> str:
    return word.removesuffix("s")


def _thing(words: list[str], says: bool) -> tuple[EmbellishmentKind, Form]:
    """Return what it is used for and its outline: as they are said, else as its name tells, the last noun first."""
    noun = next((word for word in reversed(words) if _singular(word) in _THINGS), "")
    plain = (_KIND.WORD, _FORM.STRIP) if says else (_KIND.MAIN, _FORM.ROUND)
    kind, form = _THINGS.get(_singular(noun), plain)
    others = [word for word in words if word != noun]
    form = next((_FORMS[word] for word in reversed(others) if word in _FORMS), form)
    said = (_KINDS[word] for word in others if word in _KINDS)
    return _KIND.WORD if says else next(said, kind), form


def _colours(words: list[str]) -> tuple[Rgb, ...]:
    found = dict.fromkeys(COLOURS[word] for word in words if word in COLOURS)
    return tuple(read_colour(one) for one in found)[:4] or (read_colour(_PLAIN),)
