"""Letters, a hand and a font of known widths, for tests of words."""

from inkquilt.lengths import INCH
from inkquilt.words.alphabets import Alphabet, LetteringKind, read_letters
from inkquilt.words.script import font, hand

#: Ten characters fill a line of an inch, lines are a tenth of an inch apart.
HAND = hand("h", "a hand", 10, INCH, INCH // 10)
NARROW = font("f", "a font", {"n": 500, " ": 250, "i": 200, "m": 800}, {"im": -50}, 1000, 24)


def stickers(letters, height=INCH, kind=LetteringKind.STICKERS, **more):
    counts = read_letters(letters)
    return Alphabet("s", "sheet", kind, height, dict.fromkeys(counts, 600 * height // 1000), counts, **more)


def scalable(widths=None, key="font"):
    return Alphabet(key, key, LetteringKind.FONT, INCH, widths or dict.fromkeys("ABab", INCH // 2), scales=True)
