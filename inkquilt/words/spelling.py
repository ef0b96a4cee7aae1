"""Letters that run out: what is missing for a text, what others can be made into them, and other ways to write it.

Turned letters, letters with a stroke more or less, zero for O: what people do at the
table; common practice, no source.
"""

from __future__ import annotations

import unicodedata
from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Final

from inkquilt.words.alphabets import Alphabet

#: A letter and what it can be made from, the closest first, each with how.
_UPSIDE_DOWN: Final = "turned upside down"
_ALIKE: Final = "as it is"
_ANOTHER_CASE: Final = "in its other case"
_MADE_FROM: Final[dict[str, tuple[tuple[str, str], ...]]] = {
    "M": (("W", _UPSIDE_DOWN),), "W": (("M", _UPSIDE_DOWN), ("VV", "side by side")),
    "n": (("u", _UPSIDE_DOWN),), "u": (("n", _UPSIDE_DOWN),),
    "d": (("p", _UPSIDE_DOWN),), "p": (("d", _UPSIDE_DOWN),), "b": (("q", _UPSIDE_DOWN),), "q": (("b", _UPSIDE_DOWN),),
    "6": (("9", _UPSIDE_DOWN),), "9": (("6", _UPSIDE_DOWN),),
    "O": (("0", _ALIKE), ("Q", "its tail cut off")), "0": (("O", _ALIKE),), "o": (("0", _ALIKE),),
    "I": (("l", _ALIKE), ("1", _ALIKE)), "l": (("I", _ALIKE), ("1", _ALIKE)), "1": (("I", _ALIKE), ("l", _ALIKE)),
    "Q": (("O", "with a stroke"),), "E": (("F", "with a stroke"),), "F": (("E", "its foot cut off"),),
    "R": (("P", "with a stroke"), ("B", "cut open below")), "P": (("R", "its leg cut off"), ("B", "cut off below")),
    "G": (("C", "with a stroke"),), "C": (("G", "its stroke cut off"), ("O", "cut open")),
    "V": (("A", "upside down, its bar cut off"),), "A": (("V", "upside down, with a stroke"),),
    "L": (("E", "its upper strokes cut off"),), "S": (("5", _ALIKE),), "5": (("S", _ALIKE),),
    "m": (("nn", "side by side"),), "w": (("vv", "side by side"),), "-": (("I", "lying down"), ("l", "lying down")),
}  # fmt: skip
_NUMBERS: Final = {
    "one": "1", "two": "2", "three": "3", "four": "4", "five": "5", "six": "6", "seven": "7", "eight": "8", "nine": "9",
    "ten": "10", "eleven": "11", "twelve": "12", "first": "1st", "second": "2nd", "third": "3rd", "fourth": "4th",
    "fifth": "5th", "sixth": "6th", "seventh": "7th", "eighth": "8th", "ninth": "9th", "tenth": "10th", "and": "&",
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Substitute:
    """A letter made from another one, and how."""

    letter: str
    source: str
    how: str

    def words(self) -> str:
        """Say what is done."""
        return f"{self.letter} from {self.source}, {self.how}"


@dataclass(frozen=True, slots=True)
class Supply:
    """What an alphabet has for a text: ``missing`` letters after ``substitutes`` were made from those left over."""

    missing: tuple[str, ...]
    substitutes: tuple[Substitute, ...]


def shortages(missing: Sequence[str]) -> tuple[str, ...]:
    """Say what is short, letter by letter.

    >>> shortages(("w", "e", "w"))
    ('w: two short', 'e: one short')
    """
    return tuple(f"{letter}: {_COUNTS.get(count, count)} short" for letter, count in Counter(missing).items())


_COUNTS: Final = {1: "one", 2: "two", 3: "three", 4: "four", 5: "five"}


def characters_of(text: str) -> list[str]:
    """Return the characters to be set, composed, without spaces.

    >>> characters_of("Up, up")
    ['U', 'p', ',', 'u', 'p']
    """
    return [one for one in unicodedata.normalize("NFC", text) if not one.isspace()]


def supply(texts: dict[str, str], alphabets: dict[str, Alphabet]) -> Supply:
    """Return what is missing when each text is set in its alphabet, both by the alphabet's key."""
    missing: list[str] = []
    substitutes: list[Substitute] = []
    for key, text in texts.items():
        lacking, made = _for_one(text, alphabets[key])
        missing += lacking
        substitutes += made
    return Supply(tuple(missing), tuple(substitutes))


def _for_one(text: str, alphabet: Alphabet) -> tuple[list[str], list[Substitute]]:
    left = Counter(alphabet.counts) if alphabet.counts is not None else None
    short: list[str] = []
    missing: list[str] = []
    made: list[Substitute] = []
    for character in characters_of(text):
        form = alphabet.form_of(character)
        if form is None or (left is not None and left[form] <= 0):
            other = None if form is None else _other_case(character, form, alphabet, left)
            if other is None:
                short.append(character)
                continue
            made.append(Substitute(character, other, _ANOTHER_CASE))
            form = other
        if left is not None:
            left[form] -= 1
    for character in short:
        substitute = _made(character, alphabet, left)
        if substitute is None:
            missing.append(character)
        else:
            made.append(substitute)
    return missing, made


def _other_case(character: str, form: str, alphabet: Alphabet, left: Counter[str] | None) -> str | None:
    for other in (character.upper(), character.lower()):
        if other != form and other in alphabet.widths and (left is None or left[other] > 0):
            return other
    return None


def _made(character: str, alphabet: Alphabet, left: Counter[str] | None) -> Substitute | None:
    """Make a letter from others that are over; those are then used up."""
    plain = "".join(one for one in unicodedata.normalize("NFD", character) if not unicodedata.combining(one))
    options = [(plain, "with an accent added")] if plain != character else []
    options += _MADE_FROM.get(character, ())
    for source, how in options:
        need = Counter(source)
        if all(one in alphabet.widths and (left is None or left[one] >= count) for one, count in need.items()):
            if left is not None:
                left.subtract(need)
            return Substitute(character, source, how)
    return None


def rewritten(text: str) -> Iterator[str]:
    """Yield other ways to write a text that take fewer letters: an ampersand, numerals with their suffix.

    >>> list(rewritten("The first year and more"))
    ['The 1st year & more', 'The 1st year and more', 'The first year & more']
    """
    words = text.split(" ")
    places = [place for place, word in enumerate(words) if word.lower() in _NUMBERS]
    every = [_NUMBERS[word.lower()] if place in places else word for place, word in enumerate(words)]
    seen = {text}
    for variant in (every, *([*words[:p], _NUMBERS[words[p].lower()], *words[p + 1 :]] for p in places)):
        joined = " ".join(variant)
        if joined not in seen:
            seen.add(joined)
            yield joined
