"""What every change shares: its result, and finding the block it is about."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from inkquilt.embellishments import Embellishment
from inkquilt.fit.request import Die
from inkquilt.paper.kinds import PaperSide, SideName
from inkquilt.paper.tools import ShapingTool
from inkquilt.photos import Crop, Pixels
from inkquilt.sketch import Block, Role
from inkquilt.words.stories import JournalPage
from server.common.asked import refuse
from server.pages.cut_terms import SidePicture
from server.pages.document import PageDocument, SlotPhoto
from server.words.lettering import Lettering
from server.words.scripts import Writing


@dataclass(frozen=True, slots=True)
class KnownPhoto:
    """What a change may know of a photo; ``shown`` gives the part of it that shows in a slot where it lies so."""

    name: str
    pixels: Pixels
    shown: Callable[[Block, SlotPhoto], Crop]


@dataclass(frozen=True, slots=True)
class KnownPaper:
    """What a change may know of a paper of the stash."""

    pk: int
    name: str
    sides: Mapping[SideName, PaperSide]
    pictures: Mapping[SideName, SidePicture]


@dataclass(frozen=True, slots=True)
class KnownState:
    """An earlier state of the page: the whole document, and what it is called."""

    document: PageDocument
    words: str


@dataclass(frozen=True, slots=True)
class Known:
    """Gives what is the page's owner's by its id, or None."""

    photo: Callable[[int], KnownPhoto | None]
    paper: Callable[[int], KnownPaper | None]
    tool: Callable[[int], ShapingTool | None]
    dies: Callable[[], tuple[Die, ...]]
    lettering: Callable[[], Lettering]
    writing: Callable[[str, int | None], Writing]
    embellishments: Callable[[], tuple[Embellishment, ...]]
    journal_page: Callable[[PageDocument, str | None], JournalPage]
    state: Callable[[int | None, int | None], KnownState | None]


@dataclass(frozen=True, slots=True)
class Changed:
    """A new document and what was done, in a few words for "Undo"."""

    document: PageDocument
    done: str


def the_block(document: PageDocument, change: dict[str, Any], *roles: Role) -> Any:
    """Return the block a change is about. Raises ``BadInput`` when it is not there, or of another role."""
    block_id = change.get("block")
    for block in document.sketch.blocks:
        if block.id == block_id and (not roles or block.role in roles):
            return block
    what = " or ".join(role.value for role in roles) or "block"
    raise refuse("unknown-block", f"There is no {what} “{str(block_id)[:60]}” on this page.", "block")
