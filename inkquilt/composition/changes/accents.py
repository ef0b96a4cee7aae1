"""Embellishments laid on a page, moved, turned, taken away; whole arrangements in one step."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Annotated, Final

from inkquilt.balance.schools import BalanceSchool
from inkquilt.clusters.phrases import HALF
from inkquilt.colour import read_colour
from inkquilt.composition.asked import AtMost, Colour, Degrees, Letters, Long, Name, PaperLetter, Place, Steps
from inkquilt.composition.changes.base import After, Change, Changed, Known, change
from inkquilt.composition.changes.by_hand import gripped
from inkquilt.composition.document import PageDocument
from inkquilt.composition.stories import pieces_spent
from inkquilt.embellishments import (
    CUT,
    MOST_ACCENTS,
    Accent,
    Embellishment,
    EmbellishmentKind,
    Form,
    check,
    free_key,
    left_of,
    on_step,
)
from inkquilt.errors import refuse
from inkquilt.fit.manual_edit import Grip
from inkquilt.lengths import INCH, Unit
from inkquilt.moving import kept_on, moved_with_cluster
from inkquilt.sketch.model import Size

#: An arrow key moves a piece by this.
_NUDGE: Final = INCH // 8

Phrase = Annotated[str, Letters(40)]


@dataclass(frozen=True, slots=True, kw_only=True)
class CutFromPaper:
    """A piece cut from paper that serves as an embellishment, in the page's unit."""

    name: Name
    form: Form
    width: Long
    height: Long
    colour: Colour
    second: Colour | None = None
    text: Phrase = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Shown:
    """How much of a phrase is laid when it was cut: its words, and its width in the page's unit."""

    text: Phrase
    width: Long


@dataclass(frozen=True, slots=True, kw_only=True)
class Put:
    """An embellishment to lay: of the stash by its key, or ``cut``; a ``key`` that is known is put anew."""

    key: Name | None = None
    embellishment: Annotated[str, Letters(30)] = ""
    cut: CutFromPaper | None = None
    shown: Shown | None = None
    x: Place
    y: Place
    turn: Degrees = 0
    under: Name | None = None
    group: Annotated[str, Letters(30)] = ""
    foam: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Move:
    """A block to pin at another place, in the page's unit."""

    block: Name
    x: Place
    y: Place


Puts = Annotated[tuple[Put, ...], AtMost(300)]
Takes = Annotated[tuple[Name, ...], AtMost(300)]


@change("accent", After.STAYS)
class MoveAccent(Change):
    """Move a piece, with its cluster when it leads one (unless ``alone``); or turn it, or raise it on foam."""

    accent: Name
    at_x: Place | None = None
    at_y: Place | None = None
    step_x: Steps = 0
    step_y: Steps = 0
    turn_by: Degrees = 0
    on: bool | None = None
    alone: bool = False

    def applied(self, document: PageDocument, known: Known) -> Changed:
        accent = next((one for one in document.accents if one.key == self.accent), None)
        if accent is None:
            raise refuse("unknown-piece", "That piece is not on the page any more.", "accent")
        if self.turn_by:
            turned = replace(accent, turn=(accent.turn + round(self.turn_by * 100)) % 36_000)
            return _put(document, [turned], f"{accent.what.name} turned")
        if self.on is not None:
            raised = "raised on foam" if self.on else "laid flat"
            return _put(document, [replace(accent, foam=self.on)], f"{accent.what.name} {raised}")
        unit, x, y = document.unit, accent.x, accent.y
        if self.at_x is not None and self.at_y is not None:
            x, y = (on_step(place * unit.grains, unit) for place in (self.at_x, self.at_y))
        x, y = x + self.step_x * _NUDGE, y + self.step_y * _NUDGE
        moved = moved_with_cluster(document.accents, accent, x, y, document.page, alone=self.alone)
        return _put(document, moved, f"{accent.what.name} moved")


def _put(document: PageDocument, pieces: list[Accent], done: str) -> Changed:
    by_key = {one.key: one for one in pieces}
    accents = tuple(by_key.pop(one.key, one) for one in document.accents)
    return Changed(replace(document, accents=(*accents, *by_key.values())), done)


@change("arrange", After.STAYS)
class Arrange(Change):
    """Lay pieces, take pieces away, swap two papers and move blocks, all in one step; ``words`` say what was done."""

    put: Puts = ()
    take: Takes = ()
    papers: Annotated[tuple[PaperLetter, ...], AtMost(12)] = ()
    moves: Annotated[tuple[Move, ...], AtMost(60)] = ()
    words: Annotated[str, Letters(400)] = ""

    def applied(self, document: PageDocument, known: Known) -> Changed:
        document = with_pieces(document, self.put, self.take, known)
        if self.papers:
            document = _swapped(document, self.papers)
        for move in self.moves:
            document = pinned_at(document, move)
        return Changed(document, self.words[:160] or "arranged")

    def effect(self, document: PageDocument) -> After:
        return After.REFITS if self.moves else After.STAYS


@change("school", After.STAYS)
class ChooseSchool(Change):
    """Say what the page is meant to be."""

    balance_school: BalanceSchool

    def applied(self, document: PageDocument, known: Known) -> Changed:
        school = self.balance_school.value
        return Changed(replace(document, school=school), f"looked at as {school}")


def puts_of(accents: Iterable[Accent], unit: Unit) -> tuple[Put, ...]:
    """Return pieces as they are asked to be laid."""
    return tuple(_put_of(one, unit.grains) for one in accents)


def _put_of(one: Accent, grains: int) -> Put:
    what, cut = one.what, one.what.key in (CUT, HALF)
    return Put(
        key=one.key,
        embellishment="" if cut else what.key,
        cut=_cut_piece(what, grains) if cut else None,
        # How much of a phrase is laid: it may have been cut.
        shown=Shown(text=what.text, width=what.size.width / grains) if what.text and what.key != HALF else None,
        x=one.x / grains,
        y=one.y / grains,
        turn=one.turn / 100,
        under=one.under,
        group=one.group,
        foam=one.foam,
    )


def _cut_piece(what: Embellishment, grains: int) -> CutFromPaper:
    return CutFromPaper(
        name=what.name,
        form=what.form,
        width=what.size.width / grains,
        height=what.size.height / grains,
        colour=what.colours[0].text,
        second=what.colours[-1].text,
        text=what.text,
    )


def with_pieces(document: PageDocument, put: tuple[Put, ...], take: tuple[str, ...], known: Known) -> PageDocument:
    """Return a page without the pieces that are taken away and with those that are put. Raises ``BadInput``."""
    gone = set(take)
    if gone - {one.key for one in document.accents}:
        raise refuse("unknown-piece", "One of these pieces is not on the page any more.", "take")
    document = replace(document, accents=tuple(one for one in document.accents if one.key not in gone))
    return _laid(document, put, known) if put else document


def _laid(document: PageDocument, put: tuple[Put, ...], known: Known) -> PageDocument:
    """Lay pieces of the stash, or cut from paper; known keys are put anew, others are new."""
    owned = {one.key: one for one in known.embellishments()}
    left = left_of(tuple(owned.values()), document.accents, pieces_spent(document.stories.values()))
    accents = list(document.accents)
    blocks = {block.id for block in document.blocks}
    grains = document.unit.grains
    for row in put:
        place = next((n for n, one in enumerate(accents) if one.key == row.key), None)
        before = accents[place] if place is not None else None
        what = _what(row, owned, before, document)
        if before is None or before.what.key != what.key:
            if what.key in left:  # what is cut from paper, and what never runs out, is not counted
                if left[what.key] <= 0:
                    raise refuse("none-left", f"There is no {what.name} left in the stash.", "put")
                left[what.key] -= 1
        laid = Accent(
            row.key or free_key(accents), what, round(row.x * grains), round(row.y * grains),
            round(row.turn * 100) % 36_000, row.under if row.under in blocks else None, row.group, row.foam,
        )  # fmt: skip
        if not laid.is_scattered:
            laid = kept_on(laid, document.page)
        if place is None:
            accents.append(laid)
        else:
            accents[place] = laid
    if len(accents) > MOST_ACCENTS:
        raise refuse("too-many-pieces", f"A page takes up to {MOST_ACCENTS} embellishments.", "put")
    return replace(document, accents=tuple(accents))


def _what(row: Put, owned: Mapping[str, Embellishment], before: Accent | None, document: PageDocument) -> Embellishment:
    if before is not None and before.what.half and (row.cut is not None or before.what.key == row.embellishment):
        return before.what
    if row.cut is not None:
        return _cut(row.cut, document)
    if row.embellishment in owned:
        return _as_shown(owned[row.embellishment], row.shown, document)
    if before is not None and before.what.key == row.embellishment:
        return before.what
    raise refuse("unknown-embellishment", "That embellishment is not in your stash any more.", "put")


def _cut(cut: CutFromPaper, document: PageDocument) -> Embellishment:
    grains = document.unit.grains
    size = Size(round(cut.width * grains), round(cut.height * grains))
    colours = (read_colour(cut.colour), read_colour(cut.second or cut.colour))
    kind = EmbellishmentKind.WORD if cut.text else EmbellishmentKind.BASE
    key = HALF if cut.text else CUT
    what = Embellishment(key, cut.name, kind, cut.form, size, colours, count=None, text=cut.text)
    check(what, document.unit)
    return what


def _as_shown(what: Embellishment, shown: Shown | None, document: PageDocument) -> Embellishment:
    """Return a phrase with only its first words, where it is cut in two."""
    if shown is None or shown.text == what.text:
        return what
    width = round(shown.width * document.unit.grains)
    if not what.text.startswith(shown.text) or not 0 < width < what.size.width:
        raise refuse("no-such-part", f"{what.name} cannot be cut like that.", "put")
    return replace(what, text=shown.text, size=Size(width, what.size.height))


def _swapped(document: PageDocument, letters: tuple[str, ...]) -> PageDocument:
    papers = document.cuts.papers
    if len(letters) != 2 or not set(letters) <= set(papers):
        raise refuse("unknown-paper", "Only two papers that were chosen for this page can be swapped.", "papers")
    one, other = letters
    swapped = {**papers, one: papers[other], other: papers[one]}
    return replace(document, cuts=replace(document.cuts, papers=swapped))


def pinned_at(document: PageDocument, move: Move) -> PageDocument:
    """Pin a block at its new place: the page is fitted round it. Raises ``BadInput``."""
    if move.block not in {block.id for block in document.blocks}:
        raise refuse("unknown-block", "That block is not on the page any more.", "moves")
    grains = document.unit.grains
    return gripped(document, Grip(move.block, round(move.x * grains), round(move.y * grains)))
