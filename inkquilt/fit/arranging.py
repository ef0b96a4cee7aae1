"""The groups of a design arranged anew for a page: candidates, quickly judged, drawn for that page.

Each candidate is a drawing of photos, words and tags only, on a page of the right proportions;
it is then sized and placed like any other, and the papers follow. Words go where the tree had
them, or are dealt again into the room an arrangement leaves.
"""

from __future__ import annotations

import json
import re
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace
from itertools import islice
from math import hypot, log
from typing import Final

from inkquilt.design.dealing import Dealt, dealt_over_two, stood
from inkquilt.design.marks import largest_empty
from inkquilt.design.reading import PAPERS, WORDS, Design, Stack, as_read, guests
from inkquilt.design.tree import (
    Arranged,
    Grid,
    Group,
    Leaf,
    Tree,
    TreeMeasures,
    arrangements,
    leaves,
    read_tree,
    with_word,
)
from inkquilt.fit.linear.sizing import least_word_size
from inkquilt.fit.linear.terms import AIR, CostTerms
from inkquilt.fit.request import Rung
from inkquilt.lengths import INCH, Grains
from inkquilt.sketch.geometry import Axis, Box, Ends, is_tilted
from inkquilt.sketch.model import Block, Role, Size, Sketch
from inkquilt.sketch.relations import Reveals

#: What moves a candidate down the list: each node that stands otherwise, words that were dealt again.
CHANGED: Final = 0.09
WORDS_MOVED: Final = 0.12
#: Photos this much smaller than the page's scale are no candidate.
TOO_SMALL: Final = 0.62
_MOST_TREES: Final = 14
_PLAIN_ID: Final = re.compile(r"[\w.-]+")
_MOST_LOOKED_AT: Final = 90
_MOST_DRAWN: Final = 30
#: What the weight off the middle, and a larger calm area, count beyond what is allowed.
OFF_WEIGHT: Final = 4.0
MORE_CALM: Final = 3.0
SPARE_ON_A_PAGE: Final = 0.25
_MOST_DEALT: Final = 12
#: Ways to deal the photos over two pages, and of each page with its words, that are looked at.
_MOST_DEALT_OVER: Final = 14
_MOST_OF_A_PAGE: Final = 3
#: On two facing pages so many that are dealt over both are laid before all others.
_FIRST_DEALT: Final = 2
_GAP: Final[Grains] = INCH // 4
#: The order in which words are dealt.
_DEALT: Final = (Role.TITLE, Role.JOURNALING, Role.TAG)
_WIDEST_MARGIN: Final[Grains] = INCH // 2


@dataclass(frozen=True, slots=True)
class TreeCandidate:
    """An arrangement drawn for the page; the lower the ``score`` the more promising. ``form`` is its tree as a text."""

    sketch: Sketch
    score: float
    changes: int
    words_moved: bool
    form: str
    tree: Tree | Dealt


@dataclass(frozen=True, slots=True)
class _Judged:
    score: float
    tree: Tree | Dealt
    changes: int
    words_moved: bool
    scale: float


def candidates(design: Design, terms: CostTerms, lifted_only: bool = False) -> list[TreeCandidate]:
    """Return arrangements of a design for a page, the most promising first; on two facing pages some dealt over both.

    With ``lifted_only`` the photos keep their arrangement and only words are dealt again.
    """
    arranger = _Arranger(design, terms)
    found_at_all = sorted(arranger.judged(lifted_only), key=lambda one: one.score)
    promising = [one for one in found_at_all if not isinstance(one.tree, Dealt)][:_MOST_LOOKED_AT]
    over_two = [one for one in found_at_all if isinstance(one.tree, Dealt)][:_MOST_DEALT_OVER]
    judged, dealt = (sorted(map(arranger.looked_at, ones), key=lambda one: one.score) for ones in (promising, over_two))
    judged = [*dealt[:_FIRST_DEALT], *judged, *dealt[_FIRST_DEALT:]]
    found: list[TreeCandidate] = []
    seen: set[str] = set()
    for one in judged:
        form = _form(one.tree)
        if form not in seen:
            seen.add(form)
            found.append(arranger.drawn(one, form))
        if len(found) >= _MOST_DRAWN:
            break
    return found


def redrawn(design: Design, terms: CostTerms, candidate: TreeCandidate) -> TreeCandidate:
    """Return the same arrangement drawn under other terms: finer edges, smaller words."""
    arranger = _Arranger(design, terms)
    scale = arranger.scale_of(candidate.tree)
    return arranger.drawn(
        _Judged(candidate.score, candidate.tree, candidate.changes, candidate.words_moved, scale), candidate.form
    )


def _form(tree: Tree | Dealt) -> str:
    """Return a tree as a short text: R and C for rows and columns, G for grids, F for two facing pages.

    It is compared, never taken apart. Ids that could be mistaken for its own marks stand in quotes.
    """
    match tree:
        case Dealt():
            return f"F({_form(tree.left)} {_form(tree.right)})"
        case Leaf():
            return "+".join(map(_quoted, tree.roots))
        case Grid():
            return f"G{tree.columns}[{_quoted(tree.roots[0])}]"
        case Group():
            letter = "R" if tree.axis is Axis.X else "C"
            return f"{letter}({' '.join(_form(part) for part in tree.parts)})"


def _quoted(name: str) -> str:
    return name if _PLAIN_ID.fullmatch(name) else json.dumps(name)


class _Arranger:
    def __init__(self, design: Design, terms: CostTerms) -> None:
        self.design, self.terms = design, terms
        self.scale = terms.scale(design.sketch)
        self.reveals = {
            m.mat: Reveals(*(terms.reveal(r, design.sketch) for r in m.reveals)) for m in design.relations.mattings
        }
        firm = design.firm
        self.words = [s.root.id for s in firm if s.piece.role is not Role.PHOTO]
        self.others = [s.root.id for s in firm if s.piece.role is Role.PHOTO]
        self.guests = guests(design)
        alone = [design.stacks[root] for knot in self.guests for root in knot]
        carriers = [s for s in design.stacks.values() if s.is_carrier]
        frames = {s.root.id: self._frame(s) for s in carriers}
        air = AIR[terms.page.unit]
        if Rung.FINER in terms.rungs:
            air = air // 2
        self.measures = TreeMeasures(
            {s.root.id: self._effective(s) for s in (*firm, *carriers, *alone)},
            frames,
            air / self.scale,
            design.relations.boxes,
        )
        self.margin = self._margin(air)
        page = design.sketch.page
        self.calm = largest_empty([design.relations.boxes[s.root.id] for s in firm], page.width, page.height)
        high = terms.page.height / self.scale - 2 * self.margin
        self.room = terms.page.width / self.scale - 2 * self.margin, high
        fold = terms.page.fold
        sides = (fold.at, terms.page.width - fold.end) if fold is not None else ()
        self.half_rooms = [(side / self.scale - 2 * self.margin, high) for side in sides]

    def _margin(self, air: Grains) -> float:
        boxes = [self.design.relations.boxes[s.root.id] for s in self.design.firm]
        page = self.design.sketch.page
        drawn = min(
            (max(0, m) for b in boxes for m in (b.x.low, b.y.low, page.width - b.x.high, page.height - b.y.high)),
            default=0,
        )
        clear = self.terms.page.clear
        return max(min(drawn, _WIDEST_MARGIN), max(air, clear.left, clear.top, clear.right, clear.bottom) / self.scale)

    def _frame(self, stack: Stack) -> tuple[float, float]:
        mats = [self.reveals[mat.id] for mat in stack.members]
        wide, high = sum(r.left + r.right for r in mats), sum(r.top + r.bottom for r in mats)
        return wide / self.scale, high / self.scale

    def _effective(self, stack: Stack) -> tuple[float, float]:
        """Return how large a stack counts in the drawing: reveals and least sizes do not come down with the page."""
        piece = stack.piece
        if stack.is_carrier or is_tilted(stack.root) or stack.piece.role in PAPERS:
            lies = self.design.relations.boxes[stack.root.id]
            return float(lies.x.length), float(lies.y.length)
        piece = as_read(piece, self.design.on_side)
        wide, high = float(piece.width), float(piece.height)
        if piece.role in WORDS:
            least = least_word_size(piece, self.terms)
            wide, high = max(wide, least.width / self.scale), max(high, least.height / self.scale)
        mats = [self.reveals[mat.id] for mat in stack.members[:-1]]
        return (
            wide + sum(r.left + r.right for r in mats) / self.scale,
            high + sum(r.top + r.bottom for r in mats) / self.scale,
        )

    # -- candidates ------------------------------------------------------------------

    def judged(self, lifted_only: bool) -> Iterator[_Judged]:
        """Yield arrangements with words where they were, and with words dealt again; over two pages where there are."""
        if self.terms.page.fold is not None and not lifted_only:
            yield from self._over_two()
        whole = read_tree(self.design, [*self.others, *self.words], self.guests)
        if whole is not None and not lifted_only:
            for arranged in arrangements(whole):
                yield from self._judge(arranged, False)
        photos = read_tree(self.design, self.others, self.guests)
        if photos is None or not self.words:
            return
        forms = [Arranged(photos)] if lifted_only else arrangements(photos)
        bare = sorted(forms, key=lambda one: self._fitting(one.tree, self._taken())[0] + CHANGED * one.changes)
        for arranged in bare[:_MOST_TREES]:
            for tree in self._dealt(arranged.tree, self.words):
                yield from self._judge(replace(arranged, tree=tree), True)

    def _dealt(self, tree: Tree, words: list[str]) -> Iterator[Tree]:
        """Yield the tree with all words put in again, title before story."""
        ordered = sorted(words, key=self._order)
        found: list[Tree] = [tree]
        for word in ordered:
            wide, high = self.measures.sizes[word]
            title = self.design.stacks[word].piece.role is Role.TITLE
            axes = (Axis.Y,) if title and wide > high else (Axis.X, Axis.Y)
            more = [one for base in found for one in with_word(base, word, _GAP, axes)]
            found = sorted(more, key=lambda one: self._fitting(one)[0])[:_MOST_DEALT]
        yield from found

    def _over_two(self) -> Iterator[_Judged]:
        """Yield the design dealt over two facing pages: the title with the lead photo, the story on the other page."""
        photos = read_tree(self.design, self.others, self.guests)
        if photos is None:
            return
        lead = self.design.roots[self.design.lead] if self.design.lead is not None else None
        found = list(islice(dealt_over_two(photos, lead), _MOST_DEALT_OVER))
        if not found:  # one photo, or several on one mat: it has a page, and the words have the other
            words = stood(sorted(self.words, key=self._order), _GAP)
            found = [] if words is None else [Dealt(photos, words), Dealt(words, photos)]
            yield from (judged for one in found if (judged := self._judged_over_two(one, False)) is not None)
            return
        for one in found:
            for dealt in self._with_words(one, lead):
                judged = self._judged_over_two(dealt, True)
                if judged is not None:
                    yield judged

    def _judged_over_two(self, dealt: Dealt, words_moved: bool) -> _Judged | None:
        score, scale = self._fitting(dealt)
        if scale < TOO_SMALL:
            return None
        return _Judged(score + CHANGED * dealt.changes, dealt, dealt.changes, words_moved, scale)

    def _with_words(self, dealt: Dealt, lead: str | None) -> Iterator[Dealt]:
        """Yield both pages with their words: the title on the page of the lead photo or the first, the rest beside."""
        first = lead is None or lead in set(leaves(dealt.left))
        titles = [word for word in self.words if self.design.stacks[word].piece.role is Role.TITLE]
        others = [word for word in self.words if word not in titles]
        left, right = (titles, others) if first else (others, titles)
        for one in list(self._dealt(dealt.left, left))[:_MOST_OF_A_PAGE]:
            for two in list(self._dealt(dealt.right, right))[:_MOST_OF_A_PAGE]:
                yield replace(dealt, left=one, right=two)

    def _order(self, word: str) -> int:
        return _DEALT.index(self.design.stacks[word].piece.role)

    def _judge(self, arranged: Arranged, words_moved: bool) -> Iterator[_Judged]:
        score, scale = self._fitting(arranged.tree)
        if scale >= TOO_SMALL:
            score += CHANGED * arranged.changes + WORDS_MOVED * words_moved
            yield _Judged(score, arranged.tree, arranged.changes, words_moved, scale)

    def _taken(self) -> float:
        """Return the part of the page that words and tags will take beside the photos."""
        areas = (wide * high for wide, high in (self.measures.sizes[word] for word in self.words))
        return min(0.5, sum(areas) / (self.room[0] * self.room[1]))

    def _fitting(self, tree: Tree | Dealt, taken: float = 0.0) -> tuple[float, float]:
        """Return how badly a tree fits the page, and its scale against the page's own.

        ``taken`` is a part of the page that is left for words, along whichever side has more to spare.
        On two facing pages each side has its own, and the smaller scale counts.
        """
        if isinstance(tree, Dealt):
            return self._fitting_over_two(tree)
        return self._fitting_in(tree, taken, self.room)

    def _fitting_over_two(self, dealt: Dealt) -> tuple[float, float]:
        """Both sides take the smaller scale; what a page has to spare is no harm as long as both have something."""
        sides = [self.measures.of(side) for side in (dealt.left, dealt.right)]
        parts = [min(room[0] / wide, room[1] / high) for (wide, high), room in zip(sides, self.half_rooms, strict=True)]
        scale = min(parts)
        spare = 1 - scale / max(parts)
        return 2.2 * max(0.0, -log(min(1.0, scale))) + SPARE_ON_A_PAGE * spare, scale

    def _fitting_in(self, tree: Tree, taken: float, room: tuple[float, float]) -> tuple[float, float]:
        wide, high = self.measures.of(tree)
        part = [room[0] / wide, room[1] / high]
        part[part[1] > part[0]] *= 1 - taken
        scale = min(part)
        used = min(scale, 1.12)
        left = 1 - min(used / part[0], used / part[1])
        return 2.2 * max(0.0, -log(min(1.0, scale))) + 0.9 * max(0.0, left - 0.05), scale

    def scale_of(self, tree: Tree | Dealt) -> float:
        """Return how large a tree can be on the page, against the page's own scale."""
        return self._fitting(tree)[1]

    def looked_at(self, one: _Judged) -> _Judged:
        """Return a candidate with its weight and its calm area counted, from where everything would lie."""
        page, scale = self.terms.page, min(one.scale, 1.12)
        size = page.width / self.scale / scale, page.height / self.scale / scale
        boxes, areas = [], []
        for root, (x, y) in self._middles(one.tree, size).items():
            if self.design.stacks[root].is_carrier:
                continue
            wide, high = self.measures.sizes[root]
            boxes.append(
                Box(Ends(round(x - wide / 2), round(x + wide / 2)), Ends(round(y - high / 2), round(y + high / 2)))
            )
            areas.append(wide * high)
        whole = sum(areas)
        centre_x = sum(a * (b.x.low + b.x.high) for a, b in zip(areas, boxes, strict=True)) / 2 / whole / size[0]
        centre_y = sum(a * (b.y.low + b.y.high) for a, b in zip(areas, boxes, strict=True)) / 2 / whole / size[1]
        off = hypot(centre_x - 0.5, centre_y - 0.5) - 0.08
        more = largest_empty(boxes, *size) - self.calm - 0.06
        return replace(one, score=one.score + OFF_WEIGHT * max(0.0, off) + MORE_CALM * max(0.0, more))

    def _middles(self, tree: Tree | Dealt, size: tuple[float, float]) -> dict[str, tuple[float, float]]:
        """Return the middle of each stack, the tree laid in the middle of what the margins leave of a page."""
        if not isinstance(tree, Dealt):
            return self._middles_on(tree, size)
        fold, page = self.terms.page.fold, self.terms.page
        assert fold is not None
        unit = size[0] / page.width
        left = self._middles_on(tree.left, (fold.at * unit, size[1]))
        right = self._middles_on(tree.right, ((page.width - fold.end) * unit, size[1]))
        return left | {root: (x + fold.end * unit, y) for root, (x, y) in right.items()}

    def _middles_on(self, tree: Tree, size: tuple[float, float]) -> dict[str, tuple[float, float]]:
        room = size[0] - 2 * self.margin, size[1] - 2 * self.margin
        spread = list(self.measures.laid(tree, 0, 0, room))
        reach_x, reach_y = self._reach(spread)
        x = self.margin + max(0.0, room[0] - reach_x) / 2
        y = self.margin + max(0.0, room[1] - reach_y) / 2
        return {root: (x + mx, y + my) for root, mx, my in spread}

    # -- drawing ---------------------------------------------------------------------

    def drawn(self, judged: _Judged, form: str) -> TreeCandidate:
        """Draw a candidate on a page of the page's proportions."""
        page, scale = self.terms.page, min(judged.scale, 1.12)
        size = Size(round(page.width / self.scale / scale), round(page.height / self.scale / scale))
        blocks = self._blocks(self._middles(judged.tree, (size.width, size.height)))
        base = [block for block in self.design.sketch.blocks if block.role is Role.BASE]
        drawn = Sketch(self.design.sketch.name, self.design.sketch.unit, size, (*base, *blocks))
        return TreeCandidate(drawn, judged.score, judged.changes, judged.words_moved, form, judged.tree)

    def _reach(self, spread: Iterable[tuple[str, float, float]]) -> tuple[float, float]:
        ends = [(mx + self.measures.sizes[r][0] / 2, my + self.measures.sizes[r][1] / 2) for r, mx, my in spread]
        return max(x for x, _ in ends), max(y for _, y in ends)

    def _blocks(self, middles: dict[str, tuple[float, float]]) -> Iterator[Block]:
        moved: dict[str, Block] = {}
        for root, (x, y) in middles.items():
            stack = self.design.stacks[root]
            if stack.is_carrier:
                continue
            lies = self.design.relations.boxes[root]
            by_x = round(x - (lies.x.low + lies.x.high) / 2)
            by_y = round(y - (lies.y.low + lies.y.high) / 2)
            for block in self._members(stack):
                moved[block.id] = replace(block, x=block.x + by_x, y=block.y + by_y)
        for stack in self.design.stacks.values():
            if stack.is_carrier:
                moved |= self._closed(stack, moved)
        for block in self.design.sketch.blocks:
            if block.id in moved:
                yield moved[block.id]

    def _members(self, stack: Stack) -> tuple[Block, ...]:
        """Return a stack as it shall be read, its mats closed round a title that lies again."""
        if not self.design.on_side or stack.piece.role not in WORDS:
            return stack.members
        return tuple(
            replace(as_read(replace(block, role=Role.TITLE), True), role=block.role) for block in stack.members
        )

    def _closed(self, stack: Stack, moved: dict[str, Block]) -> dict[str, Block]:
        pieces = [moved[name] for name in stack.piece.of if name in moved]
        if not pieces:
            return {}
        left, top = min(p.x for p in pieces), min(p.y for p in pieces)
        right, foot = max(p.x + p.width for p in pieces), max(p.y + p.height for p in pieces)
        drawn = {m.mat: m.reveals for m in self.design.relations.mattings}
        closed = {}
        for mat in reversed(stack.members):
            r = drawn[mat.id]
            left, top, right, foot = left - r.left, top - r.top, right + r.right, foot + r.bottom
            closed[mat.id] = mat.placed(left, top, Size(right - left, foot - top))
        return closed
