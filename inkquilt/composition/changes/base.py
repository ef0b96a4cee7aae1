"""What every change shares: how a kind is made known, its result, and finding the block it is about."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from enum import Enum
from typing import ClassVar, Final, TypeVar, dataclass_transform

from inkquilt.composition.document import PageDocument
from inkquilt.composition.papers import SidePicture
from inkquilt.composition.stories import HandFacts
from inkquilt.composition.surroundings import WritingIn
from inkquilt.embellishments import Embellishment
from inkquilt.errors import refuse
from inkquilt.fit.request import Die
from inkquilt.paper.kinds import PaperSide, SideName
from inkquilt.paper.tools import ShapingTool
from inkquilt.photos.owned import OwnedPhoto
from inkquilt.sketch import Block, Role
from inkquilt.words import Alphabet
from inkquilt.words.script import Script
from inkquilt.words.stories import JournalPage


class After(Enum):
    """What becomes of the fit after a change."""

    STAYS = "every block stays where it is, unless what the photos ask for does not hold any more"
    FITS = "the page is fitted again"
    REFITS = "the page as it lies is fitted again round its pins, with as little change as possible"
    IN_ITS_WAY = "the page is fitted in just the way that was chosen"
    TAKEN_UP = "every block and embellishment is where the earlier state has it"


@dataclass(frozen=True, slots=True)
class Changed:
    """A new document and what was done, in a few words for "Undo"."""

    document: PageDocument
    done: str


class Change:
    """One kind of change to a page, as a small value: what is asked, and what it does.

    A kind is a class with ``@change(kind)``; its fields are what may be asked, with their bounds (``asked``).
    Lengths are typed texts or numbers in the page's unit. It touches nothing but the document it is given.
    """

    __slots__ = ()
    kind: ClassVar[str]
    after: ClassVar[After]

    def applied(self, document: PageDocument, known: Known) -> Changed:
        """Return the document after the change. Raises ``BadInput`` or another ``CoreError`` that says why not."""
        raise NotImplementedError

    def effect(self, document: PageDocument) -> After:
        """Return what becomes of the fit; ``document`` is the one after the change."""
        return self.after


_KINDS: Final[dict[str, type[Change]]] = {}
_Kind = TypeVar("_Kind", bound=Change)


@dataclass_transform(frozen_default=True, kw_only_default=True)
def change(kind: str, after: After = After.FITS) -> Callable[[type[_Kind]], type[_Kind]]:
    """Make a class a kind of change, and known by its name."""

    def made(given: type[_Kind]) -> type[_Kind]:
        known = dataclass(frozen=True, slots=True, kw_only=True)(given)
        known.kind, known.after = kind, after
        if kind in _KINDS:
            raise ValueError(f"there are two kinds of change called {kind}")
        _KINDS[kind] = known
        return known

    return made


def kinds() -> Mapping[str, type[Change]]:
    """Return every kind of change by its name."""
    return _KINDS


# -- what a change may know ----------------------------------------------------------------


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
class Lettering:
    """The alphabets a person has, with the colour of each by its key."""

    alphabets: tuple[Alphabet, ...]
    colours: Mapping[str, str]


@dataclass(frozen=True, slots=True)
class Writing:
    """Something to write in: the script at its size, the colour of its pen, and the hand's facts if it is one."""

    script: Script
    colour: str
    facts: HandFacts | None = None


@dataclass(frozen=True, slots=True)
class Known:
    """Gives what is the page's owner's by its id, or None."""

    photo: Callable[[int], OwnedPhoto | None]
    paper: Callable[[int], KnownPaper | None]
    tool: Callable[[int], ShapingTool | None]
    dies: Callable[[], tuple[Die, ...]]
    lettering: Callable[[], Lettering]
    writing: Callable[[str, int | None], Writing]
    embellishments: Callable[[], tuple[Embellishment, ...]]
    journal_page: Callable[[PageDocument, str | None], JournalPage]
    state: Callable[[int | None, int | None], KnownState | None]
    writing_in: WritingIn


def the_block(document: PageDocument, block_id: str, *roles: Role) -> Block:
    """Return a block of the page's sketch. Raises ``BadInput`` when it is not there, or of another role."""
    for block in document.sketch.blocks:
        if block.id == block_id and (not roles or block.role in roles):
            return block
    what = " or ".join(role.value for role in roles) or "block"
    raise refuse("unknown-block", f"There is no {what} “{block_id[:60]}” on this page.", "block")


def the_block_on(document: PageDocument, block_id: str) -> Block:
    """Return a block as it lies on the page. Raises ``BadInput`` where it is not there."""
    block = next((block for block in document.blocks if block.id == block_id), None)
    if block is None:
        raise refuse("unknown-block", f"There is no block “{block_id[:60]}” on this page.", "block")
    return block
