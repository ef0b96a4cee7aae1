"""Ready words of the stash as title, subtitle or caption: as they are, cut in two, or covered in part.

Common practice, no source: a printed phrase is covered in part, cut in two to fit a gap, or stands beside the photos
it names. A phrase is cut between two words, where its letters leave room.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Final

from inkquilt.clusters.compose import ClusterGround, ground_of
from inkquilt.embellishments import Accent, Embellishment, EmbellishmentKind, free_key
from inkquilt.layout import Layout
from inkquilt.lengths import INCH, Grains, with_unit
from inkquilt.sketch.geometry import box
from inkquilt.sketch.model import Block, Role, Size
from inkquilt.sketch.relations import stack_roots
from inkquilt.words.naming import naming_words

#: The second half of a phrase that was cut in two is no piece of the stash any more.
HALF: Final = "cut in two"
#: So much of a phrase's length can be tucked under what lies beside it.
_TUCKED: Final = 4
#: Between two halves laid one below the other, and between a caption and its photo.
_GAP: Final[Grains] = INCH // 16


@dataclass(frozen=True, slots=True)
class PhraseProposal:
    """Pieces to lay, and what is done with the phrase."""

    accents: tuple[Accent, ...]
    words: str


def title_phrases(
    layout: Layout, owned: Sequence[Embellishment], left: Mapping[str, int], title: Block
) -> tuple[PhraseProposal, ...]:
    """Return ready words that go where a title goes: whole first, then tucked under in part, then cut in two."""
    found: list[tuple[int, PhraseProposal]] = []
    for what in _phrases(owned, left):
        found += [(rank, one) for rank, one in enumerate(_in_place(layout, what, title)) if one is not None]
    return tuple(one for _, one in sorted(found, key=lambda pair: pair[0]))


def ready_phrases(
    layout: Layout, owned: Sequence[Embellishment], left: Mapping[str, int], titles: Sequence[Block],
    names: Mapping[str, str],
) -> tuple[PhraseProposal, ...]:  # fmt: skip
    """Return ready words in the places of titles, and beside the photos that ``names`` calls by their blocks."""
    found = [one for title in titles for one in title_phrases(layout, owned, left, title)]
    return (*found, *captions(layout, owned, left, names))


def _phrases(owned: Sequence[Embellishment], left: Mapping[str, int]) -> Iterator[Embellishment]:
    yield from (one for one in owned if one.kind is EmbellishmentKind.WORD and one.text and left.get(one.key))


def _in_place(layout: Layout, what: Embellishment, title: Block) -> Iterator[PhraseProposal | None]:
    wide, high = what.size.width, what.size.height
    x, y = title.x + title.width // 2, title.y + title.height // 2
    key = free_key(layout.accents, "phrase")
    fits = wide <= title.width and high <= title.height
    yield PhraseProposal((Accent(key, what, x, y),), f"{what.name} as it is") if fits else None
    over = wide - title.width
    tucks = not fits and 0 < over <= wide // _TUCKED and high <= title.height
    edge = _edge_beside(layout, title)
    yield (
        PhraseProposal(
            (Accent(key, what, title.x + wide // 2, y, under=edge.id),),
            f"{what.name}, its last {with_unit(over, layout.page.unit)} tucked under {edge.name}",
        )
        if tucks and edge is not None
        else None
    )
    halves = _cut_in_two(what)
    if fits or halves is None:
        yield None
        return
    first, second = halves
    fits = max(first.size.width, second.size.width) <= title.width and 2 * high + _GAP <= title.height
    if not fits:
        yield None
        return
    top = y - (high + _GAP) // 2
    laid = (
        Accent(key, first, title.x + first.size.width // 2, top),
        Accent(free_key(layout.accents, f"{key}-half"), second, title.x + second.size.width // 2, top + high + _GAP),
    )
    yield PhraseProposal(laid, f"{what.name}, cut in two after “{first.text}”")


def _edge_beside(layout: Layout, title: Block) -> Block | None:
    """Return what lies right of a title's place, on which the end of a phrase can be hidden."""
    roots = stack_roots(layout.blocks)
    by_id = {block.id: block for block in layout.blocks}
    for block in layout.blocks:
        if block.role is Role.PHOTO:
            root = by_id[roots[block.id]]
            level = root.y < title.y + title.height and root.y + root.height > title.y
            if level and 0 <= root.x - (title.x + title.width) <= INCH:
                return root
    return None


def _cut_in_two(what: Embellishment) -> tuple[Embellishment, Embellishment] | None:
    """Return a phrase's halves, cut at the space nearest to its middle; the cut goes by the share of letters."""
    spaces = [match.start() for match in re.finditer(" ", what.text)]
    if not spaces:
        return None
    at = min(spaces, key=lambda place: abs(place - len(what.text) / 2))
    cut = what.size.width * (2 * at + 1) // (2 * len(what.text))
    first = replace(what, text=what.text[:at], size=Size(cut, what.size.height))
    rest = replace(
        what, key=HALF, name=f"the rest of {what.name}", text=what.text[at + 1 :], count=None,
        size=Size(what.size.width - cut, what.size.height),
    )  # fmt: skip
    return first, rest


# -- beside the photos they name ------------------------------------------------------------------------


def captions(
    layout: Layout,
    owned: Sequence[Embellishment],
    left: Mapping[str, int],
    names: Mapping[str, str],
) -> tuple[PhraseProposal, ...]:
    """Return ready words beside the photos they name; ``names`` tells what is said of the photo in each slot."""
    ground = ground_of(layout)
    found = []
    for what in _phrases(owned, left):
        mine = naming_words(what.text)
        for slot, said in names.items():
            shared = mine & naming_words(said)
            block = next((one for one in layout.blocks if one.id == slot), None)
            if shared and block is not None and (place := _beside(layout, what, block, ground)) is not None:
                found.append(PhraseProposal((place,), f"{what.name} beside {block.name}, which it names"))
    return tuple(found)


def _beside(layout: Layout, what: Embellishment, photo: Block, ground: ClusterGround) -> Accent | None:
    """Return a caption below its photo or mat, above it, right or left of it, or over its edge, where it is free."""
    roots = stack_roots(layout.blocks)
    around = box(next(one for one in layout.blocks if one.id == roots[photo.id]))
    wide, high = what.size.width // 2, what.size.height // 2
    x, y = around.x, around.y
    middle_y = (y.low + y.high) // 2
    places = (
        (x.low + wide, y.high + _GAP + high),
        (x.high - wide, y.high + _GAP + high),
        (x.low + wide, y.low - _GAP - high),
        (x.high + _GAP + wide, middle_y),
        (x.low - _GAP - wide, middle_y),
        (x.low + wide, y.high),
        (x.high - wide, y.high),
        (x.low + wide, y.low),
    )
    others = [one.outline for one in layout.accents]
    for at_x, at_y in places:
        one = Accent(free_key(layout.accents, "caption"), what, at_x, at_y)
        if ground.takes(one) and not any(one.outline.intersects(other) for other in others):
            return one
    return None
