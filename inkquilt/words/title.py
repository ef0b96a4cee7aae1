"""A title set letter by letter: the best ways over line breaks, alphabets, heights and spellings.

Places are in grains from the top left corner of the title's block, y downward, before the
whole is turned about the block's centre by ``turn`` (hundredths of a degree
clockwise). Every line is centred; letters stand with equal gaps. What counts, in
this order: no letter missing, that it fits, few letters made from others, written as it was typed,
set straight, large, few lines, few alphabets, even lines.
"""

from __future__ import annotations

import math
from collections.abc import Collection, Iterator, Sequence
from dataclasses import dataclass, replace
from enum import Enum
from itertools import combinations, islice, pairwise, product
from typing import Final

from inkquilt.errors import CoreError
from inkquilt.lengths import Grains
from inkquilt.sketch.model import Size
from inkquilt.words.alphabets import Alphabet
from inkquilt.words.spelling import Substitute, Supply, characters_of, rewritten, supply

LONGEST_TITLE: Final = 80
#: Between two lines, in hundredths of the lower line's height.
LEADING: Final = 30
_MOST_LINES: Final = 3
#: Letters one under the other are so far apart, in hundredths of their height; their place is so much higher than wide.
_UNDER: Final = 12
_DOWN_FROM: Final = 2
#: With more words only even breaks are tried, with more alphabets only one for all lines.
_MOST_WORDS: Final = 10
_MOST_MIXED: Final = 6
_MOST_SPELLINGS: Final = 4
#: Where letters are short, so many ways with another alphabet are told.
_MOST_WITH_ANOTHER: Final = 2
#: A title is set aslant by no more than this, in degrees; common practice, no source.
_MOST_SLANT: Final = 35
_QUARTER: Final = 9_000
#: How far letters dance up and down, in hundredths of their height, one after another; each round is level.
_DANCE: Final = (0, -6, 4, -3, 6, -1)


class TitleWay(Enum):
    """How a title lies in its place."""

    STRAIGHT = "straight"
    DANCING = "dancing"
    STACKED = "stacked"
    UPRIGHT = "along the side"
    DOWN = "letter under letter"
    ASLANT = "aslant"
    OWN_SIZES = "each line its own size"


@dataclass(frozen=True, slots=True)
class TitlePlace:
    """The place a title has."""

    size: Size


@dataclass(frozen=True, slots=True)
class LetterPlace:
    """One letter: the character as it is written, the form it is set in, and its box."""

    character: str
    form: str
    x: Grains
    y: Grains
    size: Size


@dataclass(frozen=True, slots=True)
class TitleLine:
    """One line of a title in one alphabet."""

    text: str
    alphabet: str
    height: Grains
    width: Grains
    letters: tuple[LetterPlace, ...] = ()


@dataclass(frozen=True, slots=True)
class TitleSetting:
    """A title as it can be set. ``over`` is how much it is too large for its place, 0 when it fits."""

    text: str
    way: TitleWay
    lines: tuple[TitleLine, ...]
    size: Size
    turn: int = 0
    missing: tuple[str, ...] = ()
    substitutes: tuple[Substitute, ...] = ()
    over: Grains = 0
    #: Written another way than it was typed.
    rewritten: bool = False

    @property
    def fits(self) -> bool:
        """Whether it fits its place with no letter missing."""
        return not self.over and not self.missing

    @property
    def smaller(self) -> TitleLine | None:
        """The line that is set smaller than the other, in another alphabet; it saves the other's letters."""
        if len(self.lines) != 2 or self.lines[0].alphabet == self.lines[1].alphabet:
            return None
        low, high = sorted(self.lines, key=lambda line: line.height)
        return low if low.height < high.height else None

    @property
    def worth(self) -> tuple[int, ...]:
        """Less is better."""
        heights = [line.height for line in self.lines]
        widths = [line.width for line in self.lines]
        return (
            len(self.missing),
            self.over,
            len(self.substitutes),
            self.rewritten,
            list(TitleWay).index(self.way),
            -min(heights),
            len(self.lines),
            len({line.alphabet for line in self.lines}),
            max(widths) - min(widths),
        )


class TitleTooLong(CoreError):
    """More letters than a title can have."""

    code = "title-too-long"

    def __init__(self, length: int) -> None:
        self.length = length
        super().__init__(f"A title has up to {LONGEST_TITLE} letters, this has {length}: a shorter one would do.")


def settings_of(text: str, place: TitlePlace, alphabets: Sequence[Alphabet], most: int = 6) -> tuple[TitleSetting, ...]:
    """Return the best ways to set a title, the best first; each alphabet, way and number of lines at most once.

    Ways that do not fit come only when nothing else does. Raises ``TitleTooLong``.
    """
    text = " ".join(text.split())
    if len(text) > LONGEST_TITLE:
        raise TitleTooLong(len(text))
    if not characters_of(text) or not alphabets:
        return ()
    case = _Case(alphabets)
    found: dict[object, TitleSetting] = {}
    spellings = (variant for variant in rewritten(text) if len(variant) <= LONGEST_TITLE)
    for variant in (text, *islice(spellings, _MOST_SPELLINGS)):
        for plain in _every(variant, place, case):
            setting = replace(plain, rewritten=variant != text)
            key = (setting.way, len(setting.lines), tuple(line.alphabet for line in setting.lines))
            if key not in found or setting.worth < found[key].worth:
                found[key] = setting
    best = sorted(found.values(), key=lambda setting: setting.worth)
    fitting = [setting for setting in best if setting.fits]
    return tuple(_with_letters(one, place, case.known) for one in _with_a_dance(fitting or best, most))


def settings_in(
    text: str, place: TitlePlace, chosen: Sequence[Alphabet], others: Sequence[Alphabet], most: int = 6
) -> tuple[TitleSetting, ...]:
    """Return the best ways to set a title in the alphabets that were chosen, also when letters are short or it is too
    large; only where it is, ways that take another alphabet for one of two lines come after them, those first in which
    what is in the other letters is smaller.

    Raises ``TitleTooLong``.
    """
    own = settings_of(text, place, chosen, most)
    if any(setting.fits for setting in own):
        return own
    keys = {alphabet.key for alphabet in chosen}
    with_others = [
        setting
        for other in others
        if other.key not in keys
        for setting in settings_of(text, place, (*chosen, other), most)
        if setting.fits and len({line.alphabet for line in setting.lines}) > 1
    ]
    mixed = sorted(with_others, key=lambda setting: (not _is_small_in(setting, keys), setting.worth))
    mixed = mixed[:_MOST_WITH_ANOTHER]
    return (*own[: most - len(mixed)], *mixed)


def _is_small_in(setting: TitleSetting, chosen: Collection[str]) -> bool:
    """Tell whether it is words in other letters than the chosen ones that are set smaller."""
    return setting.smaller is not None and setting.smaller.alphabet not in chosen


def _with_a_dance(best: Sequence[TitleSetting], most: int) -> Sequence[TitleSetting]:
    """Return so many of the best, one with dancing letters among them where there is room for it to dance."""
    chosen = list(best[:most])
    dance = next((setting for setting in best if setting.way is TitleWay.DANCING), None)
    if dance is not None and dance not in chosen and most > 1:
        chosen[-1] = dance
    return chosen


class _Case:
    """The alphabets, and what was reckoned of them: the same lines come up in many ways."""

    def __init__(self, alphabets: Sequence[Alphabet]) -> None:
        self.known = {alphabet.key: alphabet for alphabet in alphabets}
        self._widths: dict[tuple[str, str, Grains], Grains] = {}
        self._supplies: dict[tuple[tuple[str, str], ...], Supply] = {}

    def width(self, line: str, key: str, height: Grains) -> Grains:
        """Return how wide a line is."""
        asked = (line, key, height)
        if asked not in self._widths:
            self._widths[asked] = line_width(line, self.known[key], height)
        return self._widths[asked]

    def supply(self, lines: Sequence[str], keys: Sequence[str]) -> Supply:
        """Return what is missing; what counts is which letters each alphabet gives, in whatever lines."""
        texts = _texts(lines, keys)
        asked = tuple(sorted((key, "".join(sorted(text))) for key, text in texts.items()))
        if asked not in self._supplies:
            self._supplies[asked] = supply(texts, self.known)
        return self._supplies[asked]


def _every(text: str, place: TitlePlace, case: _Case) -> Iterator[TitleSetting]:
    for lines in _breaks(text.split(" ")):
        for keys in _assigned(len(lines), list(case.known)):
            yield from _laid(text, lines, keys, place, case)


def _breaks(words: Sequence[str]) -> Iterator[tuple[str, ...]]:
    """Yield the ways to break words into lines, and every word on a line of its own."""
    count = len(words)
    for lines in range(1, min(_MOST_LINES, count) + 1):
        if count > _MOST_WORDS:
            yield _joined(words, [count * place // lines for place in range(1, lines)])
        else:
            for ends in combinations(range(1, count), lines - 1):
                yield _joined(words, list(ends))
    if _MOST_LINES < count <= _MOST_WORDS:
        yield tuple(words)


def _joined(words: Sequence[str], ends: Sequence[int]) -> tuple[str, ...]:
    edges = [0, *ends, len(words)]
    return tuple(" ".join(words[low:high]) for low, high in pairwise(edges))


def _assigned(lines: int, keys: Sequence[str]) -> Iterator[tuple[str, ...]]:
    """Yield an alphabet for each line: any two for two lines, one for all when there are more."""
    if lines == 2 and len(keys) <= _MOST_MIXED:
        yield from product(keys, repeat=2)
    else:
        yield from ((key,) * lines for key in keys)


def _laid(
    text: str, lines: tuple[str, ...], keys: tuple[str, ...], place: TitlePlace, case: _Case
) -> Iterator[TitleSetting]:
    supplied = case.supply(lines, keys)
    stacked = len(lines) > 1 and len(lines) == len(text.split(" "))
    ways = [(TitleWay.STACKED if stacked else TitleWay.STRAIGHT, place.size), (TitleWay.UPRIGHT, place.size.swapped())]
    straight: TitleSetting | None = None
    for way, room in ways:
        if way is TitleWay.UPRIGHT and place.size.height <= place.size.width:
            continue
        setting = _sized(text, way, lines, keys, room, case)
        setting = replace(
            setting,
            turn=_QUARTER if way is TitleWay.UPRIGHT else 0,
            missing=supplied.missing,
            substitutes=supplied.substitutes,
        )
        straight = straight or setting
        yield setting
    assert straight is not None
    if len(lines) > 1 and len(set(keys)) == 1 and case.known[keys[0]].scales:
        own = _own_sizes(text, lines, keys[0], place.size, case)
        if not own.over and len({line.height for line in own.lines}) > 1:
            yield replace(own, missing=supplied.missing, substitutes=supplied.substitutes)
    if len(lines) == 1 and place.size.height >= _DOWN_FROM * place.size.width and " " not in text:
        yield replace(
            _down(text, keys[0], place.size, case), missing=supplied.missing, substitutes=supplied.substitutes
        )
    if len(lines) == 1 and straight.over and (slant := _slant(straight.size, place.size)):
        yield replace(straight, way=TitleWay.ASLANT, turn=-slant, over=0)
    dance = max(_DANCE) - min(_DANCE)
    if not straight.over and straight.size.height * (100 + dance) <= place.size.height * 100:
        yield replace(straight, way=TitleWay.DANCING)


def _texts(lines: Sequence[str], keys: Sequence[str]) -> dict[str, str]:
    """Return all that is set in each alphabet: its letters serve several lines."""
    texts: dict[str, str] = {}
    for line, key in zip(lines, keys, strict=True):
        texts[key] = texts.get(key, "") + line
    return texts


def _sized(
    text: str, way: TitleWay, lines: tuple[str, ...], keys: tuple[str, ...], room: Size, case: _Case
) -> TitleSetting:
    """Return the lines at the largest heights that fit, else at the smallest."""
    options = [case.known[key].heights() for key in keys]

    def at(step: int) -> TitleSetting:
        heights = [some[min(step, len(some) - 1)] for some in options]
        made = tuple(
            TitleLine(line, key, height, case.width(line, key, height))
            for line, key, height in zip(lines, keys, heights, strict=True)
        )
        size = Size(max(line.width for line in made), _depth(heights))
        over = max(0, size.width - room.width, size.height - room.height)
        return TitleSetting(text, way, made, size, over=over)

    # Steps go from large to small: the first that fits is looked for by halves.
    low, high = 0, max(len(heights) for heights in options) - 1
    while low < high:
        middle = (low + high) // 2
        if at(middle).over:
            low = middle + 1
        else:
            high = middle
    return at(low)


def _own_sizes(text: str, lines: tuple[str, ...], key: str, room: Size, case: _Case) -> TitleSetting:
    """Return the lines of a font each as large as its width lets it, the tallest made smaller until all fit."""
    options = case.known[key].heights()
    steps = [
        next((n for n, height in enumerate(options) if case.width(line, key, height) <= room.width), len(options) - 1)
        for line in lines
    ]
    while _depth([options[step] for step in steps]) > room.height and min(steps) < len(options) - 1:
        tallest = min(range(len(steps)), key=lambda n: (steps[n], n))
        steps[tallest] += 1
    heights = [options[step] for step in steps]
    made = tuple(
        TitleLine(line, key, height, case.width(line, key, height)) for line, height in zip(lines, heights, strict=True)
    )
    size = Size(max(line.width for line in made), _depth(heights))
    over = max(0, size.width - room.width, size.height - room.height)
    return TitleSetting(text, TitleWay.OWN_SIZES, made, size, over=over)


def _down(text: str, key: str, room: Size, case: _Case) -> TitleSetting:
    """Return a word with its letters one under the other, as large as they go in, else the smallest."""
    alphabet = case.known[key]
    found: TitleSetting | None = None
    for height in alphabet.heights():
        letters = list(_steps(text, alphabet, height))
        wide = max(letter.width for letter in letters)
        size = Size(wide, len(letters) * height + (len(letters) - 1) * (height * _UNDER // 100))
        over = max(0, size.width - room.width, size.height - room.height)
        found = TitleSetting(text, TitleWay.DOWN, (TitleLine(text, key, height, wide),), size, over=over)
        if not over:
            break
    assert found is not None
    return found


def _depth(heights: Sequence[Grains]) -> Grains:
    return sum(heights) + sum(height * LEADING // 100 for height in heights[1:])


def line_width(line: str, alphabet: Alphabet, height: Grains) -> Grains:
    """Return how wide a line is; a character the alphabet has not is as wide as it is high."""
    return sum(step.advance for step in _steps(line, alphabet, height))


@dataclass(frozen=True, slots=True)
class _Step:
    """A character on its way along a line: how wide it is and what follows it."""

    character: str
    form: str
    width: Grains
    after: Grains

    @property
    def advance(self) -> Grains:
        return self.width + self.after


def _steps(line: str, alphabet: Alphabet, height: Grains) -> Iterator[_Step]:
    words = [characters_of(word) for word in line.split(" ")]
    for number, word in enumerate(words):
        forms = [alphabet.form_of(character) or character for character in word]
        for place, (character, form) in enumerate(zip(word, forms, strict=True)):
            width = alphabet.width(form, height) if form in alphabet.widths else height
            last = place == len(word) - 1
            after = 0 if last else alphabet.gap(form, forms[place + 1], height)
            if last and number < len(words) - 1:
                after = alphabet.space(height)
            yield _Step(character, form, width, after)


def _slant(size: Size, place: Size) -> int:
    """Return the least slant in hundredths of a degree at which a line fits its place, or 0."""
    for hundredths in range(100, _MOST_SLANT * 100 + 1, 50):
        turn = math.radians(hundredths / 100)
        across = size.width * math.cos(turn) + size.height * math.sin(turn)
        down = size.width * math.sin(turn) + size.height * math.cos(turn)
        if across <= place.width and down <= place.height:
            return hundredths
    return 0


def _with_letters(setting: TitleSetting, place: TitlePlace, known: dict[str, Alphabet]) -> TitleSetting:
    """Return the setting with each letter in its place, lines centred in the block."""
    y = (place.size.height - setting.size.height) // 2
    lines = []
    for number, line in enumerate(setting.lines):
        if number:
            y += line.height * LEADING // 100
        lines.append(replace(line, letters=tuple(_letters(line, setting.way, known[line.alphabet], place, y))))
        y += line.height
    return replace(setting, lines=tuple(lines))


def _letters(line: TitleLine, way: TitleWay, alphabet: Alphabet, place: TitlePlace, y: Grains) -> Iterator[LetterPlace]:
    x = (place.size.width - line.width) // 2
    for number, step in enumerate(_steps(line.text, alphabet, line.height)):
        if way is TitleWay.DOWN:
            across = (place.size.width - step.width) // 2
            down = number * (line.height + line.height * _UNDER // 100)
            yield LetterPlace(step.character, step.form, across, y + down, Size(step.width, line.height))
            continue
        dance = line.height * _DANCE[number % len(_DANCE)] // 100 if way is TitleWay.DANCING else 0
        yield LetterPlace(step.character, step.form, x, y + dance, Size(step.width, line.height))
        x += step.advance
