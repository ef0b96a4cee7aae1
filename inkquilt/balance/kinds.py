"""What a second look can notice."""

from __future__ import annotations

from enum import Enum


class ObservationKind(Enum):
    """One thing that can be noticed; the value is what it is called where it is switched off."""

    FOCAL_COVERED = "something that matters in a photo is covered"
    TITLE_HARD_TO_READ = "the title is hard to read"
    TOP_HEAVY = "it looks top-heavy"
    ONE_SIDED = "it looks heavy on one side"
    LOW = "it looks heavy at the foot"
    CROWDED_CORNER = "a corner is crowded"
    FLOATING = "a piece lies on nothing"
    FACING_OUT = "a piece faces off the page"
    COLOUR_ALONE = "a colour is used once"
    TWINS_IN_LINE = "twins stand in one line"
    LIKE_PATTERNS = "two like patterns touch"
    NO_CALM = "there is hardly a resting place"
    NO_TRIANGLE = "three places stand in a row"
    WRONG_SIDES = "clusters on the photos' short sides"
    SPLIT_GROUP = "the title stands far from everything"
    TITLE_MISSING = "no title yet"
    WORDS_MISSING = "no words yet"
