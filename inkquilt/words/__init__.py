"""Words on a page.

``alphabets``  the lettering people own: heights, widths, how many of each letter are left
``spelling``   letters that run out, and how to save them
``title``      a title set in lines, sizes and alphabets, letter by letter
"""

from inkquilt.words.alphabets import Alphabet, LetteringKind, WidthClass
from inkquilt.words.title import TitlePlace, TitleSetting, Way, settings_of

__all__ = ["Alphabet", "LetteringKind", "TitlePlace", "TitleSetting", "Way", "WidthClass", "settings_of"]
