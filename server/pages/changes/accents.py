"""Embellishments laid on a page, moved, turned, taken away; whole arrangements in one step."""

from dataclasses import replace
from typing import Any, Final

from inkquilt.clusters.phrases import HALF
from inkquilt.colour import read_colour
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
from inkquilt.fit.hand import Grip, pinned
from inkquilt.fit.ways import drawn_for
from inkquilt.lengths import INCH
from inkquilt.moving import kept_on, moved_with_cluster
from inkquilt.sketch.model import Size
from server.common.asked import refuse
from server.pages.changes.base import Changed, Known
from server.pages.document import PageDocument

#: An arrow key moves a piece by this.
_NUDGE: Final = INCH // 8


def move_accent(document: PageDocument, change: dict[str, Any], _: Known) -> Changed:
    """Move a piece, and its cluster along with it when it leads one; or turn it, or raise it on foam."""
    accent = _accent(document, change)
    if change.get("turn_by"):
        turned = replace(accent, turn=(accent.turn + round(change["turn_by"] * 100)) % 36_000)
        return _put(document, [turned], f"{accent.what.name} turned")
    if change.get("on") is not None:
        raised = "raised on foam" if change["on"] else "laid flat"
        return _put(document, [replace(accent, foam=bool(change["on"]))], f"{accent.what.name} {raised}")
    unit = document.unit
    x, y = accent.x, accent.y
    if change.get("at_x") is not None and change.get("at_y") is not None:
        x, y = (on_step(change[name] * unit.grains, unit) for name in ("at_x", "at_y"))
    x, y = x + (change.get("step_x") or 0) * _NUDGE, y + (change.get("step_y") or 0) * _NUDGE
    moved = moved_with_cluster(document.accents, accent, x, y, document.page, alone=bool(change.get("alone")))
    return _put(document, moved, f"{accent.what.name} moved")


def arrange(document: PageDocument, change: dict[str, Any], known: Known) -> Changed:
    """Lay pieces, take pieces away, swap two papers and move blocks, all in one step."""
    document = with_pieces(document, change, known)
    if change.get("papers"):
        document = _swapped(document, tuple(change["papers"]))
    for move in change.get("moves") or ():
        document = pinned_at(document, move)
    return Changed(document, str(change.get("words") or "arranged")[:160])


def with_pieces(document: PageDocument, change: dict[str, Any], known: Known) -> PageDocument:
    """Return a page without the pieces a change takes away and with those it puts. Raises ``BadInput``."""
    gone = set(change.get("take") or ())
    unknown = gone - {one.key for one in document.accents}
    if unknown:
        raise refuse("unknown-piece", "One of these pieces is not on the page any more.", "take")
    kept = tuple(one for one in document.accents if one.key not in gone)
    document = replace(document, accents=kept)
    return _laid(document, change["put"], known) if change.get("put") else document


def choose_school(document: PageDocument, change: dict[str, Any], _: Known) -> Changed:
    """Say what the page is meant to be."""
    if not change.get("balance_school"):
        raise refuse("no-school", "Which school of layout is meant?", "balance_school")
    school = str(change["balance_school"])
    return Changed(replace(document, school=school), f"looked at as {school}")


def _accent(document: PageDocument, change: dict[str, Any]) -> Accent:
    key = str(change.get("accent") or "")
    accent = next((one for one in document.accents if one.key == key), None)
    if accent is None:
        raise refuse("unknown-piece", "That piece is not on the page any more.", "accent")
    return accent


def _put(document: PageDocument, pieces: list[Accent], done: str) -> Changed:
    by_key = {one.key: one for one in pieces}
    accents = tuple(by_key.pop(one.key, one) for one in document.accents)
    return Changed(replace(document, accents=(*accents, *by_key.values())), done)


def _laid(document: PageDocument, rows: list[dict[str, Any]], known: Known) -> PageDocument:
    """Lay pieces of the stash, or cut from paper; known keys are put anew, others are new."""
    owned = {one.key: one for one in known.embellishments()}
    left = left_of(tuple(owned.values()), document.accents)
    accents = list(document.accents)
    for row in rows:
        place = next((n for n, one in enumerate(accents) if one.key == row.get("key")), None)
        before = accents[place] if place is not None else None
        what = _what(row, owned, before, document)
        if before is None or before.what.key != what.key:
            if what.key in left:  # what is cut from paper, and what never runs out, is not counted
                if left[what.key] <= 0:
                    raise refuse("none-left", f"There is no {what.name} left in the stash.", "put")
                left[what.key] -= 1
        grains = document.unit.grains
        under = row.get("under") if row.get("under") in {block.id for block in document.blocks} else None
        key = row.get("key") or free_key(accents)
        laid = Accent(
            key, what, round(row["x"] * grains), round(row["y"] * grains), round(row.get("turn", 0) * 100) % 36_000,
            under, row.get("group") or "", bool(row.get("foam")),
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


def _what(
    row: dict[str, Any], owned: dict[str, Embellishment], before: Accent | None, document: PageDocument
) -> Embellishment:
    cut = row.get("cut")
    if cut:
        grains = document.unit.grains
        size = Size(round(cut["width"] * grains), round(cut["height"] * grains))
        colours = (read_colour(cut["colour"]), read_colour(cut.get("second") or cut["colour"]))
        text = cut.get("text") or ""
        kind = EmbellishmentKind.WORD if text else EmbellishmentKind.BASE
        key = HALF if text else CUT
        what = Embellishment(key, cut["name"], kind, Form(cut["form"]), size, colours, count=None, text=text)
        check(what, document.unit)
        return what
    key = str(row.get("embellishment") or "")
    if key in owned:
        return _as_shown(owned[key], row, document)
    if before is not None and before.what.key == key:
        return before.what
    raise refuse("unknown-embellishment", "That embellishment is not in your stash any more.", "put")


def _as_shown(what: Embellishment, row: dict[str, Any], document: PageDocument) -> Embellishment:
    """Return a phrase with only its first words, where it is cut in two."""
    shown = row.get("shown")
    if not shown or shown["text"] == what.text:
        return what
    width = round(shown["width"] * document.unit.grains)
    if not what.text.startswith(shown["text"]) or not 0 < width < what.size.width:
        raise refuse("no-such-part", f"{what.name} cannot be cut like that.", "put")
    return replace(what, text=shown["text"], size=Size(width, what.size.height))


def _swapped(document: PageDocument, letters: tuple[str, ...]) -> PageDocument:
    papers = document.cuts.papers
    if len(letters) != 2 or not set(letters) <= set(papers):
        raise refuse("unknown-paper", "Only two papers that were chosen for this page can be swapped.", "papers")
    one, other = letters
    swapped = {**papers, one: papers[other], other: papers[one]}
    return replace(document, cuts=replace(document.cuts, papers=swapped))


def pinned_at(document: PageDocument, move: dict[str, Any]) -> PageDocument:
    """Pin a block at its new place: the page is fitted round it."""
    drawn = drawn_for(document.request, document.way)
    if drawn is None or move["block"] not in {block.id for block in document.blocks}:
        raise refuse("unknown-block", "That block is not on the page any more.", "moves")
    grains = document.unit.grains
    grip = Grip(move["block"], round(move["x"] * grains), round(move["y"] * grains), None, None)
    return replace(document, pins=pinned(document.refit_request, drawn.sketch, grip))
