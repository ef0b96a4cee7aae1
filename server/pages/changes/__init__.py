"""The changes a person can make to a page: each a small record that yields a new document.

A change never touches the database; ``services`` keeps its result as a revision.

``layout``    the page, the way to fit, what is left out
``contents``  titles and sheets
``papers``    papers of the stash
``cutting``   how pieces are cut from them
``photos``    photos in their slots, mats behind them
``stories``   journaling
``accents``   embellishments
``by_hand``   pieces moved and sized, relations let go or added
``states``    earlier states taken up again
"""

from collections.abc import Callable
from typing import Any, Final

from server.pages.changes import accents, by_hand, contents, cutting, layout, papers, photos, states, stories
from server.pages.changes.base import Changed, Known, KnownPaper, KnownPhoto, KnownState
from server.pages.changes.layout import asked_way
from server.pages.document import PageDocument

__all__ = [
    "KINDS",
    "KIND_CHOICES",
    "Changed",
    "Known",
    "KnownPaper",
    "KnownPhoto",
    "KnownState",
    "apply_change",
    "asked_way",
]

_APPLY: Final[dict[str, Callable[..., Changed]]] = {
    "format": layout.change_format,
    "way": layout.change_way,
    "leave-out": layout.leave_out,
    "bring-back": layout.bring_back,
    "concede": layout.concede,
    "photo": photos.place_photo,
    "title": contents.type_title,
    "set-title": contents.set_title,
    "story": stories.write_story,
    "story-away": stories.take_story_away,
    "accent": accents.move_accent,
    "arrange": accents.arrange,
    "school": accents.choose_school,
    "sheet": contents.set_sheet,
    "paper": papers.choose_paper,
    "lie": cutting.lie_across,
    "saving": cutting.save_on,
    "copies": cutting.spare_copies,
    "lip": cutting.set_lip,
    "window": cutting.cut_window,
    "close-window": cutting.close_window,
    "row": cutting.make_row,
    "cut-from": cutting.cut_from,
    "slant": cutting.cut_slanting,
    "tool": cutting.shape_with,
    "fold": cutting.fold,
    "pin": by_hand.pin,
    "unpin": by_hand.unpin,
    "untie": by_hand.untie,
    "tie": by_hand.tie,
    "switches": layout.switch,
    "grid": layout.change_grid,
    "trim": photos.trim,
    "insist": layout.insist,
    "dies": layout.use_dies,
    "leads": layout.lead,
    "least": layout.set_least,
    "rework": layout.rework,
    "room": layout.make_room,
    "shield": photos.shield,
    "match": photos.place_matched,
    "mat": photos.lay_mats,
    "whole": photos.keep_whole,
    "take-up": states.take_up,
}
KINDS: Final = tuple(_APPLY)
KIND_CHOICES: Final = [(kind, kind) for kind in KINDS]


def apply_change(document: PageDocument, change: dict[str, Any], known: Known) -> Changed:
    """Return the document after a change.

    Raises ``BadInput`` or another ``CoreError`` that says what was wrong.
    """
    return _APPLY[change["kind"]](document, change, known)
