"""The changes a person can make to a page: each kind a small value that yields a new document.

A change touches neither files nor a database; what it may know of the owner's things comes with it.
To add a kind, write its class with ``@change`` in the module of its subject: it is known by that.

``base``      what all share
``layout``    the page, the way to fit, what is left out
``building``  pieces laid, copied, leaned, taken away
``contents``  titles and sheets
``title_later`` a title on a page without a place for one
``papers``    papers of the stash
``cutting``   how pieces are cut from them
``photos``    photos in their slots, mats behind them
``stories``   journaling
``accents``   embellishments
``edges``     embellishments cut in two, hidden in half, laid along an edge
``by_hand``   pieces moved and sized, relations let go or added
``states``    earlier states taken up again
``sticking``  how a page is put together, and what is stuck
"""

from inkquilt.composition.changes import (
    accents,
    building,
    by_hand,
    contents,
    cutting,
    edges,
    layout,
    papers,
    photos,
    states,
    sticking,
    stories,
    title_later,
)
from inkquilt.composition.changes.base import (
    After,
    Change,
    Changed,
    Known,
    KnownPaper,
    KnownState,
    Lettering,
    Writing,
    kinds,
)

__all__ = [
    "After",
    "Change",
    "Changed",
    "Known",
    "KnownPaper",
    "KnownState",
    "Lettering",
    "Writing",
    "accents",
    "building",
    "by_hand",
    "contents",
    "cutting",
    "edges",
    "kinds",
    "layout",
    "papers",
    "photos",
    "states",
    "sticking",
    "stories",
    "title_later",
]
