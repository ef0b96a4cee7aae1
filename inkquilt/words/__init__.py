"""Words on a page.

``alphabets``  the lettering people own: heights, widths, how many of each letter are left
``letter_sheet`` a sheet of letters as it was photographed
``spelling``   letters that run out, and how to save them
``title``      a title set in lines, sizes and alphabets, letter by letter
``title_later`` where a title can still go on a page without a place for one
``readable``   whether it can be read on what lies beneath
``script``     somebody's hand, or a font at a size
``flow``       text in lines, and how much goes where
``balanced``   text in strips that are about as full as each other
``naming``     which words of a text name something
``places``     where words can still go
``stories``    the ways to write, and a story as it is set
``rooms``      room for each way
``journaling`` the ways ranked
``legible``    whether lines can be read, where a card is wanted
``prompts``    questions that draw out what photos do not tell
``voices``     several voices, each near the photo it is about
``minding``    everything told of a story before it is written
"""

from inkquilt.words.alphabets import Alphabet, LetteringKind, WidthClass
from inkquilt.words.title import TitlePlace, TitleSetting, TitleWay, settings_of

__all__ = ["Alphabet", "LetteringKind", "TitlePlace", "TitleSetting", "TitleWay", "WidthClass", "settings_of"]
